"""Jobs worked out, kept by job and revision, so that the next view of an unchanged job costs nothing."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable
from threading import Lock

from northspan.core.case.worked import WorkedJob
from northspan.core.document.job import Job
from northspan.core.document.patching import PART_KINDS
from northspan.core.solve import worked

MOST_PARTS = 4_000  # of all jobs together: a house has some fifty, two hundred feeders a thousand
Key = tuple[str, int]


class WorkedJobs:
    """The last jobs that were worked out, as many as weigh no more than the bound; the one asked last stays whatever it weighs.

    Parameters
    ----------
    most_parts : int
        The bound, in parts of jobs. [-]
    """

    def __init__(self, most_parts: int = MOST_PARTS) -> None:
        self._most_parts = most_parts
        self._kept: OrderedDict[Key, WorkedJob] = OrderedDict()
        self._lock = Lock()

    def known(self, key: Key) -> WorkedJob | None:
        """Give a job as it was worked out before, if it is still kept.

        Parameters
        ----------
        key : tuple
            Its id and its revision. [-]
        """
        with self._lock:
            found = self._kept.get(key)
            if found is not None:
                self._kept.move_to_end(key)
            return found

    def of(self, key: Key, read: Callable[[], Job]) -> WorkedJob:
        """Give a job worked out: from before, or now.

        Parameters
        ----------
        key : tuple
            Its id and its revision. [-]
        read : Callable
            Reads the job, where it is to be worked out. [-]

        Raises
        ------
        InvalidJob
            If it cannot be planned.
        """
        found = self.known(key)
        if found is not None:
            return found
        made = worked(read())  # outside the lock: two who ask at once work it twice, and nobody waits for another's job
        self.keep(key, made)
        return made

    def keep(self, key: Key, made: WorkedJob) -> None:
        """Keep a job that was worked out already.

        Parameters
        ----------
        key : tuple
            Its id and its revision. [-]
        made : WorkedJob
            The job, worked out. [-]
        """
        with self._lock:
            self._kept[key] = made
            self._kept.move_to_end(key)
            while len(self._kept) > 1 and sum(weight(one.job) for one in self._kept.values()) > self._most_parts:
                self._kept.popitem(last=False)

    def forget(self) -> None:
        """Forget them all: the next question works anew."""
        with self._lock:
            self._kept.clear()

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
    return sum(len(getattr(job, kind)) for kind in PART_KINDS)
