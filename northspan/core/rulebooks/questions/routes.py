"""Where a run may go: cover, heights, distances, straps."""

from __future__ import annotations

from collections.abc import Hashable
from typing import Protocol

from northspan.core.document.job import (
    Metal,
    Method,
    OtherLine,
    Over,
    Segment,
)
from northspan.core.rulebooks.questions.common import RunFacts
from northspan.core.working.worked import Step, Worked


class RouteRules(Hashable, Protocol):
    """Where a run may go: cover, heights, distances, straps."""

    def cover(self, segment: Segment, run: RunFacts, device_a: float | None) -> Worked[float | None]:
        """Give the least cover. [m]"""

    def clearance(self, over: Over, to_earth_v: float) -> Step:
        """Give how high an overhead conductor must hang. [m]"""

    def riser(self) -> Step:
        """Say how far up what comes out of the ground is protected. [m]"""

    def line_distance(self, kind: OtherLine) -> Step:
        """Give the distance from another line in the ground. [m]"""

    def trench_heat(self) -> Step:
        """Say whether the heat of other circuits in a trench counts."""

    def supports(self, method: Method, size: str) -> tuple[Step, Step]:
        """Give how far straps may stand apart, and the first one from a box. [m]"""

    def expansion(self, method: Method) -> tuple[Step, Step]:
        """Give what a metre grows by a degree, and from how much on a fitting is wanted. [mm per m and K, mm]"""

    def bushing(self, size: str) -> Step:
        """Say what guards the wires at the end of a pipe."""

    def outdoors_rating(self) -> Step:
        """Say how boxes outdoors are rated."""

    def pulling_stress(self, metal: Metal) -> Step:
        """Give what a conductor may be pulled with. [N/mm²]"""
