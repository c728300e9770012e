"""Who is without power when, read off the walk: what was fed before, is not fed now, and how long until it is again."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from northspan.core.document.job import Job
from northspan.core.document.plan.days import PowerSpan
from northspan.core.steps.days.laid import LaidJob
from northspan.core.steps.days.outages import again_of
from northspan.core.steps.days.walked import Moment


@dataclass(frozen=True, slots=True)
class Dark:
    """From a slot up to another nothing feeds it; `until` is nothing where no power comes in these days."""

    start: int
    until: int | None


def holders(job: Job, can: str) -> frozenset[str]:
    """Name the cans that feed what hangs on a can, one after the other: itself, what it replaces, what takes its place.

    Parameters
    ----------
    job : Job
        The job. [-]
    can : str
        The can. [-]
    """
    layout = job.enclosures[can].layout
    old = {layout.replaces} if layout is not None and layout.replaces in job.enclosures else set()
    return frozenset({can, again_of(job, can), *old})


@dataclass(frozen=True, slots=True)
class Fed:
    """Cans whose bus the normal supply feeds from a slot on."""

    slot: int
    cans: frozenset[str]


def fed_at(told: tuple[Moment, ...]) -> tuple[Fed, ...]:
    """Say what is fed from each moment on: asked once, for all that hangs on it.

    Parameters
    ----------
    told : tuple of Moment
        The walk as it is told to people: off from the first hand on a switch until the last. [-]
    """
    return tuple(Fed(one.slot, one.state.powered()) for one in told)


def dark_times(told: tuple[Fed, ...], cans: Iterable[str]) -> Iterator[Dark]:
    """Say when none of some cans has power, of those that had it before the work began.

    Parameters
    ----------
    told : tuple of Fed
        What is fed from each moment on. [-]
    cans : iterable of str
        The cans, one in place of the other. [-]
    """
    mine = frozenset(cans)
    if mine.isdisjoint(told[0].cans):
        return
    began: int | None = None
    for one in told[1:]:
        fed = not mine.isdisjoint(one.cans)
        if not fed and began is None:
            began = one.slot
        elif fed and began is not None:
            if one.slot > began:
                yield Dark(began, one.slot)
            began = None
    if began is not None:
        yield Dark(began, None)


def spans_of(laid: LaidJob, dark: Dark) -> tuple[PowerSpan, ...]:
    """Put a dark time on the days, nights between them with it. [h]

    Parameters
    ----------
    laid : LaidJob
        The job laid out. [-]
    dark : Dark
        From when to when. [-]
    """
    days = laid.job.days
    first_day, from_h = laid.clock(dark.start)
    last_day, to_h = laid.end_clock(dark.until) if dark.until is not None else (days.days - 1, days.ends_h)
    return tuple(
        PowerSpan(day, from_h if day == first_day else days.begins_h, to_h if day == last_day else days.ends_h, "off", "")
        for day in range(first_day, last_day + 1)
    )


def hours_of_spans(spans: tuple[PowerSpan, ...]) -> float:
    """Say how long spans of one dark time last by the clock, nights with them. [h]

    Parameters
    ----------
    spans : tuple of PowerSpan
        Its days in their order. [h]
    """
    return (spans[-1].day - spans[0].day) * 24 + spans[-1].to_h - spans[0].from_h if spans else 0.0
