"""What authorities are known to want, kept beside the jobs."""

from __future__ import annotations

from sqlalchemy import Engine, delete, select
from sqlalchemy.orm import Session

from northspan.core.document.authority import Authority
from northspan.store.database import writing
from northspan.store.models import AuthorityRow


class Authorities:
    """The authorities kept in one database.

    Parameters
    ----------
    engine : Engine
        The database. [-]
    """

    def __init__(self, engine: Engine) -> None:
        self._engine = engine

    def kept(self) -> tuple[Authority, ...]:
        """List them by name."""
        with Session(self._engine) as session:
            rows = session.scalars(select(AuthorityRow).order_by(AuthorityRow.name))
            return tuple(Authority.model_validate_json(row.document) for row in rows)

    def keep(self, one: Authority) -> None:
        """Keep one; what was known under its name is replaced by it."""
        with writing(self._engine) as session:
            session.merge(AuthorityRow(name=one.name, document=one.model_dump_json()))
            session.commit()

    def drop(self, name: str) -> None:
        """Forget one; jobs that took its wants keep them."""
        with writing(self._engine) as session:
            session.execute(delete(AuthorityRow).where(AuthorityRow.name == name))
            session.commit()
