"""The estimate as a step: materials at their prices with the hours of the days, when what is needed, and other ways to do the job."""

from __future__ import annotations

from northspan.core.case.beside import Beside
from northspan.core.case.calculator import Answer, Calculator
from northspan.core.case.step import Step, StepAnswer, View
from northspan.core.case.worked import WorkedJob
from northspan.core.document.plan import WorkLine, work_lines
from northspan.core.document.plan.days import DaysPlan
from northspan.core.document.plan.materials import Alternative
from northspan.core.steps.days.plan import days_plan, first_needed, labor_h
from northspan.core.steps.estimate import calculators
from northspan.core.steps.estimate.alternatives import alternatives
from northspan.core.steps.estimate.estimate import estimated
from northspan.core.steps.materials.books_of import books_of
from northspan.core.steps.materials.lines import taken_off
from northspan.core.steps.materials.priced import priced
from northspan.core.working.errors import InvalidJob


class EstimateAnswer(StepAnswer):
    """What the owner pays, by which working; and on which day each line is needed first. [money]"""

    estimate: float
    estimate_working: tuple[WorkLine, ...]
    first_needed: dict[str, str]


class AlternativeList(StepAnswer):
    """The whole job done another way, beside the plan as it is."""

    ways: tuple[Alternative, ...]


def added_up(whole: WorkedJob, beside: Beside) -> EstimateAnswer:
    """Work the estimate of a job from the list at the prices that are kept and from the hours of its days.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    beside : Beside
        With the books. [money]
    """
    prices = priced(taken_off(whole), books_of(whole, beside.books), whole.case.rulebook.words.length_text)
    days = _days(whole)
    found = estimated(whole.job.materials.estimate, prices.splits[0].cost if prices.splits else 0.0, labor_h(days) if days else 0.0)
    return EstimateAnswer(estimate=found.value, estimate_working=work_lines(found.steps), first_needed=first_needed(days) if days else {})


def other_ways(whole: WorkedJob, beside: Beside) -> AlternativeList:
    """Price the whole job done another way: the other metal, the cheapest set of runs, another way to lie.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    beside : Beside
        With the books. [money]
    """
    days = _days(whole)
    return AlternativeList(ways=alternatives(whole.job, books_of(whole, beside.books), labor_h(days) if days else 0.0))


def _days(whole: WorkedJob) -> DaysPlan | None:
    """The days of a job; None where what it says of them cannot be planned, which the days step says itself."""
    try:
        return days_plan(whole)
    except InvalidJob:
        return None


STEP = Step(
    "estimate",
    View(EstimateAnswer, added_up),
    more={"alternatives": View(AlternativeList, other_ways, heavy=True)},
    calculators=(Calculator("estimate", calculators.EstimateQuestion, Answer, calculators.estimate),),
    uses=("books",),
)
