"""What inspectors look at and plans forget, from the table of a code: our words, the figure, why, and the article."""

from __future__ import annotations

from collections.abc import Mapping

from northspan.core.rulebooks.tables import Table
from northspan.core.working.worked import Step, ruled


def looked_at_of(habits: Table) -> Mapping[str, Step]:
    """Read what is looked at in a trade, by a short name for each.

    Parameters
    ----------
    habits : Table
        Words, figure, why and source by name. [-]
    """
    return {key: ruled(key, row["words"], row["figure"], row["why"], row["source"]) for key, row in habits.rows.items()}
