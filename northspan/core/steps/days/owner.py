"""A page for the owner: when what is off, what to unplug, what noise, which wall, who comes, what to keep shut."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.document.job import LoadKind
from northspan.core.document.job.part import short_name
from northspan.core.document.plan.days import OwnerPart, PowerRow
from northspan.core.steps.days.cannot_wait import unfed
from northspan.core.steps.days.dates import day_name
from northspan.core.steps.days.laid import LaidJob
from northspan.core.steps.days.owner_asks import asked_and_answered
from northspan.core.steps.days.rates import customary

TANKS = frozenset({LoadKind.water_heating, LoadKind.hot_tub})
BEFORE = (
    "Shut down computers, and unplug what is delicate until the power has been back for a while.",
    "Keep freezers and refrigerators shut.",
    "Tell us of anything that cannot be without power: medical gear, a pump, a freezer, work from home.",
)
PLEASE = (
    "Keep children and animals away from open trenches and open panels.",
    "Leave every tag and lock where it hangs.",
    "Clear the way to the panel, an arm's length to each side.",
    "Hours are our best guess; we tell you when they change.",
)


def owner_page(laid: LaidJob, rows: tuple[PowerRow, ...]) -> Iterator[OwnerPart]:
    """Say to the owner, in plain words, what the days bring.

    Parameters
    ----------
    laid : LaidJob
        The job laid out. [-]
    rows : tuple of PowerRow
        Who has power. [h]
    """
    off = tuple(f"{row.name}: {_day(laid, span.day)}, from {_clock(span.from_h)} to {_clock(span.to_h)}, {span.words or span.state}"
                for row in rows if row.kind != "room" for span in row.spans)  # fmt: skip
    yield OwnerPart("When the power is off", off or ("Never: the power stays on.",))
    job = laid.job
    asked = [job.circuits[key].name or short_name(key) for one in laid.found.outages for key in one.circuits if unfed(job, key)]
    if asked:
        yield OwnerPart("Before anything is turned off: somebody's health", tuple(
            f"{name}: we do not begin before it is fed another way, or you have told us that you can do without." for name in asked
        ))  # fmt: skip
    if off:
        tank = ("What heats water comes on last, when its tank is full.",) if any(one.kind in TANKS for one in job.loads.values()) else ()
        yield OwnerPart("Before that", (*BEFORE, *tank))
    noise: dict[tuple[int, str], str] = {}
    for task in laid.found.tasks:
        at = laid.laid.placed.get(task.key)
        heard = customary()[task.rate].noise if task.rate in customary() else ""
        if at is not None and heard:
            noise.setdefault((laid.clock(at.start)[0], heard), task.place)
    loud = (f"{day_name(laid.job, day)}: {what}{f', {place}' if place else ''}" for (day, what), place in sorted(noise.items()))
    yield OwnerPart("Noise and dust", tuple(loud))
    walls = [f"{box.name}: its lid stays in reach; nothing is hung or plastered over it" for box in laid.job.boxes.values()
             if box.status.value in {"new", "temporary"}]  # fmt: skip
    if walls:
        yield OwnerPart("Where a wall is opened, and why", tuple(walls))
    visits = []
    for kind, comes in dict.fromkeys((one.visit, one.kind.comes) for one in laid.found.tasks if one.visit):
        window = next((one for one in laid.job.days.visits if one.kind.value == kind), None)
        when = f": {_day(laid, window.day)}, {_clock(window.from_h)} to {_clock(window.to_h)}" if window else ": the day is not known yet"
        said = laid.found.case.rulebook.words.fill(comes)
        visits.append(f"{said[:1].upper()}{said[1:]}{when}")
    yield OwnerPart("Who else comes", tuple(visits))
    yield OwnerPart("Please", PLEASE)
    answers = tuple(f"{question} {answer}" for question, answer, _ in asked_and_answered(laid.found.case))
    if answers:
        yield OwnerPart("What you may ask yourself", answers)


def _day(laid: LaidJob, day: int) -> str:
    """Name a day within a sentence."""
    said = day_name(laid.job, day)
    return f"{said[:1].lower()}{said[1:]}"


def _clock(at_h: float) -> str:
    minutes = round(at_h * 60)
    return f"{minutes // 60}:{minutes % 60:02}"
