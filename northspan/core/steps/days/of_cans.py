"""What cans and their circuits ask to be done: hung, bonded, circuits changed over, new ones pulled, labels."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.document.job import NEW, EnclosureKind, Room, Sky, Status
from northspan.core.document.job.part import short_name
from northspan.core.document.plan import Plan
from northspan.core.document.plan.panel import MovePlan
from northspan.core.steps.days.kinds import key_of
from northspan.core.steps.days.makes import LOTO, task, there_already
from northspan.core.steps.days.task import Task

PANELS = frozenset({EnclosureKind.panel_main_breaker, EnclosureKind.panel_lugs, EnclosureKind.meter_main})


def can_tasks(case: Case, plan: Plan) -> Iterator[Task]:
    """List what the cans of a job ask to be done.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    plan : Plan
        What is planned. [-]
    """
    for key, can in case.job.enclosures.items():
        at = f"/enclosures/{key}"
        if can.status in NEW:
            rate = "panel" if can.kind in PANELS else "can"
            sky = frozenset({Sky.rain, Sky.thunder}) if can.room is Room.outdoors else frozenset[Sky]()
            yield task(
                case, "hang", key, f"{can.name} hung", "it is new", at, rate=rate, cannot_stand=sky, tools=("level", "anchors", "drill")
            )
            runs = case.job.runs.items()
            last = tuple(key_of("far", run) for run, one in runs if one.target == key)
            last += tuple(key_of("near", run) for run, one in runs if one.origin == key)
            yield task(
                case,
                "label",
                key,
                f"{can.name} torqued and labelled",
                "its label says how tight",
                at,
                after=(*last, *(key_of("over", one) for one, circuit in case.job.circuits.items() if circuit.enclosure == key)),
                tools=("torque wrench", "labels"),
            )
        elif can.status is Status.remove:
            yield task(
                case,
                "take_out",
                key,
                f"{can.name} taken out",
                "it is marked to go; dead and tested first",
                at,
                after=(
                    *(key_of("over", one) for one in case.job.circuits),
                    *(key_of("lift", run) for run, one in case.job.runs.items() if key in {one.origin, one.target}),
                ),
                tools=LOTO,
            )
        found = plan.enclosures.get(key)
        if found is not None and not found.agrees and can.status is Status.existing:
            out = found.bond != "bonded"
            words = f"{can.name}: bond {'taken out' if out else 'put in'}"
            yield task(
                case,
                "bond",
                key,
                words,
                "neutral and ground meet in one place only",
                f"{at}/bond_found",
                tools=LOTO,
            )


def circuit_tasks(case: Case, plan: Plan) -> Iterator[Task]:
    """List what circuits ask to be done: those that change over to a new can, and those that are new.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    plan : Plan
        What is planned. [-]
    """
    job = case.job
    for panel, found in plan.panels.items():
        if found.move is not None:
            yield from _moved(case, panel, found.name, found.move)
    for key, box in job.boxes.items():
        if box.status in NEW:
            yield task(case, "box", key, f"{box.name} hung", "circuits go on in it; its lid stays in reach", f"/boxes/{key}")
    for key, circuit in job.circuits.items():
        if circuit.status is Status.new and circuit.run is None and not circuit.old_slots:
            name, at, can = circuit.name or short_name(key), f"/circuits/{key}", circuit.enclosure
            yield task(case, "rough", key, f"{name}: cable pulled in", "a new circuit", at, after=(key_of("hang", can),))
            after = (key_of("rough", key), key_of("look_rough"))
            yield task(
                case,
                "circuit",
                key,
                f"{name}: landed on its device",
                "a new circuit",
                at,
                circuit=key,
                after=after,
                tools=LOTO if there_already(case, can) else (),
            )


def _moved(case: Case, panel: str, name: str, move: MovePlan) -> Iterator[Task]:
    """What a panel that moves asks: devices ahead, new cables ahead, and each circuit changed over while the old one is dead."""
    job = case.job
    cables = [one for one in move.cables if one.circuit in job.circuits]
    if not cables:
        return
    words = f"Devices and labels of {len(cables)} circuits into {name}"
    at = f"/enclosures/{panel}"
    yield task(case, "ready", panel, words, "before the power is off", at, len(cables), after=(key_of("hang", panel),))
    for cable in cables:
        circuit, at = job.circuits[cable.circuit], f"/circuits/{cable.circuit}"
        before, rate = [key_of("ready", panel), key_of("hang", panel)], "over"
        if cable.state == "new cable":
            words = f"{cable.name}: a new cable to its first outlet"
            yield task(case, "anew", cable.circuit, words, "the old one is short", at)
            before.append(key_of("anew", cable.circuit))
        elif circuit.extended_in is not None:
            rate = "over_box"
            before.append(key_of("box", circuit.extended_in))
        words = f"{cable.name}: into the new {case.rulebook.words.terms.panel}"
        yield task(case, "over", cable.circuit, words, cable.words, at, rate=rate, after=tuple(before), circuit=cable.circuit, tools=LOTO)
