"""The way a pipe takes: straight pieces and bends, from legs as measured or as far as the bends are known."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache
from itertools import pairwise
from math import acos, atan2, ceil, cos, degrees, hypot, pi, radians, sin
from typing import Any

from northspan.core.document.job import Fitting, Leg, Method, Pull, Run, Segment
from northspan.core.physics.pull_tension import Piece
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import whole

IN_PIPE = frozenset({Method.pvc40, Method.pvc80, Method.emt, Method.rmc})
QUARTER_DEG = 90.0
NO_BEND_DEG = 10.0  # a pipe gives that much by itself, and a walked track wavers
_NO_ROUTE: dict[str, Any] = {"legs": (), "slack_m": 0.0, "fittings": (), "crossings": (), "beside": (), "trench": "", "status": None,
                             "strap_m": None, "first_strap_m": None, "swing_k": None, "height_m": None}  # fmt: skip
CORNER_M = 0.3  # a box that stands so near a corner is the corner
_ROUNDING = 1e-9  # a limit met exactly is met, however its sum was rounded


def pieces_of(segment: Segment, radius_m: float) -> tuple[Piece, ...]:
    """Lay out a stretch as straight pieces and bends, parted at its pull points.

    Parameters
    ----------
    segment : Segment
        The stretch. [m, degrees]
    radius_m : float
        Radius of its bends. [m]

    Notes
    -----
    Measured legs give the bends by their directions; a box or body at a corner takes the bend's place. Of a stretch that is
    typed as one length only the sum of its bends is known: they are taken as bends of at most 90°, evenly spread.
    Bends are short beside the way and add no length.
    """
    whole = _by_legs(segment, radius_m) if segment.legs else _spread(segment, radius_m)
    return _parted(whole, tuple(one.at_m for one in segment.fittings if not at_corner(segment, one)))


def at_corner(segment: Segment, fitting: Fitting) -> bool:
    """Tell whether a box or body stands at a corner of the measured route.

    Parameters
    ----------
    segment : Segment
        The stretch. [m]
    fitting : Fitting
        The box or body. [m]
    """
    return any(abs(fitting.at_m - corner) <= CORNER_M + _ROUNDING for corner, _ in _corners(segment))


def bends_between_deg(segment: Segment) -> tuple[float, ...]:
    """Add up the bends of a stretch between its pull points. [degrees]

    Parameters
    ----------
    segment : Segment
        The stretch. [-]

    Examples
    --------
    >>> bends_between_deg(Segment(length_m=40, bends_deg=360, fittings=(Fitting(at_m=20),)))
    (180.0, 180.0)
    """
    return turned_deg(pieces_of(segment, 0.0))


@lru_cache(maxsize=4096)
def as_sized(run: Run) -> Run:
    """Give a run as its sizing asks it: with the sharpest sum of bends of each stretch, without what only its route is about.

    What is moved along the route then sizes nothing anew.

    Parameters
    ----------
    run : Run
        The run. [-]
    """
    segments = []
    for segment in run.segments:
        most = max(bends_between_deg(segment)) if segment.fittings or segment.legs else segment.bends_deg
        segments.append(segment.model_copy(update=_NO_ROUTE | {"bends_deg": most}))
    return run.model_copy(update={"segments": tuple(segments), "pull": Pull(), "located": False})


def bend_places(segment: Segment) -> tuple[tuple[float, float], ...]:
    """Say where the bends of a stretch are: distance from its head [m], angle [degrees].

    Parameters
    ----------
    segment : Segment
        The stretch. [-]

    Examples
    --------
    >>> bend_places(Segment(length_m=30, bends_deg=180))
    ((10.0, 90.0), (20.0, 90.0))
    """
    found, gone = [], 0.0
    for piece in pieces_of(segment, 0.0):
        if piece.bend:
            found.append((round(gone, 6), round(degrees(piece.turn_rad), 6)))
        gone += piece.along_m
    return tuple(found)


def turned_deg(pieces: tuple[Piece, ...]) -> tuple[float, ...]:
    """Add up the bends between pull points. [degrees]

    Parameters
    ----------
    pieces : tuple of Piece
        The route. [rad]
    """
    sums = [0.0]
    for piece in pieces:
        sums[-1] += degrees(piece.turn_rad)
        if piece.pull_point and piece is not pieces[-1]:
            sums.append(0.0)
    return tuple(round(one, 6) for one in sums)


def turned_round(pieces: tuple[Piece, ...]) -> tuple[Piece, ...]:
    """Give a route as it is pulled the other way: what went up goes down.

    Parameters
    ----------
    pieces : tuple of Piece
        The route, shape (n,). [-]
    """
    behind = (None, *pieces[:-1])
    turned = (replace(one, slope_rad=-one.slope_rad, pull_point=bool(b and b.pull_point)) for one, b in zip(pieces, behind, strict=True))
    return tuple(turned)[::-1]


def _corners(segment: Segment) -> list[tuple[float, float]]:
    """Where a measured route turns, and how far: distance from the head of the stretch [m], angle [rad]; one for each joint of legs."""
    found, gone = [], 0.0
    legs: tuple[Leg, ...] = segment.legs
    for before, leg in pairwise(legs):
        gone += hypot(before.level_m, before.rise_m)
        found.append((gone, _angle(atan2(before.rise_m, before.level_m), atan2(leg.rise_m, leg.level_m), radians(before.turn_deg))))
    return [(at_m, turn if degrees(turn) > NO_BEND_DEG + _ROUNDING else 0.0) for at_m, turn in found]


def _by_legs(segment: Segment, radius_m: float) -> list[Piece]:
    found: list[Piece] = []
    corners = _corners(segment)
    for i, leg in enumerate(segment.legs):
        if i and corners[i - 1][1]:
            at_m, turn = corners[i - 1]
            if found and any(abs(one.at_m - at_m) <= CORNER_M + _ROUNDING for one in segment.fittings):
                found[-1] = replace(found[-1], pull_point=True)
            else:
                found.append(Piece(f"bend {i}, {whole(degrees(turn))}°", turn_rad=turn, radius_m=radius_m))
        length = hypot(leg.level_m, leg.rise_m)
        if length:
            found.append(Piece(leg.words or f"leg {i + 1}", length_m=length, slope_rad=atan2(leg.rise_m, leg.level_m)))
    left_deg = segment.bends_deg - sum_of(degrees(turn) for _, turn in corners)
    if left_deg > NO_BEND_DEG + _ROUNDING:
        found.append(Piece(f"bends noted and in no leg, {whole(left_deg)}°", turn_rad=radians(left_deg), radius_m=radius_m))
    return found


def _angle(slope_1: float, slope_2: float, turn: float) -> float:
    """The angle between two directions, each by its slope, with a turn on the level between them. [rad]"""
    inside = cos(slope_1) * cos(slope_2) * cos(turn) + sin(slope_1) * sin(slope_2)
    return acos(max(-1.0, min(1.0, inside)))


def _spread(segment: Segment, radius_m: float) -> list[Piece]:
    bends = ceil(segment.bends_deg / QUARTER_DEG - _ROUNDING)
    each_m = segment.length_m / (bends + 1)
    found = [Piece("straight 1", length_m=each_m)]
    for i in range(bends):
        turn = segment.bends_deg / bends * pi / 180
        found += [
            Piece(f"bend {i + 1}, {whole(degrees(turn))}°", turn_rad=turn, radius_m=radius_m),
            Piece(f"straight {i + 2}", length_m=each_m),
        ]
    return found


def _parted(whole: list[Piece], at_m: tuple[float, ...]) -> tuple[Piece, ...]:
    """Cut straight pieces where a pull point stands."""
    found: list[Piece] = []
    left = sorted(at_m)
    gone = 0.0
    for piece in whole:
        rest = piece
        while left and not piece.bend and gone < left[0] < gone + rest.length_m - _ROUNDING:
            first = left.pop(0) - gone
            found.append(replace(rest, length_m=first, pull_point=True))
            rest = replace(rest, length_m=rest.length_m - first)
            gone += first
        gone += 0.0 if piece.bend else rest.length_m
        at_its_end = bool(left) and not piece.bend and abs(left[0] - gone) <= _ROUNDING
        if at_its_end:
            left.pop(0)
        found.append(replace(rest, pull_point=at_its_end or piece.pull_point))
    return tuple(found)
