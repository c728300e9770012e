"""The electrodes of a building as they lie: shapes in the ground from what was noted of them."""

from __future__ import annotations

from math import sqrt

from northspan.core.earth.grid import Shape, encased, plate, ring, rod, wire
from northspan.core.earth.soil import Soil
from northspan.core.job import Building, Electrode, ElectrodeKind, GroundSoil, Job, Laid, Status, WaterPipe

BARE_WIRE_M = 0.0052  # 4 AWG, as it is usually laid between rods
PLATE_M = 0.46  # a plate of two square feet or so, both sides in contact
OFF_LINE_M = 2.0  # what is no rod is drawn and worked beside the line of the rods
TRENCH_M = 0.762  # 30 in, where a rod is laid flat
WIRE_KEY = "wire"


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
    for key, electrode in standing(job, building_id).items():
        if last is not None:
            x += last.spacing_m or electrode.spacing_m or apart_m
        found[key] = electrode.x_m if electrode.x_m is not None else x
        x, last = found[key], electrode
    return found


def standing(job: Job, building_id: str) -> dict[str, Electrode]:
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


def _shape(key: str, one: Electrode, x: float) -> Shape:
    off = one.y_m or (0.0 if one.kind in {ElectrodeKind.rod, ElectrodeKind.plate} else OFF_LINE_M)
    if one.kind is ElectrodeKind.rod and one.laid is not Laid.upright:
        return _laid(key, one, x)
    if one.kind is ElectrodeKind.rod:
        return rod(key, x, one.y_m, one.top_m, one.length_m, one.diameter_m)
    if one.kind is ElectrodeKind.plate:
        return plate(key, x, off, max(one.top_m, 0.76), PLATE_M, PLATE_M)
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
