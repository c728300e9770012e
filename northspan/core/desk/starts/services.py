"""Services of a start: at a rating of the trade, with the calculated load beside it."""

from __future__ import annotations

from northspan.core.document.job import Job, RunKind, Status
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.solve import solve


def with_ratings(job: Job, before: Job, wanted_a: float | None) -> Job:
    """Give new services their rating: the one asked for, or the first of the trade that carries the calculated load.

    Parameters
    ----------
    job : Job
        The job as laid out. [-]
    before : Job
        The job that it was laid into: its services stay as they were. [-]
    wanted_a : float or None
        Rating asked for. [A]

    Notes
    -----
    A load above every rating of the trade leaves the service to the rules, which then speak of it.
    """
    services = {
        key: run for key, run in job.runs.items() if run.kind is RunKind.service and key not in before.runs and run.status is Status.new
    }
    if not services:
        return job
    book, plan = rulebook_of(job), solve(job)
    enclosures, runs = dict(job.enclosures), dict(job.runs)
    for key, run in services.items():
        rating = wanted_a or next((one for one in book.supplies.service_ratings() if one >= plan.runs[key].load_a - 1e-9), None)
        if rating is None:
            continue
        if book.panels.main_protects:
            enclosures[run.target] = enclosures[run.target].model_copy(update={"main_a": rating, "bus_a": rating})
        else:
            runs[key] = run.model_copy(update={"device_a": rating})
        for other in runs.values():
            fed = enclosures.get(other.target)
            if other.origin == run.target and fed and fed.status is Status.new and fed.bus_a is None:
                enclosures[other.target] = fed.model_copy(update={"bus_a": rating})
    return Job.model_validate(job.model_copy(update={"enclosures": enclosures, "runs": runs}).model_dump())
