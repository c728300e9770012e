"""The electrodes of a building as they lie: shapes in the ground from what was noted of them."""

from __future__ import annotations

from dataclasses import replace
from math import hypot, pi, sqrt

from northspan.core.document.job import Building, Electrode, ElectrodeKind, GroundSoil, Job, Laid, Status, WaterPipe
from northspan.core.physics.fall_of_potential import Drop, Verdict, fall_of_potential
from northspan.core.physics.grid import Shape, encased, flat, plate, ring, rod, wire
from northspan.core.physics.soil import Soil
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.working.worked import Worked

BARE_WIRE_M = 0.0052  # 4 AWG, as it is usually laid between rods
PLATE_M = 0.46  # a plate of two square feet or so, both sides in contact
OFF_LINE_M = 2.0  # what is no rod is drawn and worked beside the line of the rods
TRENCH_M = 0.762  # 30 in, where a rod is laid flat
WIRE_KEY = "wire"
FROST_M, FROZEN = 0.9, 10.0  # how deep frost is taken to go, and by how much more it resists


def places(job: Job, building_id: str, apart_m: float) -> dict[str, float]:
    """Say where each electrode of a building stands along its line. [m]

    Parameters
    ----------
    job : Job
        The job. [-]
    building_id : str
        The building. [-]
    apart_m : float
        Spacing where none was noted. [m]
    """
    found: dict[str, float] = {}
    x = 0.0
    last: Electrode | None = None
    for key, electrode in electrodes_at(job, building_id).items():
        if last is not None:
            x += last.spacing_m or electrode.spacing_m or apart_m
        found[key] = electrode.x_m if electrode.x_m is not None else x
        x, last = found[key], electrode
    return found


def electrodes_at(job: Job, building_id: str) -> dict[str, Electrode]:
    """List the electrodes of a building that count: not those to go, nor a water pipe that is plastic now.

    Parameters
    ----------
    job : Job
        The job. [-]
    building_id : str
        The building. [-]
    """
    lost = job.buildings[building_id].water_pipe in {WaterPipe.plastic, WaterPipe.none}
    return {
        key: e
        for key, e in job.electrodes.items()
        if e.building == building_id and e.status is not Status.remove and not (lost and e.kind is ElectrodeKind.water_pipe)
    }


def shapes_of(electrodes: dict[str, Electrode], at: dict[str, float], building: Building) -> tuple[Shape, ...]:
    """Lay electrodes in the ground, with the bare wire that joins the rods if there is one.

    Parameters
    ----------
    electrodes : dict
        Electrodes by id. [-]
    at : dict
        Where each stands along the line. [m]
    building : Building
        For its bare wire. [-]
    """
    shapes = [_shape(key, one, at[key]) for key, one in electrodes.items()]
    rods = sorted(at[key] for key, one in electrodes.items() if one.kind is ElectrodeKind.rod)
    if building.bare_wire_m and len(rods) > 1:
        deep = building.bare_wire_m
        shapes.append(wire(WIRE_KEY, (rods[0], 0.05, deep), (rods[-1], 0.05, deep), BARE_WIRE_M))
    return tuple(shapes)


def soil_of(ground: GroundSoil, percent: float = 100.0) -> Soil:
    """Take the soil of a job, its upper layer in some season.

    Parameters
    ----------
    ground : GroundSoil
        The soil. [ohm metre]
    percent : float
        Upper layer, of the figure noted. [%]
    """
    layered = ground.lower_ohm_m is not None and ground.depth_m is not None
    return Soil(ground.upper_ohm_m * percent / 100, ground.lower_ohm_m if layered else None, ground.depth_m if layered else None)


def frozen_soil(soil: Soil) -> Soil:
    """Take a soil with frost in its upper layer: the layer, and below it what carries less of what is there.

    Parameters
    ----------
    soil : Soil
        The soil without frost. [ohm metre]

    References
    ----------
    IEEE Std 142, section 4.1: resistivity of soil over temperature.

    Examples
    --------
    >>> frozen_soil(Soil(100.0)).upper_ohm_m, frozen_soil(Soil(100.0)).lower_ohm_m
    (1000.0, 100.0)
    """
    below = soil.upper_ohm_m
    if soil.lower_ohm_m is not None and soil.depth_m is not None:
        below = soil.lower_ohm_m if soil.depth_m <= FROST_M else max(soil.upper_ohm_m, soil.lower_ohm_m)
    return Soil(FROZEN * soil.upper_ohm_m, below, FROST_M)


def reach_m(electrodes: dict[str, Electrode], at: dict[str, float]) -> float:
    """Give the largest extent of electrodes in the ground, by which a test is laid out. [m]

    Parameters
    ----------
    electrodes : dict
        Electrodes by id. [-]
    at : dict
        Where each stands along the line. [m]

    Notes
    -----
    How deep the deepest goes, how far any two ends of all of them are apart, and how wide the circle of a ring is.

    Examples
    --------
    >>> rods = {f"R{i}": Electrode(name="Rod", building="B", length_m=2.4) for i in range(3)}
    >>> reach_m(rods, {"R0": 0.0, "R1": 6.0, "R2": 12.0})
    12.0
    """
    shapes = [_shape(key, one, at[key]) for key, one in electrodes.items()]
    points = [point for shape in shapes for piece in shape.pieces for point in (piece.a, piece.b)]
    if not points:
        return 1.0
    apart = max(hypot(a[0] - b[0], a[1] - b[1]) for a in points for b in points)
    rings = [one.length_m / pi for one in electrodes.values() if one.kind is ElectrodeKind.ring]
    return max(apart, *rings, *(point[2] for point in points))


def fall_test(job: Job, building_id: str, electrodes: dict[str, Electrode], at: dict[str, float]) -> Worked[Verdict] | None:
    """Work the test of a building's electrodes; None where there is none.

    Parameters
    ----------
    job : Job
        The job. [-]
    building_id : str
        The building. [-]
    electrodes : dict
        Its electrodes by id. [-]
    at : dict
        Where each stands along the line. [m]
    """
    log = job.buildings[building_id].fall_log
    if log is None or not log.readings:
        return None
    layered = bool(job.soil and job.soil.lower_ohm_m) or any(e.kind is ElectrodeKind.ring for e in electrodes.values())
    readings = [Drop(one.distance_m, one.shown_ohm) for one in log.readings]
    say = rulebook_of(job).words.length_text
    judged = fall_of_potential(readings, log.current_probe_m, reach_m(electrodes, at), layered=layered, say=say)
    if not any(one.simulated for one in log.readings):
        return judged
    return Worked(replace(judged.value, words=f"Simulated, not measured. {judged.value.words}"), judged.steps)


def far_end(one: Electrode, x: float) -> tuple[float, float]:
    """Give where an electrode ends: along the building, and how deep. [m]

    Parameters
    ----------
    one : Electrode
        The electrode. [m]
    x : float
        Where it begins. [m]
    """
    if one.kind is not ElectrodeKind.rod or one.laid is Laid.trench:
        return x + one.length_m, max(one.top_m, TRENCH_M)
    if one.laid is Laid.slanting:
        reach = one.length_m / sqrt(2)
        return x + reach, one.top_m + reach
    return x, one.top_m + one.length_m


def _shape(key: str, one: Electrode, x: float) -> Shape:
    off = one.y_m or (0.0 if one.kind in {ElectrodeKind.rod, ElectrodeKind.plate} else OFF_LINE_M)
    if one.kind is ElectrodeKind.rod and one.laid is not Laid.upright:
        return _laid(key, one, x)
    if one.kind is ElectrodeKind.rod:
        return rod(key, x, one.y_m, one.top_m, one.length_m, one.diameter_m)
    if one.kind is ElectrodeKind.plate:
        wide, high = (one.width_m, one.length_m) if one.width_m else (PLATE_M, PLATE_M)
        deep = max(one.top_m, 0.76)
        return flat(key, x, off, deep, wide, high) if one.laid is Laid.trench else plate(key, x, off, deep, wide, high)
    if one.kind is ElectrodeKind.ring:
        return ring(key, x, off, max(one.top_m, 0.76), one.length_m, one.diameter_m)
    a, b = (x, off, max(one.top_m, 0.7)), (x + one.length_m, off, max(one.top_m, 0.7))
    return (encased if one.kind is ElectrodeKind.concrete_encased else wire)(key, a, b, one.diameter_m)


def _laid(key: str, one: Electrode, x: float) -> Shape:
    """A rod that rock keeps from going straight down: at 45 degrees along the line, or flat in a trench."""
    if one.laid is Laid.trench:
        deep = max(one.top_m, TRENCH_M)
        return wire(key, (x, one.y_m, deep), (x + one.length_m, one.y_m, deep), one.diameter_m)
    reach = one.length_m / sqrt(2)
    top = max(one.top_m, one.diameter_m)
    return wire(key, (x, one.y_m, top), (x + reach, one.y_m, top + reach), one.diameter_m)
