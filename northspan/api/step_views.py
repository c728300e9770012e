"""Steps over HTTP, made from their list: what each answers, what can be tried in it, what happens in it."""

from __future__ import annotations

from apiflask import APIBlueprint
from flask import Response

from northspan import shapes
from northspan.api import bodies
from northspan.api.job_state import job_state, service
from northspan.asking import QUESTIONS, Question
from northspan.core.case.step import Step, StepEvent, first_line
from northspan.core.steps.order import STEPS

bp = APIBlueprint("steps", __name__, url_prefix="/api", tag="North Span")


def _add_question(question: Question) -> None:
    def answer(job_id: str) -> Response:
        said = bodies.json_body() if question.asked is not None else None
        return bodies.passed_on(service().ask(question.name, service().get(job_id), service().beside(), said, bodies.ticket()))

    answer.__doc__ = question.words
    answer.__name__ = question.name.replace("/", "_").replace("-", "_")
    route = bp.get if question.asked is None else bp.post
    route(f"/jobs/<job_id>/{question.name}")(bp.output(question.answer)(answer))


def _add_event(step: Step, event: StepEvent) -> None:
    def answer(job_id: str) -> Response:
        on_revision, said = bodies.revision_asked(), bodies.json_body()
        return job_state(service().happened(job_id, on_revision, step.name, event.name, said, bodies.person(), bodies.detailed_runs()))

    answer.__doc__ = first_line(event.edits)
    answer.__name__ = f"event_{step.name}_{event.name.replace('-', '_')}"
    bp.post(f"/jobs/<job_id>/steps/{step.name}/events/{event.name}")(bp.output(shapes.JobState)(answer))


for _question in QUESTIONS.values():
    if _question.name.startswith("steps/"):
        _add_question(_question)
for _step in STEPS:
    for _event in _step.events:
        _add_event(_step, _event)
