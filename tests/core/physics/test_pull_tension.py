"""Pulling against closed forms, and by properties that any route has."""

import math
import random
import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from northspan.core.document.job import Metal
from northspan.core.physics.pull_tension import GRAVITY_M_S2, Piece, Set, after_bend, parted_peaks, side_wall, tension_along
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.topics.pull.bundle import PulledWire, bundle_of
from northspan.core.topics.routes.route import turned_deg, turned_round
from tests.support import US

ONE = Set(12.0, 1.0, 1.0)


def straight(length_m, slope_rad=0.0, **more):
    return Piece("a straight", length_m=length_m, slope_rad=slope_rad, **more)


def bend(deg=90.0, radius_m=0.24, **more):
    return Piece("a bend", turn_rad=math.radians(deg), radius_m=radius_m, **more)


def end(pieces, wires=ONE, friction=0.35, start_n=0.0):
    return tension_along(tuple(pieces), wires, friction, start_n)[0][-1].tension_n


pieces = st.lists(
    st.one_of(st.builds(straight, st.floats(0.5, 60), st.floats(-1.5, 1.5)), st.builds(bend, st.floats(10, 90))), min_size=1, max_size=8
)


class Closed(unittest.TestCase):
    def test_level_slope_and_a_plumb_riser(self):
        self.assertAlmostEqual(end([straight(50)]), 50 * 12 * 0.35)
        up, down = end([straight(50, 0.3)]), end([straight(50, -0.3)], start_n=500)
        self.assertAlmostEqual(up, 50 * 12 * (math.sin(0.3) + 0.35 * math.cos(0.3)))
        self.assertAlmostEqual(down, 500 + 50 * 12 * (0.35 * math.cos(0.3) - math.sin(0.3)))
        self.assertAlmostEqual(end([straight(10, math.pi / 2)]), 120)  # all its weight, no friction
        self.assertEqual(end([straight(10, -math.pi / 2)]), 0)  # a rope does not push

    def test_a_bend_is_a_capstan_and_a_light_one_exactly_so(self):
        for deg in (30, 90, 180):
            law = 1000 * math.exp(0.35 * math.radians(deg))
            self.assertAlmostEqual(after_bend(1000, bend(deg), Set(1e-9, 1, 1), 0.35).value, law, places=3)
            self.assertGreater(after_bend(1000, bend(deg), ONE, 0.35).value, law)

    def test_bends_after_one_another_multiply(self):
        light = Set(1e-9, 1, 1)
        self.assertAlmostEqual(end([bend(), bend()], light, start_n=100), end([bend(180)], light, start_n=100), places=4)

    def test_pressure_goes_by_the_radius(self):
        self.assertAlmostEqual(side_wall(2400, bend(radius_m=0.24), ONE).value, 10_000)
        self.assertAlmostEqual(side_wall(2400, bend(radius_m=0.48), ONE).value, 5_000)

    def test_copper_weighs_what_copper_weighs(self):
        wires = (PulledWire(1, "4/0", Metal.copper, "THHN"),)
        weight = bundle_of(wires, 0.05, US).value.wires.weight_n_m / GRAVITY_M_S2
        self.assertAlmostEqual(weight, 1.07, delta=0.1)  # a metre of 107 mm² of copper alone is 0.97 kg
        light = bundle_of((PulledWire(1, "4/0", Metal.aluminum, "XHHW"),), 0.05, US).value.wires.weight_n_m / GRAVITY_M_S2
        self.assertLess(light, weight / 2)

    def test_how_three_wires_lie_and_when_they_jam(self):
        wires = (PulledWire(3, "2/0", Metal.copper, "THHN"),)
        widest = bundle_of(wires, 0.1, US).value.widest_m
        for ratio, jams, arrangement in (
            (2.3, False, "triangle"),
            (2.79, False, None),
            (2.81, True, None),
            (3.19, True, "cradle"),
            (3.21, False, "cradle"),
        ):
            found = bundle_of(wires, ratio * widest / 1.05, US).value
            with self.subTest(ratio=ratio):
                self.assertEqual(found.jams, jams)
                if arrangement:
                    self.assertEqual(found.arrangement, arrangement)
                self.assertGreater(found.wires.correction, 1)

    def test_more_than_three_stand_four_fifths(self):
        three, four = (bundle_of((PulledWire(n, "2", Metal.copper, "THHN"),), 0.08, US).value.stands_n for n in (3, 4))
        self.assertAlmostEqual(four / three, 4 / 3 * 0.8)

    def test_every_rulebook_s_wires_can_be_weighed(self):
        for name, size, insulation in (("us-2023", "2", "THWN-2"), ("ca-2021", "2", "RW90"), ("uk-2022", "35", "singles")):
            found = bundle_of((PulledWire(3, size, Metal.copper, insulation),), 0.05, rulebook_named(name)).value
            self.assertAlmostEqual(found.wires.weight_n_m / 3, 3.5, delta=0.7)  # 34 mm² of copper, insulated


class Properties(unittest.TestCase):
    @given(pieces, st.floats(0, 900))
    def test_a_bend_more_never_lowers_the_tension(self, route, start_n):
        self.assertGreaterEqual(end([*route, bend()], start_n=start_n) + 1e-9, end(route, start_n=start_n))

    @given(pieces)
    def test_turned_round_twice_is_the_route_itself(self, route):
        self.assertEqual(turned_round(turned_round(tuple(route))), tuple(route))

    @given(st.floats(1, 50), st.floats(10, 90))
    def test_a_route_that_is_its_own_mirror_pulls_the_same_from_both_ends(self, length_m, deg):
        route = (straight(length_m), bend(deg), straight(length_m))
        self.assertAlmostEqual(end(route), end(turned_round(route)))

    @given(pieces, pieces)
    def test_a_pull_point_lets_the_rope_begin_anew(self, first, second):
        last = first[-1]
        parted = [*first[:-1], Piece(last.words, last.length_m, last.slope_rad, last.turn_rad, last.radius_m, pull_point=True), *second]
        points = tension_along(tuple(parted), ONE, 0.35)[0]
        self.assertAlmostEqual(points[-1].tension_n, end(second))
        self.assertLessEqual(end(second), end([*first, *second]) + 1e-9)
        self.assertEqual(len(turned_deg(tuple(parted))), 2)

    @given(pieces)
    def test_the_heavier_and_the_rougher_the_harder(self, route):
        level = [Piece(p.words, p.length_m, 0.0, p.turn_rad, p.radius_m) for p in route]
        self.assertGreaterEqual(end(level, Set(15, 1, 1)) + 1e-9, end(level))
        self.assertGreaterEqual(end(level, friction=0.5) + 1e-9, end(level))


class Parted(unittest.TestCase):
    def test_the_highest_tension_of_each_parting_is_that_of_the_route_with_the_pull_point_in_it(self):
        for seed in range(40):
            rng = random.Random(seed)
            pieces = tuple(
                Piece(f"bend {i}", turn_rad=rng.uniform(0.2, 1.6), radius_m=0.2, pull_point=rng.random() < 0.1) if rng.random() < 0.4
                else Piece(f"leg {i}", length_m=rng.uniform(1, 60), slope_rad=rng.uniform(-1, 1), pull_point=rng.random() < 0.1)
                for i in range(rng.randint(1, 12))
            )  # fmt: skip
            wires, peaks = Set(rng.uniform(1, 40), rng.uniform(1, 1.4), 1.0), []
            for i, piece in enumerate(pieces):
                if not piece.bend:
                    half = replace(piece, length_m=piece.length_m / 2)
                    parted = (*pieces[:i], replace(half, pull_point=True), half, *pieces[i + 1 :])
                    peaks.append(max(point.tension_n for point in tension_along(parted, wires, 0.4)[0]))
            found = parted_peaks(pieces, wires, 0.4)
            self.assertEqual(len(found), len(peaks))
            for one, other in zip(found, peaks, strict=True):
                self.assertAlmostEqual(one, other, 6)
