"""Operations on jobs: make, read, edit, undo, redo. Rows turn into frozen values here."""

from __future__ import annotations

import json
import secrets
from collections.abc import Collection, Iterator
from contextlib import contextmanager
from dataclasses import dataclass, replace
from datetime import UTC, datetime
from typing import Any

from sqlalchemy import Engine, select
from sqlalchemy.orm import Session

from northspan.core.document.job import Job
from northspan.core.document.plan import Plan
from northspan.core.document.upgrade import read_job
from northspan.core.solve import solve
from northspan.core.working.errors import NorthSpanError
from northspan.store.database import turn_to_write
from northspan.store.models import JobRow, RevisionRow
from northspan.store.patching import patched, what_changed


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
class StoredJob:
    """A job as it stands: its id, its revision, and whether undo and redo lead anywhere.

    `last` says what the last edit changed, which undo takes back.
    `plan` is there where keeping it asked for one: what cannot be planned is not kept.
    """

    id: str
    revision: int
    can_undo: bool
    can_redo: bool
    changed_at: datetime
    job: Job
    last: str = ""
    plan: Plan | None = None


@dataclass(frozen=True, slots=True)
class JobLine:
    """A job in the list of jobs."""

    id: str
    name: str
    revision: int
    changed_at: datetime


@dataclass(frozen=True, slots=True)
class Revision:
    """A line of a job's history."""

    number: int
    kind: str
    who: str
    at: datetime
    what: str


class Jobs:
    """The jobs in one database.

    Parameters
    ----------
    engine : Engine
        The database. [-]
    """

    def __init__(self, engine: Engine) -> None:
        self._engine = engine

    def add(
        self,
        job: Job,
        who: str,
        kind: str = "created",
        detailed: Collection[str] | None = (),
        *,
        what: str = "",
        came_with: str | None = None,
    ) -> StoredJob:
        """Keep a new job, planned with the working of the runs that are wanted, and with what its file brought along."""
        plan = solve(job, detailed)
        now = _now()
        with self._writing() as session:
            row = JobRow(id=secrets.token_hex(6), name=job.name, head=1, created_at=now, changed_at=now, came_with=came_with)
            revision = RevisionRow(
                number=1, kind=kind, who=who, at=now, what=what[:200] or kind, patch="[]", document=job.model_dump_json()
            )
            row.revisions.append(revision)
            session.add(row)
            session.commit()
            return replace(_stored(row, revision, job), plan=plan)

    def lines(self) -> tuple[JobLine, ...]:
        """List all jobs, the last changed first."""
        with Session(self._engine) as session:
            rows = session.scalars(select(JobRow).order_by(JobRow.changed_at.desc()))
            return tuple(JobLine(row.id, row.name, row.head, row.changed_at.replace(tzinfo=UTC)) for row in rows)

    def get(self, job_id: str) -> StoredJob:
        """Read a job as it stands."""
        with Session(self._engine) as session:
            row, head = _read(session, job_id)
            return _stored(row, head)

    def history(self, job_id: str) -> tuple[Revision, ...]:
        """List the revisions of a job, the newest first."""
        with Session(self._engine) as session:
            _read(session, job_id)
            found = session.execute(
                select(RevisionRow.number, RevisionRow.kind, RevisionRow.who, RevisionRow.at, RevisionRow.what)
                .where(RevisionRow.job_id == job_id)
                .order_by(RevisionRow.number.desc())
                .limit(500)
            )
            return tuple(Revision(number, kind, who, at.replace(tzinfo=UTC), what) for number, kind, who, at, what in found)

    def is_kept(self, job_id: str) -> bool:
        """Tell whether a job is kept here."""
        with Session(self._engine) as session:
            return session.get(JobRow, job_id) is not None

    def came_with(self, job_id: str) -> str | None:
        """Read what a job's file brought along; None where it came by none."""
        with Session(self._engine) as session:
            return _read(session, job_id)[0].came_with

    def at_revision(self, job_id: str, number: int) -> Job:
        """Read a job as it stood at a revision."""
        with Session(self._engine) as session:
            _read(session, job_id)
            return read_job(json.loads(_revision(session, job_id, number).document))

    def edit(
        self, job_id: str, on_revision: int, patch: list[dict[str, Any]], who: str, detailed: Collection[str] | None = ()
    ) -> StoredJob:
        """Apply a JSON Patch to the revision it was made on, and keep the result as the next revision.

        The job is planned before anything is locked, for that takes time; then only the revision is looked at again. It is
        planned once: the plan comes along, with the working of the runs that are wanted.
        """
        with Session(self._engine) as session:
            _, head = _fresh(session, job_id, on_revision)
            before, undo_to = json.loads(head.document), head.number
        what, operations = what_changed(patch, before), json.dumps(patch)
        job = read_job(patched(before, patch))
        plan = solve(job, detailed)  # what cannot be planned is refused before it is kept
        document = job.model_dump_json()
        with self._writing() as session:
            row, head = _fresh(session, job_id, on_revision)
            revision = RevisionRow(
                number=row.head + 1, kind="edit", who=who, at=_now(), what=what, patch=operations, document=document,
                undo_to=undo_to, redo_to=None,
            )  # fmt: skip
            return replace(_keep(session, row, revision, job), plan=plan)

    def undo(self, job_id: str, on_revision: int, who: str) -> StoredJob:
        """Bring back the state before the last edit, as a new revision."""
        with self._writing() as session:
            row, head = _fresh(session, job_id, on_revision)
            if head.undo_to is None:
                message = "There is nothing to undo."
                raise NothingToDo(message)
            target = _revision(session, job_id, head.undo_to)
            return _keep(
                session,
                row,
                RevisionRow(
                    number=row.head + 1,
                    kind="undo",
                    who=who,
                    at=_now(),
                    what=f"undid {head.what}"[:200],
                    patch="[]",
                    document=target.document,
                    undo_to=target.undo_to,
                    redo_to=head.number,
                ),
            )

    def redo(self, job_id: str, on_revision: int, who: str) -> StoredJob:
        """Bring back what the last undo took away, as a new revision."""
        with self._writing() as session:
            row, head = _fresh(session, job_id, on_revision)
            if head.redo_to is None:
                message = "There is nothing to redo."
                raise NothingToDo(message)
            target = _revision(session, job_id, head.redo_to)
            return _keep(
                session,
                row,
                RevisionRow(
                    number=row.head + 1,
                    kind="redo",
                    who=who,
                    at=_now(),
                    what=f"redid {target.what}"[:200],
                    patch="[]",
                    document=target.document,
                    undo_to=target.undo_to,
                    redo_to=target.redo_to,
                ),
            )

    @contextmanager
    def _writing(self) -> Iterator[Session]:
        with turn_to_write(), Session(self._engine, expire_on_commit=False) as session:
            session.connection(execution_options={"write": True})
            yield session


def _keep(session: Session, row: JobRow, revision: RevisionRow, job: Job | None = None) -> StoredJob:
    revision.job_id = row.id  # not appended to the row's list, which would read the whole history first
    session.add(revision)
    row.head, row.changed_at = revision.number, revision.at
    stored = _stored(row, revision, job)
    row.name = stored.job.name
    session.commit()
    return stored


def _read(session: Session, job_id: str) -> tuple[JobRow, RevisionRow]:
    found = session.execute(
        select(JobRow, RevisionRow)
        .join(RevisionRow, (RevisionRow.job_id == JobRow.id) & (RevisionRow.number == JobRow.head))
        .where(JobRow.id == job_id)
    ).one_or_none()
    if found is None:
        message = f"There is no job {job_id}."
        raise NoSuchJob(message)
    return found[0], found[1]


def _fresh(session: Session, job_id: str, on_revision: int) -> tuple[JobRow, RevisionRow]:
    row, head = _read(session, job_id)
    if head.number != on_revision:
        raise Stale(on_revision, head.number)
    return row, head


def _revision(session: Session, job_id: str, number: int) -> RevisionRow:
    found = session.scalars(select(RevisionRow).where(RevisionRow.job_id == job_id, RevisionRow.number == number)).one_or_none()
    if found is None:
        message = f"This job has no revision {number}."
        raise NoSuchJob(message)
    return found


def _stored(row: JobRow, head: RevisionRow, job: Job | None = None) -> StoredJob:
    return StoredJob(
        row.id,
        head.number,
        head.undo_to is not None,
        head.redo_to is not None,
        row.changed_at.replace(tzinfo=UTC),
        job or read_job(json.loads(head.document)),
        head.what if head.undo_to is not None and head.kind != "undo" else "",
    )


def _now() -> datetime:
    return datetime.now(UTC).replace(tzinfo=None)  # SQLite keeps no zone; all times in it are UTC
