"""Neutrals and bonds: counted in every state of the supplies, and solved on the bench."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.case.topic import Done, Planned, Result, Topic, always_stands
from northspan.core.document.findings import Finding
from northspan.core.topics.bonds.calculators import CALCULATORS
from northspan.core.topics.bonds.said import bonds_said

_FOUND: Result[tuple[Finding, ...]] = Result("what was found about bonds in every state")


def plan(case: Case, done: Done) -> Planned:
    """Lay out the calls on standby supplies.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What earlier topics worked out. [-]
    """
    del done
    about, calls = bonds_said(case)
    return Planned(onto={"sources": {key: {"calls": found} for key, found in calls.items()}}, results={_FOUND: about})


def findings(case: Case, done: Done) -> Iterator[Finding]:
    """Say where a second bond carries current, or none is there.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What the topics so far worked out. [-]
    """
    del case
    yield from done[_FOUND]


TOPIC = Topic("bonds", "neutrals", plan, findings, CALCULATORS, stands=always_stands)
