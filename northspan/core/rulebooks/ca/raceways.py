"""Pipes, wire areas, bends, cover; impedance of conductors from physics."""

from __future__ import annotations

from functools import lru_cache

from northspan.core.document.job import Metal, Method, Segment, Surface
from northspan.core.rulebooks.awg import CMIL_M2, alternating_ohm_m, area_cmil, reactance_ohm_m, resistance_ohm_m
from northspan.core.rulebooks.ca.ampacity import RACEWAYS, size_name
from northspan.core.rulebooks.ca.sources import source
from northspan.core.rulebooks.protocol import Impedance, PipeSize
from northspan.core.working.worked import Step, Worked, looked_up, ruled, step

WARM_C = 75.0
BEND_RADIUS_MM = {"16": 102, "21": 114, "27": 146, "35": 184, "41": 210, "53": 241, "63": 267, "78": 330, "91": 381, "103": 406,
                  "129": 610, "155": 762}  # fmt: skip
IN_STEEL = 1.25  # what a steel pipe around the wires adds to their reactance
_STEEL = frozenset({Method.emt, Method.rmc})
ARMOURED = frozenset({"TECK90", "AC90"})
QUICK_OHM_MM2_M = {Metal.copper: 0.0214, Metal.aluminum: 0.0352}  # at 75 °C
_PHYSICS = "IEC 60287-1-1, at 75 °C"


@lru_cache(maxsize=1024)
def impedance(size: str, metal: Metal, method: Method, frequency_hz: float) -> Worked[Impedance]:
    """Work resistance and reactance of one conductor. [ohm per km]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]
    metal : Metal
        Conductor metal. [-]
    method : Method
        Wiring method; a steel pipe raises the reactance. [-]
    frequency_hz : float
        Frequency. [Hz]

    References
    ----------
    IEC 60287-1-1; the code prints distances for a drop (Table D3), not impedances.
    """
    r = 1000 * alternating_ohm_m(size, metal, WARM_C, frequency_hz)
    group = source("wire_dimensions").number(f"xhhw {size}", "diameter_mm")
    x = 1000 * reactance_ohm_m(size, group, frequency_hz) * (IN_STEEL if method in _STEEL else 1.0)
    name = size_name(size)
    return Worked(
        Impedance(r, x),
        (
            ruled("R", f"resistance of {metal}, {name}", f"{r:.4g} Ω/km", "resistivity over area, with the skin effect", _PHYSICS, r),
            ruled(
                "X", "reactance", f"{x:.3g} Ω/km", "steel around it" if method in _STEEL else "wires as they lie when pulled", "Grover", x
            ),
        ),
    )


def dc_resistance(size: str, metal: Metal) -> Step:
    """Work the direct-current resistance. [ohm per km]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]
    metal : Metal
        Conductor metal. [-]
    """
    r = 1000 * resistance_ohm_m(size, metal, WARM_C)
    return ruled("R_dc", f"resistance of {metal}, direct current", f"{r:.4g} Ω/km", "resistivity over area", _PHYSICS, r)


def quick_resistance(size: str, metal: Metal, area_mm2: float) -> Step:
    """Work the resistance by one figure for the metal, over the area. [ohm per km]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]
    metal : Metal
        Conductor metal. [-]
    area_mm2 : float
        Its area. [mm²]
    """
    return step(
        "R_k",
        f"resistance of {size_name(size)} {metal}, quick constant",
        "1000 * K / A",
        "Ω/km",
        "handbook",
        K=QUICK_OHM_MM2_M[metal],
        A=area_mm2,
    )


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
    rows, group = source("wire_dimensions"), source("insulation").text(insulation, "dims")
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
def pipes(method: Method, wires: int) -> tuple[PipeSize, ...]:
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
    >>> [pipes(Method.pvc40, n)[0].allowed_percent for n in (1, 2, 3)]
    [53.0, 31.0, 40.0]
    """
    if method not in RACEWAYS:
        return ()
    rows = source("fill").rows.values()
    allowed = next(float(row["percent"]) for row in rows if not row["up_to_wires"] or wires <= int(row["up_to_wires"]))
    return tuple(
        PipeSize(key.split()[1], float(row["area_mm2"]), allowed, "Table 9", "Table 8")
        for key, row in source("raceways").rows.items()
        if row["method"] == method
    )


def cover(segment: Segment, insulation: str = "") -> Worked[float | None]:
    """Give the least cover over a buried stretch. [m]

    Parameters
    ----------
    segment : Segment
        The stretch. [-]
    insulation : str
        Kind of cable: an armoured one lies shallower than a bare sheath. [-]

    References
    ----------
    CE Code 2021, Rule 12-012 and Table 53.

    Examples
    --------
    >>> [round(cover(Segment(length_m=9, method=m)).value, 2) for m in (Method.pvc40, Method.direct_burial)]
    [0.45, 0.6]
    >>> cover(Segment(length_m=9, method=Method.direct_burial), "TECK90").value
    0.45
    """
    rows = source("cover")
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


def bends_limit_deg() -> Step:
    """Give the most bends between pull points. [degrees]"""
    return ruled("B", "bends between pull points", "360°", "four quarter bends", "Rule 12-942", 360.0)
