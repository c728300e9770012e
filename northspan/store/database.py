"""The database file: opening it, its migrations, copies of it."""

from __future__ import annotations

import sqlite3
from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from sqlalchemy import Engine, create_engine, event
from sqlalchemy.engine import Connection

FILE_NAME = "northspan.sqlite3"
MIGRATIONS = Path(__file__).parent / "migrations"


def open_database(folder: Path) -> Engine:
    """Open the database in a folder, made and brought up to date where needed.

    Parameters
    ----------
    folder : Path
        Data folder. [-]
    """
    folder.mkdir(parents=True, exist_ok=True)
    engine = create_engine(f"sqlite:///{folder / FILE_NAME}", connect_args={"timeout": 15})
    event.listen(engine, "connect", _prepare)
    event.listen(engine, "begin", _begin)
    migrate(engine)
    return engine


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
    """Copy a database file that may be in use.

    Parameters
    ----------
    source : Path
        Database file. [-]
    target : Path
        File to write. [-]

    Raises
    ------
    FileNotFoundError
        If there is no source.
    sqlite3.DatabaseError
        If the source is not a sound database.
    """
    if not source.exists():
        message = f"there is no file {source}"
        raise FileNotFoundError(message)
    target.parent.mkdir(parents=True, exist_ok=True)
    with sqlite3.connect(source) as old, sqlite3.connect(target) as new:
        if old.execute("PRAGMA integrity_check").fetchone()[0] != "ok":
            message = f"{source} is damaged"
            raise sqlite3.DatabaseError(message)
        old.backup(new)
    old.close()
    new.close()


def _prepare(connection: Any, _record: object) -> None:  # noqa: ANN401 - the driver's own connection
    connection.isolation_level = None  # SQLAlchemy says BEGIN itself, below
    for pragma in ("journal_mode=WAL", "synchronous=FULL", "foreign_keys=ON"):
        connection.execute(f"PRAGMA {pragma}")


def _begin(connection: Connection) -> None:
    # a writer takes the lock at once, so that two of them queue instead of failing half-way
    connection.exec_driver_sql("BEGIN IMMEDIATE" if connection.get_execution_options().get("write") else "BEGIN")
