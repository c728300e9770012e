"""Tasks, people, and orders in which what comes before stands before."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from heapq import heappop, heappush

from northspan.core.working.sums import count_of


@dataclass(frozen=True, slots=True)
class Work:
    """A task: how many slots it takes, how many people, whether one of them must be skilled, and what must be before it.

    `open_` has a bit for each slot in which it may be done, `begins` one for each in which it may begin, -1 for all. `start` and
    `who` hold it to a slot and to people. `block` names what is done in one go; works of a block lie between its first and its
    last, as short as can be. What is `late` is done when it is needed, not days before.
    """

    key: str
    slots: int
    people: int = 1
    skilled: bool = False
    after: tuple[str, ...] = ()
    open_: int = -1
    begins: int = -1
    start: int | None = None
    who: tuple[int, ...] = ()
    block: str = ""
    late: bool = False


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
        return len(self.left_out), count_of(self.blocks.values()), self.days, self.waits, self.trips


@dataclass(frozen=True, slots=True)
class Block:
    """Tasks done in one go: how long all take, a bound below that, and arrangements that take so long.

    An arrangement says how far each task lies from the first, and who does it.
    """

    ways: tuple[dict[str, Placed], ...]
    slots: int
    least: int

    @property
    def keys(self) -> tuple[str, ...]:
        """The tasks in it."""
        return tuple(self.ways[0])


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
    at = {work.key: i for i, work in enumerate(works)}
    open_ = {work.key: len(set(work.after)) for work in works}
    waits: dict[str, list[str]] = {}
    for work in works:
        for one in set(work.after):
            waits.setdefault(one, []).append(work.key)
    ready = [at[key] for key, count in open_.items() if not count]  # rising, so it is a heap already
    found: list[str] = []
    while ready:
        key = works[heappop(ready)].key
        found.append(key)
        for one in waits.get(key, ()):
            open_[one] -= 1
            if not open_[one]:
                heappush(ready, at[one])
    if len(found) < len(at):
        raise ValueError("in a circle: " + ", ".join([work.key for work in works if work.key not in set(found)][:4]))
    return found


def lawful(wanted: Iterable[str], by_key: Mapping[str, Work]) -> list[str]:
    """Put tasks into an order that is wished, as far as what comes before allows.

    Parameters
    ----------
    wanted : iterable of str
        The order. [-]
    by_key : mapping
        The tasks. [-]
    """
    return in_order([by_key[key] for key in wanted])


def tails_of(order: Sequence[str], by_key: Mapping[str, Work]) -> dict[str, int]:
    """Count slots from the begin of each task to the end of the longest way through what waits for it.

    Parameters
    ----------
    order : sequence of str
        The tasks, what comes before first. [-]
    by_key : mapping
        The tasks. [-]
    """
    tails = {key: by_key[key].slots for key in order}
    for key in reversed(order):
        for before in by_key[key].after:
            tails[before] = max(tails[before], by_key[before].slots + tails[key])
    return tails


@lru_cache(maxsize=65536)
def runs(free: int, slots: int) -> int:
    """Find slots from which so many in a row are free, as bits; by doubling.

    Parameters
    ----------
    free : int
        Free slots, as bits. [-]
    slots : int
        How many in a row. [-]

    Examples
    --------
    >>> bin(runs(0b1101110, 3))
    '0b10'
    """
    have, length = free, 1
    while length < slots:
        step = min(length, slots - length)
        have &= have >> step
        length += step
    return have
