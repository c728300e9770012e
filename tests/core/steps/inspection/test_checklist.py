"""The checklist made from a plan: each line names the very thing, an answer stays, and only what the plan changes is open again."""

import unittest
from datetime import UTC, datetime

from northspan.core.case.beside import Beside
from northspan.core.desk.demo_move import MOVES
from northspan.core.desk.demos import DEMOS
from northspan.core.desk.starts import STARTS
from northspan.core.desk.starts.under import start_job_under
from northspan.core.document.job import NEW, AskedFor, Job
from northspan.core.document.patching import patched
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.solve import worked
from northspan.core.steps.found import with_steps_found
from northspan.core.steps.inspection.checklist import VISITS, check_lines, looked_at, visits_looked
from northspan.core.steps.inspection.step import Answered, answer_line
from northspan.core.working.errors import InvalidJob
from tests.core.desk.test_starts import ALL
from tests.core.ordinary_jobs import ordinary_jobs
from tests.core.steps.materials.test_complete import with_everything
from tests.core.topics.circuits.test_panels import panel
from tests.support import checked

NOW = Beside((), (), (), datetime(2026, 12, 1, 9, tzinfo=UTC), {})


def answered(job, line, said="right", **more):
    edits = answer_line(worked(job), NOW, Answered(line=line, said=said, who="Lead", **more))
    return Job.model_validate(patched(job.model_dump(mode="json"), edits))


def states(job):
    return {one.key: one.state for one in check_lines(worked(job))}


class Lines(unittest.TestCase):
    def jobs(self):
        yield from (make() for make in (*DEMOS.values(), *MOVES.values()))
        yield from (start_job_under(start, ALL, book) for book in rulebook_names() for start in STARTS)
        yield from ordinary_jobs().values()

    def test_every_new_part_is_looked_at_and_every_line_says_what_and_by_which_rule(self):
        for job in self.jobs():
            whole = worked(job)
            lines = check_lines(whole)
            at = {"/".join(one.where.split("/")[:3]) for one in lines}
            with self.subTest(f"{job.rulebook} {job.name}"):
                for kind in ("runs", "enclosures"):
                    parts = {key: one for key, one in getattr(job, kind).items() if one.status in NEW}
                    seen = {f"/{kind}/{key}" for key, one in parts.items() if not getattr(one, "utility_owned", False)}
                    sized = {f"/runs/{key}" for key, run in whole.plan.runs.items() if run.sized} | {one for one in seen if "/enc" in one}
                    self.assertLessEqual(seen & sized, at)
                for one in lines:
                    self.assertTrue(one.words and one.figure and one.why and one.citation, one.key)
                self.assertEqual(len({one.key for one in lines}), len(lines))
                for visit in VISITS:
                    numbers = [one.number for one in lines if one.visit == visit.value]
                    self.assertEqual(numbers, list(range(1, len(numbers) + 1)))

    def test_no_word_of_another_family_stands_in_a_british_one(self):
        for one in check_lines(worked(DEMOS["uk-2022"]())):
            self.assertFalse({"ground", "panel", "utility", "color"} & set(one.words.lower().replace(",", "").split()), one.words)

    def test_each_row_of_what_is_looked_at_is_asked_by_some_job(self):
        asked = {}
        rare = [with_everything(book) for book in rulebook_names()]
        new = {"use": "outlets", "serves": "bathroom", "rating_a": 20, "status": "new", "slots": (1,)}
        rare += [panel({"W1": new}, rulebook=book) for book in rulebook_names()]
        for job in (*self.jobs(), *rare):
            asked.setdefault(job.rulebook, set()).update(one.kind for one in looked_at(worked(job)))
        missing = {(book, key) for book in rulebook_names() for key in rulebook_named(book).looked_at if key not in asked[book]}
        self.assertEqual(missing, set())

    def test_a_planted_fault_is_on_a_line(self):
        job = DEMOS["us-2023"]()  # its house panel was found bonded where it must be apart
        bond = next(one for one in check_lines(worked(job)) if one.where == "/enclosures/P1" and ":bond:" in one.key)
        self.assertIn("kept apart", bond.words)


class Answers(unittest.TestCase):
    def setUp(self):
        self.job = DEMOS["us-2023"]()
        self.cover = next(one for one in check_lines(worked(self.job)) if ":cover:" in one.key)
        self.volts = next(one for one in check_lines(worked(self.job)) if ":volts:" in one.key)

    def test_an_answer_stays_with_its_line_and_counts(self):
        after = answered(self.job, self.cover.key, note="seen from the house")
        one = next(line for line in check_lines(worked(after)) if line.key == self.cover.key)
        self.assertEqual((one.state, one.note, one.who, one.at), ("right", "seen from the house", "Lead", "2026-12-01T09:00:00+00:00"))
        trench = next(one for one in visits_looked(worked(after), check_lines(worked(after))) if one.kind == "trench")
        self.assertEqual(trench.lines - trench.open, 1)
        back = Job.model_validate(patched(after.model_dump(mode="json"), answer_line(worked(after), NOW, Answered(line=self.cover.key))))
        self.assertEqual(states(back)[self.cover.key], "open")

    def test_a_change_of_the_plan_opens_only_what_it_touches(self):
        device = next(one for one in check_lines(worked(self.job)) if ":device:" in one.key and "/runs/F2" in one.where)
        after = answered(answered(self.job, self.cover.key), device.key)
        run = after.runs["F2"]
        longer = checked(after, runs=after.runs | {"F2": run.model_copy(update={"device_a": 90.0})})
        now = states(longer)
        self.assertEqual((now[self.cover.key], now[device.key]), ("right", "changed"))
        stood = next(one.stood for one in check_lines(worked(longer)) if one.key == device.key)
        self.assertIn("100 A", stood)

    def test_other_units_and_another_name_open_nothing(self):
        after = answered(self.job, self.cover.key)
        turned = checked(after, units="metres")
        self.assertEqual(states(turned)[self.cover.key], "right")
        named = checked(after, runs=after.runs | {"F2": after.runs["F2"].model_copy(update={"name": "Feeder of the kiln"})})
        self.assertEqual(states(named)[self.cover.key], "right")
        deeper = checked(turned, runs=turned.runs | {"F2": turned.runs["F2"].model_copy(update={"segments": tuple(
            one.model_copy(update={"method": "direct_burial"}) if one.key == "2" else one for one in turned.runs["F2"].segments)})})  # fmt: skip
        self.assertEqual(states(deeper)[self.cover.key], "changed")

    def test_a_reading_out_of_its_band_is_never_right(self):
        low, high = self.volts.least, self.volts.most
        for reading, said, grade in ((low, "right", "right"), (low - 1, "not_right", "too low"), (high + 1, "not_right", "too high")):
            after = answered(self.job, self.volts.key, reading=reading)
            one = next(line for line in check_lines(worked(after)) if line.key == self.volts.key)
            self.assertEqual((one.state, one.grade), (said, grade), reading)
        with self.assertRaisesRegex(InvalidJob, "what was read is wanted, in V"):
            answered(self.job, self.volts.key)
        with self.assertRaisesRegex(InvalidJob, "no line nonsense"):
            answered(self.job, "nonsense")

    def test_what_is_not_right_and_what_an_inspector_asks_are_findings(self):
        after = answered(self.job, self.volts.key, reading=119.0)
        after = checked(after, inspection=after.inspection.model_copy(update={"asked": {
            "A1": AskedFor(words="A second rod", whose="the inspector", due="2026-12-09"),
            "A2": AskedFor(words="Label the disconnect", signed_by="the inspector"),
            "A3": AskedFor(words="Bend a little tight", only_noted=True),
        }}))  # fmt: skip
        found = {one.code: one.text for one in with_steps_found(worked(after)).findings if one.step == "inspection"}
        self.assertEqual(set(found), {"line-not-right", "inspector-asks"})
        self.assertIn("It read 119 V, too low.", found["line-not-right"])
        self.assertEqual(found["inspector-asks"], "A second rod, until 2026-12-09.")


class Planted(unittest.TestCase):
    """What is wrong in the demos is looked at, at its part."""

    def test_each_planted_fault_is_on_a_line(self):
        for book, where, words in (
            ("us-2023", "/enclosures/P1", "kept apart"), ("us-2023", "/runs/F3/grounding", "old three-wire feed"),
            ("us-2023", "/electrodes/E2", "not listed for burial"), ("us-2023", "/buildings/studio", "58 Ω"),
            ("us-2023", "/runs/C1/segments", "405°"), ("ca-2021", "/enclosures/P2", "kept apart"),
            ("ca-2021", "/runs/F1", "cover over it"), ("ca-2021", "/electrodes/E1", "3 m is the least"),
            ("ca-2021", "/enclosures/P3", "no disconnect"), ("uk-2022", "/buildings/music", "no electrode"),
            ("uk-2022", "/buildings/cottage", "not bonded"), ("uk-2022", "/runs/C3", "no residual-current device"),
        ):  # fmt: skip
            with self.subTest(f"{book} {words}"):
                lines = check_lines(worked(DEMOS[book]()))
                self.assertTrue([one for one in lines if one.where.startswith(where) and words in one.words])

    def test_a_fault_that_is_cured_is_off_the_list_and_none_is_on_it_twice(self):
        for make in DEMOS.values():
            job = make()
            whole = worked(job)
            lines = check_lines(whole)
            self.assertEqual(len({(one.words, one.where) for one in lines}), len(lines))
            for finding in whole.plan.findings:
                if finding.severity in {"stop", "fix"} and finding.cures and finding.code == "rods-missing":
                    edits = [{"op": one.op, "path": one.path, "value": one.value} for one in finding.cures[0].edits]
                    cured = Job.model_validate(patched(job.model_dump(mode="json"), edits))
                    self.assertNotIn(f"service:rods-missing:{finding.where}", states(cured))


if __name__ == "__main__":
    unittest.main()
