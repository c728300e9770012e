"""The one function: a job in, a plan out. No clock, no database, no network."""

from __future__ import annotations

from collections.abc import Collection, Iterator
from dataclasses import replace

from northspan.core.case.facts import STANDING_FREE, building_facts
from northspan.core.case.schools import Schools, check_calls, schools_of
from northspan.core.case.tree import Tree, tree_of
from northspan.core.case.wording import in_words, wording_of
from northspan.core.document.calls import CALLS
from northspan.core.document.cautions import STANDING
from northspan.core.document.findings import Finding, Severity, by_severity
from northspan.core.document.job import CallChoice, Job, LoadKind, Status
from northspan.core.document.plan import BuildingPlan, CallPlan, Plan, RunPlan
from northspan.core.rulebooks.questions.common import BuildingFacts, Wire
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.topics.bonds.said import bonds_said
from northspan.core.topics.electrodes.buildings import building_findings, legacy_findings, plan_building
from northspan.core.topics.electrodes.resistances import electrodes_ohm
from northspan.core.topics.faults.heat import heat_findings, heats, with_heat
from northspan.core.topics.faults.interrupting import at_cans, fault_findings, faults, with_fault
from northspan.core.topics.loads.plan import plan_loads, plan_methods, several_dwellings
from northspan.core.topics.loops.checks import bonding_groups, loop_findings, wet_room_call
from northspan.core.topics.panels.audit import audit, main_outcomes
from northspan.core.topics.panels.bonding import bond_findings, plan_enclosures
from northspan.core.topics.pull import route_findings
from northspan.core.topics.pull.ground import shared_trenches
from northspan.core.topics.pull.routed import Routed
from northspan.core.topics.pull.run_pull import pull_of
from northspan.core.topics.pull.stages import stages
from northspan.core.topics.sizing.from_job import question_of
from northspan.core.topics.sizing.other_ways import call_plan
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.topics.sizing.run_plan import plan_run, unsized, with_working
from northspan.core.topics.sizing.ways import plan_ways
from northspan.core.topics.supply.plan import plan_sources
from northspan.core.working.errors import OutsideTable
from northspan.core.working.worked import whole


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
    >>> from northspan.core.desk.starts import detached_feeder
    >>> plan = solve(detached_feeder("Shed", load_a=40, length_m=30))
    >>> plan.runs["F1"].headline
    '6 AWG aluminum, 40 A'
    """
    rulebook = rulebook_of(job)
    check_calls(job)
    tree = tree_of(job)
    job, electrodes = tree.job, electrodes_ohm(tree, rulebook)
    schools = schools_of(job)
    facts = {key: building_facts(tree, key, rulebook.supplies.usual_v) for key in job.buildings}
    findings: list[Finding] = []
    sized: dict[str, SizedRun] = {}
    routed: dict[str, Routed] = {}
    plans: dict[str, RunPlan] = {}
    for run_id in tree.order:
        try:
            question = question_of(tree, run_id, sized, schools, rulebook, electrodes)
        except OutsideTable as outside:  # a load behind it is in no table; the load's own finding names the way out
            plans[run_id] = unsized(run_id, job.runs[run_id], rulebook.supplies.usual_v, f"A load behind it cannot be worked: {outside}")
            continue
        planned = plan_run(run_id, question, rulebook)
        findings += planned.findings
        if planned.sized:
            sized[run_id] = planned.sized
            routed[run_id] = Routed(run_id, job.runs[run_id], planned.sized)
            findings += route_findings(routed[run_id], rulebook)
        wanted = detailed is None or run_id in detailed
        building = facts.get(tree.building_of(job.runs[run_id].target), STANDING_FREE)
        plans[run_id] = with_working(job, run_id, question, building, rulebook) if wanted else planned.plan
        if wanted and planned.sized:
            plans[run_id] = plans[run_id].model_copy(update={"pull": pull_of(routed[run_id], rulebook)})
    findings += _undrawn(tree)
    loops = faults(tree, sized, rulebook)
    here = at_cans(tree, loops, rulebook.devices)
    hot = heats(tree, sized, loops, rulebook)
    plans = {key: with_heat(plan, hot.get(key, ())) for key, plan in plans.items()}
    enclosures = {key: with_fault(plan, here.get(key)) for key, plan in plan_enclosures(tree, facts, schools, rulebook.grounds).items()}
    buildings = _buildings(tree, facts, sized, schools, rulebook, findings)
    sources, about_sources = plan_sources(tree, rulebook)
    about_bonds, calls_of = bonds_said(tree, facts, schools, rulebook)
    for key, calls in calls_of.items():
        sources[key] = replace(sources[key], calls=calls)
    loads, about_loads = plan_loads(tree, rulebook)
    findings += [
        *about_sources,
        *about_loads,
        *fault_findings(tree, here, rulebook.devices, rulebook.words),
        *audit(tree, sized, schools, rulebook.panels, rulebook.words),
    ]
    findings += several_dwellings(tree, rulebook.words)
    findings += heat_findings(tree, hot, rulebook.words)
    findings += [*bond_findings(job, enclosures, rulebook.words), *about_bonds]
    findings += building_findings(tree, buildings, facts, rulebook.electrodes, rulebook.words)
    findings += loop_findings(tree, facts, sized, rulebook)
    findings += legacy_findings(tree, schools["legacy_feed"], facts, rulebook.grounds, rulebook.words)
    return in_words(
        Plan(
            rulebook=job.rulebook,
            rulebook_title=rulebook.title,
            standing=STANDING,
            runs=plans,
            ways=plan_ways(tree, sized, plans, rulebook.drops),
            enclosures=enclosures,
            buildings=buildings,
            sources=sources,
            loads=loads,
            trenches=shared_trenches(routed, rulebook),
            stages=stages({key: job.runs[key] for key in (*tree.order, *(set(job.runs) - set(tree.order)))}, routed, rulebook),
            findings=by_severity(findings),
        ),
        wording_of(job, rulebook.words),
    )


def _buildings(
    tree: Tree, facts: dict[str, BuildingFacts], sized: dict[str, SizedRun], schools: Schools, rulebook: Rulebook, findings: list[Finding]
) -> dict[str, BuildingPlan]:
    """Plan every building that stands and has a can in it."""
    job, plans = tree.job, {}
    for key, fact in facts.items():
        if job.buildings[key].status is Status.remove or not any(e.building == key for e in job.enclosures.values()):
            continue
        more = bonding_groups(tree, key, sized, rulebook)
        plan = plan_building(tree, key, fact, _supply(tree, key, sized), rulebook, schools["rods"], more)
        methods, about = plan_methods(tree, key, rulebook)
        findings += about
        line_1_a, line_2_a, neutral_a = _legs(tree, key, sized)
        calls = (
            *plan.calls,
            *_main_call(tree, key, rulebook),
            *_pool_call(tree, key, rulebook),
            *wet_room_call(tree, key, sized, rulebook),
        )
        plans[key] = replace(plan, methods=methods, calls=calls, line_1_a=line_1_a, line_2_a=line_2_a, neutral_a=neutral_a)
    return plans


def _main_call(tree: Tree, key: str, rulebook: Rulebook) -> tuple[CallPlan, ...]:
    kind = CALLS["panel_main"]
    outcomes = main_outcomes(tree, key, kind.schools)
    return (call_plan(kind, tree.job.calls.get(kind.name), outcomes, rulebook.choices),) if outcomes else ()


def _pool_call(tree: Tree, key: str, rulebook: Rulebook) -> tuple[CallPlan, ...]:
    """Vehicle charging inside or outside the pool of the optional method, where there is any and the method is chosen."""
    kind, job = CALLS["vehicle_pool"], tree.job
    building = job.buildings[key]
    if kind.name in rulebook.choices.calls_left_out() or building.load_method not in rulebook.dwellings.pooled_methods():
        return ()
    cans = {k for k, can in job.enclosures.items() if can.building == key}
    charging = any(one.kind is LoadKind.vehicle and one.enclosure in cans and one.status is not Status.remove for one in job.loads.values())
    if not charging:
        return ()
    outcomes = {}
    for school in kind.schools:
        taken = replace(tree, job=job.model_copy(update={"calls": job.calls | {kind.name: CallChoice(school=school.key)}}))
        methods, _ = plan_methods(taken, key, rulebook)
        outcomes[school.key] = next((f"{whole(m.total_a)} A" for m in methods if m.chosen), "no answer yet")
    return (call_plan(kind, job.calls.get(kind.name), outcomes, rulebook.choices),)


def _legs(tree: Tree, key: str, sized: dict[str, SizedRun]) -> tuple[float, float, float]:
    """Current on the legs of all runs that come into a building. [A]"""
    legs = [load for run in tree.entering.get(key, ()) if run in sized and (load := sized[run].question.load.value)]
    return sum(leg.line_1_a for leg in legs), sum(leg.line_2_a for leg in legs), sum(leg.design.neutral_a for leg in legs)


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


def _supply(tree: Tree, building: str, sized: dict[str, SizedRun]) -> tuple[Wire, int] | None:
    """The largest conductor that enters a building from outside it, with how many of it are in parallel."""
    entering = [(sized[key].tried.wire, sized[key].question.sets) for key in tree.entering.get(building, ()) if key in sized]
    rulebook = rulebook_of(tree.job)
    return max(entering, key=lambda one: rulebook.wires.area(one[0].size) * one[1], default=None)
