"""The circuits of a panel as CSV, in and out: a directory that a spreadsheet opens, and a list that was made on one."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from pydantic import ValidationError

from northspan.core.case.slots import circuits_in
from northspan.core.document.job import Job, PanelCircuit
from northspan.core.document.job.part import fresh_key
from northspan.core.document.plan.panel import PanelPlan
from northspan.core.working.errors import InvalidJob
from northspan.files.csv_rows import csv_text, guarded, refused_row, unguarded, without_remarks

COLUMNS = ("slots", "half", "name", "rating_a", "size", "metal", "protects", "residual_ma", "serves", "use", "known", "status")
MOST_ROWS, MOST_POLES = 168, 3
HEADINGS = {
    "slots": {"slot", "space", "spaces", "way", "ways", "circuit", "circuits", "circuit no", "circuit number", "no", "number", "ckt"},
    "half": {"half size"},
    "name": {"description", "load", "feeds", "designation", "circuit description", "directory", "label", "what", "circuit name"},
    "rating_a": {"amps", "a", "amp", "amperes", "breaker", "device", "rating", "breaker size", "trip", "in", "rating a", "breaker amps"},
    "size": {"wire", "wire size", "conductor", "cable", "awg", "mm", "csa", "cable size"},
    "metal": {"material"}, "protects": {"protection"}, "residual_ma": {"rcd", "rcd ma", "residual"},
    "serves": {"room", "area", "location"}, "use": {"type"}, "known": {"traced"}, "status": {"state"},
}  # fmt: skip
_CHOSEN = ("half", "metal", "protects", "serves", "use", "known", "status")
_OF_A_RUN = frozenset({"name", "rating_a", "size", "metal"})  # a run in a panel is written with them and keeps its own


def write_circuits(job: Job, plan: PanelPlan) -> str:
    """Write the circuits of a panel as CSV, in the order of their slots; a run in it by its name, its device and its wire.

    Parameters
    ----------
    job : Job
        The job. [-]
    plan : PanelPlan
        Its panel. [-]
    """
    rows = []
    for one in sorted(plan.circuits, key=lambda circuit: (circuit.slots or (999,), circuit.half)):
        cells = job.circuits[one.id].model_dump(mode="json", include=set(COLUMNS))
        if one.run:
            cells |= {"name": one.name, "rating_a": one.rating_a}
        cells["slots"] = " ".join(str(slot) for slot in one.slots)
        rows.append([guarded("" if cells[name] is None else str(cells[name])) for name in COLUMNS])
    return csv_text([COLUMNS, *rows])


@dataclass(frozen=True, slots=True)
class RowRead:
    """A row as it would be taken in: its number, its circuit, and what it is: new, changed, or as it is."""

    number: int
    slots: tuple[int, ...]
    name: str
    rating_a: float | None
    what: str


@dataclass(frozen=True, slots=True)
class CircuitsRead:
    """What was read of a list: rows that can be taken in, those that cannot and why, columns that nobody knows, and the edits."""

    rows: tuple[RowRead, ...]
    refused: tuple[tuple[int, str], ...]
    ignored: tuple[str, ...]
    edits: tuple[dict[str, Any], ...]


def read_circuits(job: Job, panel: str, text: str, tail: Callable[[], str] = str) -> CircuitsRead:
    """Read circuits from a list with a header row, as it comes: with commas, semicolons or tabs, and headings of many kinds.

    Parameters
    ----------
    job : Job
        The job. [-]
    panel : str
        Id of the panel. [-]
    text : str
        The file. [-]
    tail : callable
        Makes the tails of new ids. [-]

    Raises
    ------
    InvalidJob
        If there is no such panel, no column says where a circuit stands, or there are too many rows.

    Notes
    -----
    A row whose slots are those of a circuit that is there changes that circuit; every other row is a new one. What is the same
    as before is no edit.
    """
    enclosure = job.enclosures.get(panel)
    if enclosure is None:
        raise InvalidJob("/panel", f"there is no panel {panel}.", "Name an enclosure.")
    names, rows = without_remarks(text)
    column = {name: known for name in names if (known := _column(name))}
    if "slots" not in column.values():
        said = ", ".join(names) or "none"
        raise InvalidJob("/csv", f"no column says where a circuit stands. Columns: {said}.", "Name one slots, or circuit number.")
    if len(rows) > MOST_ROWS:
        raise InvalidJob("/csv", f"the file has more than {MOST_ROWS} circuits.", "A panel has fewer.")
    step = enclosure.layout.columns if enclosure.layout else len((1, 2))
    there = {(one.slots, one.half): key for key, one in circuits_in(job, panel).items() if one.slots}
    taken, edits, found, refused = set(job.circuits), list[dict[str, Any]](), list[RowRead](), list[tuple[int, str]]()
    for number, row in enumerate(rows, 1):
        try:
            read = PanelCircuit.model_validate(_cells(row, column, step) | {"enclosure": panel})
        except ValidationError as error:
            refused.append((number, refused_row("circuit", number, error).wrong))
            continue
        key = there.get((read.slots, read.half)) or fresh_key("W", taken, tail())
        taken.add(key)
        kept, value = job.circuits.get(key), read.model_dump(mode="json")
        if kept is not None:
            given = {name: value[name] for name in column.values() if name not in _OF_A_RUN or kept.run is None}
            value = kept.model_dump(mode="json") | given
        same = kept is not None and value == kept.model_dump(mode="json")
        found.append(RowRead(number, read.slots, read.name, read.rating_a, "as it is" if same else "changed" if kept else "new"))
        if not same:
            edits.append({"op": "add", "path": f"/circuits/{key}", "value": value})
    return CircuitsRead(tuple(found), tuple(refused), tuple(name for name in names if name and name not in column), tuple(edits))


def _column(heading: str) -> str | None:
    """The column that a heading means, however it is written."""
    plain = re.sub(r"[^a-z]+", " ", heading.lower()).strip()
    return next((column for column, words in HEADINGS.items() if plain == column.replace("_", " ") or plain in words), None)


def _cells(row: dict[str, str], column: dict[str, str], step: int) -> dict[str, Any]:
    cells: dict[str, Any] = {
        column[key]: cell for key, value in row.items() if key in column and value and (cell := unguarded(value).strip())
    }
    cells |= _stands(str(cells.get("slots", "")), step)
    amperes = re.fullmatch(r"([\d.,]+)\s*(a|amp|amps|ampere|amperes)?\.?", str(cells.get("rating_a", "")), re.IGNORECASE)
    if amperes:
        cells["rating_a"] = amperes[1].replace(",", ".")
    if "size" in cells:
        cells["size"] = re.sub(r"\s*(awg|mm²|mm2|kcmil)\b.*|^\s*(#|no\.?)\s*", "", str(cells["size"]), flags=re.IGNORECASE).replace(
            ",", "."
        )
    return cells | {name: str(cells[name]).lower().replace(" ", "_") for name in _CHOSEN if name in cells}


def _stands(cell: str, step: int) -> dict[str, Any]:
    """Slots as people write them: 10, 12; 10-12; 10/12; 13a for half of one. From one to another are the poles of one device."""
    half = re.search(r"\d\s*([ab])\b", cell, re.IGNORECASE)
    numbers = [int(one) for one in re.findall(r"\d+", cell)]
    through = re.fullmatch(r"\s*(\d+)\s*[-–]\s*(\d+)\s*", cell)
    if through and 0 < numbers[1] - numbers[0] <= MOST_POLES * step and (numbers[1] - numbers[0]) % step == 0:
        numbers = list(range(numbers[0], numbers[1] + 1, step))
    return {"slots": numbers} | ({"half": half[1].lower()} if half else {})
