"""The price books that people keep, as the tables they came as."""

from __future__ import annotations

from dataclasses import dataclass

from sqlalchemy import Engine, delete, select
from sqlalchemy.orm import Session

from northspan.core.document.price_book import NoSuchBook
from northspan.core.physics.basket import MOST_SHOPS
from northspan.core.working.errors import InvalidJob
from northspan.store.database import writing
from northspan.store.models import PriceBookRow, SupplierRow


@dataclass(frozen=True, slots=True)
class KeptBook:
    """A price book as it is kept: its supplier, what a trip there costs [money], and its table."""

    name: str
    trip: float
    simulated: bool
    lines: int
    text: str
    currency: str = ""
    rulebook: str = ""


@dataclass(frozen=True, slots=True)
class KeptSupplier:
    """How a supplier's list is read, which of his numbers are which goods, and the list as it came last: JSON, JSON, CSV."""

    name: str
    columns: str
    matches: str
    text: str


class Books:
    """The price books kept in one database.

    Parameters
    ----------
    engine : Engine
        The database. [-]
    """

    def __init__(self, engine: Engine) -> None:
        self._engine = engine

    def kept(self) -> tuple[KeptBook, ...]:
        """List the books, by name."""
        with Session(self._engine) as session:
            rows = session.scalars(select(PriceBookRow).order_by(PriceBookRow.name))
            return tuple(KeptBook(row.name, row.trip, row.simulated, row.lines, row.document, row.currency, row.rulebook) for row in rows)

    def keep(self, book: KeptBook) -> None:
        """Keep a book; one of the same name is replaced as a whole.

        Parameters
        ----------
        book : KeptBook
            The book. [money]

        Raises
        ------
        InvalidJob
            If there are as many already as a list can be held against.
        """
        row = _row(book)
        with writing(self._engine) as session:
            _check_room(session, book)
            session.merge(row)
            session.commit()

    def suppliers(self) -> frozenset[str]:
        """Name the suppliers whose lists are kept."""
        with Session(self._engine) as session:
            return frozenset(session.scalars(select(SupplierRow.name)))

    def supplier(self, name: str) -> KeptSupplier | None:
        """Give what is kept of a supplier's list.

        Parameters
        ----------
        name : str
            The supplier. [-]
        """
        with Session(self._engine) as session:
            row = session.get(SupplierRow, name)
            return KeptSupplier(row.name, row.columns, row.matches, row.document) if row else None

    def keep_list(self, kept: KeptSupplier, book: KeptBook) -> None:
        """Keep a supplier's list, how it is read, and the book that is made of it: all of it, or nothing.

        Parameters
        ----------
        kept : KeptSupplier
            The list. [money]
        book : KeptBook
            The book. [money]
        """
        with writing(self._engine) as session:
            _check_room(session, book)
            session.merge(SupplierRow(name=kept.name, columns=kept.columns, matches=kept.matches, document=kept.text))
            session.merge(_row(book))
            session.commit()

    def drop(self, name: str) -> None:
        """Drop a book.

        Parameters
        ----------
        name : str
            Its name. [-]

        Raises
        ------
        NoSuchBook
            If there is none of this name.
        """
        with writing(self._engine) as session:
            found = session.execute(delete(PriceBookRow).where(PriceBookRow.name == name))
            if not found.rowcount:  # type: ignore[attr-defined]  # a cursor of a delete counts its rows
                raise NoSuchBook(name)
            session.commit()


def _check_room(session: Session, book: KeptBook) -> None:
    """Refuse one more book than a list can be held against: it would stop every job under its rules."""
    others = session.execute(select(PriceBookRow.name, PriceBookRow.rulebook).where(PriceBookRow.name != book.name))
    beside = [name for name, rules in others if not rules or not book.rulebook or rules == book.rulebook]
    if len(beside) >= MOST_SHOPS:
        raise InvalidJob("/name", f"there are {len(beside)} price books already, and {MOST_SHOPS} are the most.", "Drop one first.")


def _row(book: KeptBook) -> PriceBookRow:
    return PriceBookRow(name=book.name, trip=book.trip, simulated=book.simulated, lines=book.lines, document=book.text,
                        currency=book.currency, rulebook=book.rulebook)  # fmt: skip
