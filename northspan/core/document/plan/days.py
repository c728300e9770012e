"""The days of a job: who does what when, who has power, what others say, and how the power comes back."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.document.plan.working import WorkLine


@dataclass(frozen=True, slots=True)
class TaskLaid:
    """A task as it lies: when, by whom, why it exists, how long it takes and why so long, and what a person changed.

    `day` is counted from 0, None where it found no place; `off` are the cans that are dead for it, `goods` the lines of the
    take-off that it needs. [h]
    """

    key: str
    kind: str
    kind_words: str
    rate: str
    words: str
    why: str
    where: str
    place: str
    hours: float
    planned_h: float
    people: int
    skilled: bool
    tools: tuple[str, ...]
    goods: tuple[str, ...]
    cannot_stand: tuple[str, ...]
    off: tuple[str, ...]
    after: tuple[str, ...]
    visit: str
    day: int | None
    start_h: float | None
    end_h: float | None
    who: tuple[str, ...]
    state: str
    pinned: bool
    differs: str
    note: str
    working: tuple[WorkLine, ...]


@dataclass(frozen=True, slots=True)
class PowerSpan:
    """So long something is off, or on a temporary supply. [h]"""

    day: int
    from_h: float
    to_h: float
    state: str
    words: str


@dataclass(frozen=True, slots=True)
class PowerRow:
    """Who has power: a building, a circuit that matters, or the rooms; for how long not, and how long it stands that. [h]"""

    key: str
    name: str
    kind: str
    spans: tuple[PowerSpan, ...]
    off_h: float
    stands_h: float | None
    worry: str


@dataclass(frozen=True, slots=True)
class SupplyPlan:
    """A temporary supply: what it carries of what it can give, and what is wrong with it. [VA]"""

    key: str
    name: str
    asked_va: float
    power_va: float
    holds: bool
    words: str
    cautions: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class LeadItem:
    """What is arranged before the first day or comes after the last: how many working days from the first, and its date if known."""

    words: str
    days: int
    date: str
    why: str


@dataclass(frozen=True, slots=True)
class RatePlan:
    """A rate: customary hours, what is taken, and what a person's own tasks would have asked. [h]"""

    key: str
    words: str
    per: str
    customary_h: float
    taken_h: float
    learned_h: float | None
    learned_of: int


@dataclass(frozen=True, slots=True)
class OwnerPart:
    """A part of the page for the owner: its heading, and its lines."""

    title: str
    lines: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class DaysPlan:
    """The schedule: tasks in the order in which they lie, days by name, who has power, and the bounds.

    `outage_h` is how long the power is off in all, `outage_least_h` what no order could beat, `outage_simple_h` what the tasks
    one after another would take; `days` and `days_least` the same of days. `troubles` say what does not hold. [h]
    """

    headline: str
    tasks: tuple[TaskLaid, ...]
    day_names: tuple[str, ...]
    begins_h: float
    ends_h: float
    power: tuple[PowerRow, ...]
    supplies: tuple[SupplyPlan, ...]
    outage_h: float
    outage_least_h: float
    outage_simple_h: float
    days: int
    days_least: int
    waits_h: float
    trips: int
    troubles: tuple[str, ...]
    ahead: tuple[LeadItem, ...]
    later: tuple[LeadItem, ...]
    rates: tuple[RatePlan, ...]
    owner: tuple[OwnerPart, ...]
    cautions: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class TurnStep:
    """A step of turning off or on: what is done, why, what a meter must show, and what was shown. [V]

    `blocked` says why it waits: a step before it is open, or its reading was wrong.
    """

    key: str
    words: str
    why: str
    least_v: float | None
    most_v: float | None
    done: bool
    at: str
    reading_v: float | None
    wrong: str
    blocked: str
    hold: str


@dataclass(frozen=True, slots=True)
class Turning:
    """Turning a part of the job off and on again, step by step; what stays live all the same; what must stay off."""

    head: str
    name: str
    off: tuple[TurnStep, ...]
    stays_live: tuple[str, ...]
    on: tuple[TurnStep, ...]
    loose_ends: tuple[str, ...]
