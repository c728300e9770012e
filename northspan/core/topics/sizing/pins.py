"""Choices that a person fixed: whether they exist at all."""

from __future__ import annotations

from functools import lru_cache

from northspan.core.document.job import Metal, Run
from northspan.core.rulebooks.questions.devices import DeviceRules
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.topics.sizing.question import device_shelf
from northspan.core.topics.sizing.rules import SizingRules
from northspan.core.working.errors import InvalidJob

_SIZES = ("conductor_size", "grounded_size", "equipment_ground_size")


@lru_cache(maxsize=4096)
def check_pins(run: Run, at: str, rulebook: SizingRules) -> None:
    """Refuse pinned choices that do not exist, before anything is worked.

    Parameters
    ----------
    run : Run
        The run. [-]
    at : str
        JSON pointer to it. [-]
    rulebook : SizingRules
        The rules that are asked. [-]

    Raises
    ------
    InvalidJob
        With the field, what is wrong and what would be right.
    """
    pinned = {name: size for name in _SIZES if (size := getattr(run, name)) is not None}
    for name, size in pinned.items():
        metal = (run.ground_metal or run.metal) if name == "equipment_ground_size" else run.metal
        sizes = _sizes(metal, rulebook.wires)
        if size not in sizes:
            raise InvalidJob(
                f"{at}/{name}", f"there is no {metal or ''} conductor of size {size}.".replace("  ", " "), f"Sizes: {', '.join(sizes)}."
            )
    _check_types(run, at, rulebook.wires)
    _check_device(run, at, rulebook.devices)
    ways, groupings = ([way for way, _ in found] for found in (rulebook.choices.laid_ways(), rulebook.choices.groupings()))
    for segment in run.segments:
        if segment.laid and segment.laid not in ways:
            right = f"Ways: {', '.join(ways) or 'none here'}."
            raise InvalidJob(f"{at}/segments/{segment.key}/laid", f"there is no way {segment.laid}.", right)
        if segment.grouped and segment.grouped not in groupings:
            right = f"Ways: {', '.join(groupings) or 'none here'}."
            raise InvalidJob(f"{at}/segments/{segment.key}/grouped", f"circuits do not lie together as {segment.grouped}.", right)
    _check_family(run, at, rulebook)
    if run.pipe_size is not None:
        for segment in run.segments:
            shelf = [pipe.size for pipe in rulebook.pipes.trade_sizes(segment.method, 4)]
            if shelf and run.pipe_size not in shelf:
                raise InvalidJob(f"{at}/pipe_size", f"there is no {segment.method} of size {run.pipe_size}.", f"Sizes: {', '.join(shelf)}.")


def _check_family(run: Run, at: str, rulebook: SizingRules) -> None:
    known = [method for method, _ in rulebook.choices.methods()]
    for segment in run.segments:
        if segment.method not in known:
            right = f"Methods: {', '.join(known)}."
            raise InvalidJob(f"{at}/segments/{segment.key}/method", f"these rules are built without {segment.method}.", right)
    if run.ground_metal is not None and run.ground_metal not in rulebook.wires.metals():
        right = f"Metals: {', '.join(rulebook.wires.metals())}."
        raise InvalidJob(f"{at}/ground_metal", f"these rules are built without {run.ground_metal}.", right)
    if run.ground_with is not None and rulebook.grounds.own_to_each:
        words = "each circuit has a protective conductor of its own here."
        raise InvalidJob(f"{at}/ground_with", words, "Leave it empty; one that serves several circuits is not built for these rules.")
    if run.ring and not rulebook.choices.rings:
        raise InvalidJob(f"{at}/ring", "this rulebook knows no ring.", "Feed it from one end.")


def _check_types(run: Run, at: str, wire_rules: WireRules) -> None:
    """Products that are chosen, for the run or for one of its stretches."""
    types = wire_rules.insulations()
    named = {f"{at}/insulation": run.insulation} | {f"{at}/segments/{one.key}/insulation": one.insulation for one in run.segments}
    for where, insulation in named.items():
        if insulation is not None and insulation not in types:
            raise InvalidJob(where, f"there is no insulation {insulation}.", f"Types: {', '.join(types)}.")


def _check_device(run: Run, at: str, device_rules: DeviceRules) -> None:
    kinds = [kind for kind, _ in device_rules.device_types()]
    if run.device_type and run.device_type not in kinds:
        raise InvalidJob(f"{at}/device_type", f"there is no device {run.device_type}.", f"Kinds: {', '.join(kinds) or 'one only'}.")
    shelf = device_shelf(run, device_rules)
    if run.device_a is not None and run.device_a not in shelf:
        ratings = ", ".join(f"{a:g}" for a in shelf)
        raise InvalidJob(f"{at}/device_a", f"{run.device_a:g} A is not a standard device.", f"Ratings: {ratings}.")


def _sizes(metal: Metal | None, wire_rules: WireRules) -> tuple[str, ...]:
    return wire_rules.sizes(metal) if metal else tuple(dict.fromkeys(size for one in wire_rules.metals() for size in wire_rules.sizes(one)))
