"""What a person says of the materials: what is spare, lines of his own, and lines that he changed or crossed out."""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from northspan.core.document.job.part import Id, Name, Note, Part

LineKey = Annotated[str, StringConstraints(min_length=1, max_length=160)]
ItemKey = Annotated[str, StringConstraints(min_length=1, max_length=24, pattern=r"^[a-z_]+$")]


class OwnLine(Part):
    """A line that a person added."""

    words: Name
    quantity: float = Field(1, gt=0, le=1_000_000, description="How much of its unit.")
    unit: Literal["each", "m", "L"] = "each"
    note: Note = ""


class Got(StrEnum):
    """What became of a line at the counter."""

    open = ""
    got = "got"
    not_there = "not_there"


class LineChange(Part):
    """What a person changed of a line that the plan gives; a line that is crossed out is not bought."""

    quantity: float | None = Field(None, ge=0, le=1_000_000, description="Bought instead of what the plan says.")
    crossed_out: bool = False
    got: Got = Field(Got.open, description="At the counter: taken, or not there; what was taken instead is the note.")
    had: float | None = Field(None, ge=0, le=1_000_000, description="So much of it was taken when it was ticked; a fact that stays.")
    note: Note = ""


class Estimate(Part):
    """What an estimate needs beside materials, and what it says to the owner."""

    hours: float = Field(0, ge=0, le=10_000, description="Of work, all people together. [h]")
    rate_per_hour: float = Field(0, ge=0, le=10_000)
    permit: float = Field(0, ge=0, le=1_000_000)
    markup_percent: float = Field(0, ge=0, le=500)
    tax_percent: float = Field(0, ge=0, le=100)
    round_to: float = Field(0, ge=0, le=10_000, description="Rounded up to whole ones of this; 0 leaves it.")
    holds_days: int = Field(30, ge=0, le=365, description="How long it holds. [days]")
    not_included: Note = ""


class Materials(Part):
    """What is taken where the rules fix nothing, and what a person changed."""

    spare_percent: dict[ItemKey, Annotated[float, Field(ge=0, le=200)]] = Field(
        default_factory=dict, max_length=80, description="Bought to spare, by item of the catalogue. [%]"
    )
    electrode_lead_m: float = Field(3, ge=0, le=100, description="From the panel to the first electrode, where nobody measured it. [m]")
    circuit_cable_m: float = Field(12, ge=0, le=300, description="Cable of a new circuit, where nobody measured it. [m]")
    scrap_per_kg: float = Field(6, ge=0, le=1000, description="What a yard pays for a kilogram of copper that comes out. [money]")
    shelf_order: tuple[Annotated[str, StringConstraints(min_length=1, max_length=24)], ...] = Field(
        (), max_length=80, description="Kinds of things in the order in which the shop has them; the others follow."
    )
    estimate: Estimate = Estimate()
    own: dict[Id, OwnLine] = Field(default_factory=dict, max_length=400)
    changed: dict[LineKey, LineChange] = Field(default_factory=dict, max_length=1000)
