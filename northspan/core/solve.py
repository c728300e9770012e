"""The one function: a job in, a plan out. No clock, no database, no network."""

from __future__ import annotations

from collections.abc import Collection, Iterator

from northspan.core.calls import Schools, check_calls, schools_of
from northspan.core.cautions import STANDING
from northspan.core.earth.buildings import building_findings, legacy_findings, plan_building
from northspan.core.facts import building_facts
from northspan.core.findings import Finding, Severity, by_severity
from northspan.core.job import Circuit, Job, Status
from northspan.core.loads.connected import load_of_run
from northspan.core.panels.bonding import bond_findings, plan_enclosures
from northspan.core.plan import Plan, RunPlan
from northspan.core.rulebooks.protocol import Rulebook, Wire
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.sizing.question import RunQuestion
from northspan.core.sizing.run import SizedRun
from northspan.core.sizing.run_plan import plan_run, with_working
from northspan.core.tree import Tree, tree_of
from northspan.core.ways import plan_ways


def solve(job: Job, detailed: Collection[str] | None = None) -> Plan:
    """Plan a job.

    Parameters
    ----------
    job : Job
        What exists and what is wanted. [-]
    detailed : collection of str, optional
        Runs whose working and other ways are printed; all of them if left out. [-]

    Returns
    -------
    Plan
        Every answer with its working.

    Raises
    ------
    InvalidJob
        If the job refers to what does not exist.

    Examples
    --------
    >>> from northspan.core.starts import detached_feeder
    >>> plan = solve(detached_feeder("Shed", load_a=40, length_m=30))
    >>> plan.runs["F1"].headline
    '6 AWG aluminum, 40 A'
    """
    rulebook = rulebook_named(job.rulebook)
    check_calls(job)
    tree = tree_of(job)
    schools = schools_of(job)
    facts = {key: building_facts(tree, key, rulebook.usual_v) for key, b in job.buildings.items() if b.status is not Status.remove}
    findings: list[Finding] = []
    sized: dict[str, SizedRun] = {}
    plans: dict[str, RunPlan] = {}
    for run_id in tree.order:
        planned = plan_run(run_id, _question(tree, run_id, sized, schools, rulebook), rulebook)
        findings += planned.findings
        if planned.sized:
            sized[run_id] = planned.sized
        wanted = detailed is None or run_id in detailed
        building = facts[job.enclosures[job.runs[run_id].target].building]
        plans[run_id] = with_working(job, planned, building, rulebook) if wanted else planned.plan
    findings += _undrawn(tree)
    enclosures = plan_enclosures(tree, facts, rulebook)
    buildings = {
        key: plan_building(tree, key, fact, _supply(tree, key, sized), rulebook, schools["rods"])
        for key, fact in facts.items()
        if any(e.building == key for e in job.enclosures.values())
    }
    findings += bond_findings(job, enclosures, rulebook)
    findings += building_findings(tree, buildings, facts, rulebook)
    findings += legacy_findings(tree, schools["legacy_feed"], rulebook)
    return Plan(
        rulebook=job.rulebook,
        rulebook_title=rulebook.title,
        standing=STANDING,
        runs=plans,
        ways=plan_ways(tree, sized, plans),
        enclosures=enclosures,
        buildings=buildings,
        findings=by_severity(findings),
    )


def _undrawn(tree: Tree) -> Iterator[Finding]:
    """An enclosure that nothing feeds stands for the service; what lies ahead of it is not counted."""
    for key, enclosure in tree.job.enclosures.items():
        if tree.leaving.get(key) and key not in tree.feeding:
            yield Finding(
                Severity.note,
                f"/enclosures/{key}",
                f"{enclosure.name}: nothing is drawn ahead of it.",
                "It is taken as the service, and the voltage as full there. The drop ahead of it is not counted.",
                "job",
            )


def _question(tree: Tree, run_id: str, sized: dict[str, SizedRun], schools: Schools, rulebook: Rulebook) -> RunQuestion:
    job, run = tree.job, tree.job.runs[run_id]
    source = job.sources.get(tree.source_of(run_id))
    line_v = source.line_v if source else rulebook.usual_v
    neutral_v = rulebook.to_neutral_v(line_v)
    above = sum(sized[key].tried.drop.value.percent for key in tree.way_to(run_id)[:-1] if key in sized)
    return RunQuestion(
        run,
        f"/runs/{run_id}",
        load_of_run(tree, run_id, line_v, neutral_v),
        line_v,
        neutral_v if run.circuit is Circuit.two_wire_neutral else line_v,
        above,
        run.drop_limit_percent or job.drop_limits.run_percent,
        job.drop_limits.way_percent,
        schools,
    )


def _supply(tree: Tree, building: str, sized: dict[str, SizedRun]) -> Wire | None:
    """The largest conductor that enters a building from outside it."""
    entering = [sized[key].tried.wire for key in tree.entering.get(building, ()) if key in sized]
    rulebook = rulebook_named(tree.job.rulebook)
    return max(entering, key=lambda wire: rulebook.area(wire.size), default=None)
