"""The trade's words and the regulations cited on shared topics."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.document.job import Circuit, Metal, Method
from northspan.core.rulebooks.amounts import Amounts
from northspan.core.rulebooks.questions.words import Dialect, Terms
from northspan.core.rulebooks.uk import conductors
from northspan.core.working.articles import unverified

DIALECT = Dialect(
    aluminum="aluminium",
    grounded="neutral",
    equipment_ground="circuit protective conductor",
    ground_short="cpc",
    grounding="earthing and bonding",
    electrode_conductor="earthing conductor",
    panel="consumer unit",
    pipe="conduit",
    length_unit="metres",
    terms=Terms(
        can="enclosure",
        cans="enclosures",
        disconnect="isolator",
        splitter="junction block",
        slot="way",
        slots="ways",
        space="way",
        spaces="ways",
        currency="GBP",
        cable_wires="cores",
        main="main switch",
        permit_asked="Building control told, or the work goes through a scheme",
        permit_why="where the work is notifiable; told before it begins, unless your scheme tells it afterwards",
        rough_look="First fix looked over, with photos",
        final_look="Final tests, and the certificate",
        final_why="the certificate is signed on these readings",
        service_look="Tests ahead of the new supply",
        rough_comes="whoever looks at the first fix",
        service_comes="whoever tests ahead of the supply",
        final_comes="whoever tests and signs the certificate",
        lugs_only="without a main switch",
        main_breaker="with a main switch",
        utility_transformer="supplier's transformer",
        center_tap="centre tap",
        bus_rating="busbar rating",
        interrupting_rating="breaking capacity",
        a_tap="tap-off",
        equipment_grounding_conductor="circuit protective conductor",
        equipment_ground="protective conductor",
        ground_wires="protective conductors",
        ground_bar="earth bar",
        neutral_and_ground="neutral and earth",
        grounds="earths",
        grounded_conductor="neutral",
        ungrounded_conductors="line conductors",
        utility_ground="the supplier's own earth",
        utility="supplier",
        receptacles="socket outlets",
        panels="consumer units",
        panel="consumer unit",
        feeders="submains",
        feeder="submain",
        branch_circuits="final circuits",
        branch_circuit="final circuit",
        service="supply",
        colors="colours",
        color="colour",
        neighbor="neighbour",
        shallow_in_wall="less than 50 mm deep",
        hot_wire="live wire",
        an_equipment_ground="a protective conductor",
        aluminum="aluminium",
        attic="loft",
        legs_and_neutral="line and neutral",
        drop_limits="3 % for lighting, 5 % for the rest, from the origin, or as typed",
        licensed_electrician="a registered electrician",
        service_drop="supply cable",
        meter_main="intake",
        subpanel="distribution board",
        transfer_switch="changeover switch",
        transfer_equipment="changeover switch",
        dryer="tumble dryer",
        range="cooker",
        water_pipe_in_ground="water pipe where it enters",
        straps="fixings",
        strap="fixing",
        strapped="fixed",
        conduit_bodies="conduit boxes",
        conduit_body="conduit box",
        pull_boxes="draw-in boxes",
        pull_box="draw-in box",
        pull_points="draw-in points",
        pull_point="draw-in point",
        fish_tape="draw tape",
        pull_line="draw line",
        ground="earth",
    ),
)
CITATIONS = {
    "load_manager": "722.311.201",
    "plate": "134.1.1",
    "several_dwellings": "311.1",
    "new_three_wire": "411.4",
    "legacy_three_wire": "411.4",
    "full_rated": "433.1.1",
    "way_back": "411.3.2",
    "objectionable": "411.4.3",
    "earth_alone": "411.5.2",
    "switched_neutral": "551.4.3",
    "solid_neutral": "551.4.3",
    "inverter_bond": "551.4.3",
    "ground_bar": "542.4.1",
    "open_neutral": "537.2",
    "metal_path": "411.3.1.2",
    "one_bond": "411.4.3",
    "intersystem": "411.3.1.2",
    "no_electrode_kind": "542.2.6",
    "clamp_for_burial": "542.3.2",
    "rod_length": "542.2",
    "rod_spacing": "542.2",
    "second_rod": "542.2",
    "interrupting": "434.5.1",
    "lost_water_pipe": "542.2.6",
    "one_neutral_each": "514.8.1",
    "service_pipe": "543.3",
    "tail": "526.2",
    "hold_down": unverified("536.4"),
    "transfer_equipment": "551.6.1",
    "fault_heat": "434.5.2",
    "panel_label": "536.4.203",
    "group_rating": "536.4.202",
    "one_trip": "314.1",
    "residual_series": "531.3.4, 536.4.1.4",
    "multiwire": "314.4",
    "directory": "514.9.1",
    "bus": "536.4",
    "secondary": "433.2",
    "transformer": "433.1.1",
    "separate_system": "411.4",
    "no_neutral": "411.4",
    "source_limit": "551.4",
    "diversion": "551.4",
    "loop": "411.4.4",
    "protective": "543.1.3",
    "least_size": "Table 52.3",
    "residual": "411.3.3",
    "electrode_limit": "411.5.3",
    "measured_loop": "Appendix 3",
}
_COLORS = {
    False: (("line 1", "brown"), ("neutral", "blue"), ("ground", "green and yellow")),
    True: (("line 1", "red"), ("neutral", "black"), ("ground", "green")),
}


@dataclass(frozen=True, slots=True)
class UkWords(Amounts):
    """How the trade says things, with lengths in the units of a job."""

    feet: bool = False
    dialect: Dialect = DIALECT

    def metal_name(self, metal: Metal) -> str:
        """Name a metal as the trade does."""
        return self.dialect.aluminum if metal is Metal.aluminum else metal.value

    def size_name(self, size: str) -> str:
        """Name a size as the trade says it."""
        return conductors.size_name(size)

    def pipe_name(self, method: Method, size: str) -> str:
        """Name a pipe as the trade says it."""
        return f"{size} mm {'steel conduit' if method is Method.rmc else 'conduit'}"

    def colors(self, circuit: Circuit, *, old: bool = False) -> tuple[tuple[str, str], ...]:
        """List the wires of a run with their colors, Table 51; old ones to 2004."""
        del circuit  # one line and a neutral
        return _COLORS[old]

    def cite(self, topic: str) -> str:
        """Cite the regulation on a topic."""
        return CITATIONS[topic]
