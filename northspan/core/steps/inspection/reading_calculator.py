"""What a reading says: what the plan of a job expects there, the band, the limit, and the verdict."""

from __future__ import annotations

from northspan.core.case.calculator import Answer, answered
from northspan.core.document.job import Measured, Part
from northspan.core.document.upgrade import AnyJob
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.solve import worked
from northspan.core.steps.inspection.by_kind import expected_of
from northspan.core.steps.inspection.expected import Expected, grade_of
from northspan.core.working.worked import ruled


class ReadingQuestion(Part):
    """A job, and what was read in it. What was read before stands in the job. [unit of the kind]"""

    job: AnyJob
    reading: Measured


def reading(question: ReadingQuestion) -> Answer:
    """Say what a reading says: expected, band, grade (ok, high, low, look, fail), and why.

    Parameters
    ----------
    question : ReadingQuestion
        The job and the reading. [unit of the kind]

    Raises
    ------
    InvalidJob
        If the reading names what is not there, or says too little.

    Examples
    --------
    >>> from northspan.core.desk.demos import DEMOS
    >>> job = DEMOS["us-2023"]()
    >>> one = Measured(kind="volts", where="/enclosures/P2", between="L1-L2", on=("kiln",), value=205)
    >>> reading(ReadingQuestion(job=job, reading=one)).figures["grade"]
    'low'
    """
    whole = worked(question.job)
    said = expected_of(whole, question.reading)
    grade, unit = grade_of(question.reading, said).value, said.row.unit
    figures: dict[str, float | str] = {"grade": grade, "unit": unit, "why": said.why}
    figures |= {name: value for name, value in _numbers(said).items() if value is not None}
    shown = f"{question.reading.value:g} {unit}".strip()
    limit = ruled("x", said.row.words, band_words(said) or "what is right", said.why, said.citation)
    return answered(rulebook_of(question.job), f"{shown}: {grade}. {band_words(said)}".strip(), figures, {"Expected": (*said.steps, limit)})


def _numbers(said: Expected) -> dict[str, float | None]:
    return {"expected": said.value, "low": said.low, "high": said.high, "least": said.least, "most": said.most}


def band_words(said: Expected) -> str:
    """Say what is expected, in one sentence; nothing where nothing is.

    Parameters
    ----------
    said : Expected
        What is expected. [-]
    """
    unit = f" {said.row.unit}".rstrip()
    if said.low is not None and said.high is not None:
        return f"{said.low:.4g} to {said.high:.4g}{unit} expected."
    if said.least is not None:
        return f"At least {said.least:g}{unit}."
    return f"At most {said.most:g}{unit}." if said.most is not None else ""
