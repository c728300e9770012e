"""The job: what exists and what is wanted. One versioned, validated document.

SI inside (m, °C, VA); trade sizes as the trade writes them ("1/0", "250", "2").
Collections are maps from a short stable id to the element, so that an edit names what it
changes and two people's edits never slip onto each other's rows.
"""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from northspan.core.document.job.amendment import Amendment, AmendmentKind
from northspan.core.document.job.days import Days
from northspan.core.document.job.inspection import Inspection
from northspan.core.document.job.load import Load
from northspan.core.document.job.materials import Materials
from northspan.core.document.job.panel import Box, PanelCircuit
from northspan.core.document.job.part import Id, Name, Note, Part, Size
from northspan.core.document.job.prices import Prices
from northspan.core.document.job.property import Building, Electrode, Enclosure
from northspan.core.document.job.record import Record
from northspan.core.document.job.run import Run
from northspan.core.document.job.source import Source

FORMAT: Literal["northspan-job"] = "northspan-job"
VERSION: Literal[6] = 6


Line = Annotated[str, StringConstraints(max_length=160, strip_whitespace=True)]


class Ruler(StrEnum):
    """Whose word a call rests on."""

    nobody = ""
    inspector = "inspector"
    engineer = "engineer"
    owner = "owner"
    utility = "utility"


class CallChoice(Part):
    """A judgement taken: which school, who decided, and why."""

    school: Annotated[str, StringConstraints(max_length=40)]
    decided_by: Annotated[str, StringConstraints(max_length=80)] = ""
    ruled_by: Ruler = Field(Ruler.nobody, description="Whose word it was, if not that of whoever decided.")
    when: Annotated[str, StringConstraints(max_length=20)] = Field("", description="The day of that word.")
    why: Note = ""


class Particulars(Part):
    """What a sheet needs beside figures: where it is, for whom, by whom, and who looks at it."""

    address: Line = ""
    customer: Line = ""
    contractor: Line = ""
    permit: Line = ""
    authority: Line = ""


class DropLimits(Part):
    """Voltage drop wanted at most, in percent of nominal."""

    run_percent: float = Field(3, gt=0, le=20)
    way_percent: float = Field(5, gt=0, le=20)


WireSet = Annotated[str, StringConstraints(pattern=r"^[0-9/]{1,4}-[0-9/]{1,4}-[0-9/]{1,4}(-[0-9/]{1,4})?$")]


class Stock(Part):
    """What a shop has on its shelf: ratings of devices and sizes of each metal. Nothing named means everything made."""

    devices_a: tuple[Annotated[float, Field(gt=0, le=6000)], ...] = Field((), max_length=60, description="Ratings of breakers. [A]")
    copper: tuple[Size, ...] = Field((), max_length=60)
    aluminum: tuple[Size, ...] = Field((), max_length=60)
    aluminum_sets: tuple[WireSet, ...] = Field((), max_length=60, description="Sets laid up together: lines, neutral, ground.")


class FourPinReading(Part):
    """A four-pin reading: spacing, what the instrument shows, depth of the pins."""

    spacing_m: float = Field(ge=0.1, le=200)
    shown_ohm: float = Field(ge=0.0001, le=1_000_000)
    pin_m: float = Field(0, ge=0, le=3)
    simulated: bool = Field(False, description="From the simulated tester, not from an instrument.")


class GroundSoil(Part):
    """The soil of the property in one or two layers, and how far dry and wet seasons move the upper one."""

    upper_ohm_m: float = Field(ge=0.1, le=1_000_000)
    lower_ohm_m: float | None = Field(None, ge=0.1, le=1_000_000)
    depth_m: float | None = Field(None, ge=0.1, le=100)
    dry_percent: float = Field(200, ge=100, le=1000, description="Upper layer in the driest season, of the figure above. [%]")
    wet_percent: float = Field(70, ge=1, le=100, description="Upper layer in the wettest season. [%]")


class Units(StrEnum):
    """What lengths are shown in."""

    feet = "feet"
    metres = "metres"


class Job(Part):
    """One property and the work wanted on it."""

    format: Literal["northspan-job"] = FORMAT
    version: Literal[6] = VERSION
    name: Name
    rulebook: Annotated[str, StringConstraints(max_length=20)] = "us-2023"
    units: Units = Units.feet
    notes: Note = ""
    particulars: Particulars = Particulars()
    drop_limits: DropLimits = DropLimits(run_percent=3, way_percent=5)
    prices: Prices = Prices()
    stock: Stock | None = Field(None, description="What the shop has on its shelf; empty takes what is usual where the job is.")
    soil: GroundSoil | None = None
    soil_readings: tuple[FourPinReading, ...] = Field((), max_length=60)
    voltage_may_rise: bool = Field(False, description="Whether step-up and step-down transformers may be chosen for a long run.")
    materials: Materials = Materials()
    days: Days = Days()
    inspection: Inspection = Inspection()
    record: Record = Record()
    calls: dict[str, CallChoice] = Field(default_factory=dict, max_length=60)
    amendments: dict[AmendmentKind, Amendment] = Field(default_factory=dict, max_length=10)
    sources: dict[Id, Source] = Field(default_factory=dict, max_length=20)
    buildings: dict[Id, Building] = Field(default_factory=dict, max_length=60)
    enclosures: dict[Id, Enclosure] = Field(default_factory=dict, max_length=400)
    electrodes: dict[Id, Electrode] = Field(default_factory=dict, max_length=300)
    loads: dict[Id, Load] = Field(default_factory=dict, max_length=1000)
    runs: dict[Id, Run] = Field(default_factory=dict, max_length=500)
    circuits: dict[Id, PanelCircuit] = Field(default_factory=dict, max_length=1000)
    boxes: dict[Id, Box] = Field(default_factory=dict, max_length=200)
