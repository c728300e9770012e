"""Packing: as few boxes as hold everything, and those as small as can be; against every way of sharing out."""

import random
import unittest
from itertools import product

from northspan.core.physics.packing import packed


def by_trying(items, sizes):
    """Every way of putting items into boxes: the fewest boxes, then the least volume."""
    best = None
    for boxes in range(1, len(items) + 1):
        for where in product(range(boxes), repeat=len(items)):
            loads = [sum(item for item, box in zip(items, where, strict=True) if box == b) for b in range(boxes)]
            fits = [min((size for size in sizes if size >= load), default=None) for load in loads]
            if None not in fits and (best is None or (boxes, sum(fits)) < best):
                best = boxes, sum(fits)
        if best:
            return best
    return best


class Packing(unittest.TestCase):
    def test_as_good_as_trying_every_way(self):
        rng = random.Random(7)
        for _ in range(60):
            kinds = [rng.randint(2, 9) for _ in range(rng.randint(1, 3))]
            counts = [rng.randint(0, 2) for _ in kinds]
            sizes = sorted(rng.sample(range(8, 24), 2))
            items = [kind for kind, count in zip(kinds, counts, strict=True) for _ in range(count)]

            def volume(load, kinds=kinds, sizes=sizes):
                used = sum(kind * count for kind, count in zip(kinds, load, strict=True))
                return min((size for size in sizes if size >= used), default=None)

            found = packed(counts, volume)
            if not items:
                self.assertEqual(found, ())
                continue
            wanted = by_trying(items, sizes)
            if wanted is None:
                self.assertIsNone(found)
                continue
            self.assertEqual((len(found), sum(volume(load) for load in found)), wanted)
            self.assertEqual([sum(column) for column in zip(*found, strict=True)], counts)

    def test_what_fits_nowhere_is_said(self):
        self.assertIsNone(packed([1], lambda load: None if load[0] else 1.0))


if __name__ == "__main__":
    unittest.main()
