"""Where a can with devices may hang."""

from __future__ import annotations

from collections.abc import Hashable
from typing import Protocol

from northspan.core.document.job import (
    Room,
)
from northspan.core.working.worked import Step, Worked


class PanelRules(Hashable, Protocol):
    """Where a can with devices may hang.

    `main_protects` tells whether the main of a panel is a device.
    """

    main_protects: bool

    def panel_room(self, room: Room) -> Step:
        """Say whether a can with devices may hang in a room."""

    def usual_lug(self, device_a: float) -> Worked[str]:
        """Give the largest wire that the terminals of a device usually take; empty where that is not customary."""

    def handle_height(self) -> Step:
        """Give how high the highest handle may be. [m]"""
