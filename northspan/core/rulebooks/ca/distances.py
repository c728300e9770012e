"""Voltage drop by distances: how far two wires reach for one percent of 120 V, as the code's table counts it."""

from __future__ import annotations

from northspan.core.document.job import Metal
from northspan.core.rulebooks.awg import resistance_ohm_m
from northspan.core.working.worked import Worked, given, step

TABLE_C = 60.0  # the temperature that the printed distances rest on
AROUND_C = 30.0
ZERO_C = {Metal.copper: 234.5, Metal.aluminum: 228.1}  # below zero: where the resistance would vanish


def distance_for_one_percent(size: str, metal: Metal, current_a: float, share: float, insulation_c: float) -> Worked[float]:
    """Work how far two wires reach for a drop of one percent on 120 V. [m]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]
    metal : Metal
        Conductor metal. [-]
    current_a : float
        Current. [A]
    share : float
        Part of the ampacity that the current takes: how warm the wires get. [-]
    insulation_c : float
        What the insulation stands. [°C]

    Returns
    -------
    Worked of float
        Distance. At 240 V it doubles; for three percent it triples.

    References
    ----------
    CE Code 2021, Table D3 and its correction by the share of the ampacity. Worked from the resistance at 60 °C that the
    printed distances rest on, and from heat that goes by the square of the current, in place of the printed steps.

    Examples
    --------
    >>> round(distance_for_one_percent("12", Metal.copper, 20, 1.0, 60).value, 1)
    4.9
    """
    cold = 1000 * resistance_ohm_m(size, metal, TABLE_C)
    resistance = given("R_60", "resistance at 60 °C", cold, "Ω/km", "IEC 60287-1-1")
    plain = step("D_1", "reach for 1 % of 120 V", "0.01 * 120 * 1000 / (2 * I * R_60)", "m", "Table D3", I=current_a, R_60=cold)
    warm = step(
        "T", "how warm the wires get", "T_a + (T_i - T_a) * q**2", "°C", "Table D3", T_a=AROUND_C, T_i=insulation_c, q=min(1.0, share)
    )
    factor = step("f", "correction for that", "(T_0 + 60) / (T_0 + T)", "", "Table D3", T_0=ZERO_C[metal], T=warm.value)
    found = step("D", "reach, corrected", "f * D_1", "m", "Table D3", f=factor.value, D_1=plain.value)
    return Worked(found.value, (resistance, plain, warm, factor, found))
