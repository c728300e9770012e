"""Errors over HTTP: problems of the core as they are, and what only a server meets: a full disk, a request that cannot be read."""

from __future__ import annotations

import sqlite3
from http import HTTPStatus
from typing import Any

from flask import Flask, Response, request
from pydantic import ValidationError
from sqlalchemy.exc import DBAPIError
from werkzeug.exceptions import HTTPException

from northspan.asking import told
from northspan.core.working.errors import NorthSpanError
from northspan.files.photo import NotAttachable
from northspan.problem import KNOWN, Problem, a_problem, problem_of, wrong_shape
from northspan.store.attachments import NoRoom, NoSuchFile
from northspan.store.database import Crowded
from northspan.store.library import NoSuchLoad


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
    return sent(a_problem(status, code, detail, **facts))


def sent(one: Problem) -> Response:
    """Answer with a problem.

    Parameters
    ----------
    one : Problem
        The problem. [-]
    """
    said = told(one)
    return Response(said.body, status=said.status, mimetype="application/problem+json")


def add_error_handlers(app: Flask) -> None:
    """Register one handler for each kind of error.

    Parameters
    ----------
    app : Flask
        The application. [-]
    """
    kinds: dict[type[Exception], Any] = {
        **dict.fromkeys(KNOWN, lambda e: sent(problem_of(e))),
        ValidationError: lambda e: sent(wrong_shape(e, request.get_json(silent=True))),
        NoSuchLoad: lambda e: problem(HTTPStatus.NOT_FOUND, e.code, str(e)),
        BadRequest: lambda e: problem(e.status, e.code, e.wrong, right=e.right or None),
        Crowded: lambda e: problem(HTTPStatus.SERVICE_UNAVAILABLE, e.code, str(e), right="Try again in a moment."),
        NotAttachable: lambda e: problem(HTTPStatus.UNPROCESSABLE_ENTITY, e.code, str(e), right="Nothing was kept. Send another file."),
        NoSuchFile: lambda e: problem(HTTPStatus.NOT_FOUND, e.code, str(e)),
        NoRoom: lambda e: problem(HTTPStatus.INSUFFICIENT_STORAGE, e.code, str(e), right="Make room on it, then do it again."),
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
