"""Tables of the store."""

from __future__ import annotations

from datetime import datetime

from sqlalchemy import ForeignKey, String, Text, UniqueConstraint
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column, relationship


class Base(DeclarativeBase):
    """Base of all tables."""


class JobRow(Base):
    """A job: its name, the number of the revision that counts now, and what its file brought along, if it came by one.

    `stage` and `summary` say where it stands, `words` is what it is found by: empty where they were not made yet.
    """

    __tablename__ = "jobs"

    id: Mapped[str] = mapped_column(String(24), primary_key=True)
    name: Mapped[str] = mapped_column(String(80))
    head: Mapped[int]
    created_at: Mapped[datetime]
    changed_at: Mapped[datetime]
    came_with: Mapped[str | None] = mapped_column(Text)
    stage: Mapped[str] = mapped_column(String(12), default="")
    summary: Mapped[str] = mapped_column(Text, default="")
    words: Mapped[str] = mapped_column(Text, default="")
    revisions: Mapped[list[RevisionRow]] = relationship(back_populates="job", order_by="RevisionRow.number")


class RevisionRow(Base):
    """A state of a job, never changed once written.

    `undo_to` and `redo_to` are numbers of revisions whose documents undo and redo bring back.
    """

    __tablename__ = "revisions"
    __table_args__ = (UniqueConstraint("job_id", "number"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id"), index=True)
    number: Mapped[int]
    kind: Mapped[str] = mapped_column(String(12))
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime]
    what: Mapped[str] = mapped_column(String(200))
    patch: Mapped[str] = mapped_column(Text)
    document: Mapped[str] = mapped_column(Text)
    undo_to: Mapped[int | None]
    redo_to: Mapped[int | None]
    job: Mapped[JobRow] = relationship(back_populates="revisions")


class LibraryRow(Base):
    """A load of the library that a person keeps, under its name."""

    __tablename__ = "library"

    name: Mapped[str] = mapped_column(String(80), primary_key=True)
    document: Mapped[str] = mapped_column(Text)


class PriceBookRow(Base):
    """A supplier's price book, as the CSV that it came as, under his name."""

    __tablename__ = "price_books"

    name: Mapped[str] = mapped_column(String(80), primary_key=True)
    trip: Mapped[float]
    simulated: Mapped[bool]
    lines: Mapped[int]
    document: Mapped[str] = mapped_column(Text)
    currency: Mapped[str] = mapped_column(String(8), default="")
    rulebook: Mapped[str] = mapped_column(String(40), default="")


class SupplierRow(Base):
    """How a supplier's own list is read: its columns, his part numbers matched to our goods, and the list as it came last."""

    __tablename__ = "suppliers"

    name: Mapped[str] = mapped_column(String(80), primary_key=True)
    columns: Mapped[str] = mapped_column(Text)
    matches: Mapped[str] = mapped_column(Text)
    document: Mapped[str] = mapped_column(Text)


class AuthorityRow(Base):
    """What an authority, or a person there, is known to want, under its name."""

    __tablename__ = "authorities"

    name: Mapped[str] = mapped_column(String(160), primary_key=True)
    document: Mapped[str] = mapped_column(Text)
