"""The OpenAPI document: every model under its one name, bodies required, errors as problem+json."""

from __future__ import annotations

import re
from typing import Any

from apiflask import APIFlask
from pydantic import BaseModel
from pydantic.json_schema import models_json_schema

from northspan.api import models
from northspan.api.problems import Problem
from northspan.core.calculators import CALCULATORS
from northspan.core.document.job import Job, LibraryLoad
from northspan.core.document.plan import Plan

_IN: tuple[type[BaseModel], ...] = (
    Job,
    models.NewJob,
    models.JobPatch,
    models.StartInJob,
    models.PartAction,
    models.LoadName,
    models.CsvText,
    models.PanelMove,
    models.BooksChosen,
    models.JobDays,
    models.DayEvent,
    models.TaskTried,
    models.VisitAsked,
    models.WeatherAsked,
    models.BusyCalendar,
    models.BookText,
    models.BookName,
    models.ServiceQuestion,
    models.GpxText,
    models.ReadingsText,
    models.TesterQuestion,
    LibraryLoad,
    *(c.question for c in CALCULATORS.values()),
)
_OUT: tuple[type[BaseModel], ...] = (
    Job,
    Plan,
    models.JobState,
    models.JobList,
    models.EarlierItem,
    models.RevisionList,
    models.AnswerChanges,
    models.RulebookList,
    models.RulebookOptions,
    models.StartList,
    models.LoadLibrary,
    models.RouteLegs,
    models.ReadingsList,
    models.TesterCsv,
    models.JobMaterials,
    models.BookList,
    models.FlipList,
    models.AlternativeList,
    *dict.fromkeys(c.answer for c in CALCULATORS.values()),
    Problem,
)
_BODIES: dict[tuple[str, str], type[BaseModel]] = {
    ("/api/jobs", "post"): models.NewJob,
    ("/api/jobs/{job_id}", "patch"): models.JobPatch,
    ("/api/jobs/{job_id}/start", "post"): models.StartInJob,
    ("/api/jobs/{job_id}/parts", "post"): models.PartAction,
    ("/api/jobs/{job_id}/panels/{panel}/circuits", "post"): models.CsvText,
    ("/api/jobs/{job_id}/panels/{panel}/move", "post"): models.PanelMove,
    ("/api/jobs/{job_id}/prices/books", "post"): models.BooksChosen,
    ("/api/jobs/{job_id}/days/event", "post"): models.DayEvent,
    ("/api/jobs/{job_id}/days/try", "post"): models.TaskTried,
    ("/api/jobs/{job_id}/standins/utility-desk", "post"): models.VisitAsked,
    ("/api/jobs/{job_id}/standins/inspection-office", "post"): models.VisitAsked,
    ("/api/jobs/{job_id}/standins/weather", "post"): models.WeatherAsked,
    ("/api/jobs/{job_id}/calendar", "post"): models.BusyCalendar,
    ("/api/route/gpx", "post"): models.GpxText,
    ("/api/earth/readings", "post"): models.ReadingsText,
    ("/api/jobs/{job_id}/standins/earth-tester", "post"): models.TesterQuestion,
    ("/api/library", "post"): LibraryLoad,
    ("/api/library/drop", "post"): models.LoadName,
    ("/api/library/csv", "post"): models.CsvText,
    ("/api/books", "post"): models.BookText,
    ("/api/books/drop", "post"): models.BookName,
    ("/api/jobs/{job_id}/standins/price-service", "post"): models.ServiceQuestion,
    ("/api/import", "post"): Job,
    ("/api/solve", "post"): Job,
}
_BODIES.update({(f"/api/calc/{calculator.name}", "post"): calculator.question for calculator in CALCULATORS.values()})
_ERROR = {"description": "What is wrong", "content": {"application/problem+json": {"schema": {"$ref": "#/components/schemas/Problem"}}}}
_EDITS = (
    "/undo", "/redo", "/start", "/parts", "/circuits", "/move", "/prices/books", "/days/event", "/utility-desk", "/inspection-office",
    "/standins/weather", "/calendar",
)  # fmt: skip
_IF_MATCH = {
    "name": "If-Match",
    "in": "header",
    "required": True,
    "schema": {"type": "string"},
    "description": "Revision the edit was made on",
}
_FOCUS = {
    "name": "focus",
    "in": "query",
    "required": False,
    "schema": {"type": "string"},
    "description": "Runs to show with their working, comma between them; all if left out",
}
_RULEBOOK = {
    "name": "rulebook",
    "in": "query",
    "required": False,
    "schema": {"type": "string"},
    "description": "In whose words and units; the first one if left out",
}
_PERSON = {"name": "Northspan-Person", "in": "header", "required": False, "schema": {"type": "string"}, "description": "Who edits"}


def add_spec(app: APIFlask) -> None:
    """Register the processor that completes the document.

    Parameters
    ----------
    app : APIFlask
        The application. [-]
    """

    @app.spec_processor  # type: ignore[arg-type]  # a text is for YAML, which we do not ask for
    def complete(spec: dict[str, Any]) -> dict[str, Any]:
        names, definitions = models_json_schema(
            [(m, "validation") for m in _IN] + [(m, "serialization") for m in _OUT], ref_template="#/components/schemas/{model}"
        )
        spec["components"] = {"schemas": dict(sorted(definitions["$defs"].items()))}
        taken = {m.__name__: names[m, "validation"]["$ref"] for m in _IN}
        given = {m.__name__: names[m, "serialization"]["$ref"] for m in _OUT}
        for path, methods in spec["paths"].items():
            for method, operation in methods.items():
                _complete(path, method, operation, taken, given)
        return spec


def _complete(path: str, method: str, operation: dict[str, Any], taken: dict[str, str], given: dict[str, str]) -> None:
    model = _BODIES.get((path, method))
    if model:  # bodies are read by our own strict reader, so APIFlask does not know of them
        content = {"application/json": {"schema": {"$ref": taken[model.__name__]}}}
        operation["requestBody"] = {"required": True, "content": content}
    answers = {code: answer for code, answer in operation["responses"].items() if code.startswith("2")}
    _rename(answers, given)
    if path.endswith(".csv"):
        answers = {"200": {"description": "The table", "content": {"text/csv": {"schema": {"type": "string"}}}}}
    if path.endswith(".ics"):
        answers = {"200": {"description": "The calendar", "content": {"text/calendar": {"schema": {"type": "string"}}}}}
    if path.endswith(".svg"):
        answers = {"200": {"description": "The drawing", "content": {"image/svg+xml": {"schema": {"type": "string"}}}}}
    operation["responses"] = answers | {"4XX": _ERROR}
    edits = method == "patch" or (method == "post" and path.endswith(_EDITS))
    extra = ([_IF_MATCH] if edits else []) + ([_PERSON] if method in {"patch", "post"} and "/jobs" in path else [])
    if path.endswith(("/plan", "/solve", "{job_id}", "/jobs", "/import", *_EDITS)) and not (path.endswith("/jobs") and method == "get"):
        extra.append(_FOCUS)
    if path.endswith("/starts") or "/library" in path:
        extra.append(_RULEBOOK)
    operation["parameters"] = operation.get("parameters", []) + extra


def _rename(part: dict[str, Any], names: dict[str, str]) -> None:
    for value in part.values():
        if isinstance(value, dict):
            if "schema" in value:
                found = re.search(r"'#/components/schemas/([A-Za-z]+)'", str(value["schema"])) or re.search(
                    r"'title': '([A-Za-z]+)'", str(value["schema"])
                )
                if found and found[1] in names:
                    value["schema"] = {"$ref": names[found[1]]}
            _rename(value, names)
