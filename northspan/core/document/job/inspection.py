"""What was looked at, read and signed: answers to the lines of the checklist, what an inspector asks, visits that are over."""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.document.job.days import Day, VisitKind
from northspan.core.document.job.part import Id, Name, Note, Part
from northspan.core.document.job.readings import Measured

LineKey = Annotated[str, StringConstraints(min_length=1, max_length=160)]
Who = Annotated[str, StringConstraints(max_length=80, strip_whitespace=True)]


class LineSaid(StrEnum):
    """What was said of a line of the checklist."""

    right = "right"
    not_right = "not_right"
    not_seen = "not_seen"


class LineAnswer(Part):
    """What was said of a line, by whom and when; `stood` is the figure of the line then, so that a change of the plan shows."""

    said: LineSaid
    note: Note = ""
    reading: float | None = Field(None, ge=-1e9, le=1e9, description="What was read, in the unit of the line. [-]")
    who: Who = ""
    at: Annotated[str, StringConstraints(max_length=40)] = ""
    stood: Annotated[str, StringConstraints(max_length=600)] = ""
    in_feet: bool = Field(False, description="Whether `stood` was written in feet.")


class AskedFor(Part):
    """What an inspector found: what, where, whose word, due when; what was done about it, and who signed it off."""

    visit: VisitKind = VisitKind.final
    where: Annotated[str, StringConstraints(max_length=200)] = ""
    words: Annotated[str, StringConstraints(min_length=1, max_length=400)]
    whose: Who = ""
    due: Day = ""
    fixed: Note = ""
    signed_by: Who = ""
    signed_on: Day = ""
    only_noted: bool = Field(False, description="Passed, but: noted and let go.")


class VisitOver(Part):
    """A visit that took place: passed or not, by whom, on which day."""

    passed: bool
    by: Name
    on: Day = ""
    note: Note = ""


class Inspection(Part):
    """All that was looked at, measured and signed."""

    answers: dict[LineKey, LineAnswer] = Field(default_factory=dict, max_length=4000)
    asked: dict[Id, AskedFor] = Field(default_factory=dict, max_length=400)
    visits: dict[VisitKind, VisitOver] = Field(default_factory=dict, max_length=6)
    readings: dict[Id, Measured] = Field(default_factory=dict, max_length=2000)
