"""The plan of a property: ways, enclosures, buildings, sources, loads."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.document.findings import Finding
from northspan.core.document.job import Part
from northspan.core.document.plan.panel import PanelPlan
from northspan.core.document.plan.pull import StagePlan, TrenchPlan
from northspan.core.document.plan.run import CallPlan, RunPlan
from northspan.core.document.plan.working import WorkGroup, WorkLine


@dataclass(frozen=True, slots=True)
class WayPoint:
    """Voltage at a distance from the source. [m, V]"""

    distance_m: float
    design_v: float
    starting_v: float
    run: str
    node: str


@dataclass(frozen=True, slots=True)
class Way:
    """From a source to a far end: runs in order, and the voltage along them, as of nominal `nominal_v`."""

    id: str
    name: str
    runs: tuple[str, ...]
    nominal_v: float
    run_limit_v: float
    way_limit_v: float
    run_limit_percent: float
    way_limit_percent: float
    drop_percent: float
    starting_percent: float
    points: tuple[WayPoint, ...]


@dataclass(frozen=True, slots=True)
class EnclosurePlan:
    """Bonded or kept apart, as found and as it should be, and why."""

    id: str
    name: str
    building: str
    bond: str
    bond_found: str
    agrees: bool
    working: tuple[WorkLine, ...]
    fault_a: float | None = None
    fault_to_neutral_a: float | None = None
    interrupting_least_a: float | None = None
    fault_working: tuple[WorkLine, ...] = ()


@dataclass(frozen=True, slots=True)
class MethodPlan:
    """The calculated load of a dwelling by one method. [VA, A]"""

    key: str
    title: str
    total_va: float
    total_a: float
    neutral_a: float | None
    service_a: float
    chosen: bool
    working: tuple[WorkLine, ...]


@dataclass(frozen=True, slots=True)
class LoadPlan:
    """What a load takes where it is: power [VA], and current on each leg [A]."""

    id: str
    building: str
    power_va: float
    line_1_a: float
    line_2_a: float
    neutral_a: float
    continuous: bool
    note: str
    working: tuple[WorkLine, ...]


@dataclass(frozen=True, slots=True)
class ShedPlan:
    """A load let go, and what is left on the heavier leg. [A]"""

    load: str
    name: str
    left_a: float


@dataclass(frozen=True, slots=True)
class SourcePlan:
    """Will it carry it: what a source can give on each leg, and what it is asked. [A]"""

    id: str
    name: str
    known: bool
    verdict: str
    limit_a: float
    line_1_a: float
    line_2_a: float
    starting_a: float
    share: float
    enough: bool
    shed: tuple[ShedPlan, ...]
    working: tuple[WorkGroup, ...]
    calls: tuple[CallPlan, ...] = ()


@dataclass(frozen=True, slots=True)
class BuildingPlan:
    """What a building needs: wires, disconnect, electrodes."""

    id: str
    name: str
    detached: bool
    electrode_required: bool
    rods_wanted: int
    rods_present: int
    electrode_conductor: str
    disconnect_least_a: float
    working: tuple[WorkGroup, ...]
    calls: tuple[CallPlan, ...]
    methods: tuple[MethodPlan, ...] = ()
    line_1_a: float = 0.0
    line_2_a: float = 0.0
    neutral_a: float = 0.0


class Plan(Part):
    """Every answer about a job, by the named rulebook."""

    rulebook: str
    rulebook_title: str
    deference: str
    runs: dict[str, RunPlan]
    ways: tuple[Way, ...]
    enclosures: dict[str, EnclosurePlan]
    buildings: dict[str, BuildingPlan]
    sources: dict[str, SourcePlan]
    loads: dict[str, LoadPlan]
    trenches: tuple[TrenchPlan, ...]
    stages: tuple[StagePlan, ...]
    panels: dict[str, PanelPlan]
    findings: tuple[Finding, ...]
