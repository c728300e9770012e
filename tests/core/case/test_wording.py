"""The words of a country: phrases of shared texts, and names that stay as people gave them."""

import re
import unittest

from hypothesis import given
from hypothesis import strategies as st

from northspan.core.case.wording import KEPT_TEXTS, Wording, in_words, wording_of
from northspan.core.desk.demo_uk import tern_cottage
from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.desk.demos import DEMOS
from northspan.core.document.findings import Cure, Finding, Severity
from northspan.core.document.job import Units
from northspan.core.document.plan import CallOption, CallPlan
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.solve import solve

PHRASES = (
    ("panel", "consumer unit"),
    ("panels", "consumer units"),
    ("equipment ground", "protective conductor"),
    ("ground bar", "earth bar"),
    (", leg 1", ""),
)


class Saying(unittest.TestCase):
    def setUp(self):
        self.wording = Wording(PHRASES, ("Panel heaters", "Leg 1"))

    def test_phrases_whole_words_and_capitals(self):
        for text, said in (
            ("Panels and a panel.", "Consumer units and a consumer unit."),
            ("paneling", "paneling"),
            ("its equipment ground, on the ground bar", "its protective conductor, on the earth bar"),
            ("the ground is wet", "the ground is wet"),
            ("Lamps, leg 1", "Lamps"),
            ("", ""),
        ):
            self.assertEqual(self.wording.said(text), said)

    def test_names_that_people_gave_stay(self):
        self.assertEqual(self.wording.said("Panel heaters: their panel is full."), "Panel heaters: their consumer unit is full.")
        self.assertEqual(self.wording.said("Leg 1, leg 1"), "Leg 1")

    def test_a_finding_and_a_call_are_said_through_and_through(self):
        said = self.wording.finding(Finding("x", Severity.fix, "/x", "A panel.", "Its ground bar.", "1", (Cure("Change the panel", ()),)))
        self.assertEqual((said.text, said.why, said.cures[0].words), ("A consumer unit.", "Its earth bar.", "Change the consumer unit"))
        call = CallPlan("n", "Which panel?", "a", "a", "", "", (CallOption("a", "the old panel", "a full panel", True),))
        self.assertEqual(self.wording.call(call).options[0].outcome, "a full consumer unit")

    def test_without_phrases_all_stays_the_same_thing(self):
        plan = solve(kestrel_hollow())
        self.assertIs(in_words(plan, wording_of(kestrel_hollow(), rulebook_named("us-2023").words)), plan)
        self.assertTrue(Wording((), ()).plain)

    def test_what_is_remembered_has_an_end(self):
        for i in range(KEPT_TEXTS + 5):
            self.wording.said(f"panel {i}")
        self.assertEqual(self.wording.said("panel 3"), "consumer unit 3")
        self.assertLessEqual(len(self.wording._said), KEPT_TEXTS)

    @given(st.text(max_size=80))
    def test_saying_twice_is_saying_once(self, text):
        once = self.wording.said(text)
        self.assertEqual(self.wording.said(once), once)


class Plans(unittest.TestCase):
    def test_no_phrase_is_left_in_a_british_plan_outside_names(self):
        book = rulebook_named("uk-2022")
        names = " ".join(
            part.name for parts in (tern_cottage().runs, tern_cottage().loads, tern_cottage().enclosures) for part in parts.values()
        )
        plan = solve(tern_cottage())
        texts = [finding.text + finding.why for finding in plan.findings] + [run.headline + run.subline for run in plan.runs.values()]
        for phrase, _ in book.words.dialect.phrases:
            if phrase.lower() not in names.lower() and len(phrase) > 8:
                self.assertFalse([text for text in texts if phrase in text], phrase)

    def test_every_phrase_says_something_else(self):
        for name in rulebook_names():
            for phrase, said in rulebook_named(name).words.dialect.phrases:
                self.assertNotEqual(phrase, said)


class UnitsOfTheJob(unittest.TestCase):
    """Lengths and forces are said in the units of the job; figures of a table keep the table's in the working alone."""

    FEET = r"\d ?(lbf|ft|yd³|qt|in)(?=[\s,.;:)]|$)"
    METRES = r"\d ?(m|mm|N|L|m³)(?=[\s,.;:)]|$)"

    def texts(self, job):
        plan = solve(job)
        yield from (f"{one.text} {one.why} {' '.join(cure.words for cure in one.cures)}" for one in plan.findings)
        for run in plan.runs.values():
            yield from (run.headline, *(f"{call.question} {option.words}" for call in run.calls for option in call.options))
            yield from (group.answer for group in run.working if not group.key.startswith("pipe"))
            if run.pull:
                yield from (run.pull.words, *run.pull.order, *(cure.words for cure in run.pull.cures))
                yield from (part.answer for part in run.pull.stretches if " PVC" not in part.answer and " EMT" not in part.answer)
        yield from (line.words for stage in plan.stages for line in stage.lines)
        yield from (part.group.answer for part in plan.trenches)

    def test_every_demo_in_both(self):
        for make in DEMOS.values():
            for units, wrong in (("metres", self.FEET), ("feet", self.METRES)):
                job = make().model_copy(update={"units": Units(units)})
                said = [text for text in self.texts(job) if re.search(wrong, text) and not re.search(r"(mm|in) (PVC|conduit|EMT)", text)]
                self.assertEqual(said, [], (job.rulebook, units))

    def test_a_word_with_two_meanings_is_left_alone(self):
        wording = wording_of(tern_cottage(), rulebook_named("uk-2022").words)
        self.assertEqual(wording.said("out of range, line to line"), "out of range, line to line")
        self.assertEqual(wording.said("Range or oven"), "Cooker")
