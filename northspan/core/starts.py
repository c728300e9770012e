"""Guided starts: complete jobs from the few things that matter."""

from __future__ import annotations

from typing import Any

from northspan.core.errors import InvalidJob
from northspan.core.job import (
    Bond,
    Building,
    BuildingUse,
    Enclosure,
    EnclosureKind,
    Job,
    Metal,
    Run,
    Segment,
    Status,
)


def empty_job(name: str) -> Job:
    """Start a job with nothing in it.

    Parameters
    ----------
    name : str
        Name of the property. [-]
    """
    return Job(name=name)


def detached_feeder(name: str, load_a: float, length_m: float, metal: Metal | None = None, continuous_a: float = 0) -> Job:
    """Start a job with one feeder from a house panel to a panel in a detached building.

    Parameters
    ----------
    name : str
        Name of the property. [-]
    load_a : float
        Load of the building. [A]
    length_m : float
        Length of the route. [m]
    metal : Metal, optional
        Conductor metal; left out, the rules and calls choose. [-]
    continuous_a : float
        Continuous part of the load. [A]
    """
    return Job(
        name=name,
        buildings={"B1": Building(name="House", use=BuildingUse.dwelling), "B2": Building(name="Building", status=Status.new)},
        enclosures={
            "P1": Enclosure(name="House panel", building="B1", status=Status.existing, bond_found=Bond.unknown),
            "P2": Enclosure(name="Building panel", building="B2", kind=EnclosureKind.panel_main_breaker),
        },
        runs={
            "F1": Run(
                name="Feeder",
                origin="P1",
                target="P2",
                load_a=load_a,
                continuous_a=continuous_a,
                metal=metal,
                segments=(Segment(length_m=length_m),),
            ),
        },
    )


def filled_with(job: Job, start: Job) -> list[dict[str, Any]]:
    """Give the edit that puts a start into a job without runs, as JSON Patch operations.

    Parameters
    ----------
    job : Job
        The job as it stands. [-]
    start : Job
        A started job; its parts are taken, its name is not. [-]

    Raises
    ------
    InvalidJob
        If the job has runs already, or a part of the same id.
    """
    if job.runs:
        raise InvalidJob("/runs", "this job has runs already.", "Start a new job.")
    patch: list[dict[str, Any]] = []
    document = start.model_dump(mode="json")
    for kind in ("buildings", "enclosures", "runs"):
        for key, part in document[kind].items():
            if key in getattr(job, kind):
                raise InvalidJob(f"/{kind}/{key}", "the job has a part of this id already.", "Start a new job.")
            patch.append({"op": "add", "path": f"/{kind}/{key}", "value": part})
    return patch
