"""Resistance and impedance of wires, and the drop the code speaks of."""

from __future__ import annotations

from northspan.core.document.job import (
    Metal,
    Method,
    RunKind,
)
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.drops import Impedance, LengthUnit
from northspan.core.rulebooks.uk import cables, conductors
from northspan.core.working.errors import OutsideTable
from northspan.core.working.worked import Step, Worked

drop_correction = cables.drop_correction


def dc_resistance(size: str, metal: Metal) -> Step:
    """Give direct-current resistance. [ohm per km]"""
    del metal
    return conductors.plain_resistance(size)


def quick_resistance(size: str, metal: Metal) -> Step:
    """Work the resistance of the quick constant. [ohm per km]"""
    del metal
    return conductors.quick_resistance(size)


def impedance(size: str, metal: Metal, method: Method, insulation: str = "") -> Worked[Impedance]:
    """Give resistance and reactance of one conductor. [ohm per km]"""
    if metal is not Metal.copper:
        raise OutsideTable("Appendix 4", f"{metal} conductors", "copper is what this rulebook has")
    return conductors.impedance(size, method, insulation)


def drop_distance(wire: Wire, current_a: float, ampacity_a: float) -> Worked[float] | None:
    """Give how far a conductor reaches for one percent of 120 V: this code prints no distances. [m]"""
    del wire, current_a, ampacity_a
    return None


def drop_is_rule() -> bool:
    """Say whether the drop limit is a rule here, or advice."""
    return True


def drop_counts(kind: RunKind) -> bool:
    """Tell whether the drop of a run counts: from the origin on, so the supplier's cable does not."""
    return kind is not RunKind.service


def drop_limits(run_percent: float, way_percent: float, *, lighting: bool) -> tuple[float, float]:
    """Give the drop wanted at most over the whole way from the origin: 3 % for lighting, 5 % for the rest, or less as typed. [%]"""
    del run_percent
    most = 3.0 if lighting else 5.0
    return min(way_percent, most), min(way_percent, most)


def drop_citation(kind: RunKind) -> str:
    """Cite where the drop is spoken of."""
    del kind
    return "525, Table 4Ab"


length = LengthUnit("m", 1.0, "km")
