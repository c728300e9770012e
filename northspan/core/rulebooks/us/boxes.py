"""Boxes and bodies along a pipe: how long, of what volume, when wires may be joined in them, how they are reached."""

from __future__ import annotations

from northspan.core.document.job import (
    Method,
)
from northspan.core.rulebooks.joint_boxes import boxes_of
from northspan.core.rulebooks.questions.boxes import BoxFacts, BoxMade
from northspan.core.rulebooks.us.code_tables import code_table
from northspan.core.rulebooks.us.wires import area_m2
from northspan.core.working.errors import OutsideTable
from northspan.core.working.sums import count_of
from northspan.core.working.worked import Step, Worked, given, ruled, step

FOUR_AWG_M2 = 21.1e-6
VOLUME_IN3 = {"14": 2.0, "12": 2.25, "10": 2.5, "8": 3.0, "6": 5.0}
LITRE_IN3 = 0.016387064


def pull_box(method: Method, size: str, wire: str, *, angle: bool) -> Step:
    """Give the least length of a box at a pull point: eight times the pipe straight through, six times around a corner. [m]

    Parameters
    ----------
    method : Method
        Kind of pipe. [-]
    size : str
        Trade size. [-]
    wire : str
        Size of the largest wire; a small one goes by the volume of the box. [-]
    angle : bool
        Around a corner. [-]

    References
    ----------
    NEC 2023, 314.28(A) from 4 AWG up; 314.16 below. A conduit body takes splices only if its volume is marked.
    """
    wire_m2 = area_m2(wire)
    inches = {"1/2": 0.5, "3/4": 0.75, "1": 1.0, "1-1/4": 1.25, "1-1/2": 1.5, "2-1/2": 2.5, "3-1/2": 3.5}.get(size) or float(size)
    if wire_m2 < FOUR_AWG_M2:
        why = "below 4 AWG its volume decides; a conduit body takes splices only if its volume is marked"
        return ruled("l", f"box at the pull point, {size} {method}", "by volume", why, "314.16", 0.0)
    times = 6.0 if angle else 8.0
    return step("l", f"least length of the box, {size} {method}", "n * D * 0.0254", "m", "314.28(A)", n=times, D=inches)


def box_volume(wires: tuple[tuple[int, str], ...], ground: str | None, *, spliced: bool) -> Step:
    """Give the least volume of a box or body by the wires in it. [L]

    A wire that goes through counts once, one that is joined counts on both sides of the joint; the grounds count as one, the largest.

    Parameters
    ----------
    wires : tuple of (int, str)
        Insulated wires: how many of which size. [-]
    ground : str or None
        Size of the equipment ground. [-]
    spliced : bool
        Whether they are joined in it. [-]

    References
    ----------
    NEC 2023, 314.16(B) and its Table, 14 to 6 AWG; above that the length of the box decides, and the value is 0.

    Examples
    --------
    >>> round(box_volume(((3, "6"),), "10", spliced=True).value / LITRE_IN3, 1)
    32.5
    """
    if any(size not in VOLUME_IN3 for _, size in wires):
        return ruled("v", "volume", "by length", "above 6 AWG the length of the box decides", "314.28", 0.0)
    allowance = VOLUME_IN3.get(ground or "", 0.0)
    each = " + ".join(f"n_{i} * v_{i}" for i in range(len(wires)))
    figures = {f"n_{i}": float(count) for i, (count, _) in enumerate(wires)} | {
        f"v_{i}": VOLUME_IN3[size] for i, (_, size) in enumerate(wires)
    }
    return step("v", "least volume for these wires", f"q * (s * ({each}) + v_g)", "L", "314.16(B)", q=LITRE_IN3, s=2.0 if spliced else 1.0,
                v_g=allowance, **figures)  # fmt: skip


def box_fill(facts: BoxFacts) -> Worked[float]:
    """Give the least volume of an outlet or device box by what is in it. [L]

    Parameters
    ----------
    facts : BoxFacts
        Wires, devices, grounds, clamps, supports. [-]

    Raises
    ------
    OutsideTable
        If a wire is larger than 6 AWG, where the length of the box decides.

    References
    ----------
    NEC 2023, 314.16(B)(1) to (5): each wire once, a loop twice; all clamps as one of the largest; each support as one of the
    largest; each device as two of the largest on it; grounds as one of their largest to four, a quarter more for each further.

    Examples
    --------
    >>> facts = BoxFacts(joined=((4, "12"),), devices=((1, "12"),), grounds=((2, "12"),), clamps=True)
    >>> round(box_fill(facts).value / LITRE_IN3, 2)
    18.0
    """
    steps: list[Step] = []
    wires = [*facts.through, *facts.joined, *facts.looped]
    for symbol, words, parts, times in (
        ("v_w", "wires, each once", (*facts.through, *facts.joined), 1.0),
        ("v_l", "loops with slack, each twice", facts.looped, 2.0),
        ("v_d", "devices, each as two of the largest wire on it", facts.devices, 2.0),
    ):
        steps += [_allowed(symbol, words, count, size, times) for count, size in parts if count]
    largest = max((size for _, size in wires), key=_volume, default="")
    if largest and facts.clamps:
        steps.append(_allowed("v_c", "clamps inside, all of them as one of the largest wire", 1, largest, 1.0))
    if largest and facts.supports:
        steps.append(_allowed("v_s", "fittings that hold a luminaire, each as one of the largest wire", facts.supports, largest, 1.0))
    count = count_of(number for number, _ in facts.grounds)
    if count:
        size = max((size for number, size in facts.grounds if number), key=_volume)
        words = f"{count} grounds: as one of the largest to four, a quarter more for each further"
        steps.append(step("v_g", words, "(1 + 0.25 * max(0, n - 4)) * v", "in³", "314.16(B)(5)", n=float(count), v=_volume(size)))
    if not steps:
        return Worked(0.0, (given("v", "nothing is in it", 0.0, "L", "314.16(B)"),))
    figures = {f"v_{i}": one.value for i, one in enumerate(steps, 1)}
    total = step("v", "least volume of the box", f"q * ({' + '.join(figures)})", "L", "314.16(B)", q=LITRE_IN3, **figures)
    return Worked(total.value, (*steps, total))


def _volume(size: str) -> float:
    if size not in VOLUME_IN3:
        raise OutsideTable("Table 314.16(B)(1)", f"{size} AWG", "it goes from 14 to 6 AWG; above that the length of the box decides")
    return VOLUME_IN3[size]


def _allowed(symbol: str, words: str, count: int, size: str, times: float) -> Step:
    return step(symbol, f"{words}: {count} of {size} AWG", "n * t * v", "in³", "314.16(B)", n=float(count), t=times, v=_volume(size))


def boxes_made() -> tuple[BoxMade, ...]:
    """List customary boxes in which cables are joined, smallest first. [L]"""
    return boxes_of(code_table("joint_boxes"))


def splice_in_body() -> Step:
    """Say when wires may be joined in a conduit body.

    References
    ----------
    NEC 2023, 314.16(C)(2).
    """
    why = "only in one that is durably marked with its volume, and only as many as that holds"
    return ruled("j", "joints in a conduit body", "if marked", why, "314.16(C)(2)")


def box_reach() -> Step:
    """Say that a box stays within reach.

    References
    ----------
    NEC 2023, 314.29.
    """
    return ruled("a", "its cover", "within reach", "opened without digging or breaking anything", "314.29")
