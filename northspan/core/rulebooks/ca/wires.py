"""Wires: which there are, which are usual, which suit a route."""

from __future__ import annotations

from northspan.core.document.job import (
    Metal,
    Method,
    Place,
    Segment,
)
from northspan.core.rulebooks import awg, north_american
from northspan.core.rulebooks.ca import ampacities
from northspan.core.rulebooks.ca.code_tables import code_table
from northspan.core.working.worked import Worked, ruled


def metals() -> tuple[Metal, ...]:
    """List the conductor metals."""
    return (Metal.copper, Metal.aluminum)


def insulations() -> tuple[str, ...]:
    """List the insulation types."""
    return tuple(code_table("insulation").rows)


def sizes(metal: Metal, insulation: str = "") -> tuple[str, ...]:
    """List conductor sizes, smallest first."""
    del insulation  # every type comes in all of them
    return ampacities.size_ladder(metal)


def largest_customary() -> str:
    """Give the largest size that is commonly pulled."""
    return "750"


def smallest_customary(metal: Metal) -> str:
    """Give the smallest size of a metal commonly stocked for feeders."""
    return "8" if metal is Metal.aluminum else "14"


def default_insulation(metal: Metal, segments: tuple[Segment, ...], *, branch: bool = False) -> str:
    """Choose a usual insulation for a metal and route."""
    methods = {segment.method for segment in segments}
    if branch and metal is Metal.copper and methods <= {Method.direct_burial, Method.cable} and Method.direct_burial in methods:
        return "NMWU"  # what a shed is fed by
    if Method.overhead in methods:
        return "NS90"
    if Method.direct_burial in methods:
        return "USEI90" if metal is Metal.aluminum else "TECK90"
    if methods == {Method.cable}:
        return "NMD90" if all(s.place in {Place.indoors, Place.attic} for s in segments) else "TECK90"
    return "RW90"


def single_wires(insulation: str) -> bool:
    """Tell whether a kind is pulled in pipe as single conductors."""
    return code_table("insulation").text(insulation, "raceway") == "yes"


def insulation_fits(insulation: str, segments: tuple[Segment, ...]) -> Worked[str]:
    """Say what is wrong with an insulation on a route; an empty answer means nothing is."""
    for segment in segments:
        name = segment.insulation or insulation
        row = code_table("insulation").rows[name]
        if segment.place in north_american.WET and not row["wet_c"]:
            why = f"{name} is for dry places; this run has a wet one"
        elif segment.method is Method.direct_burial and row["burial"] == "no":
            why = f"{name} may not lie in the ground without a pipe"
        elif segment.method in ampacities.RACEWAYS and row["raceway"] == "no":
            why = f"{name} is not for pulling into pipe as single conductors"
        elif segment.method is Method.cable and row["raceway"] == "yes" and segment.laid not in ampacities.FREE_AIR:
            why = f"{name} is a single conductor; it needs a pipe"
        else:
            continue
        return Worked(why, (ruled("T", "insulation", name, why, "Table 19"),))
    return Worked("", (ruled("T", "insulation", insulation, "suits every stretch of the run", "Table 19"),))


def parallel_least() -> tuple[str, str]:
    """Give the smallest size that may run in parallel, and the rule."""
    return "1/0", "Rule 12-108"


def area(size: str) -> float:
    """Give a conductor's area. [cmil]"""
    return awg.area_cmil(size)


def parallel_is_rule() -> bool:
    """Tell whether a smaller one in parallel breaks a rule: a rule."""
    return True


def area_m2(size: str) -> float:
    """Give a conductor's area. [m²]"""
    return awg.area_cmil(size) * awg.CMIL_M2
