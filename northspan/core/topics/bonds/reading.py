"""Solve the circuit on the bench and read it: currents, voltages of enclosures and of the soil beside them, devices, before and after."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from functools import cached_property
from math import isinf

from northspan.core.document.job import Circuit, Status
from northspan.core.physics.network import State, solve_network
from northspan.core.physics.role import Role
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.bonds.edges import Bench, Edge, entry_of
from northspan.core.topics.bonds.impedances import Circuitry, circuitry
from northspan.core.topics.bonds.one_bond import BondCount, count_bonds
from northspan.core.topics.bonds.opening import Opening, after_it_fades, opening_of
from northspan.core.topics.sizing.run import SizedRun


@dataclass(frozen=True, slots=True)
class EnclosureVolts:
    """A can: voltage of each leg and across both, of the can to remote earth and to the soil a metre away. [V]"""

    key: str
    line_1_v: float | None
    line_2_v: float | None
    line_line_v: float | None
    enclosure_v: float
    touch_v: float


@dataclass(frozen=True)
class Solved:
    """A circuit solved: as it begins, once sources of one's own have faded, and after the first device sure to open has opened."""

    circuit: Circuitry
    now: State
    openings: tuple[Opening, ...]
    opener: Opening | None
    after: State
    bonds: tuple[BondCount, ...]
    lasting: State

    @property
    def say(self) -> Words:
        """How the trade says it."""
        return self.circuit.bench.say

    @property
    def bench(self) -> Bench:
        """The installation on the bench."""
        return self.circuit.bench

    @cached_property
    def enclosures(self) -> dict[str, EnclosureVolts]:
        """Cans with their voltages now."""
        return {enclosure.key: enclosure for enclosure in _enclosures(self.circuit, self.now)}

    @cached_property
    def enclosures_after(self) -> dict[str, EnclosureVolts]:
        """Cans with their voltages once the device has opened."""
        return {enclosure.key: enclosure for enclosure in _enclosures(self.circuit, self.after)}

    @cached_property
    def enclosures_lasting(self) -> dict[str, EnclosureVolts]:
        """Cans with their voltages once sources of one's own have faded."""
        return {enclosure.key: enclosure for enclosure in _enclosures(self.circuit, self.lasting)}

    def amperes(self, edge: Edge) -> float:
        """Current in an edge. [A]

        Parameters
        ----------
        edge : Edge
            The edge. [-]
        """
        return abs(self.now.amperes[edge.key])

    def of_role(self, *roles: Role) -> list[Edge]:
        """List edges of some kind, the one with the most current first.

        Parameters
        ----------
        *roles : Role
            What they are. [-]
        """
        found = [edge for edge in self.circuit.edges if edge.role in roles]
        return sorted(found, key=self.amperes, reverse=True)


def solve_bench(bench: Bench, sized: dict[str, SizedRun]) -> Solved:
    """Solve the circuit of an installation with what is tried.

    Parameters
    ----------
    bench : Bench
        The installation on the bench. [-]
    sized : dict
        Sized runs by id. [-]
    """
    circuit = circuitry(bench, sized)
    now, trial = solve_network(circuit.branches), bench.trial
    place = trial.soil_fault or (trial.case_fault if trial.case_fault in bench.tree.job.enclosures else None)
    openings = first = tuple(opening_of(device, now, place) for device in circuit.devices)
    lasting = solve_network(circuit.lasting) if circuit.lasting else now
    if circuit.lasting:
        pairs = zip(first, circuit.devices, strict=True)
        openings = tuple(after_it_fades(one, opening_of(device, lasting, place), circuit.brief_s) for one, device in pairs)
    sure = [one for one in openings if not isinf(one.latest_s)]
    opener = min(sure, key=lambda one: (one.latest_s, one.device.rating_a), default=None)
    after = lasting
    if opener is not None:
        poles = set(opener.device.poles)
        after = solve_network([branch for branch in circuit.branches if branch.key not in poles])
    return Solved(circuit, now, openings, opener, after, count_bonds(bench), lasting)


def edge_name(bench: Bench, edge: Edge) -> str:
    """Call an edge by the name people use.

    Parameters
    ----------
    bench : Bench
        For the names and the terms. [-]
    edge : Edge
        The edge. [-]
    """
    job, terms = bench.tree.job, bench.say.dialect
    if edge.role is Role.electrode:
        return f"electrodes of {job.buildings[edge.part].name}"
    if edge.role is Role.path:
        if edge.conductor == "neighbor":
            return f"pipe from {job.buildings[edge.part].name} to the {bench.say.terms.neighbor}"
        return (
            f"metal pipe to {job.buildings[edge.part].name}" if edge.part in job.buildings else f"steel pipe of {job.runs[edge.part].name}"
        )
    name = place_name(bench, edge.part)
    words = {
        Role.line: f"line {edge.conductor[-1:]} of {name}", Role.neutral: f"neutral of {name}",
        Role.ground: f"{terms.equipment_ground} of {name}", Role.bond: f"bond at {name}",
        Role.strap: f"{bench.say.terms.ground_bar} {bench.say.terms.strap} at {name}", Role.load: name, Role.fault: f"fault at {name}",
    }  # fmt: skip
    return words[edge.role]


def place_name(bench: Bench, key: str) -> str:
    """Give the name of anything in the job.

    Parameters
    ----------
    bench : Bench
        For the job. [-]
    key : str
        Its id. [-]
    """
    job = bench.tree.job
    part = job.enclosures.get(key) or job.sources.get(key) or job.runs.get(key) or job.loads.get(key) or job.buildings.get(key)
    return part.name if part else key


def _enclosures(circuit: Circuitry, state: State) -> Iterable[EnclosureVolts]:
    bench = circuit.bench
    job = bench.tree.job
    soil: dict[str, complex] = {}
    for key, enclosure in job.enclosures.items():
        if enclosure.status is Status.remove or f"{key}.C" not in state.volts:
            continue
        if enclosure.building not in soil:
            soil[enclosure.building] = _soil_v(circuit, enclosure.building, state)
        live = key in bench.state.live
        run = bench.tree.above(key)
        neutral = f"{key}.N" in state.volts and not (run is not None and run.circuit is Circuit.two_wire_line)
        line_1, line_2, both = (
            _across(state, f"{key}.{a}", f"{key}.{b}") if live and there else None
            for a, b, there in (("L1", "N", neutral), ("L2", "N", neutral), ("L1", "L2", True))
        )
        metal = state.volts[f"{key}.C"]
        yield EnclosureVolts(key, line_1, line_2, both, abs(metal), abs(metal - soil[enclosure.building]))
    load = job.loads.get(bench.trial.case_fault or "")
    if load is not None and f"{bench.trial.case_fault}.C" in state.volts:
        metal = state.volts[f"{bench.trial.case_fault}.C"]
        there = soil.get(job.enclosures[load.enclosure].building, 0j)
        yield EnclosureVolts(str(bench.trial.case_fault), None, None, None, abs(metal), abs(metal - there))


def _across(state: State, a: str, b: str) -> float | None:
    return state.between(a, b) if a in state.volts and b in state.volts else None


def _soil_v(circuit: Circuitry, building: str, state: State) -> complex:
    """Voltage of the soil a metre from the electrodes of a building: a share of theirs; nothing where there are none. [V]"""
    earth = circuit.earths.get(building)
    entry = entry_of(circuit.bench.tree, building)
    if earth is None or entry is None:
        return 0j
    edge = next(edge for edge in circuit.edges if edge.role is Role.electrode and edge.part == building)
    return earth.soil_share * state.volts[edge.a]
