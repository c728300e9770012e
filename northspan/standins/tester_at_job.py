"""The simulated earth tester, set up at a building of a job: its soil comes from the job's id and is told to nobody."""

from __future__ import annotations

import random
from typing import Literal

from pydantic import Field

from northspan.core.case.at_building import electrodes_at, places, shapes_of
from northspan.core.document.job import Id, Job
from northspan.core.document.job.part import Part
from northspan.core.physics.soil import Soil
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.working.errors import InvalidJob
from northspan.files.readings import write_readings
from northspan.standins.earth_tester import EarthTester, SimulatedTester

SPACINGS_M = (0.5, 1.0, 1.5, 2.0, 3.0, 5.0, 8.0, 12.0)
SHARES = (0.1, 0.2, 0.3, 0.4, 0.5, 0.55, 0.62, 0.68, 0.72, 0.8, 0.9)
CARELESS = 0.12  # how far pins are off when nobody takes care


class TesterQuestion(Part):
    """What the simulated earth tester is to measure at a building of a job."""

    kind: Literal["four_pin", "fall"]
    building: Id
    current_probe_m: float = Field(30, gt=1, le=500)
    seed: int = Field(1, ge=0, le=1_000_000)
    careless: bool = Field(False, description="Whether the probes are set badly.")


def measured(job: Job, wanted: TesterQuestion) -> str:
    """Measure at a building with the simulated tester, and write what it shows as CSV.

    Parameters
    ----------
    job : Job
        The job. [-]
    wanted : TesterQuestion
        What is to be measured. [m]

    Raises
    ------
    InvalidJob
        If there is no such building, or nothing to connect to.
    """
    if wanted.building not in job.buildings:
        raise InvalidJob("/building", f"there is no building {wanted.building}.", f"Buildings: {', '.join(job.buildings)}.")
    electrodes = electrodes_at(job, wanted.building)
    at = places(job, wanted.building, rulebook_of(job).electrodes.rod_limits().apart_m)
    shapes = shapes_of(electrodes, at, job.buildings[wanted.building])
    tester: EarthTester = SimulatedTester(_hidden(job), shapes, seed=wanted.seed, spacing_error=CARELESS if wanted.careless else 0.0)
    if wanted.kind == "four_pin":
        return write_readings(("spacing_m", "shown_ohm"), [(a, tester.four_pin(a)) for a in SPACINGS_M])
    if not shapes:
        raise InvalidJob("/building", "there is no electrode to connect the tester to.", "Add one first.")
    far = wanted.current_probe_m
    return write_readings(("distance_m", "shown_ohm"), [(round(share * far, 2), tester.fall(share * far, far)) for share in SHARES])


def _hidden(job: Job) -> Soil:
    """The same property always has the same soil, whatever was noted of it."""
    chance = random.Random(job.name)  # noqa: S311 - a made-up soil, not a secret
    upper = round(chance.choice((60.0, 110.0, 180.0, 320.0)) * chance.uniform(0.8, 1.2), 1)
    return Soil(upper, round(upper * chance.choice((0.3, 0.5, 2.5, 5.0)), 1), round(chance.uniform(0.9, 2.6), 2))
