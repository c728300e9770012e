"""Where a can with devices may hang."""

from __future__ import annotations

from northspan.core.document.job import (
    Room,
)
from northspan.core.rulebooks import north_american
from northspan.core.rulebooks.ca.code_tables import code_table
from northspan.core.rulebooks.lugs import largest_lug
from northspan.core.working.worked import Step, Worked, ruled

main_protects = True


def panel_room(room: Room) -> Step:
    """Say whether a can with devices may hang in a room."""
    return north_american.panel_room(room, "Rule 26-402")


def handle_height() -> Step:
    """Give how high the highest handle may be. [m]"""
    return ruled("h", "highest handle", "1.7 m", "in a dwelling, over the finished floor", "Rule 26-402", 1.7)


def usual_lug(device_a: float) -> Worked[str]:
    """Give the largest wire that the terminals of a device usually take; empty above the table."""
    return largest_lug(code_table("usual_lugs"), device_a)
