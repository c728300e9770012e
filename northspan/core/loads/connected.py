"""Connected load of a run, per leg: everything fed through it, added without demand factors."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.job import Across, Load, Run, Status
from northspan.core.rulebooks.protocol import DesignLoad
from northspan.core.tree import Tree
from northspan.core.worked import Step, Worked, given, step


@dataclass(frozen=True, slots=True)
class LegLoads:
    """Currents at the head of a run: per leg, and the worst start of a motor. [A]"""

    design: DesignLoad
    line_1_a: float
    line_2_a: float
    starting_extra_a: float


def load_of_run(tree: Tree, run_id: str, line_v: float, neutral_v: float) -> Worked[LegLoads | None]:
    """Find the load a run is to carry: typed, or added up from what it feeds.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    run_id : str
        The run. [-]
    line_v : float
        Line to line voltage of its source. [V]
    neutral_v : float
        Line to neutral voltage. [V]

    Notes
    -----
    Added at nameplate: no demand factor is taken. The heavier leg, with its continuous part at
    125 %, is the design load. A typed load counts as balanced over both legs, and its neutral as
    fully loaded, which is the safe side.
    """
    run = tree.job.runs[run_id]
    fed, typed = _fed_through(tree, run.target)
    starting_a = max((load.starting_a - load.power_va / _volts(load, line_v, neutral_v) for _, load in fed if load.starting_a), default=0.0)
    if run.load_a is not None:
        return _typed(run, max(starting_a, 0.0))
    if not fed and not typed:
        return Worked(None)
    return _added(fed, typed, line_v, neutral_v, max(starting_a, 0.0))


def _fed_through(tree: Tree, node: str) -> tuple[list[tuple[str, Load]], list[tuple[str, Run]]]:
    """Loads fed through an enclosure, and runs whose load was typed, which stand for all below them."""
    typed: list[tuple[str, Run]] = []
    nodes = [node]
    for here in nodes:
        for run_id in tree.leaving.get(here, ()):
            run = tree.job.runs[run_id]
            if run.load_a is not None:
                typed.append((run_id, run))
            else:
                nodes.append(run.target)
    fed = [(key, load) for key, load in tree.job.loads.items() if load.status is not Status.remove and load.enclosure in nodes]
    return fed, typed


def _typed(run: Run, starting_a: float) -> Worked[LegLoads | None]:
    total = run.load_a or 0.0
    continuous = min(run.continuous_a, total)
    design = DesignLoad(total - continuous, continuous, total)
    steps = [given("I_L", "design load, typed", total, "A")]
    if continuous:
        steps.append(given("I_k", "of it continuous", continuous, "A"))
    return Worked(LegLoads(design, total, total, starting_a), tuple(steps))


def _added(
    loads: list[tuple[str, Load]], typed: list[tuple[str, Run]], line_v: float, neutral_v: float, starting_a: float
) -> Worked[LegLoads | None]:
    steps: list[Step] = []
    sums = {(leg, continuous): 0.0 for leg in (1, 2) for continuous in (False, True)}
    neutral = {1: 0.0, 2: 0.0}
    for key, load in loads:
        volts = _volts(load, line_v, neutral_v)
        words = f"{load.name}, {_across_words(load)}{', continuous' if load.continuous else ''}"
        steps.append(step(f"I_{key}", words, "P / U", "A", "connected load", P=load.power_va, U=volts))
        for leg in _legs(load):
            sums[leg, load.continuous] += steps[-1].value
            if load.across is not Across.line_line:
                neutral[leg] += steps[-1].value
    for key, run in typed:
        steps.append(given(f"I_{key}", f"{run.name}, load typed there", run.load_a or 0.0, "A"))
        continuous = min(run.continuous_a, run.load_a or 0.0)
        for leg in (1, 2):
            sums[leg, True] += continuous
            sums[leg, False] += (run.load_a or 0.0) - continuous
            neutral[leg] += run.load_a or 0.0
    heavier = max((1, 2), key=lambda leg: sums[leg, False] + 1.25 * sums[leg, True])
    words = "the rest plus the continuous part"
    steps += [
        step(f"I_L{leg}", f"leg {leg}, {words}", "I_r + I_k", "A", "connected load", I_r=sums[leg, False], I_k=sums[leg, True])
        for leg in (1, 2)
    ]
    unbalance = step("I_u", "largest unbalance in the neutral", "max(N_1, N_2)", "A", "connected load", N_1=neutral[1], N_2=neutral[2])
    design = DesignLoad(sums[heavier, False], sums[heavier, True], unbalance.value)
    legs = LegLoads(design, sums[1, False] + sums[1, True], sums[2, False] + sums[2, True], starting_a)
    return Worked(legs, (*steps, unbalance))


def _legs(load: Load) -> tuple[int, ...]:
    return {Across.line_line: (1, 2), Across.l1_neutral: (1,), Across.l2_neutral: (2,)}[load.across]


def _across_words(load: Load) -> str:
    return {Across.line_line: "both legs", Across.l1_neutral: "leg 1", Across.l2_neutral: "leg 2"}[load.across]


def _volts(load: Load, line_v: float, neutral_v: float) -> float:
    return line_v if load.across is Across.line_line else neutral_v
