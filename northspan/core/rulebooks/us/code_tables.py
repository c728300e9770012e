"""The tables of this rulebook, loaded and checked once."""

from __future__ import annotations

from northspan.core.rulebooks.tables import Table, table

PACKAGE = "northspan.core.rulebooks.us"
FILES = {
    "trade_words": "2023_trade_words.csv",
    "joint_boxes": "2023_314-16A_boxes.csv",
    "looked_at": "2023_looked_at.csv",
    "tested": "2023_tested.csv",
    "catalogue": "2023_catalogue.csv",
    "usual_lugs": "2023_usual_lugs.csv",
    "shelf_devices": "2023_shelf_devices.csv",
    "shelf_sizes": "2023_shelf_sizes.csv",
    "shelf_sets": "2023_shelf_sets.csv",
    "ampacity": "2023_310-16_ampacity.csv",
    "ambient": "2023_310-15B1_ambient.csv",
    "adjustment": "2023_310-15C1_adjustment.csv",
    "lighting_demand": "2023_220-45_lighting_demand.csv",
    "ranges": "2023_220-55_ranges.csv",
    "dryers": "2023_220-54_dryers.csv",
    "motors": "2023_430-248_motors.csv",
    "welders": "2023_630-11_welders.csv",
    "supply_side": "2023_250-102-C1_supply_side.csv",
    "devices": "2023_240-6A_devices.csv",
    "small": "2023_240-4D_small_conductors.csv",
    "equipment_ground": "2023_250-122_equipment_grounding.csv",
    "electrode_conductor": "2023_250-66_electrode_conductor.csv",
    "conductors": "2023_9-8_conductors.csv",
    "impedance": "2023_9-9_impedance.csv",
    "raceways": "2023_9-4_raceways.csv",
    "fill": "2023_9-1_fill.csv",
    "wire_dimensions": "2023_9-5_wire_dimensions.csv",
    "cover": "2023_300-5A_cover.csv",
    "insulation": "2023_310-4_insulation.csv",
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
