"""Conductors: area, resistance, the protective conductor inside a cable, drop by the tables of mV per A and m."""

from __future__ import annotations

from functools import lru_cache
from math import pi

from northspan.core.document.job import Method
from northspan.core.rulebooks.questions.drops import Impedance
from northspan.core.rulebooks.uk.cables import cable
from northspan.core.rulebooks.uk.code_tables import code_table
from northspan.core.working.worked import Step, Worked, given, looked_up, step

ARMOUR = "armour"
WITH_CORE = frozenset({"multicore", "armoured 3c", "armoured 4c"})  # cables with a core for the protective conductor
STEEL_OHM_MM2_M = 0.155  # at 20 °C, galvanized wires with their lay
STEEL_WARM = {"70": 1.18, "90": 1.27}  # its rise to 60 and 80 °C, ten below the cores; 0.45 % for each degree
COOL = 1.04  # a protective conductor outside the cable starts at 30 °C
WARM = {"70": 1.20, "90": 1.28}  # resistance at the operating temperature over that at 20 °C, Appendix 9 and its guides
APART = "apart"
QUICK_OHM_MM2_M = 0.0214  # copper at 70 °C or so


def is_armour(size: str) -> bool:
    """Tell whether a protective conductor is the armour of its cable.

    Parameters
    ----------
    size : str
        Size as the plan writes it. [-]
    """
    return size.startswith(ARMOUR)


def area_mm2(size: str) -> float:
    """Give the area of a conductor; of an armour that of its steel. [mm²]

    Parameters
    ----------
    size : str
        Size in mm², or "armour" with the size of its cable. [-]

    Examples
    --------
    >>> area_mm2("2.5"), area_mm2("armour 16")
    (2.5, 42.0)
    """
    return code_table("armour").number(size.split()[1], "c90") if is_armour(size) else float(size)


def size_name(size: str) -> str:
    """Name a size as the trade says it.

    Parameters
    ----------
    size : str
        Size. [-]

    Examples
    --------
    >>> size_name("2.5"), size_name("armour 16")
    ('2.5 mm²', 'armour of the 16 mm² cable')
    """
    return f"armour of the {size.split()[1]} mm² cable" if is_armour(size) else f"{size} mm²"


@lru_cache(maxsize=1024)
def resistance_ohm_km(size: str, warm: str) -> Worked[float]:
    """Give the resistance of a conductor or an armour at its operating temperature. [ohm per km]

    Parameters
    ----------
    size : str
        Size, or "armour" with the size of its cable. [-]
    warm : str
        Operating temperature of the cable: "70" or "90"; `APART` for a conductor outside it. [°C]

    References
    ----------
    BS EN 60228 at 20 °C; rise as in the guides to BS 7671, 1.20 for 70 °C, 1.28 for 90 °C.

    Examples
    --------
    >>> round(resistance_ohm_km("2.5", "70").value, 2)
    8.89
    """
    if is_armour(size):
        area = looked_up("A_s", "area of the armour", area_mm2(size), "mm²", "armour of two-core cables", row=size)
        found = step("R_s", "resistance of the armour, warm", "1000 * k * r / A_s", "Ω/km", "steel",
                     k=STEEL_WARM[warm], r=STEEL_OHM_MM2_M, A_s=area.value)  # fmt: skip
        return Worked(found.value, (area, found))
    cold = code_table("conductors").number(size, "ohm_km")
    words = f"resistance of {size} mm², {'outside the cable' if warm == APART else 'warm'}"
    found = step("R_w", words, "k * R_20", "Ω/km", "BS EN 60228", k=COOL if warm == APART else WARM[warm], R_20=cold)
    return Worked(found.value, (found,))


@lru_cache(maxsize=1024)
def impedance(size: str, method: Method, insulation: str) -> Worked[Impedance]:
    """Give resistance and reactance of one conductor: half of what the table prints out and back. [ohm per km]

    Parameters
    ----------
    size : str
        Size, or an armour. [-]
    method : Method
        Wiring method, where the kind of cable is not said. [-]
    insulation : str
        Kind of cable, or empty. [-]

    References
    ----------
    BS 7671:2018, Appendix 4, Tables 4D1B, 4D2B, 4E4B.

    Examples
    --------
    >>> impedance("2.5", Method.cable, "flat twin").value.resistance_ohm
    9.0
    """
    if is_armour(size):
        steel = resistance_ohm_km(size, "90")
        return Worked(Impedance(steel.value, 0.0), steel.steps)
    name = cable(insulation)["drop"] if insulation else _usual_table(method)
    rows = code_table(name)
    if size not in rows.rows:  # a size that this kind of cable is not made in: the resistance of its copper
        copper = resistance_ohm_km(size, "70")
        return Worked(Impedance(copper.value, 0.0), copper.steps)
    r, x = rows.number(size, "r"), rows.number(size, "x")
    shown = looked_up("mV", "drop for each ampere and metre, resistive part", r, "mV", rows.citation, row=f"{size} mm²", column="r")
    reactive = looked_up("mV_x", "reactive part", x, "mV", rows.citation, row=f"{size} mm²", column="x")
    half = step("R", "of one conductor, half of it", "mV / 2", "Ω/km", "out and back", mV=r)
    half_x = step("X", "reactance of one conductor", "mV_x / 2", "Ω/km", "out and back", mV_x=x)
    return Worked(Impedance(half.value, half_x.value), (shown, *((reactive,) if x else ()), half, *((half_x,) if x else ())))


def reactance_ohm_km(size: str, insulation: str) -> float:
    """Give the reactance of a cable's conductors, out and back. [ohm per km]

    Parameters
    ----------
    size : str
        Size. [-]
    insulation : str
        Kind of cable. [-]
    """
    rows = code_table(cable(insulation)["drop"])
    return rows.number(size, "x") if size in rows.rows else 0.0


def quick_resistance(size: str) -> Step:
    """Work the resistance by one figure for copper over the area. [ohm per km]

    Parameters
    ----------
    size : str
        Size. [-]
    """
    return step("R_k", f"resistance of {size_name(size)}, quick constant", "1000 * K / A", "Ω/km", "handbook",
                K=QUICK_OHM_MM2_M, A=area_mm2(size))  # fmt: skip


def plain_resistance(size: str) -> Step:
    """Give the resistance of a conductor at 70 °C. [ohm per km]

    Parameters
    ----------
    size : str
        Size. [-]
    """
    worked = resistance_ohm_km(size, "70")
    return given("R_dc", f"resistance of {size_name(size)} at 70 °C", worked.value, "Ω/km", worked.rule.citation)


def inside(size: str, insulation: str) -> str:
    """Give the protective conductor a kind of cable has in it; empty where it has none of its own.

    Parameters
    ----------
    size : str
        Size of its line conductor. [-]
    insulation : str
        Kind of cable. [-]

    Examples
    --------
    >>> inside("2.5", "flat twin"), inside("16", "armoured 90"), inside("16", "armoured 3c"), inside("4", "singles")
    ('1.5', 'armour 16', '16', '')
    """
    if insulation == "flat twin":
        return f"{code_table('flat_twin').number(size, 'cpc'):g}"
    if insulation in WITH_CORE:
        return size
    return f"{ARMOUR} {size}" if insulation.startswith("armoured") else ""


def single_area_mm2(size: str) -> float:
    """Give the area over the insulation of a single core. [mm²]

    Parameters
    ----------
    size : str
        Size. [-]
    """
    return pi / 4 * code_table("conductors").number(size, "overall_mm") ** 2


def _usual_table(method: Method) -> str:
    return {Method.pvc40: "singles_drop", Method.rmc: "singles_drop", Method.direct_burial: "armoured_90_drop"}.get(
        method, "multicore_drop"
    )
