"""Job documents of older versions, brought up to date; newer ones are refused."""

from __future__ import annotations

from collections.abc import Callable
from typing import Annotated, Any

from pydantic import BeforeValidator, ValidationError

from northspan.core.document.job import FORMAT, VERSION, Job
from northspan.core.document.job.in_order import listed_as_row
from northspan.core.document.limits import amount, said
from northspan.core.document.pointer import escaped
from northspan.core.working.errors import InvalidJob


def read_job(document: object) -> Job:
    """Read a job document of this version or an older one.

    Parameters
    ----------
    document : object
        Parsed JSON. [-]

    Raises
    ------
    InvalidJob
        If it is not a job, is of a newer version, or a field is wrong; the first wrong field is named.
    """
    if not isinstance(document, dict) or document.get("format") != FORMAT:
        raise InvalidJob("/format", "this is not a North Span job.", f"Its format field must be {FORMAT}.")
    version = document.get("version")
    if not isinstance(version, int) or isinstance(version, bool) or version < 1:
        raise InvalidJob("/version", "the version is missing or is not a whole number.", f"This program writes version {VERSION}.")
    if version > VERSION:
        raise InvalidJob("/version", f"the file is of version {version}; this program reads up to {VERSION}.", "Use a newer North Span.")
    try:
        return Job.model_validate(_brought_up(document, version))
    except ValidationError as error:
        raise first_wrong(error, feet=document.get("units", "feet") == "feet") from error


def _brought_up(document: dict[str, Any], version: int) -> dict[str, Any]:
    while version < VERSION:
        document = _STEPS[version](document)
        version += 1
    return document


def _of_any_version(document: object) -> object:
    """Bring a job inside a question up to date; what is no document of an older version is left for the model to judge."""
    version = document.get("version") if isinstance(document, dict) else None
    if not isinstance(document, dict) or not isinstance(version, int) or not 1 <= version < VERSION:
        return document
    try:
        return _brought_up(document, version)
    except InvalidJob as error:
        raise ValueError(str(error)) from error


_TOO_LONG = 1e15  # a figure that nobody typed is shown as it came


def first_wrong(error: ValidationError, *, feet: bool = False) -> InvalidJob:
    """Turn a validation error into the one line that names field, fault and cure.

    Parameters
    ----------
    error : ValidationError
        From pydantic. [-]
    feet : bool
        Whether the person reads feet and Fahrenheit. [-]
    """
    first = error.errors(include_url=False)[0]
    where = "/" + "/".join(escaped(str(part)) for part in first["loc"])
    field = next((str(part) for part in reversed(first["loc"]) if isinstance(part, str)), "")
    got = first.get("input")
    known = isinstance(got, (int, float)) and not isinstance(got, bool) and abs(got) < _TOO_LONG
    typed = amount(float(got), field, feet=feet) if known else repr(got)
    shown = f" Got {typed}." if isinstance(got, (str, int, float, bool)) and len(typed) < 60 else ""  # noqa: PLR2004 - one line
    words = said(first["type"], first.get("ctx", {}), field, feet=feet)
    return InvalidJob(where, f"{words}{shown}" if words else f"{first['msg']}.{shown}")


def _from_1(document: dict[str, Any]) -> dict[str, Any]:
    """Version 1 kept one stretch in the run itself; version 2 keeps a list of stretches."""
    moved = ("length_m", "method", "place", "surface", "ambient_c", "other_carrying", "bends_deg", "cover_m")
    runs = document.get("runs")
    if not isinstance(runs, dict):
        raise InvalidJob("/runs", "runs must be a map from id to run.")
    fresh = {}
    for key, run in runs.items():
        if not isinstance(run, dict):
            raise InvalidJob(f"/runs/{key}", "a run must be a map of its fields.")
        kept = {name: value for name, value in run.items() if name not in moved}
        fresh[key] = kept | {"segments": [{name: run[name] for name in moved if name in run}]}
    return document | {"version": 2, "runs": fresh}


def _from_2(document: dict[str, Any]) -> dict[str, Any]:
    """Version 3 only added fields; what version 2 says still means the same."""
    return document | {"version": 3}


def _from_3(document: dict[str, Any]) -> dict[str, Any]:
    """Version 4 only added fields; what version 3 says still means the same."""
    return document | {"version": 4}


def _from_4(document: dict[str, Any]) -> dict[str, Any]:
    """Version 5 prefers what is on the shelf; a job planned before keeps the answers it had."""
    kept = {name: {"school": school, "why": "as this job was planned before"} for name, school in _BEFORE_THE_SHELF.items()}
    calls = document.get("calls", {})
    if not isinstance(calls, dict):
        raise InvalidJob("/calls", "calls must be a map from call to choice.")
    return document | {"version": 5, "calls": kept | calls}


def _from_5(document: dict[str, Any]) -> dict[str, Any]:
    """Version 6 keeps the rows that people put things into as maps with an order; keys count from 1, as people count stretches."""
    raised = dict(document)
    days, runs = document.get("days"), document.get("runs")
    if isinstance(days, dict):
        raised["days"] = _with_rows(days, ("weather", "visits"))
    if isinstance(runs, dict):
        raised["runs"] = {key: _run_with_rows(run) for key, run in runs.items()}
    return raised | {"version": 6}


def _run_with_rows(run: object) -> object:
    if not isinstance(run, dict) or not isinstance(run.get("segments"), list):
        return run
    stretches = [_with_rows(one, ("legs", "fittings")) if isinstance(one, dict) else one for one in run["segments"]]
    return _with_rows(run | {"segments": stretches}, ("segments",))


def _with_rows(part: dict[str, Any], fields: tuple[str, ...]) -> dict[str, Any]:
    """Lists into maps; what is no list is left for the model to judge."""
    return part | {field: listed_as_row(part[field]) for field in fields if isinstance(part.get(field), list)}


_BEFORE_THE_SHELF = {"shelf": "least", "metal": "aluminum_feeders"}
_STEPS: dict[int, Callable[[dict[str, Any]], dict[str, Any]]] = {1: _from_1, 2: _from_2, 3: _from_3, 4: _from_4, 5: _from_5}
AnyJob = Annotated[Job, BeforeValidator(_of_any_version)]
