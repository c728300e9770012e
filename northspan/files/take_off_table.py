"""A take-off as CSV: what is bought, and what asks for it."""

from __future__ import annotations

from northspan.core.document.plan.materials import TakeOff, TakeOffLine
from northspan.files.csv_rows import csv_text, guarded

COLUMNS = ("kind", "item", "words", "needed", "bought", "unit", "status", "differs", "for", "why")


def write_take_off(found: TakeOff) -> str:
    """Write a take-off as CSV, a row for each line; what is crossed out is left out.

    Parameters
    ----------
    found : TakeOff
        The take-off. [-]
    """
    return csv_text([COLUMNS, *(map(guarded, _cells(line)) for line in found.lines if not line.crossed_out)])


def _cells(line: TakeOffLine) -> tuple[str, ...]:
    parts = "; ".join(dict.fromkeys(one.name for one in line.asks))
    why = "; ".join(dict.fromkeys(one.why for one in line.asks if one.why))
    needed, bought = (f"{amount:.6g}" for amount in (line.needed, line.bought))
    return line.kind, line.item, line.words, needed, bought, line.unit, line.status, line.differs, parts, why
