"""What each stretch asks above ground: how high it hangs, how it is strapped, how much its pipe grows."""

from __future__ import annotations

from collections.abc import Iterator
from math import ceil, pi, sqrt

from northspan.core.errors import OutsideTable
from northspan.core.facts import run_facts
from northspan.core.findings import Finding, Severity, pin
from northspan.core.job import Method, Place, Segment, Status
from northspan.core.plan import WorkGroup, printed
from northspan.core.pull.bundle import AREA_M2
from northspan.core.pull.trench import TrenchFacts, dig
from northspan.core.routing.route import IN_PIPE
from northspan.core.rulebooks.protocol import Rulebook
from northspan.core.sizing.run import SizedRun
from northspan.core.worked import Step, Worked, given, ruled, step

WALL, CABLE_M = 1.15, 0.03  # outside over bore of a pipe; a cable that is laid by itself [m]
SWING_K = {Place.outdoors: 55.0, Place.attic: 40.0, Place.indoors: 15.0}


def straps(method: Method, size: str, length_m: float, rulebook: Rulebook) -> Worked[int]:
    """Count the straps of a straight run between two boxes.

    Parameters
    ----------
    method : Method
        Kind of pipe, or cable. [-]
    size : str
        Trade size; empty for a cable. [-]
    length_m : float
        Length. [m]
    rulebook : Rulebook
        The code to follow. [-]
    """
    apart, first = rulebook.supports(method, size)
    between_m = max(0.0, length_m - 2 * first.value)
    count = max(1, ceil(between_m / apart.value - 1e-9) + 1) if length_m > first.value else 1
    why = f"one {first.value:.2f} m from each end, the rest at most {apart.value:.2f} m apart"
    return Worked(count, (apart, first, ruled("n", "straps", f"{count}", why, apart.citation, count)))


def growth(method: Method, length_m: float, swing_k: float, rulebook: Rulebook) -> Worked[int]:
    """Work how much a straight pipe grows between its coldest and its hottest, and how many fittings take that up.

    Parameters
    ----------
    method : Method
        Kind of pipe. [-]
    length_m : float
        Length between fixed points. [m]
    swing_k : float
        From coldest to hottest. [K]
    rulebook : Rulebook
        The code to follow. [-]
    """
    grows, most = rulebook.expansion(method)
    given_k = given("D_T", "from coldest to hottest", swing_k, "K", "taken; the sun adds to it")
    change = step("D_L", "grows by", "k * L * D_T", "mm", grows.citation, k=grows.value, L=length_m, D_T=swing_k)
    wanted = change.value >= most.value - 1e-9
    count = ceil(change.value / 100) if wanted else 0  # a usual fitting takes up 4 in, 100 mm
    words = f"{count}" if wanted else "none"
    return Worked(
        count, (grows, given_k, change, most, ruled("n_f", "expansion fittings", words, "each takes up 100 mm", most.citation, count))
    )


def stretch_groups(sized: SizedRun, rulebook: Rulebook) -> tuple[WorkGroup, ...]:
    """Work what the stretches of a run ask above ground.

    Parameters
    ----------
    sized : SizedRun
        The run. [-]
    rulebook : Rulebook
        The code to follow. [-]
    """
    found: list[WorkGroup] = []
    for i, (segment, pipe) in enumerate(zip(sized.question.run.segments, sized.pipes, strict=True), 1):
        if segment.place is Place.overhead:
            height = _height(segment, sized, rulebook)
            if height:
                found.append(WorkGroup(f"height{i}", f"Stretch {i}, height", height.result, printed((height,))))
            continue
        size = pipe.value.size if pipe.value else ""
        if segment.place is Place.buried:
            found.append(_dug(i, segment, size, sized, rulebook))
            out = (rulebook.riser(), *((rulebook.bushing(sized.tried.wire.size),) if size else ()))
            found.append(WorkGroup(f"riser{i}", f"Stretch {i}, where it comes out", ", ".join(one.result for one in out), printed(out)))
        if segment.place is Place.outdoors:
            rated = rulebook.outdoors_rating()
            found.append(WorkGroup(f"outdoors{i}", f"Stretch {i}, boxes", rated.result, printed((rated,))))
        if size and segment.pull_points_m:
            boxes = tuple(rulebook.pull_box(segment.method, size, sized.tried.wire.size, angle=angle) for angle in (False, True))
            answer = " or ".join(dict.fromkeys(rulebook.depth_text(one.value) if one.value else one.result for one in boxes))
            found.append(WorkGroup(f"box{i}", f"Stretch {i}, box at a pull point", answer, printed(boxes)))
        if segment.place not in SWING_K or (segment.method not in IN_PIPE and segment.method is not Method.cable):
            continue
        fixed = straps(segment.method, size, segment.length_m, rulebook)
        found.append(WorkGroup(f"straps{i}", f"Stretch {i}, straps", f"{fixed.value}", printed(fixed.steps)))
        if segment.method in IN_PIPE:
            grown = growth(segment.method, segment.length_m, SWING_K[segment.place], rulebook)
            answer = f"{grown.value} fitting{'s' if grown.value > 1 else ''}" if grown.value else "no fitting"
            found.append(WorkGroup(f"growth{i}", f"Stretch {i}, expansion", answer, printed(grown.steps)))
    return tuple(found)


def ground_findings(run_id: str, sized: SizedRun, rulebook: Rulebook) -> Iterator[Finding]:
    """Say what of a buried run is not located yet, and which other lines it comes too close to.

    Parameters
    ----------
    run_id : str
        Id of the run. [-]
    sized : SizedRun
        The run. [-]
    rulebook : Rulebook
        The code to follow. [-]
    """
    run, at = sized.question.run, f"/runs/{run_id}"
    buried = [i for i, segment in enumerate(run.segments) if segment.place is Place.buried]
    if buried and run.status is Status.new and not run.located:
        words = f"{run.name}: other lines in the ground are not located yet."
        why = "Before the first spade: gas, water, cables and communication lines marked. Dig by hand beside a mark."
        yield Finding(Severity.check, f"{at}/located", words, why, "local law", (pin(f"{at}/located", True, "Located and marked"),))
    for i in buried:
        segment = run.segments[i]
        cover_m = segment.cover_m if segment.cover_m is not None else _least_cover(segment, sized, rulebook)
        for n, line in enumerate(segment.crossings):
            least = rulebook.line_distance(line.kind)
            between_m = abs(line.depth_m - cover_m)
            if between_m < least.value - 1e-6:
                where = rulebook.length_text(line.at_m)
                words = (
                    f"{run.name}: {rulebook.depth_text(between_m)} from a {line.kind.value} line at {where}, {least.result} is the least."
                )
                deeper = round(line.depth_m + least.value, 2)
                cures = (pin(f"{at}/segments/{i}/cover_m", deeper, f"Go under it, cover {rulebook.depth_text(deeper)}"),)
                yield Finding(
                    Severity.fix,
                    f"{at}/segments/{i}/crossings/{n}",
                    words,
                    least.text[:1].upper() + least.text[1:] + ".",
                    least.citation,
                    cures,
                )


def _least_cover(segment: Segment, sized: SizedRun, rulebook: Rulebook) -> float:
    run = run_facts(sized.question.run, sized.question.line_v)
    return rulebook.cover(segment, run, sized.device.value).value or 0.0


def _dug(number: int, segment: Segment, size: str, sized: SizedRun, rulebook: Rulebook) -> WorkGroup:
    """The trench of a stretch, to its cover as noted or to the least."""
    bore = next((p.bore_area for p in rulebook.pipes(segment.method, 3) if p.size == size), 0.0) * AREA_M2[rulebook.area_unit()]
    outside_m = WALL * 2 * sqrt(bore / pi) if bore else CABLE_M
    worked = dig(
        TrenchFacts(segment.length_m, segment.cover_m if segment.cover_m is not None else _least_cover(segment, sized, rulebook), outside_m)
    )
    answer = f"locate first; {worked.value.dug_m3:.1f} m³ dug, {worked.value.sand_m3:.1f} m³ of sand"
    return WorkGroup(f"trench{number}", f"Stretch {number}, trench", answer, printed(worked.steps))


def height_findings(run_id: str, sized: SizedRun, rulebook: Rulebook) -> Iterator[Finding]:
    """Say where a run hangs too low.

    Parameters
    ----------
    run_id : str
        Id of the run. [-]
    sized : SizedRun
        The run. [-]
    rulebook : Rulebook
        The code to follow. [-]
    """
    for i, segment in enumerate(sized.question.run.segments):
        if segment.place is not Place.overhead or segment.height_m is None:
            continue
        least, at = _height(segment, sized, rulebook), f"/runs/{run_id}/segments/{i}/height_m"
        name = sized.question.run.name
        if least is None:
            yield Finding(
                Severity.check, at, f"{name}: no figure is set for its height there.", "Keep it out of reach, or take another way.", "guide"
            )
        elif segment.height_m < least.value - 1e-6:
            below, hangs = segment.over.value.replace("_", " "), rulebook.length_text(segment.height_m)
            words = f"{name}: hangs {hangs} over a {below}, {least.result} is the least."
            why = "A ladder, a load or a lorry reaches it; insulation on a drop is no promise."
            yield Finding(Severity.fix, at, words, why, least.citation, (pin(at, round(least.value, 2), "Hung as high as it must"),))


def _height(segment: Segment, sized: SizedRun, rulebook: Rulebook) -> Step | None:
    try:
        return rulebook.clearance(segment.over, sized.question.neutral_v)
    except OutsideTable:  # no figure is set there: the finding says so
        return None
