"""The pull of a sized run as a plan: both ways, limits, stages, lengths, the order of hands."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache

from pydantic import JsonValue

from northspan.core.findings import Cure, Edit, Finding, Severity
from northspan.core.job import Place, Pull, Run, Segment, Status
from northspan.core.plan import CutLength, PullPlan, PullWay, WorkGroup, printed, shown
from northspan.core.plan import PullPoint as PlanPoint
from northspan.core.pull.along import stretch_groups
from northspan.core.pull.bundle import Bundle, PulledWire, bundle_of
from northspan.core.pull.mechanics import Point
from northspan.core.pull.pulling import (
    PipeRun,
    Pulled,
    best_parting,
    counted,
    limits,
    lubricant,
    most_n,
    pipe_runs,
    pull_both_ways,
)
from northspan.core.pull.trench import LOCATE
from northspan.core.routing.route import IN_PIPE, turned_deg
from northspan.core.rulebooks.protocol import Rulebook
from northspan.core.sizing.run import SizedRun, wires_in_pipe
from northspan.core.worked import Margin, Worked, at_most

HEAD_MIN, FEED_M_MIN, BEND_DEG_MIN = 30.0, 5.0, 90.0  # minutes for a head; metres and degrees a minute
ONE_CABLE = "A cable of several cores goes through this pipe as one; its pull is not worked here."
NOT_PULLED = "No wires are pulled into a pipe here: a cable is laid or clipped."


@dataclass(frozen=True, slots=True)
class PullQuestion:
    """What decides a pull: the run and its stretches, the sizes of their pipes, the wires."""

    run_id: str
    pull: Pull
    segments: tuple[Segment, ...]
    sizes: tuple[str, ...]
    groups: tuple[PulledWire, ...]


@dataclass(frozen=True, slots=True)
class Hardest:
    """The pipe of a run that is hardest to pull through, with its working and limits."""

    pipe: PipeRun
    bundle: Worked[Bundle]
    pulled: Worked[Pulled]
    margins: tuple[Margin, ...]
    bends_deg: tuple[float, ...]
    cures: tuple[Cure, ...]


def question_of_pull(run_id: str, sized: SizedRun) -> PullQuestion:
    """Gather what decides the pull of a run.

    Parameters
    ----------
    run_id : str
        Id of the run. [-]
    sized : SizedRun
        The run. [-]
    """
    run = sized.question.run
    return PullQuestion(run_id, run.pull, run.segments, tuple(p.value.size if p.value else "" for p in sized.pipes), _groups(sized))


@lru_cache(maxsize=1024)
def hardest(question: PullQuestion, rulebook: Rulebook) -> Hardest | None:
    """Pull through every pipe of a run, and give the hardest; None where no wires are pulled.

    Parameters
    ----------
    question : PullQuestion
        What decides the pull. [-]
    rulebook : Rulebook
        The code to follow. [-]
    """
    if not rulebook.single_wires(question.groups[0].insulation):
        return None
    each = [_through(pipe, question, rulebook) for pipe in pipe_runs(question.segments, question.sizes, rulebook)]
    return max(each, key=lambda one: max(margin.share for margin in one.margins), default=None)


def pull_findings(run_id: str, sized: SizedRun, rulebook: Rulebook) -> Iterator[Finding]:
    """Say what is too much for the wires, the rope, the hands or the bends of a run.

    Parameters
    ----------
    run_id : str
        Id of the run. [-]
    sized : SizedRun
        The run. [-]
    rulebook : Rulebook
        The code to follow. [-]
    """
    found = hardest(question_of_pull(run_id, sized), rulebook)
    yield from _outside(run_id, sized)
    if found is None:
        yield from _bends_of_a_cable(run_id, sized)
        return
    name, at = sized.question.run.name, f"/runs/{run_id}/pull"
    for margin in found.margins:
        if margin.holds:
            continue
        if margin.key == "bends":
            words = f"{name}: {margin.used:.0f}° of bends between pull points, {margin.limit:.0f}° is the most."
            why, where = "Set a pull point part-way. A pull like this jams.", f"/runs/{run_id}/segments/{found.pipe.first}"
            parting = tuple(cure for cure in found.cures if cure.edits[0].path.endswith("pull_points_m"))
            yield Finding(Severity.fix, where, words, why, margin.citation, parting)
        elif margin.key == "jam":
            words = f"{name}: three wires may wedge side by side in this pipe."
            yield Finding(Severity.check, at, words, "Take a pipe a size up or down, or pull a fourth wire along.", margin.citation)
        else:
            words = f"{name}: {margin.words[:1].lower()}{margin.words[1:]} {margin.used:.0f} {margin.unit}, {margin.limit:.0f} is the most."
            yield Finding(Severity.fix, at, words, "Part the pull, lubricate, or feed it from the other end.", margin.citation, found.cures)


def pull_of(run_id: str, sized: SizedRun, rulebook: Rulebook) -> PullPlan:
    """Plan the pull of a run through its hardest pipe, in one go or parted at its pull points.

    Parameters
    ----------
    run_id : str
        Id of the run. [-]
    sized : SizedRun
        The run. [-]
    rulebook : Rulebook
        The code to follow. [-]
    """
    found, lengths = hardest(question_of_pull(run_id, sized), rulebook), tuple(_lengths(sized, rulebook))
    if found is None:
        in_pipe = any(pipe.value for pipe in sized.pipes)
        return PullPlan(
            False, ONE_CABLE if in_pipe else NOT_PULLED, (), (), 0, 0, 0, (), lengths, (), (), stretch_groups(sized, rulebook), ()
        )
    pipe, bundle, pulled = found.pipe, found.bundle, found.pulled
    wet = lubricant(sum(segment.length_m for segment in pipe.segments), pipe.bore_m)
    ways = tuple(_ways(pipe, pulled.value))
    chosen = next(way for way in ways if way.chosen)
    tension = chosen.worst_n if sized.question.run.pull.lubricated else chosen.worst_dry_n
    stages = len(found.bends_deg)
    end = "its far end" if pulled.value.from_far else "its head"
    words = f"{tension:.0f} N at most, fed from {end}, in {f'{stages} stages' if stages > 1 else 'one pull'}"
    working = (
        WorkGroup("set", "The set of wires", f"{bundle.value.wires.weight_n_m:.1f} N/m", printed(bundle.steps)),
        WorkGroup("tension", "Tension along the way", f"{tension:.0f} N", printed(pulled.steps)),
        WorkGroup("lubricant", "Lubricant", f"{wet.value:.1f} L", printed((wet,))),
    )
    order = tuple(_order(sized, bundle.value, pulled.value, found.bends_deg))
    weight_n = bundle.value.wires.weight_n_m * sum(piece.along_m for piece in pipe.pieces)
    margins, along = shown(found.margins), stretch_groups(sized, rulebook)
    return PullPlan(True, words, ways, margins, stages, weight_n, wet.value, found.bends_deg, lengths, order, found.cures, along, working)


def _outside(run_id: str, sized: SizedRun) -> Iterator[Finding]:
    """Pull points that a shortened stretch left behind: they do not count."""
    for i, segment in enumerate(sized.question.run.segments):
        inside: list[JsonValue] = [one for one in segment.pull_points_m if one < segment.length_m]
        if len(inside) < len(segment.pull_points_m):
            at = f"/runs/{run_id}/segments/{i}/pull_points_m"
            words = f"{sized.question.run.name}: a pull point lies beyond its stretch and does not count."
            cure = Cure("Take it out", (Edit("add", at, inside),))
            yield Finding(Severity.check, at, words, "The stretch is shorter than where it was noted.", "job", (cure,))


def _bends_of_a_cable(run_id: str, sized: SizedRun) -> Iterator[Finding]:
    """A cable is not worked as a pull, but its pipe has the same limit of bends."""
    for i, turn in enumerate(sized.bends):
        for margin in turn.margins:
            if not margin.holds:
                words = f"{sized.question.run.name}: {margin.used:.0f}° of bends between pull points, {margin.limit:.0f}° is the most."
                why = "Set a pull point part-way. A pull like this jams."
                yield Finding(Severity.fix, f"/runs/{run_id}/segments/{i}", words, why, margin.citation)


def _through(pipe: PipeRun, question: PullQuestion, rulebook: Rulebook) -> Hardest:
    bundle = bundle_of(question.groups, pipe.bore_m, rulebook)
    pulled = pull_both_ways(pipe.pieces, bundle.value, question.pull)
    limit = rulebook.bends_limit_deg(pipe.segments[0].method)
    bends = turned_deg(pipe.pieces)
    turns = at_most("bends", "Bends between pull points", max(bends), limit.value, "°", limit.citation)
    margins = (*limits(pulled.value, bundle.value, question.pull), turns)
    cures = tuple(_cures(question, pipe, bundle.value, margins, limit.value))
    return Hardest(pipe, bundle, pulled, margins, bends, cures)


def _groups(sized: SizedRun) -> tuple[PulledWire, ...]:
    wire = sized.tried.wire
    groups = wires_in_pipe(sized.question.run.circuit, wire.size, sized.grounded_size, sized.equipment_ground_size)
    return tuple(PulledWire(group.count, group.size, wire.metal, wire.insulation) for group in groups)


def _ways(pipe: PipeRun, pulled: Pulled) -> Iterator[PullWay]:
    length_m = sum(piece.along_m for piece in pipe.pieces)

    def placed(points: tuple[Point, ...], *, back: bool) -> tuple[PlanPoint, ...]:
        return tuple(
            PlanPoint(pipe.from_m + (length_m - p.distance_m if back else p.distance_m), p.tension_n, p.side_wall_n_m, p.words)
            for p in points
        )

    for key, words, wet, dry, back in (
        ("near", "fed from its head", pulled.near, pulled.near_dry, False),
        ("far", "fed from its far end", pulled.far, pulled.far_dry, True),
    ):
        pressed = max(point.side_wall_n_m for point in wet)
        yield PullWay(
            key, words, placed(wet, back=back), placed(dry, back=back), most_n(wet), most_n(dry), pressed, pulled.from_far is back
        )


def _cures(question: PullQuestion, pipe: PipeRun, bundle: Bundle, margins: tuple[Margin, ...], limit_deg: float) -> Iterator[Cure]:
    if all(margin.holds for margin in margins):
        return
    at_m = best_parting(pipe, bundle, question.pull, limit_deg)
    if at_m is not None:
        yield _pull_point(question.run_id, pipe, at_m)
    if not question.pull.lubricated:
        yield Cure("Lubricate", (Edit("add", f"/runs/{question.run_id}/pull/lubricated", value=True),))


def _pull_point(run_id: str, pipe: PipeRun, at_m: float) -> Cure:
    """The edit that puts a pull point into the stretch in which it falls."""
    at, into_m = 0, at_m
    while at < len(pipe.segments) - 1 and into_m > pipe.segments[at].length_m:
        into_m -= pipe.segments[at].length_m
        at += 1
    there: list[JsonValue] = [*sorted({*pipe.segments[at].pull_points_m, round(into_m, 2)})]
    path = f"/runs/{run_id}/segments/{pipe.first + at}/pull_points_m"
    return Cure(f"Put a pull point at {at_m:.1f} m", (Edit("add", path, there),))


def _lengths(sized: SizedRun, rulebook: Rulebook) -> Iterator[CutLength]:
    """Every conductor of a run as it is cut."""
    question, wire = sized.question, sized.tried.wire
    pull = question.run.pull
    route_m = sum(segment.length_m for segment in question.run.segments)
    cut_m = route_m + 2 * pull.make_up_m + pull.coil_m
    if not rulebook.single_wires(wire.insulation):
        yield CutLength(wire.insulation, question.sets, rulebook.size_name(wire.size), "as marked", cut_m, question.sets * cut_m)
        return
    sizes = {"neutral": sized.grounded_size, "ground": sized.equipment_ground_size}
    for role, color in rulebook.colors(question.run.circuit, old=question.run.old_colors):
        size = sizes.get(role, wire.size)
        if size and size in rulebook.sizes(wire.metal):
            name = rulebook.dialect.equipment_ground if role == "ground" else role
            yield CutLength(name, question.sets, rulebook.size_name(size), color, cut_m, question.sets * cut_m)


def _minutes(run: Run, bends: tuple[float, ...]) -> float:
    """How long a pull takes, by the thumb: making up a head for every stage, then by hand at a walk's half speed, slower in bends."""
    length_m = sum(segment.length_m for segment in run.segments if segment.method in IN_PIPE)
    return len(bends) * HEAD_MIN / max(1, run.pull.hands - 1) + length_m / FEED_M_MIN + sum(bends) / BEND_DEG_MIN


def _order(sized: SizedRun, bundle: Bundle, pulled: Pulled, bends: tuple[float, ...]) -> Iterator[str]:
    """What a crew does, in order."""
    pull = sized.question.run.pull
    feed, haul = ("the far end", "the head") if pulled.from_far else ("the head", "the far end")
    run = sized.question.run
    if run.status is Status.existing:
        yield "Already in: what follows is for pulling it anew."
    elif run.status is Status.temporary:
        yield "For now only: slack at both ends, every wire marked, out again when the final one is in."
    if any(segment.place is Place.buried for segment in run.segments):
        yield f"Before the first spade: {LOCATE}."
    yield "Both ends dead, locked and tested. No pull while there is lightning about: come down, walk away, wait half an hour."
    yield f"Pipe swabbed and proved; {'a rope' if pull.rope.value == 'rope' else 'the ' + pull.rope.value} in from {haul} to {feed}."
    yield f"Reels at {feed}, each wire marked with its tape at both ends before it goes in."
    yield f"{bundle.count} heads staggered by a hand's width, taped to a smooth cone, the largest first."
    if len(bends) > 1:
        yield f"{len(bends)} stages: at each pull point take all of it out, figure of eight on a clean sheet, feed it in again."
    people = pull.hands
    does = "lubricates" if pull.lubricated else "guides"
    yield f"{people} {'people' if people > 1 else 'person'}: one feeds and {does}, {max(1, people - 1)} at {haul}; one voice calls."
    hard = max(counted(pulled, pull), key=lambda point: point.side_wall_n_m)
    if hard.side_wall_n_m:
        yield f"It will stick in {hard.words}: slow there, and never jerk."
    yield f"About {_minutes(run, bends):.0f} minutes with {people} {'people' if people > 1 else 'person'}, once everything lies ready."
    if pull.coil_m:
        yield f"{pull.coil_m:g} m more through at the end, coiled for later, out of the way of lids."
