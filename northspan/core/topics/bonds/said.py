"""What the bench says of a job without anything pressed: findings and calls, remembered by what they depend on."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import lru_cache

from northspan.core.case.case import Case
from northspan.core.document.findings import Finding
from northspan.core.document.plan import CallPlan
from northspan.core.topics.bonds.edges import STEEL_PIPE
from northspan.core.topics.bonds.source_calls import source_calls
from northspan.core.topics.bonds.state_checks import state_findings
from northspan.core.topics.panels.bonding import plan_enclosures


@dataclass(frozen=True)
class _Joined:
    """A property by what is joined to what: two with the same `key` have the same bonds, whatever their loads and lengths."""

    key: tuple[object, ...]
    case: Case = field(compare=False)


def bonds_said(case: Case) -> tuple[tuple[Finding, ...], dict[str, tuple[CallPlan, ...]]]:
    """Give the findings on the bonds of every state, and the calls on standby supplies by source.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    """
    return _said(_Joined(_key(case), case))


def _key(case: Case) -> tuple[object, ...]:
    job = case.tree.job
    runs = tuple(
        (key, r.name, r.kind, r.origin, r.target, r.status, r.circuit, r.grounding, r.alternate, r.neutral_switched,
         all(stretch.method in STEEL_PIPE for stretch in r.segments))
        for key, r in job.runs.items()
    )  # fmt: skip
    cans = tuple((key, e.name, e.building, e.kind, e.bond_found, e.ground_bar_found, e.status) for key, e in job.enclosures.items())
    sources = tuple((key, s.name, s.kind, s.system, s.building, s.bond_found, s.status, s.earthing) for key, s in job.sources.items())
    buildings = tuple((key, b.metallic_path, b.animals, b.use, b.name) for key, b in job.buildings.items())
    return (
        case.rulebook.id,
        case.schools,
        runs,
        cans,
        sources,
        buildings,
        job.calls.get("generator_neutral"),
        job.calls.get("inverter_bond"),
    )


@lru_cache(maxsize=128)
def _said(joined: _Joined) -> tuple[tuple[Finding, ...], dict[str, tuple[CallPlan, ...]]]:
    case = joined.case
    return tuple(state_findings(case, plan_enclosures(case))), source_calls(case)
