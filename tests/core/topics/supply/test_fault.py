"""Fault current: by hand and by numpy, and the ratings held against it."""

import math
import unittest

from northspan.core.desk.starts import Answers, started
from northspan.core.document.job import Metal, Method, Source, System
from northspan.core.solve import solve
from northspan.core.topics.supply.fault import FaultWires, fault_after, fault_at_source
from tests.support import FT_M, US, checked, found


def a_source(**facts):
    return Source(**{"name": "T", "rating_kva": 25, "impedance_percent": 1.5} | facts)


class AtTheSource(unittest.TestCase):
    def test_line_to_line_is_rated_current_over_impedance(self):
        for kva, percent, volts in ((25, 1.5, 240), (50, 2.0, 240), (15, 3.0, 480)):
            fault = fault_at_source(a_source(rating_kva=kva, impedance_percent=percent, line_v=volts), volts / 2).value
            self.assertAlmostEqual(fault.line_line_a, 1000 * kva / volts / (percent / 100))

    def test_half_a_center_tapped_winding_gives_the_larger_fault(self):
        fault = fault_at_source(a_source(), 120).value
        z = 0.015 * 240**2 / 25000
        r = z / math.hypot(1, 1.5)
        self.assertAlmostEqual(fault.line_neutral_a, 120 / math.hypot(1.5 * r / 4, 1.2 * 1.5 * r / 4))
        self.assertGreater(fault.line_neutral_a, fault.line_line_a)

    def test_the_figure_of_the_utility_goes_before_the_nameplate(self):
        self.assertAlmostEqual(fault_at_source(a_source(available_fault_a=10000), 120).value.line_line_a, 10000)

    def test_a_wye_and_two_wires(self):
        wye = fault_at_source(a_source(line_v=208, system=System.wye_legs), 208 / math.sqrt(3)).value
        self.assertAlmostEqual(wye.line_neutral_a / wye.line_line_a, 2 / math.sqrt(3), 3)
        self.assertEqual(fault_at_source(a_source(system=System.two_wire), 0).value.line_neutral_a, 0)


class AlongTheWay(unittest.TestCase):
    def test_line_to_neutral_falls_below_line_to_line_away_from_the_transformer(self):
        start = fault_at_source(a_source(), 120).value
        ratios = []
        for feet in (1, 20, 80, 300):
            there = fault_after(start.loop, FaultWires("4/0", "4/0", Metal.aluminum, 1, ((Method.pvc40, feet * FT_M),)), US.drops).value
            ratios.append(there.line_neutral_a / there.line_line_a)
        self.assertGreater(ratios[0], 1)
        self.assertLess(ratios[-1], 1)
        self.assertEqual(ratios, sorted(ratios, reverse=True))

    def test_by_hand(self):
        start = fault_at_source(a_source(), 120).value
        there = fault_after(start.loop, FaultWires("1/0", "4", Metal.copper, 2, ((Method.pvc40, 100 * FT_M),)), US.drops).value
        cold = (234.5 + 25) / (234.5 + 75)
        r, x = start.loop.line_r + 2 * 0.1 * 0.12 * cold / 2, start.loop.line_x + 2 * 0.1 * 0.044 / 2
        self.assertAlmostEqual(there.line_line_a, 240 / math.hypot(r, x), 6)
        r_n = start.loop.neutral_r + 0.1 * (0.12 + 0.31) * cold / 2
        x_n = start.loop.neutral_x + 0.1 * (0.044 + 0.048) / 2
        self.assertAlmostEqual(there.line_neutral_a, 120 / math.hypot(r_n, x_n), 6)

    def test_parallel_sets_raise_it_and_length_lowers_it(self):
        start = fault_at_source(a_source(), 120).value
        one, two, long = (fault_after(start.loop, FaultWires("1/0", "1/0", Metal.copper, sets, ((Method.pvc40, m),)), US.drops).value.line_line_a
                          for sets, m in ((1, 30), (2, 30), (1, 60)))  # fmt: skip
        self.assertGreater(two, one)
        self.assertLess(long, one)


class Ratings(unittest.TestCase):
    def a_job(self, rating_a, kva=25, metres=6):
        job = started("new_service", Answers(floor_m2=150, service_length_m=metres, transformer_kva=kva))
        enclosures = {k: e.model_copy(update={"interrupting_a": rating_a}) for k, e in job.enclosures.items()}
        return checked(job, enclosures=enclosures)

    def test_just_enough_and_just_too_little(self):
        main = solve(self.a_job(None)).enclosures["P1"]
        reached = max(main.fault_a, main.fault_to_neutral_a)
        self.assertTrue(main.fault_working)
        self.assertEqual(found(solve(self.a_job(reached + 1)), "a fault can reach"), [])
        worse = found(solve(self.a_job(reached - 1)), "its devices may interrupt")
        self.assertEqual([f.severity for f in worse], ["stop"])
        self.assertEqual(worse[0].cures[0].edits[0].value, main.interrupting_least_a)

    def test_an_unmarked_device_is_good_for_5000(self):
        self.assertTrue(found(solve(self.a_job(None, 50, 1)), "devices of 22 kA are needed"))
        self.assertFalse(found(solve(self.a_job(None, 10)), "a fault can reach"))

    def test_nothing_is_said_where_the_source_says_nothing(self):
        job = checked(started("new_service", Answers(floor_m2=150, service_length_m=6)))
        self.assertEqual([e.fault_a for e in solve(job).enclosures.values()], [None, None])

    def test_through_a_transformer_of_the_customer(self):
        # 480 V ahead: what lies ahead counts a quarter on the 240 V side; the transformer's own impedance governs
        first = fault_at_source(a_source(rating_kva=50, line_v=480, system=System.two_wire), 0).value
        own = a_source(rating_kva=10, impedance_percent=3, kind="transformer")
        stiff, behind = (fault_at_source(own, 120, ahead).value.line_line_a for ahead in (None, first.loop))
        self.assertAlmostEqual(stiff, 10000 / 240 / 0.03)
        self.assertAlmostEqual(behind, 240 / (0.03 * 5.76 + 0.015 * 480**2 / 50000 / 4), 3)
