"""What a server takes from outside: its clock, names that are not taken, and what is kept beside the jobs, with its version."""

from __future__ import annotations

import secrets
from collections.abc import Iterable
from dataclasses import replace
from datetime import UTC, datetime
from functools import lru_cache
from hashlib import sha256

from northspan.core.document.job import Job
from northspan.core.document.price_book import PriceBook
from northspan.files.price_table import read_book, write_book
from northspan.service import Outside, Shelf
from northspan.standins.demo_books import demo_books
from northspan.standins.price_service import SHOPS
from northspan.store.authorities import Authorities
from northspan.store.books import Books, KeptBook
from northspan.store.library import Library


def outside(library: Library, books: Books, authorities: Authorities) -> Outside:
    """Give what a server takes from outside.

    Parameters
    ----------
    library : Library
        The loads that are kept. [-]
    books : Books
        The price books that are kept. [money]
    authorities : Authorities
        What authorities are known to want. [-]
    """

    def shelf() -> Shelf:
        kept, own, wants = books.kept(), library.own(), authorities.kept()
        versions = (("books", _version(f"{one.name}|{one.trip}|{one.text}" for one in kept)),
                    ("library", _version(one.model_dump_json() for one in own)),
                    ("authorities", _version(one.model_dump_json() for one in wants)))  # fmt: skip
        return Shelf(tuple(_opened(one) for one in kept), own, tuple(SHOPS), versions, wants)

    return Outside(now=lambda: datetime.now(UTC), new_id=lambda: secrets.token_hex(6), tail=_tail, shelf=shelf)


def _tail() -> str:
    """Six letters of thirty-two: one of a thousand million, in a job where the short name is the same already."""
    return "".join(secrets.choice("0123456789abcdefghjkmnpqrstvwxyz") for _ in range(6))


@lru_cache(maxsize=16)
def _opened(kept: KeptBook) -> PriceBook:
    book = read_book(kept.name, kept.trip, kept.text, simulated=kept.simulated)
    return replace(book, currency=kept.currency, rulebook=kept.rulebook)


def keep_book(books: Books, book: PriceBook) -> None:
    """Keep a price book; one of the same name is replaced as a whole.

    Parameters
    ----------
    books : Books
        Where it is kept. [money]
    book : PriceBook
        The book. [money]
    """
    books.keep(kept_book(book))


def kept_book(book: PriceBook) -> KeptBook:
    """Write a price book as it is kept.

    Parameters
    ----------
    book : PriceBook
        The book. [money]
    """
    return KeptBook(book.name, book.trip, book.simulated, len(book.lines), write_book(book), book.currency, book.rulebook)


def _version(texts: Iterable[str]) -> str:
    said = sha256()
    for one in texts:
        said.update(one.encode())
    return said.hexdigest()[:12]


def keep_demo_prices(books: Books, jobs: Iterable[Job], day: str) -> None:
    """Keep made-up prices for some jobs, so that their lists open with money.

    Parameters
    ----------
    books : Books
        Where they are kept. [money]
    jobs : iterable of Job
        The jobs. [-]
    day : str
        The day that the prices carry. [-]
    """
    for book in demo_books(jobs, day):
        keep_book(books, book)
