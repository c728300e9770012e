"""Small factories with sensible defaults."""

from __future__ import annotations

import json
import sys
from collections.abc import Callable, Iterator
from typing import Any

from sqlalchemy import Engine

from northspan.core.desk.starts import detached_feeder
from northspan.core.document.findings import Finding
from northspan.core.document.job import (
    Bond,
    Building,
    CallChoice,
    Enclosure,
    EnclosureKind,
    Job,
    Load,
    Metal,
    Run,
    Segment,
    Status,
    Terminals,
)
from northspan.core.document.plan import MarginShown, Plan, RunPlan
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.solve import solve
from northspan.outside import outside
from northspan.service import Service
from northspan.store.authorities import Authorities
from northspan.store.books import Books
from northspan.store.jobs import Jobs
from northspan.store.library import Library
from tests.run import TOP

US = rulebook_named("us-2023")
FT_M = 0.3048
IN_M = 0.0254


def a_segment(**changes: Any) -> Segment:
    return Segment(**{"length_m": 30.0, "ambient_c": 30.0} | changes)


LEAST = {"shelf": CallChoice(school="least"), "metal": CallChoice(school="aluminum_feeders")}  # what the rules ask, not the shelf


def a_feeder(load_a: float | None = 70, length_m: float = 30, *, segment: dict[str, Any] | None = None, **changes: Any) -> Job:
    """A house panel, a feeder in one stretch, a panel in a detached building; terminals marked 75 °C."""
    job = detached_feeder("Test property", load_a or 1, length_m)
    run = job.runs["F1"]
    one = Segment(**run.segments[0].model_dump() | {"bends_deg": 0} | (segment or {}))
    made = Run(**run.model_dump() | {"terminals": Terminals.c75, "load_a": load_a, "segments": (one,)} | changes)
    seen = job.enclosures["P1"].model_copy(update={"bond_found": Bond.bonded})
    return checked(job, runs={"F1": made}, enclosures=job.enclosures | {"P1": seen}, calls=LEAST)


def checked(job: Job, **changes: Any) -> Job:
    """The job with these fields changed, read again as a whole, so that a test cannot build what a person could not."""
    return Job.model_validate_json(job.model_copy(update=changes).model_dump_json(warnings=False))


def with_building(job: Job, **changes: Any) -> Job:
    return checked(job, buildings=job.buildings | {"B2": job.buildings["B2"].model_copy(update=changes)})


def with_panel(job: Job, **changes: Any) -> Job:
    return checked(job, enclosures=job.enclosures | {"P2": job.enclosures["P2"].model_copy(update=changes)})


def with_loads(job: Job, **loads: Load) -> Job:
    run = job.runs["F1"].model_copy(update={"load_a": None})
    return checked(job, runs={"F1": run}, loads=loads)


def a_property_of(runs: int) -> Job:
    """One panel that feeds many buildings, each by its own feeder with its own load and length."""
    numbers = range(1, runs + 1)
    return Job(
        name="Many",
        buildings={"B0": Building(name="House")} | {f"B{i}": Building(name=f"Building {i}") for i in range(1, 51)},
        enclosures={"P0": Enclosure(name="House panel", building="B0", status=Status.existing, bond_found=Bond.bonded)}
        | {f"P{i}": Enclosure(name=f"Panel {i}", building=f"B{1 + i % 50}", kind=EnclosureKind.panel_main_breaker) for i in numbers},
        runs={
            f"F{i}": Run(
                name=f"Feeder {i}",
                origin="P0",
                target=f"P{i}",
                load_a=15 + i % 90,
                metal=Metal.copper if i % 2 else None,
                segments=(a_segment(length_m=5 + 2.5 * i), a_segment(length_m=3 + i, place="indoors", bends_deg=90)),
            )
            for i in numbers
        },
    )


def service_over(engine: Engine) -> Service:
    """The service as a server has it, over a database."""
    return Service(Jobs(engine), outside(Library(engine), Books(engine), Authorities(engine)))


def calls_of(work: Callable[[], object]) -> int:
    """How many calls something takes: what it costs, whatever else the machine does meanwhile."""
    count = 0

    def one(_frame: object, event: str, _what: object) -> None:
        nonlocal count
        count += event == "call"

    sys.setprofile(one)
    try:
        work()
    finally:
        sys.setprofile(None)
    return count


def run_of(job: Job, run_id: str = "F1") -> RunPlan:
    return solve(job, {run_id}).runs[run_id]


def margin(plan: RunPlan, key: str) -> MarginShown:
    return next(m for m in plan.margins if m.key == key)


def found(plan: Plan, words: str) -> list[Finding]:
    return [finding for finding in plan.findings if words in finding.text]


def examples() -> Iterator[tuple[str, str, dict[str, Any]]]:
    """The examples in the documents: name of the calculator, what is asked as JSON, what it says among other things."""
    for block in (TOP / "docs/calculators.md").read_text().split("```sh\n")[1:]:
        command, _, rest = block.partition("```\n")
        name, given = command.split("calc ")[1].split(" <<< ")
        yield name.strip(), given.strip().strip("'"), json.loads(rest.split("```json\n")[1].split("```")[0])
