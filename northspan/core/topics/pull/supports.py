"""What each stretch asks: how high it hangs, how it is strapped, how much its pipe grows; with its ground and its boxes."""

from __future__ import annotations

from collections.abc import Iterator
from math import ceil

from northspan.core.document.findings import Finding, Severity, pin
from northspan.core.document.job import Method, Place, Segment
from northspan.core.document.plan import WorkGroup, work_lines
from northspan.core.rulebooks.questions.pipes import PipeRules
from northspan.core.rulebooks.questions.routes import RouteRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.pull.fittings import fitting_groups
from northspan.core.topics.pull.ground import ground_groups
from northspan.core.topics.pull.room import room_groups
from northspan.core.topics.pull.routed import Routed
from northspan.core.topics.pull.rules import PullRules
from northspan.core.topics.routes.route import IN_PIPE
from northspan.core.topics.sizing.pipe import Pipe
from northspan.core.working.errors import OutsideTable
from northspan.core.working.worked import Step, Worked, falls_short, given, goes_beyond, ruled, step

SWING_K = {Place.outdoors: 55.0, Place.attic: 40.0, Place.indoors: 15.0}


def straps(
    method: Method, size: str, length_m: float, route_rules: RouteRules, say: Words, *, wanted_m: float | None = None
) -> Worked[int]:
    """Count the straps of a straight run between two boxes.

    Parameters
    ----------
    method : Method
        Kind of pipe, or cable. [-]
    size : str
        Trade size; empty for a cable. [-]
    length_m : float
        Length. [m]
    route_rules : RouteRules
        Rules of routes. [-]
    say : Words
        How the trade says it. [-]
    wanted_m : float or None
        Nearer together than the rule asks, as found or as wanted. [m]
    """
    apart, first = route_rules.supports(method, size)
    apart_m = min(apart.value, wanted_m or apart.value)
    between_m = max(0.0, length_m - 2 * first.value)
    count = max(1, ceil(between_m / apart_m - 1e-9) + 1) if length_m > first.value else 1
    why = f"one {say.depth_text(first.value)} from each end, the rest at most {say.depth_text(apart_m)} apart"
    return Worked(count, (apart, first, ruled("n", say.terms.straps, f"{count}", why, apart.citation, count)))


def growth(method: Method, length_m: float, swing_k: float, route_rules: RouteRules) -> Worked[int]:
    """Work how much a straight pipe grows between its coldest and its hottest, and how many fittings take that up.

    Parameters
    ----------
    method : Method
        Kind of pipe. [-]
    length_m : float
        Length between fixed points. [m]
    swing_k : float
        From coldest to hottest. [K]
    route_rules : RouteRules
        Rules of routes. [-]
    """
    grows, most = route_rules.expansion(method)
    given_k = given("D_T", "from coldest to hottest", swing_k, "K", "taken; the sun adds to it")
    change = step("D_L", "grows by", "k * L * D_T", "mm", grows.citation, k=grows.value, L=length_m, D_T=swing_k)
    wanted = change.value >= most.value - 1e-9
    count = ceil(change.value / 100) if wanted else 0  # a usual fitting takes up 4 in, 100 mm
    words = f"{count}" if wanted else "none"
    return Worked(
        count, (grows, given_k, change, most, ruled("n_f", "expansion fittings", words, "each takes up 100 mm", most.citation, count))
    )


def segment_groups(routed: Routed, rulebook: PullRules) -> tuple[WorkGroup, ...]:
    """Work what the stretches of a run ask, one after another.

    Parameters
    ----------
    routed : Routed
        The run, sized, with its route. [-]
    rulebook : PullRules
        The rules that are asked. [-]
    """
    found: list[WorkGroup] = []
    for i in range(len(routed.run.segments)):
        found += [
            *room_groups(i, routed, rulebook.pipes, rulebook.words),
            *_above(i, routed, rulebook.routes, rulebook.pipes, rulebook.words),
            *ground_groups(i, routed, rulebook),
        ]
        found += fitting_groups(i, routed, rulebook.boxes, rulebook.words)
    return tuple(found)


def support_findings(routed: Routed, rulebook: PullRules) -> Iterator[Finding]:
    """Say where straps as found stand too far apart, or too far from a box.

    Parameters
    ----------
    routed : Routed
        The run, sized, with its route. [-]
    rulebook : PullRules
        The rules that are asked. [-]
    """
    for segment, pipe in zip(routed.run.segments, routed.sized.pipes, strict=True):
        if not _strapped(segment):
            continue
        limits = rulebook.routes.supports(segment.method, _size(segment, pipe.value, rulebook.pipes))
        for field, words, limit in zip(
            ("strap_m", "first_strap_m"), (rulebook.words.terms.straps, rulebook.words.fill("the first {strap}")), limits, strict=True
        ):
            found_m = getattr(segment, field)
            if found_m is None or not goes_beyond(found_m, limit.value):
                continue
            at = f"/runs/{routed.id}/segments/{segment.key}/{field}"
            far = "apart" if field == "strap_m" else "from its box"
            depth = rulebook.words.depth_text
            said = f"{routed.run.name}: {words} {depth(found_m)} {far}, {depth(limit.value)} is the most."
            cure = pin(
                at, round(limit.value - 5e-4, 3), f"{rulebook.words.fill('{Strapped}')} {rulebook.words.depth_text(limit.value)} {far}"
            )
            yield Finding(
                "straps-too-far", Severity.fix, at, said, "A pipe that hangs pulls at its couplings and its wires.", limit.citation, (cure,)
            )


def height_findings(routed: Routed, rulebook: PullRules) -> Iterator[Finding]:
    """Say where a run hangs too low.

    Parameters
    ----------
    routed : Routed
        The run, sized, with its route. [-]
    rulebook : PullRules
        The rules that are asked. [-]
    """
    for segment in routed.run.segments:
        if segment.place is not Place.overhead or segment.height_m is None:
            continue
        least, at = _height(segment, routed, rulebook.routes), f"/runs/{routed.id}/segments/{segment.key}/height_m"
        name = routed.run.name
        if least is None:
            yield Finding(
                "height-without-figure",
                Severity.check,
                at,
                f"{name}: no figure is set for its height there.",
                "Keep it out of reach, or take another way.",
                "guide",
            )
        elif falls_short(segment.height_m, least.value):
            below, hangs = segment.over.value.replace("_", " "), rulebook.words.length_text(segment.height_m)
            words = f"{name}: hangs {hangs} over a {below}, {least.result} is the least."
            why = "A ladder, a load or a lorry reaches it; insulation on a drop is no promise."
            yield Finding(
                "height-too-low", Severity.fix, at, words, why, least.citation, (pin(at, round(least.value, 2), "Hung as high as it must"),)
            )


def _strapped(segment: Segment) -> bool:
    return segment.place in SWING_K and (segment.method in IN_PIPE or segment.method is Method.cable)


def _size(segment: Segment, pipe: Pipe | None, pipe_rules: PipeRules) -> str:
    """The size of the pipe of a stretch; where none is known the smallest, whose straps are the nearest; of a cable empty."""
    made = pipe_rules.trade_sizes(segment.method, 3)
    return pipe.size if pipe else made[0].size if made else ""


def _above(i: int, routed: Routed, route_rules: RouteRules, pipe_rules: PipeRules, say: Words) -> Iterator[WorkGroup]:
    segment = routed.run.segments[i]
    title, size = f"Stretch {i + 1}", _size(segment, routed.sized.pipes[i].value, pipe_rules)
    if segment.place is Place.overhead:
        height = _height(segment, routed, route_rules)
        if height:
            yield WorkGroup(f"height{i + 1}", f"{title}, height", say.length_text(height.value), work_lines((height,)))
    if segment.place is Place.outdoors:
        rated = route_rules.outdoors_rating()
        yield WorkGroup(f"outdoors{i + 1}", f"{title}, boxes", rated.result, work_lines((rated,)))
    if not _strapped(segment):
        return
    fixed = straps(segment.method, size, segment.length_m, route_rules, say, wanted_m=segment.strap_m)
    yield WorkGroup(f"straps{i + 1}", f"{title}, {say.terms.straps}", f"{fixed.value}", work_lines(fixed.steps))
    if segment.method in IN_PIPE:
        swing_k = SWING_K[segment.place] if segment.swing_k is None else segment.swing_k
        grown = growth(segment.method, segment.length_m, swing_k, route_rules)
        answer = f"{grown.value} fitting{'s' if grown.value > 1 else ''}" if grown.value else "no fitting"
        yield WorkGroup(f"growth{i + 1}", f"{title}, expansion", answer, work_lines(grown.steps))


def _height(segment: Segment, routed: Routed, route_rules: RouteRules) -> Step | None:
    try:
        return route_rules.clearance(segment.over, routed.sized.question.neutral_v)
    except OutsideTable:  # no figure is set there: the finding says so
        return None
