"""The National Electrical Code, 2023 edition, as answers to the trade's questions."""

from __future__ import annotations

from northspan.core.job import Circuit, ElectrodeKind, Metal, Method, Place, RunKind, Segment, Surface, Terminals
from northspan.core.rulebooks.protocol import (
    Ampacity,
    BuildingFacts,
    DesignLoad,
    Dialect,
    DwellingFacts,
    Impedance,
    LengthUnit,
    MethodLoad,
    PipeSize,
    RunFacts,
    TapFacts,
    TransformerFacts,
    Wire,
)
from northspan.core.rulebooks.us import ampacity as amp
from northspan.core.rulebooks.us import buildings, devices, dwelling, grounding, raceways, taps
from northspan.core.rulebooks.us.sources import load_all, source
from northspan.core.worked import Margin, Step, Worked, ruled

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
_CITATIONS = {
    "new_three_wire": "250.32(B)(1)",
    "legacy_three_wire": "250.32(B)(1) exception 1",
    "one_bond": "250.24(A)(5)",
    "clamp_for_burial": "250.70",
    "rod_length": "250.53(A)(4)",
    "rod_spacing": "250.53(B)",
    "second_rod": "250.53(A)(2)",
}


class UsRulebook:
    """NEC 2023 behind the protocol: every method asks one of the topic modules."""

    id = "us-2023"
    title = "US rules, NEC 2023"
    usual_v = 240.0
    length = LengthUnit("ft", 0.3048, "kft")
    dialect = Dialect(
        aluminum="aluminum",
        ungrounded="ungrounded conductor",
        grounded="grounded conductor (neutral)",
        equipment_ground="equipment grounding conductor",
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

    def sizes(self, metal: Metal) -> tuple[str, ...]:
        """List conductor sizes, smallest first."""
        return amp.size_ladder(metal)

    def size_name(self, size: str) -> str:
        """Name a size as the trade says it."""
        return amp.size_name(size)

    def pipe_name(self, method: Method, size: str) -> str:
        """Name a pipe as the trade says it."""
        return f"{_FRACTIONS.get(size, size)} in {_PIPE_WORDS[method]}"

    def colors(self, circuit: Circuit) -> tuple[tuple[str, str], ...]:
        """List the wires of a run with their colors, 200.6 and 250.119; ungrounded ones by habit."""
        return _COLORS[circuit]

    def devices(self) -> tuple[float, ...]:
        """List standard devices. [A]"""
        return devices.standard_devices()

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

    def cite(self, topic: str) -> str:
        """Cite the article on a topic."""
        return _CITATIONS[topic]

    def length_text(self, length_m: float) -> str:
        """Write a length as people say it here."""
        return f"{length_m / 0.3048:.3g} ft"

    def depth_text(self, depth_m: float) -> str:
        """Write a depth as people say it here."""
        return f"{depth_m / 0.0254:.3g} in"

    def to_neutral_v(self, line_v: float) -> float:
        """Give the voltage from a line to the neutral of a center-tapped single-phase source. [V]"""
        return line_v / 2

    def carrying_conductors(self, circuit: Circuit) -> Step:
        """Count carrying conductors of a run."""
        return amp.carrying_conductors(circuit)

    def dc_resistance(self, size: str, metal: Metal) -> Step:
        """Look up direct-current resistance."""
        return raceways.resistance_dc(size, metal)

    def device_for_load(self, load: DesignLoad, kind: RunKind) -> Worked[float]:
        """Choose the least device for a load. [A]"""
        return devices.device_for_load(load, kind)

    def device_for_wire(self, ampacity: Ampacity, wire: Wire, school: str) -> Worked[float]:
        """Find the largest device for a wire. [A]"""
        return devices.device_for_wire(ampacity, wire, school)

    def terminals_c(self, marking: Terminals, device_a: float) -> Step:
        """Give the temperature terminals stand. [°C]"""
        return amp.terminals_c(marking, device_a)

    def ampacity(
        self, wire: Wire, segments: tuple[Segment, ...], carrying: int, terminals_c: float, start: str = "insulation"
    ) -> Worked[Ampacity]:
        """Give the ampacity of a run. [A]"""
        return amp.run_ampacity(wire, segments, carrying, terminals_c, start)

    def load_margins(self, load: DesignLoad, ampacity: Ampacity, kind: RunKind) -> tuple[tuple[Step, ...], tuple[Margin, ...]]:
        """Hold a conductor against its load."""
        return devices.load_margins(load, ampacity, kind)

    def largest_loads(self, ampacity: Ampacity, device_a: float, kind: RunKind) -> tuple[Step, Step]:
        """Give the largest load of a conductor, and the largest continuous one. [A]"""
        return devices.largest_loads(ampacity, device_a, kind)

    def area(self, size: str) -> float:
        """Look up a conductor's area. [cmil]"""
        return grounding.area_cmil(size)

    def equipment_ground(self, device_a: float, metal: Metal, least_size: str, size: str, school: str) -> Worked[str]:
        """Size the equipment grounding conductor."""
        return grounding.equipment_ground(device_a, metal, least_size, size, school)

    def grounded_minimum(self, load: DesignLoad, device_a: float, wire: Wire, terminals_c: float) -> Worked[str]:
        """Find the smallest grounded conductor."""
        return grounding.grounded_minimum(load, device_a, wire, terminals_c)

    def dwelling_loads(self, facts: DwellingFacts) -> tuple[MethodLoad, ...]:
        """Work the load of a dwelling by every method. [VA]"""
        return dwelling.dwelling_loads(facts)

    def dwelling_least_a(self) -> Step:
        """Give the least rating of a one-family dwelling's service. [A]"""
        return ruled("I_s", "least service of a one-family dwelling", "100 A", "three-wire", "230.79(C)", 100.0)

    def tap(self, facts: TapFacts, metal: Metal, insulation: str, terminals_c: float) -> Worked[tuple[str, str]]:
        """Size a feeder tap; gives the size and the name of the rule."""
        return taps.feeder_tap(facts, metal, insulation, terminals_c)

    def transformer_devices(self, facts: TransformerFacts) -> tuple[Worked[float], Worked[float]]:
        """Give the largest devices on both sides of a transformer. [A]"""
        return taps.transformer_devices(facts)

    def quick_resistance(self, size: str, metal: Metal) -> Step:
        """Work the resistance of the quick constant. [ohm per 1000 ft]"""
        return raceways.quick_resistance(size, metal)

    def impedance(self, size: str, metal: Metal, method: Method) -> Worked[Impedance]:
        """Look up resistance and reactance. [ohm per 1000 ft]"""
        return raceways.impedance(size, metal, method)

    def drop_is_rule(self) -> bool:
        """Say whether the drop limit is a rule here, or advice."""
        return False

    def drop_citation(self, kind: RunKind) -> str:
        """Cite where the drop is spoken of."""
        return "210.19(A) note" if kind is RunKind.branch else "215.2(A)(1) note"

    def area_unit(self) -> str:
        """Name the unit of wire and pipe areas."""
        return "in²"

    def wire_area(self, size: str, insulation: str) -> Step:
        """Look up a wire's area. [in²]"""
        return raceways.wire_area(size, insulation)

    def pipes(self, method: Method, wires: int) -> tuple[PipeSize, ...]:
        """List pipes of a method."""
        return raceways.pipes(method, wires)

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

    def building_disconnect(self, building: BuildingFacts, main_a: float | None) -> Worked[float]:
        """Give the least rating of a building's disconnect. [A]"""
        return buildings.building_disconnect(building, main_a)

    def electrodes_needed(self, building: BuildingFacts, school: str) -> Worked[bool]:
        """Decide on electrodes at a building."""
        return buildings.electrodes_needed(building, school)

    def electrode_conductor(self, kind: ElectrodeKind, supply: Wire | None, metal: Metal) -> Worked[str]:
        """Size the conductor to an electrode."""
        return grounding.electrode_conductor(kind, supply, metal)

    def rod_limits(self) -> tuple[float, float, float]:
        """Give rod length [m], spacing [m] and the one-rod limit [ohm]."""
        return buildings.ROD_LENGTH_M, buildings.ROD_SPACING_M, buildings.ONE_ROD_OHM
