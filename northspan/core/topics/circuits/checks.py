"""What is wrong or open in a panel, circuit by circuit, with the edit that cures it."""

from __future__ import annotations

from collections.abc import Iterator
from functools import lru_cache
from math import inf

from northspan.core.case.case import Case
from northspan.core.case.slots import below, free_slots, leg_of
from northspan.core.document.findings import Cure, Edit, Finding, Severity, pin
from northspan.core.document.job import (
    BuildingUse,
    Feeds,
    LoadKind,
    MainKind,
    Metal,
    Method,
    PanelLayout,
    Place,
    Protects,
    Segment,
    Status,
    Terminals,
)
from northspan.core.document.plan.panel import PanelPlan
from northspan.core.rulebooks.questions.ampacities import AmpacityRules
from northspan.core.rulebooks.questions.common import USUAL_GUARD, Wire
from northspan.core.rulebooks.questions.devices import DeviceRules
from northspan.core.rulebooks.questions.panels import CircuitFacts
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.circuits.around import around_checks
from northspan.core.topics.circuits.directory import line_of, personal, vague
from northspan.core.topics.circuits.joints import box_checks
from northspan.core.topics.circuits.loaded import device_asked, loaded_checks
from northspan.core.topics.circuits.moving import extension_of, move_checks
from northspan.core.topics.circuits.residual_groups import group_checks
from northspan.core.topics.circuits.room import room_checks
from northspan.core.topics.circuits.series import series_checks
from northspan.core.topics.circuits.standing import Standing
from northspan.core.topics.circuits.terminals import terminal_checks
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.working.errors import OutsideTable
from northspan.core.working.sums import count_of
from northspan.core.working.worked import Step, Worked, whole

_IN_WALL = (Segment(length_m=10, method=Method.cable, place=Place.indoors),)
_DOES = {
    "ground_fault": frozenset({Protects.ground_fault, Protects.both}),
    "arc_fault": frozenset({Protects.arc_fault, Protects.both}),
}
_BOTH = {Protects.ground_fault: Protects.both, Protects.arc_fault: Protects.both}
_FEEDS = {
    LoadKind.range: Feeds.range, LoadKind.dryer: Feeds.dryer, LoadKind.heat_pump: Feeds.air_conditioning,
    LoadKind.cooling: Feeds.air_conditioning, LoadKind.water_heating: Feeds.water_heater, LoadKind.vehicle: Feeds.charger,
    LoadKind.hot_tub: Feeds.hot_tub,
}  # fmt: skip
_IN_WORDS = {"ground_fault": "ground-fault protection", "arc_fault": "arc-fault protection"}


def panel_checks(case: Case, plan: PanelPlan, standing: dict[str, Standing], sized: dict[str, SizedRun]) -> Iterator[Finding]:
    """Go through a panel and its circuits.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    plan : PanelPlan
        The panel as laid out. [-]
    standing : dict
        Its circuits. [A]
    sized : dict
        Sized runs by id. [-]
    """
    panel = plan.id
    layout = case.job.enclosures[panel].layout
    if layout is None:
        return
    yield from around_checks(case, panel, layout, standing)
    yield from terminal_checks(case, panel, layout, standing, sized)
    yield from group_checks(case, panel, layout, standing, plan.groups)
    yield from series_checks(case, panel, layout, standing)
    yield from room_checks(case, panel, layout, standing)
    yield from move_checks(case, panel, plan.move)
    yield from box_checks(case, plan.boxes, standing)
    yield from _main(case, panel, layout)
    yield from _poles(case, panel, layout, standing)
    yield from _spare(case, panel, standing)
    for key, one in standing.items():
        yield from _two_poles(case, panel, layout, key, one)
        yield from _half(case, panel, layout, key, one)
        yield from _shared_neutral(case, panel, layout, key, one, standing)
        yield from _screw(case, key, one, standing)
        yield from _wire(case, key, one)
        most = most_on_wire(case, one)
        yield from loaded_checks(case, key, one, device_asked(case, panel, one), most.value if most else None)
        yield from _protection(case, panel, key, one)
        yield from _line(case, key, one)


def _main(case: Case, panel: str, layout: PanelLayout) -> Iterator[Finding]:
    name = case.job.enclosures[panel].name
    if layout.main is MainKind.back_fed and layout.hold_down is not True:
        open_yet = layout.hold_down is None
        words = f"{name}: {'is its back-fed main held down?' if open_yet else 'its back-fed main is not held down.'}"
        cure = pin(f"/enclosures/{panel}/layout/hold_down", True, "A hold-down is on it")
        why = "Pulled off its stabs it is live on the side that looks dead."
        severity = Severity.check if open_yet else Severity.fix
        yield Finding("main-not-held", severity, f"/enclosures/{panel}/layout/hold_down", words, why,
                      case.rulebook.words.cite("hold_down"), (cure,))  # fmt: skip


def _poles(case: Case, panel: str, layout: PanelLayout, standing: dict[str, Standing]) -> Iterator[Finding]:
    poles = count_of(one.poles for one in standing.values() if one.one.slots) + len(layout.main_slots)
    if layout.most_poles is not None and poles > layout.most_poles:
        words = f"{case.job.enclosures[panel].name}: {poles} poles, its label allows {layout.most_poles}."
        yield Finding("too-many-poles", Severity.fix, f"/enclosures/{panel}/layout/most_poles", words,
                      "Its bus was tested with so many and no more.", case.rulebook.words.cite("bus"))  # fmt: skip


def _spare(case: Case, panel: str, standing: dict[str, Standing]) -> Iterator[Finding]:
    wanted, enclosure = case.rulebook.panels.spare_spaces(), case.job.enclosures[panel]
    dwelling = case.job.buildings[enclosure.building].use is BuildingUse.dwelling
    free = len(free_slots(case.job, panel))
    if wanted is not None and dwelling and enclosure.status is Status.new and standing and free < wanted.value:
        words = f"{enclosure.name}: {free} {case.rulebook.words.terms.spaces} are free, {wanted.result} must stay so."
        yield Finding("no-spare-spaces", Severity.fix, f"/enclosures/{panel}/layout/spaces", words, "Work is added to every house.",
                      wanted.citation)  # fmt: skip


def _two_poles(case: Case, panel: str, layout: PanelLayout, key: str, one: Standing) -> Iterator[Finding]:
    slots = one.one.slots
    if len(slots) != len((1, 2)) or len(one.legs) > 1 or not case.rulebook.panels.poles_on_two_legs:
        return
    free = {*free_slots(case.job, panel), *slots}
    pair = next(((a, below(layout, a)) for a in sorted(free)
                 if below(layout, a) in free and leg_of(layout, a) != leg_of(layout, below(layout, a))), None)  # fmt: skip
    cures = (Cure(f"Move it to {pair[0]} and {pair[1]}", (Edit("add", f"/circuits/{key}/slots", list(pair)),)),) if pair else ()
    words = f"{_name(case, one)}: both of its poles are on leg {one.legs[0]}."
    yield Finding("poles-on-one-leg", Severity.stop, f"/circuits/{key}/slots", words, "What it feeds gets no voltage between its lines.",
                  "job", cures)  # fmt: skip


def _half(case: Case, panel: str, layout: PanelLayout, key: str, one: Standing) -> Iterator[Finding]:
    wrong = next((slot for slot in one.one.slots if slot not in layout.half_slots), None) if one.one.half else None
    if wrong is None:
        return
    free = [slot for slot in free_slots(case.job, panel) if leg_of(layout, slot) in one.legs] or list(free_slots(case.job, panel))
    cures: tuple[Cure, ...] = ()
    if free:
        edits = (Edit("add", f"/circuits/{key}/slots", [free[0]]), Edit("add", f"/circuits/{key}/half", ""))
        cures = (Cure(f"A full-size device in {free[0]}", edits),)
    words = f"{_name(case, one)}: a half-size device in {case.rulebook.words.terms.slot} {wrong}, which takes only full-size ones."
    why = "Forced in, it may sit on damaged stabs; the label of the panel says where half-size devices go."
    yield Finding(
        "half-size-not-allowed", Severity.fix, f"/circuits/{key}/half", words, why, case.rulebook.words.cite("panel_label"), cures
    )


def _shared_neutral(
    case: Case, panel: str, layout: PanelLayout, key: str, one: Standing, standing: dict[str, Standing]
) -> Iterator[Finding]:
    other = standing.get(one.one.partner or "")
    if other is None or not one.one.slots or not other.one.slots:
        return
    back = one.neutral_1_a + other.neutral_1_a, one.neutral_2_a + other.neutral_2_a
    say = case.rulebook.words
    if one.legs == other.legs and len(one.legs) == 1:
        sum_a = back[0] + back[1]
        runs = f"{whole(sum_a)} A run in it" if sum_a else f"up to {whole(one.rating_a + other.rating_a)} A may run in it"
        words = f"{_name(case, one)} and {_name(case, other)} share a neutral and stand on one leg: {runs}."
        why = "On two legs the neutral never carries more than the heavier half. On one leg it carries the sum, and nothing protects it."
        cures = _side_by_side(case, panel, layout, one, other)
        yield Finding("shared-neutral-on-one-leg", Severity.stop, f"/circuits/{key}/slots", words, why, say.cite("multiwire"), cures,
                      also=(f"/circuits/{other.key}/slots",))  # fmt: skip
    elif (one.one.tied or other.one.tied) and one.single and other.single and not _adjacent(layout, one, other):
        words = f"{_name(case, one)} and {_name(case, other)} are tied and do not stand next to each other."
        why = "A tie reaches from one handle to the next, not across a panel: as noted it cannot be."
        cures = _side_by_side(case, panel, layout, one, other)
        yield Finding("tied-apart", Severity.fix, f"/circuits/{key}/slots", words, why, say.cite("multiwire"), cures,
                      also=(f"/circuits/{other.key}/slots",))  # fmt: skip
    if not (one.one.tied or other.one.tied):
        words = f"{_name(case, one)} and {_name(case, other)} share a neutral and open one by one."
        why = "One may stay live while somebody works on the other's wires. A handle tie or one device opens both."
        yield Finding("shared-neutral-not-tied", Severity.fix, f"/circuits/{key}/tied", words, why, say.cite("multiwire"),
                      (pin(f"/circuits/{key}/tied", True, "A handle tie is on them"),), also=(f"/circuits/{other.key}/tied",))  # fmt: skip


def _adjacent(layout: PanelLayout, one: Standing, other: Standing) -> bool:
    """Whether two single devices stand one under the other, or are the halves of one full-size place."""
    a, b = sorted((one.one.slots[0], other.one.slots[0]))
    return b == below(layout, a) or a == b


def _side_by_side(case: Case, panel: str, layout: PanelLayout, one: Standing, other: Standing) -> tuple[Cure, ...]:
    """Places next to each other on two legs: one of them moves beside the other, or both move; never one across the panel alone."""
    if one.one.half or other.one.half:
        return ()
    free = set(free_slots(case.job, panel))
    for stays, goes in ((one, other), (other, one)):
        at = stays.one.slots[0]
        to = next((slot for slot in (below(layout, at), at - layout.columns)
                   if slot in free and leg_of(layout, slot) not in stays.legs and not goes.one.pinned), None)  # fmt: skip
        if to is not None:
            return (Cure(f"Move {_name(case, goes)} to {to}", (Edit("add", f"/circuits/{goes.key}/slots", [to]),)),)
    pair = next(((a, below(layout, a)) for a in sorted(free)
                 if below(layout, a) in free and leg_of(layout, a) != leg_of(layout, below(layout, a))), None)  # fmt: skip
    if pair is None or one.one.pinned or other.one.pinned:
        return ()
    edits = tuple(Edit("add", f"/circuits/{key}/slots", [slot]) for key, slot in zip((one.key, other.key), pair, strict=True))
    return (Cure(f"Move both to {pair[0]} and {pair[1]}", edits),)


def _screw(case: Case, key: str, one: Standing, standing: dict[str, Standing]) -> Iterator[Finding]:
    other = standing.get(one.one.neutral_with or "")
    if other is not None:
        words = f"{_name(case, one)} and {_name(case, other)}: two neutrals under one screw."
        yield Finding("neutrals-under-one-screw", Severity.fix, f"/circuits/{key}/neutral_with", words,
                      "One works loose when the other is moved, and a loose neutral lifts voltages. Load off before it is touched.",
                      case.rulebook.words.cite("one_neutral_each"),
                      (pin(f"/circuits/{key}/neutral_with", None, "Each has its own terminal"),))  # fmt: skip


def most_on_wire(case: Case, one: Standing) -> Worked[float] | None:
    """Give the most a device may be on the wire of a circuit; None where its wire is not noted or in no table. [A]

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    one : Standing
        The circuit. [-]
    """
    return _most(
        one.size,
        one.metal,
        one.rating_a,
        case.schools["derating_start"],
        case.schools["rounding"],
        case.rulebook.ampacities,
        case.rulebook.wires,
        case.rulebook.devices,
    )


@lru_cache(maxsize=1024)
def _most(
    size: str,
    metal: Metal,
    rating_a: float,
    derating: str,
    rounding: str,
    ampacity_rules: AmpacityRules,
    wire_rules: WireRules,
    device_rules: DeviceRules,
) -> Worked[float] | None:
    if not size or size not in wire_rules.sizes(metal):
        return None
    wire = Wire(size, metal, wire_rules.default_insulation(metal, _IN_WALL))
    terminals = ampacity_rules.terminals_c(Terminals.unmarked, rating_a or 1.0)
    try:
        ampacity = ampacity_rules.run_ampacity(wire, _IN_WALL, 2, terminals.value, derating)
        most = device_rules.device_for_wire(ampacity.value, wire, rounding, 1.0, USUAL_GUARD)
    except OutsideTable:  # a wire that no cable is made of: nothing is said of it
        return None
    return Worked(most.value, (*ampacity.steps, *most.steps))


def _wire(case: Case, key: str, one: Standing) -> Iterator[Finding]:
    if one.one.run is not None or not one.rating_a:
        return
    most = most_on_wire(case, one)
    if most is None or one.rating_a <= most.value + 1e-9:
        return
    say = case.rulebook.words
    fits = max((a for a in case.rulebook.devices.ratings("") if a <= most.value + 1e-9), default=None)
    wire = f"{say.size_name(one.size)} {say.metal_name(one.metal)}"
    words = f"{_name(case, one)}: a {whole(one.rating_a)} A device does not protect {wire}; {whole(most.value)} A is the most."
    cures = (pin(f"/circuits/{key}/rating_a", fits, f"A device of {fits:g} A"),) if fits else ()
    yield Finding("device-above-wire", Severity.stop, f"/circuits/{key}/rating_a", words, "The wire is the fuse then, inside a wall.",
                  most.rule.citation, cures)  # fmt: skip


def circuit_facts(case: Case, panel: str, one: Standing) -> CircuitFacts:
    """Gather what decides how the device of a circuit protects people.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panel : str
        Id of its panel. [-]
    one : Standing
        The circuit. [-]
    """
    dwelling = case.job.buildings[case.job.enclosures[panel].building].use is BuildingUse.dwelling
    layout = case.job.enclosures[panel].layout
    return CircuitFacts(one.one.serves, one.one.use, one.rating_a or inf, one.poles == 1, dwelling, one.one.status is Status.new,
                        extension_of(layout, one.one), case.schools["single_outlet"] == "left", one.one.outlets_replaced,
                        feeds_of_circuit(case, one))  # fmt: skip


def feeds_of_circuit(case: Case, one: Standing) -> Feeds:
    """Say which one thing a circuit feeds: as a person said, else by the kind of the load on it.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    one : Standing
        The circuit. [-]
    """
    if one.one.feeds is not Feeds.unknown:
        return one.one.feeds
    run = case.job.runs.get(one.one.run or "")
    loads = [*one.one.loads, *([run.target] if run else [])]
    kinds = {case.job.loads[key].kind for key in loads if key in case.job.loads}
    return _FEEDS.get(next(iter(kinds)), Feeds.unknown) if len(kinds) == 1 else Feeds.unknown


def protection_of(case: Case, panel: str, one: Standing) -> tuple[Step, ...]:
    """Say what the device of a circuit must do beside overcurrent.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panel : str
        Id of its panel. [-]
    one : Standing
        The circuit. [-]
    """
    return case.rulebook.panels.protection(circuit_facts(case, panel, one))


def _protection(case: Case, panel: str, key: str, one: Standing) -> Iterator[Finding]:
    at, run = f"/circuits/{key}", case.job.runs.get(one.one.run or "")
    for wanted in protection_of(case, panel, one):
        if run is not None and (wanted.result == "residual" or (wanted.result == "ground_fault" and run.gfci)):
            continue  # the run says what its device does, and where a loop protects its own finding asks for it
        if wanted.result == "residual":
            behind = _group_ma(case, panel, one)
            if min(one.one.residual_ma or inf, behind) > wanted.value:
                cure = pin(f"{at}/residual_ma", wanted.value, f"A residual-current device of {wanted.value:g} mA")
                words = f"{_name(case, one)}: no residual-current device of {wanted.value:g} mA, for {wanted.text}."
                yield Finding("circuit-without-residual", Severity.fix, f"{at}/residual_ma", words, "It opens before a heart stops.",
                              wanted.citation, (cure,))  # fmt: skip
        elif one.one.protects not in _DOES[wanted.result]:
            to = _BOTH.get(one.one.protects, Protects(wanted.result))
            words, why = f"for {wanted.text}.", "The device does it, or the first outlet of the circuit."
            cure = pin(f"{at}/protects", to.value, f"A device with {_IN_WORDS[wanted.result]}")
            if wanted.result == "ground_fault":
                yield Finding("circuit-without-ground-fault", Severity.fix, f"{at}/protects",
                              f"{_name(case, one)}: no ground-fault protection, {words}", why, wanted.citation, (cure,))  # fmt: skip
            else:
                yield Finding("circuit-without-arc-fault", Severity.fix, f"{at}/protects",
                              f"{_name(case, one)}: no arc-fault protection, {words}", why, wanted.citation, (cure,))  # fmt: skip


def _group_ma(case: Case, panel: str, one: Standing) -> float:
    """The residual current of the device that a circuit stands behind; without one nothing opens. [mA]"""
    layout = case.job.enclosures[panel].layout
    return layout.groups[one.one.group - 1].residual_ma if layout and one.one.group else inf


def _line(case: Case, key: str, one: Standing) -> Iterator[Finding]:
    if one.one.run is not None:
        return
    at, say = f"/circuits/{key}/name", case.rulebook.words
    made = say.fill(line_of(one))
    cures = (pin(at, made, f"“{made}”"),) if made not in {"unknown", one.name} else ()
    if personal(one.name):
        words = f"“{one.name}” names who lives there."
        yield Finding("line-names-a-person", Severity.check, at, words, "The next owner finds nothing by it.", say.cite("directory"), cures)
    elif vague(one.name):
        words = f"{stands_at(say, one) or 'A circuit'}: its line says nothing."
        yield Finding("line-says-nothing", Severity.check, at, words, "Name room and use.", say.cite("directory"), cures)


def stands_at(say: Words, one: Standing) -> str:
    """Say where a circuit stands, as a sentence begins; empty where it has no place.

    Parameters
    ----------
    say : Words
        How the trade says it. [-]
    one : Standing
        The circuit. [-]
    """
    return f"{say.terms.slot.capitalize()} {' and '.join(str(slot) for slot in one.one.slots)}" if one.one.slots else ""


def _name(case: Case, one: Standing) -> str:
    return one.name or stands_at(case.rulebook.words, one).lower() or "a circuit without a name"
