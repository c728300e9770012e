"""An earth tester's CSV: read as instruments write it, refused by line and column."""

import unittest

from northspan.core.working.errors import InvalidJob
from northspan.files.readings import read_fall, read_four_pin, write_readings


class Readings(unittest.TestCase):
    def test_there_and_back(self):
        text = "# instrument 7\n" + write_readings(("spacing_m", "shown_ohm"), [(1, 20.5), (2, 9)])
        self.assertEqual([(r.spacing_m, r.shown_ohm, r.pin_m) for r in read_four_pin(text)], [(1, 20.5, 0), (2, 9, 0)])
        self.assertEqual(read_four_pin("pin_m, spacing_m ,shown_ohm,note\n0.2,1,5,dry\n")[0].pin_m, 0.2)
        self.assertEqual([(r.distance_m, r.shown_ohm) for r in read_fall("distance_m,shown_ohm\n10,25\n")], [(10, 25)])

    def test_as_many_as_it_takes(self):
        self.assertEqual(len(read_fall("distance_m,shown_ohm\n" + "1,5\n" * 60)), 60)

    def test_refused(self):
        cases = [
            (read_four_pin, "spacing_m\n1\n", "no column shown_ohm"),
            (read_four_pin, "spacing_m,shown_ohm\n", "the file has 0 readings"),
            (read_four_pin, "spacing_m,shown_ohm\n1,5\n2,low\n", "reading 2, shown_ohm"),
            (read_fall, "distance_m,shown_ohm\n-1,5\n", "reading 1, distance_m"),
            (read_fall, "distance_m,shown_ohm\n" + "1,5\n" * 61, "the file has 61 readings"),
        ]
        for read, text, words in cases:
            with self.subTest(words), self.assertRaisesRegex(InvalidJob, words):
                read(text)
