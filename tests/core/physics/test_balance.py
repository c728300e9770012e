"""Few moves for a small difference, against every way there is."""

import random
import tracemalloc
import unittest
from itertools import combinations
from unittest import mock

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp

from northspan.core.physics import balance
from northspan.core.physics.balance import Item, balanced, fewest_moves
from tests.run import cases


def by_trying(weights, on_first, fixed):
    """The least difference for each number of moves, by trying every set."""
    start = fixed + sum(w if first else -w for w, first in zip(weights, on_first, strict=True))
    best = {}
    for k in range(len(weights) + 1):
        best[k] = min(abs(start - 2 * sum(weights[i] if on_first[i] else -weights[i] for i in chosen))
                      for chosen in combinations(range(len(weights)), k))  # fmt: skip
    return best


def by_milp(items, fixed, room, most):
    """The least difference with so many moves and so much room, by a solver of mixed-integer programs."""
    weights = np.array([item.weight_a for item in items])
    start, count = fixed + weights.sum(), len(items)
    cost = np.append(np.zeros(count), 1.0)  # the last variable is the difference
    rows = [np.append(-2 * weights, -1.0), np.append(2 * weights, -1.0)]
    limits = [LinearConstraint(np.array(rows), -np.inf, [-start, start]),
              LinearConstraint(np.append([item.places for item in items], 0), -room[0], room[1]),
              LinearConstraint(np.append([item.moves for item in items], 0), 0, most)]  # fmt: skip
    whole = np.append(np.ones(count), 0)
    found = milp(cost, constraints=limits, integrality=whole, bounds=Bounds(0, np.append(np.ones(count), np.inf)),
                 options={"mip_rel_gap": 0})  # fmt: skip
    return found.fun


class Moves(unittest.TestCase):
    def test_as_good_as_every_way_for_every_number_of_moves(self):
        draw = random.Random(11)
        for _ in range(cases(200)):
            count = draw.randint(0, 9)
            weights = [draw.randint(1, 4000) / 100 for _ in range(count)]
            on_first = [draw.random() < 0.6 for _ in weights]
            fixed = draw.randint(-3000, 3000) / 100
            tried = by_trying(weights, on_first, fixed)
            moves = fewest_moves(weights, on_first, fixed)
            self.assertEqual(moves[0].moved, ())
            for move in moves:
                self.assertAlmostEqual(move.left_a, tried[len(move.moved)], 6)
                sides = [first != (i in move.moved) for i, first in enumerate(on_first)]
                left = abs(fixed + sum(w if s else -w for w, s in zip(weights, sides, strict=True)))
                self.assertAlmostEqual(move.left_a, left, 6)
            self.assertAlmostEqual(moves[-1].left_a, min(tried.values()), 6)
            for k, left in tried.items():
                within = min(move.left_a for move in moves if len(move.moved) <= k)
                self.assertLessEqual(within, left + 1e-6)

    def test_as_good_as_a_milp_on_hundreds_of_panels(self):
        draw = random.Random(7)
        for _ in range(cases(200)):
            count = draw.randint(2, 24)
            on_first = [draw.random() < 0.6 for _ in range(count)]
            items = [Item((1 if first else -1) * draw.randint(1, 2500) / 100, 1 if first else -1) for first in on_first]
            items += [Item(draw.randint(-1500, 1500) / 100, 0, 2) for _ in range(draw.randint(0, 3))]
            fixed, room = draw.randint(-3000, 3000) / 100, (draw.randint(0, 3), draw.randint(0, 3))
            moves = balanced(items, fixed, room)
            most = moves[min(len(moves) - 1, draw.randint(0, 3))]
            taken = sum(items[i].moves for i in most.moved)
            self.assertLessEqual(-room[0], sum(items[i].places for i in most.moved))
            self.assertLessEqual(sum(items[i].places for i in most.moved), room[1])
            self.assertAlmostEqual(most.left_a, by_milp(items, fixed, room, taken), 4)

    def test_halves_have_places_of_their_own(self):
        items = [Item(9.0, 0, 1, 1), Item(4.0, 1)]
        self.assertEqual([one.left_a for one in balanced(items, 0, (0, 0))], [13.0])
        self.assertEqual([one.left_a for one in balanced(items, 0, (0, 1))], [13.0, 5.0])
        self.assertEqual([one.left_a for one in balanced(items, 0, (0, 0), half_room=(0, 1))], [13.0, 5.0])
        swapped = [Item(9.0, 0, 1, 1), Item(-2.0, 0, 1, -1)]
        self.assertEqual([one.left_a for one in balanced(swapped, 0, (0, 0))], [7.0])

    def test_a_very_large_panel_keeps_to_its_memory(self):
        draw = random.Random(5)
        for count in (84, 400):
            for places, halves in ((0, 0), (1, 0), (1, 1)):
                items = [Item(draw.uniform(1, 48), places * (1, -1)[i % 2], 1, halves * (i % 3 == 0)) for i in range(count)]
                tracemalloc.start()
                moves = balanced(items, 0, (6, 6), half_room=(3, 3))
                peak = tracemalloc.get_traced_memory()[1]
                tracemalloc.stop()
                self.assertLess(peak, 100e6, (count, places, halves))
                self.assertLess(moves[-1].left_a, moves[0].left_a)

    def test_sums_that_are_rounded_say_how_far_from_the_least_they_may_be(self):
        draw = random.Random(9)
        said = 0
        with mock.patch.object(balance, "MOST_BITS", 20_000):
            for _ in range(cases(200)):
                weights = [draw.uniform(1, 40) for _ in range(draw.randint(3, 9))]
                on_first = [draw.random() < 0.6 for _ in weights]
                tried = by_trying(weights, on_first, 3.3)
                for move in fewest_moves(weights, on_first, 3.3):
                    self.assertLessEqual(move.left_a - move.within_a, tried[len(move.moved)] + 1e-6)
                    self.assertGreaterEqual(move.left_a, tried[len(move.moved)] - 1e-6)
                    said += move.rounded
        self.assertGreater(said, 0)

    def test_forty_circuits_in_an_instant(self):
        draw = random.Random(3)
        weights = [draw.randint(50, 2000) / 100 for _ in range(40)]
        moves = fewest_moves(weights, [i < 30 for i in range(40)], 12.5)
        self.assertLess(moves[-1].left_a, 0.03)


if __name__ == "__main__":
    unittest.main()
