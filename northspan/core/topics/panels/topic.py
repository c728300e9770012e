"""Panels: the bond of every can, as it should be and as found; buses, terminals, mains, places."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.case.schools import call_plan
from northspan.core.case.topic import Done, Planned, Result, Topic
from northspan.core.document.calls import CALLS
from northspan.core.document.findings import Finding
from northspan.core.document.plan import CallPlan, EnclosurePlan
from northspan.core.topics.electrodes.topic import BUILDINGS
from northspan.core.topics.panels.bonding import bond_findings, plan_enclosures
from northspan.core.topics.panels.findings import main_outcomes, panel_findings
from northspan.core.topics.panels.mains import main_findings
from northspan.core.topics.panels.managed import managed_findings
from northspan.core.topics.panels.people import cautions_there, people_findings
from northspan.core.topics.panels.seen import not_looked_at
from northspan.core.topics.sizing.topic import SIZED, same_choices

_ENCLOSURES: Result[dict[str, EnclosurePlan]] = Result("enclosures with devices")


def plan(case: Case, done: Done) -> Planned:
    """Decide the bond of every can, and lay out the call on main breakers.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What earlier topics worked out. [-]
    """
    plans = plan_enclosures(case)
    calls = {key: {"calls": _main_call(case, key)} for key in done[BUILDINGS]}
    cautions = {key: {"cautions": found} for key in case.job.runs if (found := cautions_there(case, key))}
    return Planned({"enclosures": plans}, more={"buildings": calls, "runs": cautions}, results={_ENCLOSURES: plans})


def _main_call(case: Case, key: str) -> tuple[CallPlan, ...]:
    kind = CALLS["panel_main"]
    outcomes = main_outcomes(case.tree, key, kind.schools, case.rulebook.words)
    return (call_plan(kind, case.job.calls.get(kind.name), outcomes, case.rulebook.choices, case.rulebook.words),) if outcomes else ()


def findings(case: Case, done: Done) -> Iterator[Finding]:
    """Say what is wrong with enclosures as found.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What the topics so far worked out. [-]
    """
    yield from panel_findings(case, done[SIZED])
    yield from bond_findings(case.job, done[_ENCLOSURES], case.rulebook.words)
    yield from main_findings(case, done[SIZED])
    yield from people_findings(case)
    yield from managed_findings(case, done[SIZED])
    yield from not_looked_at(case, done[_ENCLOSURES])


TOPIC = Topic("panels", "survey", plan, findings, stands=same_choices)
