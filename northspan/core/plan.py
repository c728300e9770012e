"""The plan: every answer, with how it was worked. What screens, reports and exports draw."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.findings import Cure, Finding
from northspan.core.job import Part
from northspan.core.worked import Margin, Step


@dataclass(frozen=True, slots=True)
class WorkLine:
    """A line of working, printed."""

    symbol: str
    words: str
    formula: str
    figures: str
    result: str
    unit: str
    citation: str
    kind: str


@dataclass(frozen=True, slots=True)
class WorkGroup:
    """The working of one answer, and the answer in words."""

    key: str
    title: str
    answer: str
    lines: tuple[WorkLine, ...]


@dataclass(frozen=True, slots=True)
class MarginShown:
    """A limit: how much is used of how much, and whether it holds."""

    key: str
    words: str
    used: float
    limit: float
    unit: str
    share: float
    citation: str
    advice: bool
    holds: bool
    governs: bool


@dataclass(frozen=True, slots=True)
class WirePlan:
    """A conductor of a run, as bought and as marked."""

    role: str
    color: str
    size: str
    size_name: str
    metal: str


@dataclass(frozen=True, slots=True)
class StretchPlan:
    """A stretch of a run: its pipe, its least cover, where it lies on the way from the head of the run. [m]"""

    from_m: float
    to_m: float
    method_name: str
    place: str
    pipe_size: str
    pipe_name: str
    fill_percent: float
    cover_m: float | None
    bends_deg: float


@dataclass(frozen=True, slots=True)
class Neighbour:
    """Another way to make a run: what it gives, and the edit that takes it."""

    words: str
    size_name: str
    metal: str
    drop_percent: float
    way_percent: float
    pipe_name: str
    holds: bool
    current: bool
    why_not: str
    cure: Cure


@dataclass(frozen=True, slots=True)
class CallOption:
    """A school of a call, and what it would give here."""

    school: str
    words: str
    outcome: str
    chosen: bool


@dataclass(frozen=True, slots=True)
class CallPlan:
    """A judgement at its place: the question, who decided and why, and every school's outcome."""

    name: str
    question: str
    chosen: str
    default: str
    decided_by: str
    why: str
    options: tuple[CallOption, ...]


class RunPlan(Part):
    """Everything decided about one run."""

    id: str
    name: str
    kind: str
    origin: str
    target: str
    status: str
    sized: bool
    headline: str
    subline: str
    length_m: float
    nominal_v: float
    load_a: float
    continuous_a: float
    neutral_a: float
    device_a: float
    metal: str
    insulation: str
    size: str
    size_name: str
    least_size: str
    least_name: str
    ampacity_a: float
    grounded_size: str
    grounded_least: str
    equipment_ground_size: str
    wires: tuple[WirePlan, ...]
    stretches: tuple[StretchPlan, ...]
    drop_v: float
    drop_percent: float
    drop_current_a: float
    way_percent: float
    margins: tuple[MarginShown, ...]
    governs: str
    working: tuple[WorkGroup, ...]
    neighbours: tuple[Neighbour, ...]
    smaller: str
    larger: str
    calls: tuple[CallPlan, ...]
    cautions: tuple[str, ...]


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


class Plan(Part):
    """Every answer about a job, by the named rulebook."""

    rulebook: str
    rulebook_title: str
    standing: str
    runs: dict[str, RunPlan]
    ways: tuple[Way, ...]
    enclosures: dict[str, EnclosurePlan]
    buildings: dict[str, BuildingPlan]
    findings: tuple[Finding, ...]


def printed(steps: tuple[Step, ...]) -> tuple[WorkLine, ...]:
    """Print steps as lines of working.

    Parameters
    ----------
    steps : tuple of Step
        Steps in order. [-]
    """
    return tuple(WorkLine(s.symbol, s.words, s.formula, s.figures, s.result, s.unit, s.citation, s.kind) for s in steps)


def shown(margins: tuple[Margin, ...]) -> tuple[MarginShown, ...]:
    """Show limits with the governing one marked: the one with the least room.

    Parameters
    ----------
    margins : tuple of Margin
        Limits that were checked. [-]
    """
    tightest = max(margins, key=lambda margin: margin.share, default=None)
    return tuple(
        MarginShown(m.key, m.words, m.used, m.limit, m.unit, m.share, m.citation, m.advice, m.holds, m is tightest) for m in margins
    )
