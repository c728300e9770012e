"""One run from its load to its conductors: the order of work an electrician follows."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache

from northspan.core.calls import Schools
from northspan.core.errors import InvalidJob, NoSolution, OutsideTable
from northspan.core.job import Circuit, Grounding, Metal, Run, RunKind
from northspan.core.loads.connected import LegLoads
from northspan.core.rulebooks.protocol import Ampacity, Rulebook, Wire
from northspan.core.sizing.drop import Drop, DropQuestion, voltage_drop
from northspan.core.sizing.pipe import Pipe, WireGroup, bends, pipe_for
from northspan.core.worked import Margin, Step, Worked, at_most, given, ruled, step


@dataclass(frozen=True, slots=True)
class RunQuestion:
    """Everything that decides a run: the run, its load, what stands above it, and the calls."""

    run: Run
    pointer: str
    load: Worked[LegLoads | None]
    line_v: float
    nominal_v: float
    drop_above_percent: float
    run_limit_percent: float
    way_limit_percent: float
    schools: Schools


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
class SizedRun:
    """A run with everything chosen, and how each was worked."""

    question: RunQuestion
    device: Worked[float]
    terminals: Step
    tried: Tried
    least_size: str
    grounded: Worked[str]
    grounded_size: str | None
    equipment_ground: Worked[str] | None
    equipment_ground_size: str | None
    pipes: tuple[Worked[Pipe | None], ...]
    bends: tuple[Worked[float], ...]
    insulation: Worked[str]

    @property
    def margins(self) -> tuple[Margin, ...]:
        """Every limit of the run; of pipes and bends the tightest."""
        fills = [margin for pipe in self.pipes for margin in pipe.margins]
        turns = [margin for bend in self.bends for margin in bend.margins]
        tightest = [max(group, key=lambda margin: margin.share) for group in (fills, turns) if group]
        return (*self.tried.margins, *tightest)


@lru_cache(maxsize=4096)
def size_run(question: RunQuestion, rulebook: Rulebook) -> SizedRun | None:
    """Size a run: device, conductors, grounded conductor, equipment ground, pipes.

    Parameters
    ----------
    question : RunQuestion
        What decides it. [-]
    rulebook : Rulebook
        The code to follow. [-]

    Returns
    -------
    SizedRun or None
        None when there is no load to size for.

    Raises
    ------
    InvalidJob
        If a pinned choice does not exist.
    NoSolution
        If no conductor in the tables satisfies the rules.
    OutsideTable
        If a place is too hot, or a load too large, for the tables.
    """
    legs = question.load.value
    if legs is None:
        return None
    run = question.run
    check_pins(question.run, question.pointer, rulebook)
    device = choose_device(question, legs, rulebook)
    terminals = rulebook.terminals_c(run.terminals, device.value)
    tried, least = choose_wire(question, legs, device.value, terminals, rulebook)
    try:
        return _with_the_rest(question, legs, device, terminals, tried, least, rulebook)
    except (NoSolution, OutsideTable):
        if tried is least or run.conductor_size is not None:
            raise
        # the size that would keep the drop fits no pipe: the drop is advice or to be cured otherwise, an answer is not
        return _with_the_rest(question, legs, device, terminals, least, least, rulebook)


def _with_the_rest(
    question: RunQuestion, legs: LegLoads, device: Worked[float], terminals: Step, tried: Tried, least: Tried, rulebook: Rulebook
) -> SizedRun:
    """Add grounded conductor, equipment ground and pipes to the ungrounded conductors."""
    run, wire = question.run, tried.wire
    grounded = rulebook.grounded_minimum(legs.design, device.value, wire, terminals.value)
    has_neutral = run.circuit is not Circuit.two_wire_line
    grounded_size = (run.grounded_size or wire.size) if has_neutral else None
    ground = ground_size = None
    if run.grounding is Grounding.equipment_ground and run.kind is not RunKind.service:
        ground = rulebook.equipment_ground(device.value, wire.metal, least.wire.size, wire.size, question.schools["equipment_ground"])
        ground_size = run.equipment_ground_size or ground.value
    groups = wires_in_pipe(run.circuit, wire.size, grounded_size, ground_size)
    pipes = tuple(
        pipe_for(s, groups, wire.insulation, rulebook, pinned=run.pipe_size, roomy=question.schools["pipe_size"]) for s in run.segments
    )
    return SizedRun(
        question,
        device,
        terminals,
        tried,
        least.wire.size,
        grounded,
        grounded_size,
        ground,
        ground_size,
        pipes,
        tuple(bends(s, rulebook) for s in run.segments),
        rulebook.insulation_fits(wire.insulation, run.segments),
    )


def choose_device(question: RunQuestion, legs: LegLoads, rulebook: Rulebook) -> Worked[float]:
    """Choose the overcurrent device: the least for the load, or the pinned one. [A]

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    legs : LegLoads
        Its load. [A]
    rulebook : Rulebook
        The code to follow. [-]
    """
    least = rulebook.device_for_load(legs.design, question.run.kind)
    pinned = question.run.device_a
    if pinned is None:
        return least
    margin = at_most("device", "Device at 125 %", least.steps[0].value, pinned, "A", least.steps[0].citation)
    shown = ruled("I_n", "device", f"{pinned:.0f} A", f"pinned; the least would be {least.value:.0f} A", "job", pinned)
    return Worked(pinned, (*least.steps, shown), (margin,))


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


def _choose_size(
    question: RunQuestion, legs: LegLoads, device_a: float, terminals: Step, rulebook: Rulebook, metal: Metal
) -> tuple[Tried, Tried] | None:
    pin = question.run.conductor_size
    least: Tried | None = None
    pinned: Tried | None = None
    for tried in _candidates(question, legs, device_a, terminals, rulebook, metal):
        if tried.wire.size == pin:
            pinned = tried
        if least is None and tried.lawful:
            least = tried
        if pin is None and tried.good:
            return tried, least or tried
        if least is not None and pinned is not None:
            break
    if pinned is not None:
        return pinned, least or pinned
    return (least, least) if least else None


def _candidates(
    question: RunQuestion, legs: LegLoads, device_a: float, terminals: Step, rulebook: Rulebook, metal: Metal
) -> Iterator[Tried]:
    """Try the sizes of a metal, smallest first; say so if the tables answer for none of them."""
    run = question.run
    insulation = run.insulation or rulebook.default_insulation(metal, run.segments)
    refused: OutsideTable | None = None
    answered = False
    for size in rulebook.sizes(metal):
        try:
            tried = _worth_trying(question, legs, device_a, terminals, rulebook, Wire(size, metal, insulation))
        except OutsideTable as outside:
            if size == run.conductor_size:
                raise InvalidJob(f"{question.pointer}/conductor_size", str(outside)) from outside
            refused = outside
            continue
        answered = True
        if tried is not None:
            yield tried
    if refused is not None and not answered:
        raise refused


def _worth_trying(question: RunQuestion, legs: LegLoads, device_a: float, terminals: Step, rulebook: Rulebook, wire: Wire) -> Tried | None:
    """A wire below its load fails whatever else is true, so nothing more of it is worked unless it is pinned."""
    if wire.size != question.run.conductor_size:
        carrying = rulebook.carrying_conductors(question.run.circuit)
        ampacity = rulebook.ampacity(wire, question.run.segments, int(carrying.value), terminals.value)
        if ampacity.value.final_a < legs.design.total_a:
            return None
    return try_wire(question, legs, device_a, terminals, rulebook, wire)


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
    run = question.run
    carrying = rulebook.carrying_conductors(run.circuit)
    ampacity = rulebook.ampacity(wire, run.segments, int(carrying.value), terminals.value)
    load_steps, margins = rulebook.load_margins(legs.design, ampacity.value, run.kind)
    protects = rulebook.device_for_wire(ampacity.value, wire, question.schools["rounding"])
    current = drop_current(question, legs, device_a)
    drop = voltage_drop(
        DropQuestion(current.value, legs.starting_extra_a, run.power_factor, question.nominal_v, run.segments),
        wire.size,
        wire.metal,
        rulebook,
    )
    cite, advice = rulebook.drop_citation(run.kind), not rulebook.drop_is_rule()
    whole = step(
        "d_w", "drop of the whole way, with the runs ahead", "d_u + d", "%", "sum", d_u=question.drop_above_percent, d=drop.value.percent
    )
    margins += (
        at_most("protection", "Device on this wire", device_a, protects.value, "A", protects.steps[-1].citation),
        _advised(at_most("drop", "Drop, this run", drop.value.percent, question.run_limit_percent, "%", cite), advice),
        _advised(at_most("way", "Drop, whole way", whole.value, question.way_limit_percent, "%", cite), advice),
    )
    return Tried(
        wire,
        Worked(ampacity.value, (carrying, *ampacity.steps)),
        protects,
        Worked(drop.value, (current, *drop.steps, whole)),
        load_steps,
        margins,
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


def wires_in_pipe(circuit: Circuit, size: str, grounded: str | None, ground: str | None) -> tuple[WireGroup, ...]:
    """Group the wires of a run for the fill of its pipe.

    Parameters
    ----------
    circuit : Circuit
        Which conductors the run has. [-]
    size : str
        Size of the ungrounded conductors. [-]
    grounded : str or None
        Size of the grounded conductor. [-]
    ground : str or None
        Size of the equipment ground. [-]
    """
    lines = 1 if circuit is Circuit.two_wire_neutral else 2
    groups = [WireGroup("ungrounded", lines, size)]
    if grounded:
        groups.append(WireGroup("grounded", 1, grounded))
    if ground:
        groups.append(WireGroup("equipment ground", 1, ground))
    return tuple(groups)


@lru_cache(maxsize=4096)
def check_pins(run: Run, at: str, rulebook: Rulebook) -> None:
    """Refuse pinned choices that do not exist, before anything is worked.

    Parameters
    ----------
    run : Run
        The run. [-]
    at : str
        JSON pointer to it. [-]
    rulebook : Rulebook
        The code to follow. [-]

    Raises
    ------
    InvalidJob
        With the field, what is wrong and what would be right.
    """
    every = tuple(dict.fromkeys(size for metal in rulebook.metals() for size in rulebook.sizes(metal)))
    sizes = rulebook.sizes(run.metal) if run.metal else every
    for name in ("conductor_size", "grounded_size", "equipment_ground_size"):
        size = getattr(run, name)
        if size is not None and size not in sizes:
            raise InvalidJob(
                f"{at}/{name}", f"there is no {run.metal or ''} conductor of size {size}.".replace("  ", " "), f"Sizes: {', '.join(sizes)}."
            )
    if run.insulation is not None and run.insulation not in rulebook.insulations():
        raise InvalidJob(f"{at}/insulation", f"there is no insulation {run.insulation}.", f"Types: {', '.join(rulebook.insulations())}.")
    if run.device_a is not None and run.device_a not in rulebook.devices():
        raise InvalidJob(
            f"{at}/device_a",
            f"{run.device_a:g} A is not a standard device.",
            f"Ratings: {', '.join(f'{a:g}' for a in rulebook.devices())}.",
        )
    if run.pipe_size is not None:
        for segment in run.segments:
            shelf = [pipe.size for pipe in rulebook.pipes(segment.method, 4)]
            if shelf and run.pipe_size not in shelf:
                raise InvalidJob(f"{at}/pipe_size", f"there is no {segment.method} of size {run.pipe_size}.", f"Sizes: {', '.join(shelf)}.")


def _advised(margin: Margin, advice: bool) -> Margin:  # noqa: FBT001 - a private mark, not a choice of way
    return Margin(margin.key, margin.words, margin.used, margin.limit, margin.unit, margin.share, margin.citation, advice=advice)
