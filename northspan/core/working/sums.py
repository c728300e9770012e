"""Adding up, the same on every machine: floats exactly and rounded once, whole numbers as they are."""

from __future__ import annotations

from collections.abc import Iterable
from math import fsum

RESIDUE = 1e-14  # of the largest part: what is smaller is left over from writing parts in binary, and nothing of the trade


def sum_of(values: Iterable[float]) -> float:
    """Add up floats: exactly, rounded once, whatever their order; what is left where they cancel is 0.

    Parameters
    ----------
    values : iterable of float
        The parts. [any one unit]

    Examples
    --------
    >>> sum_of([0.1] * 10), sum_of([0.1, 0.2, -0.3]), sum_of([])
    (1.0, 0.0, 0.0)
    """
    parts = tuple(values)
    found = fsum(parts)
    if found and min(parts) < 0 and abs(found) <= RESIDUE * max(map(abs, parts)):  # only what is taken away can cancel
        return 0.0
    return found


def sum_of_complex(values: Iterable[complex]) -> complex:
    """Add up complex numbers, each side by itself; what is left where they cancel is 0.

    Parameters
    ----------
    values : iterable of complex
        The parts. [any one unit]

    Examples
    --------
    >>> sum_of_complex([0.1 + 1j, 0.2 - 1j, -0.3])
    0j
    """
    parts = tuple(values)
    found = complex(fsum(one.real for one in parts), fsum(one.imag for one in parts))
    if found and abs(found) <= RESIDUE * max(map(abs, parts)):
        return 0j
    return found


def count_of(values: Iterable[int]) -> int:
    """Add up whole numbers, or count what is true.

    Parameters
    ----------
    values : iterable of int
        The parts. [-]

    Examples
    --------
    >>> count_of(one > 2 for one in (1, 3, 4))
    2
    """
    return sum(values)
