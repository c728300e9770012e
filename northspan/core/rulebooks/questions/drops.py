"""Resistance of wires, and the voltage drop a code speaks of."""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass
from typing import Protocol

from northspan.core.document.job import (
    Metal,
    Method,
    RunKind,
    Segment,
)
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.working.worked import Step, Worked


@dataclass(frozen=True, slots=True)
class LengthUnit:
    """The unit in which this code's tables count length.

    `metres` is the length of one unit, `per_thousand` the name of a thousand of them.
    """

    name: str
    metres: float
    per_thousand: str


@dataclass(frozen=True, slots=True)
class Impedance:
    """Impedance of one conductor, per thousand of the code's length unit. [ohm]"""

    resistance_ohm: float
    reactance_ohm: float


@dataclass(frozen=True, slots=True)
class WarmFacts:
    """How warm a conductor gets with its load: kind and size, the stretch, the load [A], what its terminals stand [°C]."""

    wire: Wire
    segment: Segment
    load_a: float
    terminals_c: float


class DropRules(Hashable, Protocol):
    """Resistance of wires, and the voltage drop a code speaks of.

    `length` is the unit in which resistances are tabled.
    """

    length: LengthUnit

    def impedance(self, size: str, metal: Metal, method: Method, insulation: str = "") -> Worked[Impedance]:
        """Look up resistance and reactance. [ohm per 1000 ft]"""

    def dc_resistance(self, size: str, metal: Metal) -> Step:
        """Look up direct-current resistance."""

    def quick_resistance(self, size: str, metal: Metal) -> Step:
        """Work the resistance of the quick constant. [ohm per 1000 ft]"""

    def drop_correction(self, facts: WarmFacts) -> Worked[float]:
        """Give the share of a conductor's resistance that is left at its real temperature: the table's is taken."""

    def drop_distance(self, wire: Wire, current_a: float, ampacity_a: float) -> Worked[float] | None:
        """Give how far a conductor reaches for one percent of 120 V: this code prints no distances. [m]"""

    def drop_is_rule(self) -> bool:
        """Say whether the drop limit is a rule here, or advice."""

    def drop_counts(self, kind: RunKind) -> bool:
        """Tell whether the drop of a run counts in its way: all do."""

    def drop_limits(self, run_percent: float, way_percent: float, *, lighting: bool) -> tuple[float, float]:
        """Give the drop wanted at most in a run and over its way. [%]"""

    def drop_citation(self, kind: RunKind) -> str:
        """Cite where the drop is spoken of."""
