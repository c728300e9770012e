"""The days walked through, task by task: what each does to the installation, and whether a hand is ever in what is live.

Which switches an outage opens is told by it; what is live then is asked of the wires alone.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from northspan.core.document.job import NEW, Job, Status
from northspan.core.steps.days.kinds import Does
from northspan.core.steps.days.laid import LaidJob
from northspan.core.steps.days.outages import Outage
from northspan.core.steps.days.task import Task
from northspan.core.steps.days.touched import touched
from northspan.core.walk.installation import End, Installation, Part, Side, as_found, feed_of, main_of, own_switch_of, utility_of


@dataclass(frozen=True, slots=True)
class Breach:
    """A hand in what is live, or what is live before it is finished: the task, the part, and the slot at which it is so."""

    task: Task
    part: Part
    slot: int
    unfinished: bool = False


@dataclass(frozen=True, slots=True)
class Moment:
    """The installation from a slot on."""

    slot: int
    state: Installation


def moments(laid: LaidJob, *, told: bool = False) -> tuple[Moment, ...]:
    """Walk through the days: the installation as found, and after each task that changes it.

    What opens, opens when its task ends; what closes, closes when its task begins; so nothing is ever called dead too early.
    Where it is told to who lives there it is the other way round, so that nobody is said to have power who has none.

    Parameters
    ----------
    laid : LaidJob
        The job laid out. [-]
    told : bool
        Whether it is for who waits for the power, and not for hands. [-]
    """
    tasks = {one.key: one for one in laid.found.tasks}
    changes: list[tuple[int, int, Task]] = []
    for key, at in laid.laid.placed.items():
        closes = tasks[key].kind.name in {"on", "utility_on"}
        begins = tasks[key].kind.does is Does.isolates if told else closes
        changes.append((at.start if begins else at.end, int(closes), tasks[key]))
    state = as_found(laid.job)
    walked = [Moment(-1, state)]
    for slot, _, one in sorted(changes, key=lambda change: (change[0], change[1], change[2].key)):
        state = _after(laid, state, one)
        walked.append(Moment(slot, state))
    return tuple(walked)


def breaches(laid: LaidJob) -> Iterator[Breach]:
    """Find every task whose hands are in what is live while it lasts, and every new can that is live before it is finished.

    Parameters
    ----------
    laid : LaidJob
        The job laid out. [-]
    """
    walked = moments(laid)
    tasks, live = {one.key: one for one in laid.found.tasks}, [one.state.live() for one in walked]
    for key, at in sorted(laid.laid.placed.items(), key=lambda one: (one[1].start, one[0])):
        hands = touched(laid.found.case, tasks[key])
        if not hands:
            continue
        first = next((part for there in _during(walked, live, at.start, at.end) for part in sorted(there & hands, key=str)), None)
        if first is not None:
            yield Breach(tasks[key], first, at.start)
    yield from _too_early(laid, walked, live)


def _during(walked: tuple[Moment, ...], live: list[frozenset[Part]], start: int, end: int) -> Iterator[frozenset[Part]]:
    """What is live in the states that a task meets from its first slot to its last."""
    for i, one in enumerate(walked):
        until = walked[i + 1].slot if i + 1 < len(walked) else end
        if one.slot < end and until > start:
            yield live[i]


def _too_early(laid: LaidJob, walked: tuple[Moment, ...], live: list[frozenset[Part]]) -> Iterator[Breach]:
    """A new can that is live while something in it is still to do, or has no place in these days."""
    placed = laid.laid.placed
    for can, enclosure in laid.job.enclosures.items():
        first = next((one.slot for one, there in zip(walked, live, strict=True) if Part(can, Side.bus) in there), None)
        if enclosure.status not in NEW or first is None:
            continue
        for one in laid.found.tasks:
            inside = any(part.can == can for part in touched(laid.found.case, one))
            if inside and one.kind.name != "own" and (one.key not in placed or placed[one.key].end > first):
                yield Breach(one, Part(can, Side.bus), first, unfinished=True)


def _after(laid: LaidJob, state: Installation, task: Task) -> Installation:
    """What a task does to the installation."""
    job, part = laid.job, task.part
    match task.kind.name:
        case "near" | "far":
            state = state.with_landed(part, End(task.kind.name))
        case "hang":
            state = state.with_hung(part)
        case "lift" | "take_out":
            state = state.without(part)
        case "off" | "utility_off":
            state = state.with_open(_opened(laid, part, utility=task.kind.name == "utility_off"))
        case "utility_on":
            state = _utility_closes(job, state, _outage(laid, part), part)
        case "on":
            state = state.with_closed(_closed(laid, part))
    return state


def _outage(laid: LaidJob, head: str) -> Outage | None:
    return next((one for one in laid.found.outages if one.head == head), None)


def _opened(laid: LaidJob, head: str, *, utility: bool) -> frozenset[str]:
    outage = _outage(laid, head)
    switches = outage.switches if outage is not None else frozenset[str]()
    return frozenset(one for one in switches if one.startswith("utility:") == utility or (not utility and not (outage and outage.utility)))


def _closed(laid: LaidJob, head: str) -> frozenset[str]:
    """What goes on again with an outage: all that was opened for it but by the utility, and what is new behind it."""
    outage = _outage(laid, head)
    again, switches = (outage.again, outage.switches) if outage is not None else (head, frozenset[str]())
    behind = _behind_at_last(laid.job, {again, *(outage.cans if outage else ())})
    fresh = {feed_of(key) for key, run in laid.job.runs.items() if run.origin in behind}
    fresh |= {own_switch_of(key) for key, run in laid.job.runs.items() if run.target in behind}
    held = {one for one in switches if one.startswith("utility:") and outage is not None and outage.utility}
    return frozenset(switches - held) | fresh | {main_of(can) for can in behind}


def _utility_closes(job: Job, state: Installation, outage: Outage | None, head: str) -> Installation:
    """The utility closes what it opened, and joins the service that is new: its own wires are its own work."""
    again = outage.again if outage is not None else head
    switches = frozenset(one for one in outage.switches if one.startswith("utility:")) if outage is not None else frozenset[str]()
    new = [key for key, run in job.runs.items() if run.status in NEW and run.target == again and run.origin in job.sources]
    for key in new:
        state = state.with_landed(key, End.near).with_landed(key, End.far)
    return state.with_closed(switches | {utility_of(key) for key in new})


def _behind_at_last(job: Job, heads: set[str]) -> frozenset[str]:
    """Cans that are fed through some when the work is done."""
    behind = set(heads)
    for _ in job.enclosures:
        behind |= {run.target for run in job.runs.values() if run.origin in behind and run.status is not Status.remove}
    return frozenset(behind & job.enclosures.keys())
