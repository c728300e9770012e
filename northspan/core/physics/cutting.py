"""Pieces cut from lengths that are sold, so that the least is bought. Exact."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

from northspan.core.working.sums import count_of

STEPS_PER_M = 1000  # a millimetre is finer than any tape cuts
MOST_TRIED = 200_000


@dataclass(frozen=True, slots=True)
class Cut:
    """A length that is bought: what is cut from it, and what is left of it. [m]"""

    length_m: float
    pieces_m: tuple[float, ...]
    left_m: float


def is_exact(pieces_m: Sequence[float], lengths_m: Sequence[float], *, saw_m: float = 0.0) -> bool:
    """Tell whether the cutting of pieces was searched to its end, so that nothing better exists.

    Parameters
    ----------
    pieces_m : sequence of float
        Pieces, shape (n,). [m]
    lengths_m : sequence of float
        Lengths that are sold, shape (k,). [m]
    saw_m : float
        Lost at each cut. [m]
    """
    return _searched(tuple(pieces_m), tuple(lengths_m), saw_m).tried <= MOST_TRIED


def cut_from(pieces_m: Sequence[float], lengths_m: Sequence[float], *, saw_m: float = 0.0) -> tuple[Cut, ...]:
    """Cut pieces from lengths, as many of each as are wanted, so that least is bought in all, and of that the fewest lengths.

    Parameters
    ----------
    pieces_m : sequence of float
        Pieces, none longer than the longest length, shape (n,). [m]
    lengths_m : sequence of float
        Lengths that are sold, shape (k,). [m]
    saw_m : float
        Lost at each cut. [m]

    Raises
    ------
    ValueError
        If a piece is longer than every length.

    Notes
    -----
    Branch and bound: the longest piece that is left goes into a length that is open, or opens one; of lengths with the same
    room only one is tried. What is bought already and what the pieces that are left still ask for is a bound below. It begins
    with the best of first fit in each length, so it is never worse than that; past 200 000 branches it keeps the best found.

    References
    ----------
    Martello and Toth, Knapsack Problems, chapter 8.

    Examples
    --------
    >>> [(one.length_m, one.pieces_m) for one in cut_from([6, 5, 4, 3], [10])]
    [(10, (6, 4)), (10, (5, 3))]
    """
    saw = round(saw_m * STEPS_PER_M)
    search = _searched(tuple(pieces_m), tuple(lengths_m), saw_m)
    original = {round(length * STEPS_PER_M) + saw: length for length in lengths_m}
    named: dict[int, list[float]] = {}
    for piece in pieces_m:
        named.setdefault(round(piece * STEPS_PER_M) + saw, []).append(piece)
    found = []
    for length, inside in search.best:
        taken = tuple(named[piece].pop() for piece in inside)
        found.append(Cut(original[length], taken, round((length - count_of(inside)) / STEPS_PER_M, 6)))
    return tuple(sorted(found, key=lambda one: (-one.length_m, one.left_m)))


@lru_cache(maxsize=32)
def _searched(pieces_m: tuple[float, ...], lengths_m: tuple[float, ...], saw_m: float) -> _Search:
    saw = round(saw_m * STEPS_PER_M)
    pieces = sorted((round(piece * STEPS_PER_M) + saw for piece in pieces_m), reverse=True)
    lengths = sorted({round(length * STEPS_PER_M) + saw for length in lengths_m})
    if pieces and pieces[0] > lengths[-1]:
        raise ValueError("a piece is longer than every length")
    search = _Search(pieces, lengths)
    search.go(0, (), 0)
    return search


Open = tuple[int, tuple[int, ...]]  # a length, and what is in it


class _Search:
    """The branches that were tried, and the best of them."""

    def __init__(self, pieces: list[int], lengths: list[int]) -> None:
        self.pieces, self.lengths = pieces, lengths
        self.after = [count_of(pieces[i:]) for i in range(len(pieces) + 1)]
        self.tried = 0
        fits = [self._first_fit(length) for length in lengths if not pieces or length >= pieces[0]]
        self.best: tuple[Open, ...] = min(fits, key=self._cost, default=())
        self.cost = self._cost(self.best)

    def _cost(self, opened: tuple[Open, ...]) -> tuple[int, int]:
        return count_of(length for length, _ in opened), len(opened)

    def _first_fit(self, length: int) -> tuple[Open, ...]:
        """Each piece into the first length with room; then each length as short as what is in it allows."""
        opened: list[tuple[int, ...]] = []
        for piece in self.pieces:
            into = next((i for i, inside in enumerate(opened) if count_of(inside) + piece <= length), None)
            if into is None:
                opened.append((piece,))
            else:
                opened[into] = (*opened[into], piece)
        return tuple((next(short for short in self.lengths if short >= count_of(inside)), inside) for inside in opened)

    def go(self, i: int, opened: tuple[Open, ...], bought: int) -> None:
        """Put away the pieces from one on.

        Parameters
        ----------
        i : int
            The first piece that is left. [-]
        opened : tuple
            Lengths that were opened, with what is in them. [mm]
        bought : int
            Together. [mm]
        """
        self.tried += 1
        if self.tried > MOST_TRIED:
            return
        room = count_of(length - count_of(inside) for length, inside in opened)
        missing = max(0, self.after[i] - room)
        if (bought + missing, len(opened) + (missing > 0)) >= self.cost:
            return
        if i == len(self.pieces):
            self.best, self.cost = opened, (bought, len(opened))
            return
        piece, seen = self.pieces[i], set[int]()
        for at, (length, inside) in enumerate(opened):
            left = length - count_of(inside)
            if left >= piece and left not in seen:
                seen.add(left)
                self.go(i + 1, (*opened[:at], (length, (*inside, piece)), *opened[at + 1 :]), bought)
        for length in self.lengths:
            if length >= piece:
                self.go(i + 1, (*opened, (length, (piece,))), bought + length)


def into_lengths(pieces_m: Sequence[float], length_m: float, most: int) -> tuple[int, float]:
    """Put pieces into so many lengths at most, the longest first, each where it fits first; say how many are used, and what is left.

    Parameters
    ----------
    pieces_m : sequence of float
        Pieces, shape (n,). [m]
    length_m : float
        What one length holds. [m]
    most : int
        Lengths there are. [-]

    Returns
    -------
    tuple
        Lengths used [-], and the sum of the pieces that found no place [m].

    Examples
    --------
    >>> into_lengths([6, 5, 4, 3], 10, 1), into_lengths([6, 5, 4, 3], 10, 9)
    ((1, 8.0), (2, 0.0))
    """
    room: list[float] = []
    left = 0.0
    for piece in sorted(pieces_m, reverse=True):
        at = next((i for i, free in enumerate(room) if piece <= free + 1e-9), None)
        if at is not None:
            room[at] -= piece
        elif len(room) < most and piece <= length_m + 1e-9:
            room.append(length_m - piece)
        else:
            left += piece
    return len(room), left
