"""What each part of a job, each building and each shop costs: the lines shared out by what asks for them."""

from __future__ import annotations

from collections import defaultdict

from northspan.core.document.job import Job
from northspan.core.document.plan.materials import PricedList, TakeOff, Totals
from northspan.core.working.sums import sum_of

OF_ALL = "for the whole job"


def totals(job: Job, found: TakeOff, prices: PricedList) -> Totals:
    """Share what the lines cost among the parts and the buildings that ask for them.

    Parameters
    ----------
    job : Job
        The job. [-]
    found : TakeOff
        Its lines. [-]
    prices : PricedList
        What each costs. [money]

    Notes
    -----
    A line is shared by how much each part asks of it; what is spare goes with it. Trips are left out: they belong to nobody.
    """
    lines = {line.key: line for line in found.lines}
    parts: dict[str, float] = defaultdict(float)
    for price in prices.lines:
        line = lines[price.key]
        asked = sum_of(one.quantity for one in line.asks)
        for one in line.asks:
            if price.cost is not None and asked:
                parts["/".join(one.where.split("/")[1:3])] += price.cost * one.quantity / asked
    buildings: dict[str, float] = defaultdict(float)
    for part, cost in parts.items():
        buildings[_building(job, part)] += cost
    shops: dict[str, float] = defaultdict(float)
    for name, cost in (share for price in prices.lines for share in price.shares):
        shops[name] += cost
    return Totals(dict(parts), dict(sorted(buildings.items(), key=lambda one: -one[1])), dict(shops))


def _building(job: Job, part: str) -> str:
    """The name of the building that a part belongs to; a run belongs to the one that it feeds."""
    kind, _, key = part.partition("/")
    home = None
    if kind == "runs":
        target = job.runs[key].target
        target = job.loads[target].enclosure if target in job.loads else target
        home = job.enclosures[target].building if target in job.enclosures else None
    elif kind == "circuits":
        home = job.enclosures[job.circuits[key].enclosure].building
    elif kind == "enclosures":
        home = job.enclosures[key].building
    elif kind == "electrodes":
        home = job.electrodes[key].building
    return job.buildings[home].name if home in job.buildings else OF_ALL
