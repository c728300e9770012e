"""An order of tasks laid out: each as early as people, hours and what is before it allow, a block as one piece."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Mapping, Sequence
from itertools import combinations

from northspan.core.physics.works import Block, Crew, Laid, Placed, Work, runs
from northspan.core.working.sums import count_of


class Laying:
    """Orders laid out: each task as early as it can be."""

    def __init__(self, by_key: Mapping[str, Work], crew: Crew, blocks: Mapping[str, tuple[Block, ...]], least: Mapping[str, int]) -> None:
        self.by_key, self.crew, self.blocks, self.least = by_key, crew, blocks, least
        self._fits: dict[int, int] = {}
        self._could: dict[tuple[int, bool], tuple[tuple[int, ...], ...]] = {}
        self.block_of = {key: name for name, block in blocks.items() for key in block[0].keys}
        self.held = [work for work in by_key.values() if work.start is not None]
        self._starts: dict[str, int] = {}
        self._offsets: dict[int, int] = {}
        self._needs = {key: self._needed(key) for key in by_key}

    def _needed(self, key: str) -> tuple[tuple[str, ...], frozenset[str]]:
        """A task, or all of its block, and what must be settled before."""
        block = self.block_of.get(key, "")
        members = self.blocks[block][0].keys if block else (key,)
        return members, frozenset([one for member in members for one in self.by_key[member].after if one not in members])

    def _may_start(self, key: str) -> int:
        """Slots in which a task may begin, whatever else is laid out, as bits."""
        if key not in self._starts:
            work = self.by_key[key]
            self._starts[key] = runs(work.open_ & ((1 << self.crew.slots) - 1), work.slots) & work.begins
        return self._starts[key]

    def fits(self, slots: int) -> int:
        """Starts from which so many slots end on the same day, as bits."""
        if slots not in self._fits:
            a_day = (1 << max(0, self.crew.day - slots + 1)) - 1
            self._fits[slots] = count_of(a_day << (day * self.crew.day) for day in range(self.crew.slots // self.crew.day))
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
        settled = set(placed)
        while waiting:
            still = []
            for key in waiting:
                if key not in settled:
                    now = self._settled(key, free, placed, left, settled)
                    settled.update(now)
                    still += [] if now else [key]
            if len(still) == len(waiting):
                left += still
                break
            waiting = still
        return self.measured(placed, tuple(left), least_days)

    def _settled(self, key: str, free: list[int], placed: dict[str, Placed], left: list[str], settled: Collection[str]) -> tuple[str, ...]:
        """Place a task, or its block, if nothing before it is open; give what is settled by that: what has no place is settled too."""
        members, before = self._needs[key]
        if not before.issubset(settled):
            return ()
        block = self.block_of.get(key, "")
        lost = bool(left) and not before.isdisjoint(left)
        if lost or not (self._place_block(block, free, placed) if block else self.place(key, free, placed)):
            left += members
        return members

    def _put(self, key: str, at: Placed, free: list[int], placed: dict[str, Placed]) -> None:
        mask = ((1 << at.slots) - 1) << at.start
        for person in at.who:
            free[person] &= ~mask
        placed[key] = at

    def place(self, key: str, free: list[int], placed: dict[str, Placed], teams: tuple[tuple[int, ...], ...] = ()) -> bool:
        """Place a task as early as it can be; tell whether there is a place.

        Parameters
        ----------
        key : str
            The task. [-]
        free : list of int
            Slots in which each is free, as bits; those taken are cleared. [-]
        placed : dict
            What is laid out already; the task is put into it. [-]
        teams : tuple of tuple of int
            Who may do it; whoever could if left out. [-]
        """
        work = self.by_key[key]
        after = max((placed[one].end for one in work.after), default=0)
        starts = self.fits(work.slots) & self._may_start(key) & ~((1 << after) - 1)
        best: tuple[int, int, tuple[int, ...]] | None = None
        for rank, who in enumerate(teams or self.teams(work)):
            there = starts
            for person in who:
                there &= runs(free[person], work.slots)
            if there:
                first = (there & -there).bit_length() - 1
                if best is None or (first, rank) < best[:2]:
                    best = first, rank, who
        if best is None:
            return False
        self._put(key, Placed(best[0], work.slots, best[2]), free, placed)
        return True

    def teams_by_skill(self, work: Work) -> tuple[tuple[tuple[int, ...], ...], ...]:
        """Who could do it, gathered by how many skilled people each takes: those are missing elsewhere.

        Parameters
        ----------
        work : Work
            The task. [-]
        """
        found: dict[int, list[tuple[int, ...]]] = {}
        for team in self.teams(work):
            found.setdefault(count_of(self.crew.skilled[one] for one in team), []).append(team)
        return tuple(tuple(teams) for teams in found.values())

    def teams(self, work: Work) -> tuple[tuple[int, ...], ...]:
        """Say who could do a task; the unskilled first where they may.

        Parameters
        ----------
        work : Work
            The task. [-]
        """
        if work.who:
            return (work.who,)
        asked = work.people, work.skilled
        if asked not in self._could:
            self._could[asked] = tuple(self._able(work))
        return self._could[asked]

    def _able(self, work: Work) -> Iterator[tuple[int, ...]]:
        people = sorted(range(len(self.crew.free)), key=lambda one: (self.crew.skilled[one], one))
        if not work.people:
            yield ()
            return
        for team in combinations(people, min(work.people, len(people))):
            if not work.skilled or any(self.crew.skilled[one] for one in team):
                yield team

    def _place_block(self, name: str, free: list[int], placed: dict[str, Placed]) -> bool:
        """Place a block in the arrangement, and with the people, with which it begins soonest."""
        for block in self.blocks[name]:  # the quickest first; fewer people where not all are there
            best: tuple[int, dict[str, Placed]] | None = None
            for way in block.ways:
                there = self._block_starts(block, way, placed)
                for at in way.values():
                    for person in at.who:
                        there &= runs(free[person], at.slots) >> at.start
                first = (there & -there).bit_length() - 1
                if there and (best is None or first < best[0]):
                    best = first, way
            if best is not None:
                for key, at in best[1].items():
                    self._put(key, Placed(best[0] + at.start, at.slots, at.who), free, placed)
                return True
        return False

    def _block_starts(self, block: Block, way: dict[str, Placed], placed: dict[str, Placed]) -> int:
        """Slots in which a block may begin in an arrangement: after what it waits for, each task where it may be, in one day."""
        waits = (placed[one].end - at.start for key, at in way.items() for one in self.by_key[key].after if one in placed)
        if id(way) not in self._offsets:  # a block keeps its ways as long as this lives
            open_ = (1 << self.crew.slots) - 1
            for key, at in way.items():
                open_ &= (runs(self.by_key[key].open_ & ((1 << self.crew.slots) - 1), at.slots) & self.by_key[key].begins) >> at.start
            self._offsets[id(way)] = open_
        return self.fits(block.slots) & ~((1 << max((0, *waits))) - 1) & self._offsets[id(way)]

    def measured(self, placed: dict[str, Placed], left: tuple[str, ...], least_days: int) -> Laid:
        """Say how good a schedule is.

        Parameters
        ----------
        placed : dict
            Where every task lies. [-]
        left : tuple of str
            What has no place. [-]
        least_days : int
            A bound below the days. [-]
        """
        day = self.crew.day
        days = max((-(-one.end // day) for one in placed.values()), default=0)
        waits = trips = 0
        by_day: dict[tuple[int, int], list[Placed]] = {}
        for one in placed.values():
            for person in one.who:
                by_day.setdefault((person, one.start // day), []).append(one)
        for ones in by_day.values():
            trips += 1
            waits += max(one.end for one in ones) - min(one.start for one in ones) - count_of(one.slots for one in ones)
        spans: dict[str, tuple[int, int]] = {}
        for key, one in placed.items():
            name = self.by_key[key].block
            if name in self.least:
                first, last = spans.get(name, (one.start, one.end))
                spans[name] = min(first, one.start), max(last, one.end)
        blocks = {name: last - first for name, (first, last) in spans.items()}
        return Laid(placed, left, blocks, dict(self.least), days, min(least_days, days) if not left else least_days, waits, trips)
