"""Bends by hand, from the two measurements a person takes."""

from __future__ import annotations

from enum import StrEnum

from pydantic import Field

from northspan.core.case.calculator import Answer, Question, answered
from northspan.core.document.job import Part
from northspan.core.physics.bends import HandBend, back_to_back, box_saddle, offset, saddle, stub
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.working.errors import InvalidJob
from northspan.core.working.worked import given


class BendShape(StrEnum):
    """What is bent."""

    offset = "offset"
    saddle = "saddle"
    box_saddle = "box_saddle"
    stub = "stub"
    back_to_back = "back_to_back"


class BendQuestion(Question):
    """How far over and how far to the obstacle; for a bend up its height and the shoe. [m]"""

    shape: BendShape = BendShape.offset
    over_m: float = Field(gt=0, le=20, description="How far over, or how high the end stands up. [m]")
    away_m: float = Field(0, ge=0, le=100, description="From the end of the pipe to the obstacle, or from back to back. [m]")
    wide_m: float = Field(0, ge=0, le=20, description="Width of a square obstacle. [m]")
    roll_m: float = Field(0, ge=0, le=20, description="How far aside too, where the pipe is not level. [m]")
    angle_deg: float = Field(30, ge=5, le=90, description="Of each bend, of a saddle the one in the middle. [degrees]")
    take_up_m: float = Field(0, ge=0, le=3, description="Take-up of the shoe, as it is marked; 0 for a heat box. [m]")
    radius_m: float = Field(0.1, gt=0, le=3, description="Radius to the middle of the pipe. [m]")


class Mark(Part):
    """A mark on the stick, from its end, and the bend there. [m, degrees]"""

    at_m: float
    angle_deg: float
    way: int


class BendAnswer(Answer):
    """The marks along the stick."""

    marks: tuple[Mark, ...]


def bend(question: BendQuestion) -> BendAnswer:
    """Lay out a bend made by hand: marks along the stick, angles, and what the pipe loses or gains.

    Parameters
    ----------
    question : BendQuestion
        What is bent around what. [m, degrees]

    Raises
    ------
    InvalidJob
        If it begins before the end of the pipe, or is lower than the shoe takes up.

    Examples
    --------
    >>> bend(BendQuestion(over_m=0.1524, away_m=0.9144, angle_deg=30)).headline
    'Marks at 25.6 in and 37.6 in; it loses 1.61 in'
    """
    book = rulebook_named(question.rulebook)
    found = _laid_out(question)
    if found.marks[0].at_m < 0:
        raise InvalidJob("/away_m", "the first mark comes before the end of the pipe.", "More room ahead of it, or a sharper bend.")
    say = book.words
    names = " and ".join(say.depth_text(mark.at_m) for mark in found.marks)
    loses = f"it loses {say.depth_text(found.shrink_m)}" if found.shrink_m >= 0 else f"it gains {say.depth_text(-found.shrink_m)}"
    lines = [given(f"x_{i}", f"mark {i}: {mark.angle_deg:g}° {'up' if mark.way > 0 else 'back'}", mark.at_m, "m", "trigonometry")
             for i, mark in enumerate(found.marks, 1)]  # fmt: skip
    lines.append(given("S", "what it loses along the wall; below 0 it gains", found.shrink_m, "m", "trigonometry"))
    lines.append(given("D", "pipe between the first mark and the last, or around the bend", found.developed_m, "m", "trigonometry"))
    figures: dict[str, float | str] = {"shrink_m": found.shrink_m, "developed_m": found.developed_m}
    plain = answered(book, f"{'Marks' if len(found.marks) > 1 else 'Mark'} at {names}; {loses}", figures, {"Marks": tuple(lines)})
    marks = tuple(Mark(at_m=mark.at_m, angle_deg=mark.angle_deg, way=mark.way) for mark in found.marks)
    return BendAnswer(**plain.model_dump(exclude={"working"}), working=plain.working, marks=marks)


def _laid_out(question: BendQuestion) -> HandBend:
    q = question
    if q.shape is BendShape.saddle:
        return saddle(q.over_m, q.away_m, q.angle_deg)
    if q.shape is BendShape.box_saddle:
        return box_saddle(q.over_m, q.away_m, q.wide_m, q.angle_deg)
    if q.shape is BendShape.offset:
        return offset(q.over_m, q.away_m, q.angle_deg, roll_m=q.roll_m)
    if q.over_m <= q.take_up_m:
        raise InvalidJob("/over_m", "it stands up less than the shoe takes up.", f"More than {q.take_up_m:g} m.")
    if q.shape is BendShape.stub:
        return stub(q.over_m, q.take_up_m, q.radius_m)
    return back_to_back(q.over_m, q.away_m, q.take_up_m, q.radius_m)
