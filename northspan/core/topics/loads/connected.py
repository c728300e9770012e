"""Connected load of a run, per leg: everything fed through it, with what never runs together counted once."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from northspan.core.document.job import Across, Load, LoadKind, Run, RunKind, System
from northspan.core.rulebooks.questions.common import DesignLoad
from northspan.core.rulebooks.questions.loads import LoadRules
from northspan.core.rulebooks.questions.supplies import SupplyRules
from northspan.core.topics.loads.demand import Demand, demand_of, load_power
from northspan.core.topics.loads.legs import LegLoads, legs_across, legs_of
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Step, Worked, given, ruled, step

_HEAT = frozenset({LoadKind.heating, LoadKind.heat_pump})


@dataclass(frozen=True, slots=True)
class Fed:
    """A load fed through a run, with the voltages where it is: line to line, line to neutral [V]; and the building it is in.

    Through a transformer a run sees it between the wires that feed the first one on the way, at their voltage: `seen`.
    """

    key: str
    load: Load
    local_v: tuple[float, float]
    building: str = ""
    seen: tuple[Across, float] | None = None

    @property
    def across(self) -> Across:
        """What the run sees it connected to."""
        return self.seen[0] if self.seen else self.load.across

    @property
    def to_neutral(self) -> bool:
        """Whether its current comes back by the neutral of the run."""
        return self.across is not Across.line_line or (self.seen is None and self.load.uses_neutral)


@dataclass(frozen=True, slots=True)
class Block:
    """Current that stands for a whole building or for a typed run, on these legs. [A]"""

    words: str
    noncontinuous_a: float
    continuous_a: float
    neutral_a: float
    steps: tuple[Step, ...] = ()
    legs: tuple[int, ...] = (1, 2)


def typed_load(run: Run, starting_a: float, across: Across = Across.line_line) -> Worked[LegLoads | None]:
    """Take the load a person typed: balanced over both legs, the neutral taken as fully loaded.

    Parameters
    ----------
    run : Run
        The run. [-]
    starting_a : float
        What the worst start of a motor behind it adds. [A]
    across : Across
        What that motor is connected to. [-]
    """
    total = run.load_a or 0.0
    continuous = min(run.continuous_a, total)
    design = DesignLoad(total - continuous, continuous, total)
    steps = [given("I_L", "design load, typed", total, "A")]
    if continuous:
        steps.append(given("I_k", "of it continuous", continuous, "A"))
    return Worked(LegLoads(design, total, total, starting_a, starting_across=across), tuple(steps))


def added_up(
    loads: Sequence[Fed], blocks: Sequence[Block], run_v: float, kind: RunKind, load_rules: LoadRules, supply_rules: SupplyRules
) -> Worked[LegLoads]:
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
    load_rules : LoadRules
        How loads count. [-]
    supply_rules : SupplyRules
        What supplies are like. [-]

    Notes
    -----
    Added at nameplate: no demand factor is taken. Of loads that never run together the larger
    counts, on each leg by itself, which is the safe side. The largest motor of each leg counts a quarter more, in the
    neutral too where it is connected to it. A unit whose plate says what its circuit must be is taken by its plate.
    """
    steps: list[Step] = []
    sums = {(leg, continuous): 0.0 for leg in (1, 2) for continuous in (False, True)}
    neutral = {1: 0.0, 2: 0.0}
    demands = {}
    for fed in loads:
        worked = demand_of(fed.key, fed.load, fed.local_v, run_v, kind, load_rules, fed.seen[1] if fed.seen else None)
        demands[fed.key] = worked.value
        steps += worked.steps
    joined = _cooked_together(loads, demands, kind, load_rules)
    if joined is not None:
        share, line = joined
        steps.append(line)
        demands |= {fed.key: _times(demands[fed.key], share) for fed in loads if fed.load.kind is LoadKind.range}
    for choice in _choices(loads):
        steps += [_never_together(choice, demands)] if len(choice) > 1 else []
        for leg, demand, by_neutral in _picked(choice, demands):
            sums[leg, demand.continuous] += demand.current_a
            neutral[leg] += by_neutral
    for block in blocks:
        steps += block.steps
        for leg in block.legs:
            sums[leg, True] += block.continuous_a
            sums[leg, False] += block.noncontinuous_a
            neutral[leg] += block.neutral_a
    alone = len(loads) == 1 and not blocks and kind is RunKind.branch
    plate = loads[0].load if alone and loads[0].load.least_circuit_a else None
    if plate is None:
        for leg, motor, quarter in _largest_motors(loads, demands, kind, load_rules):
            steps += [quarter] if quarter not in steps else []
            sums[leg, False] += quarter.value
            if motor.to_neutral:
                neutral[leg] += quarter.value
    else:
        least = given("I_c", f"least circuit ampacity on the plate of {plate.name}", plate.least_circuit_a or 0.0, "A", "nameplate")
        steps.append(least)  # the plate has its motor's quarter and its heat in it
        sums |= {(leg, continuous): 0.0 if continuous else least.value for leg in legs_of(plate) for continuous in (False, True)}
        by_neutral = least.value if plate.across is not Across.line_line or plate.uses_neutral else 0.0
        neutral |= dict.fromkeys(legs_of(plate), by_neutral)
    heavier = max((1, 2), key=lambda leg: sums[leg, False] + 1.25 * sums[leg, True])
    words = "the rest plus the continuous part"
    one_line = all(fed.local_v[0] == fed.local_v[1] for fed in loads) if loads else supply_rules.usual_system is System.single_phase
    steps += [
        step(f"I_L{leg}", name, "I_r + I_k", "A", "connected load", I_r=sums[leg, False], I_k=sums[leg, True])
        for leg, name in ([(1, words)] if one_line else [(1, f"leg 1, {words}"), (2, f"leg 2, {words}")])
    ]
    unbalance = (
        step("I_u", "current in the neutral", "N", "A", "connected load", N=neutral[1])
        if one_line
        else step("I_u", "largest unbalance in the neutral", "max(N_1, N_2)", "A", "connected load", N_1=neutral[1], N_2=neutral[2])
    )
    design = DesignLoad(sums[heavier, False], sums[heavier, True], unbalance.value)
    line_1, line_2 = (sums[leg, False] + sums[leg, True] for leg in (1, 2))
    extra_a, across = worst_start(loads, load_rules)
    legs = LegLoads(
        design,
        line_1,
        line_2,
        extra_a,
        neutral[1],
        neutral[2],
        demands[loads[0].key].motor_a if alone and not plate else 0.0,
        loads[0].load.kind if alone else LoadKind.motor,
        plate.least_circuit_a or 0.0 if plate else 0.0,
        loads[0].load.largest_device_a or 0.0 if alone else 0.0,
        across,
    )
    return Worked(legs, (*steps, unbalance))


def worst_start(loads: Sequence[Fed], load_rules: LoadRules) -> tuple[float, Across]:
    """Find what the worst start of a motor adds to its running current on a run, and what it is connected to there. [A]

    Parameters
    ----------
    loads : sequence of Fed
        Loads behind the run. [-]
    load_rules : LoadRules
        Rules of loads. [-]
    """
    found = [(0.0, Across.line_line)]
    for fed in loads:
        load, (line_v, neutral_v) = fed.load, fed.local_v
        if not load.starting_a:
            continue
        volts = line_v if load.across is Across.line_line else neutral_v
        extra_a = max(load.starting_a - load_power(load, line_v, neutral_v, load_rules).value / volts, 0.0)
        found.append((extra_a * volts / fed.seen[1], fed.seen[0]) if fed.seen else (extra_a, load.across))
    return max(found, key=lambda one: one[0] * (2 if one[1] is not Across.line_line else 1))


def _cooked_together(loads: Sequence[Fed], demands: dict[str, Demand], kind: RunKind, load_rules: LoadRules) -> tuple[float, Step] | None:
    """A cooktop and its ovens on one circuit count as one range: by what share of them one by one, and the line that says so."""
    cooking = [fed for fed in loads if fed.load.kind is LoadKind.range]
    if kind is not RunKind.branch or len(cooking) < 2:  # noqa: PLR2004 - one alone is counted already
        return None
    plates = sum_of(load_power(fed.load, *fed.local_v, load_rules).value for fed in cooking)
    as_one = load_rules.counted_power(LoadKind.range, kind, plates)
    apart = sum_of(demands[fed.key].power_va for fed in cooking)
    return (as_one.value / apart, as_one) if as_one is not None and as_one.value < apart else None


def _times(demand: Demand, share: float) -> Demand:
    return replace(demand, power_va=demand.power_va * share, current_a=demand.current_a * share)


def _picked(choice: list[list[Fed]], demands: dict[str, Demand]) -> Iterator[tuple[int, Demand, float]]:
    """The larger of groups that never run together, on each leg by itself: what it takes, and what of it comes back by the neutral."""
    for leg in (1, 2):
        for fed in max(choice, key=lambda group: _on_leg(group, demands, leg)):
            if leg in legs_across(fed.across):
                demand = demands[fed.key]
                yield leg, demand, demand.current_a if fed.to_neutral else 0.0


def _choices(loads: Sequence[Fed]) -> list[list[list[Fed]]]:
    """Group loads: each choice is a list of groups of which one runs at a time; most have a single group."""
    heat = [fed for fed in loads if fed.load.kind in _HEAT and not fed.load.alternates]
    cool = [fed for fed in loads if fed.load.kind is LoadKind.cooling and not fed.load.alternates and not fed.load.with_heat]
    climates = [  # what heats one building says nothing of what cools another
        [group for group in ([fed for fed in kind if fed.building == building] for kind in (heat, cool)) if group]
        for building in dict.fromkeys(fed.building for fed in (*heat, *cool))
    ]
    named: dict[str, list[list[Fed]]] = {}
    plain: list[list[list[Fed]]] = []
    for fed in loads:
        if fed.load.alternates:
            named.setdefault(fed.load.alternates.strip().lower(), []).append([fed])
        elif fed not in heat and fed not in cool:
            plain.append([[fed]])
    return [*plain, *climates, *named.values()]


def _on_leg(group: Sequence[Fed], demands: dict[str, Demand], leg: int) -> float:
    found = [demands[fed.key] for fed in group if leg in legs_across(fed.across)]
    return sum_of(demand.current_a * (1.25 if demand.continuous else 1.0) for demand in found)


def _never_together(choice: list[list[Fed]], demands: dict[str, Demand]) -> Step:
    larger = max(choice, key=lambda group: max(_on_leg(group, demands, 1), _on_leg(group, demands, 2)))
    kept = " and ".join(fed.load.name for fed in larger)
    left = ", ".join(fed.load.name for group in choice if group is not larger for fed in group)
    return ruled("A", "never together", kept, f"{left} does not run with it; the larger counts on each leg", "connected load")


def _largest_motors(
    loads: Sequence[Fed], demands: dict[str, Demand], kind: RunKind, load_rules: LoadRules
) -> Iterator[tuple[int, Fed, Step]]:
    """The quarter of the largest motor of each leg; of those that never run with it one counts at a time."""
    share, citation = load_rules.motor_share()
    if not share:
        return
    alone = len(loads) == 1 and kind is RunKind.branch
    counted = _counted(loads, demands)
    for leg in (1, 2):
        motors = [fed for fed in counted[leg] if demands[fed.key].motor_a]
        if not motors:
            continue
        largest = max(motors, key=lambda fed: demands[fed.key].motor_a)
        words = f"a quarter of {'the motor' if alone else 'the largest motor'}, {largest.load.name}"
        yield leg, largest, step("I_q", words, "f * I_m", "A", citation, f=share, I_m=demands[largest.key].motor_a)


def _counted(loads: Sequence[Fed], demands: dict[str, Demand]) -> dict[int, list[Fed]]:
    """The loads that count on each leg: of groups that never run together the larger."""
    found: dict[int, list[Fed]] = {1: [], 2: []}
    for choice in _choices(loads):
        for leg in (1, 2):
            picked = max(choice, key=lambda group: _on_leg(group, demands, leg))
            found[leg] += [fed for fed in picked if leg in legs_across(fed.across)]
    return found
