"""A supplier's price service that is simulated: made-up prices for what a job needs. It answers late, is out of stock, or is silent."""

from __future__ import annotations

import random
import re
from collections.abc import Sequence
from typing import Protocol

from northspan.core.document.price_book import BookLine, PriceBook
from northspan.standins.behaves import Behaves, answers

OUT_OF_STOCK, FOOT_M = 0.1, 0.3048
SHOPS = {"Counter by the mill (simulated)": (0.0, 1.0), "Harbor yard (simulated)": (18.0, 0.9), "Parcel post (simulated)": (9.0, 0.97)}
_USUAL = {
    "wire": 1.1, "cable": 2.2, "pipe": 2.4, "elbow": 3.2, "connector": 1.4, "coupling": 1.1, "locknut": 0.4, "bushing": 0.6, "strap": 0.7,
    "expansion": 14.0, "body": 11.0, "pull_box": 26.0, "cement": 13.0, "pull_line": 0.2, "lubricant": 11.0, "ribbon": 0.25,
    "cable_connector": 1.8, "staple": 0.12, "panel": 160.0, "can": 60.0, "breaker": 24.0, "filler": 1.5, "hold_down": 6.0,
    "handle_tie": 3.0, "ground_bar": 9.0, "lug_kit": 14.0, "surge": 95.0, "directory": 1.0, "box": 5.0, "ring": 4.0, "wire_connector": 0.2,
    "rod": 19.0, "plate": 48.0, "rod_clamp": 4.5, "electrode_wire": 2.0, "pipe_clamp": 6.0, "reducer": 8.0, "antioxidant": 9.0, "tape": 3.5,
    "label": 2.5, "seal": 6.0, "earth_nut": 1.1, "earth_tag": 1.4, "gland_shroud": 0.8, "adapter": 2.8, "hub": 9.0, "mast_kit": 65.0,
    "weatherhead": 14.0, "bonding_screw": 6.0, "intersystem": 17.0, "rebar_clamp": 9.0, "grounding_bushing": 7.0, "anchor": 0.25,
    "interlock": 70.0, "source": 4200.0, "inlet": 75.0,
}  # fmt: skip
CORES, SHEATH, ARMOR = 3, 1.2, 3.5  # of a usual cable, and what is around them for a metre
_METAL = {"copper": (8890.0, 12.0), "alumin": (2703.0, 5.5)}  # weight of a cubic metre, and a made-up price of a kilogram
_AWG = re.compile(r"(\d+)(/0)? AWG", re.IGNORECASE)
_OTHER = {"kcmil": (re.compile(r"([\d.]+) kcmil"), 0.5067), "mm²": (re.compile(r"([\d.]+) mm²"), 1.0)}


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
    how : Behaves
        How it behaves. [-]
    """

    def __init__(self, shop: str, day: str, *, feet: bool = False, how: Behaves = Behaves.well) -> None:
        self.shop, self.day, self.feet, self.how = shop, day, feet, how
        self.trip, self.level = SHOPS[shop]

    def prices(self, wanted: Sequence[tuple[str, str, str]]) -> PriceBook:
        """Price what is wanted.

        Parameters
        ----------
        wanted : sequence of tuple
            Item, words, and unit of each. [-]

        Raises
        ------
        DeskSilent
            If it does not answer.
        """
        answers(f"price service of {self.shop}", self.how, "Try again, or read a price list from a file.")
        lines = [self._line(*one) for one in dict.fromkeys(wanted)]
        return PriceBook(self.shop, self.trip, tuple(lines), simulated=True)

    def _line(self, item: str, what: str, unit: str) -> BookLine:
        chance = random.Random(f"{self.shop}|{item}|{what}")  # noqa: S311 - a made-up price, not a secret
        price = round(_made_up(item, what) * self.level * chance.uniform(0.9, 1.1), 2)
        if unit == "m" and self.feet:
            unit, price = "ft", round(price * FOOT_M, 2)
        return BookLine(item, what, unit, 1.0, price, 0.0, self.day, chance.random() > OUT_OF_STOCK)


def _made_up(item: str, what: str) -> float:
    """A price that grows with what is in it: wire with its metal, pipe with its bore."""
    section = _section_mm2(what) if item in {"wire", "cable", "electrode_wire"} else 0.0
    if section:
        kg_m3, per_kg = next((of for metal, of in _METAL.items() if metal in what), _METAL["copper"])
        one = section * 1e-6 * kg_m3 * per_kg + 0.3
        return one if item != "cable" else CORES * one + (ARMOR if "armour" in what else SHEATH)
    return _USUAL.get(item, 5.0) * (_inches(what) if item in {"pipe", "elbow", "coupling", "connector", "body", "expansion"} else 1.0)


def _section_mm2(what: str) -> float:
    gauge = _AWG.search(what)
    if gauge:  # each gauge is the thirty-ninth root of 92 thinner than the next: ASTM B258
        number = 1 - int(gauge[1]) if gauge[2] else int(gauge[1])
        return float(0.7854 * (0.127 * 92 ** ((36 - number) / 39)) ** 2)
    for pattern, mm2 in _OTHER.values():
        found = pattern.search(what)
        if found:
            return float(found[1]) * mm2
    return 0.0


def _inches(what: str) -> float:
    """Trade size of a pipe, one where it has none."""
    number = re.match(r"(\d*)([½¼¾]?)", what)
    if number is None or not number[0]:
        return 1.0
    size = (float(number[1]) if number[1] else 0.0) + {"½": 0.5, "¼": 0.25, "¾": 0.75}.get(number[2], 0.0)
    return size / 25.4 if " mm" in what[:8] else size
