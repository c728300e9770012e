"""The British wiring rules, BS 7671:2018 with Amendment 2:2022, as answers to the trade's questions."""

from __future__ import annotations

from collections.abc import Mapping
from math import sqrt

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
from northspan.core.physics.device_curves import Curve
from northspan.core.rulebooks.amounts import Amounts
from northspan.core.rulebooks.loop_protocol import LoopRules
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
from northspan.core.rulebooks.uk import boxes, buildings, cables, conductors, devices, dwelling, routes, ways
from northspan.core.rulebooks.uk.limits import UK_LIMITS
from northspan.core.rulebooks.uk.loop_rules import UkLoopRules
from northspan.core.rulebooks.uk.sources import load_all, source
from northspan.core.rulebooks.uk.words import CITATIONS, DIALECT
from northspan.core.working.errors import NoSolution, OutsideTable
from northspan.core.working.worked import Margin, Step, Worked, at_most, given, ruled, step, whole

_METHODS = (
    (Method.cable, "Cable on a surface or in the fabric"),
    (Method.direct_burial, "Cable in the ground"),
    (Method.pvc40, "Plastic conduit or duct"),
    (Method.rmc, "Steel conduit"),
    (Method.overhead, "Overhead, on a catenary"),
)
_PLACES = (
    (Place.indoors, "Indoors"),
    (Place.attic, "Loft, or in insulation"),
    (Place.outdoors, "Outdoors"),
    (Place.buried, "Buried"),
    (Place.overhead, "Overhead"),
)
_SURFACES = (
    (Surface.open_ground, "Garden or field"),
    (Surface.dwelling_driveway, "Drive"),
    (Surface.under_4in_slab, "Slab"),
    (Surface.under_2in_concrete, "Concrete"),
    (Surface.street, "Road"),
)
_COLORS = {
    False: (("line 1", "brown"), ("neutral", "blue"), ("ground", "green and yellow")),
    True: (("line 1", "red"), ("neutral", "black"), ("ground", "green")),
}
LEAST_CUTOUT_A = 60.0
TAP_M = 3.0
TERMINALS = ((Terminals.unmarked, "not marked, 70 °C"), (Terminals.c70, "marked 70 °C"), (Terminals.c90, "marked 90 °C"))
EARTHINGS = (
    (Earthing.tn_c_s, "TN-C-S: neutral and earth one conductor outside"),
    (Earthing.tn_s, "TN-S: a conductor of its own, or the cable's sheath"),
    (Earthing.tt, "TT: your own electrode"),
)
GROUNDINGS = (
    (Grounding.equipment_ground, "comes along"),
    (Grounding.island, "stays at the near end; an electrode at the far end"),
)
_LEFT_OUT = frozenset(
    {
        "metal",
        "bonding_raised",
        "vehicle_pool",
        "dwelling_allowance",
        "rounding",
        "derating_start",
        "equipment_ground",
        "rods",
        "legacy_feed",
        "water_conductor",
    }
)


class UkRulebook(Amounts):
    """BS 7671 behind the protocol: every method asks one of the topic modules."""

    id = "uk-2022"
    title = "British rules, BS 7671:2018 with Amendment 2:2022"
    usual_v = 230.0
    usual_power_factor = 1.0
    usual_system = System.single_phase
    feet = False
    main_protects = False  # the main switch of a consumer unit is no device
    not_covered = UK_LIMITS
    bonds_own_source = True  # neutral and earth are linked at a source of one's own that runs alone
    frequency_hz = 50.0
    length = LengthUnit("m", 1.0, "km")
    dialect: Dialect = DIALECT
    loop: LoopRules | None = UkLoopRules()

    def __init__(self) -> None:
        load_all()

    def metals(self) -> tuple[Metal, ...]:
        """List the conductor metals: copper, as in dwellings."""
        return (Metal.copper,)

    def metal_name(self, metal: Metal) -> str:
        """Name a metal as the trade does."""
        return self.dialect.aluminum if metal is Metal.aluminum else metal.value

    def methods(self) -> tuple[tuple[Method, str], ...]:
        """List the wiring methods with their names."""
        return _METHODS

    def insulations(self) -> tuple[str, ...]:
        """List the kinds of cable."""
        return tuple(source("cables").rows)

    def places(self) -> tuple[tuple[Place, str], ...]:
        """List the places with their names."""
        return _PLACES

    def surfaces(self) -> tuple[tuple[Surface, str], ...]:
        """List what may be above a trench, with names."""
        return _SURFACES

    def sizes(self, metal: Metal, insulation: str = "") -> tuple[str, ...]:
        """List conductor sizes, smallest first: those a kind of cable is made in."""
        return cables.size_ladder(insulation) if metal is Metal.copper else ()

    def size_name(self, size: str) -> str:
        """Name a size as the trade says it."""
        return conductors.size_name(size)

    def pipe_name(self, method: Method, size: str) -> str:
        """Name a pipe as the trade says it."""
        return f"{size} mm {'steel conduit' if method is Method.rmc else 'conduit'}"

    def laid_ways(self) -> tuple[tuple[str, str], ...]:
        """List the reference methods of the tables."""
        return cables.WAYS

    def groupings(self) -> tuple[tuple[str, str], ...]:
        """List how circuits may lie together, beyond in one bundle or pipe."""
        return cables.GROUPINGS

    def terminal_markings(self) -> tuple[tuple[Terminals, str], ...]:
        """List what terminals may be marked for."""
        return TERMINALS

    def earthings(self) -> tuple[tuple[Earthing, str], ...]:
        """List the earthing systems."""
        return EARTHINGS

    def groundings(self) -> tuple[tuple[Grounding, str], ...]:
        """List how the far end of a run is earthed."""
        return GROUNDINGS

    def colors(self, circuit: Circuit, *, old: bool = False) -> tuple[tuple[str, str], ...]:
        """List the wires of a run with their colors, Table 51; old ones to 2004."""
        del circuit  # one line and a neutral
        return _COLORS[old]

    def device_types(self) -> tuple[tuple[str, str], ...]:
        """List kinds of devices."""
        return devices.TYPES

    def devices(self, device_type: str = "") -> tuple[float, ...]:
        """List ratings of a kind of device; of all without one. [A]"""
        return devices.ratings(device_type)

    def fault_limits_c(self, insulation: str) -> tuple[float, float]:
        """Give the temperatures of a wire when a fault begins, and what its insulation stands while it lasts. [°C]"""
        return (90.0, 250.0) if "90" in insulation else (70.0, 160.0)

    def device_curve(self, device_type: str, rating_a: float) -> Curve:
        """Give the time-current bounds of a device."""
        return devices.curve_of(device_type, rating_a)

    def largest_customary(self) -> str:
        """Give the largest size that is commonly pulled."""
        return "240"

    def smallest_customary(self, metal: Metal) -> str:
        """Give the smallest size commonly stocked."""
        del metal
        return "1"

    def default_insulation(self, metal: Metal, segments: tuple[Segment, ...]) -> str:
        """Choose a usual cable for a route."""
        del metal
        if any(s.place in cables.WET or s.method is Method.direct_burial for s in segments):
            return "armoured 90"
        return "singles" if any(s.method in cables.PIPES for s in segments) else "flat twin"

    def single_wires(self, insulation: str) -> bool:
        """Tell whether a kind is pulled in pipe as single conductors."""
        return cables.cable(insulation)["raceway"] == "yes"

    def insulation_fits(self, insulation: str, segments: tuple[Segment, ...]) -> Worked[str]:
        """Say what is wrong with a cable on a route; an empty answer means nothing is."""
        row = cables.cable(insulation)
        for segment in segments:
            if segment.place in cables.WET and row["wet"] == "no":
                why = f"{insulation} is for indoors; this run goes outside"
            elif segment.place is Place.buried and row["burial"] == "no":
                why = f"{insulation} may not lie in the ground; an armoured cable may"
            elif row["raceway"] == "yes" and segment.method not in cables.PIPES:
                why = f"{insulation} need a conduit"
            else:
                continue
            return Worked(why, (ruled("T", "kind of cable", insulation, why, "Table 4A2"),))
        return Worked("", (ruled("T", "kind of cable", insulation, "suits every stretch of the run", "Table 4A2"),))

    def calls_left_out(self) -> frozenset[str]:
        """Name the calls that this code does not leave open."""
        return _LEFT_OUT

    def usual_schools(self) -> Mapping[str, str]:
        """Name the schools taken here when nobody decided, where they are not the usual ones."""
        return {"generator_neutral": "switched"}

    def cite(self, topic: str) -> str:
        """Cite the regulation on a topic."""
        return CITATIONS[topic]

    def to_neutral_v(self, line_v: float, system: System = System.single_phase) -> float:
        """Give the voltage from a line to the neutral. [V]"""
        if system is System.single_phase:
            return line_v
        return line_v / sqrt(3) if system is System.wye_legs else line_v / 2

    def carrying_conductors(self, circuit: Circuit, system: System = System.single_phase) -> Step:
        """Count carrying conductors of a run."""
        del circuit, system
        return ruled("n", "carrying conductors of this run", "2", "line and neutral carry the same", "Appendix 4", 2.0)

    def counts_continuous(self, kind: LoadKind, run: RunKind, *, said: bool) -> bool:
        """Tell whether a load counts as continuous: the code makes no difference."""
        del kind, run, said
        return False

    def motor_current(self, horsepower: float, volts: float) -> Step:
        """Work a motor's full-load current from its power, efficiency and power factor assumed. [A]"""
        return step("I_m", f"motor of {horsepower:g} hp, efficiency and power factor assumed", "746 * P / (U * e * f)", "A", "assumed",
                    P=horsepower, U=volts, e=0.75, f=0.75)  # fmt: skip

    def motor_share(self) -> tuple[float, str]:
        """Give what the largest motor adds, as a share of its current: nothing here."""
        return 0.0, "552.1"

    def motor_kinds(self) -> frozenset[LoadKind]:
        """List the kinds of loads that are driven by motors."""
        return frozenset({LoadKind.motor})

    def counted_power(self, kind: LoadKind, run: RunKind, power_va: float) -> Step | None:
        """Give what a load counts for on a run where that is not its rating: it always is. [VA]"""
        del kind, run, power_va
        return None

    def motor_device(self, current_a: float, kind: LoadKind = LoadKind.motor) -> Worked[float]:
        """Find the device of a motor's circuit: a type C breaker that lets it start. [A]"""
        del kind
        shown = given("I_b", "design current of the motor", current_a, "A", "552.1")
        device = devices.next_device(current_a, "C")
        return Worked(device.value, (shown, device))

    def welder_factor(self, duty_percent: float) -> Step:
        """Work what a welder's current counts for: the heat of its duty."""
        return step("f_w", f"welder at {duty_percent:g} % duty", "sqrt(d / 100)", "", "heat of the duty", d=duty_percent)

    def needs_floor_area(self) -> bool:
        """Say whether the load of a dwelling is worked from its floor area: it is not."""
        return False

    def dwelling_methods(self) -> tuple[tuple[str, str], ...]:
        """List the methods for a dwelling's load with their names."""
        return dwelling.METHODS

    def pooled_methods(self) -> frozenset[str]:
        """List the methods that pool loads, with vehicle charging inside or outside the pool as a call."""
        return frozenset()

    def new_dwelling_methods(self) -> tuple[str, ...]:
        """List the methods for a dwelling that is new."""
        return ("diversity",)

    def dwelling_allowance(self, facts: AllowanceFacts) -> Step:
        """Decide on an allowance for a dwelling's own supply: there is none here."""
        del facts
        return ruled("f", "allowance of a dwelling's own supply", "none", "diversity is all there is", "311.1", 1.0)

    def parallel_least(self) -> tuple[str, str]:
        """Give the smallest size that is run in parallel, and the regulation."""
        return "50", "433.4"

    def supply_side_jumper(self, wire: Wire, sets: int, metal: Metal) -> Worked[str]:
        """Size the main earthing conductor by the tails."""
        del sets, metal
        return buildings.earthing_by_tails(wire.size)

    def source_share(self, kind: SourceKind) -> tuple[float, str]:
        """Give how much of its nameplate current the conductors from a source carry; 0 where they follow the load."""
        own = {SourceKind.generator, SourceKind.governed_plant, SourceKind.inverter_pair}
        return (1.0, "551.4") if kind in own else (0.0, "")

    def raised_voltages(self) -> tuple[float, ...]:
        """List the voltages to which a long run is raised here. [V]"""
        return (400.0,)

    def interrupting_ratings(self) -> tuple[float, ...]:
        """List the breaking capacities on the shelf. [A]"""
        return (6000.0, 10_000.0, 16_000.0, 25_000.0, 33_000.0, 80_000.0)

    def unmarked_interrupting_a(self) -> Step:
        """Give what an unmarked device may break. [A]"""
        why = "not marked; taken as the least there is"
        return ruled("I_r", "breaking capacity", "1000 A", why, "434.5.1", 1000.0)

    def dc_resistance(self, size: str, metal: Metal) -> Step:
        """Give direct-current resistance. [ohm per km]"""
        del metal
        return conductors.plain_resistance(size)

    def device_for_load(self, load: DesignLoad, kind: RunKind, guard: Guard = USUAL_GUARD) -> Worked[float]:
        """Choose the least device for a load. [A]"""
        return devices.device_for_load(load, kind, guard)

    def device_for_wire(
        self, ampacity: Ampacity, wire: Wire, school: str, allowance: float = 1.0, guard: Guard = USUAL_GUARD
    ) -> Worked[float]:
        """Find the largest device for a cable: no school rounds it up. [A]"""
        del school, allowance
        return devices.device_for_wire(ampacity, wire, RunKind.feeder, guard)

    def terminals_c(self, marking: Terminals, device_a: float) -> Step:
        """Give the temperature terminals stand. [°C]"""
        del device_a
        return cables.terminals_c(marking)

    def ampacity(
        self, wire: Wire, segments: tuple[Segment, ...], carrying: int, terminals_c: float, start: str = "insulation"
    ) -> Worked[Ampacity]:
        """Give what a run carries. [A]"""
        del carrying, start
        return cables.run_ampacity(wire, segments, terminals_c)

    def load_margins(
        self, load: DesignLoad, ampacity: Ampacity, kind: RunKind, allowance: float = 1.0, guard: Guard = USUAL_GUARD
    ) -> tuple[tuple[Step, ...], tuple[Margin, ...]]:
        """Hold a cable against its load."""
        del kind, allowance
        return devices.load_margins(load, ampacity, guard)

    def largest_loads(self, ampacity: Ampacity, device_a: float, kind: RunKind) -> tuple[Step, Step]:
        """Give the largest load of a cable; a continuous one may be as large. [A]"""
        del kind
        load = step("I_m", "largest load", "min(I_z, I_n)", "A", "433.1.1", I_z=ampacity.final_a, I_n=device_a)
        return load, ruled("I_k", "largest continuous load", load.result, "the same", "433.1.1", load.value)

    def area(self, size: str) -> float:
        """Give a conductor's area. [mm²]"""
        return conductors.area_mm2(size)

    def area_m2(self, size: str) -> float:
        """Give a conductor's area. [m²]"""
        return conductors.area_mm2(size) * 1e-6  # mm² to m²

    def equipment_ground(self, facts: GroundFacts) -> Worked[str]:
        """Size a protective conductor by the table alone; a run in a job goes by the loop and the formula."""
        return buildings.earthing_by_tails(facts.size)

    def grounded_minimum(self, facts: NeutralFacts) -> Worked[str]:
        """Find the smallest neutral: as large as the line, which it is derated with."""
        size = facts.wire.size
        return Worked(size, (ruled("N", "neutral", f"{size} mm²", "one line: the neutral carries the same", "524.2.1"),))

    def dwelling_loads(self, facts: DwellingFacts) -> tuple[MethodLoad, ...]:
        """Work the load of a dwelling. [VA]"""
        return dwelling.dwelling_loads(facts)

    def dwelling_least_a(self) -> Step:
        """Give the least rating of a dwelling's supply: no rule sets one, suppliers' cut-outs begin there. [A]"""
        words = "no rule sets one; the supplier's cut-outs begin there, and he says which it is"
        return ruled("I_s", "least supply of a dwelling", f"{whole(LEAST_CUTOUT_A)} A", words, "customary", LEAST_CUTOUT_A)

    def tap(self, facts: TapFacts, metal: Metal, insulation: str, terminals_c: float) -> Worked[tuple[str, str]]:
        """Size conductors that are reduced without a device at the joint; gives the size and the rule."""
        named = self.tap_share(facts.length_m, facts.feeder_device_a, facts.feeder_ampacity_a)
        wanted = max(facts.load_a, facts.end_device_a)
        for size in cables.size_ladder(insulation):
            if facts.segments:
                carried = cables.run_ampacity(Wire(size, metal, insulation), facts.segments, terminals_c)
                held, shown = carried.value.final_a, carried.steps
            else:
                rated = source(cables.cable(insulation)["table"])
                held = rated.number(size, "C" if "C" in rated.columns else "B")
                shown = (given("I_t", f"{size} mm² {insulation}, before factors", held, "A", rated.citation),)
            if held >= wanted:
                margins = (at_most("end", "Device where it ends", wanted, held, "A", "433.2"),)
                return Worked((size, "3 m rule"), (*named.steps, *shown), margins)
        largest = cables.size_ladder(insulation)[-1]
        raise NoSolution("tap", f"every {insulation} size up to {largest} mm² for {whole(wanted)} A")

    def secondary_share(self, facts: SecondaryFacts) -> Worked[float]:
        """Say what conductors behind a transformer must carry, as far as a device stands behind them. [A]"""
        del facts
        why = "the device behind them guards against overload; keep them short, and away from what burns"
        return Worked(0.0, (ruled("r", "rule", "433.2", why, "433.2.1, 434.2.1"),))

    def tap_lengths(self) -> tuple[float, ...]:
        """List the lengths at which the rules for a reduced conductor end. [m]"""
        return (TAP_M,)

    def tap_share(self, length_m: float, feeder_device_a: float, feeder_ampacity_a: float = 0.0) -> Worked[float]:
        """Give what a reduced conductor must carry of the larger one: nothing within 3 m, and no rule beyond. [A]"""
        del feeder_device_a, feeder_ampacity_a
        if length_m > TAP_M + 1e-9:
            raise NoSolution("tap", f"the 3 m rule on {length_m:.1f} m; put a device at the joint, or run the full size")
        why = f"{length_m:.1f} m long, laid so that a fault is most unlikely; its own device stands at its end"
        return Worked(0.0, (ruled("r", "rule", "3 m rule", why, "434.2.1", 0.0),))

    def transformer_devices(self, facts: TransformerFacts) -> tuple[Worked[float], Worked[float]]:
        """Give the usual devices on both sides of a transformer. [A]"""
        return devices.transformer_devices(facts)

    def quick_resistance(self, size: str, metal: Metal) -> Step:
        """Work the resistance of the quick constant. [ohm per km]"""
        del metal
        return conductors.quick_resistance(size)

    def impedance(self, size: str, metal: Metal, method: Method, insulation: str = "") -> Worked[Impedance]:
        """Give resistance and reactance of one conductor. [ohm per km]"""
        if metal is not Metal.copper:
            raise OutsideTable("Appendix 4", f"{metal} conductors", "copper is what this rulebook has")
        return conductors.impedance(size, method, insulation)

    def drop_correction(self, facts: WarmFacts) -> Worked[float]:
        """Give the share of a conductor's resistance that is left at its real temperature."""
        return cables.drop_correction(facts)

    def drop_distance(self, wire: Wire, current_a: float, ampacity_a: float) -> Worked[float] | None:
        """Give how far a conductor reaches for one percent of 120 V: this code prints no distances. [m]"""
        del wire, current_a, ampacity_a
        return None

    def drop_is_rule(self) -> bool:
        """Say whether the drop limit is a rule here, or advice."""
        return True

    def drop_counts(self, kind: RunKind) -> bool:
        """Tell whether the drop of a run counts: from the origin on, so the supplier's cable does not."""
        return kind is not RunKind.service

    def drop_limits(self, run_percent: float, way_percent: float, *, lighting: bool) -> tuple[float, float]:
        """Give the drop wanted at most over the whole way from the origin: 3 % for lighting, 5 % for the rest, or less as typed. [%]"""
        del run_percent
        most = 3.0 if lighting else 5.0
        return min(way_percent, most), min(way_percent, most)

    def drop_citation(self, kind: RunKind) -> str:
        """Cite where the drop is spoken of."""
        del kind
        return "525, Table 4Ab"

    def area_unit(self) -> str:
        """Name the unit of wire and pipe areas."""
        return "mm²"

    def wire_area(self, size: str, insulation: str) -> Step:
        """Work a wire's area. [mm²]"""
        return ways.wire_area(size, insulation)

    def bare_area(self, size: str) -> Step:
        """Work the area over the strands of a bare conductor. [mm²]"""
        return step("a", f"{conductors.size_name(size)}, bare: over its strands", "1.32 * S", "mm²", "round strands", S=float(size))

    def pipes(self, method: Method, wires: int, length_m: float | None = None) -> tuple[PipeSize, ...]:
        """List pipes of a method."""
        del wires, length_m
        return ways.pipes(method)

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
        return ways.bend_radius(method, size)

    def bends_limit_deg(self, method: Method) -> Step:
        """Give the most bends between boxes. [degrees]"""
        del method
        return ways.bends_limit_deg()

    def cover(self, segment: Segment, run: RunFacts, device_a: float | None) -> Worked[float | None]:
        """Give the least depth. [m]"""
        del run, device_a
        return ways.cover(segment)

    def bond_here(self, *, first_disconnect: bool, building: BuildingFacts) -> Worked[str]:
        """Decide on a link of neutral and earth in an enclosure: never one of yours."""
        del first_disconnect
        return buildings.bond_here(building)

    def four_wires(self, run: RunFacts, building: BuildingFacts) -> Step:
        """Say which conductors go to a building."""
        del building
        return buildings.wires_to(run)

    def panel_room(self, room: Room) -> Step:
        """Say whether a can with devices may hang in a room."""
        why = "out of the zones of a bath or shower" if room is Room.bathroom else "no rule keeps it away; its case does not burn"
        cite = "701.512.3" if room is Room.bathroom else "421.1.201"
        return ruled("p", "place of a consumer unit", "no" if room is Room.bathroom else "yes", why, cite)

    def handle_height(self) -> Step:
        """Give how high the highest handle may be. [m]"""
        return ruled("h", "highest handle", "1450 mm", "customary for what a person must reach in a dwelling", "guide", 1.45)

    def grounding_open(self, building: BuildingFacts) -> Worked[frozenset[Grounding]]:
        """List how a new submain may earth another building."""
        del building
        open_ways = frozenset({Grounding.equipment_ground, Grounding.island})
        why = "the protective conductor comes along, or the building stands on its own electrode"
        return Worked(open_ways, (ruled("G", "earthing", "protective conductor or island", why, "411.4, 411.5"),))

    def may_feed_three_wires(self) -> bool:
        """Tell whether a new feed may bring no ground and ground its neutral again: a supplier may, a consumer may not."""
        return False

    def may_ground_again(self, building: BuildingFacts) -> bool:
        """Say whether a neutral may be earthed again at another building: never here."""
        del building
        return False

    def building_disconnect(self, building: BuildingFacts, main_a: float | None) -> Worked[float]:
        """Give the least rating of a building's main switch. [A]"""
        del main_a
        return buildings.building_disconnect(building)

    def electrodes_needed(self, building: BuildingFacts, school: str) -> Worked[bool]:
        """Decide on electrodes: needed where earth is the way back."""
        del school
        return buildings.electrodes_needed(building)

    def electrode_conductor(
        self, kind: ElectrodeKind, supply: Wire | None, metal: Metal, *, sets: int = 1, goes_on: bool = False
    ) -> Worked[str]:
        """Size the conductor to an electrode."""
        del kind, metal, goes_on
        return buildings.electrode_conductor(supply.size if supply else "25", sets)

    def electrode_rules(self, building: BuildingFacts) -> Worked[str]:
        """Say how electrodes go in and are joined."""
        return buildings.electrode_rules(building)

    def intersystem_bonding(self, building: BuildingFacts) -> Worked[bool]:
        """Say whether a place to bond other systems is needed: the main earth terminal serves."""
        del building
        why = "aerials and telephone join the main earth terminal"
        return Worked(False, (ruled("I", "bonding of telephone and aerials", "main earth terminal", why, "411.3.1.2"),))

    def rod_limits(self) -> tuple[float, float, float]:
        """Give usual length and spacing of rods, and the resistance above which an electrode is not counted on. [m, m, ohm]"""
        return buildings.ROD_LENGTH_M, buildings.ROD_SPACING_M, 200.0
