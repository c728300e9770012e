"""Boxes and bodies along a pipe: how long, of what volume, when wires may be joined in them, how they are reached."""

from __future__ import annotations

from northspan.core.job import Method
from northspan.core.worked import Step, ruled, step

FOUR_AWG_M2 = 21.1e-6
VOLUME_ML = {"14": 24.6, "12": 28.7, "10": 36.9, "8": 45.1, "6": 73.7}


def pull_box(method: Method, size: str, area_m2: float, *, angle: bool) -> Step:
    """Give the least length of a box at a pull point: eight times the pipe straight through, six times around a corner. [m]

    Parameters
    ----------
    method : Method
        Kind of pipe. [-]
    size : str
        Trade size. [-]
    area_m2 : float
        Of the largest wire; a small one goes by the volume of the box. [m²]
    angle : bool
        Around a corner. [-]

    References
    ----------
    CE Code 2021, Rule 12-3036 from No. 4 up; 12-3034 below. A conduit body takes splices only if its volume is marked.
    """
    if area_m2 < FOUR_AWG_M2:
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
    pairs = float(sum(count for count, _ in wires) // 2) if spliced else 0.0
    return step("v", "least volume for these wires", f"(s * ({each}) + p * v_c) / 1000", "L", "Rule 12-3034", s=2.0 if spliced else 1.0,
                p=pairs, v_c=max(VOLUME_ML[size] for _, size in wires), **figures)  # fmt: skip


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
