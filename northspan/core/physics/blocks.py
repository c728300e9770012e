"""What is done in one go, laid out so that it takes the least time: branch and bound over the orders of its tasks."""

from __future__ import annotations

import random
from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache

from northspan.core.physics.laying import Laying
from northspan.core.physics.works import Block, Crew, Placed, Work, in_order, lawful, tails_of

MOST_TRIED = 20_000
ARRANGED, MOST_WAYS = 24, 8


@lru_cache(maxsize=256)
def shortest_block(works: tuple[Work, ...], crew: Crew) -> Block:
    """Lay out what is done in one go so that it takes the least time, people being there all along.

    Parameters
    ----------
    works : tuple of Work
        The tasks; of what comes before them only their own kind counts. [-]
    crew : Crew
        How many people, and who is skilled. [-]

    Examples
    --------
    >>> found = shortest_block((Work("a", 2), Work("b", 3), Work("c", 2, after=("a",))), Crew((0, 0), (True, True), 10, 10))
    >>> found.slots, found.least
    (4, 4)
    """
    inside = {work.key for work in works}
    own = tuple(replace(work, after=tuple(key for key in work.after if key in inside), open_=-1, start=None, who=()) for work in works)
    room = max(1, sum(work.slots for work in own))
    there = (1 << room) - 1
    free = Crew((there,) * len(crew.free), crew.skilled, room, room)
    search = _Shortest({work.key: work for work in own}, free)
    search.go((), 0)
    least = search.least if search.tried > MOST_TRIED else search.slots
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


class _Shortest:
    """Orders of the tasks of a block, and the shortest that was found."""

    def __init__(self, by_key: dict[str, Work], crew: Crew) -> None:
        self.by_key, self.crew = by_key, crew
        order = in_order(list(by_key.values()))
        self.tails = tails_of(order, by_key)
        work = sum(one.slots * min(one.people, len(crew.free)) for one in by_key.values())
        skilled = sum(one.slots for one in by_key.values() if one.skilled)
        self.least = max(-(-work // max(1, len(crew.free))), -(-skilled // max(1, sum(crew.skilled))), max(self.tails.values(), default=0))
        self.tried, self.slots, self.best = 0, 10**9, dict[str, Placed]()
        self._take(lawful(sorted(order, key=lambda key: -self.tails[key]), by_key))

    def _take(self, order: Sequence[str]) -> None:
        placed = Laying(self.by_key, self.crew, {}, {}).lay(order, 1).placed
        end = max((one.end for one in placed.values()), default=0)
        if len(placed) == len(self.by_key) and end < self.slots:
            self.slots, self.best = end, placed

    def go(self, order: tuple[str, ...], end: int) -> None:
        """Try every order that begins so and may still be shorter.

        Parameters
        ----------
        order : tuple of str
            The begin of the order. [-]
        end : int
            When the tasks in it are done. [-]
        """
        if self.slots <= self.least or self.tried > MOST_TRIED:
            return
        self.tried += 1
        if len(order) == len(self.by_key):
            self._take(order)
            return
        search = Laying(self.by_key, self.crew, {}, {})
        placed = search.lay(order, 1).placed if order else {}
        ready = [key for key in self.by_key if key not in placed and all(one in placed for one in self.by_key[key].after)]
        seen = set[tuple[int, int, bool, tuple[str, ...], int]]()
        for key in sorted(ready, key=lambda key: -self.tails[key]):
            work = self.by_key[key]
            alike = (work.slots, work.people, work.skilled, work.after, self.tails[key])
            begins = max((placed[one].end for one in work.after), default=0)
            if alike in seen or begins + self.tails[key] >= self.slots:  # one of a kind is enough; too late already is no way
                continue
            seen.add(alike)
            self.go((*order, key), max(end, begins + work.slots))
