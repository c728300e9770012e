"""Soil in one or two layers, and the potential that a current leaking from a straight conductor makes in it."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from math import fsum, hypot, log, pi, sqrt

from northspan.core.working.sums import sum_of

Point = tuple[float, float, float]  # x, y on the ground and z down into it. [m]
MOST_IMAGES, MOST_TERMS = 400, 20_000
NEAR = 2.5  # images nearer than this, counted in the distances at hand, are added exactly
AS_NEAR = 9  # decimals of a metre to which places are the same
REMAINDER = 2e-4  # what may be left out, beside what all images leave


@dataclass(frozen=True, slots=True)
class Soil:
    """Two layers of soil, the upper one `depth_m` thick; without a depth the upper one goes down for ever. [ohm metre, m]"""

    upper_ohm_m: float
    lower_ohm_m: float | None = None
    depth_m: float | None = None

    @property
    def layers(self) -> int:
        """One layer or two."""
        return 1 if self.lower_ohm_m is None or self.depth_m is None or self.lower_ohm_m == self.upper_ohm_m else 2

    @property
    def reflection(self) -> float:
        """How the boundary mirrors a current, from -1 (metal below) to 1 (rock below)."""
        if self.layers == 1 or self.lower_ohm_m is None:
            return 0.0
        return (self.lower_ohm_m - self.upper_ohm_m) / (self.lower_ohm_m + self.upper_ohm_m)


@dataclass(frozen=True, slots=True)
class Piece:
    """A straight piece of conductor in one layer of soil: both ends, and the radius it is as thick as. [m]"""

    a: Point
    b: Point
    radius_m: float

    @property
    def length_m(self) -> float:
        """Its length. [m]"""
        return sqrt(sum_of((p - q) ** 2 for p, q in zip(self.a, self.b, strict=True)))

    def at_share(self, share: float) -> Point:
        """The place on its axis at a share of its length from the first end."""
        return (
            self.a[0] + share * (self.b[0] - self.a[0]),
            self.a[1] + share * (self.b[1] - self.a[1]),
            self.a[2] + share * (self.b[2] - self.a[2]),
        )


def line_potential(a: Point, b: Point, at: Point) -> float:
    """Give the mean of one over the distance from a point to a straight line. [1/m]

    Parameters
    ----------
    a : tuple of float
        First end of the line. [m]
    b : tuple of float
        Other end. [m]
    at : tuple of float
        The point; not on the line. [m]

    Notes
    -----
    (1/L) ln((r_a + r_b + L) / (r_a + r_b - L)), the exact integral of 1/r over the line.

    References
    ----------
    Durand, Electrostatique, vol. 1; Sunde, Earth Conduction Effects in Transmission Systems, chapter 3.

    Examples
    --------
    >>> round(line_potential((0, 0, 0), (0, 0, 1), (100, 0, 0.5)), 6)
    0.01
    """
    length = sqrt((a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2 + (a[2] - b[2]) ** 2)
    r_a = sqrt((a[0] - at[0]) ** 2 + (a[1] - at[1]) ** 2 + (a[2] - at[2]) ** 2)
    r_b = sqrt((b[0] - at[0]) ** 2 + (b[1] - at[1]) ** 2 + (b[2] - at[2]) ** 2)
    if length < 1e-9:  # noqa: PLR2004 - a point
        return 1.0 / r_a
    return log((r_a + r_b + length) / (r_a + r_b - length)) / length


def potential(piece: Piece, at: Point, soil: Soil) -> float:
    """Give the potential at a point for each ampere that leaks evenly from a piece. [V/A]

    Parameters
    ----------
    piece : Piece
        Where the current leaves; it lies in one layer. [m]
    at : tuple of float
        The point, in the ground or on it. [m]
    soil : Soil
        The soil. [ohm metre]

    Notes
    -----
    The surface and the boundary mirror the piece. In one layer a single image above the surface
    makes it exact. In two layers the images go on without end, each weaker by the reflection; the
    far ones are added in closed form. Remote earth is zero.

    References
    ----------
    Sunde, Earth Conduction Effects in Transmission Systems, chapter 3; Tagg, Earth Resistances,
    chapter 2 (two layers by images).
    """
    if piece.a[:2] == piece.b[:2]:  # it stands upright: only how far away the point is counts, not on which side
        away_m = round(hypot(at[0] - piece.a[0], at[1] - piece.a[1]), AS_NEAR)
        return _of_upright(piece.a[2], piece.b[2], away_m, at[2], soil)
    return _potential(piece, at, soil)


@lru_cache(maxsize=65536)
def _of_upright(top_m: float, foot_m: float, away_m: float, at_z_m: float, soil: Soil) -> float:
    return _potential(Piece((0.0, 0.0, top_m), (0.0, 0.0, foot_m), 0.0), (away_m, 0.0, at_z_m), soil)


def _potential(piece: Piece, at: Point, soil: Soil) -> float:
    rho_1, h = soil.upper_ohm_m, soil.depth_m or 0.0
    if soil.layers == 1:
        return rho_1 / (4 * pi) * (_moved(piece, at, 1, 0.0) + _moved(piece, at, -1, 0.0))
    k = soil.reflection
    source_below, point_below = (piece.a[2] + piece.b[2]) / 2 > h, at[2] > h
    if not source_below and not point_below:
        first = _moved(piece, at, 1, 0.0) + _moved(piece, at, -1, 0.0)
        return rho_1 / (4 * pi) * (first + _series(piece, at, k, 2 * h, ((1, 1), (1, -1), (-1, 1), (-1, -1)), start=1))
    if source_below and point_below:
        rho_2 = soil.lower_ohm_m or rho_1
        near = _moved(piece, at, 1, 0.0) - k * _moved(piece, at, -1, 2 * h)
        return rho_2 / (4 * pi) * (near + (1 - k * k) * _series(piece, at, k, 2 * h, ((-1, -1),), start=0))
    # across the boundary: images only on the far side of whichever of the two lies above
    shifts = ((1, 1), (-1, -1)) if source_below else ((1, -1), (-1, -1))
    return rho_1 * (1 + k) / (4 * pi) * _series(piece, at, k, 2 * h, shifts, start=0)


def _moved(piece: Piece, at: Point, mirror: int, shift: float) -> float:
    """Mean of one over the distance to the piece, mirrored at the surface or not, and moved down. [1/m]"""
    a = (piece.a[0], piece.a[1], mirror * piece.a[2] + shift)
    b = (piece.b[0], piece.b[1], mirror * piece.b[2] + shift)
    return line_potential(a, b, at)


def _series(piece: Piece, at: Point, k: float, step: float, images: tuple[tuple[int, int], ...], *, start: int) -> float:
    """Add images that grow weaker by k and move further by `step`. [1/m]

    Images at hand are added exactly. Of those further on the distance is written out in powers of what it is beyond n steps,
    1/(ns) - d/(ns)^2 + (d^2 - p^2/2)/(ns)^3, and each power summed over all that are left. Over conductive ground images of
    either sign nearly take each other away: how many are added exactly goes by what is left of them, so that the remainder is
    small beside that, and not beside the first.
    """
    reach = sum_of(abs(p - q) for p, q in zip(piece.a, at, strict=True)) + abs(piece.a[2]) + abs(at[2]) + piece.length_m
    wanted = REMAINDER * ((1 + k) / (1 - k) if k < 0 else 1.0) / reach
    enough = max(4, int(NEAR * reach / step) + 1)
    while enough < MOST_IMAGES and len(images) * abs(k) ** enough * reach**4 / (enough * step) ** 5 > wanted:
        enough += enough // 4 + 1
    total = 0.0
    for n in range(start, enough):
        strength = k**n
        if n and len(images) * abs(strength) / (n * step * (1 - abs(k))) < wanted:
            return total
        total += strength * sum_of(_moved(piece, at, mirror, way * n * step) for mirror, way in images)
    first, second, third = _tails(k, enough)
    for mirror, way in images:
        beyond, spread = _beyond(piece, at, mirror, way)
        total += first / step - beyond * second / step**2 + spread * third / step**3
    return total


def _beyond(piece: Piece, at: Point, mirror: int, way: int) -> tuple[float, float]:
    """How far an image lies beyond its steps, and the second moment of that less half of how far it is aside: means. [m, m²]"""
    beyond = spread = 0.0
    for place, weight in _THREE:
        x, y, z = piece.at_share(place)
        d = way * (mirror * z - at[2])
        beyond += weight * d
        spread += weight * (d * d - ((x - at[0]) ** 2 + (y - at[1]) ** 2) / 2)
    return beyond, spread


@lru_cache(maxsize=4096)
def _tails(k: float, begin: int) -> tuple[float, float, float]:
    """Sums of k^n over n, its square and its cube, from a term on; the first one from its closed form."""
    first = -log(1 - k) - fsum(k**n / n for n in range(1, begin))
    terms = range(begin, min(begin + MOST_TERMS, begin + int(log(1e-14) / log(abs(k))) + 2))
    return first, fsum(k**n / n**2 for n in terms), fsum(k**n / n**3 for n in terms)


def seen_from(piece: Piece, at: Piece, soil: Soil) -> float:
    """Give the mean potential along one piece for each ampere that leaks from another. [V/A]

    Parameters
    ----------
    piece : Piece
        Where the current leaves. [m]
    at : Piece
        Along which the mean is taken; the same piece gives its own coefficient, at its surface. [m]
    soil : Soil
        The soil. [ohm metre]

    Notes
    -----
    The inner integral is exact, the outer one by Gauss and Legendre with five places. Only where they lie to each other counts,
    so that of rods in a row each distance is worked once.
    """
    x, y = piece.a[0], piece.a[1]
    there = tuple((round(end[0] - x, AS_NEAR), round(end[1] - y, AS_NEAR), end[2]) for end in (piece.b, at.a, at.b))
    return _seen_from(Piece((0.0, 0.0, piece.a[2]), there[0], piece.radius_m), Piece(there[1], there[2], at.radius_m), soil)


@lru_cache(maxsize=65536)
def _seen_from(piece: Piece, at: Piece, soil: Soil) -> float:
    off = _beside(at)
    sides = (1,) if piece == at or _level(piece) != _level(at) else (1, -1)  # of a neighbor both sides, for one is nearer to it
    total = 0.0
    for place, weight in _GAUSS:
        x, y, z = at.at_share(place)
        for side in sides:  # at the surface of the conductor, beside its axis
            total += weight / len(sides) * potential(piece, (x + side * off[0], y + side * off[1], z), soil)
    return total


def _level(piece: Piece) -> bool:
    return abs(piece.a[2] - piece.b[2]) < 1e-9  # noqa: PLR2004 - the same figure


def _beside(piece: Piece) -> tuple[float, float]:
    """From the axis of a conductor to its surface: a radius away, level."""
    run = hypot(piece.b[0] - piece.a[0], piece.b[1] - piece.a[1])
    if run < 1e-9:  # noqa: PLR2004 - it stands upright
        return 0.0, piece.radius_m
    return -piece.radius_m * (piece.b[1] - piece.a[1]) / run, piece.radius_m * (piece.b[0] - piece.a[0]) / run


_GAUSS = (
    (0.046910077030668, 0.118463442528095),
    (0.230765344947158, 0.239314335249683),
    (0.5, 0.284444444444444),
    (0.769234655052842, 0.239314335249683),
    (0.953089922969332, 0.118463442528095),
)
_THREE = ((0.1127016653792583, 0.2777777777777778), (0.5, 0.4444444444444444), (0.8872983346207417, 0.2777777777777778))
