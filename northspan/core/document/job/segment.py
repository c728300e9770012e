"""Stretches of a run: how the wires go there, through what, past what, and how the route was measured."""

from __future__ import annotations

from collections.abc import Sequence
from enum import StrEnum
from math import hypot
from typing import Annotated, Any

from pydantic import Field, StringConstraints, TypeAdapter, field_validator, model_validator

from northspan.core.document.job.bends import BentByHand
from northspan.core.document.job.in_order import InOrder, Row
from northspan.core.document.job.part import Id, Part, Status
from northspan.core.working.sums import sum_of


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


class Companion(Part):
    """Another line that lies along a buried stretch in the same trench."""

    kind: OtherLine
    apart_m: float | None = Field(None, ge=0, le=10, description="Clear distance between them; empty keeps the rule's. [m]")


class FittingKind(StrEnum):
    """What stands in a pipe part-way."""

    pull_box = "pull_box"
    conduit_body = "conduit_body"


class Fitting(InOrder):
    """A box or a body in a pipe: where it stands, whether wires are joined in it, and how large it is, if that is known.

    At a corner of a measured route it takes the place of the bend.
    """

    kind: FittingKind = FittingKind.pull_box
    at_m: float = Field(gt=0, le=5000, description="From the head of the stretch. [m]")
    spliced: bool = Field(False, description="Wires are joined in it.")
    volume_l: float | None = Field(None, gt=0, le=500, description="Volume it is marked with. [L]")
    length_m: float | None = Field(None, gt=0, le=3, description="Inside, the way the wires go. [m]")


class Leg(InOrder):
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
    return sum_of(hypot(leg.level_m, leg.rise_m) for leg in legs) + slack_m


class Segment(InOrder):
    """A stretch of a run in which nothing about the wire's surroundings changes.

    Where its route was measured leg by leg, its length is what the legs and the slack add up to.
    """

    length_m: float = Field(ge=0.01, le=5000, description="Length along the route. [m]")
    method: Method = Method.pvc40
    place: Place = Place.buried
    surface: Surface = Field(Surface.open_ground, description="What is above it, if buried.")
    ambient_c: float = Field(30, ge=-40, le=80, description="Temperature around the wire. [°C]")
    insulation: Annotated[str, StringConstraints(max_length=12)] | None = Field(
        None, description="Product of this stretch alone, joined in a box to the rest; empty takes that of the run."
    )
    other_carrying: int = Field(0, ge=0, le=60, description="Carrying conductors of other circuits in the same pipe.")
    other_wires: int | None = Field(
        None, ge=0, le=120, description="All wires of other circuits in the same pipe; empty takes the carrying ones."
    )
    bends_deg: float = Field(0, ge=0, le=3600, description="Sum of bends between pull points. [degrees]")
    cover_m: float | None = Field(None, ge=0, le=5, description="Cover as found or as wanted; empty asks for the least. [m]")
    crossings: tuple[Crossing, ...] = Field((), max_length=20, description="Other lines it crosses, if buried.")
    beside: tuple[Companion, ...] = Field((), max_length=10, description="Other lines in the same trench, if buried.")
    trench: Annotated[str, StringConstraints(max_length=40, strip_whitespace=True)] = Field(
        "", description="Name of its trench; stretches with the same name lie in one."
    )
    trench_circuits: int = Field(
        0, ge=0, le=20, description="Other circuits in its trench beside those that name it, each in a pipe or cable of its own."
    )
    status: Status | None = Field(None, description="Of this stretch, where it is not that of the run.")
    strap_m: float | None = Field(
        None, gt=0, le=50, description="Straps as found or as wanted, how far apart; empty asks for the rule. [m]"
    )
    swing_k: float | None = Field(
        None, ge=0, le=120, description="From its coldest to its hottest; empty takes what is usual for the place. [K]"
    )
    first_strap_m: float | None = Field(None, gt=0, le=50, description="The first strap from its box, as found or as wanted. [m]")
    over: Over = Field(Over.walk, description="What is below it, if overhead.")
    height_m: float | None = Field(None, ge=0, le=100, description="Overhead: how high its lowest point hangs over that. [m]")
    fittings: Annotated[tuple[Fitting, ...], Row(20)] = Field(
        (), description="Boxes and bodies along its pipe, at which wires can be taken out."
    )
    bent_by_hand: tuple[BentByHand, ...] = Field((), max_length=20, description="Bends made by hand, of those counted above.")
    shares_with: tuple[Id, ...] = Field((), max_length=20, description="Other runs that lie in the same pipe or bundle here.")
    laid: Annotated[str, StringConstraints(max_length=8)] = Field(
        "", description="How the cable lies, by the code's own letter or number; empty takes what is usual for method and place."
    )
    over_roof_m: float | None = Field(None, ge=0, le=3, description="In the sun over a roof: how high above it; empty where it is not. [m]")
    hidden: bool = Field(False, description="Hidden in a wall less than 50 mm deep, with no earthed metal around it.")
    grouped: Annotated[str, StringConstraints(max_length=12)] = Field(
        "", description="How circuits lie together, by the code's own word; empty takes them bunched, or as they lie in the ground."
    )
    in_insulation_m: float = Field(0, ge=0, le=500, description="Length wholly inside thermal insulation. [m]")
    legs: Annotated[tuple[Leg, ...], Row(400)] = Field((), description="The route as measured, if it was.")
    slack_m: float = Field(0, ge=0, le=100, description="Wire left at the ends and in boxes, on top of the legs. [m]")

    @field_validator("status")
    @classmethod
    def _not_to_remove(cls, status: Status | None) -> Status | None:
        if status is Status.remove:
            raise ValueError("a stretch that goes is taken out of its run")
        return status

    @model_validator(mode="before")
    @classmethod
    def _as_measured(cls, data: Any) -> Any:  # noqa: ANN401 - whatever was sent
        if not isinstance(data, dict) or not data.get("legs"):
            return data
        try:
            legs = _LEGS.validate_python(data["legs"])
            slack_m = float(data.get("slack_m") or 0)
        except (TypeError, ValueError, OverflowError):  # the fields themselves say what is wrong
            return data
        return data | {"length_m": route_length_m(legs, slack_m)}


_LEGS = TypeAdapter(Annotated[tuple[Leg, ...], Row(400)])
