"""What is looked at in cans and of their circuits: bonds, bars, terminals, labels, devices that guard people."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.document.job import NEW, EnclosureKind, Status, VisitKind
from northspan.core.document.plan import Plan
from northspan.core.document.plan.panel import PanelPlan
from northspan.core.steps.inspection.line import Looked, by_step, habit

ROUGH, SERVICE, FINAL = VisitKind.rough, VisitKind.service, VisitKind.final
WITH_BUS = frozenset({
    EnclosureKind.panel_main_breaker, EnclosureKind.panel_lugs, EnclosureKind.meter_main, EnclosureKind.disconnect,
    EnclosureKind.transfer_switch,
})  # fmt: skip
PANELS = frozenset({EnclosureKind.panel_main_breaker, EnclosureKind.panel_lugs})


def can_lines(case: Case, plan: Plan) -> Iterator[Looked]:
    """List what is looked at in the cans of a job that are new, and in those whose bond the plan changes.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    plan : Plan
        What is planned. [-]
    """
    for key, can in case.job.enclosures.items():
        at, planned = f"/enclosures/{key}", plan.enclosures.get(key)
        first = case.tree.first_disconnect(key)
        visit = SERVICE if first else FINAL
        if planned is not None and (can.status in NEW or not planned.agrees):
            yield _bond(
                case, visit, at, can.name, bonded=planned.bond == "bonded", cite=planned.working[-1].citation if planned.working else ""
            )
        if can.status not in NEW:
            continue
        yield from habit(case, visit, "knockouts", at, can.name)
        if can.kind not in WITH_BUS:
            continue
        if planned is not None and planned.bond != "bonded":
            yield from habit(case, visit, "ground_bar", at, can.name)
        for kind in ("neutral_alone", "torque"):
            yield from habit(case, visit, kind, at, can.name)
        yield by_step(ROUGH, "height", at, f"{can.name}: highest handle over the floor", case.rulebook.panels.handle_height())
        if first:
            yield from habit(case, visit, "marked", at, can.name)
        if can.kind in PANELS:
            yield from habit(case, FINAL, "directory", at, can.name)


def _bond(case: Case, visit: VisitKind, at: str, name: str, *, bonded: bool, cite: str) -> Looked:
    fill = case.rulebook.words.fill
    words = "{neutral_and_ground} joined here" if bonded else "{neutral_and_ground} kept apart here"
    figure = "the bonding screw or strap is in, and tight" if bonded else "no screw, no strap; the {ground_bar} is on the {can} alone"
    why = "a fault comes back by it" if bonded else "else current of the neutral runs over metal that people touch"
    return Looked(visit, "bond", at, f"{name}: {fill(words)}", fill(figure), why, cite)


def circuit_lines(case: Case, panels: dict[str, PanelPlan]) -> Iterator[Looked]:
    """List the circuits whose device must guard people or against arcs, and the buttons to press.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panels : dict
        Panels as planned. [-]
    """
    for panel, plan in panels.items():
        guarded = False
        for one in plan.circuits:
            there = case.job.circuits[one.id]
            if there.status is Status.remove or not one.must:
                continue
            guarded = True
            stands = ", ".join(str(slot) for slot in one.slots) or "no place"
            for i, must in enumerate(one.must):
                yield Looked(FINAL, f"guard{i}", f"/circuits/{one.id}", f"{plan.name}, {stands}, {one.line}: {must.words}",
                             must.result.replace("_", " "), must.formula, must.citation)  # fmt: skip
        if guarded or any(case.job.circuits[one.id].residual_ma for one in plan.circuits):
            yield from habit(case, FINAL, "press", f"/enclosures/{panel}", plan.name)


def box_lines(case: Case) -> Iterator[Looked]:
    """List the boxes in which circuits go on.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    """
    for key, box in case.job.boxes.items():
        if box.status in NEW:
            yield from habit(case, ROUGH, "lid", f"/boxes/{key}", box.name)
