"""Questions of the pull: how full a pipe is, how hard wires go through it, how long they are cut."""

from __future__ import annotations

from math import ceil, floor
from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.calculators.answer import Answer, Question, answered
from northspan.core.calculators.wire import wire_of
from northspan.core.errors import InvalidJob
from northspan.core.job import Leg, Metal, Method, Part, Pull, Segment, Size
from northspan.core.pull.bundle import AREA_M2, JAM_FROM, JAM_TO, OVAL, PulledWire, bundle_of
from northspan.core.pull.pulling import limits, lubricant, most_n, pipe_runs, pull_both_ways
from northspan.core.routing.route import turned_deg
from northspan.core.rulebooks.protocol import PipeSize, Rulebook
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.worked import Margin, Step, at_most, given, ruled, step


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


class PullQuestion(Question):
    """A pipe with its route, and the wires that go through it."""

    method: Method = Method.pvc40
    pipe_size: Size
    length_m: float = Field(30, ge=0.01, le=5000)
    bends_deg: float = Field(0, ge=0, le=3600, description="Sum of its bends, where they are not measured leg by leg. [degrees]")
    legs: tuple[Leg, ...] = Field((), max_length=100)
    pull_points_m: tuple[float, ...] = Field((), max_length=20)
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
    '1¼ in PVC, 33 % full of 40 %; one up 1½ in PVC, 24 %'
    """
    book = rulebook_named(question.rulebook)
    count = sum(group.count for group in question.wires)
    shelf = book.pipes(question.method, count)
    if not shelf:
        raise InvalidJob("/method", f"{question.method} is no pipe.", "Use a pipe.")
    areas = [_area(book, group) for group in question.wires]
    names = {f"n_{i}": float(group.count) for i, group in enumerate(question.wires)} | {f"a_{i}": one.value for i, one in enumerate(areas)}
    total = step("A_w", f"area of {count} wires", " + ".join(f"n_{i} * a_{i}" for i in range(len(areas))), book.area_unit(), "sum", **names)
    fits = [pipe for pipe in shelf if total.value <= pipe.bore_area * pipe.allowed_percent / 100 + 1e-12]
    if not fits:
        raise InvalidJob("/wires", f"no {question.method} is large enough for {total.value:.3g} {book.area_unit()}.", "Use two pipes.")
    used = [step("F", f"fill of {book.pipe_name(question.method, one.size)}", "100 * A_w / A_p", "%", one.fill_citation, A_w=total.value,
                 A_p=one.bore_area) for one in fits[:2]]  # fmt: skip
    largest = max(areas, key=lambda one: one.value)
    room = fits[0].bore_area * fits[0].allowed_percent / 100 - total.value
    more = floor(room / largest.value + 1e-9)
    spare = ruled("r", "room for more of the largest", f"{more}", "by area alone", fits[0].fill_citation, more)
    first, *up = fits[:2]
    headline = f"{book.pipe_name(question.method, first.size)}, {used[0].value:.0f} % full of {first.allowed_percent:.0f} %"
    if up:
        headline += f"; one up {book.pipe_name(question.method, up[0].size)}, {used[1].value:.0f} %"
    margins = (at_most("fill", "Pipe fill", used[0].value, first.allowed_percent, "%", first.fill_citation), *_jam(count, first, largest))
    figures: dict[str, float | str] = {"pipe_size": first.size, "fill_percent": used[0].value, "allowed_percent": first.allowed_percent,
                                       "one_up_size": up[0].size if up else "", "spare_wires": spare.value}  # fmt: skip
    return answered(book, headline, figures, {"Fill": (*dict.fromkeys(areas), total, *used, spare)}, margins)


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
    '1556 N at most, fed from its head; 1556 N from its far end'
    """
    book = rulebook_named(question.rulebook)
    sizes = [pipe.size for pipe in book.pipes(question.method, 3)]
    if question.pipe_size not in sizes:
        raise InvalidJob("/pipe_size", f"there is no {question.method} of size {question.pipe_size}.", f"Sizes: {', '.join(sizes)}.")
    stretch = Segment(length_m=question.length_m, bends_deg=question.bends_deg, legs=question.legs, pull_points_m=question.pull_points_m,
                      method=question.method)  # fmt: skip
    pipe = pipe_runs((stretch,), (question.pipe_size,), book)[0]
    wires = tuple(
        PulledWire(g.count, g.size, question.metal, wire_of(book, g.size, question.metal, g.insulation).insulation) for g in question.wires
    )
    if not all(book.single_wires(wire.insulation) for wire in wires):
        raise InvalidJob("/wires", "a cable of several cores is pulled as one, which is not worked here.", "Name single conductors.")
    bundle = bundle_of(wires, pipe.bore_m, book)
    pulled = pull_both_ways(pipe.pieces, bundle.value, question.pull)
    value = pulled.value
    wet = question.pull.lubricated
    near, far = (most_n(value.near), most_n(value.far)) if wet else (most_n(value.near_dry), most_n(value.far_dry))
    first, second = ("its far end", "its head") if value.from_far else ("its head", "its far end")
    tension, other = (far, near) if value.from_far else (near, far)
    slick = lubricant(stretch.length_m, pipe.bore_m)
    turns, limit = turned_deg(pipe.pieces), book.bends_limit_deg(question.method)
    margins = (
        *limits(value, bundle.value, question.pull),
        at_most("bends", "Bends between pull points", max(turns), limit.value, "°", limit.citation),
    )
    figures: dict[str, float | str] = {"tension_n": tension, "other_way_n": other, "weight_n_m": bundle.value.wires.weight_n_m,
                                       "lubricant_l": slick.value, "stages": len(turns)}  # fmt: skip
    working: dict[str, tuple[Step, ...]] = {"The set": bundle.steps, "Tension": pulled.steps, "Lubricant": (slick,)}
    return answered(book, f"{tension:.0f} N at most, fed from {first}; {other:.0f} N from {second}", figures, working, margins)


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
    cut = step("L_c", "each conductor", "L + 2 * M + K", "m", "sum", L=question.route_m, M=question.make_up_m, K=question.coil_m)
    total = step("L_t", "all of them", "n * L_c", "m", "sum", n=float(question.conductors), L_c=cut.value)
    headline = f"{cut.value:.1f} m each, {total.value:.0f} m in all"
    figures: dict[str, float | str] = {"cut_m": cut.value, "total_m": total.value}
    steps: tuple[Step, ...] = (cut, total)
    if question.reel_m is not None:
        each = floor(question.reel_m / cut.value + 1e-9)
        if not each:
            raise InvalidJob("/reel_m", f"a reel of {question.reel_m:g} m is shorter than one conductor.", f"At least {cut.value:.1f} m.")
        reels = ceil(question.conductors / each)
        left = reels * question.reel_m - total.value
        steps = (*steps, ruled("n_r", "reels, none spliced", f"{reels}", f"{each} from each; {left:.0f} m are left over", "count", reels))
        headline += f", {reels} reel{'s' if reels > 1 else ''}"
        figures |= {"reels": reels, "left_m": left}
    return answered(book, headline, figures, {"Lengths": steps})


def _area(book: Rulebook, group: Wires) -> Step:
    if group.bare:
        area = book.area_m2(group.size) / AREA_M2[book.area_unit()]
        return given("a", f"{book.size_name(group.size)}, bare", area, book.area_unit(), "conductor")
    wire = wire_of(book, group.size, Metal.copper, group.insulation)
    return book.wire_area(group.size, wire.insulation)


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
