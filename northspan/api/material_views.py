"""Materials over HTTP: the take-off of a job, to read and as CSV."""

from __future__ import annotations

from apiflask import APIBlueprint
from flask import Response

from northspan.api import bodies, models
from northspan.api.job_state import jobs_kept
from northspan.core.desk.take_off import taken_off
from northspan.files.take_off_table import write_take_off

bp = APIBlueprint("materials", __name__, url_prefix="/api", tag="North Span")


@bp.get("/jobs/<job_id>/materials")
@bp.output(models.JobMaterials)
def job_materials(job_id: str) -> Response:
    """List everything that a job needs, with the revision it was counted from."""
    stored = jobs_kept().get(job_id)
    return bodies.answer(models.JobMaterials(revision=stored.revision, take_off=taken_off(stored.job)))


@bp.get("/jobs/<job_id>/materials.csv")
def export_materials(job_id: str) -> Response:
    """Save the take-off as CSV."""
    headers = {"Content-Disposition": 'attachment; filename="take-off.csv"'}
    return Response(write_take_off(taken_off(jobs_kept().get(job_id).job)), mimetype="text/csv", headers=headers)
