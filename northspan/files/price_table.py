"""A price book as CSV, in and out: strict, fast, and with line and column in every refusal."""

from __future__ import annotations

import csv
import re
from collections import Counter
from datetime import date
from io import StringIO
from math import isfinite

from northspan.core.document.price_book import UNITS, BookLine, PriceBook
from northspan.core.working.errors import InvalidJob
from northspan.files.csv_rows import csv_text, guarded, refuse_no_text, unguarded

COLUMNS = ("item", "what", "unit", "size", "price", "least", "day", "in_stock", "cut_fee")
NEEDED = frozenset({"item", "unit", "price"})
MOST_ROWS, MOST_MONEY, MOST_WORDS = 60_000, 1e7, 200
LEAST_SIZE, MOST_SIZE, MOST_SIZES = 1e-3, 1e6, 40  # of a stick, reel or pack; and how many of them one thing may come in
_DAY = re.compile(r"^[0-9]{4}-[0-9]{2}-[0-9]{2}$")
_FIGURE = re.compile(r"^[+-]?[0-9]*\.?[0-9]+([eE][+-]?[0-9]{1,3})?$|^[+-]?[0-9]+\.$")
_YES_NO = {"": True, "yes": True, "no": False}


def write_book(book: PriceBook) -> str:
    """Write a price book as CSV.

    Parameters
    ----------
    book : PriceBook
        The book. [money]
    """
    rows = [
        (line.item, line.what, line.unit, f"{line.size:.6g}", f"{line.price:.6g}", f"{line.least:.6g}", line.day,
         "yes" if line.in_stock else "no", f"{line.cut_fee:.6g}") for line in book.lines
    ]  # fmt: skip
    return csv_text([COLUMNS, *(map(guarded, row) for row in rows)])


def read_book(name: str, trip: float, text: str, *, simulated: bool = False) -> PriceBook:
    """Read a price book from CSV with a header row; nothing is kept of one that is wrong anywhere.

    Parameters
    ----------
    name : str
        Of the supplier. [-]
    trip : float
        What a drive there or a delivery costs. [money]
    text : str
        The file. [-]
    simulated : bool
        Whether no real shop stands behind it. [-]

    Raises
    ------
    InvalidJob
        If a column is unknown or missing, a cell is wrong, an item stands twice, or there are too many rows; line and column
        are named.
    """
    refuse_no_text(text)
    reader = csv.reader(StringIO(text.lstrip("\ufeff"), newline=""), strict=True)
    found: dict[tuple[str, str, str, float], BookLine] = {}
    sizes: Counter[tuple[str, str, str]] = Counter()
    try:
        names = tuple(cell.strip() for cell in next(reader, []))
        _check_names(names)
        for row in reader:
            if not any(row) or row[0].startswith("#"):
                continue
            if len(found) >= MOST_ROWS:
                raise InvalidJob("/csv", f"the file has more than {MOST_ROWS} prices.", "Split it.")
            line = _line(reader.line_num, names, row)
            key = (line.item, line.what.lower(), line.unit, line.size)
            sizes[key[:3]] += 1
            if sizes[key[:3]] > MOST_SIZES:
                raise _refused(reader.line_num, "size", f"{line.item}, {line.what} comes in more than {MOST_SIZES}", "Keep those you buy.")
            if key in found:
                raise _refused(reader.line_num, "item", f"{line.item}, {line.what} stands twice", "Keep one of them.")
            found[key] = line
    except csv.Error as error:
        raise InvalidJob(
            f"/csv/{reader.line_num}", f"line {reader.line_num} cannot be read as CSV: {error}.", "Look at its quotes."
        ) from error
    if not found:
        raise InvalidJob("/csv", "the file has no prices.", f"Columns: {', '.join(COLUMNS)}.")
    return PriceBook(name, trip, tuple(found.values()), simulated)


def _check_names(names: tuple[str, ...]) -> None:
    unknown = next((name for name in names if name not in COLUMNS), None)
    if unknown is not None:
        raise InvalidJob("/csv", f"the file has a column {unknown[:40]}.", f"Columns: {', '.join(COLUMNS)}.")
    missing = sorted(NEEDED - set(names))
    if missing:
        raise InvalidJob("/csv", f"the file has no column {missing[0]}.", f"Columns: {', '.join(COLUMNS)}.")
    if len(set(names)) < len(names):
        raise InvalidJob("/csv", "a column stands twice.", f"Columns: {', '.join(COLUMNS)}.")


def _refused(number: int, column: str, words: str, cure: str) -> InvalidJob:
    return InvalidJob(f"/csv/{number}/{column}", f"line {number}, {column}: {words}.", cure)


def _line(number: int, names: tuple[str, ...], row: list[str]) -> BookLine:
    if len(row) > len(names):
        raise _refused(number, "row", f"{len(row)} cells, and there are {len(names)} columns", "Look at its commas.")
    cells = {name: unguarded(cell.strip()) for name, cell in zip(names, row, strict=False)}
    item, what, unit, day = cells.get("item", ""), cells.get("what", ""), cells.get("unit", ""), cells.get("day", "")
    if not item or len(item) > MOST_WORDS or len(what) > MOST_WORDS:
        raise _refused(number, "item", "a name of 1 to 200 letters is wanted", "Name the item of the catalogue.")
    if unit not in UNITS:
        raise _refused(number, "unit", f"there is no unit {unit[:20]!r}", f"Units: {', '.join(UNITS)}.")
    if day and not _is_day(day):
        raise _refused(number, "day", f"{day[:20]!r} is no day", "Write it as 2026-11-28.")
    stock = cells.get("in_stock", "").lower()
    if stock not in _YES_NO:
        raise _refused(number, "in_stock", "yes or no is wanted", "Leave it empty for yes.")
    size = _number(number, "size", cells.get("size", ""), 1.0)
    if not LEAST_SIZE <= size <= MOST_SIZE:
        raise _refused(number, "size", f"it is not from {LEAST_SIZE:g} to {MOST_SIZE:g}", "What one stick, reel or pack holds.")
    price = _number(number, "price", cells.get("price", ""), None)
    least, cut_fee = (_number(number, name, cells.get(name, ""), 0.0) for name in ("least", "cut_fee"))
    return BookLine(item, what, unit, size, price, least, day, _YES_NO[stock], cut_fee)


def _is_day(text: str) -> bool:
    """Whether a text is a day that there is: no thirtieth of February."""
    if not _DAY.match(text):
        return False
    try:
        date.fromisoformat(text)
    except ValueError:
        return False
    return True


def _number(number: int, column: str, text: str, empty: float | None) -> float:
    if not text and empty is not None:
        return empty
    if not _FIGURE.match(text):
        raise _refused(number, column, f"{text[:20]!r} is no number", "Write it with a point, for example 12.50.")
    value = float(text)
    if not isfinite(value) or not 0 <= value <= MOST_MONEY:
        raise _refused(number, column, f"{text[:20]} is not from 0 to {MOST_MONEY:g}", "Look at it again.")
    return value
