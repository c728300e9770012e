"""When an answer flips: the price of a metal at which another choice for a run becomes the cheapest."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from northspan.core.document.job import Job, Metal, Status
from northspan.core.document.plan.run import Neighbour, RunPlan
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.solve import solve
from northspan.core.working.worked import whole

MOST_PERCENT = 300.0  # a metal that has to cost four times as much is no reason to look again


@dataclass(frozen=True, slots=True)
class Flip:
    """A run whose cheapest choice changes with the price of a metal: by how much that price has to move. [%]"""

    run: str
    name: str
    metal: str
    percent: float
    words: str


def flips(job: Job) -> tuple[Flip, ...]:
    """Find for every new run the nearest price of copper and of aluminum at which another metal becomes cheaper.

    Parameters
    ----------
    job : Job
        The job. [money]

    Notes
    -----
    What a choice costs is a straight line over the price of a metal: its weight times the price, and the rest. Two plans, one
    with the price as it is and one with none, give that line for each choice that holds; where two lines cross is the flip.
    """
    runs = {key for key, run in job.runs.items() if run.status is Status.new and not run.utility_owned}
    if not runs:
        return ()
    now = solve(job, runs)
    found: list[Flip] = []
    for metal, field in ((Metal.copper, "copper_per_kg"), (Metal.aluminum, "aluminum_per_kg")):
        price = getattr(job.prices, field)
        if not price:
            continue
        free = solve(job.model_copy(update={"prices": job.prices.model_copy(update={field: 0.0})}), runs)
        for key in sorted(runs):
            found += _of_run(job, key, metal, now.runs[key], free.runs[key])
    return tuple(sorted(found, key=lambda one: abs(one.percent)))


def _of_run(job: Job, key: str, metal: Metal, now: RunPlan, free: RunPlan) -> Iterator[Flip]:
    """The nearest flip of one run with one metal, if any is near enough to speak of."""
    here = next((one for one in now.neighbours if one.current), None)
    others = [one for one in now.neighbours if one.holds and not one.current and here is not None and one.metal != here.metal]
    if here is None or not others:
        return
    nearest: tuple[float, Neighbour] | None = None
    for other in others:
        at = _crossing(_line(here, free), _line(other, free))
        if at is not None and -100 <= at <= MOST_PERCENT and (nearest is None or abs(at) < abs(nearest[0])):  # noqa: PLR2004 - a price ends at 0
            nearest = at, other
    if nearest is None:
        return
    percent, other = nearest
    say = rulebook_of(job).words
    moves = f"{'falls' if percent < 0 else 'rises'} by {whole(abs(percent))} %"
    cheaper = here.cost <= other.cost + 1e-9
    stays = f"{here.size_name} {say.metal_name(Metal(here.metal))} {'stays' if cheaper else 'becomes'} the cheaper"
    then = f"{other.size_name} {say.metal_name(Metal(other.metal))}"
    words = f"{stays} {'until' if cheaper else 'when'} {say.metal_name(metal)} {moves}; then {then}"
    yield Flip(key, now.name, metal.value, percent, words if cheaper else words.split(";", maxsplit=1)[0])


def _line(one: Neighbour, free: RunPlan) -> tuple[float, float]:
    """Cost of a choice with no price for the metal, and what the metal in it costs now. [money]"""
    like = (one.words, one.size_name, one.metal)
    same = next((other for other in free.neighbours if (other.words, other.size_name, other.metal) == like), None)
    rest = same.cost if same is not None else one.cost
    return rest, one.cost - rest


def _crossing(first: tuple[float, float], second: tuple[float, float]) -> float | None:
    """By how many percent the price moves until two choices cost the same; None where they never do."""
    slope = first[1] - second[1]
    if abs(slope) < 1e-9:  # noqa: PLR2004 - the same weight of it in both
        return None
    return 100 * ((second[0] - first[0]) / slope - 1)
