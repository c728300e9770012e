"""Things of a few kinds in as few boxes as hold them, and those as small as can be. Exact."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import cache
from itertools import product

Load = tuple[int, ...]


def packed(counts: Sequence[int], volume_of: Callable[[Load], float | None]) -> tuple[Load, ...] | None:
    """Share out things of several kinds among boxes: the fewest boxes, and among those the least volume together.

    Parameters
    ----------
    counts : sequence of int
        How many there are of each kind, shape (n,). [-]
    volume_of : callable
        Volume of the smallest box that holds so many of each kind; None if none does. What fits stays fitting with less in it. [L]

    Returns
    -------
    tuple of tuple of int or None
        What is in each box; None where a single thing fits in none.

    Notes
    -----
    Dynamic programming over what is still to be put away. As things of a kind are alike, the states are the products of the
    counts and not their subsets. The first thing that is left goes into the next box, so no order is tried twice.

    References
    ----------
    Martello and Toth, Knapsack Problems, chapter 8, bin packing.

    Examples
    --------
    >>> packed([3, 1], lambda load: 1.0 if 2 * load[0] + 3 * load[1] <= 5 else None)
    ((2, 0), (1, 1))
    """
    fits: dict[Load, float | None] = {}

    def volume(load: Load) -> float | None:
        if load not in fits:
            fits[load] = volume_of(load)
        return fits[load]

    @cache
    def best(left: Load) -> tuple[int, float, tuple[Load, ...]] | None:
        first = next((i for i, count in enumerate(left) if count), None)
        if first is None:
            return 0, 0.0, ()
        found: tuple[int, float, tuple[Load, ...]] | None = None
        for load in product(*(range(1 if i == first else 0, count + 1) for i, count in enumerate(left))):
            box = volume(load)
            if box is None:
                continue
            rest = best(tuple(count - taken for count, taken in zip(left, load, strict=True)))
            if rest is None:
                continue
            whole = rest[0] + 1, rest[1] + box, (load, *rest[2])
            if found is None or (whole[0], whole[1], tuple(-n for n in load)) < (found[0], found[1], tuple(-n for n in found[2][0])):
                found = whole
        return found

    answer = best(tuple(counts))
    return answer[2] if answer else None
