"""What every load takes where it is, and the load of a dwelling by every method beside each other."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.case.tree import Tree
from northspan.core.document.findings import Finding, Severity, pin
from northspan.core.document.job import Across, Building, BuildingUse, Circuit, Load, RunKind, SourceKind, Status
from northspan.core.document.plan import LoadPlan, MethodPlan, work_lines
from northspan.core.rulebooks.questions.common import DesignLoad
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.loads.demand import demand_of
from northspan.core.topics.loads.dwelling import CONNECTED, by_method, dwelling_facts, method_loads
from northspan.core.topics.loads.held import charging_held
from northspan.core.topics.loads.legs import legs_of
from northspan.core.topics.loads.run_load import load_behind, voltages_at
from northspan.core.working.errors import OutsideTable
from northspan.core.working.worked import step, whole

_AGREE = 0.05  # a typed load within a twentieth of the listed ones says the same


def plan_loads(case: Case) -> tuple[dict[str, LoadPlan], list[Finding]]:
    """Work every load at its own can, and name those that cannot be worked.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    """
    plans: dict[str, LoadPlan] = {}
    findings: list[Finding] = []
    for key, load in case.tree.job.loads.items():
        if load.status is Status.remove:
            continue
        try:
            plans[key] = _load_plan(case, key, load)
            findings += _dead(case.tree, key, load, case.rulebook.words)
        except OutsideTable as outside:
            words = "Type its nameplate as an ordinary load, with what it adds while it starts."
            findings.append(Finding("load-outside-table", Severity.stop, f"/loads/{key}", f"{load.name}: {outside}", words, "tables"))
    return plans, findings


_ENDS = {Across.line_line: {"L1", "L2"}, Across.l1_neutral: {"L1", "N"}, Across.l2_neutral: {"L2", "N"}}
_COMES = {Circuit.three_wire: {"L1", "L2", "N"}, Circuit.two_wire_line: {"L1", "L2"}, Circuit.two_wire_neutral: {"L1", "N"}}


def _dead(tree: Tree, key: str, load: Load, say: Words) -> list[Finding]:
    """A load between wires of which one does not come: it draws nothing there."""
    node = load.enclosure
    while node in tree.feeding:  # up to the source, for a transformer makes wires of its own
        run_id = tree.feeding[node]
        run = tree.job.runs[run_id]
        needed = _ENDS[load.across] | ({"N"} if load.uses_neutral else set())
        missing = needed - _COMES[run.circuit]
        if missing:
            wires = " and ".join({"L1": "leg 1", "L2": "leg 2", "N": "neutral"}[wire] for wire in sorted(missing))
            way_out = pin(f"/loads/{key}/across", Across.l1_neutral, "Put it on leg 1") if missing == {"L2"} else None
            three = pin(f"/runs/{run_id}/circuit", Circuit.three_wire, f"Bring {say.terms.legs_and_neutral} in {run.name}")
            words = f"{load.name}: it cannot draw where it is, for {run.name} brings no {wires}."
            why = "It counts in the load, and on the bench it stands still."
            cures = (way_out, three) if way_out and load.across is not Across.line_line else (three,)
            return [Finding("load-without-its-wires", Severity.fix, f"/loads/{key}/across", words, why, say.cite("no_neutral"), cures)]
        node = run.origin
        if node in tree.job.sources:
            break
    return []


def plan_methods(case: Case, building_id: str) -> tuple[tuple[MethodPlan, ...], list[Finding]]:
    """Work a dwelling's load by every method; nothing for other buildings, or while the floor area is not known.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    building_id : str
        The building. [-]
    """
    building = case.tree.job.buildings[building_id]
    enclosures = [
        key
        for key, enclosure in case.tree.job.enclosures.items()
        if enclosure.building == building_id and enclosure.status is not Status.remove
    ]
    if building.use is not BuildingUse.dwelling or not enclosures:
        return (), []
    if building.floor_m2 is None and case.rulebook.dwellings.needs_floor_area():
        return (), _without_area(building_id, building)
    entry = next((case.tree.job.runs[key].target for key in case.tree.entering.get(building_id, ())), enclosures[0])
    volts = voltages_at(case.tree, entry, case.rulebook.supplies)
    try:
        methods = method_loads(case, building_id, volts)
    except OutsideTable as outside:
        words = "The methods for the whole dwelling wait for it."
        return (), [
            Finding(
                "dwelling-outside-table",
                Severity.stop,
                f"/buildings/{building_id}/load_method",
                f"{building.name}: {outside}",
                words,
                "tables",
            )
        ]
    least = case.rulebook.dwellings.dwelling_least_a()
    plans: list[MethodPlan] = []
    for method in methods:
        amperes = step("I", "in amperes", "P / U", "A", "load over voltage", P=method.total.value, U=volts[0])
        try:
            device = case.rulebook.devices.device_for_load(DesignLoad(amperes.value, 0.0, 0.0), RunKind.service)
        except OutsideTable as outside:
            words = case.rulebook.words.fill("A supply of this kind cannot carry it. Ask the {utility}, or take load off.")
            usual = case.rulebook.devices.device_type_of(RunKind.service, "")
            most_a = max(case.rulebook.devices.ratings(usual))
            return (), [
                Finding(
                    "dwelling-above-devices",
                    Severity.stop,
                    f"/buildings/{building_id}/load_method",
                    f"{building.name}: {outside}",
                    words,
                    "tables",
                    charging_held(case, building_id, entry, method.key, most_a),
                )
            ]
        lines = (*method.total.steps, amperes, *(method.neutral.steps if method.neutral else ()), device.rule, least)
        neutral_a = method.neutral.value / volts[0] if method.neutral else None
        service_a = max(device.value, least.value)
        chosen = by_method(building, case.rulebook.dwellings) and method.key == building.load_method
        plans.append(
            MethodPlan(method.key, method.title, method.total.value, amperes.value, neutral_a, service_a, chosen, work_lines(lines))
        )
    return tuple(plans), _not_entered(case, building_id, volts)


def several_dwellings(tree: Tree, say: Words) -> Iterator[Finding]:
    """Say where several dwellings hang on one service, and how they are counted.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    say : Words
        How the trade says it. [-]
    """
    homes = {key for key, one in tree.job.buildings.items() if one.use is BuildingUse.dwelling and one.status is not Status.remove}
    for key in tree.order:
        run = tree.job.runs[key]
        behind = {tree.building_of(node) for node in tree.below(run.target)} & homes
        if len(behind) > 1 and run.origin not in tree.job.enclosures:
            names = " and ".join(sorted(tree.job.buildings[one].name for one in behind))
            words = f"{run.name}: {names} are dwellings behind one supply."
            why = say.fill(
                "Each counts by its own method, with what the code lets off between them; one whose method is not chosen by its loads. "
                "The {utility} may ask something else."
            )
            yield Finding("several-dwellings", Severity.check, f"/runs/{key}", words, why, say.cite("several_dwellings"), step="loads")


def _not_entered(case: Case, key: str, volts: tuple[float, float]) -> list[Finding]:
    """Where circuits and not the floor area give the load: the ones that every dwelling has."""
    building = case.tree.job.buildings[key]
    if case.rulebook.dwellings.needs_floor_area() or not by_method(building, case.rulebook.dwellings):
        return []
    facts = dwelling_facts(case, key, volts)
    missing = " and ".join(name for name, there in (("lighting", facts.lighting_va), ("socket circuits", facts.sockets_va)) if not there)
    if not missing:
        return []
    words = "Enter each circuit as a load; the demand is too low without them."
    return [
        Finding(
            "dwelling-load-missing",
            Severity.check,
            f"/buildings/{key}/load_method",
            f"{building.name}: no {missing} entered.",
            words,
            "job",
        )
    ]


def _without_area(key: str, building: Building) -> list[Finding]:
    if building.load_method == CONNECTED:
        return []
    at = f"/buildings/{key}/floor_m2"
    words = "Measure it by the outside of the walls, finished basement included, garage and open porch not."
    return [
        Finding(
            "floor-area-missing",
            Severity.check,
            at,
            f"{building.name}: its method needs the floor area; until then the loads are added up.",
            words,
            "job",
        )
    ]


def _load_plan(case: Case, key: str, load: Load) -> LoadPlan:
    volts = voltages_at(case.tree, load.enclosure, case.rulebook.supplies)
    worked = demand_of(key, load, volts, volts[0], RunKind.feeder, case.rulebook.loads)
    demand = worked.value
    legs = legs_of(load)
    to_neutral = load.across is not Across.line_line or load.uses_neutral
    line_1, line_2 = (demand.current_a if leg in legs else 0.0 for leg in (1, 2))
    building = case.tree.building_of(load.enclosure)
    covered = by_method(case.tree.job.buildings[building], case.rulebook.dwellings)
    note = "in the dwelling's method" if covered else "continuous" if demand.continuous else "motor" if demand.motor_a else ""
    neutral_a = demand.current_a if to_neutral else 0.0
    return LoadPlan(key, building, demand.power_va, line_1, line_2, neutral_a, demand.continuous, note, work_lines(worked.steps))


def typed_beside_listed(case: Case) -> Iterator[Finding]:
    """Say where a typed load counts and the loads that are listed behind it come to another sum.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    """
    for key, run in case.job.runs.items():
        if run.load_a is None or run.status is Status.remove:
            continue
        try:
            listed = load_behind(case, key).value
        except OutsideTable:  # a load behind it cannot be worked; that load has its own finding
            continue
        if listed is None or abs(listed.design.total_a - run.load_a) <= _AGREE * run.load_a:
            continue
        less = listed.design.total_a > run.load_a
        count = pin(f"/runs/{key}/load_a", None, "Count what is listed")
        yield Finding(
            "loads-disagree",
            Severity.fix if less else Severity.check,
            f"/runs/{key}/load_a",
            f"{run.name}: {whole(listed.design.total_a)} A are listed behind it, {whole(run.load_a)} A are typed. The typed load counts.",
            "It is sized for less than hangs on it." if less else "What is typed leaves room, or a load is not listed yet.",
            "job",
            (count,) if _room_for(case, key, listed.design) else (),
        )


def _room_for(case: Case, key: str, design: DesignLoad) -> bool:
    """Tell whether what is chosen on the way to a run has room for a load: counted where it has none, it would only be the next stop."""
    job, book = case.job, case.rulebook
    needed_a = book.devices.load_on_device(design, job.runs[key].kind).value
    on_way = [job.runs[one] for one in case.tree.way_to(key)]
    cans = [job.enclosures[end] for run in on_way for end in (run.origin, run.target) if end in job.enclosures]
    chosen = [*(run.device_a for run in on_way), *(can.main_a for can in cans), max(book.devices.ratings(_kind(case, key)))]
    sources = (job.sources[run.origin] for run in on_way if run.origin in job.sources)
    rated = [
        1000 * source.rating_kva / source.line_v
        for source in sources
        if source.rating_kva and source.kind is not SourceKind.utility_transformer
    ]
    return all(needed_a <= one for one in (*chosen, *rated) if one is not None)


def _kind(case: Case, key: str) -> str:
    run = case.job.runs[key]
    return case.rulebook.devices.device_type_of(run.kind, run.device_type)
