"""Runs: conductors from one can or source to the next, stretch by stretch."""

from __future__ import annotations

from collections.abc import Sequence
from enum import StrEnum
from math import hypot
from typing import Annotated, Any

from pydantic import Field, StringConstraints, TypeAdapter, model_validator

from northspan.core.job.part import Id, Name, Note, Part, Size, Status


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


class Leg(Part):
    """A leg of a measured route: how far it goes on the level, and how much it rises or falls."""

    words: Annotated[str, StringConstraints(max_length=80)] = ""
    level_m: float = Field(ge=0, le=5000, description="Distance on the level. [m]")
    rise_m: float = Field(0, ge=-500, le=500, description="Rise; a fall is negative. [m]")


def route_length_m(legs: Sequence[Leg], slack_m: float) -> float:
    """Add up a route: every leg along its slope, and the slack. [m]

    Parameters
    ----------
    legs : sequence of Leg
        Legs in order, shape (n,). [m]
    slack_m : float
        Wire left at the ends and in boxes. [m]

    References
    ----------
    Pythagoras, leg by leg.

    Examples
    --------
    >>> route_length_m([Leg(level_m=30), Leg(level_m=4, rise_m=-3), Leg(level_m=0, rise_m=2)], 1.5)
    38.5
    """
    return sum(hypot(leg.level_m, leg.rise_m) for leg in legs) + slack_m


class Segment(Part):
    """A stretch of a run in which nothing about the wire's surroundings changes.

    Where its route was measured leg by leg, its length is what the legs and the slack add up to.
    """

    length_m: float = Field(ge=0.01, le=5000, description="Length along the route. [m]")
    method: Method = Method.pvc40
    place: Place = Place.buried
    surface: Surface = Field(Surface.open_ground, description="What is above it, if buried.")
    ambient_c: float = Field(30, ge=-40, le=80, description="Temperature around the wire. [°C]")
    other_carrying: int = Field(0, ge=0, le=60, description="Carrying conductors of other circuits in the same pipe.")
    other_wires: int | None = Field(
        None, ge=0, le=120, description="All wires of other circuits in the same pipe; empty takes the carrying ones."
    )
    bends_deg: float = Field(0, ge=0, le=3600, description="Sum of bends between pull points. [degrees]")
    cover_m: float | None = Field(None, ge=0, le=5, description="Cover as found or as wanted; empty asks for the least. [m]")
    shares_with: tuple[Id, ...] = Field((), max_length=20, description="Other runs that lie in the same pipe or bundle here.")
    legs: tuple[Leg, ...] = Field((), max_length=400, description="The route as measured, if it was.")
    slack_m: float = Field(0, ge=0, le=100, description="Wire left at the ends and in boxes, on top of the legs. [m]")

    @model_validator(mode="before")
    @classmethod
    def _as_measured(cls, data: Any) -> Any:  # noqa: ANN401 - whatever was sent
        if not isinstance(data, dict) or not data.get("legs"):
            return data
        try:
            legs = _LEGS.validate_python(data["legs"])
            slack_m = float(data.get("slack_m") or 0)
        except (TypeError, ValueError):  # the fields themselves say what is wrong
            return data
        return data | {"length_m": route_length_m(legs, slack_m)}


_LEGS = TypeAdapter(tuple[Leg, ...])


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
    tap = "tap"


class Grounding(StrEnum):
    """How the far end of a run is grounded."""

    equipment_ground = "equipment_ground"
    legacy_three_wire = "legacy_three_wire"


class Obstacle(StrEnum):
    """What is in the way of a run."""

    finished_ceiling = "finished_ceiling"
    escape_window = "escape_window"
    plumbing_behind = "plumbing_behind"
    gas_behind = "gas_behind"
    siding = "siding"
    masonry = "masonry"
    roots_or_rock = "roots_or_rock"


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
    alternate: bool = Field(False, description="Feeds its end through transfer equipment, in place of the normal supply.")
    neutral_switched: bool | None = Field(
        None, description="Of transfer equipment: whether it switches the neutral too; empty follows the call."
    )
    gfci: bool = Field(False, description="Whether its device gives ground-fault protection for people.")
    full_rated: bool = Field(False, description="Its device and enclosure are marked for 100 % continuous load.")
    residual_ma: float | None = Field(None, ge=5, le=2000, description="Residual-current device at its head: rated residual current. [mA]")
    terminals: Terminals = Terminals.unmarked
    segments: tuple[Segment, ...] = Field(min_length=1, max_length=40)
    in_the_way: tuple[Obstacle, ...] = Field((), max_length=7, description="What the route has to get past.")
    note: Note = ""
    load_a: float | None = Field(None, gt=0, le=6000, description="Design load typed by a person; empty adds up the loads. [A]")
    continuous_a: float = Field(0, ge=0, le=6000, description="Continuous part of a typed load. [A]")
    given_drop_a: float | None = Field(None, gt=0, le=6000, description="Current for the drop, if the call says given. [A]")
    power_factor: float = Field(0.95, ge=0.2, le=1)
    drop_limit_percent: float | None = Field(None, gt=0, le=20, description="Own drop limit; empty takes the job's. [%]")
    metal: Metal | None = None
    insulation: Annotated[str, StringConstraints(max_length=12)] | None = None
    device_a: float | None = Field(None, gt=0, le=6000)
    sets: int | None = Field(None, ge=1, le=8, description="Sets of conductors in parallel; empty asks for as few as will do.")
    conductor_size: Size | None = None
    grounded_size: Size | None = None
    equipment_ground_size: Size | None = None
    pipe_size: Size | None = None
