"""The whole site: the cheapest set of choices that keeps every limit, and the trade between cost and drop."""

from __future__ import annotations

from dataclasses import dataclass

from pydantic import Field

from northspan.core.case.calculator import Answer, Calculator
from northspan.core.document.cautions import DEFERENCE
from northspan.core.document.findings import Edit
from northspan.core.document.job import Job, Part
from northspan.core.document.plan import WorkGroup, work_lines
from northspan.core.document.upgrade import AnyJob
from northspan.core.physics.optimum import Point, cheapest_sets
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.topics.site.choices import SiteChoices, site_choices
from northspan.core.working.errors import InvalidJob, NoSolution
from northspan.core.working.worked import step, whole

MOST_SHOWN = 24  # points of the curve that a person can press


class SiteQuestion(Part):
    """A job, and the drop that its worst way may have."""

    job: AnyJob
    way_limit_percent: float | None = Field(None, gt=0, le=20, description="Empty takes the job's own limit. [%]")


@dataclass(frozen=True, slots=True)
class SiteRun:
    """A run in a set of choices: what it is, and the edit that takes it."""

    run: str
    name: str
    words: str
    cost: float
    drop_percent: float
    changes: bool
    edits: tuple[Edit, ...]


@dataclass(frozen=True, slots=True)
class SitePoint:
    """A set of choices for all runs: its cost, and the drop of its worst way."""

    cost: float
    drop_percent: float
    runs: tuple[SiteRun, ...]


class SiteAnswer(Answer):
    """The curve of unbeaten sets, from the least drop to the least cost; the last one is the cheapest."""

    limit_percent: float
    now_cost: float
    now_drop_percent: float
    points: tuple[SitePoint, ...]
    left_out: tuple[str, ...]


def site(question: SiteQuestion) -> SiteAnswer:
    """Choose metal, size, pipe and voltage of all runs together: the least cost at which every limit holds.

    Parameters
    ----------
    question : SiteQuestion
        The job and the limit. [%]

    Raises
    ------
    InvalidJob
        If no run of the job can be sized.
    NoSolution
        If no set of choices keeps the limits.

    Examples
    --------
    >>> from northspan.core.desk.starts import detached_feeder
    >>> answer = site(SiteQuestion(job=detached_feeder("Shed", load_a=40, length_m=30)))
    >>> answer.points[-1].runs[0].words
    '1 AWG aluminum, 1¼ in PVC'
    """
    found = site_choices(question.job)
    if not found.ways:
        raise InvalidJob("/job/runs", "there is no run to choose for.", "Give a run a load and a length first.")
    limit = question.way_limit_percent or found.limit_percent
    choices = {run: [way.choice for way in ways] for run, ways in found.ways.items()}
    points = cheapest_sets(found.fed_by, choices, limit)
    if not points:
        raise NoSolution("set of choices", f"every size and metal of {len(choices)} runs within {limit:g} % over the whole way")
    best = points[-1]
    now_cost, now_drop = _now(found)
    saved = step("C_s", "saved against the plan as it is", "C_n - C", "", "difference", C_n=now_cost, C=best.cost)
    total = step("C", f"cheapest of all sets within {limit:g} %", _sum(best), "", "exact search over the tree", **_costs(found, best))
    book = rulebook_of(question.job)
    return SiteAnswer(
        rulebook=book.title,
        deference=book.words.fill(DEFERENCE),
        headline=f"{whole(best.cost)} for all runs, worst way {best.drop_percent:.1f} %; as planned {whole(now_cost)}, {now_drop:.1f} %",
        figures={"cost": best.cost, "drop_percent": best.drop_percent, "saved": saved.value},
        working=(WorkGroup("total", "Total", f"{whole(best.cost)}", work_lines((total, saved))),),
        limit_percent=limit,
        now_cost=now_cost,
        now_drop_percent=now_drop,
        points=tuple(_shown(question.job, found, point) for point in _some(points)),
        left_out=found.left_out,
    )


def _now(found: SiteChoices) -> tuple[float, float]:
    """Cost and worst drop of the plan as it stands."""
    cost, worst = 0.0, 0.0
    reached: dict[str, float] = {}
    for run, ways in found.ways.items():
        planned = next((way for way in ways if way.planned), ways[0])
        feeder = found.fed_by[run]
        reached[run] = planned.choice.drop_percent + (reached[feeder] if feeder else 0.0)
        cost, worst = cost + planned.choice.cost, max(worst, reached[run])
    return cost, worst


def _some(points: tuple[Point, ...]) -> list[Point]:
    """Thin a long curve evenly in drop; both ends stay."""
    if len(points) <= MOST_SHOWN:
        return list(points)
    first, last = points[0].drop_percent, points[-1].drop_percent
    kept = [points[0]]
    for point in points[1:-1]:
        if point.drop_percent >= first + (last - first) * len(kept) / (MOST_SHOWN - 1):
            kept.append(point)
    return [*kept, points[-1]]


def _shown(job: Job, found: SiteChoices, point: Point) -> SitePoint:
    rows = []
    for run, at in sorted(point.chosen().items(), key=lambda entry: list(found.ways).index(entry[0])):
        way = found.ways[run][at]
        rows.append(SiteRun(run, job.runs[run].name, way.words, way.choice.cost, way.choice.drop_percent, not way.planned, way.edits))
    return SitePoint(point.cost, point.drop_percent, tuple(rows))


def _costs(found: SiteChoices, point: Point) -> dict[str, float]:
    return {f"C_{i}": found.ways[run][at].choice.cost for i, (run, at) in enumerate(sorted(point.chosen().items()), 1)}


def _sum(point: Point) -> str:
    return " + ".join(f"C_{i}" for i in range(1, len(point.chosen()) + 1))


CALCULATORS = (Calculator("site", SiteQuestion, SiteAnswer, site, heavy=True),)
