"""Choosing the ungrounded conductors: one size held against every limit, and the least that holds."""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cache

from northspan.core.document.job import Metal, RunKind
from northspan.core.rulebooks.questions.common import Ampacity, Wire
from northspan.core.rulebooks.questions.loop import LoopAnswer
from northspan.core.rulebooks.questions.pipes import PipeRules
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.loads.legs import LegLoads
from northspan.core.topics.sizing.drop import Drop, drop_percent, voltage_drop
from northspan.core.topics.sizing.drop_asked import drop_current, drop_question, warmth
from northspan.core.topics.sizing.limits import advised, allowance_of, beside_each_other, secondary_of
from northspan.core.topics.sizing.prices import wire_price
from northspan.core.topics.sizing.products import products_of
from northspan.core.topics.sizing.question import NO_LIMIT, RunQuestion, drop_is_ours, loop_facts
from northspan.core.topics.sizing.rules import SizingRules
from northspan.core.topics.sizing.shelf import customary_metals, size_step, sizes_in_stock, stocked_size, too_much_copper
from northspan.core.working.errors import NoSolution, OutsideTable
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Margin, Step, Worked, at_most, given, step, whole

_IN_COPPER = frozenset({RunKind.branch, RunKind.tap})  # nobody wires these in aluminum
LEAST_SHARE = 0.9  # no code lets a conductor be shorter of its load than this; where the search begins


@dataclass(frozen=True, slots=True)
class SizeAsked:
    """What a conductor is sought for: what decides the run, its load, its device, what the terminals stand, by which code."""

    question: RunQuestion
    legs: LegLoads
    device_a: float
    terminals: Step
    rulebook: SizingRules


@dataclass(frozen=True, slots=True)
class TriedWire:
    """One conductor held against every limit of its run."""

    wire: Wire
    ampacity: Worked[Ampacity]
    protects: Worked[float]
    drop: Worked[Drop]
    drop_current_a: float
    load_steps: tuple[Step, ...]
    margins: tuple[Margin, ...]
    loop: Worked[LoopAnswer] | None = None
    shelf: tuple[Step, ...] = ()

    @property
    def lawful(self) -> bool:
        """Whether every rule holds; advice is left aside."""
        return all(margin.holds for margin in self.margins if not margin.advice)

    @property
    def good(self) -> bool:
        """Whether every rule and every advice holds."""
        return all(margin.holds for margin in self.margins)


@dataclass(frozen=True, slots=True)
class _Rules:
    """One conductor held against the rules for load and protection, leaving the drop aside."""

    ampacity: Worked[Ampacity]
    protects: Worked[float]
    load_steps: tuple[Step, ...]
    margins: tuple[Margin, ...]
    loop: Worked[LoopAnswer] | None = None


def choose_wire(asked: SizeAsked) -> tuple[TriedWire, Wire]:
    """Choose the ungrounded conductors, and the least that had sufficient ampacity.

    Parameters
    ----------
    asked : SizeAsked
        What it is sought for. [A]

    Raises
    ------
    NoSolution
        If no conductor in the tables satisfies the rules.
    """
    question, rulebook = asked.question, asked.rulebook
    run = question.run
    if run.metal is None and run.conductor_size is None and question.schools["metal"] == "cheapest" and run.kind not in _IN_COPPER:
        return _cheapest(asked)
    metals = _metals(question, asked.device_a, rulebook.wires)
    in_copper: tuple[TriedWire, Wire] | None = None
    for metal in metals:
        found = _choose_size(asked, metal)
        if found is None:
            continue
        tried, least = found
        ladder = rulebook.wires.sizes(metal)
        too_small = ladder.index(tried.wire.size) < ladder.index(rulebook.wires.smallest_customary(metal))
        if run.metal is None and run.conductor_size is None and too_small:
            continue  # nobody stocks the small aluminum; the next metal in line is asked
        if too_much_copper(question, tried.wire, metals, rulebook.wires) and metal is not metals[-1]:
            in_copper = found
            continue
        return tried, least
    if in_copper is not None:
        return in_copper
    last = _broken_words(asked, metals[-1])
    raise NoSolution(
        "conductor", _tried_words(question, metals, rulebook.wires, rulebook.pipes, rulebook.words, asked.legs.design.total_a) + last
    )


def _metals(question: RunQuestion, device_a: float, wire_rules: WireRules) -> list[Metal]:
    """The metals of a run, in the order they are tried; a size that is noted is of a metal that has it."""
    run, school, every = question.run, question.schools["metal"], wire_rules.metals()
    if run.metal is not None:
        return [run.metal]
    if school == "copper" or run.kind in _IN_COPPER:
        metals = [Metal.copper]
    elif school == "customary":
        metals = customary_metals(question, device_a, every)
    else:
        metals = [metal for metal in (Metal.aluminum, Metal.copper) if metal in every]
    if run.conductor_size is None:
        return metals
    having = [metal for metal in every if run.conductor_size in wire_rules.sizes(metal)]
    return [metal for metal in metals if metal in having] or having


def _broken_words(asked: SizeAsked, metal: Metal) -> str:
    """Say what stands against the largest wire of all, for that is what has to change."""
    question, rulebook = asked.question, asked.rulebook
    insulation = products_of(question.run, metal, rulebook.wires, rulebook.pipes)[0]
    ladder = ladder_of(question, metal, rulebook.wires, insulation)
    if not ladder:
        return ""
    try:
        tried = try_wire(asked, Wire(ladder[-1], metal, insulation))
    except OutsideTable as outside:
        return f"; of the last one {outside}"
    broken = next((margin for margin in tried.margins if not margin.holds), None)
    if broken is None:
        return ""
    words = f"{broken.words[:1].lower()}{broken.words[1:]}"
    return f"; against the last one stands: {words}, {rulebook.words.against_text(broken.used, broken.limit, broken.unit)}"


def _tried_words(
    question: RunQuestion, metals: list[Metal], wire_rules: WireRules, pipe_rules: PipeRules, say: Words, load_a: float
) -> str:
    """Say what was tried: the kind of wire and its largest size, in how many sets, for what."""
    kinds = []
    for metal in metals:
        insulation = products_of(question.run, metal, wire_rules, pipe_rules)[0]
        ladder = ladder_of(question, metal, wire_rules, insulation)
        name = f"{say.metal_name(metal)} {insulation}" if len(wire_rules.metals()) > 1 else insulation
        up_to = f"every {name} size up to {say.size_name(ladder[-1])}" if ladder else f"{name}, which is not run in parallel"
        if up_to not in kinds:
            kinds.append(up_to)
    sets = f" in {question.sets} sets" if question.sets > 1 else ""
    return f"{' and '.join(kinds)}{sets} for {whole(load_a)} A"


def try_wire(asked: SizeAsked, wire: Wire) -> TriedWire:
    """Hold one conductor against every limit of its run.

    Parameters
    ----------
    asked : SizeAsked
        What it is sought for. [A]
    wire : Wire
        The conductor. [-]
    """
    return _tried(asked, wire, _rules_for(asked, wire))


def _tried(asked: SizeAsked, wire: Wire, rules: _Rules) -> TriedWire:
    question, legs, device_a, terminals, rulebook = asked.question, asked.legs, asked.device_a, asked.terminals, asked.rulebook
    current = drop_current(question, legs, device_a)
    warm = warmth(question, legs, terminals, wire, rulebook.drops)
    drop = voltage_drop(drop_question(question, legs, device_a, wire.insulation, warm.value), wire.size, wire.metal, rulebook.drops)
    cite, advice = rulebook.drops.drop_citation(question.run.kind), not rulebook.drops.drop_is_rule()
    whole = step(
        "d_w", "drop of the whole way, with the runs ahead", "d_u + d", "%", "sum", d_u=question.drop_above_percent, d=drop.value.percent
    )
    run_limit, way_limit = question.limits_percent
    drops = (
        advised(at_most("drop", "Drop, this run", drop.value.percent, run_limit, "%", cite), advice),
        advised(at_most("way", "Total drop", whole.value, way_limit, "%", cite), advice),
    )
    each = (
        (step("I_1", "in each of the parallel sets", "I / n", "A", "sum", I=current.value, n=question.sets),) if question.sets > 1 else ()
    )
    worked_drop = Worked(drop.value, (current, *each, *warm.steps, *drop.steps, whole))
    return TriedWire(
        wire,
        rules.ampacity,
        rules.protects,
        worked_drop,
        current.value,
        rules.load_steps,
        (*rules.margins, *(drops if run_limit < NO_LIMIT and drop_is_ours(question.run, rulebook.drops) else ())),
        rules.loop,
    )


def _choose_size(asked: SizeAsked, metal: Metal) -> tuple[TriedWire, Wire] | None:
    """Find the least size that is lawful and the least that is good, and keep a pin.

    A larger conductor never carries less, never drops more and never asks for a smaller device,
    so neither needs every size tried; the tests hold this against trying every size.
    """
    question, legs, device_a, rulebook = asked.question, asked.legs, asked.device_a, asked.rulebook
    run = question.run
    insulation, segments = products_of(run, metal, rulebook.wires, rulebook.pipes)
    ladder = tuple(
        size
        for size in ladder_of(question, metal, rulebook.wires, insulation)
        if size == run.conductor_size
        or all(segment.insulation is None or size in rulebook.wires.sizes(metal, segment.insulation) for segment in segments)
    )
    carrying = int(rulebook.ampacities.carrying_conductors(run.circuit, question.system).value)
    share = allowance_of(question, device_a, rulebook.dwellings).value  # the load is at most the rating, so this begins low enough
    start = question.schools["derating_start"]
    drops = drop_question(question, legs, device_a, insulation)
    run_limit, way_limit = question.limits_percent
    allowed = min(run_limit, way_limit - question.drop_above_percent)
    counts = drop_is_ours(run, rulebook.drops)

    @cache
    def rules(at: int) -> _Rules:
        return _rules_for(asked, Wire(ladder[at], metal, insulation))

    @cache
    def tried(at: int) -> TriedWire:
        return _tried(asked, Wire(ladder[at], metal, insulation), rules(at))

    def carries(at: int) -> bool:
        wire = Wire(ladder[at], metal, insulation)
        each = rulebook.ampacities.run_ampacity(wire, segments, carrying, asked.terminals.value, start).value.final_a
        return question.guard.ring or each * question.sets >= LEAST_SHARE * legs.design.total_a * share

    @cache
    def drops_little(at: int) -> bool:
        share = warmth(question, legs, asked.terminals, Wire(ladder[at], metal, insulation), rulebook.drops).value
        warmer = drops if share == drops.warm_share else replace(drops, warm_share=share)
        return not counts or drop_percent(warmer, ladder[at], metal, rulebook.drops) <= allowed

    def lawful(at: int) -> bool:
        return all(margin.holds for margin in rules(at).margins) and (drops_little(at) or not rulebook.drops.drop_is_rule())

    if run.conductor_size is not None and run.conductor_size in ladder:
        pinned = tried(ladder.index(run.conductor_size))
        try:
            at = _first(bisect_left(range(len(ladder)), x=True, key=carries), len(ladder), lawful)
        except OutsideTable:  # of a kind that is not made in all of these sizes
            return pinned, pinned.wire
        return pinned, Wire(ladder[at], metal, insulation) if at < len(ladder) else pinned.wire
    at = _first(bisect_left(range(len(ladder)), x=True, key=carries), len(ladder), lawful)
    if at == len(ladder):
        return None
    best = _first(at, len(ladder), drops_little)
    good = next((found for i in range(best, len(ladder)) if (found := tried(i)).good), None)
    chosen, least = good or tried(at), Wire(ladder[at], metal, insulation)
    on_shelf = stocked_size(chosen.wire.size, ladder, sizes_in_stock(question.shelf, metal))
    if on_shelf != chosen.wire.size and (other := tried(ladder.index(on_shelf))).lawful and (other.good or not chosen.good):
        chosen = replace(other, shelf=(size_step(chosen.wire.size, on_shelf, rulebook.words),))
    return chosen, least


def _first(low: int, high: int, holds: Callable[[int], bool]) -> int:
    """Find the first index that holds, where all after it hold too: in growing strides, then by halving."""
    at, below, stride = low, low - 1, 1
    while at < high and not holds(at):
        at, below, stride = at + stride, at, 2 * stride
    return bisect_left(range(min(at, high)), x=True, lo=below + 1, key=holds)


def ladder_of(question: RunQuestion, metal: Metal, wire_rules: WireRules, insulation: str = "") -> tuple[str, ...]:
    """List the sizes a run may have, smallest first: all of them, or those that may run in parallel.

    A size that a person noted and that is not among them stays: then every size is listed, and the limits say what is wrong.

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    metal : Metal
        Conductor metal. [-]
    wire_rules : WireRules
        Which wires there are. [-]
    insulation : str
        Kind of wire, where not all are made in all sizes. [-]
    """
    ladder = wire_rules.sizes(metal, insulation)
    if question.sets > 1:
        least = wire_rules.parallel_least()[0]
        ladder = ladder[ladder.index(least) :] if least in ladder else ()
    noted = question.run.conductor_size
    if noted is None or noted in ladder:
        return ladder
    return next((every for every in (wire_rules.sizes(metal, insulation), wire_rules.sizes(metal)) if noted in every), ladder)


def _cheapest(asked: SizeAsked) -> tuple[TriedWire, Wire]:
    """Take the metal whose wire costs less here, by the prices of the job."""
    question, rulebook = asked.question, asked.rulebook
    found = [pair for metal in rulebook.wires.metals() if (pair := _choose_size(asked, metal))]
    if not found:
        raise NoSolution("conductor", f"every size in the table for {whole(asked.legs.design.total_a)} A")
    return min(found, key=lambda pair: (not pair[0].good, wire_price(pair[0].wire, question.prices, rulebook.wires)))


def _rules_for(asked: SizeAsked, wire: Wire) -> _Rules:
    question, legs, device_a, rulebook = asked.question, asked.legs, asked.device_a, asked.rulebook
    run, school = question.run, question.schools["rounding"]
    carrying = rulebook.ampacities.carrying_conductors(run.circuit, question.system)
    segments = products_of(run, wire.metal, rulebook.wires, rulebook.pipes)[1]
    terminal_c, start = asked.terminals.value, question.schools["derating_start"]
    ampacity = rulebook.ampacities.run_ampacity(wire, segments, int(carrying.value), terminal_c, start)
    value, steps = ampacity.value, (carrying, *ampacity.steps)
    if question.sets > 1:
        words = f"{question.sets} sets in parallel, each in a pipe of its own"
        together = step("I_a", words, "n * I_a", "A", rulebook.wires.parallel_least()[1], n=question.sets, I_a=value.final_a)
        value = Ampacity(together.value, question.sets * value.terminal_a, value.worst_segment)
        steps = (*steps, together)
    allowance = allowance_of(question, device_a, rulebook.dwellings)
    load_steps, margins = rulebook.ampacities.load_margins(legs.design, value, run.kind, allowance.value, question.guard, device_a)
    if legs.plate_device_a:
        words = "largest device on its plate; it may be larger than its wire"
        protects = Worked(legs.plate_device_a, (given("I_p", words, legs.plate_device_a, "A", rulebook.words.cite("plate")),))
    elif legs.motor_a:
        protects = rulebook.loads.motor_device(legs.motor_a, legs.motor_kind)
    else:
        school = "tap" if question.tapped_a else "secondary" if question.secondary else school
        protects = rulebook.devices.device_for_wire(value, wire, school, allowance.value, question.guard)
    if run.kind in {RunKind.service, RunKind.feeder} and question.whole_dwelling:
        load_steps = (allowance, *load_steps)
    protection = at_most("protection", "Device on this wire", device_a, protects.value, "A", protects.rule.citation)
    if question.tapped_a:
        share = rulebook.taps.tap_share(sum_of(s.length_m for s in run.segments), question.tapped_a, question.tapped_ampacity_a)
        steps = (*steps, *share.steps)
        margins = (*margins, at_most("share", "Share of the device ahead", share.value, value.final_a, "A", share.rule.citation))
    behind = secondary_of(question, rulebook.taps)
    if behind is not None:
        steps = (*steps, *behind.steps)
        words = "Share of the primary's device"
        held = (at_most("share", words, behind.value, value.final_a, "A", behind.rule.citation),) if behind.value else ()
        margins = (*margins, *held)
    margins = (*margins, *beside_each_other(question, wire, rulebook.wires, rulebook.words))
    loop = None
    if question.loop is not None and rulebook.loop is not None and run.kind is not RunKind.service:
        loop = rulebook.loop.protect(loop_facts(question, wire, device_a, question.loop))
        margins = (*margins, *loop.margins)
    return _Rules(Worked(value, steps), protects, load_steps, (*margins, protection), loop)
