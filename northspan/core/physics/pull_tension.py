"""Tension of wires that are pulled through a pipe: straight, up and down a slope, around a bend."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import cos, cosh, sin, sinh, sqrt

from northspan.core.working.worked import Step, step

GRAVITY_M_S2 = 9.81
JAM_FROM, JAM_TO, JAM_WIRES = 2.8, 3.2, 3  # bore over wire at which three wires wedge side by side in a bend
OVAL = 1.05  # a bent pipe is a little oval
_STRAIGHT = "friction on a slope"
_BEND = "Rifenburg 1953"


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


@dataclass(frozen=True, slots=True)
class Point:
    """A place along a pull: how far from its head [m], the tension there [N], and the pressure on the bend before it [N/m]."""

    distance_m: float
    tension_n: float
    side_wall_n_m: float
    words: str


@dataclass(frozen=True, slots=True)
class Set:
    """What hangs on the rope, as the formulas need it.

    `weight_n_m` is the weight of all wires, `correction` how much harder they wedge than one wire alone,
    `side_wall_share` which part of tension over radius the wire that is pressed hardest takes.
    """

    weight_n_m: float
    correction: float
    side_wall_share: float


def wedges(count: int, ratio: float) -> bool:
    """Tell whether wires may wedge side by side in a bend.

    Parameters
    ----------
    count : int
        Wires in the pipe. [-]
    ratio : float
        Bore of the bent pipe over the widest wire. [-]

    References
    ----------
    Rifenburg 1953.

    Examples
    --------
    >>> [wedges(3, ratio) for ratio in (2.79, 2.8, 3.2, 3.21)], wedges(4, 3.0)
    ([False, True, True, False], False)
    """
    return count == JAM_WIRES and JAM_FROM <= ratio <= JAM_TO


def after_straight(tension_n: float, piece: Piece, wires: Set, friction: float) -> Step:
    """Work the tension after a straight piece; never below nothing, a rope does not push. [N]

    Parameters
    ----------
    tension_n : float
        Tension where it begins. [N]
    piece : Piece
        The piece. [m, rad]
    wires : Set
        What is pulled. [N/m]
    friction : float
        Coefficient of friction. [-]

    References
    ----------
    Statics of a body on an inclined plane; the weight correction as in Rifenburg, Pipe-line design for pipe-type feeders (1953).

    Examples
    --------
    >>> after_straight(0.0, Piece("level", length_m=100), Set(10.0, 1.0, 1.0), 0.5).value
    500.0
    """
    return step("T", f"after {piece.words}", "max(0, T_0 + L * w * (sin(a) + C * m * cos(a)))", "N", _STRAIGHT,
                T_0=tension_n, L=piece.length_m, w=wires.weight_n_m, a=piece.slope_rad, C=wires.correction, m=friction)  # fmt: skip


def after_bend(tension_n: float, piece: Piece, wires: Set, friction: float) -> Step:
    """Work the tension after a bend that lies flat, its own weight in it. [N]

    Parameters
    ----------
    tension_n : float
        Tension where it begins. [N]
    piece : Piece
        The bend. [rad, m]
    wires : Set
        What is pulled. [N/m]
    friction : float
        Coefficient of friction. [-]

    Notes
    -----
    Where the weight in the bend is small beside the tension this is the law of the capstan, T exp(C m a).

    References
    ----------
    Rifenburg 1953, horizontal bend.

    Examples
    --------
    >>> from math import exp, pi
    >>> found = after_bend(1000.0, Piece("a bend", turn_rad=pi / 2, radius_m=0.2), Set(1.0, 1.0, 1.0), 0.5).value
    >>> round(found / (1000 * exp(0.25 * pi)), 3)
    1.0
    """
    return step("T", f"after {piece.words}", "T_0 * cosh(C * m * a) + sinh(C * m * a) * sqrt(T_0**2 + (w * R)**2)", "N", _BEND,
                T_0=tension_n, C=wires.correction, m=friction, a=piece.turn_rad, w=wires.weight_n_m, R=piece.radius_m)  # fmt: skip


def side_wall(tension_n: float, piece: Piece, wires: Set) -> Step:
    """Work the pressure on the wire that a bend presses hardest. [N/m]

    Parameters
    ----------
    tension_n : float
        Tension where the bend ends. [N]
    piece : Piece
        The bend. [m]
    wires : Set
        What is pulled. [-]

    References
    ----------
    Rifenburg 1953: one wire T / R, three in a cradle (3 C - 2) / 3 of that, three in a triangle C / 2.
    """
    return step("P", f"pressure in {piece.words}", "q * T / R", "N/m", _BEND, q=wires.side_wall_share, T=tension_n, R=piece.radius_m)


def tension_along(
    pieces: tuple[Piece, ...], wires: Set, friction: float, start_n: float = 0.0
) -> tuple[tuple[Point, ...], tuple[Step, ...]]:
    """Work the tension along a route, from its head to its end, anew after every pull point. [N]

    Parameters
    ----------
    pieces : tuple of Piece
        The route, shape (n,), in the direction of the pull. [m, rad]
    wires : Set
        What is pulled. [N/m]
    friction : float
        Coefficient of friction. [-]
    start_n : float
        What holds the wires back at the head: a reel that is turned by hand gives little. [N]

    Returns
    -------
    tuple
        Points, shape (n + 1,) and one more for each pull point, and the working.
    """
    points = [Point(0.0, start_n, 0.0, "head")]
    steps: list[Step] = []
    distance, tension = 0.0, start_n
    for piece in pieces:
        found = (after_bend if piece.bend else after_straight)(tension, piece, wires, friction)
        steps.append(found)
        distance, tension = distance + piece.along_m, found.value
        pressed = 0.0
        if piece.bend:
            pressure = side_wall(tension, piece, wires)
            steps.append(pressure)
            pressed = pressure.value
        points.append(Point(distance, tension, pressed, piece.words))
        if piece.pull_point and piece is not pieces[-1]:
            tension = start_n
            points.append(Point(distance, tension, 0.0, "pull point"))
    return tuple(points), tuple(steps)


def parted_peaks(pieces: tuple[Piece, ...], wires: Set, friction: float) -> tuple[float, ...]:
    """Work for every straight piece the highest tension of the whole pull, were it parted in the middle of that piece. [N]

    Parameters
    ----------
    pieces : tuple of Piece
        The route, shape (n,), in the direction of the pull. [m, rad]
    wires : Set
        What is pulled. [N/m]
    friction : float
        Coefficient of friction. [-]

    Notes
    -----
    The figures of `tension_along` without their working: what lies before a pull point does not change by it, and what lies
    behind begins from nothing.

    Examples
    --------
    >>> level = Piece("level", length_m=100)
    >>> parted_peaks((level, level), Set(10.0, 1.0, 1.0), 0.5)
    (750.0, 750.0)
    """
    laws = [_law(piece, wires, friction) for piece in pieces]
    points = [piece.pull_point for piece in pieces]
    found: list[float] = []
    tension = before = 0.0
    for i, piece in enumerate(pieces):
        if not piece.bend:
            half = laws[i][0] / 2
            behind = _peak(laws[i + 1 :], points[i + 1 :], 0.0 if points[i] else max(0.0, half))
            found.append(max(before, tension + half, half, behind))
        tension = _next(laws[i], tension)
        before = max(before, tension)
        tension = 0.0 if points[i] else tension
    return tuple(found)


_Law = tuple[float, float, float, float]  # of a straight piece what it adds [N]; of a bend its cosh and sinh, and its own weight squared


def _law(piece: Piece, wires: Set, friction: float) -> _Law:
    if not piece.bend:
        return (
            piece.length_m * wires.weight_n_m * (sin(piece.slope_rad) + wires.correction * friction * cos(piece.slope_rad)),
            0.0,
            0.0,
            0.0,
        )
    grip = wires.correction * friction * piece.turn_rad
    return 0.0, cosh(grip), sinh(grip), (wires.weight_n_m * piece.radius_m) ** 2


def _next(law: _Law, tension: float) -> float:
    added, grows, grips, weight = law
    return tension * grows + grips * sqrt(tension * tension + weight) if grows else max(0.0, tension + added)


def _peak(laws: Sequence[_Law], points: Sequence[bool], tension: float) -> float:
    """The highest tension from a place on, with so much there. [N]"""
    peak = tension
    for law, point in zip(laws, points, strict=True):
        tension = _next(law, tension)
        peak = max(tension, peak)
        tension = 0.0 if point else tension
    return peak
