"""Supplies and sources: what each can give, and whether it carries what hangs on it."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.case.topic import Done, Planned, Result, Topic
from northspan.core.document.findings import Finding
from northspan.core.topics.supply.plan import plan_sources

_FOUND: Result[list[Finding]] = Result("what was found about sources")


def plan(case: Case, done: Done) -> Planned:
    """Hold every source against its load.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What earlier topics worked out. [-]
    """
    del done
    sources, about = plan_sources(case)
    return Planned({"sources": sources}, results={_FOUND: about})


def findings(case: Case, done: Done) -> Iterator[Finding]:
    """Say which source does not carry its load.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What the topics so far worked out. [-]
    """
    del case
    yield from done[_FOUND]


TOPIC = Topic("supply", "loads", plan, findings)
