"""Every building: disconnect, electrodes, and what is wrong with those that are there."""

from __future__ import annotations

from collections.abc import Iterator

from pydantic import JsonValue

from northspan.core.case.case import Case
from northspan.core.case.schools import call_plan, school_of
from northspan.core.document.calls import CALLS
from northspan.core.document.findings import Cure, Edit, Finding, Severity, pin, sentence
from northspan.core.document.job import Earthing, Electrode, ElectrodeKind, EnclosureKind, Job, Metal, Status
from northspan.core.document.plan import BuildingPlan, CallPlan, WorkGroup, work_lines
from northspan.core.rulebooks.questions.common import BuildingFacts, RodLimits
from northspan.core.rulebooks.questions.devices import DeviceRules
from northspan.core.rulebooks.questions.electrodes import ElectrodeRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.topics.electrodes.rods import rods_present
from northspan.core.topics.electrodes.supply import Supply
from northspan.core.working.worked import Step, Worked, falls_short, ruled, three, whole

_OWN_DISCONNECT = frozenset({EnclosureKind.panel_main_breaker, EnclosureKind.disconnect, EnclosureKind.meter_main})

_ORDINALS = {1: "First rod", 2: "Second rod", 3: "Third rod"}


def plan_building(case: Case, key: str, supply: Supply, load_a: float = 0.0) -> BuildingPlan:
    """Decide disconnect and electrodes of a building.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    key : str
        Id of the building. [-]
    supply : Supply
        Its largest supply conductor, as it is there or as it is taken to be safe. [-]
    load_a : float
        What comes into it on the heavier leg. [A]
    """
    building, facts, school = case.job.buildings[key], case.facts[key], case.schools["rods"]
    disconnect = _for_its_load(
        case.rulebook.electrodes.building_disconnect(facts, _main_a(case.tree.job, key)), load_a, case.rulebook.devices
    )
    needed = case.rulebook.electrodes.electrodes_needed(facts, school)
    groups = [
        WorkGroup("disconnect", "Disconnect", disconnect.rule.result, work_lines(disconnect.steps)),
        WorkGroup("electrodes", "Electrodes", "required" if needed.value.required else "not required", work_lines(needed.steps)),
    ]
    conductor = ""
    if needed.value.required:
        kinds = {e.kind for e in facts.electrodes} or {ElectrodeKind.rod}
        onward = any(e.conductor_goes_on for e in facts.electrodes) and ElectrodeKind.water_pipe in kinds
        going = {e.kind for e in facts.electrodes if e.conductor_goes_on} if onward else set()
        known = (supply.assumed,) if supply.assumed else ()
        sized = [
            (kind, case.rulebook.electrodes.electrode_conductor(kind, supply.wire, Metal.copper, sets=supply.sets, goes_on=kind in going))
            for kind in sorted(kinds)
        ]
        conductor = max((worked.value for _, worked in sized), key=case.rulebook.wires.area)
        groups += [
            WorkGroup(
                f"conductor_{kind}",
                f"Conductor to {kind.replace('_', ' ')}",
                case.rulebook.words.size_name(worked.value),
                work_lines((*known, *worked.steps)),
            )
            for kind, worked in sized
        ]
        groups += _rules_of_electrodes(facts, case.rulebook.electrodes)
    return BuildingPlan(
        key,
        building.name,
        facts.detached,
        needed.value.required,
        needed.value.rods,
        rods_present(facts.electrodes),
        conductor,
        disconnect.value,
        tuple(groups),
        _calls(case.tree.job, facts, needed.value.required, case.rulebook),
    )


def _rules_of_electrodes(facts: BuildingFacts, electrode_rules: ElectrodeRules) -> Iterator[WorkGroup]:
    rules, other = electrode_rules.electrode_rules(facts), electrode_rules.intersystem_bonding(facts)
    yield WorkGroup("rules", "How they go in and are joined", rules.value, work_lines(rules.steps))
    yield WorkGroup("intersystem", "Bonding point for other systems", other.rule.result, work_lines(other.steps))


def building_findings(case: Case, plans: dict[str, BuildingPlan]) -> Iterator[Finding]:
    """Say what is wrong or open about disconnects and electrodes.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    plans : dict
        Building plans by id. [-]
    """
    for key, plan in plans.items():
        facts, rules = case.facts[key], case.rulebook.electrodes
        yield from _disconnect(case.job, key, plan, rules.building_disconnect(facts, _main_a(case.job, key)).rule, case.rulebook.words)
        if plan.electrode_required:
            yield from _intersystem(case.job, key, facts, rules, case.rulebook.words)
            rods = rules.electrodes_needed(facts, case.schools["rods"]).rule
            yield from _electrodes(case.job, key, plan, facts, rods, case.rulebook.electrodes, case.rulebook.words)
    for key, electrode in case.tree.job.electrodes.items():
        if electrode.status is not Status.remove:
            yield from _electrode(case.tree.job, key, electrode, case.rulebook.electrodes, case.rulebook.words)


def nobody_looked(job: Job, key: str, facts: BuildingFacts) -> bool:
    """Tell whether a building may have electrodes that nobody noted: cans stand there already, and none of its ground is noted.

    Parameters
    ----------
    job : Job
        The job. [-]
    key : str
        Id of the building. [-]
    facts : BuildingFacts
        What is known of it. [-]
    """
    stands = any(one.building == key and one.status is Status.existing for one in job.enclosures.values())
    return not facts.electrodes and stands and job.buildings[key].status is Status.existing


def _main_a(job: Job, building: str) -> float | None:
    return max(
        (e.main_a for e in job.enclosures.values() if e.building == building and e.main_a and e.status is not Status.remove), default=None
    )


def _calls(job: Job, facts: BuildingFacts, needed: bool, rulebook: Rulebook) -> tuple[CallPlan, ...]:  # noqa: FBT001 - private
    if not needed:
        return ()
    left_out, plans = rulebook.choices.calls_left_out(), []
    if "rods" not in left_out:
        kind, outcomes = CALLS["rods"], {}
        for school in kind.schools:
            rods = rulebook.electrodes.electrodes_needed(facts, school.key).value.rods
            outcomes[school.key] = f"{rods} rod{'' if rods == 1 else 's'}" if rods else "no rods needed"
        plans.append(call_plan(kind, job.calls.get("rods"), outcomes, rulebook.choices, rulebook.words))
    least = rulebook.words.length_text(rulebook.electrodes.rod_limits().length_m)
    rock = {"upright": f"{least} straight down", "slanting": f"{least} at a slant", "trench": f"{least} flat, in a trench"}
    plans.append(call_plan(CALLS["rock"], job.calls.get("rock"), rock, rulebook.choices, rulebook.words))
    if (
        facts.supply
        and facts.supply.grounding.value == "legacy_three_wire"
        and "legacy_feed" not in left_out
        and not rulebook.grounds.may_ground_again(facts)
    ):
        outcomes = {"replace": "four wires, then the bond comes out", "keep": "three wires, the bond stays, the inspector asked"}
        plans.append(call_plan(CALLS["legacy_feed"], job.calls.get("legacy_feed"), outcomes, rulebook.choices, rulebook.words))
    return tuple(plans)


def _for_its_load(least: Worked[float], load_a: float, device_rules: DeviceRules) -> Worked[float]:
    """A disconnect carries what goes through it: the next rating above the load, where the rule's least is below. [A]"""
    if not least.value or load_a <= least.value + 1e-9:
        return least
    rating = next((one for one in device_rules.ratings("") if one >= load_a - 1e-9), load_a)
    why = f"{whole(load_a)} A go through it, and the least of {whole(least.value)} A is below"
    shown = ruled("D_r", "rating for its load", f"{whole(rating)} A", why, least.rule.citation, rating)
    return Worked(rating, (*least.steps, shown))


def _disconnect(job: Job, key: str, plan: BuildingPlan, line: Step, say: Words) -> Iterator[Finding]:
    if not plan.detached:
        return
    enclosures = {k: e for k, e in job.enclosures.items() if e.building == key and e.status is not Status.remove}
    mains = {k: e for k, e in enclosures.items() if e.kind in _OWN_DISCONNECT}
    if not mains:
        first = next(iter(enclosures), "")
        use = pin(f"/enclosures/{first}/kind", EnclosureKind.panel_main_breaker, say.fill("Use a {panel} with a main breaker"))
        yield Finding(
            "disconnect-missing",
            Severity.fix,
            f"/enclosures/{first}/kind" if first else f"/buildings/{key}",
            f"{plan.name}: no disconnect at the building.",
            "Whoever works there must be able to turn it off there.",
            line.citation,
            (use,) if first else (),
        )
    for k, enclosure in mains.items():
        if enclosure.main_a is not None and enclosure.main_a < plan.disconnect_least_a:
            yield Finding(
                "main-below-disconnect",
                Severity.fix,
                f"/enclosures/{k}/main_a",
                f"{enclosure.name}: main of {whole(enclosure.main_a)} A is below {whole(plan.disconnect_least_a)} A.",
                sentence(f"the least for {line.formula}"),
                line.citation,
                (pin(f"/enclosures/{k}/main_a", plan.disconnect_least_a, f"Use a {whole(plan.disconnect_least_a)} A main"),),
            )


def _electrodes(
    job: Job, key: str, plan: BuildingPlan, facts: BuildingFacts, line: Step, electrode_rules: ElectrodeRules, say: Words
) -> Iterator[Finding]:
    one_rod_ohm = electrode_rules.rod_limits().one_rod_ohm
    missing = plan.rods_wanted - plan.rods_present
    high = [e for e in facts.electrodes if e.measured_ohm is not None and e.measured_ohm > one_rod_ohm]
    if missing > 0:
        cures = (rods_cure(job, key, plan.rods_present, missing, electrode_rules.rod_limits()),)
        if nobody_looked(job, key, facts) or (facts.earthing is Earthing.tt and not facts.electrodes):
            return  # said once of the building, or as a stop where earth is the way back
        measured = f" The one there measured {three(high[0].measured_ohm or 0.0)} Ω." if high else ""
        words = f"{plan.name}: {plan.rods_present} of {plan.rods_wanted} rods.{measured}"
        yield Finding("rods-missing", Severity.fix, f"/buildings/{key}", words, sentence(line.formula), line.citation, cures)
    elif high and plan.rods_wanted >= 2:  # noqa: PLR2004 - two rods
        yield Finding(
            "one-rod-high",
            Severity.holds,
            f"/buildings/{key}",
            f"{plan.name}: one rod measured {three(high[0].measured_ohm or 0.0)} Ω; the second one settles it.",
            "Two rods need no further proof.",
            say.cite("second_rod"),
        )


def rods_cure(job: Job, key: str, present: int, missing: int, rod_limits: RodLimits) -> Cure:
    """Offer every rod that is missing, in one press.

    Parameters
    ----------
    job : Job
        The job. [-]
    key : str
        Id of the building. [-]
    present : int
        Rods that are there. [-]
    missing : int
        Rods that are not. [-]
    rod_limits : RodLimits
        Length and spacing of a rod [m], and what makes one enough [ohm]. [m, m, ohm]
    """
    free = [name for name in (f"E{i}" for i in range(1, 400)) if name not in job.electrodes][:missing]
    edits = []
    for number, name in enumerate(free, present + 1):
        rod: JsonValue = {
            "name": _ORDINALS.get(number, f"Rod {number}"), "building": key, "kind": "rod", "length_m": rod_limits.length_m,
            "spacing_m": rod_limits.apart_m,
            "laid": school_of(job, "rock"),
        }  # fmt: skip
        edits.append(Edit("add", f"/electrodes/{name}", rod))
    return Cure("Add a rod" if missing == 1 else f"Add {missing} rods", tuple(edits))


def _intersystem(job: Job, key: str, facts: BuildingFacts, electrode_rules: ElectrodeRules, say: Words) -> Iterator[Finding]:
    building = job.buildings[key]
    if building.intersystem or not electrode_rules.intersystem_bonding(facts).value:
        return
    at, cite = f"/buildings/{key}/intersystem", say.cite("intersystem")
    cures = (pin(at, value=True, words="It is there"),)
    why = "Telephone, cable and aerials bond there; else they bring their own rod, and a surge finds its way between them."
    if building.intersystem is False:
        yield Finding(
            "bonding-point-missing",
            Severity.fix,
            at,
            f"{building.name}: no bonding point for telephone, cable and aerials.",
            why,
            cite,
            cures,
        )
    elif building.status is not Status.existing and facts.dwelling:
        words = f"{building.name}: is there a bonding point for telephone, cable and aerials?"
        none = pin(at, value=False, words="There is none")
        yield Finding("bonding-point-unknown", Severity.note, at, words, why, cite, (*cures, none))


def _electrode(job: Job, key: str, electrode: Electrode, electrode_rules: ElectrodeRules, say: Words) -> Iterator[Finding]:
    length_m, spacing_m, _ = electrode_rules.rod_limits()
    at, place = f"/electrodes/{key}", job.buildings[electrode.building].name
    if not electrode.clamp_for_burial:
        yield Finding(
            "clamp-not-for-burial",
            Severity.fix,
            f"{at}/clamp_for_burial",
            f"{place}, {electrode.name}: the clamp is not listed for burial.",
            "It corrodes out of sight, and the connection is lost.",
            say.cite("clamp_for_burial"),
            (pin(f"{at}/clamp_for_burial", value=True, words="Clamp replaced with a listed one"),),
        )
    if electrode.kind is ElectrodeKind.buried_wire:
        words = f"{place}, {electrode.name}: a buried wire alone helps, and does not count."
        yield Finding(
            "no-kind-of-electrode", Severity.note, at, words, "It is none of the kinds the rules ask for.", say.cite("no_electrode_kind")
        )
    if electrode.kind is not ElectrodeKind.rod:
        return
    least, apart = say.length_text(length_m), say.length_text(spacing_m)
    if falls_short(electrode.length_m, length_m):
        yield Finding(
            "rod-too-short",
            Severity.fix,
            f"{at}/length_m",
            f"{place}, {electrode.name}: {say.length_text(electrode.length_m)} in the soil, {least} is the least.",
            "Drive it deeper, at an angle, or lay it in a trench.",
            say.cite("rod_length"),
            (pin(f"{at}/length_m", length_m, f"Driven to {least}"),),
        )
    if electrode.spacing_m is not None and falls_short(electrode.spacing_m, spacing_m):
        yield Finding(
            "rods-too-near",
            Severity.fix,
            f"{at}/spacing_m",
            f"{place}, {electrode.name}: {say.length_text(electrode.spacing_m)} from the next rod, {apart} is the least.",
            "Close rods share the same soil and count almost as one.",
            say.cite("rod_spacing"),
            (pin(f"{at}/spacing_m", spacing_m, f"Moved to {apart}"),),
        )
