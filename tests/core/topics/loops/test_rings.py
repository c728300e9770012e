"""Rings as found: floor, spurs and what their ends read, on both sides of each limit."""

import unittest

from northspan.core.desk.demos import DEMOS
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.solve import solve
from northspan.core.working.errors import InvalidJob
from tests.support import checked


def ring(book="uk-2022", **fields):
    job = DEMOS[book]()
    key = next(key for key, run in job.runs.items() if run.ring)
    return checked(job, runs=job.runs | {key: job.runs[key].model_copy(update=fields)})


def codes(job):
    return [one.code for one in solve(job).findings if one.code.startswith("ring-")]


class Rings(unittest.TestCase):
    def test_floor_and_spurs(self):
        for fields, found in (
            ({"ring_floor_m2": 100.0}, []), ({"ring_floor_m2": 101.0}, ["ring-serves-too-much"]),
            ({"ring_points": 8, "ring_spurs": 8}, []), ({"ring_points": 8, "ring_spurs": 9}, ["ring-with-too-many-spurs"]),
            ({"ring_spurs": 9}, []),
        ):  # fmt: skip
            self.assertEqual(codes(ring(**fields)), found, fields)

    def test_its_ends_give_its_length(self):
        # 58 m of 2.5 mm²: 7.41 mΩ/m by the tables of the trade
        expected = 58 * 7.41 / 1000
        for ohm, found in ((expected, 0), (1.24 * expected, 0), (0.76 * expected, 0), (1.27 * expected, 1), (0.73 * expected, 1)):
            self.assertEqual(len(codes(ring(ring_line_ohm=round(ohm, 4)))), found, ohm)

    def test_nothing_is_asked_where_there_are_no_rings(self):
        for book in ("us-2023", "ca-2021"):
            self.assertIsNone(rulebook_named(book).panels.ring_limits("12"))
        with self.assertRaisesRegex(InvalidJob, "knows no ring"):
            job = DEMOS["us-2023"]()
            solve(checked(job, runs=job.runs | {"C1": job.runs["C1"].model_copy(update={"ring": True})}))


if __name__ == "__main__":
    unittest.main()
