"""Overcurrent devices."""

from __future__ import annotations

from collections.abc import Hashable
from typing import Protocol

from northspan.core.document.job import (
    RunKind,
)
from northspan.core.physics.device_curves import Curve
from northspan.core.rulebooks.questions.common import USUAL_GUARD, Ampacity, DesignLoad, Guard, Wire
from northspan.core.working.worked import Step, Worked


class DeviceRules(Hashable, Protocol):
    """Overcurrent devices."""

    load_words: str
    """What the load that a device must carry is called beside it."""

    def device_types(self) -> tuple[tuple[str, str], ...]:
        """List kinds of devices: one here."""

    def ratings(self, device_type: str = "") -> tuple[float, ...]:
        """List standard devices. [A]"""

    def device_curve(self, device_type: str, rating_a: float) -> Curve:
        """Give the time-current bounds of a device."""

    def load_on_device(self, load: DesignLoad, kind: RunKind) -> Step:
        """Give what a device must be for a load, before it is rounded up to a rating. [A]"""

    def device_for_load(self, load: DesignLoad, kind: RunKind, guard: Guard = USUAL_GUARD) -> Worked[float]:
        """Choose the least device for a load. [A]"""

    def device_for_wire(
        self, ampacity: Ampacity, wire: Wire, school: str, allowance: float = 1.0, guard: Guard = USUAL_GUARD
    ) -> Worked[float]:
        """Find the largest device for a wire. [A]"""

    def interrupting_ratings(self) -> tuple[float, ...]:
        """List the interrupting ratings on the shelf. [A]"""

    def unmarked_interrupting_a(self) -> Step:
        """Give what an unmarked breaker may interrupt. [A]"""

    def device_type_of(self, kind: RunKind, chosen: str) -> str:
        """Give the kind of device of a run: the chosen one, or the usual one; empty where there is only one."""

    def guard_for(
        self, kind: RunKind, chosen: str, *, buried: bool, cannot_overload: bool, ring: bool = False, outlets: bool = False
    ) -> Guard:
        """Say what of a run decides here how its device and its wire go together."""
