"""Questions of codes that protect by the earth fault loop: loop and protective conductor, main bonding, the earth of an outbuilding."""

from __future__ import annotations

from dataclasses import dataclass
from math import isinf
from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.bench.reading import solve_bench
from northspan.core.bench.setup import on_bench
from northspan.core.bench.trial import Trial
from northspan.core.bench.words import DANGER_V
from northspan.core.calculators.answer import Answer, Question, RulebookName, answered
from northspan.core.cautions import STANDING
from northspan.core.errors import InvalidJob
from northspan.core.findings import Cure, Edit
from northspan.core.job import Earthing, Entry, Grounding, Id, Job, LoadKind, Method, Part, Place, RunKind, Segment, Size, SourceKind
from northspan.core.plan import WorkGroup, printed
from northspan.core.rulebooks.loop_protocol import BondingFacts, LoopAhead, LoopFacts, LoopRules
from northspan.core.rulebooks.protocol import Rulebook
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.upgrade import AnyJob
from northspan.core.worked import Step, ruled, whole

WORDS_MOST = 12


class LoopQuestion(Question):
    """A circuit: its cable, its device, the loop outside and ahead."""

    rulebook: RulebookName = "uk-2022"
    kind: RunKind = RunKind.branch
    size: Size
    insulation: Annotated[str, StringConstraints(max_length=WORDS_MOST)] = "flat twin"
    length_m: float = Field(ge=0.01, le=5000)
    device_a: float = Field(gt=0, le=6000)
    device_type: Annotated[str, StringConstraints(max_length=WORDS_MOST)] = ""
    earthing: Earthing = Earthing.tn_c_s
    supply_ohm: float | None = Field(
        None, gt=0, le=1000, description="Loop outside the installation; empty takes the most that is stated. [ohm]"
    )
    ahead_ohm: float = Field(0, ge=0, le=100, description="Line and protective conductors ahead of it, warm. [ohm]")
    electrode_ohm: float | None = Field(None, gt=0, le=10_000, description="Where earth is the way back. [ohm]")
    residual_ma: float | None = Field(None, ge=5, le=2000)
    outlet_a: float | None = Field(None, gt=0, le=125, description="Socket outlets on it: the rating of one. [A]")
    lighting: bool = False
    ring: bool = False
    ground_size: Size | None = Field(None, description="Protective conductor, if it is not the one of the cable.")
    measured_ohm: float | None = Field(None, gt=0, le=10_000, description="Measured cold at its far end. [ohm]")
    by_table: bool = Field(False, description="Protective conductor by the table in place of the formula.")


class BondingQuestion(Question):
    """A supply, and what comes into the building."""

    rulebook: RulebookName = "uk-2022"
    earthing: Earthing = Earthing.tn_c_s
    tails_size: Size = "25"
    neutral_size: Size = Field("25", description="Of the supply, also for a building that a submain feeds.")
    entries: tuple[Entry, ...] = Field((), max_length=20)
    armour_of: Size | None = Field(None, description="Size of the armoured submain whose armour is to be the bond.")


class OutbuildingQuestion(Part):
    """A job, and the building whose earth is to be chosen."""

    job: AnyJob
    building: Id


@dataclass(frozen=True, slots=True)
class EarthChoice:
    """One way to earth a building, and what a person feels there. [V]"""

    key: str
    title: str
    taken: bool
    fault_v: float
    fault_words: str
    lost_neutral_v: float | None
    lost_neutral_words: str
    dangerous: bool
    assumed: str
    words: str
    cure: Cure


class OutbuildingAnswer(Answer):
    """Both ways beside each other."""

    choices: tuple[EarthChoice, ...]


def loop(question: LoopQuestion) -> Answer:
    """Work the earth fault loop of a circuit, how soon its device opens, and its protective conductor.

    Parameters
    ----------
    question : LoopQuestion
        The circuit. [A, m, ohm]

    Raises
    ------
    InvalidJob
        If the rulebook does not protect by the loop, or there is no such cable or device.

    Examples
    --------
    >>> loop(LoopQuestion(size="2.5", length_m=30, device_a=20, outlet_a=13)).headline
    'Loop 1.05 Ω of 2.19 Ω, opens within 0.4 s, protective conductor 1.5 mm²'
    """
    book, rules = _rules(question.rulebook)
    kinds = {kind for kind, _ in book.device_types()}
    device_type = rules.device_type(question.kind, question.device_type)
    if device_type not in kinds or question.device_a not in book.devices(device_type):
        raise InvalidJob("/device_a", f"there is no {device_type} of {question.device_a:g} A.", f"Kinds: {', '.join(sorted(kinds))}.")
    if question.insulation not in book.insulations() or question.size not in book.sizes(book.metals()[0], question.insulation):
        raise InvalidJob("/size", f"there is no {question.insulation} of {question.size} mm².", f"Cables: {', '.join(book.insulations())}.")
    supply = rules.supply_loop(question.earthing, question.supply_ohm)
    kinds_behind = frozenset({LoadKind.lighting} if question.lighting else set())
    ahead = LoopAhead(question.earthing, supply.value, supply.words, (question.ahead_ohm, 0.0), question.electrode_ohm,
                      question.residual_ma, question.outlet_a, question.lighting, kinds_behind)  # fmt: skip
    way = (Segment(length_m=question.length_m, method=Method.cable, place=Place.indoors),)
    facts = LoopFacts(question.kind, question.size, question.insulation, way, question.device_a, device_type, book.usual_v, ahead,
                      question.ring, question.ground_size, question.measured_ohm, "table" if question.by_table else "formula")  # fmt: skip
    worked, residual = rules.protect(facts), rules.residual_wanted(facts, dwelling=True)
    value = worked.value
    name = book.size_name(value.ground_size)
    shown = "electrode not known" if value.loop_ohm is None else f"Loop {value.loop_ohm:.2f} Ω of {value.limit_ohm:.2f} Ω"
    holds = all(margin.holds for margin in worked.margins)
    headline = f"{shown}, {'opens' if holds else 'must open'} within {value.within_s:g} s, protective conductor {name}"
    figures: dict[str, float | str] = {
        "limit_ohm": value.limit_ohm,
        "within_s": value.within_s,
        "protective_conductor": value.ground_size,
        "residual_wanted_ma": residual.value,
    }
    if value.loop_ohm is not None:
        figures["loop_ohm"] = value.loop_ohm
    return answered(book, headline, figures, {"Loop": worked.steps, "Residual current": (residual,)}, worked.margins)


def bonding(question: BondingQuestion) -> Answer:
    """Size main earthing and main bonding, and say which entries must be bonded.

    Parameters
    ----------
    question : BondingQuestion
        The supply and the entries. [mm²]

    Raises
    ------
    InvalidJob
        If the rulebook does not ask it.

    Examples
    --------
    >>> bonding(BondingQuestion(neutral_size="50")).headline
    'Main earthing conductor 16 mm², main bonding 16 mm²'
    """
    book, rules = _rules(question.rulebook)
    for field, size in (("tails_size", question.tails_size), ("neutral_size", question.neutral_size), ("armour_of", question.armour_of)):
        if size is not None and size not in book.sizes(book.metals()[0]):
            raise InvalidJob(f"/{field}", f"there is no conductor of {size} mm².", f"Sizes: {', '.join(book.sizes(book.metals()[0]))}.")
    facts = BondingFacts(question.earthing, question.tails_size, question.neutral_size, question.entries)
    earthing, bond = rules.earthing_conductor(facts), rules.main_bonding(facts)
    headline = f"Main earthing conductor {book.size_name(earthing.value)}, main bonding {book.size_name(bond.value)}"
    working: dict[str, tuple[Step, ...]] = {"Earthing": earthing.steps, "Bonding": bond.steps}
    figures: dict[str, float | str] = {"earthing_size": earthing.value, "bonding_size": bond.value}
    wrong = [answer.value.wrong for one in question.entries if (answer := rules.entry(one, facts)).value.wrong]
    for i, one in enumerate(question.entries, 1):
        working[f"Entry {i}"] = rules.entry(one, facts).steps
    if wrong:
        figures["wrong"] = "; ".join(wrong)
    if question.armour_of is not None:
        armour = rules.armour_as_bond(question.armour_of, facts)
        figures["armour"], working["Armour"] = armour.steps[-1].result, armour.steps
    return answered(book, headline, figures, working)


def outbuilding_earth(question: OutbuildingQuestion) -> OutbuildingAnswer:
    """Hold both ways to earth an outbuilding beside each other: the supply's earth brought along, or an electrode of its own.

    Parameters
    ----------
    question : OutbuildingQuestion
        The job and the building. [-]

    Raises
    ------
    InvalidJob
        If there is no such building, nothing feeds it from another, or the rulebook does not leave the choice.

    Examples
    --------
    >>> from northspan.core.demo_uk import tern_cottage
    >>> [one.key for one in outbuilding_earth(OutbuildingQuestion(job=tern_cottage(), building="music")).choices]
    ['equipment_ground', 'island']
    """
    job, key = question.job, question.building
    book, _ = _rules(job.rulebook)
    if key not in job.buildings:
        raise InvalidJob("/building", f"there is no building {key}.", f"Buildings: {', '.join(job.buildings)}.")
    entering = next((run_id for run_id, run in job.runs.items() if _feeds(job, run_id, key)), None)
    if entering is None:
        raise InvalidJob("/building", f"{job.buildings[key].name} is not fed from another building.", "Name one that is.")
    choices = tuple(_choice(job, key, entering, way, words) for way, words in book.groundings())
    taken = next((one for one in choices if one.taken), choices[0])
    headline = f"{taken.title}: {taken.words}"
    lines = tuple(ruled("v", one.title, f"{whole(one.fault_v)} V", one.words, "solved circuit", one.fault_v) for one in choices)
    groups = (WorkGroup("choices", "Both ways, solved", headline, printed(lines)),)
    return OutbuildingAnswer(rulebook=book.title, standing=STANDING, headline=headline, working=groups, choices=choices)


def _rules(name: str) -> tuple[Rulebook, LoopRules]:
    book = rulebook_named(name)
    if book.loop is None:
        raise InvalidJob("/rulebook", f"{book.title} does not protect by the earth fault loop.", "Ask the bond bench instead.")
    return book, book.loop


def _feeds(job: Job, run_id: str, building: str) -> bool:
    run = job.runs[run_id]
    target, origin = job.enclosures.get(run.target), job.enclosures.get(run.origin)
    return target is not None and origin is not None and target.building == building and origin.building != building


def _choice(job: Job, building: str, run_id: str, way: Grounding, title: str) -> EarthChoice:
    """Solve a fault in the building's can, and the supply's neutral lost, with its feed earthed one way."""
    run = job.runs[run_id]
    electrode = any(one.building == building and one.status.value != "remove" for one in job.electrodes.values())
    trial_job = job.model_copy(update={"runs": job.runs | {run_id: run.model_copy(update={"grounding": way})}})
    rods = (building,) if way is Grounding.island and not electrode else ()
    fault_v, fault_words = _touch(trial_job, Trial(case_fault=run.target, rods_added=rods), run.target)
    combined = next((k for k, s in job.sources.items() if s.kind is SourceKind.utility_transformer and s.earthing is Earthing.tn_c_s), None)
    lost_v, lost_words = None, "the supply's neutral is not its earth"
    if combined is not None:
        supplies = tuple(k for k, one in job.runs.items() if one.origin == combined)
        lost_v, _ = _touch(trial_job, Trial(neutrals_lost=supplies, rods_added=rods), run.target)
        lost_words = f"{whole(lost_v)} V on its cases if the supply's neutral is lost"
    dangerous = (lost_v or 0.0) > DANGER_V or fault_words.startswith("never")
    words, assumed = f"{fault_words}; {lost_words}", "One rod of its own is assumed" if rods else ""
    cure = Cure(f"Take it: {title}", (Edit("add", f"/runs/{run_id}/grounding", way.value),))
    return EarthChoice(way.value, title, run.grounding is way, fault_v, fault_words, lost_v, lost_words, dangerous, assumed, words, cure)


def _touch(job: Job, trial: Trial, can: str) -> tuple[float, str]:
    on, sized = on_bench(job, trial)
    solved = solve_bench(on, sized)
    volts = solved.cans[can].touch_v if can in solved.cans else 0.0
    opener = solved.opener
    if opener is None or isinf(opener.latest_s):
        return volts, f"never clears, {whole(volts)} V to touch"
    return volts, f"a fault clears within {opener.latest_s:.2g} s, {whole(volts)} V to touch until then"
