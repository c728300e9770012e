"""The trade's words, and the articles cited on shared topics."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.document.job import Circuit, Metal, Method
from northspan.core.rulebooks.amounts import Amounts
from northspan.core.rulebooks.ca import ampacities
from northspan.core.rulebooks.questions.words import Dialect, Terms
from northspan.core.working.articles import unverified

DIALECT = Dialect(
    aluminum="aluminum",
    grounded="neutral",
    equipment_ground="bonding conductor",
    ground_short="bonding conductor",
    grounding="grounding and bonding",
    electrode_conductor="grounding conductor",
    panel="panelboard",
    pipe="conduit",
    length_unit="metres",
    terms=Terms(
        currency="CAD",
        equipment_grounding_conductor="bonding conductor",
        equipment_ground="bonding conductor",
        an_equipment_ground="a bonding conductor",
        grounds="bonding conductors",
        ground_wires="bonding conductors",
        grounded_conductor="neutral",
    ),
)
_PIPE_WORDS = {Method.pvc40: "PVC", Method.emt: "EMT", Method.rmc: "rigid"}
_COLORS = {
    Circuit.three_wire: (("line 1", "black"), ("line 2", "red"), ("neutral", "white"), ("ground", "green")),
    Circuit.two_wire_line: (("line 1", "black"), ("line 2", "red"), ("ground", "green")),
    Circuit.two_wire_neutral: (("line 1", "black"), ("neutral", "white"), ("ground", "green")),
}
_CITATIONS = {
    "load_manager": unverified("Rule 8-106(11)"),
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
    "inverter_bond": unverified("Rule 64-064"),
    "ground_bar": unverified("Rule 10-604"),
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
    "one_neutral_each": unverified("Rule 12-3032"),
    "service_pipe": unverified("Rule 10-604"),
    "tail": "Rule 12-112",
    "hold_down": unverified("Rule 14-106"),
    "transfer_equipment": "Rule 14-612",
    "fault_heat": "Rule 14-012",
    "panel_label": "Rule 2-100",
    "group_rating": "Rule 14-104",
    "one_trip": unverified("Rule 8-108"),
    "residual_series": "Rule 14-102, by its maker",
    "multiwire": "Rule 14-010",
    "directory": "Rule 2-100",
    "bus": "Rule 14-606",
    "secondary": "Rule 26-256",
    "transformer": "Rule 26-256",
    "separate_system": "Rule 10-206",
    "no_neutral": "Rule 10-200",
    "source_limit": "Rule 8-104",
    "diversion": "Rule 2-024",
}


@dataclass(frozen=True, slots=True)
class CaWords(Amounts):
    """How the trade says things, with lengths in the units of a job."""

    feet: bool = False
    dialect: Dialect = DIALECT

    def metal_name(self, metal: Metal) -> str:
        """Name a metal as the trade does."""
        return self.dialect.aluminum if metal is Metal.aluminum else metal.value

    def size_name(self, size: str) -> str:
        """Name a size as the trade says it."""
        return ampacities.size_name(size)

    def pipe_name(self, method: Method, size: str) -> str:
        """Name a pipe as the trade says it."""
        return f"{size} mm {_PIPE_WORDS[method]}"

    def colors(self, circuit: Circuit, *, old: bool = False) -> tuple[tuple[str, str], ...]:
        """List the wires of a run with their colors, Rule 4-030 and 4-032."""
        del old  # the same as ever
        return _COLORS[circuit]

    def cite(self, topic: str) -> str:
        """Cite the rule on a topic."""
        return _CITATIONS[topic]
