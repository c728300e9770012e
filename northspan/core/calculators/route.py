"""Questions about the way a run takes: its pipe and its cover."""

from __future__ import annotations

from pydantic import Field

from northspan.core.calculators.answer import Answer, Question, answered
from northspan.core.calculators.wire import Insulation, wire_of
from northspan.core.errors import InvalidJob
from northspan.core.job import Circuit, Grounding, Metal, Method, Part, Place, RunKind, Segment, Size, Surface
from northspan.core.rulebooks.protocol import RunFacts
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.sizing.pipe import Pipe, WireGroup, pipe_for
from northspan.core.worked import Margin, over_words, told_apart


class Wires(Part):
    """Equal wires in a pipe."""

    count: int = Field(ge=1, le=200)
    size: Size


class RacewayQuestion(Question):
    """Wires that are to share a pipe."""

    method: Method = Method.pvc40
    insulation: Insulation | None = Field(None, description="Empty takes what is usual for the metal and the route.")
    wires: tuple[Wires, ...] = Field(min_length=1, max_length=20)
    pipe_size: Size | None = None


class CoverQuestion(Question):
    """A method and what is above it."""

    method: Method = Method.pvc40
    surface: Surface = Surface.open_ground
    kind: RunKind = RunKind.feeder
    circuit: Circuit = Circuit.three_wire
    gfci: bool = False
    device_a: float = Field(100, gt=0, le=6000)
    line_v: float = Field(240, ge=100, le=600)


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
    known = [wire_of(book, group.size, Metal.copper, question.insulation) for group in question.wires]
    insulation = known[0].insulation
    shelf = [pipe.size for pipe in book.pipes(question.method, 3)]
    if not shelf:
        raise InvalidJob("/method", f"{question.method} is no pipe.", "Use a pipe.")
    if question.pipe_size is not None and question.pipe_size not in shelf:
        raise InvalidJob("/pipe_size", f"there is no {question.method} of size {question.pipe_size}.", f"Sizes: {', '.join(shelf)}.")
    groups = tuple(WireGroup("wires", group.count, group.size) for group in question.wires)
    stretch = Segment(length_m=1, method=question.method)
    worked = pipe_for(stretch, groups, insulation, book, pinned=question.pipe_size, roomy="smallest")
    pipe, fill = worked.value, worked.margins[0]
    headline = _fill_words(pipe, fill)
    return answered(book, headline, {"pipe_size": pipe.size if pipe else "", "fill_percent": fill.used, "allowed_percent": fill.limit},
                    {"Pipe": worked.steps}, worked.margins)  # fmt: skip


def _fill_words(pipe: Pipe | None, fill: Margin) -> str:
    if pipe is None:
        return ""
    if fill.unit != "%":
        return f"{pipe.name}, {over_words(fill)}, {pipe.fill_percent:.0f} % full"
    return f"{pipe.name}, {told_apart(fill.used, fill.limit)} % full of {fill.limit:.0f} %"


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
    segment = Segment(length_m=1, method=question.method, place=Place.buried, surface=question.surface)
    facts = RunFacts(question.kind, question.circuit, Grounding.equipment_ground, question.gfci, question.line_v, (segment,))
    worked = book.cover(segment, facts, question.device_a)
    if worked.value is None:
        return answered(book, "no figure: this method may not lie there", {}, {"Cover": worked.steps})
    return answered(book, f"{book.depth_text(worked.value)} of cover", {"cover_m": worked.value}, {"Cover": worked.steps})
