"""The days over HTTP: events on a revision, a task tried and not kept, simulated desks, the calendar in and out."""

import unittest

from tests.run import slow
from tests.server import Server


@slow
class DaysOverHttp(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.server = Server().start()
        cls.addClassCleanup(cls.server.stop)

    def setUp(self):
        state = self.server.ask("POST", "/api/jobs", {"start": "demo"})[1]
        self.job, self.revision = state["id"], state["revision"]

    def send(self, path, body, revision=None):
        return self.server.ask("POST", f"/api/jobs/{self.job}/{path}", body, **{"If-Match": f'"{revision or self.revision}"'})

    def days(self):
        return self.server.ask("GET", f"/api/jobs/{self.job}/steps/days")[1]

    def test_an_event_is_kept_on_its_revision(self):
        event = {"now": {"day": 0, "at_h": 9}}
        self.assertEqual(self.send("steps/days/events/thunder", event, self.revision + 5)[0], 409)
        status, state = self.send("steps/days/events/thunder", event)
        self.assertEqual((status, state["revision"], state["job"]["days"]["now"]), (200, self.revision + 1, {"day": 0, "at_h": 9.0}))
        self.assertTrue(all((one["day"], one["start_h"]) >= (0, 9) for one in self.days()["days"]["tasks"] if one["day"] is not None))
        status, problem = self.send("steps/days/events/utility_here", {"now": {"day": 0, "at_h": 9}}, self.revision + 1)
        self.assertEqual((status, problem["field"]), (422, "/event"))

    def test_a_zone_that_there_is_not_is_refused_when_it_is_written(self):
        for zone, wanted in (("Middle/Earth", 422), ("Etc/UTC", 200)):
            edit = [{"op": "add", "path": "/days/zone", "value": zone}]
            status, said = self.server.ask("PATCH", f"/api/jobs/{self.job}", edit, **{"If-Match": f'"{self.revision}"'})
            self.assertEqual((status, said.get("field")), (wanted, "/days/zone" if wanted == 422 else None))

    def test_what_is_tried_is_not_kept(self):
        before = self.days()
        tried = self.send("steps/days/try", {"task": "off:P1", "change": {"hours": 2}})[1]
        self.assertGreater(tried["days"]["outage_h"], before["days"]["outage_h"])
        self.assertEqual(self.days(), before)

    def test_the_desks_answer_and_say_that_they_are_simulated(self):
        status, state = self.send("standins/inspection-office", {"kind": "trench", "day": 1})
        visit = state["job"]["days"]["visits"]["trench"]
        self.assertEqual((status, visit["kind"], visit["simulated"]), (200, "trench", True))
        status, state = self.send("standins/utility-desk", {"kind": "utility_off", "day": 2}, state["revision"])
        asked = state["job"]["days"]["visits"]["utility_off"]
        self.assertTrue(1 <= asked["to_h"] - asked["from_h"] <= 3 and not asked["confirmed"])
        status, state = self.send("standins/utility-desk", {"kind": "utility_off", "day": 2}, state["revision"])
        again = state["job"]["days"]["visits"]["utility_off"]
        self.assertTrue(again["confirmed"] or again["day"] == asked["day"] + 1)
        status, state = self.send("standins/weather", {}, state["revision"])
        self.assertTrue(any(one["sky"] == "thunder" and one["simulated"] for one in state["job"]["days"]["weather"].values()))
        self.assertTrue(any(not one["simulated"] for one in state["job"]["days"]["weather"].values()))  # what a person typed stays
        for path, body in (("utility-desk", {"kind": "utility_off"}), ("inspection-office", {"kind": "final"}), ("weather", {})):
            status, problem = self.send(f"standins/{path}", body | {"how": "silent"}, state["revision"])
            self.assertEqual((status, problem["type"]), (502, "/errors#no-answer"))
        right = [one for one in state["job"]["days"]["weather"].values() if one["simulated"]]
        _, state = self.send("standins/weather", {"how": "wrong"}, state["revision"])
        wrong = [one for one in state["job"]["days"]["weather"].values() if one["simulated"]]
        self.assertEqual({one["from_h"] - other["from_h"] for one, other in zip(wrong, right, strict=True)}, {-3.0})
        self.assertEqual(self.send("standins/utility-desk", {"kind": "final"}, state["revision"])[0], 422)

    def test_the_calendar_goes_out_and_busy_times_come_in(self):
        self.assertEqual(self.server.ask("GET", f"/api/jobs/{self.job}/calendar.ics")[0], 422)
        path = f"/api/jobs/{self.job}"
        patch = [{"op": "add", "path": "/days/starts", "value": "2027-03-01"}]
        _, state = self.server.ask("PATCH", path, patch, **{"If-Match": f'"{self.revision}"'})
        text = "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTART:20270301T090000\r\nDTEND:20270301T120000\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
        status, state = self.send("calendar", {"person": "A", "text": text}, state["revision"])
        self.assertEqual((status, state["job"]["days"]["people"]["A"]["busy"]), (200, [{"day": 0, "from_h": 9.0, "to_h": 12.0}]))
        self.assertEqual(self.send("calendar", {"person": "A", "text": "nonsense"}, state["revision"])[0], 422)
        self.assertEqual(self.send("calendar", {"person": "Z", "text": text}, state["revision"])[0], 422)


if __name__ == "__main__":
    unittest.main()
