"""Questions about devices and about the conductors that follow from them."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from northspan.core.case.calculator import Answer, Question, answered
from northspan.core.document.job import ElectrodeKind, LoadKind, Metal, RunKind, Size, System, Terminals
from northspan.core.rulebooks.questions.common import DesignLoad, Wire
from northspan.core.rulebooks.questions.grounds import GroundFacts, NeutralFacts
from northspan.core.rulebooks.questions.taps import TapFacts, TransformerFacts
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.topics.sizing.calculators.wire_asked import (
    MOST_OTHERS,
    OWN_WIRES,
    Around,
    Insulation,
    check_size,
    guard_for,
    insulation_of,
    wire_of,
)
from northspan.core.working.errors import InvalidJob
from northspan.core.working.worked import Worked, given, ruled, whole


class OvercurrentQuestion(Question):
    """A load to be protected."""

    load_a: float = Field(gt=0, le=6000)
    continuous_a: float = Field(0, ge=0, le=6000)
    kind: RunKind = RunKind.feeder
    alone: LoadKind | None = Field(
        None, description="What it is, if it is alone on its circuit and a motor or a compressor: its device is found by its own rule."
    )
    plate_device_a: float | None = Field(None, gt=0, le=6000, description="Largest device on the plate of a unit. [A]")
    full_rated: bool = Field(False, description="Device and enclosure are marked for 100 % continuous load.")
    device_type: Annotated[str, StringConstraints(max_length=12)] = Field("", description="Kind of device; empty takes the usual one.")


class EquipmentGroundQuestion(Question):
    """A device, and conductors that may have been made larger than ampacity asked."""

    device_a: float = Field(gt=0, le=6000, description="For a tap the one ahead of its feeder; of circuits in one pipe the largest. [A]")
    metal: Metal = Metal.copper
    lines_metal: Metal | None = Field(None, description="Of the ungrounded conductors, where it is another.")
    size: Size | None = None
    least_size: Size | None = Field(None, description="Smallest size that had sufficient ampacity; as large as `size` if left out.")
    shared: bool = Field(False, description="Serves other circuits too, with a larger device.")
    raised: Literal["larger", "device"] = Field("larger", description="By what it goes when they are larger, where that is a call.")


class GroundedQuestion(Around):
    """The neutral's own load, and what it must survive."""

    neutral_a: float = Field(ge=0, le=6000, description="Largest unbalance. [A]")
    load_a: float = Field(0, ge=0, le=6000, description="Load of the heavier leg, if it is known. [A]")
    device_a: float = Field(gt=0, le=6000, description="For a tap the one ahead of its feeder. [A]")
    size: Size
    metal: Metal = Metal.copper
    insulation: Insulation | None = Field(None, description="Empty takes what is usual for the metal and the route.")
    carrying: int = Field(2, ge=1, le=200, description="Wires that carry current together.")
    kind: RunKind = RunKind.feeder
    system: System | None = None
    on_supply: bool = Field(False, description="Ahead of the first device, as that of a service is.")


class ElectrodeConductorQuestion(Question):
    """An electrode, and the largest conductor that supplies the building."""

    electrode: ElectrodeKind = ElectrodeKind.rod
    supply_size: Size
    supply_metal: Metal = Metal.copper
    sets: int = Field(1, ge=1, le=8, description="Supply conductors in parallel.")
    metal: Metal = Metal.copper
    goes_on: bool = Field(False, description="The same conductor goes on to an electrode that asks for more.")


class TapQuestion(Around):
    """A smaller conductor from a feeder, with no device at the joint."""

    length_m: float = Field(ge=0.01, le=100)
    feeder_device_a: float = Field(gt=0, le=6000)
    feeder_ampacity_a: float = Field(0, ge=0, le=6000, description="Ampacity of the larger conductor; 0 if it is not known. [A]")
    load_a: float = Field(gt=0, le=6000)
    end_device_a: float = Field(0, ge=0, le=6000, description="Device or bus where the tap ends; 0 where there is no single one. [A]")
    metal: Metal = Metal.copper
    insulation: Insulation | None = Field(None, description="Empty takes what is usual for the metal and the route.")
    carrying: int = Field(2, ge=1, le=200, description="Wires that carry current together.")
    terminals: Terminals = Terminals.c75


class TransformerQuestion(Question):
    """A small transformer of up to 1000 V."""

    rating_kva: float = Field(ge=0.01, le=10000)
    primary_v: float = Field(ge=100, le=1000)
    secondary_v: float = Field(ge=12, le=1000)
    secondary_device: bool = Field(True, description="Whether the secondary has a device of its own.")


def overcurrent(question: OvercurrentQuestion) -> Answer:
    """Choose the least device for a load, or the largest for a motor or a unit that is alone on its circuit.

    Parameters
    ----------
    question : OvercurrentQuestion
        The load. [A]

    Raises
    ------
    InvalidJob
        If more of the load is continuous than there is, or there is no such kind of device.

    Examples
    --------
    >>> overcurrent(OvercurrentQuestion(load_a=68.4, continuous_a=48.4)).headline
    'a 90 A device'
    >>> overcurrent(OvercurrentQuestion(load_a=20, kind="branch", alone="cooling")).headline
    'a 35 A device'
    """
    book = rulebook_named(question.rulebook)
    if question.continuous_a > question.load_a:
        raise InvalidJob("/continuous_a", "more is continuous than there is load.", "At most the load itself.")
    continuous_a = 0.0 if question.full_rated and question.alone is None else question.continuous_a
    load = DesignLoad(question.load_a - continuous_a, continuous_a, 0)
    guard = guard_for(book.devices, question.kind, (), device_type=question.device_type)
    if question.plate_device_a is not None:
        fits = [rating for rating in book.devices.ratings(guard.device_type) if rating <= question.plate_device_a + 1e-9]
        if not fits:
            least = book.devices.ratings(guard.device_type)[0]
            raise InvalidJob(
                "/plate_device_a", f"no standard device is as small as {question.plate_device_a:g} A.", f"From {least:g} A up."
            )
        plate = given("I_p", "largest device on its plate", question.plate_device_a, "A", "nameplate")
        why = "the largest standard rating that is not above its plate"
        device = Worked(fits[-1], (plate, ruled("I_n", "device", f"{fits[-1]:g} A", why, book.words.cite("plate"), fits[-1])))
    elif question.alone is not None and question.alone in book.loads.motor_kinds():
        device = book.loads.motor_device(question.load_a, question.alone)
    else:
        device = book.devices.device_for_load(load, question.kind, guard)
    return answered(book, f"a {whole(device.value)} A device", {"device_a": device.value}, {"Device": device.steps})


def equipment_ground(question: EquipmentGroundQuestion) -> Answer:
    """Size the equipment grounding conductor behind a device.

    Parameters
    ----------
    question : EquipmentGroundQuestion
        Device and conductors. [A]

    Examples
    --------
    >>> equipment_ground(EquipmentGroundQuestion(device_a=80, metal="aluminum", size="1", least_size="2")).headline
    '4 AWG aluminum equipment ground'
    """
    book = rulebook_named(question.rulebook)
    lines = question.lines_metal or question.metal
    for metal in (lines, question.metal):
        if metal not in book.wires.metals():
            metals = ", ".join(book.wires.metals())
            raise InvalidJob("/metal", f"these rules are built without {metal}.", f"Metals: {metals}.")
    size = question.size or book.wires.sizes(lines)[-1]
    for name, one in (("size", question.size), ("least_size", question.least_size)):
        if one is not None and one not in book.wires.sizes(lines):
            raise InvalidJob(f"/{name}", f"there is no {lines} conductor of size {one}.", f"Sizes: {', '.join(book.wires.sizes(lines))}.")
    facts = GroundFacts(
        question.device_a, question.metal, question.least_size or size, size, "table", lines, question.raised, question.shared
    )
    worked = book.grounds.equipment_ground(facts)
    headline = f"{book.words.size_name(worked.value)} {book.words.metal_name(question.metal)} {book.words.dialect.ground_short}"
    return answered(book, headline, {"size": worked.value}, {book.words.fill("{Equipment_ground}"): worked.steps})


def grounded_conductor(question: GroundedQuestion) -> Answer:
    """Find the smallest grounded conductor where it lies.

    Parameters
    ----------
    question : GroundedQuestion
        Unbalance, device, ungrounded conductor and surroundings. [A, °C]

    Examples
    --------
    >>> grounded_conductor(GroundedQuestion(neutral_a=40, device_a=100, size="3", terminals="75")).headline
    '8 AWG copper grounded conductor at least'
    """
    book = rulebook_named(question.rulebook)
    segment = question.segment(book)
    own = min(question.carrying, OWN_WIRES)
    segment = segment.model_copy(update={"other_carrying": min(segment.other_carrying + question.carrying - own, MOST_OTHERS)})
    wire = wire_of(book, question.size, question.metal, question.insulation, (segment,))
    terminals = book.ampacities.terminals_c(question.terminals, question.device_a)
    if question.load_a and question.neutral_a > question.load_a:
        raise InvalidJob("/neutral_a", "the unbalance is above the load of the heavier leg.", "At most that load.")
    load = DesignLoad(question.load_a, 0, question.neutral_a)
    system = question.system or book.supplies.usual_system
    worked = book.grounds.grounded_minimum(
        NeutralFacts(load, question.device_a, wire, terminals.value, question.sets, question.on_supply, (segment,), own,
                     question.start(book), question.kind, system)
    )  # fmt: skip
    headline = (
        f"{book.words.size_name(worked.value)} {book.words.metal_name(question.metal)} {book.words.terms.grounded_conductor} at least"
    )
    return answered(book, headline, {"size": worked.value}, {book.words.fill("{Grounded_conductor}"): (terminals, *worked.steps)})


def electrode_conductor(question: ElectrodeConductorQuestion) -> Answer:
    """Size the conductor to one electrode, where it ends there or goes on.

    Parameters
    ----------
    question : ElectrodeConductorQuestion
        Electrode and supply. [-]

    Examples
    --------
    >>> electrode_conductor(ElectrodeConductorQuestion(electrode="water_pipe", supply_size="4/0", supply_metal="aluminum")).headline
    '4 AWG copper to the water pipe'
    """
    book = rulebook_named(question.rulebook)
    check_size(book.wires, question.supply_size, question.supply_metal, "/supply_size")
    supply = Wire(question.supply_size, question.supply_metal, "")
    worked = book.electrodes.electrode_conductor(question.electrode, supply, question.metal, sets=question.sets, goes_on=question.goes_on)
    headline = f"{book.words.size_name(worked.value)} {book.words.metal_name(question.metal)} to the {question.electrode.replace('_', ' ')}"
    return answered(book, headline, {"size": worked.value}, {"Electrode conductor": worked.steps})


def tap(question: TapQuestion) -> Answer:
    """Size a feeder tap by the rules for its length, derated where it lies.

    Parameters
    ----------
    question : TapQuestion
        Length, feeder, load, where it ends and lies. [m, A, °C]

    Raises
    ------
    NoSolution
        If the tap is longer than any of the rules allows, or no size is large enough.

    Examples
    --------
    >>> tap(TapQuestion(length_m=6, feeder_device_a=400, load_a=90, end_device_a=100)).headline
    '1/0 AWG copper, 25 ft rule'
    """
    book = rulebook_named(question.rulebook)
    segment = question.segment(book).model_copy(update={"length_m": question.pipe_length_m or question.length_m})
    own = min(question.carrying, OWN_WIRES)
    segment = segment.model_copy(update={"other_carrying": min(segment.other_carrying + question.carrying - own, MOST_OTHERS)})
    insulation = insulation_of(book, question.metal, question.insulation, (segment,))
    terminals = book.ampacities.terminals_c(question.terminals, question.end_device_a)
    facts = TapFacts(question.length_m, question.feeder_device_a, question.load_a, question.end_device_a, question.feeder_ampacity_a,
                     (segment,), own, question.start(book))  # fmt: skip
    worked = book.taps.tap(facts, question.metal, insulation, terminals.value)
    size, rule = worked.value
    return answered(book, f"{book.words.size_name(size)} {book.words.metal_name(question.metal)}, {rule}", {"size": size, "rule": rule},
                    {"Tap": (terminals, *worked.steps)}, worked.margins)  # fmt: skip


def transformer(question: TransformerQuestion) -> Answer:
    """Give the currents of a transformer and the largest devices for it.

    Parameters
    ----------
    question : TransformerQuestion
        Rating and voltages. [kVA, V]

    Examples
    --------
    >>> transformer(TransformerQuestion(rating_kva=15, primary_v=480, secondary_v=240)).headline
    '31.25 A at 480 V, a device of 70 A at most; 62.5 A at 240 V, a device of 80 A at most'
    """
    book = rulebook_named(question.rulebook)
    facts = TransformerFacts(question.rating_kva, question.primary_v, question.secondary_v, question.secondary_device)
    primary, secondary = book.taps.transformer_devices(facts)
    first, second_side = primary.value, secondary.value
    second = f"a device of {second_side.most_a:g} A at most" if question.secondary_device else "no device of its own"
    headline = (
        f"{first.full_load.result} A at {question.primary_v:g} V, a device of {first.most_a:g} A at most; "
        f"{second_side.full_load.result} A at {question.secondary_v:g} V, {second}"
    )
    figures: dict[str, float | str] = {"primary_device_a": first.most_a, "secondary_device_a": second_side.most_a,
                                       "primary_a": first.full_load.value, "secondary_a": second_side.full_load.value}  # fmt: skip
    return answered(book, headline, figures, {"Primary": primary.steps, "Secondary": secondary.steps})
