"""The load of a dwelling, by every method in use."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from northspan.core.case.calculator import Answer, Calculator, Question, answered, supplied
from northspan.core.document.job import LoadKind, Name, Part, RunKind
from northspan.core.rulebooks.questions.common import DesignLoad
from northspan.core.rulebooks.questions.dwellings import Appliance as AskedAppliance
from northspan.core.rulebooks.questions.dwellings import DwellingFacts, DwellingRules
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.working.errors import InvalidJob
from northspan.core.working.worked import Step, step, whole

Nameplate = Annotated[float, Field(gt=0, le=100_000)]


class Appliance(Part):
    """An appliance fastened in place; not a range, dryer, heater or cooler."""

    name: Name
    power_va: float = Field(gt=0, le=100_000)
    to_neutral: bool = Field(False, description="Whether it uses the neutral, as a 120 V one does.")
    kind: LoadKind = LoadKind.appliance


class DwellingQuestion(Question):
    """A one-family dwelling and what is in it."""

    floor_m2: float = Field(0, ge=0, le=10_000, description="Floor area by its outside measures, where the code goes by it. [m²]")
    lighting_va: float = Field(0, ge=0, le=100_000, description="Lighting circuits, where the code goes by circuits. [VA]")
    sockets_va: tuple[Nameplate, ...] = Field((), max_length=40, description="Socket circuits, where the code goes by circuits. [VA]")
    cooker_sockets: int = Field(0, ge=0, le=10, description="Socket outlets on cooker switches.")
    small_appliance_circuits: int = Field(2, ge=2, le=20)
    laundry_circuits: int = Field(1, ge=1, le=10)
    appliances: tuple[Appliance, ...] = Field((), max_length=60)
    ranges_va: tuple[Nameplate, ...] = Field((), max_length=10)
    dryers_va: tuple[Nameplate, ...] = Field((), max_length=10)
    heating_va: float = Field(0, ge=0, le=500_000, description="Fixed electric heat. [VA]")
    heating_zones: int = Field(1, ge=1, le=100, description="Separately controlled heaters; central heating is one.")
    heat_pump_va: float = Field(0, ge=0, le=500_000, description="Compressor of a heat pump; its resistance heat is in heating_va. [VA]")
    cooling_va: float = Field(0, ge=0, le=500_000)
    vehicles_va: tuple[Nameplate, ...] = Field((), max_length=10)
    cooling_with_heat_va: float = Field(0, ge=0, le=500_000, description="Cooling that runs while the place is heated. [VA]")
    vehicles_in_pool: bool = Field(False, description="Vehicle charging inside the pool of the optional method; a call.")
    measured_va: float = Field(0, ge=0, le=5_000_000, description="Highest demand as measured; 0 if it was not. [VA]")
    measured_month: bool = Field(False, description="It was logged over a month in place of a year.")
    added_va: float = Field(0, ge=0, le=500_000, description="What is new beside a measured demand. [VA]")
    largest_motor_va: float = Field(
        0, ge=0, le=100_000, description="The largest motor beside heating and cooling; a quarter is added. [VA]"
    )
    largest_neutral_motor_va: float = Field(0, ge=0, le=100_000, description="The largest motor connected to the neutral. [VA]")
    basement_m2: float = Field(0, ge=0, le=10_000, description="Of the floor area, what lies below the ground floor. [m²]")
    line_v: float | None = Field(None, ge=100, le=600, description="Empty takes the code's usual supply. [V]")


def dwelling_load(question: DwellingQuestion) -> Answer:
    """Work the calculated load of a one-family dwelling by every method, side by side.

    Parameters
    ----------
    question : DwellingQuestion
        Floor area and loads. [m², VA]

    Raises
    ------
    OutsideTable
        If the range is outside the range table.

    Examples
    --------
    >>> dwelling_load(DwellingQuestion(floor_m2=185.8, ranges_va=(12000,), dryers_va=(5000,))).headline
    'standard 78 A, optional 71 A; a service of 100 A by the optional method'
    """
    book = rulebook_named(question.rulebook)
    _refuse_open(question, book.dwellings)
    line_v, _ = supplied(book.supplies, question.line_v, None)
    shared = question.model_dump(exclude={"rulebook", "line_v", "appliances"})
    facts = DwellingFacts(**shared, appliances=tuple(AskedAppliance(a.name, a.power_va, a.to_neutral, a.kind) for a in question.appliances))
    figures: dict[str, float | str] = {}
    working: dict[str, tuple[Step, ...]] = {}
    for method in book.dwellings.dwelling_loads(facts):
        amperes = step("I", "in amperes", "P / U", "A", "load over voltage", P=method.total.value, U=line_v)
        figures |= {f"{method.key}_va": method.total.value, f"{method.key}_a": amperes.value}
        working[method.title] = (*method.total.steps, amperes)
        if method.neutral:
            neutral = step("I_n", "neutral in amperes", "P_n / U", "A", "load over voltage", P_n=method.neutral.value, U=line_v)
            figures |= {f"{method.key}_neutral_va": method.neutral.value, f"{method.key}_neutral_a": neutral.value}
            working[f"{method.title}, neutral"] = (*method.neutral.steps, neutral)
    least = book.dwellings.dwelling_least_a()
    keys = book.dwellings.new_dwelling_methods()
    sized = {key: book.devices.device_for_load(DesignLoad(float(figures[f"{key}_a"]), 0, 0), RunKind.service) for key in keys}
    services = {key: max(device.value, least.value) for key, device in sized.items()}
    figures |= {f"{key}_service_a": service for key, service in services.items()}
    working[book.words.fill("{Service}")] = (*sized[keys[-1]].steps, least)
    loads = ", ".join(f"{key} {whole(float(figures[f'{key}_a']))} A" for key in keys)
    headline = f"{loads}; a {book.words.terms.service} of {whole(services[keys[-1]])} A by the {keys[-1]} method"
    return answered(book, headline, figures, working)


def _refuse_open(question: DwellingQuestion, dwelling_rules: DwellingRules) -> None:
    """A demand without what every dwelling has would come out too low."""
    if dwelling_rules.needs_floor_area() and not question.floor_m2:
        raise InvalidJob("/floor_m2", "the floor area is missing.", "Measure it by the outside of the walls.")
    if not dwelling_rules.needs_floor_area():
        asked = (("lighting_va", question.lighting_va, "lighting"), ("sockets_va", question.sockets_va, "socket circuits"))
        for field, there, words in asked:
            if not there:
                right = "Enter each circuit; the demand is too low without them."
                raise InvalidJob(f"/{field}", f"no {words} entered.", right)


CALCULATORS = (Calculator("dwelling-load", DwellingQuestion, Answer, dwelling_load),)
