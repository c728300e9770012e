"""Questions of codes that protect by the earth fault loop: loop and protective conductor, main bonding."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.case.calculator import Answer, Calculator, Question, RulebookName, answered
from northspan.core.document.job import (
    Earthing,
    Entry,
    LoadKind,
    Method,
    Place,
    RunKind,
    Segment,
    Size,
)
from northspan.core.rulebooks.questions.loop import BondingFacts, LoopAhead, LoopFacts, LoopRules
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.working.errors import InvalidJob
from northspan.core.working.worked import Step

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
    book, rules = loop_book(question.rulebook)
    kinds = {kind for kind, _ in book.devices.device_types()}
    device_type = rules.device_type(question.kind, question.device_type)
    if device_type not in kinds or question.device_a not in book.devices.ratings(device_type):
        raise InvalidJob("/device_a", f"there is no {device_type} of {question.device_a:g} A.", f"Kinds: {', '.join(sorted(kinds))}.")
    if question.insulation not in book.wires.insulations() or question.size not in book.wires.sizes(
        book.wires.metals()[0], question.insulation
    ):
        raise InvalidJob(
            "/size", f"there is no {question.insulation} of {question.size} mm².", f"Cables: {', '.join(book.wires.insulations())}."
        )
    supply = rules.supply_loop(question.earthing, question.supply_ohm)
    kinds_behind = frozenset({LoadKind.lighting} if question.lighting else set())
    ahead = LoopAhead(question.earthing, supply.value, supply.words, (question.ahead_ohm, 0.0), question.electrode_ohm,
                      question.residual_ma, question.outlet_a, question.lighting, kinds_behind)  # fmt: skip
    way = (Segment(length_m=question.length_m, method=Method.cable, place=Place.indoors),)
    facts = LoopFacts(question.kind, question.size, question.insulation, way, question.device_a, device_type, book.supplies.usual_v, ahead,
                      question.ring, question.ground_size, question.measured_ohm, "table" if question.by_table else "formula")  # fmt: skip
    worked, residual = rules.protect(facts), rules.residual_wanted(facts, dwelling=True)
    value = worked.value
    name = book.words.size_name(value.ground_size)
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
    book, rules = loop_book(question.rulebook)
    for field, size in (("tails_size", question.tails_size), ("neutral_size", question.neutral_size), ("armour_of", question.armour_of)):
        if size is not None and size not in book.wires.sizes(book.wires.metals()[0]):
            raise InvalidJob(
                f"/{field}", f"there is no conductor of {size} mm².", f"Sizes: {', '.join(book.wires.sizes(book.wires.metals()[0]))}."
            )
    facts = BondingFacts(question.earthing, question.tails_size, question.neutral_size, question.entries)
    earthing, bond = rules.earthing_conductor(facts), rules.main_bonding(facts)
    headline = f"Main earthing conductor {book.words.size_name(earthing.value)}, main bonding {book.words.size_name(bond.value)}"
    working: dict[str, tuple[Step, ...]] = {"Earthing": earthing.steps, "Bonding": bond.steps}
    figures: dict[str, float | str] = {"earthing_size": earthing.value, "bonding_size": bond.value}
    wrong = [answer.value.wrong for one in question.entries if (answer := rules.entry(one, facts)).value.wrong]
    for i, one in enumerate(question.entries, 1):
        working[f"Entry {i}"] = rules.entry(one, facts).steps
    if wrong:
        figures["wrong"] = "; ".join(wrong)
    if question.armour_of is not None:
        armour = rules.armour_as_bond(question.armour_of, facts)
        figures["armour"], working["Armour"] = armour.rule.result, armour.steps
    return answered(book, headline, figures, working)


def loop_book(name: str) -> tuple[Rulebook, LoopRules]:
    """Give a rulebook and its rules of the loop.

    Parameters
    ----------
    name : str
        The rulebook. [-]

    Raises
    ------
    InvalidJob
        If it does not protect by the earth fault loop.
    """
    book = rulebook_named(name)
    if book.loop is None:
        raise InvalidJob("/rulebook", f"{book.title} does not protect by the earth fault loop.", "Ask the bond bench instead.")
    return book, book.loop


CALCULATORS = (Calculator("bonding", BondingQuestion, Answer, bonding), Calculator("loop", LoopQuestion, Answer, loop))
