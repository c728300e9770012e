"""What the bench says of a job without anything pressed: findings and calls, remembered by what they depend on."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import lru_cache

from northspan.core.case.schools import Schools
from northspan.core.case.tree import Tree
from northspan.core.document.findings import Finding
from northspan.core.document.plan import CallPlan
from northspan.core.rulebooks.questions.common import BuildingFacts
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.topics.bonds.edges import STEEL_PIPE
from northspan.core.topics.bonds.source_calls import source_calls
from northspan.core.topics.bonds.state_checks import state_findings
from northspan.core.topics.panels.bonding import plan_enclosures


@dataclass(frozen=True)
class _Joined:
    """A property by what is joined to what: two with the same `key` have the same bonds, whatever their loads and lengths."""

    key: tuple[object, ...]
    tree: Tree = field(compare=False)
    facts: dict[str, BuildingFacts] = field(compare=False)
    schools: Schools = field(compare=False)
    rulebook: Rulebook = field(compare=False)


def bonds_said(
    tree: Tree, facts: dict[str, BuildingFacts], schools: Schools, rulebook: Rulebook
) -> tuple[tuple[Finding, ...], dict[str, tuple[CallPlan, ...]]]:
    """Give the findings on the bonds of every state, and the calls on standby supplies by source.

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
    return _said(_Joined(_key(tree, schools, rulebook), tree, facts, schools, rulebook))


def _key(tree: Tree, schools: Schools, rulebook: Rulebook) -> tuple[object, ...]:
    job = tree.job
    runs = tuple(
        (key, r.name, r.kind, r.origin, r.target, r.status, r.circuit, r.grounding, r.alternate, r.neutral_switched,
         all(stretch.method in STEEL_PIPE for stretch in r.segments))
        for key, r in job.runs.items()
    )  # fmt: skip
    cans = tuple((key, e.name, e.building, e.kind, e.bond_found, e.ground_bar_found, e.status) for key, e in job.enclosures.items())
    sources = tuple((key, s.name, s.kind, s.system, s.building, s.bond_found, s.status, s.earthing) for key, s in job.sources.items())
    buildings = tuple((key, b.metallic_path, b.animals, b.use, b.name) for key, b in job.buildings.items())
    return rulebook.id, schools, runs, cans, sources, buildings, job.calls.get("generator_neutral"), job.calls.get("inverter_bond")


@lru_cache(maxsize=128)
def _said(joined: _Joined) -> tuple[tuple[Finding, ...], dict[str, tuple[CallPlan, ...]]]:
    tree, schools, rulebook = joined.tree, joined.schools, joined.rulebook
    plans = plan_enclosures(tree, joined.facts, schools, rulebook.grounds)
    return tuple(state_findings(tree, plans, schools, rulebook)), source_calls(tree, joined.facts, schools, rulebook)
