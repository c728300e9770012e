"""The load of a dwelling from the loads recorded in it, and which run carries all of it."""

from __future__ import annotations

from northspan.core.case.case import Case
from northspan.core.case.schools import school_of
from northspan.core.case.tree import Tree
from northspan.core.document.job import Across, Building, BuildingUse, Load, LoadKind, MeasuredOver, Status, System
from northspan.core.rulebooks.questions.dwellings import Appliance, DwellingFacts, DwellingRules, MethodLoad
from northspan.core.topics.loads.demand import load_power, managed
from northspan.core.working.sums import count_of, sum_of

CONNECTED, MEASURED = "connected", "measured"
_SEPARATE = frozenset(
    {
        LoadKind.range,
        LoadKind.dryer,
        LoadKind.heating,
        LoadKind.heat_pump,
        LoadKind.cooling,
        LoadKind.vehicle,
        LoadKind.lighting,
        LoadKind.sockets,
    }
)


def dwelling_carried(tree: Tree, run_id: str) -> tuple[str, str]:
    """Find the dwelling whose whole load a run carries.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    run_id : str
        The run. [-]

    Returns
    -------
    tuple of str
        Id of the dwelling, or empty with the reason why there is none.
    """
    job = tree.job
    return dwelling_on(tree, job.runs[run_id].target, {job.runs[key].origin for key in tree.way_to(run_id)})


def dwelling_on(tree: Tree, target: str, ways: set[str] | None = None) -> tuple[str, str]:
    """Find the dwelling whose whole load hangs on a can.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    target : str
        Id of the enclosure. [-]
    ways : set of str, optional
        What stands ahead of it on the way that is asked of. [-]

    Returns
    -------
    tuple of str
        Id of the dwelling, or empty with the reason why there is none.
    """
    homes = _homes(tree, target)
    if not homes:
        return "", "no dwelling is behind it"
    if len(homes) > 1:
        return "", "more than one dwelling is behind it"
    why_not = _not_on_it(tree, homes[0], target, ways)
    return ("", why_not) if why_not else (homes[0], "")


def dwellings_on(tree: Tree, target: str, ways: set[str] | None = None) -> tuple[str, ...]:
    """List the dwellings whose whole load hangs on a can, in the order of the job.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    target : str
        Id of the enclosure. [-]
    ways : set of str, optional
        What stands ahead of it on the way that is asked of. [-]
    """
    return tuple(home for home in _homes(tree, target) if not _not_on_it(tree, home, target, ways))


def _homes(tree: Tree, target: str) -> list[str]:
    """Dwellings of which something hangs on a can."""
    there = {tree.building_of(node) for node in tree.below(target)}
    return [key for key, one in tree.job.buildings.items() if key in there and one.use is BuildingUse.dwelling]


def _not_on_it(tree: Tree, home: str, target: str, ways: set[str] | None) -> str:
    """Why a dwelling does not hang on a can with all it has; empty where it does."""
    job, below, ahead = tree.job, set(tree.below(target)), set(ways or ())
    here = tree.above(target)
    while here is not None:  # a standby supply stands beside what feeds its end in ordinary times
        ahead.add(here.origin)
        here = tree.above(here.origin)
    for key, enclosure in job.enclosures.items():
        if enclosure.building != home or enclosure.status is Status.remove or key in below:
            continue
        if any(load.status is not Status.remove for _, load in tree.loads_at.get(key, ())):
            return f"loads on {enclosure.name} belong to the dwelling and are not on it"
        if key not in ahead and key in tree.feeding:
            return f"{enclosure.name} belongs to the dwelling and is not on it"
    return ""


def by_method(building: Building, dwelling_rules: DwellingRules) -> bool:
    """Tell whether a building's load is worked by a method of the rulebook.

    Parameters
    ----------
    building : Building
        The building. [-]
    dwelling_rules : DwellingRules
        Rules of dwellings. [-]
    """
    measured = building.load_method == MEASURED
    known = building.measured_va is not None if measured else building.floor_m2 is not None or not dwelling_rules.needs_floor_area()
    return building.use is BuildingUse.dwelling and building.load_method != CONNECTED and known


def method_loads(case: Case, building_id: str, local_v: tuple[float, float]) -> tuple[MethodLoad, ...]:
    """Work a dwelling's load by every method of the rulebook. [VA]

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    building_id : str
        The dwelling; its floor area must be known. [-]
    local_v : tuple of float
        Line to line and line to neutral voltage. [V]

    Raises
    ------
    OutsideTable
        If a range or a motor is outside its table.
    """
    return case.rulebook.dwellings.dwelling_loads(dwelling_facts(case, building_id, local_v))


def dwelling_facts(case: Case, building_id: str, local_v: tuple[float, float]) -> DwellingFacts:
    """Gather what the methods ask of a dwelling from the loads at its enclosures.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    building_id : str
        The dwelling. [-]
    local_v : tuple of float
        Line to line and line to neutral voltage. [V]

    Notes
    -----
    Lighting and receptacles are in the floor area and not added again. Of loads that never run
    together the largest counts.
    """
    job = case.tree.job
    building = job.buildings[building_id]
    enclosures = {key for key, enclosure in job.enclosures.items() if enclosure.building == building_id}
    loads = _one_of_each([load for load in job.loads.values() if load.enclosure in enclosures and load.status is not Status.remove])
    power = {id(load): managed(load, load_power(load, *local_v, case.rulebook.loads)).value for load in loads}

    def of(*kinds: LoadKind) -> tuple[float, ...]:
        return tuple(power[id(load)] for load in loads if load.kind in kinds)

    appliances = tuple(
        Appliance(load.name, power[id(load)], load.across is not Across.line_line or load.uses_neutral, load.kind)
        for load in loads
        if load.kind not in _SEPARATE
    )
    return DwellingFacts(
        floor_m2=building.floor_m2 or 0.0,
        system=_system(case, building_id),
        basement_m2=building.basement_m2,
        small_appliance_circuits=building.small_appliance_circuits,
        laundry_circuits=building.laundry_circuits,
        appliances=appliances,
        ranges_va=of(LoadKind.range),
        dryers_va=of(LoadKind.dryer),
        heating_va=sum_of(of(LoadKind.heating)),
        heating_zones=max(1, len(of(LoadKind.heating))),
        heat_pump_va=sum_of(of(LoadKind.heat_pump)),
        cooling_va=sum_of(power[id(load)] for load in loads if load.kind is LoadKind.cooling and not load.with_heat),
        cooling_with_heat_va=sum_of(power[id(load)] for load in loads if load.kind is LoadKind.cooling and load.with_heat),
        vehicles_va=of(LoadKind.vehicle),
        lighting_va=sum_of(of(LoadKind.lighting)),
        sockets_va=of(LoadKind.sockets),
        cooker_sockets=count_of(load.kind is LoadKind.range and load.outlet_a is not None for load in loads),
        vehicles_in_pool=school_of(job, "vehicle_pool") == "inside",
        measured_va=building.measured_va or 0.0,
        measured_month=building.measured_over is MeasuredOver.month,
        added_va=sum_of(power[id(load)] for load in loads if load.status is Status.new),
        largest_motor_va=_largest(power, [load for load in loads if load.kind is LoadKind.motor or load.horsepower]),
        largest_neutral_motor_va=_largest(
            power, [load for load in loads if (load.kind is LoadKind.motor or load.horsepower) and load.across is not Across.line_line]
        ),
        largest_cooling_va=_largest(power, [load for load in loads if load.kind is LoadKind.cooling]),
        largest_heat_pump_va=_largest(power, [load for load in loads if load.kind is LoadKind.heat_pump]),
    )


def _system(case: Case, building_id: str) -> System:
    """How the windings behind a building are tapped."""
    entry = next(iter(case.tree.entering.get(building_id, ())), None)
    source = case.tree.source_of(entry) if entry else None
    return source.system if source else case.rulebook.supplies.usual_system


def _largest(power: dict[int, float], loads: list[Load]) -> float:
    return max((power[id(load)] for load in loads), default=0.0)


def _one_of_each(loads: list[Load]) -> list[Load]:
    """Keep the largest of loads that never run together."""
    kept: dict[str, Load] = {}
    for load in loads:
        word = load.alternates.strip().lower()
        if word and (word not in kept or load.power_va > kept[word].power_va):
            kept[word] = load
    return [load for load in loads if not load.alternates or kept[load.alternates.strip().lower()] is load]
