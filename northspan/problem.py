"""Errors in their one shape: which field, what is wrong, what would be right, under a code that stays."""

from __future__ import annotations

from collections.abc import Callable
from http import HTTPStatus
from typing import Any

from pydantic import BaseModel, ValidationError

from northspan.core.document.findings import sentence
from northspan.core.document.ledger import NoSuchJob, NothingToDo, Stale
from northspan.core.document.limits import bare
from northspan.core.document.price_book import NoSuchBook
from northspan.core.document.upgrade import first_wrong
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.working.errors import InvalidJob, NorthSpanError, NoSolution, OutsideTable
from northspan.standins.behaves import DeskSilent


class Problem(BaseModel):
    """An error, as RFC 9457 has it, with the field and what would be right."""

    type: str
    title: str
    status: int
    detail: str
    field: str | None = None
    named: str | None = None  # the field in words
    right: str | None = None
    current_revision: int | None = None


def a_problem(status: HTTPStatus, code: str, detail: str, **facts: Any) -> Problem:  # noqa: ANN401 - fields of Problem
    """Make a problem.

    Parameters
    ----------
    status : HTTPStatus
        Status of the answer. [-]
    code : str
        Stable code, a heading in docs/errors.md. [-]
    detail : str
        What is wrong. [-]
    **facts : Any
        Further fields of Problem. [-]
    """
    if field := facts.get("field"):
        facts["named"] = bare(field.rstrip("/").split("/")[-1]).replace("_", " ") or None
    return Problem(type=f"/errors#{code}", title=status.phrase, status=status, detail=detail, **facts)


def _invalid(error: InvalidJob) -> Problem:
    return a_problem(HTTPStatus.UNPROCESSABLE_ENTITY, error.code, sentence(error.wrong), field=error.where, right=error.right or None)


def _stale(error: Stale) -> Problem:
    right = "Read the job again, then edit what is there now."
    return a_problem(HTTPStatus.CONFLICT, error.code, str(error), current_revision=error.current, right=right)


_STATUS: dict[type[NorthSpanError], HTTPStatus] = {
    OutsideTable: HTTPStatus.UNPROCESSABLE_ENTITY,
    NoSolution: HTTPStatus.UNPROCESSABLE_ENTITY,
    NoSuchJob: HTTPStatus.NOT_FOUND,
    NoSuchBook: HTTPStatus.NOT_FOUND,
    DeskSilent: HTTPStatus.BAD_GATEWAY,
    NothingToDo: HTTPStatus.CONFLICT,
}
_OWN_WORDS: dict[type[NorthSpanError], Callable[[Any], Problem]] = {InvalidJob: _invalid, Stale: _stale}
KNOWN: tuple[type[NorthSpanError], ...] = (*_OWN_WORDS, *_STATUS)


def problem_of(error: NorthSpanError) -> Problem:
    """Turn an error that the core knows into its problem.

    Parameters
    ----------
    error : NorthSpanError
        One of `KNOWN`. [-]
    """
    for kind, made in _OWN_WORDS.items():
        if isinstance(error, kind):
            return made(error)
    status = next(status for kind, status in _STATUS.items() if isinstance(error, kind))
    return a_problem(status, error.code, str(error))


def wrong_shape(error: ValidationError, sent: object) -> Problem:
    """Turn what a shape refuses into a problem, in the units that the sender reads.

    Parameters
    ----------
    error : ValidationError
        From pydantic. [-]
    sent : object
        What was sent. [-]
    """
    wrong = first_wrong(error, feet=_in_feet(sent))
    return a_problem(HTTPStatus.UNPROCESSABLE_ENTITY, wrong.code, sentence(wrong.wrong), field=wrong.where)


def _in_feet(sent: object) -> bool:
    """Whether whoever sent this reads feet: by the job in it, by its rules, by the first rules where it names none."""
    if not isinstance(sent, dict):
        return False
    job = sent.get("job")
    if isinstance(job, dict):
        return bool(job.get("units", "feet") == "feet")
    named = sent.get("rulebook", rulebook_names()[0])
    return named in rulebook_names() and rulebook_named(named).words.feet
