"""What single loads count for."""

from __future__ import annotations

from collections.abc import Hashable
from typing import Protocol

from northspan.core.document.job import (
    LoadKind,
    RunKind,
)
from northspan.core.working.worked import Step, Worked


class LoadRules(Hashable, Protocol):
    """What single loads count for."""

    people_ma: float | None
    """The leak at which what guards people lets go, where a device says it in figures; None where it says only that it guards. [mA]"""

    charging_watches_neutral: bool
    """Whether a charging point sold there lets go when the neutral of its supply is lost."""

    def counts_continuous(self, kind: LoadKind, run: RunKind, *, said: bool) -> bool:
        """Tell whether a load counts as continuous on a run."""

    def motor_current(self, horsepower: float, volts: float) -> Step:
        """Look up a motor's full-load current. [A]"""

    def motor_device(self, current_a: float, kind: LoadKind = LoadKind.motor) -> Worked[float]:
        """Find the largest breaker of a motor's circuit. [A]"""

    def ground_fault_asked(self, kind: LoadKind) -> Step | None:
        """Say which protection of people the circuit of a load must have; None where no rule asks for it."""

    def asked_there(self, kind: LoadKind) -> tuple[Step, ...]:
        """List what a rule asks at the place of a load, beyond its wire: a disconnect in sight, the kind of ground."""

    def asked_of_service(self, *, dwelling: bool) -> tuple[Step, ...]:
        """List what a rule asks of a new service beyond its conductors and its main."""

    def asked_of_animals(self) -> tuple[Step, ...]:
        """List what a rule asks of a building in which animals live, beyond its electrodes."""

    def motor_share(self) -> tuple[float, str]:
        """Give what the largest motor adds, as a share of its current, and the article."""

    def motor_kinds(self) -> frozenset[LoadKind]:
        """List the kinds of loads that are driven by motors."""

    def counted_power(self, kind: LoadKind, run: RunKind, power_va: float) -> Step | None:
        """Give what a load counts for on a run where that is not its nameplate. [VA]"""

    def welder_factor(self, duty_percent: float) -> Step:
        """Look up what a welder's current counts for."""
