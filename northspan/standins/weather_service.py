"""A weather service that is simulated: hour by hour, with thunder; now and then it is wrong, and it says that it is made up."""

from __future__ import annotations

import random
from typing import Protocol

from northspan.core.document.job import Sky, Weather
from northspan.standins.utility_desk import DeskSilent

STORMS, FIRST_H, LAST_H = 0.35, 10, 15


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
    silent : bool
        Whether it does not answer. [-]
    """

    def __init__(self, seed: str, *, silent: bool = False) -> None:
        self.seed, self.silent = seed, silent

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
        if self.silent:
            message = "The simulated weather service does not answer. Look at the sky, and type what you see."
            raise DeskSilent(message)
        found = []
        for day in range(days):
            chance = random.Random(f"{self.seed}|{day}")  # noqa: S311 - a made-up sky, not a secret
            if chance.random() < STORMS or day == 1:
                from_h = float(chance.randint(FIRST_H, LAST_H))
                sky = Sky.thunder if day == 1 else chance.choice((Sky.thunder, Sky.rain))
                found.append(Weather(day=day, from_h=from_h, to_h=from_h + chance.choice((1, 2)), sky=sky, simulated=True))
        return tuple(found)
