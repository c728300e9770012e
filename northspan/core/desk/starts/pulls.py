"""Pulls of what a start lays out anew: parted, or given the hands or the rope that they take."""

from __future__ import annotations

from northspan.core.desk.rulebook_change import applied
from northspan.core.document.job import Job
from northspan.core.solve import solve

_PULLS = frozenset({"pull-rope", "pull-hands", "pull-conductors", "pull-grip", "pull-side-wall", "bends-too-many"})
_MOST_CURES = 40  # each parts a pull of its own; a route that is not cured by then is left to its findings


def with_help(job: Job, before: Job) -> Job:
    """Choose the pull point, the hands or the rope of each new run that is too hard as it lies.

    Parameters
    ----------
    job : Job
        The job as laid out. [-]
    before : Job
        The job that it was laid into: its runs stay as they were. [-]
    """
    for _ in range(_MOST_CURES):
        hard = (one for one in solve(job).findings if one.code in _PULLS and one.cures and one.where.split("/")[2] not in before.runs)
        first = next(hard, None)
        if first is None:
            break
        job = applied(job, first.cures[0].edits)
    return job
