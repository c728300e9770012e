"""The plan of a run."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.document.findings import Cure
from northspan.core.document.job import Part
from northspan.core.document.plan.pull import PullPlan
from northspan.core.document.plan.working import MarginShown, WorkGroup, WorkLine


@dataclass(frozen=True, slots=True)
class WirePlan:
    """A conductor of a run, as bought and as marked; `name` is what the trade there calls its role."""

    role: str
    name: str
    color: str
    size: str
    size_name: str
    metal: str


@dataclass(frozen=True, slots=True)
class SegmentPlan:
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
    ribbon_m: float | None = None


@dataclass(frozen=True, slots=True)
class Neighbour:
    """Another way to make a run: what it gives, whether only advice stands against it, and the edit that takes it."""

    words: str
    size_name: str
    metal: str
    drop_percent: float
    way_percent: float
    pipe_name: str
    cost: float
    tightest: str
    holds: bool
    current: bool
    why_not: str
    cure: Cure
    only_advice: bool = False
    priced_by: str = ""


@dataclass(frozen=True, slots=True)
class CallOption:
    """A school of a call, and what it would give here."""

    school: str
    words: str
    outcome: str
    chosen: bool


@dataclass(frozen=True, slots=True)
class CallPlan:
    """A judgement at its place: the question, who decided or ruled and why, and every school's outcome.

    `matters` where the schools give different answers here, or somebody has decided.
    """

    name: str
    question: str
    chosen: str
    default: str
    decided_by: str
    why: str
    options: tuple[CallOption, ...]
    ruled_by: str = ""
    when: str = ""
    matters: bool = True


@dataclass(frozen=True, slots=True)
class SchoolDrop:
    """The drop by one method at one current: the schools beside each other."""

    method: str
    method_words: str
    current: str
    current_words: str
    current_a: float
    drop_v: float
    percent: float
    chosen: bool


@dataclass(frozen=True, slots=True)
class TapChoice:
    """A tap by the rule of one length: what it must be, why, and whether that is the length it has. [m]"""

    words: str
    from_m: float
    to_m: float | None
    size: str
    size_name: str
    why: str
    here: bool
    working: tuple[WorkLine, ...]


@dataclass(frozen=True, slots=True)
class Growth:
    """Room for more: what is kept free, what it costs more than now, and the edit that takes it."""

    words: str
    room_a: float
    limited_by: str
    spare_wires: int
    cost_more: float
    current: bool
    cure: Cure


@dataclass(frozen=True, slots=True)
class VoltageWay:
    """A long run at one voltage: what it takes, what it costs to make and to run. `holds` also asks the drop."""

    volts: float
    words: str
    drop_percent: float
    first_cost: float
    losses_kwh_per_year: float
    losses_cost: float
    total_cost: float
    holds: bool
    why_not: str
    cheapest: bool
    current: bool
    working: tuple[WorkGroup, ...]
    needs: tuple[str, ...]
    cure: Cure | None


# of a run's plan: what takes longer to work out than the answer, and is worked where somebody asks for it
ASKED_FOR = frozenset(
    {"working", "neighbours", "because", "drops", "growth", "taps", "voltages", "cost", "calls", "pull"}
)  # fmt: skip


class RunPlan(Part):
    """Everything decided about one run."""

    id: str
    name: str
    kind: str
    origin: str
    target: str
    status: str
    sized: bool
    device_type: str = ""
    headline: str
    subline: str
    length_m: float
    nominal_v: float
    load_a: float = 0.0
    continuous_a: float = 0.0
    neutral_a: float = 0.0
    device_a: float = 0.0
    metal: str = ""
    insulation: str = ""
    size: str = ""
    size_name: str = ""
    least_size: str = ""
    least_name: str = ""
    ampacity_a: float = 0.0
    grounded_size: str = ""
    grounded_least: str = ""
    equipment_ground_size: str = ""
    wires: tuple[WirePlan, ...] = ()
    segments: tuple[SegmentPlan, ...] = ()
    drop_v: float = 0.0
    drop_percent: float = 0.0
    drop_current_a: float = 0.0
    way_percent: float = 0.0
    margins: tuple[MarginShown, ...] = ()
    governs: str = ""
    working: tuple[WorkGroup, ...] = ()
    neighbours: tuple[Neighbour, ...] = ()
    because: str = ""
    smaller: str = ""
    larger: str = ""
    calls: tuple[CallPlan, ...] = ()
    cautions: tuple[str, ...] = ()
    sets: int = 1
    line_1_a: float = 0.0
    line_2_a: float = 0.0
    starting_extra_a: float = 0.0
    cost: float = 0.0
    allowance: str = ""
    drops: tuple[SchoolDrop, ...] = ()
    growth: tuple[Growth, ...] = ()
    taps: tuple[TapChoice, ...] = ()
    pull: PullPlan | None = None
    voltages: tuple[VoltageWay, ...] = ()
