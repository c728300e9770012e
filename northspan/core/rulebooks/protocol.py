"""What every code answers, in the trade's terms. Physics lives outside a rulebook and is shared."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Protocol

from northspan.core.document.job import (
    Circuit,
    Earthing,
    Electrode,
    ElectrodeKind,
    Grounding,
    LoadKind,
    Metal,
    Method,
    OtherLine,
    Over,
    Place,
    Room,
    RunKind,
    Segment,
    SourceKind,
    Surface,
    System,
    Terminals,
)
from northspan.core.physics.device_curves import Curve
from northspan.core.rulebooks.loop_protocol import LoopRules
from northspan.core.working.worked import Margin, Step, Worked


@dataclass(frozen=True, slots=True)
class Dialect:
    """Terms of a country, for screens and sentences.

    `phrases` are pairs: a phrase of the shared texts, and what is said for it here; longer ones first.
    """

    aluminum: str
    ungrounded: str
    grounded: str
    equipment_ground: str
    ground_short: str
    grounding: str
    electrode_conductor: str
    panel: str
    neutral_ground_bond: str
    pipe: str
    length_unit: str
    small_length_unit: str
    phrases: tuple[tuple[str, str], ...] = ()


@dataclass(frozen=True, slots=True)
class LengthUnit:
    """The unit in which this code's tables count length.

    `metres` is the length of one unit, `per_thousand` the name of a thousand of them.
    """

    name: str
    metres: float
    per_thousand: str


@dataclass(frozen=True, slots=True)
class Guard:
    """What of a run decides how its device and its wire go together beside their ratings.

    `device_type` is the kind of device, empty for the usual one; `buried` whether some of the run
    lies in the ground; `cannot_overload` whether its loads are fixed and cannot draw more than their rating;
    `outlets` whether it feeds several outlets for whatever is plugged in, `cooking` whether it is the circuit of a range.
    """

    device_type: str = ""
    buried: bool = False
    cannot_overload: bool = False
    ring: bool = False
    outlets: bool = False
    cooking: bool = False


USUAL_GUARD = Guard()


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
class NeutralFacts:
    """What the least neutral of a run is worked from.

    `device_a` is the device that clears a fault on the run, for a tap that of its feeder. `wire` is one ungrounded
    conductor; the neutral has its metal and insulation. `segments`, `carrying` and `start` say where it lies and how it
    is derated, as the ungrounded conductors are; without segments it is read at its terminals alone.
    """

    load: DesignLoad
    device_a: float
    wire: Wire
    terminals_c: float
    sets: int = 1
    on_supply: bool = False
    segments: tuple[Segment, ...] = ()
    carrying: int = 2
    start: str = "insulation"
    kind: RunKind = RunKind.feeder
    system: System = System.split_phase


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
class GroundFacts:
    """What the equipment ground of a run is sized by.

    `device_a` is the device that clears its fault: for a tap that of its feeder, in a pipe that several circuits share the
    largest of them. `metal` is that of the ground, `lines` that of the ungrounded conductors. `least_size` had sufficient
    ampacity, `size` was chosen. `school` is "table", or "same" for as large as the ungrounded conductors; `raised` says
    by what it goes when they are larger than the device asks, where that is a call: "larger", or "device" alone.
    """

    device_a: float
    metal: Metal
    least_size: str
    size: str
    school: str = "table"
    lines: Metal | None = None
    raised: str = "larger"


@dataclass(frozen=True, slots=True)
class Impedance:
    """Impedance of one conductor, per thousand of the code's length unit. [ohm]"""

    resistance_ohm: float
    reactance_ohm: float


@dataclass(frozen=True, slots=True)
class WarmFacts:
    """How warm a conductor gets with its load: kind and size, the stretch, the load [A], what its terminals stand [°C]."""

    wire: Wire
    segment: Segment
    load_a: float
    terminals_c: float


@dataclass(frozen=True, slots=True)
class RunFacts:
    """What a rule needs to know of a run beside its conductors."""

    kind: RunKind
    circuit: Circuit
    grounding: Grounding
    gfci: bool
    line_v: float
    segments: tuple[Segment, ...]
    insulation: str = ""


@dataclass(frozen=True, slots=True)
class PipeSize:
    """A pipe on the shelf: bore and share that may be filled, for the wires in it, and where both stand.

    `counts_from` is the part of a wire from which a count of equal wires rounds up; 1 where it never does.
    """

    size: str
    bore_area: float
    allowed_percent: float
    bore_citation: str
    fill_citation: str
    counts_from: float = 1.0
    counts_citation: str = ""


@dataclass(frozen=True, slots=True)
class BoxFacts:
    """What is in a box: how many of what size.

    `through` run through or end in it; `joined` count on both sides of their joint; `looped` go through with enough slack to
    be cut and ended twice; `devices` are yokes, by the largest wire on each; `grounds` are all equipment grounds, whatever
    they come from. `clamps` tells whether clamps of cables are inside, `supports` counts fittings that hold a luminaire,
    `connectors` wire connectors, where a code counts them.
    """

    through: tuple[tuple[int, str], ...] = ()
    joined: tuple[tuple[int, str], ...] = ()
    looped: tuple[tuple[int, str], ...] = ()
    devices: tuple[tuple[int, str], ...] = ()
    grounds: tuple[tuple[int, str], ...] = ()
    clamps: bool = False
    supports: int = 0
    connectors: int = 0


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
    earthing: Earthing = Earthing.at_service


@dataclass(frozen=True, slots=True)
class TapFacts:
    """What the tap rules ask: length [m], the feeder's device and ampacity, the load, the device or bus where it ends [A].

    `end_device_a` is 0 where it ends in no single device. `segments`, `carrying` and `start` say where it lies.
    """

    length_m: float
    feeder_device_a: float
    load_a: float
    end_device_a: float
    feeder_ampacity_a: float = 0.0
    segments: tuple[Segment, ...] = ()
    carrying: int = 2
    start: str = "insulation"


@dataclass(frozen=True, slots=True)
class SecondaryFacts:
    """What the rules for a transformer's secondary conductors ask.

    Their length [m], the device on the primary [A], both voltages [V], and whether they run outdoors but for where they end.
    """

    length_m: float
    primary_device_a: float
    primary_v: float
    secondary_v: float
    outdoors: bool = False


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
    kind: LoadKind = LoadKind.appliance


@dataclass(frozen=True, slots=True)
class DwellingFacts:
    """What the load of a one-family dwelling is worked from. [m², VA]

    `heating_va` is resistance heat, also the supplementary heat of a heat pump; `heating_zones`
    counts separately controlled heaters, central heating is one. `heat_pump_va` is the compressor. `cooling_va` stands
    still while it is heated, `cooling_with_heat_va` runs then too. `largest_motor_va` is the largest motor beside heating
    and cooling, `largest_neutral_motor_va` the largest of those connected to the neutral; `largest_cooling_va` and
    `largest_heat_pump_va` are the largest single units, left out where there is but one. `measured_va` is the highest
    demand as measured over a year, or over a month, and `added_va` what is new beside it.
    """

    floor_m2: float
    basement_m2: float = 0.0
    small_appliance_circuits: int = 2
    laundry_circuits: int = 1
    appliances: tuple[Appliance, ...] = ()
    ranges_va: tuple[float, ...] = ()
    dryers_va: tuple[float, ...] = ()
    heating_va: float = 0.0
    heating_zones: int = 1
    heat_pump_va: float = 0.0
    cooling_va: float = 0.0
    vehicles_va: tuple[float, ...] = ()
    largest_motor_va: float = 0.0
    largest_neutral_motor_va: float = 0.0
    cooling_with_heat_va: float = 0.0
    largest_cooling_va: float = 0.0
    largest_heat_pump_va: float = 0.0
    vehicles_in_pool: bool = False
    measured_va: float = 0.0
    measured_month: bool = False
    added_va: float = 0.0
    cooker_sockets: int = 0
    lighting_va: float = 0.0
    sockets_va: tuple[float, ...] = ()


@dataclass(frozen=True, slots=True)
class AllowanceFacts:
    """What the allowance for a dwelling's own supply asks: whether the run carries all of it, and its device [A]."""

    whole_dwelling: bool
    kind: RunKind
    device_a: float
    why_not: str = ""
    system: System = System.split_phase


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
    usual_power_factor: float
    usual_system: System
    loop: LoopRules | None
    frequency_hz: float
    feet: bool
    not_covered: tuple[str, ...]
    main_protects: bool
    bonds_own_source: bool

    def __hash__(self) -> int: ...
    def metals(self) -> tuple[Metal, ...]: ...
    def metal_name(self, metal: Metal) -> str: ...
    def methods(self) -> tuple[tuple[Method, str], ...]: ...
    def insulations(self) -> tuple[str, ...]: ...
    def places(self) -> tuple[tuple[Place, str], ...]: ...
    def surfaces(self) -> tuple[tuple[Surface, str], ...]: ...
    def sizes(self, metal: Metal, insulation: str = "") -> tuple[str, ...]: ...
    def size_name(self, size: str) -> str: ...
    def pipe_name(self, method: Method, size: str) -> str: ...
    def laid_ways(self) -> tuple[tuple[str, str], ...]: ...
    def groupings(self) -> tuple[tuple[str, str], ...]: ...
    def terminal_markings(self) -> tuple[tuple[Terminals, str], ...]: ...
    def earthings(self) -> tuple[tuple[Earthing, str], ...]: ...
    def groundings(self) -> tuple[tuple[Grounding, str], ...]: ...
    def colors(self, circuit: Circuit, *, old: bool = False) -> tuple[tuple[str, str], ...]: ...
    def device_types(self) -> tuple[tuple[str, str], ...]: ...
    def devices(self, device_type: str = "") -> tuple[float, ...]: ...
    def fault_limits_c(self, insulation: str) -> tuple[float, float]: ...
    def device_curve(self, device_type: str, rating_a: float) -> Curve: ...

    def largest_customary(self) -> str: ...
    def smallest_customary(self, metal: Metal) -> str: ...
    def default_insulation(self, metal: Metal, segments: tuple[Segment, ...]) -> str: ...
    def single_wires(self, insulation: str) -> bool: ...
    def insulation_fits(self, insulation: str, segments: tuple[Segment, ...]) -> Worked[str]: ...
    def calls_left_out(self) -> frozenset[str]: ...
    def usual_schools(self) -> Mapping[str, str]: ...
    def cite(self, topic: str) -> str: ...
    def length_text(self, length_m: float) -> str: ...
    def depth_text(self, depth_m: float) -> str: ...
    def amount_text(self, value: float, unit: str) -> str: ...
    def to_neutral_v(self, line_v: float, system: System = System.split_phase) -> float: ...
    def carrying_conductors(self, circuit: Circuit, system: System = System.split_phase) -> Step: ...
    def counts_continuous(self, kind: LoadKind, run: RunKind, *, said: bool) -> bool: ...
    def motor_current(self, horsepower: float, volts: float) -> Step: ...
    def motor_share(self) -> tuple[float, str]: ...
    def motor_kinds(self) -> frozenset[LoadKind]: ...
    def motor_device(self, current_a: float, kind: LoadKind = LoadKind.motor) -> Worked[float]: ...
    def counted_power(self, kind: LoadKind, run: RunKind, power_va: float) -> Step | None: ...
    def welder_factor(self, duty_percent: float) -> Step: ...
    def needs_floor_area(self) -> bool: ...
    def dwelling_methods(self) -> tuple[tuple[str, str], ...]: ...
    def pooled_methods(self) -> frozenset[str]: ...
    def new_dwelling_methods(self) -> tuple[str, ...]: ...
    def dwelling_allowance(self, facts: AllowanceFacts) -> Step: ...
    def parallel_least(self) -> tuple[str, str]: ...
    def supply_side_jumper(self, wire: Wire, sets: int, metal: Metal) -> Worked[str]: ...
    def source_share(self, kind: SourceKind) -> tuple[float, str]: ...
    def raised_voltages(self) -> tuple[float, ...]: ...
    def interrupting_ratings(self) -> tuple[float, ...]: ...
    def unmarked_interrupting_a(self) -> Step: ...

    def dc_resistance(self, size: str, metal: Metal) -> Step: ...
    def device_for_load(self, load: DesignLoad, kind: RunKind, guard: Guard = USUAL_GUARD) -> Worked[float]: ...
    def device_for_wire(
        self, ampacity: Ampacity, wire: Wire, school: str, allowance: float = 1.0, guard: Guard = USUAL_GUARD
    ) -> Worked[float]: ...
    def terminals_c(self, marking: Terminals, device_a: float) -> Step: ...
    def ampacity(
        self, wire: Wire, segments: tuple[Segment, ...], carrying: int, terminals_c: float, start: str = "insulation"
    ) -> Worked[Ampacity]: ...
    def load_margins(
        self, load: DesignLoad, ampacity: Ampacity, kind: RunKind, allowance: float = 1.0, guard: Guard = USUAL_GUARD
    ) -> tuple[tuple[Step, ...], tuple[Margin, ...]]: ...

    def largest_loads(self, ampacity: Ampacity, device_a: float, kind: RunKind) -> tuple[Step, Step]: ...

    def area(self, size: str) -> float: ...
    def area_m2(self, size: str) -> float: ...
    def equipment_ground(self, facts: GroundFacts) -> Worked[str]: ...
    def grounded_minimum(self, facts: NeutralFacts) -> Worked[str]: ...

    def dwelling_loads(self, facts: DwellingFacts) -> tuple[MethodLoad, ...]: ...
    def dwelling_least_a(self) -> Step: ...
    def tap(self, facts: TapFacts, metal: Metal, insulation: str, terminals_c: float) -> Worked[tuple[str, str]]: ...
    def tap_lengths(self) -> tuple[float, ...]: ...
    def secondary_share(self, facts: SecondaryFacts) -> Worked[float]: ...
    def tap_share(self, length_m: float, feeder_device_a: float, feeder_ampacity_a: float = 0.0) -> Worked[float]: ...
    def transformer_devices(self, facts: TransformerFacts) -> tuple[Worked[float], Worked[float]]: ...

    def quick_resistance(self, size: str, metal: Metal) -> Step: ...
    def impedance(self, size: str, metal: Metal, method: Method, insulation: str = "") -> Worked[Impedance]: ...
    def drop_correction(self, facts: WarmFacts) -> Worked[float]: ...
    def drop_distance(self, wire: Wire, current_a: float, ampacity_a: float) -> Worked[float] | None: ...
    def drop_is_rule(self) -> bool: ...
    def drop_counts(self, kind: RunKind) -> bool: ...
    def drop_limits(self, run_percent: float, way_percent: float, *, lighting: bool) -> tuple[float, float]: ...
    def drop_citation(self, kind: RunKind) -> str: ...

    def area_unit(self) -> str: ...
    def wire_area(self, size: str, insulation: str) -> Step: ...
    def bare_area(self, size: str) -> Step: ...
    def pipes(self, method: Method, wires: int, length_m: float | None = None) -> tuple[PipeSize, ...]: ...
    def bends_limit_deg(self, method: Method) -> Step: ...
    def clearance(self, over: Over, to_earth_v: float) -> Step: ...
    def riser(self) -> Step: ...
    def pull_box(self, method: Method, size: str, wire: str, *, angle: bool) -> Step: ...
    def box_volume(self, wires: tuple[tuple[int, str], ...], ground: str | None, *, spliced: bool) -> Step: ...
    def box_fill(self, facts: BoxFacts) -> Worked[float]: ...
    def splice_in_body(self) -> Step: ...
    def box_reach(self) -> Step: ...
    def pulling_stress(self, metal: Metal) -> Step: ...
    def outdoors_rating(self) -> Step: ...
    def trench_heat(self) -> Step: ...
    def line_distance(self, kind: OtherLine) -> Step: ...
    def bushing(self, size: str) -> Step: ...
    def supports(self, method: Method, size: str) -> tuple[Step, Step]: ...
    def expansion(self, method: Method) -> tuple[Step, Step]: ...
    def bend_radius(self, method: Method, size: str) -> Step: ...
    def cover(self, segment: Segment, run: RunFacts, device_a: float | None) -> Worked[float | None]: ...

    def bond_here(self, *, first_disconnect: bool, building: BuildingFacts) -> Worked[str]: ...
    def four_wires(self, run: RunFacts, building: BuildingFacts) -> Step: ...
    def panel_room(self, room: Room) -> Step: ...
    def handle_height(self) -> Step: ...
    def grounding_open(self, building: BuildingFacts) -> Worked[frozenset[Grounding]]: ...
    def may_feed_three_wires(self) -> bool: ...
    def may_ground_again(self, building: BuildingFacts) -> bool: ...
    def building_disconnect(self, building: BuildingFacts, main_a: float | None) -> Worked[float]: ...
    def electrodes_needed(self, building: BuildingFacts, school: str) -> Worked[bool]: ...
    def electrode_conductor(
        self, kind: ElectrodeKind, supply: Wire | None, metal: Metal, *, sets: int = 1, goes_on: bool = False
    ) -> Worked[str]: ...
    def electrode_rules(self, building: BuildingFacts) -> Worked[str]: ...
    def intersystem_bonding(self, building: BuildingFacts) -> Worked[bool]: ...
    def rod_limits(self) -> tuple[float, float, float]: ...
