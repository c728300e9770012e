"""What would end a broken limit of a run: held against every limit before it is offered, and never by forgetting what was found."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import replace

from pydantic import JsonValue

from northspan.core.document.findings import Cure, Edit, pin
from northspan.core.document.job import Status
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.topics.sizing.alternatives import sets_words
from northspan.core.topics.sizing.question import RunQuestion, device_shelf
from northspan.core.topics.sizing.rules import SizingRules
from northspan.core.topics.sizing.run import SizedRun, size_run
from northspan.core.working.errors import NoSolution, OutsideTable

_DROP = frozenset({"drop", "way"})
_WIRES = ("conductor_size", "metal", "insulation", "sets", "grounded_size", "equipment_ground_size")
_SMALL = ("grounded_size", "equipment_ground_size")
_MOST_NOTE = 2000  # letters that a note takes


def size_cures(sized: SizedRun, key: str, rulebook: SizingRules) -> tuple[Cure, ...]:
    """Offer the size that the rules choose; of wires that are there, other ones in their place.

    Parameters
    ----------
    sized : SizedRun
        The run. [-]
    key : str
        The limit that is to hold. [-]
    rulebook : SizingRules
        The rules that are asked. [-]
    """
    run = sized.question.run
    if sized.question.assumed:
        return ()
    if run.status is Status.existing:
        return _replaced(sized, key, rulebook)
    if run.conductor_size is None:
        return ()
    return _freed(sized, ("conductor_size",), "Let the rules choose the size", key, rulebook)


def _freed(sized: SizedRun, names: tuple[str, ...], words: str, key: str, rulebook: SizingRules) -> tuple[Cure, ...]:
    """Hand choices back to the rules, with the neutral and the ground where those would be too small then."""
    for more in ((), _SMALL):
        free = (*names, *more)
        if _tried(sized, dict.fromkeys(free), key, rulebook) is not None:
            return (Cure(words, tuple(Edit("add", f"{sized.question.pointer}/{name}", None) for name in free)),)
    return ()


def larger_size_cures(sized: SizedRun, rulebook: SizingRules) -> tuple[Cure, ...]:
    """Offer the least size of the same kind that keeps the drop too, if the run was fixed below it; of what is there, other wires.

    Parameters
    ----------
    sized : SizedRun
        The run. [-]
    rulebook : SizingRules
        The rules that are asked. [-]
    """
    run = sized.question.run
    if run.conductor_size is None:
        return ()
    if run.status is Status.existing:
        return _replaced(sized, "drop", rulebook)
    metal = sized.tried.wire.metal
    for more in ((), _SMALL):
        other = _tried(sized, {"conductor_size": None, "metal": metal, **dict.fromkeys(more)}, "drop", rulebook)
        if other is None:
            continue
        size, sets = other.tried.wire.size, other.question.sets
        fields: dict[str, JsonValue] = {
            "conductor_size": size,
            "metal": metal,
            "sets": sets if sets > 1 else run.sets,
            **dict.fromkeys(more),
        }
        edits = tuple(Edit("add", f"{sized.question.pointer}/{name}", value) for name, value in fields.items())
        return (Cure(f"Go to {sets_words(other.question.sets)}{rulebook.words.size_name(size)}", edits),)
    return ()


def device_cures(sized: SizedRun, key: str, rulebook: SizingRules) -> tuple[Cure, ...]:
    """Offer the device that the rules choose; in place of one that is there the first that keeps every limit, by its amperes.

    Parameters
    ----------
    sized : SizedRun
        The run, its device fixed by a person. [-]
    key : str
        The limit that is to hold. [-]
    rulebook : SizingRules
        The rules that are asked. [-]
    """
    at, run = f"{sized.question.pointer}/device_a", sized.question.run
    if run.status is not Status.existing:
        return _freed(sized, ("device_a",), "Let the rules choose the device", key, rulebook)
    fitting = (
        a for a in device_shelf(run, rulebook.devices) if a != run.device_a and _tried(sized, {"device_a": a}, key, rulebook) is not None
    )
    first = next(fitting, None)
    return (pin(at, first, f"A device of {first:g} A"),) if first is not None else ()


def both_cures(sized: SizedRun, key: str, rulebook: SizingRules) -> tuple[Cure, ...]:
    """Offer device and wire together, where neither ends it alone: new ones, chosen by the rules.

    Parameters
    ----------
    sized : SizedRun
        The run. [-]
    key : str
        The limit that is to hold. [-]
    rulebook : SizingRules
        The rules that are asked. [-]
    """
    if sized.question.run.status is Status.existing:
        return _replaced(sized, key, rulebook, device=True)
    return _freed(sized, ("device_a", "conductor_size"), "Let the rules choose device and size", key, rulebook)


def wire_cures(sized: SizedRun, field: str, least: str, words: str, rulebook: SizingRules) -> tuple[Cure, ...]:
    """Offer a neutral or a ground that is large enough; of a run that is there the whole of it anew.

    Parameters
    ----------
    sized : SizedRun
        The run. [-]
    field : str
        The field of the wire. [-]
    least : str
        Its least size. [-]
    words : str
        What it is called. [-]
    rulebook : SizingRules
        The rules that are asked. [-]
    """
    if sized.question.run.status is Status.existing:
        return _replaced(sized, "", rulebook)
    return (pin(f"{sized.question.pointer}/{field}", least, f"{words} of {rulebook.words.size_name(least)}"),)


def insulation_cures(sized: SizedRun, rulebook: SizingRules) -> tuple[Cure, ...]:
    """Offer a product that may lie there; of a run that is there new wires.

    Parameters
    ----------
    sized : SizedRun
        The run. [-]
    rulebook : SizingRules
        The rules that are asked. [-]
    """
    if sized.question.run.status is Status.existing:
        return _replaced(sized, "", rulebook)
    return fitting_cures(sized.question, rulebook, broken_limits(sized, rulebook.wires))


def fitting_cures(question: RunQuestion, rulebook: SizingRules, broken: Collection[str] = ()) -> tuple[Cure, ...]:
    """Offer the insulation that the rules choose, where it may lie there.

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    rulebook : SizingRules
        The rules that are asked. [-]
    broken : collection of str
        Limits that are broken now. [-]
    """
    other = _better(question, {"insulation": None}, "", broken, rulebook)
    at = f"{question.pointer}/insulation"
    return (pin(at, None, "Let the rules choose the insulation"),) if other is not None and not other.insulation.value else ()


def replaced(
    question: RunQuestion, was: str, rulebook: SizingRules, key: str = "", *, broken: Collection[str] = (), device: bool = False
) -> tuple[Cure, ...]:
    """Offer new wires in place of those that are there; what was found goes into the note, so that it is not forgotten.

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    was : str
        What was found, in words. [-]
    rulebook : SizingRules
        The rules that are asked. [-]
    key : str
        The limit that is to hold; empty for none in particular. [-]
    broken : collection of str
        Limits that are broken now. [-]
    device : bool
        Whether the rules choose the device too. [-]
    """
    at, run = question.pointer, question.run
    for pipe in ((), ("pipe_size",)):
        free = dict.fromkeys((*_WIRES, *(("device_a",) if device else ()), *pipe))
        other = _better(question, {**free, "status": Status.new}, key, broken, rulebook)
        if other is None:
            continue
        note = f"{run.note} Found and replaced: {was}.".strip()
        if len(note) > _MOST_NOTE:
            return ()
        edits = [Edit("add", f"{at}/{name}", None) for name in free] + [
            Edit("add", f"{at}/status", Status.new),
            Edit("add", f"{at}/note", note),
        ]
        edits += [Edit("add", f"{at}/segments/{one.key}/insulation", None) for one in run.segments if one.insulation]
        new = f"{rulebook.words.size_name(other.tried.wire.size)} {rulebook.words.metal_name(other.tried.wire.metal)}"
        return (Cure(f"Replace it: {sets_words(other.question.sets)}{new}", tuple(edits)),)
    return ()


def _replaced(sized: SizedRun, key: str, rulebook: SizingRules, *, device: bool = False) -> tuple[Cure, ...]:
    run, wire, say = sized.question.run, sized.tried.wire, rulebook.words
    parts = [f"{sets_words(sized.question.sets)}{say.size_name(wire.size)} {say.metal_name(wire.metal)} {wire.insulation}"]
    parts += [f"neutral {say.size_name(run.grounded_size)}"] if run.grounded_size else []
    parts += [f"{say.dialect.ground_short} {say.size_name(run.equipment_ground_size)}"] if run.equipment_ground_size else []
    return replaced(sized.question, ", ".join(parts), rulebook, key, broken=broken_limits(sized, rulebook.wires), device=device)


def _tried(sized: SizedRun, update: Mapping[str, object], key: str, rulebook: SizingRules) -> SizedRun | None:
    return _better(sized.question, update, key, broken_limits(sized, rulebook.wires), rulebook)


def _better(
    question: RunQuestion, update: Mapping[str, object], key: str, broken: Collection[str], rulebook: SizingRules
) -> SizedRun | None:
    """The run with other fields, where the limit holds then and none breaks that held before; else None."""
    run = question.run.model_copy(update=dict(update))
    if "insulation" in update:
        segments = tuple(one.model_copy(update={"insulation": None}) for one in run.segments)
        run = run.model_copy(update={"segments": segments})
    try:
        other = size_run(replace(question, run=run, assumed=False, neutral_in_set=""), rulebook)
    except (NoSolution, OutsideTable):  # no such size or device: nothing to offer
        return None
    if other is None:
        return None
    after = broken_limits(other, rulebook.wires)
    return other if not after & (_DROP if key in _DROP else {key}) and after <= set(broken) else None


def broken_limits(sized: SizedRun, wire_rules: WireRules) -> set[str]:
    """List the limits that a run breaks, its neutral and its ground among them.

    Parameters
    ----------
    sized : SizedRun
        The run. [-]
    wire_rules : WireRules
        Which wires there are. [-]
    """
    limits = (*sized.device.margins, *sized.margins)
    found = {margin.key for margin in limits if not margin.holds and (not margin.advice or margin.key in _DROP)}
    ground = sized.equipment_ground.value if sized.equipment_ground else ""
    least = {"neutral": (sized.grounded_size, sized.grounded.value), "ground": (sized.equipment_ground_size, ground)}
    return found | {key for key, (has, wants) in least.items() if has and wants and wire_rules.area(has) < wire_rules.area(wants)}
