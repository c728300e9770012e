"""Work laid out over people and hours: no rule broken, the power off for the shortest time, then the fewest days. With bounds."""

from __future__ import annotations

import random
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace

from northspan.core.physics.blocks import shortest_block, with_fewer
from northspan.core.physics.laying import Laying
from northspan.core.physics.waiting import with_less_waiting
from northspan.core.physics.works import Crew, Laid, Placed, Work, in_order, lawful, tails_of
from northspan.core.working.sums import count_of

TRIED, OVERNIGHT_TRIED = 1600, 96  # tasks laid out again to better the order


def lay_out(works: Sequence[Work], crew: Crew, like: Sequence[str] = ()) -> Laid:
    """Lay tasks out over people and days.

    Parameters
    ----------
    works : sequence of Work
        The tasks; what comes before a task is among them. [-]
    crew : Crew
        The people. [-]
    like : sequence of str
        Tasks in the order of an earlier schedule: where it is given, only that order and a few others are laid out, which is
        quick, and not the best of many. [-]

    Raises
    ------
    ValueError
        If tasks wait for each other in a circle.

    Notes
    -----
    First each block by itself, as short as can be: branch and bound over the orders of its tasks, with the longest way through
    them and the work against the people as bounds. Then all tasks in an order, each as early as people, hours and what is before
    it allow, a block as one piece; several orders are tried, and the best of them bettered by moving tasks about. The days have
    a bound from the work and from the longest way. It is never worse than the simple order, which is the first one tried.

    References
    ----------
    Kolisch and Hartmann, Heuristic algorithms for the resource-constrained project scheduling problem, 1999; Brucker and others,
    A branch and bound algorithm for it, 1998.
    """
    works = closed(works)
    by_key = {work.key: work for work in works}
    order = in_order(works)
    groups: dict[str, list[Work]] = {}
    for work in works:
        if work.block:
            groups.setdefault(work.block, []).append(work)
    shortest = {name: shortest_block(tuple(inside), crew) for name, inside in groups.items()}
    loose = {name for name, inside in groups.items() if any(work.start is not None for work in inside)}  # begun: laid out task by task
    whole = {name: inside for name, inside in groups.items() if name not in loose and shortest[name].slots <= crew.day}
    blocks = {name: with_fewer(tuple(inside), crew) for name, inside in whole.items()}
    least_days = _least_days(works, crew, {name: block.least for name, block in shortest.items()})
    search = Laying(by_key, crew, blocks, {name: block.least for name, block in shortest.items()})
    best = search.lay(order, least_days)
    starts = _orders(order, by_key, crew, like)
    for start in starts[1:]:
        best = min(best, search.lay(lawful(start, by_key), least_days), key=lambda one: one.rank)
    for name, block in shortest.items():
        if name not in loose and block.slots > crew.day and not like:
            best = min((best, *_overnight(search, name, order, least_days)), key=lambda one: one.rank)
    if like:
        return best
    best = _bettered(best, search, order, least_days)
    for name in [name for name in blocks if set(blocks[name][0].keys) & set(best.left_out)]:
        looser = Laying(by_key, crew, {other: ways for other, ways in search.blocks.items() if other != name}, search.least)
        tried = [looser.lay(lawful(start, by_key), least_days) for start in starts]
        found = min((*tried, *_overnight(looser, name, lawful(starts[-1], by_key), least_days)), key=lambda one: one.rank)
        if found.rank < best.rank:  # visits that are further apart than the work between them keep it off so long
            best, search = _bettered(found, looser, order, least_days), looser
    return with_less_waiting(best, search, least_days)


def _orders(order: list[str], by_key: Mapping[str, Work], crew: Crew, like: Sequence[str]) -> list[list[str]]:
    """Orders worth laying out, the plain one first: long ways first, blocks last, many hands first; or like an earlier schedule."""
    tails = tails_of(order, by_key)
    starts = [order, sorted(order, key=lambda key: -tails[key]), sorted(order, key=lambda key: (bool(by_key[key].block), -tails[key]))]
    starts.append(sorted(order, key=lambda key: (-by_key[key].people, -tails[key])))
    held = _held_to(order, by_key, crew)
    if held:  # what somebody pinned, or for what somebody comes, finds its place before what can go anywhere
        starts.append(sorted(order, key=lambda key: (key not in held, -tails[key])))
    if not like:
        return starts
    places = {key: i for i, key in enumerate(like)}
    return [order, starts[-1], sorted(order, key=lambda key: places.get(key, len(places)))]


def _held_to(order: Sequence[str], by_key: Mapping[str, Work], crew: Crew) -> frozenset[str]:
    """Tasks that may not be everywhere, and all that must come before them."""
    everywhere = (1 << crew.slots) - 1
    held: set[str] = set()
    for key in reversed(order):
        work = by_key[key]
        if key in held or (work.open_ & work.begins) & everywhere != everywhere:
            held |= {key, *work.after}
    return frozenset(held)


def _overnight(search: Laying, name: str, order: Sequence[str], least_days: int) -> Iterator[Laid]:
    """A block that takes longer than a day, begun no sooner than at each slot: late enough, it waits for nothing once it began."""
    crew = search.crew
    for first in range(0, crew.slots, max(1, crew.slots // OVERNIGHT_TRIED)):
        later = {
            key: replace(work, open_=work.open_ & ~((1 << first) - 1)) if work.block == name else work
            for key, work in search.by_key.items()
        }
        found = Laying(later, crew, search.blocks, search.least).lay(order, least_days)
        if not found.left_out:
            yield found


def closed(works: Sequence[Work]) -> list[Work]:
    """Take into a block what lies between two of its tasks: it cannot be done before, nor after.

    Parameters
    ----------
    works : sequence of Work
        The tasks. [-]
    """
    by_key = {work.key: work for work in works}
    order = in_order(works)
    above: dict[str, set[str]] = {}
    for key in order:
        above[key] = {by_key[one].block for one in by_key[key].after if by_key[one].block}
        above[key] |= {name for one in by_key[key].after for name in above[one]}
    below: dict[str, set[str]] = {key: set() for key in order}
    for key in reversed(order):
        for one in by_key[key].after:
            below[one] |= below[key] | ({by_key[key].block} if by_key[key].block else set())
    return [replace(work, block=next(iter(sorted(above[work.key] & below[work.key])), "")) if not work.block else work for work in works]


def simple(works: Sequence[Work], crew: Crew) -> Laid:
    """Lay tasks out one after another in their own order, as nobody plans it: blocks are not held together.

    Parameters
    ----------
    works : sequence of Work
        The tasks. [-]
    crew : Crew
        The people. [-]
    """
    loose = {work.key: replace(work, block="") for work in works}
    found = Laying(loose, crew, {}, {}).lay(in_order(works), 1)
    spans: dict[str, list[Placed]] = {}
    for work in works:
        if work.block and work.key in found.placed:
            spans.setdefault(work.block, []).append(found.placed[work.key])
    blocks = {name: max(one.end for one in ones) - min(one.start for one in ones) for name, ones in spans.items()}
    return replace(found, blocks=blocks)


def _least_days(works: Sequence[Work], crew: Crew, least: Mapping[str, int]) -> int:
    """Days that no schedule can do without: the work against the people, and the longest way, whole tasks into whole days."""
    everyone = len(crew.free)
    if not everyone or not works:
        return 0
    helpers = crew.skilled.count(False)
    skilled = [max(int(one.skilled), min(one.people, everyone) - helpers) for one in works]  # at least so many of them do it
    by_work = _days_for(crew, count_of(one.slots * min(one.people, everyone) for one in works), crew.free)
    hands = [free for free, able in zip(crew.free, crew.skilled, strict=True) if able]
    by_work = max(by_work, _days_for(crew, count_of(one.slots * max(0, count) for one, count in zip(works, skilled, strict=True)), hands))
    by_key = {one.key: one for one in works}
    ends, begins, above = dict[str, int](), dict[str, int](), dict[str, set[str]]()
    members = {name: {one.key for one in works if one.block == name} for name in least}
    for key in in_order(works):
        one = by_key[key]
        above[key] = {one for before in one.after for one in (before, *above[before])}
        begin = max((ends[before] for before in one.after), default=0)
        if begin % crew.day + one.slots > crew.day:  # it would not be done that day
            begin = -(-begin // crew.day) * crew.day
        ends[key] = begin + one.slots
        if one.block in least:
            begins[one.block] = min(begins.get(one.block, begin), begin)
            if members[one.block] - {key} <= above[key]:  # it closes the block, which takes so long at least
                ends[key] = max(ends[key], begins[one.block] + least[one.block])
    by_way = -(-max(ends.values(), default=0) // crew.day)
    return max(by_work, by_way)


def _days_for(crew: Crew, work: int, free: Sequence[int]) -> int:
    """Days in which so much work can be done at best by people who are there in such slots."""
    room, days = 0, crew.slots // crew.day
    for day in range(days):
        if room >= work:
            return day
        mask = ((1 << crew.day) - 1) << (day * crew.day)
        room += count_of((one & mask).bit_count() for one in free)
    return days


def _bettered(best: Laid, search: Laying, order: Sequence[str], least_days: int) -> Laid:
    """Move tasks about in the order, and keep what is better; it ends where nothing can be, or after so many rounds."""
    chance, now = random.Random(7), list(order)  # noqa: S311 - the same at every run
    for _ in range(TRIED // max(1, len(order))):
        if best.rank == (0, count_of(best.least_blocks.values()), best.least_days, 0, best.rank[4]):
            return best
        tried = list(now)
        tried.insert(chance.randrange(len(tried)), tried.pop(chance.randrange(len(tried))))
        tried = lawful(tried, search.by_key)
        found = search.lay(tried, least_days)
        if found.rank <= best.rank:
            now, best = tried, found
    return best
