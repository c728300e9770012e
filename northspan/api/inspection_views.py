"""Inspection over HTTP: readings out of an instrument's file, and a simulated instrument."""

from __future__ import annotations

from apiflask import APIBlueprint
from flask import Response

from northspan import shapes
from northspan.api import bodies
from northspan.api.job_state import edited, service
from northspan.core.steps.inspection.readings import Reads, take_readings
from northspan.files.instrument import read_instrument, write_instrument
from northspan.standins.meter import MeterQuestion, round_of

bp = APIBlueprint("inspection", __name__, url_prefix="/api", tag="North Span")


@bp.post("/jobs/<job_id>/readings/csv")
@bp.output(shapes.JobState)
def import_instrument(job_id: str) -> Response:
    """Take the readings of an instrument's CSV into a job, on the revision named in If-Match."""
    bodies.revision_asked()
    text, kept = bodies.body(shapes.CsvText).text, service().get(job_id)
    found = read_instrument(text, kept.job)
    asked = Reads(readings={f"M{service().tail()}": one for one in found}, who=bodies.person())
    return edited(job_id, take_readings(service().worked(kept), service().beside(), asked))


@bp.get("/jobs/<job_id>/readings.csv")
def export_readings(job_id: str) -> Response:
    """Save the readings of a job as CSV, as an instrument writes them."""
    text = write_instrument(list(service().get(job_id).job.inspection.readings.values()))
    return Response(text, mimetype="text/csv", headers={"Content-Disposition": 'attachment; filename="readings.csv"'})


@bp.post("/jobs/<job_id>/standins/meter")
@bp.output(shapes.TesterCsv)
def ask_meter(job_id: str) -> Response:
    """Let the simulated meter go round a job; it answers as CSV, as an instrument does."""
    wanted = bodies.body(MeterQuestion)
    text = write_instrument(round_of(service().worked(service().get(job_id)), wanted))
    return bodies.answer(shapes.TesterCsv(simulated=True, text=text))
