"""How the trade says things."""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass
from typing import Protocol

from northspan.core.document.job import (
    Circuit,
    Metal,
    Method,
)


@dataclass(frozen=True, slots=True)
class Dialect:
    """Terms of a country, for screens and sentences.

    `phrases` are pairs: a phrase of the shared texts, and what is said for it here; longer ones first.
    """

    aluminum: str
    ungrounded: str
    grounded: str
    equipment_ground: str
    ground_short: str
    grounding: str
    electrode_conductor: str
    panel: str
    neutral_ground_bond: str
    pipe: str
    length_unit: str
    small_length_unit: str
    phrases: tuple[tuple[str, str], ...] = ()


class Words(Hashable, Protocol):
    """How the trade says things.

    `feet` tells whether lengths are said in feet or in metres.
    """

    @property
    def dialect(self) -> Dialect:
        """The terms of the country."""

    @property
    def feet(self) -> bool:
        """Whether lengths are said in feet, or in metres."""

    def said_in(self, *, feet: bool) -> Words:
        """Give the same words with lengths in other units."""

    def metal_name(self, metal: Metal) -> str:
        """Name a metal as the trade does."""

    def size_name(self, size: str) -> str:
        """Name a size as the trade says it."""

    def pipe_name(self, method: Method, size: str) -> str:
        """Name a pipe as the trade says it."""

    def colors(self, circuit: Circuit, *, old: bool = False) -> tuple[tuple[str, str], ...]:
        """List the wires of a run with their colors, 200.6 and 250.119; ungrounded ones by habit."""

    def cite(self, topic: str) -> str:
        """Cite the article on a topic."""

    def length_text(self, length_m: float) -> str:
        """Write a length in the unit of the job. [m]"""

    def depth_text(self, depth_m: float) -> str:
        """Write a depth or a small length. [m]"""

    def amount_text(self, value: float, unit: str) -> str:
        """Say an amount that is given in metric units. [unit]"""
