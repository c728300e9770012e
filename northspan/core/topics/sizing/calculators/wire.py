"""Questions about a wire: what it carries, what it drops, and what a cable in the wall is still good for."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.case.calculator import Answer, Question, answered, supplied
from northspan.core.case.schools import default_school
from northspan.core.document.calls import CALLS
from northspan.core.document.job import Circuit, Metal, Method, Part, Place, RunKind, Segment, Size, System, Terminals
from northspan.core.rulebooks.questions.choices import Choices
from northspan.core.rulebooks.questions.common import Ampacity, Guard, Wire
from northspan.core.rulebooks.questions.grounds import GroundFacts
from northspan.core.rulebooks.questions.supplies import SupplyRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.topics.sizing.calculators.wire_asked import (
    MOST_OTHERS,
    OWN_WIRES,
    Around,
    Insulation,
    check_size,
    guard_for,
    wire_name,
    wire_of,
)
from northspan.core.topics.sizing.drop import DropQuestion, LegCurrents, drop_percent, voltage_drop
from northspan.core.topics.sizing.rules import SizingRules
from northspan.core.working.errors import InvalidJob
from northspan.core.working.worked import Step, Worked, given, ruled, step, whole


class AmpacityQuestion(Around):
    """A wire and its surroundings."""

    size: Size
    metal: Metal = Metal.copper
    insulation: Insulation | None = Field(None, description="Empty takes what is usual for the metal and the route.")
    carrying: int = Field(2, ge=1, le=200, description="Wires that carry current together.")
    kind: RunKind = RunKind.feeder
    several_outlets: bool = Field(False, description="A branch circuit of several outlets for whatever is plugged in.")
    device_type: Annotated[str, StringConstraints(max_length=12)] = Field("", description="Kind of device; empty takes the usual one.")
    cannot_overload: bool = Field(False, description="Feeds fixed loads that cannot draw more than their rating.")
    device_a: float = Field(100, gt=0, le=6000, description="Device, which tells what unmarked terminals stand. [A]")


class DropCalcQuestion(Question):
    """A run of one wire at one current, and the run it goes on from."""

    size: Size
    metal: Metal = Metal.copper
    method: Method | None = Field(None, description="Empty takes pipe, or cable where the code's wire is mostly cable.")
    length_m: float = Field(ge=0.01, le=5000, description="One-way length. [m]")
    current_a: float = Field(gt=0, le=6000)
    power_factor: float | None = Field(None, ge=0.2, le=1, description="Empty takes what is usual.")
    nominal_v: float | None = Field(None, ge=12, le=1000, description="Empty takes the code's usual supply. [V]")
    insulation: Insulation | None = Field(None, description="Kind of cable, where its drop depends on it.")
    sets: int = Field(1, ge=1, le=8, description="Sets in parallel.")
    ring: bool = Field(False, description="A ring: its length is the whole way round.")
    neutral_a: float | None = Field(
        None, ge=0, le=6000, description="What comes back by the neutral of a three-wire run; empty: all of it, out and back. [A]"
    )
    neutral_size: Size | None = Field(None, description="As large as the others if left out.")
    above_percent: float = Field(0, ge=0, lt=100, description="Lost ahead of it, on the runs it goes on from. [%]")


class SegmentAsked(Part):
    """A stretch of a cable that is there already."""

    length_m: float = Field(ge=0.01, le=5000)
    method: Method = Method.cable
    place: Place = Place.indoors
    ambient_c: float = Field(30, ge=-40, le=80)
    other_carrying: int = Field(0, ge=0, le=60)
    laid: Annotated[str, StringConstraints(max_length=8)] = ""
    in_insulation_m: float = Field(0, ge=0, le=500)
    over_roof_m: float | None = Field(None, ge=0, le=3)
    trench_circuits: int = Field(0, ge=0, le=20)


class CarryQuestion(Question):
    """A cable in the wall: what can it carry, on what breaker, at what drop?"""

    size: Size
    metal: Metal = Metal.copper
    insulation: Insulation | None = Field(None, description="Empty takes what is usual for the metal and the route.")
    circuit: Circuit = Circuit.two_wire_neutral
    kind: RunKind = RunKind.branch
    several_outlets: bool = Field(False, description="A branch circuit of several outlets for whatever is plugged in.")
    device_type: Annotated[str, StringConstraints(max_length=12)] = Field("", description="Kind of device; empty takes the usual one.")
    terminals: Terminals = Terminals.unmarked
    segments: tuple[SegmentAsked, ...] = Field(min_length=1, max_length=40)
    line_v: float | None = Field(None, ge=100, le=600, description="Empty takes the code's usual supply. [V]")
    power_factor: float | None = Field(None, ge=0.2, le=1, description="Empty takes what is usual.")
    drop_limit_percent: float = Field(3, gt=0, le=20)
    load_a: float | None = Field(None, gt=0, le=6000, description="What it is to carry; empty asks for the most. [A]")


def ampacity(question: AmpacityQuestion) -> Answer:
    """Give the ampacity of a wire in its surroundings, and the largest device for it.

    Parameters
    ----------
    question : AmpacityQuestion
        Wire and surroundings. [°C, A]

    Raises
    ------
    InvalidJob
        If the size or the insulation does not exist.
    OutsideTable
        If the place is too hot or too wet for the insulation.

    Examples
    --------
    >>> ampacity(AmpacityQuestion(size="6", ambient_c=40, carrying=4, terminals="75")).headline
    '6 AWG copper THWN-2 carries 55 A here'
    >>> ampacity(AmpacityQuestion(rulebook="uk", size="2.5", insulation="flat twin", carrying=12)).headline
    '2.5 mm² copper flat twin carries 15 A here'
    """
    book = rulebook_named(question.rulebook)
    segment = question.segment(book)
    own = min(question.carrying, OWN_WIRES)
    segment = segment.model_copy(update={"other_carrying": min(segment.other_carrying + question.carrying - own, MOST_OTHERS)})
    wire = wire_of(book, question.size, question.metal, question.insulation, (segment,))
    terminals = book.ampacities.terminals_c(question.terminals, question.device_a)
    worked = book.ampacities.run_ampacity(wire, (segment,), own, terminals.value, question.start(book))
    value, steps = worked.value, worked.steps
    if question.sets > 1:
        least, cite = book.wires.parallel_least()
        if book.wires.area(wire.size) < book.wires.area(least):
            raise InvalidJob(
                "/sets", f"{book.words.size_name(wire.size)} is not run in parallel.", f"From {book.words.size_name(least)} up."
            )
        together = step("I_a", f"{question.sets} sets in parallel", "n * I_a", "A", cite, n=float(question.sets), I_a=value.final_a)
        value, steps = Ampacity(together.value, question.sets * value.terminal_a, value.worst_segment), (*steps, together)
    guard = guard_for(book.devices, question.kind, (segment,), device_type=question.device_type, outlets=question.several_outlets,
                      cannot_overload=question.cannot_overload)  # fmt: skip
    device = book.devices.device_for_wire(value, wire, "next_up", 1.0, guard)
    sets = f"{question.sets} sets of " if question.sets > 1 else ""
    headline = f"{sets}{wire_name(book.words, wire)} {'carry' if sets else 'carries'} {whole(value.final_a)} A here"
    figures: dict[str, float | str] = {
        "ampacity_a": value.final_a,
        "at_terminals_a": value.terminal_a,
        "largest_device_a": device.value,
    }
    return answered(book, headline, figures, {"Ampacity": (terminals, *steps), "Largest device": device.steps})


def drop(question: DropCalcQuestion) -> Answer:
    """Work the voltage drop of a run by each of the methods in use, side by side.

    Parameters
    ----------
    question : DropCalcQuestion
        Wire, length and current. [m, A]

    Raises
    ------
    InvalidJob
        If the size does not exist.

    Examples
    --------
    >>> drop(DropCalcQuestion(size="2", length_m=30.48, current_a=50, power_factor=1)).headline
    '1.9 V, 0.8 % by impedance'
    """
    book = rulebook_named(question.rulebook)
    check_size(book.wires, question.size, question.metal)
    if question.neutral_size is not None and question.neutral_size not in book.wires.sizes(question.metal):
        raise InvalidJob("/neutral_size", f"there is no conductor of size {question.neutral_size}.")
    if question.insulation and question.insulation not in book.wires.insulations():
        raise InvalidJob("/insulation", f"there is no insulation {question.insulation}.", f"Types: {', '.join(book.wires.insulations())}.")
    asked = _drop_asked(question, book.supplies, book.choices)
    figures: dict[str, float | str] = {}
    working: dict[str, tuple[Step, ...]] = {}
    for method, title in (
        ("solved", "Solved, the exact formula"),
        ("impedance", "By impedance"),
        ("dc", "By direct-current resistance"),
        ("constant", "By the quick constant"),
    ):
        worked = voltage_drop(replace(asked, method=method), question.size, question.metal, book.drops)
        figures |= {f"{method}_drop_v": worked.value.drop_v, f"{method}_drop_percent": worked.value.percent}
        working[title] = worked.steps
    shown = "solved" if question.neutral_a is not None else "impedance"
    headline = f"{figures[f'{shown}_drop_v']:.1f} V, {figures[f'{shown}_drop_percent']:.1f} % {_DROP_WORDS[shown]}"
    if question.above_percent:
        whole = step(
            "d_w", "with the runs ahead", "d_u + d", "%", "sum", d_u=question.above_percent, d=float(figures[f"{shown}_drop_percent"])
        )
        figures["whole_way_percent"] = whole.value
        working["The whole way"] = (whole,)
        headline += f", {whole.value:.1f} % over the whole way"
    return answered(book, headline, figures, working)


_DROP_WORDS = {"solved": "solved", "impedance": "by impedance"}


def _drop_asked(question: DropCalcQuestion, supply_rules: SupplyRules, choices: Choices) -> DropQuestion:
    """The question of the drop as a run in a job asks it: in sets, round a ring, with what comes back by the neutral."""
    share = question.sets * (2 if question.ring else 1)
    length_m = max(question.length_m / (2 if question.ring else 1), 0.01)  # the least length of a stretch
    amperes = question.current_a / share
    nominal_v = question.nominal_v if question.nominal_v is not None else supply_rules.usual_v
    power_factor = question.power_factor if question.power_factor is not None else supply_rules.usual_power_factor
    method = question.method or choices.asked_method
    segments = (Segment(length_m=length_m, method=method),)
    legs, neutral_v = None, 0.0
    if question.neutral_a is not None:
        back = min(question.neutral_a, question.current_a) / share
        legs, neutral_v = LegCurrents(amperes, amperes - back, amperes, amperes - back), nominal_v / 2
    return DropQuestion(amperes, 0, power_factor, nominal_v, segments, legs=legs, neutral_v=neutral_v,
                        grounded_size=question.neutral_size, insulation=question.insulation or "")  # fmt: skip


def carry(question: CarryQuestion) -> Answer:
    """Say what a cable that is there can carry, on what breaker, and at what drop.

    Parameters
    ----------
    question : CarryQuestion
        The cable and its route. [m, °C]

    Notes
    -----
    The breaker is the largest standard one that the ampacity allows. A continuous load may be
    as large as 80 % of it, and never above the ampacity after derating. The drop is for the whole
    ampacity; beside it stands the current at which the wanted drop is reached.

    Raises
    ------
    InvalidJob
        If the size or the insulation does not exist.
    OutsideTable
        If the place is too hot or too wet for the insulation.

    Examples
    --------
    >>> carry(CarryQuestion(size="10", segments=[SegmentAsked(length_m=29)])).headline
    '10 AWG copper NM-B: a 30 A breaker, 24 A continuous, 30 A otherwise; 3 % drop at 16 A'
    """
    book = rulebook_named(question.rulebook)
    segments = tuple(Segment(**segment.model_dump()) for segment in question.segments)
    wire = wire_of(book, question.size, question.metal, question.insulation, segments)
    guard = guard_for(book.devices, question.kind, segments, device_type=question.device_type, outlets=question.several_outlets)
    terminals, worked = _at_its_terminals(question, book, wire, segments, guard)
    device = book.devices.device_for_wire(worked.value, wire, "next_up", 1.0, guard)
    load, steady = book.ampacities.largest_loads(worked.value, device.value, question.kind)
    line_v, system = supplied(book.supplies, question.line_v, None)
    nominal_v = book.supplies.to_neutral_v(line_v, system) if question.circuit is Circuit.two_wire_neutral else line_v
    power_factor = question.power_factor if question.power_factor is not None else book.supplies.usual_power_factor
    asked = DropQuestion(load.value, 0, power_factor, nominal_v, segments, insulation=wire.insulation)
    dropped = voltage_drop(asked, wire.size, wire.metal, book.drops)
    one_amp = drop_percent(replace(asked, current_a=1.0), wire.size, wire.metal, book.drops)
    reached = step(
        "I_d", "current at which the wanted drop is reached", "d_w / d_1", "A", "ratio", d_w=question.drop_limit_percent, d_1=one_amp
    )
    fits = book.wires.insulation_fits(wire.insulation, segments)
    wrong = f"; but {fits.value}" if fits.value else ""
    wanted = question.load_a or load.value
    at_load = one_amp * wanted
    within = reached.value <= load.value + 1e-9
    drop = f"{question.drop_limit_percent:g} % drop at {whole(reached.value)} A" if within else f"{at_load:.1f} % drop at {whole(wanted)} A"
    if question.load_a is not None:
        carries = "carries" if question.load_a <= load.value + 1e-9 else "does not carry"
        drop = f"it {carries} {whole(wanted)} A, {at_load:.1f} % drop"
    headline = (
        f"{wire_name(book.words, wire)}: a {whole(device.value)} A breaker, {whole(steady.value)} A continuous, "
        f"{whole(load.value)} A otherwise; {drop}{wrong}"
    )
    ground = book.grounds.equipment_ground(GroundFacts(device.value, wire.metal, wire.size, wire.size, "table", wire.metal, "device"))
    panel = _for_a_subpanel(question.circuit, book.supplies, book.words)
    figures: dict[str, float | str] = {
        "ampacity_a": worked.value.final_a,
        "largest_device_a": device.value,
        "largest_load_a": load.value,
        "largest_continuous_a": steady.value,
        "drop_percent": dropped.value.percent,
        "at_drop_limit_a": reached.value,
        "unsuited": fits.value,
        "load_drop_percent": at_load,
        "ground_size": ground.value,
        "subpanel": panel.result,
    }
    return answered(book, headline, figures, {
        "Ampacity": (terminals, *worked.steps, *fits.steps), "Breaker": device.steps, "Load": (load, steady),
        "Ground in it, at the least": ground.steps, "For a panel": (panel,),
        "Drop at the largest load": (*dropped.steps, given("d_1", "drop for each ampere", one_amp, "%", "as above"), reached),
    })  # fmt: skip


def _for_a_subpanel(circuit: Circuit, supply_rules: SupplyRules, say: Words) -> Step:
    """Say whether a cable has the wires that a panel behind it wants."""
    if supply_rules.usual_system is System.single_phase:
        return ruled("p", say.fill("good for a {subpanel}"), "yes", "line, neutral and a ground in it", "wires in it")
    why = {
        Circuit.three_wire: ("yes", "two lines, a neutral and a ground in it"),
        Circuit.two_wire_line: ("no", "it has no neutral; only what needs none may hang on it"),
        Circuit.two_wire_neutral: ("no", "it has one line; a panel wants two, a neutral and a ground"),
    }[circuit]
    return ruled("p", say.fill("good for a {subpanel}"), *why, "wires in it")


def _at_its_terminals(
    question: CarryQuestion, book: SizingRules, wire: Wire, segments: tuple[Segment, ...], guard: Guard
) -> tuple[Step, Worked[Ampacity]]:
    """Unmarked terminals stand more above a certain device, which depends on what they stand: begin low, look again."""
    carrying = int(book.ampacities.carrying_conductors(question.circuit, book.supplies.usual_system).value)
    device_a = 0.0
    while True:
        terminals = book.ampacities.terminals_c(question.terminals, device_a)
        worked = book.ampacities.run_ampacity(
            wire, segments, carrying, terminals.value, default_school(CALLS["derating_start"], book.choices)
        )
        found_a = book.devices.device_for_wire(worked.value, wire, "next_up", 1.0, guard).value
        if book.ampacities.terminals_c(question.terminals, found_a).value <= terminals.value:
            return terminals, worked
        device_a = found_a
