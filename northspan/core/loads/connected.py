"""Connected load of a run, per leg: everything fed through it, with what never runs together counted once."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from northspan.core.job import Across, Load, LoadKind, Run, RunKind
from northspan.core.loads.demand import Demand, demand_of
from northspan.core.loads.legs import LegLoads, legs_of
from northspan.core.rulebooks.protocol import DesignLoad, Rulebook
from northspan.core.worked import Step, Worked, given, ruled, step

_HEAT = frozenset({LoadKind.heating, LoadKind.heat_pump})


@dataclass(frozen=True, slots=True)
class Fed:
    """A load fed through a run, with the voltages where it is: line to line, line to neutral. [V]"""

    key: str
    load: Load
    local_v: tuple[float, float]


@dataclass(frozen=True, slots=True)
class Block:
    """Current that stands for a whole building or for a typed run, balanced over both legs. [A]"""

    words: str
    noncontinuous_a: float
    continuous_a: float
    neutral_a: float
    steps: tuple[Step, ...] = ()


def typed_load(run: Run, starting_a: float) -> Worked[LegLoads | None]:
    """Take the load a person typed: balanced over both legs, the neutral taken as fully loaded.

    Parameters
    ----------
    run : Run
        The run. [-]
    starting_a : float
        What the worst start of a motor behind it adds. [A]
    """
    total = run.load_a or 0.0
    continuous = min(run.continuous_a, total)
    design = DesignLoad(total - continuous, continuous, total)
    steps = [given("I_L", "design load, typed", total, "A")]
    if continuous:
        steps.append(given("I_k", "of it continuous", continuous, "A"))
    return Worked(LegLoads(design, total, total, starting_a), tuple(steps))


def added_up(loads: Sequence[Fed], blocks: Sequence[Block], run_v: float, kind: RunKind, rulebook: Rulebook) -> Worked[LegLoads]:
    """Add up what a run feeds, leg by leg.

    Parameters
    ----------
    loads : sequence of Fed
        Loads behind the run. [-]
    blocks : sequence of Block
        Dwellings worked by a method, and runs whose load was typed. [A]
    run_v : float
        Line to line voltage of the run. [V]
    kind : RunKind
        What the run is for. [-]
    rulebook : Rulebook
        The code to follow. [-]

    Notes
    -----
    Added at nameplate: no demand factor is taken. Of loads that never run together the larger
    counts, on each leg by itself, which is the safe side. The largest motor counts a quarter more.
    """
    steps: list[Step] = []
    sums = {(leg, continuous): 0.0 for leg in (1, 2) for continuous in (False, True)}
    neutral = {1: 0.0, 2: 0.0}
    demands = {}
    for fed in loads:
        worked = demand_of(fed.key, fed.load, fed.local_v, run_v, kind, rulebook)
        demands[fed.key] = worked.value
        steps += worked.steps
    for choice in _choices(loads):
        if len(choice) > 1:
            steps.append(_never_together(choice, demands))
        _count(choice, demands, sums, neutral)
    for block in blocks:
        steps += block.steps
        for leg in (1, 2):
            sums[leg, True] += block.continuous_a
            sums[leg, False] += block.noncontinuous_a
            neutral[leg] += block.neutral_a
    extra = _largest_motor(loads, demands, kind, rulebook)
    if extra:
        steps.append(extra[1])
        for leg in legs_of(extra[0].load):
            sums[leg, False] += extra[1].value
    heavier = max((1, 2), key=lambda leg: sums[leg, False] + 1.25 * sums[leg, True])
    words = "the rest plus the continuous part"
    steps += [
        step(f"I_L{leg}", f"leg {leg}, {words}", "I_r + I_k", "A", "connected load", I_r=sums[leg, False], I_k=sums[leg, True])
        for leg in (1, 2)
    ]
    unbalance = step("I_u", "largest unbalance in the neutral", "max(N_1, N_2)", "A", "connected load", N_1=neutral[1], N_2=neutral[2])
    design = DesignLoad(sums[heavier, False], sums[heavier, True], unbalance.value)
    line_1, line_2 = (sums[leg, False] + sums[leg, True] for leg in (1, 2))
    only = demands[loads[0].key].motor_a if len(loads) == 1 and not blocks and kind is RunKind.branch else 0.0
    starting_a = max((fed.load.starting_a - demands[fed.key].current_a for fed in loads if fed.load.starting_a), default=0.0)
    legs = LegLoads(design, line_1, line_2, max(starting_a, 0.0), neutral[1], neutral[2], only)
    return Worked(legs, (*steps, unbalance))


def _count(choice: list[list[Fed]], demands: dict[str, Demand], sums: dict[tuple[int, bool], float], neutral: dict[int, float]) -> None:
    """Count the larger of groups that never run together, on each leg by itself."""
    for leg in (1, 2):
        picked = max(choice, key=lambda group: _on_leg(group, demands, leg))
        for fed in picked:
            if leg in legs_of(fed.load):
                demand = demands[fed.key]
                sums[leg, demand.continuous] += demand.current_a
                if fed.load.across is not Across.line_line or fed.load.uses_neutral:
                    neutral[leg] += demand.current_a


def _choices(loads: Sequence[Fed]) -> list[list[list[Fed]]]:
    """Group loads: each choice is a list of groups of which one runs at a time; most have a single group."""
    heat = [fed for fed in loads if fed.load.kind in _HEAT and not fed.load.alternates]
    cool = [fed for fed in loads if fed.load.kind is LoadKind.cooling and not fed.load.alternates]
    climate = [group for group in (heat, cool) if group]
    named: dict[str, list[list[Fed]]] = {}
    plain: list[list[list[Fed]]] = []
    for fed in loads:
        if fed.load.alternates:
            named.setdefault(fed.load.alternates.strip().lower(), []).append([fed])
        elif fed not in heat and fed not in cool:
            plain.append([[fed]])
    return [*plain, *([climate] if climate else []), *named.values()]


def _on_leg(group: list[Fed], demands: dict[str, Demand], leg: int) -> float:
    found = [demands[fed.key] for fed in group if leg in legs_of(fed.load)]
    return sum(demand.current_a * (1.25 if demand.continuous else 1.0) for demand in found)


def _never_together(choice: list[list[Fed]], demands: dict[str, Demand]) -> Step:
    larger = max(choice, key=lambda group: max(_on_leg(group, demands, 1), _on_leg(group, demands, 2)))
    kept = " and ".join(fed.load.name for fed in larger)
    left = ", ".join(fed.load.name for group in choice if group is not larger for fed in group)
    return ruled("A", "never together", kept, f"{left} does not run with it; the larger counts on each leg", "connected load")


def _largest_motor(loads: Sequence[Fed], demands: dict[str, Demand], kind: RunKind, rulebook: Rulebook) -> tuple[Fed, Step] | None:
    motors = [fed for fed in loads if demands[fed.key].motor_a]
    if not motors:
        return None
    largest = max(motors, key=lambda fed: demands[fed.key].motor_a)
    share, citation = rulebook.motor_share()
    alone = len(loads) == 1 and kind is RunKind.branch
    words = f"a quarter of {'the motor' if alone else 'the largest motor'}, {largest.load.name}"
    return largest, step("I_q", words, "f * I_m", "A", citation, f=share, I_m=demands[largest.key].motor_a)
