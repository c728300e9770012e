"""A verdict, and how currents, times and readings are written in it."""

from __future__ import annotations

from dataclasses import dataclass
from math import isinf

from northspan.core.topics.bonds.opening import Opening
from northspan.core.topics.bonds.reading import EnclosureVolts
from northspan.core.working.worked import three, whole

NORMAL_A, OBJECTION_A = 0.005, 0.5  # leakage below the one is normal; from the other on it is a second bond or a bad neutral
READ_V = 0.05  # below it an instrument reads nothing
DANGER_V, LIFT_V = 50.0, 1.0  # what skin is taken to stand for long, dry; what a voltmeter finds
SHOWN_A = 0.0005  # half a milliampere: less is not worth a word
SOON_S = 0.5  # a fault that lasts longer is not cleared at once
UNEVEN = 0.1  # of the voltage: a leg further off than this burns what is on it
FINE, NOTE, WRONG, DANGER, STAYS = range(5)


@dataclass(frozen=True, slots=True)
class Verdict:
    """One line, what is behind it, and why. `level` counts from 0, fine, to 4, a danger that stays; `weight` orders within."""

    level: int
    weight: float
    headline: str
    words: str
    why: str
    citation: str
    place: str


def amperes_text(amperes: float) -> str:
    """Write a current with sensible rounding.

    Parameters
    ----------
    amperes : float
        The current. [A]

    Examples
    --------
    >>> [amperes_text(a) for a in (683.6, 9.13, 0.42, 0.0123, 0.00004)]
    ['684 A', '9.1 A', '0.42 A', '12 mA', '0 mA']
    """
    if amperes >= 10:  # noqa: PLR2004 - rounding
        return f"{whole(amperes)} A"
    if amperes >= 1:
        return f"{amperes:.1f} A"
    return f"{amperes:.2f} A" if amperes >= 0.1 else f"{whole(1000 * amperes)} mA"  # noqa: PLR2004 - rounding


def seconds_text(seconds: float) -> str:
    """Write a time with sensible rounding.

    Parameters
    ----------
    seconds : float
        The time. [s]

    Examples
    --------
    >>> [seconds_text(s) for s in (0.0163, 0.31, 7.24, 93)]
    ['0.02 s', '0.31 s', '7.2 s', '93 s']
    """
    return f"{seconds:.2f} s" if seconds < 1 else f"{seconds:.1f} s" if seconds < 10 else f"{whole(seconds)} s"  # noqa: PLR2004 - rounding


def opening_words(opening: Opening) -> str:
    """Say what a device does with the current in it.

    Parameters
    ----------
    opening : Opening
        The device and its current. [A]
    """
    if not opening.sees:
        return "stands behind the fault, and sees nothing of it"
    if isinf(opening.soonest_s):
        return "does not open"
    if isinf(opening.latest_s):
        return f"may open after {seconds_text(opening.soonest_s)}, and may not"
    return f"opens within {seconds_text(opening.latest_s)}"


def clamp_words(amperes: float) -> str:
    """Say what a clamp meter's reading means where no load current should be.

    Parameters
    ----------
    amperes : float
        The reading. [A]
    """
    if amperes <= NORMAL_A:
        return "a few milliamperes: normal"
    return "above what leaks in ordinary wiring: find the source" if amperes < OBJECTION_A else "a second bond, or a bad neutral"


def highest(enclosures: dict[str, EnclosureVolts]) -> EnclosureVolts | None:
    """Give the can that is worst to touch.

    Parameters
    ----------
    enclosures : dict
        Cans by id. [V]
    """
    return max(enclosures.values(), key=lambda enclosure: enclosure.touch_v, default=None)


def volts_text(volts: float) -> str:
    """Write a voltage as an instrument shows it: nothing below a tenth of a volt is read.

    Parameters
    ----------
    volts : float
        The voltage. [V]

    Examples
    --------
    >>> volts_text(1.05e-07), volts_text(0.52), volts_text(83.2)
    ('under 0.1 V', '0.52 V', '83.2 V')
    """
    return "under 0.1 V" if abs(volts) < READ_V else f"{three(volts)} V"
