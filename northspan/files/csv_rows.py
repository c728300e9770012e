"""What every CSV that comes in shares: remarks left out, and an error that names row and column."""

from __future__ import annotations

import csv

from pydantic import ValidationError

from northspan.core.errors import InvalidJob


def without_remarks(text: str) -> csv.DictReader[str]:
    """Read CSV with a header row; empty lines and lines that begin with # are left out.

    Parameters
    ----------
    text : str
        The file. [-]
    """
    return csv.DictReader([line for line in text.splitlines() if line.strip() and not line.startswith("#")])


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
    return InvalidJob(f"/csv/{number}/{column}", f"{what} {number}, {column}: {first['msg']}.")
