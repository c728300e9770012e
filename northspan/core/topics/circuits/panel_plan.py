"""A panel laid out: its slots, its circuits, what waits for a place, its legs, and the moves that balance it."""

from __future__ import annotations

from collections.abc import Iterator
from math import isclose

from pydantic import JsonValue

from northspan.core.case.case import Case
from northspan.core.case.slots import circuits_in, free_slots, leg_of
from northspan.core.document.findings import Cure, Edit
from northspan.core.document.job import LegsLand, PanelLayout, RunKind, Status
from northspan.core.document.job.part import fresh_key
from northspan.core.document.plan import work_lines
from northspan.core.document.plan.panel import CircuitPlan, PanelPlan, WaitingPlan
from northspan.core.topics.circuits.around import around_panel, lands_on
from northspan.core.topics.circuits.calls import panel_calls
from northspan.core.topics.circuits.checks import most_on_wire, protection_of
from northspan.core.topics.circuits.directory import directory_rows, line_of
from northspan.core.topics.circuits.joints import box_plans
from northspan.core.topics.circuits.loaded import device_asked
from northspan.core.topics.circuits.lost_neutral import halves_without_neutral
from northspan.core.topics.circuits.moves import balance_moves, best_slot, open_halves
from northspan.core.topics.circuits.moving import move_plan
from northspan.core.topics.circuits.residual_groups import group_plans
from northspan.core.topics.circuits.room import more_room, pairs_free
from northspan.core.topics.circuits.slots_plan import slot_plans
from northspan.core.topics.circuits.standing import Standing, loads_on_legs
from northspan.core.topics.circuits.terminals import tape_steps, terminal_lines
from northspan.core.topics.circuits.trace_log import trace_plan
from northspan.core.topics.loads.run_load import voltages_at
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.working.sums import count_of, sum_of
from northspan.core.working.worked import Step, given, step, whole


def panel_plan(case: Case, key: str, layout: PanelLayout, standing: dict[str, Standing], sized: dict[str, SizedRun]) -> PanelPlan:
    """Lay out a panel.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    key : str
        Id of the panel. [-]
    layout : PanelLayout
        Its spaces. [-]
    standing : dict
        Its circuits. [A]
    sized : dict
        Sized runs by id. [-]

    Notes
    -----
    Nothing here hangs on how far away the panel is; its devices in series do, by the fault current, and are added by their own.
    """
    line_v, neutral_v = voltages_at(case.tree, key, case.rulebook.supplies)
    one_line = layout.legs_land is LegsLand.one_line or neutral_v >= line_v
    sums = _sums(standing, line_v, neutral_v, one_line=one_line)
    feeding = sized.get(case.tree.feeding.get(key, ""))
    legs = feeding.question.load.value if feeding else None
    free = free_slots(case.job, key)
    halves = {slot for slot in layout.half_slots if count_of(slot in one.one.slots for one in standing.values()) < len("ab")}
    halves -= {slot for one in standing.values() if not one.one.half for slot in one.one.slots}
    pairs = pairs_free(layout, free)
    say = case.rulebook.words
    around = tuple(around_panel(case, key, layout, standing, tape_steps(case, standing, sized)))
    move = move_plan(case, key, layout, standing)
    room = f"{len(free)} of {layout.spaces} free" + (f", {len(halves)} of them take two half-size devices" if halves else "")
    if not one_line and free:
        room += (
            f"; {pairs} {'place' if pairs == 1 else 'places'} for a device of two poles" if pairs else "; none for a device of two poles"
        )
    return PanelPlan(
        key, case.job.enclosures[key].name, layout.columns, layout.main.value,
        slot_plans(layout),
        tuple(_circuit(case, key, one, standing) for one in standing.values()),
        tuple(_waiting(case, key, standing, sized)),
        sums[0].value, sums[1].value, sums[2].value,
        legs.line_1_a if legs else None, legs.line_2_a if legs else None,
        layout.read_1_a, layout.read_2_a, layout.read_neutral_a, one_line, len(free), len(halves), room,
        best_slot(case.job, key, standing, 1, 0.0), best_slot(case.job, key, standing, 1 if one_line else 2, 0.0),
        tuple(more_room(case, key, layout, standing)), tuple(terminal_lines(case, standing, sized)),
        tuple(group_plans(case, layout, standing)), around,
        tuple(box_plans(case, standing)), move, trace_plan(case, key, layout, standing),
        _fed_from(case, key, feeding), tuple(directory_rows(layout, standing, sized, free, open_halves(layout, standing), say)),
        work_lines(case.rulebook.cans.notices()),
        panel_calls(case, key, layout, standing, move, sized),
        () if one_line else balance_moves(case.job, key, standing, say), work_lines(sums),
        count_of(not one.load_known for one in standing.values()),
    )  # fmt: skip


def _fed_from(case: Case, key: str, feeding: SizedRun | None) -> str:
    run, say = case.tree.above(key), case.rulebook.words
    if run is None:
        return ""
    wire = feeding.tried.wire if feeding else None
    by = [f"{feeding.device.value:g} A", f"{say.size_name(wire.size)} {say.metal_name(wire.metal)}"] if feeding and wire else []
    return ", ".join([case.tree.name_of(run.origin), *by])


def _sums(standing: dict[str, Standing], line_v: float, neutral_v: float, *, one_line: bool) -> tuple[Step, Step, Step]:
    """What is connected to each leg, and what of it the neutral carries: the sum of both as they stand to each other in time. [A]"""
    one, two = (_leg(leg, {f"I_{i}": each for i, each in enumerate(on, 1) if each}) for leg, on in (
        (1, [each.line_1_a for each in standing.values()]), (2, [each.line_2_a for each in standing.values()]),
    ))  # fmt: skip
    back = [sum_of(each) for each in zip(*((c.neutral_1_a, c.neutral_2_a) for c in standing.values()), strict=True)] or [0.0, 0.0]
    words, n = "what comes back by the neutral", {"N_1": back[0], "N_2": back[1]}
    if one_line:
        return one, two, step("N", f"{words}, both from one line", "N_1 + N_2", "A", "sum", **n)
    if not isclose(line_v, 2 * neutral_v, rel_tol=0.01):
        turned = "sqrt(N_1**2 + N_2**2 - N_1 * N_2)"
        return one, two, step("N", f"{words}; two legs of a wye stand 120 degrees apart", turned, "A", "sum of phasors", **n)
    return one, two, step("N", words, "max(N_1, N_2) - min(N_1, N_2)", "A", "difference", **n)


def _leg(leg: int, on: dict[str, float]) -> Step:
    """What is connected to a leg. [A]"""
    if not on:
        return given(f"L_{leg}", f"leg {leg}, nothing is connected", 0.0, "A", "sum")
    return step(f"L_{leg}", f"leg {leg}, all that is connected", " + ".join(on), "A", "sum", **on)


def _circuit(case: Case, panel: str, one: Standing, standing: dict[str, Standing]) -> CircuitPlan:
    other = standing.get(one.one.partner or "") or next((each for each in standing.values() if each.one.partner == one.key), None)
    shared = halves_without_neutral(case, panel, one, other) if other else ()
    layout = case.job.enclosures[panel].layout
    legs = tuple(leg_of(layout, slot) for slot in one.one.slots) if layout else ()
    asked = device_asked(case, panel, one)
    say, most = case.rulebook.words, most_on_wire(case, one)
    wire = f"{say.size_name(one.size)} {say.metal_name(one.metal)}" if one.size else "wire not noted"
    poles = {1: "single pole", 2: "two pole"}.get(one.poles, f"{one.poles} poles")
    protects = {"standard": "", "ground_fault": ", ground-fault", "arc_fault": ", arc-fault", "both": ", ground- and arc-fault"}[
        one.one.protects
    ]
    residual = f", {one.one.residual_ma:g} mA" if one.one.residual_ma else ""
    device = f"{whole(one.rating_a)} A {poles}{protects}{residual}" if one.rating_a else f"{poles}, rating not read"
    return CircuitPlan(
        one.key, one.name or "no name", one.one.slots, one.one.half, one.legs, one.poles, one.rating_a, one.load_a, wire, device,
        one.one.status.value, one.one.known.value, one.one.run or "", say.fill(line_of(one)) if not one.one.run else one.name,
        asked is not None and bool(one.rating_a) and asked.value > one.rating_a + 1e-9,
        work_lines(protection_of(case, panel, one)), work_lines((*(asked.steps if asked else ()), *(most.steps if most else ()))),
        work_lines(shared), lands_on(case, one, legs), one.one.group, one.load_known,
    )  # fmt: skip


def _waiting(case: Case, panel: str, standing: dict[str, Standing], sized: dict[str, SizedRun]) -> Iterator[WaitingPlan]:
    """What has no slot: circuits without one, runs that leave the panel, loads at it that no circuit feeds."""
    job = case.job
    for key, one in standing.items():
        if not one.one.slots:
            yield _offer(case, panel, standing, "circuit", key, one.name or "no name", one.poles, one.load_a, None)
    has = {one.run for one in circuits_in(job, panel).values() if one.run}
    for key in case.tree.leaving.get(panel, ()):
        if key not in has:
            made, run = sized.get(key), job.runs[key]
            legs = made.question.load.value if made else None
            poles = 1 if run.circuit.value == "two_wire_neutral" else 2
            fields: dict[str, JsonValue] = {
                "enclosure": panel,
                "run": key,
                "status": run.status.value,
                "use": "panel" if run.kind is RunKind.feeder else "fixed",
            }
            yield _offer(case, panel, standing, "run", key, run.name, poles, legs.design.total_a if legs else 0.0, fields)
    fed = {load for one in job.circuits.values() for load in one.loads}
    for key, load in job.loads.items():
        if load.enclosure == panel and key not in fed and load.status is not Status.remove:
            on = loads_on_legs(case, panel, [load], 0)
            poles = 2 if load.across.value == "line_line" and not _one_line(case, panel) else 1
            named: dict[str, JsonValue] = {"enclosure": panel, "name": load.name, "loads": [key], "status": load.status.value}
            yield _offer(case, panel, standing, "load", key, load.name, poles, max(on[0], on[1]), named)


def _one_line(case: Case, panel: str) -> bool:
    line_v, neutral_v = voltages_at(case.tree, panel, case.rulebook.supplies)
    return neutral_v >= line_v


def _offer(
    case: Case, panel: str, standing: dict[str, Standing], kind: str, key: str, name: str, poles: int, load_a: float,
    fields: dict[str, JsonValue] | None,
) -> WaitingPlan:  # fmt: skip
    say = case.rulebook.words
    slots = best_slot(case.job, panel, standing, poles, load_a)
    words = (
        f"{say.terms.slot} {' and '.join(str(slot) for slot in slots)} keeps the legs closest"
        if slots
        else f"no {say.terms.space} is free for it"
    )
    edits: tuple[Edit, ...] = ()
    if slots and fields is None:
        edits = (Edit("add", f"/circuits/{key}/slots", list(slots)),)
    elif slots and fields is not None:
        fresh = fresh_key("W", case.job.circuits)
        edits = (Edit("add", f"/circuits/{fresh}", {**fields, "slots": list(slots)}),)
    cure = Cure(f"Put it in {' and '.join(str(slot) for slot in slots)}", edits) if edits else None
    return WaitingPlan(key, kind, name, poles, load_a, words, cure)
