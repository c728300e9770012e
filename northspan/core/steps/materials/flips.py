"""When an answer flips: the price of a metal at which another choice becomes the cheapest, for a run and for the site."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.document.job import Job, Metal, Status
from northspan.core.document.plan.materials import Flip
from northspan.core.document.plan.run import Neighbour, RunPlan
from northspan.core.physics.optimum import Choice, Point, cheapest_sets
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.solve import solve
from northspan.core.topics.site.choices import SiteChoices, site_choices
from northspan.core.topics.sizing.prices import metal_per_kg, wire_kg_per_m
from northspan.core.working.errors import NoSolution
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import whole

CLOSE = 1e-4  # of the price
MOST_PERCENT = 300.0  # a metal that has to cost four times as much is no reason to look again


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
    for metal in Metal:
        if not metal_per_kg(metal, job.prices):
            continue
        free = solve(without_metal(job, metal), runs)
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
    yield Flip(key, now.name, say.metal_name(metal), percent, words if cheaper else words.split(";", maxsplit=1)[0])


def without_metal(job: Job, metal: Metal) -> Job:
    """Give a job in which a metal costs nothing: by weight nothing, and quoted wire is cheaper by what is in it. [money]

    Parameters
    ----------
    job : Job
        The job. [-]
    metal : Metal
        The metal. [-]

    Notes
    -----
    A book does not say what of its price is metal. Its weight at the job's own price is taken, and never more than the price;
    the price of a cable stays as it is, for its words do not say how many wires are in it.
    """
    prices, wires = job.prices, rulebook_of(job).wires
    per_kg = metal_per_kg(metal, prices)
    quoted = dict(prices.quoted)
    for key, price in prices.quoted.items():
        item, *rest = key.split("|")
        if item == "wire" and rest[1] == metal.value:
            wire = Wire(rest[0], metal, rest[2])
            quoted[key] = price.model_copy(update={"each": max(0.0, price.each - wire_kg_per_m(wire, wires) * per_kg)})
    field = "copper_per_kg" if metal is Metal.copper else "aluminum_per_kg"
    return job.model_copy(update={"prices": prices.model_copy(update={field: 0.0, "quoted": quoted})})


def site_flips(job: Job) -> tuple[Flip, ...]:
    """Find the nearest prices of each metal at which the cheapest set of choices for all runs together changes.

    Parameters
    ----------
    job : Job
        The job. [money]

    Raises
    ------
    NoSolution
        If no set of choices keeps the limits.

    Notes
    -----
    The cost of every set is a straight line over the price of a metal, so a set that is the cheapest now is the cheapest over
    one whole interval of prices around it; its two ends are found by halving.
    """
    now = site_choices(job)
    if not now.ways:
        return ()
    found: list[Flip] = []
    for metal in Metal:
        if metal_per_kg(metal, job.prices):
            lines = _SiteLines(now, site_choices(without_metal(job, metal)))
            best = lines.best(1.0)
            found += [flip for end in (0.0, 1 + MOST_PERCENT / 100) if (flip := _site_flip(job, metal, lines, best, end))]
    return tuple(sorted(found, key=lambda one: abs(one.percent)))


def _site_flip(job: Job, metal: Metal, lines: _SiteLines, best: dict[str, int], end: float) -> Flip | None:
    """The price between now and an end at which another set becomes cheaper, and what is then chosen; None if none does."""
    if not lines.beaten(best, end):
        return None
    holds, beaten = 1.0, end
    while abs(beaten - holds) > CLOSE:
        half = (holds + beaten) / 2
        holds, beaten = (holds, half) if lines.beaten(best, half) else (half, beaten)
    other, say = lines.best(beaten), rulebook_of(job).words
    changes = [f"{job.runs[run].name}: {lines.words(run, at)}" for run, at in other.items() if at != best[run]]
    percent = 100 * (beaten - 1)
    moves = f"{'falls' if percent < 0 else 'rises'} by {whole(abs(percent))} %"
    words = f"the cheapest set stays until {say.metal_name(metal)} {moves}; then {'; '.join(changes)}"
    return Flip("", "The whole site", say.metal_name(metal), percent, words)


class _SiteLines:
    """What every choice of every run costs, as a line over the price of a metal: 1 is its price now."""

    def __init__(self, now: SiteChoices, free: SiteChoices) -> None:
        self._now = now
        rest = {(run, way.words): way.choice.cost for run, ways in free.ways.items() for way in ways}
        self._rest = {run: [rest.get((run, way.words), way.choice.cost) for way in ways] for run, ways in now.ways.items()}

    def _at(self, price: float) -> dict[str, list[Choice]]:
        return {
            run: [Choice(rest + price * (way.choice.cost - rest), way.choice.drop_percent)
                  for way, rest in zip(ways, self._rest[run], strict=True)]
            for run, ways in self._now.ways.items()
        }  # fmt: skip

    def _cheapest(self, price: float) -> Point:
        points = cheapest_sets(self._now.fed_by, self._at(price), self._now.limit_percent)
        if not points:
            raise NoSolution("set of choices", f"every size and metal of {len(self._now.ways)} runs")
        return points[-1]

    def best(self, price: float) -> dict[str, int]:
        """The cheapest set at a price."""
        return self._cheapest(price).chosen()

    def beaten(self, best: dict[str, int], price: float) -> bool:
        """Whether another set is cheaper than this one at a price."""
        at = self._at(price)
        return self._cheapest(price).cost < sum_of(at[run][i].cost for run, i in best.items()) - 1e-6

    def words(self, run: str, at: int) -> str:
        """A choice in words."""
        return self._now.ways[run][at].words


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
