"""What the terminals of devices usually take, from a table beside the code's own."""

from __future__ import annotations

from northspan.core.rulebooks.tables import Table
from northspan.core.working.worked import Worked, ruled


def largest_lug(lugs: Table, device_a: float) -> Worked[str]:
    """Give the largest wire that the terminals of a device usually take; empty above the table.

    Parameters
    ----------
    lugs : Table
        Sizes by the rating of the device. [-]
    device_a : float
        Its rating. [A]
    """
    size = next((lugs.text(key, "size") for key in lugs.rows if device_a <= float(key) + 1e-9), "")
    return Worked(size, (ruled("L", "largest wire at its terminals", size, "usual for its rating; its label decides", "customary"),))
