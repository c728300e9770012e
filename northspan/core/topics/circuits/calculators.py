"""Questions about panels: which circuits to move for even legs, and rounds of switching that name circuits."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from northspan.core.case.calculator import Answer, Calculator, Question, answered
from northspan.core.document.job import Part
from northspan.core.physics.balance import Item, Move, balanced
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.topics.circuits.tracing import rounds_for, traced
from northspan.core.working.errors import InvalidJob
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import given, ruled, whole

_Name = Annotated[str, StringConstraints(min_length=1, max_length=80)]


class LeggedCircuit(Part):
    """A circuit of one pole: its load, the leg it is on, and whether it stays there."""

    name: _Name
    load_a: float = Field(ge=0, le=1000)
    leg: Literal[1, 2]
    pinned: bool = False


class BalanceQuestion(Question):
    """Circuits on two legs, and the slots that are free on each."""

    circuits: tuple[LeggedCircuit, ...] = Field(min_length=1, max_length=84)
    free_1: int = Field(0, ge=0, le=84)
    free_2: int = Field(0, ge=0, le=84)


def balance(question: BalanceQuestion) -> Answer:
    """Find the fewest circuits to move so that two legs carry alike.

    Parameters
    ----------
    question : BalanceQuestion
        Circuits and free slots. [A]

    Examples
    --------
    >>> loads = [{"name": "Heat", "load_a": 13, "leg": 1}, {"name": "Pump", "load_a": 6, "leg": 1}]
    >>> balance(BalanceQuestion(circuits=loads, free_2=1)).headline
    'Move Heat: 19 A becomes 7 A'
    """
    book = rulebook_named(question.rulebook)
    moving = [one for one in question.circuits if not one.pinned]
    fixed = sum_of(one.load_a if one.leg == 1 else -one.load_a for one in question.circuits if one.pinned)
    items = [Item(one.load_a, 1) if one.leg == 1 else Item(-one.load_a, -1) for one in moving]
    moves = balanced(items, fixed, (question.free_1, question.free_2))
    names = [", ".join(moving[i].name for i in move.moved) for move in moves]
    lines = [ruled(f"m_{len(move.moved)}", f"{len(move.moved)} moves", f"{move.left_a:g} A", (name or "as it stands") + _near(move),
                   "dynamic programming") for move, name in zip(moves, names, strict=True)]  # fmt: skip
    before, best = moves[0].left_a, moves[-1].left_a
    headline = f"Move {names[-1]}: {whole(before)} A becomes {whole(best)} A" if names[-1] else f"Nothing to move: {whole(before)} A apart"
    figures: dict[str, float | str] = {"before_a": before, "after_a": best, "moves": float(len(moves[-1].moved))}
    return answered(book, headline, figures, {"Moves": tuple(lines)})


def _near(move: Move) -> str:
    return f", within {move.within_a:g} A of the least" if move.rounded else ""


class TraceQuestion(Question):
    """Circuits to tell apart, those that must stay on, those that are switched together, and readings by outlet."""

    circuits: tuple[_Name, ...] = Field(min_length=1, max_length=84)
    stay_on: tuple[_Name, ...] = Field((), max_length=84)
    together: tuple[Annotated[tuple[_Name, ...], Field(min_length=2, max_length=6)], ...] = Field((), max_length=42)
    forgiving: bool = Field(True, description="Whether one wrong reading is found and put right.")
    readings: dict[_Name, tuple[bool | None, ...]] = Field(default_factory=dict, max_length=400, description="Off in each round, or not.")


class NamedOutlet(Part):
    """An outlet and its circuit; `doubtful` where a reading must be wrong, `maybe` where several are as near."""

    outlet: str
    circuit: str | None
    doubtful: bool
    maybe: tuple[str, ...]


class TraceAnswer(Answer):
    """Rounds of switching, and what the readings say."""

    rounds: tuple[tuple[str, ...], ...]
    outlets: tuple[NamedOutlet, ...]


def trace(question: TraceQuestion) -> TraceAnswer:
    """Make rounds of switching that name the circuit of every outlet, and name them from the readings.

    Parameters
    ----------
    question : TraceQuestion
        Circuits and readings. [-]

    Raises
    ------
    InvalidJob
        If a circuit is named that is not in the panel, or an outlet has more readings than there are rounds.

    Examples
    --------
    >>> asked = TraceQuestion(circuits=["1", "2", "3"], forgiving=False, readings={"sink": [True, True]})
    >>> answer = trace(asked)
    >>> answer.rounds, answer.outlets[0].circuit
    ((('1', '3'), ('2', '3')), '3')
    """
    book, known = rulebook_named(question.rulebook), set(question.circuits)
    for field, names in (("stay_on", question.stay_on), ("together", tuple(name for group in question.together for name in group))):
        missing = next((name for name in names if name not in known), None)
        if missing is not None:
            raise InvalidJob(f"/{field}", f"there is no circuit {missing}.", "Name circuits of the panel.")
    in_group = {name for group in question.together for name in group}
    groups = [group for group in question.together if not set(group) & set(question.stay_on)]
    groups += [(name,) for name in question.circuits if name not in in_group and name not in question.stay_on]
    rounds = rounds_for(groups, forgiving=question.forgiving)
    for outlet, seen in question.readings.items():
        if len(seen) > len(rounds):
            raise InvalidJob(f"/readings/{outlet}", f"{len(seen)} readings, and there are {len(rounds)} rounds.", "One for each round.")
    outlets = tuple(
        NamedOutlet(outlet=outlet, circuit=one.circuit, doubtful=one.doubtful, maybe=one.maybe)
        for outlet, one in traced(groups, rounds, question.readings).items()
    )
    said = f"{len(rounds)} rounds of switching tell {len(groups)} circuits apart"
    why = "no two circuits are off in the same rounds" + (", and one wrong reading is put right" if question.forgiving else "")
    lines = (
        given("n", "circuits to tell apart", float(len(groups)), ""),
        ruled("r", "rounds", str(len(rounds)), why, "Hamming 1950", float(len(rounds))),
    )
    plain = answered(book, said, {"rounds": float(len(rounds))}, {"Rounds": lines})
    return TraceAnswer(**plain.model_dump(exclude={"working"}), working=plain.working, rounds=rounds, outlets=outlets)


CALCULATORS = (
    Calculator("balance", BalanceQuestion, Answer, balance),
    Calculator("trace", TraceQuestion, TraceAnswer, trace),
)
