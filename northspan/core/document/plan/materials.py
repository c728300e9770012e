"""The take-off: everything that a plan needs, each line with what asks for it."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.document.findings import Cure
from northspan.core.document.plan.working import WorkLine


@dataclass(frozen=True, slots=True)
class Asks:
    """What asks for a part of a line: which part of the job, how much, why, and by which rule. [unit of the line]"""

    where: str
    name: str
    quantity: float
    why: str
    citation: str


@dataclass(frozen=True, slots=True)
class CutPlan:
    """How pieces are cut from lengths on reels or sticks: what is cut from each, and what is left of it. [m]"""

    length_m: float
    pieces_m: tuple[float, ...]
    left_m: float


@dataclass(frozen=True, slots=True)
class TakeOffLine:
    """A line: what it is, what the plan needs of it, what is bought, and how the two differ.

    `status` is new, temporary (it comes back), own or existing; `needed` is by the plan, `bought` with what is spare, in whole
    packs, or as a person changed it; `differs` says so. `had` is what was taken at the counter, which a change of the plan leaves
    as it is; `to_get` is still missing, below 0 it is over, and `fact` says both in words.
    """

    key: str
    item: str
    kind: str
    words: str
    unit: str
    status: str
    needed: float
    bought: float
    shown: str
    differs: str
    crossed_out: bool
    got: str
    asks: tuple[Asks, ...]
    pieces_m: tuple[float, ...]
    working: tuple[WorkLine, ...]
    had: float | None = None
    to_get: float = 0.0
    fact: str = ""


@dataclass(frozen=True, slots=True)
class Stranded:
    """What a person changed of a line that the plan does not give any more: in words, and where it could go."""

    key: str
    words: str
    cures: tuple[Cure, ...]


@dataclass(frozen=True, slots=True)
class TakeOff:
    """Every line of a job, by kind and words; what is done in plain words, and what comes back.

    `copper_out_kg` is copper that comes out, `scrap` what a yard may pay for it. [money]
    """

    rulebook: str
    lines: tuple[TakeOffLine, ...]
    done: tuple[str, ...]
    comes_back: tuple[str, ...]
    copper_out_kg: float
    scrap: float
    not_counted: tuple[str, ...]
    stranded: tuple[Stranded, ...] = ()


@dataclass(frozen=True, slots=True)
class Bought:
    """A way to buy a line at a shop: how many of what, what it costs [money], and the day of the price."""

    words: str
    cost: float
    day: str


@dataclass(frozen=True, slots=True)
class Goods:
    """Something that is bought, as a price book names it, and in words."""

    item: str
    what: str
    words: str


@dataclass(frozen=True, slots=True)
class PricedLine:
    """A line at its shop: how it is bought, what it costs, the day of the price, what the others ask, and who gets what. [money]"""

    key: str
    shop: str
    words: str
    cost: float | None
    day: str
    others: tuple[tuple[str, float], ...]
    shares: tuple[tuple[str, float], ...]


@dataclass(frozen=True, slots=True)
class Split:
    """A way to shop: where, what the lines and the trips cost, and how many lines nobody of them has. [money]"""

    words: str
    shops: tuple[str, ...]
    lines_cost: float
    trips_cost: float
    cost: float
    missing: int


@dataclass(frozen=True, slots=True)
class PricedList:
    """A take-off at the prices of several suppliers: lines, ways to shop, where the money is, what has no price. [money]"""

    lines: tuple[PricedLine, ...]
    splits: tuple[Split, ...]
    kinds: dict[str, float]
    simulated: bool
    unpriced: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Flip:
    """Where an answer changes: a run (empty for the whole site), what has to move (a metal, its load, its drop limit), by how much. [%]"""

    run: str
    name: str
    moves: str
    percent: float
    words: str


@dataclass(frozen=True, slots=True)
class Totals:
    """What the parts of a job cost, by kind and id, its buildings, and what each shop gets, by name. [money]"""

    parts: dict[str, float]
    buildings: dict[str, float]
    shops: dict[str, float]


@dataclass(frozen=True, slots=True)
class Alternative:
    """Another way to do the whole job: its materials at the prices that are kept, what the owner pays [money], its drop [%].

    `missing` counts the lines that no book has; `cure` takes it, None for the plan as it is.
    """

    words: str
    materials: float
    total: float
    worst_percent: float
    missing: int
    cure: Cure | None
