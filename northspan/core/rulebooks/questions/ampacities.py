"""What a wire carries, and what its load asks of it."""

from __future__ import annotations

from collections.abc import Hashable
from typing import Protocol

from northspan.core.document.job import (
    Circuit,
    RunKind,
    Segment,
    System,
    Terminals,
)
from northspan.core.rulebooks.questions.common import USUAL_GUARD, Ampacity, DesignLoad, Guard, Wire
from northspan.core.working.worked import Margin, Step, Worked


class AmpacityRules(Hashable, Protocol):
    """What a wire carries, and what its load asks of it."""

    def carrying_conductors(self, circuit: Circuit, system: System) -> Step:
        """Count carrying conductors of a run."""

    def terminals_c(self, marking: Terminals, device_a: float) -> Step:
        """Give the temperature terminals stand. [°C]"""

    def usual_ground_c(self) -> float:
        """Give how warm the ground is taken, where nobody measured it. [°C]"""

    def run_ampacity(
        self, wire: Wire, segments: tuple[Segment, ...], carrying: int, terminal_c: float, start: str = "insulation"
    ) -> Worked[Ampacity]:
        """Give the ampacity of a run. [A]"""

    def load_margins(
        self, load: DesignLoad, ampacity: Ampacity, kind: RunKind, allowance: float = 1.0, guard: Guard = USUAL_GUARD, rating_a: float = 0.0
    ) -> tuple[tuple[Step, ...], tuple[Margin, ...]]:
        """Hold a conductor against its load; with an allowance against that share of its rating."""

    def largest_loads(self, ampacity: Ampacity, device_a: float, kind: RunKind) -> tuple[Step, Step]:
        """Give the largest load of a conductor, and the largest continuous one. [A]"""

    def fault_limits_c(self, insulation: str) -> tuple[float, float]:
        """Give the temperatures of a wire when a fault begins, and what its insulation stands while it lasts. [°C]"""
