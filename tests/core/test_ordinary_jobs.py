"""What a master must find in the answer to an ordinary job, what he must not, and that every cure cures in one press."""

import unittest

from northspan.core.desk.demos import DEMOS
from northspan.core.solve import solve
from tests.core.ordinary_jobs import ordinary_jobs
from tests.core.topics.sizing.test_choices import taken
from tests.run import slow
from tests.support import checked

# job: run, what its headline must be, codes that must be there, words of cautions that must be there
WANTED = {
    "shed": ("Shed circuit", "10 AWG copper, 15 A", (), ()),
    "garage": ("Feeder", "6 AWG copper, 50 A", (), ()),
    "shop": ("Feeder", "1 AWG aluminum, 80 A", (), ()),
    "hot tub": ("Hot tub", "6 AWG copper, 50 A", ("ground-fault-missing",), ("in sight of the water", "insulated copper")),
    "far charger": ("Charger", "4 AWG copper, 60 A", (), ("more than 60 A",)),
    "deep pump": ("Well pump", "6 AWG copper, 30 A", (), ("in sight of the motor",)),
    "guest house": ("Feeder", "2/0 AWG aluminum, 80 A", (), ()),
    "large house": ("Service lateral", "The utility sizes it", (), ()),
    "owned service": ("Service drop", "4/0 AWG aluminum, 200 A", (), ()),
    "generator": ("Generator feeder", "2 AWG aluminum, 80 A", ("source-bond-unknown",), ("which breaker is built in",)),
    "cabin": ("Inverter feeder", "4 AWG aluminum, 70 A", ("source-bond-unknown",), ()),
    "hydro": ("Long run to the house", "350 kcmil aluminum, 40 A", (), ()),
    "barn": ("Feeder", "1 AWG aluminum, 60 A", (), ("Equipotential plane", "insulated where it is in the ground")),
    "service change": ("Feeder to the old panel", "4/0 AWG aluminum, 200 A", ("bond-to-take-out",), ()),
    "condo": ("Subpanel feeder", "2 AWG aluminum, 60 A", ("rated-for-other-voltage",), ()),
    "moved panel": ("Feeder to the new place", "4/0 AWG aluminum, 200 A", (), ()),
    "Canadian garage": ("Feeder", "No. 8 AWG copper, 40 A", (), ()),
    "Canadian house": ("House feeder", "No. 3/0 AWG copper, 200 A", (), ()),
    "British garage": ("Submain", "4 mm² copper, 32 A", (), ()),
    "British house": ("House submain", "10 mm² copper, 50 A", (), ()),
}
MOST_OPEN = 5  # findings of one job that a person has to read
OF_THE_PLACE = {"bond-to-take-out", "ground-fault-missing"}  # of what was there, or of what a person put there


class Ordinary(unittest.TestCase):
    def test_each_has_the_answer_that_a_person_would_build(self):
        for name, job in ordinary_jobs().items():
            run_name, headline, codes, cautions = WANTED[name]
            plan = solve(job)
            run = next(run for run in plan.runs.values() if run.name == run_name)
            with self.subTest(name):
                self.assertEqual(run.headline, headline)
                self.assertLessEqual(set(codes), {finding.code for finding in plan.findings})
                for words in cautions:
                    self.assertIn(words, " ".join(run.cautions))

    def test_nothing_in_it_is_noise(self):
        for name, job in ordinary_jobs().items():
            plan = solve(job)
            open_ones = [finding for finding in plan.findings if finding.severity != "holds"]
            with self.subTest(name):
                self.assertLessEqual(len(open_ones), MOST_OPEN, [finding.text for finding in open_ones])
                codes = [finding.code for finding in open_ones]
                self.assertEqual(len(codes), len(set(codes)), codes)  # each thing is said once
                wrong = {finding.code for finding in open_ones if finding.severity in {"stop", "fix"}}
                self.assertLessEqual(wrong, OF_THE_PLACE | {"charging-on-combined-earth"})

    def test_a_utilitys_transformer_is_spoken_of_a_quarter_above_its_plate(self):
        # 25 kVA at 240 V is 104 A on each leg; the house with its far charger asks 150 A
        job = ordinary_jobs()["far charger"]
        plan = solve(job)
        (key,) = plan.sources
        asked_kva = max(plan.sources[key].line_1_a, plan.sources[key].line_2_a) * 0.24
        for share, said in ((1.26, True), (1.24, False)):
            source = job.sources[key].model_copy(update={"rating_kva": asked_kva / share})
            codes = {finding.code for finding in solve(checked(job, sources={key: source})).findings}
            self.assertEqual("transformer-over-rating-utility" in codes, said, share)

    @slow
    def test_every_cure_cures_in_one_press_and_makes_nothing_new(self):
        for name, job in (ordinary_jobs() | {name: demo() for name, demo in DEMOS.items()}).items():
            plan = solve(job)
            before = {(finding.code, finding.where) for finding in plan.findings}
            for finding in plan.findings:
                for cure in finding.cures:
                    after = solve(taken(job, cure)).findings
                    with self.subTest(name, finding=finding.text, cure=cure.words):
                        self.assertNotIn((finding.code, finding.text), {(one.code, one.text) for one in after})
                        new = [one.text for one in after if one.severity in {"stop", "fix"} and (one.code, one.where) not in before]
                        self.assertEqual(new, [])


if __name__ == "__main__":
    unittest.main()
