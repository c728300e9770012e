"""Lists of suppliers as they come: columns, units, decimal commas, part numbers."""

import unittest
from dataclasses import replace

from northspan.core.document.price_book import PriceBook
from northspan.core.document.supplier_list import ListColumns, Match
from northspan.core.working.errors import InvalidJob
from northspan.files.list_words import basis_of
from northspan.files.supplier_list import key_of_line, matched, read_list, shown_units

ROWS = """Stock code;Description;UoM;Net price;Pack qty
A-1;Wire 6 green;CFT;45,50;
A-2;Wire 6 black on a reel;RL;1.250,00;500 ft
A-3;Connector;C;38,20;
A-4;Strap;;0,35;
A-5;Mystery;gross;3,00;
A-6;Clips;PK;4,10;100
A-7;Coil without a length;RL;99,00;
"""


def prices(read):
    return {one.part: (one.line.unit, round(one.line.size, 2), round(one.line.price, 4)) for one in read.offered}


class Columns(unittest.TestCase):
    def test_a_semicolon_list_with_decimal_commas_is_read_by_its_headings(self):
        read = read_list(ROWS, None)
        self.assertEqual(read.columns.decimal, ",")
        self.assertEqual(set(read.columns.headings), {"part", "words", "unit", "price", "size"})
        self.assertEqual(
            prices(read),
            {
                "A-1": ("ft", 1, 0.455),
                "A-2": ("reel", 152.4, 1250.0),
                "A-3": ("each", 1, 0.382),
                "A-4": ("each", 1, 0.35),
                "A-6": ("pack", 100, 4.1),
            },
        )
        self.assertEqual([number for number, _ in read.refused], [6, 8])
        self.assertIn("“gross”", read.refused[0][1])
        self.assertEqual(dict(shown_units(read))["gross"], None)

    def test_a_unit_that_nobody_knows_is_said_once(self):
        read = read_list(ROWS, None)
        said = read.columns.model_copy(update={"bases": {"gross": "per 100"}})
        self.assertAlmostEqual(prices(read_list(ROWS, said))["A-5"][2], 0.03)

    def test_tabs_and_points_and_headings_of_his_own(self):
        text = "Was\tEuro\nKabel\t1,234.50\n"
        read = read_list(text, None)
        self.assertEqual(read.offered, ())  # nobody knows which column is the price
        chosen = ListColumns(headings={"words": "Was", "price": "Euro"}, basis="per 1000 ft")
        self.assertEqual(prices_by_words(read_list(text, chosen)), {"Kabel": ("ft", 1.2345)})
        with self.assertRaisesRegex(InvalidJob, "no column “Price”"):
            read_list(text, ListColumns(headings={"price": "Price"}))

    def test_a_capital_m_is_a_thousand_among_feet_and_a_metre_elsewhere(self):
        self.assertEqual((basis_of("M", feet=True), basis_of("M", feet=False), basis_of("m", feet=True)), ("per 1000", "m", "m"))

    def test_what_is_no_table_is_refused(self):
        for text, words in (("", "no prices"), ("a,b\n", "no prices"), ("a\x00,b\n1,2\n", "UTF-8")):
            with self.subTest(text), self.assertRaisesRegex(InvalidJob, words):
                read_list(text, None)

    def test_numbers_that_are_none_name_their_line(self):
        read = read_list("part,price\nA,ten\nB,-3\nC,0\nD,1e9999\nE,2.5\n", None)
        self.assertEqual([number for number, _ in read.refused], [2, 3, 4, 5])
        self.assertEqual([one.part for one in read.offered], ["E"])


def prices_by_words(read):
    return {one.words: (one.line.unit, round(one.line.price, 5)) for one in read.offered}


class Matching(unittest.TestCase):
    def test_part_numbers_make_a_book_and_the_rest_is_kept(self):
        read = read_list(ROWS, None)
        empty = PriceBook("Yard", 5.0, (), currency="USD", rulebook="us-2023")
        matches = {"a-1": Match(item="wire", what="6 awg copper thwn-2"), "a-3": Match(item="connector", what="¾ in pvc")}
        book, unknown = matched(read, matches, empty)
        self.assertEqual(replace(book, lines=()), empty)
        self.assertEqual(
            [(one.item, one.unit, round(one.price, 3)) for one in book.lines], [("wire", "ft", 0.455), ("connector", "each", 0.382)]
        )
        self.assertEqual([one.part for one in unknown], ["A-2", "A-4", "A-6"])

    def test_of_two_of_his_for_one_of_ours_the_cheaper_counts(self):
        read = read_list("code,price\nA,3\nB,2\n", None)
        book, _ = matched(read, {key_of_line(one): Match(item="rod") for one in read.offered}, PriceBook("Y", 0, ()))
        self.assertEqual([one.price for one in book.lines], [2.0])
