"""How soon a protective device opens: between its fast and its slow edge."""

from __future__ import annotations

from itertools import pairwise
from math import exp, inf, log

# multiples of the rating, then seconds at the fast and at the slow edge: what makers of small
# inverse-time breakers commonly publish; the maker's own curve goes before it
CURVE = (
    (1.35, 60.0, 3600.0),
    (2.0, 12.0, 120.0),
    (3.0, 4.0, 45.0),
    (4.0, 2.0, 25.0),
    (5.0, 0.016, 15.0),
    (10.0, 0.008, 0.025),
    (100.0, 0.004, 0.016),
)
HOLDS = 1.05  # it carries so much for ever
LEAST_MA, TRIPS_MA = 4.0, 6.0  # a ground-fault device for people: never below the one, always above the other


def opens_within_s(multiple: float) -> tuple[float, float]:
    """Give the bounds of the time in which a breaker opens. [s]

    Parameters
    ----------
    multiple : float
        Current over its rating. [-]

    Returns
    -------
    tuple of float
        At the soonest and at the latest; infinite where it may hold. [s]

    Notes
    -----
    Straight lines between the points on a double logarithmic scale. Between 105 and 135 % it may open
    after a minute, and may hold for ever.

    Examples
    --------
    >>> opens_within_s(1.0), opens_within_s(20)[1] < 0.025
    ((inf, inf), True)
    """
    if multiple <= HOLDS:
        return inf, inf
    if multiple < CURVE[0][0]:
        return CURVE[0][1], inf
    if multiple >= CURVE[-1][0]:
        return CURVE[-1][1], CURVE[-1][2]
    for low, high in pairwise(CURVE):
        if low[0] <= multiple <= high[0]:
            share = log(multiple / low[0]) / log(high[0] / low[0])
            fast, slow = (exp(log(low[i]) + share * log(high[i] / low[i])) for i in (1, 2))
            return fast, slow
    raise AssertionError("the curve has no gaps")


def ground_fault_opens_s(leak_a: float) -> tuple[float, float]:
    """Give the bounds of the time in which a ground-fault device for people opens. [s]

    Parameters
    ----------
    leak_a : float
        Current that does not come back through it. [A]

    References
    ----------
    The usual limit, t = (20 / I)^1.43 with I in milliamperes, of class A devices.

    Examples
    --------
    >>> ground_fault_opens_s(0.003), round(ground_fault_opens_s(0.264)[1], 3)
    ((inf, inf), 0.025)
    """
    milliamperes = 1000 * leak_a
    if milliamperes < LEAST_MA:
        return inf, inf
    slow = (20 / milliamperes) ** 1.43
    return 0.0, slow if milliamperes >= TRIPS_MA else inf


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
    IEC 61008-1, general type: not below half its rating; 0.3 s at it, 0.15 s at twice, 0.04 s at five times.

    Examples
    --------
    >>> residual_opens_s(0.014, 30)[0], residual_opens_s(0.030, 30)[1], residual_opens_s(0.150, 30)[1]
    (inf, 0.3, 0.04)
    """
    multiple = 1000 * leak_a / rated_ma
    if multiple < 0.5:  # noqa: PLR2004 - half its rating
        return inf, inf
    latest = next((seconds for least, seconds in ((5, 0.04), (2, 0.15), (1, 0.3)) if multiple >= least * (1 - 1e-9)), inf)
    return 0.0, latest
