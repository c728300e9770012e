"""A small network of wires, bonds and earth paths: currents, voltages, what opens, and a verdict in plain words."""

from __future__ import annotations

from cmath import rect
from math import inf, radians
from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.case.calculator import Answer, Question, answered
from northspan.core.document.job import Part
from northspan.core.physics.device_curves import ground_fault_opens_s, opens_within_s, residual_opens_s
from northspan.core.physics.network import EARTH, Branch, FloatingNode, State, solve_network
from northspan.core.physics.role import Role
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.working.errors import InvalidJob
from northspan.core.working.worked import Step, given, ruled, whole

Node = Annotated[str, StringConstraints(pattern=r"^[A-Za-z][A-Za-z0-9 ._-]{0,30}$")]
NORMAL_A, MUCH_A = 0.005, 0.5  # leakage below the one is normal; above the other it is a second bond or a bad neutral
SAFE_V = 50.0
_METAL = frozenset({Role.line, Role.neutral, Role.ground, Role.bond, Role.strap})
LEAK_OHM = 1e7  # what every node leaks to earth, so that an open wire has a voltage at all


class Winding(Part):
    """A winding that drives current: from one node to another, with its own impedance."""

    key: Node
    start: Node
    end: Node
    volts: float = Field(120, gt=0, le=100_000)
    angle_deg: float = Field(0, ge=-360, le=360)
    resistance_ohm: float = Field(0.01, ge=0.00001, le=10_000)
    reactance_ohm: float = Field(0.01, ge=0, le=10_000)


class Wire(Part):
    """Anything that carries current between two nodes; `earth` is remote earth."""

    key: Node
    start: Node
    end: Node
    role: Role = Role.line
    resistance_ohm: float = Field(ge=0.00001, le=10_000_000)
    reactance_ohm: float = Field(0, ge=0, le=10_000)
    cable: Annotated[str, StringConstraints(max_length=30)] = Field("", description="Wires that lie side by side share this word.")
    mutual_ohm: float = Field(0, ge=0, le=10_000, description="Mutual reactance with the other wires of the cable. [ohm]")
    breaker_a: float | None = Field(None, gt=0, le=6000, description="Breaker in it. [A]")
    residual_ma: float | None = Field(
        None, ge=5, le=2000, description="Rated residual current, if its breaker is a residual-current device. [mA]"
    )
    ground_fault: bool = Field(False, description="Whether its breaker is a ground-fault device for people.")


class BondQuestion(Question):
    """A network."""

    windings: tuple[Winding, ...] = Field(min_length=1, max_length=12)
    wires: tuple[Wire, ...] = Field(min_length=1, max_length=120)


class BondAnswer(Answer):
    """Currents [A], voltages to remote earth [V], what each device does, and what is wrong."""

    amperes: dict[str, float]
    volts: dict[str, float]
    devices: dict[str, str]
    verdicts: tuple[str, ...]


def bond(question: BondQuestion) -> BondAnswer:
    """Solve a network of windings, wires, bonds and earth paths, and say what it means.

    Parameters
    ----------
    question : BondQuestion
        The network. [ohm, V]

    Raises
    ------
    InvalidJob
        If a name stands twice, a part of the network hangs on nothing, a wire ends where it begins, or what lies
        side by side in a cable is not possible or not said.

    Examples
    --------
    >>> hot = Wire(key="fault", start="hot", end="earth", role="fault", resistance_ohm=25, breaker_a=20)
    >>> bond(BondQuestion(windings=(Winding(key="T", start="earth", end="hot"),), wires=(hot,))).devices
    {'fault': '4.8 A in a 20 A breaker: it does not open'}
    """
    keys = [*(winding.key for winding in question.windings), *(wire.key for wire in question.wires)]
    twice = next((key for key in keys if keys.count(key) > 1), None)
    if twice:
        raise InvalidJob("/wires", f"{twice} stands twice.", "Give each winding and each wire a name of its own.")
    _checked(question)
    try:
        state = _as_drawn(question, solve_network(_branches(question)))
    except FloatingNode as error:
        raise InvalidJob("/wires", str(error)) from error
    amperes = {wire.key: abs(state.amperes[wire.key]) for wire in question.wires}
    volts = {node: abs(value) for node, value in state.volts.items() if node != EARTH}
    devices = {wire.key: _device(wire, state, question) for wire in question.wires if wire.breaker_a}
    verdicts = tuple(_verdicts(question, amperes, state))
    steps: list[Step] = [
        given(f"I_{wire.key}", f"{wire.role}: {wire.start} to {wire.end}", amperes[wire.key], "A", "nodal analysis")
        for wire in question.wires
    ]
    steps += [given(f"U_{node}", f"{node} to remote earth", value, "V", "nodal analysis") for node, value in volts.items()]
    steps += [ruled("t", key, words.rsplit(": ", maxsplit=1)[-1], words, "usual curve") for key, words in devices.items()]
    plain = answered(rulebook_named(question.rulebook), verdicts[0], {}, {"Network": tuple(steps)})
    shared = plain.model_dump(exclude={"working", "margins"})
    return BondAnswer(**shared, working=plain.working, amperes=amperes, volts=volts, devices=devices, verdicts=verdicts)


def _branches(question: BondQuestion) -> list[Branch]:
    found = [
        Branch(w.key, w.start, w.end, complex(w.resistance_ohm, w.reactance_ohm), rect(w.volts, radians(w.angle_deg)))
        for w in question.windings
    ]
    turned = _drawn_inward(question)
    found += [
        Branch(w.key, *((w.end, w.start) if w.key in turned else (w.start, w.end)), complex(w.resistance_ohm, w.reactance_ohm),
               cable=w.cable,
               mutual_ohm=complex(0, w.mutual_ohm))
        for w in question.wires
    ]  # fmt: skip
    nodes = {node for branch in found for node in (branch.a, branch.b)} - {EARTH}
    return found + [Branch(f"leak of {node}", node, EARTH, LEAK_OHM) for node in sorted(nodes)]


def _as_drawn(question: BondQuestion, state: State) -> State:
    """Currents in the direction in which each wire was drawn."""
    turned = _drawn_inward(question)
    return State(state.volts, {key: -value if key in turned else value for key, value in state.amperes.items()})


def _drawn_inward(question: BondQuestion) -> frozenset[str]:
    """Wires of a cable that were drawn towards its near end: wires side by side are all taken from near to far.

    Near is what leads to a winding without the cable's own wires, and not by way of a load, a fault or the soil.
    """
    turned: set[str] = set()
    for cable in {wire.cable for wire in question.wires if wire.mutual_ohm}:
        others = [wire for wire in question.wires if wire.cable != cable and wire.role in _METAL]
        near = {node for winding in question.windings for node in (winding.start, winding.end)} - {EARTH}
        reached = list(near)
        for node in reached:
            for wire in others:
                if node in {wire.start, wire.end}:
                    other = wire.end if node == wire.start else wire.start
                    if other != EARTH and other not in near:
                        near.add(other)
                        reached.append(other)
        turned |= {wire.key for wire in question.wires if wire.cable == cable and wire.end in near and wire.start not in near}
    return frozenset(turned)


def _checked(question: BondQuestion) -> None:
    """Refuse what would be read otherwise than it was meant."""
    ends = [("/windings", p.key, p.start, p.end) for p in question.windings] + [("/wires", p.key, p.start, p.end) for p in question.wires]
    for at, key, start, end in ends:
        if start == end:
            raise InvalidJob(at, f"{key} ends where it begins.", "Give it two ends.")
    for wire in question.wires:
        if not wire.cable and (wire.residual_ma or wire.ground_fault):
            way_out = "Give the line and its neutral the same word as their cable."
            raise InvalidJob("/wires", f"{wire.key} has a device that watches for a leak, and no cable to watch.", way_out)
        if not wire.cable and wire.mutual_ohm:
            raise InvalidJob("/wires", f"{wire.key} has a mutual reactance and no cable.", "Say in which cable it lies.")
    for cable in {wire.cable for wire in question.wires} - {""}:
        _coupled(cable, [wire for wire in question.wires if wire.cable == cable])


def _coupled(cable: str, wires: list[Wire]) -> None:
    """Refuse mutual reactances that differ within a cable, or that no wires can have."""
    mutual = {wire.mutual_ohm for wire in wires}
    if len(mutual) > 1:
        words = ", ".join(f"{ohm:g}" for ohm in sorted(mutual))
        raise InvalidJob("/wires", f"the wires of {cable} have different mutual reactances: {words} Ω.", "Give all of them the same one.")
    shared = mutual.pop()
    rows = [[wire.reactance_ohm if one is wire else shared for one in wires] for wire in wires]
    for i in range(len(rows)):  # wires store no less than nothing in their field: every pivot of the matrix is positive
        if rows[i][i] < -1e-9 * max(wire.reactance_ohm for wire in wires):
            words = f"wires of {cable} share more field, {shared:g} Ω, than they have."
            raise InvalidJob("/wires", words, "The mutual reactance is below the reactance of each.")
        for j in range(i + 1, len(rows)):
            share = rows[j][i] / rows[i][i] if rows[i][i] else 0.0
            rows[j] = [b - share * a for a, b in zip(rows[i], rows[j], strict=True)]


def _outward(question: BondQuestion) -> dict[str, int]:
    """Count how many wires each node is away from the windings, over lines and neutrals."""
    away = dict.fromkeys((node for winding in question.windings for node in (winding.start, winding.end)), 0)
    reached = list(away)
    for node in reached:
        for wire in question.wires:
            if wire.role in {Role.line, Role.neutral} and node in {wire.start, wire.end}:
                other = wire.end if node == wire.start else wire.start
                if other not in away:
                    away[other] = away[node] + 1
                    reached.append(other)
    return away


def _leak(wire: Wire, state: State, question: BondQuestion) -> float:
    """What does not come back by the wires of a cable, whichever way each of them was drawn. [A]"""
    away, total = _outward(question), 0j
    for one in question.wires:
        if one.cable != wire.cable or one.role not in {Role.line, Role.neutral}:
            continue
        near, far = away.get(one.start), away.get(one.end)
        if near is None or far is None or near == far:
            raise InvalidJob("/wires", f"{one.key} leads neither to nor from a winding.", "Join one end of it to the source.")
        total += state.amperes[one.key] * (1 if near < far else -1)
    return abs(total)


def _device(wire: Wire, state: State, question: BondQuestion) -> str:
    current, rating_a = abs(state.amperes[wire.key]), wire.breaker_a or 1.0
    fast, slow = opens_within_s(current / rating_a, rulebook_named(question.rulebook).devices.device_curve("", rating_a))
    leak = _leak(wire, state, question) if wire.ground_fault or wire.residual_ma else 0.0
    if wire.ground_fault:
        fast_leak, slow_leak = ground_fault_opens_s(leak)
        fast, slow = min(fast, fast_leak), min(slow, slow_leak)
    if wire.residual_ma:
        fast_leak, slow_leak = residual_opens_s(leak, wire.residual_ma)
        fast, slow = min(fast, fast_leak), min(slow, slow_leak)
    held = f"{current:.1f} A in a {wire.breaker_a:g} A breaker"
    if fast == inf:
        return f"{held}: it does not open"
    return f"{held}: it may open, and may not" if slow == inf else f"{held}: it opens within {fast:.2g} to {slow:.2g} s"


def _verdicts(question: BondQuestion, amperes: dict[str, float], state: State) -> list[str]:
    """Say what is wrong, worst first; a network without a fault must keep its current off the grounds."""
    found: list[str] = []
    faulted = any(wire.role is Role.fault for wire in question.wires)
    live = {node for wire in question.wires if wire.role is Role.line for node in (wire.start, wire.end)}
    live |= {node for winding in question.windings for node in (winding.start, winding.end)}
    metal = {Role.ground, Role.bond, Role.strap, Role.fault}  # a fault ends on a case, also on one that nothing grounds
    enclosures = {node for wire in question.wires if wire.role in metal for node in (wire.start, wire.end)} - live - {EARTH}
    lifted = max(enclosures, key=lambda node: abs(state.volts[node]), default=None)
    if lifted and abs(state.volts[lifted]) > SAFE_V:
        found.append(f"Danger: {lifted} stands at {whole(abs(state.volts[lifted]))} V to earth.")
    if faulted:
        opening = [_device(wire, state, question) for wire in question.wires if wire.breaker_a]
        if opening and not any("opens within" in words for words in opening):
            found.append("Danger: the fault stays on, no breaker is sure to open.")
    else:
        found += [
            _off_course(wire, amperes[wire.key])
            for wire in question.wires
            if wire.role in {Role.ground, Role.path} and amperes[wire.key] > NORMAL_A
        ]
    return found or ["Nothing to object to: the current keeps to its wires."]


def _off_course(wire: Wire, amperes: float) -> str:
    if amperes > MUCH_A:
        return f"Objectionable current: {amperes:.2g} A on {wire.key}. There is a second bond, or a bad neutral."
    return f"{whole(1000 * amperes)} mA on {wire.key}: above what leaks in ordinary wiring. Find the source."
