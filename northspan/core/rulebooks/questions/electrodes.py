"""Electrodes: whether, how many, with which conductor."""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass
from typing import Protocol

from northspan.core.document.job import (
    ElectrodeKind,
    Metal,
)
from northspan.core.rulebooks.questions.common import BuildingFacts, RodLimits, Wire
from northspan.core.working.worked import Worked


@dataclass(frozen=True, slots=True)
class ElectrodeNeed:
    """Whether a building needs an electrode, and how many rods: 0 where another electrode serves."""

    required: bool
    rods: int


class ElectrodeRules(Hashable, Protocol):
    """Electrodes: whether, how many, with which conductor."""

    protect_by_resistance: bool
    """Whether an electrode protects by its resistance, where the supply brings no earth."""

    def electrodes_needed(self, building: BuildingFacts, school: str) -> Worked[ElectrodeNeed]:
        """Decide on electrodes at a building."""

    def electrode_conductor(
        self, kind: ElectrodeKind, supply: Wire | None, metal: Metal, *, sets: int = 1, goes_on: bool = False
    ) -> Worked[str]:
        """Size the conductor to an electrode."""

    def electrode_rules(self, building: BuildingFacts) -> Worked[str]:
        """Say how electrodes go in and are joined."""

    def rod_limits(self) -> RodLimits:
        """Give rod length [m], spacing [m] and the one-rod limit [ohm]."""

    def intersystem_bonding(self, building: BuildingFacts) -> Worked[bool]:
        """Say whether a place to bond other systems is needed."""

    def building_disconnect(self, building: BuildingFacts, main_a: float | None) -> Worked[float]:
        """Give the least rating of a building's disconnect. [A]"""
