"""Where a can with devices may hang."""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass
from typing import Protocol

from northspan.core.document.job import (
    CircuitUse,
    Feeds,
    Room,
    Serves,
)
from northspan.core.working.worked import Step, Worked


@dataclass(frozen=True, slots=True)
class CircuitFacts:
    """What decides how a circuit protects people: where it goes, what it is for, its device [A], and whether it is in a dwelling.

    `to_neutral` tells whether it is line to neutral; `new` whether it is new, so that today's rules hold for it. `extended_m`
    is how much longer its wire became with no outlet more: 0 where it stays as it is, infinite where nobody knows. [m]
    `replaced` tells whether its outlets are replaced and its wire stays. `left` tells whether a single outlet for one thing
    is left without ground-fault protection, by the call. `feeds` is the one thing it feeds, where it is one.
    """

    serves: Serves
    use: CircuitUse
    rating_a: float
    to_neutral: bool
    dwelling: bool
    new: bool
    extended_m: float = 0.0
    left: bool = False
    replaced: bool = False
    feeds: Feeds = Feeds.unknown


class PanelRules(Hashable, Protocol):
    """Where a can with devices may hang.

    `main_protects` tells whether the main of a panel is a device.
    """

    poles_on_two_legs: bool
    """Whether a device of two poles must stand on both legs."""

    main_protects: bool

    def panel_room(self, room: Room) -> Step:
        """Say whether a can with devices may hang in a room."""

    def usual_lug(self, device_a: float) -> Worked[str]:
        """Give the largest wire that the terminals of a device usually take; empty where that is not customary."""

    def protection(self, circuit_facts: CircuitFacts) -> tuple[Step, ...]:
        """Say what the device of a circuit must do beside overcurrent: ground_fault, arc_fault or residual, each with its article."""

    def spare_spaces(self) -> Step | None:
        """Say how many spaces must stay free in a new panel of a dwelling; None where the code asks none."""

    def handle_height(self) -> Step:
        """Give how high the highest handle may be. [m]"""

    def ring_limits(self, size: str) -> tuple[Step, Step, Step] | None:
        """Give what a ring is held against; None where a code knows none.

        The floor it usually serves [m²], its spurs for each outlet on it [-], and its wire cold [ohm per km].
        """
