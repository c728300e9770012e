"""Sources: the utility's transformer, one of the customer's own, generators, inverters, a governed plant."""

from __future__ import annotations

from enum import StrEnum

from pydantic import Field

from northspan.core.document.job.part import Bond, Id, Name, Part, Size, Status


class SourceKind(StrEnum):
    """What feeds the property, or a part of it.

    `transformer` is the customer's own: a run feeds it, and behind it begins a new neutral.
    `inverter_pair` is two inverters, each of which feeds one leg. `governed_plant` is a plant
    that needs a load to hold its speed, such as a small water turbine.
    """

    utility_transformer = "utility_transformer"
    transformer = "transformer"
    generator = "generator"
    inverter_pair = "inverter_pair"
    governed_plant = "governed_plant"


class System(StrEnum):
    """How the windings are tapped: a center tap, two legs of a wye, two wires without a neutral, or one line and a neutral.

    In `single_phase` the line voltage is that from the line to the neutral.
    """

    split_phase = "split_phase"
    wye_legs = "wye_legs"
    two_wire = "two_wire"
    single_phase = "single_phase"


class Earthing(StrEnum):
    """Where a supply's neutral meets earth, and how its metal comes to the customer.

    `at_service`: the customer bonds neutral and ground at the first disconnect. The others are
    made by the supplier: `tn_s` brings a protective conductor of its own, `tn_c_s` joins it to the
    neutral at the intake, `tt` brings none, so the customer's own electrode is the way back.
    """

    at_service = "at_service"
    tn_s = "tn_s"
    tn_c_s = "tn_c_s"
    tt = "tt"


class Fuel(StrEnum):
    """What a generator burns."""

    propane = "propane"
    natural_gas = "natural_gas"
    gasoline = "gasoline"
    diesel = "diesel"


class Source(Part):
    """Where the power comes from."""

    name: Name
    kind: SourceKind = SourceKind.utility_transformer
    building: Id | None = Field(None, description="Where it stands, if at a building.")
    rating_kva: float | None = Field(None, gt=0, le=10000)
    line_v: float = Field(240, ge=100, le=600, description="Line to line. [V]")
    system: System = System.split_phase
    impedance_percent: float | None = Field(None, gt=0, le=20, description="Of its nameplate. [%]")
    available_fault_a: float | None = Field(None, gt=0, le=200_000, description="Fault current as the utility states it. [A]")
    tap_percent: float = Field(0, ge=-10, le=10, description="Tap of a transformer: how much more it gives than its voltage, idle. [%]")
    no_load_loss_w: float | None = Field(None, ge=0, le=100_000, description="Loss of a transformer that stands idle. [W]")
    load_loss_w: float | None = Field(None, ge=0, le=100_000, description="Further loss at full load. [W]")
    fuel: Fuel = Fuel.propane
    plate_fuel: Fuel | None = Field(None, description="Fuel for which its rating is written on the plate; empty: not read.")
    breaker_a: float | None = Field(None, gt=0, le=6000, description="Breaker built into it. [A]")
    feeds_inverter: bool | None = Field(None, description="Its output goes into inverters, not to a panel; empty: not looked at.")
    altitude_m: float = Field(0, ge=-400, le=5000, description="Height above the sea. [m]")
    ambient_c: float = Field(25, ge=-40, le=60, description="Hottest air it breathes. [°C]")
    bond_found: Bond = Field(Bond.unknown, description="Its own neutral bonded to its frame, as found; not asked of the utility's.")
    earthing: Earthing = Earthing.at_service
    loop_ohm: float | None = Field(None, gt=0, le=1000, description="Earth fault loop impedance outside the installation. [ohm]")
    neutral_size: Size | None = Field(None, description="The supply's neutral, if somebody knows it.")
    earth_ohm: float | None = Field(None, gt=0, le=10_000, description="The utility's own ground, if somebody knows it. [ohm]")
    diversion_w: tuple[float, ...] = Field((), max_length=40, description="Steps of its diversion load. [W]")
    status: Status = Status.existing
