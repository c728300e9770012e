"""Bends by hand: what was laid out comes out again, and the figures every bender knows."""

import random
import unittest
from math import cos, hypot, isclose, pi, radians, sin

from northspan.core.physics.bends import back_to_back, box_saddle, ends_at, gain, kick, offset, saddle, shifted, stub
from northspan.core.topics.pull.calculators.bends import BendQuestion, bend
from northspan.core.working.errors import InvalidJob

INCH = 0.0254


def corners(found):
    """Where each bend stands in the plane, and the end of the pipe a metre behind the last."""
    points, x, y, at, heading = [], 0.0, 0.0, 0.0, 0.0
    for mark in (*found.marks, type(found.marks[0])(found.marks[-1].at_m + 1, 0, 1)):
        x, y = x + (mark.at_m - at) * cos(heading), y + (mark.at_m - at) * sin(heading)
        at, heading = mark.at_m, heading + mark.way * radians(mark.angle_deg)
        points.append((x, y))
    return points


class Laid(unittest.TestCase):
    def test_an_offset_comes_out_where_it_was_measured(self):
        rng = random.Random(5)
        for _ in range(200):
            over, angle = rng.uniform(0.02, 0.5), rng.choice((10, 22.5, 30, 45, 60))
            away = over * 8 + rng.uniform(0, 3)
            along, height = ends_at(offset(over, away, angle))
            self.assertTrue(isclose(along, away, abs_tol=1e-9) and isclose(height, over, abs_tol=1e-9))

    def test_a_saddle_is_highest_over_the_middle(self):
        for over, center, angle in ((0.05, 1, 45), (0.1, 2, 60), (0.025, 0.5, 30)):
            found = saddle(over, center, angle)
            first, middle, _ = found.marks
            half = type(found)((first, middle), 0, 0)
            along, height = ends_at(half)
            self.assertTrue(isclose(along, center, abs_tol=1e-9) and isclose(height, over, abs_tol=1e-9))
            self.assertTrue(isclose(ends_at(found)[1], 0, abs_tol=1e-9))

    def test_a_square_saddle_goes_over_the_whole_width(self):
        found = box_saddle(0.1, 1.0, 0.3, 30)
        up = type(found)(found.marks[:2], 0, 0)
        over = type(found)(found.marks[:3], 0, 0)
        self.assertTrue(isclose(ends_at(up)[0], 1.0, abs_tol=1e-9))
        self.assertTrue(isclose(ends_at(over)[0], 1.3, abs_tol=1e-9) and isclose(ends_at(over)[1], 0.1, abs_tol=1e-9))

    def test_the_figures_on_every_bender(self):
        # distance between marks by the inch of offset, and what it shrinks by the inch
        for angle, multiplier, shrink in ((10, 5.76, 1 / 16), (22.5, 2.6, 3 / 16), (30, 2.0, 1 / 4), (45, 1.4, 3 / 8), (60, 1.2, 1 / 2)):
            found = offset(INCH, 1, angle)
            apart = (found.marks[1].at_m - found.marks[0].at_m) / INCH
            self.assertLess(abs(apart - multiplier), 0.05, angle)
            self.assertLess(abs(found.shrink_m / INCH - shrink), 0.08, angle)
        self.assertTrue(isclose(gain(1, 90), 2 - pi / 2))

    def test_a_bend_up_and_two_back_to_back(self):
        self.assertAlmostEqual(stub(0.3, 0.127, 0.1).marks[0].at_m, 0.173)
        pair = back_to_back(0.3, 0.8, 0.127, 0.1)
        self.assertAlmostEqual(pair.marks[1].at_m, 0.3 - gain(0.1, 90) + 0.8)
        with self.assertRaisesRegex(ValueError, "takes up"):
            stub(0.127, 0.127, 0.1)

    def test_a_kick_ends_as_high_as_it_was_measured(self):
        for over, away, angle in ((0.1, 1.0, 30), (0.3, 2.0, 12)):
            found = kick(over, away, angle)
            end = type(found)((*found.marks, type(found.marks[0])(found.marks[0].at_m + found.developed_m, 0, 1)), 0, 0)
            along, height = ends_at(end)
            self.assertTrue(isclose(along, away, abs_tol=1e-9) and isclose(height, over, abs_tol=1e-9))

    def test_a_second_pipe_keeps_its_distance_through_every_bend(self):
        for inside in (offset(0.1, 1.0, 30), saddle(0.05, 1.0, 45), box_saddle(0.1, 1.0, 0.3, 22.5)):
            outside = shifted(inside, 0.08)
            first, second = corners(inside), [(x, y - 0.08) for x, y in corners(outside)]
            for i in range(len(first) - 1):  # each straight piece of it lies as far from that of the other
                (ax, ay), (bx, by), (px, py) = first[i], first[i + 1], second[i]
                apart = abs((bx - ax) * (py - ay) - (by - ay) * (px - ax)) / hypot(bx - ax, by - ay)
                self.assertTrue(isclose(apart, 0.08, abs_tol=1e-9))

    def test_a_pipe_that_does_not_lie_level_is_bent_until_the_level_reads_so_much(self):
        steps = bend(BendQuestion(over_m=0.1, away_m=1, angle_deg=30, slope_deg=3)).working[0].lines
        self.assertEqual([line.result for line in steps if "level reads" in line.words], ["33", "3"])

    def test_not_level_is_longer_and_no_room_is_refused(self):
        level, rolled = offset(0.3, 3, 30), offset(0.3, 3, 30, roll_m=0.4)
        self.assertAlmostEqual(rolled.developed_m / level.developed_m, 5 / 3)
        with self.assertRaisesRegex(InvalidJob, "before the end of the pipe"):
            bend(BendQuestion(over_m=0.3, away_m=0.1))
        with self.assertRaisesRegex(InvalidJob, "takes up"):
            bend(BendQuestion(shape="stub", over_m=0.1, take_up_m=0.1))


if __name__ == "__main__":
    unittest.main()
