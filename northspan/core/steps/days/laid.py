"""Tasks laid out: hours become slots, the sky and visits close some, what is begun or pinned stays; and back again."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import ceil, floor

from northspan.core.case.worked import WorkedJob
from northspan.core.document.job import Days, Job, Role, Span, TaskState
from northspan.core.physics.schedule import lay_out, simple
from northspan.core.physics.works import Crew, Laid, Placed, Work
from northspan.core.steps.days.kinds import Does
from northspan.core.steps.days.task import Task
from northspan.core.steps.days.tasks import JobTasks, tasks_of
from northspan.core.working.errors import InvalidJob

SLOTS_H = 12  # of five minutes


@dataclass(frozen=True, slots=True)
class LaidJob:
    """The tasks of a job, where each lies, and how the simple order would have been."""

    found: JobTasks
    laid: Laid
    plain: Laid
    people: tuple[str, ...]

    @property
    def job(self) -> Job:
        """The job. [-]"""
        return self.found.case.job

    def clock(self, slot: int) -> tuple[int, float]:
        """Say on which day and at which hour a slot begins. [h]

        Parameters
        ----------
        slot : int
            The slot. [-]
        """
        day = day_slots(self.job.days)
        return slot // day, self.job.days.begins_h + (slot % day) / SLOTS_H

    def end_clock(self, slot: int) -> tuple[int, float]:
        """Say on which day and at which hour the slot before a slot ends: the end of a day is not the begin of the next. [h]

        Parameters
        ----------
        slot : int
            The slot. [-]
        """
        day, at_h = self.clock(slot - 1)
        return day, at_h + 1 / SLOTS_H

    def ends(self, at: Placed) -> float:
        """Say at which hour of its day what lies there ends. [h]

        Parameters
        ----------
        at : Placed
            Where it lies. [-]
        """
        return self.clock(at.start)[1] + at.slots / SLOTS_H


def lay_out_job(whole: WorkedJob) -> LaidJob:
    """Derive the tasks of a job and lay them out, once for all who ask.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]

    Raises
    ------
    InvalidJob
        If nobody works, or tasks wait for each other in a circle.
    """
    return whole.once("laid out", _lay_out)


def lay_out_like(whole: WorkedJob, before: WorkedJob) -> LaidJob:
    """Lay a job out as it was laid out before, as far as that goes: quick, for a task that is held in a hand.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    before : WorkedJob
        The same with its days as they were. [-]

    Raises
    ------
    InvalidJob
        If nobody works, or tasks wait for each other in a circle.
    """
    placed = lay_out_job(before).laid.placed
    return _lay_out(whole, sorted(placed, key=lambda key: (placed[key].start, key)))


def _lay_out(whole: WorkedJob, like: Sequence[str] = ()) -> LaidJob:
    found, job = tasks_of(whole), whole.job
    people = tuple(job.days.people)
    if not people:
        raise InvalidJob("/days/people", "nobody works here.", "Add a person.")
    crew = crew_of(job.days)
    works = [work_of(job.days, task, found.blocks.get(task.key.removesuffix("#rest"), ""), crew) for task in found.tasks]
    try:
        return LaidJob(found, lay_out(works, crew, like), simple(works, crew), people)
    except ValueError as circle:
        raise InvalidJob("/days/own", f"tasks wait for each other {circle}.", "Take one of them out of what another waits for.") from circle


def day_slots(days: Days) -> int:
    """Count the slots of a working day. [-]

    Parameters
    ----------
    days : Days
        The days. [h]
    """
    return max(1, floor((days.ends_h - days.begins_h) * SLOTS_H + 1e-9))


def crew_of(days: Days) -> Crew:
    """Say who is there in which slot.

    Parameters
    ----------
    days : Days
        The days. [h]
    """
    size, everything = day_slots(days), day_slots(days) * days.days
    there = []
    for person in days.people.values():
        free = (1 << everything) - 1
        for span in person.busy:
            free &= ~_bits(days, span)
        if person.away_from_day is not None:
            free &= (1 << _slot(days, person.away_from_day, person.away_from_h)) - 1
        if days.now is not None:
            free &= ~((1 << _slot(days, days.now.day, days.now.at_h, up=True)) - 1)
        there.append(free)
    return Crew(tuple(there), tuple(one.role is Role.electrician for one in days.people.values()), size, everything)


def work_of(days: Days, task: Task, block: str, crew: Crew) -> Work:
    """Say how a task is laid out: its slots, and in which of them it may be.

    Parameters
    ----------
    days : Days
        The days. [h]
    task : Task
        The task. [h]
    block : str
        The outage it belongs to. [-]
    crew : Crew
        The people. [-]
    """
    slots = max(1, ceil(task.hours * SLOTS_H - 1e-9))
    change, people = days.changed.get(task.key), list(days.people)
    open_ = (1 << crew.slots) - 1
    for spell in days.weather:
        if spell.sky in task.cannot_stand:
            open_ &= ~_bits(days, spell)
    who = tuple(people.index(one) for one in change.who) if change else ()
    if task.never_a_helper_alone and who and not any(crew.skilled[one] for one in who):
        who = ()  # a hand may drag it there; an electrician does it all the same, and the days say so
    count = min(task.people, len(people)) if not who else len(who)
    if change is not None and change.state is not TaskState.open and change.day is not None and change.start_h is not None:
        start = _slot(days, change.day, change.start_h)
        slots = min(crew.slots, _took(days, change.took_h, start, slots, done=change.state is TaskState.done))
        return Work(task.key, slots, count, task.skilled, task.after, start=min(start, crew.slots - slots), who=who, block=block)
    if change is not None and change.day is not None:
        first = _slot(days, change.day, days.begins_h if change.start_h is None else change.start_h)
        length = crew.day if change.start_h is None else slots
        open_ &= ((1 << length) - 1) << first
    begins = _windows(days, task)
    return Work(
        task.key,
        slots,
        count,
        task.skilled and not who,
        task.after,
        open_=open_,
        begins=begins,
        who=who,
        block=block,
        late=task.kind.does is Does.feeds,
    )


def _took(days: Days, took_h: float | None, start: int, slots: int, *, done: bool) -> int:
    """How long what is begun or done takes: as it took, or as planned, and till now at least where it still goes on."""
    if took_h is not None:
        return max(1, ceil(took_h * SLOTS_H - 1e-9))
    if done or days.now is None:
        return slots
    return max(slots, _slot(days, days.now.day, days.now.at_h, up=True) - start)


def _windows(days: Days, task: Task) -> int:
    """Slots in which it may begin because somebody from outside is there; all of them where nothing was said."""
    windows = [visit for visit in days.visits if visit.kind.value == task.visit]
    if not windows:
        return -1
    open_ = 0
    for one in windows:
        first = _slot(days, one.day, one.from_h if one.came_h is None else one.came_h)
        last = _slot(days, one.day, one.to_h) if one.came_h is None else first
        open_ |= ((1 << max(1, last - first)) - 1) << first  # a window that ends with the day does not begin the next
    return open_


def _bits(days: Days, span: Span) -> int:
    first, last = _slot(days, span.day, span.from_h), _slot(days, span.day, span.to_h, up=True)
    return ((1 << max(0, last - first)) - 1) << first


def _slot(days: Days, day: int, at_h: float, *, up: bool = False) -> int:
    """The slot of an hour of a day; hours outside the working day are its ends."""
    within = min(max(0.0, at_h - days.begins_h), days.ends_h - days.begins_h) * SLOTS_H
    return day * day_slots(days) + (ceil(within - 1e-9) if up else floor(within + 1e-9))
