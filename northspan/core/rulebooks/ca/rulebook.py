"""The Canadian Electrical Code, Part I, 2021 edition, as answers to the trade's questions."""

from __future__ import annotations

from collections.abc import Mapping

from northspan.core.document.job import (
    Circuit,
    Earthing,
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
from northspan.core.physics.device_curves import Curve, inverse_time
from northspan.core.rulebooks import awg, north_american
from northspan.core.rulebooks.amounts import Amounts
from northspan.core.rulebooks.ca import ampacity as amp
from northspan.core.rulebooks.ca import boxes, devices, distances, dwelling, grounding, raceways, routes, taps
from northspan.core.rulebooks.ca.limits import CA_LIMITS
from northspan.core.rulebooks.ca.sources import load_all, source
from northspan.core.rulebooks.protocol import (
    USUAL_GUARD,
    AllowanceFacts,
    Ampacity,
    BoxFacts,
    BuildingFacts,
    DesignLoad,
    Dialect,
    DwellingFacts,
    GroundFacts,
    Guard,
    Impedance,
    LengthUnit,
    MethodLoad,
    NeutralFacts,
    PipeSize,
    RunFacts,
    SecondaryFacts,
    TapFacts,
    TransformerFacts,
    WarmFacts,
    Wire,
)
from northspan.core.working.worked import Margin, Step, Worked, looked_up, ruled

_METHODS = (
    (Method.pvc40, "Rigid PVC conduit"),
    (Method.emt, "EMT"),
    (Method.rmc, "Rigid metal conduit"),
    (Method.cable, "Cable, not in pipe"),
    (Method.direct_burial, "Direct burial"),
    (Method.overhead, "Overhead"),
)
_PLACES = (
    (Place.buried, "Buried"),
    (Place.indoors, "Indoors"),
    (Place.attic, "Attic"),
    (Place.outdoors, "Outdoors"),
    (Place.overhead, "Overhead"),
)
_SURFACES = (
    (Surface.open_ground, "No vehicles"),
    (Surface.under_2in_concrete, "50 mm concrete over the trench"),
    (Surface.under_4in_slab, "Slab, no vehicles"),
    (Surface.street, "Street or lot"),
    (Surface.dwelling_driveway, "Driveway"),
)
_PIPE_WORDS = {Method.pvc40: "PVC", Method.emt: "EMT", Method.rmc: "rigid"}
_COLORS = {
    Circuit.three_wire: (("line 1", "black"), ("line 2", "red"), ("neutral", "white"), ("ground", "green")),
    Circuit.two_wire_line: (("line 1", "black"), ("line 2", "red"), ("ground", "green")),
    Circuit.two_wire_neutral: (("line 1", "black"), ("neutral", "white"), ("ground", "green")),
}
_CITATIONS = {
    "plate": "Rule 28-702",
    "several_dwellings": "Rule 8-202",
    "new_three_wire": "Rule 10-208",
    "legacy_three_wire": "Rule 10-208",
    "full_rated": "Rule 8-104(5)",
    "way_back": "Rule 10-500",
    "objectionable": "Rule 10-100",
    "earth_alone": "Rule 10-500",
    "switched_neutral": "Rule 10-206",
    "solid_neutral": "Rule 10-210",
    "inverter_bond": "Rule 64-064",
    "ground_bar": "Rule 10-604",
    "open_neutral": "Rule 4-018",
    "metal_path": "Rule 10-208",
    "one_bond": "Rule 10-210",
    "intersystem": "Rule 10-708",
    "no_electrode_kind": "Rule 10-102",
    "clamp_for_burial": "Rule 10-118",
    "rod_length": "Rule 10-102(3)",
    "rod_spacing": "Rule 10-102(3)",
    "second_rod": "Rule 10-102(3)",
    "interrupting": "Rule 14-012",
    "lost_water_pipe": "Rule 10-102(5)",
    "one_neutral_each": "Rule 12-3032",
    "bus": "Rule 14-606",
    "secondary": "Rule 26-256",
    "transformer": "Rule 26-256",
    "separate_system": "Rule 10-206",
    "no_neutral": "Rule 10-200",
    "source_limit": "Rule 8-104",
    "diversion": "Rule 2-024",
}
_WHOLE = {SourceKind.generator: 1.15, SourceKind.governed_plant: 1.15, SourceKind.inverter_pair: 1.25}


class CaRulebook(Amounts):
    """CE Code 2021 behind the protocol: every method asks one of the topic modules."""

    id = "ca-2021"
    title = "Canadian rules, CE Code 2021"
    usual_v = 240.0
    usual_power_factor = 0.95
    usual_system = System.split_phase
    loop = None
    feet = False
    main_protects = True
    not_covered = CA_LIMITS
    bonds_own_source = False  # its bond is in the first disconnect
    frequency_hz = 60.0
    length = LengthUnit("m", 1.0, "km")
    dialect = Dialect(
        aluminum="aluminum",
        ungrounded="ungrounded conductor",
        grounded="neutral",
        equipment_ground="bonding conductor",
        ground_short="bonding conductor",
        grounding="grounding and bonding",
        electrode_conductor="grounding conductor",
        panel="panelboard",
        neutral_ground_bond="system bonding jumper",
        pipe="conduit",
        length_unit="metres",
        small_length_unit="mm",
    )

    def __init__(self) -> None:
        load_all()

    def metals(self) -> tuple[Metal, ...]:
        """List the conductor metals."""
        return (Metal.copper, Metal.aluminum)

    def metal_name(self, metal: Metal) -> str:
        """Name a metal as the trade does."""
        return self.dialect.aluminum if metal is Metal.aluminum else metal.value

    def methods(self) -> tuple[tuple[Method, str], ...]:
        """List the wiring methods with their names."""
        return _METHODS

    def insulations(self) -> tuple[str, ...]:
        """List the insulation types."""
        return tuple(source("insulation").rows)

    def places(self) -> tuple[tuple[Place, str], ...]:
        """List the places with their names."""
        return _PLACES

    def surfaces(self) -> tuple[tuple[Surface, str], ...]:
        """List what may be above a trench, with names."""
        return _SURFACES

    def sizes(self, metal: Metal, insulation: str = "") -> tuple[str, ...]:
        """List conductor sizes, smallest first."""
        del insulation  # every type comes in all of them
        return amp.size_ladder(metal)

    def size_name(self, size: str) -> str:
        """Name a size as the trade says it."""
        return amp.size_name(size)

    def pipe_name(self, method: Method, size: str) -> str:
        """Name a pipe as the trade says it."""
        return f"{size} mm {_PIPE_WORDS[method]}"

    def laid_ways(self) -> tuple[tuple[str, str], ...]:
        """List ways in which conductors may lie, beyond method and place."""
        return amp.LAID

    def groupings(self) -> tuple[tuple[str, str], ...]:
        """List how circuits may lie together, beyond in one bundle or pipe."""
        return ()

    def terminal_markings(self) -> tuple[tuple[Terminals, str], ...]:
        """List what terminals may be marked for."""
        return north_american.TERMINALS

    def earthings(self) -> tuple[tuple[Earthing, str], ...]:
        """List how a supply's neutral meets earth."""
        return north_american.EARTHINGS

    def groundings(self) -> tuple[tuple[Grounding, str], ...]:
        """List how the far end of a run is grounded."""
        return north_american.GROUNDINGS

    def colors(self, circuit: Circuit, *, old: bool = False) -> tuple[tuple[str, str], ...]:
        """List the wires of a run with their colors, Rule 4-030 and 4-032."""
        del old  # the same as ever
        return _COLORS[circuit]

    def device_types(self) -> tuple[tuple[str, str], ...]:
        """List kinds of devices: one here."""
        return ()

    def devices(self, device_type: str = "") -> tuple[float, ...]:
        """List standard devices. [A]"""
        del device_type
        return devices.standard_devices()

    def fault_limits_c(self, insulation: str) -> tuple[float, float]:
        """Give the temperatures of a wire when a fault begins, and what its insulation stands while it lasts. [°C]"""
        return north_american.fault_limits_c(insulation)

    def device_curve(self, device_type: str, rating_a: float) -> Curve:
        """Give the time-current bounds of a device."""
        del device_type
        return inverse_time(rating_a)

    def largest_customary(self) -> str:
        """Give the largest size that is commonly pulled."""
        return "750"

    def smallest_customary(self, metal: Metal) -> str:
        """Give the smallest size of a metal commonly stocked for feeders."""
        return "8" if metal is Metal.aluminum else "14"

    def default_insulation(self, metal: Metal, segments: tuple[Segment, ...]) -> str:
        """Choose a usual insulation for a metal and route."""
        methods = {segment.method for segment in segments}
        if Method.overhead in methods:
            return "NS90"
        if Method.direct_burial in methods:
            return "USEI90" if metal is Metal.aluminum else "TECK90"
        if methods == {Method.cable}:
            return "NMD90" if all(s.place in {Place.indoors, Place.attic} for s in segments) else "TECK90"
        return "RW90"

    def single_wires(self, insulation: str) -> bool:
        """Tell whether a kind is pulled in pipe as single conductors."""
        return source("insulation").text(insulation, "raceway") == "yes"

    def insulation_fits(self, insulation: str, segments: tuple[Segment, ...]) -> Worked[str]:
        """Say what is wrong with an insulation on a route; an empty answer means nothing is."""
        row = source("insulation").rows[insulation]
        for segment in segments:
            if segment.place in amp.WET and not row["wet_c"]:
                why = f"{insulation} is for dry places; this run has a wet one"
            elif segment.method is Method.direct_burial and row["burial"] == "no":
                why = f"{insulation} may not lie in the ground without a pipe"
            elif segment.method in amp.RACEWAYS and row["raceway"] == "no":
                why = f"{insulation} is not for pulling into pipe as single conductors"
            elif segment.method is Method.cable and row["raceway"] == "yes" and segment.laid not in amp.FREE_AIR:
                why = f"{insulation} is a single conductor; it needs a pipe"
            else:
                continue
            return Worked(why, (ruled("T", "insulation", insulation, why, "Table 19"),))
        return Worked("", (ruled("T", "insulation", insulation, "suits every stretch of the run", "Table 19"),))

    def calls_left_out(self) -> frozenset[str]:
        """Name the calls that this code does not leave open."""
        return north_american.CALLS_LEFT_OUT - {"bonding_raised"} | {"vehicle_pool"}

    def usual_schools(self) -> Mapping[str, str]:
        """Name the schools taken here when nobody decided, where they are not the usual ones."""
        return {"derating_start": "terminals"}

    def cite(self, topic: str) -> str:
        """Cite the rule on a topic."""
        return _CITATIONS[topic]

    def to_neutral_v(self, line_v: float, system: System = System.split_phase) -> float:
        """Give the voltage from a line to the neutral. [V]"""
        return north_american.to_neutral_v(line_v, system)

    def carrying_conductors(self, circuit: Circuit, system: System = System.split_phase) -> Step:
        """Count carrying conductors of a run."""
        return amp.carrying_conductors(circuit, system)

    def counts_continuous(self, kind: LoadKind, run: RunKind, *, said: bool) -> bool:
        """Tell whether a load counts as continuous on a run."""
        return devices.counts_continuous(kind, run, said=said)

    def motor_current(self, horsepower: float, volts: float) -> Step:
        """Look up a motor's full-load current. [A]"""
        return devices.motor_current(horsepower, volts)

    def motor_share(self) -> tuple[float, str]:
        """Give what the largest motor adds, as a share of its current, and the rule."""
        return 0.25, "Rule 28-108"

    def motor_kinds(self) -> frozenset[LoadKind]:
        """List the kinds of loads that are driven by motors and counted so; the others count as continuous, which is as much."""
        return frozenset({LoadKind.motor})

    def counted_power(self, kind: LoadKind, run: RunKind, power_va: float) -> Step | None:
        """Give what a load counts for on a run where that is not its nameplate. [VA]"""
        return devices.counted_power(kind, run, power_va)

    def motor_device(self, current_a: float, kind: LoadKind = LoadKind.motor) -> Worked[float]:
        """Find the largest breaker of a motor's circuit. [A]"""
        del kind
        return devices.motor_device(current_a)

    def welder_factor(self, duty_percent: float) -> Step:
        """Look up what a welder's current counts for."""
        rows = source("welders")
        key = next(key for key in rows.rows if duty_percent <= float(key) + 1e-9)
        return looked_up("f_w", f"welder at {duty_percent:g} % duty", rows.number(key, "nonmotor"), "", "Rule 42-006", row=f"up to {key} %")

    def needs_floor_area(self) -> bool:
        """Say whether the load of a dwelling is worked from its floor area."""
        return True

    def dwelling_methods(self) -> tuple[tuple[str, str], ...]:
        """List the methods for a dwelling's load with their names."""
        return dwelling.METHODS

    def pooled_methods(self) -> frozenset[str]:
        """List the methods that pool loads, with vehicle charging inside or outside the pool as a call."""
        return frozenset()

    def new_dwelling_methods(self) -> tuple[str, ...]:
        """List the methods for a dwelling that is new."""
        return ("basic",)

    def dwelling_allowance(self, facts: AllowanceFacts) -> Step:
        """Decide on the table of dwelling services."""
        return devices.dwelling_allowance(facts)

    def parallel_least(self) -> tuple[str, str]:
        """Give the smallest size that may run in parallel, and the rule."""
        return "1/0", "Rule 12-108"

    def supply_side_jumper(self, wire: Wire, sets: int, metal: Metal) -> Worked[str]:
        """Size the system bonding jumper: by the ampacity of the supply conductors."""
        ampacity = sets * source(wire.metal).number(wire.size, "c75")
        return grounding.bonding_conductor(GroundFacts(ampacity, metal, wire.size, wire.size, lines=wire.metal))

    def source_share(self, kind: SourceKind) -> tuple[float, str]:
        """Give how much of its nameplate current the conductors from a source carry; 0 where they follow the load."""
        share = _WHOLE.get(kind, 0.0)
        return share, "Rule 14-104" if share else ""

    def raised_voltages(self) -> tuple[float, ...]:
        """List the voltages to which a long run is raised here. [V]"""
        return (480.0, 600.0)

    def interrupting_ratings(self) -> tuple[float, ...]:
        """List the interrupting ratings on the shelf. [A]"""
        return (10_000.0, 22_000.0, 42_000.0, 65_000.0, 100_000.0, 200_000.0)

    def unmarked_interrupting_a(self) -> Step:
        """Give what an unmarked breaker may interrupt. [A]"""
        return ruled("I_r", "interrupting rating", "5000 A", "not marked; taken as the least there is", "Rule 14-012", 5000.0)

    def dc_resistance(self, size: str, metal: Metal) -> Step:
        """Work direct-current resistance. [ohm per km]"""
        return raceways.dc_resistance(size, metal)

    def device_for_load(self, load: DesignLoad, kind: RunKind, guard: Guard = USUAL_GUARD) -> Worked[float]:
        """Choose the least device for a load. [A]"""
        return devices.device_for_load(load, kind, cooking=guard.cooking)

    def device_for_wire(
        self, ampacity: Ampacity, wire: Wire, school: str, allowance: float = 1.0, guard: Guard = USUAL_GUARD
    ) -> Worked[float]:
        """Find the largest device for a wire. [A]"""
        del guard
        return devices.device_for_wire(ampacity, wire, school, allowance)

    def terminals_c(self, marking: Terminals, device_a: float) -> Step:
        """Give the temperature terminals stand. [°C]"""
        return amp.terminals_c(marking, device_a)

    def ampacity(
        self, wire: Wire, segments: tuple[Segment, ...], carrying: int, terminals_c: float, start: str = "insulation"
    ) -> Worked[Ampacity]:
        """Give the ampacity of a run. [A]"""
        return amp.run_ampacity(wire, segments, carrying, terminals_c, start)

    def load_margins(
        self, load: DesignLoad, ampacity: Ampacity, kind: RunKind, allowance: float = 1.0, guard: Guard = USUAL_GUARD
    ) -> tuple[tuple[Step, ...], tuple[Margin, ...]]:
        """Hold a conductor against its load."""
        del guard
        return devices.load_margins(load, ampacity, kind, allowance)

    def largest_loads(self, ampacity: Ampacity, device_a: float, kind: RunKind) -> tuple[Step, Step]:
        """Give the largest load of a conductor, and the largest continuous one. [A]"""
        return devices.largest_loads(ampacity, device_a, kind)

    def area(self, size: str) -> float:
        """Give a conductor's area. [cmil]"""
        return awg.area_cmil(size)

    def area_m2(self, size: str) -> float:
        """Give a conductor's area. [m²]"""
        return awg.area_cmil(size) * awg.CMIL_M2

    def equipment_ground(self, facts: GroundFacts) -> Worked[str]:
        """Size the bonding conductor."""
        return grounding.bonding_conductor(facts)

    def grounded_minimum(self, facts: NeutralFacts) -> Worked[str]:
        """Find the smallest neutral."""
        return grounding.grounded_minimum(facts)

    def dwelling_loads(self, facts: DwellingFacts) -> tuple[MethodLoad, ...]:
        """Work the load of a dwelling. [W]"""
        return dwelling.dwelling_loads(facts)

    def dwelling_least_a(self) -> Step:
        """Give the least rating of a single dwelling's service. [A]"""
        return ruled("I_s", "least service of a single dwelling", "60 A", "100 A from 80 m² without the basement", "Rule 8-200(1)(b)", 60.0)

    def tap(self, facts: TapFacts, metal: Metal, insulation: str, terminals_c: float) -> Worked[tuple[str, str]]:
        """Size a tap; gives the size and the name of the rule."""
        return taps.feeder_tap(facts, metal, insulation, terminals_c)

    def secondary_share(self, facts: SecondaryFacts) -> Worked[float]:
        """Choose the rule for a transformer's secondary conductors. [A]"""
        return taps.secondary_share(facts)

    def tap_lengths(self) -> tuple[float, ...]:
        """List the lengths at which the tap rules end. [m]"""
        return taps.SHORT_M, taps.LONG_M

    def tap_share(self, length_m: float, feeder_device_a: float, feeder_ampacity_a: float = 0.0) -> Worked[float]:
        """Give what a tap must carry of the larger conductor. [A]"""
        return taps.tap_share(length_m, feeder_device_a, feeder_ampacity_a)

    def transformer_devices(self, facts: TransformerFacts) -> tuple[Worked[float], Worked[float]]:
        """Give the largest devices on both sides of a transformer. [A]"""
        return devices.transformer_devices(facts)

    def quick_resistance(self, size: str, metal: Metal) -> Step:
        """Work the resistance of the quick constant. [ohm per km]"""
        return raceways.quick_resistance(size, metal, 1e6 * self.area_m2(size))

    def impedance(self, size: str, metal: Metal, method: Method, insulation: str = "") -> Worked[Impedance]:
        """Work resistance and reactance. [ohm per km]"""
        del insulation
        return raceways.impedance(size, metal, method, self.frequency_hz)

    def drop_correction(self, facts: WarmFacts) -> Worked[float]:
        """Give the share of a conductor's resistance that is left at its real temperature: the table's is taken."""
        del facts
        return Worked(1.0)

    def drop_distance(self, wire: Wire, current_a: float, ampacity_a: float) -> Worked[float] | None:
        """Give how far a conductor reaches for one percent of 120 V. [m]"""
        dry_c = source("insulation").number(wire.insulation, "dry_c")
        return distances.distance_for_one_percent(wire.size, wire.metal, current_a, current_a / ampacity_a, dry_c)

    def drop_is_rule(self) -> bool:
        """Say whether the drop limit is a rule here, or advice."""
        return True

    def drop_counts(self, kind: RunKind) -> bool:
        """Tell whether the drop of a run counts in its way: all do; a drop the supplier owns too, which is the safe side."""
        del kind
        return True

    def drop_limits(self, run_percent: float, way_percent: float, *, lighting: bool) -> tuple[float, float]:
        """Give the drop wanted at most in a run and over its way. [%]"""
        del lighting
        return run_percent, way_percent

    def drop_citation(self, kind: RunKind) -> str:
        """Cite where the drop is spoken of."""
        return "Rule 8-102(1)" if kind is RunKind.branch else "Rule 8-102"

    def area_unit(self) -> str:
        """Name the unit of wire and pipe areas."""
        return "mm²"

    def wire_area(self, size: str, insulation: str) -> Step:
        """Look up a wire's area. [mm²]"""
        return raceways.wire_area(size, insulation)

    def bare_area(self, size: str) -> Step:
        """Work the area over the strands of a bare conductor. [mm²]"""
        return raceways.bare_area(size)

    def pipes(self, method: Method, wires: int, length_m: float | None = None) -> tuple[PipeSize, ...]:
        """List pipes of a method; a short one has no rule of its own here."""
        del length_m
        return raceways.pipes(method, wires)

    def clearance(self, over: Over, to_earth_v: float) -> Step:
        """Give how high an overhead conductor must hang. [m]"""
        return routes.clearance(over, to_earth_v)

    def pull_box(self, method: Method, size: str, wire: str, *, angle: bool) -> Step:
        """Give the least length of a box at a pull point. [m]"""
        return boxes.pull_box(method, size, self.area_m2(wire), angle=angle)

    def box_volume(self, wires: tuple[tuple[int, str], ...], ground: str | None, *, spliced: bool) -> Step:
        """Give the least volume of a box by the wires in it; 0 where no figure is set. [L]"""
        return boxes.box_volume(wires, ground, spliced=spliced)

    def box_fill(self, facts: BoxFacts) -> Worked[float]:
        """Give the least volume of a box by what is in it. [L]"""
        return boxes.box_fill(facts)

    def splice_in_body(self) -> Step:
        """Say when wires may be joined in a conduit body."""
        return boxes.splice_in_body()

    def box_reach(self) -> Step:
        """Say that a box stays within reach."""
        return boxes.box_reach()

    def pulling_stress(self, metal: Metal) -> Step:
        """Give what a conductor may be pulled with. [N/mm²]"""
        return routes.pulling_stress(metal)

    def outdoors_rating(self) -> Step:
        """Say how boxes outdoors are rated."""
        return routes.outdoors_rating()

    def trench_heat(self) -> Step:
        """Say whether the heat of other circuits in a trench counts."""
        return routes.trench_heat()

    def line_distance(self, kind: OtherLine) -> Step:
        """Give the distance from another line in the ground. [m]"""
        return routes.line_distance(kind)

    def riser(self) -> Step:
        """Say how far up what comes out of the ground is protected. [m]"""
        return routes.riser()

    def bushing(self, size: str) -> Step:
        """Say what guards the wires at the end of a pipe."""
        return routes.bushing(self.area_m2(size))

    def supports(self, method: Method, size: str) -> tuple[Step, Step]:
        """Give how far straps may stand apart, and the first one from a box. [m]"""
        return routes.supports(method, size)

    def expansion(self, method: Method) -> tuple[Step, Step]:
        """Give what a metre grows by a degree, and from how much on a fitting is wanted. [mm per m and K, mm]"""
        return routes.expansion(method)

    def bend_radius(self, method: Method, size: str) -> Step:
        """Give the least radius of a bend of a pipe. [m]"""
        return raceways.bend_radius(method, size)

    def bends_limit_deg(self, method: Method) -> Step:
        """Give the most bends between pull points. [degrees]"""
        del method
        return raceways.bends_limit_deg()

    def cover(self, segment: Segment, run: RunFacts, device_a: float | None) -> Worked[float | None]:
        """Give the least cover. [m]"""
        del device_a
        return raceways.cover(segment, run.insulation)

    def bond_here(self, *, first_disconnect: bool, building: BuildingFacts) -> Worked[str]:
        """Decide on the bond in an enclosure."""
        return grounding.bond_here(first_disconnect=first_disconnect, building=building)

    def four_wires(self, run: RunFacts, building: BuildingFacts) -> Step:
        """Say which conductors go to a building."""
        del building
        return grounding.wires_to(run)

    def panel_room(self, room: Room) -> Step:
        """Say whether a can with devices may hang in a room."""
        return north_american.panel_room(room, "Rule 26-402")

    def handle_height(self) -> Step:
        """Give how high the highest handle may be. [m]"""
        return ruled("h", "highest handle", "1.7 m", "in a dwelling, over the finished floor", "Rule 26-402", 1.7)

    def grounding_open(self, building: BuildingFacts) -> Worked[frozenset[Grounding]]:
        """List how a new feed may ground another building."""
        return grounding.grounding_open(building)

    def may_feed_three_wires(self) -> bool:
        """Tell whether a new feed may bring no ground and ground its neutral again: one of two lawful ways."""
        return True

    def may_ground_again(self, building: BuildingFacts) -> bool:
        """Say whether a feed may leave out the bonding conductor and ground the neutral again: not where animals live, Rule 10-208."""
        del building
        return True

    def building_disconnect(self, building: BuildingFacts, main_a: float | None) -> Worked[float]:
        """Give the least rating of a building's disconnect. [A]"""
        del main_a
        return grounding.building_disconnect(building)

    def electrodes_needed(self, building: BuildingFacts, school: str) -> Worked[bool]:
        """Decide on electrodes and rods: no school changes it."""
        del school
        return grounding.electrodes_needed(building)

    def electrode_conductor(
        self, kind: ElectrodeKind, supply: Wire | None, metal: Metal, *, sets: int = 1, goes_on: bool = False
    ) -> Worked[str]:
        """Size the conductor to an electrode."""
        del goes_on
        return grounding.electrode_conductor(kind, supply, metal, sets)

    def electrode_rules(self, building: BuildingFacts) -> Worked[str]:
        """Say how electrodes go in and are joined."""
        return grounding.electrode_rules(building)

    def intersystem_bonding(self, building: BuildingFacts) -> Worked[bool]:
        """Say whether a place to bond other systems is needed: other systems join the same electrodes."""
        del building
        why = "communication systems join the electrodes of the building"
        return Worked(False, (ruled("I", "bonding of telephone, cable and aerials", "to the same electrodes", why, "Rule 10-708"),))

    def rod_limits(self) -> tuple[float, float, float]:
        """Give length and spacing of rods, and the resistance that makes one enough; none does here. [m, m, ohm]"""
        return grounding.ROD_LENGTH_M, grounding.ROD_SPACING_M, grounding.ONE_ROD_OHM
