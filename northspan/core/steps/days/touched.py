"""Where the hands of a task go: sides of cans, read off what the task is and what it is about, never declared beside it."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from northspan.core.case.at_walls import first_can_of
from northspan.core.case.case import Case
from northspan.core.document.job import Status
from northspan.core.steps.days.task import Task
from northspan.core.walk.installation import THERE, Part, Side


def touched(case: Case, task: Task) -> frozenset[Part]:
    """Give the sides of cans that a task reaches into, those that hang already and those that are new.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    task : Task
        The task. [-]
    """
    return frozenset(one for one in _touched(case, task) if one.can in case.job.enclosures)


def may_be_live(case: Case, task: Task) -> frozenset[Part]:
    """Give the sides that a task reaches into of cans that may be live because they are there already.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    task : Task
        The task. [-]
    """
    return frozenset(one for one in touched(case, task) if case.job.enclosures[one.can].status in THERE)


def _touched(case: Case, task: Task) -> Iterator[Part]:
    """By the kind of the task; hands that reach into no can touch nothing."""
    if task.kind.name == "own":
        yield from (Part(can, Side.bus) for can in task.off)
    elif task.kind.name in _HANDS:
        yield from _HANDS[task.kind.name](case, task.part)


def _far(case: Case, run: str) -> Iterator[Part]:
    yield Part(case.job.runs[run].target, Side.line)


def _near(case: Case, run: str) -> Iterator[Part]:
    yield Part(case.job.runs[run].origin, Side.bus)


def _both_ends(case: Case, run: str) -> Iterator[Part]:
    yield from (*_far(case, run), *_near(case, run))


def _bus(case: Case, can: str) -> Iterator[Part]:
    del case
    yield Part(can, Side.bus)


def _all_of(case: Case, can: str) -> Iterator[Part]:
    del case
    yield from (Part(can, side) for side in Side)


def _over(case: Case, circuit: str) -> Iterator[Part]:
    yield from (Part(can, Side.bus) for can in (case.job.circuits[circuit].enclosure, *_olds(case, circuit)))


def _circuit(case: Case, circuit: str) -> Iterator[Part]:
    yield Part(case.job.circuits[circuit].enclosure, Side.bus)


def _ground(case: Case, building: str) -> Iterator[Part]:
    yield from (Part(can, Side.bus) for can in first_can_of(case.job, building))


def _taken_out(case: Case, part: str) -> Iterator[Part]:
    """A can is dead when every run in it was disconnected; one whose feed is not drawn, or in which something stays, is not."""
    if part not in case.job.enclosures:
        return
    ends = [run for run in case.job.runs.values() if part in {run.origin, run.target} and run.status in THERE]
    if not any(run.target == part for run in ends) or any(run.status is not Status.remove for run in ends):
        yield from (Part(part, side) for side in Side)


def _olds(case: Case, circuit: str) -> Iterator[str]:
    """The panel that a circuit leaves, where its own takes the place of that one."""
    layout = case.job.enclosures[case.job.circuits[circuit].enclosure].layout
    if layout is not None and layout.replaces:
        yield layout.replaces


_HANDS: dict[str, Callable[[Case, str], Iterator[Part]]] = {
    "far": _far, "near": _near, "lift": _both_ends, "bond": _bus, "ready": _bus, "label": _all_of, "take_out": _taken_out, "over": _over,
    "circuit": _circuit, "ground": _ground,
}  # fmt: skip
