"""The tables of this rulebook, loaded and checked once."""

from __future__ import annotations

from northspan.core.rulebooks.tables import Table, table

PACKAGE = "northspan.core.rulebooks.ca"
FILES = {
    "trade_words": "2021_trade_words.csv",
    "joint_boxes": "2021_23_boxes.csv",
    "looked_at": "2021_looked_at.csv",
    "tested": "2021_tested.csv",
    "catalogue": "2021_catalogue.csv",
    "usual_lugs": "2021_usual_lugs.csv",
    "shelf_devices": "2021_shelf_devices.csv",
    "shelf_sizes": "2021_shelf_sizes.csv",
    "shelf_sets": "2021_shelf_sets.csv",
    "copper": "2021_2_copper.csv",
    "aluminum": "2021_4_aluminum.csv",
    "copper_air": "2021_1_copper_air.csv",
    "aluminum_air": "2021_3_aluminum_air.csv",
    "free_air": "2021_5B_free_air.csv",
    "ambient": "2021_5A_ambient.csv",
    "adjustment": "2021_5C_adjustment.csv",
    "fill": "2021_8_fill.csv",
    "raceways": "2021_9_raceways.csv",
    "wire_dimensions": "2021_10_wire_dimensions.csv",
    "devices": "2021_13_devices.csv",
    "small": "2021_14-104_small_conductors.csv",
    "bonding": "2021_16_bonding.csv",
    "insulation": "2021_19_insulation.csv",
    "welders": "2021_42-006_welders.csv",
    "motors": "2021_45_motors.csv",
    "encased": "2021_43_encased.csv",
    "cover": "2021_53_cover.csv",
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
