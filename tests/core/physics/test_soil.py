"""Four-pin readings to layers, and the fall-of-potential test: what it proves and what it does not."""

import math
import random
import unittest

from northspan.core.physics.fall_of_potential import Drop, clamp_reading, fall_of_potential
from northspan.core.physics.four_pin import Reading, apparent_ohm_m, fit, two_layer_apparent
from northspan.core.physics.soil import Piece, Soil, line_potential, potential

SPACINGS_M = (0.5, 1, 1.5, 2, 3, 5, 8, 12)


def readings(soil, noise=0.0, seed=1):
    rng = random.Random(seed)
    return [Reading(a, two_layer_apparent(soil, a) / (2 * math.pi * a) * (1 + noise * rng.gauss(0, 1))) for a in SPACINGS_M]


def every_image(piece, at, soil):
    """The series without an end, as far as it has a figure: what the closed remainder is held against."""
    k, h, total = soil.reflection, soil.depth_m, 0.0
    for n in range(200_000):
        strength = k**n
        if n and abs(strength) < 1e-13:
            break
        ways = ((1, 1), (1, -1), (-1, 1), (-1, -1)) if n else ((1, 1), (-1, 1))
        for mirror, way in ways:
            a, b = ((p[0], p[1], mirror * p[2] + way * n * 2 * h) for p in (piece.a, piece.b))
            total += strength * line_potential(a, b, at)
    return soil.upper_ohm_m / (4 * math.pi) * total


class Images(unittest.TestCase):
    def test_potentials_far_from_a_rod_over_conductive_ground_and_over_rock(self):
        for upper, lower, depth in ((1000, 50, 1.5), (1000, 5, 1.5), (300, 60, 0.8), (50, 1000, 1.5), (100, 99, 3.0)):
            soil = Soil(upper, lower, depth)
            rod = Piece((0, 0, 0.01), (0, 0, min(depth, 1.2)), 0.008)
            for away_m in (0.3, 1, 2, 4, 6, 10, 20, 40):
                with self.subTest(soil, away_m=away_m):
                    at = (away_m, 0.0, 0.0)
                    self.assertAlmostEqual(potential(rod, at, soil) / every_image(rod, at, soil), 1, delta=1e-3)

    def test_below_the_boundary_it_goes_on_without_a_jump(self):
        soil = Soil(1000, 50, 1.5)
        rod = Piece((0, 0, 0.01), (0, 0, 1.2), 0.008)
        above, below = (potential(rod, (5.0, 0.0, 1.5 + off), soil) for off in (-1e-4, 1e-4))
        self.assertAlmostEqual(above / below, 1, delta=2e-3)


class Layers(unittest.TestCase):
    def test_the_ends_of_the_curve_are_the_layers(self):
        soil = Soil(100, 20, 1.5)
        self.assertAlmostEqual(two_layer_apparent(soil, 0.1), 100, delta=0.1)
        self.assertAlmostEqual(two_layer_apparent(soil, 200), 20, delta=0.1)
        curve = [two_layer_apparent(soil, a) for a in SPACINGS_M]
        self.assertEqual(curve, sorted(curve, reverse=True))

    def test_layers_are_found_again(self):
        for soil in (Soil(100, 20, 1.5), Soil(60, 600, 2.2), Soil(400, 90, 0.9)):
            found = fit(readings(soil)).value
            with self.subTest(soil=soil):
                self.assertLess(found.misfit_percent, 0.1)
                for name in ("upper_ohm_m", "lower_ohm_m", "depth_m"):
                    self.assertAlmostEqual(getattr(found.soil, name) / getattr(soil, name), 1, delta=0.01)

    def test_noise_stays_in_the_misfit(self):
        found = fit(readings(Soil(100, 20, 1.5), noise=0.05)).value
        self.assertTrue(1 < found.misfit_percent < 10)
        self.assertAlmostEqual(found.soil.lower_ohm_m / 20, 1, delta=0.3)

    def test_even_soil_and_few_readings_make_one_layer(self):
        self.assertEqual(fit(readings(Soil(80), noise=0.03)).value.soil.layers, 1)
        self.assertEqual(fit(readings(Soil(100, 20, 1.5))[:3]).value.soil.layers, 1)
        with self.assertRaisesRegex(ValueError, "no readings"):
            fit([])

    def test_depth_of_the_pins(self):
        self.assertAlmostEqual(apparent_ohm_m(Reading(2, 5)).value, 2 * math.pi * 2 * 5)
        self.assertGreater(apparent_ohm_m(Reading(2, 5, 0.5)).value, apparent_ohm_m(Reading(2, 5)).value)


def curve(probe_m, ohm, places, rod_m=1.0):
    """A hemisphere of the same resistance in even soil, seen by a probe on the line: the textbook curve."""
    return [Drop(p, ohm * (1 - rod_m / p - rod_m / probe_m + rod_m / (probe_m - p))) for p in places]


class FallOfPotential(unittest.TestCase):
    def judge(self, log, probe_m=50, largest_m=2.4, *, layered=False):
        return fall_of_potential(log, probe_m, largest_m, layered=layered).value

    def test_the_62_percent_point_shows_the_truth_when_readings_around_it_agree(self):
        verdict = self.judge(curve(50, 25, (10, 20, 26, 31, 35, 40), rod_m=0.4))
        self.assertTrue(verdict.proved)
        self.assertAlmostEqual(verdict.resistance_ohm, 25, delta=0.4)
        self.assertEqual(verdict.plateau, (26, 35))

    def test_one_reading_proves_nothing(self):
        for places in ((31,), (30, 32)):
            verdict = self.judge(curve(50, 25, places))
            self.assertFalse(verdict.proved)
        self.assertIn("One reading alone proves nothing", self.judge(curve(50, 25, (30, 32))).words)
        self.assertIn("no readings on both sides", self.judge(curve(50, 25, (10, 20))).words)

    def test_probes_too_near(self):
        log = curve(11, 25, (4, 5.6, 6.8, 7.5, 9), rod_m=0.1)
        self.assertIn("must stand at 12 m or more", self.judge(log, 11).words)
        self.assertTrue(self.judge(curve(12, 25, (4, 6.1, 7.4, 8.5, 10), rod_m=0.1), 12).proved)
        self.assertIn("must stand at 24 m or more", self.judge(curve(20, 25, (8, 10.5, 12.4, 14, 18), rod_m=0.1), 20, layered=True).words)

    def test_a_curve_without_a_plateau(self):
        rising = [Drop(d, r) for d, r in ((26, 15), (31, 20), (35, 26), (40, 40))]
        self.assertIn("rises all the way", self.judge(rising).words)
        jumping = [Drop(d, r) for d, r in ((26, 25), (31, 19), (35, 26))]
        self.assertIn("the readings jump", self.judge(jumping).words)

    def test_both_sides_of_the_spread_that_is_allowed(self):
        for spread_ohm, proved in ((1.24, True), (1.26, False)):
            log = [Drop(26, 25 - spread_ohm / 2), Drop(30.9, 25), Drop(35, 25 + spread_ohm / 2)]
            self.assertEqual(self.judge(log).proved, proved)

    def test_a_clamp_that_measures_a_loop(self):
        self.assertIn("loop of metal", clamp_reading(0.99, other_ways=True).value)
        self.assertIn("at most this", clamp_reading(1.01, other_ways=True).value)
        self.assertIn("means nothing", clamp_reading(30, other_ways=False).value)
