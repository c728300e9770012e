"""The take-off: everything that a plan needs, each line with what asks for it."""

from __future__ import annotations

from dataclasses import dataclass

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
    packs, or as a person changed it; `differs` says so.
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
    asks: tuple[Asks, ...]
    pieces_m: tuple[float, ...]
    working: tuple[WorkLine, ...]


@dataclass(frozen=True, slots=True)
class TakeOff:
    """Every line of a job, by kind and words; what comes out of the job and what its copper weighs. [kg]"""

    rulebook: str
    lines: tuple[TakeOffLine, ...]
    comes_back: tuple[str, ...]
    copper_out_kg: float
    not_counted: tuple[str, ...]
