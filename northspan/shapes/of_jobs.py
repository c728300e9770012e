"""Shapes of what is asked and answered of jobs, their lists, their edits and what is read into them."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any, Literal

from pydantic import Field, RootModel, StringConstraints

from northspan.core.desk.options import Choice
from northspan.core.desk.starts import Answers, Asked
from northspan.core.document.authority import Authority
from northspan.core.document.changes import Changes
from northspan.core.document.job import (
    FallReading,
    FourPinReading,
    Id,
    Job,
    Leg,
    LibraryLoad,
    Name,
    VisitKind,
)
from northspan.core.document.job.part import Part
from northspan.core.document.plan import Plan
from northspan.core.steps.record.compared import AnswerChange
from northspan.standins.behaves import Behaves


class NewJob(Part):
    """What to start a job from: "empty", "demo", "demo-move", or the key of a guided start with its answers; and by which rules."""

    start: Annotated[str, StringConstraints(max_length=40)] = "empty"
    name: Name = "New property"
    answers: Answers | None = None
    rulebook: Annotated[str, StringConstraints(max_length=20)] = "us-2023"


class StartInJob(Part):
    """A guided start to add to a job that is there."""

    start: Annotated[str, StringConstraints(max_length=40)]
    answers: Answers


class PartAction(Part):
    """What to do with a part of a job and everything that hangs on it."""

    action: Literal["remove", "copy"]
    kind: Annotated[str, StringConstraints(max_length=20)]
    part: Id


class StartItem(Part):
    """A guided start: what it is, what it asks, and whether it can be added to a job that has runs."""

    key: str
    title: str
    words: str
    adds: bool
    asks: list[Asked]


class StartList(Part):
    """All guided starts."""

    starts: list[StartItem]


class LoadLibrary(Part):
    """Loads to choose from: those people kept, and those that come with the program."""

    own: list[LibraryLoad]
    standard: list[LibraryLoad]


class LoadName(Part):
    """Which kept load is meant."""

    name: Name


class TesterCsv(Part):
    """What the simulated tester wrote: the same CSV that an instrument writes."""

    simulated: bool
    text: str


class ReadingsText(Part):
    """Readings as CSV, and what they are."""

    kind: Literal["four_pin", "fall"]
    text: Annotated[str, StringConstraints(max_length=100_000)]


class ReadingsList(Part):
    """Readings of either kind."""

    four_pin: list[FourPinReading] = Field(default_factory=list)
    fall: list[FallReading] = Field(default_factory=list)


class CsvText(Part):
    """A CSV file, as text."""

    text: Annotated[str, StringConstraints(max_length=500_000)]


class CircuitRow(Part):
    """A row of a list as it would be taken in: new, changed, or as it is."""

    number: int
    slots: list[int]
    name: str
    rating_a: float | None
    what: str


class RefusedRow(Part):
    """A row of a list that cannot be taken in, and why."""

    number: int
    words: str


class CircuitsRead(Part):
    """What was read of a list of circuits, before anything is kept."""

    rows: list[CircuitRow]
    refused: list[RefusedRow]
    ignored: list[str]


class PanelMove(Part):
    """How far a new panel hangs to the right of the old one and above it, and its spaces; as many as the old one has if left out. [m]"""

    right_m: float = Field(ge=-60, le=60)
    up_m: float = Field(0, ge=-20, le=20)
    spaces: int | None = Field(None, ge=1, le=84)


class VisitAsked(Part):
    """Which visit is asked for, on which day, and how the one who is asked behaves."""

    kind: VisitKind
    day: int = Field(0, ge=0, lt=10)
    how: Behaves = Behaves.well


class WeatherAsked(Part):
    """How the weather service behaves."""

    how: Behaves = Behaves.well


class BusyCalendar(Part):
    """Whose busy times stand in a calendar, and the calendar."""

    person: Annotated[str, StringConstraints(max_length=40)]
    text: Annotated[str, StringConstraints(max_length=2_100_000)]


class GpxText(Part):
    """A GPX file, as text."""

    text: Annotated[str, StringConstraints(max_length=1_900_000)]


class RouteLegs(Part):
    """A route in legs, and its length. [m]"""

    legs: list[Leg]
    length_m: float


class PatchOperation(Part):
    """One operation of a JSON Patch (RFC 6902)."""

    op: Literal["add", "remove", "replace", "move", "copy", "test"]
    path: Annotated[str, StringConstraints(max_length=300)]
    value: Any = None
    from_: Annotated[str, StringConstraints(max_length=300)] | None = Field(None, alias="from")


class JobPatch(RootModel[Annotated[list[PatchOperation], Field(min_length=1, max_length=500)]]):
    """An edit: operations done in order, all or none."""

    @property
    def operations(self) -> list[dict[str, Any]]:
        """The operations as JSON has them; a field that was not sent stays out: none is not null."""
        return [operation.model_dump(by_alias=True, exclude_unset=True) for operation in self.root]


class JobState(Part):
    """A job as it stands, with its plan."""

    id: str
    revision: int
    can_undo: bool
    can_redo: bool
    changed_at: datetime
    last: str = Field("", description="What the last edit changed, which undo takes back.")
    job: Job
    plan: Plan


class JobChanged(Part):
    """A job after an edit, by what is different from an earlier revision that the reader has."""

    id: str
    revision: int
    can_undo: bool
    can_redo: bool
    changed_at: datetime
    last: str = Field("", description="What the last edit changed, which undo takes back.")
    since: int
    in_job: Changes
    in_plan: Changes


class Ticket(Part):
    """The ticket of a question that takes long."""

    ticket: Annotated[str, StringConstraints(min_length=1, max_length=40)]


class Stopped(Part):
    """Whether there was anything to stop."""

    stopped: bool


class Hit(Part):
    """Where a word was found in a job."""

    where: str
    words: str


class JobListItem(Part):
    """A line in the list of jobs: where it stands, what comes next, what stops it, and where a word was found."""

    id: str
    name: str
    revision: int
    changed_at: datetime
    stage: str
    next_day: str
    next_words: str
    stops: int
    fixes: int
    hits: list[Hit]


class JobList(Part):
    """Jobs, the last changed first; whether there are more."""

    jobs: list[JobListItem]
    more: bool


class AuthorityList(Part):
    """What authorities are known to want."""

    authorities: list[Authority]


class DeskRow(Part):
    """Something that waits: in which job, for whom, what, by which day where one is known."""

    job_id: str
    job: str
    stage: str
    whom: str
    words: str
    step: str
    day: str


class MorningDesk(Part):
    """What waits for whom in all jobs."""

    today: str
    rows: list[DeskRow]


class RevisionItem(Part):
    """A line of a job's history."""

    number: int
    kind: str
    who: str
    at: datetime
    what: str


class AnswerChanges(Part):
    """What is different in the answers of two revisions."""

    changes: list[AnswerChange]


class EarlierItem(Part):
    """A line of the history that came with a job's file."""

    number: int
    who: str
    at: datetime
    what: str


class RevisionList(Part):
    """The history of a job, the newest first; `before` is what its file brought along."""

    revisions: list[RevisionItem]
    before: list[EarlierItem] = Field(default_factory=list)


class RulebookList(Part):
    """The rulebooks there are, the usual one first."""

    rulebooks: list[Choice]
