"""The tables of this rulebook, loaded and checked once."""

from __future__ import annotations

from northspan.core.rulebooks.tables import Table, table

PACKAGE = "northspan.core.rulebooks.uk"
FILES = {
    "trade_words": "2022_trade_words.csv",
    "looked_at": "2022_looked_at.csv",
    "tested": "2022_tested.csv",
    "catalogue": "2022_catalogue.csv",
    "usual_lugs": "2022_usual_lugs.csv",
    "singles": "2022_4D1A_singles.csv",
    "singles_drop": "2022_4D1B_singles_drop.csv",
    "multicore": "2022_4D2A_multicore.csv",
    "multicore_drop": "2022_4D2B_multicore_drop.csv",
    "armoured_70": "2022_4D4A_armoured_70.csv",
    "flat_twin": "2022_4D5_flat_twin.csv",
    "armoured_90": "2022_4E4A_armoured_90.csv",
    "armoured_90_drop": "2022_4E4B_armoured_90_drop.csv",
    "air": "2022_4B1_air.csv",
    "ground": "2022_4B2_ground.csv",
    "groups": "2022_4C_groups.csv",
    "insulation": "2022_52-2_insulation.csv",
    "main_bonding": "2022_54-8_main_bonding.csv",
    "devices": "2022_devices.csv",
    "let_through": "2022_let_through.csv",
    "armour": "2022_armour.csv",
    "conductors": "2022_conductors.csv",
    "cables": "2022_cables.csv",
    "pipes": "2022_pipes.csv",
}


def code_table(name: str) -> Table:
    """Give a table by its short name.

    Parameters
    ----------
    name : str
        Short name, a key of FILES. [-]
    """
    return table(PACKAGE, FILES[name])


def load_all() -> tuple[Table, ...]:
    """Load every table, so that a broken one stops the start."""
    return tuple(code_table(name) for name in FILES)
