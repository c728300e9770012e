"""All tasks of a job: what the plan asks for, what the outage needs around it, what a person added and changed."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, replace

from northspan.core.case.case import Case
from northspan.core.case.topic import Done
from northspan.core.case.worked import WorkedJob
from northspan.core.document.job import NEW, Job, Role, Status, TaskState
from northspan.core.document.plan import Plan
from northspan.core.steps.days.kinds import key_of, kinds
from northspan.core.steps.days.makes import LOTO, task
from northspan.core.steps.days.of_cans import can_tasks, circuit_tasks
from northspan.core.steps.days.of_ground import ground_tasks
from northspan.core.steps.days.of_runs import removed_runs, run_tasks
from northspan.core.steps.days.outages import Outage, held_in_one_go, outages_of
from northspan.core.steps.days.rates import check_rates
from northspan.core.steps.days.task import Task
from northspan.core.steps.days.touched import may_be_live, touched
from northspan.core.topics.pull.topic import ROUTED
from northspan.core.walk.installation import is_utility
from northspan.core.working.errors import InvalidJob

LONGEST_H = 4.0  # nobody works longer at one thing before he eats
PER_CIRCUIT_H = 0.03
LEAST_MORE_H, LEAST_MORE_SHARE = 0.1, 0.02  # less is nothing that anybody would come for


@dataclass(frozen=True, slots=True)
class JobTasks:
    """The job made ready, its plan, its tasks and its outages; hours of each as planned, before a person changed them. [h]"""

    case: Case
    plan: Plan
    tasks: tuple[Task, ...]
    outages: tuple[Outage, ...]
    planned_h: dict[str, float]
    blocks: dict[str, str]


def tasks_of(whole: WorkedJob) -> JobTasks:
    """Derive the work from what is planned.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]

    Raises
    ------
    InvalidJob
        If the job refers to what does not exist, or its own tasks wait for each other in a circle.
    """
    job, case, done, plan = whole.job, whole.case, whole.done, whole.plan
    check_rates(job)
    _check(job)
    found = _asked(case, plan, done)
    outages = tuple(outages_of(case, found))
    for outage in outages:
        found = _together([*_within(found, outage), *_around(case, outage, found, _look(found, outage.head))])
    found += _connected(case, outages, found)
    blocks: dict[str, str] = {}
    for outage in outages:
        blocks |= held_in_one_go(found, outage)
    hidden = tuple(one.key for one in found if one.kind.hidden)
    if hidden:
        found.append(task(case, "look_rough", "", case.rulebook.words.terms.rough_look, "before walls are closed", "", after=hidden))
    if found:
        every = tuple(one.key for one in found)
        found.append(task(case, "clean", "", "Cleaned, and shown to the owner", "the last thing that is seen", "", after=every))
        say = case.rulebook.words.terms
        found.append(task(case, "look_final", "", say.final_look, say.final_why, "", after=(key_of("clean"),)))
    planned_h = {one.key: one.hours for one in found}
    return JobTasks(case, plan, tuple(_as_changed(job, found)), outages, planned_h, blocks)


def _asked(case: Case, plan: Plan, done: Done) -> list[Task]:
    """What the plan and the people ask for; what must be dead is read off where the hands go, and what is new is finished dead."""
    found: list[Task] = []
    for routed in done[ROUTED].values():
        found += run_tasks(case, routed, frozenset(one.key for one in found))
    found += [*can_tasks(case, plan), *circuit_tasks(case, plan), *removed_runs(case)]
    found = [*_lifted_first(job=case.job, found=found), *ground_tasks(case), *_own(case)]
    found = [replace(one, off=frozenset(part.can for part in may_be_live(case, one))) for one in found]
    return list(_finished_dead(case, found))


def _lifted_first(job: Job, found: Iterable[Task]) -> Iterator[Task]:
    """What comes to lugs that another run still holds is landed when that one is lifted."""
    held = {run.target: key_of("lift", key) for key, run in job.runs.items() if run.status is Status.remove}
    comes = {key_of("far", key): run.target for key, run in job.runs.items() if run.status in NEW and not run.alternate}
    for one in found:
        lift = held.get(comes.get(one.key, ""))
        yield replace(one, after=tuple(dict.fromkeys((*one.after, lift)))) if lift is not None else one


def _finished_dead(case: Case, found: list[Task]) -> Iterator[Task]:
    """Whatever reaches into a new can comes before the last end of the run that feeds it: it is live from then on."""
    job = case.job
    inside: dict[str, list[str]] = {}
    for one in found:
        for can in {part.can for part in touched(case, one)}:
            inside.setdefault(can, []).append(one.key)
    feeds = {key_of("near", key): run.target for key, run in job.runs.items() if run.status in NEW and not run.alternate}
    for one in found:
        target = feeds.get(one.key)
        if target is not None and job.enclosures[target].status in NEW:
            before = (key for key in inside.get(target, ()) if key != one.key)
            yield replace(one, after=tuple(dict.fromkeys((*one.after, *before))))
        else:
            yield one


def _check(job: Job) -> None:
    """Refuse what days name and the job does not have."""
    days = job.days
    named: list[tuple[str, str, str, Mapping[str, object]]] = [
        ("can", f"own/{key}/off", can, job.enclosures) for key, own in days.own.items() for can in own.off
    ]
    for key, supply in days.supplies.items():
        named += [("circuit", f"supplies/{key}/circuits", one, job.circuits) for one in supply.circuits]
    named += [("circuit", f"matters/{key}", key, job.circuits) for key in days.matters]
    named += [("person", f"changed/{key}/who", one, days.people) for key, change in days.changed.items() for one in change.who]
    for kind, at, name, there in named:
        if name not in there:
            raise InvalidJob(f"/days/{at}", f"there is no {kind} {name}.", f"There are: {', '.join(there) or 'none'}.")


def _own(case: Case) -> Iterator[Task]:
    for key, one in case.job.days.own.items():
        yield Task(
            key_of("own", key),
            kinds()["own"],
            "own",
            one.words,
            "added by hand",
            f"/days/own/{key}",
            "",
            one.hours,
            one.people,
            skilled=one.role is Role.electrician,
            cannot_stand=frozenset(one.cannot_stand),
            off=frozenset(one.off),
            after=one.after,
        )


def _together(found: Iterable[Task]) -> list[Task]:
    """A cord that two outages need goes up once, before both, and comes down after both."""
    made: dict[str, Task] = {}
    for one in found:
        first = made.get(one.key)
        made[one.key] = one if first is None else replace(first, after=tuple(dict.fromkeys((*first.after, *one.after))))
    return list(made.values())


def _within(found: Iterable[Task], outage: Outage) -> Iterator[Task]:
    """What needs the outage comes after it begins, and is held in one go with it."""
    for one in found:
        if one.off & outage.cans:
            yield replace(one, after=(*one.after, key_of("off", outage.head)))
        else:
            yield one


def _around(case: Case, outage: Outage, found: Iterable[Task], look: str) -> Iterator[Task]:
    """What the outage itself asks: the utility, off and tested dead, on in order; temporary supplies in before and out after."""
    head, at = outage.head, f"/enclosures/{outage.head}"
    name, again = case.tree.name_of(head), case.tree.name_of(outage.again)
    fill, say = case.rulebook.words.fill, case.rulebook.words.terms
    inside = tuple(one.key for one in found if one.off & outage.cans)
    finished = _touching(case, outage.again, found)
    supplies = {key: one for key, one in case.job.days.supplies.items() if set(one.circuits) & set(outage.circuits)}
    for key, one in supplies.items():
        yield task(case, "temporary_in", key, f"{one.name} put up", "for what cannot wait; never back-fed", f"/days/supplies/{key}")
    before = tuple(key_of("temporary_in", key) for key in supplies)
    last = (*inside, *finished) if outage.again != head else inside
    if outage.utility:
        yield task(
            case,
            "utility_off",
            head,
            fill("The {utility} opens its side"),
            "the line side of this can is touched",
            at,
            after=before,
            opens=head,
        )
        before_look = (*inside, *finished)
        yield task(
            case, "look_service", look, say.service_look, fill("the {utility} closes only what was looked at"), at, after=before_look
        )
        yield task(
            case,
            "utility_on",
            head,
            fill("The {utility} closes its side"),
            "after it was looked at",
            at,
            after=(key_of("look_service", look),),
        )
        before, last = (key_of("utility_off", head),), (key_of("utility_on", head),)
    yield task(
        case,
        "off",
        head,
        f"{name}: off, locked, tested dead",
        "nobody works on what is live",
        at,
        after=before,
        tools=LOTO,
        opens="" if outage.utility else head,
    )
    on = task(
        case,
        "on",
        head,
        f"{again}: on again, in order",
        "tested leg by leg, what matters first",
        f"/enclosures/{outage.again}",
        after=(*last, key_of("off", head)),
        closes=head,
        tools=("volt meter", "two-pole tester and a proving unit"),
    )
    yield replace(on, hours=on.hours + PER_CIRCUIT_H * len(outage.circuits))
    for key, one in supplies.items():
        yield task(
            case,
            "temporary_out",
            key,
            f"{one.name} taken down",
            "the power is back",
            f"/days/supplies/{key}",
            after=(key_of("on", head),),
        )


def _look(found: Iterable[Task], head: str) -> str:
    """Name the inspection of a service: the only one of a job has no part, a further one that of its can."""
    return head if any(one.key == key_of("look_service") for one in found) else ""


def _touching(case: Case, can: str, found: Iterable[Task]) -> tuple[str, ...]:
    """Tasks that reach into a can."""
    return tuple(one.key for one in found if any(part.can == can for part in touched(case, one)))


def _connected(case: Case, outages: Iterable[Outage], found: list[Task]) -> list[Task]:
    """A service to what never had power: looked at when it is finished, then the utility connects it, then it goes on in order."""
    made: list[Task] = []
    say = case.rulebook.words
    job, known = case.job, {can for one in outages for can in (*one.cans, one.again)}
    heads = [run.target for run in job.runs.values() if run.status in NEW and is_utility(job, run.origin) and run.target in job.enclosures]
    for head in dict.fromkeys(heads):
        if head in known:
            continue
        look = _look([*found, *made], head)
        at, name = f"/enclosures/{head}", case.tree.name_of(head)
        finished = _touching(case, head, found)
        made.append(
            task(
                case,
                "look_service",
                look,
                say.terms.service_look,
                say.fill("the {utility} connects only what was looked at"),
                at,
                after=finished,
            )
        )
        looked = (key_of("look_service", look),)
        made.append(task(case, "utility_on", head, say.fill("The {utility} connects its side"), "after it was looked at", at, after=looked))
        words = f"{name}: on for the first time, in order"
        made.append(
            task(case, "on", head, words, "tested leg by leg", at, after=(key_of("utility_on", head),), closes=head, tools=LOTO[1:])
        )
    return made


def _as_changed(job: Job, found: Iterable[Task]) -> Iterator[Task]:
    """The tasks as a person changed them; what is crossed out is bypassed, what takes longer than half a day is parted."""
    tasks = {one.key: one for one in found}
    gone = {key for key, change in job.days.changed.items() if change.crossed_out and key in tasks and not keeps_safe(tasks[key])}

    def before(key: str, seen: frozenset[str] = frozenset()) -> Iterator[str]:
        for one in tasks[key].after:
            if one in gone and one not in seen:
                yield from before(one, seen | {one})
            elif one in tasks and one not in gone:
                yield one

    parted: dict[str, tuple[Task, ...]] = {}
    for key, one in tasks.items():
        if key not in gone:
            change = job.days.changed.get(key)
            hours = change.hours if change and change.hours else one.hours
            people = change.people if change and change.people else one.people
            wished = change.parts if change and change.parts else 1
            parted[key] = _parts(replace(one, hours=hours, people=people, after=tuple(dict.fromkeys(before(key)))), wished)
    parted |= {key: (*parts, *_left_to_do(job, tasks[key], parts[-1])) for key, parts in parted.items()}
    for name, parts in parted.items():
        for one in parts:
            yield replace(one, after=tuple(parted[key][-1].key if key in parted and key != name else key for key in one.after))


def _left_to_do(job: Job, planned: Task, last: Task) -> Iterator[Task]:
    """What was done stays done; where the plan has grown since, the rest is a task of its own, and what waits, waits for it."""
    change = job.days.changed.get(planned.key)
    if change is None or change.state is not TaskState.done or change.done_h is None or planned.opens or planned.closes:
        return
    more_h = planned.hours - change.done_h
    if more_h > max(LEAST_MORE_H, LEAST_MORE_SHARE * change.done_h):
        words, why = f"{planned.words}: the rest", "the plan has grown since it was done"
        yield replace(last, key=f"{planned.key}#rest", words=words, why=why, hours=more_h, after=(last.key,), steps=())


def keeps_safe(one: Task) -> bool:
    """Tell whether a task is what makes others safe: it is not crossed out.

    Parameters
    ----------
    one : Task
        The task. [-]
    """
    return bool(one.opens or one.closes) or one.kind.keeps_safe


def _parts(one: Task, wished: int) -> tuple[Task, ...]:
    """A task in equal parts one after another: as many as a person wishes, or as half days ask; one in an outage stays whole."""
    count = 1 if one.off or one.opens or one.closes else max(wished, -(-int(one.hours * 60) // int(LONGEST_H * 60)), 1)
    if count == 1:
        return (one,)
    made: list[Task] = []
    for n in range(count):
        key = one.key if n == count - 1 else f"{one.key}#{n + 1}"  # the last part keeps the name: what waits, waits for it
        after = one.after if n == 0 else (made[-1].key,)
        made.append(replace(one, key=key, words=f"{one.words}, part {n + 1} of {count}", hours=one.hours / count, after=after))
    return tuple(made)
