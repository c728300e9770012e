"""The way a pipe takes: straight pieces and bends, from legs as measured or as far as the bends are known."""

from __future__ import annotations

from dataclasses import dataclass, replace
from math import acos, atan2, ceil, cos, degrees, pi, radians, sin

from northspan.core.job import Leg, Method, Segment

IN_PIPE = frozenset({Method.pvc40, Method.pvc80, Method.emt, Method.rmc})
QUARTER_DEG = 90.0
NO_BEND_DEG = 10.0  # a pipe gives that much by itself, and a walked track wavers


@dataclass(frozen=True, slots=True)
class Piece:
    """A straight piece, or a bend: length [m] and slope [rad], upwards positive; angle [rad] and radius [m].

    `pull_point` tells whether the wires can be taken out at its end, so that the next pull begins from nothing.
    """

    words: str
    length_m: float = 0.0
    slope_rad: float = 0.0
    turn_rad: float = 0.0
    radius_m: float = 0.0
    pull_point: bool = False

    @property
    def bend(self) -> bool:
        """Whether it is a bend."""
        return self.turn_rad > 0

    @property
    def along_m(self) -> float:
        """How far the wires go in it. [m]"""
        return self.turn_rad * self.radius_m if self.bend else self.length_m


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
    Measured legs give the bends by their directions. Of a stretch that is typed as one length only the sum of its bends is
    known: they are taken as bends of at most 90°, evenly spread. Bends are short beside the way and add no length.
    """
    whole = _by_legs(segment, radius_m) if segment.legs else _spread(segment, radius_m)
    return _parted(whole, segment.pull_points_m)


def bends_between_deg(segment: Segment) -> tuple[float, ...]:
    """Add up the bends of a stretch between its pull points. [degrees]

    Parameters
    ----------
    segment : Segment
        The stretch. [-]

    Examples
    --------
    >>> bends_between_deg(Segment(length_m=40, bends_deg=360, pull_points_m=(20,)))
    (180.0, 180.0)
    """
    return turned_deg(pieces_of(segment, 0.0))


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


def _by_legs(segment: Segment, radius_m: float) -> list[Piece]:
    found: list[Piece] = []
    legs: tuple[Leg, ...] = segment.legs
    for i, leg in enumerate(legs):
        slope = atan2(leg.rise_m, leg.level_m)
        if i:
            before = legs[i - 1]
            turn = _angle(atan2(before.rise_m, before.level_m), slope, radians(before.turn_deg))
            if degrees(turn) > NO_BEND_DEG:
                found.append(Piece(f"bend {i}, {degrees(turn):.0f}°", turn_rad=turn, radius_m=radius_m))
        length = (leg.level_m**2 + leg.rise_m**2) ** 0.5
        if length:
            found.append(Piece(leg.words or f"leg {i + 1}", length_m=length, slope_rad=slope))
    left_deg = segment.bends_deg - sum(degrees(piece.turn_rad) for piece in found)
    if left_deg > NO_BEND_DEG:
        found.append(Piece(f"bends noted and in no leg, {left_deg:.0f}°", turn_rad=radians(left_deg), radius_m=radius_m))
    return found


def _angle(slope_1: float, slope_2: float, turn: float) -> float:
    """The angle between two directions, each by its slope, with a turn on the level between them. [rad]"""
    inside = cos(slope_1) * cos(slope_2) * cos(turn) + sin(slope_1) * sin(slope_2)
    return acos(max(-1.0, min(1.0, inside)))


def _spread(segment: Segment, radius_m: float) -> list[Piece]:
    bends = ceil(segment.bends_deg / QUARTER_DEG - 1e-9)
    each_m = segment.length_m / (bends + 1)
    found = [Piece("straight 1", length_m=each_m)]
    for i in range(bends):
        turn = segment.bends_deg / bends * pi / 180
        found += [
            Piece(f"bend {i + 1}, {degrees(turn):.0f}°", turn_rad=turn, radius_m=radius_m),
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
        while left and not piece.bend and gone < left[0] < gone + rest.length_m - 1e-9:
            first = left.pop(0) - gone
            found.append(replace(rest, length_m=first, pull_point=True))
            rest = replace(rest, length_m=rest.length_m - first)
            gone += first
        gone += 0.0 if piece.bend else rest.length_m
        at_its_end = bool(left) and not piece.bend and abs(left[0] - gone) <= 1e-9  # noqa: PLR2004 - rounding
        if at_its_end:
            left.pop(0)
        found.append(replace(rest, pull_point=at_its_end))
    return tuple(found)
