"""What is dug for a run, what is carted off, what sand it takes."""

from __future__ import annotations

from dataclasses import dataclass
from math import pi

from northspan.core.topics.routes.cover import ribbon_m
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Worked, given, ruled, step

BULKED = 1.25  # what was dug lies looser
SIDE_M = 0.05
LINE_M = 0.05  # a line of other people's, taken as thick as that
LOCATE = "have gas, water, cables and communication lines marked; dig by hand beside a mark"


@dataclass(frozen=True, slots=True)
class TrenchFacts:
    """A trench and what lies in it: length, cover over the pipes, outside diameter of each, distances. [m]

    `others_apart_m` gives the clear distance of each line of other people that lies along it.
    """

    length_m: float
    cover_m: float
    pipes_m: tuple[float, ...]
    apart_m: float = 0.05
    bedding_m: float = 0.075
    spade_m: float = 0.15
    others_apart_m: tuple[float, ...] = ()


@dataclass(frozen=True, slots=True)
class Trench:
    """Depth and width [m]; dug, spoil as it lies, and sand [m³]."""

    depth_m: float
    width_m: float
    dug_m3: float
    spoil_m3: float
    sand_m3: float


def dig(facts: TrenchFacts) -> Worked[Trench]:
    """Work a trench; other people's lines are located first.

    Parameters
    ----------
    facts : TrenchFacts
        The trench. [m]

    Examples
    --------
    >>> round(dig(TrenchFacts(50, 0.6, (0.06,))).value.dug_m3, 2)
    5.88
    """
    first = ruled("0", "before the first spade", "locate", LOCATE, "local law")
    count, largest = len(facts.pipes_m), max(facts.pipes_m)
    others_m = sum_of(facts.others_apart_m) + LINE_M * len(facts.others_apart_m)
    width = step("b", "width", "max(b_s, D + (n - 1) * a + x + 2 * s)", "m", "5 cm at each side", b_s=facts.spade_m,
                 D=sum_of(facts.pipes_m), n=float(count), a=facts.apart_m, x=others_m, s=SIDE_M)  # fmt: skip
    depth = step("h", "depth", "c + d + s", "m", "sum", c=facts.cover_m, d=largest, s=facts.bedding_m)
    dug = step("V", "dug", "L * b * h", "m³", "volume", L=facts.length_m, b=width.value, h=depth.value)
    spoil = step("V_s", "spoil, as it lies", "f * V", "m³", "customary", f=BULKED, V=dug.value)
    filled_m2 = sum_of(pi / 4 * one**2 for one in facts.pipes_m)
    sand = step("V_b", "bedding", "L * (b * (2 * s + d) - A_p)", "m³", "volume", L=facts.length_m, b=width.value, s=facts.bedding_m,
                d=largest, A_p=filled_m2)  # fmt: skip
    ribbon = given("r", "warning ribbon, as deep as", ribbon_m(facts.cover_m), "m", "customary")
    found = Trench(depth.value, width.value, dug.value, spoil.value, sand.value)
    return Worked(found, (first, width, depth, dug, spoil, sand, ribbon))
