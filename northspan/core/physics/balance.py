"""Weights on two sides of a scale: which to carry over, so that few moves leave little difference. Exact."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from northspan.core.working.sums import count_of, sum_of

STEPS_PER_A = 100.0  # a hundredth of an ampere is finer than any clamp reads
COARSER = 10.0, 5.0, 2.0, 1.0, 0.5, 0.2, 0.1, 0.05, 0.02, 0.01  # where sums at a hundredth would fill the memory
MOST_MOVES = 12
MOST_BITS = 640_000_000  # of sums, at the most some 50 MB in memory
WORTH_SAYING_A = 1.0

Layer = dict[tuple[int, int, int], int]


@dataclass(frozen=True, slots=True)
class Move:
    """The best that so many moves can do: which weights change sides, and what difference is left. [A]

    `within_a` is by how much less could be left at the most, as the sums were rounded. [A]
    """

    moved: tuple[int, ...]
    left_a: float
    within_a: float = 0.0

    @property
    def rounded(self) -> bool:
        """Whether the sums were rounded so much that it is worth saying."""
        return self.within_a >= WORTH_SAYING_A


@dataclass(frozen=True, slots=True)
class Item:
    """What may change sides: its weight on the first side less that on the second [A], its places there, and how many moves it is.

    `halves` are its places for half-size devices.
    """

    weight_a: float
    places: int = 1
    moves: int = 1
    halves: int = 0


def fewest_moves(weights_a: Sequence[float], on_first: Sequence[bool], fixed_a: float) -> tuple[Move, ...]:
    """Find for every number of moves the least difference between two sides, each entry better than the one before.

    Parameters
    ----------
    weights_a : sequence of float
        What may change sides. [A]
    on_first : sequence of bool
        Whether it is on the first side now. [-]
    fixed_a : float
        What stays on the first side beyond the second, negative the other way. [A]

    Examples
    --------
    >>> [(move.moved, move.left_a) for move in fewest_moves([13.0, 6.0, 4.0], [True, True, False], 0)]
    [((), 15.0), ((1,), 3.0)]
    """
    items = [Item(weight if first else -weight, 0) for weight, first in zip(weights_a, on_first, strict=True)]
    return balanced(items, fixed_a, (0, 0))


def balanced(
    items: Sequence[Item], fixed_a: float, room: tuple[int, int], *, half_room: tuple[int, int] = (0, 0), most_moves: int = MOST_MOVES
) -> tuple[Move, ...]:
    """Find for every number of moves the least difference between two sides that have only so much room.

    Parameters
    ----------
    items : sequence of Item
        What may change sides. [A]
    fixed_a : float
        What stays on the first side beyond the second, negative the other way. [A]
    room : tuple of int
        Places that are free on the first and on the second side. [-]
    half_room : tuple of int
        Places for half-size devices that are open beside another on each side. [-]
    most_moves : int
        More moves than this are not looked at. [-]

    Notes
    -----
    Dynamic programming over the sums that so many moves with so many places carried over can reach, each set of sums as
    the bits of one number; so the answer is exact at a hundredth of an ampere. In a very large panel sums are rounded more,
    so that they take no more memory than `MOST_BITS`; each move then says how far from the least it may be. Carrying a weight
    over changes the difference by twice the weight. What moves the other way frees its places.

    References
    ----------
    Martello and Toth, Knapsack Problems, chapter 4, subset sums.

    Examples
    --------
    >>> [one.left_a for one in balanced([Item(13.0), Item(6.0)], 0, (0, 1))], balanced([Item(13.0)], 0, (0, 0))[-1].left_a
    ([19.0, 7.0], 13.0)
    """
    grid = _grid(items, most_moves)
    signed = [round(item.weight_a * grid) for item in items]
    all_a = fixed_a + float(sum_of(item.weight_a for item in items))
    start = round(all_a * grid)
    offset = count_of(-one for one in signed if one < 0)
    layers: list[Layer] = [{(0, 0, 0): 1 << offset}]
    for item, one in zip(items, signed, strict=True):
        grown = dict(layers[-1])
        for (moves, over, half), sums in layers[-1].items():
            if moves + item.moves <= most_moves:
                at = moves + item.moves, over + item.places, half + item.halves
                grown[at] = grown.get(at, 0) | _shifted(sums, one)
        layers.append(grown)
    reached: dict[int, tuple[int, tuple[int, int, int], int]] = {}
    for at, sums in layers[-1].items():
        moves, over, half = at
        if -room[0] <= over <= room[1] and -half_room[0] <= half <= half_room[1]:
            nearest = _nearest(sums, start, offset)
            left = abs(start - 2 * nearest)
            if moves not in reached or left < reached[moves][0]:
                reached[moves] = left, at, nearest
    found: list[Move] = []
    for moves in sorted(reached):
        _, at, nearest = reached[moves]
        moved = _traced(layers, items, signed, at, nearest + offset)
        left_a = round(abs(all_a - 2 * sum_of(items[i].weight_a for i in moved)), 6)
        if not found or left_a < found[-1].left_a - 0.5 / STEPS_PER_A:
            found.append(Move(moved, left_a, min(left_a, (2 * len(moved) + 1) / grid)))
    return tuple(found)


def _grid(items: Sequence[Item], most_moves: int) -> float:
    """Steps of an ampere, as fine as memory allows: each layer has a set of sums for every number of moves with every room they take."""
    moves = min(most_moves, len(items))
    places = max((abs(item.places) for item in items), default=0)
    halves = max((abs(item.halves) for item in items), default=0)
    states = count_of((n * places + 1) * (n * halves + 1) for n in range(moves + 1))
    bits_per_step = sum_of(abs(item.weight_a) for item in items) * states * (len(items) + 1)
    return next((grid for grid in (STEPS_PER_A, *COARSER) if bits_per_step * grid <= MOST_BITS), COARSER[-1])


def _shifted(sums: int, by: int) -> int:
    return sums << by if by >= 0 else sums >> -by


def _nearest(sums: int, start: int, offset: int) -> int:
    """The reachable sum whose double is nearest to the start."""
    wanted = max(start // 2 + offset, 0)
    at_or_above = sums >> wanted
    up = [wanted + ((at_or_above & -at_or_above).bit_length() - 1)] if at_or_above else []
    under = sums & ((1 << wanted) - 1)
    down = [under.bit_length() - 1] if under else []
    return min((one - offset for one in (*up, *down)), key=lambda one: abs(start - 2 * one))


def _traced(layers: list[Layer], items: Sequence[Item], signed: list[int], at: tuple[int, int, int], sum_at: int) -> tuple[int, ...]:
    """Which items were carried over to reach a sum: back through the layers, the later ones kept where they are if that will do."""
    moved: list[int] = []
    for i in range(len(items), 0, -1):
        if layers[i - 1].get(at, 0) >> sum_at & 1:
            continue
        moved.append(i - 1)
        one = items[i - 1]
        at, sum_at = (at[0] - one.moves, at[1] - one.places, at[2] - one.halves), sum_at - signed[i - 1]
    return tuple(reversed(moved))
