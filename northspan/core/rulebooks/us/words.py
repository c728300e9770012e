"""The trade's words, and the articles cited on shared topics."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.document.job import Circuit, Metal, Method
from northspan.core.rulebooks.amounts import Amounts
from northspan.core.rulebooks.questions.words import Dialect
from northspan.core.rulebooks.us import ampacities

DIALECT = Dialect(
    aluminum="aluminum",
    grounded="grounded conductor (neutral)",
    equipment_ground="equipment grounding conductor",
    ground_short="equipment ground",
    grounding="grounding",
    electrode_conductor="grounding electrode conductor",
    panel="panel",
    pipe="pipe",
    length_unit="feet",
)
_PIPE_WORDS = {Method.pvc40: "PVC", Method.pvc80: "PVC 80", Method.emt: "EMT", Method.rmc: "rigid"}
_FRACTIONS = {"1/2": "½", "3/4": "¾", "1-1/4": "1¼", "1-1/2": "1½", "2-1/2": "2½", "3-1/2": "3½"}
_COLORS = {
    Circuit.three_wire: (("line 1", "black"), ("line 2", "red"), ("neutral", "white"), ("ground", "green")),
    Circuit.two_wire_line: (("line 1", "black"), ("line 2", "red"), ("ground", "green")),
    Circuit.two_wire_neutral: (("line 1", "black"), ("neutral", "white"), ("ground", "green")),
}
_CITATIONS = {
    "load_manager": "625.42",
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
    "service_pipe": "250.92(B)",
    "tail": "110.14",
    "hold_down": "408.36(D)",
    "transfer_equipment": "702.5(A)",
    "fault_heat": "110.10",
    "panel_label": "110.3(B)",
    "group_rating": "408.36",
    "one_trip": "210.11",
    "residual_series": "230.95(C), by its maker",
    "multiwire": "210.4",
    "directory": "408.4(A)",
    "bus": "408.36",
    "secondary": "240.21(C)",
    "transformer": "450.3(B)",
    "separate_system": "250.30(A)",
    "no_neutral": "250.20(B)",
    "source_limit": "702.4(A)(2)",
    "diversion": "110.3(B)",
}


@dataclass(frozen=True, slots=True)
class UsWords(Amounts):
    """How the trade says things, with lengths in the units of a job."""

    feet: bool = True
    dialect: Dialect = DIALECT

    def metal_name(self, metal: Metal) -> str:
        """Name a metal as the trade does."""
        return self.dialect.aluminum if metal is Metal.aluminum else metal.value

    def size_name(self, size: str) -> str:
        """Name a size as the trade says it."""
        return ampacities.size_name(size)

    def pipe_name(self, method: Method, size: str) -> str:
        """Name a pipe as the trade says it."""
        return f"{_FRACTIONS.get(size, size)} in {_PIPE_WORDS[method]}"

    def colors(self, circuit: Circuit, *, old: bool = False) -> tuple[tuple[str, str], ...]:
        """List the wires of a run with their colors, 200.6 and 250.119; ungrounded ones by habit."""
        del old  # the same as ever
        return _COLORS[circuit]

    def cite(self, topic: str) -> str:
        """Cite the article on a topic."""
        return _CITATIONS[topic]
