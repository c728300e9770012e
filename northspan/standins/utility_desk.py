"""A utility's desk that is simulated: it gives a window of one to three hours, confirms it late, and may move it."""

from __future__ import annotations

import random
from typing import Protocol

from northspan.core.document.job import Visit, VisitKind
from northspan.standins.behaves import Behaves, answers

MOVES = 0.25
TYPE_IT = "Type what was said on the telephone."


class UtilityDesk(Protocol):
    """What a utility's desk does."""

    def window(self, kind: VisitKind, day: int, known: Visit | None) -> Visit:
        """Give a window for a visit on a day, or confirm or move the one that is known."""


class SimulatedDesk:
    """A desk that makes its windows up: the first answer is a window, the second confirms it, or moves it.

    Parameters
    ----------
    seed : str
        What its answers come from. [-]
    days : int
        Days of the job. [-]
    how : Behaves
        How it behaves; one that is wrong names a window and moves it as soon as it is asked again. [-]
    """

    def __init__(self, seed: str, days: int, how: Behaves = Behaves.well) -> None:
        self.seed, self.days, self.how = seed, days, how

    def window(self, kind: VisitKind, day: int, known: Visit | None) -> Visit:
        """Give a window for a visit on a day, or confirm or move the one that is known.

        Parameters
        ----------
        kind : VisitKind
            Opens or closes. [-]
        day : int
            The day that is wished. [-]
        known : Visit or None
            What it said before. [-]

        Raises
        ------
        DeskSilent
            If it does not answer.
        """
        answers("utility desk", self.how, TYPE_IT)
        again = 0 if known is None else 1 + known.confirmed
        chance = random.Random(f"{self.seed}|{kind.value}|{day}|{again}")  # noqa: S311 - a made-up window, not a secret
        if known is not None and chance.random() > (1.0 if self.how is Behaves.wrong else MOVES):
            return known.model_copy(update={"confirmed": True, "words": "confirmed, simulated"})
        from_h = float(chance.choice((8, 9, 10, 13)))
        at = min(self.days - 1, day if known is None else known.day + 1)
        words = "asked, simulated" if known is None else "moved, simulated"
        return Visit(kind=kind, day=at, from_h=from_h, to_h=from_h + chance.choice((1, 2, 3)), simulated=True, words=words)
