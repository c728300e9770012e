"""What things cost: by weight and bore as a person types it, or as the price books say."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.document.job.materials import LineKey
from northspan.core.document.job.part import Name, Part


class Quoted(Part):
    """A price taken from a price book into the job: of a metre or of one, whose it is, and of what day. [money]"""

    each: float = Field(ge=0, le=1_000_000)
    book: Name
    day: Annotated[str, StringConstraints(max_length=10)] = ""


class Prices(Part):
    """What things cost; the metal and the energy are what moves. Made-up figures until somebody types his own."""

    currency: Annotated[str, StringConstraints(max_length=8, strip_whitespace=True)] = Field("", description="As it is shown behind a sum.")
    copper_per_kg: float = Field(13, ge=0, le=1000)
    aluminum_per_kg: float = Field(5, ge=0, le=1000)
    wire_making_per_m: float = Field(0.35, ge=0, le=1000, description="Insulating and drawing each metre of wire.")
    pipe_per_m_cm2: float = Field(0.55, ge=0, le=1000, description="Pipe, for each metre and cm² of bore.")
    transformer_per_kva: float = Field(95, ge=0, le=100_000)
    transformer_each: float = Field(420, ge=0, le=1_000_000, description="Each transformer, with its two devices and its electrode.")
    panel_each: float = Field(70, ge=0, le=100_000, description="An empty panel, before its spaces are counted.")
    panel_per_space: float = Field(5, ge=0, le=10_000, description="Each space of an empty panel.")
    box_each: float = Field(6, ge=0, le=10_000, description="A box with its cover and connectors.")
    energy_per_kwh: float = Field(0.16, ge=0, le=100)
    years: float = Field(15, ge=0, le=60, description="Years over which losses are counted.")
    loaded_hours_per_year: float = Field(900, ge=0, le=8784, description="Hours a year at design load.")
    quoted: dict[LineKey, Quoted] = Field(
        default_factory=dict, max_length=4000, description="Taken from price books, by item and kind; what is not among them is by weight."
    )

    def __hash__(self) -> int:
        """Hash what is cheap to hash; equal prices have equal hashes all the same."""
        return hash((self.copper_per_kg, self.aluminum_per_kg, self.energy_per_kwh, len(self.quoted)))
