"""The calendar: ids that stay, times through a change of clocks, busy times in, nonsense refused."""

import unittest
from datetime import UTC, datetime
from zoneinfo import ZoneInfo

from icalendar import Calendar

from northspan.core.desk.demo_move import MOVES
from northspan.core.document.job import Days
from northspan.core.solve import worked
from northspan.core.steps.days.plan import days_plan
from northspan.core.working.errors import InvalidJob
from northspan.files.days_calendar import read_busy, write_calendar

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


if __name__ == "__main__":
    unittest.main()
