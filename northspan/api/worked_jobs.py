"""Jobs worked out, kept by job and revision, so that the next view of an unchanged job costs nothing."""

from __future__ import annotations

from collections import OrderedDict
from threading import Lock

from flask import current_app

from northspan.core.case.worked import WorkedJob
from northspan.core.document.job import Job
from northspan.core.solve import worked
from northspan.store.jobs import StoredJob

MOST_PARTS = 4_000  # of all jobs together: a house has some fifty, two hundred feeders a thousand


class WorkedJobs:
    """The last jobs that were worked out, as many as weigh no more than the bound; the one asked last stays whatever it weighs."""

    def __init__(self, most_parts: int = MOST_PARTS) -> None:
        self._most_parts = most_parts
        self._kept: OrderedDict[tuple[str, int], WorkedJob] = OrderedDict()
        self._lock = Lock()

    def of(self, stored: StoredJob) -> WorkedJob:
        """Give a job worked out: from before, or now.

        Parameters
        ----------
        stored : StoredJob
            The job as it is kept. [-]

        Raises
        ------
        InvalidJob
            If it cannot be planned.
        """
        key = stored.id, stored.revision
        with self._lock:
            found = self._kept.get(key)
            if found is not None:
                self._kept.move_to_end(key)
                return found
        made = worked(stored.job)  # outside the lock: two who ask at once work it twice, and nobody waits for another's job
        with self._lock:
            self._kept[key] = made
            self._kept.move_to_end(key)
            while len(self._kept) > 1 and sum(weight(one.job) for one in self._kept.values()) > self._most_parts:
                self._kept.popitem(last=False)
        return made

    def __len__(self) -> int:
        """Count the jobs that are kept."""
        return len(self._kept)


def weight(job: Job) -> int:
    """Count the parts of a job: what its plan grows with. [-]

    Parameters
    ----------
    job : Job
        The job. [-]
    """
    maps = (job.sources, job.buildings, job.enclosures, job.electrodes, job.loads, job.runs, job.circuits, job.boxes)
    return sum(len(one) for one in maps)


def worked_kept(stored: StoredJob) -> WorkedJob:
    """Give a job of the store worked out.

    Parameters
    ----------
    stored : StoredJob
        The job. [-]
    """
    kept: WorkedJobs = current_app.extensions["northspan_worked"]
    return kept.of(stored)
