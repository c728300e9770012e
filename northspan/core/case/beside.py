"""What lies beside a job when something is asked of it: the time, the price books, the shelf of loads, who answers for whom."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import UTC, datetime

from northspan.core.document.authority import Authority
from northspan.core.document.job import LibraryLoad
from northspan.core.document.price_book import PriceBook

NO_TIME = datetime(1970, 1, 1, tzinfo=UTC)


@dataclass(frozen=True, slots=True)
class Beside:
    """Everything that an answer may hang on and that is not in the job: handed in, never looked up.

    `books` are the prices that are kept [money], `library` the loads that people kept, `shops` the shops that can be asked,
    `now` the time, `authorities` what each is known to want. `versions` says which state of each this is, by the same names and
    for the program itself.
    """

    books: tuple[PriceBook, ...] = ()
    library: tuple[LibraryLoad, ...] = ()
    shops: tuple[str, ...] = ()
    now: datetime = NO_TIME
    versions: Mapping[str, str] = field(default_factory=dict)
    authorities: tuple[Authority, ...] = ()

    def used(self, names: tuple[str, ...]) -> dict[str, str]:
        """Say which versions an answer was made from: of the program, and of what it used.

        Parameters
        ----------
        names : tuple of str
            What the answer hangs on. [-]

        Examples
        --------
        >>> Beside(versions={"program": "1", "books": "a", "library": "b"}).used(("books",))
        {'program': '1', 'books': 'a'}
        """
        return {name: self.versions[name] for name in ("program", *names) if name in self.versions}
