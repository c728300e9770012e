"""Weights on two sides of a scale: which to carry over, so that few moves leave little difference. Exact."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

STEPS_PER_A = 100  # a hundredth of an ampere is finer than any clamp reads


@dataclass(frozen=True, slots=True)
class Move:
    """The best that so many moves can do: which weights change sides, and what difference is left. [A]"""

    moved: tuple[int, ...]
    left_a: float


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

    Notes
    -----
    Dynamic programming over the sums that so many moves can reach, each set of sums as the bits of one number; so the
    answer is exact at a hundredth of an ampere. Carrying a weight over changes the difference by twice the weight.

    References
    ----------
    Martello and Toth, Knapsack Problems, chapter 4, subset sums.

    Examples
    --------
    >>> [(move.moved, move.left_a) for move in fewest_moves([13.0, 6.0, 4.0], [True, True, False], 0)]
    [((), 15.0), ((1,), 3.0)]
    """
    ticks = [round(weight * STEPS_PER_A) for weight in weights_a]
    signed = [tick if first else -tick for tick, first in zip(ticks, on_first, strict=True)]
    start = round(fixed_a * STEPS_PER_A) + sum(signed)
    offset = sum(-one for one in signed if one < 0)
    rows: list[list[int]] = [[1 << offset]]  # rows[i][k]: sums that k moves among the first i weights can reach
    for one in signed:
        before = rows[-1]
        shifted = [_shifted(sums, one) for sums in before]
        rows.append([(before[k] if k < len(before) else 0) | (shifted[k - 1] if k else 0) for k in range(len(before) + 1)])
    found: list[Move] = []
    for k, sums in enumerate(rows[-1]):
        reached = _nearest(sums, start, offset)
        if reached is None:
            continue
        left = abs(start - 2 * reached) / STEPS_PER_A
        if not found or left < found[-1].left_a - 0.5 / STEPS_PER_A:
            found.append(Move(_traced(rows, signed, k, reached + offset), left))
    return tuple(found)


def _shifted(sums: int, by: int) -> int:
    return sums << by if by >= 0 else sums >> -by


def _nearest(sums: int, start: int, offset: int) -> int | None:
    """The reachable sum whose double is nearest to the start."""
    if not sums:
        return None
    wanted = max(start // 2 + offset, 0)
    at_or_above = sums >> wanted
    up = wanted + ((at_or_above & -at_or_above).bit_length() - 1) if at_or_above else None
    below = sums & ((1 << wanted) - 1)
    down = below.bit_length() - 1 if below else None
    return min((one - offset for one in (up, down) if one is not None), key=lambda one: abs(start - 2 * one))


def _traced(rows: list[list[int]], signed: list[int], k: int, at: int) -> tuple[int, ...]:
    moved: list[int] = []
    for i in range(len(signed), 0, -1):
        if k < len(rows[i - 1]) and rows[i - 1][k] >> at & 1:
            continue
        moved.append(i - 1)
        at, k = at - signed[i - 1], k - 1
    return tuple(reversed(moved))
