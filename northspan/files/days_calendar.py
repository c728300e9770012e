"""The days of a job as an iCalendar file."""

from __future__ import annotations

from datetime import date, datetime, time, timedelta
from zoneinfo import ZoneInfo

from icalendar import Calendar, Event

from northspan.core.document.job import Job
from northspan.core.document.plan.days import DaysPlan
from northspan.core.steps.days.dates import day_date, zone_of
from northspan.core.working.errors import InvalidJob


def write_calendar(job: Job, job_id: str, plan: DaysPlan, revision: int, changed: datetime) -> bytes:
    """Write the tasks of a job, the visits and what comes later as iCalendar.

    Parameters
    ----------
    job : Job
        The job. [-]
    job_id : str
        Its id: part of the stable id of every event, so that a second export moves events and doubles none. [-]
    plan : DaysPlan
        Its days. [h]
    revision : int
        Of the job: the sequence of every event, so that a calendar takes a later export for the newer one. [-]
    changed : datetime
        When that revision was made, in UTC. [-]

    Notes
    -----
    Times carry the zone of the job, and so stand through a change of clocks; without one they are times of the wall clock.

    Raises
    ------
    InvalidJob
        If the first day has no date, or the zone is unknown.

    References
    ----------
    RFC 5545.
    """
    zone = zone_of(job)
    if not job.days.starts:
        raise InvalidJob("/days/starts", "the first day has no date.", "Say when the work begins.")
    calendar, events = Calendar(), list[Event]()
    calendar.add("prodid", "-//North Span//Days//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", job.name)
    for task in plan.tasks:
        if task.day is None or task.start_h is None or task.end_h is None:
            continue
        names = ", ".join(job.days.people[one].name for one in task.who if one in job.days.people)
        words = f"{task.words} ({names})" if names else task.words
        begins, ends = (_moment(job, task.day, at_h, zone) for at_h in (task.start_h, task.end_h))
        events.append(_event(f"{task.key}@{job_id}", words, begins, ends, task.why, task.place))
    for visit in job.days.visits:
        words = f"{visit.kind.value.replace('_', ' ').capitalize()}: window{'' if visit.confirmed else ', not confirmed'}"
        begins, ends = (_moment(job, visit.day, at_h, zone) for at_h in (visit.from_h, visit.to_h))
        events.append(_event(f"visit.{visit.key}@{job_id}", words, begins, ends, visit.words, ""))
    for item in (*plan.ahead, *plan.later):
        if item.date:
            at, uid = date.fromisoformat(item.date), f"{item.words.split(':', maxsplit=1)[0]}.{item.days}@{job_id}"
            events.append(_event(uid, item.words, at, at + timedelta(days=1), item.why, ""))
    for event in events:
        event.add("dtstamp", changed)
        event.add("sequence", revision)
        calendar.add_component(event)
    calendar.add_missing_timezones()
    return bytes(calendar.to_ical())


def _event(uid: str, words: str, begins: datetime | date, ends: datetime | date, why: str, place: str) -> Event:
    event = Event()
    event.add("uid", uid.replace(" ", "-"))
    event.add("summary", words)
    event.add("dtstart", begins)
    event.add("dtend", ends)
    if why:
        event.add("description", why)
    if place:
        event.add("location", place)
    return event


def _moment(job: Job, day: int, at_h: float, zone: ZoneInfo | None) -> datetime:
    at = day_date(job, day)
    assert at is not None  # noqa: S101 - asked for before
    return datetime.combine(at, time(), tzinfo=zone) + timedelta(minutes=round(at_h * 60))
