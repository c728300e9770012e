"""A take-off as CSV: what is bought, and what asks for it."""

from __future__ import annotations

import csv
from io import StringIO

from northspan.core.document.plan.materials import TakeOff
from northspan.files.csv_rows import guarded

COLUMNS = ("kind", "item", "words", "needed", "bought", "unit", "status", "differs", "for", "why")


def write_take_off(found: TakeOff) -> str:
    """Write a take-off as CSV, a row for each line; what is crossed out is left out.

    Parameters
    ----------
    found : TakeOff
        The take-off. [-]
    """
    out = StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(COLUMNS)
    for line in found.lines:
        if line.crossed_out:
            continue
        parts = "; ".join(dict.fromkeys(one.name for one in line.asks))
        why = "; ".join(dict.fromkeys(one.why for one in line.asks if one.why))
        cells = (
            line.kind,
            line.item,
            line.words,
            f"{line.needed:.6g}",
            f"{line.bought:.6g}",
            line.unit,
            line.status,
            line.differs,
            parts,
            why,
        )
        writer.writerow([guarded(cell) for cell in cells])
    return out.getvalue()
