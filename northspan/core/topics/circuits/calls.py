"""Calls at a panel: single outlets, two grounds under a screw, cables that do not reach; and what each school gives there."""

from __future__ import annotations

from dataclasses import replace

from northspan.core.case.case import Case
from northspan.core.case.schools import call_plan
from northspan.core.document.calls import CALLS
from northspan.core.document.job import PanelLayout, WhenShort
from northspan.core.document.plan import CallPlan
from northspan.core.document.plan.panel import MovePlan
from northspan.core.topics.circuits.checks import circuit_facts
from northspan.core.topics.circuits.standing import Standing
from northspan.core.topics.circuits.terminals import grounds_in, landing_of, screws_for
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.working.sums import count_of, sum_of
from northspan.core.working.worked import whole


def panel_calls(
    case: Case, panel: str, layout: PanelLayout, standing: dict[str, Standing], move: MovePlan | None, sized: dict[str, SizedRun]
) -> tuple[CallPlan, ...]:
    """Lay out the calls at a panel, where they come up or somebody decided one.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panel : str
        Id of the panel. [-]
    layout : PanelLayout
        Its spaces. [-]
    standing : dict
        Its circuits. [A]
    move : MovePlan or None
        How it moves. [m]
    sized : dict
        Sized runs by id. [-]
    """
    outcomes = {"single_outlet": _single(case, panel, standing), "grounds_pair": _pairs(case, layout, standing, sized)}
    if move is not None:
        outcomes["short_cables"] = _short(case, move)
    return tuple(
        call_plan(CALLS[name], case.job.calls.get(name), said, case.rulebook.choices, case.rulebook.words)
        for name, said in outcomes.items()
        if len(set(said.values())) > 1 or name in case.job.calls
    )


def _single(case: Case, panel: str, standing: dict[str, Standing]) -> dict[str, str]:
    """How many circuits of the panel must have ground-fault protection by each school."""
    asks = case.rulebook.panels.protection
    facts = [circuit_facts(case, panel, one) for one in standing.values()]
    said = {}
    for school, left in (("protected", False), ("left", True)):
        count = count_of(any(step.result == "ground_fault" for step in asks(replace(one, left=left))) for one in facts)
        said[school] = f"{count} {'circuit' if count == 1 else 'circuits'} with ground-fault protection here"
    return said


def _pairs(case: Case, layout: PanelLayout, standing: dict[str, Standing], sized: dict[str, SizedRun]) -> dict[str, str]:
    """How many terminals the grounds take by each school: in pairs only those of one size, and only where the label says so."""
    sizes = grounds_in(found for one in standing.values() if (found := landing_of(case, one, sized)) is not None)
    in_pairs = screws_for(sizes, in_pairs=layout.grounds_paired is True)
    return {school: f"{count} {'terminal' if count == 1 else 'terminals'}" for school, count in (("label", in_pairs), ("each", len(sizes)))}


def _short(case: Case, move: MovePlan) -> dict[str, str]:
    """What all the short cables cost by each school, as far as somebody measured."""
    short = [cable for cable in move.cables if cable.box_cost is not None]
    if not short:
        return dict.fromkeys((WhenShort.box.value, WhenShort.new_cable.value), "every cable reaches")
    money = case.job.prices.currency
    open_yet = count_of(cable.new_cost is None for cable in short)
    anew = sum_of(cable.new_cost or 0.0 for cable in short)
    boxes = f"{whole(sum_of(cable.box_cost or 0.0 for cable in short))} {money}".strip()
    return {
        WhenShort.box.value: f"{len(short)} joined, {boxes}",
        WhenShort.new_cable.value: f"{len(short)} new, {whole(anew)} {money}".strip() + (f", {open_yet} not measured" if open_yet else ""),
    }
