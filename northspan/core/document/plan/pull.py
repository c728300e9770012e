"""The plan of a pull: tension along the way from both ends, limits, stages, lengths and the order of hands."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.document.findings import Cure
from northspan.core.document.plan.working import MarginShown, WorkGroup


@dataclass(frozen=True, slots=True)
class PullPoint:
    """A place along a pull: distance from the head of the run [m], tension [N], pressure of the bend there [N/m]."""

    distance_m: float
    tension_n: float
    side_wall_n_m: float
    words: str


@dataclass(frozen=True, slots=True)
class PullWay:
    """A pull in one direction, lubricated and dry: its points from the feeding end, and the worst of them. [N, N/m]"""

    key: str
    words: str
    points: tuple[PullPoint, ...]
    dry: tuple[PullPoint, ...]
    worst_n: float
    worst_dry_n: float
    side_wall_n_m: float
    chosen: bool


@dataclass(frozen=True, slots=True)
class CutLength:
    """A conductor as it is cut: its length with make-up at both ends and what is coiled for later. [m]"""

    name: str
    count: int
    size_name: str
    color: str
    cut_m: float
    total_m: float
    size: str
    metal: str
    product: str


@dataclass(frozen=True, slots=True)
class StickMark:
    """A mark on a stick that is bent by hand: from its end [m], in words, by how much [degrees], and which way (1 up, -1 back)."""

    at_m: float
    words: str
    angle_deg: float
    way: int


@dataclass(frozen=True, slots=True)
class BentPlan:
    """A bend made by hand: its stretch and place there, in words, its marks, what it loses, and the pipe it takes. [m]"""

    segment: int
    number: int
    words: str
    marks: tuple[StickMark, ...]
    shrink_m: float
    developed_m: float


@dataclass(frozen=True, slots=True)
class BendMark:
    """A bend of a pipe: how far from the head of the run [m], how sharp [degrees]."""

    at_m: float
    angle_deg: float


@dataclass(frozen=True, slots=True)
class Bought:
    """What is bought for the conductors of one size."""

    size_name: str
    count: int
    words: str


@dataclass(frozen=True, slots=True)
class TrenchPlan:
    """A trench in which several stretches lie, dug once: its name, the runs in it, what is dug."""

    name: str
    runs: tuple[str, ...]
    group: WorkGroup


@dataclass(frozen=True, slots=True)
class StageLine:
    """A run in one stage of the work, and what is done with it then."""

    run: str
    name: str
    words: str


@dataclass(frozen=True, slots=True)
class StagePlan:
    """A stage of the work: what stays, what is for now only, what is final, what goes out again."""

    key: str
    title: str
    lines: tuple[StageLine, ...]


@dataclass(frozen=True, slots=True)
class PullPlan:
    """Everything decided about pulling a run in."""

    known: bool
    words: str
    ways: tuple[PullWay, ...]
    margins: tuple[MarginShown, ...]
    stages: int
    weight_n: float
    lubricant_l: float
    bends_deg: tuple[float, ...]
    bends: tuple[BendMark, ...]
    lengths: tuple[CutLength, ...]
    bought: tuple[Bought, ...]
    order: tuple[str, ...]
    cures: tuple[Cure, ...]
    bent: tuple[BentPlan, ...]
    segments: tuple[WorkGroup, ...]
    working: tuple[WorkGroup, ...]
