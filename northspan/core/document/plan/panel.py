"""What was worked out about a panel and its circuits."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.document.findings import Cure
from northspan.core.document.plan.run import CallPlan
from northspan.core.document.plan.working import WorkGroup, WorkLine


@dataclass(frozen=True, slots=True)
class SlotPlan:
    """A space of a panel: its row, whether it is in the left column, the leg it lands on, and the slot under it."""

    slot: int
    row: int
    left: bool
    leg: int
    half: bool
    below: int | None


@dataclass(frozen=True, slots=True)
class CircuitPlan:
    """A circuit as it stands: its legs, its device and load [A], what it must be, and its line in the directory."""

    id: str
    name: str
    slots: tuple[int, ...]
    half: str
    legs: tuple[int, ...]
    poles: int
    rating_a: float
    load_a: float
    wire: str
    device: str
    status: str
    known: str
    run: str
    line: str
    over: bool
    must: tuple[WorkLine, ...]
    working: tuple[WorkLine, ...]
    shared: tuple[WorkLine, ...]
    lands: tuple[str, ...]
    group: int | None
    load_known: bool = True


@dataclass(frozen=True, slots=True)
class DirectoryRow:
    """A line of a directory: where it stands, what it is, its device and wire, and what one must know of it.

    `kind` is circuit, open (a place for a half-size device beside another) or spare.
    """

    kind: str
    slots: str
    line: str
    device: str
    wire: str
    curve: str
    residual: str
    points: str
    marks: str


@dataclass(frozen=True, slots=True)
class CablePlan:
    """A cable of a panel that moves: whether it reaches, what is done if not, and what is done before and while the power is off.

    `short_m` is what is missing [m]; below 0 it is spare. `box_cost` and `new_cost` are the two ways to help it. [money]
    """

    circuit: str
    name: str
    comes_from: str
    short_m: float
    state: str
    words: str
    before: str
    off: str
    box: str
    box_cost: float | None
    new_cost: float | None
    working: tuple[WorkLine, ...]


@dataclass(frozen=True, slots=True)
class BoxPlan:
    """A box in which circuits go on: what is in it, what volume that asks, and what it has. [L]"""

    id: str
    name: str
    circuits: tuple[str, ...]
    least_l: float
    has_l: float | None
    holds: bool
    words: str
    working: tuple[WorkLine, ...]


@dataclass(frozen=True, slots=True)
class MovePlan:
    """A panel that takes the place of another: the old one's slots, its cables, the boxes that would help, and the order of work."""

    old: str
    old_name: str
    old_slots: tuple[SlotPlan, ...]
    where: str
    cables: tuple[CablePlan, ...]
    offer: Cure | None
    offer_words: tuple[str, ...]
    before: tuple[str, ...]
    off: tuple[str, ...]
    caution: str


@dataclass(frozen=True, slots=True)
class RoundPlan:
    """A round of switching: which circuits are off, and the slots to switch."""

    number: int
    off: tuple[str, ...]
    words: str


@dataclass(frozen=True, slots=True)
class OutletPlan:
    """An outlet and its circuit, as the readings say; `maybe` where they leave several open."""

    name: str
    serves: str
    circuit: str
    words: str
    doubtful: bool
    open: int
    maybe: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class TracePlan:
    """Which circuit feeds what: ways to begin, rounds, outlets, what is still unsure, and the edit that writes it down."""

    begin: tuple[Cure, ...]
    rounds: tuple[RoundPlan, ...]
    outlets: tuple[OutletPlan, ...]
    unsure: tuple[str, ...]
    take: Cure | None
    caution: str


@dataclass(frozen=True, slots=True)
class GroupPlan:
    """Ways behind one residual-current device: what goes off together, and what leaks. [mA]"""

    number: int
    name: str
    circuits: tuple[str, ...]
    leakage_ma: float
    most_ma: float | None
    words: str


@dataclass(frozen=True, slots=True)
class RoomWay:
    """A way to more room in a panel: what it gives, and what it costs by the prices of the job. [money]"""

    words: str
    gives: str
    cost: float | None
    cure: Cure | None


@dataclass(frozen=True, slots=True)
class TerminalLine:
    """What lands on the bars of a panel: neutral and ground of a circuit, and what is marked."""

    circuit: str
    name: str
    neutral: str
    ground: str
    marks: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class WaitingPlan:
    """What has no place in a panel yet: a circuit, a run or a load, with the slot that keeps the legs closest."""

    id: str
    kind: str
    name: str
    poles: int
    load_a: float
    words: str
    cure: Cure | None


@dataclass(frozen=True, slots=True)
class BalanceMove:
    """The best that so many moves can do for the legs of a panel: what moves where, what difference is left [A]."""

    moves: int
    words: str
    left_a: float
    cure: Cure | None


@dataclass(frozen=True, slots=True)
class PanelPlan:
    """A panel: its slots, its circuits, what waits, its legs three ways [A], its room, and the moves that balance it."""

    id: str
    name: str
    columns: int
    main: str
    slots: tuple[SlotPlan, ...]
    circuits: tuple[CircuitPlan, ...]
    waiting: tuple[WaitingPlan, ...]
    connected_1_a: float
    connected_2_a: float
    connected_neutral_a: float
    demand_1_a: float | None
    demand_2_a: float | None
    read_1_a: float | None
    read_2_a: float | None
    read_neutral_a: float | None
    one_line: bool
    free: int
    free_half: int
    room: str
    next_single: tuple[int, ...]
    next_two_pole: tuple[int, ...]
    more_room: tuple[RoomWay, ...]
    terminals: tuple[TerminalLine, ...]
    groups: tuple[GroupPlan, ...]
    around: tuple[WorkGroup, ...]
    boxes: tuple[BoxPlan, ...]
    move: MovePlan | None
    trace: TracePlan
    fed_from: str
    directory: tuple[DirectoryRow, ...]
    notices: tuple[WorkLine, ...]
    calls: tuple[CallPlan, ...]
    moves: tuple[BalanceMove, ...]
    working: tuple[WorkLine, ...]
    unknown_loads: int = 0
