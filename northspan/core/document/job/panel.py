"""What is in a panel: its spaces, its circuits slot by slot, and the boxes in which circuits go on."""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from northspan.core.document.job.part import Id, Name, Note, Part, Size, Status
from northspan.core.document.job.run import Metal

Slot = Annotated[int, Field(ge=1, le=84)]


class LegsLand(StrEnum):
    """Which leg a slot lands on: alternating row by row, or all on one line."""

    alternating = "alternating"
    one_line = "one_line"


class MainKind(StrEnum):
    """How a panel is fed: a main breaker of its own, lugs only, or a device in a slot that feeds backwards."""

    breaker = "breaker"
    lugs = "lugs"
    back_fed = "back_fed"


class SlotLeg(Part):
    """A slot that lands elsewhere than its row says, as it was found."""

    slot: Slot
    leg: Literal[1, 2]


class Serves(StrEnum):
    """What room a circuit serves."""

    unknown = "unknown"
    kitchen = "kitchen"
    bathroom = "bathroom"
    laundry = "laundry"
    bedroom = "bedroom"
    living = "living"
    hallway = "hallway"
    garage = "garage"
    basement = "basement"
    finished_basement = "finished_basement"
    sink = "sink"
    counter = "counter"
    crawl_space = "crawl_space"
    attic = "attic"
    outdoors = "outdoors"
    outbuilding = "outbuilding"
    several = "several"


class ResidualGroup(Part):
    """Ways of a consumer unit behind one residual-current device: they go off together."""

    name: Name
    residual_ma: float = Field(30, ge=5, le=2000)
    rating_a: float | None = Field(None, gt=0, le=1200, description="Current that the device itself may carry. [A]")


class TracedOutlet(Part):
    """An outlet somebody looked at while circuits were switched: off in each round, on, or not looked at."""

    serves: Serves = Serves.unknown
    name: Annotated[str, StringConstraints(max_length=80, strip_whitespace=True)] = ""
    off: tuple[bool | None, ...] = Field((), max_length=84)


class TraceLog(Part):
    """Rounds of switching that name the circuit of every outlet: which circuits are off in each, and what was seen."""

    rounds: tuple[tuple[Id, ...], ...] = Field((), max_length=84)
    outlets: tuple[TracedOutlet, ...] = Field((), max_length=400)


class PanelLayout(Part):
    """The spaces of a panel and what stands around them. Legs as read are what a clamp showed. [A]

    Where it takes the place of another panel, `replaces` names that one, and how far it hangs to the right of it and above.
    """

    spaces: int = Field(20, ge=1, le=84, description="Full-size spaces for devices.")
    columns: Literal[1, 2] = 2
    half_slots: tuple[Slot, ...] = Field((), max_length=84, description="Slots that take two half-size devices.")
    most_poles: int | None = Field(None, ge=1, le=168, description="Most poles that its label allows.")
    legs_land: LegsLand = LegsLand.alternating
    as_found: tuple[SlotLeg, ...] = Field((), max_length=84)
    main: MainKind = MainKind.breaker
    main_slots: tuple[Slot, ...] = Field((), max_length=4, description="Slots of a back-fed main.")
    hold_down: bool | None = Field(None, description="Whether its back-fed main is held down; empty: not looked at.")
    read_1_a: float | None = Field(None, ge=0, le=6000, description="Leg 1 as a clamp read it. [A]")
    read_2_a: float | None = Field(None, ge=0, le=6000, description="Leg 2 as a clamp read it. [A]")
    read_neutral_a: float | None = Field(None, ge=0, le=6000, description="Neutral as a clamp read it. [A]")
    neutral_bar_most: Size | None = Field(None, description="Largest wire that a terminal of its bars takes.")
    bar_least: Size | None = Field(None, description="Smallest wire that a terminal of its bars takes.")
    ground_terminals: int | None = Field(None, ge=1, le=200, description="Terminals on its ground bars.")
    grounds_paired: bool | None = Field(None, description="Whether its label allows two grounds of one size under a screw.")
    working_width_m: float | None = Field(None, ge=0, le=20, description="Clear width in front of it. [m]")
    working_depth_m: float | None = Field(None, ge=0, le=20, description="Clear depth in front of it. [m]")
    headroom_m: float | None = Field(None, ge=0, le=20, description="Clear height in front of it. [m]")
    in_front: Note = Field("", description="What stands in the space in front of it.")
    torque: Note = Field("", description="Torque of its terminals, as its label says.")
    surge_lead_m: float | None = Field(None, ge=0, le=10, description="Leads of its surge device; empty: it has none. [m]")
    flush: bool | None = Field(None, description="Set into the wall, or on it; empty: not looked at.")
    groups: tuple[ResidualGroup, ...] = Field((), max_length=12, description="Its residual-current devices.")
    to_come_single: int = Field(0, ge=0, le=84, description="Circuits of one pole that shall still find room.")
    to_come_two_pole: int = Field(0, ge=0, le=42, description="Circuits of two poles that shall still find room.")
    replaces: Id | None = Field(None, description="Panel whose place it takes.")
    moved_right_m: float = Field(0, ge=-60, le=60, description="How far it hangs to the right of that one. [m]")
    moved_up_m: float = Field(0, ge=-20, le=20, description="How far it hangs above that one. [m]")
    fed_at_bottom: bool = Field(False, description="Its main is at the lower end of its bus.")
    make_up_m: float = Field(0.6, ge=0, le=3, description="Cable that is needed inside it. [m]")
    trace: TraceLog | None = None


class Protects(StrEnum):
    """What a device does beside overcurrent."""

    standard = "standard"
    ground_fault = "ground_fault"
    arc_fault = "arc_fault"
    both = "both"


class CircuitUse(StrEnum):
    """What a circuit is for."""

    unknown = "unknown"
    outlets = "outlets"
    lighting = "lighting"
    fixed = "fixed"
    single_outlet = "single_outlet"
    panel = "panel"


class Feeds(StrEnum):
    """The one thing that a circuit feeds, as far as a rule asks."""

    unknown = "unknown"
    dishwasher = "dishwasher"
    range = "range"
    oven = "oven"
    microwave = "microwave"
    dryer = "dryer"
    washer = "washer"
    smoke_alarm = "smoke_alarm"
    sump_pump = "sump_pump"
    pump = "pump"
    air_conditioning = "air_conditioning"
    water_heater = "water_heater"
    charger = "charger"
    hot_tub = "hot_tub"
    tub = "tub"


class Known(StrEnum):
    """How it is known what a circuit feeds."""

    unknown = "unknown"
    labelled = "labelled"
    traced = "traced"
    tested = "tested"


class ComesFrom(StrEnum):
    """The side from which a cable comes to a panel."""

    above = "above"
    below = "below"
    left = "left"
    right = "right"


class WhenShort(StrEnum):
    """What is done with a cable that is too short for the new place of its panel."""

    box = "box"
    new_cable = "new_cable"


class PanelCircuit(Part):
    """A circuit in a panel: where it stands, its device and wire, what it feeds, and how that is known.

    `run` is there where a run of the job is the circuit: name, device and wire are then the run's. `source` is there where it
    brings power in. `partner` shares its neutral in a multiwire circuit; `neutral_with` shares the screw of its neutral.
    `group` is the residual-current device of a consumer unit behind which it stands, counted from 1. Where its panel moves,
    `old_slots` are its slots in the old one; its cable comes from a side and is held fast `fixed_m` from the old can, with
    `spare_m` in it; `short_m` is what was measured to be missing at the new place, and goes before what follows from the rest.
    """

    enclosure: Id
    slots: tuple[Slot, ...] = Field((), max_length=4, description="Empty: it has no place yet.")
    half: Literal["", "a", "b"] = ""
    rating_a: float | None = Field(None, gt=0, le=1200)
    protects: Protects = Protects.standard
    residual_ma: float | None = Field(None, ge=5, le=2000)
    curve: Annotated[str, StringConstraints(max_length=12)] = Field("", description="Its curve, where the trade names it: B, C or D.")
    points: int | None = Field(None, ge=0, le=200, description="How many outlets or lights are on it. [-]")
    size: Size | None = None
    metal: Metal = Metal.copper
    name: Annotated[str, StringConstraints(max_length=80, strip_whitespace=True)] = ""
    serves: Serves = Serves.unknown
    use: CircuitUse = CircuitUse.unknown
    feeds: Feeds = Field(Feeds.unknown, description="The one thing it feeds, where it is one; empty follows its loads.")
    outlets_replaced: bool = Field(False, description="Outlets on it are replaced, its wire stays.")
    loads: tuple[Id, ...] = Field((), max_length=60)
    partner: Id | None = None
    tied: bool = Field(False, description="Its handle is tied to its partner's, or one device opens both.")
    neutral_with: Id | None = None
    pinned: bool = Field(False, description="It stays where it is.")
    stays_on: bool = Field(False, description="Never switched off to trace: a freezer, a pump, medical gear.")
    extended_in: Id | None = Field(None, description="Box in which its cable goes on.")
    lug_kit: bool = Field(False, description="Its wire has a lug of its own on the bar.")
    group: int | None = Field(None, ge=1, le=12)
    read_a: float | None = Field(None, ge=0, le=1200, description="Its current as a clamp read it; used where no load is listed. [A]")
    leakage_ma: float | None = Field(None, ge=0, le=1000, description="Its protective conductor current, as read. [mA]")
    old_slots: tuple[Slot, ...] = Field((), max_length=4)
    comes_from: ComesFrom = ComesFrom.above
    fixed_m: float = Field(1, ge=0, le=30, description="From the old can back to where its cable is held fast. [m]")
    spare_m: float = Field(0.5, ge=0, le=30, description="Cable in the old can, from where it enters. [m]")
    short_m: float | None = Field(None, ge=-30, le=100, description="What is missing as measured; below 0 it is spare. [m]")
    new_cable_m: float | None = Field(None, gt=0, le=300, description="A new cable to its first outlet. [m]")
    when_short: WhenShort | None = Field(None, description="Empty follows the call.")
    run: Id | None = None
    source: Id | None = None
    crossed: bool = Field(False, description="Of two inverters: the second is on the upper terminal.")
    known: Known = Known.unknown
    status: Status = Status.existing


class Box(Part):
    """A box in which circuits go on: the volume it is marked with, and an extension ring. [L]"""

    name: Name
    building: Id
    volume_l: float | None = Field(None, gt=0, le=500)
    ring_l: float = Field(0, ge=0, le=100)
    accessible: bool = True
    status: Status = Status.new
