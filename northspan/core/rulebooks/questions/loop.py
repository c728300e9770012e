"""What codes answer that protect by the earth fault loop: its limit, the protective conductor, residual-current devices, bonding."""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass
from typing import Protocol

from northspan.core.document.job import Earthing, Entry, LoadKind, RunKind, Segment
from northspan.core.working.worked import Step, Worked


@dataclass(frozen=True, slots=True)
class LoopAhead:
    """The earth fault loop up to the head of a run, and what the run feeds.

    `earthing` is that which holds at the far end of the run: an island is `tt` whatever the supply is.
    `supply_ohm` lies outside the installation, `wires_ohm` (resistance, reactance) in the wires ahead, warm;
    `electrode_ohm` is that of the electrode the loop needs, None while nobody knows it. `residual_ma` is
    the most sensitive residual-current device on the way, None if there is none.
    """

    earthing: Earthing
    supply_ohm: float
    supply_words: str
    wires_ohm: tuple[float, float] = (0.0, 0.0)
    electrode_ohm: float | None = None
    residual_ma: float | None = None
    outlet_a: float | None = None
    lighting: bool = False
    kinds: frozenset[LoadKind] = frozenset()


@dataclass(frozen=True, slots=True)
class LoopFacts:
    """What decides the fault protection of a run: its wires, its device, the loop ahead. [A, V]"""

    kind: RunKind
    size: str
    insulation: str
    segments: tuple[Segment, ...]
    device_a: float
    device_type: str
    nominal_v: float
    ahead: LoopAhead
    ring: bool = False
    ground_size: str | None = None
    measured_ohm: float | None = None
    school: str = "formula"
    separate: bool = False


@dataclass(frozen=True, slots=True)
class LoopAnswer:
    """The earth fault loop at the end of a run and its protective conductor.

    `wires_ohm` are the wires up to there, warm; `loop_ohm` the whole loop, None while an electrode in it is not known;
    `limit_ohm` the most it may be; `within_s` how soon the device must open.
    """

    ground_size: str
    wires_ohm: tuple[float, float]
    loop_ohm: float | None
    limit_ohm: float
    within_s: float


@dataclass(frozen=True, slots=True)
class BondingFacts:
    """What the main bonding of a building asks: how it is earthed, the sizes of tails and supply neutral, what comes in."""

    earthing: Earthing
    line_size: str
    neutral_size: str
    entries: tuple[Entry, ...]
    exported: bool = False


@dataclass(frozen=True, slots=True)
class EntryAnswer:
    """Whether an entry has to be bonded, with which size, and what is wrong with it as found; empty if nothing is."""

    wanted: bool
    size: str
    wrong: str


@dataclass(frozen=True, slots=True)
class WetCircuit:
    """A circuit of a room with a bath or shower: whether its device opens in time, and its residual-current device [mA]."""

    name: str
    in_time: bool
    residual_ma: float | None
    device_a: float
    device_type: str
    trips_a: float


class LoopRules(Hashable, Protocol):
    """The questions of a code that protects by the earth fault loop."""

    def device_type(self, kind: RunKind, chosen: str) -> str:
        """Give the kind of device of a run."""

    def supply_loop(self, earthing: Earthing, stated_ohm: float | None) -> Step:
        """Give the earth fault loop outside the installation. [ohm]"""

    def usual_neutral(self) -> str:
        """Give the size of a supply's neutral where nobody knows it. [mm²]"""

    def protect(self, facts: LoopFacts) -> Worked[LoopAnswer]:
        """Work loop and protective conductor of a run. [ohm, mm²]"""

    def residual_wanted(self, facts: LoopFacts, *, dwelling: bool) -> Step:
        """Say whether a run needs a residual-current device. [mA]"""

    def electrode_limit(self, residual_ma: float | None) -> Worked[float]:
        """Give the most an electrode may be. [ohm]"""

    def unstable_ohm(self) -> float:
        """Give the resistance above which an electrode may not be stable. [ohm]"""

    def trips_at(self, device_type: str, rating_a: float, within_s: float) -> Step:
        """Give the current that opens a device within a time. [A]"""

    def earthing_conductor(self, facts: BondingFacts) -> Worked[str]:
        """Size the main earthing conductor. [mm²]"""

    def main_bonding(self, facts: BondingFacts) -> Worked[str]:
        """Size main bonding conductors. [mm²]"""

    def entry(self, one: Entry, facts: BondingFacts) -> Worked[EntryAnswer]:
        """Say whether what comes in is bonded as it must be."""

    def supplementary(
        self,
        circuits: tuple[WetCircuit, ...],
        parts_ohm: float | None,
        entries: tuple[Entry, ...] = (),
        protective_mm2: tuple[float, ...] = (),
    ) -> Worked[bool]:
        """Say whether bonding is wanted in a room with a bath or shower."""

    def vehicle_on(self, earthing: Earthing, *, watches_neutral: bool, outdoors: bool) -> Worked[bool]:
        """Say whether a charging point may stand on an earth."""

    def armour_as_bond(self, cable_size: str, facts: BondingFacts) -> Worked[bool]:
        """Say whether an armour is enough as main bond."""
