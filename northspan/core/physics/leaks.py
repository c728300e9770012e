"""Which circuit leaks: milliamperes read in one place while circuits are switched, shared out among them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from northspan.core.working.sums import sum_of

ROUNDS = 4000
SAME = 1e-12


@dataclass(frozen=True, slots=True)
class Share:
    """What a circuit brings [mA]; `with_others` are those that were always switched together with it, so that none is told apart."""

    key: str
    leak_ma: float
    with_others: tuple[str, ...] = ()


def who_leaks(readings: Sequence[tuple[frozenset[str], float]]) -> tuple[tuple[Share, ...], float]:
    """Share out the leakage among circuits, none of them below nothing; the largest first, and what stays with all off. [mA]

    Parameters
    ----------
    readings : sequence
        Circuits that were on, and what the clamp showed. [mA]

    Notes
    -----
    Least squares with no share below zero, one share at a time until none moves. Leakage of resistance and of filters adds up
    in quadrature at worst; the plain sum is what meters show where filters are alike.

    References
    ----------
    Lawson and Hanson, Solving Least Squares Problems, chapter 23.

    Examples
    --------
    >>> shares, rest = who_leaks([(frozenset("ab"), 9.0), (frozenset("a"), 1.0), (frozenset(), 0.5)])
    >>> [(one.key, round(one.leak_ma, 1)) for one in shares], round(rest, 1)
    ([('b', 8.0), ('a', 0.5)], 0.5)
    """
    groups = _together(readings)
    rows = [([1.0, *(1.0 if members[0] in on else 0.0 for members in groups)], shown) for on, shown in readings]
    found = [0.0] * (len(groups) + 1)
    for _ in range(ROUNDS):
        moved = 0.0
        for i in range(len(found)):
            weight = sum_of(row[i] for row, _ in rows)
            if weight:
                left = sum_of(row[i] * (shown - sum_of(a * x for a, x in zip(row, found, strict=True))) for row, shown in rows)
                value = max(0.0, found[i] + left / weight)
                moved, found[i] = max(moved, abs(value - found[i])), value
        if moved < SAME:
            break
    shares = [Share(members[0], found[i], members[1:]) for i, members in enumerate(groups, 1)]
    return tuple(sorted(shares, key=lambda one: -one.leak_ma)), found[0]


def _together(readings: Sequence[tuple[frozenset[str], float]]) -> list[tuple[str, ...]]:
    """Circuits that were always on together stand as one."""
    by: dict[tuple[bool, ...], list[str]] = {}
    for key in sorted({key for on, _ in readings for key in on}):
        by.setdefault(tuple(key in on for on, _ in readings), []).append(key)
    return [tuple(keys) for keys in by.values()]
