"""Questions about devices and about the conductors that follow from them."""

from __future__ import annotations

from pydantic import Field

from northspan.core.calculators.answer import Answer, Question, answered
from northspan.core.calculators.wire import Insulation, wire_of
from northspan.core.errors import InvalidJob
from northspan.core.job import ElectrodeKind, Metal, RunKind, Size, Terminals
from northspan.core.rulebooks.protocol import DesignLoad, TapFacts, TransformerFacts, Wire
from northspan.core.rulebooks.registry import rulebook_named


class OvercurrentQuestion(Question):
    """A load to be protected."""

    load_a: float = Field(gt=0, le=6000)
    continuous_a: float = Field(0, ge=0, le=6000)
    kind: RunKind = RunKind.feeder


class EquipmentGroundQuestion(Question):
    """A device, and conductors that may have been made larger than ampacity asked."""

    device_a: float = Field(gt=0, le=6000)
    metal: Metal = Metal.copper
    size: Size | None = None
    least_size: Size | None = Field(None, description="Smallest size that had sufficient ampacity; as large as `size` if left out.")


class GroundedQuestion(Question):
    """The neutral's own load, and what it must survive."""

    neutral_a: float = Field(ge=0, le=6000, description="Largest unbalance. [A]")
    device_a: float = Field(gt=0, le=6000)
    size: Size
    metal: Metal = Metal.copper
    insulation: Insulation | None = Field(None, description="Empty takes what is usual for the metal and the route.")
    terminals: Terminals = Terminals.unmarked


class ElectrodeConductorQuestion(Question):
    """An electrode, and the largest conductor that supplies the building."""

    electrode: ElectrodeKind = ElectrodeKind.rod
    supply_size: Size
    supply_metal: Metal = Metal.copper
    metal: Metal = Metal.copper


class TapQuestion(Question):
    """A smaller conductor from a feeder, with no device at the joint."""

    length_m: float = Field(ge=0.01, le=100)
    feeder_device_a: float = Field(gt=0, le=6000)
    feeder_ampacity_a: float = Field(0, ge=0, le=6000, description="Ampacity of the larger conductor; 0 if it is not known. [A]")
    load_a: float = Field(gt=0, le=6000)
    end_device_a: float = Field(gt=0, le=6000, description="Device or bus rating where the tap ends. [A]")
    metal: Metal = Metal.copper
    insulation: Insulation | None = Field(None, description="Empty takes what is usual for the metal and the route.")
    terminals: Terminals = Terminals.c75


class TransformerQuestion(Question):
    """A small transformer of up to 1000 V."""

    rating_kva: float = Field(gt=0, le=10000)
    primary_v: float = Field(ge=100, le=1000)
    secondary_v: float = Field(ge=12, le=1000)
    secondary_device: bool = Field(True, description="Whether the secondary has a device of its own.")


def overcurrent(question: OvercurrentQuestion) -> Answer:
    """Choose the least device for a load.

    Parameters
    ----------
    question : OvercurrentQuestion
        The load. [A]

    Raises
    ------
    InvalidJob
        If more of the load is continuous than there is.

    Examples
    --------
    >>> overcurrent(OvercurrentQuestion(load_a=68.4, continuous_a=48.4)).headline
    'a 90 A device'
    """
    book = rulebook_named(question.rulebook)
    if question.continuous_a > question.load_a:
        raise InvalidJob("/continuous_a", "more is continuous than there is load.", "At most the load itself.")
    load = DesignLoad(question.load_a - question.continuous_a, question.continuous_a, 0)
    device = book.device_for_load(load, question.kind)
    return answered(book, f"a {device.value:.0f} A device", {"device_a": device.value}, {"Device": device.steps})


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
    size = question.size or book.sizes(question.metal)[-1]
    for name, one in (("size", question.size), ("least_size", question.least_size)):
        if one is not None and one not in book.sizes(question.metal):
            raise InvalidJob(
                f"/{name}", f"there is no {question.metal} conductor of size {one}.", f"Sizes: {', '.join(book.sizes(question.metal))}."
            )
    worked = book.equipment_ground(question.device_a, question.metal, question.least_size or size, size, "table")
    headline = f"{book.size_name(worked.value)} {question.metal} {book.dialect.ground_short}"
    return answered(book, headline, {"size": worked.value}, {"Equipment ground": worked.steps})


def grounded_conductor(question: GroundedQuestion) -> Answer:
    """Find the smallest grounded conductor.

    Parameters
    ----------
    question : GroundedQuestion
        Unbalance, device and ungrounded conductor. [A]

    Examples
    --------
    >>> grounded_conductor(GroundedQuestion(neutral_a=40, device_a=100, size="3", terminals="75")).headline
    '8 AWG copper grounded conductor at least'
    """
    book = rulebook_named(question.rulebook)
    wire = wire_of(book, question.size, question.metal, question.insulation)
    terminals = book.terminals_c(question.terminals, question.device_a)
    worked = book.grounded_minimum(DesignLoad(0, 0, question.neutral_a), question.device_a, wire, terminals.value)
    headline = f"{book.size_name(worked.value)} {question.metal} grounded conductor at least"
    return answered(book, headline, {"size": worked.value}, {"Grounded conductor": (terminals, *worked.steps)})


def electrode_conductor(question: ElectrodeConductorQuestion) -> Answer:
    """Size the conductor to one electrode, where it ends there.

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
    supply = wire_of(book, question.supply_size, question.supply_metal, book.insulations()[0])
    worked = book.electrode_conductor(question.electrode, Wire(supply.size, supply.metal, ""), question.metal)
    headline = f"{book.size_name(worked.value)} {question.metal} to the {question.electrode.replace('_', ' ')}"
    return answered(book, headline, {"size": worked.value}, {"Electrode conductor": worked.steps})


def tap(question: TapQuestion) -> Answer:
    """Size a feeder tap by the rules for its length.

    Parameters
    ----------
    question : TapQuestion
        Length, feeder, load and where it ends. [m, A]

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
    insulation = wire_of(book, book.sizes(question.metal)[0], question.metal, question.insulation).insulation
    terminals = book.terminals_c(question.terminals, question.end_device_a)
    facts = TapFacts(question.length_m, question.feeder_device_a, question.load_a, question.end_device_a, question.feeder_ampacity_a)
    worked = book.tap(facts, question.metal, insulation, terminals.value)
    size, rule = worked.value
    return answered(book, f"{book.size_name(size)} {question.metal}, {rule}", {"size": size, "rule": rule},
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
    primary, secondary = book.transformer_devices(facts)
    second = f"a device of {secondary.value:g} A at most" if question.secondary_device else "no device of its own"
    headline = (
        f"{primary.steps[0].result} A at {question.primary_v:g} V, a device of {primary.value:g} A at most; "
        f"{secondary.steps[0].result} A at {question.secondary_v:g} V, {second}"
    )
    figures: dict[str, float | str] = {"primary_device_a": primary.value, "secondary_device_a": secondary.value,
                                       "primary_a": primary.steps[0].value, "secondary_a": secondary.steps[0].value}  # fmt: skip
    return answered(book, headline, figures, {"Primary": primary.steps, "Secondary": secondary.steps})
