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
    """Answer, or not at all. How late is for the door to say: a stand-in is the same answer to the same question, at once.

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
    if how is Behaves.silent:
        message = f"The simulated {who} does not answer. {cure}"
        raise DeskSilent(message)


def lateness(how: Behaves) -> None:
    """Wait as long as one waits who is late; for doors alone.

    Parameters
    ----------
    how : Behaves
        How he behaves. [-]
    """
    if how is Behaves.late:
        time.sleep(LATE_S)
