"""The questions on loop, protective conductor, residual current and bonding, put to their modules."""

from __future__ import annotations

from northspan.core.document.job import Earthing, Entry, RunKind
from northspan.core.rulebooks.loop_protocol import BondingFacts, EntryAnswer, LoopAnswer, LoopFacts, WetCircuit
from northspan.core.rulebooks.uk import bonding, devices, loop, residual
from northspan.core.working.worked import Step, Worked


class UkLoopRules:
    """BS 7671 on fault protection and bonding."""

    def device_type(self, kind: RunKind, chosen: str) -> str:
        """Give the kind of device of a run."""
        return devices.usual_type(kind, chosen)

    def trips_at(self, device_type: str, device_a: float, within_s: float) -> Step:
        """Give the current that opens a device within a time. [A]"""
        return devices.opens_at_a(device_type, device_a, within_s)

    def supply_loop(self, earthing: Earthing, stated_ohm: float | None) -> Step:
        """Give the earth fault loop outside the installation. [ohm]"""
        return loop.supply_loop(earthing, stated_ohm)

    def usual_neutral(self) -> str:
        """Give the size of a supply's neutral where nobody knows it. [mm²]"""
        return bonding.USUAL_NEUTRAL

    def protect(self, facts: LoopFacts) -> Worked[LoopAnswer]:
        """Work loop and protective conductor of a run. [ohm, mm²]"""
        return loop.protect(facts)

    def residual_wanted(self, facts: LoopFacts, *, dwelling: bool) -> Step:
        """Say whether a run needs a residual-current device. [mA]"""
        return residual.residual_wanted(facts, dwelling=dwelling)

    def electrode_limit(self, residual_ma: float | None) -> Worked[float]:
        """Give the most an electrode may be. [ohm]"""
        return residual.electrode_limit(residual_ma)

    def unstable_ohm(self) -> float:
        """Give the resistance above which an electrode may not be stable. [ohm]"""
        return residual.UNSTABLE_OHM

    def earthing_conductor(self, facts: BondingFacts) -> Worked[str]:
        """Size the main earthing conductor. [mm²]"""
        return bonding.earthing_conductor(facts)

    def main_bonding(self, facts: BondingFacts) -> Worked[str]:
        """Size main bonding conductors. [mm²]"""
        return bonding.main_bonding(facts)

    def entry(self, entry: Entry, facts: BondingFacts) -> Worked[EntryAnswer]:
        """Say whether what comes in is bonded as it must be."""
        return bonding.entry(entry, facts)

    def supplementary(
        self,
        circuits: tuple[WetCircuit, ...],
        parts_ohm: float | None,
        entries: tuple[Entry, ...] = (),
        protective_mm2: tuple[float, ...] = (),
    ) -> Worked[bool]:
        """Say whether bonding is wanted in a room with a bath or shower."""
        return bonding.supplementary(circuits, parts_ohm, entries, protective_mm2)

    def vehicle_on(self, earthing: Earthing, *, watches_neutral: bool, outdoors: bool) -> Worked[bool]:
        """Say whether a charging point may stand on an earth."""
        return bonding.vehicle_on(earthing, watches_neutral=watches_neutral, outdoors=outdoors)

    def armour_as_bond(self, cable_size: str, facts: BondingFacts) -> Worked[bool]:
        """Say whether an armour is enough as main bond."""
        return bonding.armour_as_bond(cable_size, facts)
