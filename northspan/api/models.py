"""What goes over the wire beside Job and Plan."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, RootModel, StringConstraints

from northspan.core.desk.days.events import Event
from northspan.core.desk.starts import Answers, Asked
from northspan.core.document.job import (
    FallReading,
    FourPinReading,
    Id,
    Job,
    Leg,
    LibraryLoad,
    Moment,
    Name,
    Stock,
    System,
    TaskChange,
    VisitKind,
)
from northspan.core.document.plan import Plan, WorkLine
from northspan.core.document.plan.days import DaysPlan, Turning
from northspan.core.document.plan.materials import Alternative, Flip, PricedList, TakeOff, Totals
from northspan.standins.behaves import Behaves


class Wire(BaseModel):
    """Base: unknown fields are refused."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, json_schema_serialization_defaults_required=True)


class NewJob(Wire):
    """What to start a job from: "empty", "demo", "demo-move", or the key of a guided start with its answers; and by which rules."""

    start: Annotated[str, StringConstraints(max_length=40)] = "empty"
    name: Name = "New property"
    answers: Answers | None = None
    rulebook: Annotated[str, StringConstraints(max_length=20)] = "us-2023"


class StartInJob(Wire):
    """A guided start to add to a job that is there."""

    start: Annotated[str, StringConstraints(max_length=40)]
    answers: Answers


class PartAction(Wire):
    """What to do with a part of a job and everything that hangs on it."""

    action: Literal["remove", "copy"]
    kind: Annotated[str, StringConstraints(max_length=20)]
    part: Id


class StartItem(Wire):
    """A guided start: what it is, what it asks, and whether it can be added to a job that has runs."""

    key: str
    title: str
    words: str
    adds: bool
    asks: list[Asked]


class StartList(Wire):
    """All guided starts."""

    starts: list[StartItem]


class LoadLibrary(Wire):
    """Loads to choose from: those people kept, and those that come with the program."""

    own: list[LibraryLoad]
    standard: list[LibraryLoad]


class LoadName(Wire):
    """Which kept load is meant."""

    name: Name


class TesterQuestion(Wire):
    """What the simulated earth tester is to measure at a building of a job."""

    kind: Literal["four_pin", "fall"]
    building: Id
    current_probe_m: float = Field(30, gt=1, le=500)
    seed: int = Field(1, ge=0, le=1_000_000)
    careless: bool = Field(False, description="Whether the probes are set badly.")


class TesterCsv(Wire):
    """What the simulated tester wrote: the same CSV that an instrument writes."""

    simulated: bool
    text: str


class ReadingsText(Wire):
    """Readings as CSV, and what they are."""

    kind: Literal["four_pin", "fall"]
    text: Annotated[str, StringConstraints(max_length=100_000)]


class ReadingsList(Wire):
    """Readings of either kind."""

    four_pin: list[FourPinReading] = []
    fall: list[FallReading] = []


class CsvText(Wire):
    """A CSV file, as text."""

    text: Annotated[str, StringConstraints(max_length=500_000)]


class PanelMove(Wire):
    """How far a new panel hangs to the right of the old one and above it, and its spaces; as many as the old one has if left out. [m]"""

    right_m: float = Field(ge=-60, le=60)
    up_m: float = Field(0, ge=-20, le=20)
    spaces: int | None = Field(None, ge=1, le=84)


class BookItem(Wire):
    """A price book that is kept: its supplier, what a trip there costs, how many prices, and the days they are of. [money]"""

    name: str
    trip: float
    lines: int
    oldest: str
    newest: str
    simulated: bool


class BookList(Wire):
    """All price books."""

    books: list[BookItem]


class BookText(Wire):
    """A price book as CSV, the supplier's name, and what a trip there costs. [money]"""

    name: Name
    trip: float = Field(0, ge=0, le=1_000_000)
    text: Annotated[str, StringConstraints(max_length=9_000_000)]


class BookName(Wire):
    """Which price book."""

    name: Annotated[str, StringConstraints(min_length=1, max_length=80)]


class ServiceQuestion(Wire):
    """Which of the simulated shops is asked, whether it is silent, and whether it answers late: after two seconds."""

    shop: Annotated[str, StringConstraints(max_length=80)]
    silent: bool = False
    late: bool = False


class JobDays(Wire):
    """The days of a job, how its power goes off and comes back, and the revision they were laid out from."""

    revision: int
    days: DaysPlan
    turning: tuple[Turning, ...]


class TaskTried(Wire):
    """A task, and what is tried with it."""

    task: Annotated[str, StringConstraints(min_length=1, max_length=120)]
    change: TaskChange


class DayEvent(Wire):
    """What happened, when, and to which task or person."""

    event: Event
    now: Moment
    subject: Annotated[str, StringConstraints(max_length=120)] = ""


class VisitAsked(Wire):
    """Which visit is asked for, on which day, and how the one who is asked behaves."""

    kind: VisitKind
    day: int = Field(0, ge=0, lt=10)
    how: Behaves = Behaves.well


class WeatherAsked(Wire):
    """How the weather service behaves."""

    how: Behaves = Behaves.well


class BusyCalendar(Wire):
    """Whose busy times stand in a calendar, and the calendar."""

    person: Annotated[str, StringConstraints(max_length=40)]
    text: Annotated[str, StringConstraints(max_length=2_100_000)]


class BooksChosen(Wire):
    """The price books whose prices a job takes; none gives the job its own back."""

    names: tuple[Annotated[str, StringConstraints(max_length=80)], ...] = Field(max_length=12)


class AlternativeList(Wire):
    """The whole job done another way, beside the plan as it is."""

    ways: tuple[Alternative, ...]


class FlipList(Wire):
    """Where the cheapest choice changes, with what; `site_says` is why there is none for the whole site."""

    flips: tuple[Flip, ...]
    site_says: str


class JobMaterials(Wire):
    """The take-off of a job at the prices that are kept, and the revision it was counted from."""

    revision: int
    totals: Totals
    first_needed: dict[str, str]
    take_off: TakeOff
    prices: PricedList
    estimate: float
    estimate_working: tuple[WorkLine, ...]
    shops: list[str]


class GpxText(Wire):
    """A GPX file, as text."""

    text: Annotated[str, StringConstraints(max_length=1_900_000)]


class RouteLegs(Wire):
    """A route in legs, and its length. [m]"""

    legs: list[Leg]
    length_m: float


class PatchOperation(Wire):
    """One operation of a JSON Patch (RFC 6902)."""

    op: Literal["add", "remove", "replace", "move", "copy", "test"]
    path: Annotated[str, StringConstraints(max_length=300)]
    value: Any = None
    from_: Annotated[str, StringConstraints(max_length=300)] | None = Field(None, alias="from")


class JobPatch(RootModel[Annotated[list[PatchOperation], Field(min_length=1, max_length=500)]]):
    """An edit: operations done in order, all or none."""


class JobState(Wire):
    """A job as it stands, with its plan."""

    id: str
    revision: int
    can_undo: bool
    can_redo: bool
    changed_at: datetime
    last: str = Field("", description="What the last edit changed, which undo takes back.")
    job: Job
    plan: Plan


class JobListItem(Wire):
    """A line in the list of jobs."""

    id: str
    name: str
    revision: int
    changed_at: datetime


class JobList(Wire):
    """All jobs, the last changed first."""

    jobs: list[JobListItem]


class RevisionItem(Wire):
    """A line of a job's history."""

    number: int
    kind: str
    who: str
    at: datetime
    what: str


class AnswerChange(Wire):
    """Something that came out otherwise: whose answer, what it was, what it is."""

    name: str
    before: str
    after: str


class AnswerChanges(Wire):
    """What is different in the answers of two revisions."""

    changes: list[AnswerChange]


class EarlierItem(Wire):
    """A line of the history that came with a job's file."""

    number: int
    who: str
    at: datetime
    what: str


class RevisionList(Wire):
    """The history of a job, the newest first; `before` is what its file brought along."""

    revisions: list[RevisionItem]
    before: list[EarlierItem] = []


class Choice(Wire):
    """A value and its name, for a list to choose from."""

    value: str
    title: str


class RulebookList(Wire):
    """The rulebooks there are, the usual one first."""

    rulebooks: list[Choice]


class DeviceType(Choice):
    """A kind of device, and its ratings. [A]"""

    ratings_a: list[float]


class RulebookOptions(Wire):
    """What a rulebook lets a person choose from, in its own terms."""

    id: str
    title: str
    metals: list[Choice]
    methods: list[Choice]
    places: list[Choice]
    surfaces: list[Choice]
    insulations: list[str]
    cable: str = Field(description="The insulation or cable that is usual indoors without a pipe.")
    cable_size: str = Field(description="The size of it that is asked about most.")
    sizes: dict[str, list[Choice]]
    devices: list[float]
    dwelling_methods: list[Choice]
    raised_voltages: list[float]
    laid_ways: list[Choice]
    groupings: list[Choice] = Field(description="How circuits may lie together, where the code tells them apart.")
    rod_length_m: float = Field(description="Least length of a rod. [m]")
    terminals: list[Choice]
    earthings: list[Choice]
    groundings: list[Choice]
    device_types: list[DeviceType]
    usual_system: System = Field(description="Windings of a usual supply there.")
    usual_methods: dict[str, str] = Field(description="How a new stretch is usually laid, by its place.")
    usual_v: float = Field(description="Its voltage, line to line, or line to neutral where there is one line. [V]")
    one_line: bool = Field(description="Whether its supplies have one line and a neutral.")
    floor_load: bool = Field(description="Whether a dwelling's load is worked from its floor area.")
    by_loop: bool = Field(description="Whether it protects by the earth fault loop.")
    old_colors: bool = Field(description="Whether installations with other wire colors still stand there.")
    terms: dict[str, str]
    words: dict[str, str] = Field(description="The words that shared sentences are made with, by name.")
    not_covered: list[str] = Field(description="What these rules do not cover, in plain words.")
    stock: Stock = Field(description="What supply houses have there; nothing named means everything made.")
    trade_words: list[dict[str, str]] = Field(description="The step, what is shown, and the words that find it.")
