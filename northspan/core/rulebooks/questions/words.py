"""How the trade says things."""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass
from typing import Protocol

from northspan.core.document.job import (
    Circuit,
    Metal,
    Method,
)


@dataclass(frozen=True, slots=True)
class Terms:
    """The words that shared sentences are made with, by name; as they are said in North America, where a code has no others."""

    equipment_grounding_conductor: str = "equipment grounding conductor"
    equipment_ground: str = "equipment ground"
    ground_wires: str = "ground wires"
    ground_bar: str = "ground bar"
    neutral_and_ground: str = "neutral and ground"
    grounds: str = "grounds"
    grounded_conductor: str = "grounded conductor"
    ungrounded_conductors: str = "ungrounded conductors"
    utility_ground: str = "the utility's own ground"
    utility: str = "utility"
    receptacles: str = "receptacles"
    panels: str = "panels"
    panel: str = "panel"
    feeders: str = "feeders"
    feeder: str = "feeder"
    branch_circuits: str = "branch circuits"
    branch_circuit: str = "branch circuit"
    service: str = "service"
    colors: str = "colors"
    color: str = "color"
    neighbor: str = "neighbor"
    shallow_in_wall: str = "less than 2 in deep"
    hot_wire: str = "hot wire"
    an_equipment_ground: str = "an equipment ground"
    aluminum: str = "aluminum"
    attic: str = "attic"
    legs_and_neutral: str = "both legs and the neutral"
    drop_limits: str = "3 % in a run, 5 % over the whole way, or as typed"
    licensed_electrician: str = "a licensed electrician"
    service_drop: str = "service drop"
    meter_main: str = "meter-main"
    subpanel: str = "subpanel"
    transfer_switch: str = "transfer switch"
    transfer_equipment: str = "transfer equipment"
    dryer: str = "dryer"
    range: str = "range or oven"
    water_pipe_in_ground: str = "water pipe in the ground"
    straps: str = "straps"
    strap: str = "strap"
    strapped: str = "strapped"
    conduit_bodies: str = "conduit bodies"
    conduit_body: str = "conduit body"
    pull_boxes: str = "pull boxes"
    pull_box: str = "pull box"
    pull_points: str = "pull points"
    pull_point: str = "pull point"
    fish_tape: str = "fish tape"
    pull_line: str = "pull line"
    ground: str = "ground"
    can: str = "can"
    cans: str = "cans"
    disconnect: str = "disconnect"
    splitter: str = "splitter"
    lugs_only: str = "with lugs only"
    main_breaker: str = "with a main breaker"
    utility_transformer: str = "utility transformer"
    center_tap: str = "center tap"
    bus_rating: str = "bus rating"
    interrupting_rating: str = "interrupting rating"
    a_tap: str = "tap"
    slot: str = "slot"
    slots: str = "slots"
    space: str = "space"
    spaces: str = "spaces"
    permit_asked: str = "Permit asked for"
    permit_why: str = "nothing begins without it; ask how long it takes there"
    rough_look: str = "Rough inspection"
    final_look: str = "Final inspection"
    final_why: str = "the inspector has the last word"
    service_look: str = "Service inspection"
    rough_comes: str = "the inspector, before walls are closed"
    service_comes: str = "the inspector, for the service"
    final_comes: str = "the inspector, at the end"
    currency: str = "USD"
    cable_wires: str = "wires"
    main: str = "main"


@dataclass(frozen=True, slots=True)
class Dialect:
    """Terms of a country, for screens and answers."""

    aluminum: str
    grounded: str
    equipment_ground: str
    ground_short: str
    grounding: str
    electrode_conductor: str
    panel: str
    pipe: str
    length_unit: str
    terms: Terms = Terms()


class Words(Hashable, Protocol):
    """How the trade says things.

    `feet` tells whether lengths are said in feet or in metres.
    """

    @property
    def dialect(self) -> Dialect:
        """The terms of the country."""

    @property
    def terms(self) -> Terms:
        """The words that shared sentences are made with."""

    def fill(self, text: str) -> str:
        """Put the terms into a text that names them in braces; a capital at the beginning of a name stays one."""

    @property
    def feet(self) -> bool:
        """Whether lengths are said in feet, or in metres."""

    def said_in(self, *, feet: bool) -> Words:
        """Give the same words with lengths in other units."""

    def metal_name(self, metal: Metal) -> str:
        """Name a metal as the trade does."""

    def size_name(self, size: str) -> str:
        """Name a size as the trade says it."""

    def pipe_name(self, method: Method, size: str) -> str:
        """Name a pipe as the trade says it."""

    def colors(self, circuit: Circuit, *, old: bool = False) -> tuple[tuple[str, str], ...]:
        """List the wires of a run with their colors, 200.6 and 250.119; ungrounded ones by habit."""

    def cite(self, topic: str) -> str:
        """Cite the article on a topic."""

    def length_text(self, length_m: float) -> str:
        """Write a length in the unit of the job. [m]"""

    def depth_text(self, depth_m: float) -> str:
        """Write a depth or a small length. [m]"""

    def against_text(self, used: float, limit: float, unit: str) -> str:
        """Say what is used of a limit. [unit]"""

    def amount_text(self, value: float, unit: str) -> str:
        """Say an amount that is given in metric units. [unit]"""
