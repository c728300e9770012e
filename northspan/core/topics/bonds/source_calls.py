"""The calls on standby supplies: where a generator's neutral is broken, and where an inverter has its bond."""

from __future__ import annotations

from northspan.core.case.case import Case
from northspan.core.case.schools import call_plan
from northspan.core.document.calls import CALLS
from northspan.core.document.job import SourceKind, Status
from northspan.core.document.plan import CallPlan
from northspan.core.topics.bonds.state_checks import state_checks
from northspan.core.topics.panels.bonding import plan_enclosures

_CALL = {
    SourceKind.generator: "generator_neutral",
    SourceKind.governed_plant: "generator_neutral",
    SourceKind.inverter_pair: "inverter_bond",
}


def source_calls(case: Case) -> dict[str, tuple[CallPlan, ...]]:
    """Lay out the call of each source that has one, each school's outcome counted on what is joined to what.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    """
    found: dict[str, tuple[CallPlan, ...]] = {}
    standby = {case.tree.job.runs[key].origin: key for key in case.tree.standby}
    for key, source in case.tree.job.sources.items():
        name = _CALL.get(source.kind)
        alone = source.kind is not SourceKind.inverter_pair and key not in standby
        if name is None or source.status is Status.remove or alone or (key not in standby and not case.tree.leaving.get(key)):
            continue
        kind = CALLS[name]
        outcomes = {}
        for school in kind.schools:
            other = case.taking(name, school.key)
            checks = {one.key: one for one in state_checks(other, plan_enclosures(other))}
            outcomes[school.key] = checks[standby.get(key, "")].words
        found[key] = (call_plan(kind, case.tree.job.calls.get(name), outcomes, case.rulebook.choices, case.rulebook.words),)
    return found
