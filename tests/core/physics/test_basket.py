"""Baskets and cuts: against scipy's mixed-integer solver, and against every way of cutting."""

import random
import unittest
from itertools import permutations, product

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp

from northspan.core.physics.basket import cheapest
from northspan.core.physics.cutting import cut_from
from tests.run import cases


def by_milp(prices, trips):
    """Facility location with every line somewhere, solved by scipy."""
    lines, shops = len(prices), len(trips)
    cost = np.concatenate([[price if price is not None else 1e6 for row in prices for price in row], trips])
    rows, low, high = [], [], []
    for i in range(lines):
        row = np.zeros(lines * shops + shops)
        row[i * shops : (i + 1) * shops] = 1
        rows.append(row)
        low.append(1)
        high.append(1)
        for s in range(shops):
            link = np.zeros(lines * shops + shops)
            link[i * shops + s], link[lines * shops + s] = 1, -1
            rows.append(link)
            low.append(-np.inf)
            high.append(0)
    found = milp(cost, constraints=LinearConstraint(np.array(rows), low, high), integrality=np.ones(len(cost)), bounds=Bounds(0, 1))
    return found.fun


class Baskets(unittest.TestCase):
    def test_as_cheap_as_the_solver_finds(self):
        rng = random.Random(3)
        for _ in range(60):
            lines, shops = rng.randint(1, 12), rng.randint(1, 4)
            prices = [[round(rng.uniform(1, 60), 2) for _ in range(shops)] for _ in range(lines)]
            for row in prices:
                for s in range(1, shops):
                    if rng.random() < 0.2:
                        row[s] = None
            trips = [round(rng.uniform(0, 50), 2) for _ in range(shops)]
            self.assertAlmostEqual(cheapest(prices, trips).cost, by_milp(prices, trips), places=4)

    def test_fewest_missing_go_before_money(self):
        found = cheapest([[1, None], [None, 500]], [0, 90])
        self.assertEqual((found.shops, found.missing, found.cost), ((0, 1), 0, 591))
        self.assertEqual(cheapest([[None]], [5]).missing, 1)
        self.assertEqual(cheapest([[None]], [5]).trips_cost, 0)
        self.assertEqual(cheapest([[3, 1], [1, 3]], [0, 0], most_shops=1).cost, 4)

    def test_a_line_in_two_shops_as_cheap_as_trying_every_way(self):
        rng = random.Random(5)
        for _ in range(60):
            lines, shops = rng.randint(1, 4), rng.randint(2, 3)
            prices = [[round(rng.uniform(1, 60), 2) if rng.random() < 0.8 else None for _ in range(shops)] for _ in range(lines)]
            pairs = [{at: round(rng.uniform(1, 50), 2) for at in permutations(range(shops), 2) if rng.random() < 0.4} for _ in range(lines)]
            trips = [round(rng.uniform(0, 50), 2) for _ in range(shops)]
            ways = [[({s}, cost) for s, cost in enumerate(row) if cost is not None] + [(set(at), cost) for at, cost in two.items()]
                    for row, two in zip(prices, pairs, strict=True)]  # fmt: skip
            if not all(ways):
                continue
            least = min(sum(cost for _, cost in way) + sum(trips[s] for s in set().union(*(at for at, _ in way))) for way in product(*ways))
            self.assertAlmostEqual(cheapest(prices, trips, pairs=pairs).cost, least, places=6)


def by_trying(pieces, lengths):
    best = None
    for where in product(range(len(pieces)), repeat=len(pieces)):
        loads = [sum(piece for piece, at in zip(pieces, where, strict=True) if at == b) for b in set(where)]
        fits = [min((length for length in lengths if length >= load - 1e-9), default=None) for load in loads]
        if None not in fits and (best is None or (sum(fits), len(fits)) < best):
            best = sum(fits), len(fits)
    return best


class Cuts(unittest.TestCase):
    def test_as_little_as_trying_every_way(self):
        rng = random.Random(11)
        for _ in range(cases(60)):
            pieces = [round(rng.uniform(1, 20), 1) for _ in range(rng.randint(1, 6))]
            lengths = sorted({20.0, round(rng.uniform(20, 45), 1)})
            found = cut_from(pieces, lengths)
            self.assertEqual(
                (round(sum(one.length_m for one in found), 3), len(found)), tuple(round(n, 3) for n in by_trying(pieces, lengths))
            )
            self.assertEqual(sorted(piece for one in found for piece in one.pieces_m), sorted(pieces))
            # what was cut and what is left is what was bought
            for one in found:
                self.assertAlmostEqual(sum(one.pieces_m) + one.left_m, one.length_m, places=5)

    def test_the_saw_takes_its_part_and_too_long_is_refused(self):
        self.assertEqual(len(cut_from([5, 5], [10])), 1)
        for last, lengths in ((4.997, 1), (4.998, 2)):  # two pieces have one cut of 3 mm between them
            self.assertEqual(len(cut_from([5, last], [10], saw_m=0.003)), lengths)
        with self.assertRaisesRegex(ValueError, "longer than every"):
            cut_from([11], [10])


if __name__ == "__main__":
    unittest.main()
