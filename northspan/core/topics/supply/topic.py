"""Supplies and sources: what each can give, and whether it carries what hangs on it."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.case.topic import Done, Planned, Result, Topic, always_stands
from northspan.core.document.findings import Finding, Severity, pin
from northspan.core.document.job import EnclosureKind
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
    """Say which source does not carry its load, and which standby supply has nothing that keeps it off the other.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What the topics so far worked out. [-]
    """
    yield from done[_FOUND]
    yield from _without_transfer(case)


def _without_transfer(case: Case) -> Iterator[Finding]:
    """A standby supply that ends in a can which holds nothing off: what it feeds goes out on the line, and comes in from there."""
    say = case.rulebook.words
    for key in case.tree.standby:
        run = case.job.runs[key]
        enclosure = case.job.enclosures.get(run.target)
        if not run.alternate or run.interlock or enclosure is None or enclosure.kind is EnclosureKind.transfer_switch:
            continue
        words = say.fill(f"{run.name}: it ends at {enclosure.name}, and nothing there keeps it off the normal supply.")
        why = say.fill("What is fed back goes out on the line and kills whoever works there; the {utility} comes back into the source.")
        cures = (
            pin(f"/runs/{key}/interlock", value=True, words=say.fill("A back-fed breaker with an interlock listed for the {panel}")),
            pin(f"/enclosures/{run.target}/kind", EnclosureKind.transfer_switch, say.fill(f"{enclosure.name} is a {{transfer_switch}}")),
        )
        yield Finding("no-transfer-equipment", Severity.stop, f"/runs/{key}/interlock", words, why, say.cite("transfer_equipment"), cures,
                      step="survey")  # fmt: skip


TOPIC = Topic("supply", "loads", plan, findings, stands=always_stands)
