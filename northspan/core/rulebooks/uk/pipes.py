"""Pipes and ducts, bends, and how deep a cable lies."""

from __future__ import annotations

from functools import lru_cache
from math import pi

from northspan.core.document.job import (
    Method,
)
from northspan.core.rulebooks.questions.pipes import PipeSize
from northspan.core.rulebooks.uk import conductors
from northspan.core.rulebooks.uk.cables import PIPES
from northspan.core.rulebooks.uk.code_tables import code_table
from northspan.core.rulebooks.uk.conductors import is_armour, single_area_mm2, size_name
from northspan.core.working.worked import Step, given, ruled, step, whole

SPACE_PERCENT = 40.0
BENDS_DEG = 180.0


@lru_cache(maxsize=256)
def trade_sizes(method: Method, wires: int, length_m: float | None = None) -> tuple[PipeSize, ...]:
    """List the conduits of a method, smallest first; neither count nor length changes them.

    Parameters
    ----------
    method : Method
        Wiring method; one that is no pipe gives an empty list. [-]

    References
    ----------
    BS 7671:2018, 522.8; the space that may be filled is a guide's, a stricter sum goes by length and bends.

    Examples
    --------
    >>> trade_sizes(Method.rmc, 3)[0].size, trade_sizes(Method.cable, 3)
    ('20', ())
    """
    del wires, length_m
    if method not in PIPES:
        return ()
    return tuple(
        PipeSize(key.split()[1], pi / 4 * float(row["bore_mm"]) ** 2, SPACE_PERCENT, "bore, as commonly made", "522.8, guide")
        for key, row in code_table("pipes").rows.items()
        if row["method"] == method
    )


def wire_area(size: str, insulation: str) -> Step:
    """Work the area that a conductor or a cable takes in a pipe. [mm²]

    Parameters
    ----------
    size : str
        Size. [-]
    insulation : str
        Kind of cable: of an armoured cable in a duct each core stands for its share. [-]

    Examples
    --------
    >>> round(wire_area("2.5", "singles").value, 1)
    12.6
    """
    words = f"{size_name(size)} {insulation}"
    if is_armour(size):
        return given("a", words, 0.0, "mm²", "around the cores, counted with them")
    if insulation == "singles":
        bore = code_table("conductors").number(size, "overall_mm")
        return step("a", words, "3.1416 / 4 * d**2", "mm²", "overall diameter", d=bore)
    # armour and sheath around the cores: a two-core cable takes about four times what its cores do
    return step("a", f"{words}, its share of the cable", "q * a_c", "mm²", "makers' sizes", q=3.5, a_c=single_area_mm2(size))


def bend_radius(method: Method, size: str) -> Step:
    """Give the least radius of a bend, to the middle of the pipe. [m]

    Parameters
    ----------
    method : Method
        Kind of pipe. [-]
    size : str
        Outside diameter, in mm. [-]

    References
    ----------
    BS 7671:2018, 522.8.3 and its guides: two and a half times the outside diameter; ducts come with slow bends of six times.
    """
    times = 2.5 if float(size) <= 50 else 6.0  # noqa: PLR2004 - conduit to 50 mm, ducts above
    return step("R", f"radius of a bend, {size} mm {method}", "n * D / 1000", "m", "522.8.3, guide", n=times, D=float(size))


def bends_limit_deg(method: Method) -> Step:
    """Give the most bends between boxes. [degrees]"""
    del method
    return ruled("B", "bends between boxes", f"{whole(BENDS_DEG)}°", "two right angles", "522.8, guide", BENDS_DEG)


def area_unit() -> str:
    """Name the unit of wire and pipe areas."""
    return "mm²"


def bare_area(size: str) -> Step:
    """Work the area over the strands of a bare conductor. [mm²]"""
    return step("a", f"{conductors.size_name(size)}, bare: over its strands", "1.32 * S", "mm²", "round strands", S=float(size))
