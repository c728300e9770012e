"""Waiting taken out of a schedule: what stands alone in the morning moves up to what comes after it, where nothing forbids."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import replace

from northspan.core.physics.laying import Laying
from northspan.core.physics.works import Laid, Placed, Work, runs

ROUNDS = 3


def with_less_waiting(best: Laid, search: Laying, least_days: int) -> Laid:
    """Move single tasks later on their own day, as long as somebody waits less for it and nothing else gets worse.

    Parameters
    ----------
    best : Laid
        The schedule. [-]
    search : Laying
        The tasks and the people. [-]
    least_days : int
        A bound below the days. [-]
    """
    follows: dict[str, list[str]] = {}
    for work in search.by_key.values():
        for ahead in work.after:
            follows.setdefault(ahead, []).append(work.key)
    for work in search.by_key.values():
        if work.late and work.key in best.placed and work.start is None:
            best = _as_late(best, search, work, follows.get(work.key, []), least_days)
    for _ in range(ROUNDS):
        if not best.waits:
            break
        before = best
        for key in sorted(best.placed, key=lambda one: -best.placed[one].start):
            work = search.by_key[key]
            if work.start is None and not work.block and best.placed[key].who:
                best = min((best, *_moved(best, search, work, follows.get(key, []), least_days)), key=lambda one: one.rank)
        if best.rank >= before.rank:
            break
    return best


def _as_late(best: Laid, search: Laying, work: Work, follows: list[str], least_days: int) -> Laid:
    """The schedule with a task at the latest slot that is free for somebody who can do it, before what waits for it."""
    at, crew = best.placed[work.key], search.crew
    last = min((best.placed[one].start for one in follows if one in best.placed), default=at.end)
    for start in range(last - at.slots, at.start, -1):
        if start // crew.day != (start + at.slots - 1) // crew.day:
            continue
        for team in search.teams(work):
            there = replace(at, start=start, who=team)
            others = [one for key, one in best.placed.items() if key != work.key and set(one.who) & set(team)]
            if _may_be(search, work, start, there, others):
                found = search.measured({**best.placed, work.key: there}, best.left_out, least_days)
                return found if found.rank[:3] <= best.rank[:3] else best
    return best


def _moved(best: Laid, search: Laying, work: Work, follows: list[str], least_days: int) -> Iterator[Laid]:
    """The schedules in which a task ends where the next one of one of its people begins, on the same day."""
    at, crew = best.placed[work.key], search.crew
    ends = (at.start // crew.day + 1) * crew.day
    last = min([ends, *(best.placed[one].start for one in follows if one in best.placed)])
    others = [one for key, one in best.placed.items() if key != work.key and set(one.who) & set(at.who)]
    for start in sorted({one.start - at.slots for one in others if at.start < one.start - at.slots <= last - at.slots}):
        if _may_be(search, work, start, at, others):
            yield search.measured(_with(best.placed, work.key, start), best.left_out, least_days)


def _may_be(search: Laying, work: Work, start: int, at: Placed, others: list[Placed]) -> bool:
    there = runs(work.open_ & ((1 << search.crew.slots) - 1), at.slots) & work.begins
    for person in at.who:
        there &= runs(search.crew.free[person], at.slots)
    return bool(there >> start & 1) and all(one.end <= start or one.start >= start + at.slots for one in others)


def _with(placed: Mapping[str, Placed], key: str, start: int) -> dict[str, Placed]:
    return {**placed, key: replace(placed[key], start=start)}
