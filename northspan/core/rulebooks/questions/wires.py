"""Wires: which there are, which are usual, which suit a route."""

from __future__ import annotations

from collections.abc import Hashable
from typing import Protocol

from northspan.core.document.job import (
    Metal,
    Segment,
)
from northspan.core.working.worked import Worked


class WireRules(Hashable, Protocol):
    """Wires: which there are, which are usual, which suit a route."""

    def metals(self) -> tuple[Metal, ...]:
        """List the conductor metals."""

    def insulations(self) -> tuple[str, ...]:
        """List the insulation types."""

    def sizes(self, metal: Metal, insulation: str = "") -> tuple[str, ...]:
        """List conductor sizes, smallest first."""

    def largest_customary(self) -> str:
        """Give the largest size that is commonly pulled; more current goes into parallel sets."""

    def smallest_customary(self, metal: Metal) -> str:
        """Give the smallest size of a metal commonly stocked for feeders."""

    def default_insulation(self, metal: Metal, segments: tuple[Segment, ...], *, branch: bool = False) -> str:
        """Choose a usual insulation for a metal and route; of a branch circuit the cable that is bought for it."""

    def single_wires(self, insulation: str) -> bool:
        """Tell whether a kind is pulled in pipe as single conductors."""

    def insulation_fits(self, insulation: str, segments: tuple[Segment, ...]) -> Worked[str]:
        """Say what is wrong with an insulation on a route; an empty answer means nothing is."""

    def parallel_least(self) -> tuple[str, str]:
        """Give the smallest size that may run in parallel, and the article."""

    def parallel_is_rule(self) -> bool:
        """Tell whether a smaller one in parallel breaks a rule, or only a habit."""

    def area(self, size: str) -> float:
        """Look up a conductor's area. [cmil]"""

    def area_m2(self, size: str) -> float:
        """Work a conductor's area. [m²]"""
