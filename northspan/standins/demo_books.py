"""Made-up price books for the demo properties, so that their lists open with money."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from northspan.core.document.job import Job, Units
from northspan.core.document.price_book import BookLine, PriceBook
from northspan.core.solve import worked
from northspan.core.steps.estimate.alternatives import asked_of_a_shop
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
    asked = [(job.units is Units.feet, tuple(asked_of_a_shop(worked(job)))) for job in jobs]
    for name, (trip, _) in SHOPS.items():
        lines: dict[tuple[str, str, str], BookLine] = {}
        for feet, wanted in asked:
            found = SimulatedService(name, day, feet=feet).prices(wanted).lines
            lines |= {(one.item, one.what, one.unit): one for one in found}
        yield PriceBook(name, trip, tuple(lines.values()), simulated=True)
