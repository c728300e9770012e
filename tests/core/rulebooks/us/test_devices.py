"""Devices: the least for a load, the largest for a wire, and the two tests of a conductor."""

import unittest

from northspan.core.document.job import Metal, RunKind
from northspan.core.rulebooks.questions.common import Ampacity, DesignLoad, Wire
from northspan.core.rulebooks.us import devices
from northspan.core.working.errors import OutsideTable

LARGE = Wire("4/0", Metal.copper, "THWN-2")


def carries(amperes):
    return Ampacity(amperes, amperes, 0)


class ForLoad(unittest.TestCase):
    def test_continuous_load_counts_a_quarter_more(self):
        cases = [
            (40, 0, 40),
            (40.1, 0, 45),
            (0, 48, 60),  # 1.25 × 48 is 60 exactly
            (0, 48.1, 70),
            (20, 40, 70),
            (2, 0, 20),  # no feeder is protected below 20 A
        ]
        for rest, continuous, device in cases:
            with self.subTest(rest=rest, continuous=continuous):
                self.assertEqual(devices.device_for_load(DesignLoad(rest, continuous, 0), RunKind.feeder).value, device)

    def test_a_branch_circuit_begins_at_15(self):
        self.assertEqual(devices.device_for_load(DesignLoad(2, 0, 0), RunKind.branch).value, 15)

    def test_each_kind_of_run_has_its_article(self):
        for kind, article in ((RunKind.feeder, "215.3"), (RunKind.branch, "210.20(A)"), (RunKind.service, "230.42")):
            self.assertEqual(devices.device_for_load(DesignLoad(30, 0, 0), kind).steps[0].citation, article)

    def test_above_the_largest_rating(self):
        self.assertEqual(devices.next_device(6000).value, 6000)
        with self.assertRaisesRegex(OutsideTable, "it ends at 6000 A"):
            devices.next_device(6000.1)


class ForWire(unittest.TestCase):
    def test_next_size_up_unless_the_ampacity_is_a_rating(self):
        cases = [(180, 200), (175, 175), (174.9, 175), (100.05, 110), (800, 800), (799, 800)]
        for amperes, device in cases:
            with self.subTest(amperes=amperes):
                self.assertEqual(devices.device_for_wire(carries(amperes), LARGE, "next_up").value, device)

    def test_above_800_a_the_device_may_not_exceed_the_wire(self):
        for amperes, device in ((800.5, 800), (999, 800), (1000, 1000), (1199, 1000)):
            with self.subTest(amperes=amperes):
                self.assertEqual(devices.device_for_wire(carries(amperes), LARGE, "next_up").value, device)

    def test_the_school_that_never_goes_above(self):
        self.assertEqual(devices.device_for_wire(carries(180), LARGE, "never_above").value, 175)
        self.assertEqual(devices.device_for_wire(carries(175), LARGE, "never_above").value, 175)

    def test_small_conductors(self):
        cases = [("14", Metal.copper, 20, 15), ("12", Metal.copper, 25, 20), ("10", Metal.copper, 35, 30), ("12", Metal.aluminum, 20, 15),
                 ("10", Metal.aluminum, 30, 25), ("8", Metal.copper, 50, 50)]  # fmt: skip
        for size, metal, amperes, device in cases:
            with self.subTest(size=size, metal=metal):
                self.assertEqual(devices.device_for_wire(carries(amperes), Wire(size, metal, "THWN-2"), "next_up").value, device)

    def test_a_derated_small_conductor_is_not_lifted_to_its_limit(self):
        self.assertEqual(devices.device_for_wire(carries(12), Wire("12", Metal.copper, "THWN-2"), "next_up").value, 15)


class TwoTests(unittest.TestCase):
    def test_the_quarter_and_the_derating_are_never_multiplied(self):
        # 40 A continuous: 50 A at the terminals, 40 A after derating
        _, margins = devices.load_margins(DesignLoad(0, 40, 0), Ampacity(final_a=40, terminal_a=50, worst_segment=0), RunKind.feeder)
        self.assertEqual([(m.used, m.limit, m.holds) for m in margins], [(50, 50, True), (40, 40, True)])

    def test_just_over_either(self):
        for final_a, terminal_a, holds in ((39.9, 50, [True, False]), (40, 49.9, [False, True])):
            _, margins = devices.load_margins(DesignLoad(0, 40, 0), Ampacity(final_a, terminal_a, 0), RunKind.feeder)
            self.assertEqual([m.holds for m in margins], holds)
