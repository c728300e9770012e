"""Made-up price books for the demo properties, so that their lists open with money."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import replace

from northspan.core.document.job import Job, Units
from northspan.core.document.price_book import PriceBook
from northspan.core.solve import worked
from northspan.core.steps.estimate.alternatives import asked_of_a_shop
from northspan.core.steps.materials.books_of import currency_of
from northspan.standins.price_service import SHOPS, SimulatedService


def demo_books(jobs: Iterable[Job], day: str) -> Iterator[PriceBook]:
    """Give a book of each simulated shop with a price for what some jobs need, and for what they could do instead.

    Parameters
    ----------
    jobs : iterable of Job
        The jobs. [-]
    day : str
        The day that the prices carry. [-]
    """
    books: dict[str, PriceBook] = {}
    for job in jobs:
        wanted = tuple(asked_of_a_shop(worked(job)))
        for name in SHOPS:
            book = of_family(SimulatedService(name, day, feet=job.units is Units.feet).prices(wanted), job)
            there = books.get(book.name)
            lines = {(one.item, one.what, one.unit): one for one in ((*there.lines, *book.lines) if there else book.lines)}
            books[book.name] = replace(book, lines=tuple(lines.values()))
    yield from books.values()


def of_family(book: PriceBook, job: Job) -> PriceBook:
    """Give a shop's book the currency and the rules of the job that it was asked for, and a name of its own.

    Parameters
    ----------
    book : PriceBook
        The book. [money]
    job : Job
        The job. [-]
    """
    currency = currency_of(job)
    return replace(book, name=f"{book.name}, {currency}", currency=currency, rulebook=job.rulebook)
