"""Reading requests strictly: size, JSON, revision, person."""

from __future__ import annotations

import json
import re
from http import HTTPStatus
from typing import Any, TypeVar
from urllib.parse import unquote

from flask import Response, request
from pydantic import BaseModel

from northspan.api.problems import BadRequest
from northspan.asking import Said
from northspan.files.strict_json import TooDeep, read_json

LARGEST_BODY = 2_000_000  # bytes; a job of 500 runs takes about 400,000
M = TypeVar("M", bound=BaseModel)


def json_body() -> Any:  # noqa: ANN401 - any JSON
    """Parse the body as JSON, refusing what JSON does not have.

    Raises
    ------
    BadRequest
        If it is too large, not JSON, too deep, or holds NaN or Infinity.
    """
    try:
        return read_json(request.get_data(cache=False))
    except UnicodeDecodeError as error:
        raise BadRequest(HTTPStatus.BAD_REQUEST, "The body is not UTF-8 text.", "Send JSON in UTF-8.") from error
    except json.JSONDecodeError as error:
        raise BadRequest(
            HTTPStatus.BAD_REQUEST,
            f"The body is not JSON: {error.msg} in line {error.lineno}, column {error.colno}.",
            "Send a JSON document.",
        ) from error
    except TooDeep as error:
        raise BadRequest(HTTPStatus.BAD_REQUEST, "The body is nested too deeply.", "Send a plain job document.") from error
    except ValueError as error:
        raise BadRequest(HTTPStatus.BAD_REQUEST, f"The body cannot be read: {error}.", "Send plain text and finite figures.") from error


def body(model: type[M]) -> M:
    """Read the body as a model.

    Parameters
    ----------
    model : type
        Pydantic model. [-]
    """
    return model.model_validate(json_body())


def revision_asked() -> int:
    """Read the revision that an edit was made on from If-Match.

    Raises
    ------
    BadRequest
        If the header is missing or is not a revision.
    """
    header = request.headers.get("If-Match")
    if header is None:
        raise BadRequest(
            HTTPStatus.PRECONDITION_REQUIRED,
            "The edit does not say which revision it was made on.",
            'Send If-Match with the revision, for example If-Match: "3".',
        )
    match = re.fullmatch(r'"?(\d{1,9})"?', header.strip(), re.ASCII)
    if not match:
        raise BadRequest(HTTPStatus.BAD_REQUEST, f"If-Match is {header[:40]}, which is no revision.", 'For example If-Match: "3".')
    return int(match[1])


def person() -> str:
    """Read who makes the edit; an empty text if nobody said. [-]"""
    return unquote(request.headers.get("Northspan-Person", ""))[:80]


def detailed_runs() -> set[str] | None:
    """Read which runs are wanted with their working: all unless `focus` names some; none where only changes are wanted. [-]"""
    focus = request.args.get("focus", "" if since_asked() is not None else None)
    return None if focus is None else {name for name in focus.split(",") if name}


def ticket() -> str:
    """Read the name under which a long question can be stopped; an empty text if nobody gave one. [-]"""
    return request.headers.get("Northspan-Ticket", "")[:40]


def since_asked() -> int | None:
    """Read from which revision on only what is different is wanted; None where all is. [-]"""
    since = request.args.get("since", "")
    return int(since) if re.fullmatch(r"\d{1,9}", since, re.ASCII) else None


def rulebook_asked(usual: str) -> str:
    """Read in whose words an answer is wanted. [-]

    Parameters
    ----------
    usual : str
        The rulebook if nobody said. [-]
    """
    return request.args.get("rulebook", usual)


def answer(model: BaseModel, status: HTTPStatus = HTTPStatus.OK, revision: int | None = None) -> Response:
    """Answer with a model as JSON.

    Parameters
    ----------
    model : BaseModel
        What to answer. [-]
    status : HTTPStatus
        Status. [-]
    revision : int, optional
        Revision for the ETag. [-]
    """
    response = Response(model.model_dump_json(), status=status, mimetype="application/json")
    if revision is not None:
        response.headers["ETag"] = f'"{revision}"'
    response.headers["Cache-Control"] = "no-store"
    return response


def passed_on(said: Said) -> Response:
    """Answer with what was said, as it is.

    Parameters
    ----------
    said : Said
        The answer, or the problem. [-]
    """
    kind = "application/json" if said.holds else "application/problem+json"
    response = Response(said.body, status=said.status, mimetype=kind)
    response.headers["Cache-Control"] = "no-store"
    return response
