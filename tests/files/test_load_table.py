"""The load library as CSV: there and back, and what is refused by line and column."""

import unittest

from northspan.core.errors import InvalidJob
from northspan.core.job import LibraryLoad
from northspan.core.loads.library import standard_loads
from northspan.files.load_table import read_loads, write_loads


class Table(unittest.TestCase):
    def test_there_and_back(self):
        loads = (*standard_loads(), LibraryLoad(name='=1+1, "odd"', power_va=1234.5, alternates="heat", shed_order=2))
        self.assertEqual(read_loads(write_loads(loads)), loads)
        self.assertNotIn("\n=", write_loads(loads))  # no spreadsheet takes the name for a formula

    def test_as_many_as_it_takes(self):
        self.assertEqual(len(read_loads("# mine\nname,power_va\n" + "A,1\n" * 500)), 500)

    def test_refused(self):
        cases = [
            ("name,colour\nA,red\n", "a column colour"),
            ("kind\nother\n", "no column name"),
            ("name,power_va\nA,900\nB,much\n", "load 2, power_va"),
            ("name,power_va\nA,-1\n", "load 1, power_va"),
            ("name,kind,power_va\nA,ufo,9\n", "load 1, kind"),
            ("", "no column name"),
            ("name,power_va\n" + "A,1\n" * 501, "more than 500 loads"),
        ]
        for text, words in cases:
            with self.subTest(words), self.assertRaisesRegex(InvalidJob, words):
                read_loads(text)

    def test_what_comes_with_the_program(self):
        loads = standard_loads()
        self.assertEqual(len({load.name for load in loads}), len(loads))
        self.assertTrue(all(load.starting_a is None or load.starting_a > 0 for load in loads))
