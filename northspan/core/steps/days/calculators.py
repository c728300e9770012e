"""Days by themselves: the schedule of a job, and how its power is turned off and on."""

from __future__ import annotations

from northspan.core.case.calculator import Answer, answered
from northspan.core.document.job import Part
from northspan.core.document.plan import WorkGroup, work_lines
from northspan.core.document.plan.days import TaskLaid, Turning
from northspan.core.document.upgrade import AnyJob
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.solve import worked
from northspan.core.steps.days.plan import days_plan
from northspan.core.steps.days.turning import turnings
from northspan.core.working.sums import count_of
from northspan.core.working.worked import given, three


class ScheduleQuestion(Part):
    """A job."""

    job: AnyJob


class ScheduleAnswer(Answer):
    """Its tasks where they lie, and what does not hold."""

    tasks: tuple[TaskLaid, ...]
    troubles: tuple[str, ...]


class TurnOnAnswer(Answer):
    """Each part that is turned off, step by step, and on again."""

    turning: tuple[Turning, ...]


def schedule(question: ScheduleQuestion) -> ScheduleAnswer:
    """Lay the work of a job out over its days: the power off for the shortest time, then the fewest days.

    Parameters
    ----------
    question : ScheduleQuestion
        The job. [-]

    Raises
    ------
    InvalidJob
        If the job, or what it says of its days, cannot be planned.

    Examples
    --------
    >>> from northspan.core.desk.demo_us import kestrel_hollow
    >>> schedule(ScheduleQuestion(job=kestrel_hollow())).headline
    '3 days, 2 people. Power off 2 h 55 min; no order does better.'
    """
    plan = days_plan(worked(question.job))
    figures: dict[str, float | str] = {"outage_h": plan.outage_h, "outage_least_h": plan.outage_least_h, "days": float(plan.days),
                                       "days_least": float(plan.days_least)}  # fmt: skip
    plain = answered(rulebook_of(question.job), plan.headline, figures, {})
    working = tuple(WorkGroup(one.key, one.words, f"{three(one.hours)} h", one.working) for one in plan.tasks if one.working) or _nothing()
    return ScheduleAnswer(**plain.model_dump(exclude={"working"}), working=working, tasks=plan.tasks, troubles=plan.troubles)


def turn_on(question: ScheduleQuestion) -> TurnOnAnswer:
    """Say how the power of a job goes off and comes back, step by step.

    Parameters
    ----------
    question : ScheduleQuestion
        The job. [-]

    Raises
    ------
    InvalidJob
        If the job cannot be planned.

    Examples
    --------
    >>> from northspan.core.desk.demo_us import kestrel_hollow
    >>> turn_on(ScheduleQuestion(job=kestrel_hollow())).headline
    'House panel: 10 steps off, 38 on; first Every circuit off, large loads off'
    """
    found = turnings(worked(question.job))
    said = "; ".join(f"{one.name}: {len(one.off)} steps off, {len(one.on)} on; first {one.on[0].words}" for one in found)
    figures: dict[str, float | str] = {"steps": float(count_of(len(one.off) + len(one.on) for one in found))}
    plain = answered(rulebook_of(question.job), said or "Nothing to turn on: there is no can", figures, {})
    working = tuple(
        WorkGroup(step.key, step.words, f"{step.least_v:.0f} to {step.most_v:.0f} V",
                  work_lines((given("U", step.words, step.most_v, "V", step.why),)))
        for one in found for step in one.on if step.least_v is not None and step.most_v
    ) or _nothing()  # fmt: skip
    return TurnOnAnswer(**plain.model_dump(exclude={"working"}), working=working, turning=found)


def _nothing() -> tuple[WorkGroup, ...]:
    return (WorkGroup("nothing", "Tasks", "0", work_lines((given("n", "tasks of the job", 0.0, "", "count"),))),)
