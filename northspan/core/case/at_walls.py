"""Where runs come into buildings, and the can in which a building begins."""

from __future__ import annotations

from northspan.core.case.case import Case
from northspan.core.document.job import Job, Place, Status


def walls_passed(case: Case, run: str) -> tuple[str, ...]:
    """List the buildings through whose wall a run comes from outside.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    run : str
        The run. [-]
    """
    one = case.job.runs[run]
    if all(segment.place is Place.indoors for segment in one.segments):
        return ()
    homes = dict.fromkeys(case.tree.building_of(node) for node in (one.origin, one.target))
    return tuple(home for home in homes if home in case.job.buildings)


def first_can_of(job: Job, building: str) -> tuple[str, ...]:
    """Give the can of a building in which its electrode conductor lands: the first on its way in.

    Parameters
    ----------
    job : Job
        The job. [-]
    building : str
        The building. [-]
    """
    return tuple(key for key, can in job.enclosures.items() if can.building == building and can.status is not Status.remove)[:1]
