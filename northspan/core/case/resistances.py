"""The ground of each building as the bench needs it: its resistance, who carries how much, and the soil a step away."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from math import exp, log, sqrt

from northspan.core.case.at_building import WIRE_KEY, electrodes_at, fall_test, frozen_soil, places, shapes_of, soil_of
from northspan.core.case.tree import Tree
from northspan.core.document.job import Electrode, Job
from northspan.core.physics.grid import Shape, earthed, worst_around
from northspan.core.physics.linear import solved
from northspan.core.physics.soil import Soil
from northspan.core.rulebooks.questions.electrodes import ElectrodeRules
from northspan.core.working.sums import sum_of

USUAL_OHM_M = 100.0  # soil nobody measured
STEP_M = 1.0


@dataclass(frozen=True, slots=True)
class EarthPath:
    """Resistance of a building's electrodes together [ohm], share of each, and why.

    `soil_share` is the share of their voltage that the soil 1 m away has at the worst place around them.
    """

    ohm: float
    shares: tuple[tuple[str, float], ...]
    soil_share: float
    words: str


def earth_path(
    job: Job, building: str, kept: Iterable[str], more_rods: int, electrode_rules: ElectrodeRules, *, frozen: bool = False
) -> EarthPath:
    """Give the ground of a building: measured as far as it was, predicted beyond.

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
    electrode_rules : ElectrodeRules
        Rules of electrodes. [-]
    frozen : bool
        Whether the upper soil is frozen; what was measured was measured without frost. [-]

    Notes
    -----
    A proved test of all electrodes goes before everything. What one of them measured replaces its predicted
    resistance; what they do to each other is predicted, and scaled with the square root of how far both were
    off. What nobody measured is taken to be off as the measured ones are on average. Frost, and whatever is
    added or taken off, changes the figure in the proportion in which it changes the prediction.
    """
    length_m, apart_m, _ = electrode_rules.rod_limits()
    wanted = set(kept)
    there = electrodes_at(job, building)
    electrodes = {key: one for key, one in there.items() if key in wanted}
    at = places(job, building, apart_m)
    end = max((at[key] for key in electrodes), default=-apart_m)
    for i in range(more_rods):
        electrodes[f"+{i + 1}"] = Electrode(name="Rod on trial", building=building, length_m=length_m)
        at[f"+{i + 1}"] = end + (i + 1) * apart_m
    shapes = shapes_of(electrodes, at, job.buildings[building])
    soil = soil_of(job.soil) if job.soil else Soil(USUAL_OHM_M)
    now = frozen_soil(soil) if frozen else soil
    together = earthed(shapes, now)
    share, _ = worst_around(shapes, now, STEP_M)
    shares = tuple((key, part) for key, part in together.shares if key != WIRE_KEY)
    test = fall_test(job, building, there, at)
    if test is not None and test.value.proved and test.value.resistance_ohm:
        tested = shapes_of(there, at, job.buildings[building])
        ohm = test.value.resistance_ohm * together.resistance_ohm / earthed(tested, soil).resistance_ohm
        same = set(electrodes) == set(there) and not frozen
        words = "measured, all together" if same else "measured all together, the change predicted"
        return EarthPath(ohm, shares, share, words)
    measured = {key: one.measured_ohm for key, one in electrodes.items() if one.measured_ohm is not None}
    if measured:
        ohm, parts = _combined(shapes, soil, measured)
        ohm *= together.resistance_ohm / earthed(shapes, soil).resistance_ohm
        whole = set(measured) == set(electrodes) and not frozen
        if whole and len(measured) == 1:
            return EarthPath(ohm, shares, share, "measured")
        words = "each measured, joined by prediction" if whole else "measured in part, the rest predicted"
        return EarthPath(ohm, tuple(parts.items()), share, words)
    words = "predicted from the soil noted" if job.soil else f"predicted in {USUAL_OHM_M:g} Ωm, assumed: no soil is noted"
    return EarthPath(together.resistance_ohm, shares, share, words)


def electrodes_ohm(tree: Tree, electrode_rules: ElectrodeRules) -> dict[str, float]:
    """Give the resistance of the electrodes of each building, where a code protects by them; else nothing. [ohm]

    Parameters
    ----------
    tree : Tree
        The property. [-]
    electrode_rules : ElectrodeRules
        Electrodes. [-]
    """
    if not electrode_rules.protect_by_resistance:
        return {}
    all_electrodes = {key: tuple(electrodes_at(tree.job, key)) for key in tree.job.buildings}
    return {key: earth_path(tree.job, key, there, 0, electrode_rules).ohm for key, there in all_electrodes.items() if there}


def _combined(shapes: tuple[Shape, ...], soil: Soil, measured: dict[str, float]) -> tuple[float, dict[str, float]]:
    """Join electrodes of which some were measured: resistance of all [ohm], and the share of each."""
    keys = [shape.key for shape in shapes]
    alone = {shape.key: earthed((shape,), soil).resistance_ohm for shape in shapes}
    off = {key: ohm / alone[key] for key, ohm in measured.items()}
    mean = exp(sum_of(map(log, off.values())) / len(off))
    scale = [off.get(key, mean) for key in keys]
    rows = [[scale[i] * alone[key] + 0j for key in keys] for i in range(len(keys))]
    for i, one in enumerate(shapes):
        for j, other in enumerate(shapes[:i]):
            pair = earthed((one, other), soil)
            rows[i][j] = rows[j][i] = sqrt(scale[i] * scale[j]) * _mutual(pair.resistance_ohm, alone[one.key], alone[other.key])
        rows[i][i] = scale[i] * alone[one.key] + 0j
    currents = [current.real for current in solved(rows, [1.0] * len(keys))]
    whole = sum_of(currents)
    return 1 / whole, {key: current / whole for key, current in zip(keys, currents, strict=True) if key != WIRE_KEY}


def _mutual(joined: float, one: float, other: float) -> complex:
    """What one electrode does to another, from what both come to when joined: R = (a b - m^2) / (a + b - 2 m). [ohm]"""
    # m^2 - 2 R m + R (a + b) - a b = 0, and the smaller root is the one below both
    inside = max(joined**2 - joined * (one + other) + one * other, 0.0)
    return complex(max(joined - sqrt(inside), 0.0))
