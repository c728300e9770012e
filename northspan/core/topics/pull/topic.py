"""Route and pull: how wires get there, and what a crew does."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.case.topic import Done, Planned, Result, Topic
from northspan.core.document.findings import Finding
from northspan.core.topics.pull.calculators import CALCULATORS
from northspan.core.topics.pull.findings import pull_findings
from northspan.core.topics.pull.fittings import fitting_findings
from northspan.core.topics.pull.ground import ground_findings, locate_findings, shared_trenches
from northspan.core.topics.pull.hand_bends import bent_findings
from northspan.core.topics.pull.routed import Routed
from northspan.core.topics.pull.run_pull import pull_of
from northspan.core.topics.pull.stages import stages
from northspan.core.topics.pull.supports import height_findings, support_findings
from northspan.core.topics.sizing.topic import SIZED

ROUTED: Result[dict[str, Routed]] = Result("runs with their routes")


def plan(case: Case, done: Done) -> Planned:
    """Lay out the pull of every run, the trenches that runs share, and the job in stages.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What earlier topics worked out. [-]
    """
    job, rulebook = case.job, case.rulebook
    routed = {key: Routed(key, job.runs[key], sized) for key, sized in done[SIZED].items()}
    in_order = {key: job.runs[key] for key in (*case.tree.order, *job.runs)}
    return Planned(
        {"trenches": shared_trenches(routed, rulebook), "stages": stages(in_order, routed, rulebook)},
        onto={"runs": {key: {"pull": pull_of(one, rulebook)} for key, one in routed.items() if done.wants(key)}},
        results={ROUTED: routed},
    )


def findings(case: Case, done: Done) -> Iterator[Finding]:
    """Say what is wrong with how runs get there: pull, heights, straps, boxes, trench.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What the topics so far worked out. [-]
    """
    for routed in done[ROUTED].values():
        if not routed.run.utility_owned:  # who owns the wires pulls them in
            yield from pull_findings(routed, case.rulebook)
        yield from height_findings(routed, case.rulebook)
        yield from support_findings(routed, case.rulebook)
        yield from fitting_findings(routed, case.rulebook)
        yield from bent_findings(routed)
        yield from ground_findings(routed, case.rulebook)
    yield from locate_findings(done[ROUTED])


TOPIC = Topic("pull", "route", plan, findings, CALCULATORS)
