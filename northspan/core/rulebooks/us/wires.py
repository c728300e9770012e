"""Wires: which there are, which are usual, which suit a route."""

from __future__ import annotations

from functools import lru_cache

from northspan.core.document.job import (
    Metal,
    Method,
    Place,
    Segment,
)
from northspan.core.rulebooks import north_american
from northspan.core.rulebooks.us import ampacities
from northspan.core.rulebooks.us.ampacities import LEAST_KCMIL
from northspan.core.rulebooks.us.code_tables import code_table
from northspan.core.working.worked import Worked, ruled

# cables: the sizes in which they are made, by metal
_MADE: dict[str, dict[Metal, tuple[str, str]]] = {
    "NM-B": {Metal.copper: ("14", "2")},
    "UF-B": {Metal.copper: ("14", "6")},
    "SER": {Metal.copper: ("8", "4/0"), Metal.aluminum: ("8", "4/0")},
}


def metals() -> tuple[Metal, ...]:
    """List the conductor metals."""
    return (Metal.copper, Metal.aluminum)


def insulations() -> tuple[str, ...]:
    """List the insulation types."""
    return tuple(code_table("insulation").rows)


def sizes(metal: Metal, insulation: str = "") -> tuple[str, ...]:
    """List conductor sizes, smallest first."""
    ladder = ampacities.size_ladder(metal)
    made = _MADE.get(insulation)
    if made is None:
        return ladder  # single wires come in all of them
    span = made.get(metal)
    return ladder[ladder.index(span[0]) : ladder.index(span[1]) + 1] if span else ()


def largest_customary() -> str:
    """Give the largest size that is commonly pulled; more current goes into parallel sets."""
    return "750"


def smallest_customary(metal: Metal) -> str:
    """Give the smallest size of a metal commonly stocked for feeders."""
    return "8" if metal is Metal.aluminum else "14"


def default_insulation(metal: Metal, segments: tuple[Segment, ...], *, branch: bool = False) -> str:
    """Choose a usual insulation for a metal and route."""
    methods = {segment.method for segment in segments}
    if branch and metal is Metal.copper and methods <= {Method.direct_burial, Method.cable} and Method.direct_burial in methods:
        return "UF-B"  # what a shed is fed by
    if methods & {Method.direct_burial, Method.overhead}:
        return "RHW-2/USE-2" if methods & ampacities.RACEWAYS else "USE-2"  # what is sold under both names may lie in both
    if methods == {Method.cable}:
        dry = all(s.place in {Place.indoors, Place.attic} for s in segments)
        return "SER" if metal is Metal.aluminum else "NM-B" if dry else "UF-B"
    return "XHHW-2" if metal is Metal.aluminum else "THWN-2"


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
            why = f"{name} is not listed for direct burial"
        elif segment.method in ampacities.RACEWAYS and row["raceway"] == "no":
            why = f"{name} is not for pulling into pipe as single conductors"
        elif segment.method is Method.cable and name not in _MADE:
            why = f"{name} is a single conductor; it needs a pipe"
        else:
            continue
        return Worked(why, (ruled("T", "insulation", name, why, row["source"]),))
    return Worked(
        "", (ruled("T", "insulation", insulation, "suits every stretch of the run", code_table("insulation").text(insulation, "source")),)
    )


def parallel_least() -> tuple[str, str]:
    """Give the smallest size that may run in parallel, and the article."""
    return "1/0", "310.10(G)(1)"


def parallel_is_rule() -> bool:
    """Tell whether a smaller one in parallel breaks a rule: a rule."""
    return True


def area_m2(size: str) -> float:
    """Work a conductor's area. [m²]"""
    return area(size) * 5.067075e-10  # circular mils to m²


@lru_cache(maxsize=8192)
def area(size: str) -> float:
    """Look up the area of a conductor size. [cmil]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]

    References
    ----------
    NEC 2023, Chapter 9 Table 8.
    """
    return code_table("conductors").number(size, "area_cmil")


def area_of_edge(size: str) -> float:
    """Give the area of a size, also of the 1100 kcmil that is an edge of a table but not a size on the shelf. [cmil]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]
    """
    return float(size) * 1000 if size.isdigit() and int(size) >= LEAST_KCMIL else area(size)
