"""What the trade calls and how it sells what a plan needs: generic items, from a table beside a code's own."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType

from northspan.core.rulebooks.tables import Table


@dataclass(frozen=True, slots=True)
class Good:
    """A generic item: its words, the kind of thing it is, its unit, a pack of it (0: by any length), and what is bought to spare. [%]"""

    item: str
    words: str
    kind: str
    unit: str
    pack: float
    spare_percent: float


def goods_of(catalogue: Table) -> Mapping[str, Good]:
    """Read a catalogue from its table.

    Parameters
    ----------
    catalogue : Table
        Items by key. [-]
    """
    return MappingProxyType({
        key: Good(key, row["words"], row["kind"], row["unit"], float(row["pack"]), float(row["spare_percent"]))
        for key, row in catalogue.rows.items()
    })  # fmt: skip
