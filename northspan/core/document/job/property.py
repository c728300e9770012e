"""Buildings, the enclosures in them, and the electrodes in their ground."""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.document.job.panel import PanelLayout
from northspan.core.document.job.part import Bond, Id, Name, Note, Part, Size, Status


class BuildingUse(StrEnum):
    """What a building is."""

    dwelling = "dwelling"
    outbuilding = "outbuilding"


class WaterPipe(StrEnum):
    """What the water pipe in the ground is made of."""

    unknown = "unknown"
    none = "none"
    metal = "metal"
    plastic = "plastic"


class FallReading(Part):
    """A reading of a fall-of-potential test: the potential probe's distance, and what the instrument shows."""

    distance_m: float = Field(gt=0, le=2000)
    shown_ohm: float = Field(ge=0, le=1_000_000)
    simulated: bool = Field(False, description="From the simulated tester, not from an instrument.")


class FallLog(Part):
    """A fall-of-potential test: where the current probe stood, and the readings."""

    current_probe_m: float = Field(ge=0.1, le=2000)
    readings: tuple[FallReading, ...] = Field((), max_length=60)
    when: Note = ""


class MeasuredOver(StrEnum):
    """Over what time the demand of a building was measured."""

    year = "year"
    month = "month"


class EntryKind(StrEnum):
    """What comes into a building beside its supply, or stands in it, and may bring a voltage in."""

    water = "water"
    gas = "gas"
    oil = "oil"
    steel = "steel"
    other = "other"


class Entry(Part):
    """A service or steel frame that enters a building: metal or plastic where it enters, and how it is bonded."""

    kind: EntryKind
    metal: bool | None = Field(None, description="Metal where it enters; empty: not looked at.")
    bonded: bool | None = Field(None, description="Joined to the main earth terminal; empty: not looked at.")
    bond_size: Size | None = Field(None, description="Of the bond, as found.")
    from_entry_m: float | None = Field(None, ge=0, le=100, description="How far from the meter or the entry it is joined. [m]")


class WetRoom(Part):
    """A room with a bath or shower: the circuits of it, and what ties its pipes."""

    circuits: tuple[Id, ...] = Field((), max_length=20, description="Runs that supply it.")
    parts_ohm: float | None = Field(
        None, ge=0, le=1_000_000, description="Resistance between its pipes and the main earth terminal, the highest. [ohm]"
    )
    bonded: bool = Field(False, description="Its pipes and cases are tied together there.")


class Building(Part):
    """A building, or a pole or pedestal that holds an enclosure."""

    name: Name
    use: BuildingUse = BuildingUse.outbuilding
    animals: bool = False
    metallic_path: bool = Field(False, description="A metal pipe, shield or frame ties it to the building that feeds it.")
    water_pipe: WaterPipe = WaterPipe.unknown
    fall_log: FallLog | None = Field(None, description="A fall-of-potential test of all its electrodes together.")
    clamp_ohm: float | None = Field(None, gt=0, le=100000, description="What a clamp-on tester showed on the electrode conductor. [ohm]")
    bare_wire_m: float | None = Field(
        None, ge=0.1, le=3, description="Depth of the bare wire that joins its rods; empty if it is insulated or not in the soil. [m]"
    )
    intersystem: bool | None = Field(
        None, description="Whether a place to bond telephone, cable and aerials is there; empty: not looked at."
    )
    entries: tuple[Entry, ...] = Field((), max_length=20, description="Services and steel that come in.")
    wet_room: WetRoom | None = Field(None, description="Its room with a bath or shower.")
    load_method: Annotated[str, StringConstraints(max_length=40)] = Field(
        "connected", description="How its load is worked: added up, or a method of the rulebook for dwellings."
    )
    floor_m2: float | None = Field(None, gt=0, le=10_000, description="Floor area by its outside measures. [m²]")
    basement_m2: float = Field(0, ge=0, le=10_000, description="Of it below the ground floor. [m²]")
    measured_va: float | None = Field(None, gt=0, le=5_000_000, description="Its highest demand as measured, over 15 minutes or less. [VA]")
    measured_over: MeasuredOver = Field(
        MeasuredOver.year, description="A year, or a logged month with the larger of heating and cooling in it."
    )
    small_appliance_circuits: int = Field(2, ge=2, le=20)
    laundry_circuits: int = Field(1, ge=0, le=10)
    status: Status = Status.existing


class EnclosureKind(StrEnum):
    """What kind of can it is."""

    meter = "meter"
    meter_main = "meter_main"
    panel_main_breaker = "panel_main_breaker"
    panel_lugs = "panel_lugs"
    disconnect = "disconnect"
    transfer_switch = "transfer_switch"
    junction_box = "junction_box"
    splitter = "splitter"


class Room(StrEnum):
    """Where a can with devices hangs, as far as a rule asks."""

    unknown = "unknown"
    elsewhere = "elsewhere"
    bathroom = "bathroom"
    clothes_closet = "clothes_closet"
    over_steps = "over_steps"
    outdoors = "outdoors"


class Enclosure(Part):
    """A can with bars and devices."""

    name: Name
    building: Id
    kind: EnclosureKind = EnclosureKind.panel_main_breaker
    main_a: float | None = Field(None, gt=0, le=6000, description="Main breaker or disconnect. [A]")
    bus_a: float | None = Field(None, gt=0, le=6000, description="Bus rating. [A]")
    interrupting_a: float | None = Field(None, gt=0, le=200_000, description="Fault current its devices may interrupt. [A]")
    room: Room = Field(Room.unknown, description="Where it hangs.")
    weatherproof: bool | None = Field(None, description="Whether its label lets it hang in the weather; empty: not looked at.")
    handle_height_m: float | None = Field(None, ge=0, le=5, description="Its highest handle over the floor or grade, at its highest. [m]")
    spaces_free: int | None = Field(None, ge=0, le=84, description="Spaces left for breakers.")
    neutral_terminals: int | None = Field(None, ge=1, le=200, description="Terminals on the neutral bar.")
    neutrals_landed: int | None = Field(None, ge=0, le=200, description="Neutrals under them, as counted.")
    layout: PanelLayout | None = Field(None, description="Its spaces, where it holds devices; empty: not drawn yet.")
    bond_found: Bond = Bond.unknown
    ground_bar_found: Bond = Field(Bond.unknown, description="Whether its ground bar is bonded to the can itself, as found.")
    status: Status = Status.new


class ElectrodeKind(StrEnum):
    """What is in the ground."""

    rod = "rod"
    concrete_encased = "concrete_encased"
    water_pipe = "water_pipe"
    plate = "plate"
    ring = "ring"
    buried_wire = "buried_wire"


class Laid(StrEnum):
    """How a rod goes in: straight down, or otherwise where rock stops it."""

    upright = "upright"
    slanting = "slanting"
    trench = "trench"


class Electrode(Part):
    """A grounding electrode at a building."""

    name: Name
    building: Id
    kind: ElectrodeKind = ElectrodeKind.rod
    length_m: float = Field(2.4384, ge=0.05, le=100, description="Length in contact with soil. [m]")
    width_m: float | None = Field(None, gt=0, le=10, description="Width of a plate, whose height is its length; empty: a usual one. [m]")
    spacing_m: float | None = Field(None, gt=0, le=200, description="Distance to the next electrode. [m]")
    x_m: float | None = Field(
        None, ge=-200, le=200, description="Where it stands along the building; empty lays it out by the spacing. [m]"
    )
    y_m: float = Field(0, ge=-200, le=200, description="How far it stands off that line. [m]")
    top_m: float = Field(0, ge=0, le=10, description="Depth of its upper end, or of a ring or plate. [m]")
    diameter_m: float = Field(0.0159, ge=0.001, le=0.3)
    laid: Laid = Field(Laid.upright, description="Of a rod; a plate in a trench lies flat.")
    measured_ohm: float | None = Field(None, gt=0, le=100000)
    conductor_goes_on: bool = Field(False, description="The same conductor goes on from here to the water pipe.")
    clamp_for_burial: bool = Field(True, description="Whether its clamp is listed for direct burial.")
    status: Status = Status.new
