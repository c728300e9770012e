"""Pipes and what fills them."""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass
from typing import Protocol

from northspan.core.document.job import (
    Method,
)
from northspan.core.working.worked import Step


@dataclass(frozen=True, slots=True)
class PipeSize:
    """A pipe on the shelf: bore and share that may be filled, for the wires in it, and where both stand.

    `counts_from` is the part of a wire from which a count of equal wires rounds up; 1 where it never does.
    """

    size: str
    bore_area: float
    allowed_percent: float
    bore_citation: str
    fill_citation: str
    counts_from: float = 1.0
    counts_citation: str = ""


class PipeRules(Hashable, Protocol):
    """Pipes and what fills them."""

    def area_unit(self) -> str:
        """Name the unit of wire and pipe areas."""

    def wire_area(self, size: str, insulation: str) -> Step:
        """Look up a wire's area. [in²]"""

    def bare_area(self, size: str) -> Step:
        """Look up the area over the strands of a bare conductor. [in²]"""

    def trade_sizes(self, method: Method, wires: int, length_m: float | None = None) -> tuple[PipeSize, ...]:
        """List pipes of a method."""

    def bends_limit_deg(self, method: Method) -> Step:
        """Give the most bends between pull points. [degrees]"""

    def bend_radius(self, method: Method, size: str) -> Step:
        """Give the least radius of a bend of a pipe. [m]"""
