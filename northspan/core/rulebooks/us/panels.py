"""Where a can with devices may hang."""

from __future__ import annotations

from northspan.core.document.job import (
    Room,
)
from northspan.core.rulebooks import north_american
from northspan.core.rulebooks.lugs import largest_lug
from northspan.core.rulebooks.us.code_tables import code_table
from northspan.core.working.worked import Step, Worked, ruled

main_protects = True


def panel_room(room: Room) -> Step:
    """Say whether a can with devices may hang in a room."""
    citation = {Room.bathroom: "240.24(E)", Room.clothes_closet: "240.24(D)", Room.over_steps: "240.24(F)"}.get(room, "240.24")
    return north_american.panel_room(room, citation)


def handle_height() -> Step:
    """Give how high the highest handle may be. [m]"""
    why = "the middle of the grip of its highest handle, over the floor or the platform one stands on"
    return ruled("h", "highest handle", "6 ft 7 in", why, "240.24(A)", 2.0066)


def usual_lug(device_a: float) -> Worked[str]:
    """Give the largest wire that the terminals of a device usually take; empty above the table."""
    return largest_lug(code_table("usual_lugs"), device_a)
