"""Pipes, wire areas, bends, cover; impedance of conductors from physics."""

from __future__ import annotations

from functools import lru_cache

from northspan.core.document.job import (
    Method,
)
from northspan.core.rulebooks.awg import CMIL_M2, area_cmil
from northspan.core.rulebooks.ca.ampacities import RACEWAYS, size_name
from northspan.core.rulebooks.ca.code_tables import code_table
from northspan.core.rulebooks.questions.pipes import PipeSize
from northspan.core.working.worked import Step, looked_up, ruled, step

BEND_RADIUS_MM = {"16": 102, "21": 114, "27": 146, "35": 184, "41": 210, "53": 241, "63": 267, "78": 330, "91": 381, "103": 406,
                  "129": 610, "155": 762}  # fmt: skip
_STEEL = frozenset({Method.emt, Method.rmc})
ARMOURED = frozenset({"TECK90", "AC90"})


def wire_area(size: str, insulation: str) -> Step:
    """Look up the area of an insulated conductor. [mm²]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]
    insulation : str
        Type. [-]

    References
    ----------
    CE Code 2021, Table 10.
    """
    rows, group = code_table("wire_dimensions"), code_table("insulation").text(insulation, "dims")
    return looked_up(
        "a", f"{size_name(size)} {insulation}", rows.number(f"{group} {size}", "area_mm2"), "mm²", "Table 10", row=size, column=insulation
    )


def bare_area(size: str) -> Step:
    """Work the area over the strands of a bare conductor: a third more than its metal. [mm²]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]

    References
    ----------
    The circle around concentric strands; CE Code 2021, Table D5.
    """
    metal_mm2 = area_cmil(size) * CMIL_M2 * 1e6
    return step("a", f"{size_name(size)}, bare: over its strands", "1.33 * A", "mm²", "concentric strands", A=metal_mm2)


@lru_cache(maxsize=256)
def trade_sizes(method: Method, wires: int, length_m: float | None = None) -> tuple[PipeSize, ...]:
    """List the pipes of a method, smallest first, with the share that may be filled.

    Parameters
    ----------
    method : Method
        Wiring method; one that is no pipe gives an empty list. [-]
    wires : int
        Number of conductors in it. [-]

    References
    ----------
    CE Code 2021, Tables 8 and 9.

    Examples
    --------
    >>> [trade_sizes(Method.pvc40, n)[0].allowed_percent for n in (1, 2, 3)]
    [53.0, 31.0, 40.0]
    """
    del length_m  # a short one has no rule of its own here
    if method not in RACEWAYS:
        return ()
    rows = code_table("fill").rows.values()
    allowed = next(float(row["percent"]) for row in rows if not row["up_to_wires"] or wires <= int(row["up_to_wires"]))
    return tuple(
        PipeSize(key.split()[1], float(row["area_mm2"]), allowed, "Table 9", "Table 8")
        for key, row in code_table("raceways").rows.items()
        if row["method"] == method
    )


def bend_radius(method: Method, size: str) -> Step:
    """Give the least radius of a bend, to the middle of the pipe. [m]

    Parameters
    ----------
    method : Method
        Kind of pipe. [-]
    size : str
        Metric designator. [-]

    References
    ----------
    CE Code 2021, Table 7.

    Examples
    --------
    >>> bend_radius(Method.pvc40, "53").value
    0.241
    """
    return looked_up("R", f"radius of a bend, {size} mm {method}", BEND_RADIUS_MM[size] / 1000, "m", "Table 7", row=size)


def bends_limit_deg(method: Method) -> Step:
    """Give the most bends between pull points. [degrees]"""
    del method
    return ruled("B", "bends between pull points", "360°", "four quarter bends", "Rule 12-942", 360.0)


def area_unit() -> str:
    """Name the unit of wire and pipe areas."""
    return "mm²"
