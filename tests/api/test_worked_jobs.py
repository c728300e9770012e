"""A job is worked out once a revision, however many views ask; what is kept is bounded by what it weighs."""

import unittest
from unittest import mock

from northspan.api.worked_jobs import WorkedJobs, weight
from northspan.core import solve as solving
from northspan.core.desk.days.plan import days_plan
from northspan.core.desk.demos import DEMOS
from northspan.core.solve import solve, worked
from northspan.store.jobs import StoredJob
from tests.api.test_api import ApiCase


class Once(ApiCase):
    def test_every_view_and_every_try_of_a_revision_makes_the_job_ready_once(self):
        client = self.client
        state = client.post("/api/jobs", json={"start": "demo"}).json
        at = f"/api/jobs/{state['id']}"
        with mock.patch.object(solving, "case_of", wraps=solving.case_of) as ready:
            first = client.get(f"{at}/days").json
            task = first["days"]["tasks"][0]["key"]
            for _ in range(3):
                self.assertEqual(client.post(f"{at}/days/try", json={"task": task, "change": {"hours": 2}}).status_code, 200)
            for path in ("days", "materials", "materials.csv"):
                self.assertEqual(client.get(f"{at}/{path}").status_code, 200, path)
            self.assertEqual(ready.call_count, 1)
            patch = [{"op": "replace", "path": "/name", "value": "Other"}]
            edited = client.patch(at, json=patch, headers={"If-Match": f'"{state["revision"]}"'})
            self.assertEqual(edited.status_code, 200, edited.json)
            before = ready.call_count
            client.get(f"{at}/days")
            client.get(f"{at}/materials")
            self.assertEqual(ready.call_count, before + 1)

    def test_other_days_change_nothing_but_the_days(self):
        for name, demo in DEMOS.items():
            job = demo()
            longer = job.days.model_copy(update={"days": job.days.days + 1})
            there = worked(job).on_days(longer)
            self.assertEqual(days_plan(there), days_plan(worked(job.model_copy(update={"days": longer}))), name)
            self.assertEqual(there.plan, solve(job, ()), name)


class Bounded(unittest.TestCase):
    def stored(self, name, revision=1):
        return StoredJob(name, revision, can_undo=False, can_redo=False, changed_at=None, job=DEMOS["us-2023"]())

    def test_the_oldest_goes_when_they_weigh_too_much_and_the_last_stays(self):
        one = weight(self.stored("a").job)
        for most, left in ((3 * one, 3), (3 * one - 1, 2), (one - 1, 1)):
            kept = WorkedJobs(most)
            made = [kept.of(self.stored(name)) for name in ("a", "b", "c")]
            self.assertEqual(len(kept), left)
            self.assertIs(kept.of(self.stored("c")), made[-1])
            self.assertEqual(kept.of(self.stored("a")) is made[0], left == 3)
            self.assertIsNot(kept.of(self.stored("c", 2)), made[-1])


if __name__ == "__main__":
    unittest.main()
