"""Shapes of what is asked and answered of price books and suppliers' lists."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.document.job import (
    Name,
)
from northspan.core.document.job.part import Part
from northspan.core.document.supplier_list import Basis, ListColumns, Match


class BookItem(Part):
    """A price book that is kept: its supplier, what a trip there costs, how many prices, and the days they are of. [money]"""

    name: str
    trip: float
    lines: int
    oldest: str
    newest: str
    simulated: bool
    currency: str
    has_list: bool = Field(description="Whether it was made of a supplier's own list, which is kept.")


class BookList(Part):
    """All price books."""

    books: list[BookItem]


class BookText(Part):
    """A price book as CSV, the supplier's name, and what a trip there costs. [money]"""

    name: Annotated[Name, StringConstraints(pattern=r"^[^/\\]*$")] = Field(description="It stands in addresses: no strokes.")
    trip: float = Field(0, ge=0, le=1_000_000)
    text: Annotated[str, StringConstraints(max_length=9_000_000)]
    currency: Annotated[str, StringConstraints(max_length=8)] = ""
    rulebook: Annotated[str, StringConstraints(max_length=40)] = ""


class ListQuestion(BookText):
    """A supplier's own list, and how it is read; with no text, the one that was kept last. It is kept as well where `keep` says so."""

    text: Annotated[str, StringConstraints(max_length=9_000_000)] = ""
    columns: ListColumns | None = None
    matches: dict[Annotated[str, StringConstraints(min_length=1, max_length=200)], Match] = Field(default_factory=dict, max_length=2000)
    find: Annotated[str, StringConstraints(max_length=80)] = ""
    feet: bool = Field(False, description="Whether a length without a unit is in feet, as long as nobody chose.")
    keep: bool = False


class UnitRead(Part):
    """A unit as it is written, and what it is taken for; nothing where nobody knows."""

    said: str
    basis: Basis | None


class UnknownLine(Part):
    """A line of a supplier that is none of our goods yet. [money]"""

    key: str
    part: str
    words: str
    price: float
    unit: str
    size: float


class RefusedLine(Part):
    """A line that cannot be read, and why."""

    number: int
    words: str


class ListAnswer(Part):
    """How a supplier's list is read, and what comes of it."""

    own: bool = Field(description="Whether it is a price book in the columns of this program.")
    remembered: bool = Field(description="Whether its columns were chosen before.")
    kept: bool
    columns: ListColumns
    names: list[str]
    sample: list[list[str]]
    units: list[UnitRead]
    prices: int
    known: int
    unknown: list[UnknownLine]
    unknown_count: int
    refused: list[RefusedLine]
    refused_count: int


class BookName(Part):
    """Which price book."""

    name: Annotated[str, StringConstraints(min_length=1, max_length=80)]


class ServiceQuestion(Part):
    """Which of the simulated shops is asked, whether it is silent, and whether it answers late: after two seconds."""

    shop: Annotated[str, StringConstraints(max_length=80)]
    silent: bool = False
    late: bool = False
