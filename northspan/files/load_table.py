"""A load library as CSV, in and out."""

from __future__ import annotations

from collections.abc import Iterable

from pydantic import ValidationError

from northspan.core.document.job import LibraryLoad
from northspan.core.topics.loads.library import load_from_row
from northspan.core.working.errors import InvalidJob
from northspan.files.csv_rows import csv_text, guarded, refused_row, unguarded, without_remarks

COLUMNS = ("name", "kind", "power_va", "across", "uses_neutral", "continuous",
           "horsepower", "duty_percent", "alternates", "shed_order", "starting_a", "outlet_a", "watches_neutral",
           "least_circuit_a", "largest_device_a", "with_heat")  # fmt: skip
MOST_ROWS = 500


def write_loads(loads: Iterable[LibraryLoad]) -> str:
    """Write loads as CSV, a row each.

    Parameters
    ----------
    loads : iterable of LibraryLoad
        The loads. [-]
    """
    found = [load.model_dump(mode="json", include=set(COLUMNS)) for load in loads]
    return csv_text([COLUMNS, *([_cell(cells[name]) for name in COLUMNS] for cells in found)])


def read_loads(text: str) -> tuple[LibraryLoad, ...]:
    """Read loads from CSV with a header row; lines that begin with # are remarks.

    Parameters
    ----------
    text : str
        The file. [-]

    Raises
    ------
    InvalidJob
        If a column is unknown, a cell is wrong, or there are too many rows; the line is named.
    """
    names, rows = without_remarks(text)
    unknown = sorted({name for name in names if name not in COLUMNS})
    if unknown or "name" not in names:
        words = f"the file has a column {unknown[0]}." if unknown else "the file has no column name."
        raise InvalidJob("/csv", words, f"Columns: {', '.join(COLUMNS)}.")
    loads: list[LibraryLoad] = []
    for number, row in enumerate(rows, 1):
        if number > MOST_ROWS:
            raise InvalidJob("/csv", f"the file has more than {MOST_ROWS} loads.", "Split it.")
        try:
            loads.append(load_from_row({key: unguarded(value) for key, value in row.items()}))
        except ValidationError as error:
            raise refused_row("load", number, error) from error
    return tuple(loads)


def _cell(value: object) -> str:
    if isinstance(value, bool):
        return "yes" if value else ""
    if isinstance(value, float):
        return f"{value:.15g}"  # a figure, not a text: a sign in front of it starts no formula
    return guarded("" if value is None else str(value))
