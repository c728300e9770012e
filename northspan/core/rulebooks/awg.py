"""Wires by American gauge: area, resistance and reactance from physics, for codes whose own tables do not print them."""

from __future__ import annotations

from functools import lru_cache
from math import log, pi, sqrt

from northspan.core.document.job import Metal

CMIL_M2 = 5.067075e-10
LEAST_KCMIL = 250
RESISTIVITY_20 = {Metal.copper: 1.7241e-8, Metal.aluminum: 2.8264e-8}  # ohm metre, the international standards
COEFFICIENT = {Metal.copper: 0.00393, Metal.aluminum: 0.00403}  # per °C, from 20 °C
STRANDING = 1.02  # lay of the strands


@lru_cache(maxsize=256)
def area_cmil(size: str) -> float:
    """Give the area of a size: each gauge is 92 to the power of 2/39 larger than the next. [cmil]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]

    References
    ----------
    ASTM B258, which defines the gauge.

    Examples
    --------
    >>> round(area_cmil("4/0")), round(area_cmil("10")), area_cmil("250")
    (211600, 10383, 250000.0)
    """
    if size.isdigit() and int(size) >= LEAST_KCMIL:
        return 1000.0 * int(size)
    gauge = 1 - int(size.split("/", maxsplit=1)[0]) if size.endswith("/0") else int(size)
    diameter_mil = 5.0 * float(92 ** ((36 - gauge) / 39))
    return diameter_mil * diameter_mil


def resistance_ohm_m(size: str, metal: Metal, celsius: float) -> float:
    """Work the direct-current resistance of a stranded conductor. [ohm per metre]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]
    metal : Metal
        Its metal. [-]
    celsius : float
        Its temperature. [°C]

    References
    ----------
    Resistivities and coefficients of the IEC standards for annealed copper (60028) and aluminum (60889).

    Examples
    --------
    >>> round(1000 * resistance_ohm_m("1/0", Metal.aluminum, 75), 3)
    0.659
    """
    warm = RESISTIVITY_20[metal] * (1 + COEFFICIENT[metal] * (celsius - 20)) * STRANDING
    return warm / (area_cmil(size) * CMIL_M2)


def alternating_ohm_m(size: str, metal: Metal, celsius: float, frequency_hz: float) -> float:
    """Work the resistance with the skin effect. [ohm per metre]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]
    metal : Metal
        Its metal. [-]
    celsius : float
        Its temperature. [°C]
    frequency_hz : float
        Frequency. [Hz]

    References
    ----------
    IEC 60287-1-1, 2.1.2.

    Examples
    --------
    >>> direct = resistance_ohm_m("500", Metal.copper, 75)
    >>> round(alternating_ohm_m("500", Metal.copper, 75, 60) / direct, 3)
    1.016
    """
    direct = resistance_ohm_m(size, metal, celsius)
    x4 = (8 * pi * frequency_hz * 1e-7 / direct) ** 2
    return direct * (1 + x4 / (192 + 0.8 * x4))


def reactance_ohm_m(size: str, insulated_mm: float, frequency_hz: float) -> float:
    """Work the reactance of a wire among others in a pipe, as they come to lie when pulled. [ohm per metre]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]
    insulated_mm : float
        Diameter over its insulation. [mm]
    frequency_hz : float
        Frequency. [Hz]

    Notes
    -----
    Pulled wires lie about 2.1 of their diameters apart; the radius that counts for a round conductor
    of several strands is about 0.75 of its own, and strands take 1.15 times the area.

    References
    ----------
    Grover, Inductance Calculations, chapter 3.

    Examples
    --------
    >>> round(1000 * reactance_ohm_m("1/0", 12.2, 60), 3)
    0.154
    """
    radius_mm = 1000 * sqrt(1.15 * area_cmil(size) * CMIL_M2 / pi)
    return 2 * pi * frequency_hz * 2e-7 * log(2.1 * insulated_mm / (0.75 * radius_mm))
