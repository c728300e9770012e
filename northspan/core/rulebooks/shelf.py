"""What supply houses have where a code is followed, from two tables beside its own."""

from __future__ import annotations

from northspan.core.document.job import Stock
from northspan.core.rulebooks.tables import Table


def stock_of(devices: Table, sizes: Table, sets: Table) -> Stock:
    """Read a shelf from its tables.

    Parameters
    ----------
    devices : Table
        Ratings of breakers. [A]
    sizes : Table
        Sizes of wire, with a mark for each metal. [-]
    sets : Table
        Sets of aluminum wire laid up together. [-]
    """
    return Stock(
        devices_a=tuple(float(key) for key in devices.rows),
        copper=tuple(key for key in sizes.rows if sizes.has(key, "copper")),
        aluminum=tuple(key for key in sizes.rows if sizes.has(key, "aluminum")),
        aluminum_sets=tuple(sets.rows),
    )
