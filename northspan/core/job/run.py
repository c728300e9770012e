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


class Over(StrEnum):
    """What an overhead stretch passes over, where it hangs lowest."""

    walk = "walk"
    drive = "drive"
    street = "street"
    roof = "roof"
    steep_roof = "steep_roof"


class OtherLine(StrEnum):
    """Other people's lines in the ground."""

    water = "water"
    gas = "gas"
    communication = "communication"
    drain = "drain"


class Crossing(Part):
    """Another line that a buried stretch crosses: where, and how deep it lies."""

    kind: OtherLine
    at_m: float = Field(ge=0, le=5000, description="From the head of the stretch. [m]")
    depth_m: float = Field(ge=0, le=10, description="Of the crossing line, to its middle. [m]")


class Leg(Part):
    """A leg of a measured route: how far it goes on the level, and how much it rises or falls."""

    words: Annotated[str, StringConstraints(max_length=80)] = ""
    level_m: float = Field(ge=0, le=5000, description="Distance on the level. [m]")
    rise_m: float = Field(0, ge=-500, le=500, description="Rise; a fall is negative. [m]")
    turn_deg: float = Field(0, ge=0, le=180, description="Turn on the level at its end, to the next leg. [degrees]")


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
    crossings: tuple[Crossing, ...] = Field((), max_length=20, description="Other lines it crosses, if buried.")
    over: Over = Field(Over.walk, description="What is below it, if overhead.")
    height_m: float | None = Field(None, ge=0, le=100, description="Overhead: how high its lowest point hangs over that. [m]")
    pull_points_m: tuple[Annotated[float, Field(gt=0, le=5000)], ...] = Field(
        (), max_length=20, description="Where boxes or bodies stand, at which wires can be taken out: distance from its head. [m]"
    )
    shares_with: tuple[Id, ...] = Field((), max_length=20, description="Other runs that lie in the same pipe or bundle here.")
    laid: Annotated[str, StringConstraints(max_length=8)] = Field(
        "", description="How the cable lies, by the code's own letter or number; empty takes what is usual for method and place."
    )
    hidden: bool = Field(False, description="Hidden in a wall less than 50 mm deep, with no earthed metal around it.")
    in_insulation_m: float = Field(0, ge=0, le=500, description="Length wholly inside thermal insulation. [m]")
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
    """How the far end of a run is grounded.

    `island`: the protective conductor stops at the near end, and the far building stands on its own electrode.
    """

    equipment_ground = "equipment_ground"
    legacy_three_wire = "legacy_three_wire"
    island = "island"


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
    c70 = "70"
    c75 = "75"
    c90 = "90"


class Rope(StrEnum):
    """What pulls: by hand on the wires, a fish tape, a line, a rope on a machine."""

    tape = "tape"
    line = "line"
    rope = "rope"


class Pull(Part):
    """How a run is pulled in."""

    lubricated: bool = True
    friction_factor: float | None = Field(None, ge=0.05, le=1, description="Coefficient of friction; empty takes the usual one.")
    rope: Rope = Rope.line
    rope_n: float | None = Field(None, gt=0, le=100_000, description="What it may take, if it is marked. [N]")
    hands: int = Field(2, ge=1, le=12, description="People who can help.")
    from_far_end: bool | None = Field(None, description="Fed from its far end; empty takes the easier way.")
    make_up_m: float = Field(1.5, ge=0, le=20, description="Wire left at each end to make up. [m]")
    coil_m: float = Field(0, ge=0, le=100, description="Wire left coiled at the far end for later. [m]")


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
    device_type: Annotated[str, StringConstraints(max_length=12)] = Field("", description="Kind of its device; empty takes the usual one.")
    ring: bool = Field(False, description="A ring: out from its device, past all its outlets and back. Its length is the whole way round.")
    cannot_overload: bool = Field(False, description="Feeds fixed loads that cannot draw more than their rating.")
    measured_loop_ohm: float | None = Field(
        None, gt=0, le=10_000, description="Earth fault loop impedance measured at its far end, cold. [ohm]"
    )
    old_colors: bool = Field(False, description="Wired in the colors of before.")
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
    pull: Pull = Pull()
    located: bool = Field(False, description="Other lines in the ground were located and marked for it.")
