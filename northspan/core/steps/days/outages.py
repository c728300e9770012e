"""What must be dead for the work, gathered into outages: where each begins, what is opened, what is done in one go with it."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass

from northspan.core.case.case import Case
from northspan.core.document.job import NEW, Job, RunKind, Status
from northspan.core.steps.days.kinds import key_of
from northspan.core.steps.days.task import Task
from northspan.core.steps.days.touched import may_be_live
from northspan.core.walk.installation import Part, Side, feeds_of, is_utility
from northspan.core.walk.isolation import isolation_of


@dataclass(frozen=True, slots=True)
class Outage:
    """What is dead in one go: the can at its head, what is without power behind it, whether the utility must open its side.

    `switches` are what is opened for it, `again` is the can at which the power comes back: the head, or what takes its place.
    """

    head: str
    cans: frozenset[str]
    circuits: tuple[str, ...]
    utility: bool
    switches: frozenset[str] = frozenset()
    again: str = ""


def outages_of(case: Case, found: Iterable[Task]) -> Iterator[Outage]:
    """Gather what must be dead under the uppermost can that is isolated: while it is off, what is behind it is off anyway.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    found : iterable of Task
        What is to be done. [-]
    """
    job = case.job
    isolations = [isolation_of(job, part) for one in found for part in may_be_live(case, one)]
    needed = {one.head for one in isolations}
    changed = {run.target for run in job.runs.values() if run.kind is RunKind.service and run.status is not Status.existing}
    for head in sorted(needed):
        if _above(job, head) & needed or _comes_under(job, head, needed):
            continue
        behind = _behind(job, head)
        here = [one for one in isolations if one.head in behind]
        circuits = tuple(key for key, one in job.circuits.items() if one.enclosure in behind and one.status is not Status.new)
        switches = frozenset(switch for one in here for switch in one.switches)
        from_utility = any(is_utility(job, run.origin) for run in job.runs.values() if run.target == head)
        utility = any(one.utility for one in here) or (from_utility and (head in changed or job.enclosures[head].status in NEW))
        if utility and not any(one.utility for one in here):
            switches |= isolation_of(job, Part(head, Side.line)).switches
        yield Outage(head, behind, circuits, utility, switches, again_of(job, head))


def _comes_under(job: Job, head: str, needed: set[str]) -> bool:
    """Whether a can whose feed is not drawn will hang behind another that goes off: then they are off in one go, not one by one."""
    if not all(job.runs[key].alternate for key in feeds_of(job, head)):
        return False
    behind = _behind(job, head)
    return any(head in _behind(job, other) and other not in behind for other in needed - {head})


def _above(job: Job, can: str) -> frozenset[str]:
    """Cans through which a can is fed as it is found."""
    found: set[str] = set()
    left = [can]
    while left:
        origins = {job.runs[key].origin for key in feeds_of(job, left.pop())} & job.enclosures.keys() - found - {can}
        found |= origins
        left += origins
    return frozenset(found)


def _behind(job: Job, head: str) -> frozenset[str]:
    """A can, and what is fed through it as it is found and as it will be."""
    behind = {head}
    for _ in job.enclosures:  # as many steps as there are cans is far enough down
        behind |= {run.target for run in job.runs.values() if run.origin in behind and run.target in job.enclosures}
    return frozenset(behind)


def again_of(job: Job, head: str) -> str:
    """Name the can at which the power comes back: the head, or where it goes, what takes its place.

    Parameters
    ----------
    job : Job
        The job. [-]
    head : str
        The can at the head of what is off. [-]
    """
    if job.enclosures[head].status is not Status.remove:
        return head
    new = [key for key, can in job.enclosures.items() if can.status in NEW]
    origins = {job.runs[key].origin for key in feeds_of(job, head)}
    named = [key for key in new if (layout := job.enclosures[key].layout) is not None and layout.replaces == head]
    alike = [run.target for run in job.runs.values() if run.status in NEW and run.origin in origins and run.target in new]
    return next(iter((*named, *alike, *(one for one in origins if one in job.enclosures))), head)


def held_in_one_go(found: list[Task], outage: Outage) -> dict[str, str]:
    """Say what is done in one go with an outage: what must be dead, what opens and closes it, and what has to lie between those.

    Parameters
    ----------
    found : list of Task
        All tasks. [-]
    outage : Outage
        The outage. [-]
    """
    head = outage.head
    mine = {one.key for one in found if one.off & outage.cans}
    mine |= {key_of(kind, head) for kind in ("off", "on")}
    mine |= {key_of("utility_off", head), key_of("utility_on", head)} if outage.utility else set()
    after = {one.key: frozenset(one.after) for one in found}
    behind, ahead = _reached(after, mine), _reached(_turned(after), mine)
    return dict.fromkeys((key for key in after if key in mine or (key in behind and key in ahead)), head)


def _reached(ways: Mapping[str, frozenset[str]], begins: Iterable[str]) -> frozenset[str]:
    """Everything that is reached from some tasks along the ways between them."""
    found: set[str] = set()
    left = list(begins)
    while left:
        fresh = ways.get(left.pop(), frozenset()) - found
        found |= fresh
        left += fresh
    return frozenset(found)


def _turned(after: Mapping[str, frozenset[str]]) -> dict[str, frozenset[str]]:
    """What comes after each task, from what comes before it."""
    found: dict[str, set[str]] = {}
    for key, before in after.items():
        for one in before:
            found.setdefault(one, set()).add(key)
    return {key: frozenset(ones) for key, ones in found.items()}
