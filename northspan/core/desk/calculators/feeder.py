"""Calculators: one question of the trade each, answered through the one `solve`."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.case.calculator import RulebookName
from northspan.core.desk.starts import detached_feeder
from northspan.core.document.findings import Finding
from northspan.core.document.job import Bond, CallChoice, Id, Job, Metal, Method, Part, Place, Size, Surface, Terminals
from northspan.core.document.plan import BuildingPlan, EnclosurePlan, RunPlan
from northspan.core.solve import solve
from northspan.core.working.errors import InvalidJob


class FeederQuestion(Part):
    """A feeder to a detached building: its load, its length, and whatever is already decided."""

    load_a: float = Field(gt=0, le=6000, description="Load of the heavier leg. [A]")
    length_m: float = Field(ge=0.01, le=5000, description="One-way length of the route. [m]")
    continuous_a: float = Field(0, ge=0, le=6000, description="Continuous part of the load. [A]")
    metal: Metal | None = None
    insulation: Annotated[str, StringConstraints(max_length=12)] | None = None
    method: Method = Method.pvc40
    place: Place = Place.buried
    surface: Surface = Surface.open_ground
    ambient_c: float = Field(30, ge=-40, le=80, description="Temperature around the wire. [°C]")
    other_carrying: int = Field(0, ge=0, le=60)
    terminals: Terminals = Terminals.unmarked
    power_factor: float | None = Field(None, ge=0.2, le=1, description="Empty takes what is usual.")
    drop_limit_percent: float | None = Field(None, gt=0, le=20)
    device_a: float | None = Field(None, gt=0, le=6000)
    conductor_size: Size | None = None
    rulebook: RulebookName = "us-2023"
    calls: dict[Id, CallChoice] = Field(default_factory=dict)


class FeederAnswer(Part):
    """The feeder, the can and the building at its far end, and what was found."""

    rulebook: str
    deference: str
    run: RunPlan
    enclosure: EnclosurePlan
    building: BuildingPlan
    findings: tuple[Finding, ...]


def feeder(question: FeederQuestion) -> FeederAnswer:
    """Size a feeder to a detached building.

    Parameters
    ----------
    question : FeederQuestion
        Load, length and what is decided. [A, m]

    Raises
    ------
    InvalidJob
        If a choice does not exist.

    Examples
    --------
    >>> feeder(FeederQuestion(load_a=70, length_m=56.4, continuous_a=40, terminals="75")).run.headline
    '1 AWG aluminum, 80 A'
    """
    if question.continuous_a > question.load_a:
        raise InvalidJob("/continuous_a", "more is continuous than there is load.", "At most the load itself.")
    plan = solve(_job(question), detailed={"F1"})
    return FeederAnswer(
        rulebook=plan.rulebook_title,
        deference=plan.deference,
        run=plan.runs["F1"],
        enclosure=plan.enclosures["P2"],
        building=plan.buildings["B2"],
        findings=tuple(f for f in plan.findings if f.where != "/enclosures"),
    )


def _job(question: FeederQuestion) -> Job:
    job = detached_feeder("Feeder", question.load_a, question.length_m, question.metal, question.continuous_a)
    same = ("insulation", "terminals", "power_factor", "drop_limit_percent", "device_a", "conductor_size")
    around = ("method", "place", "surface", "ambient_c", "other_carrying")
    run = job.runs["F1"]
    segment = run.segments[0].model_copy(update={name: getattr(question, name) for name in around})
    run = run.model_copy(update={name: getattr(question, name) for name in same} | {"segments": (segment,)})
    house = job.enclosures["P1"].model_copy(update={"bond_found": Bond.bonded})
    return job.model_copy(
        update={"runs": {"F1": run}, "rulebook": question.rulebook, "calls": question.calls, "enclosures": job.enclosures | {"P1": house}}
    )
