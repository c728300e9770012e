"""Loads: what uses the power."""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.document.job.part import Id, Name, Part, Status


class Across(StrEnum):
    """Which conductors a load is connected across."""

    line_line = "line_line"
    l1_neutral = "l1_neutral"
    l2_neutral = "l2_neutral"


class LoadKind(StrEnum):
    """What a load is, as far as a rule asks. `counted` is a load somebody already calculated."""

    other = "other"
    counted = "counted"
    lighting = "lighting"
    appliance = "appliance"
    range = "range"
    dryer = "dryer"
    heating = "heating"
    heat_pump = "heat_pump"
    cooling = "cooling"
    water_heating = "water_heating"
    vehicle = "vehicle"
    hot_tub = "hot_tub"
    motor = "motor"
    kiln = "kiln"
    welder = "welder"
    sockets = "sockets"
    shower = "shower"
    tankless = "tankless"
    pool_heater = "pool_heater"


class LibraryLoad(Part):
    """A load without its place: what a load library holds."""

    name: Name
    kind: LoadKind = LoadKind.other
    power_va: float = Field(ge=0.001, le=1_000_000)
    across: Across = Across.line_line
    uses_neutral: bool = Field(False, description="Line to line, but part of it line to neutral, as a range or a dryer.")
    continuous: bool = Field(False, description="Three hours or more at a stretch.")
    horsepower: float | None = Field(None, gt=0, le=500, description="Of a motor; its current then comes from the table. [hp]")
    duty_percent: float | None = Field(None, gt=0, le=100, description="Duty of a welder. [%]")
    outlet_a: float | None = Field(None, gt=0, le=125, description="Of socket outlets: the rating of one outlet. [A]")
    watches_neutral: bool = Field(False, description="Of vehicle charging: it lets go when the supply's neutral is lost.")
    alternates: Annotated[str, StringConstraints(max_length=40)] = Field("", description="Loads that share this word never run together.")
    shed_order: int | None = Field(None, ge=1, le=99, description="1 is let go first when a source is short.")
    starting_a: float | None = Field(None, gt=0, le=6000, description="Current while starting. [A]")
    managed_va: float | None = Field(
        None, gt=0, le=1_000_000, description="Of vehicle charging: the most that a load manager lets it take. [VA]"
    )
    least_circuit_a: float | None = Field(None, gt=0, le=6000, description="Least circuit ampacity on its plate. [A]")
    largest_device_a: float | None = Field(None, gt=0, le=6000, description="Largest device on its plate. [A]")
    hangs_m: float | None = Field(
        None, ge=0, le=1000, description="Of a pump: how deep it hangs in its well, 0 in none; its cable counts in the drop. [m]"
    )
    drop_allowed_percent: float | None = Field(None, gt=0, le=20, description="Drop that its maker allows, from the service to it. [%]")
    with_heat: bool = Field(False, description="Of cooling: it runs while the place is heated, so both count.")


class Load(LibraryLoad):
    """Something that uses power, at a can."""

    enclosure: Id
    status: Status = Status.new
