"""Pipe for each stretch: areas of all wires against the bore."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from northspan.core.errors import NoSolution
from northspan.core.job import Method, Segment
from northspan.core.rulebooks.protocol import PipeSize, Rulebook
from northspan.core.worked import Margin, Step, Worked, at_most, looked_up, ruled, step

LONG_PULL_M = 30.48  # 100 ft, where many go one pipe size up


@dataclass(frozen=True, slots=True)
class Pipe:
    """A pipe chosen: trade size, fill, and whether it was pinned."""

    size: str
    name: str
    fill_percent: float


@dataclass(frozen=True, slots=True)
class WireGroup:
    """Equal wires in a pipe."""

    words: str
    count: int
    size: str


@lru_cache(maxsize=8192)
def pipe_for(
    segment: Segment, wires: tuple[WireGroup, ...], insulation: str, rulebook: Rulebook, *, pinned: str | None, roomy: str
) -> Worked[Pipe | None]:
    """Choose the pipe of a stretch.

    Parameters
    ----------
    segment : Segment
        The stretch; other carrying conductors in it count as wires of the largest size here. [-]
    wires : tuple of WireGroup
        Wires of this run, largest first. [-]
    insulation : str
        Their type. [-]
    rulebook : Rulebook
        For bores and areas. [-]
    pinned : str or None
        Trade size fixed by a person. [-]
    roomy : str
        "smallest", or "one_up_long" for one size up over 100 ft. [-]

    Raises
    ------
    NoSolution
        If no pipe of this method is large enough, or the pinned size does not exist.
    """
    groups = wires
    others = max(segment.other_carrying, segment.other_wires or 0)
    if others:
        groups = (*wires, WireGroup("other circuits, taken as large as these", others, wires[0].size))
    count = sum(group.count for group in groups)
    shelf = rulebook.pipes(segment.method, count, segment.length_m)
    if not shelf:
        return Worked(None)
    unit = rulebook.area_unit()
    areas = [rulebook.wire_area(group.size, insulation) for group in groups]
    names = [f"n_{i}" for i in range(len(groups))]
    figures = {f"n_{i}": float(group.count) for i, group in enumerate(groups)} | {f"a_{i}": a.value for i, a in enumerate(areas)}
    total = step(
        "A_w", f"area of {count} wires", " + ".join(f"{n} * a_{i}" for i, n in enumerate(names)), unit, areas[0].citation, **figures
    )
    by_size = {pipe.size: pipe for pipe in shelf}
    fits = [pipe.size for pipe in shelf if total.value <= pipe.bore_area * pipe.allowed_percent / 100]
    if pinned is not None and pinned not in by_size:
        raise NoSolution(f"pipe of size {pinned}", f"sizes {', '.join(by_size)}")
    if not fits and pinned is None:
        raise NoSolution("pipe", f"{segment.method} up to {shelf[-1].size} for {total.value:.2f} {unit} of wire")
    size, reason = _choose(pinned, fits, shelf, segment.length_m, roomy)
    pipe = by_size[size]
    bore = looked_up(
        "A_p",
        f"bore of {rulebook.pipe_name(segment.method, size)}",
        pipe.bore_area,
        unit,
        pipe.bore_citation,
        row=size,
        column=segment.method,
    )
    fill = step("F", "fill", "100 * A_w / A_p", "%", pipe.fill_citation, A_w=total.value, A_p=bore.value)
    margin: Margin = at_most("fill", "Pipe fill", fill.value, pipe.allowed_percent, "%", pipe.fill_citation)
    steps: tuple[Step, ...] = (*_unique(areas), total, *reason, bore, fill)
    return Worked(Pipe(size, rulebook.pipe_name(segment.method, size), fill.value), steps, (margin,))


def bends(segment: Segment, rulebook: Rulebook) -> Worked[float]:
    """Hold the bends of a stretch against the limit between pull points. [degrees]

    Parameters
    ----------
    segment : Segment
        The stretch, with the sharpest sum of bends between its pull points. [-]
    rulebook : Rulebook
        For the limit. [-]
    """
    if segment.method in {Method.cable, Method.direct_burial, Method.overhead}:
        return Worked(segment.bends_deg)
    limit = rulebook.bends_limit_deg(segment.method)
    margin = at_most("bends", "Bends", segment.bends_deg, limit.value, "°", limit.citation)
    return Worked(segment.bends_deg, (limit,), (margin,))


def _choose(pinned: str | None, fits: list[str], shelf: tuple[PipeSize, ...], length_m: float, roomy: str) -> tuple[str, tuple[Step, ...]]:
    if pinned is not None:
        return pinned, (ruled("p", "pipe", pinned, "pinned", "job"),)
    smallest = ruled("p", "smallest pipe that is allowed", fits[0], "the first whose fill is within the limit", shelf[0].fill_citation)
    if roomy == "one_up_long" and length_m > LONG_PULL_M and len(fits) > 1:
        larger = fits[1]
        return larger, (smallest, ruled("p", "pipe", larger, "your call: one up, the pull is over 100 ft", "your call"))
    return fits[0], (smallest,)


def _unique(steps: list[Step]) -> tuple[Step, ...]:
    return tuple(dict.fromkeys(steps))
