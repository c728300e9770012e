"""The days as a step: the work laid out, how power goes off and comes back, and what happens on the day."""

from __future__ import annotations

from graphlib import CycleError, TopologicalSorter
from typing import Annotated

from pydantic import StringConstraints

from northspan.core.case.beside import Beside
from northspan.core.case.calculator import Calculator
from northspan.core.case.step import Edits, Step, StepAnswer, StepEvent, Try, View
from northspan.core.case.worked import WorkedJob
from northspan.core.document.job import Moment, Part, TaskChange
from northspan.core.document.plan.days import DaysPlan, Turning
from northspan.core.steps.days import calculators
from northspan.core.steps.days.cannot_wait import cannot_wait
from northspan.core.steps.days.dates import zone_of
from northspan.core.steps.days.done import done_and_left
from northspan.core.steps.days.events import Event, event_edits
from northspan.core.steps.days.laid import lay_out_like
from northspan.core.steps.days.plan import days_plan
from northspan.core.steps.days.tasks import tasks_of
from northspan.core.steps.days.turning import turnings
from northspan.core.working.errors import InvalidJob


class DaysAnswer(StepAnswer):
    """The days of a job, and how its power goes off and comes back."""

    days: DaysPlan
    turning: tuple[Turning, ...]


class TaskTried(Part):
    """A task, and what is tried with it."""

    task: Annotated[str, StringConstraints(min_length=1, max_length=120)]
    change: TaskChange


class Happened(Part):
    """When something happened, and to which task or person."""

    now: Moment
    subject: Annotated[str, StringConstraints(max_length=120)] = ""


def laid_out(whole: WorkedJob, beside: Beside) -> DaysAnswer:
    """Lay the work of a job out over its days, with who has power and how it comes back.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    beside : Beside
        Not asked: what time it is on the job is noted in the job. [-]
    """
    del beside
    return DaysAnswer(days=days_plan(whole), turning=turnings(whole))


def task_tried(whole: WorkedJob, beside: Beside, asked: TaskTried) -> DaysAnswer:
    """Lay the days out with one task where it is held, and keep nothing: what a person sees while he drags it.

    The order is that of the days as they stand; let go, the best of many orders is sought.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    beside : Beside
        Not asked. [-]
    asked : TaskTried
        The task, and where it is held. [h]
    """
    del beside
    days = whole.job.days
    tried = whole.on_days(days.model_copy(update={"changed": days.changed | {asked.task: asked.change}}))
    return DaysAnswer(days=days_plan(tried, lay_out_like(tried, whole)), turning=())


def _taken_in(event: Event) -> StepEvent:
    def edits(whole: WorkedJob, beside: Beside, asked: Happened) -> Edits:
        del beside
        return event_edits(whole, event, asked.now, asked.subject)

    edits.__doc__ = f"Take into the job that this happened: {event.value.replace('_', ' ')}."
    return StepEvent(event.value, Happened, edits)


def days_hold(whole: WorkedJob) -> None:
    """Refuse days that name what is not there, such as a time zone, or whose tasks wait for each other in a circle.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]

    Raises
    ------
    InvalidJob
        If they do.
    """
    zone_of(whole.job)
    tasks = tasks_of(whole).tasks
    there = {one.key for one in tasks}
    try:
        TopologicalSorter({one.key: [key for key in one.after if key in there] for one in tasks}).prepare()
    except CycleError as circle:
        names = {one.key: one.words for one in tasks}
        around = " waits for ".join(f"“{names[key]}”" for key in reversed(circle.args[1]))
        raise InvalidJob("/days/own", f"{around}.", "Take one of them out of what another waits for.") from circle


STEP = Step(
    "days",
    View(DaysAnswer, laid_out),
    tries=Try(TaskTried, DaysAnswer, task_tried),
    owns="/days",
    refuse=days_hold,
    findings=lambda whole: (*cannot_wait(whole), *done_and_left(whole)),
    events=tuple(_taken_in(event) for event in Event),
    calculators=(
        Calculator("schedule", calculators.ScheduleQuestion, calculators.ScheduleAnswer, calculators.schedule, heavy=True),
        Calculator("turn-on", calculators.ScheduleQuestion, calculators.TurnOnAnswer, calculators.turn_on, heavy=True),
    ),
)
