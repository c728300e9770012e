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
from northspan.core.rulebooks.ca.code_tables import code_table
from northspan.core.rulebooks.ca.pipes import ARMOURED
from northspan.core.rulebooks.ca.wires import area_m2
from northspan.core.rulebooks.questions.common import RunFacts
from northspan.core.working.worked import Step, Worked, looked_up, ruled, whole

_PVC_M = ((27, 0.75), (41, 1.2), (53, 1.5), (78, 1.8), (129, 2.1), (155, 2.5))
_STEEL_M = ((21, 1.5), (35, 2.0), (155, 3.0))
_RULES = {Method.pvc40: "Rule 12-1114", Method.emt: "Rule 12-1404", Method.rmc: "Rule 12-1010", Method.cable: "Rule 12-510"}
PVC_MM_M_K = 0.052
FITTING_MM = 45.0
EIGHT_AWG_M2 = 8.36e-6


def clearance(over: Over, to_earth_v: float) -> Step:
    """Give how high a service or feeder overhead must hang. [m]

    Parameters
    ----------
    over : Over
        What is below. [-]
    to_earth_v : float
        Voltage to ground; the rule does not ask it. [V]

    References
    ----------
    CE Code 2021, Rule 6-112 and 12-312: 5.5 m over streets, 4 m over residential drives, 3.5 m over walks.

    Examples
    --------
    >>> [clearance(over, 120).value for over in (Over.walk, Over.drive, Over.street)]
    [3.5, 4.0, 5.5]
    """
    del to_earth_v
    metres, why = {
        Over.walk: (3.5, "where only people pass"),
        Over.drive: (4.0, "over a residential drive"),
        Over.street: (5.5, "over streets and lanes"),
        Over.roof: (2.5, "over a roof that can be walked on"),
        Over.steep_roof: (1.0, "over a roof that cannot"),
    }[over]
    return ruled("h", "least height", f"{metres:g} m", why, "Rule 6-112", metres)


def riser() -> Step:
    """Say how far up what comes out of the ground is protected. [m]

    References
    ----------
    CE Code 2021, Rule 12-012(5): to 2 m above.
    """
    return ruled("z", "protected above ground to", "2 m", "from below grade, against blows", "Rule 12-012", 2.0)


def bushing(size: str) -> Step:
    """Say what guards the wires at the end of a pipe; 1 where an insulating bushing is asked for.

    Parameters
    ----------
    size : str
        Size of the largest conductor. [-]

    References
    ----------
    CE Code 2021, Rule 12-906: from No. 8 up.
    """
    wire_m2 = area_m2(size)
    large = wire_m2 >= EIGHT_AWG_M2
    words = "insulating bushing" if large else "smooth end"
    return ruled("e", "at the end of the pipe", words, "from No. 8 up" if large else "below No. 8", "Rule 12-906", float(large))


def outdoors_rating() -> Step:
    """Say how boxes outdoors are rated.

    References
    ----------
    CE Code 2021, Rule 2-400 and Table 65.
    """
    return ruled(
        "w", "boxes outdoors", "type 3R or better", "rain gets in above live parts otherwise; a drain hole below", "Rule 2-400", 1.0
    )


def trench_heat() -> Step:
    """Say whether the heat of other circuits in a trench counts.

    References
    ----------
    CE Code 2021, Rule 4-004: from 1/0 up the tables for the ground count it, and those are not built.
    """
    why = "keep pipes apart as drawn; from 1/0 up check with the tables for the ground, which are not built here"
    return ruled("k", "heat of the neighbours", "not counted", why, "Rule 4-004")


def line_distance(kind: OtherLine) -> Step:
    """Give the distance from another line in the ground. [m]

    Parameters
    ----------
    kind : OtherLine
        Whose it is. [-]

    References
    ----------
    Customary, 300 mm; the owner of the line and local law may ask more. Water and drains want room to be dug up.
    """
    return ruled("x", f"from a {kind.value} line", "300 mm", "customary; its owner may ask more", "owner, local law", 0.3)


def supports(method: Method, size: str) -> tuple[Step, Step]:
    """Give how far straps may stand apart, and the first one from a box. [m]

    Parameters
    ----------
    method : Method
        Kind of pipe, or cable. [-]
    size : str
        Metric designator; empty for a cable. [-]

    References
    ----------
    CE Code 2021, Rules 12-510, 12-1010, 12-1114, 12-1404.
    """
    cite = _RULES.get(method, "Rule 12-010")
    if method is Method.cable:
        apart_m, first_m = 1.5, 0.3
    else:
        rows = _PVC_M if method is Method.pvc40 else _STEEL_M
        apart_m, first_m = next(metres for most, metres in rows if int(size) <= most), 1.0
    apart = looked_up("s", "straps apart, at most", apart_m, "m", cite, row=size or "cable")
    return apart, looked_up("s_1", "the first from a box, at most", first_m, "m", cite, row=size or "cable")


def expansion(method: Method) -> tuple[Step, Step]:
    """Give what a metre of pipe grows by a degree, and from how much on a fitting is wanted. [mm per m and K, mm]

    Parameters
    ----------
    method : Method
        Kind of pipe. [-]

    References
    ----------
    CE Code 2021, Rule 12-1118 and its appendix note.
    """
    grows = PVC_MM_M_K if method is Method.pvc40 else 0.0117
    found = looked_up("k", "a metre grows by a degree", grows, "mm", "Rule 12-1118", row=method)
    return found, ruled("g", "a fitting from", f"{FITTING_MM:g} mm", "of change in length", "Rule 12-1118", FITTING_MM)


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


def cover(segment: Segment, run: RunFacts, device_a: float | None) -> Worked[float | None]:
    """Give the least cover over a buried stretch. [m]

    Parameters
    ----------
    segment : Segment
        The stretch. [-]
    run : RunFacts
        For its kind of cable: an armoured one lies shallower than a bare sheath. [-]

    References
    ----------
    CE Code 2021, Rule 12-012 and Table 53.

    Examples
    --------
    >>> from northspan.core.document.job import Circuit, Grounding, RunKind
    >>> facts = [RunFacts(RunKind.feeder, Circuit.three_wire, Grounding.equipment_ground, False, 240, (), i) for i in ("", "TECK90")]
    >>> [round(cover(Segment(length_m=9, method=m), facts[0], None).value, 2) for m in (Method.pvc40, Method.direct_burial)]
    [0.45, 0.6]
    >>> cover(Segment(length_m=9, method=Method.direct_burial), facts[1], None).value
    0.45
    """
    del device_a
    insulation = run.insulation
    rows = code_table("cover")
    column = {Method.direct_burial: "direct_burial", Method.pvc40: "pipe", Method.rmc: "pipe"}.get(segment.method, "")
    if column == "direct_burial" and insulation in ARMOURED:
        column = "armoured"
    if not column or segment.surface is Surface.under_building or not rows.has(segment.surface, column):
        why = "the table has no figure for this method there"
        return Worked(None, (ruled("c", "least cover", "no figure", why, "Table 53"),))
    millimetres = rows.number(segment.surface, column)
    words = f"least cover, {column.replace('_', ' ')}"
    shown = looked_up("c", words, millimetres, "mm", "Table 53", row=segment.surface.replace("_", " "), column=column)
    return Worked(millimetres / 1000, (shown,))  # mm to m: the table is in mm
