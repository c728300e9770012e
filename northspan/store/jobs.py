"""Jobs and their revisions in the database. It keeps; what a revision is, the ledger says. Rows turn into frozen values here."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import UTC, datetime

from sqlalchemy import Engine, select
from sqlalchemy.orm import Session

from northspan.core.document.ledger import NoSuchJob, Revision, Told, check_fresh
from northspan.store.database import turn_to_write
from northspan.store.models import JobRow, RevisionRow

MOST_LINES, MOST_JOBS = 500, 200


@dataclass(frozen=True, slots=True)
class JobLine:
    """A job in the list of jobs."""

    id: str
    name: str
    revision: int
    changed_at: datetime
    told: Told


@dataclass(frozen=True, slots=True)
class HistoryLine:
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

    def add(self, job_id: str, name: str, first: Revision, came_with: str | None = None, told: Told | None = None) -> None:
        """Keep a new job under an id that is not taken, with what its file brought along."""
        at = _kept_time(first.at)
        row = JobRow(id=job_id, name=name, head=first.number, created_at=at, changed_at=at, came_with=came_with)
        _tell(row, told)
        row.revisions.append(_row(first))
        with self._writing() as session:
            session.add(row)
            session.commit()

    def append(self, job_id: str, on_revision: int, name: str, revision: Revision, told: Told | None = None) -> None:
        """Keep the next revision of a job, if the one it was made on still counts.

        Raises
        ------
        Stale
            If another came before it.
        NoSuchJob
            If there is none.
        """
        with self._writing() as session:
            row, head = _read(session, job_id)
            check_fresh(_revision_of(head), on_revision)
            kept = _row(revision)
            kept.job_id = row.id  # not appended to the row's list, which would read the whole history first
            session.add(kept)
            row.head, row.changed_at, row.name = revision.number, kept.at, name
            _tell(row, told)
            session.commit()

    def lines(self, search: tuple[str, ...] = (), stage: str = "", skip: int = 0) -> tuple[JobLine, ...]:
        """List jobs, the last changed first, at most `MOST_JOBS` of them: those in which every word is found, and that stand so."""
        wanted = select(JobRow).order_by(JobRow.changed_at.desc(), JobRow.id).offset(skip).limit(MOST_JOBS)
        for word in search:
            wanted = wanted.where(JobRow.words.contains(word.casefold(), autoescape=True))
        if stage:
            wanted = wanted.where(JobRow.stage == stage)
        with Session(self._engine) as session:
            return tuple(_line(row) for row in session.scalars(wanted))

    def untold(self) -> tuple[str, ...]:
        """List jobs of which nothing is told yet: they were kept by an older program."""
        with Session(self._engine) as session:
            return tuple(session.scalars(select(JobRow.id).where(JobRow.stage == "")))

    def tell(self, job_id: str, revision: int, told: Told) -> None:
        """Keep what lists say of a job, if that revision still counts."""
        with self._writing() as session:
            row = session.get(JobRow, job_id)
            if row is not None and row.head == revision:
                _tell(row, told)
            session.commit()

    def head(self, job_id: str) -> Revision:
        """Read the revision that counts now.

        Raises
        ------
        NoSuchJob
            If there is no such job.
        """
        with Session(self._engine) as session:
            return _revision_of(_read(session, job_id)[1])

    def number(self, job_id: str) -> int:
        """Read the number of the revision that counts now.

        Raises
        ------
        NoSuchJob
            If there is no such job.
        """
        with Session(self._engine) as session:
            found = session.scalar(select(JobRow.head).where(JobRow.id == job_id))
        if found is None:
            message = f"There is no job {job_id}."
            raise NoSuchJob(message)
        return found

    def history(self, job_id: str) -> tuple[HistoryLine, ...]:
        """List the revisions of a job, the newest first."""
        with Session(self._engine) as session:
            _read(session, job_id)
            found = session.execute(
                select(RevisionRow.number, RevisionRow.kind, RevisionRow.who, RevisionRow.at, RevisionRow.what)
                .where(RevisionRow.job_id == job_id)
                .order_by(RevisionRow.number.desc())
                .limit(MOST_LINES)
            )
            return tuple(HistoryLine(number, kind, who, at.replace(tzinfo=UTC), what) for number, kind, who, at, what in found)

    def is_kept(self, job_id: str) -> bool:
        """Tell whether a job is kept here."""
        with Session(self._engine) as session:
            return session.get(JobRow, job_id) is not None

    def came_with(self, job_id: str) -> str | None:
        """Read what a job's file brought along; None where it came by none."""
        with Session(self._engine) as session:
            return _read(session, job_id)[0].came_with

    def revision(self, job_id: str, number: int) -> Revision:
        """Read a revision of a job.

        Raises
        ------
        NoSuchJob
            If there is no such job, or it has no such revision.
        """
        with Session(self._engine) as session:
            _read(session, job_id)
            wanted = select(RevisionRow).where(RevisionRow.job_id == job_id, RevisionRow.number == number)
            found = session.scalars(wanted).one_or_none()
            if found is None:
                message = f"This job has no revision {number}."
                raise NoSuchJob(message)
            return _revision_of(found)

    @contextmanager
    def _writing(self) -> Iterator[Session]:
        with turn_to_write(), Session(self._engine, expire_on_commit=False) as session:
            session.connection(execution_options={"write": True})
            yield session


def _line(row: JobRow) -> JobLine:
    return JobLine(row.id, row.name, row.head, row.changed_at.replace(tzinfo=UTC), Told(row.stage, row.summary, row.words))


def _tell(row: JobRow, told: Told | None) -> None:
    """What is not told anew is told no more: it was said of another state."""
    said = told or Told()
    row.stage, row.summary, row.words = said.stage, said.summary, said.words


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


def _row(one: Revision) -> RevisionRow:
    return RevisionRow(number=one.number, kind=one.kind, who=one.who, at=_kept_time(one.at), what=one.what, patch=one.patch,
                       document=one.document, undo_to=one.undo_to, redo_to=one.redo_to)  # fmt: skip


def _revision_of(row: RevisionRow) -> Revision:
    at = row.at.replace(tzinfo=UTC)
    return Revision(row.number, row.kind, row.who, at, row.what, row.document, row.patch, row.undo_to, row.redo_to)


def _kept_time(at: datetime) -> datetime:
    return at.astimezone(UTC).replace(tzinfo=None)  # SQLite keeps no zone; all times in it are UTC
