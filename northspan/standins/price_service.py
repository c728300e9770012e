"""A supplier's price service that is simulated: made-up prices for what a job needs. It answers late, is out of stock, or is silent."""

from __future__ import annotations

import random
from collections.abc import Sequence
from typing import Protocol

from northspan.core.document.price_book import BookLine, PriceBook
from northspan.core.working.errors import NorthSpanError

OUT_OF_STOCK, FOOT_M = 0.1, 0.3048
SHOPS = {"Counter by the mill (simulated)": (0.0, 1.0), "Harbor yard (simulated)": (18.0, 0.9), "Parcel post (simulated)": (9.0, 0.97)}
_USUAL = {
    "wire": 1.1, "cable": 2.2, "pipe": 2.4, "elbow": 3.2, "connector": 1.4, "coupling": 1.1, "locknut": 0.4, "bushing": 0.6, "strap": 0.7,
    "expansion": 14.0, "body": 11.0, "pull_box": 26.0, "cement": 13.0, "pull_line": 0.2, "lubricant": 11.0, "ribbon": 0.25,
    "cable_connector": 1.8, "staple": 0.12, "panel": 160.0, "can": 60.0, "breaker": 24.0, "filler": 1.5, "hold_down": 6.0,
    "handle_tie": 3.0, "ground_bar": 9.0, "lug_kit": 14.0, "surge": 95.0, "directory": 1.0, "box": 5.0, "ring": 4.0, "wire_connector": 0.2,
    "rod": 19.0, "plate": 48.0, "rod_clamp": 4.5, "electrode_wire": 2.0, "pipe_clamp": 6.0, "reducer": 8.0, "antioxidant": 9.0, "tape": 3.5,
    "label": 2.5, "seal": 6.0, "earth_nut": 2.2,
}  # fmt: skip


class ServiceSilent(NorthSpanError):
    """The price service does not answer."""

    code = "no-answer"


class PriceService(Protocol):
    """What a supplier's price service does."""

    def prices(self, wanted: Sequence[tuple[str, str, str]]) -> PriceBook:
        """Price what is wanted: item, words, and unit of each. [money]"""


class SimulatedService:
    """A service that makes prices up, the same for the same words; every tenth thing is out of stock.

    Parameters
    ----------
    shop : str
        Which of the made-up shops. [-]
    day : str
        The day that the prices carry. [-]
    feet : bool
        Whether it sells by the foot. [-]
    silent : bool
        Whether it does not answer. [-]
    """

    def __init__(self, shop: str, day: str, *, feet: bool = False, silent: bool = False) -> None:
        self.shop, self.day, self.feet, self.silent = shop, day, feet, silent
        self.trip, self.level = SHOPS[shop]

    def prices(self, wanted: Sequence[tuple[str, str, str]]) -> PriceBook:
        """Price what is wanted.

        Parameters
        ----------
        wanted : sequence of tuple
            Item, words, and unit of each. [-]

        Raises
        ------
        ServiceSilent
            If it does not answer.
        """
        if self.silent:
            message = f"{self.shop} does not answer. Try again, or read a price list from a file."
            raise ServiceSilent(message)
        lines = [self._line(*one) for one in dict.fromkeys(wanted)]
        return PriceBook(self.shop, self.trip, tuple(lines), simulated=True)

    def _line(self, item: str, what: str, unit: str) -> BookLine:
        chance = random.Random(f"{self.shop}|{item}|{what}")  # noqa: S311 - a made-up price, not a secret
        price = round(_USUAL.get(item, 5.0) * self.level * chance.uniform(0.85, 1.15) * (1 + len(what) / 80), 2)
        if unit == "m" and self.feet:
            unit, price = "ft", round(price * FOOT_M, 2)
        return BookLine(item, what, unit, 1.0, price, 0.0, self.day, chance.random() > OUT_OF_STOCK)
