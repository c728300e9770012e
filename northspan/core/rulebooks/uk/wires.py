"""Wires: which there are, which are usual, which suit a route."""

from __future__ import annotations

from northspan.core.document.job import (
    Metal,
    Method,
    Place,
    Segment,
)
from northspan.core.rulebooks.uk import cables, conductors
from northspan.core.rulebooks.uk.code_tables import code_table
from northspan.core.working.worked import Worked, ruled

area = conductors.area_mm2


def metals() -> tuple[Metal, ...]:
    """List the conductor metals: copper, as in dwellings."""
    return (Metal.copper,)


def insulations() -> tuple[str, ...]:
    """List the kinds of cable."""
    return tuple(code_table("cables").rows)


def sizes(metal: Metal, insulation: str = "") -> tuple[str, ...]:
    """List conductor sizes, smallest first: those a kind of cable is made in."""
    return cables.size_ladder(insulation) if metal is Metal.copper else ()


def largest_customary() -> str:
    """Give the largest size that is commonly pulled."""
    return "240"


def smallest_customary(metal: Metal) -> str:
    """Give the smallest size commonly stocked."""
    del metal
    return "1"


def default_insulation(metal: Metal, segments: tuple[Segment, ...], *, branch: bool = False) -> str:
    """Choose a usual cable for a route."""
    del metal, branch
    if any(s.place in cables.WET or s.method is Method.direct_burial for s in segments):
        return "armoured 90"
    return "singles" if any(s.method in cables.PIPES for s in segments) else "flat twin"


def single_wires(insulation: str) -> bool:
    """Tell whether a kind is pulled in pipe as single conductors."""
    return cables.cable(insulation)["raceway"] == "yes"


def insulation_fits(insulation: str, segments: tuple[Segment, ...]) -> Worked[str]:
    """Say what is wrong with a cable on a route; an empty answer means nothing is."""
    for segment in segments:
        name = segment.insulation or insulation
        row = cables.cable(name)
        if segment.place in cables.WET and row["wet"] == "no":
            why = f"{name} is for indoors; this run goes outside"
        elif segment.place is Place.buried and row["burial"] == "no":
            why = f"{name} may not lie in the ground; an armoured cable may"
        elif row["raceway"] == "yes" and segment.method not in cables.PIPES:
            why = f"{name} need a conduit"
        else:
            continue
        return Worked(why, (ruled("T", "kind of cable", name, why, "Table 4A2"),))
    return Worked("", (ruled("T", "kind of cable", insulation, "suits every stretch of the run", "Table 4A2"),))


def parallel_least() -> tuple[str, str]:
    """Give the smallest size that is run in parallel, and the regulation."""
    return "50", "433.4"


def parallel_is_rule() -> bool:
    """Tell whether a smaller one in parallel breaks a rule: a habit: equal wires that share the load alike may be of any size."""
    return False


def area_m2(size: str) -> float:
    """Give a conductor's area. [m²]"""
    return conductors.area_mm2(size) * 1e-6  # mm² to m²
