"""Electrodes: disconnect and electrodes of every building, and old feeds that came without a ground."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import replace

from northspan.core.case.case import Case
from northspan.core.case.topic import Done, Planned, Result, Topic
from northspan.core.document.findings import Finding, Severity, sentence
from northspan.core.document.job import Status
from northspan.core.document.plan import BuildingPlan
from northspan.core.topics.electrodes.buildings import building_findings, plan_building
from northspan.core.topics.electrodes.calculators import CALCULATORS
from northspan.core.topics.electrodes.old_feeds import legacy_findings
from northspan.core.topics.electrodes.supply import Supply, assumed_supply, for_device
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.topics.sizing.topic import SIZED, same_choices
from northspan.core.working.sums import sum_of

BUILDINGS: Result[dict[str, BuildingPlan]] = Result("buildings that stand and have a can in them")


def plan(case: Case, done: Done) -> Planned:
    """Decide disconnect and electrodes of every building that stands and has a can in it.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What earlier topics worked out. [-]
    """
    plans, job = {}, case.job
    for key, building in job.buildings.items():
        if building.status is Status.remove or not any(one.building == key for one in job.enclosures.values()):
            continue
        entering = _entering(key, case, done)
        line_1_a, line_2_a, neutral_a = _legs(entering)
        supply = _supply(entering, case) or assumed_supply(case.job, key, case.rulebook)
        planned = plan_building(case, key, supply, max(line_1_a, line_2_a))
        plans[key] = replace(planned, line_1_a=line_1_a, line_2_a=line_2_a, neutral_a=neutral_a)
    return Planned({"buildings": plans}, results={BUILDINGS: plans})


def unknown_supplies(case: Case, done: Done) -> Iterator[Finding]:
    """Say where an electrode conductor rests on a supply that nobody noted.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What earlier topics worked out. [-]
    """
    say = case.rulebook.words
    for key, plan_ in done[BUILDINGS].items():
        if not plan_.electrode_required or not case.facts[key].electrodes or _entering(key, case, done):
            continue  # wires that are assumed have their own finding
        taken = assumed_supply(case.job, key, case.rulebook).assumed
        words = (
            f"{plan_.name}: its supply is not noted; its electrode conductor of {say.size_name(plan_.electrode_conductor)} rests on that."
        )
        why = sentence(f"{taken.formula if taken else ''}, which asks for {taken.result if taken else ''}")
        yield Finding("supply-not-noted", Severity.check, f"/buildings/{key}", words, f"{why} Note the supply and its main.", "job")


def _entering(key: str, case: Case, done: Done) -> dict[str, SizedRun]:
    return {run: done[SIZED][run] for run in case.tree.entering.get(key, ()) if run in done[SIZED]}


def _supply(entering: Mapping[str, SizedRun], case: Case) -> Supply | None:
    """The largest conductor that enters a building from outside it; where it is only assumed, no smaller than its device asks."""
    wires = [
        for_device(one.device.value, case.rulebook.wires, case.rulebook.ampacities, case.rulebook.words, "its wires are not noted")
        if one.question.assumed
        else Supply(one.tried.wire, one.question.sets)
        for one in entering.values()
    ]
    return max(wires, key=lambda one: case.rulebook.wires.area(one.wire.size) * one.sets, default=None)


def _legs(entering: Mapping[str, SizedRun]) -> tuple[float, float, float]:
    """Current on the legs of all runs that come into a building. [A]"""
    legs = [load for one in entering.values() if (load := one.question.load.value)]
    return sum_of(leg.line_1_a for leg in legs), sum_of(leg.line_2_a for leg in legs), sum_of(leg.design.neutral_a for leg in legs)


def findings(case: Case, done: Done) -> Iterator[Finding]:
    """Say what is wrong with disconnects, electrodes and old feeds.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What the topics so far worked out. [-]
    """
    yield from building_findings(case, done[BUILDINGS])
    yield from unknown_supplies(case, done)
    yield from legacy_findings(case)


TOPIC = Topic("electrodes", "electrodes", plan, findings, CALCULATORS, stands=same_choices)
