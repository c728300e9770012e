"""The history of a job as pure values: each revision is a state with who made it, when, from what, and where undo and redo lead.

Nothing here keeps anything, asks the time or makes up a name: whoever keeps revisions hands those in, on a server or in a browser.
"""

from __future__ import annotations

import json
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from northspan.core.document.job import Job
from northspan.core.document.patching import document_of, patched_job, reached_by, what_changed
from northspan.core.document.upgrade import read_job
from northspan.core.working.errors import NorthSpanError

LONGEST = 200  # letters of what is said of a revision
Patch = list[dict[str, Any]]


class NoSuchJob(NorthSpanError):
    """There is no job of this id."""

    code = "no-such-job"


class Stale(NorthSpanError):
    """The edit was made on an older revision than the one that counts now."""

    code = "stale"

    def __init__(self, wanted: int, current: int) -> None:
        self.wanted, self.current = wanted, current
        super().__init__(f"This edit was made on revision {wanted}; the job is at revision {current}.")


class NothingToDo(NorthSpanError):
    """There is nothing to undo, or nothing to redo."""

    code = "nothing-to-do"


@dataclass(frozen=True, slots=True)
class Told:
    """What lists of many jobs say of one: where it stands, a summary as JSON, and the lines that it is found by."""

    stage: str = ""
    summary: str = ""
    words: str = ""


@dataclass(frozen=True, slots=True)
class Revision:
    """A state of a job, never changed once made: the edit that led to it, as JSON Patch, and the whole document, both as JSON.

    `undo_to` and `redo_to` are numbers of revisions whose documents undo and redo bring back.
    """

    number: int
    kind: str
    who: str
    at: datetime
    what: str
    document: str
    patch: str = "[]"
    undo_to: int | None = None
    redo_to: int | None = None

    @property
    def job(self) -> Job:
        """The job as it stood."""
        return read_job(json.loads(self.document))

    @property
    def last(self) -> str:
        """What the last edit changed, which undo takes back."""
        return self.what if self.undo_to is not None and self.kind != "undo" else ""


def begun(job: Job, who: str, at: datetime, kind: str = "created", what: str = "") -> Revision:
    """Begin a history.

    Parameters
    ----------
    job : Job
        The job. [-]
    who : str
        Who began it. [-]
    at : datetime
        When. [-]
    kind : str
        How it came: created or imported. [-]
    what : str
        What is said of it; its kind if left out. [-]
    """
    return Revision(1, kind, who, at, what[:LONGEST] or kind, job.model_dump_json())


def edited(head: Revision, patch: Patch, who: str, at: datetime, known: Job | None = None) -> tuple[Revision, Job]:
    """Edit a job: the next revision, and the job that it holds. It is not planned here.

    Parameters
    ----------
    head : Revision
        The revision that counts now. [-]
    patch : list of dict
        RFC 6902 operations. [-]
    who : str
        Who edits. [-]
    at : datetime
        When. [-]
    known : Job, optional
        The job of that revision, where it is read already; parts that the edit does not touch are taken from it. [-]

    Raises
    ------
    InvalidJob
        If an operation does not fit the document, or what comes out is no job.

    Examples
    --------
    >>> from datetime import UTC
    >>> first = begun(Job(name="A"), "", datetime(2026, 1, 1, tzinfo=UTC))
    >>> after, job = edited(first, [{"op": "replace", "path": "/name", "value": "B"}], "", first.at)
    >>> after.number, job.name, after.undo_to
    (2, 'B', 1)
    """
    before = known or head.job
    what, operations = what_changed(patch, document_of(before, reached_by(before, patch))), json.dumps(patch)
    job = patched_job(before, patch)
    return Revision(head.number + 1, "edit", who, at, what, job.model_dump_json(), operations, undo_to=head.number), job


def undone(head: Revision, target: Revision, who: str, at: datetime) -> Revision:
    """Bring back the state before the last edit, as a new revision.

    Parameters
    ----------
    head : Revision
        The revision that counts now. [-]
    target : Revision
        The one that it undoes to. [-]
    who : str
        Who undoes. [-]
    at : datetime
        When. [-]
    """
    what = f"undid {head.what}"[:LONGEST]
    return Revision(head.number + 1, "undo", who, at, what, target.document, undo_to=target.undo_to, redo_to=head.number)


def redone(head: Revision, target: Revision, who: str, at: datetime) -> Revision:
    """Bring back what the last undo took away, as a new revision.

    Parameters
    ----------
    head : Revision
        The revision that counts now. [-]
    target : Revision
        The one that it redoes to. [-]
    who : str
        Who redoes. [-]
    at : datetime
        When. [-]
    """
    what = f"redid {target.what}"[:LONGEST]
    return Revision(head.number + 1, "redo", who, at, what, target.document, undo_to=target.undo_to, redo_to=target.redo_to)


def undo_target(head: Revision) -> int:
    """Say which revision undo brings back.

    Parameters
    ----------
    head : Revision
        The revision that counts now. [-]

    Raises
    ------
    NothingToDo
        If there is nothing to undo.
    """
    if head.undo_to is None:
        message = "There is nothing to undo."
        raise NothingToDo(message)
    return head.undo_to


def redo_target(head: Revision) -> int:
    """Say which revision redo brings back.

    Parameters
    ----------
    head : Revision
        The revision that counts now. [-]

    Raises
    ------
    NothingToDo
        If there is nothing to redo.
    """
    if head.redo_to is None:
        message = "There is nothing to redo."
        raise NothingToDo(message)
    return head.redo_to


def check_fresh(head: Revision, on_revision: int) -> None:
    """Refuse an edit that was made on an older revision.

    Parameters
    ----------
    head : Revision
        The revision that counts now. [-]
    on_revision : int
        The one that it was made on. [-]

    Raises
    ------
    Stale
        If they differ.
    """
    check_number(head.number, on_revision)


def check_number(current: int, on_revision: int) -> None:
    """Refuse what was made on another revision than the one that counts.

    Parameters
    ----------
    current : int
        The number of the one that counts. [-]
    on_revision : int
        The one that it was made on. [-]

    Raises
    ------
    Stale
        If they differ.
    """
    if current != on_revision:
        raise Stale(on_revision, current)
