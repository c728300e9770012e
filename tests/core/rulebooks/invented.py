"""A tiny code that exists nowhere: five copper cables, three devices, one rod. It answers every question in the shortest way."""

from dataclasses import dataclass
from typing import Any

from northspan.core.document.job import Earthing, Grounding, LoadKind, Metal, Method, Place, Surface, System, Terminals
from northspan.core.physics.device_curves import inverse_time
from northspan.core.rulebooks.amounts import Amounts
from northspan.core.rulebooks.questions.common import USUAL_GUARD, Ampacity, RodLimits
from northspan.core.rulebooks.questions.drops import Impedance, LengthUnit
from northspan.core.rulebooks.questions.dwellings import MethodLoad
from northspan.core.rulebooks.questions.electrodes import ElectrodeNeed
from northspan.core.rulebooks.questions.pipes import PipeSize
from northspan.core.rulebooks.questions.taps import TransformerSide
from northspan.core.rulebooks.questions.words import Dialect, Terms
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.working.worked import Step, Worked, at_most, ending, given, ruled, step

AREA_MM2 = {"thin": 4.0, "small": 10.0, "middle": 25.0, "thick": 50.0, "huge": 120.0}
CARRIES_A = {"thin": 20.0, "small": 40.0, "middle": 80.0, "thick": 110.0, "huge": 200.0}
SIZES, RATINGS_A = tuple(AREA_MM2), (20.0, 50.0, 100.0, 200.0)
WORDS = Dialect(
    aluminum="aluminium", grounded="return wire", equipment_ground="guard wire", ground_short="guard wire",
    grounding="guarding", electrode_conductor="rod wire", panel="cabinet",  pipe="tube",
    length_unit="metres", terms=Terms(feeder="long line", equipment_grounding_conductor="guard wire"),
)  # fmt: skip


def says(words: str, value: float = 0.0, unit: str = "") -> Step:
    return ruled("x", words, f"{value:g} {unit}".strip(), "so it is written", "Halm 1", value)


def least_for(current_a: float) -> str:
    return next(size for size in SIZES if CARRIES_A[size] >= current_a)


class Wires:
    metals = staticmethod(lambda: (Metal.copper,))
    insulations = staticmethod(lambda: ("wax",))
    sizes = staticmethod(lambda metal, insulation="": SIZES)
    largest_customary = staticmethod(lambda: "huge")
    smallest_customary = staticmethod(lambda metal: "thin")
    default_insulation = staticmethod(lambda metal, segments, *, branch=False: "wax")
    single_wires = staticmethod(lambda insulation: True)
    insulation_fits = staticmethod(lambda insulation, segments: Worked("", (says("wax"),)))
    parallel_least = staticmethod(lambda: ("thick", "Halm 2"))
    parallel_is_rule = staticmethod(lambda: True)
    area = staticmethod(lambda size: AREA_MM2[size])
    area_m2 = staticmethod(lambda size: 1e-6 * AREA_MM2[size])


class Ampacities:
    usual_ground_c = staticmethod(lambda: 20.0)
    carrying_conductors = staticmethod(lambda circuit, system: says("carrying", 2))
    terminals_c = staticmethod(lambda marking, device_a: says("terminals", 70, "°C"))
    fault_limits_c = staticmethod(lambda insulation: (70.0, 160.0))

    @staticmethod
    def run_ampacity(wire, segments, carrying, terminal_c, start="insulation"):
        carries = CARRIES_A[wire.size]
        return Worked(Ampacity(carries, carries, 0), (says("ampacity", carries, "A"),))

    @staticmethod
    def load_margins(load, ampacity, kind, allowance=1.0, guard=USUAL_GUARD, rating_a=0.0):
        return (), (at_most("ampacity", "load", load.total_a, ampacity.final_a, "A", "Halm 3"),)

    @staticmethod
    def largest_loads(ampacity, device_a, kind):
        most = min(ampacity.final_a, device_a)
        return says("load", most, "A"), says("continuous load", most, "A")


class Devices:
    load_words = "Device"
    device_type_of = staticmethod(lambda kind, chosen: "")
    guard_for = staticmethod(lambda kind, chosen, *, buried, cannot_overload, ring=False, outlets=False: USUAL_GUARD)
    device_types = staticmethod(lambda: ())
    ratings = staticmethod(lambda device_type="": RATINGS_A)
    device_curve = staticmethod(lambda device_type, rating_a: inverse_time(rating_a))
    load_on_device = staticmethod(lambda load, kind: given("I", "load", load.total_a, "A"))
    interrupting_ratings = staticmethod(lambda: (50_000.0,))
    unmarked_interrupting_a = staticmethod(lambda: says("unmarked", 50_000, "A"))

    @staticmethod
    def device_for_load(load, kind, guard=USUAL_GUARD):
        return ending(says("device", next(one for one in RATINGS_A if one >= load.total_a), "A"))

    @staticmethod
    def device_for_wire(ampacity, wire, school, allowance=1.0, guard=USUAL_GUARD):
        return ending(says("device", max([one for one in RATINGS_A if one <= ampacity.final_a], default=0.0), "A"))


class Taps:
    tap = staticmethod(lambda facts, metal, insulation, terminals_c: Worked(("huge", "only"), (says("tap"),)))
    tap_lengths = staticmethod(lambda: (5.0,))
    tap_share = staticmethod(lambda length_m, feeder_device_a, feeder_ampacity_a=0.0: ending(says("tap", feeder_device_a, "A")))
    secondary_share = staticmethod(lambda facts: ending(says("secondary", facts.primary_device_a, "A")))

    @staticmethod
    def transformer_devices(facts):
        side = Worked(TransformerSide(says("full load", 1000 * facts.rating_kva / facts.primary_v, "A"), 200.0), (says("side"),))
        return side, side


class Drops:
    length = LengthUnit("m", 1.0, "km")
    drop_correction = staticmethod(lambda facts: Worked(1.0))
    drop_distance = staticmethod(lambda wire, current_a, ampacity_a: None)
    drop_is_rule = staticmethod(lambda: True)
    drop_counts = staticmethod(lambda kind: True)
    drop_limits = staticmethod(lambda run_percent, way_percent, *, lighting: (4.0, 4.0))
    drop_citation = staticmethod(lambda kind: "Halm 4")

    @staticmethod
    def impedance(size, metal, method, insulation=""):
        resistance = Drops.dc_resistance(size, metal)
        return Worked(Impedance(resistance.value, 0.08), (resistance, ruled("X", "reactance", "0.08 Ω/km", "measured", "Halm 4", 0.08)))

    @staticmethod
    def dc_resistance(size, metal):
        return step("R", "resistance", "1000 * K / A", "Ω/km", "Halm 4", K=0.02, A=AREA_MM2[size])

    quick_resistance = dc_resistance


class Pipes:
    area_unit = staticmethod(lambda: "mm²")
    wire_area = staticmethod(lambda size, insulation: says("area", 2 * AREA_MM2[size], "mm²"))
    bare_area = staticmethod(lambda size: says("area", AREA_MM2[size], "mm²"))
    trade_sizes = staticmethod(lambda method, wires, length_m=None: (PipeSize("60", 2800.0, 50.0, "Halm 5", "Halm 5"),))
    bends_limit_deg = staticmethod(lambda method: says("bends", 270, "°"))
    bend_radius = staticmethod(lambda method, size: says("radius", 0.4, "m"))


class Boxes:
    pull_box = staticmethod(lambda method, size, wire, *, angle: says("box", 0.5, "m"))
    box_volume = staticmethod(lambda wires, ground, *, spliced: says("box", 2.0, "L"))
    box_fill = staticmethod(lambda facts: ending(says("box", 2.0, "L")))
    boxes_made: Any = staticmethod(lambda: ())
    splice_in_body = staticmethod(lambda: says("never"))
    box_reach = staticmethod(lambda: says("in reach"))


class Routes:
    cover = staticmethod(lambda segment, run, device_a: Worked(0.7 if segment.place is Place.buried else None, (says("cover", 0.7, "m"),)))
    clearance = staticmethod(lambda over, to_earth_v: says("height", 5.0, "m"))
    riser = staticmethod(lambda: says("riser", 2.0, "m"))
    line_distance = staticmethod(lambda kind: says("distance", 0.3, "m"))
    trench_heat = staticmethod(lambda: says("no heat"))
    supports = staticmethod(lambda method, size: (says("straps", 1.0, "m"), says("first", 0.3, "m")))
    expansion = staticmethod(lambda method: (says("growth"), says("fitting", 6.0, "mm")))
    bushing = staticmethod(lambda size: says("bushing"))
    outdoors_rating = staticmethod(lambda: says("tight"))
    pulling_stress = staticmethod(lambda metal: says("pull", 50.0, "N/mm²"))


class Grounds:
    own_to_each, judged_with_loop, pipe_grounds = False, False, False
    metal_where_animals = staticmethod(lambda: None)
    equipment_ground = staticmethod(lambda facts: Worked(facts.size, (says("guard wire, as large as the live ones"),)))
    grounded_minimum = staticmethod(lambda facts: Worked(least_for(facts.load.neutral_a), (says("return wire"),)))
    supply_side_jumper = staticmethod(lambda wire, sets, metal: Worked("thick", (says("link"),)))
    bond_here = staticmethod(
        lambda *, first_disconnect, building: Worked("bonded" if first_disconnect else "separate", (says("return link"),))
    )
    four_wires = staticmethod(lambda run, building: says("four wires"))
    grounding_open = staticmethod(lambda building: Worked(frozenset({Grounding.equipment_ground}), (says("four wires"),)))
    may_feed_three_wires = staticmethod(lambda: False)
    may_ground_again = staticmethod(lambda building: False)


class Electrodes:
    protect_by_resistance = False
    electrodes_needed = staticmethod(lambda building, school: Worked(ElectrodeNeed(required=True, rods=1), (says("one rod"),)))
    electrode_conductor = staticmethod(lambda kind, supply, metal, *, sets=1, goes_on=False: Worked("small", (says("rod wire"),)))
    electrode_rules = staticmethod(lambda building: Worked("joined", (says("joined"),)))
    rod_limits = staticmethod(lambda: RodLimits(1.5, 1.5, 100.0))
    intersystem_bonding = staticmethod(lambda building: Worked(value=False, steps=(says("none"),)))
    building_disconnect = staticmethod(lambda building, main_a: ending(says("disconnect", 20.0, "A")))


class Loads:
    people_ma: Any = None
    charging_watches_neutral = False
    counts_continuous = staticmethod(lambda kind, run, *, said: said)
    motor_current = staticmethod(lambda horsepower, volts: says("motor", 1000 * horsepower / volts, "A"))
    motor_device = staticmethod(lambda current_a, kind=LoadKind.motor: ending(says("device", 50.0, "A")))
    motor_share = staticmethod(lambda: (0.25, "Halm 7"))
    motor_kinds = staticmethod(lambda: frozenset({LoadKind.motor}))
    counted_power = staticmethod(lambda kind, run, power_va: None)
    ground_fault_asked = staticmethod(lambda kind: None)
    asked_there = staticmethod(lambda kind: ())
    asked_of_service = staticmethod(lambda *, dwelling: ())
    asked_of_animals = staticmethod(lambda: ())
    welder_factor = staticmethod(lambda duty_percent: says("welder", 1.0))


class Dwellings:
    needs_floor_area = staticmethod(lambda: True)
    dwelling_methods = staticmethod(lambda: (("area", "By floor area"),))
    dwellings_together = staticmethod(lambda facts, own_va: ending(says("together", sum(own_va), "VA")))
    pooled_methods: Any = staticmethod(lambda: frozenset())  # noqa: PLW0108 - a builtin has no signature
    new_dwelling_methods = staticmethod(lambda: ("area",))
    dwelling_least_a = staticmethod(lambda: says("least", 50.0, "A"))
    dwelling_allowance = staticmethod(lambda facts: says("allowance", 1.0))

    @staticmethod
    def dwelling_loads(facts):
        by_area = ending(says("load", 50 * facts.floor_m2, "VA"))
        return (MethodLoad("area", "By floor area", by_area, by_area),)


class Supplies:
    customer_bonds = True
    usual_v, usual_power_factor, usual_system, frequency_hz, bonds_own_source = 230.0, 0.9, System.single_phase, 50.0, False
    to_neutral_v = staticmethod(lambda line_v, system: line_v if system is System.single_phase else line_v / 2)
    source_share = staticmethod(lambda kind: (0.0, ""))
    voltage_band = staticmethod(lambda: (0.1, 0.1, "INV 1"))
    raised_voltages = staticmethod(lambda: (400.0,))
    service_ratings = staticmethod(lambda: (60.0,))


class Panels:
    poles_on_two_legs = True
    main_protects = True
    protection: Any = staticmethod(lambda circuit_facts: ())
    spare_spaces: Any = staticmethod(lambda: None)
    ring_limits: Any = staticmethod(lambda size: None)
    usual_lug: Any = staticmethod(lambda device_a: Worked(""))
    panel_room = staticmethod(lambda room: says("anywhere"))
    handle_height = staticmethod(lambda: says("height", 1.8, "m"))


class Cans:
    notice_of_sources = staticmethod(lambda: "")
    cable_end = staticmethod(lambda insulation: ("cable_connector",))
    pipe_end = staticmethod(lambda method, wire_area_m2: ("connector",))
    bonding_goods = staticmethod(lambda *, bonded: ())
    working_space = staticmethod(lambda old_dwelling_a=None: (says("width", 0.5, "m"), says("depth", 0.5, "m"), says("height", 1.9, "m")))
    most_handles = staticmethod(lambda *, new=False: says("handles", 2))
    bus_share = staticmethod(lambda: says("share", 1.1))
    surge_asked: Any = staticmethod(lambda: None)
    surge_leads = staticmethod(lambda: says("leads", 0.2, "m"))
    re_identified = staticmethod(lambda part, size: says("tape"))
    leakage_share: Any = staticmethod(lambda: None)
    notices: Any = staticmethod(lambda: ())


class Choices:
    rings, asked_method = False, Method.pvc40
    trade_words = staticmethod(lambda: (("sizing", "Ropes", "rope; line"),))
    methods = staticmethod(lambda: ((Method.pvc40, "Tube"),))
    places = staticmethod(lambda: ((Place.buried, "Buried"), (Place.indoors, "Indoors")))
    surfaces = staticmethod(lambda: ((Surface.open_ground, "Grass"),))
    laid_ways = staticmethod(lambda: ())
    groupings = staticmethod(lambda: ())
    terminal_markings = staticmethod(lambda: ((Terminals.unmarked, "not marked"),))
    earthings = staticmethod(lambda: ((Earthing.at_service, "at the supply"),))
    groundings = staticmethod(lambda: ((Grounding.equipment_ground, "comes along"),))
    usual_method: Any = staticmethod(lambda place: Method.pvc40)
    calls_left_out: Any = staticmethod(lambda: frozenset())  # noqa: PLW0108 - a builtin has no signature
    usual_schools: Any = staticmethod(lambda: {})  # noqa: PIE807 - a builtin has no signature


@dataclass(frozen=True, slots=True)
class HalmWords(Amounts):
    feet: bool = False
    dialect: Dialect = WORDS

    def metal_name(self, metal):
        return metal.value

    def size_name(self, size):
        return f"{size} {AREA_MM2[size]:g} mm²"

    def pipe_name(self, method, size):
        return f"{size} mm tube"

    def colors(self, circuit, *, old=False):
        return (("line 1", "orange"), ("neutral", "white"), ("ground", "green"))

    def cite(self, topic):
        return f"Halm, {topic}"


def rulebook() -> Rulebook:
    answers: dict[str, Any] = {
        "wires": Wires, "ampacities": Ampacities, "devices": Devices, "taps": Taps, "drops": Drops, "pipes": Pipes, "boxes": Boxes,
        "routes": Routes, "grounds": Grounds, "electrodes": Electrodes, "loads": Loads, "dwellings": Dwellings, "supplies": Supplies,
        "panels": Panels, "cans": Cans, "words": HalmWords(), "choices": Choices,
    }  # fmt: skip
    return Rulebook(id="halm-1", title="Rules of Halm", not_covered=(), **answers)
