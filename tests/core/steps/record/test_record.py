"""The record: what was built and measured beside the plan, where a job stands, what waits, what the owner asks, what is handed over."""

import unittest

from northspan.core.desk.demo_move import MOVES
from northspan.core.desk.demos import DEMOS
from northspan.core.desk.starts import STARTS
from northspan.core.desk.starts.under import start_job_under
from northspan.core.document.job import (
    Attachment,
    BuiltRun,
    ElectrodeKind,
    Inspection,
    Job,
    Measured,
    NoteKept,
    Record,
    TaskChange,
    TaskState,
    Visit,
    VisitKind,
)
from northspan.core.document.job.inspection import AskedFor, VisitOver
from northspan.core.rulebooks.registry import rulebook_names
from northspan.core.solve import worked
from northspan.core.steps.days.owner_asks import answers, asked_and_answered
from northspan.core.steps.found import with_steps_found
from northspan.core.steps.inspection.by_kind import expected_of
from northspan.core.steps.record.as_built import built_job, measured_job
from northspan.core.steps.record.hand_over import hand_over
from northspan.core.steps.record.step import as_built_view, record_view
from northspan.core.steps.record.summary import JobStage, stage_of, summary_of
from northspan.core.working.sums import sum_of
from tests.core.desk.test_starts import ALL
from tests.core.steps.inspection.test_checklist import NOW

US, CA, UK = (DEMOS[name]() for name in rulebook_names())


def built(job, run, **said):
    return job.model_copy(update={"record": Record(built={run: BuiltRun(**said)})})


def inspected(job, **said):
    return job.model_copy(update={"inspection": Inspection(**said)})


def length_of(run):
    return sum_of(one.length_m for one in run.segments)


class Built(unittest.TestCase):
    def test_a_longer_run_is_solved_for_its_length_and_what_the_plan_says_stays(self):
        for job, run in ((US, "F2"), (CA, "F1"), (UK, "F1")):
            longer = built(job, run, length_m=2 * length_of(job.runs[run]))
            self.assertAlmostEqual(length_of(built_job(worked(longer)).runs[run]), 2 * length_of(job.runs[run]))
            before, after = worked(longer).plan.runs[run], worked(built_job(worked(longer))).plan.runs[run]
            self.assertEqual(before.drop_percent, worked(job).plan.runs[run].drop_percent)
            self.assertGreater(after.drop_percent, 1.6 * before.drop_percent)
            self.assertEqual((after.size, after.device_a), (before.size, before.device_a))  # what is in the ground does not grow
            view = as_built_view(worked(longer), NOW)
            self.assertIn(job.runs[run].name, {one.name for one in view.built})
            self.assertEqual((view.measured, view.refused), ((), ""))

    def test_what_was_built_too_small_is_a_finding_that_says_so(self):
        small = built(US, "F2", size="10", metal="copper", why="what was on the van")
        found = [one for one in with_steps_found(worked(small)).findings if one.code == "built-otherwise"]
        self.assertTrue(found)
        self.assertTrue(all(one.where == "/runs/F2" and one.text.startswith("As it was built") for one in found))
        same = built(US, "F2", size=worked(US).plan.runs["F2"].size)
        self.assertNotIn("built-otherwise", {one.code for one in with_steps_found(worked(same)).findings})
        line = record_view(worked(small), NOW).built[0]
        self.assertEqual((line.run, line.built, line.gone), ("F2", "10 AWG, copper", False))

    def test_what_cannot_be_planned_is_said_and_nothing_is_lost(self):
        strange = built(US, "F2", size="7")
        self.assertIn("built-cannot-be", {one.code for one in with_steps_found(worked(strange)).findings})
        self.assertTrue(as_built_view(worked(strange), NOW).refused)
        gone = built(US, "F99", size="2")
        self.assertTrue(record_view(worked(gone), NOW).built[0].gone)

    def test_readings_stand_in_the_place_of_what_was_assumed(self):
        whole = worked(US)
        said = expected_of(whole, Measured(kind="continuity", where="/runs/F2", value=0)).value
        longer = inspected(US, readings={"a": Measured(kind="continuity", where="/runs/F2", value=1.2 * said),
                                         "b": Measured(kind="earth", where="/electrodes/E1", value=48)})  # fmt: skip
        job, words = measured_job(worked(longer))
        self.assertAlmostEqual(length_of(job.runs["F2"]), 1.2 * length_of(US.runs["F2"]))
        self.assertEqual((job.electrodes["E1"].measured_ohm, len(words)), (48, 2))
        self.assertTrue(as_built_view(worked(longer), NOW).measured)
        ends = [expected_of(whole, Measured(kind="loop", where=f"/enclosures/{can}", value=0)).value for can in ("P1", "P2")]
        loops = [Measured(kind="loop", where="/enclosures/P1", value=ends[0]),
                 Measured(kind="loop", where="/enclosures/P2", value=ends[0] + 1.3 * (ends[1] - ends[0]))]  # fmt: skip
        by_loop = inspected(US, readings={"a": loops[0], "b": loops[1]})
        self.assertAlmostEqual(length_of(measured_job(worked(by_loop))[0].runs["F2"]), 1.3 * length_of(US.runs["F2"]))
        self.assertEqual(measured_job(worked(inspected(US, readings={"b": loops[1]})))[1], ())  # its head was not read
        burnt = inspected(US, readings={"a": Measured(kind="continuity", where="/runs/F2", value=5 * said)})
        self.assertEqual(measured_job(worked(burnt))[1], ())  # a joint, no longer wire
        head = inspected(UK, readings={"a": Measured(kind="loop", where="/enclosures/CU", value=0.61)})
        source = UK.runs["R1"].origin
        self.assertEqual(measured_job(worked(head))[0].sources[source].loop_ohm, 0.61)


class Stands(unittest.TestCase):
    def test_each_stage_is_derived(self):
        self.assertIs(stage_of(worked(Job(name="A"))), JobStage.survey)
        self.assertIs(stage_of(worked(US)), JobStage.planned)
        days = US.days.model_copy(update={"changed": {"x": TaskChange(state=TaskState.begun)}})
        self.assertIs(stage_of(worked(US.model_copy(update={"days": days}))), JobStage.at_work)
        asked = inspected(US, asked={"A1": AskedFor(words="bare clamp", whose="R. Thorn", due="2026-12-04")})
        self.assertIs(stage_of(worked(asked)), JobStage.waiting)
        for passed, stage in ((False, JobStage.waiting), (True, JobStage.done)):
            self.assertIs(stage_of(worked(inspected(US, visits={"final": VisitOver(passed=passed, by="R. Thorn")}))), stage)

    def test_what_waits_has_whom_and_by_when_the_soonest_first(self):
        visit = Visit(kind=VisitKind.final, day=1, from_h=9, to_h=11)
        days = US.days.model_copy(update={"starts": "2026-12-03", "visits": (visit,)})
        job = inspected(US, asked={"A1": AskedFor(words="bare clamp", whose="R. Thorn", due="2026-12-08")}).model_copy(
            update={"days": days}
        )
        whole = worked(job)
        said = summary_of(whole, with_steps_found(whole).findings)
        self.assertEqual([(one.whom, one.day) for one in said.waits[:2]], [("The inspector", "2026-12-04"), ("R. Thorn", "2026-12-08")])
        self.assertEqual((said.next_day, said.stops), ("2026-12-04", sum(one.severity == "stop" for one in whole.plan.findings)))

    def test_it_is_found_by_name_address_part_note_and_finding(self):
        note = NoteKept(words="key under the milk can", part="/buildings/H", who="Lead")
        photo = Attachment(content="a" * 64, name="riser.jpg", kind="image/jpeg", size_bytes=3, note="before the lid")
        particulars = US.particulars.model_copy(update={"address": "4 Willow Bend"})
        job = US.model_copy(update={"record": Record(notes={"n": note}, attachments={"p": photo}), "particulars": particulars})
        whole = worked(job)
        found = {(one.words, one.where) for one in summary_of(whole, whole.plan.findings).found}
        for wanted in (("4 Willow Bend", ""), ("Studio feeder", "/runs/F2"), ("key under the milk can", "/buildings/H")):
            self.assertIn(wanted, found)
        self.assertTrue(any("before the lid" in words for words, _ in found))
        self.assertLess({one.text[:300] for one in whole.plan.findings if one.severity in {"stop", "fix"}}, {words for words, _ in found})


class Told(unittest.TestCase):
    def jobs(self):
        yield from (make() for make in (*DEMOS.values(), *MOVES.values()))
        yield from (start_job_under(start, ALL, book) for book in rulebook_names() for start in STARTS)

    def test_every_visible_piece_has_its_answer_in_the_words_of_its_trade(self):
        met = set()
        for job in self.jobs():
            said = list(asked_and_answered(worked(job).case))
            for question, answer, parts in said:
                self.assertTrue(question.endswith("?") and answer.endswith(".") and parts)
                self.assertNotRegex(f"{question}{answer}", r"[{}]")
                if job.rulebook.startswith("uk"):
                    self.assertNotIn("ground", answer)
            met |= {question for question, _, _ in said}
            water = [key for key, one in job.electrodes.items() if one.kind is ElectrodeKind.water_pipe and one.status == "new"]
            self.assertEqual(bool(water), any("water pipe" in question for question, _, _ in said))
        self.assertGreaterEqual(len(met), len(answers()) - 3)

    def test_what_is_handed_over_names_everything_that_stays(self):
        for job in self.jobs():
            whole = worked(job, None)
            text = "\n".join(line for part in hand_over(whole) for line in part.lines)
            for table in ("runs", "enclosures", "electrodes", "sources"):
                for one in getattr(job, table).values():
                    if one.status not in {"remove", "temporary"}:
                        self.assertIn(one.name, text, job.name)
            self.assertNotIn("None", text)


if __name__ == "__main__":
    unittest.main()
