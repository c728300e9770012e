"""Electrodes in the ground against a numerical integration of its own, the closed forms, and what must be so."""

import math
import unittest

import numpy as np

from northspan.core.case.at_building import reach_m
from northspan.core.document.job import Electrode
from northspan.core.physics import closed_forms
from northspan.core.physics.grid import earthed, encased, flat, plate, ring, rod, surface_potential, wire, worst_around
from northspan.core.physics.linear import Singular, solved
from northspan.core.physics.soil import Soil

LENGTH_M, DIAMETER_M = 2.4384, 0.0159


def rods(*places, top_m=0.0):
    return tuple(rod(f"E{i}", x, 0.0, top_m, LENGTH_M, DIAMETER_M) for i, x in enumerate(places))


def integrated(places, soil, cuts=24):
    """Rods as chains of short sources: every 1/r is summed source by source, images and all, none in closed form."""
    h, k = soil.depth_m or 1e9, soil.reflection
    step = LENGTH_M / cuts
    z = (np.arange(cuts) + 0.5) * step
    x = np.repeat(np.array(places, float), cuts)
    z = np.tile(z, len(places))
    rho = np.abs(x[:, None] - x[None, :])
    radius = DIAMETER_M / 2

    def inverse(shift):  # mean of 1/r over a source of length `step`, by forty points of its own
        t = (np.arange(16) + 0.5) / 16 * step - step / 2
        own = np.where(rho == 0, radius, rho)
        return np.mean(1 / np.sqrt(own[..., None] ** 2 + (shift[..., None] + t) ** 2), axis=-1)

    s, p = z[None, :], z[:, None]
    below_s, below_p = s > h, p > h
    r1 = soil.upper_ohm_m
    r2 = soil.lower_ohm_m or r1
    both_up = inverse(p - s) + inverse(p + s)
    both_down = inverse(p - s) - k * inverse(p + s - 2 * h)
    across = np.zeros_like(both_up)
    for n in range(40 if soil.layers > 1 else 1):
        d = 2 * n * h
        if n:
            both_up = both_up + k**n * (inverse(d + p - s) + inverse(d - p + s) + inverse(d + p + s) + inverse(d - p - s))
        both_down = both_down + (1 - k * k) * k**n * inverse(p + s + d)
        across = across + (1 + k) * k**n * (inverse(d + np.abs(p - s)) + inverse(d + p + s))
    matrix = np.where(below_s & below_p, r2 * both_down, r1 * np.where(below_s != below_p, across, both_up)) / (4 * math.pi)
    return 1 / np.linalg.solve(matrix, np.ones(len(x))).sum()


class AgainstIntegration(unittest.TestCase):
    def test_one_to_four_rods_in_even_soil(self):
        for resistivity in (30, 1000):
            for spacing_m in (1, 2, 3):
                for count in (1, 2, 3, 4):
                    places = [i * spacing_m for i in range(count)]
                    with self.subTest(resistivity=resistivity, spacing_m=spacing_m, count=count):
                        found = earthed(rods(*places), Soil(resistivity)).resistance_ohm
                        self.assertAlmostEqual(found / integrated(places, Soil(resistivity)), 1, delta=0.02)

    def test_layered_soil(self):
        for soil in (Soil(100, 20, 1.5), Soil(100, 1000, 1.5), Soil(300, 30, 3.0), Soil(50, 500, 0.8)):
            for places in ((0,), (0, 3)):
                with self.subTest(soil=soil, places=places):
                    self.assertAlmostEqual(earthed(rods(*places), soil).resistance_ohm / integrated(places, soil), 1, delta=0.05)


class AgainstTheLiterature(unittest.TestCase):
    def test_one_of_each_kind(self):
        soil = Soil(100)
        cases = [
            ("rod", rods(0), closed_forms.rod_ohm(100, LENGTH_M, DIAMETER_M).value, 0.01),
            ("wire", (wire("W", (0, 0, 0.75), (30, 0, 0.75), 0.0082),), closed_forms.buried_wire_ohm(100, 30, 0.75, 0.0082), 0.01),
            ("ring", (ring("R", 0, 0, 0.75, 30, 0.0082),), closed_forms.ring_ohm(100, 30, 0.75, 0.0082), 0.01),
            # a square has 2 % less than the round plate of its area; Reitan and Higgins: 36.17 ohm where nothing mirrors it
            ("plate", (plate("P", 0, 0, 1.0, 0.6, 0.6),), closed_forms.plate_ohm(100, 0.36, 1.0), 0.03),
            ("plate far down", (plate("P", 0, 0, 1000.0, 0.6, 0.6),), 36.17, 0.015),
            ("flat far down", (flat("P", 0, 0, 1000.0, 0.6, 0.6),), 36.17, 0.015),
        ]
        for name, shapes, ohm, within in cases:
            with self.subTest(name):
                self.assertAlmostEqual(earthed(shapes, soil).resistance_ohm / ohm, 1, delta=within)

    def test_a_long_plate_is_cut_along_both_sides(self):
        # on edge, its middle 1.4 m deep: a strip of 3 m and as thick as half its width, 3.0 by 0.3 m, has 20.2 ohm by both ways
        long_, high = (earthed((plate("P", 0, 0, 1.4, w, h),), Soil(100)).resistance_ohm for w, h in ((3.0, 0.3), (0.3, 3.0)))
        self.assertAlmostEqual(long_, 20.15, delta=0.2)
        self.assertAlmostEqual(high / long_, 1, delta=0.05)  # which side is the longer one changes little
        strip = earthed((wire("W", (0, 0, 1.4), (3, 0, 1.4), 0.15, 24),), Soil(100)).resistance_ohm
        self.assertAlmostEqual(long_ / strip, 1, delta=0.04)

    def test_rods_help_each_other_less_when_near(self):
        one = earthed(rods(0), Soil(100)).resistance_ohm
        for count in (2, 3, 4):
            shares = [earthed(rods(*[i * s for i in range(count)]), Soil(100)).resistance_ohm / one for s in (0.5, 1, 2, 3, 6, 200)]
            self.assertEqual(shares, sorted(shares, reverse=True))
            self.assertAlmostEqual(shares[-1], 1 / count, delta=0.01)  # only far apart is it one over the number
            # the field rule is met at about a rod's length for two, and is hopeful for three
        two = earthed(rods(0, 2.44), Soil(100)).resistance_ohm / one
        self.assertAlmostEqual(two, closed_forms.FIELD_RULE[2], delta=0.05)

    def test_the_outer_rods_carry_more(self):
        shares = dict(earthed(rods(0, 2, 4), Soil(100)).shares)
        self.assertGreater(shares["E0"], shares["E1"])
        self.assertAlmostEqual(sum(shares.values()), 1)


class WhatMustBeSo(unittest.TestCase):
    def test_two_equal_layers_are_one(self):
        self.assertAlmostEqual(
            earthed(rods(0, 3), Soil(100, 100.0001, 1.0)).resistance_ohm / earthed(rods(0, 3), Soil(100)).resistance_ohm, 1, delta=0.005
        )

    def test_a_rod_that_reaches_the_better_layer_and_rock_below(self):
        better = [earthed(rods(0), Soil(300, 30, h)).resistance_ohm for h in (0.5, 1.2, 2.2, 4, 30)]
        self.assertEqual(better, sorted(better))
        rock = [earthed(rods(0), Soil(100, 5000, h)).resistance_ohm for h in (0.5, 1.2, 2.2, 4, 30)]
        self.assertEqual(rock, sorted(rock, reverse=True))
        # never just the top layer's figure
        self.assertGreater(rock[0] / earthed(rods(0), Soil(100)).resistance_ohm, 3)

    def test_resistance_goes_with_resistivity(self):
        self.assertAlmostEqual(earthed(rods(0, 2), Soil(500)).resistance_ohm, 5 * earthed(rods(0, 2), Soil(100)).resistance_ohm, 9)

    def test_a_bare_wire_between_rods_counts(self):
        bare = wire("W", (0, 0, 0.5), (3, 0, 0.5), 0.0041)
        self.assertLess(earthed((*rods(0, 3), bare), Soil(100)).resistance_ohm, 0.93 * earthed(rods(0, 3), Soil(100)).resistance_ohm)

    def test_an_encased_one_beats_a_rod(self):
        footing = earthed((encased("U", (0, 0, 0.75), (6.1, 0, 0.75), 0.0127),), Soil(100)).resistance_ohm
        self.assertLess(footing, 0.6 * earthed(rods(0), Soil(100)).resistance_ohm)

    def test_the_ground_beside_a_rod_stands_at_most_of_its_voltage(self):
        near, step, far, remote = surface_potential(rods(0, top_m=0.0), Soil(100), [(0.05, 0), (1, 0), (5, 0), (500, 0)])
        self.assertGreater(near, 0.6)
        self.assertLess(near, 1)
        self.assertTrue(near > step > far > remote)
        self.assertLess(remote, 0.001)


class Equations(unittest.TestCase):
    def test_against_numpy(self):
        rng = np.random.default_rng(4)
        for n in (1, 2, 7, 30):
            rows = rng.normal(size=(n, n)) + 1j * rng.normal(size=(n, n))
            right = rng.normal(size=n) + 0j
            np.testing.assert_allclose(solved(rows.tolist(), right.tolist()), np.linalg.solve(rows, right), rtol=1e-9)

    def test_a_zero_on_the_diagonal_and_equations_that_leave_something_open(self):
        self.assertEqual(solved([[0.0, 1.0], [1.0, 0.0]], [2.0, 3.0]), [3.0, 2.0])
        with self.assertRaises(Singular) as raised:
            solved([[1.0, 1.0], [2.0, 2.0]], [1.0, 2.0])
        self.assertEqual(raised.exception.at, 1)


class Around(unittest.TestCase):
    """The worst place beside electrodes, and how far a test must reach."""

    def test_a_ring_is_judged_outside_of_itself(self):
        soil = Soil(100.0)
        shape = ring("R", 0, 0, 0.76, 30, 0.01)
        radius = 30 / (2 * math.pi)
        inside, outside = surface_potential((shape,), soil, [(radius - 1, 0.0), (radius + 1, 0.0)])
        least, step = worst_around((shape,), soil, 1.0)
        self.assertGreater(inside, outside)
        self.assertAlmostEqual(least, outside, delta=0.03)
        self.assertTrue(0 < step < 1 - least)

    def test_most_of_a_rods_voltage_lies_within_its_first_metre(self):
        least, step = worst_around((rod("R", 0, 0, 0, 2.4, 0.016),), Soil(100.0), 1.0)
        self.assertGreater(step, 0.3)
        self.assertLess(least + step, 1.001)

    def test_reach_counts_spacing_and_how_wide_a_ring_is(self):
        one = Electrode(name="Ring", building="B", kind="ring", length_m=30, top_m=0.8)
        self.assertAlmostEqual(reach_m({"R": one}, {"R": 0.0}), 30 / math.pi, delta=0.01)  # not the 30 m around it
        rods = {f"R{i}": Electrode(name="Rod", building="B", length_m=2.4) for i in range(3)}
        self.assertAlmostEqual(reach_m(rods, {"R0": 0.0, "R1": 1.0, "R2": 2.0}), 2.4)  # close together they go as deep as one
        self.assertAlmostEqual(reach_m(rods, {"R0": 0.0, "R1": 3.0, "R2": 6.0}), 6.0)

    def test_a_plate_on_edge_and_flat_hardly_differ_and_a_larger_one_is_better(self):
        soil = Soil(100.0)
        upright, lying = (earthed((made("P", 0, 0, 2.0, 0.6, 0.6),), soil).resistance_ohm for made in (plate, flat))
        self.assertAlmostEqual(lying / upright, 1, delta=0.02)
        self.assertLess(earthed((flat("P", 0, 0, 2.0, 0.6, 1.2),), soil).resistance_ohm, 0.85 * lying)
