"""The circuits of a panel as CSV, in and out: a directory that a spreadsheet opens, and a list that was made on one."""

from __future__ import annotations

import csv
from collections.abc import Callable
from io import StringIO
from typing import Any

from pydantic import ValidationError

from northspan.core.case.slots import circuits_in
from northspan.core.document.job import Job, PanelCircuit
from northspan.core.document.job.part import fresh_key
from northspan.core.document.plan.panel import PanelPlan
from northspan.core.working.errors import InvalidJob
from northspan.files.csv_rows import guarded, refused_row, unguarded, without_remarks

COLUMNS = ("slots", "half", "name", "rating_a", "size", "metal", "protects", "residual_ma", "serves", "use", "known", "status")
MOST_ROWS = 168


def write_circuits(job: Job, plan: PanelPlan) -> str:
    """Write the circuits of a panel as CSV, in the order of their slots; a run in it by its name, its device and its wire.

    Parameters
    ----------
    job : Job
        The job. [-]
    plan : PanelPlan
        Its panel. [-]
    """
    out = StringIO()
    writer = csv.DictWriter(out, COLUMNS, lineterminator="\n")
    writer.writeheader()
    for one in sorted(plan.circuits, key=lambda circuit: (circuit.slots or (999,), circuit.half)):
        cells = job.circuits[one.id].model_dump(mode="json", include=set(COLUMNS))
        if one.run:
            cells |= {"name": one.name, "rating_a": one.rating_a}
        cells["slots"] = " ".join(str(slot) for slot in one.slots)
        writer.writerow({key: guarded("" if value is None else str(value)) for key, value in cells.items()})
    return out.getvalue()


def circuit_edits(job: Job, panel: str, text: str, tail: Callable[[], str] = str) -> list[dict[str, Any]]:
    """Read circuits from CSV with a header row, and give the edit that puts them into a panel, beside what is there.

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
        If there is no such panel, a column is unknown, a cell is wrong, or there are too many rows; the line is named.

    Notes
    -----
    A row whose slots are those of a circuit that is there changes that circuit; every other row is a new one.
    """
    if panel not in job.enclosures:
        raise InvalidJob("/panel", f"there is no panel {panel}.", "Name an enclosure.")
    names, rows = without_remarks(text)
    unknown = sorted({name for name in names if name not in COLUMNS})
    if unknown or "slots" not in names:
        words = f"the file has a column {unknown[0]}." if unknown else "the file has no column slots."
        raise InvalidJob("/csv", words, f"Columns: {', '.join(COLUMNS)}.")
    there = {(one.slots, one.half): key for key, one in circuits_in(job, panel).items() if one.slots}
    taken, edits = set(job.circuits), []
    for number, row in enumerate(rows, 1):
        if number > MOST_ROWS:
            raise InvalidJob("/csv", f"the file has more than {MOST_ROWS} circuits.", "A panel has fewer.")
        cells: dict[str, Any] = {key: cell for key, value in row.items() if key and value and (cell := unguarded(value).strip())}
        cells["slots"] = cells.get("slots", "").replace(",", " ").split()
        try:
            read = PanelCircuit.model_validate(cells | {"enclosure": panel})
        except ValidationError as error:
            raise refused_row("circuit", number, error) from error
        key = there.get((read.slots, read.half)) or fresh_key("W", taken, tail())
        taken.add(key)
        kept = job.circuits.get(key)
        value = read.model_dump(mode="json")
        if kept is not None:
            changed = {name: value[name] for name in COLUMNS if name in names}
            value = kept.model_dump(mode="json") | changed
        edits.append({"op": "add", "path": f"/circuits/{key}", "value": value})
    return edits
