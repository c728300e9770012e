"""Work laid out over people and hours: no rule broken, the power off for the shortest time, then the fewest days. With bounds."""

from __future__ import annotations

import random
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import combinations

MOST_TRIED = 20_000
ROUNDS = 40


@dataclass(frozen=True, slots=True)
class Work:
    """A task: how many slots it takes, how many people, whether one of them must be skilled, and what must be before it.

    `open_` has a bit for each slot in which it may be done, -1 for all. `start` and `who` hold it to a slot and to people.
    `block` names what is done in one go; works of a block lie between its first and its last, as short as can be.
    """

    key: str
    slots: int
    people: int = 1
    skilled: bool = False
    after: tuple[str, ...] = ()
    open_: int = -1
    start: int | None = None
    who: tuple[int, ...] = ()
    block: str = ""


@dataclass(frozen=True, slots=True)
class Crew:
    """People: for each the slots in which he is there, as bits, and whether he is skilled; `day` is slots in a working day."""

    free: tuple[int, ...]
    skilled: tuple[bool, ...]
    day: int
    slots: int


@dataclass(frozen=True, slots=True)
class Placed:
    """Where a task lies: its first slot, how many, and who does it."""

    start: int
    slots: int
    who: tuple[int, ...]

    @property
    def end(self) -> int:
        """The first slot after it."""
        return self.start + self.slots


@dataclass(frozen=True, slots=True)
class Laid:
    """A schedule: where every task lies, what has no place, slots that each block takes, and what no schedule could beat.

    `days` is the last day that is used, counted from 1, `least_days` a bound below it, `least_blocks` one for each block;
    `waits` is slots in which people who are there have nothing to do between their tasks, `trips` the days that people come.
    """

    placed: dict[str, Placed]
    left_out: tuple[str, ...]
    blocks: dict[str, int]
    least_blocks: dict[str, int]
    days: int
    least_days: int
    waits: int
    trips: int

    @property
    def rank(self) -> tuple[int, int, int, int, int]:
        """What is least first: tasks without a place, slots in blocks, days, waiting, trips."""
        return len(self.left_out), sum(self.blocks.values()), self.days, self.waits, self.trips


@dataclass(frozen=True, slots=True)
class Block:
    """Tasks done in one go: how far each lies from the first, who does it, how long all take, and a bound below that."""

    offsets: dict[str, int]
    who: dict[str, tuple[int, ...]]
    slots: int
    least: int


def lay_out(works: Sequence[Work], crew: Crew) -> Laid:
    """Lay tasks out over people and days.

    Parameters
    ----------
    works : sequence of Work
        The tasks; what comes before a task is among them. [-]
    crew : Crew
        The people. [-]

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
    tails = _tails(order, by_key)
    groups: dict[str, list[Work]] = {}
    for work in works:
        if work.block:
            groups.setdefault(work.block, []).append(work)
    shortest = {name: shortest_block(tuple(inside), crew) for name, inside in groups.items()}
    loose = {name for name, inside in groups.items() if any(work.start is not None for work in inside)}  # begun: laid out task by task
    blocks = {name: block for name, block in shortest.items() if name not in loose and block.slots <= crew.day}
    least_days = _least_days(works, crew)
    search = _Search(by_key, crew, blocks, {name: block.least for name, block in shortest.items()})
    best = search.lay(order, least_days)
    starts = [order, sorted(order, key=lambda key: -tails[key]), sorted(order, key=lambda key: (bool(by_key[key].block), -tails[key]))]
    starts.append(sorted(order, key=lambda key: (-by_key[key].people, -tails[key])))
    for start in starts[1:]:
        best = min(best, search.lay(_lawful(start, by_key), least_days), key=lambda one: one.rank)
    return _bettered(best, search, order, least_days)


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
    found = _Search(loose, crew, {}, {}).lay(in_order(works), 1)
    spans: dict[str, list[Placed]] = {}
    for work in works:
        if work.block and work.key in found.placed:
            spans.setdefault(work.block, []).append(found.placed[work.key])
    blocks = {name: max(one.end for one in ones) - min(one.start for one in ones) for name, ones in spans.items()}
    return replace(found, blocks=blocks)


def in_order(works: Sequence[Work]) -> list[str]:
    """Put tasks into an order in which what comes before stands before, as they are listed otherwise.

    Parameters
    ----------
    works : sequence of Work
        The tasks. [-]

    Raises
    ------
    ValueError
        If they wait for each other in a circle, or for what is not among them.

    Examples
    --------
    >>> in_order([Work("b", 1, after=("a",)), Work("a", 1)])
    ['a', 'b']
    """
    by_key, done, found = {work.key: work for work in works}, set[str](), list[str]()
    waiting = [work.key for work in works]
    while waiting:
        ready = next((key for key in waiting if all(one in done for one in by_key[key].after)), None)
        if ready is None:
            raise ValueError("in a circle: " + ", ".join(waiting[:4]))
        waiting.remove(ready)
        done.add(ready)
        found.append(ready)
    return found


def _lawful(wanted: Iterable[str], by_key: Mapping[str, Work]) -> list[str]:
    return in_order([by_key[key] for key in wanted])


def _tails(order: Sequence[str], by_key: Mapping[str, Work]) -> dict[str, int]:
    """Slots from the begin of each task to the end of the longest way through what waits for it."""
    tails = {key: by_key[key].slots for key in order}
    for key in reversed(order):
        for before in by_key[key].after:
            tails[before] = max(tails[before], by_key[before].slots + tails[key])
    return tails


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
    first = min((one.start for one in search.best.values()), default=0)
    return Block({key: one.start - first for key, one in search.best.items()}, {key: one.who for key, one in search.best.items()},
                 search.slots, search.least if search.tried > MOST_TRIED else search.slots)  # fmt: skip


class _Shortest:
    """Orders of the tasks of a block, and the shortest that was found."""

    def __init__(self, by_key: dict[str, Work], crew: Crew) -> None:
        self.by_key, self.crew = by_key, crew
        order = in_order(list(by_key.values()))
        self.tails = _tails(order, by_key)
        work = sum(one.slots * min(one.people, len(crew.free)) for one in by_key.values())
        skilled = sum(one.slots for one in by_key.values() if one.skilled)
        self.least = max(-(-work // max(1, len(crew.free))), -(-skilled // max(1, sum(crew.skilled))), max(self.tails.values(), default=0))
        self.tried, self.slots, self.best = 0, 10**9, dict[str, Placed]()
        self._take(_lawful(sorted(order, key=lambda key: -self.tails[key]), by_key))

    def _take(self, order: Sequence[str]) -> None:
        placed = _Search(self.by_key, self.crew, {}, {}).lay(order, 1).placed
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
        search = _Search(self.by_key, self.crew, {}, {})
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


def _least_days(works: Sequence[Work], crew: Crew) -> int:
    """Days that no schedule can do without: the work against the people, and the longest way, whole tasks into whole days."""
    everyone = len(crew.free)
    if not everyone or not works:
        return 0
    load = [0]  # of each day, what people can do in it
    for day in range(crew.slots // crew.day):
        mask = ((1 << crew.day) - 1) << (day * crew.day)
        load.append(load[-1] + sum((free & mask).bit_count() for free in crew.free))
    work = sum(one.slots * min(one.people, everyone) for one in works)
    by_work = next((day for day, room in enumerate(load) if room >= work), len(load) - 1)
    by_key = {one.key: one for one in works}
    ends: dict[str, int] = {}
    for key in in_order(works):
        one = by_key[key]
        begin = max((ends[before] for before in one.after), default=0)
        if begin % crew.day + one.slots > crew.day:  # it would not be done that day
            begin = -(-begin // crew.day) * crew.day
        ends[key] = begin + one.slots
    by_way = -(-max(ends.values(), default=0) // crew.day)
    return max(by_work, by_way)


class _Search:
    """Orders laid out: each task as early as it can be."""

    def __init__(self, by_key: Mapping[str, Work], crew: Crew, blocks: Mapping[str, Block], least: Mapping[str, int]) -> None:
        self.by_key, self.crew, self.blocks, self.least = by_key, crew, blocks, least
        self._fits: dict[int, int] = {}
        self.block_of = {key: name for name, block in blocks.items() for key in block.offsets}
        self.held = [work for work in by_key.values() if work.start is not None]

    def fits(self, slots: int) -> int:
        """Starts from which so many slots end on the same day, as bits."""
        if slots not in self._fits:
            a_day = (1 << max(0, self.crew.day - slots + 1)) - 1
            self._fits[slots] = sum(a_day << (day * self.crew.day) for day in range(self.crew.slots // self.crew.day))
        return self._fits[slots]

    def lay(self, order: Sequence[str], least_days: int) -> Laid:
        """Lay out tasks in an order; what finds no place is left out, with what waits for it.

        Parameters
        ----------
        order : sequence of str
            The tasks. [-]
        least_days : int
            A bound below the days. [-]
        """
        free, placed, left = list(self.crew.free), dict[str, Placed](), list[str]()
        for work in self.held:  # what is begun, done or pinned stands first
            assert work.start is not None  # noqa: S101 - held is what has a start
            self._put(work.key, Placed(work.start, work.slots, work.who), free, placed)
        waiting = [key for key in order if key not in placed]
        while waiting:
            still = [key for key in waiting if not self._settled(key, free, placed, left)]
            if len(still) == len(waiting):
                left += [key for key in still if key not in left]
                break
            waiting = still
        return self._measured(placed, tuple(left), least_days)

    def _settled(self, key: str, free: list[int], placed: dict[str, Placed], left: list[str]) -> bool:
        """Place a task, or its block, if nothing before it is still open; a task without a place counts as settled too."""
        if key in placed or key in left:
            return True
        block = self.block_of.get(key, "")
        members = tuple(self.blocks[block].offsets) if block else (key,)
        before = [one for member in members for one in self.by_key[member].after if one not in members]
        if any(one not in placed and one not in left for one in before):
            return False
        lost = any(one in left for one in before)
        if lost or not (self._place_block(block, before, free, placed) if block else self._place(key, free, placed)):
            left += members
        return True

    def _put(self, key: str, at: Placed, free: list[int], placed: dict[str, Placed]) -> None:
        mask = ((1 << at.slots) - 1) << at.start
        for person in at.who:
            free[person] &= ~mask
        placed[key] = at

    def _place(self, key: str, free: list[int], placed: dict[str, Placed]) -> bool:
        work = self.by_key[key]
        after = max((placed[one].end for one in work.after), default=0)
        starts = self.fits(work.slots) & _runs(work.open_ & ((1 << self.crew.slots) - 1), work.slots) & ~((1 << after) - 1)
        best: tuple[int, int, tuple[int, ...]] | None = None
        for rank, who in enumerate(self._teams(work)):
            there = starts
            for person in who:
                there &= _runs(free[person], work.slots)
            if there:
                first = (there & -there).bit_length() - 1
                if best is None or (first, rank) < best[:2]:
                    best = first, rank, who
        if best is None:
            return False
        self._put(key, Placed(best[0], work.slots, best[2]), free, placed)
        return True

    def _teams(self, work: Work) -> Iterator[tuple[int, ...]]:
        """Who could do it; the unskilled first where they may."""
        if work.who:
            yield work.who
            return
        people = sorted(range(len(self.crew.free)), key=lambda one: (self.crew.skilled[one], one))
        if not work.people:
            yield ()
            return
        for team in combinations(people, min(work.people, len(people))):
            if not work.skilled or any(self.crew.skilled[one] for one in team):
                yield team

    def _place_block(self, name: str, before: Sequence[str], free: list[int], placed: dict[str, Placed]) -> bool:
        block = self.blocks[name]
        after = max((placed[one].end for one in before), default=0)
        starts = self.fits(block.slots) & ~((1 << after) - 1) & ((1 << self.crew.slots) - 1)
        for key, offset in block.offsets.items():
            work = self.by_key[key]
            starts &= _runs(work.open_ & ((1 << self.crew.slots) - 1), work.slots) >> offset
        best: tuple[int, dict[int, int]] | None = None
        for swap in self._relabelled():
            there = starts
            for key, offset in block.offsets.items():
                for person in block.who[key]:
                    there &= _runs(free[swap[person]], self.by_key[key].slots) >> offset
            if there:
                first = (there & -there).bit_length() - 1
                if best is None or first < best[0]:
                    best = first, swap
        if best is None:
            return False
        for key, offset in block.offsets.items():
            who = tuple(best[1][person] for person in block.who[key])
            self._put(key, Placed(best[0] + offset, self.by_key[key].slots, who), free, placed)
        return True

    def _relabelled(self) -> Iterator[dict[int, int]]:
        """Who stands for whom: people of the same skill may change places."""
        people = range(len(self.crew.free))
        yield {one: one for one in people}
        for one, other in combinations(people, 2):
            if self.crew.skilled[one] is self.crew.skilled[other]:
                yield {at: other if at == one else one if at == other else at for at in people}

    def _measured(self, placed: dict[str, Placed], left: tuple[str, ...], least_days: int) -> Laid:
        day = self.crew.day
        days = max((-(-one.end // day) for one in placed.values()), default=0)
        waits = trips = 0
        by_day: dict[tuple[int, int], list[Placed]] = {}
        for one in placed.values():
            for person in one.who:
                by_day.setdefault((person, one.start // day), []).append(one)
        for ones in by_day.values():
            trips += 1
            waits += max(one.end for one in ones) - min(one.start for one in ones) - sum(one.slots for one in ones)
        spans: dict[str, tuple[int, int]] = {}
        for key, one in placed.items():
            name = self.by_key[key].block
            if name in self.least:
                first, last = spans.get(name, (one.start, one.end))
                spans[name] = min(first, one.start), max(last, one.end)
        blocks = {name: last - first for name, (first, last) in spans.items()}
        return Laid(placed, left, blocks, dict(self.least), days, min(least_days, days) if not left else least_days, waits, trips)


@lru_cache(maxsize=65536)
def _runs(free: int, slots: int) -> int:
    """Slots from which so many in a row are free, as bits; by doubling."""
    have, length = free, 1
    while length < slots:
        step = min(length, slots - length)
        have &= have >> step
        length += step
    return have


def _bettered(best: Laid, search: _Search, order: Sequence[str], least_days: int) -> Laid:
    """Move tasks about in the order, and keep what is better; it ends where nothing can be, or after so many rounds."""
    chance, now = random.Random(7), list(order)  # noqa: S311 - the same at every run
    for _ in range(ROUNDS):
        if best.rank == (0, sum(best.least_blocks.values()), best.least_days, 0, best.rank[4]):
            return best
        tried = list(now)
        tried.insert(chance.randrange(len(tried)), tried.pop(chance.randrange(len(tried))))
        tried = _lawful(tried, search.by_key)
        found = search.lay(tried, least_days)
        if found.rank <= best.rank:
            now, best = tried, found
    return best
