"""Questions about what a building asks and what a supply can do."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.case.calculator import Answer, Question, answered, supplied
from northspan.core.document.job import Across, LibraryLoad, Load, Metal, Method, Part, RunKind, Size, Source, SourceKind, System
from northspan.core.rulebooks.questions.devices import DeviceRules
from northspan.core.rulebooks.questions.loads import LoadRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.topics.loads.connected import Fed, added_up
from northspan.core.topics.loads.legs import LegLoads
from northspan.core.topics.sizing.calculators.wire_asked import check_size
from northspan.core.topics.sizing.device import motor_or_plate_device
from northspan.core.topics.supply.capability import capability
from northspan.core.topics.supply.fault import FaultWires, fault_after, fault_at_source
from northspan.core.working.errors import InvalidJob
from northspan.core.working.worked import Step, Worked, three, whole


class BuildingLoadQuestion(Question):
    """A building that is no dwelling, or a part of one: its loads, to be added up leg by leg."""

    loads: tuple[LibraryLoad, ...] = Field(min_length=1, max_length=200)
    kind: RunKind = RunKind.feeder
    line_v: float | None = Field(None, ge=100, le=600, description="Empty takes the code's usual supply. [V]")
    system: System | None = Field(None, description="Empty takes the code's usual supply.")


class FaultConductor(Part):
    """Conductors on the way from the source to the place asked for."""

    size: Size
    metal: Metal = Metal.copper
    neutral_size: Annotated[str, StringConstraints(max_length=10)] = Field("", description="As large as the others if left out.")
    method: Method = Method.pvc40
    length_m: float = Field(ge=0.01, le=5000)
    sets: int = Field(1, ge=1, le=8)
    has_neutral: bool = True


class FaultQuestion(Question):
    """A source, and the conductors up to the place where the fault is."""

    rating_kva: float | None = Field(None, gt=0, le=10_000)
    impedance_percent: float | None = Field(None, gt=0, le=20)
    available_fault_a: float | None = Field(
        None, gt=0, le=200_000, description="As the utility states it, in place of rating and impedance."
    )
    kind: SourceKind = SourceKind.utility_transformer
    line_v: float | None = Field(None, ge=100, le=600, description="Empty takes the code's usual supply. [V]")
    system: System | None = Field(None, description="Empty takes the code's usual supply.")
    conductors: tuple[FaultConductor, ...] = Field((), max_length=20)


class SourceQuestion(Question):
    """A source, and what it is to carry on its heavier leg."""

    source: Source
    load_a: float | None = Field(None, gt=0, le=6000)


def building_load(question: BuildingLoadQuestion) -> Answer:
    """Add up the load of a feeder or a branch circuit, leg by leg.

    Parameters
    ----------
    question : BuildingLoadQuestion
        The loads. [VA, hp]

    Raises
    ------
    OutsideTable
        If a motor is not in the table.

    Examples
    --------
    >>> kiln = LibraryLoad(name="Kiln", kind="kiln", power_va=9600, continuous=True)
    >>> fan = LibraryLoad(name="Fan", power_va=600, across="l2_neutral")
    >>> building_load(BuildingLoadQuestion(loads=(kiln, fan))).headline
    '45 A on the heavier leg, 40 A of it continuous, 5 A in the neutral: a 60 A device'
    """
    book = rulebook_named(question.rulebook)
    line_v, system = supplied(book.supplies, question.line_v, question.system)
    volts = (line_v, book.supplies.to_neutral_v(line_v, system))
    fed = [Fed(str(i), _placed(one, system), volts) for i, one in enumerate(question.loads, 1)]
    worked = added_up(fed, (), line_v, question.kind, book.loads, book.supplies)
    legs = worked.value
    device = _device(legs, question.kind, book.devices, book.loads, book.words)
    design = legs.design
    headline = (
        f"{whole(design.total_a)} A on the heavier leg, {whole(design.continuous_a)} A of it continuous, "
        f"{whole(design.neutral_a)} A in the neutral: a {whole(device.value)} A device"
    )
    figures: dict[str, float | str] = {
        "line_1_a": legs.line_1_a, "line_2_a": legs.line_2_a, "continuous_a": design.continuous_a, "neutral_a": design.neutral_a,
        "starting_extra_a": legs.starting_extra_a, "device_a": device.value,
    }  # fmt: skip
    return answered(book, headline, figures, {"Load": worked.steps, "Device": device.steps})


def _placed(one: LibraryLoad, system: System) -> Load:
    """Where there is one line, every load is between it and the neutral."""
    load = Load(**one.model_dump(), enclosure="P1")
    return load.model_copy(update={"across": Across.l1_neutral, "uses_neutral": False}) if system is System.single_phase else load


def _device(legs: LegLoads, kind: RunKind, device_rules: DeviceRules, load_rules: LoadRules, say: Words) -> Worked[float]:
    """The device of what was added up: a motor or a unit with a plate that is alone on its circuit has rules of its own."""
    return motor_or_plate_device(legs, device_rules, load_rules, say) or device_rules.device_for_load(legs.design, kind)


def fault_current(question: FaultQuestion) -> Answer:
    """Work the available fault current at the end of conductors, line to line and line to neutral.

    Parameters
    ----------
    question : FaultQuestion
        Source and conductors. [kVA, %, m]

    Raises
    ------
    InvalidJob
        If the source says nothing of its strength, or a size does not exist.

    Examples
    --------
    >>> fault_current(FaultQuestion(rating_kva=25, impedance_percent=1.5)).headline
    '6944 A line to line, 10686 A line to neutral; devices of 22 kA'
    """
    book = rulebook_named(question.rulebook)
    line_v, system = supplied(book.supplies, question.line_v, question.system)
    source = Source(name="Source", kind=question.kind, rating_kva=question.rating_kva, impedance_percent=question.impedance_percent,
                    available_fault_a=question.available_fault_a, line_v=line_v, system=system)  # fmt: skip
    if source.rating_kva is None and source.available_fault_a is None:
        raise InvalidJob("/rating_kva", "the source says nothing of its strength.", "Send rating_kva, or available_fault_a.")
    worked = fault_at_source(source, book.supplies.to_neutral_v(line_v, system))
    steps: dict[str, tuple[Step, ...]] = {"At the source": worked.steps}
    for i, one in enumerate(question.conductors, 1):
        check_size(book.wires, one.size, one.metal)
        neutral = (one.neutral_size or one.size) if one.has_neutral else ""
        wires = FaultWires(one.size, neutral, one.metal, one.sets, ((one.method, one.length_m),))
        worked = fault_after(worked.value.loop, wires, book.drops)
        steps[f"After conductor {i}"] = worked.steps
    fault = worked.value
    shelf = book.devices.interrupting_ratings()
    rating = next((one for one in shelf if one >= fault.largest_a), 0.0)
    one_line = fault.loop.line_v == fault.loop.neutral_v
    words = f"{whole(fault.line_line_a)} A {'line to neutral' if one_line else 'line to line'}"
    if fault.line_neutral_a and not one_line:
        words += f", {whole(fault.line_neutral_a)} A line to neutral"
    fits = f"devices of {whole(rating / 1000)} kA" if rating else f"above {whole(shelf[-1] / 1000)} kA, ask the maker"
    figures: dict[str, float | str] = {
        "line_line_a": fault.line_line_a,
        "line_neutral_a": fault.line_neutral_a,
        "interrupting_least_a": rating,
    }
    return answered(book, f"{words}; {fits}", figures, steps)


def source_limit(question: SourceQuestion) -> Answer:
    """Work what a source can give on each leg, after fuel, height and hot air, and whether it carries a load.

    Parameters
    ----------
    question : SourceQuestion
        Source and load. [kVA, A]

    Raises
    ------
    InvalidJob
        If the rating of the source is not given.

    Examples
    --------
    >>> source_limit(SourceQuestion(source=Source(name="G", kind="generator", rating_kva=14, fuel="natural_gas"), load_a=60)).headline
    '52.5 A on each leg; 60 A is too much'
    """
    book = rulebook_named(question.rulebook)
    source = question.source
    if source.rating_kva is None:
        raise InvalidJob("/source/rating_kva", "the rating is missing.", "Read it on the nameplate.")
    worked = capability(source, book.supplies.to_neutral_v(source.line_v, source.system))
    verdict = (
        ""
        if question.load_a is None
        else f"; {whole(question.load_a)} A {'fits' if question.load_a <= worked.value + 1e-9 else 'is too much'}"
    )
    return answered(book, f"{three(worked.value)} A on each leg{verdict}", {"limit_a": worked.value}, {"Limit": worked.steps})
