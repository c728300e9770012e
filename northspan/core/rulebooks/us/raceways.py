"""Pipes: bores, fill, bends; and the impedance of conductors in them."""

from __future__ import annotations

from functools import lru_cache

from northspan.core.document.job import Metal, Method, Segment, Surface
from northspan.core.rulebooks.protocol import Impedance, PipeSize, RunFacts
from northspan.core.rulebooks.us.ampacity import NIPPLE_M, RACEWAYS, size_name
from northspan.core.rulebooks.us.sources import source
from northspan.core.working.worked import Step, Worked, looked_up, ruled, step

IN_M = 0.0254
NIPPLE_PERCENT = 60.0
BENDS_LIMIT_DEG = 360.0
BEND_RADIUS_IN = {
    "1/2": 4.0, "3/4": 4.5, "1": 5.75, "1-1/4": 7.25, "1-1/2": 8.25, "2": 9.5, "2-1/2": 10.5, "3": 13.0, "3-1/2": 15.0, "4": 16.0,
    "5": 24.0, "6": 30.0,
}  # fmt: skip
_ARTICLES = {Method.pvc40: "352.26", Method.pvc80: "352.26", Method.emt: "358.26", Method.rmc: "344.26"}
_STEEL = frozenset({Method.emt, Method.rmc})
SMALL_BRANCH_A, SMALL_BRANCH_V = 20.0, 120.0


@lru_cache(maxsize=8192)
def impedance(size: str, metal: Metal, method: Method) -> Worked[Impedance]:
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
    rows = source("impedance")
    column = "steel" if method in _STEEL else "pvc"
    area = source("conductors").number(size, "area_cmil")
    listed = [key for key in rows.keys_with(f"r_{metal}_{column}") if source("conductors").number(key, "area_cmil") <= area]
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


def resistance_dc(size: str, metal: Metal) -> Step:
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
    rows = source("conductors")
    return looked_up(
        "R_dc",
        f"resistance of {metal}, direct current",
        rows.number(size, f"{metal}_ohm_per_kft"),
        "Ω/kft",
        rows.citation,
        row=size,
        column=metal,
    )


QUICK_OHM_CMIL_PER_FT = {Metal.copper: 12.9, Metal.aluminum: 21.2}  # at 75 °C, resistance × area in Table 8


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
    area = source("conductors").number(size, "area_cmil")
    return step(
        "R_k",
        f"resistance of {metal}, quick constant",
        "1000 * K / A",
        "Ω/kft",
        "Chapter 9 Table 8",
        K=QUICK_OHM_CMIL_PER_FT[metal],
        A=area,
    )


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
    rows = source("wire_dimensions")
    group = source("insulation").text(insulation, "dims")
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
    rows = source("conductors")
    words = f"{size_name(size)}, bare: over its strands"
    return looked_up("a", words, rows.number(size, "overall_in2"), "in²", "Chapter 9 Table 8", row=size, column="overall area")


@lru_cache(maxsize=8192)
def pipes(method: Method, wires: int, length_m: float | None = None) -> tuple[PipeSize, ...]:
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
    >>> [pipes(Method.pvc40, 4, length)[0].allowed_percent for length in (None, 0.6, 0.62)]
    [40.0, 60.0, 40.0]
    """
    if method not in RACEWAYS:
        return ()
    shares = source("fill")
    allowed = next(float(row["percent"]) for row in shares.rows.values() if not row["up_to_wires"] or wires <= int(row["up_to_wires"]))
    citation = shares.citation
    if length_m is not None and length_m <= NIPPLE_M + 1e-9:
        allowed, citation = NIPPLE_PERCENT, "Chapter 9, note 4"
    return tuple(
        PipeSize(key.split()[1], float(row["area_in2"]), allowed, source("raceways").citation, citation, 0.8, "Chapter 9, note 7")
        for key, row in source("raceways").rows.items()
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


def cover(segment: Segment, run: RunFacts, device_a: float | None) -> Worked[float | None]:
    """Give the least cover over a buried stretch. [m]

    Parameters
    ----------
    segment : Segment
        The stretch. [-]
    run : RunFacts
        What kind of run it belongs to. [-]
    device_a : float or None
        Its overcurrent device. [A]

    Notes
    -----
    The shallow column needs all three: a branch circuit of a dwelling at 120 V or less, 20 A or
    less, with GFCI. The table has no column for EMT, so there is no answer for it: None.

    References
    ----------
    NEC 2023, Table 300.5(A).

    Examples
    --------
    >>> from northspan.core.document.job import Circuit, Grounding, RunKind
    >>> facts = RunFacts(RunKind.feeder, Circuit.three_wire, Grounding.equipment_ground, False, 240, ())
    >>> round(cover(Segment(length_m=9), facts, 100).value / 0.0254)
    18
    """
    rows = source("cover")
    column = _cover_column(segment, run, device_a)
    if column is None or not rows.has(segment.surface, column):
        why = "the table has no column for this method in the ground" if column is None else "this method may not lie there"
        return Worked(None, (ruled("c", "least cover", "no figure", why, rows.citation),))
    inches = rows.number(segment.surface, column)
    shown = looked_up(
        "c",
        f"least cover, {column.replace('_', ' ')}",
        inches,
        "in",
        rows.citation,
        row=segment.surface.replace("_", " "),
        column=column.replace("_", " "),
    )
    return Worked(inches * IN_M, (shown,))


def _cover_column(segment: Segment, run: RunFacts, device_a: float | None) -> str | None:
    volts = run.line_v / 2 if run.circuit == "two_wire_neutral" else run.line_v
    small = run.kind == "branch" and run.gfci and volts <= SMALL_BRANCH_V and (device_a or 1e9) <= SMALL_BRANCH_A
    match segment.method:
        case Method.rmc:
            return "rigid_metal"
        case Method.pvc40 | Method.pvc80:
            # under a slab a plastic pipe lies shallower than the column for small circuits says of a cable
            return "small_gfci_branch" if small and segment.surface is not Surface.under_4in_slab else "nonmetallic"
        case Method.direct_burial:
            return "small_gfci_branch" if small else "direct_burial"
        case Method.emt | Method.cable | Method.overhead:
            return None
