"""The days over HTTP: simulated desks, the calendar in and out."""

from __future__ import annotations

from typing import Any

from apiflask import APIBlueprint
from flask import Response

from northspan import shapes
from northspan.api import bodies
from northspan.api.job_state import edited, service
from northspan.core.document.job import Job, Visit, VisitKind, place_between, row_document
from northspan.core.steps.days.plan import days_plan
from northspan.core.working.errors import InvalidJob
from northspan.files.busy_calendar import read_busy
from northspan.files.days_calendar import write_calendar
from northspan.standins.behaves import lateness
from northspan.standins.inspection_office import InspectionOffice, SimulatedOffice
from northspan.standins.utility_desk import SimulatedDesk, UtilityDesk
from northspan.standins.weather_service import SimulatedWeather, WeatherService

UTILITY = frozenset({VisitKind.utility_off, VisitKind.utility_on})

bp = APIBlueprint("days", __name__, url_prefix="/api", tag="North Span")


@bp.post("/jobs/<job_id>/standins/utility-desk")
@bp.output(shapes.JobState)
def ask_desk(job_id: str) -> Response:
    """Ask the simulated desk of the utility for a window, or to confirm the one it gave."""
    wanted, job = bodies.body(shapes.VisitAsked), service().get(job_id).job
    if wanted.kind not in UTILITY:
        raise InvalidJob("/kind", "the utility opens or closes its side.", "Ask the inspection office for an inspection.")
    known = _known(job, wanted.kind)
    lateness(wanted.how)
    desk: UtilityDesk = SimulatedDesk(job.name, job.days.days, wanted.how)
    said = desk.window(wanted.kind, min(wanted.day, job.days.days - 1), known)
    return edited(job_id, _kept(job, said, known))


@bp.post("/jobs/<job_id>/standins/inspection-office")
@bp.output(shapes.JobState)
def ask_office(job_id: str) -> Response:
    """Book a slot at the simulated inspection office."""
    wanted, job = bodies.body(shapes.VisitAsked), service().get(job_id).job
    if wanted.kind in UTILITY:
        raise InvalidJob("/kind", "an inspection office books inspections.", "Ask the utility desk.")
    lateness(wanted.how)
    office: InspectionOffice = SimulatedOffice(job.name, job.days.days, wanted.how)
    said = office.book(wanted.kind, min(wanted.day, job.days.days - 1))
    return edited(job_id, _kept(job, said, _known(job, wanted.kind)))


@bp.post("/jobs/<job_id>/standins/weather")
@bp.output(shapes.JobState)
def ask_weather(job_id: str) -> Response:
    """Ask the simulated weather service for the hours to come; what a person typed of the sky stays."""
    wanted, job = bodies.body(shapes.WeatherAsked), service().get(job_id).job
    lateness(wanted.how)
    weather: WeatherService = SimulatedWeather(job.name, wanted.how)
    typed = [one for one in job.days.weather if not one.simulated]
    spells = row_document((*typed, *weather.spells(job.days.days)))
    return edited(job_id, [{"op": "add", "path": "/days/weather", "value": spells}])


@bp.get("/jobs/<job_id>/calendar.ics")
def export_calendar(job_id: str) -> Response:
    """Save the days of a job as iCalendar, with ids that stay."""
    stored = service().get(job_id)
    headers = {"Content-Disposition": 'attachment; filename="days.ics"'}
    plan, head = days_plan(service().worked(stored)), stored.head
    text = write_calendar(stored.job, job_id, plan, head.number, head.at)
    return Response(text, mimetype="text/calendar", headers=headers)


@bp.post("/jobs/<job_id>/calendar")
@bp.output(shapes.JobState)
def import_calendar(job_id: str) -> Response:
    """Take the busy times of a person out of an iCalendar file, on the revision named in If-Match; they replace those he had."""
    wanted, job = bodies.body(shapes.BusyCalendar), service().get(job_id).job
    if wanted.person not in job.days.people:
        raise InvalidJob("/person", f"there is nobody {wanted.person}.", f"People: {', '.join(job.days.people)}.")
    busy = [one.model_dump(mode="json") for one in read_busy(job, wanted.text)]
    return edited(job_id, [{"op": "add", "path": f"/days/people/{wanted.person}/busy", "value": busy}])


def _known(job: Job, kind: VisitKind) -> Visit | None:
    return next((one for one in job.days.visits if one.kind is kind), None)


def _kept(job: Job, said: Visit, known: Visit | None) -> list[dict[str, Any]]:
    """What was said of a visit in place of what is known of it; the first of its kind goes by the name of the kind."""
    key, order = (said.kind.value, place_between(job.days.visits, len(job.days.visits))) if known is None else (known.key, known.order)
    return [{"op": "add", "path": f"/days/visits/{key}", "value": said.model_dump(mode="json") | {"order": order}}]
