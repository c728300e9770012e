"""Materials by themselves: the take-off of a job, and how pieces are cut from reels or sticks."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from northspan.core.case.calculator import Answer, Question, answered
from northspan.core.document.job import Name, Part
from northspan.core.document.plan import WorkGroup, work_lines
from northspan.core.document.plan.materials import CutPlan, TakeOffLine
from northspan.core.document.upgrade import AnyJob
from northspan.core.physics.basket import MOST_SHOPS, cheapest
from northspan.core.physics.cutting import cut_from, is_exact
from northspan.core.rulebooks.registry import rulebook_named, rulebook_of
from northspan.core.solve import worked
from northspan.core.steps.materials.lines import taken_off
from northspan.core.working.errors import InvalidJob
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import given, ruled, step, three


class TakeOffQuestion(Part):
    """A job."""

    job: AnyJob


class TakeOffAnswer(Answer):
    """Everything that the job needs, line by line."""

    lines: tuple[TakeOffLine, ...]


def take_off(question: TakeOffQuestion) -> TakeOffAnswer:
    """List everything that a job needs, each line with what asks for it.

    Parameters
    ----------
    question : TakeOffQuestion
        The job. [-]

    Raises
    ------
    InvalidJob
        If the job refers to what does not exist.

    Examples
    --------
    >>> from northspan.core.desk.demo_us import kestrel_hollow
    >>> take_off(TakeOffQuestion(job=kestrel_hollow())).figures["lines"] > 20
    True
    """
    found, book = taken_off(worked(question.job)), rulebook_of(question.job)
    lines = found.lines
    said = f"{len(lines)} {'line' if len(lines) == 1 else 'lines'}: " + ", ".join(dict.fromkeys(line.kind for line in lines))
    plain = answered(book, said if lines else "Nothing is new: nothing is needed", {"lines": float(len(lines))}, {})
    working = tuple(WorkGroup(line.key, line.words, line.shown, line.working) for line in lines if line.working)
    if not working:
        working = (WorkGroup("nothing", "Lines", "0", work_lines((given("n", "lines of the take-off", 0.0, "", "count"),))),)
    return TakeOffAnswer(**plain.model_dump(exclude={"working"}), working=working, lines=lines)


class CutQuestion(Question):
    """Pieces to be cut, and the lengths they are cut from. [m]"""

    pieces_m: tuple[Annotated[float, Field(gt=0, le=5000)], ...] = Field(min_length=1, max_length=60)
    from_m: tuple[Annotated[float, Field(gt=0, le=5000)], ...] = Field(min_length=1, max_length=8, description="Lengths that are sold. [m]")
    saw_m: float = Field(0, ge=0, le=0.1, description="Lost at each cut. [m]")


class CutAnswer(Answer):
    """What is cut from each length."""

    cuts: tuple[CutPlan, ...]


def cut(question: CutQuestion) -> CutAnswer:
    """Cut pieces from reels or sticks so that least is bought, exactly.

    Parameters
    ----------
    question : CutQuestion
        Pieces and lengths. [m]

    Raises
    ------
    InvalidJob
        If a piece is longer than every length.

    Examples
    --------
    >>> cut(CutQuestion(pieces_m=[59, 59, 30], from_m=[75, 150])).headline
    '1 length, 150 m in all, 2 m left over'
    """
    book = rulebook_named(question.rulebook)
    longest = max(question.from_m)
    for i, piece in enumerate(question.pieces_m):
        if piece > longest + 1e-9:
            raise InvalidJob(f"/pieces_m/{i}", f"a piece of {piece:g} m is longer than any length.", f"At most {longest:g} m.")
    found = cut_from(question.pieces_m, question.from_m, saw_m=question.saw_m)
    total, left = sum_of(one.length_m for one in found), sum_of(one.left_m for one in found)
    lines = [given("P", "pieces together", sum_of(question.pieces_m), "m", "job")]
    lines += [ruled(f"c_{i}", f"{one.length_m:g} m", " + ".join(f"{piece:g}" for piece in one.pieces_m), f"{one.left_m:.2f} m left",
                    "branch and bound", one.left_m) for i, one in enumerate(found, 1)]  # fmt: skip
    said = f"{len(found)} {'length' if len(found) == 1 else 'lengths'}, {total:g} m in all, {three(left)} m left over"
    if not is_exact(question.pieces_m, question.from_m, saw_m=question.saw_m):
        said += "; the search was ended, a better cut may exist"
    figures: dict[str, float | str] = {"bought_m": total, "left_m": left, "lengths": float(len(found))}
    plain = answered(book, said, figures, {"Cuts": tuple(lines)})
    return CutAnswer(**plain.model_dump(exclude={"working"}), working=plain.working,
                     cuts=tuple(CutPlan(one.length_m, one.pieces_m, one.left_m) for one in found))  # fmt: skip


class Shop(Part):
    """A shop: its name, and what a drive there costs. [money]"""

    name: Name
    trip: float = Field(0, ge=0, le=1e6)


class BasketLine(Part):
    """A line, and what it costs at each shop in the order of the shops; null where a shop does not have it. [money]"""

    words: Name
    costs: tuple[Annotated[float, Field(ge=0, le=1e7)] | None, ...] = Field(min_length=1, max_length=MOST_SHOPS)


class BasketQuestion(Question):
    """Shops, and lines with what each costs there. [money]"""

    shops: tuple[Shop, ...] = Field(min_length=1, max_length=MOST_SHOPS)
    lines: tuple[BasketLine, ...] = Field(min_length=1, max_length=400)


def basket(question: BasketQuestion) -> Answer:
    """Choose where each line is bought so that the whole is cheapest, trips and all, exactly.

    Parameters
    ----------
    question : BasketQuestion
        Shops and lines. [money]

    Raises
    ------
    InvalidJob
        If a line does not have a cost, or null, for every shop.

    Examples
    --------
    >>> shops = [{"name": "Mill", "trip": 2}, {"name": "Harbor", "trip": 4}]
    >>> lines = [{"words": "rod", "costs": [10, 8]}, {"words": "clamp", "costs": [5, None]}]
    >>> basket(BasketQuestion(shops=shops, lines=lines)).headline
    '17.00 at Mill, of it 2.00 for trips'
    """
    for i, line in enumerate(question.lines):
        if len(line.costs) != len(question.shops):
            raise InvalidJob(f"/lines/{i}/costs", f"{line.words} has {len(line.costs)} costs, and there are {len(question.shops)} shops.",
                             "One for each shop, null where it has none.")  # fmt: skip
    found = cheapest([line.costs for line in question.lines], [shop.trip for shop in question.shops])
    steps = [ruled(f"c_{i}", line.words, "at " + question.shops[at].name if at is not None else "nobody has it",
                   "every set of shops was tried", "exact search", (line.costs[at] or 0.0) if at is not None else 0.0)
             for i, (line, at) in enumerate(zip(question.lines, found.chosen, strict=True), 1)]  # fmt: skip
    total = step("C", "lines and trips", "G + t", "", "sum", G=found.lines_cost, t=found.trips_cost)
    where = " and ".join(question.shops[at].name for at in found.shops) or "no shop"
    lacks = f"; nobody has {found.missing}" if found.missing else ""
    said = f"{found.cost:.2f} at {where}, of it {found.trips_cost:.2f} for trips{lacks}"
    figures: dict[str, float | str] = {"cost": total.value, "trips": found.trips_cost, "missing": float(found.missing)}
    return answered(rulebook_named(question.rulebook), said, figures, {"Lines": (*steps, total)})
