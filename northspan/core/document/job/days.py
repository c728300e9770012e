"""Who works when, what the sky and others do, and what a person changed of the work that the plan asks for."""

from __future__ import annotations

from datetime import date
from enum import StrEnum
from typing import Annotated

from pydantic import Field, StringConstraints, model_validator

from northspan.core.document.job.in_order import InOrder, Row
from northspan.core.document.job.part import Id, Name, Note, Part

TaskKey = Annotated[str, StringConstraints(min_length=1, max_length=120)]
RateKey = Annotated[str, StringConstraints(min_length=1, max_length=24, pattern=r"^[a-z_]+$")]
Day = Annotated[str, StringConstraints(pattern=r"^(\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01]))?$")]
Zone = Annotated[str, StringConstraints(max_length=48, pattern=r"^[A-Za-z0-9_+\-/]*$")]
MOST_DAYS = 10
FIRST_YEAR, LAST_YEAR = 2000, 2200


class Span(Part):
    """A part of a working day, by the number of the day (0 is the first) and hours of its clock. [h]"""

    day: int = Field(0, ge=0, lt=MOST_DAYS)
    from_h: float = Field(ge=0, le=24)
    to_h: float = Field(ge=0, le=24)

    @model_validator(mode="after")
    def _forward(self) -> Span:
        if self.to_h <= self.from_h:
            raise ValueError("it ends before it begins")
        return self


class Role(StrEnum):
    """What a person may do alone."""

    electrician = "electrician"
    helper = "helper"


class Person(Part):
    """Somebody who works here, when he has other things to do, and the first day and hour from which he is missing. [h]"""

    name: Name
    role: Role = Role.electrician
    busy: tuple[Span, ...] = Field((), max_length=60)
    away_from_day: int | None = Field(None, ge=0, lt=MOST_DAYS)
    away_from_h: float = Field(0, ge=0, le=24)


class Sky(StrEnum):
    """What the sky does that work cannot stand."""

    thunder = "thunder"
    rain = "rain"
    frost = "frost"
    heat = "heat"


class Weather(Span, InOrder):
    """Hours of such a sky, as somebody said or saw."""

    sky: Sky = Sky.thunder
    simulated: bool = False


class VisitKind(StrEnum):
    """Who comes from outside, and for what."""

    utility_off = "utility_off"
    utility_on = "utility_on"
    trench = "trench"
    rough = "rough"
    service = "service"
    final = "final"


class Visit(Span, InOrder):
    """A window in which somebody comes, and whether that was confirmed; `came_h` is when he was there. [h]"""

    kind: VisitKind
    confirmed: bool = False
    simulated: bool = False
    came_h: float | None = Field(None, ge=0, le=24)
    words: Note = Field("", description="What was said on the telephone.")


class TaskState(StrEnum):
    """How far a task is."""

    open = ""
    begun = "begun"
    done = "done"


class TaskChange(Part):
    """What a person changed of a task, where he pinned it, and how it went. [h]"""

    hours: float | None = Field(None, gt=0, le=80, description="Instead of what the rates give.")
    people: int | None = Field(None, ge=1, le=8)
    parts: int | None = Field(None, ge=1, le=12, description="In so many parts, one after another.")
    day: int | None = Field(None, ge=0, lt=MOST_DAYS, description="Pinned to this day.")
    start_h: float | None = Field(None, ge=0, le=24, description="Pinned to this hour, or when it began. [h]")
    who: tuple[Id, ...] = Field((), max_length=8, description="Pinned to these people.")
    crossed_out: bool = False
    state: TaskState = TaskState.open
    took_h: float | None = Field(None, ge=0, le=80, description="What it took in the end. [h]")
    done_h: float | None = Field(None, ge=0, le=1000, description="Hours of the plan when it was done; what grows after is left to do. [h]")
    done_as: Note = Field("", description="What it was called when it was done.")
    note: Note = ""


class OwnTask(Part):
    """A task that a person added."""

    words: Name
    hours: float = Field(1, gt=0, le=80)
    people: int = Field(1, ge=1, le=8)
    role: Role = Role.electrician
    off: tuple[Id, ...] = Field((), max_length=20, description="Cans that must be dead for it.")
    after: tuple[TaskKey, ...] = Field((), max_length=20)
    cannot_stand: tuple[Sky, ...] = Field((), max_length=4)


class StandbyKind(StrEnum):
    """What feeds circuits while the power is off."""

    cord = "cord"
    generator = "generator"
    inverter = "inverter"


class TemporarySupply(Part):
    """What feeds some circuits for now: what it can give, whether it guards people, how its neutral is. It is never back-fed."""

    name: Name
    kind: StandbyKind = StandbyKind.cord
    power_va: float = Field(1800, ge=0, le=100_000)
    circuits: tuple[Id, ...] = Field((), max_length=40)
    guards_people: bool | None = Field(None, description="Ground-fault protection at it; empty: not looked at.")


class MattersAs(StrEnum):
    """Why a circuit must not be long without power."""

    freezer = "freezer"
    fridge = "fridge"
    sump = "sump"
    medical = "medical"
    heat = "heat"
    work = "work"
    battery = "battery"


class Matters(Part):
    """A circuit that must not be long without power, and how long what is on it stands that; empty takes what is usual. [h]"""

    kind: MattersAs = MattersAs.freezer
    stands_h: float | None = Field(None, ge=0, le=200)
    agreed: bool = Field(False, description="The household knows that it goes off, and can do without meanwhile.")


class Tick(Part):
    """A step that was done: when, and what the meter read. [V]"""

    at: Annotated[str, StringConstraints(max_length=20)] = ""
    reading_v: float | None = Field(None, ge=0, le=2000)
    by: Annotated[str, StringConstraints(max_length=80)] = ""


class HoldTag(Part):
    """A tag on a device that must stay off: why, who hung it, until what."""

    device: Name
    why: Name
    who: Annotated[str, StringConstraints(max_length=80)] = ""
    until: Name


class Moment(Part):
    """A day of the job and an hour of its clock. [h]"""

    day: int = Field(0, ge=0, lt=MOST_DAYS)
    at_h: float = Field(0, ge=0, le=24)


def usual_people() -> dict[str, Person]:
    """Two people, as most days have them."""
    return {"A": Person(name="Lead"), "B": Person(name="Helper", role=Role.helper)}


class Days(Part):
    """The days of the work. A first day without a date counts days only; without a zone times are those of the wall clock."""

    starts: Day = Field("", description="Date of the first working day.")
    zone: Zone = Field("", description="Time zone by its IANA name.")
    days: int = Field(5, ge=1, le=MOST_DAYS)
    begins_h: float = Field(8, ge=0, le=23)
    ends_h: float = Field(16, ge=1, le=24)
    people: dict[Id, Person] = Field(default_factory=usual_people, max_length=8)
    rates: dict[RateKey, Annotated[float, Field(gt=0, le=80)]] = Field(
        default_factory=dict, max_length=60, description="Hours, instead of what is customary. [h]"
    )
    weather: Annotated[tuple[Weather, ...], Row(120)] = ()
    visits: Annotated[tuple[Visit, ...], Row(40)] = ()
    changed: dict[TaskKey, TaskChange] = Field(default_factory=dict, max_length=600)
    own: dict[Id, OwnTask] = Field(default_factory=dict, max_length=120)
    matters: dict[Id, Matters] = Field(default_factory=dict, max_length=60, description="Circuits that must not be long without power.")
    supplies: dict[Id, TemporarySupply] = Field(default_factory=dict, max_length=12)
    ticks: dict[TaskKey, Tick] = Field(default_factory=dict, max_length=600)
    tags: dict[Id, HoldTag] = Field(default_factory=dict, max_length=60)
    now: Moment | None = Field(None, description="How far the days are; empty before they begin.")

    @model_validator(mode="after")
    def _a_day_has_hours(self) -> Days:
        if self.starts and not FIRST_YEAR <= date.fromisoformat(self.starts).year <= LAST_YEAR:
            raise ValueError(f"its first day is not from {FIRST_YEAR} to {LAST_YEAR}")
        if self.ends_h <= self.begins_h:
            raise ValueError("the working day ends before it begins")
        return self
