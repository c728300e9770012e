"""Closed forms of the literature for one electrode in even soil: to check by, and to explain with."""

from __future__ import annotations

from math import log, pi, sqrt

from northspan.core.working.worked import Step, step

FIELD_RULE = {1: 1.0, 2: 0.60, 3: 0.40, 4: 0.33}  # what people say that two, three and four rods come to


def rod_ohm(resistivity_ohm_m: float, length_m: float, diameter_m: float) -> Step:
    """Work the resistance of one rod driven from the surface. [ohm]

    Parameters
    ----------
    resistivity_ohm_m : float
        Of the soil. [ohm metre]
    length_m : float
        In contact with soil. [m]
    diameter_m : float
        Diameter. [m]

    References
    ----------
    Dwight, Calculation of resistances to ground, AIEE Transactions, 1936; Sunde, chapter 3.

    Examples
    --------
    >>> round(rod_ohm(100, 2.44, 0.0159).value, 1)
    39.9
    """
    formula = "p / (2 * pi * L) * (log(8 * L / d) - 1)"
    return step("R", "one rod", formula, "Ω", "Dwight 1936", p=resistivity_ohm_m, pi=pi, L=length_m, d=diameter_m)


def buried_wire_ohm(resistivity_ohm_m: float, length_m: float, depth_m: float, diameter_m: float) -> float:
    """Work the resistance of a straight wire in the ground. [ohm]

    Parameters
    ----------
    resistivity_ohm_m : float
        Of the soil. [ohm metre]
    length_m : float
        Length. [m]
    depth_m : float
        Depth. [m]
    diameter_m : float
        Diameter. [m]

    References
    ----------
    Dwight 1936, buried horizontal wire.

    Examples
    --------
    >>> round(buried_wire_ohm(100, 30, 0.75, 0.0082), 2)
    6.01
    """
    half, s, a = length_m / 2, 2 * depth_m, diameter_m / 2
    series = log(4 * half / a) + log(4 * half / s) - 2 + s / (2 * half) - s**2 / (16 * half**2)
    return resistivity_ohm_m / (4 * pi * half) * series


def ring_ohm(resistivity_ohm_m: float, length_m: float, depth_m: float, diameter_m: float) -> float:
    """Work the resistance of a ring of wire. [ohm]

    Parameters
    ----------
    resistivity_ohm_m : float
        Of the soil. [ohm metre]
    length_m : float
        Length around. [m]
    depth_m : float
        Depth. [m]
    diameter_m : float
        Diameter of the wire. [m]

    References
    ----------
    Dwight 1936, ring of wire.

    Examples
    --------
    >>> round(ring_ohm(100, 30, 0.75, 0.0082), 2)
    6.57
    """
    across = length_m / pi
    return resistivity_ohm_m / (2 * pi**2 * across) * (log(8 * across / diameter_m) + log(4 * across / (2 * depth_m)))


def plate_ohm(resistivity_ohm_m: float, area_m2: float, depth_m: float) -> float:
    """Work the resistance of a buried plate, taken as round. [ohm]

    Parameters
    ----------
    resistivity_ohm_m : float
        Of the soil. [ohm metre]
    area_m2 : float
        Area of one side. [m²]
    depth_m : float
        Depth of its middle. [m]

    References
    ----------
    Dwight 1936, buried vertical round plate.

    Examples
    --------
    >>> round(plate_ohm(100, 0.54, 1.0), 1)
    34.2
    """
    a, s = sqrt(area_m2 / pi), 2 * depth_m
    return resistivity_ohm_m / (8 * a) + resistivity_ohm_m / (4 * pi * s) * (1 + 7 / 24 * a**2 / s**2)
