"""What is measured in a trade, from the table of a code: our words, the unit, the limit, why, and the article."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from northspan.core.rulebooks.tables import Table


@dataclass(frozen=True, slots=True)
class TestRow:
    """Something that is measured: how the trade says it, its unit, the limit that a code sets, and why. [unit of the row]"""

    words: str
    unit: str
    least: float | None
    most: float | None
    why: str
    citation: str


def tested_of(measured: Table) -> Mapping[str, TestRow]:
    """Read what is measured in a trade, by a short name for each.

    Parameters
    ----------
    measured : Table
        Words, unit, limits, why and source by name. [-]
    """
    return {
        key: TestRow(row["words"], row["unit"], _limit(row["least"]), _limit(row["most"]), row["why"], row["source"])
        for key, row in measured.rows.items()
    }


def _limit(text: str) -> float | None:
    return float(text) if text else None
