"""Choosing the ungrounded conductors: one size held against every limit, and the least that holds."""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Callable
from dataclasses import dataclass
from functools import cache

from northspan.core.errors import InvalidJob, NoSolution, OutsideTable
from northspan.core.job import Metal, RunKind
from northspan.core.loads.connected import LegLoads
from northspan.core.rulebooks.protocol import Ampacity, Rulebook, Wire
from northspan.core.sizing.drop import Drop, DropQuestion, drop_percent, voltage_drop
from northspan.core.sizing.question import RunQuestion
from northspan.core.worked import Margin, Step, Worked, at_most, given, step


@dataclass(frozen=True, slots=True)
class Tried:
    """One conductor held against every limit of its run."""

    wire: Wire
    ampacity: Worked[Ampacity]
    protects: Worked[float]
    drop: Worked[Drop]
    load_steps: tuple[Step, ...]
    margins: tuple[Margin, ...]

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


def choose_wire(question: RunQuestion, legs: LegLoads, device_a: float, terminals: Step, rulebook: Rulebook) -> tuple[Tried, Tried]:
    """Choose the ungrounded conductors, and the least that had sufficient ampacity.

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    legs : LegLoads
        Its load. [A]
    device_a : float
        Its overcurrent device. [A]
    terminals : Step
        What the terminals stand. [°C]
    rulebook : Rulebook
        The code to follow. [-]

    Raises
    ------
    NoSolution
        If no conductor in the tables satisfies the rules.
    """
    run = question.run
    if run.metal is not None:
        metals = [run.metal]
    elif question.schools["metal"] == "copper" or run.kind is RunKind.branch:
        metals = [Metal.copper]
    else:
        metals = [Metal.aluminum, Metal.copper]
    for metal in metals:
        found = _choose_size(question, legs, device_a, terminals, rulebook, metal)
        if found is None:
            continue
        tried, least = found
        ladder = rulebook.sizes(metal)
        too_small = ladder.index(tried.wire.size) < ladder.index(rulebook.smallest_customary(metal))
        if run.metal is None and run.conductor_size is None and too_small:
            continue  # nobody stocks the small aluminum; the next metal in line is asked
        return tried, least
    raise NoSolution("conductor", f"every {' and '.join(metals)} size in the table for {legs.design.total_a:.0f} A")


def try_wire(question: RunQuestion, legs: LegLoads, device_a: float, terminals: Step, rulebook: Rulebook, wire: Wire) -> Tried:
    """Hold one conductor against every limit of its run.

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    legs : LegLoads
        Its load. [A]
    device_a : float
        Its overcurrent device. [A]
    terminals : Step
        What the terminals stand. [°C]
    rulebook : Rulebook
        The code to follow. [-]
    wire : Wire
        The conductor. [-]
    """
    rules = _rules_for(question, legs, device_a, terminals, rulebook, wire)
    current = drop_current(question, legs, device_a)
    drop = voltage_drop(drop_question(question, legs, device_a), wire.size, wire.metal, rulebook)
    cite, advice = rulebook.drop_citation(question.run.kind), not rulebook.drop_is_rule()
    whole = step(
        "d_w", "drop of the whole way, with the runs ahead", "d_u + d", "%", "sum", d_u=question.drop_above_percent, d=drop.value.percent
    )
    drops = (
        _advised(at_most("drop", "Drop, this run", drop.value.percent, question.run_limit_percent, "%", cite), advice),
        _advised(at_most("way", "Drop, whole way", whole.value, question.way_limit_percent, "%", cite), advice),
    )
    worked_drop = Worked(drop.value, (current, *drop.steps, whole))
    return Tried(wire, rules.ampacity, rules.protects, worked_drop, rules.load_steps, (*rules.margins, *drops))


def drop_question(question: RunQuestion, legs: LegLoads, device_a: float) -> DropQuestion:
    """Gather what the voltage drop of a run depends on beside its conductor.

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    legs : LegLoads
        Its load. [A]
    device_a : float
        Its overcurrent device. [A]
    """
    run = question.run
    current_a = drop_current(question, legs, device_a).value
    return DropQuestion(
        current_a, legs.starting_extra_a, run.power_factor, question.nominal_v, run.segments, question.schools["drop_method"]
    )


def drop_current(question: RunQuestion, legs: LegLoads, device_a: float) -> Step:
    """Choose the current that sets the voltage drop, by the school of the job. [A]

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    legs : LegLoads
        Its load. [A]
    device_a : float
        Its overcurrent device. [A]
    """
    school = question.schools["drop_current"]
    if school == "device_80":
        return step("I", "current for the drop: 80 % of the device", "0.8 * I_n", "A", "your call", I_n=device_a)
    if school == "device_full":
        return given("I", "current for the drop: the whole device rating", device_a, "A", "your call")
    if school == "given" and question.run.given_drop_a is not None:
        return given("I", "current for the drop: as given", question.run.given_drop_a, "A", "your call")
    words = "current for the drop: the calculated load"
    if school == "given":
        words += ", no other was given"
    return given("I", words, legs.design.total_a, "A", "your call")


def _choose_size(
    question: RunQuestion, legs: LegLoads, device_a: float, terminals: Step, rulebook: Rulebook, metal: Metal
) -> tuple[Tried, Tried] | None:
    """Find the least size that is lawful and the least that is good, and keep a pin.

    A larger conductor never carries less, never drops more and never asks for a smaller device,
    so neither needs every size tried; the tests hold this against trying every size.
    """
    run, ladder = question.run, rulebook.sizes(metal)
    insulation = run.insulation or rulebook.default_insulation(metal, run.segments)
    carrying = int(rulebook.carrying_conductors(run.circuit).value)
    start = question.schools["derating_start"]
    drops = drop_question(question, legs, device_a)
    allowed = min(question.run_limit_percent, question.way_limit_percent - question.drop_above_percent)

    @cache
    def tried(at: int) -> Tried:
        return try_wire(question, legs, device_a, terminals, rulebook, Wire(ladder[at], metal, insulation))

    def carries(at: int) -> bool:
        wire = Wire(ladder[at], metal, insulation)
        return rulebook.ampacity(wire, run.segments, carrying, terminals.value, start).value.final_a >= legs.design.total_a

    def drops_little(at: int) -> bool:
        return drop_percent(drops, ladder[at], metal, rulebook) <= allowed

    def lawful(at: int) -> bool:
        rules = _rules_for(question, legs, device_a, terminals, rulebook, Wire(ladder[at], metal, insulation))
        return all(margin.holds for margin in rules.margins) and (drops_little(at) or not rulebook.drop_is_rule())

    if run.conductor_size is not None and run.conductor_size in ladder:
        try:
            pinned = tried(ladder.index(run.conductor_size))
        except OutsideTable as outside:
            raise InvalidJob(f"{question.pointer}/conductor_size", str(outside)) from outside
        at = _first(bisect_left(range(len(ladder)), x=True, key=carries), len(ladder), lawful)
        return pinned, tried(at) if at < len(ladder) else pinned
    at = _first(bisect_left(range(len(ladder)), x=True, key=carries), len(ladder), lawful)
    if at == len(ladder):
        return None
    least = tried(at)
    best = _first(at, len(ladder), drops_little)
    good = next((found for i in range(best, len(ladder)) if (found := tried(i)).good), None)
    return good or least, least


def _first(low: int, high: int, holds: Callable[[int], bool]) -> int:
    """Find the first index that holds, where all after it hold too: in growing strides, then by halving."""
    at, below, stride = low, low - 1, 1
    while at < high and not holds(at):
        at, below, stride = at + stride, at, 2 * stride
    return bisect_left(range(min(at, high)), x=True, lo=below + 1, key=holds)


def _rules_for(question: RunQuestion, legs: LegLoads, device_a: float, terminals: Step, rulebook: Rulebook, wire: Wire) -> _Rules:
    run = question.run
    carrying = rulebook.carrying_conductors(run.circuit)
    ampacity = rulebook.ampacity(wire, run.segments, int(carrying.value), terminals.value, question.schools["derating_start"])
    load_steps, margins = rulebook.load_margins(legs.design, ampacity.value, run.kind)
    protects = rulebook.device_for_wire(ampacity.value, wire, question.schools["rounding"])
    protection = at_most("protection", "Device on this wire", device_a, protects.value, "A", protects.steps[-1].citation)
    return _Rules(Worked(ampacity.value, (carrying, *ampacity.steps)), protects, load_steps, (*margins, protection))


def _advised(margin: Margin, advice: bool) -> Margin:  # noqa: FBT001 - a private mark, not a choice of way
    return Margin(margin.key, margin.words, margin.used, margin.limit, margin.unit, margin.share, margin.citation, advice=advice)
