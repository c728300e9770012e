"""What is asked of every run: gathered from the tree, with what was found ahead of it."""

from __future__ import annotations

from dataclasses import dataclass, replace

from northspan.core.case.case import Case
from northspan.core.case.facts import earthing_at
from northspan.core.case.tree import Tree
from northspan.core.document.job import (
    Circuit,
    Earthing,
    EnclosureKind,
    Grounding,
    Load,
    LoadKind,
    Metal,
    Place,
    Run,
    RunKind,
    Segment,
    Source,
    SourceKind,
    Status,
    System,
    status_of,
)
from northspan.core.rulebooks.questions.ampacities import AmpacityRules
from northspan.core.rulebooks.questions.common import DesignLoad
from northspan.core.rulebooks.questions.loop import LoopAhead
from northspan.core.rulebooks.questions.panels import PanelRules
from northspan.core.rulebooks.questions.supplies import SupplyRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.loads.dwelling import dwelling_carried
from northspan.core.topics.loads.legs import LegLoads
from northspan.core.topics.loads.run_load import line_voltage, load_of_run
from northspan.core.topics.routes.route import as_sized
from northspan.core.topics.sizing.prices import same
from northspan.core.topics.sizing.question import CUT_OUT_A, NO_LIMIT, UNREAD, RunQuestion, drop_is_ours, guard_of
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.topics.supply.fault import fault_at_source
from northspan.core.topics.supply.windings import facts_of, regulation_percent
from northspan.core.working.sums import count_of, sum_of
from northspan.core.working.worked import Step, Worked, ruled

USUAL_OUTLET_A = 13.0
_ONE_MAIN = frozenset({EnclosureKind.meter_main, EnclosureKind.disconnect, EnclosureKind.transfer_switch})
_NO_BREAKER = frozenset({EnclosureKind.transfer_switch, EnclosureKind.junction_box})
_MAINS = _ONE_MAIN | {EnclosureKind.panel_main_breaker}


def run_question(case: Case, run_id: str, sized: dict[str, SizedRun]) -> RunQuestion:
    """Gather everything that decides a run.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    run_id : str
        The run. [-]
    sized : dict
        Runs sized so far, those ahead of it among them. [-]
    """
    job, run = case.tree.job, case.tree.job.runs[run_id]
    schools = case.schools
    if case.rulebook.drops.drop_is_rule() and schools["drop_limit"] == "none":
        schools = schools.with_school("drop_limit", "advised")  # a rule is not left aside by a call
    source = case.tree.source_of(run_id)
    line_v = source.line_v if source else case.rulebook.supplies.usual_v
    system = source.system if source else case.rulebook.supplies.usual_system
    neutral_v = case.rulebook.supplies.to_neutral_v(line_v, system)
    load = load_of_run(case, run_id)
    if system is System.single_phase and load.value:
        load = Worked(replace(load.value, line_2_a=0.0, neutral_2_a=0.0), load.steps)
    if run.full_rated and load.value and load.value.design.continuous_a:
        load = _full_rated(load.value, load.steps, case.rulebook.words)
    home, why_not = dwelling_carried(case.tree, run_id) if run.kind in {RunKind.service, RunKind.feeder} else ("", "")
    if run.origin in job.sources and case.rulebook.supplies.source_share(job.sources[run.origin].kind)[0]:
        home, why_not = "", "it comes from a source of one's own: its conductors go by that one's rating"
    power_factor = run.power_factor if run.power_factor is not None else case.rulebook.supplies.usual_power_factor
    lost = 0.0
    origin = job.sources.get(run.origin)
    own = origin if origin and origin.kind is SourceKind.transformer else None
    if own and own.rating_kva and load.value:
        lost = regulation_percent(own, load.value.design.total_a, power_factor).value
    ahead = case.tree.way_to(run_id)[:-1]
    counted = [key for key in ahead if key in sized and drop_is_ours(job.runs[key], case.rulebook.drops)]
    above = lost + sum_of(sized[key].tried.drop.value.percent + sized[key].question.ahead_percent for key in counted)
    loop = loop_ahead(case, run_id, sized)
    limits = case.rulebook.drops.drop_limits(
        run.drop_limit_percent or job.drop_limits.run_percent, job.drop_limits.way_percent, lighting=loop is not None and loop.lighting
    )
    fed_loads = list(case.tree.loads_behind(run.target).values()) if run.kind is RunKind.branch else []
    stated = stated_device(case.tree, run_id, sized, case.rulebook.panels)
    fed = job.sources.get(run.target)
    feeder = sized.get(case.tree.feeding.get(run.origin, ""))
    tapped = feeder if run.kind is RunKind.tap else None
    ground_metal = _ground_metal(case, run)
    if ground_metal is not run.ground_metal:
        run = run.model_copy(update={"ground_metal": ground_metal})
    return RunQuestion(
        run=as_sized(_in_company(case.tree, run, case.rulebook.ampacities, case.rulebook.supplies)),
        pointer=f"/runs/{run_id}",
        load=load,
        line_v=line_v,
        nominal_v=neutral_v if run.circuit is Circuit.two_wire_neutral else line_v,
        drop_above_percent=above,
        run_limit_percent=limits[0],
        way_limit_percent=limits[1],
        schools=schools,
        neutral_v=neutral_v,
        system=system,
        prices=same(job.prices),
        whole_dwelling=bool(home),
        why_not_whole=why_not,
        tapped_a=(tapped.question.tapped_a or tapped.device.value) if tapped else 0.0,
        tapped_ampacity_a=tapped.tried.ampacity.value.final_a if tapped else 0.0,
        tapped_size=tapped.tried.wire.size if tapped else "",
        tapped_type=tapped.question.guard.device_type if tapped else "",
        stated_a=stated.rating_a,
        stated_where=stated.where,
        stated_words=stated.words,
        stated_bus_a=stated.bus_a,
        pipe_device_a=_sharing_its_ground(case, run_id, sized),
        primary_device_a=feeder.device.value if own and feeder else 0.0,
        primary=facts_of(fed, line_v) if fed else None,
        secondary=facts_of(own, _primary_v(case.tree, run.origin, case.rulebook.supplies)) if own else None,
        ahead_percent=lost,
        guard=replace(
            guard_of(run, case.rulebook.devices),
            outlets=_feeds(case.tree, run, LoadKind.sockets),
            cooking=_feeds(case.tree, run, LoadKind.range),
        ),
        loop=loop,
        power_factor=power_factor,
        hangs_m=max((load.hangs_m or 0.0 for load in fed_loads), default=0.0),
        maker_percent=_makers_percent(fed_loads, job.runs[run_id], limits[1] if case.rulebook.drops.drop_is_rule() else NO_LIMIT),
        stock=job.stock or case.rulebook.stock,
        bus_a=(job.enclosures[run.target].bus_a or 0.0) if run.target in job.enclosures else 0.0,
    )


PUMP_PERCENT = 5.0  # what makers of pumps in wells usually allow, from the service to the motor


def _makers_percent(loads: list[Load], run: Run, most: float) -> float | None:
    """The drop that the makers of all that a circuit feeds allow; None where one says nothing, or the run has its own limit. [%]"""
    allowed = [load.drop_allowed_percent or (PUMP_PERCENT if load.hangs_m else None) for load in loads]
    known = [one for one in allowed if one is not None]
    return min(*known, most) if known and len(known) == len(allowed) and run.drop_limit_percent is None else None


def _ground_metal(case: Case, run: Run) -> Metal | None:
    """The metal of a run's equipment ground: as chosen, or as the code wants it where animals live."""
    building = case.tree.job.buildings.get(case.tree.building_of(run.target))
    animals = building is not None and building.animals and run.grounding is Grounding.equipment_ground
    return case.rulebook.grounds.metal_where_animals() if animals and run.ground_metal is None else run.ground_metal


@dataclass(frozen=True, slots=True)
class Stated:
    """A device that stands for a run though it is noted at a can or ahead of one: rating [A], where, what it is, its bus [A]."""

    rating_a: float = 0.0
    where: str = ""
    words: str = ""
    bus_a: float = 0.0


def stated_device(tree: Tree, run_id: str, sized: dict[str, SizedRun], panel_rules: PanelRules) -> Stated:
    """Find the device that stands for a run where it has none of its own.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    run_id : str
        The run. [-]
    sized : dict
        Runs sized so far, those ahead of it among them. [-]
    panel_rules : PanelRules
        Rules of panels. [-]

    Notes
    -----
    What leaves a can with one main and nothing else is behind that main. What leaves a transfer switch or a box without a
    breaker goes on behind the device ahead of it. What a source or a meter feeds ends at the main where it ends, and a tap
    at the device where it ends. Where the main of a panel is a switch, the supplier's cut-out protects what comes from it.
    """
    job, run = tree.job, tree.job.runs[run_id]
    source = job.sources.get(run.origin)
    if source is not None and source.breaker_a and source.kind is not SourceKind.utility_transformer:
        return Stated(source.breaker_a, f"/sources/{run.origin}/breaker_a", f"the breaker in {source.name}")
    if source is not None and source.kind is SourceKind.utility_transformer and not panel_rules.main_protects:
        words = f"the cut-out of {source.name}" if source.breaker_a else UNREAD
        return Stated(source.breaker_a or CUT_OUT_A, f"/sources/{run.origin}/breaker_a", words)
    here, there = job.enclosures.get(run.origin), job.enclosures.get(run.target)
    if here and panel_rules.main_protects and here.kind in _ONE_MAIN and here.main_a and tree.leaving.get(run.origin) == (run_id,):
        return Stated(here.main_a, f"/enclosures/{run.origin}/main_a", f"the main of {here.name}", here.bus_a or 0.0)
    if here and here.kind in _NO_BREAKER and not here.main_a and run.kind is not RunKind.tap:
        ahead = sized.get(tree.feeding.get(run.origin, ""))
        if ahead is not None:
            return Stated(ahead.device.value, ahead.question.pointer + "/device_a", f"the device ahead of {here.name}, which has none")
    unprotected = here is None or here.kind is EnclosureKind.meter or run.kind is RunKind.tap
    customer = run.origin in job.sources and job.sources[run.origin].kind is not SourceKind.utility_transformer
    if there and there.main_a and panel_rules.main_protects and unprotected and not customer and there.kind in _MAINS:
        return Stated(there.main_a, f"/enclosures/{run.target}/main_a", f"the main of {there.name}", there.bus_a or 0.0)
    return Stated()


def _sharing_its_ground(case: Case, run_id: str, sized: dict[str, SizedRun]) -> float:
    """The largest device of the runs whose equipment ground is that of this run. [A]"""
    found = [0.0]
    for key in case.tree.sharing_ground.get(run_id, ()):
        run = case.tree.job.runs[key]
        if run.device_a or key in sized:
            found.append(run.device_a or sized[key].device.value)
            continue
        load = load_of_run(case, key).value
        if load is not None:
            found.append(case.rulebook.devices.device_for_load(load.design, run.kind, guard_of(run, case.rulebook.devices)).value)
    return max(found)


def loop_ahead(case: Case, run_id: str, sized: dict[str, SizedRun]) -> LoopAhead | None:
    """Gather the earth fault loop up to the head of a run, where the code protects by it.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    run_id : str
        The run. [-]
    sized : dict
        Runs ahead of it, sized. [-]
    """
    if case.rulebook.loop is None:
        return None
    job, run, way = case.tree.job, case.tree.job.runs[run_id], case.tree.way_to(run_id)
    source = case.tree.source_of(run_id)
    earthing = earthing_at(case.tree, run_id, far_end=False)
    by_earth = earthing is Earthing.tt
    supply = case.rulebook.loop.supply_loop(earthing, _stated_loop(source, case.rulebook.supplies) if source and not by_earth else None)
    island = next((key for key in reversed(way[:-1]) if job.runs[key].grounding is Grounding.island), None)
    stands_at = case.tree.building_of(job.runs[island or way[0]].target)
    last = sized.get(way[-2]) if len(way) > 1 and way[-2] != island else None
    wires = last.tried.loop.value.wires_ohm if last is not None and last.tried.loop is not None else (0.0, 0.0)
    residual = [job.runs[key].residual_ma for key in way]
    loads = case.tree.loads_behind(run.target).values() if run.kind is RunKind.branch else []
    outlets = [load.outlet_a or USUAL_OUTLET_A for load in loads if load.kind is LoadKind.sockets]
    return LoopAhead(
        earthing=earthing,
        supply_ohm=supply.value,
        supply_words=supply.words,
        wires_ohm=wires,
        electrode_ohm=case.electrodes.get(stands_at) if by_earth else None,
        residual_ma=min((ma for ma in residual if ma is not None), default=None),
        outlet_a=min(outlets, default=None),
        lighting=any(load.kind is LoadKind.lighting for load in loads),
        kinds=frozenset(load.kind for load in loads),
    )


def _feeds(tree: Tree, run: Run, kind: LoadKind) -> bool:
    """Tell whether a run is a branch circuit that feeds a kind of load."""
    return run.kind is RunKind.branch and any(load.kind is kind for load in tree.loads_behind(run.target).values())


def _full_rated(legs: LegLoads, steps: tuple[Step, ...], say: Words) -> Worked[LegLoads | None]:
    """Equipment marked for all of its rating: a continuous load counts once."""
    design = DesignLoad(legs.design.total_a, 0.0, legs.design.neutral_a)
    why = "its device is marked for 100 %, so a continuous load counts once"
    marked = ruled("I_k", "continuous part", "counts once", why, say.cite("full_rated"))
    return Worked(replace(legs, design=design), (*steps, marked))


def _primary_v(tree: Tree, transformer: str, supply_rules: SupplyRules) -> float:
    feeding = tree.feeding.get(transformer)
    return line_voltage(tree, feeding, supply_rules) if feeding else supply_rules.usual_v


def _in_the_trench(tree: Tree, run: Run, segment: Segment) -> int:
    """How many other runs lie in the trench of a stretch, in pipes of their own; one that takes turns with it counts too."""
    if not segment.trench or segment.place is not Place.buried:
        return 0
    return count_of(
        any(
            one.trench == segment.trench and one.place is Place.buried and status_of(other, one) is not Status.remove
            for one in other.segments
        )
        for key, other in tree.job.runs.items()
        if other is not run and key not in segment.shares_with
    )


def _in_company(tree: Tree, run: Run, ampacity_rules: AmpacityRules, supply_rules: SupplyRules) -> Run:
    """Count the wires of other runs in the same pipe, carrying ones by their own system; and the runs in the same trench."""
    if not any(segment.shares_with or segment.trench for segment in run.segments):
        return run
    segments: list[Segment] = []
    for segment in run.segments:
        carrying = wires = 0
        for key in segment.shares_with:
            other = tree.job.runs[key]
            source = tree.source_of(key)
            carrying += int(ampacity_rules.carrying_conductors(other.circuit, source.system if source else supply_rules.usual_system).value)
            wires += 4 if other.circuit is Circuit.three_wire else 3
        update = {
            "other_carrying": segment.other_carrying + carrying,
            "other_wires": (segment.other_wires or segment.other_carrying) + wires if segment.shares_with else segment.other_wires,
            "trench_circuits": segment.trench_circuits + _in_the_trench(tree, run, segment),
        }
        segments.append(segment.model_copy(update=update))
    return run.model_copy(update={"segments": tuple(segments)})


def _stated_loop(source: Source, supply_rules: SupplyRules) -> float | None:
    """The loop of a supply: as stated; of a source of one's own that of its windings, not what suppliers state. [ohm]"""
    if source.loop_ohm is not None or source.kind is SourceKind.utility_transformer:
        return source.loop_ohm
    if source.rating_kva is None and source.available_fault_a is None:
        return None
    loop = fault_at_source(source, supply_rules.to_neutral_v(source.line_v, source.system)).value.loop
    return abs(complex(loop.neutral_r, loop.neutral_x))
