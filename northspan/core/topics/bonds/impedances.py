"""From what is joined to branches with ohms: windings, wires with their field, loads, soil."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field

from northspan.core.case.at_building import FROST_M, FROZEN
from northspan.core.case.resistances import EarthPath, earth_path
from northspan.core.case.tree import WITHOUT_DEVICE
from northspan.core.document.job import Across, Circuit, Metal, Method, Run, RunKind, SourceKind
from northspan.core.physics.device_curves import Curve
from northspan.core.physics.network import Branch
from northspan.core.physics.role import Role
from northspan.core.topics.bonds.edges import Bench, Edge, edges_of, electrodes_there
from northspan.core.topics.bonds.sources import BRIEF_S, USUAL_KVA, fading_words, not_drawn, windings
from northspan.core.topics.bonds.steel import steel_ohm_m
from northspan.core.topics.bonds.wires import AWAY_M, BESIDE_M, BRANCH_M, Made, branch_circuit, field_ohm_m, made_of, made_words, per_metre
from northspan.core.topics.faults.interrupting import RING
from northspan.core.topics.loads.demand import load_power
from northspan.core.topics.loads.run_load import voltages_at
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.working.errors import OutsideTable
from northspan.core.working.sums import sum_of, sum_of_complex

BOND_OHM, STRAP_OHM, CONTACT_OHM = 0.0005, 0.0005, 0.01
LEAK_OHM = 1e7  # what every node leaks to earth, so that an open wire has a voltage at all
UTILITY_EARTH_OHM, SOIL_FAULT_OHM = 5.0, 25.0
PATH_OHM_M, PATH_RADIUS_M = 0.0003, 0.011
NEIGHBOR_OHM = 0.06  # the pipe to a neighbor, and his neutral back to the transformer
ASSUMED = (
    f"Bonds and {{straps}} {1000 * BOND_OHM:g} mΩ.",
    f"A {{hot_wire}} in the soil finds {SOIL_FAULT_OHM:g} Ω there. Loads are taken as plain resistance at their rating.",
    "Generators and inverters hold their voltage to a tenth of their own impedance while nothing is faulted.",
)


@dataclass(frozen=True, slots=True)
class Device:
    """A device: name, rating [A], curve, the edges of its poles, whether it watches for a leak, and what it watches.

    `behind` is the can in which it stands at the far end of its wires; empty where it stands at their head.
    """

    key: str
    name: str
    rating_a: float
    curve: Curve
    behind: str
    poles: tuple[str, ...]
    ground_fault: bool
    residual_ma: float | None
    watches: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Circuitry:
    """A circuit ready to be solved, with what the reading needs of it."""

    bench: Bench
    edges: tuple[Edge, ...]
    branches: tuple[Branch, ...]
    devices: tuple[Device, ...]
    earths: dict[str, EarthPath]
    assumed: tuple[str, ...]
    sources_of_ohm: dict[str, str] = field(default_factory=dict)
    fading: tuple[str, ...] = ()
    brief_s: float = 0.0
    lasting: tuple[Branch, ...] = ()


def circuitry(bench: Bench, sized: dict[str, SizedRun]) -> Circuitry:
    """Give every edge its impedance, and every source its windings.

    Parameters
    ----------
    bench : Bench
        The installation on the bench. [-]
    sized : dict
        Sized runs by id. [-]

    Notes
    -----
    Wires of one pipe have a mutual reactance of w mu0/2pi ln(D/d), with d their distance and D that of
    other metal; their own is the same plus the reactance of the table. Every current then comes back
    somewhere inside D, the pipe of a neighbour included, and the field decides where. Wires are taken
    at the table's temperature. A transformer of the customer's is ideal behind its impedance: what hangs on its secondary,
    a fault too, is felt by its primary, and by every wire and device ahead of it.

    References
    ----------
    Grover, Inductance Calculations, chapter 3; Stevenson and Grainger, Power System Analysis, chapter 4.
    """
    edges = edges_of(bench)
    made = {key: made_of(bench, key, sized) for key in bench.tree.order}
    assumed = [
        *(bench.say.fill(one) for one in ASSUMED),
        f"Wires of one pipe lie {bench.say.depth_text(BESIDE_M)} apart, other metal {bench.say.length_text(AWAY_M)} away.",
        *(f"{bench.tree.job.runs[key].name} is not sized yet: {made_words(bench, made[key])} taken." for key in made if key not in sized),
        *(
            f"{bench.tree.job.runs[key].name} is there and its wires are not noted: {made_words(bench, made[key])} assumed."
            for key in made
            if made[key].assumed
        ),
    ]
    assumed += _tried(bench)
    earths = _earths(bench, edges)
    branches: list[Branch] = []
    why: dict[str, str] = {}
    for edge in edges:
        branch, words = _branch(bench, edge, made, earths)
        branches.append(branch)
        why[edge.key] = words
    fading = tuple(key for key in sorted(bench.state.running) if bench.trial.faulted and bench.tree.job.sources[key].kind in BRIEF_S)
    faded: dict[str, Branch] = {}
    for key in sorted(bench.state.running):
        source = bench.tree.job.sources[key]
        branches += windings(bench, key, source)
        if fading:
            faded |= {one.key: one for one in windings(bench, key, source, lasting=True)}
    assumed += [fading_words(bench.tree.job.sources[key]) for key in fading]
    for enclosure in bench.tree.job.enclosures:
        if not bench.state.key and enclosure not in bench.tree.feeding and bench.tree.leaving.get(enclosure):
            branches += windings(bench, enclosure, not_drawn(bench.rulebook.supplies, bench.rulebook.choices))
            assumed.append(f"No supply is drawn ahead of {bench.tree.name_of(enclosure)}: a transformer of {USUAL_KVA:g} kVA is taken.")
    for key, source in bench.tree.job.sources.items():
        if source.kind is SourceKind.utility_transformer:
            stray_v = -bench.trial.neutral_v  # against its own direction: it lifts the neutral
            branches.append(Branch(f"{key}.earth", f"{key}.N", "earth", source.earth_ohm or UTILITY_EARTH_OHM, stray_v))
            why[f"{key}.earth"] = "noted" if source.earth_ohm else "assumed"
            if source.earth_ohm is None:
                assumed.append(f"{bench.say.fill('{Utility_ground}')} at {source.name}: {UTILITY_EARTH_OHM:g} Ω.")
    nodes = sorted({node for branch in branches for node in (branch.a, branch.b)} - {"earth"})
    branches += [Branch(f"leak of {node}", node, "earth", LEAK_OHM) for node in nodes]
    devices = tuple(_devices(bench, edges, made))
    lasting = tuple(faded.get(one.key, one) for one in branches) if fading else ()
    brief_s = min((BRIEF_S[bench.tree.job.sources[key].kind] for key in fading), default=0.0)
    return Circuitry(bench, edges, tuple(branches), devices, earths, tuple(assumed), why, fading, brief_s, lasting)


def _tried(bench: Bench) -> Iterator[str]:
    """Say what the trial takes for granted."""
    trial = bench.trial
    if trial.faulted:
        ohm = trial.loose_ohm or CONTACT_OHM
        yield f"A fault makes {'a loose contact or an arc' if trial.loose_ohm else 'good contact'}, {1000 * ohm:g} mΩ."
    if trial.neighbor_pipe:
        yield f"The pipe to the {bench.say.terms.neighbor}, and his neutral back to the transformer: {1000 * NEIGHBOR_OHM:g} mΩ together."
    if trial.frozen:
        yield f"Frozen soil: {FROZEN:g} times its resistivity, {bench.say.length_text(FROST_M)} deep."


def _earths(bench: Bench, edges: tuple[Edge, ...]) -> dict[str, EarthPath]:
    return {
        edge.part: earth_path(
            bench.tree.job,
            edge.part,
            tuple(electrodes_there(bench, edge.part)),
            bench.trial.rods_added.count(edge.part),
            bench.rulebook.electrodes,
            frozen=bench.trial.frozen,
        )
        for edge in edges
        if edge.role is Role.electrode
    }


def _branch(bench: Bench, edge: Edge, made: dict[str, Made], earths: dict[str, EarthPath]) -> tuple[Branch, str]:
    if edge.role is Role.path:
        return _path(bench, edge, made), "assumed"
    if edge.role in {Role.line, Role.neutral, Role.ground}:
        if edge.part in bench.tree.job.loads:
            return _branch_circuit(bench, edge), f"{bench.say.terms.branch_circuit} of {bench.say.length_text(BRANCH_M)} assumed"
        return _wire(bench, edge, made[edge.part]), "table"
    ohm, words = _plain_ohm(bench, edge, earths)
    return Branch(edge.key, edge.a, edge.b, ohm), words


def _plain_ohm(bench: Bench, edge: Edge, earths: dict[str, EarthPath]) -> tuple[float, str]:
    """What is plain resistance, and where the figure comes from. [ohm]"""
    if edge.role is Role.electrode:
        return earths[edge.part].ohm, earths[edge.part].words
    if edge.role is Role.load:
        return _load_ohm(bench, edge), "rating and voltage"
    if edge.role is Role.fault:
        contact = bench.trial.loose_ohm or CONTACT_OHM
        return (SOIL_FAULT_OHM if edge.key == "soil fault" else contact), "tried" if bench.trial.loose_ohm else "assumed"
    return (BOND_OHM if edge.role is Role.bond else STRAP_OHM), "assumed"


def _wire(bench: Bench, edge: Edge, made: Made) -> Branch:
    size = {"N": made.neutral, "G": made.ground}.get(edge.conductor, made.size)
    metal = made.ground_metal if edge.conductor == "G" else made.metal
    segments = bench.tree.job.runs[edge.part].segments
    ohm, length_m = 0j, 0.0
    for segment in segments:
        ohm += per_metre(size, metal, segment.method, bench.rulebook.drops) * segment.length_m
        length_m += segment.length_m
    ways = RING if bench.tree.job.runs[edge.part].ring else 1
    mutual = field_ohm_m(BESIDE_M, bench.rulebook.supplies.frequency_hz) * length_m / ways
    return Branch(edge.key, edge.a, edge.b, ohm / made.sets / ways + mutual, cable=edge.part, mutual_ohm=mutual)


def _path(bench: Bench, edge: Edge, made: dict[str, Made]) -> Branch:
    if edge.conductor == "neighbor":
        return Branch(edge.key, edge.a, edge.b, complex(NEIGHBOR_OHM, NEIGHBOR_OHM / 2))
    steel = edge.conductor == "pipe"
    run_id = edge.part if steel else next(key for key in bench.tree.entering[edge.part])
    length_m = sum_of(segment.length_m for segment in bench.tree.job.runs[run_id].segments)
    if steel:  # around its wires, so their field is its field
        mutual = field_ohm_m(BESIDE_M, bench.rulebook.supplies.frequency_hz) * length_m
        run = bench.tree.job.runs[run_id]
        size = run.pipe_size or made[run_id].pipe_size
        ohm = sum_of_complex(steel_ohm_m(size, one.method) * one.length_m for one in run.segments) / made[run_id].sets
        return Branch(edge.key, edge.a, edge.b, ohm + mutual, cable=run_id, mutual_ohm=mutual)
    own = field_ohm_m(PATH_RADIUS_M, bench.rulebook.supplies.frequency_hz)
    return Branch(edge.key, edge.a, edge.b, (PATH_OHM_M + own) * length_m)


def _branch_circuit(bench: Bench, edge: Edge) -> Branch:
    load = bench.tree.job.loads[edge.part]
    _, size, ground = branch_circuit(load, voltages_at(bench.tree, load.enclosure, bench.rulebook.supplies), bench.rulebook)
    mutual = field_ohm_m(BESIDE_M, bench.rulebook.supplies.frequency_hz) * BRANCH_M
    ohm = per_metre(ground if edge.role is Role.ground else size, Metal.copper, Method.cable, bench.rulebook.drops) * BRANCH_M
    return Branch(edge.key, edge.a, edge.b, ohm + mutual, cable=edge.part, mutual_ohm=mutual)


def _load_ohm(bench: Bench, edge: Edge) -> float:
    if edge.conductor == "typed":
        run = bench.tree.job.runs[edge.part]
        line_v, neutral_v = voltages_at(bench.tree, run.target, bench.rulebook.supplies)
        return (neutral_v if run.circuit is Circuit.two_wire_neutral else line_v) / (run.load_a or 1.0)
    load = bench.tree.job.loads[edge.part]
    line_v, neutral_v = voltages_at(bench.tree, load.enclosure, bench.rulebook.supplies)
    try:
        power = load_power(load, line_v, neutral_v, bench.rulebook.loads).value
    except OutsideTable:  # a motor that is in no table: its nameplate serves here
        power = load.power_va
    volts = line_v if load.across is Across.line_line else neutral_v
    return volts**2 / power * (2 if edge.conductor == "half" else 1)


def _devices(bench: Bench, edges: tuple[Edge, ...], made: dict[str, Made]) -> Iterator[Device]:
    job = bench.tree.job
    lines: dict[str, list[Edge]] = {}
    for edge in edges:
        if edge.role in {Role.line, Role.neutral}:
            lines.setdefault(edge.part, []).append(edge)
    for key, wires in lines.items():
        poles = tuple(edge.key for edge in wires if edge.role is Role.line)
        watched = tuple(edge.key for edge in wires)
        if key in job.loads and poles:
            load = job.loads[key]
            rating, _, _ = branch_circuit(load, voltages_at(bench.tree, load.enclosure, bench.rulebook.supplies), bench.rulebook)
            curve = bench.rulebook.devices.device_curve("", rating)
            yield Device(key, f"breaker of {load.name}", rating, curve, "", poles, ground_fault=False, residual_ma=None, watches=watched)
        elif poles and not nobodys(bench, job.runs[key]):
            run, one = job.runs[key], made[key]
            fuse = any(kind == one.device_type and "fuse" in words for kind, words in bench.rulebook.devices.device_types())
            ends = one.tapped or (run.kind is RunKind.service and bench.rulebook.panels.main_protects)
            name = f"main at {bench.tree.name_of(run.target)}" if ends else f"{'fuse' if fuse else 'breaker'} of {run.name}"
            curve = bench.rulebook.devices.device_curve(one.device_type, one.device_a)
            behind = run.target if ends else ""
            yield Device(key, name, one.device_a, curve, behind, poles, run.gfci, run.residual_ma, watched)


def nobodys(bench: Bench, run: Run) -> bool:
    """Tell whether no device of the installation stands in a run: ahead of it is the utility's fuse, whose kind nobody knows.

    Parameters
    ----------
    bench : Bench
        The installation on the bench. [-]
    run : Run
        The run. [-]
    """
    if run.kind is not RunKind.service or not bench.rulebook.panels.main_protects:
        return False
    enclosure = bench.tree.job.enclosures.get(run.target)
    return enclosure is None or enclosure.kind in WITHOUT_DEVICE
