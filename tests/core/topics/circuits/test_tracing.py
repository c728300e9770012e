"""Rounds of switching name every outlet's circuit, and one wrong reading is found and put right."""

import random
import unittest

from northspan.core.topics.circuits.calculators import BalanceQuestion, TraceQuestion, balance, trace
from northspan.core.topics.circuits.tracing import rounds_for, traced
from northspan.core.working.errors import InvalidJob


def seen_at(circuit, rounds):
    return [circuit in off for off in rounds]


class Rounds(unittest.TestCase):
    def test_as_few_as_the_logarithm_and_all_told_apart(self):
        for count, rounds in ((1, 1), (3, 2), (4, 3), (7, 3), (21, 5), (40, 6)):
            groups = [[f"c{i}"] for i in range(count)]
            made = rounds_for(groups, forgiving=False)
            self.assertEqual(len(made), rounds)
            readings = {key: seen_at(key, made) for (key,) in groups} | {"dead never": [False] * rounds}
            named = traced(groups, made, readings)
            self.assertEqual({key: named[key].circuit for (key,) in groups}, {key: key for (key,) in groups})
            self.assertEqual(named["dead never"].circuit, "")  # it is on what stays on

    def test_one_wrong_reading_anywhere_is_put_right(self):
        draw = random.Random(5)
        for count in (2, 9, 21, 40):
            groups = [[f"c{i}"] for i in range(count)]
            made = rounds_for(groups, forgiving=True)
            self.assertLessEqual(len(made), 5 + count.bit_length())
            for (key,) in groups:
                seen = seen_at(key, made)
                at = draw.randrange(len(seen))
                seen[at] = not seen[at]
                named = traced(groups, made, {"o": seen})["o"]
                self.assertEqual((named.circuit, named.doubtful), (key, True))

    def test_two_wrong_readings_are_said_and_not_guessed_without_a_word(self):
        groups = [[f"c{i}"] for i in range(9)]
        made = rounds_for(groups, forgiving=True)
        for first in range(len(made)):
            for second in range(first):
                seen = seen_at("c0", made)
                seen[first], seen[second] = not seen[first], not seen[second]
                self.assertTrue(traced(groups, made, {"o": seen})["o"].doubtful)

    def test_what_was_not_looked_at_leaves_several(self):
        groups = [["a"], ["b"], ["c"]]
        made = rounds_for(groups, forgiving=False)
        named = traced(groups, made, {"o": [True, None]})["o"]
        self.assertEqual((named.circuit, named.maybe), (None, ("a", "c")))


class Asked(unittest.TestCase):
    def test_what_stays_on_and_what_goes_together(self):
        asked = {"circuits": ["fridge", "1", "2", "3", "4"], "stay_on": ["fridge"], "together": [["1", "2"]], "forgiving": False}
        answer = trace(TraceQuestion(**asked, readings={"den": [True, False], "porch": [False, False]}))
        self.assertEqual(len(answer.rounds), 2)
        for off in answer.rounds:
            self.assertNotIn("fridge", off)
            self.assertEqual("1" in off, "2" in off)
        self.assertEqual({one.outlet: one.circuit for one in answer.outlets}, {"den": "1", "porch": ""})

    def test_bad_questions_are_named(self):
        with self.assertRaisesRegex(InvalidJob, "no circuit z"):
            trace(TraceQuestion(circuits=["a"], stay_on=["z"]))
        with self.assertRaisesRegex(InvalidJob, "9 readings"):
            trace(TraceQuestion(circuits=["a"], readings={"o": [True] * 9}))

    def test_pinned_circuits_stay(self):
        loads = [{"name": "Heat", "load_a": 13, "leg": 1, "pinned": True}, {"name": "Pump", "load_a": 6, "leg": 1}]
        self.assertEqual(balance(BalanceQuestion(circuits=loads, free_2=2)).headline, "Move Pump: 19 A becomes 7 A")
        self.assertEqual(balance(BalanceQuestion(circuits=loads)).headline, "Nothing to move: 19 A apart")


if __name__ == "__main__":
    unittest.main()
