"""Customary boxes in which cables are joined, from the table of a code."""

from __future__ import annotations

from northspan.core.rulebooks.questions.boxes import BoxMade
from northspan.core.rulebooks.tables import Table

_LITRES = {"in3": 0.016387064, "ml": 0.001}


def boxes_of(boxes: Table) -> tuple[BoxMade, ...]:
    """Read the boxes of a table in its order. [L]

    Parameters
    ----------
    boxes : Table
        Volumes by box. [in³ or mL]
    """
    volume, ring = boxes.columns[-2:]
    litres = _LITRES[volume.removeprefix("volume_")]
    return tuple(BoxMade(name, litres * boxes.number(name, volume), litres * boxes.number(name, ring)) for name in boxes.rows)
