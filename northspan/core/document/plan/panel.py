"""What was worked out about a panel and its circuits."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.document.findings import Cure
from northspan.core.document.plan.working import WorkLine


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
    must: tuple[WorkLine, ...]
    working: tuple[WorkLine, ...]


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
    moves: tuple[BalanceMove, ...]
    working: tuple[WorkLine, ...]
