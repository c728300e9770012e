"""Where is the bad joint? The one added resistance that explains readings best, how sure that is, and what to read next."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from math import log10, sqrt

from northspan.core.physics.network import Branch, Response, Responses, State, solve_network
from northspan.core.working.sums import sum_of

LEAST_OHM, MOST_OHM, STEPS_A_DECADE = 1e-4, 1e6, 10
MOST_JOIN_OHM = 100.0  # what touches more lightly carries nothing that shows
APART = 9.0  # of two explanations: three standard deviations
SPREADS = 3.0  # readings that a model explains lie within so many of theirs


class Verdict(StrEnum):
    """What readings say of a circuit."""

    sure = "sure"
    not_sure = "not sure"
    nothing = "nothing to see"
    unexplained = "no single place explains it"


@dataclass(frozen=True, slots=True)
class Taken:
    """A reading: volts between two nodes, or amperes through a branch; with which loads on, and how far it may be off."""

    value: float
    spread: float
    on: frozenset[str]
    a: str = ""
    b: str = ""
    branch: str = ""


@dataclass(frozen=True, slots=True)
class Suspect:
    """What may be wrong: a resistance added to a branch, two nodes joined that should not be, two wires in each other's place."""

    key: str
    branch: str = ""
    a: str = ""
    b: str = ""
    swaps: tuple[str, str] | None = None

    @property
    def joins(self) -> bool:
        """Whether two nodes are joined that should not be."""
        return not self.branch and self.swaps is None


@dataclass(frozen=True, slots=True)
class Place:
    """A suspect with the resistance that explains the readings best [ohm], how badly it still does, and what heats it. [W]"""

    suspect: Suspect
    ohm: float
    misfit: float
    power_w: float


@dataclass(frozen=True, slots=True)
class Found:
    """Places from the likeliest down, the misfit without any, the verdict, and the reading that tells the first two apart."""

    places: tuple[Place, ...]
    misfit: float
    verdict: Verdict
    after: Taken | None


@dataclass(frozen=True, slots=True)
class _Line:
    """How one reading moves with the added resistance r: (v + u r) / (1 + k r), as in every linear network."""

    v: complex
    u: complex
    k: complex

    def at(self, ohm: float) -> float:
        return abs((self.v + self.u * ohm) / (1 + self.k * ohm))


def bad_joint(branches: Sequence[Branch], loads: Sequence[str], suspects: Sequence[Suspect], readings: Sequence[Taken]) -> Found:
    """Find the one added resistance that explains readings best.

    Parameters
    ----------
    branches : sequence of Branch
        Sources, wires and loads as they should be; one at least ends at earth. [ohm, V]
    loads : sequence of str
        Keys of those that can be switched. [-]
    suspects : sequence of Suspect
        Where it may be. [-]
    readings : sequence of Taken
        What was read. [V, A]

    Raises
    ------
    FloatingNode
        If a part of the circuit hangs on nothing.

    Notes
    -----
    In a linear network every voltage and current is a Moebius function of one resistance; how the sound circuit answers to one
    volt in a wire, or one ampere between two nodes, gives it for all values. The misfit is the sum of squared deviations, each in
    its own spread; readings explain a place where it is no more than chance gives to so many. Two places whose misfits are less
    than nine apart cannot be told apart.

    References
    ----------
    Chua, Desoer and Kuh, Linear and Nonlinear Circuits, chapter 5, for one element in a linear network.
    """
    ready = [_Ready.of(branches, loads, on) for on in sorted({one.on for one in readings}, key=sorted)]
    by_on = {one.on: one for one in ready}
    misfit = sum_of(((abs(by_on[one.on].read(one)) - one.value) / one.spread) ** 2 for one in readings)
    places = []
    for suspect in suspects:
        lines = _lines(branches, loads, suspect, readings, by_on)
        ohm, left = _fitted(lines, readings, joins=suspect.joins)
        places.append(Place(suspect, ohm, left, max((one.heats(suspect, ohm) for one in ready), default=0.0)))
    places.sort(key=lambda one: one.misfit)
    return Found(tuple(places), misfit, _verdict(places, misfit, len(readings)), _next(branches, loads, places, readings))


@dataclass(frozen=True, slots=True)
class _Ready:
    """The sound circuit with some loads on, ready to be asked how it answers."""

    on: frozenset[str]
    network: Responses
    plain: Response

    @staticmethod
    def of(branches: Sequence[Branch], loads: Sequence[str], on: frozenset[str]) -> _Ready:
        network = Responses([one for one in branches if one.key not in loads or one.key in on])
        return _Ready(on, network, network.as_driven())

    def read(self, one: Taken, response: Response | None = None) -> complex:
        """What a reading is in an answer of the circuit. [V, A]"""
        said = response or self.plain
        if one.branch:
            return self.network.current(one.branch, said) if self.network.has(one.branch) else 0j
        return said.volts.get(one.a, 0j) - said.volts.get(one.b, 0j)

    def lines(self, suspect: Suspect, readings: Sequence[Taken]) -> list[_Line]:
        """How each reading moves with the resistance of a suspect."""
        if suspect.branch:
            if not self.network.has(suspect.branch):
                return [_Line(self.read(one), 0j, 0j) for one in readings]
            answer = self.network.to_volt(suspect.branch)
            k, i = self.network.current(suspect.branch, answer), self.network.current(suspect.branch, self.plain)
            return [_Line(v := self.read(one), v * k - i * self.read(one, answer), k) for one in readings]
        answer = self.network.to_ampere(suspect.a, suspect.b)
        source = answer.volts[suspect.a] - answer.volts[suspect.b]
        across = self.plain.volts[suspect.a] - self.plain.volts[suspect.b]
        return [_Line((v := self.read(one)) - across * self.read(one, answer) / source, v / source, 1 / source) for one in readings]

    def heats(self, suspect: Suspect, ohm: float) -> float:
        """What heats a suspect of some resistance. [W]"""
        if suspect.swaps is not None or (suspect.branch and not self.network.has(suspect.branch)):
            return 0.0
        if suspect.branch:
            k = self.network.current(suspect.branch, self.network.to_volt(suspect.branch))
            amperes = abs(self.network.current(suspect.branch, self.plain) / (1 + k * ohm))
        else:
            answer = self.network.to_ampere(suspect.a, suspect.b)
            across = self.plain.volts[suspect.a] - self.plain.volts[suspect.b]
            amperes = abs(across / (answer.volts[suspect.a] - answer.volts[suspect.b] + ohm))
        return amperes * amperes * ohm


def _verdict(places: Sequence[Place], misfit: float, count: int) -> Verdict:
    chance = count + SPREADS * sqrt(2 * count)
    if not places or (misfit <= chance and misfit - places[0].misfit < APART):
        return Verdict.nothing
    if places[0].misfit > chance:
        return Verdict.unexplained
    return Verdict.sure if len(places) == 1 or places[1].misfit - places[0].misfit >= APART else Verdict.not_sure


def _solved(branches: Sequence[Branch], loads: Sequence[str], on: frozenset[str]) -> State:
    return solve_network([one for one in branches if one.key not in loads or one.key in on])


def with_suspect(branches: Sequence[Branch], suspect: Suspect, ohm: float) -> list[Branch]:
    """Give the circuit with a fault: so much added in series, two nodes joined by so much, or the far ends of two wires changed over.

    Parameters
    ----------
    branches : sequence of Branch
        The circuit. [ohm, V]
    suspect : Suspect
        What is wrong in it. [-]
    ohm : float
        How much is added, or joins. [ohm]
    """
    if suspect.swaps is not None:
        ends = {one.key: one.b for one in branches if one.key in suspect.swaps}
        far = dict(zip(suspect.swaps, (ends[key] for key in reversed(suspect.swaps)), strict=True))
        return [replace(one, b=far.get(one.key, one.b)) for one in branches]
    if suspect.branch:
        return [replace(one, ohm=one.ohm + ohm) if one.key == suspect.branch else one for one in branches]
    return [*branches, Branch(f"join {suspect.key}", suspect.a, suspect.b, ohm)]


def _complex_read(state: State, one: Taken) -> complex:
    if one.branch:
        return state.amperes.get(one.branch, 0j)
    return state.volts.get(one.a, 0j) - state.volts.get(one.b, 0j)


def _read(state: State, one: Taken) -> float:
    return abs(_complex_read(state, one))


def _lines(
    branches: Sequence[Branch], loads: Sequence[str], suspect: Suspect, readings: Sequence[Taken], by_on: dict[frozenset[str], _Ready],
) -> list[_Line]:  # fmt: skip
    """Draw each reading's line; wires in each other's place have nothing to draw along."""
    if suspect.swaps is not None:
        states = {on: _solved(with_suspect(branches, suspect, 0.0), loads, on) for on in by_on}
        return [_Line(_complex_read(states[one.on], one), 0j, 0j) for one in readings]
    drawn = {on: iter(ready.lines(suspect, [one for one in readings if one.on == on])) for on, ready in by_on.items()}
    return [next(drawn[one.on]) for one in readings]


def _fitted(lines: Sequence[_Line], readings: Sequence[Taken], *, joins: bool) -> tuple[float, float]:
    """The resistance with the least misfit, on a grid of its logarithm and then between its neighbours. [ohm]"""

    def left(ohm: float) -> float:
        return sum_of(((line.at(ohm) - one.value) / one.spread) ** 2 for line, one in zip(lines, readings, strict=True))

    count = int((log10(MOST_JOIN_OHM if joins else MOST_OHM) - log10(LEAST_OHM)) * STEPS_A_DECADE) + 1
    grid = [LEAST_OHM * 10 ** (i / STEPS_A_DECADE) for i in range(count)]
    best = min(range(count), key=lambda i: left(grid[i]))
    low, high = log10(grid[max(best - 1, 0)]), log10(grid[min(best + 1, count - 1)])
    for _ in range(28):
        third = (high - low) / 3
        if left(10 ** (low + third)) < left(10 ** (high - third)):
            high -= third
        else:
            low += third
    found = 10 ** ((low + high) / 2)
    ends = [(left(found), found), *([] if joins else [(left(0.0), 0.0)])]
    misfit, ohm = min(ends)
    return ohm, misfit


def _possible(branches: Sequence[Branch], loads: Sequence[str], readings: Sequence[Taken]) -> Iterator[Taken]:
    """Readings that could be taken: across each wire and through it, under each set of loads that was used, and under all."""
    spread = min((one.spread / abs(one.value) for one in readings if one.value and not one.branch), default=0.01)
    for on in sorted({*(one.on for one in readings), frozenset(loads)}, key=sorted):
        for one in branches:
            if one.key not in loads and not one.volts:
                yield Taken(0.0, spread, on, one.a, one.b)
                yield Taken(0.0, spread, on, branch=one.key)


def _next(branches: Sequence[Branch], loads: Sequence[str], places: Sequence[Place], readings: Sequence[Taken]) -> Taken | None:
    """The reading whose value differs most between the two likeliest places, by its spread; nothing where none does."""
    if len(places) < 2:  # noqa: PLR2004 - two to tell apart
        return None
    best: tuple[float, Taken] | None = None
    solved: dict[tuple[int, frozenset[str]], State] = {}
    for one in _possible(branches, loads, readings):
        values = []
        for i, place in enumerate(places[:2]):
            if (i, one.on) not in solved:
                solved[i, one.on] = _solved(with_suspect(branches, place.suspect, place.ohm), loads, one.on)
            values.append(_read(solved[i, one.on], one))
        spread = max(one.spread * max(values), 0.02)
        apart = abs(values[0] - values[1]) / spread
        if best is None or apart > best[0] + 1e-9:
            best = apart, replace(one, value=values[0], spread=spread)
    return best[1] if best is not None and best[0] > SPREADS else None
