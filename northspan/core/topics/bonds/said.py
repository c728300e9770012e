"""What the bench says of a job without anything pressed: findings and calls, remembered by what they read."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from functools import lru_cache
from typing import Any

from northspan.core.case.case import Case
from northspan.core.document.findings import Finding
from northspan.core.document.job import Building, Enclosure, Method, Part, Run, Segment, Source
from northspan.core.document.plan import CallPlan
from northspan.core.topics.bonds.source_calls import source_calls
from northspan.core.topics.bonds.state_checks import state_findings
from northspan.core.topics.panels.bonding import plan_enclosures

_READ: dict[type[Part], set[str]] = {
    Run: {"name", "kind", "origin", "target", "status", "circuit", "grounding", "alternate", "neutral_switched", "segments"},
    Enclosure: {"name", "building", "kind", "bond_found", "ground_bar_found", "status"},
    Source: {"name", "kind", "system", "building", "bond_found", "status", "earthing"},
    Building: {"name", "use", "animals", "metallic_path", "status"},
}
_CALLS = ("generator_neutral", "inverter_bond")
_LEFT_OUT = {
    kind: {name: one.get_default(call_default_factory=True) for name, one in kind.model_fields.items() if name not in read}
    for kind, read in _READ.items()
}


@dataclass(frozen=True)
class _Joined:
    """A property with nothing left in it but what is joined to what: `case` holds no more than `key` tells apart."""

    key: tuple[object, ...]
    case: Case = field(compare=False)


def bonds_said(case: Case) -> tuple[tuple[Finding, ...], dict[str, tuple[CallPlan, ...]]]:
    """Give the findings on the bonds of every state, and the calls on standby supplies by source.

    Parameters
    ----------
    case : Case
        The job made ready. [-]

    Notes
    -----
    They are worked on the job without its loads, lengths and sizes, so that two jobs that differ in these alone share the answer;
    what is not in the key cannot be read.
    """
    job = case.job
    parts = {
        "runs": {key: _bare(one, segments=tuple(_segment(s.method) for s in one.segments)) for key, one in job.runs.items()},
        "enclosures": {key: _bare(one) for key, one in job.enclosures.items()},
        "sources": {key: _bare(one) for key, one in job.sources.items()},
        "buildings": {key: _bare(one) for key, one in job.buildings.items()},
    }
    calls = {name: job.calls[name] for name in _CALLS if name in job.calls}
    joined = job.model_copy(update={**parts, "electrodes": {}, "loads": {}, "calls": calls})
    key = (case.rulebook, case.schools, *(tuple(of_kind.items()) for of_kind in parts.values()), tuple(calls.items()))
    return _said(_Joined(key, replace(case, tree=replace(case.tree, job=joined, volts={}))))


def _bare(part: Part, **kept: Any) -> Part:  # noqa: ANN401 - fields of any kind
    """A part with every field at its default that the bench does not read here."""
    return part.model_copy(update=_LEFT_OUT[type(part)] | kept)


@lru_cache(maxsize=32)
def _segment(method: Method) -> Segment:
    return Segment(length_m=1, method=method)


@lru_cache(maxsize=128)
def _said(joined: _Joined) -> tuple[tuple[Finding, ...], dict[str, tuple[CallPlan, ...]]]:
    case = joined.case
    return tuple(state_findings(case, plan_enclosures(case))), source_calls(case)
