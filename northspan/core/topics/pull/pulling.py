"""A pull from both ends, held against what wires, grip and rope stand; and where to part it if that is too much."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from math import ceil, degrees, pi, sqrt

from northspan.core.document.job import Method, Pull, Rope, Segment
from northspan.core.physics.pull_tension import Piece, Point, parted_peaks, tension_along
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.pull.bundle import AREA_M2, Bundle, jam_margin
from northspan.core.topics.pull.rules import PullRules
from northspan.core.topics.routes.route import IN_PIPE, pieces_of, turned_deg, turned_round
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Margin, Step, Worked, at_most, given, ruled, step, whole

DRY, LUBRICATED = 0.5, 0.25
GRIP_N = 4450.0  # a woven grip over the wires, 1000 lbf
SIDE_WALL_N_M = 7300.0  # wires of 600 V to 1000 V, 500 lbf per foot
ROPE_N = {Rope.tape: 900.0, Rope.line: 900.0, Rope.rope: 4450.0}
ROPE_WORDS = {Rope.tape: "{fish_tape}", Rope.line: "{pull_line}", Rope.rope: "rope"}
HAND_N = 350.0  # what one person pulls steadily, feet planted
MOST_HANDS = 4  # people find room at one end; beyond that a machine pulls
LUBRICANT_L_M2 = 0.0015 * 3.785 / (0.3048 * 0.0254)  # a gallon and a half for a thousand feet of one inch


@dataclass(frozen=True, slots=True)
class PipeRun:
    """Stretches of one pipe in a row, and where they begin: index of the first stretch, distance from the head of the run [m]."""

    first: int
    from_m: float
    segments: tuple[Segment, ...]
    pipe_size: str
    bore_m: float
    pieces: tuple[Piece, ...]


@dataclass(frozen=True, slots=True)
class Pulled:
    """A pull in both directions: `near` begins at the head of the run; points and working of each, lubricated and dry."""

    near: tuple[Point, ...]
    far: tuple[Point, ...]
    near_dry: tuple[Point, ...]
    far_dry: tuple[Point, ...]
    from_far: bool


def pipe_runs(segments: tuple[Segment, ...], sizes: tuple[str, ...], rulebook: PullRules) -> tuple[PipeRun, ...]:
    """Find the pipes of a run: stretches of one method in a row are one pull, through the narrowest of them.

    Parameters
    ----------
    segments : tuple of Segment
        The stretches, shape (n,). [m]
    sizes : tuple of str
        Trade sizes of their pipes; empty where there is none, shape (n,). [-]
    rulebook : PullRules
        For bores and radii of bends. [-]
    """
    found: list[list[int]] = []
    for i, segment in enumerate(segments):
        if segment.method not in IN_PIPE or not sizes[i]:
            continue
        if found and found[-1][-1] == i - 1 and segments[i - 1].method is segment.method:
            found[-1].append(i)
        else:
            found.append([i])
    runs = []
    for group in found:
        first = segments[group[0]]
        shelf = next(pipe for pipe in rulebook.pipes.trade_sizes(first.method, 3) if pipe.size in {sizes[i] for i in group})
        size, radius_m = shelf.size, rulebook.pipes.bend_radius(first.method, shelf.size).value
        pieces = tuple(piece for i in group for piece in _named(pieces_of(segments[i], radius_m), i, segments))
        from_m = sum_of(segment.length_m for segment in segments[: group[0]])
        runs.append(PipeRun(group[0], from_m, tuple(segments[i] for i in group), size, bore_m(first.method, size, rulebook), pieces))
    return tuple(runs)


def bore_m(method: Method, size: str, rulebook: PullRules) -> float:
    """Give the bore of a pipe; 0 where there is no such pipe. [m]

    Parameters
    ----------
    method : Method
        Kind of pipe. [-]
    size : str
        Trade size. [-]
    rulebook : PullRules
        For its bore. [-]
    """
    area = next((pipe.bore_area for pipe in rulebook.pipes.trade_sizes(method, 3) if pipe.size == size), 0.0)
    return 2 * sqrt(area * AREA_M2[rulebook.pipes.area_unit()] / pi)


def _named(pieces: tuple[Piece, ...], i: int, segments: tuple[Segment, ...]) -> tuple[Piece, ...]:
    """Pieces of one of several stretches say which one they are of."""
    return pieces if len(segments) == 1 else tuple(replace(one, words=f"{one.words}, stretch {i + 1}") for one in pieces)


def pull_both_ways(pieces: tuple[Piece, ...], bundle: Bundle, pull: Pull) -> Worked[Pulled]:
    """Pull a set through a route from either end, lubricated and dry, and say which end is the better one to feed from.

    Parameters
    ----------
    pieces : tuple of Piece
        The route from the head of the run. [m, rad]
    bundle : Bundle
        What is pulled. [N/m]
    pull : Pull
        Friction, and the end that was chosen. [-]
    """
    wet = pull.friction_factor or LUBRICATED
    back = turned_round(pieces)
    near, near_steps = tension_along(pieces, bundle.wires, wet)
    far, far_steps = tension_along(back, bundle.wires, wet)
    near_dry, far_dry = tension_along(pieces, bundle.wires, DRY)[0], tension_along(back, bundle.wires, DRY)[0]
    if not pull.lubricated:  # what counts is what is worked and shown
        near_steps, far_steps = tension_along(pieces, bundle.wires, DRY)[1], tension_along(back, bundle.wires, DRY)[1]
    head_n, end_n = (most_n(near), most_n(far)) if pull.lubricated else (most_n(near_dry), most_n(far_dry))
    easier = end_n < head_n - 1e-9
    from_far = easier if pull.from_far_end is None else pull.from_far_end
    why = "chosen" if pull.from_far_end is not None else "the easier way"
    end = "the far end" if from_far else "the head of the run"
    named = ruled("e", "feed from", end, f"{why}: {whole(head_n)} N from the head, {whole(end_n)} N from the far end", "both worked")
    typed = pull.lubricated and pull.friction_factor is not None
    words = "friction, lubricated" if pull.lubricated else "friction, dry"
    friction = given("m", words, counted_friction(pull), "", "job" if typed else "customary")
    steps = (friction, *(far_steps if from_far else near_steps), named)
    return Worked(Pulled(near, far, near_dry, far_dry, from_far), steps)


def counted_friction(pull: Pull) -> float:
    """Give the friction that counts: as typed or usual with lubricant, dry without. [-]

    Parameters
    ----------
    pull : Pull
        How it is pulled. [-]
    say : Words
        How the trade says it. [-]
    """
    return pull.friction_factor or LUBRICATED if pull.lubricated else DRY


def most_n(points: tuple[Point, ...]) -> float:
    """Give the highest tension. [N]

    Parameters
    ----------
    points : tuple of Point
        Along a pull. [N]
    """
    return max(point.tension_n for point in points)


def limits(pulled: Pulled, bundle: Bundle, pull: Pull, say: Words) -> tuple[Margin, ...]:
    """Hold a pull against what the conductors, the grip, the rope and the hands stand, and its bends against their pressure.

    Parameters
    ----------
    pulled : Pulled
        The pull. [N]
    bundle : Bundle
        What is pulled. [N]
    pull : Pull
        Lubricant, rope and hands. [N]
    say : Words
        How the trade says it. [-]
    """
    points = counted(pulled, pull)
    tension = most_n(points)
    rope_n = pull.rope_n or ROPE_N[pull.rope]
    found = [
        at_most("conductors", "Pull on the conductors", tension, bundle.stands_n, "N", "makers"),
        at_most("grip", "Pull on the grip", tension, GRIP_N, "N", "customary"),
        at_most(
            "rope", f"Pull on the {say.fill(ROPE_WORDS[pull.rope])}", tension, rope_n, "N", "customary" if pull.rope_n is None else "job"
        ),
        at_most("side_wall", "Pressure in the bends", max(p.side_wall_n_m for p in points), SIDE_WALL_N_M, "N/m", "makers"),
    ]
    if pull.rope is not Rope.rope:
        found.append(at_most("hands", "Pull by hand", tension, HAND_N * max(1, pull.hands - 1), "N", "customary"))  # one of them feeds
    jam = jam_margin(bundle)
    return (*found, jam) if jam else tuple(found)


def hands_for(tension_n: float) -> int:
    """Count the people a pull by hand takes, of whom one feeds. [-]

    Parameters
    ----------
    tension_n : float
        The pull. [N]

    Examples
    --------
    >>> hands_for(350), hands_for(351)
    (2, 3)
    """
    return max(1, ceil(tension_n / HAND_N - 1e-9)) + 1


def lubricant(length_m: float, bore_m: float) -> Step:
    """Work how much lubricant a pull takes. [L]

    Parameters
    ----------
    length_m : float
        Length. [m]
    bore_m : float
        Bore of the pipe. [m]

    Examples
    --------
    >>> round(lubricant(30.48, 0.0508).value, 2)
    1.14
    """
    return step("V", "lubricant", "k * L * D", "L", "makers' rule", k=LUBRICANT_L_M2, L=length_m, D=bore_m)


def best_parting(run: PipeRun, bundle: Bundle, pull: Pull, limit_deg: float) -> float | None:
    """Find where a pull point helps most: how far into the pipe. [m]

    Parameters
    ----------
    run : PipeRun
        The pipe. [m]
    bundle : Bundle
        What is pulled. [N/m]
    pull : Pull
        Friction and direction. [-]
    limit_deg : float
        Most bends between pull points. [degrees]

    Returns
    -------
    float or None
        The distance, in the middle of a straight piece; None where the route is one straight piece.
    """
    friction, back = counted_friction(pull), turned_round(run.pieces)
    near = parted_peaks(run.pieces, bundle.wires, friction)
    far = parted_peaks(back, bundle.wires, friction)[::-1]
    best: tuple[tuple[float, float], float] | None = None
    for at_m, turned, one, other in zip(parting_places(run), _parted_turns(run.pieces), near, far, strict=True):
        tension = min(one, other) if pull.from_far_end is None else other if pull.from_far_end else one
        over_deg = max(0.0, turned - limit_deg)
        if best is None or (over_deg, tension) < best[0]:
            best = ((over_deg, tension), at_m)
    return best[1] if best else None


def parting_places(run: PipeRun) -> tuple[float, ...]:
    """List where a pull point can be: in the middle of each straight piece. [m]

    Parameters
    ----------
    run : PipeRun
        The pipe. [m]
    """
    found, gone = [], 0.0
    for piece in run.pieces:
        if not piece.bend:
            found.append(gone + piece.length_m / 2)
            gone += piece.length_m
    return tuple(found)


def counted(pulled: Pulled, pull: Pull) -> tuple[Point, ...]:
    """Give the points of the pull that counts: from the end it is fed from, lubricated or dry. [N]

    Parameters
    ----------
    pulled : Pulled
        Both ways. [N]
    pull : Pull
        Lubricated or not. [-]
    """
    if pull.lubricated:
        return pulled.far if pulled.from_far else pulled.near
    return pulled.far_dry if pulled.from_far else pulled.near_dry


def _parted_turns(pieces: tuple[Piece, ...]) -> Iterator[float]:
    """The most bends between pull points, were there one more in the middle of each straight piece in turn. [degrees]"""
    sums = turned_deg(pieces)
    section, here = 0, 0.0
    for piece in pieces:
        if piece.bend:
            here += degrees(piece.turn_rad)
        else:
            parted = (round(here, 6), round(sums[section] - here, 6))
            yield max((*sums[:section], *parted, *sums[section + 1 :]))
        if piece.pull_point and piece is not pieces[-1]:
            section, here = section + 1, 0.0
