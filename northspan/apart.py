"""Heavy questions apart from light ones: in a few processes of their own, each ended at its deadline, or when somebody says stop."""

from __future__ import annotations

import json
import os
import resource
from concurrent.futures import CancelledError
from http import HTTPStatus
from multiprocessing import get_context
from threading import BoundedSemaphore, Lock
from typing import TYPE_CHECKING

from pebble import ProcessExpired, ProcessPool

from northspan.asking import Said, ask, told
from northspan.core import load_all
from northspan.core.document.upgrade import read_job
from northspan.core.solve import worked
from northspan.problem import Problem, a_problem

if TYPE_CHECKING:
    from pebble import ProcessFuture

    from northspan.core.case.beside import Beside
    from northspan.core.document.job import Job

LONGEST_S = 60.0  # a question that takes longer is ended
MOST_MB = 1500  # of memory for one process
MOST_WAITING = 8  # questions that wait for a process; more are refused at once
LESS = "Ask for less at once: fewer runs, or one building by itself."


class Apart:
    """Processes for heavy questions, started when the first one comes.

    Parameters
    ----------
    workers : int
        How many processes; one less than the machine has, where it is not said. [-]
    longest_s : float
        After so long a question is ended. [s]
    waiting : int
        How many questions may wait for a process. [-]
    """

    def __init__(self, workers: int = 0, longest_s: float = LONGEST_S, waiting: int = MOST_WAITING) -> None:
        self._workers = workers or max(1, (os.cpu_count() or 2) - 1)
        self._longest_s = longest_s
        self._room = BoundedSemaphore(self._workers + waiting)
        self._lock = Lock()
        self._pool: ProcessPool | None = None
        self._asked: dict[str, ProcessFuture[tuple[int, bytes]]] = {}

    def ask(self, name: str, job: Job | None, beside: Beside, said: object = None, *, revision: int = 0, ticket: str = "") -> Said:
        """Ask a question in a process of its own; a ticket is a name by which it can be stopped."""
        if not self._room.acquire(blocking=False):
            return told(_refused("busy", "Too many long questions are being worked.", "Wait until one of them is done."))
        try:
            return self._answered(name, job.model_dump_json() if job else "", beside, said, revision, ticket)
        finally:
            self._room.release()

    def stop(self, ticket: str) -> bool:
        """End what is worked under a ticket; tell whether there was anything.

        Parameters
        ----------
        ticket : str
            Its name. [-]
        """
        with self._lock:
            future = self._asked.get(ticket)
        return bool(future and future.cancel())  # type: ignore[no-untyped-call]

    def close(self) -> None:
        """End every process."""
        with self._lock:
            pool, self._pool = self._pool, None
        if pool is not None:
            pool.stop()  # type: ignore[no-untyped-call]
            pool.join()

    def _answered(self, name: str, job: str, beside: Beside, said: object, revision: int, ticket: str) -> Said:
        with self._lock:
            if self._pool is None:
                self._pool = ProcessPool(max_workers=self._workers, max_tasks=200, initializer=_begin, context=get_context("spawn"))
            future: ProcessFuture[tuple[int, bytes]] = self._pool.schedule(
                _work, args=(name, job, beside, said, revision), timeout=self._longest_s
            )
            if ticket:
                self._asked[ticket] = future
        try:
            status, body = future.result()
        except TimeoutError:
            return told(_refused("too-long", f"This took longer than {self._longest_s:g} s and was ended.", LESS))
        except CancelledError:
            return told(_refused("stopped", "This was stopped before it was done.", "Ask again when you want it."))
        except (MemoryError, ProcessExpired):
            return told(_refused("too-large", f"This took more than {MOST_MB} MB of memory and was ended.", LESS))
        finally:
            with self._lock:
                self._asked.pop(ticket, None)
        return Said(status, body)


def _refused(code: str, detail: str, right: str) -> Problem:
    return a_problem(HTTPStatus.SERVICE_UNAVAILABLE, code, detail, right=right)


def _begin() -> None:
    """Make a process ready: tables read, memory bounded, and behind what is light."""
    most = MOST_MB * 1024 * 1024
    resource.setrlimit(resource.RLIMIT_DATA, (most, most))
    os.nice(5)
    load_all()


def _work(name: str, job: str, beside: Beside, said: object, revision: int) -> tuple[int, bytes]:
    answer = ask(name, worked(read_job(json.loads(job))) if job else None, beside, said, revision=revision)
    return answer.status, answer.body
