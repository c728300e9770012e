"""Working days by their dates: Saturdays and Sundays are none."""

from __future__ import annotations

from datetime import date, timedelta
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from northspan.core.document.job import Job
from northspan.core.working.errors import InvalidJob

WEEKEND = 5


def day_date(job: Job, day: int) -> date | None:
    """Say the date of a working day; Saturdays and Sundays are none. None where the first day has no date.

    Parameters
    ----------
    job : Job
        The job. [-]
    day : int
        The day, the first one is 0; below 0 it is before the first. [-]

    Examples
    --------
    >>> from northspan.core.document.job import Days
    >>> job = Job(name="A", days=Days(starts="2026-11-27"))  # a Friday
    >>> day_date(job, 1).isoformat(), day_date(job, -1).isoformat()
    ('2026-11-30', '2026-11-26')
    """
    if not job.days.starts:
        return None
    at, step = date.fromisoformat(job.days.starts), timedelta(days=1 if day > 0 else -1)
    for _ in range(abs(day)):
        at += step
        while at.weekday() >= WEEKEND:
            at += step
    return at


def day_name(job: Job, day: int) -> str:
    """Name a working day: by its number, and by its date where there is one.

    Parameters
    ----------
    job : Job
        The job. [-]
    day : int
        The day, the first one is 0. [-]
    """
    at = day_date(job, day)
    return f"Day {day + 1}" if at is None else f"Day {day + 1}, {at:%A} {at.isoformat()}"


def zone_of(job: Job) -> ZoneInfo | None:
    """Give the time zone of a job; None where it has none.

    Parameters
    ----------
    job : Job
        The job. [-]

    Raises
    ------
    InvalidJob
        If there is no such zone.
    """
    if not job.days.zone:
        return None
    try:
        return ZoneInfo(job.days.zone)
    except (ZoneInfoNotFoundError, ValueError, OSError) as error:
        raise InvalidJob("/days/zone", f"there is no time zone {job.days.zone}.", "Write it like Etc/UTC, or leave it empty.") from error
