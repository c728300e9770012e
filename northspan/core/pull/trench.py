"""What is dug for a run, what is carted off, what sand it takes."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.routing.cover import ribbon_m
from northspan.core.worked import Worked, given, ruled, step

BULKED = 1.25  # what was dug lies looser
APART_M = 0.3  # from other people's pipes, as is customary where no rule is stricter
SIDE_M = 0.05
LOCATE = "have gas, water, cables and communication lines marked; dig by hand beside a mark"


@dataclass(frozen=True, slots=True)
class TrenchFacts:
    """A trench and what lies in it: length, cover over the pipes, their outside diameter and number, distances. [m]"""

    length_m: float
    cover_m: float
    pipe_m: float
    pipes: int = 1
    apart_m: float = 0.05
    bedding_m: float = 0.075
    spade_m: float = 0.15


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
    >>> round(dig(TrenchFacts(50, 0.6, 0.06)).value.dug_m3, 2)
    5.88
    """
    first = ruled("0", "before the first spade", "locate", LOCATE, "local law")
    formula = "max(b_s, n * d + (n - 1) * a + 2 * s)"
    width = step("b", "width", formula, "m", "5 cm at each side", b_s=facts.spade_m, n=float(facts.pipes), d=facts.pipe_m, a=facts.apart_m,
                 s=SIDE_M)  # fmt: skip
    depth = step("h", "depth", "c + d + s", "m", "sum", c=facts.cover_m, d=facts.pipe_m, s=facts.bedding_m)
    dug = step("V", "dug", "L * b * h", "m³", "volume", L=facts.length_m, b=width.value, h=depth.value)
    spoil = step("V_s", "spoil, as it lies", "f * V", "m³", "customary", f=BULKED, V=dug.value)
    sand = step("V_b", "bedding", "L * (b * (2 * s + d) - n * 0.7854 * d**2)", "m³", "volume", L=facts.length_m, b=width.value,
                s=facts.bedding_m, d=facts.pipe_m, n=float(facts.pipes))  # fmt: skip
    ribbon = given("r", "warning ribbon, as deep as", ribbon_m(facts.cover_m), "m", "customary")
    why = "where no rule is stricter; ask whose they are"
    apart = ruled("x", "from gas, water and communication lines", f"{APART_M:g} m", why, "customary", APART_M)
    found = Trench(depth.value, width.value, dug.value, spoil.value, sand.value)
    return Worked(found, (first, width, depth, dug, spoil, sand, ribbon, apart))
