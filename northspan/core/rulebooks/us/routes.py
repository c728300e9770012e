"""Along the way: how high wires hang, how pipes are strapped, how they grow."""

from __future__ import annotations

from northspan.core.document.job import (
    Metal,
    Method,
    OtherLine,
    Over,
    Segment,
    Surface,
)
from northspan.core.rulebooks.questions.common import RunFacts
from northspan.core.rulebooks.us.code_tables import code_table
from northspan.core.rulebooks.us.pipes import IN_M
from northspan.core.rulebooks.us.wires import area_m2
from northspan.core.working.worked import Step, Worked, looked_up, ruled, whole

FOOT_M = 0.3048
LOW_V, MID_V = 150.0, 300.0
_PVC_FT = (("1", 3.0), ("2", 5.0), ("3", 6.0), ("5", 7.0), ("6", 8.0))
_ORDER = ("1/2", "3/4", "1", "1-1/4", "1-1/2", "2", "2-1/2", "3", "3-1/2", "4", "5", "6")
_ARTICLES = {Method.pvc40: "352.30", Method.pvc80: "352.30", Method.emt: "358.30", Method.rmc: "344.30", Method.cable: "334.30"}
PVC_MM_M_K = 0.0608
FITTING_MM = 6.35
FOUR_AWG_M2 = 21.1e-6


def clearance(over: Over, to_earth_v: float) -> Step:
    """Give how high a service or feeder overhead must hang. [m]

    Parameters
    ----------
    over : Over
        What is below. [-]
    to_earth_v : float
        Voltage to ground. [V]

    References
    ----------
    NEC 2023, 230.24(A) and (B), 225.18, 225.19.

    Examples
    --------
    >>> [round(clearance(over, 120).value, 2) for over in (Over.walk, Over.drive, Over.street, Over.roof)]
    [3.05, 3.66, 5.49, 2.59]
    """
    feet, why = {
        Over.walk: (10.0, "over walks and ground, to 150 V to ground")
        if to_earth_v <= LOW_V
        else (12.0, "over ground, above 150 V to ground"),
        Over.drive: (12.0, "over a dwelling's drive, to 300 V to ground") if to_earth_v <= MID_V else (15.0, "over a drive, above 300 V"),
        Over.street: (18.0, "over streets, alleys and where trucks pass"),
        Over.roof: (8.5, "over a roof, and 3 ft to every side"),
        Over.steep_roof: (3.0, "over a roof that rises 4 in 12 or more"),
    }[over]
    return ruled("h", "least height", f"{feet:g} ft", why, "230.24", feet * FOOT_M)


def riser() -> Step:
    """Say how far up what comes out of the ground is protected. [m]

    References
    ----------
    NEC 2023, 300.5(D)(1): from the least cover, 18 in at most, to 8 ft above.
    """
    why = "from the least cover, 18 in at most, in rigid pipe or schedule 80"
    return ruled("z", "protected above ground to", "8 ft", why, "300.5(D)(1)", 8 * FOOT_M)


def bushing(size: str) -> Step:
    """Say what guards the wires at the end of a pipe; 1 where an insulating bushing is asked for.

    Parameters
    ----------
    size : str
        Size of the largest conductor. [-]

    References
    ----------
    NEC 2023, 300.4(G): from 4 AWG up; 300.5(H) in the ground.
    """
    wire_m2 = area_m2(size)
    large = wire_m2 >= FOUR_AWG_M2
    words = "insulating bushing" if large else "smooth end"
    return ruled("e", "at the end of the pipe", words, "from 4 AWG up" if large else "below 4 AWG", "300.4(G)", float(large))


def outdoors_rating() -> Step:
    """Say how boxes outdoors are rated.

    References
    ----------
    NEC 2023, 312.2, 314.15 and Table 110.28.
    """
    return ruled("w", "boxes outdoors", "type 3R or better", "rain gets in above live parts otherwise; a drain hole below", "312.2", 1.0)


def trench_heat() -> Step:
    """Say whether the heat of other circuits in a trench counts.

    References
    ----------
    NEC 2023, 310.15(C)(1) counts wires in one pipe; for many pipes 310.14(B) leaves it to an engineer.
    """
    why = "the tables count what is in one pipe; keep pipes apart as drawn, and ask an engineer where many run at full load"
    return ruled("k", "heat of the neighbours", "not counted", why, "310.14(B)")


def line_distance(kind: OtherLine) -> Step:
    """Give the distance from another line in the ground. [m]

    Parameters
    ----------
    kind : OtherLine
        Whose it is. [-]

    References
    ----------
    Customary, 12 in; the owner of the line and local law may ask more. Water and drains want room to be dug up.
    """
    return ruled("x", f"from a {kind.value} line", "12 in", "customary; its owner may ask more", "owner, local law", FOOT_M)


def supports(method: Method, size: str) -> tuple[Step, Step]:
    """Give how far straps may stand apart, and the first one from a box. [m]

    Parameters
    ----------
    method : Method
        Kind of pipe, or cable. [-]
    size : str
        Trade size; empty for a cable. [-]

    References
    ----------
    NEC 2023, 352.30, 358.30, 344.30(B), 334.30.
    """
    cite = _ARTICLES.get(method, "300.11")
    first_ft, apart_ft = (1.0, 4.5) if method is Method.cable else (3.0, 10.0)
    if method in {Method.pvc40, Method.pvc80}:
        apart_ft = next(feet for most, feet in _PVC_FT if _ORDER.index(size) <= _ORDER.index(most))
    apart = looked_up("s", "straps apart, at most", apart_ft * FOOT_M, "m", cite, row=size or "cable")
    return apart, looked_up("s_1", "the first from a box, at most", first_ft * FOOT_M, "m", cite, row=size or "cable")


def expansion(method: Method) -> tuple[Step, Step]:
    """Give what a metre of pipe grows by a degree, and from how much on a fitting is wanted. [mm per m and K, mm]

    Parameters
    ----------
    method : Method
        Kind of pipe. [-]

    References
    ----------
    NEC 2023, 352.44: a quarter inch between fixed points.
    """
    grows = PVC_MM_M_K if method in {Method.pvc40, Method.pvc80} else 0.0117
    found = looked_up("k", "a metre grows by a degree", grows, "mm", "352.44(A)" if grows > 0.02 else "steel", row=method)  # noqa: PLR2004
    return found, ruled("g", "a fitting from", f"{FITTING_MM:g} mm", "between fixed points", "352.44", FITTING_MM)


def pulling_stress(metal: Metal) -> Step:
    """Give what a conductor may be pulled with. [N/mm²]

    Parameters
    ----------
    metal : Metal
        Its metal. [-]

    References
    ----------
    Makers: 0.008 lbf a circular mil of copper, 0.006 of aluminum.
    """
    newtons = {Metal.copper: 70.0, Metal.aluminum: 52.0}[metal]
    return ruled("t", f"what {metal} may be pulled with", f"{whole(newtons)} N/mm²", "as makers state", "makers", newtons)


SMALL_BRANCH_A, SMALL_BRANCH_V = 20.0, 120.0


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
    rows = code_table("cover")
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
