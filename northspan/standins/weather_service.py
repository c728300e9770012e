"""A weather service that is simulated: hour by hour, with thunder; now and then it is wrong, and it says that it is made up."""

from __future__ import annotations

import random
from typing import Protocol

from northspan.core.document.job import Sky, Weather
from northspan.standins.behaves import Behaves, answers

STORMS, FIRST_H, LAST_H, WRONG_H = 0.35, 10, 15, -3.0


class WeatherService(Protocol):
    """What a weather service does."""

    def spells(self, days: int) -> tuple[Weather, ...]:
        """Give the hours of thunder, rain, frost and heat in the days to come."""


class SimulatedWeather:
    """Weather that is made up from a seed: the same for the same seed.

    Parameters
    ----------
    seed : str
        What it comes from. [-]
    how : Behaves
        How it behaves; one that is wrong is wrong by some hours. [-]
    """

    def __init__(self, seed: str, how: Behaves = Behaves.well) -> None:
        self.seed, self.how = seed, how

    def spells(self, days: int) -> tuple[Weather, ...]:
        """Give the hours of thunder and rain in the days to come.

        Parameters
        ----------
        days : int
            How many. [-]

        Raises
        ------
        DeskSilent
            If it does not answer.
        """
        answers("weather service", self.how, "Look at the sky, and type what you see.")
        found = []
        for day in range(days):
            chance = random.Random(f"{self.seed}|{day}")  # noqa: S311 - a made-up sky, not a secret
            if chance.random() < STORMS or day == 1:
                from_h = float(chance.randint(FIRST_H, LAST_H)) + (WRONG_H if self.how is Behaves.wrong else 0.0)
                sky = Sky.thunder if day == 1 else chance.choice((Sky.thunder, Sky.rain))
                found.append(Weather(day=day, from_h=from_h, to_h=from_h + chance.choice((1, 2)), sky=sky, simulated=True))
        return tuple(found)
