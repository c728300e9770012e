"""Questions of the pull: how full a pipe is, how hard wires go through it, how long they are cut."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.case.calculator import Answer, Question, answered
from northspan.core.document.job import Fitting, Leg, Metal, Method, Part, Pull, Segment, Size, route_length_m
from northspan.core.physics.pull_tension import JAM_FROM, JAM_TO, OVAL
from northspan.core.rulebooks.questions.pipes import PipeSize
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.topics.pull.bundle import PulledWire, bundle_of
from northspan.core.topics.pull.lengths import cut, reels
from northspan.core.topics.pull.pulling import limits, lubricant, most_n, pipe_runs, pull_both_ways
from northspan.core.topics.pull.room import room, room_words
from northspan.core.topics.routes.route import turned_deg
from northspan.core.topics.sizing.calculators.wire_asked import check_size, wire_of
from northspan.core.topics.sizing.pipe import fill_margin
from northspan.core.working.errors import InvalidJob
from northspan.core.working.sums import count_of
from northspan.core.working.worked import Margin, Step, at_most, step, three, whole


class Wires(Part):
    """Equal wires of a set; bare ones have no insulation around them."""

    count: int = Field(ge=1, le=60)
    size: Size
    insulation: Annotated[str, StringConstraints(max_length=12)] | None = None
    bare: bool = False


class FillQuestion(Question):
    """Any mix of wires for one pipe."""

    method: Method = Method.pvc40
    wires: tuple[Wires, ...] = Field(min_length=1, max_length=20)
    pipe_length_m: float | None = Field(None, ge=0.01, le=5000, description="Of the pipe from can to can; a nipple may be fuller. [m]")


SHORTEST_M, LONGEST_M = 0.01, 5000.0  # what a stretch of a job may be


class PullQuestion(Question):
    """A pipe with its route, and the wires that go through it."""

    method: Method = Method.pvc40
    pipe_size: Size
    length_m: float = Field(30, ge=0.01, le=5000)
    bends_deg: float = Field(0, ge=0, le=3600, description="Sum of its bends, where they are not measured leg by leg. [degrees]")
    legs: tuple[Leg, ...] = Field((), max_length=100)
    pull_points_m: tuple[Annotated[float, Field(gt=0, le=5000)], ...] = Field((), max_length=20)
    metal: Metal = Metal.copper
    wires: tuple[Wires, ...] = Field(min_length=1, max_length=20)
    pull: Pull = Pull()


class LengthsQuestion(Question):
    """A route, and what is left at its ends."""

    route_m: float = Field(gt=0, le=5000)
    conductors: int = Field(4, ge=1, le=40)
    make_up_m: float = Field(1.5, ge=0, le=20)
    coil_m: float = Field(0, ge=0, le=100)
    reel_m: float | None = Field(None, gt=0, le=5000, description="Wire on a reel, if it is bought by the reel. [m]")


def fill(question: FillQuestion) -> Answer:
    """Find the smallest lawful pipe for any mix of wires, and the next one up beside it.

    Parameters
    ----------
    question : FillQuestion
        The wires. [-]

    Raises
    ------
    InvalidJob
        If the method is no pipe, or a wire does not exist.

    Examples
    --------
    >>> fill(FillQuestion(wires=[Wires(count=3, size="1", insulation="XHHW-2"), Wires(count=1, size="6", bare=True)])).headline
    '1¼ in PVC, 34 % full of 40 %; one up 1½ in PVC, 25 %'
    """
    book = rulebook_named(question.rulebook)
    count = count_of(group.count for group in question.wires)
    shelf = book.pipes.trade_sizes(question.method, count, question.pipe_length_m)
    if not shelf:
        raise InvalidJob("/method", f"{question.method} is no pipe.", "Use a pipe.")
    areas = [_area(book, group) for group in question.wires]
    names = {f"n_{i}": float(group.count) for i, group in enumerate(question.wires)} | {f"a_{i}": one.value for i, one in enumerate(areas)}
    total = step(
        "A_w", f"area of {count} wires", " + ".join(f"n_{i} * a_{i}" for i in range(len(areas))), book.pipes.area_unit(), "sum", **names
    )
    fits = tuple(pipe for pipe in shelf if fill_margin(pipe, areas, count, total.value).holds)
    if not fits:
        raise InvalidJob(
            "/wires", f"no {question.method} is large enough for {three(total.value)} {book.pipes.area_unit()}.", "Use two pipes."
        )
    largest = max(areas, key=lambda one: one.value)
    worked = room(question.method, fits, total, largest.value, book.words)
    found = worked.value
    margins = (fill_margin(found.pipe, areas, count, total.value), *_jam(count, found.pipe, largest))
    figures: dict[str, float | str] = {"pipe_size": found.pipe.size, "fill_percent": found.fill_percent,
                                       "allowed_percent": found.pipe.allowed_percent, "one_up_size": found.up.size if found.up else "",
                                       "spare_wires": found.more}  # fmt: skip
    steps = (*dict.fromkeys(areas), total, *worked.steps)
    return answered(book, room_words(question.method, found, book.words), figures, {"Fill": steps}, margins)


def pull(question: PullQuestion) -> Answer:
    """Work the tension of a pull in both directions, and hold it against what wires, grip, rope, hands and bends stand.

    Parameters
    ----------
    question : PullQuestion
        The pipe, its route and the wires. [m, degrees]

    Raises
    ------
    InvalidJob
        If the pipe or a wire does not exist.

    Examples
    --------
    >>> pull(PullQuestion(pipe_size="2", length_m=60, bends_deg=270, wires=[Wires(count=3, size="4/0")])).headline
    '350 lbf at most, fed from its head; 350 lbf from its far end'
    """
    book = rulebook_named(question.rulebook)
    sizes = [pipe.size for pipe in book.pipes.trade_sizes(question.method, 3)]
    if question.pipe_size not in sizes:
        raise InvalidJob("/pipe_size", f"there is no {question.method} of size {question.pipe_size}.", f"Sizes: {', '.join(sizes)}.")
    whole_m = route_length_m(question.legs, 0.0)
    if whole_m > LONGEST_M or (question.legs and whole_m < SHORTEST_M):
        words = f"{three(whole_m)} m is the sum of the legs."
        raise InvalidJob("/legs", words, f"From {SHORTEST_M:g} to {LONGEST_M:g} m can be worked.")
    points = tuple(Fitting(at_m=at_m) for at_m in question.pull_points_m)
    segment = Segment(length_m=question.length_m, bends_deg=question.bends_deg, legs=question.legs, fittings=points, method=question.method)
    pipe = pipe_runs((segment,), (question.pipe_size,), book)[0]
    wires = tuple(
        PulledWire(g.count, g.size, question.metal, wire_of(book, g.size, question.metal, g.insulation).insulation) for g in question.wires
    )
    if len({book.wires.single_wires(wire.insulation) for wire in wires}) > 1:
        raise InvalidJob("/wires", "a cable of several cores and single conductors do not go in as one set.", "Name the one or the other.")
    bundle = bundle_of(wires, pipe.bore_m, book)
    pulled = pull_both_ways(pipe.pieces, bundle.value, question.pull)
    value = pulled.value
    wet = question.pull.lubricated
    near, far = (most_n(value.near), most_n(value.far)) if wet else (most_n(value.near_dry), most_n(value.far_dry))
    first, second = ("its far end", "its head") if value.from_far else ("its head", "its far end")
    tension, other = (far, near) if value.from_far else (near, far)
    slick = lubricant(segment.length_m, pipe.bore_m)
    turns, limit = turned_deg(pipe.pieces), book.pipes.bends_limit_deg(question.method)
    margins = (
        *limits(value, bundle.value, question.pull, book.words),
        at_most("bends", book.words.fill("Bends between {pull_points}"), max(turns), limit.value, "°", limit.citation),
    )
    figures: dict[str, float | str] = {"tension_n": tension, "other_way_n": other, "weight_n_m": bundle.value.wires.weight_n_m,
                                       "lubricant_l": slick.value, "stages": len(turns)}  # fmt: skip
    working: dict[str, tuple[Step, ...]] = {"The set": bundle.steps, "Tension": pulled.steps, "Lubricant": (slick,)}
    return answered(
        book,
        f"{book.words.amount_text(tension, 'N')} at most, fed from {first}; {book.words.amount_text(other, 'N')} from {second}",
        figures,
        working,
        margins,
    )


def lengths(question: LengthsQuestion) -> Answer:
    """Work how long each conductor is cut, and how many reels it takes without a splice.

    Parameters
    ----------
    question : LengthsQuestion
        Route, ends and reels. [m]

    Raises
    ------
    InvalidJob
        If a reel is shorter than one conductor.

    Examples
    --------
    >>> lengths(LengthsQuestion(route_m=56, conductors=4, reel_m=150)).headline
    '59.0 m each, 236 m in all, 2 reels'
    """
    book = rulebook_named(question.rulebook)
    each = cut(question.route_m, question.make_up_m, question.coil_m)
    total = step("L_t", "all of them", "n * L_c", "m", "sum", n=float(question.conductors), L_c=each.value)
    headline = f"{each.value:.1f} m each, {whole(total.value)} m in all"
    figures: dict[str, float | str] = {"cut_m": each.value, "total_m": total.value}
    steps: tuple[Step, ...] = (each, total)
    if question.reel_m is not None:
        found = reels(question.conductors, each.value, question.reel_m)
        if found is None:
            raise InvalidJob("/reel_m", f"a reel of {question.reel_m:g} m is shorter than one conductor.", f"At least {each.value:.1f} m.")
        number, left = found
        steps = (*steps, number)
        headline += f", {whole(number.value)} reel{'s' if number.value > 1 else ''}"
        figures |= {"reels": number.value, "left_m": left}
    return answered(book, headline, figures, {"Lengths": steps})


def _area(book: Rulebook, group: Wires) -> Step:
    if group.bare:
        check_size(book.wires, group.size, Metal.copper, "/wires")
        return book.pipes.bare_area(group.size)
    wire = wire_of(book, group.size, Metal.copper, group.insulation)
    return book.pipes.wire_area(group.size, wire.insulation)


def _jam(count: int, pipe: PipeSize, largest: Step) -> tuple[Margin, ...]:
    if count != 3:  # noqa: PLR2004 - three wires jam
        return ()
    ratio = OVAL * (pipe.bore_area / largest.value) ** 0.5
    bad = JAM_FROM <= ratio <= JAM_TO
    return (
        Margin(
            "jam", f"Pipe over wire {ratio:.2f}; {JAM_FROM:g} to {JAM_TO:g} may jam", float(bad), 0.5, "", 2 * float(bad), "Rifenburg 1953"
        ),
    )
