"""Along the way: how high spans hang, how conduits are fixed, how they grow. Figures of guides, not of the code itself."""

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
from northspan.core.rulebooks.uk.wires import area_m2
from northspan.core.working.errors import OutsideTable
from northspan.core.working.worked import Step, Worked, looked_up, ruled, whole

_PLASTIC_M = ((16, 0.75), (25, 1.5), (40, 1.75), (110, 2.0))
_STEEL_M = ((16, 0.75), (25, 1.75), (40, 2.0), (110, 2.25))
PVC_MM_M_K = 0.07
FITTING_MM = 6.0
_GUIDE = "522.8, guide"


def clearance(over: Over, to_earth_v: float) -> Step:
    """Give how high a span between buildings must hang. [m]

    Parameters
    ----------
    over : Over
        What is below. [-]
    to_earth_v : float
        Voltage to earth; the figures are for low voltage. [V]

    Raises
    ------
    OutsideTable
        Over a roof: no figure is set.

    References
    ----------
    Guides to BS 7671, heights of spans: 3.5 m where no vehicle comes, 5.2 m where one may, 5.8 m over roads.

    Examples
    --------
    >>> [clearance(over, 230).value for over in (Over.walk, Over.drive, Over.street)]
    [3.5, 5.2, 5.8]
    """
    del to_earth_v
    rows = {Over.walk: (3.5, "where no vehicle comes"), Over.drive: (5.2, "where a vehicle may come"), Over.street: (5.8, "over a road")}
    if over not in rows:
        raise OutsideTable("guides", "a height over a roof", "keep out of reach, or take another way")
    metres, why = rows[over]
    return ruled("h", "least height", f"{metres:g} m", why, "guide, spans", metres)


def riser() -> Step:
    """Say how far up what comes out of the ground is protected: as far as it can be struck. [m]

    References
    ----------
    BS 7671:2018, 522.6, 522.8; no figure is set.
    """
    return ruled("z", "protected above ground", "where it can be struck", "no figure is set; two metres is customary", "522.6", 2.0)


def bushing(size: str) -> Step:
    """Say what guards the wires at the end of a pipe; 1 where a bush is asked for.

    Parameters
    ----------
    size : str
        Size of the largest conductor; the rule does not ask it. [-]

    References
    ----------
    BS 7671:2018, 522.8.1 and 522.8.11: no sharp edge.
    """
    wire_m2 = area_m2(size)
    del wire_m2
    return ruled("e", "at the end of the conduit", "bush", "no sharp edge, whatever the size", "522.8", 1.0)


def outdoors_rating() -> Step:
    """Say how boxes outdoors are rated.

    References
    ----------
    BS 7671:2018, 416.2, 512.2.
    """
    return ruled("w", "boxes outdoors", "IPX4 or better", "IPX5 where it is hosed; a drain hole below", "512.2", 1.0)


def trench_heat() -> Step:
    """Say whether the heat of other circuits in a trench counts.

    References
    ----------
    BS 7671:2018, Tables 4C2 and 4C3.
    """
    return ruled("k", "heat of the neighbours", "counted", "each circuit in the trench, as if they touched", "Tables 4C2, 4C3", 1.0)


def line_distance(kind: OtherLine) -> Step:
    """Give the distance from another line in the ground. [m]

    Parameters
    ----------
    kind : OtherLine
        Whose it is. [-]

    References
    ----------
    Customary among the owners of lines, 300 mm; the owner of the line and local law may ask more. Water and drains want room to be dug up.
    """
    return ruled("x", f"from a {kind.value} line", "300 mm", "customary; its owner may ask more", "owner, local law", 0.3)


def supports(method: Method, size: str) -> tuple[Step, Step]:
    """Give how far fixings may stand apart, and the first one from a box. [m]

    Parameters
    ----------
    method : Method
        Kind of conduit, or cable. [-]
    size : str
        Outside diameter in mm; empty for a cable. [-]

    References
    ----------
    Guides to BS 7671, 522.8.5: spacings of fixings, lying.
    """
    if method is Method.cable:
        apart_m = 0.25
    else:
        rows = _PLASTIC_M if method is Method.pvc40 else _STEEL_M
        apart_m = next(metres for most, metres in rows if float(size) <= most)
    apart = looked_up("s", "fixings apart, at most", apart_m, "m", _GUIDE, row=size or "flat cable to 9 mm")
    return apart, looked_up("s_1", "the first from a box, at most", min(0.3, apart_m), "m", "customary", row=size or "cable")


def expansion(method: Method) -> tuple[Step, Step]:
    """Give what a metre of conduit grows by a degree, and from how much on a coupler is wanted. [mm per m and K, mm]

    Parameters
    ----------
    method : Method
        Kind of conduit. [-]

    References
    ----------
    Makers of plastic conduit; BS 7671, 522.1.
    """
    grows = PVC_MM_M_K if method is Method.pvc40 else 0.0117
    found = looked_up("k", "a metre grows by a degree", grows, "mm", "makers", row=method)
    return found, ruled("g", "a coupler from", f"{FITTING_MM:g} mm", "of change in length", "makers", FITTING_MM)


def pulling_stress(metal: Metal) -> Step:
    """Give what a conductor may be pulled with. [N/mm²]

    Parameters
    ----------
    metal : Metal
        Its metal. [-]

    References
    ----------
    Makers: 50 N/mm² of copper, 30 of aluminium.
    """
    newtons = {Metal.copper: 50.0, Metal.aluminum: 30.0}[metal]
    return ruled("t", f"what {metal} may be pulled with", f"{whole(newtons)} N/mm²", "as makers state", "makers", newtons)


_DEPTH_M = {
    Surface.open_ground: (0.6, "garden or field: below the spade and the plough"),
    Surface.under_2in_concrete: (0.45, "under concrete"),
    Surface.under_4in_slab: (0.45, "under a slab"),
    Surface.street: (0.75, "under a road"),
    Surface.dwelling_driveway: (0.6, "under a drive"),
}


def cover(segment: Segment, run: RunFacts, device_a: float | None) -> Worked[float | None]:
    """Give the least depth of a buried cable. [m]

    Parameters
    ----------
    segment : Segment
        The stretch. [-]

    Notes
    -----
    The code asks for a depth at which nothing reasonably foreseen reaches the cable, and gives no figure;
    these are what the trade lays to. Warning tape above it, armour or a duct around it.

    References
    ----------
    BS 7671:2018, 522.8.10.

    Examples
    --------
    >>> from northspan.core.document.job import Circuit, Grounding, RunKind
    >>> facts = RunFacts(RunKind.feeder, Circuit.two_wire_neutral, Grounding.equipment_ground, False, 230, ())
    >>> cover(Segment(length_m=9, method=Method.direct_burial), facts, None).value
    0.6
    """
    del run, device_a
    if segment.method is Method.cable or segment.surface not in _DEPTH_M:
        why = "no depth serves it there: an armoured cable, or a duct"
        return Worked(None, (ruled("c", "least depth", "no figure", why, "522.8.10"),))
    depth, why = _DEPTH_M[segment.surface]
    return Worked(depth, (ruled("c", "depth, customary", f"{whole(1000 * depth)} mm", why, "522.8.10", depth),))
