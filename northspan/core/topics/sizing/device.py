"""The overcurrent device of a run: the least for its load, or the one that is pinned or stands already."""

from __future__ import annotations

from northspan.core.document.job import RunKind
from northspan.core.rulebooks.questions.devices import DeviceRules
from northspan.core.rulebooks.questions.loads import LoadRules
from northspan.core.rulebooks.questions.taps import TapRules, TransformerFacts
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.loads.legs import LegLoads
from northspan.core.topics.sizing.limits import secondary_of
from northspan.core.topics.sizing.question import RunQuestion, device_shelf
from northspan.core.topics.sizing.rules import SizingRules
from northspan.core.working.errors import NoSolution, OutsideTable
from northspan.core.working.worked import Margin, Worked, at_most, given, ruled, step, whole


def choose_device(question: RunQuestion, legs: LegLoads, rulebook: SizingRules) -> Worked[float]:
    """Choose the overcurrent device: the least for the load, or the pinned one. [A]

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    legs : LegLoads
        Its load. [A]
    rulebook : SizingRules
        The rules that are asked. [-]
    """
    kind = RunKind.feeder if question.run.kind is RunKind.tap else question.run.kind
    fixed = question.run.device_a or question.stated_a or None
    try:
        least = rulebook.devices.device_for_load(legs.design, kind, question.guard)
    except OutsideTable:
        if fixed is None:
            raise
        least = Worked(fixed, (ruled("I_n", "device", f"{whole(fixed)} A", "no rating of its kind is as large as its load", "job", fixed),))
    limits: list[Margin] = list(least.margins)
    least = motor_or_plate_device(legs, rulebook.devices, rulebook.loads, rulebook.words) or least
    floor = rulebook.dwellings.dwelling_least_a() if kind is RunKind.service and question.whole_dwelling else None
    if floor and least.value < floor.value:
        usual = next(rating for rating in device_shelf(question.run, rulebook.devices) if rating >= floor.value)
        chosen = ruled("I_d", "device of a whole dwelling", f"{whole(usual)} A", floor.words, floor.citation, usual)
        least = Worked(usual, (*least.steps, floor, chosen))
    if question.primary:
        least, most = _for_transformer(question.primary, least, rulebook.devices, rulebook.taps)
        limits.append(most)
    behind = secondary_of(question, rulebook.taps)
    if behind is not None:
        limits += behind.margins
    pinned = fixed
    if pinned is None:
        return Worked(least.value, least.steps, tuple(limits))
    limits = [one if one.key == "secondary" else at_most(one.key, one.words, pinned, one.limit, "A", one.citation) for one in limits]
    if legs.motor_a or legs.plate_a:
        limits.append(at_most("device", "Motor and its quarter", legs.design.total_a, pinned, "A", least.asks.citation))
    else:
        limits = [] if question.guard.ring else limits
        words = rulebook.devices.load_words
        asked = rulebook.devices.load_on_device(legs.design, kind)
        limits.append(at_most("device", words, asked.value, pinned, "A", asked.citation))
    why = "pinned" if question.run.device_a else question.stated_words
    shown = ruled("I_n", "device", f"{whole(pinned)} A", f"{why}; the rules would take {whole(least.value)} A", "job", pinned)
    return Worked(pinned, (*least.steps, shown), tuple(limits))


def motor_or_plate_device(legs: LegLoads, device_rules: DeviceRules, load_rules: LoadRules, say: Words) -> Worked[float] | None:
    """Find the device of a single motor or of a unit with a plate of its own; None where neither is alone on the run. [A]

    Parameters
    ----------
    legs : LegLoads
        The load of the run. [A]
    device_rules : DeviceRules
        Which devices there are. [-]
    load_rules : LoadRules
        Rules of loads. [-]
    say : Words
        How the trade says it. [-]

    Raises
    ------
    NoSolution
        If no standard device is as small as the plate asks.
    """
    if legs.plate_device_a:
        plate = given("I_p", "largest device on its plate", legs.plate_device_a, "A", "nameplate")
        fits = [rating for rating in device_rules.ratings() if rating <= legs.plate_device_a + 1e-9]
        if not fits:
            raise NoSolution(
                "device",
                f"every standard rating for a plate of {legs.plate_device_a:g} A; the least is {device_rules.ratings()[0]:g} A",
            )
        why = "the largest standard rating that is not above its plate"
        return Worked(fits[-1], (plate, ruled("I_n", "device", f"{fits[-1]:g} A", why, say.cite("plate"), fits[-1])))
    return load_rules.motor_device(legs.motor_a, legs.motor_kind) if legs.motor_a else None


def _for_transformer(
    facts: TransformerFacts, least: Worked[float], device_rules: DeviceRules, tap_rules: TapRules
) -> tuple[Worked[float], Margin]:
    """The primary's device: 125 % of its current lets the inrush pass, and no more than the table allows."""
    most = tap_rules.transformer_devices(facts)[0]
    current = most.value.full_load
    inrush = step("I_b", "125 % of the transformer's current, for its inrush", "1.25 * I", "A", "customary", I=current.value)
    usual = next((rating for rating in device_rules.ratings() if rating >= max(inrush.value, least.value) - 1e-9), least.value)
    device = max(least.value, min(usual, most.value.most_a))
    chosen = ruled(
        "I_n",
        "device of the primary",
        f"{whole(device)} A",
        "the next standard rating, within the table's limit",
        most.rule.citation,
        device,
    )
    margin = at_most("transformer", "Device on the transformer", device, most.value.most_a, "A", most.rule.citation)
    return Worked(device, (least.asks, *most.steps, inrush, chosen)), margin
