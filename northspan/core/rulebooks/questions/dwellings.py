"""The load of a dwelling as a whole."""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass
from math import fsum
from typing import Any, Protocol

from northspan.core.document.job import (
    LoadKind,
    RunKind,
    System,
)
from northspan.core.working.sums import count_of
from northspan.core.working.worked import Step, Worked


@dataclass(frozen=True, slots=True)
class Appliance:
    """An appliance fastened in place: nameplate [VA], and whether it uses the neutral."""

    name: str
    power_va: float
    to_neutral: bool
    kind: LoadKind = LoadKind.appliance


@dataclass(frozen=True, slots=True)
class DwellingFacts:
    """What the load of a one-family dwelling is worked from. [m², VA]

    `heating_va` is resistance heat, also the supplementary heat of a heat pump; `heating_zones`
    counts separately controlled heaters, central heating is one. `heat_pump_va` is the compressor. `cooling_va` stands
    still while it is heated, `cooling_with_heat_va` runs then too. `largest_motor_va` is the largest motor beside heating
    and cooling, `largest_neutral_motor_va` the largest of those connected to the neutral; `largest_cooling_va` and
    `largest_heat_pump_va` are the largest single units, left out where there is but one. `measured_va` is the highest
    demand as measured over a year, or over a month, and `added_va` what is new beside it.
    """

    floor_m2: float
    basement_m2: float = 0.0
    small_appliance_circuits: int = 2
    laundry_circuits: int = 1
    appliances: tuple[Appliance, ...] = ()
    ranges_va: tuple[float, ...] = ()
    dryers_va: tuple[float, ...] = ()
    heating_va: float = 0.0
    heating_zones: int = 1
    heat_pump_va: float = 0.0
    cooling_va: float = 0.0
    vehicles_va: tuple[float, ...] = ()
    largest_motor_va: float = 0.0
    largest_neutral_motor_va: float = 0.0
    cooling_with_heat_va: float = 0.0
    largest_cooling_va: float = 0.0
    largest_heat_pump_va: float = 0.0
    vehicles_in_pool: bool = False
    measured_va: float = 0.0
    measured_month: bool = False
    added_va: float = 0.0
    cooker_sockets: int = 0
    lighting_va: float = 0.0
    sockets_va: tuple[float, ...] = ()
    system: System = System.split_phase


@dataclass(frozen=True, slots=True)
class AllowanceFacts:
    """What the allowance for a dwelling's own supply asks: whether the run carries all of it, and its device [A]."""

    whole_dwelling: bool
    kind: RunKind
    device_a: float
    why_not: str = ""
    system: System = System.split_phase


@dataclass(frozen=True, slots=True)
class MethodLoad:
    """A calculated load by one method, and the neutral's load where the method gives one. [VA]"""

    key: str
    title: str
    total: Worked[float]
    neutral: Worked[float] | None


def joined(facts: tuple[DwellingFacts, ...]) -> DwellingFacts:
    """Put several dwellings together as one: all they have, with of each its heating or its cooling, the larger.

    Parameters
    ----------
    facts : tuple of DwellingFacts
        The dwellings. [m², VA]
    """

    def every(name: str) -> tuple[Any, ...]:
        return tuple(value for one in facts for value in getattr(one, name))

    def total(name: str) -> float:
        return fsum(getattr(one, name) for one in facts)

    def largest(name: str) -> float:
        return max(float(getattr(one, name)) for one in facts)

    climate = fsum(max(one.heating_va + one.heat_pump_va, one.cooling_va) + one.cooling_with_heat_va for one in facts)
    motor = max(largest("largest_motor_va"), largest("cooling_va"), largest("heat_pump_va"), largest("cooling_with_heat_va"))
    return DwellingFacts(
        floor_m2=total("floor_m2"), basement_m2=total("basement_m2"),
        small_appliance_circuits=count_of(one.small_appliance_circuits for one in facts),
        laundry_circuits=count_of(one.laundry_circuits for one in facts),
        appliances=every("appliances"), ranges_va=every("ranges_va"), dryers_va=every("dryers_va"),
        heating_va=climate, heating_zones=count_of(one.heating_zones for one in facts), vehicles_va=every("vehicles_va"),
        largest_motor_va=motor, largest_neutral_motor_va=largest("largest_neutral_motor_va"),
        cooker_sockets=count_of(one.cooker_sockets for one in facts), lighting_va=total("lighting_va"), sockets_va=every("sockets_va"),
        system=facts[0].system,
    )  # fmt: skip


class DwellingRules(Hashable, Protocol):
    """The load of a dwelling as a whole."""

    def needs_floor_area(self) -> bool:
        """Say whether the load of a dwelling is worked from its floor area."""

    def dwelling_methods(self) -> tuple[tuple[str, str], ...]:
        """List the methods for a dwelling's load with their names."""

    def pooled_methods(self) -> frozenset[str]:
        """List the methods that pool loads, with vehicle charging inside or outside the pool as a call."""

    def new_dwelling_methods(self) -> tuple[str, ...]:
        """List the methods for a dwelling that is new, the usual one last."""

    def dwelling_loads(self, facts: DwellingFacts) -> tuple[MethodLoad, ...]:
        """Work the load of a dwelling by every method; at least one gives the load of the neutral, too. [VA]"""

    def dwellings_together(self, facts: tuple[DwellingFacts, ...], own_va: tuple[float, ...]) -> Worked[float]:
        """Work the load of several dwellings behind one supply, from the load of each by its own method. [VA]"""

    def dwelling_least_a(self) -> Step:
        """Give the least rating of a one-family dwelling's service. [A]"""

    def dwelling_allowance(self, facts: AllowanceFacts) -> Step:
        """Decide on the allowance for a dwelling's own supply."""
