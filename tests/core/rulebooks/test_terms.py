"""The terms of a country: shared sentences are made with them, and names stay as people gave them."""

import re
import unittest
from dataclasses import asdict, replace

from northspan.core.desk.demo_uk import tern_cottage
from northspan.core.desk.demos import DEMOS
from northspan.core.desk.starts.under import starts_under
from northspan.core.document.job import Units
from northspan.core.rulebooks.amounts import filled
from northspan.core.rulebooks.questions.words import Terms
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.solve import solve
from northspan.core.working.errors import NorthSpanError
from tests.generated import a_job
from tests.run import slow

UK = rulebook_named("uk-2022").words


class Filling(unittest.TestCase):
    def test_a_capital_stays_one(self):
        for text, said in (
            ("{Panel} and {panels}", "Consumer unit and consumer units"),
            ("{Neutral_and_ground} are apart", "Neutral and earth are apart"),
            ("a panel of wood, out of range", "a panel of wood, out of range"),
            ("", ""),
        ):
            self.assertEqual(UK.fill(text), said)
            self.assertEqual(UK.fill(UK.fill(text)), said)

    def test_a_name_that_is_no_term_is_an_error_of_ours(self):
        with self.assertRaises(AttributeError):
            filled("{pannel}", Terms())

    def test_a_british_term_is_another_word(self):
        usual = asdict(Terms())
        same = {name for name, said in asdict(UK.terms).items() if said == usual[name]}
        self.assertEqual(same, set())


@slow
class Plans(unittest.TestCase):
    def texts(self, plan):
        yield from (f"{one.text} {one.why} {' '.join(cure.words for cure in one.cures)}" for one in plan.findings)
        for run in plan.runs.values():
            yield from (run.headline, run.subline, *run.cautions)
            yield from (line.words for group in run.working for line in group.lines)
            yield from (f"{call.question} {option.words} {option.outcome}" for call in run.calls for option in call.options)

    def test_no_american_term_is_left_in_a_british_plan_outside_names(self):
        usual = {said for said in asdict(Terms()).values() if len(said) > 8 or said in {"feeder", "utility"}}
        for job in (tern_cottage(), *(a_job(number) for number in range(2, 60, 3))):
            parts = (job.sources, job.buildings, job.enclosures, job.electrodes, job.loads, job.runs)
            names = sorted((one.name for kind in parts for one in kind.values()), key=len, reverse=True)
            try:
                plan = solve(job, None)
            except NorthSpanError:
                continue
            for text in self.texts(plan):
                bare = re.sub("|".join(re.escape(name) for name in names), "", text)
                self.assertFalse([said for said in usual if re.search(rf"\b{re.escape(said)}\b", bare)], text)

    def test_no_term_is_left_unsaid(self):
        for number in range(45):
            try:
                plan = solve(a_job(number), None)
            except NorthSpanError:
                continue
            self.assertNotRegex(plan.model_dump_json(), r"\{[A-Za-z]+_?[a-z_]*\}")
        for name in rulebook_names():
            for start in starts_under(name):
                self.assertNotIn("{", f"{start.title} {start.words} {[(one.words, one.hint) for one in start.asks]}")

    def test_a_name_that_people_gave_stays(self):
        job = tern_cottage()
        run = next(iter(job.runs))
        named = job.model_copy(update={"runs": job.runs | {run: job.runs[run].model_copy(update={"name": "Panel feeder"})}})
        self.assertEqual(solve(named, None).runs[run].name, "Panel feeder")
        self.assertEqual(replace(UK, feet=True).fill("{feeder}"), "submain")


@slow
class UnitsOfTheJob(unittest.TestCase):
    """Lengths and forces are said in the units of the job; figures of a table keep the table's in the working alone."""

    FEET = r"\d ?(lbf|ft|yd³|qt|in)(?=[\s,.;:)]|$)"
    METRES = r"\d ?(m|mm|N|L|m³)(?=[\s,.;:)]|$)"

    def texts(self, job):
        plan = solve(job, None)
        yield from (f"{one.text} {one.why} {' '.join(cure.words for cure in one.cures)}" for one in plan.findings)
        for run in plan.runs.values():
            yield from (run.headline, *(f"{call.question} {option.words}" for call in run.calls for option in call.options))
            yield from (group.answer for group in run.working if not group.key.startswith("pipe"))
            if run.pull:
                yield from (run.pull.words, *run.pull.order, *(cure.words for cure in run.pull.cures))
                yield from (part.answer for part in run.pull.segments if " PVC" not in part.answer and " EMT" not in part.answer)
        yield from (line.words for stage in plan.stages for line in stage.lines)
        yield from (part.group.answer for part in plan.trenches)

    def test_every_demo_in_both(self):
        for make in DEMOS.values():
            for units, wrong in (("metres", self.FEET), ("feet", self.METRES)):
                job = make().model_copy(update={"units": Units(units)})
                said = [text for text in self.texts(job) if re.search(wrong, text) and not re.search(r"(mm|in) (PVC|conduit|EMT)", text)]
                self.assertEqual(said, [], (job.rulebook, units))
