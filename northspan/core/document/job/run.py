"""Runs: conductors from one can or source to the next, stretch by stretch."""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.document.job.in_order import Row
from northspan.core.document.job.part import Id, Name, Note, Part, Size, Status
from northspan.core.document.job.segment import Segment


class Metal(StrEnum):
    """Conductor metal."""

    copper = "copper"
    aluminum = "aluminum"


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
    reel_m: float | None = Field(None, gt=0, le=5000, description="Wire on a reel; empty buys it by length. [m]")


Stretches = Annotated[tuple[Segment, ...], Row(40, 1)]


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
    interlock: bool = Field(False, description="Its standby supply ends at a back-fed breaker that an interlock holds off the main.")
    neutral_switched: bool | None = Field(
        None, description="Of transfer equipment: whether it switches the neutral too; empty follows the call."
    )
    gfci: bool = Field(False, description="Whether its device gives ground-fault protection for people.")
    utility_owned: bool = Field(False, description="Its conductors belong to the utility, which sizes them.")
    full_rated: bool = Field(False, description="Its device and enclosure are marked for 100 % continuous load.")
    residual_ma: float | None = Field(None, ge=5, le=2000, description="Residual-current device at its head: rated residual current. [mA]")
    residual_delayed: bool = Field(False, description="That device is time-delayed, so that one behind it trips first.")
    device_type: Annotated[str, StringConstraints(max_length=12)] = Field("", description="Kind of its device; empty takes the usual one.")
    ring: bool = Field(False, description="A ring: out from its device, past all its outlets and back. Its length is the whole way round.")
    ring_points: int | None = Field(None, ge=1, le=200, description="Outlets on the ring itself, spurs left out.")
    ring_spurs: int | None = Field(None, ge=0, le=200, description="Spurs without a fuse that leave it.")
    ring_floor_m2: float | None = Field(None, gt=0, le=5000, description="Floor that it serves. [m²]")
    ring_line_ohm: float | None = Field(None, gt=0, le=1000, description="Its line conductor from end to end, as read. [ohm]")
    cannot_overload: bool = Field(False, description="Feeds fixed loads that cannot draw more than their rating.")
    measured_loop_ohm: float | None = Field(
        None, gt=0, le=10_000, description="Earth fault loop impedance measured at its far end, cold. [ohm]"
    )
    old_colors: bool = Field(False, description="Wired in the colors of before.")
    terminals: Terminals = Terminals.unmarked
    segments: Stretches
    in_the_way: tuple[Obstacle, ...] = Field((), max_length=7, description="What the route has to get past.")
    note: Note = ""
    load_a: float | None = Field(None, gt=0, le=6000, description="Design load typed by a person; empty adds up the loads. [A]")
    continuous_a: float = Field(0, ge=0, le=6000, description="Continuous part of a typed load. [A]")
    given_drop_a: float | None = Field(None, gt=0, le=6000, description="Current for the drop, if the call says given. [A]")
    power_factor: float | None = Field(None, ge=0.2, le=1, description="Of its load; empty takes what is usual.")
    drop_limit_percent: float | None = Field(None, gt=0, le=20, description="Own drop limit; empty takes the job's. [%]")
    metal: Metal | None = None
    ground_with: Id | None = Field(None, description="Its equipment ground is that of this run, in the same pipe.")
    ground_separate: bool = Field(False, description="Its protective conductor runs beside the cable, not in it.")
    ground_metal: Metal | None = Field(None, description="Of its equipment ground; empty takes that of the other conductors.")
    insulation: Annotated[str, StringConstraints(max_length=12)] | None = None
    device_a: float | None = Field(None, gt=0, le=6000)
    lug_most: Size | None = Field(None, description="Largest wire that the terminals at its ends take, as marked.")
    tail_size: Size | None = Field(None, description="Joined down to this size for the last of the way to its terminals.")
    sets: int | None = Field(None, ge=1, le=8, description="Sets of conductors in parallel; empty asks for as few as will do.")
    conductor_size: Size | None = None
    grounded_size: Size | None = None
    equipment_ground_size: Size | None = None
    pipe_size: Size | None = None
    pull: Pull = Pull()
    located: bool = Field(False, description="Other lines in the ground were located and marked for it.")


def status_of(run: Run, segment: Segment) -> Status:
    """Give the status of a stretch: its own, or that of its run.

    Parameters
    ----------
    run : Run
        The run. [-]
    segment : Segment
        One of its stretches. [-]
    """
    return segment.status or run.status
