"""The job: what exists and what is wanted. One versioned, validated document.

SI inside (m, °C, VA); trade sizes as the trade writes them ("1/0", "250", "2").
Collections are maps from a short stable id to the element, so that an edit names what it
changes and two people's edits never slip onto each other's rows.
"""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, StringConstraints

FORMAT: Literal["northspan-job"] = "northspan-job"
VERSION: Literal[2] = 2

Id = Annotated[str, StringConstraints(pattern=r"^[A-Za-z][A-Za-z0-9_-]{0,15}$")]
Name = Annotated[str, StringConstraints(min_length=1, max_length=80, strip_whitespace=True)]
Note = Annotated[str, StringConstraints(max_length=2000)]
Size = Annotated[str, StringConstraints(pattern=r"^[0-9][0-9/.\- ]{0,9}$")]


class Part(BaseModel):
    """Base of everything in a job: frozen, no unknown fields, no NaN."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False, json_schema_serialization_defaults_required=True)


class Status(StrEnum):
    """Whether a thing is there, wanted, for now only, or to go."""

    existing = "existing"
    new = "new"
    temporary = "temporary"
    remove = "remove"


class Metal(StrEnum):
    """Conductor metal."""

    copper = "copper"
    aluminum = "aluminum"


class Method(StrEnum):
    """Wiring method of a stretch of a run."""

    pvc40 = "pvc40"
    pvc80 = "pvc80"
    emt = "emt"
    rmc = "rmc"
    cable = "cable"
    direct_burial = "direct_burial"
    overhead = "overhead"


class Place(StrEnum):
    """Where a stretch of a run lies."""

    indoors = "indoors"
    attic = "attic"
    outdoors = "outdoors"
    buried = "buried"
    overhead = "overhead"


class Surface(StrEnum):
    """What is above a buried stretch."""

    open_ground = "open_ground"
    under_2in_concrete = "under_2in_concrete"
    under_4in_slab = "under_4in_slab"
    under_building = "under_building"
    street = "street"
    dwelling_driveway = "dwelling_driveway"


class Segment(Part):
    """A stretch of a run in which nothing about the wire's surroundings changes."""

    length_m: float = Field(gt=0, le=5000, description="Length along the route. [m]")
    method: Method = Method.pvc40
    place: Place = Place.buried
    surface: Surface = Field(Surface.open_ground, description="What is above it, if buried.")
    ambient_c: float = Field(30, ge=-40, le=80, description="Temperature around the wire. [°C]")
    other_carrying: int = Field(0, ge=0, le=60, description="Carrying conductors of other circuits in the same pipe.")
    bends_deg: float = Field(0, ge=0, le=3600, description="Sum of bends between pull points. [degrees]")
    cover_m: float | None = Field(None, ge=0, le=5, description="Cover as found or as wanted; empty asks for the least. [m]")


class Circuit(StrEnum):
    """Which conductors a run carries, without the equipment ground."""

    three_wire = "three_wire"
    two_wire_line = "two_wire_line"
    two_wire_neutral = "two_wire_neutral"


class RunKind(StrEnum):
    """What a run is for."""

    service = "service"
    feeder = "feeder"
    branch = "branch"


class Grounding(StrEnum):
    """How the far end of a run is grounded."""

    equipment_ground = "equipment_ground"
    legacy_three_wire = "legacy_three_wire"


class Terminals(StrEnum):
    """What the terminals at both ends are marked for."""

    unmarked = "unmarked"
    c60 = "60"
    c75 = "75"


class Run(Part):
    """An edge of the property: conductors from one enclosure or source to the next.

    Each choice left empty is made by the rules; a filled one is pinned by a person.
    """

    name: Name
    kind: RunKind = RunKind.feeder
    origin: Id
    target: Id
    status: Status = Status.new
    circuit: Circuit = Circuit.three_wire
    grounding: Grounding = Grounding.equipment_ground
    gfci: bool = Field(False, description="Whether its device gives ground-fault protection for people.")
    terminals: Terminals = Terminals.unmarked
    segments: tuple[Segment, ...] = Field(min_length=1, max_length=40)
    load_a: float | None = Field(None, gt=0, le=6000, description="Design load typed by a person; empty adds up the loads. [A]")
    continuous_a: float = Field(0, ge=0, le=6000, description="Continuous part of a typed load. [A]")
    given_drop_a: float | None = Field(None, gt=0, le=6000, description="Current for the drop, if the call says given. [A]")
    power_factor: float = Field(0.95, ge=0.2, le=1)
    drop_limit_percent: float | None = Field(None, gt=0, le=20, description="Own drop limit; empty takes the job's. [%]")
    metal: Metal | None = None
    insulation: Annotated[str, StringConstraints(max_length=12)] | None = None
    device_a: float | None = Field(None, gt=0, le=6000)
    conductor_size: Size | None = None
    grounded_size: Size | None = None
    equipment_ground_size: Size | None = None
    pipe_size: Size | None = None


class SourceKind(StrEnum):
    """What feeds the property."""

    utility_transformer = "utility_transformer"
    generator = "generator"


class Source(Part):
    """Where the power comes from."""

    name: Name
    kind: SourceKind = SourceKind.utility_transformer
    rating_kva: float | None = Field(None, gt=0, le=10000)
    line_v: float = Field(240, ge=100, le=600, description="Line to line. [V]")
    status: Status = Status.existing


class BuildingUse(StrEnum):
    """What a building is."""

    dwelling = "dwelling"
    outbuilding = "outbuilding"


class Building(Part):
    """A building, or a pole or pedestal that holds an enclosure."""

    name: Name
    use: BuildingUse = BuildingUse.outbuilding
    animals: bool = False
    metallic_path: bool = Field(False, description="A metal pipe, shield or frame ties it to the building that feeds it.")
    status: Status = Status.existing


class EnclosureKind(StrEnum):
    """What kind of can it is."""

    meter_main = "meter_main"
    panel_main_breaker = "panel_main_breaker"
    panel_lugs = "panel_lugs"
    disconnect = "disconnect"


class Bond(StrEnum):
    """Neutral and ground in an enclosure."""

    unknown = "unknown"
    bonded = "bonded"
    separate = "separate"


class Enclosure(Part):
    """A can with bars and devices."""

    name: Name
    building: Id
    kind: EnclosureKind = EnclosureKind.panel_main_breaker
    main_a: float | None = Field(None, gt=0, le=6000, description="Main breaker or disconnect. [A]")
    bus_a: float | None = Field(None, gt=0, le=6000, description="Bus rating. [A]")
    bond_found: Bond = Bond.unknown
    status: Status = Status.new


class ElectrodeKind(StrEnum):
    """What is in the ground."""

    rod = "rod"
    concrete_encased = "concrete_encased"
    water_pipe = "water_pipe"
    plate = "plate"
    ring = "ring"


class Electrode(Part):
    """A grounding electrode at a building."""

    name: Name
    building: Id
    kind: ElectrodeKind = ElectrodeKind.rod
    length_m: float = Field(2.4384, gt=0, le=100, description="Length in contact with soil. [m]")
    spacing_m: float | None = Field(None, gt=0, le=200, description="Distance to the next electrode. [m]")
    measured_ohm: float | None = Field(None, gt=0, le=100000)
    clamp_for_burial: bool = Field(True, description="Whether its clamp is listed for direct burial.")
    status: Status = Status.new


class Across(StrEnum):
    """Which conductors a load is connected across."""

    line_line = "line_line"
    l1_neutral = "l1_neutral"
    l2_neutral = "l2_neutral"


class Load(Part):
    """Something that uses power."""

    name: Name
    enclosure: Id
    power_va: float = Field(gt=0, le=1_000_000)
    across: Across = Across.line_line
    continuous: bool = Field(False, description="Three hours or more at a stretch.")
    starting_a: float | None = Field(None, gt=0, le=6000, description="Current while starting. [A]")
    status: Status = Status.new


class CallChoice(Part):
    """A judgement taken: which school, who decided, and why."""

    school: Annotated[str, StringConstraints(max_length=40)]
    decided_by: Annotated[str, StringConstraints(max_length=80)] = ""
    why: Note = ""


class DropLimits(Part):
    """Voltage drop wanted at most, in percent of nominal."""

    run_percent: float = Field(3, gt=0, le=20)
    way_percent: float = Field(5, gt=0, le=20)


class Units(StrEnum):
    """What lengths are shown in."""

    feet = "feet"
    metres = "metres"


class Job(Part):
    """One property and the work wanted on it."""

    format: Literal["northspan-job"] = FORMAT
    version: Literal[2] = VERSION
    name: Name
    rulebook: Annotated[str, StringConstraints(max_length=20)] = "us-2023"
    units: Units = Units.feet
    notes: Note = ""
    drop_limits: DropLimits = DropLimits(run_percent=3, way_percent=5)
    calls: dict[str, CallChoice] = Field(default_factory=dict, max_length=60)
    sources: dict[Id, Source] = Field(default_factory=dict, max_length=20)
    buildings: dict[Id, Building] = Field(default_factory=dict, max_length=60)
    enclosures: dict[Id, Enclosure] = Field(default_factory=dict, max_length=400)
    electrodes: dict[Id, Electrode] = Field(default_factory=dict, max_length=300)
    loads: dict[Id, Load] = Field(default_factory=dict, max_length=1000)
    runs: dict[Id, Run] = Field(default_factory=dict, max_length=500)
