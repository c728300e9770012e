"""Pipe for each stretch: areas of all wires against the bore."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from math import floor, sqrt

from northspan.core.document.job import Metal, Method, Place, Segment
from northspan.core.physics.pull_tension import OVAL, wedges
from northspan.core.rulebooks.questions.pipes import PipeRules, PipeSize
from northspan.core.rulebooks.questions.words import Words
from northspan.core.working.errors import NoSolution
from northspan.core.working.sums import count_of, sum_of
from northspan.core.working.worked import Margin, Step, Worked, at_most, looked_up, ruled, step

LONG_PULL_M = 30.48  # 100 ft, where many go one pipe size up
EQUAL = 1e-6  # wires whose areas differ by less are equal


@dataclass(frozen=True, slots=True)
class Pipe:
    """A pipe chosen: trade size, fill, and whether it was pinned."""

    size: str
    name: str
    fill_percent: float
    allowed_percent: float = 0.0


@dataclass(frozen=True, slots=True)
class WireGroup:
    """Equal wires in a pipe."""

    words: str
    count: int
    size: str
    area: Step | None = None  # of one, where it is not the insulation's of the run
    metal: Metal | None = None  # where it is not that of the ungrounded conductors


@dataclass(frozen=True, slots=True)
class PipeAsked:
    """What is asked of a pipe beside its wires.

    `pinned` is the trade size that a person fixed; `roomy` "smallest", or "one_up_long" for one size up over 100 ft; `whole_m` the
    length of the whole pipe from can to can, None where it is not pipe all the way, or not known [m]; `single` whether the wires go
    in as single conductors, of which three may wedge; `least_size` the size of the rest of the run, below which no stretch goes.
    """

    pinned: str | None = None
    roomy: str = "smallest"
    whole_m: float | None = None
    single: bool = False
    least_size: str = ""


@lru_cache(maxsize=8192)
def pipe_for(
    segment: Segment,
    wires: tuple[WireGroup, ...],
    insulation: str,
    asked: PipeAsked,
    pipe_rules: PipeRules,
    say: Words,
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
    asked : PipeAsked
        What is asked of it. [-]
    pipe_rules : PipeRules
        Which pipes there are. [-]
    say : Words
        How the trade says it. [-]

    Raises
    ------
    NoSolution
        If no pipe of this method is large enough, or the pinned size does not exist.
    """
    groups, pinned, least_size = wires, asked.pinned, asked.least_size
    others = max(segment.other_carrying, segment.other_wires or 0)
    if others:
        groups = (*wires, WireGroup("other circuits, taken as large as these", others, wires[0].size))
    count = count_of(group.count for group in groups)
    shelf = pipe_rules.trade_sizes(segment.method, count, asked.whole_m)
    if not shelf:
        return Worked(None)
    unit = pipe_rules.area_unit()
    areas = [group.area or pipe_rules.wire_area(group.size, insulation) for group in groups]
    names = [f"n_{i}" for i in range(len(groups))]
    figures = {f"n_{i}": float(group.count) for i, group in enumerate(groups)} | {f"a_{i}": a.value for i, a in enumerate(areas)}
    total = step(
        "A_w", f"area of {count} wires", " + ".join(f"{n} * a_{i}" for i, n in enumerate(names)), unit, areas[0].citation, **figures
    )
    by_size = {pipe.size: pipe for pipe in shelf}
    fits = [pipe.size for pipe in shelf if fill_margin(pipe, areas, count, total.value).holds]
    if pinned is not None and pinned not in by_size:
        raise NoSolution(f"pipe of size {pinned}", f"sizes {', '.join(by_size)}")
    if not fits and pinned is None:
        raise NoSolution("pipe", f"{segment.method} up to {shelf[-1].size} for {total.value:.2f} {unit} of wire")
    widest = max(area.value for area in areas)
    bent = segment.bends_deg > 0 or segment.place is not Place.outdoors  # up a straight mast three wires do not lie side by side
    wedged = [size for size in fits if asked.single and bent and wedges(count, OVAL * sqrt(by_size[size].bore_area / widest))]
    size, reason = _choose(pinned, fits, shelf, (segment.length_m, say.length_text(LONG_PULL_M)), asked.roomy)
    if pinned is None and least_size in fits and fits.index(least_size) > fits.index(size):
        size, reason = least_size, (*reason, ruled("p", "pipe", least_size, "one size for the whole run", "customary"))
    if pinned is None and size in wedged and (free := [one for one in fits[fits.index(size) :] if one not in wedged]):
        size, why = free[0], f"in {say.pipe_name(segment.method, size)} three wires may wedge side by side in a bend"
        reason = (*reason, ruled("p", "pipe", size, why, "Rifenburg 1953"))
    pipe = by_size[size]
    bore = looked_up(
        "A_p",
        f"bore of {say.pipe_name(segment.method, size)}",
        pipe.bore_area,
        unit,
        pipe.bore_citation,
        row=size,
        column=segment.method,
    )
    fill = step("F", "fill", "100 * A_w / A_p", "%", pipe.fill_citation, A_w=total.value, A_p=bore.value)
    margin = fill_margin(pipe, areas, count, total.value)
    steps: tuple[Step, ...] = (*_unique(areas), total, *reason, bore, fill)
    return Worked(Pipe(size, say.pipe_name(segment.method, size), fill.value, pipe.allowed_percent), steps, (margin,))


def fill_margin(pipe: PipeSize, areas: Sequence[Step], count: int, total_area: float) -> Margin:
    """Hold what lies in a pipe against what it may hold: by area, and equal wires by their number where the code counts them.

    Parameters
    ----------
    pipe : PipeSize
        The pipe. [area unit of the rulebook]
    areas : sequence of Step
        Area of one wire of each kind, shape (n,). [area unit of the rulebook]
    count : int
        All wires. [-]
    total_area : float
        Their area. [area unit of the rulebook]
    """
    by_area = at_most("fill", "Pipe fill", 100 * total_area / pipe.bore_area, pipe.allowed_percent, "%", pipe.fill_citation)
    each = areas[0].value
    if by_area.holds or pipe.counts_from >= 1 or not each or any(abs(one.value - each) > EQUAL * each for one in areas):
        return by_area
    number = pipe.bore_area * pipe.allowed_percent / 100 / each
    most = floor(number) + (1 if number - floor(number) >= pipe.counts_from - 1e-9 else 0)
    by_count = at_most("fill", "Equal wires in the pipe", float(count), float(most), "wires", pipe.counts_citation)
    return by_count if by_count.holds else by_area


def whole_pipe_m(segments: tuple[Segment, ...], pipe_rules: PipeRules) -> float | None:
    """Give the length of a pipe from can to can; None where the run is not pipe all the way. [m]

    Parameters
    ----------
    segments : tuple of Segment
        Stretches in order, shape (n,). [-]
    pipe_rules : PipeRules
        Which pipes there are. [-]
    """
    if not all(pipe_rules.trade_sizes(segment.method, 3) for segment in segments):
        return None
    return sum_of(segment.length_m for segment in segments)


def bends(segment: Segment, pipe_rules: PipeRules) -> Worked[float]:
    """Hold the bends of a stretch against the limit between pull points. [degrees]

    Parameters
    ----------
    segment : Segment
        The stretch, with the sharpest sum of bends between its pull points. [-]
    pipe_rules : PipeRules
        Pipes and their room. [-]
    """
    if segment.method in {Method.cable, Method.direct_burial, Method.overhead}:
        return Worked(segment.bends_deg)
    limit = pipe_rules.bends_limit_deg(segment.method)
    margin = at_most("bends", "Bends", segment.bends_deg, limit.value, "°", limit.citation)
    return Worked(segment.bends_deg, (limit,), (margin,))


def _choose(
    pinned: str | None, fits: list[str], shelf: tuple[PipeSize, ...], long: tuple[float, str], roomy: str
) -> tuple[str, tuple[Step, ...]]:
    if pinned is not None:
        return pinned, (ruled("p", "pipe", pinned, "pinned", "job"),)
    smallest = ruled("p", "smallest pipe that is allowed", fits[0], "the first whose fill is within the limit", shelf[0].fill_citation)
    length_m, long_pull = long
    if roomy == "one_up_long" and length_m > LONG_PULL_M and len(fits) > 1:
        larger = fits[1]
        return larger, (smallest, ruled("p", "pipe", larger, f"your call: one up, the pull is over {long_pull}", "your call"))
    return fits[0], (smallest,)


def _unique(steps: list[Step]) -> tuple[Step, ...]:
    return tuple(dict.fromkeys(steps))
