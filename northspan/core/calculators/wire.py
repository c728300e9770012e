"""Questions about a wire: what it carries, what it drops, and what a cable in the wall is still good for."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.calculators.answer import Answer, Question, answered
from northspan.core.errors import InvalidJob
from northspan.core.job import Circuit, Metal, Method, Part, Place, RunKind, Segment, Size, Terminals
from northspan.core.rulebooks.protocol import Ampacity, Rulebook, Wire
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.sizing.drop import DropQuestion, drop_percent, voltage_drop
from northspan.core.worked import Step, Worked, given, step

Insulation = Annotated[str, StringConstraints(max_length=12)]


class AmpacityQuestion(Question):
    """A wire and its surroundings."""

    size: Size
    metal: Metal = Metal.copper
    insulation: Insulation | None = Field(None, description="Empty takes what is usual for the metal and the route.")
    method: Method = Method.pvc40
    place: Place = Place.indoors
    ambient_c: float = Field(30, ge=-40, le=80, description="Temperature around the wire. [°C]")
    carrying: int = Field(2, ge=1, le=200, description="Wires that carry current together.")
    terminals: Terminals = Terminals.unmarked
    device_a: float = Field(100, gt=0, le=6000, description="Device, which tells what unmarked terminals stand. [A]")


class DropCalcQuestion(Question):
    """A run of one wire at one current."""

    size: Size
    metal: Metal = Metal.copper
    method: Method = Method.pvc40
    length_m: float = Field(ge=0.01, le=5000, description="One-way length. [m]")
    current_a: float = Field(gt=0, le=6000)
    power_factor: float = Field(0.95, ge=0.2, le=1)
    nominal_v: float = Field(240, ge=12, le=1000)
    insulation: Insulation | None = Field(None, description="Kind of cable, where its drop depends on it.")


class Stretch(Part):
    """A stretch of a cable that is there already."""

    length_m: float = Field(ge=0.01, le=5000)
    method: Method = Method.cable
    place: Place = Place.indoors
    ambient_c: float = Field(30, ge=-40, le=80)
    other_carrying: int = Field(0, ge=0, le=60)


class CarryQuestion(Question):
    """A cable in the wall: what can it carry, on what breaker, at what drop?"""

    size: Size
    metal: Metal = Metal.copper
    insulation: Insulation | None = Field(None, description="Empty takes what is usual for the metal and the route.")
    circuit: Circuit = Circuit.two_wire_neutral
    kind: RunKind = RunKind.branch
    terminals: Terminals = Terminals.unmarked
    stretches: tuple[Stretch, ...] = Field(min_length=1, max_length=40)
    line_v: float = Field(240, ge=100, le=600)
    power_factor: float = Field(0.95, ge=0.2, le=1)
    drop_limit_percent: float = Field(3, gt=0, le=20)


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
    """
    book = rulebook_named(question.rulebook)
    segment = Segment(length_m=1, method=question.method, place=question.place, ambient_c=question.ambient_c)
    wire = wire_of(book, question.size, question.metal, question.insulation, (segment,))
    terminals = book.terminals_c(question.terminals, question.device_a)
    worked = book.ampacity(wire, (segment,), question.carrying, terminals.value)
    device = book.device_for_wire(worked.value, wire, "next_up")
    headline = f"{_named(book, wire)} carries {worked.value.final_a:.0f} A here"
    figures: dict[str, float | str] = {
        "ampacity_a": worked.value.final_a,
        "at_terminals_a": worked.value.terminal_a,
        "largest_device_a": device.value,
    }
    return answered(book, headline, figures, {"Ampacity": (terminals, *worked.steps), "Largest device": device.steps})


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
    check_size(book, question.size, question.metal)
    if question.insulation and question.insulation not in book.insulations():
        raise InvalidJob("/insulation", f"there is no insulation {question.insulation}.", f"Types: {', '.join(book.insulations())}.")
    asked = DropQuestion(question.current_a, 0, question.power_factor, question.nominal_v,
                         (Segment(length_m=question.length_m, method=question.method),), insulation=question.insulation or "")  # fmt: skip
    figures: dict[str, float | str] = {}
    working: dict[str, tuple[Step, ...]] = {}
    for method, title in (
        ("solved", "Solved, the exact formula"),
        ("impedance", "By impedance"),
        ("dc", "By direct-current resistance"),
        ("constant", "By the quick constant"),
    ):
        worked = voltage_drop(replace(asked, method=method), question.size, question.metal, book)
        figures |= {f"{method}_drop_v": worked.value.drop_v, f"{method}_drop_percent": worked.value.percent}
        working[title] = worked.steps
    return answered(book, f"{figures['impedance_drop_v']:.1f} V, {figures['impedance_drop_percent']:.1f} % by impedance", figures, working)


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
    >>> carry(CarryQuestion(size="10", stretches=[Stretch(length_m=29)])).headline
    '10 AWG copper NM-B: a 30 A breaker, 24 A continuous, 30 A otherwise; 3 % drop at 16 A'
    """
    book = rulebook_named(question.rulebook)
    segments = tuple(Segment(**stretch.model_dump()) for stretch in question.stretches)
    wire = wire_of(book, question.size, question.metal, question.insulation, segments)
    terminals, worked = _at_its_terminals(question, book, wire, segments)
    device = book.device_for_wire(worked.value, wire, "next_up")
    load, steady = book.largest_loads(worked.value, device.value, question.kind)
    nominal_v = book.to_neutral_v(question.line_v) if question.circuit is Circuit.two_wire_neutral else question.line_v
    asked = DropQuestion(load.value, 0, question.power_factor, nominal_v, segments)
    dropped = voltage_drop(asked, wire.size, wire.metal, book)
    one_amp = drop_percent(replace(asked, current_a=1.0), wire.size, wire.metal, book)
    reached = step(
        "I_d", "current at which the wanted drop is reached", "d_w / d_1", "A", "ratio", d_w=question.drop_limit_percent, d_1=one_amp
    )
    fits = book.insulation_fits(wire.insulation, segments)
    wrong = f"; but {fits.value}" if fits.value else ""
    headline = (
        f"{_named(book, wire)}: a {device.value:.0f} A breaker, {steady.value:.0f} A continuous, {load.value:.0f} A otherwise; "
        f"{question.drop_limit_percent:g} % drop at {reached.value:.0f} A{wrong}"
    )
    figures: dict[str, float | str] = {
        "ampacity_a": worked.value.final_a,
        "largest_device_a": device.value,
        "largest_load_a": load.value,
        "largest_continuous_a": steady.value,
        "drop_percent": dropped.value.percent,
        "at_drop_limit_a": reached.value,
        "unsuited": fits.value,
    }
    return answered(book, headline, figures, {
        "Ampacity": (terminals, *worked.steps, *fits.steps), "Breaker": device.steps, "Load": (load, steady),
        "Drop at the largest load": (*dropped.steps, given("d_1", "drop for each ampere", one_amp, "%", "as above"), reached),
    })  # fmt: skip


def wire_of(book: Rulebook, size: str, metal: Metal, insulation: str | None, segments: tuple[Segment, ...] = ()) -> Wire:
    """Name a wire, refusing one that does not exist.

    Parameters
    ----------
    book : Rulebook
        The code to follow. [-]
    size : str
        Conductor size. [-]
    metal : Metal
        Conductor metal. [-]
    insulation : str or None
        Type letters; None takes what is usual for the metal and the route. [-]
    segments : tuple of Segment
        The route, where it is known. [-]

    Raises
    ------
    InvalidJob
        If the size or the insulation does not exist.
    """
    check_size(book, size, metal)
    insulation = insulation or book.default_insulation(metal, segments)
    if insulation not in book.insulations():
        raise InvalidJob("/insulation", f"there is no insulation {insulation}.", f"Types: {', '.join(book.insulations())}.")
    return Wire(size, metal, insulation)


def check_size(book: Rulebook, size: str, metal: Metal) -> None:
    """Refuse a size that does not exist.

    Parameters
    ----------
    book : Rulebook
        The code to follow. [-]
    size : str
        Conductor size. [-]
    metal : Metal
        Conductor metal. [-]

    Raises
    ------
    InvalidJob
        If there is none.
    """
    if size not in book.sizes(metal):
        raise InvalidJob("/size", f"there is no {metal} conductor of size {size}.", f"Sizes: {', '.join(book.sizes(metal))}.")


def _named(book: Rulebook, wire: Wire) -> str:
    return f"{book.size_name(wire.size)} {wire.metal} {wire.insulation}"


def _at_its_terminals(question: CarryQuestion, book: Rulebook, wire: Wire, segments: tuple[Segment, ...]) -> tuple[Step, Worked[Ampacity]]:
    """Unmarked terminals stand more above a certain device, which depends on what they stand: begin low, look again."""
    carrying = int(book.carrying_conductors(question.circuit).value)
    device_a = 0.0
    while True:
        terminals = book.terminals_c(question.terminals, device_a)
        worked = book.ampacity(wire, segments, carrying, terminals.value)
        found_a = book.device_for_wire(worked.value, wire, "next_up").value
        if book.terminals_c(question.terminals, found_a).value <= terminals.value:
            return terminals, worked
        device_a = found_a
