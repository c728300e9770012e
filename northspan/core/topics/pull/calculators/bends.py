"""Bends by hand, from the two measurements a person takes."""

from __future__ import annotations

from pydantic import Field

from northspan.core.case.calculator import Answer, Question, answered
from northspan.core.document.job import BentByHand, Part
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.topics.pull.hand_bends import bend_steps, bend_words, laid_out


class BendQuestion(BentByHand, Question):
    """How far over and how far to the obstacle; for a bend up its height and the shoe. [m]"""

    over_m: float = Field(gt=0, le=20, description="How far over, or how high the end stands up. [m]")


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
    'Marks at 25.6 in and 37.6 in; it loses 1.6 in'
    """
    book = rulebook_named(question.rulebook)
    found = laid_out(question)
    figures: dict[str, float | str] = {"shrink_m": found.shrink_m, "developed_m": found.developed_m}
    plain = answered(book, bend_words(found, book.words), figures, {"Marks": bend_steps(question, found)})
    marks = tuple(Mark(at_m=mark.at_m, angle_deg=mark.angle_deg, way=mark.way) for mark in found.marks)
    return BendAnswer(**plain.model_dump(exclude={"working"}), working=plain.working, marks=marks)
