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
from northspan.core.topics.circuits.series import series_group
from northspan.core.topics.circuits.standing import Standing, standing_in
from northspan.core.topics.faults.interrupting import FaultHere
from northspan.core.topics.faults.topic import FAULTS_HERE
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.topics.sizing.topic import SIZED, same_choices

STANDING: Result[dict[str, dict[str, Standing]]] = Result("circuits of each panel whose spaces are drawn")
PANELS: Result[dict[str, PanelPlan]] = Result("panels as laid out, without what hangs on the fault current at them")
_FOUND: Result[tuple[Finding, ...]] = Result("what was found in panels")


def plan(case: Case, done: Done) -> Planned:
    """Lay out every panel whose spaces are drawn.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What earlier topics worked out. [-]
    """
    sized, same = done[SIZED], done.before.only_moved and same_choices(done)
    drawn = {key: one.layout for key, one in case.job.enclosures.items() if one.layout is not None and one.status is not Status.remove}
    standing = done.before[STANDING] if same else {key: standing_in(case, key, sized) for key in drawn}
    panels = done.before[PANELS] if same else {key: panel_plan(case, key, layout, standing[key], sized) for key, layout in drawn.items()}
    feeding = {key: sized.get(case.tree.feeding.get(key, "")) for key in drawn}
    series = {key: series_group(case, key, feeding[key], _largest(done[FAULTS_HERE].get(key))) for key in drawn}
    found = done.before[_FOUND] if same else tuple(_about(case, panels, standing, sized))
    return Planned(
        {"panels": panels},
        more={"panels": {key: {"around": (one,)} for key, one in series.items() if one is not None}},
        results={STANDING: standing, PANELS: panels, _FOUND: found},
    )


def _about(
    case: Case, panels: dict[str, PanelPlan], standing: dict[str, dict[str, Standing]], sized: dict[str, SizedRun]
) -> Iterator[Finding]:
    """What is wrong in panels."""
    for key, there in standing.items():
        yield from panel_checks(case, panels[key], there, sized)


def _largest(here: FaultHere | None) -> float | None:
    """The larger fault current at a panel, between lines or to the neutral; None where its way from a source is not known. [A]"""
    return here.fault.value.largest_a if here else None


def _stand(done: Done) -> bool:
    """Whether every run is chosen as before, and the fault current at every panel is the same."""
    was, here = done.before[FAULTS_HERE], done[FAULTS_HERE]
    return same_choices(done) and all(_largest(was.get(key)) == _largest(here.get(key)) for key in done.before[PANELS])


def findings(case: Case, done: Done) -> Iterator[Finding]:
    """Say what is wrong in panels.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What the topics so far worked out. [-]
    """
    del case
    yield from done[_FOUND]


TOPIC = Topic("circuits", "panels", plan, findings, CALCULATORS, stands=_stand)
