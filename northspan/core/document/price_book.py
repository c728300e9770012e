"""A supplier's prices: what he has, by which unit, at what price, and of what day."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.working.errors import NorthSpanError

UNITS = ("each", "m", "ft", "stick", "reel", "L", "pack")


@dataclass(frozen=True, slots=True)
class BookLine:
    """A price: item and words of the catalogue, its unit, how much is in one of it, least quantity, and its day.

    `size` is what a stick, reel or pack holds, in metres, litres or pieces; 1 for what is sold by itself. `in_stock` is
    whether the supplier has it, `cut_fee` what each piece cut off costs. [money]
    """

    item: str
    what: str
    unit: str
    size: float
    price: float
    least: float
    day: str
    in_stock: bool
    cut_fee: float = 0.0


@dataclass(frozen=True, slots=True)
class PriceBook:
    """The prices of a supplier, and what a drive there or a delivery costs. [money]

    `simulated` where no real shop stands behind it; `currency` is what it counts in, and `rulebook` under which rules its goods are
    sold; both are empty where nobody said.
    """

    name: str
    trip: float
    lines: tuple[BookLine, ...]
    simulated: bool = False
    currency: str = ""
    rulebook: str = ""


def days_of(book: PriceBook) -> tuple[str, str]:
    """Say of which days the oldest and the newest price of a book are; empty where none has a day.

    Parameters
    ----------
    book : PriceBook
        The book. [-]
    """
    days = sorted(line.day for line in book.lines if line.day)
    return (days[0], days[-1]) if days else ("", "")


class NoSuchBook(NorthSpanError):
    """There is no price book of this name."""

    code = "no-such-book"

    def __init__(self, name: str) -> None:
        super().__init__(f"There is no price book called {name}.")
