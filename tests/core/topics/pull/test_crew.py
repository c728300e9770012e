"""Who pulls: nobody is told to do with two people what takes four, nor by hand what takes a machine."""

import unittest

from northspan.core.document.job import Method, Pull, Rope
from northspan.core.solve import solve
from northspan.core.topics.pull.crew import crew_for
from tests.core.topics.sizing.test_choices import taken
from tests.support import a_feeder


def pulled(length_m, **pull):
    return a_feeder(100, segment={"length_m": length_m, "bends_deg": 90, "method": Method.pvc40}, pull=Pull(**pull))


class Crew(unittest.TestCase):
    def test_as_many_as_it_takes_and_a_machine_pulls_with_those_who_are_there(self):
        for tension_n, hands, rope, people in ((350, 2, Rope.line, 2), (351, 2, Rope.line, 3), (1050, 1, Rope.line, 4), (1051, 1, Rope.line, 0),
                                               (1051, 5, Rope.line, 5), (4000, 2, Rope.rope, 2)):  # fmt: skip
            with self.subTest(tension_n, hands=hands):
                self.assertEqual(crew_for(Pull(hands=hands, rope=rope), tension_n), people)

    def test_what_two_cannot_do_takes_more_and_then_a_machine(self):
        for length_m, said, cure in ((20, "2 people: one feeds", None), (75, "3 people: one feeds", "Pull with 3 people"),
                                     (180, "rope on a machine", "Pull with a rope on a machine")):  # fmt: skip
            job = pulled(length_m)
            plan = solve(job, None)
            with self.subTest(length_m):
                self.assertIn(said, " ".join(plan.runs["F1"].pull.order))
                self.assertEqual(any("minutes with" in line for line in plan.runs["F1"].pull.order), "machine" not in said)
                first = next((c for f in plan.findings if f.code.startswith("pull-") for c in f.cures), None)
                self.assertEqual(first.words if first else None, cure)
                if first:
                    self.assertFalse([f.text for f in solve(taken(job, first)).findings if f.code.startswith("pull-")])


if __name__ == "__main__":
    unittest.main()
