"""A job under another rulebook: what changes in meaning, and the edits that move it."""

from __future__ import annotations

from typing import Annotated

from pydantic import StringConstraints

from northspan.core.case.calculator import Answer
from northspan.core.desk.rulebook_change import Meaning, rulebook_change
from northspan.core.document.cautions import DEFERENCE
from northspan.core.document.findings import Cure
from northspan.core.document.job import Part
from northspan.core.document.plan import WorkGroup, work_lines
from northspan.core.document.upgrade import AnyJob
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.working.worked import ruled


class RulebookChangeQuestion(Part):
    """A job, and the rulebook it is to follow."""

    job: AnyJob
    to: Annotated[str, StringConstraints(max_length=20)]


class RulebookChangeAnswer(Answer):
    """What changes in meaning, what is handed back to the rules, and the edits that move the job."""

    meanings: tuple[Meaning, ...]
    handed_back: tuple[str, ...]
    cure: Cure


def change_rules(question: RulebookChangeQuestion) -> RulebookChangeAnswer:
    """Say what moving a job to another rulebook changes in meaning, with the edits that move it.

    Parameters
    ----------
    question : RulebookChangeQuestion
        The job and the rulebook. [-]

    Raises
    ------
    InvalidJob
        If there is no such rulebook, or the job cannot be planned by it.

    Examples
    --------
    >>> from northspan.core.desk.demo_us import kestrel_hollow
    >>> answer = change_rules(RulebookChangeQuestion(job=kestrel_hollow(), to="ca-2021"))
    >>> any(one.what == "electrodes" for one in answer.meanings)
    True
    """
    book = rulebook_named(question.to)
    change = rulebook_change(question.job, question.to)
    count = len(change.meanings)
    headline = f"{book.title}: {count} answer{'' if count == 1 else 's'} change{'s' if count == 1 else ''}"
    lines = tuple(
        ruled(f"m_{i}", f"{m.name}, {m.what}", m.after, f"before: {m.before}", book.title) for i, m in enumerate(change.meanings, 1)
    )
    lines = lines or (ruled("m", "answers", "the same", "nothing changes in meaning", book.title),)
    groups = (WorkGroup("changes", "What changes in meaning", headline, work_lines(lines)),)
    cure = Cure(f"Follow {book.title}", change.edits)
    shared = {"rulebook": book.title, "deference": book.words.fill(DEFERENCE), "headline": headline, "working": groups}
    return RulebookChangeAnswer.model_validate(shared | {"meanings": change.meanings, "handed_back": change.handed_back, "cure": cure})
