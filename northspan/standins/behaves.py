"""How somebody simulated behaves: well, late, not at all, or wrong."""

from __future__ import annotations

import time
from enum import StrEnum

from northspan.core.working.errors import NorthSpanError

LATE_S = 2.0


class Behaves(StrEnum):
    """How somebody behaves who is asked."""

    well = "well"
    late = "late"
    silent = "silent"
    wrong = "wrong"


class DeskSilent(NorthSpanError):
    """Nobody answers."""

    code = "no-answer"


def answers(who: str, how: Behaves, cure: str) -> None:
    """Answer at once, late, or not at all.

    Parameters
    ----------
    who : str
        Who is asked. [-]
    how : Behaves
        How he behaves. [-]
    cure : str
        What to do if he is silent. [-]

    Raises
    ------
    DeskSilent
        If he is silent.
    """
    if how is Behaves.late:
        time.sleep(LATE_S)
    if how is Behaves.silent:
        message = f"The simulated {who} does not answer. {cure}"
        raise DeskSilent(message)
