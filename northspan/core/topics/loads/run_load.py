"""The load a run is to carry: typed, worked by a dwelling's method, or added up."""

from __future__ import annotations

from math import fsum

from northspan.core.case.case import Case
from northspan.core.case.tree import Tree
from northspan.core.document.findings import in_a_row
from northspan.core.document.job import Across, Circuit, Run, RunKind, Source, Status
from northspan.core.rulebooks.questions.common import DesignLoad
from northspan.core.rulebooks.questions.dwellings import MethodLoad
from northspan.core.rulebooks.questions.supplies import SupplyRules
from northspan.core.topics.loads.connected import Block, Fed, added_up, typed_load, worst_start
from northspan.core.topics.loads.dwelling import by_method, dwelling_facts, dwellings_on, method_loads
from northspan.core.topics.loads.legs import NO_LOAD, LegLoads, legs_across
from northspan.core.working.worked import Step, Worked, given, step


def voltages_at(tree: Tree, node: str, supply_rules: SupplyRules) -> tuple[float, float]:
    """Give the line to line and line to neutral voltage at a node. [V]

    Parameters
    ----------
    tree : Tree
        The property. [-]
    node : str
        Id of an enclosure or a source. [-]
    supply_rules : SupplyRules
        What supplies are like. [-]
    """
    known = tree.volts.get(node)
    if known is not None:
        return known
    run_id = tree.feeding.get(node) or next((key for key in tree.leaving.get(node, ())), None)
    source = tree.job.sources.get(node) or (tree.source_of(run_id) if run_id else None)
    line_v = source.line_v if source else supply_rules.usual_v
    system = source.system if source else supply_rules.usual_system
    tree.volts[node] = line_v, supply_rules.to_neutral_v(line_v, system)
    return tree.volts[node]


def line_voltage(tree: Tree, run_id: str, supply_rules: SupplyRules) -> float:
    """Give the line to line voltage of a run: its source's, or what is usual where none is drawn. [V]

    Parameters
    ----------
    tree : Tree
        The property. [-]
    run_id : str
        The run. [-]
    supply_rules : SupplyRules
        What supplies are like. [-]
    """
    source = tree.source_of(run_id)
    return source.line_v if source else supply_rules.usual_v


def load_of_run(case: Case, run_id: str) -> Worked[LegLoads | None]:
    """Find the load a run is to carry.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    run_id : str
        The run. [-]

    Notes
    -----
    A dwelling whose whole load is behind the run, and whose method is chosen, counts by that
    method; everything else at its nameplate. The continuous part is raised later, by the tests
    that ask for it. Conductors from a generator or an inverter follow its nameplate, for it can
    give that much whatever is switched on.
    """
    run = case.tree.job.runs[run_id]
    run_v = line_voltage(case.tree, run_id, case.rulebook.supplies)
    own = case.tree.job.sources.get(run.origin)
    if run.load_a is None and own is not None and own.rating_kva is not None and case.rulebook.supplies.source_share(own.kind)[0]:
        return _by_nameplate(own, run_v, case.rulebook.supplies)
    fed, _ = _fed_through(case.tree, run.target, case.rulebook.supplies)
    if run.load_a is not None:
        return typed_load(run, *worst_start(fed, case.rulebook.loads))
    return load_behind(case, run_id)


def load_behind(case: Case, run_id: str) -> Worked[LegLoads | None]:
    """Add up what is behind a run, whatever was typed for the run itself.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    run_id : str
        The run. [-]
    """
    run = case.tree.job.runs[run_id]
    run_v = line_voltage(case.tree, run_id, case.rulebook.supplies)
    ways = {case.tree.job.runs[key].origin for key in case.tree.way_to(run_id)}
    return _added(case, run.target, run_v, run.kind, dwellings_on(case.tree, run.target, ways))


def load_on(case: Case, node: str) -> Worked[LegLoads | None]:
    """Add up what hangs on a can, whatever feeds it.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    node : str
        Id of the enclosure. [-]
    """
    run_v = voltages_at(case.tree, node, case.rulebook.supplies)[0]
    return _added(case, node, run_v, RunKind.feeder, dwellings_on(case.tree, node))


def _added(case: Case, node: str, run_v: float, kind: RunKind, homes: tuple[str, ...]) -> Worked[LegLoads | None]:
    fed, typed = _fed_through(case.tree, node, case.rulebook.supplies)
    blocks = [
        _typed_block(key, other, seen or (Across.line_line, run_v), voltages_at(case.tree, other.origin, case.rulebook.supplies)[0])
        for key, other, seen in typed
    ]
    by_own = [home for home in homes if by_method(case.tree.job.buildings[home], case.rulebook.dwellings)
              and not any(other.load_a for _, other, _ in typed if case.tree.building_of(other.target) == home)]  # fmt: skip
    if by_own:
        enclosures = {key for key, enclosure in case.tree.job.enclosures.items() if enclosure.building in by_own}
        blocks.append(_dwelling_block(case, by_own[0], run_v) if len(by_own) == 1 else _dwellings_block(case, by_own, run_v))
        fed = [f for f in fed if f.load.enclosure not in enclosures]
    if not fed and not blocks:
        return NO_LOAD
    return added_up(fed, blocks, run_v, kind, case.rulebook.loads, case.rulebook.supplies)  # type: ignore[return-value]


def _by_nameplate(source: Source, run_v: float, supply_rules: SupplyRules) -> Worked[LegLoads | None]:
    share, citation = supply_rules.source_share(source.kind)
    nameplate = step(
        "I_s", f"nameplate current of {source.name}", "1000 * S / U", "A", "kVA over voltage", S=source.rating_kva or 0.0, U=run_v
    )
    wanted = step("I_L", "what its conductors must carry", "f * I_s", "A", citation, f=share, I_s=nameplate.value)
    return Worked(LegLoads(DesignLoad(wanted.value, 0.0, wanted.value), wanted.value, wanted.value, 0.0), (nameplate, wanted))


def chosen_method(case: Case, building_id: str) -> tuple[MethodLoad, MethodLoad]:
    """Give a dwelling's load by the method chosen for it, and by the one that gives the neutral.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    building_id : str
        The dwelling. [-]
    """
    entry = next((key for key in case.tree.entering.get(building_id, ())), None)
    node = (
        case.tree.job.runs[entry].target
        if entry
        else next(k for k, enclosure in case.tree.job.enclosures.items() if enclosure.building == building_id)
    )
    methods = method_loads(case, building_id, voltages_at(case.tree, node, case.rulebook.supplies))
    wanted = case.tree.job.buildings[building_id].load_method
    return next((m for m in methods if m.key == wanted), methods[0]), next(m for m in methods if m.neutral)


Seen = tuple[Across, float] | None


def _fed_through(tree: Tree, node: str, supply_rules: SupplyRules) -> tuple[list[Fed], list[tuple[str, Run, Seen]]]:
    """Loads fed through a node, and runs whose load was typed, which stand for all below them; each as it is seen from there."""
    job = tree.job
    typed: list[tuple[str, Run, Seen]] = []
    seen: dict[str, Seen] = {node: _through(tree, node, None, supply_rules)}
    nodes = [node]
    for here in nodes:
        for run_id in tree.leaving.get(here, ()):
            run = job.runs[run_id]
            if run.load_a is not None:
                typed.append((run_id, run, seen[here]))
            else:
                nodes.append(run.target)
                seen[run.target] = _through(tree, run.target, seen[here], supply_rules)
    fed = [
        Fed(key, load, voltages_at(tree, here, supply_rules), tree.building_of(here), seen[here])
        for here in nodes
        for key, load in tree.loads_at.get(here, ())
        if load.status is not Status.remove
    ]
    return fed, typed


def _through(tree: Tree, node: str, before: Seen, supply_rules: SupplyRules) -> Seen:
    """How what hangs on a node is seen: as before, or behind the first transformer between the wires that feed it, at their voltage."""
    feeding = tree.feeding.get(node)
    if before is not None or node not in tree.job.sources or feeding is None:
        return before
    run = tree.job.runs[feeding]
    line_v, neutral_v = voltages_at(tree, run.origin, supply_rules)
    return (Across.l1_neutral, neutral_v) if run.circuit is Circuit.two_wire_neutral else (Across.line_line, line_v)


def _typed_block(key: str, run: Run, seen: tuple[Across, float], own_v: float) -> Block:
    across, seen_v = seen
    total = (run.load_a or 0.0) * own_v / seen_v
    continuous = min(run.continuous_a, run.load_a or 0.0) * own_v / seen_v
    line = given(f"I_{key}", f"{run.name}, load typed there", total, "A")
    return Block(run.name, total - continuous, continuous, total, (line,), legs_across(across))


def _dwelling_block(case: Case, home: str, run_v: float) -> Block:
    method, with_neutral = chosen_method(case, home)
    name = case.tree.job.buildings[home].name
    amperes = step(
        "I_D",
        f"{name} by the {method.title[:1].lower()}{method.title[1:]}",
        "P / U",
        "A",
        "load over voltage",
        P=method.total.value,
        U=run_v,
    )
    steps: tuple[Step, ...] = (*method.total.steps, amperes)
    neutral_a = 0.0
    if with_neutral.neutral:
        neutral = step("I_N", "its neutral", "P_n / U", "A", "load over voltage", P_n=with_neutral.neutral.value, U=run_v)
        steps, neutral_a = (*steps, *with_neutral.neutral.steps, neutral), neutral.value
    return Block(name, amperes.value, 0.0, neutral_a, steps)


def _dwellings_block(case: Case, homes: list[str], run_v: float) -> Block:
    """Several dwellings behind one supply: each by its own method, with what the code lets off between them."""
    chosen = [chosen_method(case, home) for home in homes]
    cans = [next(key for key, can in case.tree.job.enclosures.items() if can.building == home) for home in homes]
    volts = [voltages_at(case.tree, can, case.rulebook.supplies) for can in cans]
    facts = tuple(dwelling_facts(case, home, local_v) for home, local_v in zip(homes, volts, strict=True))
    together = case.rulebook.dwellings.dwellings_together(facts, tuple(method.total.value for method, _ in chosen))
    name = in_a_row(case.tree.job.buildings[home].name for home in homes)
    amperes = step("I_D", f"{name} together", "P / U", "A", "load over voltage", P=together.value, U=run_v)
    neutrals_va = fsum(with_neutral.neutral.value for _, with_neutral in chosen if with_neutral.neutral)
    neutral = step("I_N", "their neutrals, added up", "P_n / U", "A", "load over voltage", P_n=neutrals_va, U=run_v)
    return Block(name, amperes.value, 0.0, neutral.value, (*together.steps, amperes, neutral))
