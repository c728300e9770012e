"""Boxes and bodies along a pipe: how long, of what volume, when wires may be joined in them, how they are reached."""

from __future__ import annotations

from northspan.core.document.job import (
    Method,
)
from northspan.core.rulebooks.ca.code_tables import code_table
from northspan.core.rulebooks.ca.wires import area_m2
from northspan.core.rulebooks.joint_boxes import boxes_of
from northspan.core.rulebooks.questions.boxes import BoxFacts, BoxMade
from northspan.core.working.errors import OutsideTable
from northspan.core.working.sums import count_of
from northspan.core.working.worked import Step, Worked, given, ruled, step

FOUR_AWG_M2 = 21.1e-6
VOLUME_ML = {"14": 24.6, "12": 28.7, "10": 36.9, "8": 45.1, "6": 73.7}


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
    CE Code 2021, Rule 12-3036 from No. 4 up; 12-3034 below. A conduit body takes splices only if its volume is marked.
    """
    wire_m2 = area_m2(wire)
    if wire_m2 < FOUR_AWG_M2:
        why = "below No. 4 its volume decides; a conduit body takes splices only if its volume is marked"
        return ruled("l", f"box at the pull point, {size} {method}", "by volume", why, "Rule 12-3034", 0.0)
    times = 6.0 if angle else 8.0
    return step("l", f"least length of the box, {size} {method}", "n * D / 1000", "m", "Rule 12-3036", n=times, D=float(size))


def box_volume(wires: tuple[tuple[int, str], ...], ground: str | None, *, spliced: bool) -> Step:
    """Give the least volume of a box or body by the wires in it. [L]

    A wire that goes through counts once, one that is joined counts on both sides of the joint; two connectors count as a wire.

    Parameters
    ----------
    wires : tuple of (int, str)
        Insulated wires: how many of which size. [-]
    ground : str or None
        Size of the bonding conductor, which is bare and counts for nothing. [-]
    spliced : bool
        Whether they are joined in it. [-]

    References
    ----------
    CE Code 2021, Rule 12-3034 and Table 22, No. 14 to No. 6; above that the length of the box decides, and the value is 0.

    Examples
    --------
    >>> round(box_volume(((3, "6"),), "10", spliced=True).value * 1000)
    516
    """
    del ground
    if any(size not in VOLUME_ML for _, size in wires):
        return ruled("v", "volume", "by length", "above No. 6 the length of the box decides", "Rule 12-3036", 0.0)
    each = " + ".join(f"n_{i} * v_{i}" for i in range(len(wires)))
    figures = {f"n_{i}": float(count) for i, (count, _) in enumerate(wires)} | {
        f"v_{i}": VOLUME_ML[size] for i, (_, size) in enumerate(wires)
    }
    pairs = float(count_of(count for count, _ in wires) // 2) if spliced else 0.0
    return step("v", "least volume for these wires", f"(s * ({each}) + p * v_c) / 1000", "L", "Rule 12-3034", s=2.0 if spliced else 1.0,
                p=pairs, v_c=max(VOLUME_ML[size] for _, size in wires), **figures)  # fmt: skip


def box_fill(facts: BoxFacts) -> Worked[float]:
    """Give the least volume of an outlet or device box by what is in it. [L]

    Parameters
    ----------
    facts : BoxFacts
        Insulated wires, devices, supports, connectors; bonding conductors and clamps count for nothing. [-]

    Raises
    ------
    OutsideTable
        If a wire is larger than No. 6, where the length of the box decides.

    References
    ----------
    CE Code 2021, Rule 12-3034 and Table 22: each wire once, a device as two, a support as one, two connectors as one.

    Examples
    --------
    >>> round(box_fill(BoxFacts(joined=((4, "14"),), devices=((1, "14"),), connectors=2)).value * 1000, 1)
    172.2
    """
    steps: list[Step] = []
    for symbol, words, parts, times in (
        ("v_w", "wires, each once", (*facts.through, *facts.joined), 1.0),
        ("v_l", "loops that are cut, each twice", facts.looped, 2.0),
        ("v_d", "devices, each as two of the largest wire on it", facts.devices, 2.0),
    ):
        steps += [_allowed(symbol, words, count, size, times) for count, size in parts if count]
    largest = max((size for _, size in (*facts.through, *facts.joined, *facts.looped)), key=_volume, default="")
    if largest and facts.supports:
        steps.append(_allowed("v_s", "studs and supports, each as one of the largest wire", facts.supports, largest, 1.0))
    if largest and facts.connectors >= 2:  # noqa: PLR2004 - a pair counts as a wire
        steps.append(_allowed("v_c", "wire connectors, a pair as one of the largest wire", facts.connectors // 2, largest, 1.0))
    if not steps:
        return Worked(0.0, (given("v", "nothing that counts is in it", 0.0, "L", "Rule 12-3034"),))
    figures = {f"v_{i}": one.value for i, one in enumerate(steps, 1)}
    total = step("v", "least volume of the box", f"({' + '.join(figures)}) / 1000", "L", "Rule 12-3034", **figures)
    return Worked(total.value, (*steps, total))


def _volume(size: str) -> float:
    if size not in VOLUME_ML:
        raise OutsideTable("Table 22", f"No. {size}", "it goes from No. 14 to No. 6; above that the length of the box decides")
    return VOLUME_ML[size]


def _allowed(symbol: str, words: str, count: int, size: str, times: float) -> Step:
    return step(symbol, f"{words}: {count} of No. {size}", "n * t * v", "mL", "Table 22", n=float(count), t=times, v=_volume(size))


def boxes_made() -> tuple[BoxMade, ...]:
    """List customary boxes in which cables are joined, smallest first. [L]"""
    return boxes_of(code_table("joint_boxes"))


def splice_in_body() -> Step:
    """Say when wires may be joined in a conduit body.

    References
    ----------
    CE Code 2021, Rule 12-3000 and what the body is approved for.
    """
    return ruled("j", "joints in a conduit body", "if marked", "only in one that is marked with its volume, for as many as that holds",
                 "Rule 12-3034")  # fmt: skip


def box_reach() -> Step:
    """Say that a box stays within reach.

    References
    ----------
    CE Code 2021, Rule 12-3014.
    """
    return ruled("a", "its cover", "within reach", "opened without digging or breaking anything", "Rule 12-3014")
