"""Legs that carry unevenly, and the loads to move."""

import unittest
from dataclasses import asdict

from northspan.core.document.job import Across, Job, Load, Status
from northspan.core.document.patching import patched
from northspan.core.solve import solve
from tests.support import a_feeder, checked, found, run_of, with_loads

ONE, TWO, BOTH = Across.l1_neutral, Across.l2_neutral, Across.line_line


def panel(*loads, status=Status.new):
    made = {f"L{i}": Load(name=f"Load {i}", enclosure="P2", power_va=va, across=across, status=status)
            for i, (va, across) in enumerate(loads, 1)}  # fmt: skip
    return with_loads(a_feeder(70, 40), **made)


class Uneven(unittest.TestCase):
    def test_moved_in_one_press_and_the_wire_follows(self):
        job = panel((4800, ONE), (3600, ONE), (2400, ONE), (4800, BOTH))  # 110 A on leg 1, 20 A on leg 2
        finding = found(solve(job), "110 A on leg 1, 20 A on leg 2")[0]
        self.assertEqual(finding.cures[0].words, "Move Load 1 to the other leg")
        self.assertIn("Moved, it carries 70 A", finding.why)
        after = Job.model_validate(patched(job.model_dump(mode="json"), [asdict(edit) for edit in finding.cures[0].edits]))
        self.assertEqual(found(solve(after), "on leg 1"), [])
        self.assertLess(run_of(after).device_a, run_of(job).device_a)

    def test_both_sides_of_what_is_worth_a_move(self):
        self.assertEqual(found(solve(panel((1188, ONE), (1200, ONE), (1200, TWO))), "on leg 1"), [])  # 4.95 A off
        self.assertTrue(found(solve(panel((1200, ONE), (1200, ONE), (1200, TWO), (1200, TWO), (1200, ONE), (1200, ONE))), "on leg 1"))

    def test_nothing_of_what_goes_or_where_there_is_one_line(self):
        self.assertEqual(found(solve(panel((4800, ONE), (3600, ONE), status=Status.remove)), "on leg 1"), [])
        single = checked(panel((4800, ONE), (3600, ONE)), rulebook="uk-2022", sources={})
        self.assertEqual(found(solve(single), "on leg 1"), [])


if __name__ == "__main__":
    unittest.main()
