"""An edit as JSON Patch: applied to a document, and said in words."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Any, Literal

import jsonpatch
import jsonpointer

from northspan.core.document.findings import Edit
from northspan.core.document.job import Job
from northspan.core.document.limits import amount, bare
from northspan.core.document.upgrade import read_job
from northspan.core.working.errors import InvalidJob

PART_KINDS = ("sources", "buildings", "enclosures", "electrodes", "loads", "runs", "circuits", "boxes")  # maps of parts in a job
MOST_PARTS = 300_000  # values in a document; a job of 500 runs has a tenth of it


def patched(document: dict[str, Any], patch: list[dict[str, Any]]) -> object:
    """Apply a JSON Patch, naming the operation that fails. The document handed in is used up.

    Parameters
    ----------
    document : dict
        The job document. [-]
    patch : list of dict
        RFC 6902 operations. [-]

    Raises
    ------
    InvalidJob
        If an operation does not fit the document, or makes it larger than any job.
    """
    parts = _parts(document)
    for number, operation in enumerate(patch):
        try:
            parts += _added(document, operation)
            if parts > MOST_PARTS:
                raise InvalidJob(
                    operation["path"] or "/",
                    f"operation {number + 1} of the edit, {operation['op']}, makes the job larger than any job may be.",
                    "Copy a part once, not into itself.",
                )
            document = jsonpatch.apply_patch(document, [operation], in_place=True)
        except (jsonpatch.JsonPatchException, jsonpointer.JsonPointerException, TypeError, ValueError, RecursionError) as error:
            reason = (
                "the value there is another" if isinstance(error, jsonpatch.JsonPatchTestFailed) else "there is no such place in the job"
            )
            raise InvalidJob(
                operation["path"] or "/",
                f"operation {number + 1} of the edit, {operation['op']}, cannot be done: {reason}.",
                "Read the job again and edit what is there.",
            ) from error
    return document


def patched_job(job: Job, patch: list[dict[str, Any]]) -> Job:
    """Apply a JSON Patch to a job. Parts that it does not touch are the very parts that were there.

    Parameters
    ----------
    job : Job
        The job. [-]
    patch : list of dict
        RFC 6902 operations. [-]

    Raises
    ------
    InvalidJob
        If an operation does not fit the document, or what comes out is no job.

    Examples
    --------
    >>> job = Job(name="A", units="feet")
    >>> patched_job(job, [{"op": "replace", "path": "/name", "value": "B"}]).name
    'B'
    """
    reached = reached_by(job, patch)
    read = read_job(patched(document_of(job, reached), patch))
    if reached is None:
        return read
    fresh = {kind: getattr(read, kind) if keys is True else getattr(job, kind) | getattr(read, kind) for kind, keys in reached.items()}
    return job.model_copy(update=fresh)


Reached = dict[str, "set[str] | Literal[True]"]


def reached_by(job: Job, patch: Iterable[Mapping[str, Any]]) -> Reached | None:
    """Say what of a job an edit reaches: fields, and keys of parts in maps; None where it may reach anything.

    Parameters
    ----------
    job : Job
        The job. [-]
    patch : iterable of mapping
        RFC 6902 operations. [-]
    """
    reached: Reached = {}
    for operation in patch:
        path = str(operation["path"])
        _, kind, *rest = path.split("/") if path.startswith("/") and "~" not in path else ("", "")
        if operation["op"] in {"move", "copy"} or kind not in Job.model_fields or kind in {"format", "version", "rulebook"}:
            return None
        parts = getattr(job, kind)
        if kind not in PART_KINDS:
            reached[kind] = True
        elif not rest or rest[0] not in parts or (operation["op"] == "remove" and len(rest) == 1):
            return None  # a part comes or goes: how many there may be is asked of the whole
        else:
            keys = reached.setdefault(kind, set())
            if keys is not True:
                keys.add(rest[0])
    return reached


def document_of(job: Job, reached: Reached | None) -> dict[str, Any]:
    """Give the document of a job, or of what an edit reaches in it.

    Parameters
    ----------
    job : Job
        The job. [-]
    reached : dict, optional
        What is reached; None for all. [-]
    """
    if reached is None:
        return job.model_dump(mode="json")
    wanted: Any = {"format": True, "version": True, "name": True, "rulebook": True, "units": True, **reached}
    return job.model_dump(mode="json", include=wanted)


def with_edits(job: Job, edits: Iterable[Edit]) -> Job:
    """Give a job with edits made in it, such as those of a cure.

    Parameters
    ----------
    job : Job
        The job. [-]
    edits : Iterable of Edit
        What is set in it or taken out of it. [-]

    Raises
    ------
    InvalidJob
        If an edit does not fit, or the job cannot be read with them.

    Examples
    --------
    >>> with_edits(Job(name="A"), [Edit("replace", "/name", "B")]).name
    'B'
    """
    return patched_job(job, [{"op": one.op, "path": one.path, "value": one.value} for one in edits])


def _added(document: object, operation: dict[str, Any]) -> int:
    """How many values an operation adds at the most."""
    if operation["op"] == "copy":
        return _parts(jsonpointer.resolve_pointer(document, operation.get("from") or ""))
    return _parts(operation.get("value")) if operation["op"] in {"add", "replace"} else 0


def _parts(document: object) -> int:
    """Count the values of a document, without going down into itself."""
    count, left = 0, [document]
    while left and count <= MOST_PARTS:
        here = left.pop()
        count += 1
        if isinstance(here, dict):
            left.extend(here.values())
        elif isinstance(here, list):
            left.extend(here)
    return count


def what_changed(patch: list[dict[str, Any]], document: dict[str, Any]) -> str:
    """Say in a few words what an edit changed, by the names that people know.

    Parameters
    ----------
    patch : list of dict
        RFC 6902 operations. [-]
    document : dict
        The job document before the edit. [-]

    Examples
    --------
    >>> what_changed([{"op": "add", "path": "/runs/F2/metal", "value": "copper"}], {"runs": {"F2": {"name": "Barn feeder"}}})
    'Barn feeder: metal copper'
    """
    done = [operation for operation in patch if operation["op"] != "test"]
    told = [operation for operation in done if not _as_it_was(operation, document)] or done
    words = [_change(operation, document) for operation in told]
    often = {one: words.count(one) for one in dict.fromkeys(words)}
    return "; ".join(f"{one} ({count} times)" if count > 1 else one for one, count in often.items())[:200]


def _as_it_was(operation: dict[str, Any], document: dict[str, Any]) -> bool:
    """Whether an operation puts in what is there already; that is not worth a word."""
    if operation["op"] not in {"add", "replace"}:
        return False
    try:
        there: object = jsonpointer.resolve_pointer(document, operation["path"])
    except (jsonpointer.JsonPointerException, TypeError, ValueError):  # nothing is there yet
        return False
    return there == operation.get("value")


def _change(operation: dict[str, Any], document: dict[str, Any]) -> str:
    kind, _, rest = operation["path"].strip("/").partition("/")
    key, _, field = rest.partition("/")
    part = document.get(kind, {}).get(key, {}) if isinstance(document.get(kind), dict) else {}
    name = part["name"] if isinstance(part, dict) and "name" in part else f"{kind} {bare(key)}".strip()
    what, last = _field_words(field, part), field.rpartition("/")[2]
    feet = document.get("units", "feet") == "feet"
    value = operation.get("value")
    if operation["op"] == "remove":
        outcome = "removed"
    elif isinstance(value, bool):
        outcome = "yes" if value else "no"
    elif isinstance(value, (int, float)):
        outcome = amount(value, last or key or kind, feet=feet)
    elif isinstance(value, str):
        outcome = value.replace("_", " ")
    elif value is None:
        outcome = "handed back to the rules"
    else:
        outcome = "changed" if part else "added"
    return f"{name.replace('_', ' ')}: {f'{what} {outcome}'.strip()}"


def _field_words(field: str, part: object) -> str:
    """A field as people call it: what stands in a row counted from one, without the unit that its figure carries."""
    words = []
    for name in field.split("/") if field else ():
        row = [] if part == {} else _keys_in_order(part)  # into what is empty something is put for the first time
        if row is None:
            words.append(str(int(name) + 1) if name.isdigit() else bare(name).replace("_", " "))
        elif name in row:
            words.append(str(row.index(name) + 1))
        part = part.get(name) if isinstance(part, dict) else None
    return " ".join("stretch" if word == "segments" else word for word in words)


def _keys_in_order(row: object) -> list[str] | None:
    """Keys of a row in its order; None where it is no row."""
    if not isinstance(row, dict) or not row or not all(isinstance(one, dict) and "order" in one for one in row.values()):
        return None
    return sorted(row, key=lambda one: (row[one]["order"], one))
