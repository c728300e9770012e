"""What every code answers, in the trade's terms. Physics lives outside a rulebook and is shared."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Protocol

from northspan.core.job import Circuit, Electrode, ElectrodeKind, Grounding, Metal, Method, Place, RunKind, Segment, Surface, Terminals
from northspan.core.worked import Margin, Step, Worked


@dataclass(frozen=True, slots=True)
class Dialect:
    """Terms of a country, for screens and sentences."""

    aluminum: str
    ungrounded: str
    grounded: str
    equipment_ground: str
    grounding: str
    electrode_conductor: str
    panel: str
    neutral_ground_bond: str
    pipe: str
    length_unit: str
    small_length_unit: str


@dataclass(frozen=True, slots=True)
class LengthUnit:
    """The unit in which this code's tables count length.

    `metres` is the length of one unit, `per_thousand` the name of a thousand of them.
    """

    name: str
    metres: float
    per_thousand: str


@dataclass(frozen=True, slots=True)
class DesignLoad:
    """The load a run is sized for, by its heavier leg, and the current in the grounded conductor."""

    noncontinuous_a: float
    continuous_a: float
    neutral_a: float

    @property
    def total_a(self) -> float:
        """All of it. [A]"""
        return self.noncontinuous_a + self.continuous_a


@dataclass(frozen=True, slots=True)
class Wire:
    """A kind of conductor on the shelf."""

    size: str
    metal: Metal
    insulation: str


@dataclass(frozen=True, slots=True)
class Ampacity:
    """What a conductor carries here.

    `final_a` after derating and never above the terminals; `terminal_a` the terminals'
    column before any derating; `worst_segment` the index of the stretch that governs.
    """

    final_a: float
    terminal_a: float
    worst_segment: int


@dataclass(frozen=True, slots=True)
class Impedance:
    """Impedance of one conductor, per thousand of the code's length unit. [ohm]"""

    resistance_ohm: float
    reactance_ohm: float


@dataclass(frozen=True, slots=True)
class RunFacts:
    """What a rule needs to know of a run beside its conductors."""

    kind: RunKind
    circuit: Circuit
    grounding: Grounding
    gfci: bool
    line_v: float
    segments: tuple[Segment, ...]


@dataclass(frozen=True, slots=True)
class PipeSize:
    """A pipe on the shelf: bore and share that may be filled, for the wires in it, and where both stand."""

    size: str
    bore_area: float
    allowed_percent: float
    bore_citation: str
    fill_citation: str


@dataclass(frozen=True, slots=True)
class BuildingFacts:
    """What a rule needs to know of a building."""

    detached: bool
    dwelling: bool
    animals: bool
    metallic_path: bool
    supply: RunFacts | None
    branch_circuits: int
    electrodes: tuple[Electrode, ...]


@dataclass(frozen=True, slots=True)
class TapFacts:
    """What the tap rules ask: length [m], the feeder's device, the load, and the device or bus where it ends [A]."""

    length_m: float
    feeder_device_a: float
    load_a: float
    end_device_a: float


@dataclass(frozen=True, slots=True)
class TransformerFacts:
    """A single-phase transformer: rating [kVA], voltages [V], and whether its secondary has a device."""

    rating_kva: float
    primary_v: float
    secondary_v: float
    secondary_device: bool


@dataclass(frozen=True, slots=True)
class Appliance:
    """An appliance fastened in place: nameplate [VA], and whether it uses the neutral."""

    name: str
    power_va: float
    to_neutral: bool


@dataclass(frozen=True, slots=True)
class DwellingFacts:
    """What the load of a one-family dwelling is worked from. [m², VA]

    `heating_zones` counts separately controlled heaters; central heating is one.
    """

    floor_m2: float
    small_appliance_circuits: int
    laundry_circuits: int
    appliances: tuple[Appliance, ...]
    range_va: float
    dryer_va: float
    heating_va: float
    heating_zones: int
    cooling_va: float
    vehicle_va: float
    largest_motor_va: float


@dataclass(frozen=True, slots=True)
class MethodLoad:
    """A calculated load by one method, and the neutral's load where the method gives one. [VA]"""

    key: str
    title: str
    total: Worked[float]
    neutral: Worked[float] | None


class Rulebook(Protocol):
    """A national code. One class over tables; adding a code is a folder, a registry line and tests."""

    id: str
    title: str
    dialect: Dialect
    length: LengthUnit
    usual_v: float

    def __hash__(self) -> int: ...
    def metals(self) -> tuple[Metal, ...]: ...
    def methods(self) -> tuple[tuple[Method, str], ...]: ...
    def insulations(self) -> tuple[str, ...]: ...
    def places(self) -> tuple[tuple[Place, str], ...]: ...
    def surfaces(self) -> tuple[tuple[Surface, str], ...]: ...
    def sizes(self, metal: Metal) -> tuple[str, ...]: ...
    def size_name(self, size: str) -> str: ...
    def pipe_name(self, method: Method, size: str) -> str: ...
    def colors(self, circuit: Circuit) -> tuple[tuple[str, str], ...]: ...
    def devices(self) -> tuple[float, ...]: ...

    def smallest_customary(self, metal: Metal) -> str: ...
    def default_insulation(self, metal: Metal, segments: tuple[Segment, ...]) -> str: ...
    def insulation_fits(self, insulation: str, segments: tuple[Segment, ...]) -> Worked[str]: ...
    def cite(self, topic: str) -> str: ...
    def length_text(self, length_m: float) -> str: ...
    def depth_text(self, depth_m: float) -> str: ...
    def to_neutral_v(self, line_v: float) -> float: ...
    def carrying_conductors(self, circuit: Circuit) -> Step: ...

    def dc_resistance(self, size: str, metal: Metal) -> Step: ...
    def device_for_load(self, load: DesignLoad, kind: RunKind) -> Worked[float]: ...
    def device_for_wire(self, ampacity: Ampacity, wire: Wire, school: str) -> Worked[float]: ...
    def terminals_c(self, marking: Terminals, device_a: float) -> Step: ...
    def ampacity(
        self, wire: Wire, segments: tuple[Segment, ...], carrying: int, terminals_c: float, start: str = "insulation"
    ) -> Worked[Ampacity]: ...
    def load_margins(self, load: DesignLoad, ampacity: Ampacity, kind: RunKind) -> tuple[tuple[Step, ...], tuple[Margin, ...]]: ...

    def largest_loads(self, ampacity: Ampacity, device_a: float, kind: RunKind) -> tuple[Step, Step]: ...

    def area(self, size: str) -> float: ...
    def equipment_ground(self, device_a: float, metal: Metal, least_size: str, size: str, school: str) -> Worked[str]: ...
    def grounded_minimum(self, load: DesignLoad, device_a: float, wire: Wire, terminals_c: float) -> Worked[str]: ...

    def dwelling_loads(self, facts: DwellingFacts) -> tuple[MethodLoad, ...]: ...
    def dwelling_least_a(self) -> Step: ...
    def tap(self, facts: TapFacts, metal: Metal, insulation: str, terminals_c: float) -> Worked[tuple[str, str]]: ...
    def transformer_devices(self, facts: TransformerFacts) -> tuple[Worked[float], Worked[float]]: ...

    def quick_resistance(self, size: str, metal: Metal) -> Step: ...
    def impedance(self, size: str, metal: Metal, method: Method) -> Worked[Impedance]: ...
    def drop_is_rule(self) -> bool: ...
    def drop_citation(self, kind: RunKind) -> str: ...

    def area_unit(self) -> str: ...
    def wire_area(self, size: str, insulation: str) -> Step: ...
    def pipes(self, method: Method, wires: int) -> tuple[PipeSize, ...]: ...
    def bends_limit_deg(self, method: Method) -> Step: ...
    def cover(self, segment: Segment, run: RunFacts, device_a: float | None) -> Worked[float | None]: ...

    def bond_here(self, *, first_disconnect: bool, building: BuildingFacts) -> Worked[str]: ...
    def four_wires(self, run: RunFacts, building: BuildingFacts) -> Step: ...
    def building_disconnect(self, building: BuildingFacts, main_a: float | None) -> Worked[float]: ...
    def electrodes_needed(self, building: BuildingFacts, school: str) -> Worked[bool]: ...
    def electrode_conductor(self, kind: ElectrodeKind, supply: Wire | None, metal: Metal) -> Worked[str]: ...
    def rod_limits(self) -> tuple[float, float, float]: ...
