"""Panels over HTTP: their circuits as CSV, their label to print, and their move to another place."""

from __future__ import annotations

from apiflask import APIBlueprint
from flask import Response, request

from northspan import shapes
from northspan.api import bodies
from northspan.api.job_state import edited, service
from northspan.core.desk.draft import edits_between
from northspan.core.desk.relocation import moved
from northspan.core.document.job import Job
from northspan.core.document.plan.panel import PanelPlan
from northspan.core.working.errors import InvalidJob
from northspan.files.circuit_table import read_circuits, write_circuits
from northspan.files.panel_label import panel_label

bp = APIBlueprint("panels", __name__, url_prefix="/api", tag="North Span")


@bp.get("/jobs/<job_id>/panels/<panel>/circuits.csv")
def export_circuits(job_id: str, panel: str) -> Response:
    """Save the circuits of a panel as CSV."""
    job, plan = _drawn(job_id, panel)
    headers = {"Content-Disposition": f'attachment; filename="circuits-{panel}.csv"'}
    return Response(write_circuits(job, plan), mimetype="text/csv", headers=headers)


@bp.get("/jobs/<job_id>/panels/<panel>/label.svg")
def print_label(job_id: str, panel: str) -> Response:
    """Draw the label of a panel door at true size, with a square code that opens the panel here."""
    job, plan = _drawn(job_id, panel)
    at = f"{request.host_url}jobs/{job_id}/panels?panel={panel}"
    return Response(panel_label(job, plan, at, service().get(job_id).revision), mimetype="image/svg+xml")


@bp.post("/jobs/<job_id>/panels/<panel>/circuits/read")
@bp.output(shapes.CircuitsRead)
def read_list(job_id: str, panel: str) -> Response:
    """Read a list of circuits and say what would be taken in, and what cannot and why; nothing is kept."""
    found = read_circuits(service().get(job_id).job, panel, bodies.body(shapes.CsvText).text)
    rows = [shapes.CircuitRow(number=one.number, slots=list(one.slots), name=one.name, rating_a=one.rating_a, what=one.what)
            for one in found.rows]  # fmt: skip
    refused = [shapes.RefusedRow(number=number, words=words) for number, words in found.refused]
    return bodies.answer(shapes.CircuitsRead(rows=rows, refused=refused, ignored=list(found.ignored)))


@bp.post("/jobs/<job_id>/panels/<panel>/circuits")
@bp.output(shapes.JobState)
def import_circuits(job_id: str, panel: str) -> Response:
    """Put the circuits of a list into a panel, but for the rows that cannot be read, on the revision named in If-Match."""
    bodies.revision_asked()
    found = read_circuits(service().get(job_id).job, panel, bodies.body(shapes.CsvText).text, service().tail)
    if not found.edits:
        first = found.refused[0][1] if found.refused else "every row is as it is here"
        raise InvalidJob("/csv", f"nothing in the list changes the panel: {first}", "Look at the list again.")
    return edited(job_id, list(found.edits))


@bp.post("/jobs/<job_id>/panels/<panel>/move")
@bp.output(shapes.JobState)
def move_panel(job_id: str, panel: str) -> Response:
    """Hang a new panel in place of an old one, on the revision named in If-Match."""
    bodies.revision_asked()
    wanted = bodies.body(shapes.PanelMove)
    job = service().get(job_id).job
    return edited(job_id, edits_between(job, moved(job, panel, wanted.right_m, wanted.up_m, wanted.spaces, service().tail)))


def _drawn(job_id: str, panel: str) -> tuple[Job, PanelPlan]:
    whole = service().worked(service().get(job_id))
    plan = whole.plan.panels.get(panel)
    if plan is None:
        raise InvalidJob("/panel", f"there is no panel {panel} whose spaces are drawn.", "Draw its spaces first.")
    return whole.job, plan
