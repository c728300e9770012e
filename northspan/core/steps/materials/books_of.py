"""Which price books count for a job: those of its currency and its rules; which are left aside, and why."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from northspan.core.case.worked import WorkedJob
from northspan.core.document.job import Job
from northspan.core.document.price_book import PriceBook
from northspan.core.rulebooks.registry import rulebook_named, rulebook_of


def currency_of(job: Job) -> str:
    """Say in which currency a job counts: as a person said, else that of its rules.

    Parameters
    ----------
    job : Job
        The job. [-]
    """
    return job.prices.currency or rulebook_of(job).words.terms.currency


def books_of(whole: WorkedJob, books: Sequence[PriceBook]) -> tuple[PriceBook, ...]:
    """Choose the books that count for a job. Sums of two currencies are never added up.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    books : sequence of PriceBook
        The books that are kept. [money]
    """
    return tuple(book for book in books if not _why_not(whole.job, book))


def left_aside(whole: WorkedJob, books: Sequence[PriceBook]) -> Iterator[str]:
    """Say which books do not count for a job, and why.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    books : sequence of PriceBook
        The books that are kept. [money]
    """
    for book in books:
        why = _why_not(whole.job, book)
        if why:
            yield f"{book.name}: {why}"


def _why_not(job: Job, book: PriceBook) -> str:
    counted = currency_of(job)
    if book.currency and book.currency.upper() != counted.upper():
        return f"it counts in {book.currency}, this job in {counted}"
    if book.rulebook and book.rulebook != job.rulebook:
        return f"its goods are sold under {rulebook_named(book.rulebook).title}"
    return ""
