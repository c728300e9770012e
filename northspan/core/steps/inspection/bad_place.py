"""Where the bad joint of a job is: its circuit, what may be wrong in it by name, and the readings that were taken."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from math import hypot

from northspan.core.case.worked import WorkedJob
from northspan.core.document.job import Measured, TestKind
from northspan.core.document.plan.inspection import BadPlacePlan, LikelyPlace
from northspan.core.physics.bad_joint import Suspect, Taken, Verdict, bad_joint
from northspan.core.physics.network import Branch
from northspan.core.physics.role import Role
from northspan.core.steps.inspection.circuit import TESTER_OHM, WIRES, Found, circuit_of, heads, hung_tester, tips
from northspan.core.steps.inspection.expected import holds
from northspan.core.topics.bonds.edges import Edge
from northspan.core.topics.bonds.reading import edge_name

SPREAD, LOOP_SPREAD, TIP_V, TIP_A = 0.01, 0.12, 0.15, 0.1
MID = 0.91  # wires neither cold nor as warm as they may get
WARMTH = 0.5  # of what warm wires change, which nobody knows
FEWEST, SHOWN = 2, 4
_SUPPLIED = frozenset({"L1-L2", "L1-N", "L2-N"})


def bad_place(whole: WorkedJob, found: Found | None = None) -> BadPlacePlan | None:
    """Ask where the bad joint is; None where too little was read under load.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    found : Found or None
        Its circuit, where it is at hand. [-]

    Notes
    -----
    Wires are taken between cold and warm, and every source at the volts that were read where it comes in.
    """
    power = {TestKind.volts, TestKind.amperes, TestKind.loop}
    readings = [one for one in whole.job.inspection.readings.values() if one.kind in power and holds(whole, one)]
    if len(readings) < FEWEST:
        return None
    here = found or circuit_of(whole)
    wires = {edge.key for edge in here.circuit.edges if edge.role in WIRES}
    testers = [hung_tester(one.where.split("/")[2]) for one in readings if one.kind is TestKind.loop]
    scale = _supply(here, readings)
    branches = [replace(one, ohm=complex(one.ohm.real * MID, one.ohm.imag) if one.key in wires else one.ohm, volts=one.volts * scale)
                for one in here.warm]  # fmt: skip
    branches += list({one.key: one for one in testers}.values())
    loads = [*(key for keys in here.loads.values() for key in keys), *(one.key for one in testers)]
    taken = [made for one in readings for made in _taken(here, branches, one, scale)]
    names = dict(suspects_of(here))
    answer = bad_joint(branches, loads, list(names), taken)
    places = tuple(
        LikelyPlace(names[one.suspect], _where(whole, one.suspect), one.ohm, one.power_w, one.suspect.joins)
        for one in answer.places[:SHOWN]
    )
    if answer.verdict in {Verdict.nothing, Verdict.unexplained}:
        places = ()
    after = "" if answer.after is None or answer.verdict is not Verdict.not_sure else _asked(whole, here, answer.after)
    return BadPlacePlan(answer.verdict.value, places, after, len(taken))


def _supply(here: Found, readings: list[Measured]) -> float:
    """The supply's volts by its name, from what was read at its head with nothing on, else with anything on."""
    at_head = set(heads(here))
    mine = [one for one in readings if one.kind is TestKind.volts and one.where.split("/")[2] in at_head and one.between in _SUPPLIED]
    if not mine:
        return 1.0
    best = min(mine, key=lambda one: (len(one.on), one.between != "L1-L2"))
    plan = here.state(frozenset(best.on)).between(*tips(best.where.split("/")[2], best.between))
    return best.value / plan if plan else 1.0


def _taken(here: Found, branches: list[Branch], one: Measured, scale: float) -> Iterator[Taken]:
    """A reading as the circuit has it; a loop is what the tester takes down."""
    key = one.where.split("/")[2]
    on = frozenset(branch for load in one.on for branch in here.loads.get(load, ()))
    there = {node for branch in branches for node in (branch.a, branch.b)}
    if one.kind is TestKind.amperes:
        if any(branch.key == f"{key}.{one.wire}" for branch in branches):
            yield Taken(one.value, max(one.value * SPREAD, TIP_A), on, branch=f"{key}.{one.wire}")
    elif one.kind is TestKind.loop:
        hung = hung_tester(key)
        volts = scale * here.state(frozenset()).between(*tips(key, "L1-G")) if {hung.a, hung.b} <= there else 0.0
        if volts > 1:
            left = volts * TESTER_OHM / (TESTER_OHM + one.value)
            yield Taken(left, max(volts * LOOP_SPREAD * one.value / (TESTER_OHM + one.value), TIP_V), frozenset({hung.key}), hung.a, hung.b)
    else:
        a, b = tips(key, one.between, one.to)
        if {a, b} <= there:
            loads = frozenset(one.on)
            warm, cold = (here.state(loads, cold=each).between(a, b) for each in (False, True))
            yield Taken(one.value, hypot(max(one.value * SPREAD, TIP_V), WARMTH * (warm - cold)), on, a, b)


def suspects_of(here: Found) -> Iterator[tuple[Suspect, str]]:
    """List what may be wrong: every wire of every run, a bond that should not be, hot wires landed in each other's place.

    Parameters
    ----------
    here : Found
        The circuit of a job. [-]
    """
    bench, edges = here.bench, here.circuit.edges
    for edge in edges:
        if edge.role in WIRES and edge.part in bench.tree.job.runs:
            yield Suspect(edge.key, branch=edge.key), _wire_words(here, edge)
    bonded = {edge.part for edge in edges if edge.role is Role.bond}
    nodes = {node for edge in edges for node in (edge.a, edge.b)}
    for key, can in bench.tree.job.enclosures.items():
        if key not in bonded and {f"{key}.N", f"{key}.C"} <= nodes:
            words = f"a second bond, or {{neutral_and_ground}} joined behind {can.name}"
            yield Suspect(f"bond at {key}", a=f"{key}.N", b=f"{key}.C"), bench.say.fill(words)
    for key, run in bench.tree.job.runs.items():
        pair = (f"{key}.L1", f"{key}.L2")
        if {edge.key for edge in edges} >= set(pair):
            hot = bench.say.terms.ungrounded_conductors
            yield Suspect(f"swap of {key}", swaps=pair), f"the two {hot} of {run.name}, in each other's place"


def _wire_words(here: Found, edge: Edge) -> str:
    words = edge_name(here.bench, edge)
    return f"{words}, part of the {here.bench.say.terms.utility}" if here.bench.tree.job.runs[edge.part].utility_owned else words


def _where(whole: WorkedJob, one: Suspect) -> str:
    part = (one.branch or one.key.split(" ")[-1]).split(".")[0]
    return f"/runs/{part}" if part in whole.job.runs else f"/enclosures/{part}"


def _asked(whole: WorkedJob, here: Found, one: Taken) -> str:
    by_branch = {key: load for load, keys in here.loads.items() for key in keys}
    names = list(dict.fromkeys(_load_name(whole, by_branch[key]) for key in sorted(one.on) if key in by_branch))
    tested = [key.removeprefix("tester at ") for key in one.on if key.startswith("tester at ")]
    on = ", ".join(names) or (f"a loop tester at {whole.case.tree.name_of(tested[0])}" if tested else "nothing")
    if one.branch:
        edge = here.edge(one.branch)
        what = edge_name(here.bench, edge) if edge else one.branch
        return f"amperes through {what}, with {on} on"
    return f"volts from {_node(whole, one.a)} to {_node(whole, one.b)}, with {on} on"


def _load_name(whole: WorkedJob, key: str) -> str:
    part = whole.job.loads.get(key) or whole.job.runs.get(key)
    return part.name if part else key


def _node(whole: WorkedJob, node: str) -> str:
    part, _, wire = node.partition(".")
    say = whole.case.rulebook.words.terms
    words = {"N": "the neutral", "G": f"the {say.ground_bar}", "C": f"the {say.can}", "L1": "line 1", "L2": "line 2"}.get(wire, wire)
    return f"{words} at {whole.case.tree.name_of(part)}" if part in {*whole.job.enclosures, *whole.job.sources} else node
