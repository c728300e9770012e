"""The set of wires that is pulled: its weight, how it wedges in the pipe, whether it may jam, what it stands."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from math import pi, sqrt

from northspan.core.document.job import Metal
from northspan.core.physics.pull_tension import GRAVITY_M_S2, JAM_FROM, JAM_TO, JAM_WIRES, OVAL, Set, wedges
from northspan.core.topics.pull.rules import PullRules
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Margin, Step, Worked, ruled, step, whole

DENSITY_KG_M3 = {Metal.copper: 8890.0, Metal.aluminum: 2703.0}
LAY = 1.02  # strands go around and are a little longer
INSULATION_KG_M3 = 1400.0  # plastics run from 930 to 1400; the heavier one
STEEL_KG_M3 = 7850.0
SEVERAL = 0.8  # of several wires a part carries more than its share
CRADLE_FROM, TRIANGLE_TO = 3.0, 2.4
AREA_M2 = {"in²": 0.0254**2, "mm²": 1e-6}
_RIFENBURG = "Rifenburg 1953"


@dataclass(frozen=True, slots=True)
class PulledWire:
    """Equal wires of the set."""

    count: int
    size: str
    metal: Metal
    insulation: str


@dataclass(frozen=True, slots=True)
class Bundle:
    """The set as the pull needs it: `stands_n` is what its conductors may take, `count` the wires, `widest_m` the widest."""

    wires: Set
    stands_n: float
    count: int
    widest_m: float
    arrangement: str
    jam_ratio: float
    jams: bool


@lru_cache(maxsize=512)
def bundle_of(wires: tuple[PulledWire, ...], bore_m: float, rulebook: PullRules) -> Worked[Bundle]:
    """Work out a set of wires in a pipe.

    Parameters
    ----------
    wires : tuple of PulledWire
        The wires. [-]
    bore_m : float
        Bore of the pipe. [m]
    rulebook : PullRules
        For areas of wires. [-]

    References
    ----------
    Densities of copper 8890 and aluminium 2703 kg/m³. Weight correction and arrangement: Rifenburg 1953. Tension of conductors
    by the rulebook; four fifths of it for more than three, as makers commonly state.
    """
    if not rulebook.wires.single_wires(wires[0].insulation):
        return _cable_of(wires, bore_m, rulebook)
    steps: list[Step] = []
    weight, stands, widest, count = 0.0, 0.0, 0.0, 0
    for i, wire in enumerate(wires):
        metal_m2 = rulebook.wires.area_m2(wire.size)
        outside_m2 = max(rulebook.pipes.wire_area(wire.size, wire.insulation).value * AREA_M2[rulebook.pipes.area_unit()], metal_m2)
        around_m2, density = max(0.0, outside_m2 - metal_m2), DENSITY_KG_M3[wire.metal]
        one = step(f"w_{i}", f"weight of {rulebook.words.size_name(wire.size)} {wire.metal}", "g * (k * A_c * d_c + A_i * d_i)", "N/m",
                   "density", g=GRAVITY_M_S2, k=LAY, A_c=metal_m2, d_c=density, A_i=around_m2, d_i=INSULATION_KG_M3)  # fmt: skip
        steps.append(one)
        weight += wire.count * one.value
        stands += wire.count * metal_m2 * rulebook.routes.pulling_stress(wire.metal).value * 1e6
        widest = max(widest, 2 * sqrt(outside_m2 / pi))
        count += wire.count
    total = step("w", f"weight of all {count}", " + ".join(f"n_{i} * w_{i}" for i in range(len(wires))), "N/m", "sum",
                 **{f"n_{i}": float(one.count) for i, one in enumerate(wires)}, **{s.symbol: s.value for s in steps})  # fmt: skip
    arrangement, correction, share = _arrangement(count, widest, bore_m)
    share_all = stands if count <= 3 else SEVERAL * stands  # noqa: PLR2004 - as makers state
    several = "" if count <= 3 else ", four fifths of it for more than three"  # noqa: PLR2004
    stress = rulebook.routes.pulling_stress(wires[0].metal)
    limit = ruled(
        "T_c", "what the conductors stand", f"{whole(share_all)} N", f"{stress.result} of their area{several}", "makers", share_all
    )
    ratio = OVAL * bore_m / widest
    jams = wedges(count, ratio)
    why = "three wires may wedge side by side in a bend" if jams else "away from where three wires wedge, or not three of them"
    jam = ruled("J", "pipe over wire", f"{ratio:.2f}", f"{why}; {JAM_FROM:g} to {JAM_TO:g} is bad", _RIFENBURG, ratio)
    found = Bundle(Set(total.value, correction.value, share), share_all, count, widest, arrangement, ratio, jams)
    return Worked(found, (*steps, total, correction, limit, jam))


def _cable_of(wires: tuple[PulledWire, ...], bore_m: float, rulebook: PullRules) -> Worked[Bundle]:
    """A cable of several cores goes in as one: what it weighs and stands by its cores, its armour, and what is around them."""
    unit_m2 = AREA_M2[rulebook.pipes.area_unit()]
    outside_m2 = sum_of(wire.count * rulebook.pipes.wire_area(wire.size, wire.insulation).value for wire in wires) * unit_m2
    metal = wires[0].metal
    cores = [wire for wire in wires if wire.size in rulebook.wires.sizes(metal)]  # an armour is no size of conductor
    cores_m2 = sum_of(wire.count * rulebook.wires.area_m2(wire.size) for wire in cores)
    steel_m2 = sum_of(wire.count * rulebook.wires.area_m2(wire.size) for wire in wires if wire not in cores)
    around_m2 = max(0.0, outside_m2 - cores_m2 - steel_m2)
    weight = step("w", f"weight of the cable, {wires[0].insulation}", "g * (k * A_c * d_c + A_s * d_s + A_i * d_i)", "N/m", "density",
                  g=GRAVITY_M_S2, k=LAY, A_c=cores_m2, d_c=DENSITY_KG_M3[metal], A_s=steel_m2, d_s=STEEL_KG_M3, A_i=around_m2,
                  d_i=INSULATION_KG_M3)  # fmt: skip
    widest = step("D", "across the cable, taken as round", "2 * sqrt(A / 3.1416)", "m", "makers' sizes", A=outside_m2)
    stress = rulebook.routes.pulling_stress(metal)
    stands = cores_m2 * stress.value * 1e6
    limit = ruled("T_c", "what its cores stand", f"{whole(stands)} N", f"{stress.result} of their area; by the cores alone", "makers",
                  stands)  # fmt: skip
    arrangement, correction, share = _arrangement(1, widest.value, bore_m)
    found = Bundle(
        Set(weight.value, correction.value, share), stands, 1, widest.value, arrangement, OVAL * bore_m / widest.value, jams=False
    )
    return Worked(found, (weight, widest, correction, limit))


def jam_margin(bundle: Bundle) -> Margin | None:
    """Hold three wires against the ratio at which they wedge; None for another number.

    Parameters
    ----------
    bundle : Bundle
        The set. [-]
    """
    if bundle.count != JAM_WIRES:
        return None
    used = 1.0 if wedges(bundle.count, bundle.jam_ratio) else 0.0
    return Margin("jam", "Three wires side by side", used, 0.5, "", used / 0.5, _RIFENBURG)


def _arrangement(count: int, widest_m: float, bore_m: float) -> tuple[str, Step, float]:
    """How the wires lie, how much harder they press than one, and which part of a bend's pressure the worst one takes."""
    wide = widest_m / (bore_m - widest_m) if bore_m > widest_m else 1.0
    wide = min(wide, 0.99)
    if count == 1:
        return "one", ruled("C", "weight correction", "1", "one wire lies on the bottom", _RIFENBURG, 1.0), 1.0
    if count == 2:  # noqa: PLR2004 - two side by side
        return (
            "two",
            step("C", "weight correction, two side by side", "1 / sqrt(1 - r**2)", "", "geometry", r=wide),
            0.5 / sqrt(1 - wide**2),
        )
    if count == 3:  # noqa: PLR2004 - a cradle or a triangle
        ratio = bore_m / widest_m
        cradle = 1 + 4 / 3 * wide**2
        if (ratio >= TRIANGLE_TO and cradle >= 1 / sqrt(1 - wide**2)) or ratio >= CRADLE_FROM:
            correction = step("C", "weight correction, three in a cradle", "1 + 4 / 3 * r**2", "", _RIFENBURG, r=wide)
            return "cradle", correction, (3 * correction.value - 2) / 3
        correction = step("C", "weight correction, three in a triangle", "1 / sqrt(1 - r**2)", "", _RIFENBURG, r=wide)
        return "triangle", correction, correction.value / 2
    correction = ruled("C", "weight correction, four or more", "1.4", "they lie as they like; the usual safe figure", "makers", 1.4)
    return "many", correction, 1.4
