"""The one loader of packaged tables: checks a table while reading it, and refuses a broken one."""

from __future__ import annotations

import csv
from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache
from importlib.resources import files

from northspan.core.working.errors import OutsideTable

_NEEDED = ("edition", "table", "title", "rounding", "transcribed", "checked", "key")


class BrokenTable(Exception):
    """A packaged table is wrong: file, line and column are in the message. The program does not start."""


@dataclass(frozen=True)
class Table:
    """A table as printed: header facts and rows keyed by the key columns."""

    file: str
    facts: dict[str, str]
    columns: tuple[str, ...]
    rows: dict[str, dict[str, str]]

    @property
    def citation(self) -> str:
        """Name of the table, as cited beside an answer."""
        name = self.facts["table"]
        return name if name.startswith(("Chapter", "240", "250.32")) else f"Table {name}"

    def number(self, key: str, column: str) -> float:
        """Read one figure, refusing a missing row or an empty cell.

        Parameters
        ----------
        key : str
            Row. [-]
        column : str
            Column. [-]

        Raises
        ------
        OutsideTable
            If there is no such row, or the cell is empty.
        """
        text = self.text(key, column)
        return float(text)

    def text(self, key: str, column: str) -> str:
        """Read one cell as text, refusing a missing row or an empty cell.

        Parameters
        ----------
        key : str
            Row. [-]
        column : str
            Column. [-]

        Raises
        ------
        OutsideTable
            If there is no such row, or the cell is empty.
        """
        cell = self.rows.get(key, {}).get(column, "")
        if not cell:
            filled = [k for k, row in self.rows.items() if row.get(column)]
            nearest = f"its {column} column runs from {filled[0]} to {filled[-1]}" if filled else "no such column"
            raise OutsideTable(self.citation, f"{key}, {column}", nearest)
        return cell

    def has(self, key: str, column: str) -> bool:
        """Tell whether the cell is filled.

        Parameters
        ----------
        key : str
            Row. [-]
        column : str
            Column. [-]
        """
        return bool(self.rows.get(key, {}).get(column))

    def keys_with(self, column: str) -> tuple[str, ...]:
        """List the rows in which a column is filled, in the table's order.

        Parameters
        ----------
        column : str
            Column. [-]
        """
        return tuple(key for key, row in self.rows.items() if row.get(column))


@cache
def table(package: str, file: str) -> Table:
    """Load a table from a rulebook's package and check it.

    Parameters
    ----------
    package : str
        Package whose `tables` folder holds the file. [-]
    file : str
        File name. [-]

    Raises
    ------
    BrokenTable
        If header, columns, keys, figures or order are wrong.
    """
    text = files(package).joinpath("tables", file).read_text(encoding="utf-8")
    return read_table(file, text)


def read_table(file: str, text: str) -> Table:
    """Read and check a table's text.

    Parameters
    ----------
    file : str
        File name, for messages. [-]
    text : str
        Header lines `#key: value`, then CSV. [-]

    Raises
    ------
    BrokenTable
        If header, columns, keys, figures or order are wrong.
    """
    lines = text.splitlines()
    facts = dict(_header(file, lines))
    for name in _NEEDED:
        if name not in facts:
            message = f"{file}: header lacks #{name}"
            raise BrokenTable(message)
    start = len([line for line in lines if line.startswith("#")])
    reader = csv.DictReader(lines[start:], restkey="surplus")
    columns = tuple(reader.fieldnames or ())
    keys = facts["key"].split()
    rows: dict[str, dict[str, str]] = {}
    for number, row in enumerate(reader, start + 2):
        if None in row.values() or "surplus" in row:
            message = f"{file}, line {number}: wrong number of columns"
            raise BrokenTable(message)
        key = " ".join(row[name] for name in keys)
        if key in rows:
            message = f"{file}, line {number}: {key} stands twice"
            raise BrokenTable(message)
        rows[key] = row
    _check_units(file, facts, columns)
    for direction in ("rising", "falling"):
        for column in facts.get(direction, "").split():
            _check_order(file, rows, column, direction, tolerant=column in facts.get("tolerant", "").split())
    return Table(file, facts, columns, rows)


def _header(file: str, lines: list[str]) -> Iterator[tuple[str, str]]:
    for number, line in enumerate(lines, 1):
        if line.startswith("#"):
            name, colon, value = line[1:].partition(":")
            if not colon:
                message = f"{file}, line {number}: header line without a colon"
                raise BrokenTable(message)
            yield name.strip(), value.strip()


def _check_units(file: str, facts: dict[str, str], columns: tuple[str, ...]) -> None:
    if "unit others" in facts:
        return
    for column in columns:
        if f"unit {column}" not in facts and column not in {"band", "source"}:
            message = f"{file}: column {column} has no unit in the header"
            raise BrokenTable(message)


def _check_order(file: str, rows: dict[str, dict[str, str]], column: str, direction: str, *, tolerant: bool) -> None:
    """Figures must rise or fall from row to row; gaps may only stand at either end."""
    before: float | None = None
    ended = False
    for key, row in rows.items():
        cell = row.get(column, "")
        if not cell:
            ended = before is not None
            continue
        if ended:
            message = f"{file}, row {key}, column {column}: figure after a gap"
            raise BrokenTable(message)
        try:
            value = float(cell)
        except ValueError as error:
            message = f"{file}, row {key}, column {column}: {cell} is not a figure"
            raise BrokenTable(message) from error
        slack = 0.05 if tolerant else 0.0
        wrong = before is not None and (value < before if direction == "rising" else value > before * (1 + slack))
        if wrong:
            message = f"{file}, row {key}, column {column}: {value} breaks the {direction} order after {before}"
            raise BrokenTable(message)
        before = value
