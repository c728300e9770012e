"""What every CSV that comes in shares: remarks left out, and an error that names row and column."""

from __future__ import annotations

import csv
from collections.abc import Iterable
from io import StringIO
from typing import Any

from pydantic import ValidationError

from northspan.core.document.limits import said
from northspan.core.working.errors import InvalidJob

FORMULA_SIGNS = frozenset("=+-@\t\r\n\uff1d\uff0b\uff0d\uff20#'")  # a spreadsheet takes what begins so for a formula; # is a remark here


def guarded(text: str) -> str:
    r"""Write a text so that no spreadsheet takes it for a formula, and no reader for a remark.

    Parameters
    ----------
    text : str
        A cell. [-]

    Examples
    --------
    >>> guarded("=1+1"), guarded("\tpump"), guarded("Kiln")
    ("'=1+1", "'\tpump", 'Kiln')
    """
    return f"'{text}" if text[:1] in FORMULA_SIGNS and text else text


def unguarded(text: str) -> str:
    """Read a text that was written with a guard.

    Parameters
    ----------
    text : str
        A cell. [-]

    Examples
    --------
    >>> unguarded("'=1+1"), unguarded("'tis")
    ('=1+1', "'tis")
    """
    return text[1:] if text[:1] == "'" and text[1:2] in FORMULA_SIGNS and text[1:2] else text


class _Passed:
    """Takes what a writer writes, and gives it back."""

    def write(self, text: str) -> str:
        return text


def csv_text(rows: Iterable[Iterable[str]]) -> str:
    r"""Write rows as CSV; a return inside a cell is quoted as a line feed is, so that it comes back as it was.

    Parameters
    ----------
    rows : iterable of rows
        Their cells, guarded where they are texts of people. [-]

    Examples
    --------
    >>> csv_text([("name", "a"), ("two\rlines", "1")])
    'name,a\n"two\rlines",1\n'
    """
    writer: Any = csv.writer(_Passed(), lineterminator="\r\n")  # a writer quotes what its own line ends have in them
    return "".join(f"{writer.writerow(row)[:-2]}\n" for row in rows)


def refuse_no_text(text: str) -> None:
    """Refuse a file that is no text.

    Parameters
    ----------
    text : str
        The file. [-]

    Raises
    ------
    InvalidJob
        If there is a null in it, or letters were lost.
    """
    if "\x00" in text or "\ufffd" in text:
        raise InvalidJob("/csv", "the file is not written in UTF-8.", "Save it again as CSV, UTF-8.")


def separator_of(text: str) -> str:
    r"""Say what parts the cells of a table: a comma, or a semicolon or tab where the header has more of them.

    Parameters
    ----------
    text : str
        The file. [-]

    Examples
    --------
    >>> [separator_of(text) for text in ("a,b", "a;b;c", "# by hand, in May\na\tb")]
    [',', ';', '\t']
    """
    header = next((line for line in text.splitlines() if line.strip() and not line.startswith("#")), "")
    return max(",;\t", key=header.count)


def without_remarks(text: str) -> tuple[tuple[str, ...], list[dict[str, str]]]:
    """Read CSV with a header row; empty lines and lines that begin with # are left out.

    Parameters
    ----------
    text : str
        The file. [-]

    Returns
    -------
    tuple
        Names of the columns, and the rows by column; cells beyond the last column are left out.

    Raises
    ------
    InvalidJob
        If it is no CSV: a cell without end or larger than any.
    """
    refuse_no_text(text)
    text = text.lstrip("\ufeff")
    try:
        found = csv.reader(StringIO(text, newline=""), delimiter=separator_of(text))
        rows = [row for row in found if any(row) and not row[0].startswith("#")]
    except csv.Error as error:
        raise InvalidJob("/csv", f"the file cannot be read as CSV: {error}.", "Save it again as CSV with commas.") from error
    if not rows:
        return (), []
    names = tuple(name.strip() for name in rows[0])
    return names, [dict(zip(names, row, strict=False)) for row in rows[1:]]


def refused_row(what: str, number: int, error: ValidationError) -> InvalidJob:
    """Word the refusal of a row by its number and its first wrong column.

    Parameters
    ----------
    what : str
        What a row is: load, reading. [-]
    number : int
        Of the row, from 1. [-]
    error : ValidationError
        What is wrong with it. [-]
    """
    first = error.errors(include_url=False)[0]
    column = str(first["loc"][0]) if first["loc"] else "row"
    words = said(first["type"], first.get("ctx", {}), column, feet=False).rstrip(".") or first["msg"]
    return InvalidJob(f"/csv/{number}/{column}", f"{what} {number}, {column}: {words}.")
