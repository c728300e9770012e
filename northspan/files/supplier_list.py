"""A supplier's own price list, as it comes: which column is what, what a price is for, and whose part number is which of our goods."""

from __future__ import annotations

import csv
import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from io import StringIO
from math import isfinite

from northspan.core.document.price_book import BookLine, PriceBook
from northspan.core.document.supplier_list import Basis, ListColumns, Match, Meaning
from northspan.core.rulebooks.amounts import FOOT_M
from northspan.core.working.errors import InvalidJob
from northspan.files.csv_rows import refuse_no_text, separator_of, unguarded
from northspan.files.list_words import HOLDS, basis_of, meaning_of
from northspan.files.price_table import MOST_MONEY, MOST_ROWS

MOST_UNITS = 60
_LENGTH = re.compile(r"([0-9][0-9.,]*)\s*(m|mtr|metres?|meters?|ft|feet|foot|')(?![a-z])", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class Offered:
    """A line of his list: by what he knows it, his words, and what it costs, for what."""

    number: int
    part: str
    words: str
    line: BookLine


@dataclass(frozen=True, slots=True)
class ListRead:
    """What was read of a list: how, a few rows as they stand, what he offers, what cannot be read, and the units that he writes."""

    columns: ListColumns
    names: tuple[str, ...]
    sample: tuple[tuple[str, ...], ...]
    offered: tuple[Offered, ...]
    refused: tuple[tuple[int, str], ...]
    units: tuple[str, ...]


def read_list(text: str, columns: ListColumns | None, *, feet: bool = False) -> ListRead:
    """Read a supplier's list; the columns are guessed by their headings where nobody chose them.

    Parameters
    ----------
    text : str
        The file: commas, semicolons or tabs. [-]
    columns : ListColumns or None
        How it is read. [-]
    feet : bool
        Whether a length without a unit is in feet, where nobody chose. [-]

    Raises
    ------
    InvalidJob
        If it is no table, has too many rows, or a chosen column is not there.
    """
    names, rows = _table(text)
    chosen = columns or _guessed(names, rows).model_copy(update={"feet": feet})
    gone = next((name for name in chosen.headings.values() if name not in names), None)
    if gone is not None:
        raise InvalidJob("/columns", f"the list has no column “{gone}”.", f"Columns: {', '.join(names)}.")
    at = {meaning: names.index(name) for meaning, name in chosen.headings.items()}
    offered, refused = list[Offered](), list[tuple[int, str]]()
    if "price" in at and ("part" in at or "words" in at):
        for number, row in rows:
            cells = {meaning: unguarded(row[i].strip()) if i < len(row) else "" for meaning, i in at.items()}
            try:
                offered.append(_offered(number, cells, chosen))
            except ValueError as wrong:
                refused.append((number, str(wrong)))
    units = dict.fromkeys(row[at["unit"]].strip() for _, row in rows if at["unit"] < len(row)) if "unit" in at else {}
    return ListRead(chosen, names, tuple(tuple(row) for _, row in rows[:6]), tuple(offered), tuple(refused), tuple(units)[:MOST_UNITS])


def matched(read: ListRead, matches: Mapping[str, Match], book: PriceBook) -> tuple[PriceBook, tuple[Offered, ...]]:
    """Make a price book of what is known in a list, and give the rest, kept for matching.

    Parameters
    ----------
    read : ListRead
        The list. [money]
    matches : mapping of str to Match
        His part numbers, or his words where he has none, and our goods. [-]
    book : PriceBook
        The book to fill: the supplier, his currency, what a drive there costs. [money]
    """
    known: dict[tuple[str, str, str, float], BookLine] = {}
    unknown: list[Offered] = []
    for one in read.offered:
        goods = matches.get(key_of_line(one))
        if goods is None:
            unknown.append(one)
            continue
        line = BookLine(goods.item, goods.what, one.line.unit, one.line.size, one.line.price, one.line.least, one.line.day,
                        one.line.in_stock, one.line.cut_fee)  # fmt: skip
        key = (line.item, line.what.lower(), line.unit, line.size)
        if key not in known or line.price < known[key].price:  # two of his for one of ours: the cheaper
            known[key] = line
    return replace(book, lines=tuple(known.values())), tuple(unknown)


def key_of_line(one: Offered) -> str:
    """Say by what a line is known again: its part number, else its words.

    Parameters
    ----------
    one : Offered
        The line. [-]
    """
    return one.part.casefold() or " ".join(one.words.casefold().split())


def heading_of(text: str) -> tuple[str, ...]:
    """Give the headings of a list.

    Parameters
    ----------
    text : str
        The file. [-]
    """
    return _table(text)[0]


def _table(text: str) -> tuple[tuple[str, ...], list[tuple[int, list[str]]]]:
    refuse_no_text(text)
    text = text.lstrip("\ufeff")
    reader = csv.reader(StringIO(text, newline=""), delimiter=separator_of(text))
    try:
        rows = [(reader.line_num, row) for row in reader if any(cell.strip() for cell in row)]
    except csv.Error as error:
        raise InvalidJob("/csv", f"line {reader.line_num} cannot be read as CSV: {error}.", "Look at its quotes.") from error
    if len(rows) < 2:  # noqa: PLR2004 - a heading and a price
        raise InvalidJob("/csv", "the file has no prices.", "A row of headings comes first, then a row for each price.")
    if len(rows) > MOST_ROWS:
        raise InvalidJob("/csv", f"the file has more than {MOST_ROWS} prices.", "Split it.")
    names = tuple(cell.strip() or f"column {i}" for i, cell in enumerate(rows[0][1], 1))
    if len(set(names)) < len(names):
        names = tuple(f"{name} ({i})" if names.count(name) > 1 else name for i, name in enumerate(names, 1))
    return names, rows[1:]


def _guessed(names: tuple[str, ...], rows: list[tuple[int, list[str]]]) -> ListColumns:
    headings: dict[Meaning, str] = {}
    for name in names:
        meaning = meaning_of(name)
        if meaning is not None:
            headings.setdefault(meaning, name)
    price = names.index(headings["price"]) if "price" in headings else -1
    cells = [row[price] for _, row in rows[:500] if 0 <= price < len(row)]
    commas = _count(cells, r",[0-9]{1,2}[^0-9]*$") + _count(cells, r"[0-9]\.[0-9]{3},")
    points = _count(cells, r"\.[0-9]{1,2}[^0-9]*$") + _count(cells, r"[0-9],[0-9]{3}\.")
    return ListColumns(headings=headings, decimal="," if commas > points else ".")


def _count(cells: list[str], pattern: str) -> int:
    return len([one for one in cells if re.search(pattern, one.strip())])


def _offered(number: int, cells: Mapping[Meaning, str], columns: ListColumns) -> Offered:
    part, words = cells.get("part", "")[:200], cells.get("words", "")[:200]
    if not part and not words:
        raise ValueError("it has neither a part number nor words")
    said = cells.get("unit", "")
    basis = columns.bases.get(said) or (basis_of(said, feet=columns.feet) if said else columns.basis)
    if basis is None:
        raise ValueError(f"nobody knows what a price per “{said[:20]}” is for")
    unit, of = HOLDS[basis]
    size = 1.0
    if unit in {"stick", "reel", "pack"}:
        size = _size(unit, cells.get("size", "") or words, columns)
    day = cells.get("day", "")
    line = BookLine(
        part or words, "", unit, size, _number(cells.get("price", ""), columns, "price") / of,
        _number(cells.get("least", ""), columns, "least", empty=0.0), day if re.fullmatch(r"[0-9]{4}-[0-9]{2}-[0-9]{2}", day) else "",
        cells.get("stock", "").lower() not in {"0", "no", "n", "out", "none", "out of stock"},
        _number(cells.get("cut_fee", ""), columns, "cut fee", empty=0.0),
    )  # fmt: skip
    return Offered(number, part, words, line)


def _size(unit: str, text: str, columns: ListColumns) -> float:
    """How much one holds: a length for a stick or a reel, pieces for a pack. [m or -]"""
    length = _LENGTH.search(text)
    if unit != "pack" and length:
        value = _number(length[1], columns, "size")
        return value * (FOOT_M if length[2].lower()[:1] in {"f", "'"} else 1.0)
    if not re.fullmatch(r"[0-9.,]+", text.strip()):
        raise ValueError(f"what a {unit} holds is not said")
    return _number(text, columns, "size") * (FOOT_M if columns.feet and unit != "pack" else 1.0)


def _number(text: str, columns: ListColumns, what: str, empty: float | None = None) -> float:
    if re.search(r"[0-9][^0-9.,' ]+[0-9]", text):
        raise ValueError(f"its {what}, “{text[:20]}”, is no number")
    digits = re.sub(r"[^0-9.,-]", "", text)
    if not digits and empty is not None:
        return empty
    group = "," if columns.decimal == "." else "."
    try:
        value = float(digits.replace(group, "").replace(columns.decimal, "."))
    except ValueError:
        raise ValueError(f"its {what}, “{text[:20]}”, is no number") from None
    least = 0.0 if what in {"least", "cut fee"} else 1e-9
    if not isfinite(value) or not least <= value <= MOST_MONEY:
        raise ValueError(f"its {what}, {text[:20]}, is not above 0" if value <= 0 else f"its {what}, {text[:20]}, is too large")
    return value


def shown_units(read: ListRead) -> Iterator[tuple[str, Basis | None]]:
    """List each unit that he writes, with what it is taken for.

    Parameters
    ----------
    read : ListRead
        The list. [-]
    """
    for said in read.units:
        yield said, read.columns.bases.get(said) or (basis_of(said, feet=read.columns.feet) if said else read.columns.basis)
