"""What a guided start asks: a few questions, each with its unit and what is taken when nobody answers."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from pydantic import Field

from northspan.core.document.job import Earthing, Fuel, Metal, Method, Name, Part


class Answers(Part):
    """Answers to the questions of a start; what a start does not ask is left aside."""

    name: Name = "New property"
    building: Name = "Building"
    floor_m2: float | None = Field(None, gt=0, le=10_000, description="Floor area by its outside measures. [m²]")
    range_va: float | None = Field(None, gt=0, le=100_000)
    dryer_va: float | None = Field(None, gt=0, le=100_000)
    water_heater_va: float | None = Field(None, gt=0, le=100_000)
    heating_va: float | None = Field(None, gt=0, le=500_000)
    cooling_va: float | None = Field(None, gt=0, le=500_000)
    vehicle_va: float | None = Field(None, gt=0, le=100_000)
    load_a: float | None = Field(None, gt=0, le=6000, description="Load of what is fed. [A]")
    load_va: float | None = Field(None, gt=0, le=1_000_000, description="The same as a power, where no amperes are given. [VA]")
    continuous_a: float = Field(0, ge=0, le=6000, description="Continuous part of it. [A]")
    length_m: float | None = Field(None, ge=0.01, le=5000, description="Length of the new run. [m]")
    bends: int | None = Field(None, ge=0, le=40, description="Bends of 90 degrees on its way; none named: one down and one up.")
    spaces: int | None = Field(None, ge=1, le=84, description="Spaces of the panel that is there.")
    moved_m: float | None = Field(None, ge=-60, le=60, description="How far a panel moves, to the right of its old place. [m]")
    service_length_m: float | None = Field(None, ge=0.01, le=5000, description="Length of the service drop or lateral. [m]")
    service_a: float | None = Field(None, gt=0, le=6000, description="Rating of the service that is there. [A]")
    new_service_a: float | None = Field(None, gt=0, le=6000, description="Rating of the new service. [A]")
    rating_kva: float | None = Field(None, gt=0, le=10_000)
    transformer_kva: float | None = Field(None, gt=0, le=10_000)
    fuel: Fuel = Fuel.propane
    altitude_m: float = Field(0, ge=-400, le=5000)
    diversion_w: float | None = Field(None, gt=0, le=1_000_000, description="All steps of the diversion load together. [W]")
    metal: Metal | None = None
    earthing: Earthing | None = None
    lighting_va: float | None = Field(None, gt=0, le=100_000)
    sockets_va: float | None = Field(None, gt=0, le=200_000)
    footing: Literal["no", "yes"] = "no"
    drop_owner: Literal["utility", "customer"] = "utility"
    service_method: Method = Method.overhead


@dataclass(frozen=True, slots=True)
class Asked:
    """One question: the field it fills, its words, what kind of figure it is, and whether it must be answered.

    `power` is the field that a power fills in its place: what hangs on a run is known in kilowatts as often as in amperes.
    """

    field: str
    words: str
    kind: Literal["text", "length", "amperes", "power", "area", "kva", "height", "count", "choice", "metal"]
    required: bool = False
    hint: str = ""
    power: str = ""
    choices: tuple[tuple[str, str], ...] = ()


NAME = Asked("name", "Name of the property", "text", required=True)
LOAD = Asked("load_a", "Load of what it feeds", "amperes", required=True, hint="60 A", power="load_va")
LENGTH = Asked("length_m", "Length of the route", "length", required=True, hint="120 ft")
BENDS = Asked("bends", "Bends of 90° on the way", "count", hint="2: one down, one up")
SPACES = Asked("spaces", "{Spaces} of the {panel} that is there", "count", hint="20")
MOVED = Asked("moved_m", "From its old place to the new", "length", hint="as long as the route")
METAL = Asked("metal", "Metal", "metal")
CONTINUOUS = Asked("continuous_a", "Of it continuous", "amperes", hint="0 A")
SHED_LOAD = Asked("load_a", "Load", "amperes", required=True, hint="12 A", power="load_va")
WHOLE_LOAD = Asked("load_a", "Load it must carry", "amperes", hint="not known yet", power="load_va")
HOUSE_LOAD = Asked("load_a", "Calculated load of the house", "amperes", hint="not known yet", power="load_va")
PLANT_KVA = Asked("rating_kva", "Rating of the plant", "kva", required=True, hint="8 kVA")
DIVERSION = Asked("diversion_w", "Diversion load, all steps", "power", required=True, hint="8 kW")
GENERATOR_KVA = Asked("rating_kva", "Rating of the generator", "kva", required=True, hint="14 kVA")
INVERTER_KVA = Asked("rating_kva", "Rating of both together", "kva", required=True, hint="12 kVA")
ALTITUDE = Asked("altitude_m", "Height above the sea", "height", hint="0 ft")
TO_SWITCH = Asked("length_m", "From it to the switch", "length", required=True, hint="30 ft")
FUEL = Asked("fuel", "It burns", "choice", choices=tuple((fuel.value, fuel.value.replace("_", " ")) for fuel in Fuel))
SERVICE = Asked("service_a", "{Service} that is there", "amperes", required=True, hint="100 A")
NEW_RATING = Asked("new_service_a", "Rating of the new {service}", "amperes", hint="the usual one")
DROP_OWNER = Asked("drop_owner", "Who owns its conductors?", "choice", choices=(("utility", "the {utility}"), ("customer", "the customer")))
EARTHING = Asked("earthing", "How the supply is earthed", "choice")
FOOTING = Asked("footing", "Steel in the footing, in reach?", "choice", choices=(("no", "no, or closed in"), ("yes", "yes")))
HOUSE = (
    Asked("floor_m2", "Floor area of the house", "area", required=True, hint="1850 sq ft"),
    Asked("range_va", "{Range}", "power", hint="12 kW"),
    Asked("dryer_va", "{Dryer}", "power", hint="5 kW"),
    Asked("water_heater_va", "Water heater", "power", hint="4.5 kW"),
    Asked("lighting_va", "Lighting", "power", hint="1.5 kW"),
    Asked("sockets_va", "Socket circuits, all together", "power", hint="7 kW"),
    Asked("heating_va", "Electric heat", "power", hint="none"),
    Asked("cooling_va", "Cooling", "power", hint="none"),
    Asked("vehicle_va", "Vehicle charging", "power", hint="none"),
)
SERVICE_RUN = (
    Asked("service_length_m", "From the transformer to the meter", "length", required=True, hint="75 ft"),
    Asked("service_method", "It comes", "choice", choices=(("overhead", "overhead"), ("pvc40", "in pipe in the ground"))),
    Asked("transformer_kva", "Transformer of the {utility}", "kva", hint="25 kVA"),
    DROP_OWNER,
)
