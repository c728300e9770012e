"""Where a can with devices may hang."""

from __future__ import annotations

from northspan.core.document.job import (
    Room,
)
from northspan.core.rulebooks import north_american
from northspan.core.working.worked import Step, ruled

main_protects = True


def panel_room(room: Room) -> Step:
    """Say whether a can with devices may hang in a room."""
    return north_american.panel_room(room, "Rule 26-402")


def handle_height() -> Step:
    """Give how high the highest handle may be. [m]"""
    return ruled("h", "highest handle", "1.7 m", "in a dwelling, over the finished floor", "Rule 26-402", 1.7)
