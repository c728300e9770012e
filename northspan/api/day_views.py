"""The days over HTTP: the schedule, what happens in one press, simulated desks, the calendar in and out."""

from __future__ import annotations

from typing import Any

from apiflask import APIBlueprint
from flask import Response

from northspan.api import bodies, models
from northspan.api.job_state import job_state, jobs_kept
from northspan.api.worked_jobs import worked_kept
from northspan.core.desk.days.events import event_edits
from northspan.core.desk.days.plan import days_plan
from northspan.core.desk.days.turning import turnings
from northspan.core.document.job import Job, Visit, VisitKind
from northspan.core.working.errors import InvalidJob
from northspan.files.days_calendar import read_busy, write_calendar
from northspan.standins.inspection_office import InspectionOffice, SimulatedOffice
from northspan.standins.utility_desk import SimulatedDesk, UtilityDesk
from northspan.standins.weather_service import SimulatedWeather, WeatherService

UTILITY = frozenset({VisitKind.utility_off, VisitKind.utility_on})

bp = APIBlueprint("days", __name__, url_prefix="/api", tag="North Span")


@bp.get("/jobs/<job_id>/days")
@bp.output(models.JobDays)
def job_days(job_id: str) -> Response:
    """Lay the work of a job out over its days, with who has power and how it comes back."""
    stored = jobs_kept().get(job_id)
    whole = worked_kept(stored)
    return bodies.answer(models.JobDays(revision=stored.revision, days=days_plan(whole), turning=turnings(whole)))


@bp.post("/jobs/<job_id>/days/try")
@bp.output(models.JobDays)
def try_task(job_id: str) -> Response:
    """Lay the days out with one task where it is held, and keep nothing: what a person sees while he drags it."""
    wanted, stored = bodies.body(models.TaskTried), jobs_kept().get(job_id)
    days = stored.job.days
    tried = worked_kept(stored).on_days(days.model_copy(update={"changed": days.changed | {wanted.task: wanted.change}}))
    return bodies.answer(models.JobDays(revision=stored.revision, days=days_plan(tried), turning=()))


@bp.post("/jobs/<job_id>/days/event")
@bp.output(models.JobState)
def day_event(job_id: str) -> Response:
    """Take what happened into a job, on the revision named in If-Match; everything not begun is laid out anew from there."""
    wanted = bodies.body(models.DayEvent)
    return _edited(job_id, event_edits(worked_kept(jobs_kept().get(job_id)), wanted.event, wanted.now, wanted.subject))


@bp.post("/jobs/<job_id>/standins/utility-desk")
@bp.output(models.JobState)
def ask_desk(job_id: str) -> Response:
    """Ask the simulated desk of the utility for a window, or to confirm the one it gave."""
    wanted, job = bodies.body(models.VisitAsked), jobs_kept().get(job_id).job
    if wanted.kind not in UTILITY:
        raise InvalidJob("/kind", "the utility opens or closes its side.", "Ask the inspection office for an inspection.")
    at = _known(job, wanted.kind)
    desk: UtilityDesk = SimulatedDesk(job.name, job.days.days, wanted.how)
    said = desk.window(wanted.kind, min(wanted.day, job.days.days - 1), None if at is None else job.days.visits[at])
    return _edited(job_id, _kept(said, at))


@bp.post("/jobs/<job_id>/standins/inspection-office")
@bp.output(models.JobState)
def ask_office(job_id: str) -> Response:
    """Book a slot at the simulated inspection office."""
    wanted, job = bodies.body(models.VisitAsked), jobs_kept().get(job_id).job
    if wanted.kind in UTILITY:
        raise InvalidJob("/kind", "an inspection office books inspections.", "Ask the utility desk.")
    office: InspectionOffice = SimulatedOffice(job.name, job.days.days, wanted.how)
    return _edited(job_id, _kept(office.book(wanted.kind, min(wanted.day, job.days.days - 1)), _known(job, wanted.kind)))


@bp.post("/jobs/<job_id>/standins/weather")
@bp.output(models.JobState)
def ask_weather(job_id: str) -> Response:
    """Ask the simulated weather service for the hours to come; what a person typed of the sky stays."""
    wanted, job = bodies.body(models.WeatherAsked), jobs_kept().get(job_id).job
    service: WeatherService = SimulatedWeather(job.name, wanted.how)
    typed = [one for one in job.days.weather if not one.simulated]
    value = [one.model_dump(mode="json") for one in (*typed, *service.spells(job.days.days))]
    return _edited(job_id, [{"op": "add", "path": "/days/weather", "value": value}])


@bp.get("/jobs/<job_id>/calendar.ics")
def export_calendar(job_id: str) -> Response:
    """Save the days of a job as iCalendar, with ids that stay."""
    stored = jobs_kept().get(job_id)
    headers = {"Content-Disposition": 'attachment; filename="days.ics"'}
    return Response(write_calendar(stored.job, job_id, days_plan(worked_kept(stored))), mimetype="text/calendar", headers=headers)


@bp.post("/jobs/<job_id>/calendar")
@bp.output(models.JobState)
def import_calendar(job_id: str) -> Response:
    """Take the busy times of a person out of an iCalendar file, on the revision named in If-Match; they replace those he had."""
    wanted, job = bodies.body(models.BusyCalendar), jobs_kept().get(job_id).job
    if wanted.person not in job.days.people:
        raise InvalidJob("/person", f"there is nobody {wanted.person}.", f"People: {', '.join(job.days.people)}.")
    busy = [one.model_dump(mode="json") for one in read_busy(job, wanted.text)]
    return _edited(job_id, [{"op": "add", "path": f"/days/people/{wanted.person}/busy", "value": busy}])


def _edited(job_id: str, patch: list[dict[str, Any]]) -> Response:
    return job_state(jobs_kept().edit(job_id, bodies.revision_asked(), patch, bodies.person(), bodies.detailed_runs()))


def _known(job: Job, kind: VisitKind) -> int | None:
    return next((i for i, one in enumerate(job.days.visits) if one.kind is kind), None)


def _kept(visit: Visit, at: int | None) -> list[dict[str, Any]]:
    value = visit.model_dump(mode="json")
    if at is None:
        return [{"op": "add", "path": "/days/visits/-", "value": value}]
    return [{"op": "replace", "path": f"/days/visits/{at}", "value": value}]
