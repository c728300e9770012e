"""Faults: the current at every can, and whether grounds and neutrals stand its heat."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from northspan.core.case.case import Case
from northspan.core.case.topic import Done, Planned, Result, Topic
from northspan.core.document.findings import Finding
from northspan.core.topics.faults.heat import Stands, heat_findings, heat_groups, heats
from northspan.core.topics.faults.interrupting import FaultHere, at_enclosures, fault_fields, fault_findings, faults
from northspan.core.topics.sizing.topic import SIZED

FAULTS_HERE: Result[dict[str, FaultHere]] = Result("fault current by can")
_SHOWN: Result[dict[str, dict[str, Any]]] = Result("what the plan of each can says of its fault current")
_HEAT: Result[dict[str, tuple[Stands, ...]]] = Result("heat of a fault by run")


def plan(case: Case, done: Done) -> Planned:
    """Work the fault current at every can, and the heat of it in every run.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What earlier topics worked out. [-]
    """
    loops = faults(case, done[SIZED])
    here, heat = at_enclosures(case.tree, loops, case.rulebook.devices), heats(case, done[SIZED], loops)
    wanted = done.wanted(heat.keys())
    was, was_shown = done.before.results.get(FAULTS_HERE, {}), done.before.results.get(_SHOWN, {})
    shown = {key: was_shown[key] if one == was.get(key) else fault_fields(one) for key, one in here.items()}
    return Planned(
        onto={"enclosures": shown},
        more={"runs": {key: {"working": heat_groups(found)} for key, found in heat.items() if key in wanted}},
        results={FAULTS_HERE: here, _HEAT: heat, _SHOWN: shown},
    )


def findings(case: Case, done: Done) -> Iterator[Finding]:
    """Say which device may not interrupt its fault, and which wire does not stand it.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What the topics so far worked out. [-]
    """
    yield from fault_findings(case.tree, done[FAULTS_HERE], case.rulebook.devices, case.rulebook.words)
    yield from heat_findings(case.tree, done[_HEAT], case.rulebook.words)


TOPIC = Topic("faults", "sizing", plan, findings)
