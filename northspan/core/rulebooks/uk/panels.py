"""Where a can with devices may hang."""

from __future__ import annotations

from northspan.core.document.job import (
    Room,
)
from northspan.core.rulebooks.lugs import largest_lug
from northspan.core.rulebooks.uk.code_tables import code_table
from northspan.core.working.worked import Step, Worked, ruled

main_protects = False  # the main switch of a consumer unit is no device


def panel_room(room: Room) -> Step:
    """Say whether a can with devices may hang in a room."""
    why = "out of the zones of a bath or shower" if room is Room.bathroom else "no rule keeps it away; its case does not burn"
    cite = "701.512.3" if room is Room.bathroom else "421.1.201"
    return ruled("p", "place of a consumer unit", "no" if room is Room.bathroom else "yes", why, cite)


def handle_height() -> Step:
    """Give how high the highest handle may be. [m]"""
    return ruled("h", "highest handle", "1450 mm", "customary for what a person must reach in a dwelling", "guide", 1.45)


def usual_lug(device_a: float) -> Worked[str]:
    """Give the largest wire that the terminals of a device usually take; empty above the table."""
    return largest_lug(code_table("usual_lugs"), device_a)
