"""How soon a protective device opens: between the fast and the slow edge of the curve of its kind and rating."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from math import exp, inf, log

LEAST_MA, TRIPS_MA = 4.0, 6.0  # a ground-fault device for people: never below the one, always above the other
GROUND_FAULT_S = 0.025  # no such device is asked to be faster
HALF_CYCLE_S = 0.008  # and nothing that moves is faster than about this
PEOPLE_MA = 30.0
RESIDUAL_S = ((5.0, 0.04), (2.0, 0.15), (1.0, 0.3))  # times its rating, and the most it then takes
DELAYED_S = ((5.0, 0.15), (2.0, 0.2), (1.0, 0.5))  # one above 30 mA may be made to wait for those behind it

Edge = tuple[tuple[float, float], ...]


@dataclass(frozen=True, slots=True)
class Curve:
    """Bounds of the time in which a device opens, over multiples of its rating.

    It carries `holds` times its rating for ever. `fast` and `slow` are points of its two edges, multiple and
    seconds; two points of one multiple are a drop of the edge there. `words` says where they come from.
    """

    holds: float
    fast: Edge
    slow: Edge
    words: str

    @property
    def sure(self) -> float:
        """Multiple of the rating from which on it is sure to open. [-]"""
        return self.slow[0][0]


# multiples of the rating and seconds of the fast edge of inverse-time breakers, as makers commonly publish it
_FAST = ((1.35, 60.0), (2.0, 12.0), (3.0, 4.0), (4.0, 2.0), (5.0, 1.0), (5.0, 0.016), (10.0, 0.008), (100.0, 0.004))
# up to so many amperes it must open at 200 % within so many minutes
_AT_TWICE_MIN = ((30.0, 2.0), (50.0, 4.0), (100.0, 6.0), (150.0, 8.0), (225.0, 10.0), (400.0, 12.0), (600.0, 14.0), (800.0, 16.0),
                 (1000.0, 20.0), (1200.0, 24.0), (1600.0, 26.0), (2000.0, 28.0))  # fmt: skip
_HOUR_UP_TO_A, _AT_ONCE = 50.0, 10.0


@lru_cache(maxsize=64)
def inverse_time(rating_a: float) -> Curve:
    """Give the curve of an inverse-time breaker. [-]

    Parameters
    ----------
    rating_a : float
        Its rating. [A]

    Notes
    -----
    The slow edge goes through the standard's calibration limits and on from there as the heat does, with
    the square of the current; past ten times its rating the magnet is taken to be sure. The standard asks
    for no magnet and no number, so the maker's curve goes before this one.

    References
    ----------
    UL 489 and CSA C22.2 No. 5, calibration tests at 135 and 200 %.

    Examples
    --------
    >>> [inverse_time(rating).slow[:2] for rating in (30, 100)]
    [((1.35, 3600.0), (2.0, 120.0)), ((1.35, 7200.0), (2.0, 360.0))]
    """
    most = 3600.0 if rating_a <= _HOUR_UP_TO_A else 7200.0
    twice = 60 * next((minutes for up_to, minutes in _AT_TWICE_MIN if rating_a <= up_to), 30.0)
    last = twice * (2 / _AT_ONCE) ** 2
    slow = ((1.35, most), (2.0, twice), (_AT_ONCE, last), (_AT_ONCE, 0.025), (100.0, 0.016))
    return Curve(1.0, _FAST, slow, "calibration limits of its rating; a usual curve beyond")


@lru_cache(maxsize=256)
def stepped(least: float, most: float, slow_s: float, *, large: bool) -> Curve:
    """Give the curve of a breaker whose magnet works between two multiples of its rating. [-]

    Parameters
    ----------
    least : float
        The magnet does not work below so many times the rating. [-]
    most : float
        And always from so many times on. [-]
    slow_s : float
        The most it takes at `least`, by its heat alone. [s]
    large : bool
        Whether it is rated above 32 A. [-]

    References
    ----------
    BS EN 60898-1, time-current limits: 1.13, 1.45 and 2.55 times, and the bands of types B, C and D.

    Examples
    --------
    >>> curve = stepped(10, 20, 4, large=False)
    >>> opens_within_s(15, curve)[1] > 1, opens_within_s(20, curve)[1]
    (True, 0.1)
    """
    mid = 120.0 if large else 60.0
    fast = ((1.45, 30.0), (2.55, 1.0), (least, 0.1), (least, HALF_CYCLE_S), (100.0, 0.004))
    by_heat = max(slow_s * (least / most) ** 2, 0.1)
    slow = ((1.45, 3600.0), (2.55, mid), (least, slow_s), (most, by_heat), (most, 0.1), (1000.0, 0.1))
    return Curve(1.13, fast, slow, "bands of its type")


def opens_within_s(multiple: float, curve: Curve) -> tuple[float, float]:
    """Give the bounds of the time in which a device opens. [s]

    Parameters
    ----------
    multiple : float
        Current over its rating. [-]
    curve : Curve
        Its curve. [-]

    Returns
    -------
    tuple of float
        At the soonest and at the latest; infinite where it may hold. [s]

    Notes
    -----
    Straight lines between the points on a double logarithmic scale.

    Examples
    --------
    >>> curve = inverse_time(20)
    >>> opens_within_s(1.0, curve), opens_within_s(20, curve)[1] <= 0.025
    ((inf, inf), True)
    """
    if multiple <= curve.holds:
        return inf, inf
    return min(_on(curve.fast, max(multiple, curve.fast[0][0])), _on(curve.slow, multiple)), _on(curve.slow, multiple)


def ground_fault_opens_s(leak_a: float) -> tuple[float, float]:
    """Give the bounds of the time in which a ground-fault device for people opens. [s]

    Parameters
    ----------
    leak_a : float
        Current that does not come back through it. [A]

    References
    ----------
    The usual limit, t = (20 / I)^1.43 with I in milliamperes, of class A devices, down to 25 ms.

    Examples
    --------
    >>> ground_fault_opens_s(0.003), ground_fault_opens_s(100.0)[1]
    ((inf, inf), 0.025)
    """
    milliamperes = 1000 * leak_a
    if milliamperes < LEAST_MA:
        return inf, inf
    slow = max((20 / milliamperes) ** 1.43, GROUND_FAULT_S)
    return HALF_CYCLE_S, slow if milliamperes >= TRIPS_MA else inf


def residual_opens_s(leak_a: float, rated_ma: float) -> tuple[float, float]:
    """Give the bounds of the time in which a residual-current device opens. [s]

    Parameters
    ----------
    leak_a : float
        Current that does not come back through it. [A]
    rated_ma : float
        Its rated residual current. [mA]

    References
    ----------
    BS EN 61008-1: not below half its rating; 0.3 s at it, 0.15 s at twice, 0.04 s at five times. One above
    30 mA may be a delayed one: 0.5, 0.2 and 0.15 s.

    Examples
    --------
    >>> residual_opens_s(0.014, 30)[0], residual_opens_s(0.030, 30)[1], residual_opens_s(0.150, 30)[1]
    (inf, 0.3, 0.04)
    >>> residual_opens_s(0.500, 100)[1]
    0.15
    """
    multiple = 1000 * leak_a / rated_ma
    if multiple < 0.5:  # noqa: PLR2004 - half its rating
        return inf, inf
    limits = RESIDUAL_S if rated_ma <= PEOPLE_MA else DELAYED_S
    return HALF_CYCLE_S, next((seconds for least, seconds in limits if multiple >= least * (1 - 1e-9)), inf)


def _on(edge: Edge, multiple: float) -> float:
    """Time of an edge at a multiple; infinite before its first point, and that of the last one beyond it. [s]"""
    at = max((i for i, point in enumerate(edge) if point[0] <= multiple * (1 + 1e-12)), default=-1)
    if at < 0:
        return inf
    if at == len(edge) - 1:
        return edge[-1][1]
    low, high = edge[at], edge[at + 1]
    if multiple <= low[0]:
        return low[1]
    return exp(log(low[1]) + log(high[1] / low[1]) * log(multiple / low[0]) / log(high[0] / low[0]))
