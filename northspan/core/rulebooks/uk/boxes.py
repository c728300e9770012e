"""Boxes and bodies along a pipe: how long, of what volume, when wires may be joined in them, how they are reached."""

from __future__ import annotations

from northspan.core.document.job import (
    Method,
)
from northspan.core.rulebooks.questions.boxes import BoxFacts, BoxMade
from northspan.core.rulebooks.uk.wires import area_m2
from northspan.core.working.worked import Step, Worked, ruled, step


def pull_box(method: Method, size: str, wire: str, *, angle: bool) -> Step:
    """Give the least length of a box at a pull point: six times the pipe, for the bend of the wires. [m]

    Parameters
    ----------
    method : Method
        Kind of pipe. [-]
    size : str
        Trade size. [-]
    wire : str
        Size of the largest wire; the guide does not ask it. [-]
    angle : bool
        Around a corner; the same. [-]

    References
    ----------
    BS 7671:2018, 522.8.3: the bend of the cable decides; six outside diameters in the box are customary.
    """
    wire_m2 = area_m2(wire)
    del wire_m2, angle
    return step("l", f"least length of the box, {size} {method}", "6 * D / 1000", "m", "522.8.3, guide", D=float(size))


def box_volume(wires: tuple[tuple[int, str], ...], ground: str | None, *, spliced: bool) -> Step:
    """Say that no volume is set for a box: the wires bend and join in it without force. [L]

    Parameters
    ----------
    wires : tuple of (int, str)
        Insulated wires: how many of which size. [-]
    ground : str or None
        Size of the protective conductor. [-]
    spliced : bool
        Whether they are joined in it. [-]

    References
    ----------
    BS 7671:2018, 522.8 and 526.5; no figure is set, and the value is 0.
    """
    del wires, ground, spliced
    return ruled("v", "volume", "no figure", "the wires bend and join in it without force", "526.5", 0.0)


def box_fill(facts: BoxFacts) -> Worked[float]:
    """Say that no figure is set for the volume of an accessory's box. [L]

    Parameters
    ----------
    facts : BoxFacts
        What is in it. [-]

    References
    ----------
    BS 7671:2018, 522.8 and 526.9: room for the wires and their joints; makers give the depth an accessory wants.
    """
    del facts
    why = "no figure is set; makers give the depth an accessory wants, commonly 25 mm for a socket outlet and 35 to 47 mm for more"
    return Worked(0.0, (ruled("v", "volume of the box", "no figure", why, "522.8", 0.0),))


def boxes_made() -> tuple[BoxMade, ...]:
    """List no boxes: each joint has one that is made for it."""
    return ()


def splice_in_body() -> Step:
    """Say when wires may be joined in a body of a conduit.

    References
    ----------
    BS 7671:2018, 526.3, 526.5.
    """
    why = "only in an enclosure made for joints, with room for them, that can be opened for inspection"
    return ruled("j", "joints in a conduit box", "if made for it", why, "526.5")


def box_reach() -> Step:
    """Say that a box stays within reach.

    References
    ----------
    BS 7671:2018, 526.3, 513.1.
    """
    return ruled("a", "its cover", "within reach", "joints and draw-in boxes can be opened and inspected", "526.3")
