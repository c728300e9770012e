"""The ground of each building as the bench needs it: its resistance, who carries how much, and the soil a step away."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from functools import lru_cache

from northspan.core.earth.at_building import WIRE_KEY, places, shapes_of, soil_of, standing
from northspan.core.earth.grid import Shape, earthed, surface_potential
from northspan.core.earth.soil import Soil
from northspan.core.job import Electrode, Job
from northspan.core.rulebooks.protocol import Rulebook
from northspan.core.tree import Tree

USUAL_OHM_M = 100.0  # soil nobody measured
STEP_M = 1.0


@dataclass(frozen=True, slots=True)
class EarthPath:
    """Resistance of a building's electrodes together [ohm], share of each, share of their voltage that soil 1 m away has, and why."""

    ohm: float
    shares: tuple[tuple[str, float], ...]
    soil_share: float
    words: str


def earth_path(job: Job, building: str, kept: Iterable[str], more_rods: int, rulebook: Rulebook) -> EarthPath:
    """Give the ground of a building: measured where all of it was, else predicted.

    Parameters
    ----------
    job : Job
        The job. [-]
    building : str
        Id of the building. [-]
    kept : iterable of str
        Its electrodes that count. [-]
    more_rods : int
        Rods added on trial, each at the spacing and length of the rules. [-]
    rulebook : Rulebook
        The code to follow. [-]
    """
    length_m, apart_m, _ = rulebook.rod_limits()
    wanted = set(kept)
    electrodes = {key: one for key, one in standing(job, building).items() if key in wanted}
    at = places(job, building, apart_m)
    end = max((at[key] for key in electrodes), default=-apart_m)
    for i in range(more_rods):
        electrodes[f"+{i + 1}"] = Electrode(name="Rod on trial", building=building, length_m=length_m)
        at[f"+{i + 1}"] = end + (i + 1) * apart_m
    shapes = shapes_of(electrodes, at, job.buildings[building])
    soil = soil_of(job.soil) if job.soil else Soil(USUAL_OHM_M)
    together = earthed(shapes, soil)
    last = max(electrodes, key=lambda key: at[key])
    share = _soil_share(shapes, soil, (at[last] + STEP_M, electrodes[last].y_m))
    shares = tuple((key, part) for key, part in together.shares if key != WIRE_KEY)
    alone = next(iter(electrodes.values())) if len(electrodes) == 1 else None
    if alone is not None and alone.measured_ohm is not None:
        return EarthPath(alone.measured_ohm, shares, share, "measured")
    if job.soil is None:
        return EarthPath(together.resistance_ohm, shares, share, f"predicted in {USUAL_OHM_M:g} Ωm, assumed: no soil is noted")
    return EarthPath(together.resistance_ohm, shares, share, "predicted from the soil noted")


def electrodes_ohm(tree: Tree, rulebook: Rulebook) -> dict[str, float]:
    """Give the resistance of the electrodes of each building, where a code protects by them; else nothing. [ohm]

    Parameters
    ----------
    tree : Tree
        The property. [-]
    rulebook : Rulebook
        The code to follow. [-]
    """
    if rulebook.loop is None:
        return {}
    standing_at = {key: tuple(standing(tree.job, key)) for key in tree.job.buildings}
    return {key: earth_path(tree.job, key, there, 0, rulebook).ohm for key, there in standing_at.items() if there}


@lru_cache(maxsize=512)
def _soil_share(shapes: tuple[Shape, ...], soil: Soil, place: tuple[float, float]) -> float:
    """Voltage of the surface at a place, as a share of that of the electrodes. [-]"""
    return surface_potential(shapes, soil, [place])[0]
