"""One run from its load to its conductors: the order of work an electrician follows."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from northspan.core.errors import NoSolution, OutsideTable
from northspan.core.job import Circuit, Grounding, RunKind
from northspan.core.loads.connected import LegLoads
from northspan.core.rulebooks.protocol import Rulebook
from northspan.core.sizing.conductor import Tried, choose_wire
from northspan.core.sizing.pins import check_pins
from northspan.core.sizing.pipe import Pipe, WireGroup, bends, pipe_for
from northspan.core.sizing.question import RunQuestion
from northspan.core.worked import Margin, Step, Worked, at_most, ruled


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


@lru_cache(maxsize=512)
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
