"""Moving a job to another rulebook: what has no meaning there is handed back to the rules, and what changes is listed."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

from northspan.core.errors import InvalidJob
from northspan.core.findings import Edit
from northspan.core.job import Job, Method, Run, Units
from northspan.core.loads.dwelling import CONNECTED
from northspan.core.plan import Plan
from northspan.core.rulebooks.protocol import Rulebook
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.solve import solve

STAND_IN = {Method.pvc80: Method.pvc40}  # what takes the place of a method that another code does not know


@dataclass(frozen=True, slots=True)
class Meaning:
    """Something that changes in meaning: of which part, what it was and what it becomes."""

    where: str
    name: str
    what: str
    before: str
    after: str


@dataclass(frozen=True, slots=True)
class RulebookChange:
    """The edits that move a job, what they hand back to the rules, and what changes in its plan."""

    edits: tuple[Edit, ...]
    handed_back: tuple[str, ...]
    meanings: tuple[Meaning, ...]


def rulebook_change(job: Job, name: str) -> RulebookChange:
    """Say what moving a job to another rulebook changes.

    Parameters
    ----------
    job : Job
        The job. [-]
    name : str
        The rulebook it is to follow. [-]

    Raises
    ------
    InvalidJob
        If there is no such rulebook, or the job cannot be planned by it.
    """
    book = rulebook_named(name)
    edits = [Edit("add", "/rulebook", name)]
    said: list[str] = []
    units = Units.metres if book.dialect.length_unit == "metres" else Units.feet
    if job.units is not units:
        edits.append(Edit("add", "/units", units.value))
    for key, run in job.runs.items():
        for field, value, words in _run_edits(run, book):
            edits.append(Edit("add", f"/runs/{key}/{field}", value))
            said.append(f"{run.name}: {words}")
    methods = [key for key, _ in book.dwelling_methods()]
    for key, building in job.buildings.items():
        if building.load_method not in {CONNECTED, *methods}:
            edits.append(Edit("add", f"/buildings/{key}/load_method", methods[0]))
            said.append(f"{building.name}: its load by the method of that code")
    moved = _applied(job, edits)
    before, after = solve(job, ()), solve(moved, ())
    return RulebookChange(tuple(edits), tuple(said), tuple(_meanings(job, before, after)))


def moved(job: Job, name: str) -> Job:
    """Move a job to another rulebook.

    Parameters
    ----------
    job : Job
        The job. [-]
    name : str
        The rulebook it is to follow. [-]

    Raises
    ------
    InvalidJob
        If there is no such rulebook, or the job cannot be planned by it.
    """
    return job if job.rulebook == name else _applied(job, list(rulebook_change(job, name).edits))


def _run_edits(run: Run, book: Rulebook) -> Iterator[tuple[str, str | None, str]]:
    """Whatever of a run the other code does not know."""
    known = {method for method, _ in book.methods()}
    for i, stretch in enumerate(run.segments):
        if stretch.method not in known:
            instead = STAND_IN.get(stretch.method, next(iter(book.methods()))[0])
            yield f"segments/{i}/method", instead.value, f"{dict(book.methods())[instead]} in place of {stretch.method.value}"
    if run.insulation is not None and run.insulation not in book.insulations():
        yield "insulation", None, f"{run.insulation} is not known there; the rules choose"
    sizes = {size for metal in book.metals() for size in book.sizes(metal)}
    for field in ("conductor_size", "grounded_size", "equipment_ground_size"):
        size = getattr(run, field)
        if size is not None and size not in sizes:
            yield field, None, f"{size} is no size there; the rules choose"
    pipes = {pipe.size for stretch in run.segments if stretch.method in known for pipe in book.pipes(stretch.method, 3)}
    if run.pipe_size is not None and run.pipe_size not in pipes:
        yield "pipe_size", None, f"pipe {run.pipe_size} is no size there; the rules choose"


def _applied(job: Job, edits: list[Edit]) -> Job:
    document: Any = job.model_dump(mode="json")
    for edit in edits:
        *way, last = edit.path.strip("/").split("/")
        part: Any = document
        for name in way:
            part = part[int(name) if name.isdigit() else name]
        part[last] = edit.value
    try:
        return Job.model_validate(document)
    except ValueError as error:
        raise InvalidJob("/rulebook", f"the job cannot be read by that rulebook: {error}") from error


def _meanings(job: Job, before: Plan, after: Plan) -> Iterator[Meaning]:
    for key, run in after.runs.items():
        old = before.runs[key]
        where = f"/runs/{key}"
        if any(getattr(run, one) != getattr(old, one) for one in ("metal", "size", "device_a", "sets")):
            yield Meaning(where, run.name, "conductors and device", old.headline, run.headline)
        if run.sized and old.sized and run.equipment_ground_size != old.equipment_ground_size:
            yield Meaning(where, run.name, "ground", *(_ground(one.equipment_ground_size) for one in (old, run)))
    for key, can in after.enclosures.items():
        if key in before.enclosures and can.bond != before.enclosures[key].bond:
            yield Meaning(f"/enclosures/{key}", can.name, "neutral and ground", before.enclosures[key].bond, can.bond)
    for key, building in after.buildings.items():
        old_building = before.buildings.get(key)
        if old_building is None:
            continue
        words = [_electrodes(one.electrode_required, one.rods_wanted) for one in (old_building, building)]
        if words[0] != words[1]:
            yield Meaning(f"/buildings/{key}", building.name, "electrodes", *words)
        loads = [", ".join(f"{round(m.total_a)} A" for m in one.methods if m.chosen) for one in (old_building, building)]
        if loads[0] != loads[1]:
            yield Meaning(f"/buildings/{key}", job.buildings[key].name, "calculated load", loads[0] or "added up", loads[1] or "added up")


def _ground(size: str) -> str:
    return f"size {size}" if size else "none"


def _electrodes(required: bool, rods: int) -> str:  # noqa: FBT001 - private
    return "not required" if not required else f"{rods} rods" if rods else "required, no rods"
