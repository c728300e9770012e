"""What a stretch of pipe asks for: sticks, elbows and what joins them, its ends, what it passes on to, and what holds it."""

from __future__ import annotations

from collections import Counter
from collections.abc import Generator, Iterator
from dataclasses import dataclass
from math import ceil

from northspan.core.case.case import Case
from northspan.core.document.job import FittingKind, Method, Segment, Status, status_of
from northspan.core.steps.materials.wanted import Wanted
from northspan.core.topics.pull.hand_bends import bent_deg, bent_in
from northspan.core.topics.pull.routed import Routed
from northspan.core.topics.pull.supports import SWING_K, growth, straps
from northspan.core.topics.routes.route import IN_PIPE, bends_between_deg
from northspan.core.topics.sizing.pipe import Pipe
from northspan.core.working.sums import sum_of

GLUED = frozenset({Method.pvc40, Method.pvc80})
BENT_BY_ELBOWS_DEG = 90.0
JOINTS_A_CAN = 20
STICK_M = 3.0
SAME_FITTINGS = {Method.pvc40: "plastic", Method.pvc80: "plastic"}


@dataclass(frozen=True, slots=True)
class _Stretch:
    """A stretch in pipe, and how its lines are written."""

    case: Case
    routed: Routed
    i: int
    segment: Segment
    pipe: Pipe

    def of(self, item: str, quantity: float, why: str, citation: str, what: str | None = None) -> Wanted:
        run = self.routed.run
        named = self.pipe.name if what is None else what
        return Wanted(item, named, quantity, self.at, run.name, why, citation, status_of(run, self.segment))

    @property
    def at(self) -> str:
        return f"/runs/{self.routed.id}/segments/{self.segment.key}"

    @property
    def glued(self) -> bool:
        return self.segment.method in GLUED


def pipe_wants(case: Case, routed: Routed, i: int, segment: Segment, pipe: Pipe) -> Iterator[Wanted]:
    """List what a stretch in pipe asks for.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    routed : Routed
        Its run. [-]
    i : int
        Which stretch of the run it is. [-]
    segment : Segment
        The stretch. [m]
    pipe : Pipe
        Its pipe. [-]
    """
    one = _Stretch(case, routed, i, segment, pipe)
    joints = yield from _lengths(one)
    ends = yield from _ends(one)
    yield from _opened(one)
    yield from _held(one)
    if one.glued:
        glued = joints + ends
        yield one.of("cement", glued / JOINTS_A_CAN, f"{glued} glued joints", "trade habit", "for plastic pipe")


def _lengths(one: _Stretch) -> Generator[Wanted, None, int]:
    """Sticks, elbows by the bends as typed or as measured, and what joins them; gives the joints."""
    segment, goods = one.segment, one.case.rulebook.goods
    lost_m = sum_of(found.shrink_m for found in bent_in(segment, one.at))
    by_hand = f", {len(segment.bent_by_hand)} bends by hand" if segment.bent_by_hand else ""
    yield one.of(
        "pipe", segment.length_m + lost_m, f"stretch {one.i + 1}{by_hand}", "its length, and what bends lose" if by_hand else "its length"
    )
    turned = max(0.0, sum_of(bends_between_deg(segment)) - bent_deg(segment))
    elbows = ceil(turned / BENT_BY_ELBOWS_DEG - 1e-9)
    if elbows:
        yield one.of("elbow", elbows, f"{turned:g}° of bends", "its bends")
    stick = goods["pipe"].pack if "pipe" in goods else STICK_M
    joints = max(0, ceil((segment.length_m + lost_m) / stick) - 1)
    couplings = elbows if one.glued else joints + elbows  # sticks of plastic have a bell at one end, elbows at none
    if couplings:
        yield one.of("coupling", couplings, "at its elbows" if one.glued else "between its sticks and elbows", "its length")
    return joints + 2 * elbows


def _ends(one: _Stretch) -> Generator[Wanted, None, int]:
    """Where it comes into a can or a box, passes on to another pipe, or ends and its wires go on; gives the ends."""
    boxes = [fitting for fitting in one.segment.fittings if fitting.kind is FittingKind.pull_box]
    size = one.routed.sized.tried.wire.size
    per_end = Counter(one.case.rulebook.cans.pipe_end(one.segment.method, one.case.rulebook.wires.area_m2(size)))
    into = 2 * len(boxes)
    for step in (-1, 1):
        beside = _beside(one, step)
        if beside is None:
            into += 1
        elif beside.method not in IN_PIPE:
            yield from _goes_on(one, beside)
            into += one.case.rulebook.wires.single_wires(one.routed.sized.tried.wire.insulation) and beside.method is Method.cable
        elif step < 0 or status_of(one.routed.run, beside) is Status.existing:  # a joint between two stretches is one, not two
            yield _joined(one, beside, step)
    for item, count in per_end.items():
        if into:
            yield one.of(item, into * count, "at each end and at each box", "its ends")
    return into


def _beside(one: _Stretch, step: int) -> Segment | None:
    segments, at = one.routed.run.segments, one.i + step
    return segments[at] if 0 <= at < len(segments) else None


def _joined(one: _Stretch, beside: Segment, step: int) -> Wanted:
    """A coupling where both take the same fittings, else an adapter."""
    other = one.routed.sized.pipes[one.i + step].value
    alike = SAME_FITTINGS.get(beside.method, beside.method.value) == SAME_FITTINGS.get(one.segment.method, one.segment.method.value)
    if other is None or (alike and other.size == one.pipe.size):
        return one.of("coupling", 1, "to the stretch beside it", "its ends")
    return one.of("adapter", 1, "to the stretch beside it", "its ends", f"{other.name} to {one.pipe.name}")


def _goes_on(one: _Stretch, beside: Segment) -> Iterator[Wanted]:
    """Where the pipe ends and its wires go on: a bush for what only passes, a box where loose wires become a cable."""
    loose = one.case.rulebook.wires.single_wires(one.routed.sized.tried.wire.insulation)
    if loose and beside.method is Method.cable:
        yield one.of("pull_box", 1, "where loose wires become a cable", one.case.rulebook.boxes.box_reach().citation)
    else:
        yield one.of("bushing", 1, "where its wires leave the pipe", "its ends")


def _opened(one: _Stretch) -> Iterator[Wanted]:
    boxes = [fitting for fitting in one.segment.fittings if fitting.kind is FittingKind.pull_box]
    bodies = len(one.segment.fittings) - len(boxes)
    if boxes:
        yield one.of("pull_box", len(boxes), "where wires are taken out", one.case.rulebook.boxes.box_reach().citation)
    if bodies:
        yield one.of("body", bodies, "where it turns and opens", one.case.rulebook.boxes.splice_in_body().citation)


def _held(one: _Stretch) -> Iterator[Wanted]:
    """Straps along it, one more on each side of a box or body, what they are screwed with, and room to grow."""
    segment, rules = one.segment, one.case.rulebook
    if segment.place.value == "buried":
        return
    fixed = straps(segment.method, one.pipe.size, segment.length_m, rules.routes, rules.words, wanted_m=segment.strap_m)
    beside = 2 * len(segment.fittings)
    yield one.of("strap", fixed.value + beside, fixed.rule.text + (", and beside each box" if beside else ""), fixed.rule.citation)
    yield one.of("anchor", fixed.value + beside, "one for each strap, for what the wall is made of", "trade habit", "")
    if segment.place in SWING_K:
        grown = growth(segment.method, segment.length_m, segment.swing_k or SWING_K[segment.place], rules.routes)
        if grown.value:
            yield one.of("expansion", grown.value, grown.rule.text, grown.rule.citation)
