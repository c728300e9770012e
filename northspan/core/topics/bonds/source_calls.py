"""The calls on standby supplies: where a generator's neutral is broken, and where an inverter has its bond."""

from __future__ import annotations

from northspan.core.case.schools import Schools
from northspan.core.case.tree import Tree
from northspan.core.document.calls import CALLS
from northspan.core.document.job import SourceKind, Status
from northspan.core.document.plan import CallPlan
from northspan.core.rulebooks.questions.common import BuildingFacts
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.topics.bonds.state_checks import state_checks
from northspan.core.topics.panels.bonding import plan_enclosures
from northspan.core.topics.sizing.other_ways import call_plan

_CALL = {
    SourceKind.generator: "generator_neutral",
    SourceKind.governed_plant: "generator_neutral",
    SourceKind.inverter_pair: "inverter_bond",
}


def source_calls(tree: Tree, facts: dict[str, BuildingFacts], schools: Schools, rulebook: Rulebook) -> dict[str, tuple[CallPlan, ...]]:
    """Lay out the call of each source that has one, each school's outcome counted on what is joined to what.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    facts : dict
        Facts of each building. [-]
    schools : Schools
        The schools followed. [-]
    rulebook : Rulebook
        The code to follow. [-]
    """
    found: dict[str, tuple[CallPlan, ...]] = {}
    standby = {tree.job.runs[key].origin: key for key in tree.standby}
    for key, source in tree.job.sources.items():
        name = _CALL.get(source.kind)
        alone = source.kind is not SourceKind.inverter_pair and key not in standby
        if name is None or source.status is Status.remove or alone or (key not in standby and not tree.leaving.get(key)):
            continue
        kind = CALLS[name]
        outcomes = {}
        for school in kind.schools:
            other = schools.but(name, school.key)
            checks = {one.key: one for one in state_checks(tree, plan_enclosures(tree, facts, other, rulebook.grounds), other, rulebook)}
            outcomes[school.key] = checks[standby.get(key, "")].words
        found[key] = (call_plan(kind, tree.job.calls.get(name), outcomes, rulebook.choices),)
    return found
