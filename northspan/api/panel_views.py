"""Panels over HTTP: their circuits as CSV, their label to print, and their move to another place."""

from __future__ import annotations

from apiflask import APIBlueprint
from flask import Response, request

from northspan.api import bodies, models
from northspan.api.job_state import job_state, jobs_kept
from northspan.core.desk.relocation import moving
from northspan.core.document.job import Job
from northspan.core.document.plan.panel import PanelPlan
from northspan.core.solve import solve
from northspan.core.working.errors import InvalidJob
from northspan.files.circuit_table import circuit_edits, write_circuits
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
    return Response(panel_label(job, plan, at, jobs_kept().get(job_id).revision), mimetype="image/svg+xml")


@bp.post("/jobs/<job_id>/panels/<panel>/circuits")
@bp.output(models.JobState)
def import_circuits(job_id: str, panel: str) -> Response:
    """Put the circuits of a CSV into a panel, on the revision named in If-Match."""
    on_revision, text = bodies.revision_asked(), bodies.body(models.CsvText).text
    patch = circuit_edits(jobs_kept().get(job_id).job, panel, text)
    return job_state(jobs_kept().edit(job_id, on_revision, patch, bodies.person(), bodies.detailed_runs()))


@bp.post("/jobs/<job_id>/panels/<panel>/move")
@bp.output(models.JobState)
def move_panel(job_id: str, panel: str) -> Response:
    """Hang a new panel in place of an old one, on the revision named in If-Match."""
    on_revision, wanted = bodies.revision_asked(), bodies.body(models.PanelMove)
    patch = moving(jobs_kept().get(job_id).job, panel, wanted.right_m, wanted.up_m, wanted.spaces)
    return job_state(jobs_kept().edit(job_id, on_revision, patch, bodies.person(), bodies.detailed_runs()))


def _drawn(job_id: str, panel: str) -> tuple[Job, PanelPlan]:
    job = jobs_kept().get(job_id).job
    plan = solve(job, ()).panels.get(panel)
    if plan is None:
        raise InvalidJob("/panel", f"there is no panel {panel} whose spaces are drawn.", "Draw its spaces first.")
    return job, plan
