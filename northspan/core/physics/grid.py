"""Electrodes in the ground as pieces of conductor, and what they do together."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from math import cos, log, pi, sin, sqrt

from northspan.core.physics.linear import Singular, solved
from northspan.core.physics.soil import Piece, Point, Soil, potential, seen_from
from northspan.core.working.errors import InvalidJob
from northspan.core.working.sums import sum_of

CONCRETE_OHM_M = 60.0  # moist concrete in the ground; dry it is far more
COVER_M = 0.05  # concrete around an encased conductor
PIECES = {"rod": 6, "wire": 6, "encased": 5, "ring": 20, "plate": 6}
MOST_CUTS = 12  # along a plate
SELF = 0.2231  # how far a strip is from itself in the mean, beside its width


@dataclass(frozen=True, slots=True)
class Shape:
    """An electrode as it lies: its pieces, and what its own shell adds to each of them [ohm times metre]."""

    key: str
    pieces: tuple[Piece, ...]
    shell_ohm_m: float = 0.0


@dataclass(frozen=True, slots=True)
class Earthed:
    """What shapes do together: resistance to remote earth [ohm], share of the current of each, and of each piece."""

    resistance_ohm: float
    shares: tuple[tuple[str, float], ...]
    currents: tuple[float, ...]


def rod(key: str, x: float, y: float, top_m: float, length_m: float, diameter_m: float) -> Shape:
    """Drive a rod straight down.

    Parameters
    ----------
    key : str
        Its id. [-]
    x : float
        Where it stands. [m]
    y : float
        Where it stands. [m]
    top_m : float
        Depth of its upper end. [m]
    length_m : float
        Length. [m]
    diameter_m : float
        Diameter. [m]
    """
    return Shape(key, _divided((x, y, top_m), (x, y, top_m + length_m), diameter_m / 2, PIECES["rod"]))


def wire(key: str, a: Point, b: Point, diameter_m: float, pieces: int = PIECES["wire"]) -> Shape:
    """Lay a bare wire straight in the ground.

    Parameters
    ----------
    key : str
        Its id. [-]
    a : tuple of float
        One end. [m]
    b : tuple of float
        The other end. [m]
    diameter_m : float
        Diameter; of a strip half its width. [m]
    pieces : int
        How finely its leakage is followed. [-]
    """
    return Shape(key, _divided(a, b, diameter_m / 2, pieces))


def ring(key: str, x: float, y: float, depth_m: float, length_m: float, diameter_m: float) -> Shape:
    """Lay a bare wire in a circle.

    Parameters
    ----------
    key : str
        Its id. [-]
    x : float
        Its middle. [m]
    y : float
        Its middle. [m]
    depth_m : float
        Depth. [m]
    length_m : float
        Length of wire around. [m]
    diameter_m : float
        Diameter of the wire. [m]
    """
    n, radius = PIECES["ring"], length_m / (2 * pi)
    corners = [(x + radius * cos(2 * pi * i / n), y + radius * sin(2 * pi * i / n), depth_m) for i in range(n + 1)]
    return Shape(key, tuple(Piece(p, q, diameter_m / 2) for p, q in pairwise(corners)))


def plate(key: str, x: float, y: float, depth_m: float, width_m: float, height_m: float) -> Shape:
    """Bury a plate on edge.

    Parameters
    ----------
    key : str
        Its id. [-]
    x : float
        Its middle. [m]
    y : float
        Its middle. [m]
    depth_m : float
        Depth of its middle. [m]
    width_m : float
        Width. [m]
    height_m : float
        Height. [m]
    """
    top = max(depth_m - height_m / 2, 0.01)
    return Shape(key, _sheet((x - width_m / 2, y, top), (width_m, 0.0, 0.0), (0.0, 0.0, height_m)))


def flat(key: str, x: float, y: float, depth_m: float, width_m: float, length_m: float) -> Shape:
    """Bury a plate flat.

    Parameters
    ----------
    key : str
        Its id. [-]
    x : float
        Its middle. [m]
    y : float
        Its middle. [m]
    depth_m : float
        Depth. [m]
    width_m : float
        Along the building. [m]
    length_m : float
        Away from it. [m]
    """
    return Shape(key, _sheet((x - width_m / 2, y - length_m / 2, depth_m), (width_m, 0.0, 0.0), (0.0, length_m, 0.0)))


def _sheet(corner: Point, one: Point, other: Point) -> tuple[Piece, ...]:
    """A sheet as strips along its longer side, each as thick as a quarter of its width; both sides are cut, finer at the edges."""
    along, over = (one, other) if _length(one) >= _length(other) else (other, one)
    strips = PIECES["plate"]
    cuts = min(MOST_CUTS, max(2, round(strips * _length(along) / _length(over) / 2)))
    pieces: list[Piece] = []
    for low, high in pairwise(_edges(strips)):
        start = _plus(corner, over, (low + high) / 2)
        radius = SELF * (high - low) * _length(over)
        pieces += [Piece(_plus(start, along, p), _plus(start, along, q), radius) for p, q in pairwise(_edges(cuts))]
    return tuple(pieces)


def _edges(count: int) -> tuple[float, ...]:
    """Where a side is cut, as shares of it: by a cosine, for the current leaves at the edges."""
    return tuple((1 - cos(pi * i / count)) / 2 for i in range(count + 1))


def _plus(start: Point, way: Point, share: float) -> Point:
    return (start[0] + share * way[0], start[1] + share * way[1], start[2] + share * way[2])


def _length(way: Point) -> float:
    return sqrt(sum_of(part * part for part in way))


def encased(key: str, a: Point, b: Point, diameter_m: float) -> Shape:
    """Lay a conductor in the concrete of a footing: as thick as the concrete, which adds a little of its own.

    Parameters
    ----------
    key : str
        Its id. [-]
    a : tuple of float
        One end. [m]
    b : tuple of float
        The other end. [m]
    diameter_m : float
        Diameter of the conductor. [m]

    References
    ----------
    Fagan and Lee, The use of concrete-enclosed reinforcing rods as grounding electrodes, IEEE Transactions
    on Industry and General Applications, 1970.
    """
    outer = diameter_m / 2 + COVER_M
    shell = CONCRETE_OHM_M / (2 * pi) * log(outer / (diameter_m / 2))
    return Shape(key, _divided(a, b, outer, PIECES["encased"]), shell)


@lru_cache(maxsize=256)
def earthed(shapes: tuple[Shape, ...], soil: Soil) -> Earthed:
    """Work what shapes do that are joined: one voltage on all of them, each leaking what its place lets it.

    Parameters
    ----------
    shapes : tuple of Shape
        Electrodes and bare wires, joined. [m]
    soil : Soil
        The soil. [ohm metre]

    Notes
    -----
    Every piece raises every other: the mean potential along piece i for each ampere from piece j is one
    figure of the matrix, none is left out and none is taken as that of a point. With one volt on all of
    them the matrix gives the currents; their sum is one over the resistance.

    Raises
    ------
    InvalidJob
        If two of them lie in the same place.

    References
    ----------
    Heppe, Computation of potential at surface above an energized grid, IEEE Transactions on Power
    Apparatus and Systems, 1979; IEEE Std 80, annex on computer methods.
    """
    parts = [(shape, piece) for shape in shapes for piece in _in_layers(shape.pieces, soil)]
    rows = [[0.0] * len(parts) for _ in parts]
    for i, (shape, piece) in enumerate(parts):
        for j, (_, source) in enumerate(parts[: i + 1]):  # what one does to another, the other does to the one
            rows[i][j] = rows[j][i] = seen_from(source, piece, soil)
        rows[i][i] += shape.shell_ohm_m / piece.length_m
    try:
        currents = [current.real for current in solved(rows, [1.0] * len(parts))]
    except Singular as error:
        raise InvalidJob(f"/electrodes/{parts[error.at][0].key}", "it lies where another one lies.", "Move one of them.") from error
    whole = sum_of(currents)
    shares: dict[str, float] = {}
    for (shape, _), current in zip(parts, currents, strict=True):
        shares[shape.key] = shares.get(shape.key, 0.0) + current / whole
    return Earthed(1.0 / whole, tuple(shares.items()), tuple(current / whole for current in currents))


def surface_potential(shapes: tuple[Shape, ...], soil: Soil, places: Sequence[tuple[float, float]]) -> tuple[float, ...]:
    """Give the voltage of the ground's surface at places, as a share of that of the electrodes.

    Parameters
    ----------
    shapes : tuple of Shape
        Electrodes, joined. [m]
    soil : Soil
        The soil. [ohm metre]
    places : sequence of tuple
        Where, shape (n, 2). [m]
    """
    found = earthed(shapes, soil)
    pieces = [piece for shape in shapes for piece in _in_layers(shape.pieces, soil)]
    return tuple(
        sum_of(i * potential(piece, (x, y, 0.0), soil) for i, piece in zip(found.currents, pieces, strict=True)) / found.resistance_ohm
        for x, y in places
    )


def around(shape: Shape, away_m: float) -> tuple[tuple[tuple[float, float], tuple[float, float]], ...]:
    """List places on the surface on four sides of a shape: right beside it, and so far out. [m]

    Parameters
    ----------
    shape : Shape
        The electrode. [m]
    away_m : float
        How far out the second one of each pair lies. [m]

    Examples
    --------
    >>> around(rod("R", 0, 0, 0, 2.4, 0.016), 1)[1]
    ((0.008, 0.0), (1.008, 0.0))
    """
    xs = [x for piece in shape.pieces for x in (piece.a[0], piece.b[0])]
    ys = [y for piece in shape.pieces for y in (piece.a[1], piece.b[1])]
    (left, right), (near, far) = (min(xs) + 0.0, max(xs) + 0.0), (min(ys) + 0.0, max(ys) + 0.0)
    x, y = (left + right) / 2, (near + far) / 2
    sides = ((left, y, -1, 0), (right, y, 1, 0), (x, near, 0, -1), (x, far, 0, 1))
    skin = shape.pieces[0].radius_m
    return tuple(((a + i * skin, b + j * skin), (a + i * (skin + away_m), b + j * (skin + away_m))) for a, b, i, j in sides)


@lru_cache(maxsize=512)
def worst_around(shapes: tuple[Shape, ...], soil: Soil, away_m: float) -> tuple[float, float]:
    """Give the least share of the electrodes' voltage so far from them, and the most of it over a step so long. [-]

    Parameters
    ----------
    shapes : tuple of Shape
        Electrodes, joined. [m]
    soil : Soil
        The soil. [ohm metre]
    away_m : float
        How far out, on four sides of each. [m]
    """
    pairs = [pair for shape in shapes for pair in around(shape, away_m)]
    found = surface_potential(shapes, soil, [place for pair in pairs for place in pair])
    near, far = found[::2], found[1::2]
    return min(far), max(a - b for a, b in zip(near, far, strict=True))


def _divided(a: Point, b: Point, radius_m: float, count: int) -> tuple[Piece, ...]:
    whole = Piece(a, b, radius_m)
    ends = [whole.at_share(i / count) for i in range(count + 1)]
    return tuple(Piece(p, q, radius_m) for p, q in pairwise(ends))


def _in_layers(pieces: tuple[Piece, ...], soil: Soil) -> tuple[Piece, ...]:
    """Cut pieces where they pass from one layer into the other."""
    if soil.layers == 1 or soil.depth_m is None:
        return pieces
    cut: list[Piece] = []
    for piece in pieces:
        top, bottom = sorted((piece.a[2], piece.b[2]))
        if not top + 1e-6 < soil.depth_m < bottom - 1e-6:
            cut.append(piece)
            continue
        middle = piece.at_share((soil.depth_m - piece.a[2]) / (piece.b[2] - piece.a[2]))
        cut += [Piece(piece.a, middle, piece.radius_m), Piece(middle, piece.b, piece.radius_m)]
    return tuple(cut)
