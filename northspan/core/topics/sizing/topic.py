"""Sizing: device, conductors, ground and pipe of every run, and the voltage along the way."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.case.facts import STANDING_FREE
from northspan.core.case.topic import Done, Planned, Result, Topic
from northspan.core.document.findings import Finding, Severity
from northspan.core.document.job import Status
from northspan.core.document.plan import RunPlan
from northspan.core.topics.sizing.calculators import CALCULATORS
from northspan.core.topics.sizing.from_job import run_question
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.topics.sizing.run_plan import plan_run, unsized, with_working
from northspan.core.topics.sizing.ways import plan_ways
from northspan.core.working.errors import OutsideTable

SIZED: Result[dict[str, SizedRun]] = Result("sized runs by id, each after the one that feeds it")
_FOUND: Result[list[Finding]] = Result("what was found about runs")


def plan(case: Case, done: Done) -> Planned:
    """Size every run after the one that feeds it.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What earlier topics worked out. [-]
    """
    sized: dict[str, SizedRun] = {}
    plans: dict[str, RunPlan] = {}
    found: list[Finding] = []
    for run_id in case.tree.order:
        run = case.job.runs[run_id]
        try:
            question = run_question(case, run_id, sized)
        except OutsideTable as outside:  # a load behind it is in no table; the load's own finding names the way out
            plans[run_id] = unsized(
                run_id, run, case.rulebook.supplies.usual_v, f"A load behind it cannot be worked: {outside}", case.rulebook.words
            )
            continue
        planned = plan_run(run_id, question, case.rulebook)
        found += planned.findings
        if planned.sized:
            sized[run_id] = planned.sized
        building = case.facts.get(case.tree.building_of(run.target), STANDING_FREE)
        plans[run_id] = with_working(case.job, run_id, question, building, case.rulebook) if done.wants(run_id) else planned.plan
    ways = plan_ways(case.tree, sized, plans, case.rulebook.drops)
    return Planned({"runs": plans, "ways": ways}, results={SIZED: sized, _FOUND: found})


def findings(case: Case, done: Done) -> Iterator[Finding]:
    """Say what is wrong with runs, and ahead of which can nothing is drawn.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What the topics so far worked out. [-]
    """
    yield from done[_FOUND]
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
