"""Questions along the way: how high wires hang, how pipes are strapped and grow, what a trench holds."""

from __future__ import annotations

from dataclasses import asdict
from typing import Annotated

from pydantic import Field

from northspan.core.case.calculator import Answer, Question, answered
from northspan.core.document.job import Metal, Method, OtherLine, Over, Part, Size
from northspan.core.rulebooks.questions.boxes import BoxFacts
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.topics.pull.supports import growth, straps
from northspan.core.topics.pull.trench import TrenchFacts, dig
from northspan.core.topics.sizing.calculators.wire_asked import check_size
from northspan.core.working.errors import InvalidJob
from northspan.core.working.worked import Margin, Step, at_most, whole


class TrenchQuestion(Question):
    """A trench, and what lies in it."""

    length_m: float = Field(gt=0, le=5000)
    cover_m: float = Field(ge=0, le=5, description="Over the pipe. [m]")
    pipe_m: float = Field(0.06, gt=0, le=1, description="Outside diameter of the largest pipe. [m]")
    pipes: int = Field(1, ge=1, le=12)
    apart_m: float = Field(0.05, ge=0, le=2, description="Between pipes. [m]")
    bedding_m: float = Field(0.075, ge=0, le=0.5, description="Sand below and above. [m]")
    others_apart_m: tuple[Annotated[float, Field(ge=0, le=10)], ...] = Field(
        (), max_length=10, description="Lines of other people along it: clear distance of each from its neighbour. [m]"
    )
    spade_m: float = Field(0.15, gt=0, le=2, description="Least width that is dug. [m]")


class ClearanceQuestion(Question):
    """An overhead stretch: what it passes over, and its voltage."""

    over: Over = Over.walk
    to_earth_v: float = Field(120, gt=0, le=1000)
    height_m: float | None = Field(None, ge=0, le=100, description="As it hangs. [m]")


class SupportsQuestion(Question):
    """A pipe or cable above ground."""

    method: Method = Method.pvc40
    size: str = Field("", max_length=8, description="Trade size; empty for a cable.")
    length_m: float = Field(gt=0, le=5000)
    swing_k: float = Field(55, ge=0, le=120, description="From coldest to hottest. [K]")


def clearance(question: ClearanceQuestion) -> Answer:
    """Say how high an overhead conductor must hang over what is below.

    Parameters
    ----------
    question : ClearanceQuestion
        The stretch. [V, m]

    Raises
    ------
    OutsideTable
        If no figure is set there.

    Examples
    --------
    >>> clearance(ClearanceQuestion(over="street")).headline
    '18 ft at least: over streets, alleys and where trucks pass'
    """
    book = rulebook_named(question.rulebook)
    least = book.routes.clearance(question.over, question.to_earth_v)
    margins: tuple[Margin, ...] = ()
    if question.height_m is not None:
        margins = (at_most("height", "Least height, of what it has", least.value, question.height_m, "m", least.citation),)
    return answered(book, f"{least.result} at least: {least.text}", {"least_m": least.value}, {"Clearance": (least,)}, margins)


def supports(question: SupportsQuestion) -> Answer:
    """Count straps and expansion fittings of a straight run above ground.

    Parameters
    ----------
    question : SupportsQuestion
        The run. [m, K]

    Raises
    ------
    InvalidJob
        If there is no such pipe.

    Examples
    --------
    >>> supports(SupportsQuestion(size="2", length_m=20)).headline
    '13 straps; grows 67 mm: 1 expansion fitting'
    """
    book = rulebook_named(question.rulebook)
    sizes = [pipe.size for pipe in book.pipes.trade_sizes(question.method, 3)]
    if sizes and question.size not in sizes:
        raise InvalidJob("/size", f"there is no {question.method} of size {question.size}.", f"Sizes: {', '.join(sizes)}.")
    if not sizes and question.method is not Method.cable:
        raise InvalidJob(
            "/method",
            f"{question.method} is no pipe that hangs on {book.words.terms.straps} here.",
            "Name a pipe of these rules, or cable.",
        )
    fixed = straps(question.method, question.size, question.length_m, book.routes, book.words)
    figures: dict[str, float | str] = {"straps": fixed.value}
    working: dict[str, tuple[Step, ...]] = {book.words.fill("{Straps}"): fixed.steps}
    headline = f"{fixed.value} {book.words.terms.strap}{'s' if fixed.value > 1 else ''}"
    if sizes:
        grown = growth(question.method, question.length_m, question.swing_k, book.routes)
        change = next(one.value for one in grown.steps if one.symbol == "D_L")
        figures |= {"growth_mm": change, "fittings": grown.value}
        fittings = f"{grown.value} expansion fitting{'s' if grown.value > 1 else ''}" if grown.value else "no expansion fitting"
        headline, working = f"{headline}; grows {whole(change)} mm: {fittings}", working | {"Expansion": grown.steps}
    return answered(book, headline, figures, working)


def trench(question: TrenchQuestion) -> Answer:
    """Work what is dug, what is carted and what sand it takes; other people's lines must be located first.

    Parameters
    ----------
    question : TrenchQuestion
        The trench. [m]

    Examples
    --------
    >>> trench(TrenchQuestion(length_m=50, cover_m=0.6)).headline
    'Locate first. 0.73 m deep, 0.16 m wide: 5.9 m³ dug, 7.3 m³ of spoil, 1.5 m³ of sand'
    """
    book = rulebook_named(question.rulebook)
    asked = TrenchFacts(
        question.length_m,
        question.cover_m,
        (question.pipe_m,) * question.pipes,
        question.apart_m,
        question.bedding_m,
        question.spade_m,
        question.others_apart_m,
    )
    worked = dig(asked)
    found = worked.value
    carted = f"{found.dug_m3:.1f} m³ dug, {found.spoil_m3:.1f} m³ of spoil, {found.sand_m3:.1f} m³ of sand"
    headline = f"Locate first. {found.depth_m:.2f} m deep, {found.width_m:.2f} m wide: {carted}"
    return answered(
        book,
        headline,
        {**asdict(found), "ribbon_m": question.length_m},
        {"Trench": (*worked.steps, *(book.routes.line_distance(kind) for kind in OtherLine))},
    )


class InBox(Part):
    """So many wires, or devices, of one size."""

    count: int = Field(ge=1, le=60)
    size: Size


class BoxQuestion(Question):
    """What is in an outlet or device box."""

    through: tuple[InBox, ...] = Field((), max_length=12, description="Insulated wires that run through or end in it.")
    joined: tuple[InBox, ...] = Field((), max_length=12, description="Insulated wires that are joined in it, each side of a joint.")
    looped: tuple[InBox, ...] = Field((), max_length=12, description="Wires that go through with enough slack to be cut there.")
    devices: tuple[InBox, ...] = Field((), max_length=12, description="Yokes, by the largest wire on each.")
    grounds: tuple[InBox, ...] = Field((), max_length=12, description="All equipment grounds.")
    clamps: bool = Field(False, description="Clamps of cables are inside.")
    supports: int = Field(0, ge=0, le=12, description="Fittings that hold a luminaire.")
    connectors: int = Field(0, ge=0, le=60, description="Wire connectors, where the code counts them.")
    volume_l: float | None = Field(None, ge=0.01, le=50, description="Of the box and its rings, as marked. [L]")


def box_fill(question: BoxQuestion) -> Answer:
    """Give the least volume of an outlet or device box, and hold the one that is there against it.

    Parameters
    ----------
    question : BoxQuestion
        What is in it. [L]

    Raises
    ------
    InvalidJob
        If a size does not exist.
    OutsideTable
        If a wire is so large that the length of the box decides.

    Examples
    --------
    >>> box_fill(BoxQuestion(joined=[InBox(count=4, size="12")], devices=[InBox(count=1, size="12")], clamps=True)).headline
    '15.8 in³ at least'
    """
    book = rulebook_named(question.rulebook)
    names = ("through", "joined", "looped", "devices", "grounds")
    for name in names:
        for i, one in enumerate(getattr(question, name)):
            check_size(book.wires, one.size, Metal.copper, f"/{name}/{i}/size")
    counted = {name: tuple((one.count, one.size) for one in getattr(question, name)) for name in names}
    worked = book.boxes.box_fill(BoxFacts(**counted, clamps=question.clamps, supports=question.supports, connectors=question.connectors))
    if not worked.value:
        return answered(book, worked.rule.text or worked.rule.words, {}, {"Volume": worked.steps})
    figures: dict[str, float | str] = {"least_l": worked.value}
    least = book.words.amount_text(1000 * worked.value, "mL")
    if question.volume_l is None:
        return answered(book, f"{least} at least", figures, {"Volume": worked.steps})
    held = at_most("volume", "Volume", worked.value, question.volume_l, "L", worked.rule.citation)
    verdict = "holds" if held.holds else "is too small; a ring on it, or a larger box"
    headline = f"{least} at least; {book.words.amount_text(1000 * question.volume_l, 'mL')} {verdict}"
    return answered(book, headline, figures, {"Volume": worked.steps}, (held,))
