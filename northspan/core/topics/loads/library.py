"""The load library that comes with the program: typical loads to start from, which a person may add to."""

from __future__ import annotations

import csv
from functools import cache
from importlib.resources import files

from northspan.core.document.job import LibraryLoad

_YES = {"yes": True, "": False}
_FLAGS = ("uses_neutral", "continuous", "watches_neutral", "with_heat")


@cache
def standard_loads(library: str) -> tuple[LibraryLoad, ...]:
    """List the loads that come with the program.

    Parameters
    ----------
    library : str
        Which of its libraries, as a rulebook names it. [-]

    Raises
    ------
    pydantic.ValidationError
        If the packaged file is broken.
    """
    text = files("northspan.core.topics.loads").joinpath(f"loads_{library}.csv").read_text(encoding="utf-8")
    lines = [line for line in text.splitlines() if not line.startswith("#")]
    return tuple(load_from_row(row) for row in csv.DictReader(lines))


def load_from_row(row: dict[str, str]) -> LibraryLoad:
    """Read a load from a row of a table of loads; cells left empty take what is usual.

    Parameters
    ----------
    row : dict
        Column to cell, all text. [units in the column names]

    Raises
    ------
    pydantic.ValidationError
        If a cell is wrong.
    """
    cells = {key: value.strip() for key, value in row.items() if key and value is not None and value.strip()}
    flags = {key: _YES.get(cells[key].lower(), cells[key]) for key in _FLAGS if key in cells}
    return LibraryLoad.model_validate(cells | flags)
