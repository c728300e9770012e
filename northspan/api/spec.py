"""The OpenAPI document: every model under its one name, bodies required, errors as problem+json."""

from __future__ import annotations

import re
from typing import Any

from apiflask import APIFlask
from pydantic import BaseModel
from pydantic.json_schema import models_json_schema

from northspan import shapes
from northspan.asking import QUESTIONS
from northspan.core.desk.options import RulebookOptions
from northspan.core.document.changes import Changes
from northspan.core.document.job import Job, LibraryLoad
from northspan.core.document.plan import Plan, RunPlan
from northspan.core.steps.order import STEPS
from northspan.problem import Problem
from northspan.standins.meter import MeterQuestion
from northspan.standins.tester_at_job import TesterQuestion

_IN: tuple[type[BaseModel], ...] = (
    Job,
    shapes.NewJob,
    shapes.JobPatch,
    shapes.StartInJob,
    shapes.PartAction,
    shapes.Ticket,
    shapes.LoadName,
    shapes.CsvText,
    shapes.PanelMove,
    shapes.VisitAsked,
    shapes.WeatherAsked,
    shapes.BusyCalendar,
    shapes.BookText,
    shapes.BookName,
    shapes.ListQuestion,
    shapes.ServiceQuestion,
    shapes.GpxText,
    shapes.ReadingsText,
    MeterQuestion,
    TesterQuestion,
    LibraryLoad,
    *dict.fromkeys(one.asked for one in QUESTIONS.values() if one.asked is not None),
    *dict.fromkeys(event.asked for step in STEPS for event in step.events),
)
_OUT: tuple[type[BaseModel], ...] = (
    Job,
    Plan,
    RunPlan,
    shapes.JobState,
    shapes.JobChanged,
    shapes.Stopped,
    Changes,
    shapes.JobList,
    shapes.EarlierItem,
    shapes.RevisionList,
    shapes.AnswerChanges,
    shapes.RulebookList,
    RulebookOptions,
    shapes.StartList,
    shapes.LoadLibrary,
    shapes.RouteLegs,
    shapes.ReadingsList,
    shapes.TesterCsv,
    shapes.MorningDesk,
    shapes.AuthorityList,
    shapes.BookList,
    shapes.ListAnswer,
    shapes.CircuitsRead,
    *dict.fromkeys(one.answer for one in QUESTIONS.values() if one.answer is not Plan),
    Problem,
)
_BODIES: dict[tuple[str, str], type[BaseModel]] = {
    ("/api/jobs", "post"): shapes.NewJob,
    ("/api/jobs/{job_id}", "patch"): shapes.JobPatch,
    ("/api/jobs/{job_id}/try", "post"): shapes.JobPatch,
    ("/api/jobs/{job_id}/start", "post"): shapes.StartInJob,
    ("/api/jobs/{job_id}/parts", "post"): shapes.PartAction,
    ("/api/jobs/{job_id}/panels/{panel}/circuits", "post"): shapes.CsvText,
    ("/api/jobs/{job_id}/panels/{panel}/circuits/read", "post"): shapes.CsvText,
    ("/api/jobs/{job_id}/panels/{panel}/move", "post"): shapes.PanelMove,
    ("/api/jobs/{job_id}/standins/utility-desk", "post"): shapes.VisitAsked,
    ("/api/jobs/{job_id}/standins/inspection-office", "post"): shapes.VisitAsked,
    ("/api/jobs/{job_id}/standins/weather", "post"): shapes.WeatherAsked,
    ("/api/jobs/{job_id}/calendar", "post"): shapes.BusyCalendar,
    ("/api/route/gpx", "post"): shapes.GpxText,
    ("/api/stop", "post"): shapes.Ticket,
    ("/api/earth/readings", "post"): shapes.ReadingsText,
    ("/api/jobs/{job_id}/standins/earth-tester", "post"): TesterQuestion,
    ("/api/jobs/{job_id}/standins/meter", "post"): MeterQuestion,
    ("/api/jobs/{job_id}/readings/csv", "post"): shapes.CsvText,
    ("/api/library", "post"): LibraryLoad,
    ("/api/library/drop", "post"): shapes.LoadName,
    ("/api/authorities/drop", "post"): shapes.LoadName,
    ("/api/library/csv", "post"): shapes.CsvText,
    ("/api/books", "post"): shapes.BookText,
    ("/api/books/drop", "post"): shapes.BookName,
    ("/api/suppliers/read", "post"): shapes.ListQuestion,
    ("/api/jobs/{job_id}/standins/price-service", "post"): shapes.ServiceQuestion,
    ("/api/import", "post"): Job,
    ("/api/solve", "post"): Job,
}
for _question in QUESTIONS.values():
    if _question.asked is not None:
        _BODIES[f"/api/{'jobs/{job_id}/' if _question.of_job else ''}{_question.name}", "post"] = _question.asked
for _step in STEPS:
    for _event in _step.events:
        _BODIES[f"/api/jobs/{{job_id}}/steps/{_step.name}/events/{_event.name}", "post"] = _event.asked
_ERROR = {"description": "What is wrong", "content": {"application/problem+json": {"schema": {"$ref": "#/components/schemas/Problem"}}}}
_EDITS = (
    "{job_id}/try", "/undo", "/redo", "/start", "/parts", "/circuits", "/move", "/utility-desk", "/inspection-office",
    "/standins/weather", "/calendar", "/readings/csv", "/attachments",
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
_QUERIES = {
    ("/api/jobs", "get"): (("search", "Words that all must be found"), ("stage", "Where they stand"), ("skip", "How many to pass over")),
    ("/attachments", "post"): (("name", "Name of the file"), ("part", "The part it shows"), ("line", "The line it belongs to"),
                               ("note", "A note"), ("place", "Anything: where it was taken stays in it")),
}  # fmt: skip
_SINCE = "A revision that the reader has: what is different from it is told, where that is known; runs without their working"
_BYTES = {"application/octet-stream": {"schema": {"format": "binary", "type": "string"}}}
_TICKET = {
    "name": "Northspan-Ticket",
    "in": "header",
    "required": False,
    "schema": {"type": "string"},
    "description": "A name under which this long question can be stopped",
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
    if path.startswith("/api/attachments") or path.endswith(".zip"):
        answers = {
            "200": {"description": "The file", "content": {"application/octet-stream": {"schema": {"format": "binary", "type": "string"}}}}
        }
    if path.endswith("/attachments"):
        operation["requestBody"] = {"required": True, "content": _BYTES}
    if path.endswith(".svg"):
        answers = {"200": {"description": "The drawing", "content": {"image/svg+xml": {"schema": {"type": "string"}}}}}
    happens = "/events/" in path or path.endswith(_EDITS)
    edits = method == "patch" or (method == "post" and happens)
    if edits and not path.endswith("/try"):
        either = [{"$ref": given[name]} for name in ("JobState", "JobChanged")]
        answers["200"]["content"]["application/json"]["schema"] = {"oneOf": either}
    operation["responses"] = answers | {"4XX": _ERROR}
    extra = ([_IF_MATCH] if edits else []) + ([_PERSON] if method in {"patch", "post"} and "/jobs" in path else [])
    plans = happens or path.endswith(("/plan", "/solve", "{job_id}", "/jobs", "/import"))
    if plans and not (path.endswith("/jobs") and method == "get"):
        extra.append(_FOCUS)
        extra += [_query("since", _SINCE)] if edits and not path.endswith("/try") else []
    if path.endswith("/starts") or "/library" in path:
        extra.append(_RULEBOOK)
    extra += [
        _query(name, words) for (ends, asked), pairs in _QUERIES.items() if path.endswith(ends) and method == asked for name, words in pairs
    ]
    question = QUESTIONS.get(path.removeprefix("/api/").removeprefix("jobs/{job_id}/"))
    extra += [_TICKET] if question is not None and question.heavy else []
    operation["parameters"] = operation.get("parameters", []) + extra


def _query(name: str, words: str) -> dict[str, Any]:
    return {"name": name, "in": "query", "required": False, "schema": {"type": "string"}, "description": words}


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
