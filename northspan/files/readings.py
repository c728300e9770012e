"""Readings of an earth tester as CSV, as instruments write them: two or three columns with a header."""

from __future__ import annotations

from typing import TypeVar

from pydantic import ValidationError

from northspan.core.document.job import FallReading, FourPinReading
from northspan.core.working.errors import InvalidJob
from northspan.files.csv_rows import refused_row, without_remarks

MOST_ROWS = 60
Reading = TypeVar("Reading", FourPinReading, FallReading)


def read_four_pin(text: str) -> tuple[FourPinReading, ...]:
    """Read four-pin readings: columns spacing_m, shown_ohm and, if noted, pin_m.

    Parameters
    ----------
    text : str
        The file. [-]

    Raises
    ------
    InvalidJob
        With the line and the column that are wrong.
    """
    return tuple(_checked(FourPinReading, row, number) for number, row in _rows(text, ("spacing_m", "shown_ohm"), ("pin_m",)))


def read_fall(text: str) -> tuple[FallReading, ...]:
    """Read a fall-of-potential log: columns distance_m and shown_ohm.

    Parameters
    ----------
    text : str
        The file. [-]

    Raises
    ------
    InvalidJob
        With the line and the column that are wrong.
    """
    return tuple(_checked(FallReading, row, number) for number, row in _rows(text, ("distance_m", "shown_ohm"), ()))


def write_readings(columns: tuple[str, ...], rows: list[tuple[float, ...]]) -> str:
    """Write readings as CSV.

    Parameters
    ----------
    columns : tuple of str
        Header. [-]
    rows : list of tuple
        Figures, a row each. [units of the columns]
    """
    return "\n".join([",".join(columns), *(",".join(f"{value:g}" for value in row) for row in rows)]) + "\n"


def _rows(text: str, needed: tuple[str, ...], more: tuple[str, ...]) -> list[tuple[int, dict[str, str]]]:
    names, found = without_remarks(text)
    if any(name not in names for name in needed):
        raise InvalidJob(
            "/csv", f"the file has no column {next(n for n in needed if n not in names)}.", f"Columns: {', '.join((*needed, *more))}."
        )
    rows = [{k: v.strip() for k, v in row.items() if v.strip() and k in (*needed, *more)} for row in found]
    if not rows or len(rows) > MOST_ROWS:
        raise InvalidJob("/csv", f"the file has {len(rows)} readings.", f"From 1 to {MOST_ROWS}.")
    return list(enumerate(rows, 1))


def _checked(model: type[Reading], row: dict[str, str], number: int) -> Reading:
    try:
        return model.model_validate(row)
    except ValidationError as error:
        raise refused_row("reading", number, error) from error
