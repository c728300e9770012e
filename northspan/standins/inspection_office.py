"""An inspection office that is simulated: it books slots of two hours, in the morning or after noon, and is sometimes full."""

from __future__ import annotations

import random
from typing import Protocol

from northspan.core.document.job import Visit, VisitKind
from northspan.standins.behaves import Behaves, answers
from northspan.standins.utility_desk import TYPE_IT

FULL = 0.2


class InspectionOffice(Protocol):
    """What an inspection office does."""

    def book(self, kind: VisitKind, day: int) -> Visit:
        """Book a slot on a day, or on the next that is free."""


class SimulatedOffice:
    """An office that makes its slots up.

    Parameters
    ----------
    seed : str
        What its answers come from. [-]
    days : int
        Days of the job. [-]
    how : Behaves
        How it behaves; one that is wrong books the day after. [-]
    """

    def __init__(self, seed: str, days: int, how: Behaves = Behaves.well) -> None:
        self.seed, self.days, self.how = seed, days, how

    def book(self, kind: VisitKind, day: int) -> Visit:
        """Book a slot on a day, or on the next that is free.

        Parameters
        ----------
        kind : VisitKind
            Which inspection. [-]
        day : int
            The day that is wished. [-]

        Raises
        ------
        DeskSilent
            If it does not answer.
        """
        answers("inspection office", self.how, TYPE_IT)
        chance = random.Random(f"{self.seed}|{kind.value}|{day}")  # noqa: S311 - a made-up slot, not a secret
        at = min(self.days - 1, day + (self.how is Behaves.wrong or chance.random() < FULL))
        from_h = float(chance.choice((10, 13, 14)))
        return Visit(kind=kind, day=at, from_h=from_h, to_h=from_h + 2, confirmed=True, simulated=True, words="booked, simulated")
