"""Resistance and impedance of wires, and the drop the code speaks of."""

from __future__ import annotations

from functools import lru_cache

from northspan.core.document.job import (
    Metal,
    Method,
    RunKind,
)
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.drops import Impedance, LengthUnit, WarmFacts
from northspan.core.rulebooks.us.code_tables import code_table
from northspan.core.working.worked import Step, Worked, looked_up, step


def drop_correction(facts: WarmFacts) -> Worked[float]:
    """Give the share of a conductor's resistance that is left at its real temperature: the table's is taken."""
    del facts
    return Worked(1.0)


def drop_distance(wire: Wire, current_a: float, ampacity_a: float) -> Worked[float] | None:
    """Give how far a conductor reaches for one percent of 120 V: this code prints no distances. [m]"""
    del wire, current_a, ampacity_a
    return None


def drop_is_rule() -> bool:
    """Say whether the drop limit is a rule here, or advice."""
    return False


def drop_counts(kind: RunKind) -> bool:
    """Tell whether the drop of a run counts in its way: all do."""
    del kind
    return True


def drop_limits(run_percent: float, way_percent: float, *, lighting: bool) -> tuple[float, float]:
    """Give the drop wanted at most in a run and over its way. [%]"""
    del lighting
    return run_percent, way_percent


def drop_citation(kind: RunKind) -> str:
    """Cite where the drop is spoken of."""
    return "210.19(A) note" if kind is RunKind.branch else "215.2(A)(1) note"


_STEEL = frozenset({Method.emt, Method.rmc})
length = LengthUnit("ft", 0.3048, "kft")


QUICK_OHM_CMIL_PER_FT = {Metal.copper: 12.9, Metal.aluminum: 21.2}  # at 75 °C, resistance × area in Table 8


@lru_cache(maxsize=8192)
def impedance(size: str, metal: Metal, method: Method, insulation: str = "") -> Worked[Impedance]:
    """Look up resistance and reactance of one conductor. [ohm per 1000 ft]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]
    metal : Metal
        Conductor metal. [-]
    method : Method
        Wiring method; steel pipe raises the reactance, anything else reads the PVC column. [-]

    Notes
    -----
    A size that the table leaves out reads the next smaller one, which is the safe side: its
    resistance is higher.

    References
    ----------
    NEC 2023, Chapter 9 Table 9.

    Examples
    --------
    >>> z = impedance("1/0", Metal.aluminum, Method.pvc40).value
    >>> z.resistance_ohm, z.reactance_ohm
    (0.2, 0.044)
    """
    del insulation  # it changes nothing in the table
    rows = code_table("impedance")
    column = "steel" if method in _STEEL else "pvc"
    area = code_table("conductors").number(size, "area_cmil")
    listed = [key for key in rows.keys_with(f"r_{metal}_{column}") if code_table("conductors").number(key, "area_cmil") <= area]
    row = listed[-1] if listed else size
    words = "" if row == size else f", {size} is not listed, {row} is the safe side"
    resistance = looked_up(
        "R",
        f"resistance of {metal}{words}",
        rows.number(row, f"r_{metal}_{column}"),
        "Ω/kft",
        rows.citation,
        row=row,
        column=f"{metal} in {column}",
    )
    reactance = looked_up("X", "reactance", rows.number(row, f"x_{column}"), "Ω/kft", rows.citation, row=row, column=column)
    return Worked(Impedance(resistance.value, reactance.value), (resistance, reactance))


def dc_resistance(size: str, metal: Metal) -> Step:
    """Look up the direct-current resistance at 75 °C. [ohm per 1000 ft]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]
    metal : Metal
        Conductor metal. [-]

    References
    ----------
    NEC 2023, Chapter 9 Table 8.
    """
    rows = code_table("conductors")
    return looked_up(
        "R_dc",
        f"resistance of {metal}, direct current",
        rows.number(size, f"{metal}_ohm_per_kft"),
        "Ω/kft",
        rows.citation,
        row=size,
        column=metal,
    )


def quick_resistance(size: str, metal: Metal) -> Step:
    """Work the resistance by the quick constant: one figure for the metal, over the area. [ohm per 1000 ft]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]
    metal : Metal
        Conductor metal. [-]

    References
    ----------
    NEC 2023, Chapter 9 Table 8, whose resistance times area is 12.9 (copper) or 21.2 (aluminum).

    Examples
    --------
    >>> round(quick_resistance("1/0", Metal.copper).value, 4)
    0.1222
    """
    area = code_table("conductors").number(size, "area_cmil")
    return step(
        "R_k",
        f"resistance of {metal}, quick constant",
        "1000 * K / A",
        "Ω/kft",
        "Chapter 9 Table 8",
        K=QUICK_OHM_CMIL_PER_FT[metal],
        A=area,
    )
