"""What is done in one go, laid out so that it takes the least time: branch and bound over the orders of its tasks."""

from __future__ import annotations

import random
from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache
from itertools import combinations

from northspan.core.physics.laying import Laying
from northspan.core.physics.works import Block, Crew, Placed, Work, in_order, lawful, tails_of
from northspan.core.working.sums import count_of

MOST_TRIED, FEWER_TRIED = 3000, 60
ARRANGED, MOST_WAYS = 24, 8


@lru_cache(maxsize=256)
def shortest_block(works: tuple[Work, ...], crew: Crew, most_tried: int = MOST_TRIED) -> Block:
    """Lay out what is done in one go so that it takes the least time, people being there all along.

    Parameters
    ----------
    works : tuple of Work
        The tasks; of what comes before them only their own kind counts. [-]
    crew : Crew
        How many people, and who is skilled. [-]
    most_tried : int
        Branches after which the best found is taken, with a bound that is not reached. [-]

    Examples
    --------
    >>> found = shortest_block((Work("a", 2), Work("b", 3), Work("c", 2, after=("a",))), Crew((0, 0), (True, True), 10, 10))
    >>> found.slots, found.least
    (4, 4)
    """
    inside = {work.key for work in works}
    own = tuple(
        replace(work, after=tuple(key for key in work.after if key in inside), open_=-1, begins=-1, start=None, who=()) for work in works
    )
    room = max(1, count_of(work.slots for work in own))
    there = (1 << room) - 1
    free = Crew((there,) * len(crew.free), crew.skilled, room, room)
    search = _Shortest({work.key: work for work in own}, free, most_tried)
    search.go({}, free.free)
    least = search.least if search.tried > most_tried else search.slots
    ways = [search.best]
    outside = {work.key for work in works if any(one not in inside for one in work.after)}
    order, chance = in_order(own), random.Random(5)  # noqa: S311 - the same at every run
    tried = [sorted(order, key=lambda key: (key in outside, -search.tails[key]))]  # what waits for others comes late
    tried += [chance.sample(order, len(order)) for _ in range(ARRANGED)]
    for one in tried:
        placed = Laying(search.by_key, free, {}, {}).lay(lawful(one, search.by_key), 1).placed
        if max((at.end for at in placed.values()), default=0) == search.slots and placed not in ways:
            ways.append(placed)
    return Block(tuple(ways[:MOST_WAYS]), search.slots, least)


def with_fewer(works: tuple[Work, ...], crew: Crew) -> tuple[Block, ...]:
    """Lay out what is done in one go by every part of the people, the quickest first: not everybody is there every day.

    Parameters
    ----------
    works : tuple of Work
        The tasks. [-]
    crew : Crew
        The people. [-]
    """
    found: list[Block] = []
    people = range(len(crew.free))
    need = max((min(work.people, len(crew.free)) for work in works), default=0)
    for count in range(len(crew.free), 0, -1):
        for some in combinations(people, count):
            team = tuple(sorted(some, key=lambda one: (not crew.skilled[one], one)))  # alike crews are worked once
            skills = tuple(crew.skilled[one] for one in team)
            if count < need or (any(work.skilled for work in works) and not any(skills)):
                continue
            block = shortest_block(
                works, Crew((0,) * count, skills, crew.day, crew.slots), MOST_TRIED if count == len(people) else FEWER_TRIED
            )
            ways = tuple({key: replace(at, who=tuple(team[one] for one in at.who)) for key, at in way.items()} for way in block.ways)
            found.append(replace(block, ways=ways))
    return tuple(sorted(found, key=lambda one: one.slots))


class _Shortest:
    """Orders of the tasks of a block, and the shortest that was found."""

    def __init__(self, by_key: dict[str, Work], crew: Crew, most_tried: int) -> None:
        self.by_key, self.crew, self.most_tried = by_key, crew, most_tried
        order = in_order(list(by_key.values()))
        self.tails = tails_of(order, by_key)
        self.waiting = {key: frozenset(one.key for one in by_key.values() if key in one.after) for key in by_key}
        self.least = self._bound(order)
        self.search = Laying(by_key, crew, {}, {})
        self.tried, self.slots, self.best = 0, 10**9, dict[str, Placed]()
        self._take(lawful(sorted(order, key=lambda key: -self.tails[key]), by_key))

    def _take(self, order: Sequence[str]) -> None:
        placed = Laying(self.by_key, self.crew, {}, {}).lay(order, 1).placed
        end = max((one.end for one in placed.values()), default=0)
        if len(placed) == len(self.by_key) and end < self.slots:
            self.slots, self.best = end, placed

    def _bound(self, order: Sequence[str]) -> int:
        """Slots that no order can do without: what all wait for stands alone; beside it the work, or the longest way."""
        above: dict[str, set[str]] = {}
        for key in order:
            above[key] = {one for before in self.by_key[key].after for one in (before, *above[before])}
        left, alone = set(order), 0
        while left:
            ends = [key for key in left if left - {key} <= above[key] or all(key in above[one] for one in left - {key})]
            if not ends:
                break
            alone += self.by_key[ends[0]].slots
            left.discard(ends[0])
        inside = [self.by_key[key] for key in left]
        people, skills = max(1, len(self.crew.free)), max(1, count_of(self.crew.skilled))
        work = -(-count_of(one.slots * min(one.people, people) for one in inside) // people)
        skilled = -(-count_of(one.slots for one in inside if one.skilled) // skills)
        return max(alone + max(work, skilled), max(self.tails.values(), default=0))

    def go(self, placed: dict[str, Placed], free: tuple[int, ...]) -> None:
        """Try every order that begins so and may still be shorter.

        Parameters
        ----------
        placed : dict
            What is laid out already. [-]
        free : tuple of int
            Slots in which each is free, as bits. [-]
        """
        if self.slots <= self.least or self.tried > self.most_tried:
            return
        self.tried += 1
        if len(placed) == len(self.by_key):
            end = max(one.end for one in placed.values())
            if end < self.slots:
                self.slots, self.best = end, placed
            return
        ready = [key for key in self.by_key if key not in placed and all(one in placed for one in self.by_key[key].after)]
        seen = set[tuple[int, int, bool, tuple[str, ...], frozenset[str]]]()
        for key in sorted(ready, key=lambda key: -self.tails[key]):
            work = self.by_key[key]
            alike = (work.slots, work.people, work.skilled, work.after, self.waiting[key])
            if alike in seen:  # one of a kind is enough, if the same wait for it
                continue
            seen.add(alike)
            for teams in self.search.teams_by_skill(work):
                then, still = dict(placed), list(free)
                if self.search.place(key, still, then, teams) and then[key].start + self.tails[key] < self.slots:  # too late is no way
                    self.go(then, tuple(still))
