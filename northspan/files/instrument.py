"""What a test instrument writes: one reading a line, the part by its name or by its place in the job."""

from __future__ import annotations

from pydantic import ValidationError

from northspan.core.document.job import Job, Measured
from northspan.core.working.errors import InvalidJob
from northspan.files.csv_rows import guarded, refused_row, unguarded, without_remarks

NEEDED = ("kind", "where", "value")
COLUMNS = (*NEEDED, "between", "to", "wire", "on", "wanted", "who", "at", "instrument", "note")
TABLES = ("runs", "enclosures", "electrodes", "buildings", "circuits")
MOST_ROWS = 400


def read_instrument(text: str, job: Job) -> tuple[Measured, ...]:
    """Read an instrument's CSV: kind, where and value, and what else it says.

    Parameters
    ----------
    text : str
        The file. Loads that were on are parted by a plus. [-]
    job : Job
        The job; parts may stand by their names. [-]

    Raises
    ------
    InvalidJob
        With the line and the column that are wrong.
    """
    names, rows = without_remarks(text)
    missing = next((name for name in NEEDED if name not in names), None)
    if missing is not None:
        raise InvalidJob("/csv", f"the file has no column {missing}.", f"Columns: {', '.join(COLUMNS)}.")
    if not rows or len(rows) > MOST_ROWS:
        raise InvalidJob("/csv", f"the file has {len(rows)} readings.", f"From 1 to {MOST_ROWS}.")
    return tuple(_reading(row, number, job) for number, row in enumerate(rows, 1))


def write_instrument(readings: list[Measured]) -> str:
    """Write readings as an instrument writes them.

    Parameters
    ----------
    readings : list of Measured
        The readings. [-]
    """
    lines = [",".join(COLUMNS)]
    for one in readings:
        said = one.model_dump(mode="json")
        cells = {**said, "on": "+".join(one.on), "to": one.to or "", "wanted": "" if one.wanted is None else f"{one.wanted:g}",
                 "value": f"{one.value:g}"}  # fmt: skip
        lines.append(",".join(_cell(str(cells[name])) for name in COLUMNS))
    return "\n".join(lines) + "\n"


def _cell(text: str) -> str:
    safe = guarded(text)
    return '"' + safe.replace('"', '""') + '"' if any(sign in safe for sign in ',"\r\n') else safe


def _reading(row: dict[str, str], number: int, job: Job) -> Measured:
    said = {name: unguarded(row[name].strip()) for name in COLUMNS if row.get(name, "").strip()}
    made: dict[str, object] = dict(said)
    made["where"] = _where(said.get("where", ""), number, job)
    if "to" in said:
        made["to"] = _where(said["to"], number, job).split("/")[2]
    if "on" in said:
        made["on"] = tuple(_load(one.strip(), job) for one in said["on"].split("+") if one.strip())
    made["value"] = said.get("value", "").replace(",", ".")
    try:
        return Measured.model_validate(made)
    except ValidationError as error:
        raise refused_row("reading", number, error) from error


def _where(said: str, number: int, job: Job) -> str:
    """The place of a part that stands by its place, its id or its name."""
    if said.startswith("/"):
        return said
    found = [f"/{table}/{key}" for table in TABLES for key, one in getattr(job, table).items() if said in {key, getattr(one, "name", key)}]
    if len(found) != 1:
        what = "there is no part" if not found else "several parts are"
        raise InvalidJob("/csv", f"line {number}: {what} called {said[:60] or '(nothing)'}.", "Write its place, such as /enclosures/P1.")
    return found[0]


def _load(said: str, job: Job) -> str:
    return next((key for key, one in (job.loads | job.circuits | job.runs).items() if said in {key, getattr(one, "name", "")}), said)
