"""The pull of a sized run as a plan: both ways, limits, stages, lengths, the order of hands."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache

from northspan.core.document.findings import Cure, Edit
from northspan.core.document.job import Fitting, Place, Pull, Rope, Segment, place_between, row_document
from northspan.core.document.plan import BendMark, PullPlan, PullWay, WorkGroup, margins_shown, work_lines
from northspan.core.document.plan import PullPoint as PlanPoint
from northspan.core.physics.pull_tension import Point
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.pull.bundle import Bundle, PulledWire, bundle_of
from northspan.core.topics.pull.crew import order_of_work
from northspan.core.topics.pull.hand_bends import bent_plans
from northspan.core.topics.pull.lengths import bought, cut_lengths
from northspan.core.topics.pull.pulling import (
    MOST_HANDS,
    ROPE_N,
    PipeRun,
    Pulled,
    best_parting,
    hands_for,
    limits,
    lubricant,
    most_n,
    pipe_runs,
    pull_both_ways,
)
from northspan.core.topics.pull.routed import Routed
from northspan.core.topics.pull.rules import PullRules
from northspan.core.topics.pull.supports import segment_groups
from northspan.core.topics.routes.route import bend_places, turned_deg
from northspan.core.working.sums import count_of, sum_of
from northspan.core.working.worked import Margin, Worked, at_most

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
class PipePull:
    """A pipe of a run with its pull: working, limits and cures."""

    pipe: PipeRun
    bundle: Worked[Bundle]
    pulled: Worked[Pulled]
    margins: tuple[Margin, ...]
    bends_deg: tuple[float, ...]
    cures: tuple[Cure, ...]


def question_of_pull(routed: Routed) -> PullQuestion:
    """Gather what decides the pull of a run.

    Parameters
    ----------
    routed : Routed
        The run, sized, with its route. [-]
    """
    run = routed.run
    return PullQuestion(
        routed.id, run.pull, run.segments, tuple(p.value.size if p.value else "" for p in routed.sized.pipes), _groups(routed)
    )


@lru_cache(maxsize=1024)
def pulls(question: PullQuestion, rulebook: PullRules) -> tuple[PipePull, ...]:
    """Pull through every pipe of a run, one after another.

    Parameters
    ----------
    question : PullQuestion
        What decides the pull. [-]
    rulebook : PullRules
        The rules that are asked. [-]
    """
    return tuple(_through(pipe, question, rulebook) for pipe in pipe_runs(question.segments, question.sizes, rulebook))


def hardest(question: PullQuestion, rulebook: PullRules) -> PipePull | None:
    """Give the pipe of a run that is hardest to pull through; None where no wires are pulled.

    Parameters
    ----------
    question : PullQuestion
        What decides the pull. [-]
    rulebook : PullRules
        The rules that are asked. [-]
    """
    return max(pulls(question, rulebook), key=lambda one: max(margin.share for margin in one.margins), default=None)


def pull_of(routed: Routed, rulebook: PullRules) -> PullPlan:
    """Plan the pull of a run through its hardest pipe, in one go or parted at its pull points.

    Parameters
    ----------
    routed : Routed
        The run, sized, with its route. [-]
    rulebook : PullRules
        The rules that are asked. [-]
    """
    found, lengths = hardest(question_of_pull(routed), rulebook), tuple(cut_lengths(routed, rulebook.wires, rulebook.words))
    buy, along = tuple(bought(lengths, routed.run.pull.reel_m, rulebook.words)), segment_groups(routed, rulebook)
    bent = tuple(bent_plans(routed, rulebook.words))
    if found is None:
        return PullPlan(False, NOT_PULLED, (), (), 0, 0, 0, (), (), lengths, buy, (), (), bent, along, ())
    pipe, bundle, pulled = found.pipe, found.bundle, found.pulled
    wet = lubricant(sum_of(segment.length_m for segment in pipe.segments), pipe.bore_m)
    ways = tuple(_ways(pipe, pulled.value))
    chosen = next(way for way in ways if way.chosen)
    tension = chosen.worst_n if routed.run.pull.lubricated else chosen.worst_dry_n
    stages = len(found.bends_deg)
    end = "its far end" if pulled.value.from_far else "its head"
    most = rulebook.words.amount_text(tension, "N")
    words = f"{most} at most, fed from {end}, in {f'{stages} stages' if stages > 1 else 'one pull'}"
    working = (
        WorkGroup("set", "The set of wires", rulebook.words.amount_text(bundle.value.wires.weight_n_m, "N/m"), work_lines(bundle.steps)),
        WorkGroup("tension", "Tension along the way", most, work_lines(pulled.steps)),
        WorkGroup("lubricant", "Lubricant", rulebook.words.amount_text(wet.value, "L"), work_lines((wet,))),
    )
    order = tuple(order_of_work(routed, bundle.value, pulled.value, found.bends_deg, rulebook.words))
    weight_n = bundle.value.wires.weight_n_m * sum_of(piece.along_m for piece in pipe.pieces)
    margins = margins_shown(found.margins)
    marks = tuple(_bend_marks(routed))
    return PullPlan(
        True,
        words,
        ways,
        margins,
        stages,
        weight_n,
        wet.value,
        found.bends_deg,
        marks,
        lengths,
        buy,
        order,
        found.cures,
        bent,
        along,
        working,
    )


def _bend_marks(routed: Routed) -> Iterator[BendMark]:
    begins = 0.0
    for segment, pipe in zip(routed.run.segments, routed.sized.pipes, strict=True):
        if pipe.value:
            yield from (BendMark(begins + at_m, angle) for at_m, angle in bend_places(segment))
        begins += segment.length_m


def _through(pipe: PipeRun, question: PullQuestion, rulebook: PullRules) -> PipePull:
    bundle = bundle_of(question.groups, pipe.bore_m, rulebook)
    pulled = pull_both_ways(pipe.pieces, bundle.value, question.pull)
    limit = rulebook.pipes.bends_limit_deg(pipe.segments[0].method)
    bends = turned_deg(pipe.pieces)
    turns = at_most("bends", rulebook.words.fill("Bends between {pull_points}"), max(bends), limit.value, "°", limit.citation)
    held = limits(pulled.value, bundle.value, question.pull, rulebook.words)
    mast = max(bends) == 0 and all(segment.place is Place.outdoors for segment in pipe.segments)  # nothing wedges up a straight one
    margins = (*(one for one in held if one.key != "jam" or not mast), turns)
    cures = tuple(_cures(question, pipe, bundle.value, margins, limit.value, rulebook.words))
    return PipePull(pipe, bundle, pulled, margins, bends, cures)


def _groups(routed: Routed) -> tuple[PulledWire, ...]:
    wire = routed.sized.tried.wire
    return tuple(PulledWire(group.count, group.size, group.metal or wire.metal, wire.insulation) for group in routed.sized.groups)


def _ways(pipe: PipeRun, pulled: Pulled) -> Iterator[PullWay]:
    length_m = sum_of(piece.along_m for piece in pipe.pieces)

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


def _cures(
    question: PullQuestion, pipe: PipeRun, bundle: Bundle, margins: tuple[Margin, ...], limit_deg: float, say: Words
) -> Iterator[Cure]:
    if all(margin.holds for margin in margins if margin.key != "jam"):  # a pull point does not unwedge wires
        return
    broken = {margin.key: margin.used for margin in margins if not margin.holds}
    if broken.keys() <= {"rope", "hands", "jam"}:  # the wires stand it: it is a matter of who pulls, and with what
        yield from _help(question, broken)
    at_m = best_parting(pipe, bundle, question.pull, limit_deg)
    if at_m is not None:
        yield Cure(f"Put a {say.terms.pull_point} at {say.length_text(at_m)}", points_at(question.run_id, pipe, (at_m,)))
    if not question.pull.lubricated:
        yield Cure("Lubricate", (Edit("add", f"/runs/{question.run_id}/pull/lubricated", value=True),))


def _help(question: PullQuestion, broken: dict[str, float]) -> Iterator[Cure]:
    """More hands while a few are enough and the line stands it, a rope on a machine beyond."""
    path, tension_n = f"/runs/{question.run_id}/pull", max(broken.values())
    hands = hands_for(tension_n)
    if "rope" not in broken and hands <= MOST_HANDS:
        yield Cure(f"Pull with {hands} people", (Edit("add", f"{path}/hands", hands),))
    elif tension_n <= ROPE_N[Rope.rope] and question.pull.rope_n is None:
        yield Cure("Pull with a rope on a machine", (Edit("add", f"{path}/rope", Rope.rope.value),))


def points_at(run_id: str, pipe: PipeRun, places_m: tuple[float, ...]) -> tuple[Edit, ...]:
    """Give the edits that put pull points into the stretches in which they fall.

    Parameters
    ----------
    run_id : str
        The run. [-]
    pipe : PipeRun
        Its pipe. [m]
    places_m : tuple of float
        How far into the pipe each is. [m]
    """
    put: dict[int, list[Fitting]] = {}
    for at_m in places_m:
        at, into_m = 0, at_m
        while at < len(pipe.segments) - 1 and into_m > pipe.segments[at].length_m:
            into_m -= pipe.segments[at].length_m
            at += 1
        put.setdefault(at, []).append(Fitting(at_m=max(0.01, round(into_m, 2))))
    found: list[Edit] = []
    for at, fresh in put.items():
        segment = pipe.segments[at]
        row = list(segment.fittings)
        for one in fresh:
            before = count_of(there.at_m < one.at_m for there in row)
            row.insert(before, one.model_copy(update={"order": place_between(row, before)}))
        known = {one.key for one in segment.fittings}
        path = f"/runs/{run_id}/segments/{segment.key}/fittings"
        found += [Edit("add", f"{path}/{key}", one) for key, one in row_document(row).items() if key not in known]
    return tuple(found)
