"""Resistance and impedance of wires from physics, and the drop the code speaks of."""

from __future__ import annotations

from functools import lru_cache

from northspan.core.document.job import (
    Metal,
    Method,
    RunKind,
)
from northspan.core.rulebooks.awg import alternating_ohm_m, reactance_ohm_m, resistance_ohm_m
from northspan.core.rulebooks.ca import distances
from northspan.core.rulebooks.ca.ampacities import size_name
from northspan.core.rulebooks.ca.code_tables import code_table
from northspan.core.rulebooks.ca.wires import area_m2
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.drops import Impedance, LengthUnit, WarmFacts
from northspan.core.working.worked import Step, Worked, ruled, step


def drop_correction(facts: WarmFacts) -> Worked[float]:
    """Give the share of a conductor's resistance that is left at its real temperature: the table's is taken."""
    del facts
    return Worked(1.0)


def drop_distance(wire: Wire, current_a: float, ampacity_a: float) -> Worked[float] | None:
    """Give how far a conductor reaches for one percent of 120 V. [m]"""
    dry_c = code_table("insulation").number(wire.insulation, "dry_c")
    return distances.distance_for_one_percent(wire.size, wire.metal, current_a, current_a / ampacity_a, dry_c)


def drop_is_rule() -> bool:
    """Say whether the drop limit is a rule here, or advice."""
    return True


def drop_counts(kind: RunKind) -> bool:
    """Tell whether the drop of a run counts in its way: all do; a drop the supplier owns too, which is the safe side."""
    del kind
    return True


def drop_limits(run_percent: float, way_percent: float, *, lighting: bool) -> tuple[float, float]:
    """Give the drop wanted at most in a run and over its way. [%]"""
    del lighting
    return run_percent, way_percent


def drop_citation(kind: RunKind) -> str:
    """Cite where the drop is spoken of."""
    return "Rule 8-102(1)" if kind is RunKind.branch else "Rule 8-102"


_STEEL = frozenset({Method.emt, Method.rmc})
length = LengthUnit("m", 1.0, "km")


_PHYSICS = "IEC 60287-1-1, at 75 °C"


QUICK_OHM_MM2_M = {Metal.copper: 0.0214, Metal.aluminum: 0.0352}  # at 75 °C


IN_STEEL = 1.25  # what a steel pipe around the wires adds to their reactance


FREQUENCY_HZ, WARM_C = 60.0, 75.0


@lru_cache(maxsize=1024)
def impedance(size: str, metal: Metal, method: Method, insulation: str = "") -> Worked[Impedance]:
    """Work resistance and reactance of one conductor. [ohm per km]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]
    metal : Metal
        Conductor metal. [-]
    method : Method
        Wiring method; a steel pipe raises the reactance. [-]
    insulation : str
        It changes nothing here. [-]

    References
    ----------
    IEC 60287-1-1; the code prints distances for a drop (Table D3), not impedances.
    """
    del insulation
    r = 1000 * alternating_ohm_m(size, metal, WARM_C, FREQUENCY_HZ)
    group = code_table("wire_dimensions").number(f"xhhw {size}", "diameter_mm")
    x = 1000 * reactance_ohm_m(size, group, FREQUENCY_HZ) * (IN_STEEL if method in _STEEL else 1.0)
    name = size_name(size)
    return Worked(
        Impedance(r, x),
        (
            ruled("R", f"resistance of {metal}, {name}", f"{r:.4g} Ω/km", "resistivity over area, with the skin effect", _PHYSICS, r),
            ruled(
                "X", "reactance", f"{x:.3g} Ω/km", "steel around it" if method in _STEEL else "wires as they lie when pulled", "Grover", x
            ),
        ),
    )


def dc_resistance(size: str, metal: Metal) -> Step:
    """Work the direct-current resistance. [ohm per km]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]
    metal : Metal
        Conductor metal. [-]
    """
    r = 1000 * resistance_ohm_m(size, metal, WARM_C)
    return ruled("R_dc", f"resistance of {metal}, direct current", f"{r:.4g} Ω/km", "resistivity over area", _PHYSICS, r)


def quick_resistance(size: str, metal: Metal) -> Step:
    """Work the resistance by one figure for the metal, over the area. [ohm per km]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]
    metal : Metal
        Conductor metal. [-]
    """
    return step(
        "R_k",
        f"resistance of {size_name(size)} {metal}, quick constant",
        "1000 * K / A",
        "Ω/km",
        "handbook",
        K=QUICK_OHM_MM2_M[metal],
        A=1e6 * area_m2(size),
    )
