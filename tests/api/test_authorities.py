"""What an authority wants, remembered from job to job; jobs found by what is in them; the morning desk."""

import tempfile
import unittest
from pathlib import Path

from northspan.api import create_app
from northspan.api.settings import Config
from northspan.core.desk.demos import DEMOS
from northspan.core.document.job import Amendment, Job
from northspan.core.rulebooks.registry import rulebook_names
from northspan.core.solve import worked

ROD = {"school": "inspector_one", "ruled_by": "inspector", "decided_by": "R. Thorn", "when": "2026-11-30", "why": "small shed"}


class Case(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.client = create_app(Config(Path(folder.name))).test_client()

    def new(self, start="demo", **more):
        return self.client.post("/api/jobs?focus=", json={"start": start, **more}).get_json()["id"]

    def send(self, job, path="", revision=1, method="post", **more):
        ask = getattr(self.client, method)
        return ask(f"/api/jobs/{job}{path}?focus=", headers={"If-Match": f'"{revision}"', "Northspan-Person": "Lead"}, **more)

    def edit(self, job, revision, *edits):
        answer = self.send(
            job, revision=revision, method="patch", json=[{"op": "add", "path": path, "value": value} for path, value in edits]
        )
        self.assertEqual(answer.status_code, 200, answer.get_json())
        return answer.get_json()


class Habits(Case):
    def known(self, job):
        return self.client.get(f"/api/jobs/{job}/steps/inspection/authority").get_json()

    def test_what_one_job_was_told_the_next_one_takes_with_whose_word_it_was(self):
        first, second = self.new(), self.new()
        self.edit(first, 1, ("/particulars/authority", "Thornbury"), ("/calls/rods", ROD),
                  ("/amendments/cover_least", {"value_m": 0.9, "whose": "R. Thorn", "when": "2026-11-30", "why": "frost"}))  # fmt: skip
        self.assertEqual(len(self.known(first)["teaches"]), 2)
        self.assertEqual(self.client.post(f"/api/jobs/{first}/authority/remember").status_code, 200)
        self.assertEqual(self.known(first)["teaches"], [])
        self.assertEqual(self.known(second)["names"], ["Thornbury"])
        self.edit(second, 1, ("/particulars/authority", "Thornbury"))
        self.assertEqual([one["whose"] for one in self.known(second)["open"]], ["R. Thorn", "R. Thorn"])
        taken = self.send(second, "/steps/inspection/events/habits", 2, json={"name": "Thornbury"}).get_json()
        self.assertEqual(taken["job"]["calls"]["rods"], taken["job"]["calls"]["rods"] | ROD)
        covers = [one["cover_m"] for one in taken["plan"]["runs"]["F2"]["segments"] if one["place"] == "buried"]
        self.assertEqual(set(covers), {0.9})
        self.assertEqual(self.known(second)["open"], [])

    def test_it_is_told_by_nobody_and_taken_under_its_own_rules_only(self):
        job, other = self.new(), self.new(rulebook="uk-2022")
        self.assertEqual(self.client.post(f"/api/jobs/{job}/authority/remember").status_code, 422)
        self.edit(job, 1, ("/particulars/authority", "Thornbury"), ("/calls/rods", ROD))
        self.client.post(f"/api/jobs/{job}/authority/remember")
        self.assertEqual(self.known(other)["names"], [])
        self.assertEqual(self.send(other, "/steps/inspection/events/habits", json={"name": "Thornbury"}).status_code, 422)
        self.client.post("/api/authorities/drop", json={"name": "Thornbury"})
        self.assertEqual(self.client.get("/api/authorities").get_json(), {"authorities": []})

    def test_a_cover_of_the_place_counts_where_it_is_more_and_says_whose_word(self):
        for name in rulebook_names():
            job = DEMOS[name]()
            run = next(key for key, one in job.runs.items() if one.status == "new" and any(s.place == "buried" for s in one.segments))
            plain = [one.cover_m for one in worked(job).plan.runs[run].segments if one.cover_m]
            for value_m in (0.05, 1.2):
                said = job.model_copy(update={"amendments": {"cover_least": Amendment(value_m=value_m, whose="R. Thorn")}})
                said = Job.model_validate_json(said.model_dump_json(warnings=False))
                plan = worked(said, None).plan.runs[run]
                self.assertEqual([one.cover_m for one in plan.segments if one.cover_m], [max(value_m, one) for one in plain])
                self.assertEqual("local: R. Thorn" in plan.model_dump_json(), value_m > max(plain))


class Found(Case):
    def test_jobs_are_found_by_part_note_and_finding_and_by_where_they_stand(self):
        hollow, empty = self.new(), self.new("empty", name="Willow Bend 4")
        self.edit(hollow, 1, ("/record/notes/n1", {"words": "Schlüssel unter der MILCHKANNE", "part": "/buildings/H"}))

        def found(**query):
            jobs = self.client.get("/api/jobs", query_string=query).get_json()["jobs"]
            return {one["id"]: [hit["words"] for hit in one["hits"]] for one in jobs}

        self.assertEqual(set(found()), {hollow, empty})
        self.assertEqual(found(search="milchkanne schlüssel"), {hollow: ["Schlüssel unter der MILCHKANNE"]})
        self.assertIn("Studio feeder", found(search="studio feeder")[hollow])
        self.assertEqual(list(found(search="willow")), [empty])
        self.assertEqual(found(search="100%"), {})
        self.assertEqual((list(found(stage="survey")), list(found(stage="planned"))), ([empty], [hollow]))
        self.assertEqual(self.client.get("/api/jobs?skip=x").status_code, 400)
        self.assertEqual(found(skip=2), {})

    def test_the_desk_says_what_waits_the_soonest_first_and_forgets_what_is_signed(self):
        job = self.new()
        asked = {"visit": "final", "words": "bare clamp", "whose": "R. Thorn", "due": "2026-12-04"}
        self.edit(job, 1, ("/inspection/asked/A1", asked))
        rows = self.client.get("/api/desk").get_json()["rows"]
        self.assertEqual((rows[0]["whom"], rows[0]["day"], rows[0]["step"]), ("R. Thorn", "2026-12-04", "inspection"))
        self.edit(job, 2, ("/inspection/asked/A1/signed_by", "R. Thorn"), ("/inspection/visits/final", {"passed": True, "by": "R. Thorn"}))
        self.assertEqual(self.client.get("/api/desk").get_json()["rows"], [])
        back = self.send(job, "/undo", 3).get_json()
        self.assertEqual(back["revision"], 4)
        self.assertEqual(self.client.get("/api/desk").get_json()["rows"][0]["words"], "bare clamp")


if __name__ == "__main__":
    unittest.main()
