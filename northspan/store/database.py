"""The database file: opening it, its migrations, copies of it."""

from __future__ import annotations

import fcntl
import secrets
import shutil
import sqlite3
import threading
from collections.abc import Iterator
from contextlib import closing, contextmanager
from functools import cache
from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from alembic.script import ScriptDirectory
from sqlalchemy import Engine, create_engine, event
from sqlalchemy.engine import Connection
from sqlalchemy.orm import Session

from northspan.core.working.errors import NorthSpanError

FILE_NAME, LOCK_NAME = "northspan.sqlite3", "northspan.lock"
PATIENCE_S = 5.0  # a writer waits so long for its turn, then says that it could not have it
_KIND = 0xFF  # the low byte of an extended code
_NOT_ITS_FAULT = frozenset({sqlite3.SQLITE_BUSY, sqlite3.SQLITE_LOCKED, sqlite3.SQLITE_CANTOPEN, sqlite3.SQLITE_PERM, sqlite3.SQLITE_AUTH})
TABLES = frozenset({"jobs", "revisions", "alembic_version"})
MIGRATIONS = Path(__file__).parent / "migrations"


class DatabaseUnfit(NorthSpanError):
    """A file that is no database of this program, is damaged, or was written by a newer program."""

    code = "database-unfit"


class InUse(NorthSpanError):
    """The data folder belongs to a running server."""

    code = "in-use"


def open_database(folder: Path) -> Engine:
    """Open the database in a folder, made and brought up to date where needed.

    Parameters
    ----------
    folder : Path
        Data folder. [-]

    Raises
    ------
    DatabaseUnfit
        If what is there is damaged, foreign, or of a newer program.
    """
    folder.mkdir(parents=True, exist_ok=True)
    file = folder / FILE_NAME
    if file.exists() and file.stat().st_size:
        check_fitness(file)
    engine = create_engine(f"sqlite:///{file}", connect_args={"timeout": PATIENCE_S})
    event.listen(engine, "connect", _prepare)
    event.listen(engine, "begin", _begin)
    migrate(engine)
    return engine


def check_fitness(file: Path) -> str:
    """Say whether a file is a sound database of this program, and of which migration it is.

    Parameters
    ----------
    file : Path
        The file; it is only read. [-]

    Returns
    -------
    str
        Its migration.

    Raises
    ------
    DatabaseUnfit
        If it is empty, foreign, damaged, or of a newer program.
    FileNotFoundError
        If there is no such file.
    """
    if not file.is_file():
        message = f"there is no file {file}"
        raise FileNotFoundError(message)
    if not file.stat().st_size:
        raise DatabaseUnfit(f"{file} is empty; it is no copy of a database")
    try:
        with closing(sqlite3.connect(f"{file.resolve().as_uri()}?mode=ro", uri=True, timeout=PATIENCE_S)) as connection:
            names = {row[0] for row in connection.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
            missing = sorted(TABLES - names)
            if missing:
                raise DatabaseUnfit(f"{file} is no database of North Span: it has no table {missing[0]}")
            found = connection.execute("SELECT version_num FROM alembic_version").fetchone()
            verdict = connection.execute("PRAGMA integrity_check").fetchone()[0]
    except sqlite3.DatabaseError as error:
        if error.sqlite_errorcode & _KIND in _NOT_ITS_FAULT:
            raise  # locked, or not to be read: nothing is known of what it holds
        raise DatabaseUnfit(f"{file} is damaged, or no database: {error}") from error
    if verdict != "ok":
        raise DatabaseUnfit(f"{file} is damaged: {' '.join(verdict.split())[:200]}")
    if found is None or found[0] not in known_migrations():
        version = found[0] if found else "none"
        raise DatabaseUnfit(f"{file} was written by a newer North Span (its schema is {version}); use that one, or restore an older copy")
    return str(found[0])


@cache
def known_migrations() -> tuple[str, ...]:
    """List the migrations that this program knows, the oldest first."""
    script = ScriptDirectory(str(MIGRATIONS))
    return tuple(one.revision for one in reversed(list(script.walk_revisions())))


@contextmanager
def holding(folder: Path, *, alone: bool) -> Iterator[None]:
    """Hold a data folder: together with others that serve from it, or alone while its database is put back.

    Parameters
    ----------
    folder : Path
        Data folder. [-]
    alone : bool
        Whether nobody else may hold it. [-]

    Raises
    ------
    InUse
        If that cannot be had: a server runs on the folder, or a copy is being put back.
    """
    folder.mkdir(parents=True, exist_ok=True)
    with (folder / LOCK_NAME).open("a") as lock:
        try:
            fcntl.flock(lock, (fcntl.LOCK_EX if alone else fcntl.LOCK_SH) | fcntl.LOCK_NB)
        except OSError as error:
            words = "a server runs on it; stop it first" if alone else "a copy is being put back there; wait until it is done"
            raise InUse(f"{folder} is in use: {words}") from error
        yield


def migrate(engine: Engine, to: str = "head") -> None:
    """Bring the schema to a migration.

    Parameters
    ----------
    engine : Engine
        The database. [-]
    to : str
        Migration, or "head". [-]
    """
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    with engine.connect().execution_options(write=True) as connection, connection.begin():
        config.attributes["connection"] = connection
        if to == "base":
            command.downgrade(config, to)
        else:
            command.upgrade(config, to)


def copy_database(source: Path, target: Path) -> None:
    """Copy a database file that may be in use. The copy takes the target's place only when it is whole.

    Parameters
    ----------
    source : Path
        Database file. [-]
    target : Path
        File to write; an older copy there is replaced, nothing else is. [-]

    Raises
    ------
    FileNotFoundError
        If there is no source.
    DatabaseUnfit
        If the source is not a sound database of this program, or something else stands at the target.
    """
    check_fitness(source)
    if target.exists():
        if target.is_dir():
            raise DatabaseUnfit(f"{target} is a folder; name a file in it")
        if source.samefile(target):
            raise DatabaseUnfit(f"{target} is the database itself; name another file for the copy")
        _refuse_foreign(target)
    target.parent.mkdir(parents=True, exist_ok=True)
    fresh = target.with_name(f"{target.name}.being-written-{secrets.token_hex(4)}")
    try:
        with closing(sqlite3.connect(source, timeout=PATIENCE_S)) as old, closing(sqlite3.connect(fresh)) as new:
            old.backup(new)
        check_fitness(fresh)
        fresh.replace(target)
    finally:
        fresh.unlink(missing_ok=True)


def put_back(source: Path, folder: Path) -> Path | None:
    """Put a copy in the place of the database; what was there is kept beside it, under a name of its own.

    Parameters
    ----------
    source : Path
        The copy. [-]
    folder : Path
        Data folder; no server may run on it. [-]

    Returns
    -------
    Path or None
        Where what was there is kept; None if there was nothing.

    Raises
    ------
    FileNotFoundError
        If there is no such copy.
    DatabaseUnfit
        If it is not a sound database of this program, or is the database itself.
    InUse
        If a server runs on the folder.
    """
    check_fitness(source)
    target = folder / FILE_NAME
    if target.exists() and source.samefile(target):
        raise DatabaseUnfit(f"{source} is the database itself; name a copy of it")
    with holding(folder, alone=True):
        kept = _keep_aside(target) if target.exists() else None
        with closing(sqlite3.connect(source, timeout=PATIENCE_S)) as old, closing(sqlite3.connect(target, timeout=PATIENCE_S)) as new:
            old.backup(new)  # in one transaction of the target: cut short, it leaves what was there
        check_fitness(target)
    return kept


class Crowded(NorthSpanError):
    """Too many wait to write at once."""

    code = "busy"


_WRITERS = threading.BoundedSemaphore(4)  # of the server's threads some are always left to readers


@contextmanager
def turn_to_write() -> Iterator[None]:
    """Wait for a turn to write.

    Raises
    ------
    Crowded
        If none comes.
    """
    if not _WRITERS.acquire(timeout=PATIENCE_S):
        message = "Many write at this moment. Nothing was changed."
        raise Crowded(message)
    try:
        yield
    finally:
        _WRITERS.release()


def _keep_aside(database: Path) -> Path:
    """Copy what is there under the next free name; a damaged one file by file, for nothing is thrown away."""
    kept = next(path for i in range(1, 100_000) if not (path := database.with_suffix(f".before-restore-{i}.sqlite3")).exists())
    try:
        copy_database(database, kept)
    except DatabaseUnfit:
        shutil.copy2(database, kept)
        for end in ("-wal", "-shm"):
            beside = database.with_name(database.name + end)
            if beside.exists():
                shutil.move(beside, kept.with_name(kept.name + end))
        database.unlink()
    return kept


def _refuse_foreign(target: Path) -> None:
    try:
        check_fitness(target)
    except DatabaseUnfit as error:
        raise DatabaseUnfit(f"{target} is there already and is no copy of North Span; name another file") from error


def _prepare(connection: Any, _record: object) -> None:  # noqa: ANN401 - the driver's own connection
    connection.isolation_level = None  # SQLAlchemy says BEGIN itself, below
    for pragma in ("journal_mode=WAL", "synchronous=FULL", "foreign_keys=ON"):
        connection.execute(f"PRAGMA {pragma}")


def _begin(connection: Connection) -> None:
    # a writer takes the lock at once, so that two of them queue instead of failing half-way
    connection.exec_driver_sql("BEGIN IMMEDIATE" if connection.get_execution_options().get("write") else "BEGIN")


@contextmanager
def writing(engine: Engine) -> Iterator[Session]:
    """Open a session that writes, when it is its turn.

    Parameters
    ----------
    engine : Engine
        The database. [-]
    """
    with turn_to_write(), Session(engine) as session:
        session.connection(execution_options={"write": True})
        yield session
