"""What is remembered: forgotten at once, and worth nothing but time."""

import unittest

from northspan.core import forget, load_all
from northspan.core.caches import remembered
from northspan.core.desk.demos import DEMOS
from northspan.core.rulebooks.tables import table
from northspan.core.solve import solve


class Remembered(unittest.TestCase):
    def test_nothing_is_left_but_tables_and_the_answer_is_the_same(self):
        job = DEMOS["us-2023"]()
        before = solve(job)
        full = {name for name, one in remembered() if one.cache_info().currsize}
        self.assertGreater(len(full), 20)
        forget()
        self.assertEqual({name for name, one in remembered() if one.cache_info().currsize}, set())
        self.assertGreater(table.cache_info().currsize, 20)
        self.assertEqual(solve(job), before)

    def test_every_table_is_read_at_once(self):
        load_all()
        read = table.cache_info().misses
        for demo in DEMOS.values():
            solve(demo())
        self.assertEqual(table.cache_info().misses, read)


if __name__ == "__main__":
    unittest.main()
