"""Steel pipe as a way back: its ohms by its own size."""

from __future__ import annotations

from math import pi

from northspan.core.document.job import Method

STEEL_OHM_M = 1.8e-7  # times metre: mild steel
SKIN = 2.0  # what the skin of the steel makes of its resistance at mains frequency, and its reactance is about as much
USUAL_OHM_M = 0.0012  # of a pipe whose size nobody knows
INCH_M = 0.0254

# trade size: outer diameter and wall of thin-walled and of rigid steel pipe [in]
THIN = {"1/2": (0.706, 0.042), "3/4": (0.922, 0.049), "1": (1.163, 0.057), "1-1/4": (1.510, 0.065), "1-1/2": (1.740, 0.065),
        "2": (2.197, 0.065), "2-1/2": (2.875, 0.072), "3": (3.500, 0.072), "3-1/2": (4.000, 0.083), "4": (4.500, 0.083)}  # fmt: skip
RIGID = {"1/2": (0.840, 0.104), "3/4": (1.050, 0.107), "1": (1.315, 0.126), "1-1/4": (1.660, 0.133), "1-1/2": (1.900, 0.138),
         "2": (2.375, 0.146), "2-1/2": (2.875, 0.193), "3": (3.500, 0.205), "3-1/2": (4.000, 0.215), "4": (4.500, 0.225)}  # fmt: skip
METRIC = {"16": "1/2", "21": "3/4", "27": "1", "35": "1-1/4", "41": "1-1/2", "53": "2", "63": "2-1/2", "78": "3", "91": "3-1/2", "103": "4"}
HEAVY_M = {"20": (0.020, 0.0016), "25": (0.025, 0.0016), "32": (0.032, 0.0016)}  # as British makers thread it


def steel_ohm_m(size: str, method: Method) -> complex:
    """Give the impedance of a steel pipe from end to end. [ohm per metre]

    Parameters
    ----------
    size : str
        Its size as its rulebook names it; empty where nobody knows. [-]
    method : Method
        Thin-walled or rigid. [-]

    Notes
    -----
    The metal of the wall, twice its resistance for the skin effect, and as much reactance. Good joints.

    References
    ----------
    Kaufmann, Some fundamentals of equipment-grounding circuit design, AIEE 1954: the order of magnitude.

    Examples
    --------
    >>> [round(1000 * steel_ohm_m(size, Method.emt).real, 1) for size in ("1/2", "1", "2", "")]
    [6.4, 2.8, 1.3, 1.2]
    """
    metal_m2 = _metal_m2(size, method)
    ohm = SKIN * STEEL_OHM_M / metal_m2 if metal_m2 else USUAL_OHM_M
    return complex(ohm, ohm)


def _metal_m2(size: str, method: Method) -> float | None:
    plain = size.removesuffix(" mm").removesuffix(" in")
    if plain in HEAVY_M:
        outer, wall = HEAVY_M[plain]
    else:
        found = (THIN if method is Method.emt else RIGID).get(METRIC.get(plain, plain))
        if found is None:
            return None
        outer, wall = (inches * INCH_M for inches in found)
    return pi * (outer - wall) * wall
