"""Earthing where a code protects by the loop: bonding, what comes in, electrodes and residual-current devices, wet rooms, vehicles."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.case.facts import earthing_at
from northspan.core.case.schools import call_plan, school_of, schools_of
from northspan.core.case.tree import Tree
from northspan.core.document.calls import CALLS
from northspan.core.document.findings import Cure, Edit, Finding, Severity, pin
from northspan.core.document.job import Building, Earthing, Grounding, LoadKind, RunKind, Status, WetRoom
from northspan.core.document.plan import CallPlan, WorkGroup, work_lines
from northspan.core.physics.device_curves import PEOPLE_MA
from northspan.core.rulebooks.questions.loop import BondingFacts, LoopRules, WetCircuit
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.electrodes.buildings import rods_cure
from northspan.core.topics.sizing.question import loop_facts
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.topics.supply.states import switches_neutral
from northspan.core.working.errors import OutsideTable
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Worked, ruled, whole


def bonding_facts(tree: Tree, building_id: str, sized: dict[str, SizedRun], rules: LoopRules) -> BondingFacts:
    """Gather what the main bonding of a building asks.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    building_id : str
        The building. [-]
    sized : dict
        Sized runs by id. [-]
    rules : LoopRules
        Of the code that is followed. [-]

    Notes
    -----
    The neutral that counts is the supply's, also for a building that a submain feeds.
    """
    entering = tree.entering.get(building_id, ())
    supply = next((sized[key] for key in entering if key in sized), None)
    source = tree.source_of(entering[0]) if entering else None
    neutral = (source.neutral_size if source else None) or rules.usual_neutral()
    earthing = earthing_at(tree, entering[0], far_end=True) if entering else Earthing.tn_s
    exported = bool(entering) and tree.job.runs[entering[0]].origin in tree.job.enclosures
    entries = tree.job.buildings[building_id].entries
    return BondingFacts(earthing, supply.tried.wire.size if supply else neutral, neutral, entries, exported)


def bonding_groups(case: Case, building_id: str, sized: dict[str, SizedRun]) -> tuple[WorkGroup, ...]:
    """Work the main earthing and bonding of a building, its entries, and its room with a bath or shower.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    building_id : str
        The building. [-]
    sized : dict
        Sized runs by id. [-]
    """
    rules = case.rulebook.loop
    if rules is None:
        return ()
    facts = bonding_facts(case.tree, building_id, sized, rules)
    earthing, bonding = rules.earthing_conductor(facts), rules.main_bonding(facts)
    groups = [
        WorkGroup("earthing", "Main earthing conductor", case.rulebook.words.size_name(earthing.value), work_lines(earthing.steps)),
        WorkGroup("bonding", "Main bonding", case.rulebook.words.size_name(bonding.value), work_lines(bonding.steps)),
    ]
    for i, one in enumerate(facts.entries):
        worked = rules.entry(one, facts)
        groups.append(WorkGroup(f"entry{i}", f"Comes in: {one.kind}", worked.rule.result, work_lines(worked.steps)))
    supply = next((sized[key] for key in case.tree.entering.get(building_id, ()) if key in sized), None)
    if facts.exported and facts.earthing is Earthing.tn_c_s and supply and (supply.equipment_ground_size or "").startswith("armour"):
        armour = rules.armour_as_bond(supply.tried.wire.size, facts)
        groups.append(WorkGroup("armour", "Armour as main bond", armour.rule.result, work_lines(armour.steps)))
    room = case.tree.job.buildings[building_id].wet_room
    if room is not None:
        wanted = _wet(case.tree.job.buildings[building_id], room, sized, rules)
        groups.append(WorkGroup("wet_room", "Room with a bath or shower", wanted.rule.result, work_lines(wanted.steps)))
    return tuple(groups)


def loop_findings(case: Case, sized: dict[str, SizedRun]) -> Iterator[Finding]:
    """Say what is wrong or open about earthing, bonding and residual-current devices.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    sized : dict
        Sized runs by id. [-]
    """
    rules = case.rulebook.loop
    if rules is None:
        return
    for key, building in case.tree.job.buildings.items():
        if building.status is Status.remove or not case.tree.entering.get(key):
            continue
        about = bonding_facts(case.tree, key, sized, rules)
        yield from _entries(key, building, about, rules)
        yield from _wet_room(case.tree, key, building, sized, rules)
        if case.facts[key].earthing is Earthing.tt and _earthed_there(case, key):
            yield from _electrode(case, key, building, rules)
    for key, one in sized.items():
        yield from _residual(case.tree, key, one, rules)
    yield from _vehicles(case.tree, rules)
    yield from _standby(case.tree, case.rulebook.words)


def wet_room_call(case: Case, building_id: str, sized: dict[str, SizedRun]) -> tuple[CallPlan, ...]:
    """Lay out the call on bonding in a room with a bath or shower, where there is one.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    building_id : str
        The building. [-]
    sized : dict
        Sized runs by id. [-]
    """
    room = case.tree.job.buildings[building_id].wet_room
    if room is None or case.rulebook.loop is None:
        return ()
    kind = CALLS["supplementary_bonding"]
    answer = _wet(case.tree.job.buildings[building_id], room, sized, case.rulebook.loop).rule
    outcomes = {"omit": f"{answer.result}: {answer.text}", "fit": "pipes and cases tied together there"}
    return (call_plan(kind, case.tree.job.calls.get(kind.name), outcomes, case.rulebook.choices, case.rulebook.words),)


def _entries(key: str, building: Building, facts: BondingFacts, rules: LoopRules) -> Iterator[Finding]:
    for i, one in enumerate(facts.entries):
        worked = rules.entry(one, facts)
        if not worked.value.wrong:
            continue
        at, asked = f"/buildings/{key}/entries/{i}", one.metal is None or one.bonded is None
        words = f"{building.name}: {worked.value.wrong}."
        why = "Metal that comes in from the soil brings a voltage in, or takes one out. Bond it to the main earth terminal."
        cures = [Cure(f"Bonded with {worked.value.size} mm²", (
            Edit("add", f"{at}/metal", value=True), Edit("add", f"{at}/bonded", value=True),
            Edit("add", f"{at}/bond_size", worked.value.size), Edit("add", f"{at}/from_entry_m", 0.6)))]  # fmt: skip
        if one.metal is None:
            cures.append(pin(f"{at}/metal", False, "Plastic where it enters"))
        yield Finding("entry-not-bonded", Severity.check if asked else Severity.fix, at, words, why, worked.rule.citation, tuple(cures))


def _wet(building: Building, room: WetRoom, sized: dict[str, SizedRun], rules: LoopRules) -> Worked[bool]:
    circuits = []
    protective: list[float] = []
    for key in room.circuits:
        one = sized.get(key)
        if one is None or one.tried.loop is None or one.question.loop is None:
            continue
        late = any(not margin.holds for margin in one.tried.loop.margins if margin.key == "loop")
        kind, device_a = one.question.guard.device_type, one.device.value
        try:
            trips = rules.trips_at(kind, device_a, one.tried.loop.value.within_s).value
        except OutsideTable:  # a fuse that is not meant for so short a time: its loop says so
            trips = 0.0
        known = one.tried.loop.value.loop_ohm is not None
        circuits.append(WetCircuit(one.question.run.name, known and not late, one.question.loop.residual_ma, device_a, kind, trips))
        size = one.tried.loop.value.ground_size
        protective += [float(size)] if size.replace(".", "").isdigit() else []
    if not circuits:
        why = "enter which circuits supply it; the limits follow from their devices"
        return Worked(False, (ruled("k_c", "circuits of the room with a bath or shower", "not said yet", why, "job"),))
    return rules.supplementary(tuple(circuits), room.parts_ohm, building.entries, tuple(protective))


def _wet_room(tree: Tree, key: str, building: Building, sized: dict[str, SizedRun], rules: LoopRules) -> Iterator[Finding]:
    room = building.wet_room
    if room is None:
        return
    at, wanted = f"/buildings/{key}/wet_room", _wet(building, room, sized, rules)
    if not room.circuits and not room.bonded:
        here = [k for k, run in tree.job.runs.items() if run.kind is RunKind.branch and tree.building_of(run.origin) == key]
        cures = (Cure("All of its final circuits", (Edit("add", f"{at}/circuits", list(here)),)),) if here else ()
        words = f"{building.name}: which circuits supply the room with a bath or shower?"
        why = "Whether its bonding may be left out follows from their devices."
        yield Finding("wet-room-circuits", Severity.check, f"{at}/circuits", words, why, "job", cures)
    fit = school_of(tree.job, "supplementary_bonding") == "fit"
    if room.bonded or not (wanted.value or fit):
        return
    broken = [f"{line.words}: {line.text}" for line in wanted.steps if line.symbol.startswith("k_") and line.result != "holds"]
    words = f"{building.name}: no bonding in the room with a bath or shower, and it may not be left out."
    if fit and not broken:
        words = f"{building.name}: your call asks for bonding in the room with a bath or shower."
    cure = pin(f"{at}/bonded", True, "Bonding fitted there")
    yield Finding("wet-room-not-bonded", Severity.fix, at, words, "; ".join(broken) or "Fitted anyway.", wanted.rule.citation, (cure,))


def _earthed_there(case: Case, key: str) -> bool:
    """Tell whether the electrode of a building is its own affair: not where a protective conductor comes along from another."""
    facts = case.facts[key]
    return not facts.detached or facts.supply is None or facts.supply.grounding is not Grounding.equipment_ground


def _electrode(case: Case, key: str, building: Building, rules: LoopRules) -> Iterator[Finding]:
    tree, say = case.tree, case.rulebook.words
    run_id = tree.entering[key][0]
    run = tree.job.runs[run_id]
    own = [e for e in tree.job.electrodes.values() if e.building == key and e.status is not Status.remove]
    behind = [tree.job.runs[one] for one in tree.leaving.get(run.target, ())]
    guards = [one.residual_ma for one in (run, *behind) if one.residual_ma is not None]
    residual = run.residual_ma if run.residual_ma is not None else max(guards, default=None)
    unguarded = [one.name for one in behind if run.residual_ma is None and one.residual_ma is None]
    if run.residual_ma is None and (unguarded or residual is None):
        words = f"{building.name}: earth is the way back, and no residual-current device guards {', '.join(unguarded) or 'it'}."
        why = "A fault passes a few amperes through the soil. No breaker and no fuse opens on that; cases stay at mains voltage."
        cure = pin(f"/runs/{run_id}/residual_ma", 100, "A residual-current device of 100 mA ahead of everything")
        yield Finding(
            "earth-alone-without-residual", Severity.stop, f"/runs/{run_id}/residual_ma", words, why, say.cite("earth_alone"), (cure,)
        )
    measured = [e.measured_ohm for e in own if e.measured_ohm is not None]
    limit = rules.electrode_limit(residual)
    citation = limit.rule.citation
    if not own:
        words = f"{building.name}: earth is the way back, and it has no electrode."
        why = "A fault has nowhere to go: its cases stand at mains voltage until somebody touches them."
        cure = rods_cure(tree.job, key, 0, 1, case.rulebook.electrodes.rod_limits())
        yield Finding("electrode-missing-for-earth", Severity.stop, f"/buildings/{key}", words, why, citation, (cure,), step="electrodes")
        return
    if not measured:
        words = f"{building.name}: its electrode is not measured yet."
        yield Finding(
            "electrode-not-measured",
            Severity.check,
            f"/buildings/{key}",
            words,
            "The figure used is predicted from the soil.",
            citation,
            step="electrodes",
        )
        return
    ohm = 1 / sum_of(1 / one for one in measured)
    if ohm > limit.value:
        words = f"{building.name}: its electrode has {whole(ohm)} Ω, {whole(limit.value)} Ω is the most with {residual or 300:g} mA."
        why = "A fault would leave more than 50 V on every case. Drive it deeper, or add to it."
        yield Finding("electrode-too-high", Severity.stop, f"/buildings/{key}", words, why, citation, step="electrodes")
    elif ohm > (most := rules.unstable_ohm()):
        words = f"{building.name}: its electrode has {whole(ohm)} Ω; above {whole(most)} Ω it may not be stable."
        why = "It holds today and wanders with drought and frost. A deeper or a second rod brings it down."
        yield Finding("electrode-unstable", Severity.fix, f"/buildings/{key}", words, why, citation, step="electrodes")
    if run.grounding is Grounding.island and building.metallic_path:
        words = f"{building.name}: an island, yet a metal path joins it to what feeds it."
        why = "The path brings the other earth over, whatever it stands at."
        cure = pin(f"/runs/{run_id}/grounding", "equipment_ground", "Bring the earth along")
        yield Finding(
            "island-over-metal-path", Severity.fix, f"/buildings/{key}/metallic_path", words, why, say.cite("metal_path"), (cure,)
        )


def _residual(tree: Tree, key: str, one: SizedRun, rules: LoopRules) -> Iterator[Finding]:
    question = one.question
    hidden = any(segment.hidden for segment in question.run.segments)
    if question.loop is None or (question.run.kind is not RunKind.branch and not hidden):
        return
    home = tree.job.buildings.get(tree.building_of(question.run.target))
    dwelling = home is not None and home.use.value == "dwelling"
    wanted = rules.residual_wanted(loop_facts(question, one.tried.wire, one.device.value, question.loop), dwelling=dwelling)
    there = question.loop.residual_ma
    if not 0 < wanted.value <= PEOPLE_MA or (there is not None and there <= wanted.value):
        return
    at = f"/runs/{key}/residual_ma"
    words = f"{question.run.name}: no residual-current device of {wanted.value:g} mA."
    cure = pin(at, wanted.value, f"{wanted.value:g} mA at its head")
    yield Finding(
        "residual-device-missing", Severity.fix, at, words, f"{wanted.text[:1].upper()}{wanted.text[1:]}.", wanted.citation, (cure,)
    )


def _standby(tree: Tree, say: Words) -> Iterator[Finding]:
    """A standby source must not lean on an earth that may be gone together with the supply."""
    for key in tree.standby:
        run = tree.job.runs[key]
        if run.origin not in tree.job.sources or not run.alternate or switches_neutral(tree, key, schools_of(tree.job)):
            continue
        words = f"{run.name}: the neutral stays solid, so its source leans on the supplier's earth."
        why = (
            "That earth may be gone together with the supply. Switch the neutral, link it to earth at the source, and give it an electrode."
        )
        cure = pin(f"/runs/{key}/neutral_switched", True, "Switch the neutral too")
        yield Finding(
            "standby-neutral-not-switched", Severity.fix, f"/runs/{key}/neutral_switched", words, why, say.cite("switched_neutral"), (cure,)
        )


def _vehicles(tree: Tree, rules: LoopRules) -> Iterator[Finding]:
    for key, load in tree.job.loads.items():
        feeding = tree.feeding.get(load.enclosure, "")
        if load.kind is not LoadKind.vehicle or load.status is Status.remove or not feeding:
            continue
        earthing = earthing_at(tree, feeding, far_end=True)
        allowed = rules.vehicle_on(earthing, watches_neutral=load.watches_neutral, outdoors=True)
        if not allowed.value:
            at = f"/loads/{key}/watches_neutral"
            line = allowed.rule
            words = f"{load.name}: a charging point on a combined neutral and earth."
            cures = (
                pin(at, True, "It lets go when the supply's neutral is lost"),
                pin(f"/runs/{feeding}/grounding", Grounding.island, "An electrode of its own, the supply's earth kept off"),
            )
            yield Finding(
                "charging-on-combined-earth", Severity.stop, at, words, f"{line.text[:1].upper()}{line.text[1:]}.", line.citation, cures
            )
