"""Forces and volumes in the units of a trade."""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Self

from northspan.core.rulebooks.questions.words import Dialect, Terms
from northspan.core.working.worked import three, told_apart, whole

_US = {"N": (4.4482216, "lbf"), "N/m": (14.593903, "lbf/ft"), "m³": (0.76455486, "yd³"), "L": (0.94635295, "qt"), "mL": (16.387064, "in³")}
_PLACES = {"m³": 1, "L": 1, "yd³": 1, "qt": 1, "in³": 1}
FOOT_M, INCH_M = 0.3048, 0.0254
SMALL = 9.95  # below it two figures say more than none behind the point


def metric_amount(value: float, unit: str) -> str:
    """Say an amount in metric units.

    Parameters
    ----------
    value : float
        The amount. [unit]
    unit : str
        N, N/m, m³, L, mL or another one. [-]

    Examples
    --------
    >>> metric_amount(374.4, "N"), metric_amount(1.14, "L")
    ('374 N', '1.1 L')
    """
    if unit in _PLACES:
        return f"{value:.{_PLACES[unit]}f} {unit}"
    return f"{value:.2g} {unit}" if 0 < abs(value) < SMALL else f"{whole(value)} {unit}"


def us_amount(value: float, unit: str) -> str:
    """Say an amount in pounds of force, cubic yards and quarts.

    Parameters
    ----------
    value : float
        The amount, metric. [unit]
    unit : str
        N, N/m, m³, L, mL or another one. [-]

    Examples
    --------
    >>> us_amount(374, "N"), us_amount(1, "m³"), us_amount(90, "°")
    ('84 lbf', '1.3 yd³', '90 °')
    """
    per, name = _US.get(unit, (1.0, unit))
    return metric_amount(value / per, name)


@lru_cache(maxsize=4096)
def filled(text: str, terms: Terms) -> str:
    """Put terms into a text that names them in braces; a capital at the beginning of a name stays one.

    Parameters
    ----------
    text : str
        The text. [-]
    terms : Terms
        The words. [-]

    Examples
    --------
    >>> filled("{Feeder} to the new {panel}", Terms())
    'Feeder to the new panel'
    """

    def said(match: re.Match[str]) -> str:
        term: str = getattr(terms, match[1].lower())
        return f"{term[:1].upper()}{term[1:]}" if match[1][0].isupper() else term

    return re.sub(r"\{(\w+)\}", said, text)


@dataclass(frozen=True, slots=True)
class Amounts:
    """Says lengths and amounts in feet and pounds, or in metres and newtons."""

    feet: bool
    dialect: Dialect

    @property
    def terms(self) -> Terms:
        """The words that shared sentences are made with."""
        return self.dialect.terms

    def fill(self, text: str) -> str:
        """Put the terms into a text that names them in braces.

        Parameters
        ----------
        text : str
            The text, for example "{Feeder} to the new {panel}". [-]
        """
        return filled(text, self.dialect.terms)

    def said_in(self, *, feet: bool) -> Self:
        """Give the same words with lengths in other units.

        Parameters
        ----------
        feet : bool
            In feet and pounds, or in metres and newtons. [-]
        """
        return replace(self, feet=feet)

    def length_text(self, length_m: float) -> str:
        """Write a length. [m]

        Parameters
        ----------
        length_m : float
            The length. [m]
        """
        return f"{three(length_m / FOOT_M)} ft" if self.feet else f"{three(length_m)} m"

    def against_text(self, used: float, limit: float, unit: str) -> str:
        """Say what is used of a limit, both in the units of the job.

        Parameters
        ----------
        used : float
            What is used. [unit]
        limit : float
            The limit. [unit]
        unit : str
            Their unit, metric. [-]
        """
        if unit == "m":
            used, limit, unit = (used / FOOT_M, limit / FOOT_M, "ft") if self.feet else (used, limit, unit)
        elif self.feet and unit in _US:
            per, unit = _US[unit]
            used, limit = used / per, limit / per
        apart = three(used) if three(used) != three(limit) else told_apart(used, limit, 1)
        return f"{apart} of {three(limit)} {unit}".rstrip()

    def depth_text(self, depth_m: float) -> str:
        """Write a depth. [m]

        Parameters
        ----------
        depth_m : float
            The depth. [m]
        """
        return f"{round(depth_m / INCH_M, 1):g} in" if self.feet else f"{whole(1000 * depth_m)} mm"

    def amount_text(self, value: float, unit: str) -> str:
        """Say an amount that is given in metric units.

        Parameters
        ----------
        value : float
            The amount. [unit]
        unit : str
            N, N/m, m³, L, mL or another one. [-]
        """
        return us_amount(value, unit) if self.feet else metric_amount(value, unit)
