"""An estimate by itself."""

from __future__ import annotations

from pydantic import Field

from northspan.core.case.calculator import Answer, Question, answered
from northspan.core.document.job import Estimate
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.steps.estimate.estimate import estimated


class EstimateQuestion(Question):
    """What the materials cost, and what a person says of the work. [money]"""

    materials: float = Field(ge=0, le=1e9)
    terms: Estimate = Estimate()


def estimate(question: EstimateQuestion) -> Answer:
    """Work an estimate: materials with markup, hours by rate, permit, tax, rounded up.

    Parameters
    ----------
    question : EstimateQuestion
        Materials and terms. [money]

    Examples
    --------
    >>> estimate(EstimateQuestion(materials=1000, terms={"hours": 10, "rate_per_hour": 60})).headline
    '1600, of it 600 for work'
    """
    worked, terms = estimated(question.terms, question.materials), question.terms
    said = f"{worked.value:g}, of it {terms.hours * terms.rate_per_hour:g} for work"
    return answered(rulebook_named(question.rulebook), said, {"total": worked.value}, {"Estimate": worked.steps})
