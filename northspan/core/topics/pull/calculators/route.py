"""Questions about the way a run takes: its pipe and its cover."""

from __future__ import annotations

from math import pi

from pydantic import Field

from northspan.core.case.calculator import Answer, Question, answered, supplied
from northspan.core.document.job import Circuit, Grounding, Metal, Method, Part, Place, RunKind, Segment, Size, Surface
from northspan.core.rulebooks.questions.common import RunFacts
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.topics.pull.bundle import AREA_M2
from northspan.core.topics.sizing.calculators.wire_asked import UNKNOWN_M, Insulation, check_size, insulation_of, wire_of
from northspan.core.topics.sizing.pipe import Pipe, PipeAsked, WireGroup, pipe_for
from northspan.core.working.errors import InvalidJob
from northspan.core.working.worked import Margin, Worked, given, over_words, told_apart, whole


class Wires(Part):
    """Equal wires in a pipe; bare ones have no insulation around them. A cable goes by its diameter, in place of a size."""

    count: int = Field(ge=1, le=200)
    size: Size | None = None
    insulation: Insulation | None = Field(None, description="Empty takes that of the question.")
    bare: bool = False
    diameter_m: float | None = Field(None, ge=0.001, le=0.2, description="Of a cable, over all; of a flat one its larger. [m]")


class RacewayQuestion(Question):
    """Wires that are to share a pipe."""

    method: Method = Method.pvc40
    insulation: Insulation | None = Field(None, description="Empty takes what is usual for the metal and the route.")
    wires: tuple[Wires, ...] = Field(min_length=1, max_length=20)
    pipe_size: Size | None = None
    pipe_length_m: float | None = Field(None, ge=0.01, le=5000, description="Of the pipe from can to can; a nipple may be fuller. [m]")


class CoverQuestion(Question):
    """A method and what is above it."""

    method: Method = Method.pvc40
    surface: Surface = Surface.open_ground
    kind: RunKind = RunKind.feeder
    circuit: Circuit = Circuit.three_wire
    gfci: bool = False
    device_a: float = Field(100, gt=0, le=6000)
    line_v: float | None = Field(None, ge=100, le=600, description="Empty takes the code's usual supply. [V]")
    insulation: Insulation | None = Field(None, description="Kind of cable, where armour lies shallower.")


def raceway(question: RacewayQuestion) -> Answer:
    """Choose the smallest pipe for a set of wires, or check a given one.

    Parameters
    ----------
    question : RacewayQuestion
        Wires and method. [-]

    Raises
    ------
    InvalidJob
        If a size, the insulation or the pipe does not exist, or the method is no pipe.
    NoSolution
        If no pipe of this method is large enough.

    Examples
    --------
    >>> raceway(RacewayQuestion(insulation="XHHW-2", wires=[Wires(count=3, size="1"), Wires(count=1, size="4")])).headline
    '1¼ in PVC, 37 % full of 40 %'
    """
    book = rulebook_named(question.rulebook)
    shelf = [pipe.size for pipe in book.pipes.trade_sizes(question.method, 3)]
    if not shelf:
        raise InvalidJob("/method", f"{question.method} is no pipe.", "Use a pipe.")
    if question.pipe_size is not None and question.pipe_size not in shelf:
        raise InvalidJob("/pipe_size", f"there is no {question.method} of size {question.pipe_size}.", f"Sizes: {', '.join(shelf)}.")
    usual = insulation_of(book, Metal.copper, question.insulation, ())
    groups = tuple(_group(book, group, i, usual) for i, group in enumerate(question.wires))
    segment = Segment(length_m=question.pipe_length_m or UNKNOWN_M, method=question.method)
    asked = PipeAsked(question.pipe_size, whole_m=question.pipe_length_m)
    worked = pipe_for(segment, groups, usual, asked, book.pipes, book.words)
    pipe, fill = worked.value, worked.margins[0]
    figures: dict[str, float | str] = {
        "pipe_size": pipe.size if pipe else "",
        "fill_percent": pipe.fill_percent if pipe else 0.0,
        "allowed_percent": _allowed(worked),
    }
    return answered(book, _fill_words(pipe, fill), figures, {"Pipe": worked.steps}, worked.margins)


def _allowed(worked: Worked[Pipe | None]) -> float:
    """What area alone would allow, also where a count of equal wires decides. [%]"""
    return worked.margins[0].limit if worked.margins[0].unit == "%" else worked.value.allowed_percent if worked.value else 0.0


def _group(book: Rulebook, group: Wires, i: int, usual: str) -> WireGroup:
    if group.diameter_m is not None:
        area = pi / 4 * group.diameter_m**2 / AREA_M2[book.pipes.area_unit()]
        return WireGroup("cables", group.count, "", area=given("a", "cable, by its diameter", area, book.pipes.area_unit(), "measured"))
    if group.size is None:
        raise InvalidJob(f"/wires/{i}/size", "neither a size nor a diameter is given.", "Name either of them.")
    check_size(book.wires, group.size, Metal.copper, f"/wires/{i}/size")
    if group.bare:
        return WireGroup("bare wires", group.count, group.size, area=book.pipes.bare_area(group.size))
    insulation = wire_of(book, group.size, Metal.copper, group.insulation or usual).insulation
    return WireGroup("wires", group.count, group.size, area=book.pipes.wire_area(group.size, insulation))


def _fill_words(pipe: Pipe | None, fill: Margin) -> str:
    if pipe is None:
        return ""
    if fill.unit != "%":
        return f"{pipe.name}, {over_words(fill)}, {whole(pipe.fill_percent)} % full"
    return f"{pipe.name}, {told_apart(fill.used, fill.limit)} % full of {whole(fill.limit)} %"


def cover(question: CoverQuestion) -> Answer:
    """Give the least cover over a buried run.

    Parameters
    ----------
    question : CoverQuestion
        Method, surface and circuit. [A, V]

    Examples
    --------
    >>> cover(CoverQuestion(method="direct_burial")).headline
    '24 in of cover'
    """
    book = rulebook_named(question.rulebook)
    line_v, _ = supplied(book.supplies, question.line_v, None)
    segment = Segment(length_m=1, method=question.method, place=Place.buried, surface=question.surface)
    facts = RunFacts(question.kind, question.circuit, Grounding.equipment_ground, question.gfci, line_v, (segment,),
                     question.insulation or "")  # fmt: skip
    worked = book.routes.cover(segment, facts, question.device_a)
    if worked.value is None:
        return answered(book, "no figure: this method may not lie there", {}, {"Cover": worked.steps})
    return answered(book, f"{book.words.depth_text(worked.value)} of cover", {"cover_m": worked.value}, {"Cover": worked.steps})
