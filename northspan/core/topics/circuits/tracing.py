"""Which circuit feeds what: rounds of switching that name the circuit of every outlet at once, and forgive a wrong reading."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import count, islice

from northspan.core.working.sums import count_of

CORRECTS = 3  # codewords that differ in so many rounds are told apart though one reading is wrong


@dataclass(frozen=True, slots=True)
class Traced:
    """What the readings of an outlet say: its circuit, if they name one; whether a reading must be wrong; which others it may be."""

    circuit: str | None
    doubtful: bool
    maybe: tuple[str, ...]


def rounds_for(groups: Sequence[Sequence[str]], *, forgiving: bool) -> tuple[tuple[str, ...], ...]:
    """Make rounds of switching: for each, which circuits are off.

    Parameters
    ----------
    groups : sequence of sequence of str
        Circuits that are switched together: both halves of a multiwire circuit, else one each. Those that stay on are left out. [-]
    forgiving : bool
        Whether one wrong reading at an outlet shall be found and put right. [-]

    Notes
    -----
    Each group has a word of ones and zeros, off or on in each round, no two alike and none all zeros: an outlet that is never
    off is on a circuit that stays on. Without forgiveness the words are the numbers 1, 2, 3 ... in binary. With it they are
    chosen greedily so that any two, and each and nothing, differ in three rounds (a lexicode, as good as Hamming's here).

    References
    ----------
    Hamming, Error detecting and error correcting codes, 1950; Conway and Sloane, Lexicographic codes, 1986.

    Examples
    --------
    >>> rounds_for([["a"], ["b"], ["c"]], forgiving=False)
    (('a', 'c'), ('b', 'c'))
    """
    words = _words(len(groups), forgiving=forgiving)
    length = max((word.bit_length() for word in words), default=0)
    return tuple(tuple(key for group, word in zip(groups, words, strict=True) if word >> bit & 1 for key in group) for bit in range(length))


@lru_cache(maxsize=256)
def _words(wanted: int, *, forgiving: bool) -> tuple[int, ...]:
    if not forgiving:
        return tuple(islice(count(1), wanted))
    found: list[int] = [0]
    for word in count(1):
        if len(found) > wanted:
            break
        if all((word ^ other).bit_count() >= CORRECTS for other in found):
            found.append(word)
    return tuple(found[1:])


def traced(
    groups: Sequence[Sequence[str]], rounds: Sequence[Sequence[str]], readings: Mapping[str, Sequence[bool | None]]
) -> dict[str, Traced]:
    """Name the circuit of each outlet from whether it was off in each round.

    Parameters
    ----------
    groups : sequence of sequence of str
        Circuits that are switched together. [-]
    rounds : sequence of sequence of str
        Circuits that are off in each round. [-]
    readings : mapping
        By outlet: for each round whether it was off; None where it was not looked at. [-]

    Examples
    --------
    >>> groups = [["a"], ["b"]]
    >>> traced(groups, rounds_for(groups, forgiving=False), {"sink": [False, True]})["sink"].circuit
    'b'
    """
    words = {group[0]: tuple(group[0] in off for off in rounds) for group in groups} | {"": tuple(False for _ in rounds)}
    return {outlet: _one(words, tuple(seen)) for outlet, seen in readings.items()}


def _one(words: Mapping[str, tuple[bool, ...]], seen: tuple[bool | None, ...]) -> Traced:
    wrong = {
        key: count_of(is_off is not None and is_off != was_off for is_off, was_off in zip(seen, word, strict=False))
        for key, word in words.items()
    }
    least = min(wrong.values())
    nearest = tuple(key for key, misses in wrong.items() if misses == least)
    return Traced(nearest[0] if len(nearest) == 1 and least <= 1 else None, least > 0, nearest if len(nearest) > 1 or least > 1 else ())
