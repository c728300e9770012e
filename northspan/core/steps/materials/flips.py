"""When an answer flips: the price of a metal at which another choice becomes the cheapest, for a run and for the site."""

from __future__ import annotations

from dataclasses import replace

from northspan.core.case.worked import WorkedJob
from northspan.core.document.job import Job, Metal, Prices, Status
from northspan.core.document.plan.materials import Flip
from northspan.core.physics.optimum import Choice, cheapest_sets
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.words import Words
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.topics.site.choices import SiteChoices, site_choices
from northspan.core.topics.sizing.alternatives import CHOSEN, Otherwise, near
from northspan.core.topics.sizing.cost import run_cost
from northspan.core.topics.sizing.prices import metal_per_kg, wire_kg_per_m
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.topics.sizing.topic import SIZED
from northspan.core.working.errors import NoSolution
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import whole as in_whole

MOST_CROSSINGS = 60  # each lies nearer than the one before; a few are enough
MOST_PERCENT = 300.0  # a metal that has to cost four times as much is no reason to look again


def flips(whole: WorkedJob) -> tuple[Flip, ...]:
    """Find for every new run the nearest price of copper and of aluminum at which another metal becomes cheaper.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [money]

    Notes
    -----
    What a choice costs is a straight line over the price of a metal: its weight times the price, and the rest. Its cost with the
    price as it is and with none gives that line for each choice that holds; where two lines cross is the flip.
    """
    job, rulebook = whole.job, whole.case.rulebook
    runs = [key for key, run in job.runs.items() if run.status is Status.new and not run.utility_owned and key in whole.done[SIZED]]
    ways = {key: tuple(near(whole.done[SIZED][key], rulebook)) for key in sorted(runs)}
    found = [
        flip
        for metal in Metal
        if metal_per_kg(metal, job.prices)
        for key in ways
        if (flip := _of_run(whole, key, metal, ways[key])) is not None
    ]
    return tuple(sorted(found, key=lambda one: abs(one.percent)))


def _of_run(whole: WorkedJob, key: str, metal: Metal, ways: tuple[Otherwise, ...]) -> Flip | None:
    """The nearest flip of one run with one metal, if any is near enough to speak of."""
    rulebook = whole.case.rulebook
    here = next(one.sized for one in ways if one.laid == CHOSEN)
    others = [one.sized for one in ways if one.sized.tried.wire.metal is not here.tried.wire.metal
              and all(margin.holds for margin in one.sized.margins)]  # fmt: skip
    free = without_metal(whole.job, metal).prices
    line = _line(here, free, rulebook)
    crossings = [(at, other) for other in others if (at := _crossing(line, _line(other, free, rulebook))) is not None]
    near_enough = [(at, other) for at, other in crossings if -100 <= at <= MOST_PERCENT]  # noqa: PLR2004 - a price ends at 0
    if not near_enough:
        return None
    percent, other = min(near_enough, key=lambda one: abs(one[0]))
    say = rulebook.words
    moves = f"{'falls' if percent < 0 else 'rises'} by {in_whole(abs(percent))} %"
    cheaper = sum_of(line) <= sum_of(_line(other, free, rulebook)) + 1e-9
    stays = f"{_named(here, say)} {'stays' if cheaper else 'becomes'} the cheaper"
    words = f"{stays} {'until' if cheaper else 'when'} {say.metal_name(metal)} {moves}; then {_named(other, say)}"
    return Flip(key, whole.job.runs[key].name, say.metal_name(metal), percent, words if cheaper else words.split(";", maxsplit=1)[0])


def _named(sized: SizedRun, say: Words) -> str:
    return f"{say.size_name(sized.tried.wire.size)} {say.metal_name(sized.tried.wire.metal)}"


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
    one whole interval of prices around it. Its ends are found by crossing lines: where the set that is the cheapest at the far
    end crosses the one of now, another may be cheaper still; its crossing lies nearer, and so on until none is.

    References
    ----------
    Eisner and Severance, Mathematical techniques for efficient record segmentation, 1976, for the crossing of lines.
    """
    now = site_choices(job)
    if not now.ways:
        return ()
    found: list[Flip] = []
    for metal in Metal:
        if metal_per_kg(metal, job.prices):
            lines = _SiteLines(now, without_metal(job, metal).prices, rulebook_of(job))
            best = lines.best(1.0)
            found += [flip for end in (0.0, 1 + MOST_PERCENT / 100) if (flip := _site_flip(job, metal, lines, best, end))]
    return tuple(sorted(found, key=lambda one: abs(one.percent)))


def _site_flip(job: Job, metal: Metal, lines: _SiteLines, best: dict[str, int], end: float) -> Flip | None:
    """The price between now and an end at which another set becomes cheaper, and what is then chosen; None if none does."""
    here, at, other = lines.line(best), end, best
    for _ in range(MOST_CROSSINGS):
        there = lines.best(at)
        rest, per_price = lines.line(there)
        if rest + at * per_price >= here[0] + at * here[1] - 1e-6:
            break
        at, other = (rest - here[0]) / (here[1] - per_price), there
    if other is best:
        return None
    say = rulebook_of(job).words
    changes = [f"{job.runs[run].name}: {lines.words(run, to)}" for run, to in other.items() if to != best[run]]
    percent = 100 * (at - 1)
    moves = f"{'falls' if percent < 0 else 'rises'} by {in_whole(abs(percent))} %"
    words = f"the cheapest set stays until {say.metal_name(metal)} {moves}; then {'; '.join(changes)}"
    return Flip("", "The whole site", say.metal_name(metal), percent, words)


class _SiteLines:
    """What every choice of every run costs, as a line over the price of a metal: 1 is its price now."""

    def __init__(self, now: SiteChoices, free: Prices, rulebook: Rulebook) -> None:
        self._now = now
        self._rest = {run: [way.cost_at(free, rulebook) for way in ways] for run, ways in now.ways.items()}

    def _at(self, price: float) -> dict[str, list[Choice]]:
        return {
            run: [Choice(rest + price * (way.choice.cost - rest), way.choice.drop_percent)
                  for way, rest in zip(ways, self._rest[run], strict=True)]
            for run, ways in self._now.ways.items()
        }  # fmt: skip

    def best(self, price: float) -> dict[str, int]:
        """The cheapest set at a price."""
        points = cheapest_sets(self._now.fed_by, self._at(price), self._now.limit_percent)
        if not points:
            raise NoSolution("set of choices", f"every size and metal of {len(self._now.ways)} runs")
        return points[-1].chosen()

    def line(self, chosen: dict[str, int]) -> tuple[float, float]:
        """What a set costs without the metal, and what the metal in it costs now. [money]"""
        rest = sum_of(self._rest[run][i] for run, i in chosen.items())
        return rest, sum_of(self._now.ways[run][i].choice.cost for run, i in chosen.items()) - rest

    def words(self, run: str, at: int) -> str:
        """A choice in words."""
        return self._now.ways[run][at].words


def _line(sized: SizedRun, free: Prices, rulebook: Rulebook) -> tuple[float, float]:
    """Cost of a choice with no price for the metal, and what the metal in it costs now. [money]"""
    rest, cost = (
        run_cost(replace(sized, question=replace(sized.question, prices=prices)), rulebook.wires, rulebook.pipes, rulebook.words).value
        for prices in (free, sized.question.prices)
    )
    return rest, cost - rest


def _crossing(first: tuple[float, float], second: tuple[float, float]) -> float | None:
    """By how many percent the price moves until two choices cost the same; None where they never do."""
    slope = first[1] - second[1]
    if abs(slope) < 1e-9:  # noqa: PLR2004 - the same weight of it in both
        return None
    return 100 * ((second[0] - first[0]) / slope - 1)
