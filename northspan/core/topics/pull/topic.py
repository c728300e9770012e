"""Route and pull: how wires get there, and what a crew does."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from itertools import chain

from northspan.core.case.case import Case
from northspan.core.case.topic import Done, Planned, Result, Topic, of_step
from northspan.core.document.findings import Finding
from northspan.core.document.job import Status
from northspan.core.document.plan import StageLine, TrenchPlan
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.topics.pull.calculators import CALCULATORS
from northspan.core.topics.pull.findings import pull_findings
from northspan.core.topics.pull.fittings import fitting_findings
from northspan.core.topics.pull.ground import ground_findings, locate_findings, shared_trenches
from northspan.core.topics.pull.hand_bends import bent_findings
from northspan.core.topics.pull.routed import Routed
from northspan.core.topics.pull.run_pull import pull_of
from northspan.core.topics.pull.stages import stage_lines, stages
from northspan.core.topics.pull.supports import height_findings, support_findings
from northspan.core.topics.sizing.topic import SIZED

ROUTED: Result[dict[str, Routed]] = Result("runs with their routes")
_FOUND: Result[dict[str, tuple[Finding, ...]]] = Result("what was found about routes, by run")
_TRENCHES: Result[tuple[TrenchPlan, ...]] = Result("trenches that runs share")
_STAGED: Result[dict[str, dict[Status, StageLine]]] = Result("what is done at each stage, by run")
_TO_LOCATE: Result[tuple[Finding, ...]] = Result("what is to be located before anybody digs")


def plan(case: Case, done: Done) -> Planned:
    """Lay out the pull of every run, the trenches that runs share, and the job in stages.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What earlier topics worked out. [-]
    """
    job, rulebook, before = case.job, case.rulebook, done.before
    was, was_found, was_staged = (before.results.get(one, {}) for one in (ROUTED, _FOUND, _STAGED))
    routed = {}
    for key, sized in done[SIZED].items():
        old = was.get(key)
        routed[key] = old if old is not None and old.run is job.runs[key] and old.sized is sized else Routed(key, job.runs[key], sized)
    wanted = done.wanted(routed.keys())
    fresh = {key: one for key, one in routed.items() if one is not was.get(key)}
    found = {key: of_step(TOPIC.step, _about(one, rulebook)) if key in fresh else was_found[key] for key, one in routed.items()}
    same_runs = before.only_moved and was.keys() == routed.keys()
    same_trenches = same_runs and not any(segment.trench for one in fresh.values() for segment in one.run.segments)
    trenches = before[_TRENCHES] if same_trenches else shared_trenches(routed, rulebook)
    staged = {
        key: was_staged[key] if same_runs and key not in fresh else stage_lines(key, job.runs[key], routed.get(key), rulebook)
        for key in dict.fromkeys((*case.tree.order, *job.runs))
    }
    return Planned(
        {"trenches": trenches, "stages": stages(staged.values())},
        onto={"runs": {key: {"pull": pull_of(one, rulebook)} for key, one in routed.items() if key in wanted}},
        results={
            ROUTED: routed,
            _FOUND: found,
            _TRENCHES: trenches,
            _STAGED: staged,
            _TO_LOCATE: before[_TO_LOCATE] if same_runs else tuple(locate_findings(routed)),
        },
    )


def _about(routed: Routed, rulebook: Rulebook) -> Iterator[Finding]:
    """What is wrong with how one run gets there: pull, heights, straps, boxes, trench."""
    if not routed.run.utility_owned:  # who owns the wires pulls them in
        yield from pull_findings(routed, rulebook)
    yield from height_findings(routed, rulebook)
    yield from support_findings(routed, rulebook)
    yield from fitting_findings(routed, rulebook)
    yield from bent_findings(routed)
    yield from ground_findings(routed, rulebook)


def findings(case: Case, done: Done) -> Iterable[Finding]:
    """Say what is wrong with how runs get there, and what is to be located before anybody digs.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What the topics so far worked out. [-]
    """
    del case
    return [*chain.from_iterable(done[_FOUND].values()), *done[_TO_LOCATE]]


TOPIC = Topic("pull", "route", plan, findings, CALCULATORS)
