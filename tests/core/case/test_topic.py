"""What topics hand to each other, and how the plan is put together from what they say."""

import unittest
from dataclasses import replace
from unittest import mock

from northspan.core import solve as solving
from northspan.core.case.case import case_of
from northspan.core.case.topic import Done, Planned, Result, Topic
from northspan.core.document.findings import Finding, Severity
from northspan.core.topics.order import TOPICS
from tests.support import a_feeder

COUNT: Result[int] = Result("a count")
OTHER: Result[int] = Result("a count")  # of the same name, and another one all the same


def with_topics(*more):
    return mock.patch.object(solving, "TOPICS", (*TOPICS, *more))


class Handing(unittest.TestCase):
    def test_a_result_is_found_by_what_it_is_and_not_by_its_words(self):
        done = Done().with_results({COUNT: 4})
        self.assertEqual(done[COUNT], 4)
        with self.assertRaises(KeyError):
            done[OTHER]

    def test_what_was_done_before_is_not_changed_by_what_comes(self):
        before = Done().with_results({COUNT: 4})
        after = before.with_results({COUNT: 5, OTHER: 1})
        self.assertEqual((before[COUNT], after[COUNT], after[OTHER]), (4, 5, 1))

    def test_runs_are_wanted_in_detail_all_of_them_or_those_that_are_named(self):
        runs = ("F1", "F2")
        self.assertEqual(set(Done().wanted(runs)), {"F1", "F2"})
        self.assertEqual(set(Done(("F1", "F9")).wanted(runs)), {"F1"})
        self.assertEqual(set(Done(()).wanted(runs)), set())


class Together(unittest.TestCase):
    def test_a_topic_changes_a_field_of_a_part_and_puts_more_behind_another(self):
        late = Topic(
            "late",
            "survey",
            lambda _case, _done: Planned(onto={"buildings": {"B2": {"name": "Barn"}}}, more={"buildings": {"B2": {"methods": ("x",)}}}),
        )
        usual = solving.solve(a_feeder()).buildings["B2"]
        with with_topics(late):
            changed = solving.solve(a_feeder()).buildings["B2"]
        self.assertEqual((changed.name, changed.methods), ("Barn", (*usual.methods, "x")))
        self.assertEqual(replace(changed, name=usual.name, methods=usual.methods), usual)

    def test_two_topics_that_put_more_behind_keep_their_order(self):
        def behind(word):
            return Topic(word, "survey", lambda _case, _done: Planned(more={"buildings": {"B2": {"methods": (word,)}}}))

        with with_topics(behind("one"), behind("two")):
            self.assertEqual(solving.solve(a_feeder()).buildings["B2"].methods[-2:], ("one", "two"))

    def test_what_is_said_of_a_part_that_is_not_planned_is_left_out(self):
        late = Topic("late", "survey", lambda _case, _done: Planned(onto={"buildings": {"gone": {"name": "Barn"}}}))
        with with_topics(late):
            self.assertNotIn("gone", solving.solve(a_feeder()).buildings)

    def test_a_finding_has_the_step_of_its_topic_or_its_own(self):
        def found(_case, _done):
            yield Finding("a", Severity.note, "", "first", "", "job")
            yield Finding("b", Severity.note, "", "second", "", "job", step="loads")

        with with_topics(Topic("late", "record", findings=found)):
            steps = {one.text: one.step for one in solving.solve(a_feeder()).findings}
        self.assertEqual((steps["first"], steps["second"]), ("record", "loads"))

    def test_a_topic_may_ask_for_what_earlier_ones_worked_out_and_is_refused_what_comes_later(self):
        asks = Topic("asks", "survey", lambda _case, done: Planned(results={OTHER: done[COUNT] + 1}))
        gives = Topic("gives", "survey", lambda _case, _done: Planned(results={COUNT: 1}))
        with with_topics(gives, asks):
            solving.solve(a_feeder())
        with with_topics(asks, gives), self.assertRaises(KeyError):
            solving.solve(a_feeder())


class Made(unittest.TestCase):
    def test_a_case_is_the_job_made_ready_and_says_lengths_in_its_units(self):
        case = case_of(a_feeder())
        self.assertEqual((case.rulebook.id, case.rulebook.words.length_text(3.048)), ("us-2023", "10 ft"))
        self.assertEqual(set(case.facts), {"B1", "B2"})
        with self.assertRaises(AttributeError):
            case.job = a_feeder()


if __name__ == "__main__":
    unittest.main()
