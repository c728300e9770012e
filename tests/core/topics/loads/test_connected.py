"""Connected load per leg, continuous parts, and what a typed load stands for."""

import unittest

from northspan.core.document.job import Across, Circuit, Enclosure, Load, Run, RunKind
from northspan.core.solve import solve
from northspan.core.working.errors import InvalidJob
from tests.support import a_feeder, a_segment, checked, run_of, with_loads


def a_load(power_va, across=Across.line_line, **changes):
    return Load(**{"name": "Load", "enclosure": "P2", "power_va": power_va, "across": across} | changes)


class Legs(unittest.TestCase):
    def load(self, **loads):
        run = run_of(with_loads(a_feeder(), **loads))
        return round(run.load_a, 6), round(run.continuous_a, 6), round(run.neutral_a, 6)

    def test_line_to_line_counts_on_both_legs_and_not_in_the_neutral(self):
        self.assertEqual(self.load(a=a_load(4800)), (20, 0, 0))

    def test_the_heavier_leg_decides(self):
        self.assertEqual(self.load(a=a_load(1200, Across.l1_neutral), b=a_load(2400, Across.l2_neutral)), (20, 0, 20))

    def test_the_leg_that_is_heavier_with_its_continuous_part_raised_decides(self):
        # leg 1: 20 A; leg 2: 17 A, all continuous, counts 21.25 A
        loads = {"a": a_load(2400, Across.l1_neutral), "b": a_load(2040, Across.l2_neutral, continuous=True)}
        self.assertEqual(self.load(**loads), (17, 17, 20))

    def test_what_is_to_be_removed_does_not_count(self):
        self.assertEqual(self.load(a=a_load(4800), b=a_load(9600, status="remove")), (20, 0, 0))

    def test_no_loads_is_no_answer(self):
        self.assertFalse(run_of(with_loads(a_feeder(), a=a_load(4800, status="remove"))).sized)

    def test_a_continuous_part_above_the_load_is_refused_and_not_clamped(self):
        self.assertEqual(run_of(a_feeder(40, continuous_a=40)).continuous_a, 40)
        with self.assertRaisesRegex(InvalidJob, "/runs/F1/continuous_a: 40.1 A of it is continuous, more than the load of 40 A"):
            solve(a_feeder(40, continuous_a=40.1))

    def test_starting_takes_the_worst_single_motor_above_its_running_current(self):
        job = with_loads(a_feeder(), a=a_load(2400, starting_a=40), b=a_load(4800, starting_a=50), c=a_load(2400))
        run = solve(job).ways[0]
        alone = solve(with_loads(a_feeder(), a=a_load(2400, starting_a=40), b=a_load(4800), c=a_load(2400))).ways[0]
        # both start 30 A above what they run at, so one or two such motors give the same
        self.assertAlmostEqual(run.starting_percent, alone.starting_percent, 9)
        self.assertGreater(run.starting_percent, run.drop_percent)


class Through(unittest.TestCase):
    def test_a_run_carries_what_every_panel_below_it_uses(self):
        job = with_loads(a_feeder(), a=a_load(4800), b=a_load(2400, enclosure="P3"))
        further = Run(
            name="Further", kind=RunKind.feeder, origin="P2", target="P3", circuit=Circuit.three_wire, segments=(a_segment(length_m=9),)
        )
        job = checked(job, enclosures=job.enclosures | {"P3": Enclosure(name="Shed", building="B2")}, runs=job.runs | {"F2": further})
        plan = solve(job)
        self.assertAlmostEqual(plan.runs["F1"].load_a, 30)
        self.assertAlmostEqual(plan.runs["F2"].load_a, 10)
        typed = checked(job, runs=job.runs | {"F2": further.model_copy(update={"load_a": 25})})
        # a typed load stands for all below it
        self.assertAlmostEqual(solve(typed).runs["F1"].load_a, 45)

    def test_every_line_names_its_load(self):
        lines = run_of(with_loads(a_feeder(), kiln=a_load(9600, name="Kiln", continuous=True))).working[0].lines
        self.assertEqual((lines[0].words, lines[0].figures, lines[0].result), ("Kiln, both legs, continuous", "9600 / 240", "40"))
