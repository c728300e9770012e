"""The load library as CSV: there and back, and what is refused by line and column."""

import csv
import io
import unittest

from northspan.core.document.job import LibraryLoad
from northspan.core.topics.loads.library import standard_loads
from northspan.core.working.errors import InvalidJob
from northspan.files.csv_rows import guarded, unguarded
from northspan.files.load_table import read_loads, write_loads


class Table(unittest.TestCase):
    def test_there_and_back(self):
        loads = (*standard_loads("north_american"), LibraryLoad(name='=1+1, "odd"', power_va=1234.5, alternates="he\rat", shed_order=2))
        self.assertEqual(read_loads(write_loads(loads)), loads)
        self.assertNotIn("\n=", write_loads(loads))  # no spreadsheet takes the name for a formula

    def test_no_cell_starts_a_formula_and_every_one_comes_back(self):
        for sign in "=+-@\uff1d\uff0b\uff0d\uff20#'":
            loads = (LibraryLoad(name=f"{sign}cmd|x", power_va=123456.789, alternates="=a\tb\n=c", outlet_a=13, watches_neutral=True,
                                 least_circuit_a=21.5, largest_device_a=35, with_heat=True),)  # fmt: skip
            with self.subTest(sign):
                written = write_loads(loads)
                self.assertEqual(read_loads(written), loads)
                self.assertFalse(
                    any(cell[:1] in set("=+-@\t\r\uff1d\uff0b\uff0d\uff20") for row in csv.reader(io.StringIO(written)) for cell in row)
                )
        for sign in "\t\r\n":
            self.assertEqual(unguarded(guarded(f"{sign}=1")), f"{sign}=1")
            self.assertEqual(guarded(f"{sign}=1")[0], "'")

    def test_what_is_no_text_is_refused(self):
        with self.assertRaisesRegex(InvalidJob, "UTF-8"):
            read_loads("name,power_va\nKi\x00ln,5000\n")

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
        loads = standard_loads("north_american")
        self.assertEqual(len({load.name for load in loads}), len(loads))
        self.assertTrue(all(load.starting_a is None or load.starting_a > 0 for load in loads))
