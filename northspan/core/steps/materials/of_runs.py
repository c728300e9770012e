"""What runs ask for: wire by its cuts, pipe and what goes on it, what holds it, what pulls it in."""

from __future__ import annotations

from collections.abc import Iterator
from math import ceil

from northspan.core.case.case import Case
from northspan.core.document.job import FittingKind, Metal, Method, Place, RunKind, Segment, Status
from northspan.core.document.job.run import status_of
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.steps.materials.goods_words import wire_words
from northspan.core.steps.materials.wanted import Wanted
from northspan.core.topics.pull.hand_bends import bent_deg, bent_in
from northspan.core.topics.pull.lengths import cut_lengths
from northspan.core.topics.pull.pulling import lubricant, pipe_runs
from northspan.core.topics.pull.routed import Routed
from northspan.core.topics.pull.run_pull import question_of_pull
from northspan.core.topics.pull.supports import SWING_K, growth, straps
from northspan.core.topics.sizing.pipe import Pipe
from northspan.core.working.sums import count_of, sum_of

IN_PIPE = frozenset({Method.pvc40, Method.pvc80, Method.emt, Method.rmc})
METAL_PIPE = frozenset({Method.emt, Method.rmc})
GLUED = frozenset({Method.pvc40, Method.pvc80})
BENT_BY_ELBOWS_DEG = 90.0
JOINTS_A_CAN = 20


def run_wants(case: Case, routed: Routed) -> Iterator[Wanted]:
    """List what a run asks for; nothing for one that is there, or whose wires are the utility's.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    routed : Routed
        The run as sized, with its route. [-]
    """
    run = routed.run
    if run.utility_owned or run.status in {Status.existing, Status.remove}:
        return
    yield from _wires(case, routed)
    yield from _device(case, routed)
    for i, segment in enumerate(run.segments):
        yield from _stretch(case, routed, i, segment)
    yield from _pulled(case, routed)
    yield from _ends(case, routed)


def _at(routed: Routed, field: str = "") -> str:
    return f"/runs/{routed.id}{field}"


def _wires(case: Case, routed: Routed) -> Iterator[Wanted]:
    say, wire = case.rulebook.words, routed.sized.tried.wire
    loose = case.rulebook.wires.single_wires(wire.insulation)
    for one in cut_lengths(routed, case.rulebook.wires, say):
        what = wire_words(Wire(one.size, Metal(one.metal), wire.insulation), case.rulebook.wires, say)
        color = f", {one.color}" if loose else ""
        why = f"{one.count} of {say.length_text(one.cut_m)}: {one.name}, with make-up at both ends"
        item = "wire" if loose else "cable"
        yield Wanted(item, what + color, one.total_m, _at(routed), routed.run.name, why, "cut lengths", routed.run.status,
                     (one.cut_m,) * one.count)  # fmt: skip


def _device(case: Case, routed: Routed) -> Iterator[Wanted]:
    run = routed.run
    held_off = run.alternate and run.interlock  # its device is the back-fed one, at its far end
    if held_off:
        yield Wanted("interlock", f"at {case.job.enclosures[run.target].name}", 1, _at(routed, "/interlock"), run.name,
                     "holds its breaker off the main", case.rulebook.words.cite("transfer_equipment"), run.status)  # fmt: skip
    if run.origin in case.job.sources and not held_off:
        return
    poles = 1 if run.circuit.value == "two_wire_neutral" else 2
    kind = f", {routed.sized.question.guard.device_type}" if routed.sized.question.guard.device_type else ""
    what = f"{routed.sized.device.value:g} A, {'one pole' if poles == 1 else 'two poles'}{kind}"
    yield Wanted("breaker", what + (", ground-fault" if run.gfci else ""), 1, _at(routed, "/device_a"), run.name, "its device",
                 routed.sized.device.rule.citation, run.status)  # fmt: skip


def _stretch(case: Case, routed: Routed, i: int, segment: Segment) -> Iterator[Wanted]:
    status = status_of(routed.run, segment)
    if status is Status.existing:
        return
    pipe = routed.sized.pipes[i].value if segment.method in IN_PIPE else None
    if pipe is not None:
        yield from _pipe(case, routed, i, segment, pipe)
        if routed.run.kind is RunKind.service and segment.method in METAL_PIPE:
            why, rule = "a metal pipe of the service is bonded at both ends", case.rulebook.words.cite("service_pipe")
            yield Wanted("grounding_bushing", pipe.name, 2, _at(routed, f"/segments/{segment.key}"), routed.run.name, why, rule, status)
    elif segment.method is Method.cable and segment.place is not Place.buried:
        fixed = straps(segment.method, "", segment.length_m, case.rulebook.routes, case.rulebook.words, wanted_m=segment.strap_m)
        yield Wanted("staple", "for the cable", fixed.value, _at(routed, f"/segments/{segment.key}"), routed.run.name, fixed.rule.text,
                     fixed.rule.citation, status)  # fmt: skip
    if segment.place is Place.buried:
        yield Wanted("ribbon", "over the trench", segment.length_m, _at(routed, f"/segments/{segment.key}"), routed.run.name,
                     "half way down, along the whole trench", "trade habit", status)  # fmt: skip


def _pipe(case: Case, routed: Routed, i: int, segment: Segment, pipe: Pipe) -> Iterator[Wanted]:
    at, run, status = _at(routed, f"/segments/{segment.key}"), routed.run, status_of(routed.run, segment)
    rules, size, name = case.rulebook, pipe.size, pipe.name
    stick = rules.goods["pipe"].pack if "pipe" in rules.goods else 3.0

    def of(item: str, quantity: float, why: str, citation: str) -> Wanted:
        return Wanted(item, name, quantity, at, run.name, why, citation, status)

    lost_m = sum_of(found.shrink_m for found in bent_in(segment, at))
    by_hand = f", {len(segment.bent_by_hand)} bends by hand" if segment.bent_by_hand else ""
    yield of("pipe", segment.length_m + lost_m, f"stretch {i + 1}{by_hand}", "its length, and what bends lose" if by_hand else "its length")
    made_deg = bent_deg(segment)
    elbows = ceil(max(0.0, segment.bends_deg - made_deg) / BENT_BY_ELBOWS_DEG - 1e-9)
    if elbows:
        yield of("elbow", elbows, f"{segment.bends_deg - made_deg:g}° of bends", "its bends")
    boxes = [one for one in segment.fittings if one.kind is FittingKind.pull_box]
    bodies = len(segment.fittings) - len(boxes)
    yield of("connector", 2 + 2 * len(boxes), "one at each end and at each box", "its ends")
    joints = max(0, ceil((segment.length_m + lost_m) / stick) - 1)
    if segment.method not in GLUED and joints:
        yield of("coupling", joints, "between its sticks", "its length")
    if boxes:
        yield of("pull_box", len(boxes), "where wires are taken out", rules.boxes.box_reach().citation)
    if bodies:
        yield of("body", bodies, "where it turns and opens", rules.boxes.splice_in_body().citation)
    if segment.place is not Place.buried:
        fixed = straps(segment.method, size, segment.length_m, rules.routes, rules.words, wanted_m=segment.strap_m)
        yield of("strap", fixed.value, fixed.rule.text, fixed.rule.citation)
        yield Wanted("anchor", "", fixed.value, at, run.name, "one for each strap, for what the wall is made of", "trade habit", status)
        if segment.place in SWING_K:
            grown = growth(segment.method, segment.length_m, segment.swing_k or SWING_K[segment.place], rules.routes)
            if grown.value:
                yield of("expansion", grown.value, grown.rule.text, grown.rule.citation)
    if segment.method in GLUED:
        glued = 2 * elbows + joints + 2
        yield Wanted("cement", "for plastic pipe", glued / JOINTS_A_CAN, at, run.name, f"{glued} glued joints", "trade habit", status)


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
    if not case.rulebook.wires.single_wires(made.tried.wire.insulation):
        if case.rulebook.cans.wants_connector(made.tried.wire.insulation):
            yield Wanted("cable_connector", made.tried.wire.insulation, 2 * made.question.sets, _at(routed), run.name,
                         "one at each end", "its ends", run.status)  # fmt: skip
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
