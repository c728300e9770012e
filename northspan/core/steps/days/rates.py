"""How long work takes: customary hours, what a person typed instead, and what his own jobs took."""

from __future__ import annotations

import csv
from dataclasses import dataclass
from functools import lru_cache
from importlib.resources import files

from northspan.core.document.job import Job, TaskState
from northspan.core.working.errors import InvalidJob
from northspan.core.working.sums import sum_of


@dataclass(frozen=True, slots=True)
class Rate:
    """A customary rate: hours for one of what it counts, for so many people of this role, and what is heard of it. [h]"""

    key: str
    words: str
    hours: float
    per: str
    people: int
    role: str
    noise: str


@lru_cache(maxsize=1)
def customary() -> dict[str, Rate]:
    """List the customary rates. They are habits of the trade, no rule and no promise. [h]"""
    text = (files("northspan.core.steps.days") / "rates.csv").read_text(encoding="utf-8")
    rows = csv.DictReader(text.splitlines())
    return {
        row["key"]: Rate(row["key"], row["words"], float(row["hours"]), row["per"], int(row["people"]), row["role"], row["noise"])
        for row in rows
    }


def check_rates(job: Job) -> None:
    """Refuse a rate that nothing is counted by.

    Parameters
    ----------
    job : Job
        The job. [h]

    Raises
    ------
    InvalidJob
        If a rate of the job is none of those that there are.
    """
    for key in job.days.rates:
        if key not in customary():
            raise InvalidJob(f"/days/rates/{key}", f"there is no rate {key}.", f"Rates: {', '.join(customary())}.")


def hours_of(job: Job, key: str) -> float:
    """Look up the hours for one: as a person typed, or as is customary. [h]

    Parameters
    ----------
    job : Job
        The job. [h]
    key : str
        The rate. [-]
    """
    return job.days.rates.get(key, customary()[key].hours)


def learned(job: Job, kinds: dict[str, str], planned_h: dict[str, float]) -> dict[str, tuple[float, int]]:
    """Compare what tasks took with what was planned, rate by rate: the hours that would have been right, and of how many. [h]

    Parameters
    ----------
    job : Job
        The job. [h]
    kinds : dict
        Rate of each task. [-]
    planned_h : dict
        Hours planned for each task. [h]
    """
    took: dict[str, list[tuple[float, float]]] = {}
    for key, change in job.days.changed.items():
        if change.state is TaskState.done and change.took_h and planned_h.get(key):
            took.setdefault(kinds[key], []).append((change.took_h, planned_h[key]))
    return {
        rate: (hours_of(job, rate) * sum_of(one for one, _ in pairs) / sum_of(planned for _, planned in pairs), len(pairs))
        for rate, pairs in took.items()
        if rate in customary()
    }
