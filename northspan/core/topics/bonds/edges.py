"""What is joined to what: every wire, bond, strap, electrode, metal path and load of an installation, in one of its states."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from northspan.core.case.case import Case
from northspan.core.case.tree import WITHOUT_DEVICE, Tree
from northspan.core.document.job import (
    Across,
    Bond,
    Circuit,
    Earthing,
    ElectrodeKind,
    Enclosure,
    Grounding,
    Load,
    Method,
    Run,
    RunKind,
    Source,
    SourceKind,
    Status,
)
from northspan.core.document.plan import EnclosurePlan
from northspan.core.physics.network import EARTH
from northspan.core.physics.role import Role
from northspan.core.rulebooks.questions.words import Words
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.topics.bonds.trial import Trial
from northspan.core.topics.supply.states import OperatingState, source_bonded

STEEL_PIPE = frozenset({Method.emt, Method.rmc})
CONDUCTORS = {
    Circuit.three_wire: ("L1", "L2", "N"),
    Circuit.two_wire_line: ("L1", "L2"),
    Circuit.two_wire_neutral: ("L1", "N"),
}


@dataclass(frozen=True, slots=True)
class Edge:
    """Something that joins two nodes: `part` is the run, enclosure, source, building or load it belongs to."""

    key: str
    role: Role
    conductor: str
    part: str
    a: str
    b: str


@dataclass(frozen=True, slots=True)
class Bench:
    """An installation as it stands on the bench: the property, how its enclosures are planned, the state, and what is tried."""

    case: Case
    plans: dict[str, EnclosurePlan]
    state: OperatingState
    trial: Trial

    @property
    def tree(self) -> Tree:
        """The property as a tree of runs."""
        return self.case.tree

    @property
    def say(self) -> Words:
        """How the trade says it."""
        return self.case.rulebook.words

    @property
    def rulebook(self) -> Rulebook:
        """The code it follows."""
        return self.case.rulebook

    def bonded(self, node: str) -> bool:
        """Tell whether neutral and ground are bonded in an enclosure or a source, with what is tried.

        Parameters
        ----------
        node : str
            Its id. [-]
        """
        if node in self.trial.bonds_made:
            return True
        if node in self.trial.bonds_missing:
            return False
        return self.bonded_as_found(node)

    def bonded_as_found(self, node: str) -> bool:
        """Tell the same without what is tried: as found, or as it should be where nobody looked.

        Parameters
        ----------
        node : str
            Its id. [-]
        """
        if node in self.tree.job.sources:
            return source_bonded(self.tree, node, self.state, self.case.schools)
        enclosure = self.tree.job.enclosures[node]
        if enclosure.bond_found is not Bond.unknown:
            return enclosure.bond_found is Bond.bonded
        if node in self.plans:
            return self.plans[node].bond == Bond.bonded
        return ahead_of_disconnect(self.tree, node)

    def loose(self, node: str) -> bool:
        """Tell whether the ground bar of an enclosure is isolated from the can.

        Parameters
        ----------
        node : str
            Its id. [-]
        """
        return node in self.trial.bars_loose or self.tree.job.enclosures[node].ground_bar_found is Bond.separate


def ahead_of_disconnect(tree: Tree, enclosure: str) -> bool:
    """Tell whether a can lies between the source and its first disconnect, where the grounded conductor bonds the enclosures.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    enclosure : str
        Id of the can. [-]
    """
    if tree.job.enclosures[enclosure].kind not in WITHOUT_DEVICE:
        return False
    run = tree.above(enclosure)
    while run is not None and run.origin in tree.job.enclosures and tree.job.enclosures[run.origin].kind in WITHOUT_DEVICE:
        run = tree.above(run.origin)
    return run is None or run.origin in tree.job.sources


def entry_of(tree: Tree, building: str) -> str | None:
    """Give the can of a building to which its electrodes are joined: where its supply comes in.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    building : str
        Id of the building. [-]
    """
    entering = [tree.job.runs[key].target for key in tree.entering.get(building, ())]
    enclosures = [
        key for key, enclosure in tree.job.enclosures.items() if enclosure.building == building and enclosure.status is not Status.remove
    ]
    first = next((key for key in entering if key in tree.job.enclosures), enclosures[0] if enclosures else None)
    while first is not None and tree.job.enclosures[first].kind in WITHOUT_DEVICE:  # on to the first disconnect
        onward = next((tree.job.runs[key].target for key in tree.leaving.get(first, ()) if tree.job.runs[key].target in enclosures), None)
        if onward is None:
            break
        first = onward
    return first


def edges_of(bench: Bench) -> tuple[Edge, ...]:
    """List everything that joins two nodes, loads and faults included.

    Parameters
    ----------
    bench : Bench
        The installation on the bench. [-]
    """
    tree = bench.tree
    enclosures = {key: enclosure for key, enclosure in tree.job.enclosures.items() if enclosure.status is not Status.remove}
    found: list[Edge] = []
    for key in tree.order:
        found += _run(bench, key, tree.job.runs[key])
    for key, enclosure in enclosures.items():
        found += _enclosure(bench, key, enclosure)
    for key, source in tree.job.sources.items():
        if source.status is not Status.remove and source.kind is not SourceKind.utility_transformer and bench.bonded(key):
            found.append(Edge(f"{key}.bond", Role.bond, "bond", key, f"{key}.N", f"{key}.G"))
        found += _by_supplier(bench, key, source)
    for key in enclosures:
        found += _undrawn(bench, key)
    for key in tree.job.buildings:
        found += _building(bench, key)
        found += _neighbor(bench, key)
    for key, load in tree.job.loads.items():
        if load.status is not Status.remove and load.enclosure in enclosures and key not in bench.trial.loads_off:
            found += _load(bench, key, load)
    for key in tree.order:
        found += _typed(bench, key)
    return (*found, *_faults(bench))


def lands_on_neutral(bench: Bench, entry: str) -> bool:
    """Tell whether the electrode conductor lands on the neutral bar of a can, as it does at a first disconnect with its bond.

    Parameters
    ----------
    bench : Bench
        The installation on the bench. [-]
    entry : str
        The can. [-]
    """
    plan = bench.plans.get(entry)
    return plan is not None and plan.bond == Bond.bonded and bench.tree.first_disconnect(entry)


def has_ground(bench: Bench, run_id: str, run: Run) -> bool:
    """Tell whether a run brings an equipment ground, or a jumper in its place.

    Parameters
    ----------
    bench : Bench
        The installation on the bench. [-]
    run_id : str
        Its id. [-]
    run : Run
        The run. [-]
    """
    if run_id in bench.trial.grounds_cut or run.grounding is not Grounding.equipment_ground:
        return False
    source = bench.tree.job.sources.get(run.origin)
    return run.kind is not RunKind.service or (source is not None and source.earthing is Earthing.tn_s)


def _run(bench: Bench, key: str, run: Run) -> Iterator[Edge]:
    fed = bench.tree.job.sources.get(run.target)  # a transformer: its primary has terminals of its own
    ends = {name: (f"{run.origin}.{name}", f"{run.target}.{'p' if fed else ''}{name}") for name in ("L1", "L2", "N")}
    for name in CONDUCTORS[run.circuit]:
        neutral = name == "N"
        if key in (bench.state.open_neutrals if neutral else bench.state.open_lines) or (neutral and key in bench.trial.neutrals_lost):
            continue
        yield Edge(f"{key}.{name}", Role.neutral if neutral else Role.line, name, key, *ends[name])
    ground = f"{run.origin}.G", f"{run.target}.G"
    if has_ground(bench, key, run):
        yield Edge(f"{key}.G", Role.ground, "G", key, *ground)
    if run.kind is not RunKind.service and all(segment.method in STEEL_PIPE for segment in run.segments):
        yield Edge(f"{key}.pipe", Role.path, "pipe", key, f"{run.origin}.C", f"{run.target}.C")
    target = bench.tree.building_of(run.target)
    origin = bench.tree.building_of(run.origin)
    if target and origin and target != origin and bench.tree.job.buildings[target].metallic_path and target not in bench.trial.plastic:
        yield Edge(f"{target}.path", Role.path, "path", target, f"{run.origin}.C", f"{run.target}.C")


def _enclosure(bench: Bench, key: str, enclosure: Enclosure) -> Iterator[Edge]:  # noqa: ARG001 - the can says nothing more here
    if bench.bonded(key):
        yield Edge(f"{key}.bond", Role.bond, "bond", key, f"{key}.N", f"{key}.G")
    if not bench.loose(key):
        yield Edge(f"{key}.strap", Role.strap, "strap", key, f"{key}.G", f"{key}.C")


def _by_supplier(bench: Bench, key: str, source: Source) -> Iterator[Edge]:
    """The link of neutral and earth that a supplier makes: at his transformer, or in the intake of what it feeds."""
    if source.kind is not SourceKind.utility_transformer or source.status is Status.remove or key in bench.trial.bonds_missing:
        return
    if source.earthing is Earthing.tn_s:
        yield Edge(f"{key}.bond", Role.bond, "bond", key, f"{key}.N", f"{key}.G")
    elif source.earthing is Earthing.tn_c_s:
        for run_id in bench.tree.leaving.get(key, ()):
            enclosure = bench.tree.job.runs[run_id].target
            yield Edge(f"{key}.bond", Role.bond, "bond", key, f"{enclosure}.N", f"{enclosure}.G")


def _undrawn(bench: Bench, key: str) -> Iterator[Edge]:
    """The link of a supplier who is not drawn, where his kind makes one."""
    by_supplier = bench.rulebook.choices.earthings()[0][0] in {Earthing.tn_s, Earthing.tn_c_s}
    root = key not in bench.tree.feeding and bench.tree.leaving.get(key)
    if by_supplier and root and key not in bench.trial.bonds_missing:
        yield Edge(f"{key}.supplier", Role.bond, "bond", key, f"{key}.N", f"{key}.G")


def _building(bench: Bench, key: str) -> Iterator[Edge]:
    entry = entry_of(bench.tree, key)
    if entry is None or not (any(True for _ in electrodes_there(bench, key)) or key in bench.trial.rods_added):
        return
    yield Edge(f"{key}.earth", Role.electrode, "earth", key, f"{entry}.{'N' if lands_on_neutral(bench, entry) else 'G'}", EARTH)


def _neighbor(bench: Bench, key: str) -> Iterator[Edge]:
    """A metal pipe that leads on to a neighbor, whose neutral comes from the same transformer."""
    entry = entry_of(bench.tree, key) if key in bench.trial.neighbor_pipe and key not in bench.trial.plastic else None
    if entry is None:
        return
    head = next((one for one, s in bench.tree.job.sources.items() if s.kind is SourceKind.utility_transformer), None)
    if head is None:
        head = next(
            (
                enclosure
                for enclosure in bench.tree.job.enclosures
                if enclosure not in bench.tree.feeding and bench.tree.leaving.get(enclosure)
            ),
            None,
        )
    if head is not None:
        yield Edge(f"{key}.neighbor", Role.path, "neighbor", key, f"{entry}.C", f"{head}.N")


def electrodes_there(bench: Bench, building: str) -> Iterator[str]:
    """List the electrodes of a building that count with what is tried.

    Parameters
    ----------
    bench : Bench
        The installation on the bench. [-]
    building : str
        Id of the building. [-]
    """
    lost = bench.tree.job.buildings[building].water_pipe.value in {"plastic", "none"} or building in bench.trial.plastic
    for key, one in bench.tree.job.electrodes.items():
        there = one.building == building and one.status is not Status.remove and key not in bench.trial.electrodes_off
        if there and not (lost and one.kind is ElectrodeKind.water_pipe):
            yield key


def _load(bench: Bench, key: str, load: Load) -> Iterator[Edge]:
    at = load.enclosure
    if load.across is Across.line_line:
        yield Edge(f"{key}.load", Role.load, "", key, f"{at}.L1", f"{at}.L2")
    elif bench.trial.balanced:
        yield Edge(f"{key}.load1", Role.load, "half", key, f"{at}.L1", f"{at}.N")
        yield Edge(f"{key}.load2", Role.load, "half", key, f"{at}.L2", f"{at}.N")
    else:
        yield Edge(f"{key}.load", Role.load, "", key, f"{at}.{'L1' if load.across is Across.l1_neutral else 'L2'}", f"{at}.N")


def _typed(bench: Bench, key: str) -> Iterator[Edge]:
    """A load that was typed for a run stands at its end, balanced, where no loads are entered behind it."""
    tree, run = bench.tree, bench.tree.job.runs[key]
    if run.load_a is None or any(tree.loads_at.get(node) for node in tree.below(run.target)) or run.target not in tree.job.enclosures:
        return
    far = "N" if run.circuit is Circuit.two_wire_neutral else "L2"
    yield Edge(f"{key}.load", Role.load, "typed", key, f"{run.target}.L1", f"{run.target}.{far}")


def _faults(bench: Bench) -> Iterator[Edge]:
    trial, job = bench.trial, bench.tree.job
    if trial.case_fault in job.enclosures:
        at = trial.case_fault
        yield Edge("fault", Role.fault, "fault", str(at), f"{at}.L1", f"{at}.C")
    elif trial.case_fault is not None:
        key, load = trial.case_fault, job.loads[trial.case_fault]
        at, line = load.enclosure, "L2" if load.across is Across.l2_neutral else "L1"
        above = bench.tree.above(at)
        if above is not None and above.kind is RunKind.branch:  # its own circuit ends here: the case is that of the can
            yield Edge("fault", Role.fault, "fault", key, f"{at}.{line}", f"{at}.C")
            return
        yield Edge(f"{key}.line", Role.line, line, key, f"{at}.{line}", f"{key}.hot")
        yield Edge(f"{key}.ground", Role.ground, "G", key, f"{at}.G", f"{key}.C")
        yield Edge("fault", Role.fault, "fault", key, f"{key}.hot", f"{key}.C")
    if trial.soil_fault is not None:
        yield Edge("soil fault", Role.fault, "fault", trial.soil_fault, f"{trial.soil_fault}.L1", EARTH)
