"""How a supplier's own price list is read: which column is what, what a price is for, whose number is which of our goods."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from northspan.core.document.job import Part

Meaning = Literal["part", "words", "unit", "price", "size", "least", "day", "stock", "cut_fee"]
Basis = Literal[
    "each", "per 100", "per 1000", "m", "per 100 m", "per 1000 m", "ft", "per 100 ft", "per 1000 ft", "stick", "reel", "pack", "L"
]  # fmt: skip


class ListColumns(Part):
    """How a supplier's list is read: the heading of each column, what a price is for, and how numbers are written."""

    headings: dict[Meaning, Annotated[str, StringConstraints(max_length=120)]] = Field(default_factory=dict)
    bases: dict[Annotated[str, StringConstraints(max_length=40)], Basis] = Field(
        {}, description="What is in the column of units, and what that means."
    )
    basis: Basis = Field("each", description="What a price is for where no column says so.")
    decimal: Literal[".", ","] = "."
    feet: bool = Field(False, description="Whether a length without a unit is in feet.")


class Match(Part):
    """Which of our goods a part number of his is."""

    item: Annotated[str, StringConstraints(min_length=1, max_length=200)]
    what: Annotated[str, StringConstraints(max_length=200)] = ""
