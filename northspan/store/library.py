"""The load library: what comes with the program, and what people keep beside it."""

from __future__ import annotations

from collections.abc import Iterable

from sqlalchemy import Engine, delete, select
from sqlalchemy.orm import Session

from northspan.core.document.job import LibraryLoad
from northspan.core.topics.loads.library import standard_loads
from northspan.core.working.errors import NorthSpanError
from northspan.store.database import writing
from northspan.store.models import LibraryRow


class NoSuchLoad(NorthSpanError):
    """There is no load of this name among those that people kept."""

    code = "no-such-load"


class Library:
    """The loads kept in one database.

    Parameters
    ----------
    engine : Engine
        The database. [-]
    """

    def __init__(self, engine: Engine) -> None:
        self._engine = engine

    def own(self) -> tuple[LibraryLoad, ...]:
        """List the loads that people kept, by name."""
        with Session(self._engine) as session:
            rows = session.scalars(select(LibraryRow).order_by(LibraryRow.name))
            return tuple(LibraryLoad.model_validate_json(row.document) for row in rows)

    def standard(self, library: str) -> tuple[LibraryLoad, ...]:
        """List the loads that come with the program, without those that a kept one of the same name replaces."""
        names = {load.name for load in self.own()}
        return tuple(load for load in standard_loads(library) if load.name not in names)

    def keep(self, loads: Iterable[LibraryLoad]) -> None:
        """Keep loads; one of the same name takes the old one's place."""
        with writing(self._engine) as session:
            for load in loads:
                session.merge(LibraryRow(name=load.name, document=load.model_dump_json()))
            session.commit()

    def drop(self, name: str) -> None:
        """Drop a kept load; what comes with the program stays."""
        with writing(self._engine) as session:
            found = session.execute(delete(LibraryRow).where(LibraryRow.name == name))
            if not found.rowcount:  # type: ignore[attr-defined]  # a cursor of a delete counts its rows
                message = f"There is no kept load called {name}."
                raise NoSuchLoad(message)
            session.commit()
