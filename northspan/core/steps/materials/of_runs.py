"""What runs ask for: wire by its cuts, pipe and what goes on it, what holds it, what pulls it in."""

from __future__ import annotations

from collections.abc import Iterator
from math import isclose

from northspan.core.case.at_walls import walls_passed
from northspan.core.case.case import Case
from northspan.core.case.slots import circuits_in
from northspan.core.document.job import Circuit, EnclosureKind, Metal, Method, Place, RunKind, Segment, Status
from northspan.core.document.job.run import status_of
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.words import Words
from northspan.core.steps.materials.goods_words import wire_words
from northspan.core.steps.materials.of_mast import mast_wants
from northspan.core.steps.materials.of_pipes import pipe_wants
from northspan.core.steps.materials.wanted import Wanted
from northspan.core.topics.pull.lengths import cut_lengths, stretches_by_product
from northspan.core.topics.pull.pulling import lubricant, pipe_runs
from northspan.core.topics.pull.routed import Routed
from northspan.core.topics.pull.run_pull import question_of_pull
from northspan.core.topics.pull.supports import straps
from northspan.core.topics.routes.route import IN_PIPE
from northspan.core.working.sums import count_of, sum_of

METAL_PIPE = frozenset({Method.emt, Method.rmc})
OWN_DEVICE = frozenset({EnclosureKind.meter, EnclosureKind.transfer_switch, EnclosureKind.junction_box, EnclosureKind.splitter})

CARRIES = {Circuit.three_wire: 3, Circuit.two_wire_line: 2, Circuit.two_wire_neutral: 2}


def run_wants(case: Case, routed: Routed) -> Iterator[Wanted]:
    """List what a run asks for; nothing for one that is there, or whose wires are the utility's, but its mast.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    routed : Routed
        The run as sized, with its route. [-]
    """
    run = routed.run
    if run.status in {Status.existing, Status.remove}:
        return
    yield from mast_wants(case, routed)
    if run.utility_owned:
        return
    yield from _wires(case, routed)
    yield from _device(case, routed)
    for i, segment in enumerate(run.segments):
        yield from _stretch(case, routed, i, segment)
    yield from _pulled(case, routed)
    yield from _ends(case, routed)
    for home in walls_passed(case, routed.id):
        name = case.job.buildings[home].name
        yield Wanted(
            "seal", "against water, animals and cold", 0.2, _at(routed), run.name, f"where it enters {name}", "trade habit", run.status
        )


def _at(routed: Routed, field: str = "") -> str:
    return f"/runs/{routed.id}{field}"


def _wires(case: Case, routed: Routed) -> Iterator[Wanted]:
    say = case.rulebook.words
    for one in cut_lengths(routed, case.rulebook.wires, say):
        loose = case.rulebook.wires.single_wires(one.product)
        what = wire_words(Wire(one.size, Metal(one.metal), one.product), case.rulebook.wires, say)
        color = f", {one.color}" if loose else f", {_cores(routed, say)}"
        why = f"{one.count} of {say.length_text(one.cut_m)}: {one.name}, with make-up at both ends"
        item = "wire" if loose else "cable"
        yield Wanted(item, what + color, one.total_m, _at(routed), routed.run.name, why, "cut lengths", routed.run.status,
                     (one.cut_m,) * one.count)  # fmt: skip


def _cores(routed: Routed, say: Words) -> str:
    """The wires in a cable: those that carry, and a ground of its own where it has one; armour is none."""
    ground = routed.sized.equipment_ground_size
    own = f" and {say.terms.ground}" if ground is not None and ground[:1].isdigit() else ""
    return f"{CARRIES[routed.run.circuit]} {say.terms.cable_wires}{own}"


def _device(case: Case, routed: Routed) -> Iterator[Wanted]:
    run = routed.run
    held_off = run.alternate and run.interlock  # its device is the back-fed one, at its far end
    if held_off:
        yield Wanted("interlock", f"at {case.job.enclosures[run.target].name}", 1, _at(routed, "/interlock"), run.name,
                     "holds its breaker off the main", case.rulebook.words.cite("transfer_equipment"), run.status)  # fmt: skip
    if (run.origin in case.job.sources and not held_off) or _device_is_there(case, routed):
        return
    poles = 1 if run.circuit.value == "two_wire_neutral" else 2
    kind = f", {routed.sized.question.guard.device_type}" if routed.sized.question.guard.device_type else ""
    what = f"{routed.sized.device.value:g} A, {'one pole' if poles == 1 else 'two poles'}{kind}"
    residual = f", {run.residual_ma:g} mA" if run.residual_ma else ""
    yield Wanted("breaker", what + residual + (", ground-fault" if run.gfci else ""), 1, _at(routed, "/device_a"), run.name, "its device",
                 routed.sized.device.rule.citation, run.status)  # fmt: skip


def _device_is_there(case: Case, routed: Routed) -> bool:
    """Whether the can at its head has no place for a device, or its own main is the device of the only run that leaves it."""
    origin = case.job.enclosures.get(routed.run.origin)
    if origin is None or origin.kind in OWN_DEVICE:
        return origin is not None
    alone = len(case.tree.leaving.get(routed.run.origin, ())) == 1 and not circuits_in(case.job, routed.run.origin)
    handled = origin.kind in {EnclosureKind.meter_main, EnclosureKind.disconnect}
    return handled and alone and origin.main_a is not None and isclose(origin.main_a, routed.sized.device.value)


def _stretch(case: Case, routed: Routed, i: int, segment: Segment) -> Iterator[Wanted]:
    status = status_of(routed.run, segment)
    if status is Status.existing:
        return
    pipe = routed.sized.pipes[i].value if segment.method in IN_PIPE else None
    if pipe is not None:
        yield from pipe_wants(case, routed, i, segment, pipe)
        if routed.run.kind is RunKind.service and segment.method in METAL_PIPE:
            why, rule = "a metal pipe of the service is bonded at both ends", case.rulebook.words.cite("service_pipe")
            yield Wanted("grounding_bushing", pipe.name, 2, _at(routed, f"/segments/{segment.key}"), routed.run.name, why, rule, status)
    elif segment.method is Method.cable and segment.place is not Place.buried:
        fixed = straps(segment.method, "", segment.length_m, case.rulebook.routes, case.rulebook.words, wanted_m=segment.strap_m)
        wire, laid = routed.sized.tried.wire, routed.sized.question.run.segments[i].insulation
        what = f"for {laid or wire.insulation}, {case.rulebook.words.size_name(wire.size)}"
        yield Wanted("staple", what, fixed.value, _at(routed, f"/segments/{segment.key}"), routed.run.name, fixed.rule.text,
                     fixed.rule.citation, status)  # fmt: skip
    if segment.place is Place.buried:
        yield Wanted("ribbon", "over the trench", segment.length_m, _at(routed, f"/segments/{segment.key}"), routed.run.name,
                     "half way down, along the whole trench", "trade habit", status)  # fmt: skip


def _pulled(case: Case, routed: Routed) -> Iterator[Wanted]:
    run, question = routed.run, question_of_pull(routed)
    pipes = pipe_runs(question.segments, question.sizes, case.rulebook)
    if not pipes:
        return
    lengths = [sum_of(segment.length_m for segment in pipe.segments) for pipe in pipes]
    yield Wanted("pull_line", "left in the pipe or pulled with it", sum_of(lengths), _at(routed), run.name, "as long as its pipe",
                 "trade habit", run.status)  # fmt: skip
    if run.pull.lubricated:
        litres = sum_of(lubricant(length_m, pipe.bore_m).value for length_m, pipe in zip(lengths, pipes, strict=True))
        yield Wanted("lubricant", "listed for its wires", litres, _at(routed, "/pull"), run.name, "by length and bore of its pipes",
                     "makers' rule", run.status)  # fmt: skip


def _ends(case: Case, routed: Routed) -> Iterator[Wanted]:
    """At the ends: what joins down, what goes on aluminum, the tape that names large wires."""
    run, made, say = routed.run, routed.sized, case.rulebook.words
    count = len(made.groups)
    if run.tail_size:
        wires = count_of(group.count for group in made.groups) * made.question.sets
        down = f"{say.size_name(made.tried.wire.size)} to {say.size_name(run.tail_size)}"
        why = f"{wires} wires joined down at both ends"
        yield Wanted("reducer", down, 2 * wires, _at(routed, "/tail_size"), run.name, why, say.cite("tail"), run.status)
    if made.tried.wire.metal is Metal.aluminum and count:
        yield Wanted("antioxidant", "for aluminum", 0.2, _at(routed), run.name, "on every aluminum end", say.cite("tail"), run.status)
    yield from _cables_end(case, routed)
    if not any(case.rulebook.wires.single_wires(product) for product, _ in stretches_by_product(routed)):
        return
    sizes = {"neutral": made.grounded_size, "ground": made.equipment_ground_size}
    for role, color in say.colors(run.circuit, old=run.old_colors):
        size = sizes.get(role, made.tried.wire.size)
        if not size:
            continue
        part = role if role in {"neutral", "ground"} else "line"
        marked = case.rulebook.cans.re_identified(part, size)
        if marked.result == "yes" and role in {"neutral", "ground"}:
            yield Wanted("tape", color, 0.1, _at(routed), run.name, f"{role}: {marked.text}", marked.citation, run.status)


def _cables_end(case: Case, routed: Routed) -> Iterator[Wanted]:
    """What a cable ends in, and what joins one product to the next."""
    run, made, say = routed.run, routed.sized, case.rulebook.words
    parts = [product for product, _ in stretches_by_product(routed)]
    for product in parts:
        if not case.rulebook.wires.single_wires(product):
            cable = f"{product}, {say.size_name(made.tried.wire.size)}"
            for item in case.rulebook.cans.cable_end(product):
                yield Wanted(item, cable, 2 * made.question.sets, _at(routed), run.name, "one at each end", "its ends", run.status)
    if len(parts) > 1:
        joints = (len(parts) - 1) * made.question.sets * count_of(1 for _ in say.colors(run.circuit, old=run.old_colors))
        why = f"{joints} joints where one product becomes another"
        yield Wanted("wire_connector", f"for {say.size_name(made.tried.wire.size)}", joints, _at(routed), run.name, why, "its joints",
                     run.status)  # fmt: skip
