"""What several questions are asked with."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import NamedTuple

from northspan.core.document.job import (
    Circuit,
    Earthing,
    Electrode,
    Grounding,
    Metal,
    RunKind,
    Segment,
)


class RodLimits(NamedTuple):
    """Of rods: the least length and spacing [m], and the resistance from which one alone is not enough [ohm]."""

    length_m: float
    apart_m: float
    one_rod_ohm: float


@dataclass(frozen=True, slots=True)
class Guard:
    """What of a run decides how its device and its wire go together beside their ratings.

    `device_type` is the kind of device, empty for the usual one; `buried` whether some of the run
    lies in the ground; `cannot_overload` whether its loads are fixed and cannot draw more than their rating;
    `outlets` whether it feeds several outlets for whatever is plugged in, `cooking` whether it is the circuit of a range.
    """

    device_type: str = ""
    buried: bool = False
    cannot_overload: bool = False
    ring: bool = False
    outlets: bool = False
    cooking: bool = False


USUAL_GUARD = Guard()


@dataclass(frozen=True, slots=True)
class DesignLoad:
    """The load a run is sized for, by its heavier leg, and the current in the grounded conductor."""

    noncontinuous_a: float
    continuous_a: float
    neutral_a: float

    @property
    def total_a(self) -> float:
        """All of it. [A]"""
        return self.noncontinuous_a + self.continuous_a


@dataclass(frozen=True, slots=True)
class Wire:
    """A kind of conductor on the shelf."""

    size: str
    metal: Metal
    insulation: str

    def in_stretch(self, segment: Segment) -> Wire:
        """Give the same wire in the product of a stretch, where that is another. [-]"""
        return self if segment.insulation is None else replace(self, insulation=segment.insulation)


@dataclass(frozen=True, slots=True)
class Ampacity:
    """What a conductor carries here.

    `final_a` after derating and never above the terminals; `terminal_a` the terminals'
    column before any derating; `worst_segment` the index of the stretch that governs.
    """

    final_a: float
    terminal_a: float
    worst_segment: int


@dataclass(frozen=True, slots=True)
class RunFacts:
    """What a rule needs to know of a run beside its conductors."""

    kind: RunKind
    circuit: Circuit
    grounding: Grounding
    gfci: bool
    line_v: float
    segments: tuple[Segment, ...]
    insulation: str = ""


@dataclass(frozen=True, slots=True)
class BuildingFacts:
    """What a rule needs to know of a building."""

    detached: bool
    dwelling: bool
    animals: bool
    metallic_path: bool
    supply: RunFacts | None
    branch_circuits: int
    electrodes: tuple[Electrode, ...]
    earthing: Earthing = Earthing.at_service
    new_neutral: bool = False  # a transformer of one's own makes one for it
