"""What the owner asks of what he sees, and a plain answer for each visible piece of this job."""

from __future__ import annotations

import csv
from collections.abc import Callable, Iterator
from functools import cache
from importlib.resources import files

from northspan.core.case.case import Case
from northspan.core.document.job import (
    NEW,
    Circuit,
    ElectrodeKind,
    EnclosureKind,
    Grounding,
    Job,
    LoadKind,
    Method,
    Place,
    Protects,
    Run,
    SourceKind,
)

PIPE = frozenset({Method.pvc40, Method.pvc80, Method.emt, Method.rmc})
WATCHED = frozenset({Protects.ground_fault, Protects.both})
OWN = frozenset({SourceKind.generator, SourceKind.inverter_pair})


def asked_and_answered(case: Case) -> Iterator[tuple[str, str, tuple[str, ...]]]:
    """Give what the owner may ask here: the question, the answer, and of which parts, as JSON Pointers.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    """
    rows, say = answers(), case.rulebook.words
    for key, parts in ((key, tuple(find(case))) for key, find in _PIECES.items()):
        if parts:
            yield say.fill(rows[key][0]), say.fill(rows[key][1]), parts


@cache
def answers() -> dict[str, tuple[str, str]]:
    """Read questions and answers, by a short name for each."""
    text = (files("northspan.core.steps.days") / "owner_asks.csv").read_text(encoding="utf-8")
    return {row["key"]: (row["question"], row["answer"]) for row in csv.DictReader(text.splitlines())}


def _electrodes(job: Job, *, water: bool) -> Iterator[str]:
    for key, one in job.electrodes.items():
        if one.status in NEW and (one.kind is ElectrodeKind.water_pipe) is water:
            yield f"/electrodes/{key}"


def _runs(job: Job, wanted: Callable[[Run], bool]) -> Iterator[str]:
    yield from (f"/runs/{key}" for key, run in job.runs.items() if run.status in NEW and not run.utility_owned and wanted(run))


def _hidden(run: Run) -> bool:
    return any(one.method is Method.cable and one.place in {Place.indoors, Place.attic} for one in run.segments)


def _on_wall(run: Run) -> bool:
    return any(one.method in PIPE and one.place is Place.outdoors for one in run.segments)


def _buttons(job: Job) -> Iterator[str]:
    for key, one in job.circuits.items():
        if one.residual_ma or one.protects in WATCHED:
            yield f"/circuits/{key}"
    yield from (f"/runs/{key}" for key, run in job.runs.items() if (run.residual_ma or run.gfci) and run.status in NEW)


def _between_buildings(case: Case) -> Iterator[str]:
    job, tree = case.job, case.tree

    def four(run: Run) -> bool:
        across = run.origin in job.enclosures and run.target in job.enclosures
        return (
            across and run.circuit is Circuit.three_wire and run.grounding is Grounding.equipment_ground
            and tree.building_of(run.origin) != tree.building_of(run.target)
        )  # fmt: skip

    yield from _runs(job, four)


def _outside(case: Case) -> Iterator[str]:
    for key, can in case.job.enclosures.items():
        above = case.tree.above(key)
        if can.kind is EnclosureKind.disconnect and can.status in NEW and above is not None and above.origin in case.job.sources:
            yield f"/enclosures/{key}"


_PIECES: dict[str, Callable[[Case], Iterator[str]]] = {
    "water_pipe": lambda case: _electrodes(case.job, water=True),
    "electrode": lambda case: _electrodes(case.job, water=False),
    "second_switch": _outside,
    "four_wires": _between_buildings,
    "hole": lambda case: _runs(case.job, _hidden),
    "lid": lambda case: (f"/boxes/{key}" for key, box in case.job.boxes.items() if box.status in NEW),
    "conduit": lambda case: _runs(case.job, _on_wall),
    "ribbon": lambda case: _runs(case.job, lambda run: any(one.place is Place.buried for one in run.segments)),
    "button": lambda case: _buttons(case.job),
    "generator": lambda case: (f"/sources/{key}" for key, one in case.job.sources.items() if one.kind in OWN),
    "tank": lambda case: (f"/loads/{key}" for key, one in case.job.loads.items()
                          if one.kind is LoadKind.water_heating and one.status in NEW),
}  # fmt: skip
