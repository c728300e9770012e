"""The calendar: ids that stay, times through a change of clocks, busy times in, nonsense refused."""

import unittest
from datetime import UTC, datetime
from time import monotonic
from zoneinfo import ZoneInfo

from icalendar import Calendar

from northspan.core.desk.demo_move import MOVES
from northspan.core.document.job import Days
from northspan.core.solve import worked
from northspan.core.steps.days.plan import days_plan
from northspan.core.working.errors import InvalidJob
from northspan.files.busy_calendar import read_busy
from northspan.files.days_calendar import write_calendar

ZONE = "Europe/Paris"


def dated(**fields):
    job = MOVES["us-2023"]()
    days = job.days.model_dump(mode="json") | {"starts": "2026-10-23", "zone": ZONE} | fields
    return job.model_copy(update={"days": Days.model_validate(days)})


def events(job, revision=1):
    text = write_calendar(job, "abc", days_plan(worked(job)), revision, datetime(2026, 10, 1, 9, revision, tzinfo=UTC))
    return {str(one["UID"]): one for one in Calendar.from_ical(text).walk("VEVENT")}


class Out(unittest.TestCase):
    def test_a_second_export_moves_events_and_doubles_none(self):
        first, second = events(dated()), events(dated(begins_h=9, ends_h=17))
        self.assertEqual(set(first), set(second))
        key = "up:P2@abc"
        self.assertEqual((second[key].start - first[key].start).total_seconds(), 3600)

    def test_every_event_says_which_revision_it_is_of_and_when_that_was(self):
        for revision in (1, 7):
            for uid, one in events(dated(), revision).items():
                self.assertEqual((one["SEQUENCE"], one["DTSTAMP"].to_ical()), (revision, f"20261001T090{revision}00Z".encode()), uid)

    def test_a_visit_keeps_its_id_when_another_is_struck(self):
        both = {
            "a": {"kind": "final", "day": 1, "from_h": 9, "to_h": 10},
            "b": {"kind": "final", "day": 2, "from_h": 9, "to_h": 10, "order": 1},
        }
        kept = {uid for uid in events(dated(visits=both)) if uid.startswith("visit.")}
        self.assertEqual(kept, {"visit.a@abc", "visit.b@abc"})
        self.assertEqual({uid for uid in events(dated(visits={"b": both["b"]})) if uid.startswith("visit.")}, {"visit.b@abc"})

    def test_the_hour_stays_through_a_change_of_clocks(self):
        found = events(dated())  # a Friday; clocks go back on the Sunday after
        one, other = found["up:P2@abc"].start, found["final@abc"].start
        self.assertEqual((one.date().isoformat(), other.date().isoformat()), ("2026-10-23", "2026-10-26"))
        self.assertEqual((one.utcoffset().total_seconds(), other.utcoffset().total_seconds()), (7200, 3600))
        self.assertEqual(one.astimezone(ZoneInfo(ZONE)).hour, 8)
        self.assertTrue(any(uid.startswith("Torqued-again.7@") for uid in found))

    def test_what_is_needed_is_asked_for(self):
        for fields, words in (({"starts": ""}, "no date"), ({"zone": "Middle/Earth"}, "no time zone Middle/Earth")):
            with self.assertRaisesRegex(InvalidJob, words):
                events(dated(**fields))


class In(unittest.TestCase):
    def calendar(self, *lines):
        return "\r\n".join(("BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:x", *lines, "END:VCALENDAR", ""))

    def test_busy_times_fall_into_the_days_of_the_job(self):
        text = self.calendar("BEGIN:VEVENT", "UID:1", "DTSTART:20261023T080000Z", "DTEND:20261023T093000Z", "END:VEVENT",
                             "BEGIN:VEVENT", "UID:2", "DTSTART;VALUE=DATE:20261026", "DTEND;VALUE=DATE:20261027", "END:VEVENT",
                             "BEGIN:VEVENT", "UID:3", "DTSTART:20261026T080000", "TRANSP:TRANSPARENT", "END:VEVENT")  # fmt: skip
        found = read_busy(dated(), text)
        self.assertEqual([(one.day, one.from_h, one.to_h) for one in found], [(0, 10.0, 11.5), (1, 0.0, 24.0)])
        self.assertEqual(datetime(2026, 10, 23, 8, tzinfo=ZoneInfo("UTC")).astimezone(ZoneInfo(ZONE)).hour, 10)

    def test_nonsense_is_refused_whole(self):
        for text in ("", "nonsense", self.calendar("BEGIN:VEVENT", "UID:1", "DTSTART:yesterday", "END:VEVENT"),
                     self.calendar("BEGIN:VEVENT", "UID:1", "END:VEVENT"), "BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\n", "\x00\x01"):  # fmt: skip
            with self.assertRaisesRegex(InvalidJob, "no calendar"):
                read_busy(dated(), text)
        with self.assertRaisesRegex(InvalidJob, "too large"):
            read_busy(dated(), "x" * 2_000_001)
        self.assertEqual(read_busy(dated(), self.calendar()), ())

    def busy(self, *lines, **fields):
        found = read_busy(dated(**fields), self.calendar("BEGIN:VEVENT", "UID:1", *lines, "END:VEVENT"))
        return [(one.day, one.from_h, one.to_h) for one in found]

    def test_what_comes_again_is_busy_on_each_of_its_days_but_those_taken_out(self):
        at = ("DTSTART;TZID=Europe/Paris:20260105T080000", "DTEND;TZID=Europe/Paris:20260105T093000")
        self.assertEqual(self.busy(*at, "RRULE:FREQ=WEEKLY;BYDAY=MO,FR", days=2), [(0, 8.0, 9.5), (1, 8.0, 9.5)])
        taken_out = (*at, "RRULE:FREQ=WEEKLY;BYDAY=MO,FR", "EXDATE;TZID=Europe/Paris:20261026T080000")
        self.assertEqual(self.busy(*taken_out, days=2), [(0, 8.0, 9.5)])
        self.assertEqual(self.busy(*at, "RRULE:FREQ=DAILY;UNTIL=20261023T235900Z"), [(0, 8.0, 9.5)])
        self.assertEqual(self.busy(*at, "RRULE:FREQ=DAILY;COUNT=5"), [])
        self.assertEqual(self.busy(*at, "RRULE:FREQ=DAILY;INTERVAL=2", days=3), [(1, 8.0, 9.5)])  # 294 days after the first
        self.assertEqual(self.busy(*at, "RDATE;TZID=Europe/Paris:20261027T080000"), [(2, 8.0, 9.5)])
        moved = ("END:VEVENT", "BEGIN:VEVENT", "UID:1", "RECURRENCE-ID;TZID=Europe/Paris:20261026T080000",
                 "DTSTART;TZID=Europe/Paris:20261026T130000", "DTEND;TZID=Europe/Paris:20261026T140000")  # fmt: skip
        self.assertEqual(self.busy(*at, "RRULE:FREQ=WEEKLY;BYDAY=MO,FR", *moved, days=2), [(0, 8.0, 9.5), (1, 13.0, 14.0)])
        whole_day = ("DTSTART;VALUE=DATE:20241026", "DTEND;VALUE=DATE:20241027", "RRULE:FREQ=YEARLY")
        self.assertEqual(self.busy(*whole_day), [(1, 0.0, 24.0)])

    def test_what_is_cancelled_takes_nothing_and_what_overlaps_is_one(self):
        at = ("DTSTART:20261023T080000", "DTEND:20261023T100000")
        self.assertEqual(self.busy(*at, "STATUS:CANCELLED"), [])
        other = ("END:VEVENT", "BEGIN:VEVENT", "UID:2", "DTSTART:20261023T090000", "DTEND:20261023T113000")
        self.assertEqual(self.busy(*at, *other), [(0, 8.0, 11.5)])

    def test_what_cannot_be_followed_is_said_and_costs_no_time(self):
        begun, at = monotonic(), ("DTSTART:20261005T080000", "DTEND:20261005T090000")
        counted = ("DTSTART:19700101T080000", "RRULE:FREQ=DAILY;COUNT=99999")
        for lines, words in (((*at, "RRULE:FREQ=SECONDLY"), "not followed"), ((*at, "RRULE:FREQ=DAILY;BYHOUR=8,9,10"), "not followed"),
                             (("DTSTART:00010101T080000Z", "RRULE:FREQ=DAILY"), "the year 1"), (("DTSTART:99991231T080000Z",), "the year 9999"),
                             (("DTSTART;TZID=Middle/Earth:20261023T080000",), "no time zone Middle/Earth"),
                             ((*at, f"EXDATE:{',' * 1_800_000}"), "longer than any"),
                             ((*counted, *("END:VEVENT", "BEGIN:VEVENT", "UID:3", *counted) * 20), "too often")):  # fmt: skip
            with self.subTest(words), self.assertRaisesRegex(InvalidJob, words):
                self.busy(*lines)
        self.assertEqual(self.busy("DTSTART:19700101T080000", "DTEND:19700101T090000", "RRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=31"), [])
        self.assertLess(monotonic() - begun, 6)


if __name__ == "__main__":
    unittest.main()
