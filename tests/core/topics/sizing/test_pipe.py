"""Pipe: areas against bores on both sides of the fill, and bends."""

import unittest

from northspan.core.solve import solve
from northspan.core.topics.sizing.pipe import PipeAsked, WireGroup, bends, pipe_for
from northspan.core.working.errors import NoSolution
from tests.support import FT_M, US, a_feeder, a_segment, found


def pipe(*groups, segment=None, pinned=None, roomy="smallest", insulation="THWN-2"):
    wires = tuple(WireGroup("wires", count, size) for count, size in groups)
    return pipe_for(segment or a_segment(method="emt"), wires, insulation, PipeAsked(pinned, roomy), US.pipes, US.words)


class Fill(unittest.TestCase):
    def test_counts_that_the_trade_knows(self):
        # how many 12 AWG THWN-2 go in EMT: 9 in 1/2, 16 in 3/4
        for count, size in ((9, "1/2"), (10, "3/4"), (16, "3/4"), (17, "1")):
            with self.subTest(count=count):
                self.assertEqual(pipe((count, "12")).value.size, size)

    def test_one_two_and_more_wires_have_their_own_share(self):
        for count, limit in ((1, 53), (2, 31), (3, 40)):
            self.assertEqual(pipe((count, "1/0"), pinned="4").margins[0].limit, limit)

    def test_a_count_of_equal_wires_rounds_up_from_eight_tenths(self):
        # 40 % of 1 in EMT over 0.0507 in² is 6.82 wires: seven go in, eight do not; unequal ones go by area
        self.assertEqual([pipe((n, "6")).value.size for n in (6, 7, 8)], ["1", "1", "1-1/4"])
        seven = pipe((7, "6")).margins[0]
        self.assertEqual((seven.used, seven.limit, seven.unit, seven.citation), (7, 7, "wires", "Chapter 9, note 7"))
        self.assertEqual(pipe((6, "6"), (1, "4")).value.size, "1-1/4")
        # 40 % of 1¼ in EMT over it is 11.8, of ¾ in 4.21: below 0.8 nothing is added
        self.assertEqual([pipe((n, "6")).value.size for n in (4, 5)], ["3/4", "1"])

    def test_mixed_sizes_by_hand(self):
        answer = pipe((2, "1"), (1, "1"), (1, "4"), insulation="XHHW-2", segment=a_segment())
        self.assertAlmostEqual(answer.value.fill_percent, 100 * (3 * 0.1534 + 0.0814) / 1.453, 9)

    def test_others_in_the_same_pipe_count_as_large_as_these(self):
        alone, shared = pipe((3, "6")), pipe((3, "6"), segment=a_segment(method="emt", other_carrying=3))
        self.assertEqual(shared.value.size, pipe((6, "6")).value.size)
        self.assertNotEqual(alone.value.size, shared.value.size)

    def test_the_call_for_long_pulls_begins_above_100_ft(self):
        for feet, size in ((100, "1/2"), (100.1, "3/4")):
            with self.subTest(feet=feet):
                segment = a_segment(method="emt", length_m=feet * FT_M)
                self.assertEqual(pipe((3, "12"), segment=segment, roomy="one_up_long").value.size, size)
                self.assertEqual(pipe((3, "12"), segment=segment, roomy="smallest").value.size, "1/2")

    def test_pinned_and_impossible(self):
        self.assertEqual(pipe((3, "12"), pinned="2").value.size, "2")
        with self.assertRaisesRegex(NoSolution, "pipe of size 9"):
            pipe((3, "12"), pinned="9")
        with self.assertRaisesRegex(NoSolution, "emt up to 4"):
            pipe((30, "500"))

    def test_a_cable_needs_no_pipe(self):
        self.assertIsNone(pipe((3, "12"), segment=a_segment(method="cable")).value)


class Bends(unittest.TestCase):
    def test_360_is_allowed_and_361_is_not(self):
        for degrees, holds in ((0, True), (360, True), (361, False)):
            self.assertEqual(bends(a_segment(bends_deg=degrees), US.pipes).margins[0].holds, holds)
        self.assertEqual(bends(a_segment(bends_deg=900, method="cable", place="indoors"), US.pipes).margins, ())

    def test_too_many_are_found(self):
        self.assertTrue(found(solve(a_feeder(segment={"bends_deg": 405})), "405° of bends"))
        self.assertFalse(found(solve(a_feeder(segment={"bends_deg": 360})), "of bends"))


class Cover(unittest.TestCase):
    def test_too_shallow_and_deep_enough(self):
        for inches, shallow in ((17.7, True), (17.8, False), (24, False)):
            with self.subTest(inches=inches):
                plan = solve(a_feeder(segment={"cover_m": inches * 0.0254}))
                self.assertEqual(bool(found(plan, "is below 18 in")), shallow)

    def test_a_method_that_has_no_figure_here(self):
        for method, surface in (("emt", "open_ground"), ("direct_burial", "under_building")):
            plan = solve(a_feeder(segment={"method": method, "surface": surface}))
            (finding,) = found(plan, "has no cover figure here")
            self.assertEqual(finding.cures[0].edits[0].value, "pvc40")
