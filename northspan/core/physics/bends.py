"""Bends made by hand: where the marks go on the stick, and what the pipe loses or gains on the way."""

from __future__ import annotations

from dataclasses import dataclass
from math import cos, hypot, pi, radians, sin, tan


@dataclass(frozen=True, slots=True)
class BendMark:
    """A mark on a stick: how far from its end [m], by how many degrees it is bent there, and which way (1 up, -1 back)."""

    at_m: float
    angle_deg: float
    way: int


@dataclass(frozen=True, slots=True)
class HandBend:
    """A bend laid out: its marks, what the pipe loses in length along the wall [m], and how much pipe it takes. [m]"""

    marks: tuple[BendMark, ...]
    shrink_m: float
    developed_m: float


def offset(over_m: float, away_m: float, angle_deg: float, *, roll_m: float = 0.0) -> HandBend:
    """Lay out an offset: two equal bends, the first so that the second comes where the obstacle begins.

    Parameters
    ----------
    over_m : float
        How far over it goes, square to the wall. [m]
    away_m : float
        From the end of the pipe to the obstacle, along the wall. [m]
    angle_deg : float
        Of each bend. [degrees]
    roll_m : float
        How far aside it goes too, where the pipe does not lie level. [m]

    Notes
    -----
    Between the marks the pipe is the hypotenuse: over / sin(angle). Along the wall it covers over / tan(angle), so it loses
    the difference, which is over * tan(angle / 2); the marks go that much farther from the end.

    References
    ----------
    Trigonometry of a right triangle; a rolling offset by Pythagoras first.

    Examples
    --------
    >>> found = offset(0.1, 1.0, 30)
    >>> [round(mark.at_m, 4) for mark in found.marks], round(found.shrink_m, 4)
    ([0.8268, 1.0268], 0.0268)
    """
    true_m, angle = hypot(over_m, roll_m), radians(angle_deg)
    apart_m, shrink_m = true_m / sin(angle), true_m * tan(angle / 2)
    second_m = away_m + shrink_m
    return HandBend((BendMark(second_m - apart_m, angle_deg, 1), BendMark(second_m, angle_deg, -1)), shrink_m, apart_m)


def saddle(over_m: float, center_m: float, center_deg: float) -> HandBend:
    """Lay out a saddle of three bends over a round obstacle: one over its middle, and one half as sharp on each side.

    Parameters
    ----------
    over_m : float
        Height over the wall. [m]
    center_m : float
        From the end of the pipe to the middle of the obstacle, along the wall. [m]
    center_deg : float
        Of the bend in the middle. [degrees]

    Examples
    --------
    >>> found = saddle(0.05, 1.0, 45)
    >>> [round(mark.at_m, 4) for mark in found.marks], [mark.angle_deg for mark in found.marks]
    ([0.8793, 1.0099, 1.1406], [22.5, 45, 22.5])
    """
    outer = radians(center_deg / 2)
    apart_m, shrink_m = over_m / sin(outer), over_m * tan(outer / 2)
    middle_m = center_m + shrink_m
    marks = (BendMark(middle_m - apart_m, center_deg / 2, 1), BendMark(middle_m, center_deg, -1),
             BendMark(middle_m + apart_m, center_deg / 2, 1))  # fmt: skip
    return HandBend(marks, 2 * shrink_m, 2 * apart_m)


def box_saddle(over_m: float, away_m: float, wide_m: float, angle_deg: float) -> HandBend:
    """Lay out a saddle of four bends over a square obstacle: an offset up, the width of it, an offset down.

    Parameters
    ----------
    over_m : float
        Height over the wall. [m]
    away_m : float
        From the end of the pipe to the obstacle. [m]
    wide_m : float
        Width of the obstacle. [m]
    angle_deg : float
        Of each bend. [degrees]
    """
    up = offset(over_m, away_m, angle_deg)
    top_m = up.marks[1].at_m
    apart_m = up.developed_m
    down = (BendMark(top_m + wide_m, angle_deg, -1), BendMark(top_m + wide_m + apart_m, angle_deg, 1))
    return HandBend((*up.marks, *down), 2 * up.shrink_m, 2 * apart_m + wide_m)


def kick(over_m: float, away_m: float, angle_deg: float) -> HandBend:
    """Lay out a kick: one bend, after which the pipe rises on its own until its far end is so far over.

    Parameters
    ----------
    over_m : float
        How far over its far end comes. [m]
    away_m : float
        From the near end of the pipe to where the far end is wanted, along the wall. [m]
    angle_deg : float
        Of the bend. [degrees]

    Examples
    --------
    >>> found = kick(0.1, 1.0, 30)
    >>> round(found.marks[0].at_m, 4), round(found.developed_m, 4)
    (0.8268, 0.2)
    """
    angle = radians(angle_deg)
    return HandBend((BendMark(away_m - over_m / tan(angle), angle_deg, 1),), over_m * tan(angle / 2), over_m / sin(angle))


def shifted(found: HandBend, beside_m: float) -> HandBend:
    """Move every mark so that a pipe lines up with the bends of the one inside it, keeping its distance all along.

    Parameters
    ----------
    found : HandBend
        The bends of the pipe inside. [m]
    beside_m : float
        From center to center. [m]

    Notes
    -----
    It lies on the outside of the first bend, and turns on the bisector of each: the straight pieces beside a bend up are longer
    by beside * tan(angle / 2), those beside a bend back shorter by as much. Both marks of an offset come later by the same.

    Examples
    --------
    >>> [round(mark.at_m, 4) for mark in shifted(offset(0.1, 1.0, 30), 0.05).marks]
    [0.8402, 1.0402]
    """
    if not beside_m:
        return found
    moved, later_m = list[BendMark](), 0.0
    for mark in found.marks:
        turn_m = beside_m * tan(radians(mark.angle_deg) / 2) * mark.way
        moved.append(BendMark(mark.at_m + later_m + turn_m, mark.angle_deg, mark.way))
        later_m += 2 * turn_m
    return HandBend(tuple(moved), found.shrink_m, found.developed_m)


def stub(up_m: float, take_up_m: float, radius_m: float, angle_deg: float = 90.0) -> HandBend:
    """Lay out a bend up at the end of a pipe: its mark is the take-up of the shoe short of the height.

    Parameters
    ----------
    up_m : float
        Height of the end over the outside of the bend. [m]
    take_up_m : float
        Take-up of the shoe, as it is marked. [m]
    radius_m : float
        To the middle of the pipe. [m]
    angle_deg : float
        Of the bend. [degrees]

    Raises
    ------
    ValueError
        If it is lower than the shoe takes up.
    """
    if up_m <= take_up_m:
        raise ValueError("lower than the shoe takes up")
    return HandBend((BendMark(up_m - take_up_m, angle_deg, 1),), -gain(radius_m, angle_deg), radius_m * radians(angle_deg))


def gain(radius_m: float, angle_deg: float) -> float:
    """Work what a bend saves against going square around the corner. [m]

    Parameters
    ----------
    radius_m : float
        To the middle of the pipe. [m]
    angle_deg : float
        Of the bend. [degrees]

    Examples
    --------
    >>> round(gain(0.1, 90), 4)
    0.0429
    """
    return 2 * radius_m * tan(radians(angle_deg) / 2) - radius_m * radians(angle_deg)


def back_to_back(up_m: float, apart_m: float, take_up_m: float, radius_m: float) -> HandBend:
    """Lay out two bends up whose backs are so far apart: the second mark is measured back to back, with the shoe turned.

    Parameters
    ----------
    up_m : float
        Height of the first end. [m]
    apart_m : float
        From back to back. [m]
    take_up_m : float
        Take-up of the shoe. [m]
    radius_m : float
        To the middle of the pipe. [m]
    """
    first = stub(up_m, take_up_m, radius_m)
    corner_m = up_m - gain(radius_m, 90.0)  # along the pipe to the back of the first bend
    second = BendMark(corner_m + apart_m, 90.0, 1)
    return HandBend((*first.marks, second), 2 * first.shrink_m, 2 * first.developed_m)


def ends_at(found: HandBend) -> tuple[float, float]:
    """Follow the marks of an offset or saddle in the plane: where the end of the pipe comes to, along and over. [m]

    Parameters
    ----------
    found : HandBend
        The bends, taken as sharp. [m]

    Notes
    -----
    For checking: what was laid out must come out again. Bends count from the last mark, the pipe before the first lies along
    the wall.
    """
    x = y = at = heading = 0.0
    for mark in found.marks:
        x, y = x + (mark.at_m - at) * cos(heading), y + (mark.at_m - at) * sin(heading)
        at, heading = mark.at_m, heading + mark.way * radians(mark.angle_deg)
    assert abs(heading) < pi  # noqa: S101 - a pipe that is bent back on itself is no offset
    return x, y
