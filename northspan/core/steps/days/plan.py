"""The days as they are shown: tasks where they lie, who has power, bounds, what does not hold, what is arranged ahead and later."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from datetime import timedelta
from itertools import pairwise

from northspan.core.case.worked import WorkedJob
from northspan.core.document.job import Job, Metal, Place, Role, Status, TaskChange, VisitKind, status_of
from northspan.core.document.plan import work_lines
from northspan.core.document.plan.days import DaysPlan, LeadItem, PowerRow, RatePlan, SupplyPlan, TaskLaid
from northspan.core.document.plan.materials import TakeOff
from northspan.core.steps.days.dates import day_date, day_name
from northspan.core.steps.days.kinds import Does
from northspan.core.steps.days.laid import SLOTS_H, LaidJob, lay_out_job
from northspan.core.steps.days.owner import owner_page
from northspan.core.steps.days.power import hours_text, outage_hours, power_rows, supply_plans
from northspan.core.steps.days.rates import customary, hours_of, learned
from northspan.core.steps.days.task import Task
from northspan.core.steps.days.walked import Breach, breaches
from northspan.core.steps.materials.lines import taken_off
from northspan.core.walk.installation import Side
from northspan.core.working.sums import count_of, sum_of

LOCATE_WHY = "before the first spade; the days to wait differ from place to place"
LOCATE_AHEAD, PERMIT_AHEAD, UTILITY_AHEAD = 3, 10, 10
TORQUE_AGAIN = ((7, "after some days of load"), (365, "after a year, aluminum and stranded ones first"))
CAUTIONS = (
    "Nothing is touched before it is tested dead, and the tester is tried before and after.",
    "The neutral and the grounding of a service are never opened under load.",
    "No pulling and no rods while there is thunder: come down, walk away, wait half an hour.",
    "Local rules, the {utility} and {licensed_electrician} have the last word; hours are habits, no promise.",
)


_DEPTH = 5  # as deep as a stretch of a run: the finest place that a task and a line of the list have in common


def days_plan(whole: WorkedJob, laid_out: LaidJob | None = None) -> DaysPlan:
    """Lay the work of a job out over its days, and say what follows.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    laid_out : LaidJob, optional
        As it is laid out, where that is not to be the best of many orders. [-]

    Raises
    ------
    InvalidJob
        If the job, or what it says of its days, cannot be planned.

    Examples
    --------
    >>> from northspan.core.desk.demo_us import kestrel_hollow
    >>> from northspan.core.solve import worked
    >>> days_plan(worked(kestrel_hollow())).headline
    '3 days, 2 people. Power off 2 h 55 min; no order does better.'
    """
    laid, job = laid_out or lay_out_job(whole), whole.job
    rows, supplies = tuple(power_rows(laid)), tuple(supply_plans(laid.found.case, laid.found.plan))
    outage_h = sum_of(outage_hours(laid, one) for one in laid.found.outages)
    least_h = count_of(laid.laid.least_blocks.values()) / SLOTS_H
    goods = goods_at(taken_off(whole))
    live = tuple(breaches(laid))
    order = {key: at.start for key, at in laid.laid.placed.items()}
    tasks = sorted(laid.found.tasks, key=lambda one: (order.get(one.key, 10**9), one.key))
    kinds = {one.key: one.rate for one in tasks}
    return DaysPlan(
        headline=_headline(laid, live, outage_h, least_h),
        tasks=tuple(_laid(laid, one, goods) for one in tasks),
        day_names=tuple(day_name(job, day) for day in range(job.days.days)),
        begins_h=job.days.begins_h,
        ends_h=job.days.ends_h,
        power=rows,
        supplies=supplies,
        outage_h=outage_h,
        outage_least_h=least_h,
        outage_simple_h=count_of(laid.plain.blocks.values()) / SLOTS_H,
        days=laid.laid.days,
        days_least=laid.laid.least_days,
        waits_h=laid.laid.waits / SLOTS_H,
        trips=laid.laid.trips,
        troubles=tuple(_troubles(laid, live, rows, supplies)),
        ahead=tuple(_ahead(laid)),
        later=tuple(_later(laid)),
        rates=tuple(_rates(job, kinds, laid.found.planned_h)),
        owner=tuple(owner_page(laid, rows)),
        cautions=tuple(laid.found.case.rulebook.words.fill(one) for one in CAUTIONS),
    )


def _headline(laid: LaidJob, live: tuple[Breach, ...], outage_h: float, least_h: float) -> str:
    count, people = laid.laid.days, len(laid.people)
    if not laid.found.tasks:
        return "Nothing to do: nothing in this job is new."
    if live:
        return "Stop: as these days stand, somebody works on what is live."
    said = f"{count} {'day' if count == 1 else 'days'}, {people} {'person' if people == 1 else 'people'}."
    if laid.laid.left_out:  # of a best nobody speaks as long as something has no place
        return f"{len(laid.laid.left_out)} of {len(laid.found.tasks)} tasks have no place in these days. {said}"
    if not laid.found.outages:
        fresh = any(one.kind.does is Does.energises for one in laid.found.tasks)
        return f"{said} No power before it is connected." if fresh else f"{said} The power stays on."
    better = "no order does better" if outage_h <= least_h + 1e-6 else f"no order does better than {hours_text(least_h)}"
    return f"{said} Power off {hours_text(outage_h)}; {better}."


def _laid(laid: LaidJob, task: Task, goods: Mapping[str, tuple[str, ...]]) -> TaskLaid:
    job, at = laid.job, laid.laid.placed.get(task.key)
    change = job.days.changed.get(task.key)
    planned = laid.found.planned_h.get(task.key, task.hours)
    day, start_h = laid.clock(at.start) if at is not None else (None, None)
    dead = task.off | {one for one in (task.opens, task.closes) if one}
    return TaskLaid(
        key=task.key, kind=task.kind.name, kind_words=laid.found.case.rulebook.words.fill(task.kind.words), rate=task.rate,
        words=task.words, why=task.why, where=task.where, place=task.place, hours=task.hours,
        planned_h=planned, people=task.people, skilled=task.skilled, tools=task.tools, goods=_goods(task, goods),
        cannot_stand=tuple(sorted(sky.value for sky in task.cannot_stand)), off=tuple(sorted(dead)),
        after=task.after, visit=task.visit,
        day=day, start_h=start_h, end_h=laid.ends(at) if at is not None else None,
        who=tuple(laid.people[one] for one in at.who) if at is not None else (),
        state=change.state.value if change else "", pinned=_pinned(change), differs=_differs(change, planned, task),
        note=change.note if change else "", working=work_lines(task.steps),
    )  # fmt: skip


def goods_at(goods: TakeOff) -> dict[str, tuple[str, ...]]:
    """Keys of the lines that are asked for at each place, and at what it is a part of.

    Parameters
    ----------
    goods : TakeOff
        The list. [-]
    """
    found: dict[str, dict[str, None]] = {}
    for line in goods.lines:
        for one in line.asks:
            steps = one.where.split("/")
            for depth in range(1, min(len(steps), _DEPTH) + 1):
                found.setdefault("/".join(steps[:depth]), {})[line.key] = None
    return {where: tuple(keys) for where, keys in found.items()}


def _goods(task: Task, at: Mapping[str, tuple[str, ...]]) -> tuple[str, ...]:
    """Keys of the lines that are asked for at the same place as the task."""
    return at.get("/".join(task.where.split("/")[:_DEPTH]), ()) if task.where and task.kind.goods else ()


def _pinned(change: TaskChange | None) -> bool:
    return change is not None and (change.day is not None or bool(change.who))


def _differs(change: TaskChange | None, planned: float, task: Task) -> str:
    if change is None:
        return ""
    words = [f"the plan says {hours_text(planned)}"] if change.hours and abs(change.hours - planned) > 1e-6 else []  # noqa: PLR2004
    words += [f"for {change.people} instead"] if change.people and change.people == task.people else []
    return "; ".join(words)


def _troubles(laid: LaidJob, live: tuple[Breach, ...], rows: tuple[PowerRow, ...], supplies: tuple[SupplyPlan, ...]) -> Iterator[str]:
    """What does not hold any more, and what is not safe to leave so; hands in what is live before anything else."""
    yield from (_breach(laid, one) for one in live)
    tasks, left = {one.key: one for one in laid.found.tasks}, set(laid.laid.left_out)
    blocks = laid.found.blocks
    waiting = {key for key in left if any(before in left and blocks.get(before, "-") != blocks.get(key) for before in tasks[key].after)}
    held_up = {blocks[key] for key in waiting if key in blocks}  # an outage is done in one go, or not at all
    waiting |= {key for key in left if blocks.get(key) in held_up} | {key for key in left if left & set(tasks[key].after)}
    yield from (f"{tasks[key].words}: no place for it. {_why_not(laid, tasks[key])}" for key in sorted(left - waiting))
    if waiting:
        yield f"{len(waiting)} more wait for that."
    for task in laid.found.tasks:
        yield from _cannot(laid, task)
    yield from _held(laid)
    for outage in laid.found.outages:
        if outage_hours(laid, outage) > laid.job.days.ends_h - laid.job.days.begins_h:
            yield f"{laid.found.case.tree.name_of(outage.head)}: off over a night. More hands, a longer day, or less at once."
    yield from (row.worry for row in rows if row.worry)
    yield from (one.words for one in supplies if not one.holds)
    days = laid.job.days
    for key in days.changed:
        if key not in laid.found.planned_h and not key.partition("#")[1] and days.changed[key].done_h is None:
            yield f"A change of {key} has nothing to change any more."


def _breach(laid: LaidJob, one: Breach) -> str:
    name = laid.found.case.tree.name_of(one.part.can)
    day, at_h = laid.clock(max(one.slot, 0))
    when = f"day {day + 1}, {int(at_h)}:{round(at_h % 1 * 60):02d}"
    if one.unfinished:
        return f"{one.task.words}: still to do, and {name} is live from {when}. It is finished first, then it is fed."
    side = "its line side" if one.part.side is Side.line else "its bus"
    return f"{one.task.words}: {name} is live then, {side}, {when}. Off, locked and tested dead comes before it."


def _cannot(laid: LaidJob, task: Task) -> Iterator[str]:
    """What a task is asked to be, and cannot."""
    if task.people > len(laid.people):
        yield f"{task.words}: it wants {task.people} people, and there {'is' if len(laid.people) == 1 else 'are'} {len(laid.people)}."
    change = laid.job.days.changed.get(task.key)
    people = laid.job.days.people
    pinned = [people[one] for one in change.who if one in people] if change is not None else []
    if pinned and task.never_a_helper_alone and all(one.role is Role.helper for one in pinned):
        yield f"{task.words}: never a helper alone. It is laid with an electrician."
    if change is not None and change.crossed_out:
        yield f"{task.words}: it cannot be crossed out, others would work on what is live."


def _held(laid: LaidJob) -> Iterator[str]:
    """What a person fixed by hand and no longer holds: before what it waits for, or two places at once."""
    placed, tasks = laid.laid.placed, {one.key: one for one in laid.found.tasks}
    for key, at in placed.items():
        late = [one for one in tasks[key].after if one in placed and placed[one].end > at.start]
        if late:
            yield f"{tasks[key].words}: it is before {tasks[late[0]].words}, which it waits for."
    for person in range(len(laid.people)):
        mine = sorted((one for one in placed.items() if person in one[1].who), key=lambda one: one[1].start)
        for (first, one), (second, other) in pairwise(mine):
            if one.end > other.start:
                name = laid.job.days.people[laid.people[person]].name
                yield f"{name}: {tasks[first].words} and {tasks[second].words} at the same time."


def _why_not(laid: LaidJob, task: Task) -> str:
    change = laid.job.days.changed.get(task.key)
    if _pinned(change):
        return "It is pinned where it cannot be."
    if task.visit and any(one.kind.value == task.visit for one in laid.job.days.visits):
        return "The window of whoever comes does not fit."
    if task.people > 1:
        return f"It wants {task.people} people at once."
    if task.hours > laid.job.days.ends_h - laid.job.days.begins_h:
        return "It takes longer than a day; it is done in one go."
    if task.cannot_stand and laid.job.days.weather:
        return "The sky leaves no room, or the days are full."
    return "The days are full: more days, or more people."


def _ahead(laid: LaidJob) -> Iterator[LeadItem]:
    job, say = laid.job, laid.found.case.rulebook.words

    def item(words: str, days: int, why: str) -> LeadItem:
        at = day_date(job, -days)
        return LeadItem(words, -days, at.isoformat() if at else "", why)

    if not laid.found.tasks:
        return
    yield item(say.terms.permit_asked, PERMIT_AHEAD, say.terms.permit_why)
    if any(outage.utility for outage in laid.found.outages):
        yield item(say.fill("A window asked of the {utility}"), UTILITY_AHEAD, "it opens and closes its side")
    for run in job.runs.values():
        dug = any(one.place is Place.buried and status_of(run, one) in {Status.new, Status.temporary} for one in run.segments)
        if dug and not run.located:
            yield item(f"Other lines located, for {run.name}", LOCATE_AHEAD, LOCATE_WHY)


def _later(laid: LaidJob) -> Iterator[LeadItem]:
    landed = [one for one in laid.found.tasks if one.kind.does is Does.lands]
    if not landed:
        return
    aluminum = count_of(1 for run in laid.found.plan.runs.values() for wire in run.wires if wire.metal == Metal.aluminum.value)
    last = day_date(laid.job, max(0, laid.laid.days - 1))
    for days, when in TORQUE_AGAIN:
        words = f"Torqued again: {len(landed)} ends" + (", aluminum among them" if aluminum else "")
        yield LeadItem(words, days, (last + timedelta(days=days)).isoformat() if last else "", when)


def _rates(job: Job, kinds: dict[str, str], planned_h: dict[str, float]) -> Iterator[RatePlan]:
    took = learned(job, kinds, planned_h)
    used = set(kinds.values())
    for key, rate in customary().items():
        if key in used or key in job.days.rates:
            again, count = took.get(key, (None, 0))
            yield RatePlan(key, rate.words, rate.per, rate.hours, hours_of(job, key), again, count)


def visits_wanted(laid: LaidJob) -> tuple[VisitKind, ...]:
    """List who has to come from outside.

    Parameters
    ----------
    laid : LaidJob
        The job laid out. [-]
    """
    return tuple(VisitKind(kind) for kind in dict.fromkeys(one.visit for one in laid.found.tasks if one.visit))


def labor_h(plan: DaysPlan) -> float:
    """Add up the hours of all people together; visits wait for others and are counted too. [h]

    Parameters
    ----------
    plan : DaysPlan
        The days. [h]
    """
    return sum_of(one.hours * one.people for one in plan.tasks)


def first_needed(plan: DaysPlan) -> dict[str, str]:
    """Say on which day each line of the take-off is needed first, by the tasks that ask for it.

    Parameters
    ----------
    plan : DaysPlan
        The days. [-]
    """
    found: dict[str, int] = {}
    for task in plan.tasks:
        for key in task.goods if task.day is not None else ():
            found[key] = min(found.get(key, task.day or 0), task.day or 0)
    return {key: plan.day_names[day] for key, day in found.items()}
