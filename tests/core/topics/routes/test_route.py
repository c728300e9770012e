"""The way a pipe takes: bends from legs as measured, or spread over a stretch of which only their sum is known."""

import math
import unittest

from northspan.core.document.job import Fitting
from northspan.core.topics.routes.cover import ribbon_m
from northspan.core.topics.routes.route import as_sized, at_corner, bend_places, bends_between_deg, pieces_of, turned_round
from tests.support import a_feeder, a_segment

SQUARE = ({"level_m": 10, "turn_deg": 90}, {"level_m": 10, "turn_deg": 90}, {"level_m": 10})


class Legs(unittest.TestCase):
    def test_a_turn_of_ten_degrees_is_no_bend_and_a_little_more_is_one(self):
        for turn, bends in ((10, ()), (10.5, ((10.0, 10.5),)), (180, ((10.0, 180.0),))):
            with self.subTest(turn):
                segment = a_segment(length_m=20, legs=({"level_m": 10, "turn_deg": turn}, {"level_m": 10}))
                self.assertEqual(bend_places(segment), bends)

    def test_a_rise_between_level_legs_is_two_bends_as_steep_as_it_is(self):
        segment = a_segment(length_m=23, legs=({"level_m": 10}, {"level_m": 3, "rise_m": 3}, {"level_m": 10}))
        self.assertEqual(bend_places(segment), ((10.0, 45.0), (round(10 + 18**0.5, 6), 45.0)))

    def test_a_turn_on_a_slope_is_less_than_on_the_level(self):
        steep = ({"level_m": 3, "rise_m": 4, "turn_deg": 90}, {"level_m": 3, "rise_m": 4})
        (_, angle), = bend_places(a_segment(length_m=10, legs=steep))  # fmt: skip
        self.assertAlmostEqual(angle, math.degrees(math.acos(0.8 * 0.8)), 5)  # by the product of both directions

    def test_a_box_at_a_corner_takes_the_place_of_its_bend_within_a_foot(self):
        for at_m, corner, bends in (
            (10.0, True, (0.0, 90.0)),
            (10.3, True, (0.0, 90.0)),
            (10.31, False, (90.0, 90.0)),
            (9.69, False, (0.0, 180.0)),
        ):
            with self.subTest(at_m):
                segment = a_segment(length_m=30, legs=SQUARE, fittings=(Fitting(at_m=at_m),))
                self.assertEqual((at_corner(segment, segment.fittings[0]), bends_between_deg(segment)), (corner, bends))

    def test_bends_that_are_noted_and_in_no_leg_come_on_top(self):
        for noted, between in ((180, (180.0,)), (190, (180.0,)), (225, (225.0,))):
            with self.subTest(noted):
                self.assertEqual(bends_between_deg(a_segment(length_m=30, legs=SQUARE, bends_deg=noted)), between)


class Spread(unittest.TestCase):
    def test_a_sum_of_bends_is_quarters_at_most_evenly_spread(self):
        for bends_deg, bends in (
            (0, ()),
            (45, ((15.0, 45.0),)),
            (90, ((15.0, 90.0),)),
            (91, ((10.0, 45.5), (20.0, 45.5))),
            (180, ((10.0, 90.0), (20.0, 90.0))),
        ):
            with self.subTest(bends_deg):
                self.assertEqual(bend_places(a_segment(length_m=30, bends_deg=bends_deg)), bends)

    def test_a_pull_point_parts_the_bends_and_no_length_is_lost(self):
        for at_m in (0.5, 15, 29):
            segment = a_segment(length_m=30, bends_deg=180, fittings=(Fitting(at_m=at_m),))
            with self.subTest(at_m):
                pieces = pieces_of(segment, 0.0)
                self.assertAlmostEqual(sum(piece.along_m for piece in pieces), 30)
                self.assertEqual(sum(piece.pull_point for piece in pieces), 1)
                self.assertEqual(sum(bends_between_deg(segment)), 180)

    def test_turned_round_twice_is_as_before_and_what_went_up_goes_down(self):
        pieces = pieces_of(a_segment(length_m=23, legs=({"level_m": 10}, {"level_m": 3, "rise_m": 4}), fittings=(Fitting(at_m=5),)), 0.3)
        back = turned_round(pieces)
        self.assertEqual(sum(piece.pull_point for piece in back), 1)
        self.assertEqual([piece.slope_rad for piece in back], [-piece.slope_rad for piece in reversed(pieces)])
        self.assertEqual(turned_round(back), pieces)


class Sized(unittest.TestCase):
    def test_what_moves_along_a_route_sizes_nothing_anew(self):
        run = a_feeder(segment={"length_m": 30, "bends_deg": 180, "fittings": (Fitting(at_m=12),)}).runs["F1"]
        moved = a_feeder(segment={"length_m": 30, "bends_deg": 180, "fittings": (Fitting(at_m=18),)}).runs["F1"]
        self.assertEqual(as_sized(run), as_sized(moved))
        self.assertEqual(as_sized(run).segments[0].bends_deg, 90)  # the sharpest sum between two pull points

    def test_a_ribbon_lies_half_as_deep_and_no_deeper_than_a_spade_goes_in(self):
        self.assertEqual([ribbon_m(cover_m) for cover_m in (0.3, 0.6, 0.61, 2)], [0.15, 0.3, 0.3, 0.3])


if __name__ == "__main__":
    unittest.main()
