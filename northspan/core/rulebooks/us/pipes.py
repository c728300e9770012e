"""Pipes: bores, fill, bends; and the impedance of conductors in them."""

from __future__ import annotations

from functools import lru_cache

from northspan.core.document.job import (
    Method,
)
from northspan.core.rulebooks.questions.pipes import PipeSize
from northspan.core.rulebooks.us.ampacities import NIPPLE_M, RACEWAYS, size_name
from northspan.core.rulebooks.us.code_tables import code_table
from northspan.core.working.worked import Step, looked_up, ruled

IN_M = 0.0254
NIPPLE_PERCENT = 60.0
BENDS_LIMIT_DEG = 360.0
BEND_RADIUS_IN = {
    "1/2": 4.0, "3/4": 4.5, "1": 5.75, "1-1/4": 7.25, "1-1/2": 8.25, "2": 9.5, "2-1/2": 10.5, "3": 13.0, "3-1/2": 15.0, "4": 16.0,
    "5": 24.0, "6": 30.0,
}  # fmt: skip
_ARTICLES = {Method.pvc40: "352.26", Method.pvc80: "352.26", Method.emt: "358.26", Method.rmc: "344.26"}
_STEEL = frozenset({Method.emt, Method.rmc})


@lru_cache(maxsize=8192)
def wire_area(size: str, insulation: str) -> Step:
    """Look up the area of an insulated conductor. [in²]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]
    insulation : str
        Type letters. [-]

    References
    ----------
    NEC 2023, Chapter 9 Table 5, concentric strands (compact ones are smaller).
    """
    rows = code_table("wire_dimensions")
    group = code_table("insulation").text(insulation, "dims")
    return looked_up(
        "a",
        f"{size_name(size)} {insulation}",
        rows.number(f"{group} {size}", "area_in2"),
        "in²",
        rows.citation,
        row=size,
        column=insulation,
    )


@lru_cache(maxsize=1024)
def bare_area(size: str) -> Step:
    """Look up the area over the strands of a bare conductor. [in²]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]

    Notes
    -----
    Strands leave gaps: they take about a third more room than their metal. Stranded wire is taken in every size.

    References
    ----------
    NEC 2023, Chapter 9 note 8 and Table 8, overall area.

    Examples
    --------
    >>> round(bare_area("2").value, 3), round(bare_area("14").value, 4)
    (0.067, 0.004)
    """
    rows = code_table("conductors")
    words = f"{size_name(size)}, bare: over its strands"
    return looked_up("a", words, rows.number(size, "overall_in2"), "in²", "Chapter 9 Table 8", row=size, column="overall area")


@lru_cache(maxsize=8192)
def trade_sizes(method: Method, wires: int, length_m: float | None = None) -> tuple[PipeSize, ...]:
    """List the pipes of a method, smallest first, with the share that may be filled.

    Parameters
    ----------
    method : Method
        Wiring method; one that is no pipe gives an empty list. [-]
    wires : int
        Number of conductors in it. [-]
    length_m : float, optional
        Length of the whole pipe from can to can; a nipple may be filled further. [m]

    References
    ----------
    NEC 2023, Chapter 9 Tables 1 and 4; note 4 to the tables for nipples to 24 in, 60 %; note 7: a count of equal wires
    rounds up from 0.8.

    Examples
    --------
    >>> [trade_sizes(Method.pvc40, 4, length)[0].allowed_percent for length in (None, 0.6, 0.62)]
    [40.0, 60.0, 40.0]
    """
    if method not in RACEWAYS:
        return ()
    shares = code_table("fill")
    allowed = next(float(row["percent"]) for row in shares.rows.values() if not row["up_to_wires"] or wires <= int(row["up_to_wires"]))
    citation = shares.citation
    if length_m is not None and length_m <= NIPPLE_M + 1e-9:
        allowed, citation = NIPPLE_PERCENT, "Chapter 9, note 4"
    return tuple(
        PipeSize(key.split()[1], float(row["area_in2"]), allowed, code_table("raceways").citation, citation, 0.8, "Chapter 9, note 7")
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
        Trade size. [-]

    References
    ----------
    NEC 2023, Chapter 9 Table 2, one-shot and full-shoe benders; what factory elbows have.

    Examples
    --------
    >>> round(bend_radius(Method.pvc40, "2").value, 4)
    0.2413
    """
    inches = BEND_RADIUS_IN[size]
    return looked_up("R", f"radius of a bend, {size} {method}", inches * IN_M, "m", "Chapter 9 Table 2", row=size)


def bends_limit_deg(method: Method) -> Step:
    """Give the most bends between pull points. [degrees]

    Parameters
    ----------
    method : Method
        Wiring method. [-]

    References
    ----------
    NEC 2023, 344.26, 352.26, 358.26.
    """
    return ruled("B", "bends between pull points", "360°", "four quarter bends", _ARTICLES.get(method, "300.34"), BENDS_LIMIT_DEG)


def area_unit() -> str:
    """Name the unit of wire and pipe areas."""
    return "in²"
