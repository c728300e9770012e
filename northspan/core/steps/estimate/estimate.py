"""What the owner pays: materials, hours, permit, markup, tax, rounded."""

from __future__ import annotations

from math import ceil

from northspan.core.document.job import Estimate
from northspan.core.working.worked import Step, Worked, given, ruled, step


def estimated(terms: Estimate, materials: float, days_h: float = 0.0) -> Worked[float]:
    """Work an estimate from what materials cost and from what a person says of the work. [money]

    Parameters
    ----------
    terms : Estimate
        Hours, rate, permit, markup, tax, rounding. [h, money, %]
    materials : float
        What the materials cost. [money]
    days_h : float
        Hours of the days of the job, all people together: taken where none are typed. [h]

    Examples
    --------
    >>> terms = Estimate(hours=10, rate_per_hour=60, permit=100, markup_percent=15, tax_percent=10, round_to=10)
    >>> estimated(terms, 1000).value
    2040.0
    """
    hours = terms.hours or days_h
    lines: list[Step] = [
        given("M", "materials", materials, "", "the list"),
        given("h", "hours", hours, "h", "typed" if terms.hours else "the days of the job"),
        given("r", "rate", terms.rate_per_hour, "per h", "your rate"),
    ]
    goods = step("M_m", "materials with markup", "M * (1 + m / 100)", "", "your markup", M=materials, m=terms.markup_percent)
    work = step("W", "work", "h * r", "", "hours by rate", h=hours, r=terms.rate_per_hour)
    before = step("B", "before tax", "M_m + W + p", "", "sum", M_m=goods.value, W=work.value, p=terms.permit)
    total = step("T", "with tax", "B * (1 + x / 100)", "", "your tax", B=before.value, x=terms.tax_percent)
    lines += [goods, work, before, total]
    if not terms.round_to:
        return Worked(total.value, tuple(lines))
    rounded = terms.round_to * ceil(total.value / terms.round_to - 1e-9)
    lines.append(ruled("T_r", "rounded up", f"{rounded:g}", f"to whole {terms.round_to:g}", "your rounding", rounded))
    return Worked(rounded, tuple(lines))
