"""A job is worked out once a revision, however many views ask; what is kept is bounded by what it weighs."""

import unittest
from unittest import mock

from northspan import __version__
from northspan.asking import QUESTIONS
from northspan.core import solve as solving
from northspan.core.desk.demos import DEMOS
from northspan.core.solve import solve, worked
from northspan.core.steps.days.plan import days_plan
from northspan.worked_jobs import WorkedJobs, weight
from tests.api.test_api import ApiCase


class Once(ApiCase):
    def test_every_view_and_every_try_of_a_revision_makes_the_job_ready_once(self):
        client = self.client
        state = client.post("/api/jobs", json={"start": "demo"}).json
        at = f"/api/jobs/{state['id']}"
        asked = [one for one in QUESTIONS.values() if one.name.startswith("steps/")]
        with mock.patch.object(solving, "case_of", wraps=solving.case_of) as ready:
            first = client.get(f"{at}/steps/days").json
            body = {"task": first["days"]["tasks"][0]["key"], "change": {"hours": 2}}
            for one in asked:
                for _ in range(2):
                    before = ready.call_count
                    sent = client.get(f"{at}/{one.name}") if one.asked is None else client.post(f"{at}/{one.name}", json=body)
                    self.assertEqual(sent.status_code, 200, one.name)
                    self.assertEqual((sent.json["revision"], sent.json["versions"]["program"]), (state["revision"], __version__))
                    if not one.name.endswith(("/flips", "/alternatives")):  # those work other jobs: that is what they are asked
                        self.assertEqual(ready.call_count, before, one.name)
            for path in ("materials.csv", "panels/P1/circuits.csv"):
                self.assertEqual(client.get(f"{at}/{path}").status_code, 200, path)
            edits = ready.call_count
            patch = [{"op": "replace", "path": "/name", "value": "Other"}]
            edited = client.patch(at, json=patch, headers={"If-Match": f'"{state["revision"]}"'})
            self.assertEqual(edited.status_code, 200, edited.json)
            for name in ("days", "materials", "estimate"):
                client.get(f"{at}/steps/{name}")
            self.assertEqual(ready.call_count, edits + 1)

    def test_other_days_change_nothing_but_the_days(self):
        for name, demo in DEMOS.items():
            job = demo()
            longer = job.days.model_copy(update={"days": job.days.days + 1})
            there = worked(job).on_days(longer)
            self.assertEqual(days_plan(there), days_plan(worked(job.model_copy(update={"days": longer}))), name)
            self.assertEqual(there.plan, solve(job, ()), name)


class Bounded(unittest.TestCase):
    def stored(self, name, revision=1):
        return (name, revision), DEMOS["us-2023"]

    def test_the_oldest_goes_when_they_weigh_too_much_and_the_last_stays(self):
        one = weight(self.stored("a")[1]())
        for most, left in ((3 * one, 3), (3 * one - 1, 2), (one - 1, 1)):
            kept = WorkedJobs(most)
            made = [kept.of(*self.stored(name)) for name in ("a", "b", "c")]
            self.assertEqual(len(kept), left)
            self.assertIs(kept.of(*self.stored("c")), made[-1])
            self.assertEqual(kept.of(*self.stored("a")) is made[0], left == 3)
            self.assertIsNot(kept.of(*self.stored("c", 2)), made[-1])
            kept.forget()
            self.assertEqual(len(kept), 0)


if __name__ == "__main__":
    unittest.main()
