"""Equipment grounds, neutrals, and where they are bonded."""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass
from typing import Protocol

from northspan.core.document.job import (
    Grounding,
    Metal,
    RunKind,
    Segment,
    System,
)
from northspan.core.rulebooks.questions.common import BuildingFacts, DesignLoad, RunFacts, Wire
from northspan.core.working.worked import Step, Worked


@dataclass(frozen=True, slots=True)
class GroundFacts:
    """What the equipment ground of a run is sized by.

    `device_a` is the device that clears its fault: for a tap that of its feeder, in a pipe that several circuits share the
    largest of them. `metal` is that of the ground, `lines` that of the ungrounded conductors. `least_size` had sufficient
    ampacity, `size` was chosen. `school` is "table", or "same" for as large as the ungrounded conductors; `raised` says
    by what it goes when they are larger than the device asks, where that is a call: "larger", or "device" alone. `shared`
    says that it serves other circuits with a larger device: then the wires of this one do not cap it.
    """

    device_a: float
    metal: Metal
    least_size: str
    size: str
    school: str = "table"
    lines: Metal | None = None
    raised: str = "larger"
    shared: bool = False


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


class GroundRules(Hashable, Protocol):
    """Equipment grounds, neutrals, and where they are bonded."""

    own_to_each: bool
    """Whether each circuit has a ground of its own."""

    judged_with_loop: bool
    """Whether the ground is judged with the fault loop that it is part of, its heat too."""

    pipe_grounds: bool
    """Whether the metal pipe around wires is their ground by itself."""

    def metal_where_animals(self) -> Metal | None:
        """Name the metal of an equipment ground to a building in which animals live, where the code names one."""

    def equipment_ground(self, facts: GroundFacts) -> Worked[str]:
        """Size the equipment grounding conductor."""

    def grounded_minimum(self, facts: NeutralFacts) -> Worked[str]:
        """Find the smallest grounded conductor."""

    def supply_side_jumper(self, wire: Wire, sets: int, metal: Metal) -> Worked[str]:
        """Size the main bonding jumper and supply-side jumpers."""

    def bond_here(self, *, first_disconnect: bool, building: BuildingFacts) -> Worked[str]:
        """Decide on the bond in an enclosure."""

    def four_wires(self, run: RunFacts, building: BuildingFacts) -> Step:
        """Say which conductors go to a building."""

    def grounding_open(self, building: BuildingFacts) -> Worked[frozenset[Grounding]]:
        """List how a new feed may ground another building."""

    def may_feed_three_wires(self) -> bool:
        """Tell whether a new feed may bring no ground and ground its neutral again: new work takes four wires."""

    def may_ground_again(self, building: BuildingFacts) -> bool:
        """Say whether a new feed may leave out the ground and ground the neutral again: since 2008 it may not."""
