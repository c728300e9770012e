"""Busy times out of an iCalendar file: what falls into the working days of a job, appointments that come again as well."""

from __future__ import annotations

import re
from collections.abc import Iterator
from datetime import date, datetime, time, timedelta
from itertools import islice
from typing import Any
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from dateutil.rrule import rrulestr  # type: ignore[import-untyped]
from icalendar import Calendar, Event

from northspan.core.document.job import Job, Span
from northspan.core.steps.days.dates import day_date, zone_of
from northspan.core.working.errors import InvalidJob

LARGEST, MOST_EVENTS, LONGEST_LINE, MOST_PARTS = 2_000_000, 2000, 100_000, 4000
MOST_STEPS = 50_000  # of all rules together: what they are followed through until the days of the job
FIRST_YEAR, LAST_YEAR = 1970, 2200
LATER = 19 * 400  # years: the calendar repeats every 400
DAYS = {"DAILY": 1, "WEEKLY": 7, "MONTHLY": 28, "YEARLY": 365}
WITHIN_A_DAY = ("BYHOUR", "BYMINUTE", "BYSECOND")
_FOLD = re.compile(r"\r?\n[ \t]")


def read_busy(job: Job, text: str) -> tuple[Span, ...]:
    """Read busy times out of an iCalendar file: what falls into the working days of the job, each hour once.

    Parameters
    ----------
    job : Job
        The job. [-]
    text : str
        The file. [-]

    Raises
    ------
    InvalidJob
        If it is no calendar, or too large; if it names a time zone that there is not, or a rule that is not followed; if the
        first day of the job has no date. Nothing is read of one that is wrong.

    References
    ----------
    RFC 5545, 3.3.10, 3.8.4.4, 3.8.5.
    """
    zone = zone_of(job)
    if not job.days.starts:
        raise InvalidJob("/days/starts", "the first day has no date.", "Say when the work begins.")
    _check_size(text)
    try:
        calendar = Calendar.from_ical(text)
        events = [one for one in calendar.walk("VEVENT") if isinstance(one, Event)]
        if len(events) > MOST_EVENTS:
            raise InvalidJob("/calendar", f"the calendar has more than {MOST_EVENTS} events.", "Save only the weeks of this job.")
        named = {str(one.get("TZID")) for one in calendar.walk("VTIMEZONE")}
        found = [span for begins, ends in _times(events, named, _window(job)) for span in _spans(job, begins, ends, zone)]
    except (ValueError, KeyError, AttributeError, IndexError, TypeError, OverflowError) as error:
        raise InvalidJob(
            "/calendar", f"that is no calendar: {str(error)[:80] or 'it cannot be read'}.", "Save it as iCalendar, .ics."
        ) from error
    return merged(found)


def merged(spans: list[Span]) -> tuple[Span, ...]:
    """Put together what overlaps or touches, day by day.

    Parameters
    ----------
    spans : list of Span
        Busy times. [h]

    Examples
    --------
    >>> [(one.from_h, one.to_h) for one in merged([Span(from_h=9, to_h=11), Span(from_h=8, to_h=10), Span(from_h=14, to_h=15)])]
    [(8.0, 11.0), (14.0, 15.0)]
    """
    made: list[Span] = []
    for one in sorted(spans, key=lambda span: (span.day, span.from_h)):
        last = made[-1] if made else None
        if last is not None and last.day == one.day and one.from_h <= last.to_h:
            made = [*made[:-1], Span(day=one.day, from_h=last.from_h, to_h=max(last.to_h, one.to_h))]
        else:
            made = [*made, one]
    return tuple(made)


def _check_size(text: str) -> None:
    """Refuse what only costs time: a file, a line or a list in it that no calendar has."""
    if len(text) > LARGEST:
        raise InvalidJob("/calendar", "the calendar is too large.", "Save only the weeks of this job.")
    if any(len(line) > LONGEST_LINE or line.count(",") > MOST_PARTS for line in _FOLD.sub("", text).splitlines()):
        raise InvalidJob("/calendar", "that is no calendar: a line of it is longer than any calendar's.", "Save it as iCalendar, .ics.")


def _window(job: Job) -> tuple[datetime, datetime]:
    first, last = (day_date(job, day) for day in (0, job.days.days - 1))
    assert first is not None  # noqa: S101 - asked for before
    assert last is not None  # noqa: S101 - asked for before
    return datetime.combine(first, time()) - timedelta(days=1), datetime.combine(last, time()) + timedelta(days=2)


def _times(events: list[Event], named: set[str], window: tuple[datetime, datetime]) -> Iterator[tuple[datetime, datetime]]:
    """When somebody is busy: each appointment, and each time that one comes again. What is free or cancelled takes nothing."""
    moved = {(str(one.get("UID", "")), _plain(_of(one, "RECURRENCE-ID").dt)) for one in events if "RECURRENCE-ID" in one}
    steps = 0
    for event in events:
        if str(event.get("TRANSP", "")) == "TRANSPARENT" or str(event.get("STATUS", "")) == "CANCELLED":
            continue
        _check_zone(event, named)
        begins = _checked(event.start)
        length = _checked(event.end) - begins
        if not length and isinstance(event.start, datetime):
            length = timedelta(hours=1)  # it says only when it begins
        if "RRULE" not in event and "RDATE" not in event:
            yield begins, begins + length
            continue
        again = list(_again(event, begins, window))
        steps += sum(cost for _, cost in again)
        if steps > MOST_STEPS:
            raise InvalidJob("/calendar", "its appointments come again too often to be followed.", "Save only the weeks of this job.")
        gone = _out(event) | {at for uid, at in moved if uid == str(event.get("UID", ""))}
        yield from ((at, at + length) for times, _ in again for at in times if at.replace(tzinfo=None) not in gone)


def _checked(one: date | datetime) -> datetime:
    """A moment within the years in which anybody works."""
    if not FIRST_YEAR <= one.year <= LAST_YEAR:
        raise InvalidJob("/calendar", f"an appointment is of the year {one.year}.", f"From {FIRST_YEAR} to {LAST_YEAR}.")
    return one if isinstance(one, datetime) else datetime.combine(one, time())


def _plain(one: date | datetime) -> datetime:
    return one.replace(tzinfo=None) if isinstance(one, datetime) else datetime.combine(one, time())


def _of(event: Event, name: str) -> Any:  # noqa: ANN401 - of the kind that the name has
    return event[name]


def _check_zone(event: Event, named: set[str]) -> None:
    """Refuse a time of a zone that nobody knows: it would be taken for the hour on the wall here."""
    for name in ("DTSTART", "DTEND"):
        zone = _of(event, name).params.get("TZID", "") if name in event else ""
        if zone and zone not in named and getattr(_of(event, name).dt, "tzinfo", None) is None:
            try:
                ZoneInfo(zone)
            except (ZoneInfoNotFoundError, ValueError, OSError) as error:
                words = f"there is no time zone {str(zone)[:40]}."
                raise InvalidJob("/calendar", words, "Save the calendar with its time zones.") from error


def _again(event: Event, begins: datetime, window: tuple[datetime, datetime]) -> Iterator[tuple[list[datetime], int]]:
    """The times at which an appointment comes again within the window, and through how many steps each rule was followed."""
    rules = event.get("RRULE", [])
    for rule in rules if isinstance(rules, list) else [rules]:
        yield _followed({key.upper(): value for key, value in rule.items()}, begins, window)
    dates = event.get("RDATE", [])
    said = [one.dt for each in (dates if isinstance(dates, list) else [dates]) for one in each.dts]
    more = [_checked(one) for one in said if not isinstance(one, tuple)]
    yield [begins, *more] if not rules else more, len(more)


def _followed(rule: dict[str, list[object]], begins: datetime, window: tuple[datetime, datetime]) -> tuple[list[datetime], int]:
    often = str(rule.get("FREQ", [""])[0]).upper()
    if often not in DAYS or any(len(rule.get(name, [])) > 1 for name in WITHIN_A_DAY):
        words = f"an appointment comes again {often.lower() or 'by no rule'}, several times a day" if often else "a rule says not how often"
        raise InvalidJob("/calendar", f"{words}: that is not followed.", "Rules by days, weeks, months and years are.")
    plain = begins.replace(tzinfo=None)
    until = min(window[1], *(_ends(one, begins) for one in rule.get("UNTIL", [])), window[1])
    start = plain if "COUNT" in rule else _jumped(often, rule, plain, window[0])
    steps = max(0, (until - start).days // DAYS[often]) + 1
    if steps > MOST_STEPS or until < start:
        return [], steps
    said = ";".join(f"{key}={','.join(map(str, value))}" for key, value in rule.items() if key not in {"UNTIL", "COUNT"})
    count = int(str(rule.get("COUNT", [MOST_STEPS])[0]))  # counted here, so that no rule is followed beyond the days of the job
    late = rrulestr(f"{said};UNTIL={_later(until):%Y%m%dT%H%M%S}", dtstart=_later(start))
    found = [at.replace(year=at.year - LATER, tzinfo=begins.tzinfo) for at in islice(late, max(0, min(count, MOST_STEPS)))]
    if not found:
        steps = max(steps, MOST_STEPS // 3)  # a rule that no day fits was followed to the end of the calendar
    return [at for at in found if at.replace(tzinfo=None) >= window[0] - timedelta(days=31)], steps


def _later(one: datetime) -> datetime:
    """The same day of the calendar close before its end: whole rounds of 400 years later. There a rule that no day fits ends soon."""
    return one.replace(year=one.year + LATER)


def _ends(one: object, begins: datetime) -> datetime:
    """The end of a rule on the clock of its appointment; a day ends with it."""
    if not isinstance(one, datetime):
        return datetime.combine(one if isinstance(one, date) else date.max, time.max)
    return (one.astimezone(begins.tzinfo) if one.tzinfo is not None and begins.tzinfo is not None else one).replace(tzinfo=None)


def _jumped(often: str, rule: dict[str, list[object]], begins: datetime, window_begins: datetime) -> datetime:
    """Whole rounds of a rule by days or weeks, passed over up to the window: nothing is asked of the years between."""
    if often not in {"DAILY", "WEEKLY"} or begins >= window_begins:
        return begins
    round_days = DAYS[often] * int(str(rule.get("INTERVAL", [1])[0]))
    rounds = max(0, (window_begins - begins).days // round_days - 60 // round_days - 1)
    return begins + timedelta(days=rounds * round_days)


def _out(event: Event) -> set[datetime]:
    found = event.get("EXDATE", [])
    return {_plain(one.dt) for each in (found if isinstance(found, list) else [found]) for one in each.dts}


def _spans(job: Job, begins: datetime, ends: datetime, zone: ZoneInfo | None) -> Iterator[Span]:
    """The part of each working day that an appointment takes."""
    first, last = (_local(one, zone) for one in (begins, ends))
    for day in range(job.days.days):
        at = day_date(job, day)
        assert at is not None  # noqa: S101 - asked for before
        midnight = datetime.combine(at, time())
        from_h = max(0.0, (first - midnight).total_seconds() / 3600)
        to_h = min(24.0, (last - midnight).total_seconds() / 3600)
        if to_h > from_h:
            yield Span(day=day, from_h=from_h, to_h=to_h)


def _local(one: datetime, zone: ZoneInfo | None) -> datetime:
    return (one.astimezone(zone) if one.tzinfo is not None and zone is not None else one).replace(tzinfo=None)
