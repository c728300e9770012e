"""Sizing: device, conductors, ground and pipe of every run, and the voltage along the way."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Iterator, Mapping
from dataclasses import dataclass, replace

from northspan.core.case.case import Case
from northspan.core.case.facts import STANDING_FREE
from northspan.core.case.topic import Before, Done, Planned, Result, Topic, of_step
from northspan.core.case.tree import Tree
from northspan.core.document.findings import Finding, Severity
from northspan.core.document.job import Status
from northspan.core.document.plan import RunPlan, Way
from northspan.core.topics.sizing.calculators import CALCULATORS
from northspan.core.topics.sizing.from_job import run_question
from northspan.core.topics.sizing.question import RunQuestion
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.topics.sizing.run_plan import PlannedRun, plan_run, unsized, with_working
from northspan.core.topics.sizing.ways import plan_ways, way_names
from northspan.core.working.errors import OutsideTable

SIZED: Result[dict[str, SizedRun]] = Result("sized runs by id, each after the one that feeds it")
_ANSWERS: Result[dict[str, Answered]] = Result("what was asked of each run and what was planned")
_FOUND: Result[list[Finding]] = Result("what was found about runs")
_NAMES: Result[dict[str, str]] = Result("what ways are called, by their last run")
_WAYS: Result[tuple[Way, ...]] = Result("ways, worst first")


@dataclass(frozen=True, slots=True)
class Answered:
    """What was asked of a run, if it could be, and what was planned of it: without its working, and with it where it was wanted."""

    question: RunQuestion | None
    planned: PlannedRun
    detailed: RunPlan | None = None


def plan(case: Case, done: Done) -> Planned:
    """Size every run after the one that feeds it.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What earlier topics worked out. [-]
    """
    before = done.before.results.get(_ANSWERS, {})
    touched, wanted = _touched(case.tree, done.before), done.wanted(case.tree.order)
    sized: dict[str, SizedRun] = {}
    answers: dict[str, Answered] = {}
    for run_id in case.tree.order:
        was = before.get(run_id)
        if was is None or touched is None or run_id in touched:
            was = _answered(case, run_id, sized, was)
        if was.detailed is None and run_id in wanted and was.question is not None:
            was = replace(was, detailed=_in_detail(case, run_id, was.question))
        answers[run_id] = was
        if was.planned.sized:
            sized[run_id] = was.planned.sized
    plans = {key: (key in wanted and one.detailed) or one.planned.plan for key, one in answers.items()}
    names = done.before[_NAMES] if done.before.only_moved else way_names(case.tree)
    ways = plan_ways(case.tree, sized, plans, case.rulebook.drops, names, _same_ways(done.before, sized))
    found = [finding for one in answers.values() for finding in one.planned.findings]
    return Planned({"runs": plans, "ways": ways}, results={SIZED: sized, _ANSWERS: answers, _FOUND: found, _NAMES: names, _WAYS: ways})


def _answered(case: Case, run_id: str, sized: dict[str, SizedRun], was: Answered | None) -> Answered:
    run = case.job.runs[run_id]
    try:
        question = run_question(case, run_id, sized)
    except OutsideTable as outside:  # a load behind it is in no table; the load's own finding names the way out
        words = f"A load behind it cannot be worked: {outside}"
        return Answered(None, PlannedRun(unsized(run_id, run, case.rulebook.supplies.usual_v, words, case.rulebook.words), None, ()))
    if was is not None and was.question == question:
        return replace(was, detailed=None)  # its working reads calls and the building too
    planned = plan_run(run_id, question, case.rulebook)
    return Answered(question, replace(planned, findings=of_step(TOPIC.step, planned.findings)))


def _in_detail(case: Case, run_id: str, question: RunQuestion) -> RunPlan:
    building = case.facts.get(case.tree.building_of(case.job.runs[run_id].target), STANDING_FREE)
    return with_working(case.job, run_id, question, building, case.rulebook)


def _touched(tree: Tree, before: Before) -> Collection[str] | None:
    """Runs that are to be answered again: where only routes moved, those that moved and those that hang on one that did; else None.

    A run asks of those ahead of it, at any distance, and of those whose equipment ground is its own.
    """
    if not before.moved:
        return before.moved
    touched = set(before.moved)
    for run_id in tree.order:
        above = tree.feeding.get(tree.job.runs[run_id].origin)
        if above in touched or not touched.isdisjoint(tree.sharing_ground.get(run_id, ())):
            touched.add(run_id)
    return touched


def _same_ways(before: Before, sized: dict[str, SizedRun]) -> dict[str, Way]:
    """Ways of before of which every run is sized as it was."""
    if before.moved is None:
        return {}
    was = before[SIZED]
    again = changed_runs(sized, was) | before.moved
    return {way.id: way for way in before[_WAYS] if again.isdisjoint(way.runs)}


def changed_runs(sized: Mapping[str, SizedRun], was: Mapping[str, SizedRun]) -> frozenset[str]:
    """List the runs that were sized anew, or are no longer sized.

    Parameters
    ----------
    sized : mapping
        Sized runs by id, as they are. [-]
    was : mapping
        As they were. [-]
    """
    if sized.keys() != was.keys():
        return frozenset({*sized, *was})
    return frozenset([key for key, one in sized.items() if one is not was[key]])


def same_choices(done: Done) -> bool:
    """Tell whether every run was chosen as before, all but what hangs on its route.

    Parameters
    ----------
    done : Done
        What was worked out, now and before. [-]
    """
    now, was = done[SIZED], done.before[SIZED]
    return now.keys() == was.keys() and all(now[key].chosen_as(was[key]) for key in changed_runs(now, was))


def same_loops(done: Done) -> bool:
    """Tell whether every run was chosen as before, and its earth fault loop is the same.

    Parameters
    ----------
    done : Done
        What was worked out, now and before. [-]
    """
    now, was = done[SIZED], done.before[SIZED]
    return same_choices(done) and all(_same_loop(now[key], was[key]) for key in changed_runs(now, was))


def _same_loop(one: SizedRun, other: SizedRun) -> bool:
    return one.tried.loop == other.tried.loop and one.question.loop == other.question.loop


def findings(case: Case, done: Done) -> Iterable[Finding]:
    """Say what is wrong with runs, and ahead of which can nothing is drawn.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What the topics so far worked out. [-]
    """
    return [*done[_FOUND], *_nothing_ahead(case)]


def _nothing_ahead(case: Case) -> Iterator[Finding]:
    """Cans ahead of which nothing is drawn, where something leaves them."""
    for key, enclosure in case.job.enclosures.items():
        if case.tree.leaving.get(key) and key not in case.tree.feeding and enclosure.status is not Status.existing:
            yield Finding(
                "nothing-ahead",
                Severity.note,
                f"/enclosures/{key}",
                f"{enclosure.name}: nothing is drawn ahead of it.",
                case.rulebook.words.fill(
                    "It is taken as the {service}, and the voltage as full there. The drop ahead of it is not counted."
                ),
                "job",
                step="survey",
            )


TOPIC = Topic("sizing", "sizing", plan, findings, CALCULATORS)
