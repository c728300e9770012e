"""Circuits: what stands in every panel, on which leg, what waits for a place, and what is wrong with it."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.case.topic import Done, Planned, Result, Topic
from northspan.core.document.findings import Finding
from northspan.core.document.job import Status
from northspan.core.document.plan.panel import PanelPlan
from northspan.core.topics.circuits.calculators import CALCULATORS
from northspan.core.topics.circuits.checks import panel_checks
from northspan.core.topics.circuits.panel_plan import panel_plan
from northspan.core.topics.circuits.standing import Standing, standing_in
from northspan.core.topics.faults.interrupting import FaultHere
from northspan.core.topics.faults.topic import FAULTS_HERE
from northspan.core.topics.sizing.topic import SIZED

STANDING: Result[dict[str, dict[str, Standing]]] = Result("circuits of each panel whose spaces are drawn")
PANELS: Result[dict[str, PanelPlan]] = Result("panels as laid out")


def plan(case: Case, done: Done) -> Planned:
    """Lay out every panel whose spaces are drawn.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What earlier topics worked out. [-]
    """
    sized = done[SIZED]
    drawn = {key: one.layout for key, one in case.job.enclosures.items() if one.layout is not None and one.status is not Status.remove}
    standing = {key: standing_in(case, key, sized) for key in drawn}
    panels = {
        key: panel_plan(case, key, layout, standing[key], sized, _largest(done[FAULTS_HERE].get(key))) for key, layout in drawn.items()
    }
    return Planned({"panels": panels}, results={STANDING: standing, PANELS: panels})


def _largest(here: FaultHere | None) -> float | None:
    """The larger fault current at a panel, between lines or to the neutral; None where its way from a source is not known. [A]"""
    return here.fault.value.largest_a if here else None


def findings(case: Case, done: Done) -> Iterator[Finding]:
    """Say what is wrong in panels.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What the topics so far worked out. [-]
    """
    for key, standing in done[STANDING].items():
        yield from panel_checks(case, done[PANELS][key], standing, done[SIZED])


TOPIC = Topic("circuits", "panels", plan, findings, CALCULATORS)
