"""The National Electrical Code, 2023 edition, as answers to the trade's questions."""

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
from northspan.core.rulebooks import north_american
from northspan.core.rulebooks.amounts import Amounts
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
from northspan.core.rulebooks.us import ampacity as amp
from northspan.core.rulebooks.us import boxes, buildings, devices, dwelling, electrodes, grounding, motors, raceways, routes, taps
from northspan.core.rulebooks.us.limits import US_LIMITS
from northspan.core.rulebooks.us.sources import load_all, source
from northspan.core.working.worked import Margin, Step, Worked, ruled

_METHODS = (
    (Method.pvc40, "PVC schedule 40"),
    (Method.pvc80, "PVC schedule 80"),
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
    (Surface.open_ground, "Open ground"),
    (Surface.under_2in_concrete, "2 in concrete over the trench"),
    (Surface.under_4in_slab, "4 in slab, no vehicles"),
    (Surface.under_building, "Under a building"),
    (Surface.street, "Street or lot"),
    (Surface.dwelling_driveway, "Driveway of a house"),
)
_PIPE_WORDS = {Method.pvc40: "PVC", Method.pvc80: "PVC 80", Method.emt: "EMT", Method.rmc: "rigid"}
_FRACTIONS = {"1/2": "½", "3/4": "¾", "1-1/4": "1¼", "1-1/2": "1½", "2-1/2": "2½", "3-1/2": "3½"}
_COLORS = {
    Circuit.three_wire: (("line 1", "black"), ("line 2", "red"), ("neutral", "white"), ("ground", "green")),
    Circuit.two_wire_line: (("line 1", "black"), ("line 2", "red"), ("ground", "green")),
    Circuit.two_wire_neutral: (("line 1", "black"), ("neutral", "white"), ("ground", "green")),
}
_SOURCE_SHARES = {
    SourceKind.generator: (1.15, "445.13(A)"),
    SourceKind.governed_plant: (1.15, "445.13(A)"),
    SourceKind.inverter_pair: (1.25, "705.28(B)"),
}
_CITATIONS = {
    "plate": "440.4(B), 110.3(B)",
    "several_dwellings": "220.84, 220.85",
    "new_three_wire": "250.32(B)(1)",
    "legacy_three_wire": "250.32(B)(1) exception 1",
    "full_rated": "210.20(A), 215.3 exception 1",
    "way_back": "250.4(A)(5)",
    "objectionable": "250.6(A)",
    "earth_alone": "250.4(A)(5), 250.54",
    "switched_neutral": "250.30(A)(1)",
    "solid_neutral": "250.142(B), 250.24(B)",
    "inverter_bond": "250.30(A)(1), 705.10",
    "ground_bar": "408.40",
    "open_neutral": "300.13(B), 250.24(D)",
    "metal_path": "250.32(B)(1) exception 1",
    "one_bond": "250.24(B)",
    "intersystem": "250.94(A)",
    "no_electrode_kind": "250.52(A)",
    "clamp_for_burial": "250.70",
    "rod_length": "250.53(A)(4)",
    "rod_spacing": "250.53(B)",
    "second_rod": "250.53(A)(2)",
    "interrupting": "110.9",
    "lost_water_pipe": "250.52(A)(1), 250.53(D)",
    "one_neutral_each": "408.41",
    "bus": "408.36",
    "secondary": "240.21(C)",
    "transformer": "450.3(B)",
    "separate_system": "250.30(A)",
    "no_neutral": "250.20(B)",
    "source_limit": "702.4(A)(2)",
    "diversion": "110.3(B)",
}


class UsRulebook(Amounts):
    """NEC 2023 behind the protocol: every method asks one of the topic modules."""

    id = "us-2023"
    title = "US rules, NEC 2023"
    usual_v = 240.0
    usual_power_factor = 0.95
    usual_system = System.split_phase
    loop = None
    main_protects = True
    not_covered = US_LIMITS
    bonds_own_source = False  # its bond is in the first disconnect
    frequency_hz = 60.0
    length = LengthUnit("ft", 0.3048, "kft")
    dialect = Dialect(
        aluminum="aluminum",
        ungrounded="ungrounded conductor",
        grounded="grounded conductor (neutral)",
        equipment_ground="equipment grounding conductor",
        ground_short="equipment ground",
        grounding="grounding",
        electrode_conductor="grounding electrode conductor",
        panel="panel",
        neutral_ground_bond="main bonding jumper",
        pipe="pipe",
        length_unit="feet",
        small_length_unit="in",
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
        return f"{_FRACTIONS.get(size, size)} in {_PIPE_WORDS[method]}"

    def laid_ways(self) -> tuple[tuple[str, str], ...]:
        """List ways in which a cable may lie, beyond method and place: none here."""
        return ()

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
        """List the wires of a run with their colors, 200.6 and 250.119; ungrounded ones by habit."""
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
        """Give the largest size that is commonly pulled; more current goes into parallel sets."""
        return "750"

    def smallest_customary(self, metal: Metal) -> str:
        """Give the smallest size of a metal commonly stocked for feeders."""
        return "8" if metal is Metal.aluminum else "14"

    def default_insulation(self, metal: Metal, segments: tuple[Segment, ...]) -> str:
        """Choose a usual insulation for a metal and route."""
        methods = {segment.method for segment in segments}
        if methods & {Method.direct_burial, Method.overhead}:
            return "USE-2"
        if methods == {Method.cable} and all(s.place in {Place.indoors, Place.attic} for s in segments):
            return "NM-B"
        return "XHHW-2" if metal is Metal.aluminum else "THWN-2"

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
                why = f"{insulation} is not listed for direct burial"
            elif segment.method in amp.RACEWAYS and row["raceway"] == "no":
                why = f"{insulation} is not for pulling into pipe as single conductors"
            elif segment.method is Method.cable and not row["ampacity_c"]:
                why = f"{insulation} is a single conductor; it needs a pipe"
            else:
                continue
            return Worked(why, (ruled("T", "insulation", insulation, why, row["source"]),))
        return Worked("", (ruled("T", "insulation", insulation, "suits every stretch of the run", row["source"]),))

    def calls_left_out(self) -> frozenset[str]:
        """Name the calls that this code does not leave open."""
        return north_american.CALLS_LEFT_OUT

    def usual_schools(self) -> Mapping[str, str]:
        """Name the schools taken here when nobody decided, where they are not the usual ones."""
        return {}

    def cite(self, topic: str) -> str:
        """Cite the article on a topic."""
        return _CITATIONS[topic]

    def to_neutral_v(self, line_v: float, system: System = System.split_phase) -> float:
        """Give the voltage from a line to the neutral: half of a center-tapped winding, less than that over two legs of a wye. [V]"""
        return north_american.to_neutral_v(line_v, system)

    def carrying_conductors(self, circuit: Circuit, system: System = System.split_phase) -> Step:
        """Count carrying conductors of a run."""
        return amp.carrying_conductors(circuit, system)

    def counts_continuous(self, kind: LoadKind, run: RunKind, *, said: bool) -> bool:
        """Tell whether a load counts as continuous on a run."""
        return motors.counts_continuous(kind, run, said=said)

    def motor_current(self, horsepower: float, volts: float) -> Step:
        """Look up a motor's full-load current. [A]"""
        return motors.motor_current(horsepower, volts)

    def motor_share(self) -> tuple[float, str]:
        """Give what the largest motor adds, as a share of its current, and the article."""
        return motors.MOTOR_SHARE

    def motor_kinds(self) -> frozenset[LoadKind]:
        """List the kinds of loads that are driven by motors."""
        return motors.MOTORS

    def motor_device(self, current_a: float, kind: LoadKind = LoadKind.motor) -> Worked[float]:
        """Find the largest breaker of a motor's circuit. [A]"""
        return motors.motor_device(current_a, kind)

    def counted_power(self, kind: LoadKind, run: RunKind, power_va: float) -> Step | None:
        """Give what a load counts for on a run where that is not its nameplate. [VA]"""
        return motors.counted_power(kind, run, power_va)

    def welder_factor(self, duty_percent: float) -> Step:
        """Look up what a welder's current counts for."""
        return motors.welder_factor(duty_percent)

    def needs_floor_area(self) -> bool:
        """Say whether the load of a dwelling is worked from its floor area."""
        return True

    def dwelling_methods(self) -> tuple[tuple[str, str], ...]:
        """List the methods for a dwelling's load with their names."""
        return dwelling.METHODS

    def pooled_methods(self) -> frozenset[str]:
        """List the methods that pool loads, with vehicle charging inside or outside the pool as a call."""
        return frozenset({"optional", "existing", "existing_added"})

    def new_dwelling_methods(self) -> tuple[str, ...]:
        """List the methods for a dwelling that is new, the usual one last."""
        return "standard", "optional"

    def dwelling_allowance(self, facts: AllowanceFacts) -> Step:
        """Decide on the allowance for a dwelling's own supply."""
        return devices.dwelling_allowance(facts)

    def parallel_least(self) -> tuple[str, str]:
        """Give the smallest size that may run in parallel, and the article."""
        return "1/0", "310.10(G)(1)"

    def supply_side_jumper(self, wire: Wire, sets: int, metal: Metal) -> Worked[str]:
        """Size the main bonding jumper and supply-side jumpers."""
        return grounding.supply_side_jumper(wire, sets, metal)

    def source_share(self, kind: SourceKind) -> tuple[float, str]:
        """Give how much of its nameplate current the conductors from a source carry; 0 where they follow the load."""
        return _SOURCE_SHARES.get(kind, (0.0, ""))

    def raised_voltages(self) -> tuple[float, ...]:
        """List the voltages to which a long run is raised here. [V]"""
        return (480.0, 600.0)

    def interrupting_ratings(self) -> tuple[float, ...]:
        """List the interrupting ratings on the shelf. [A]"""
        return (10_000.0, 22_000.0, 42_000.0, 65_000.0, 100_000.0, 200_000.0)

    def unmarked_interrupting_a(self) -> Step:
        """Give what an unmarked breaker may interrupt. [A]"""
        return ruled("I_r", "interrupting rating", "5000 A", "not marked, and a breaker without a marking has this", "240.83(C)", 5000.0)

    def dc_resistance(self, size: str, metal: Metal) -> Step:
        """Look up direct-current resistance."""
        return raceways.resistance_dc(size, metal)

    def device_for_load(self, load: DesignLoad, kind: RunKind, guard: Guard = USUAL_GUARD) -> Worked[float]:
        """Choose the least device for a load. [A]"""
        del guard
        return devices.device_for_load(load, kind)

    def device_for_wire(
        self, ampacity: Ampacity, wire: Wire, school: str, allowance: float = 1.0, guard: Guard = USUAL_GUARD
    ) -> Worked[float]:
        """Find the largest device for a wire. [A]"""
        if guard.outlets and school == "next_up":
            school = "outlets"
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
        """Look up a conductor's area. [cmil]"""
        return grounding.area_cmil(size)

    def area_m2(self, size: str) -> float:
        """Work a conductor's area. [m²]"""
        return grounding.area_cmil(size) * 5.067075e-10  # circular mils to m²

    def equipment_ground(self, facts: GroundFacts) -> Worked[str]:
        """Size the equipment grounding conductor."""
        return grounding.equipment_ground(facts)

    def grounded_minimum(self, facts: NeutralFacts) -> Worked[str]:
        """Find the smallest grounded conductor."""
        return grounding.grounded_minimum(facts)

    def dwelling_loads(self, facts: DwellingFacts) -> tuple[MethodLoad, ...]:
        """Work the load of a dwelling by every method. [VA]"""
        return dwelling.dwelling_loads(facts)

    def dwelling_least_a(self) -> Step:
        """Give the least rating of a one-family dwelling's service. [A]"""
        return ruled("I_s", "least service of a one-family dwelling", "100 A", "three-wire", "230.79(C)", 100.0)

    def tap(self, facts: TapFacts, metal: Metal, insulation: str, terminals_c: float) -> Worked[tuple[str, str]]:
        """Size a feeder tap; gives the size and the name of the rule."""
        return taps.feeder_tap(facts, metal, insulation, terminals_c)

    def secondary_share(self, facts: SecondaryFacts) -> Worked[float]:
        """Choose the rule for a transformer's secondary conductors. [A]"""
        return taps.secondary_share(facts)

    def tap_lengths(self) -> tuple[float, ...]:
        """List the lengths at which the tap rules end. [m]"""
        return taps.SHORT_FT * taps.FOOT_M, taps.LONG_FT * taps.FOOT_M

    def tap_share(self, length_m: float, feeder_device_a: float, feeder_ampacity_a: float = 0.0) -> Worked[float]:
        """Give what a tap must carry of the device ahead. [A]"""
        del feeder_ampacity_a  # asked of every rulebook; here the device decides
        return taps.tap_share(length_m, feeder_device_a)

    def transformer_devices(self, facts: TransformerFacts) -> tuple[Worked[float], Worked[float]]:
        """Give the largest devices on both sides of a transformer. [A]"""
        return taps.transformer_devices(facts)

    def quick_resistance(self, size: str, metal: Metal) -> Step:
        """Work the resistance of the quick constant. [ohm per 1000 ft]"""
        return raceways.quick_resistance(size, metal)

    def impedance(self, size: str, metal: Metal, method: Method, insulation: str = "") -> Worked[Impedance]:
        """Look up resistance and reactance. [ohm per 1000 ft]"""
        del insulation
        return raceways.impedance(size, metal, method)

    def drop_correction(self, facts: WarmFacts) -> Worked[float]:
        """Give the share of a conductor's resistance that is left at its real temperature: the table's is taken."""
        del facts
        return Worked(1.0)

    def drop_distance(self, wire: Wire, current_a: float, ampacity_a: float) -> Worked[float] | None:
        """Give how far a conductor reaches for one percent of 120 V: this code prints no distances. [m]"""
        del wire, current_a, ampacity_a
        return None

    def drop_is_rule(self) -> bool:
        """Say whether the drop limit is a rule here, or advice."""
        return False

    def drop_counts(self, kind: RunKind) -> bool:
        """Tell whether the drop of a run counts in its way: all do."""
        del kind
        return True

    def drop_limits(self, run_percent: float, way_percent: float, *, lighting: bool) -> tuple[float, float]:
        """Give the drop wanted at most in a run and over its way. [%]"""
        del lighting
        return run_percent, way_percent

    def drop_citation(self, kind: RunKind) -> str:
        """Cite where the drop is spoken of."""
        return "210.19(A) note" if kind is RunKind.branch else "215.2(A)(1) note"

    def area_unit(self) -> str:
        """Name the unit of wire and pipe areas."""
        return "in²"

    def wire_area(self, size: str, insulation: str) -> Step:
        """Look up a wire's area. [in²]"""
        return raceways.wire_area(size, insulation)

    def bare_area(self, size: str) -> Step:
        """Look up the area over the strands of a bare conductor. [in²]"""
        return raceways.bare_area(size)

    def pipes(self, method: Method, wires: int, length_m: float | None = None) -> tuple[PipeSize, ...]:
        """List pipes of a method."""
        return raceways.pipes(method, wires, length_m)

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
        return raceways.bends_limit_deg(method)

    def cover(self, segment: Segment, run: RunFacts, device_a: float | None) -> Worked[float | None]:
        """Give the least cover. [m]"""
        return raceways.cover(segment, run, device_a)

    def bond_here(self, *, first_disconnect: bool, building: BuildingFacts) -> Worked[str]:
        """Decide on the bond in an enclosure."""
        return buildings.bond_here(first_disconnect=first_disconnect, building=building)

    def four_wires(self, run: RunFacts, building: BuildingFacts) -> Step:
        """Say which conductors go to a building."""
        return buildings.four_wires(run, building)

    def panel_room(self, room: Room) -> Step:
        """Say whether a can with devices may hang in a room."""
        citation = {Room.bathroom: "240.24(E)", Room.clothes_closet: "240.24(D)", Room.over_steps: "240.24(F)"}.get(room, "240.24")
        return north_american.panel_room(room, citation)

    def handle_height(self) -> Step:
        """Give how high the highest handle may be. [m]"""
        why = "the middle of the grip of its highest handle, over the floor or the platform one stands on"
        return ruled("h", "highest handle", "6 ft 7 in", why, "240.24(A)", 2.0066)

    def grounding_open(self, building: BuildingFacts) -> Worked[frozenset[Grounding]]:
        """List how a new feed may ground another building."""
        del building
        why = "new work brings neutral and equipment ground as two wires"
        return Worked(frozenset({Grounding.equipment_ground}), (ruled("G", "grounding", "four wires", why, "250.32(B)(1)"),))

    def may_feed_three_wires(self) -> bool:
        """Tell whether a new feed may bring no ground and ground its neutral again: new work takes four wires."""
        return False

    def may_ground_again(self, building: BuildingFacts) -> bool:
        """Say whether a new feed may leave out the ground and ground the neutral again: since 2008 it may not."""
        del building
        return False

    def building_disconnect(self, building: BuildingFacts, main_a: float | None) -> Worked[float]:
        """Give the least rating of a building's disconnect. [A]"""
        return buildings.building_disconnect(building, main_a)

    def electrodes_needed(self, building: BuildingFacts, school: str) -> Worked[bool]:
        """Decide on electrodes at a building."""
        return buildings.electrodes_needed(building, school)

    def electrode_conductor(
        self, kind: ElectrodeKind, supply: Wire | None, metal: Metal, *, sets: int = 1, goes_on: bool = False
    ) -> Worked[str]:
        """Size the conductor to an electrode."""
        return grounding.electrode_conductor(kind, supply, metal, sets=sets, goes_on=goes_on)

    def electrode_rules(self, building: BuildingFacts) -> Worked[str]:
        """Say how electrodes go in and are joined."""
        return electrodes.electrode_rules(building)

    def intersystem_bonding(self, building: BuildingFacts) -> Worked[bool]:
        """Say whether a place to bond other systems is needed."""
        return electrodes.intersystem_bonding(building)

    def rod_limits(self) -> tuple[float, float, float]:
        """Give rod length [m], spacing [m] and the one-rod limit [ohm]."""
        return buildings.ROD_LENGTH_M, buildings.ROD_SPACING_M, buildings.ONE_ROD_OHM
