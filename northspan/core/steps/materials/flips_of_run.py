"""When the choice for a run flips with its load or with the drop that is wanted at most."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import replace
from typing import cast

from northspan.core.case.worked import WorkedJob
from northspan.core.document.job import Status
from northspan.core.document.plan.materials import Flip
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.loads.legs import LegLoads
from northspan.core.topics.pull.topic import ROUTED
from northspan.core.topics.sizing.cost import run_cost
from northspan.core.topics.sizing.question import RunQuestion
from northspan.core.topics.sizing.rules import SizingRules
from northspan.core.topics.sizing.run import SizedRun, size_run
from northspan.core.working.errors import InvalidJob, NoSolution, OutsideTable
from northspan.core.working.worked import Worked, whole

CLOSE = 0.002
MOST_LOAD, LEAST_LOAD = 3.0, 0.3  # times the load as it is; beyond that it is another job
MOST_LIMIT, LEAST_LIMIT = 8.0, 0.5  # percent


def run_flips(whole: WorkedJob) -> tuple[Flip, ...]:
    """Find for every new run whose wire is not pinned the load and the drop limit at which another wire becomes the cheapest.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    """
    case, done = whole.case, whole.done
    found: list[Flip] = []
    for routed in done[ROUTED].values():
        run, question = routed.run, routed.sized.question
        if run.status is Status.new and not run.utility_owned and run.conductor_size is None and question.load.value is not None:
            planned = routed.sized.tried.wire
            found += [*_by_load(routed.id, question, planned, case.rulebook), *_by_limit(routed.id, question, planned, case.rulebook)]
    return tuple(found)


def _by_load(key: str, question: RunQuestion, planned: Wire, rulebook: SizingRules) -> Iterator[Flip]:
    legs = cast("LegLoads", question.load.value)
    now = _cheapest(question, rulebook)
    for end in (MOST_LOAD, LEAST_LOAD):
        at = _boundary(now, lambda k: _cheapest(_loaded(question, legs, k), rulebook), 1.0, end)
        if at is not None:
            factor, other = at
            percent = 100 * (factor - 1)
            moves = f"{'falls' if percent < 0 else 'rises'} by {whole(abs(percent))} %, to {whole(legs.design.total_a * factor)} A"
            yield Flip(key, question.run.name, "load", percent, _words(planned, now, other, f"its load {moves}", rulebook.words))


def _by_limit(key: str, question: RunQuestion, planned: Wire, rulebook: SizingRules) -> Iterator[Flip]:
    limit = question.limits_percent[0]
    if not LEAST_LIMIT < limit < MOST_LIMIT:  # none is wanted
        return
    now = _cheapest(question, rulebook)
    for end in (MOST_LIMIT, LEAST_LIMIT):
        at = _boundary(now, lambda one: _cheapest(_limited(question, one), rulebook), limit, end)
        if at is not None:
            wanted, other = at
            moves = f"{'more than' if wanted > limit else 'less than'} {wanted:.1f} % drop is {'let' if wanted > limit else 'wanted'}"
            yield Flip(key, question.run.name, "drop limit", 100 * (wanted / limit - 1), _words(planned, now, other, moves, rulebook.words))


def _boundary(now: Wire | None, chosen: Callable[[float], Wire | None], start: float, end: float) -> tuple[float, Wire | None] | None:
    """Where between two values the choice is no longer the one it was, and what it is there; None if it stays."""
    if now is None or chosen(end) == now:
        return None
    same, other = start, end
    while abs(other - same) > CLOSE * start:
        half = (same + other) / 2
        same, other = (half, other) if chosen(half) == now else (same, half)
    return other, chosen(other)


def _cheapest(question: RunQuestion, rulebook: SizingRules) -> Wire | None:
    """The wire of the metal that costs least and holds; None where no single set does."""
    metals = (question.run.metal,) if question.run.metal else rulebook.wires.metals()
    found: list[tuple[float, SizedRun]] = []
    for metal in metals:
        try:
            sized = size_run(replace(question, run=question.run.model_copy(update={"metal": metal})), rulebook)
        except (NoSolution, OutsideTable, InvalidJob):  # not in this metal
            continue
        if sized is not None and all(margin.holds for margin in sized.margins):
            found.append((run_cost(sized, rulebook.wires, rulebook.pipes, rulebook.words).value, sized))
    return min(found, key=lambda pair: pair[0])[1].tried.wire if found else None


def _loaded(question: RunQuestion, legs: LegLoads, factor: float) -> RunQuestion:
    design = replace(legs.design, noncontinuous_a=legs.design.noncontinuous_a * factor, continuous_a=legs.design.continuous_a * factor,
                     neutral_a=legs.design.neutral_a * factor)  # fmt: skip
    amperes = ("line_1_a", "line_2_a", "neutral_1_a", "neutral_2_a", "starting_extra_a", "motor_a", "plate_a", "plate_device_a")
    scaled = replace(legs, design=design, **{field: getattr(legs, field) * factor for field in amperes})
    return replace(question, load=Worked(scaled, question.load.steps), bus_a=0.0)


def _limited(question: RunQuestion, percent: float) -> RunQuestion:
    return replace(question, run_limit_percent=percent, way_limit_percent=question.drop_above_percent + percent, maker_percent=None)


def _words(planned: Wire, now: Wire | None, other: Wire | None, moves: str, say: Words) -> str:

    def named(wire: Wire | None) -> str:
        return f"{say.size_name(wire.size)} {say.metal_name(wire.metal)}" if wire else "no single set of wires"

    first = "" if now == planned else f"planned is {named(planned)}; "
    return f"{first}{named(now)} stays the cheapest until {moves}; then {named(other)}"
