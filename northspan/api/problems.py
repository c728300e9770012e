"""Errors to problem+json: the field, what is wrong, what would be right."""

from __future__ import annotations

import json
import sqlite3
from http import HTTPStatus
from typing import Any

from flask import Flask, Response, request
from pydantic import BaseModel, ValidationError
from sqlalchemy.exc import DBAPIError
from werkzeug.exceptions import HTTPException

from northspan.core.document.findings import sentence
from northspan.core.document.limits import bare
from northspan.core.document.upgrade import first_wrong
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.working.errors import InvalidJob, NorthSpanError, NoSolution, OutsideTable
from northspan.standins.behaves import DeskSilent
from northspan.store.books import NoSuchBook
from northspan.store.database import Crowded
from northspan.store.jobs import NoSuchJob, NothingToDo, Stale
from northspan.store.library import NoSuchLoad


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


class BadRequest(NorthSpanError):
    """A request that cannot be read."""

    code = "bad-request"

    def __init__(self, status: HTTPStatus, wrong: str, right: str = "") -> None:
        self.status, self.wrong, self.right = status, wrong, right
        super().__init__(wrong)


def problem(status: HTTPStatus, code: str, detail: str, **facts: Any) -> Response:  # noqa: ANN401 - fields of Problem
    """Make a problem+json answer.

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
    body = Problem(type=f"/errors#{code}", title=status.phrase, status=status, detail=detail, **facts)
    return Response(json.dumps(body.model_dump(exclude_none=True)), status=status, mimetype="application/problem+json")


def add_error_handlers(app: Flask) -> None:
    """Register one handler for each kind of error.

    Parameters
    ----------
    app : Flask
        The application. [-]
    """
    kinds: dict[type[Exception], Any] = {
        InvalidJob: lambda e: problem(HTTPStatus.UNPROCESSABLE_ENTITY, e.code, sentence(e.wrong), field=e.where, right=e.right or None),
        ValidationError: _validation,
        OutsideTable: lambda e: problem(HTTPStatus.UNPROCESSABLE_ENTITY, e.code, str(e)),
        NoSolution: lambda e: problem(HTTPStatus.UNPROCESSABLE_ENTITY, e.code, str(e)),
        NoSuchJob: lambda e: problem(HTTPStatus.NOT_FOUND, e.code, str(e)),
        NoSuchBook: lambda e: problem(HTTPStatus.NOT_FOUND, e.code, str(e)),
        DeskSilent: lambda e: problem(HTTPStatus.BAD_GATEWAY, e.code, str(e)),
        NoSuchLoad: lambda e: problem(HTTPStatus.NOT_FOUND, e.code, str(e)),
        Stale: lambda e: problem(
            HTTPStatus.CONFLICT, e.code, str(e), current_revision=e.current, right="Read the job again, then edit what is there now."
        ),
        NothingToDo: lambda e: problem(HTTPStatus.CONFLICT, e.code, str(e)),
        BadRequest: lambda e: problem(e.status, e.code, e.wrong, right=e.right or None),
        Crowded: lambda e: problem(HTTPStatus.SERVICE_UNAVAILABLE, e.code, str(e), right="Try again in a moment."),
        DBAPIError: _database,
        HTTPException: lambda e: problem(HTTPStatus(e.code or 500), "http", e.description or e.name),
    }
    for kind, handler in kinds.items():
        app.register_error_handler(kind, handler)


_OUT_OF_ROOM = frozenset({sqlite3.SQLITE_FULL})
_FOR_NOW = frozenset(
    {
        sqlite3.SQLITE_BUSY,
        sqlite3.SQLITE_LOCKED,
        sqlite3.SQLITE_READONLY,
        sqlite3.SQLITE_CANTOPEN,
        sqlite3.SQLITE_IOERR,
        sqlite3.SQLITE_PERM,
    }
)
_PRIMARY = 0xFF  # the low byte of an extended code is its kind


def _database(error: DBAPIError) -> Response:
    """Say what the database could not do; what was acknowledged before is kept."""
    code = getattr(error.orig, "sqlite_errorcode", 0) & _PRIMARY
    if code in _OUT_OF_ROOM:
        words = "The disk that holds the database is full. Nothing was changed."
        return problem(HTTPStatus.INSUFFICIENT_STORAGE, "storage-full", words, right="Make room on it, then do it again.")
    if code in _FOR_NOW:
        words = "The database is locked, or may only be read at this moment. Nothing was changed."
        return problem(HTTPStatus.SERVICE_UNAVAILABLE, "busy", words, right="Try again in a moment; if it stays so, look at its file.")
    if code in {sqlite3.SQLITE_CORRUPT, sqlite3.SQLITE_NOTADB}:
        words = "The database is damaged. Nothing was changed."
        right = "Stop the server, run northspan check, and put a backup back."
        return problem(HTTPStatus.INTERNAL_SERVER_ERROR, "database-unfit", words, right=right)
    raise error


def _validation(error: ValidationError) -> Response:
    wrong = first_wrong(error, feet=_in_feet())
    return problem(HTTPStatus.UNPROCESSABLE_ENTITY, wrong.code, sentence(wrong.wrong), field=wrong.where)


def _in_feet() -> bool:
    """Whether whoever sent this reads feet: by the job in it, by its rules, by the first rules where it names none."""
    sent = request.get_json(silent=True)
    if not isinstance(sent, dict):
        return False
    job = sent.get("job")
    if isinstance(job, dict):
        return bool(job.get("units", "feet") == "feet")
    named = sent.get("rulebook", rulebook_names()[0])
    return named in rulebook_names() and rulebook_named(named).words.feet
