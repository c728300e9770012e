"""Price books as CSV: in and out, fast, and plain about what is wrong."""

import unittest
from time import monotonic

from northspan.core.document.price_book import BookLine, PriceBook
from northspan.core.working.errors import InvalidJob
from northspan.files.price_table import read_book, write_book

HEAD = "item,what,unit,size,price,least,day,in_stock\n"


class Books(unittest.TestCase):
    def test_out_and_in_again(self):
        lines = (BookLine("wire", "1 AWG aluminum", "reel", 152.4, 210.5, 1, "2026-10-01", in_stock=True),
                 BookLine("rod", '=8 ft, "long"', "each", 1, 19, 0, "", in_stock=False))  # fmt: skip
        text = write_book(PriceBook("A", 5, lines))
        self.assertEqual(read_book("A", 5, text).lines, lines)
        self.assertNotIn(",=8", text)  # no cell begins a formula in a spreadsheet
        self.assertIn("'=8", text)

    def test_what_is_wrong_is_named_by_line_and_column(self):
        for rows, where, words in (
            ("item,unit,prise\n", "/csv", "a column prise"),
            ("item,unit\n", "/csv", "no column price"),
            ("item,unit,price,price\n", "/csv", "stands twice"),
            (HEAD, "/csv", "no prices"),
            (HEAD + "rod,,each,1,cheap,0,,\n", "/csv/2/price", "'cheap' is no number"),
            (HEAD + "rod,,each,1,1e99,0,,\n", "/csv/2/price", "is not from 0"),
            (HEAD + "rod,,each,1,nan,0,,\n", "/csv/2/price", "is no number"),
            (HEAD + "rod,,each,1,1_000,0,,\n", "/csv/2/price", "'1_000' is no number"),
            (HEAD + "rod,,each,1,\u0663,0,,\n", "/csv/2/price", "is no number"),
            (HEAD + "rod,,each,1,-1,0,,\n", "/csv/2/price", "is not from 0"),
            (HEAD + "rod,,each,1,,0,,\n", "/csv/2/price", "is no number"),
            (HEAD + "rod,,bag,1,3,0,,\n", "/csv/2/unit", "no unit 'bag'"),
            (HEAD + "rod,,each,0,3,0,,\n", "/csv/2/size", "not from 0.001"),
            (HEAD + "rod,,reel,5e-324,3,0,,\n", "/csv/2/size", "not from 0.001"),
            (HEAD + "".join(f"wire,A,reel,{10 + i},3,0,,\n" for i in range(41)), "/csv/42/size", "more than 40"),
            (HEAD + "rod,,each,1,3,0,2026-13-01,\n", "/csv/2/day", "is no day"),
            (HEAD + "rod,,each,1,3,0,2026-02-31,\n", "/csv/2/day", "is no day"),
            (HEAD + "rod,,each,1,3,0,,perhaps\n", "/csv/2/in_stock", "yes or no"),
            (HEAD + ",,each,1,3,0,,\n", "/csv/2/item", "1 to 200 letters"),
            (HEAD + "rod,A,each,1,3,0,,\nrod,a,each,1,4,0,,\n", "/csv/3/item", "stands twice"),
            (HEAD + "rod,,each,1,3,0,,,,,\n", "/csv/2/row", "11 cells"),
            (HEAD + '"rod,,each,1,3,0,,\n', "/csv/2", "cannot be read as CSV"),
            (HEAD + "rod,\ufffd,each,1,3,0,,\n", "/csv", "UTF-8"),
        ):
            with self.subTest(words), self.assertRaisesRegex(InvalidJob, words) as refused:
                read_book("A", 0, rows)
            self.assertEqual(refused.exception.where, where)

    def test_fifty_thousand_prices_are_read_within_three_seconds(self):
        text = HEAD + "".join(f"item{i % 40},thing {i},each,1,{i % 97}.25,0,2026-01-{1 + i % 28:02d},yes\n" for i in range(50_000))
        begun = monotonic()
        self.assertEqual(len(read_book("A", 0, text).lines), 50_000)
        self.assertLess(monotonic() - begun, 3)
        with self.assertRaisesRegex(InvalidJob, "more than 60000"):
            read_book("A", 0, HEAD + "".join(f"i,{i},each,1,1,0,,\n" for i in range(60_001)))


if __name__ == "__main__":
    unittest.main()
