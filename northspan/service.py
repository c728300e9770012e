"""What every door opens to: histories, jobs worked out, what is kept, and who acts. HTTP and the shell are thin doors to it."""

from __future__ import annotations

from collections.abc import Callable, Collection
from dataclasses import dataclass
from datetime import datetime
from typing import Protocol

from northspan import __version__
from northspan.asking import QUESTIONS, STEP_NAMED, Said, ask
from northspan.core.case.beside import Beside
from northspan.core.case.worked import WorkedJob
from northspan.core.document import ledger
from northspan.core.document.authority import Authority
from northspan.core.document.changes import Changes, changes
from northspan.core.document.job import Job, LibraryLoad
from northspan.core.document.ledger import Patch, Revision, Told
from northspan.core.document.patching import patched_job
from northspan.core.document.plan import ASKED_FOR, Plan, RunPlan
from northspan.core.document.price_book import PriceBook
from northspan.core.solve import worked
from northspan.core.steps.found import check_steps, with_steps_found
from northspan.core.steps.record.summary import summary_of
from northspan.worked_jobs import WorkedJobs


class Keeper(Protocol):
    """Who keeps revisions: a database here, something else in a browser."""

    def add(self, job_id: str, name: str, first: Revision, came_with: str | None = None, told: Told | None = None) -> None:
        """Keep a new job."""

    def append(self, job_id: str, on_revision: int, name: str, revision: Revision, told: Told | None = None) -> None:
        """Keep the next revision, if the one it was made on still counts."""

    def untold(self) -> tuple[str, ...]:
        """List jobs of which lists can tell nothing yet."""

    def tell(self, job_id: str, revision: int, told: Told) -> None:
        """Keep what lists tell of a job."""

    def number(self, job_id: str) -> int:
        """Read the number of the revision that counts now."""

    def head(self, job_id: str) -> Revision:
        """Read the revision that counts now."""

    def revision(self, job_id: str, number: int) -> Revision:
        """Read a revision."""


class Elsewhere(Protocol):
    """Where heavy questions are worked, apart from light ones."""

    def ask(self, name: str, job: Job | None, beside: Beside, said: object = None, *, revision: int = 0, ticket: str = "") -> Said:
        """Ask a question there."""

    def stop(self, ticket: str) -> bool:
        """End what is worked under a ticket."""


@dataclass(frozen=True, slots=True)
class Shelf:
    """What is kept beside the jobs, as it stands now, and which state of it that is."""

    books: tuple[PriceBook, ...] = ()
    library: tuple[LibraryLoad, ...] = ()
    shops: tuple[str, ...] = ()
    versions: tuple[tuple[str, str], ...] = ()
    authorities: tuple[Authority, ...] = ()


@dataclass(frozen=True, slots=True)
class Outside:
    """What comes from outside: the time, names that are not taken, tails of ids, and what is kept beside the jobs."""

    now: Callable[[], datetime]
    new_id: Callable[[], str]
    tail: Callable[[], str]
    shelf: Callable[[], Shelf]


@dataclass(frozen=True, slots=True)
class KeptJob:
    """A job as it stands: its id, the revision that counts, the job in it; its plan where keeping it asked for one."""

    id: str
    head: Revision
    job: Job
    plan: Plan | None = None

    @property
    def revision(self) -> int:
        """The number of the revision."""
        return self.head.number

    @property
    def can_undo(self) -> bool:
        """Whether undo leads anywhere."""
        return self.head.undo_to is not None

    @property
    def can_redo(self) -> bool:
        """Whether redo leads anywhere."""
        return self.head.redo_to is not None


class Service:
    """Jobs kept, worked out and asked.

    Parameters
    ----------
    keeper : Keeper
        Who keeps revisions. [-]
    outside : Outside
        Clock, names, and what is kept beside. [-]
    elsewhere : Elsewhere, optional
        Where heavy questions are worked; here, if left out. [-]
    """

    def __init__(self, keeper: Keeper, outside: Outside, elsewhere: Elsewhere | None = None) -> None:
        self._keeper, self._outside, self._worked, self._elsewhere = keeper, outside, WorkedJobs(), elsewhere

    def get(self, job_id: str) -> KeptJob:
        """Read a job as it stands."""
        head = self._keeper.head(job_id)
        known = self._worked.known((job_id, head.number))
        return KeptJob(job_id, head, known.job if known else head.job)

    def at_revision(self, job_id: str, number: int) -> Job:
        """Read a job as it stood at a revision."""
        return self._keeper.revision(job_id, number).job

    def add(
        self, job: Job, who: str, kind: str = "created", detailed: Collection[str] | None = (), *, what: str = "",
        came_with: str | None = None,
    ) -> KeptJob:  # fmt: skip
        """Keep a new job, planned with the working of the runs that are wanted, and with what its file brought along."""
        whole, first, job_id = worked(job, detailed), ledger.begun(job, who, self._outside.now(), kind, what), self._outside.new_id()
        plan = self.plan(whole)
        self._keeper.add(job_id, job.name, first, came_with, told_of(whole, plan))
        return KeptJob(job_id, first, job, plan)

    def edit(self, job_id: str, on_revision: int, patch: Patch, who: str, detailed: Collection[str] | None = ()) -> KeptJob:
        """Apply a JSON Patch to the revision it was made on, and keep the result as the next revision.

        The job is planned before anything is locked, for that takes time, and once; what cannot be planned is not kept.
        """
        head = self._keeper.head(job_id)
        ledger.check_fresh(head, on_revision)
        before = self._worked.of((job_id, head.number), lambda: head.job)
        revision, job = ledger.edited(head, patch, who, self._outside.now(), before.job)
        whole = worked(job, detailed, before)
        check_steps(whole, (str(one.get("path", "")) for one in patch))
        plan = self.plan(whole)
        self._keeper.append(job_id, on_revision, job.name, revision, told_of(whole, plan))
        kept = KeptJob(job_id, revision, job, plan)
        self._worked.keep((job_id, revision.number), whole)
        return kept

    def tried(self, job_id: str, on_revision: int, patch: Patch, detailed: Collection[str] = ()) -> Changes:
        """Say what an edit would change in the plan of a revision, without keeping it.

        Of the runs that are asked in detail their working and other ways are told too; of others that change, that they come.
        """
        ledger.check_number(self._keeper.number(job_id), on_revision)
        before = self._worked.of((job_id, on_revision), lambda: self._keeper.revision(job_id, on_revision).job)
        after = worked(patched_job(before.job, patch), detailed, before)
        return changes(self.plan(before), self.plan(after), ASKED_FOR, detailed)

    def between(self, kept: KeptJob, since: int) -> tuple[Changes, Changes] | None:
        """Say what is different in a job and in its plan from an earlier revision, where both are still worked out; else None."""
        before, now = self._worked.known((kept.id, since)), self._worked.known((kept.id, kept.revision))
        if before is None or now is None:
            return None
        return changes(before.job, now.job), changes(self.plan(before), self.plan(now), ASKED_FOR)

    def run_in_detail(self, job_id: str, number: int, run_id: str) -> RunPlan | None:
        """Plan a run of a revision with its working and its other ways; None where there is no such run."""
        before = self._worked.of((job_id, number), lambda: self._keeper.revision(job_id, number).job)
        return worked(before.job, {run_id}, before).plan.runs.get(run_id)

    def undo(self, job_id: str, on_revision: int, who: str, detailed: Collection[str] | None = ()) -> KeptJob:
        """Bring back the state before the last edit, as a new revision."""
        head = self._keeper.head(job_id)
        ledger.check_fresh(head, on_revision)
        target = self._keeper.revision(job_id, ledger.undo_target(head))
        return self._turned(job_id, on_revision, ledger.undone(head, target, who, self._outside.now()), detailed)

    def redo(self, job_id: str, on_revision: int, who: str, detailed: Collection[str] | None = ()) -> KeptJob:
        """Bring back what the last undo took away, as a new revision."""
        head = self._keeper.head(job_id)
        ledger.check_fresh(head, on_revision)
        target = self._keeper.revision(job_id, ledger.redo_target(head))
        return self._turned(job_id, on_revision, ledger.redone(head, target, who, self._outside.now()), detailed)

    def tail(self) -> str:
        """Make the tail of a new part's id: nobody else makes the same."""
        return self._outside.tail()

    def worked(self, kept: KeptJob) -> WorkedJob:
        """Give a job worked out: from before, or now."""
        return self._worked.of((kept.id, kept.revision), lambda: kept.job)

    def plan(self, whole: WorkedJob) -> Plan:
        """Give the plan of a job with what the steps found in it."""
        return with_steps_found(whole)

    def beside(self) -> Beside:
        """Give what lies beside every job now."""
        shelf = self._outside.shelf()
        versions = {"program": __version__, **dict(shelf.versions)}
        return Beside(shelf.books, shelf.library, shelf.shops, self._outside.now(), versions, shelf.authorities)

    def ask(self, name: str, asked_of: KeptJob | WorkedJob | None, beside: Beside, said: object = None, ticket: str = "") -> Said:
        """Ask a question of a kept job, of a job that nobody keeps, or of none; what takes long is worked elsewhere, under a ticket."""
        if QUESTIONS[name].heavy and self._elsewhere is not None:
            number = asked_of.revision if isinstance(asked_of, KeptJob) else 0
            return self._elsewhere.ask(name, asked_of.job if asked_of else None, beside, said, revision=number, ticket=ticket)
        if isinstance(asked_of, KeptJob):
            return ask(name, self.worked(asked_of), beside, said, revision=asked_of.revision)
        return ask(name, asked_of, beside, said)

    def stop(self, ticket: str) -> bool:
        """End what is worked elsewhere under a ticket; tell whether there was anything."""
        return self._elsewhere is not None and self._elsewhere.stop(ticket)

    def happened(
        self, job_id: str, on_revision: int, step: str, event: str, said: object, who: str, detailed: Collection[str] | None = ()
    ) -> KeptJob:
        """Take what happened in a step into the job."""
        one = STEP_NAMED[step].event(event)
        edits = one.edits(self.worked(self.get(job_id)), self.beside(), one.asked.model_validate(said))
        return self.edit(job_id, on_revision, edits, who, detailed)

    def tell_untold(self) -> None:
        """Work out, for the lists, the jobs that an older program kept."""
        for job_id in self._keeper.untold():
            kept = self.get(job_id)
            whole = self.worked(kept)
            self._keeper.tell(job_id, kept.revision, told_of(whole, self.plan(whole)))

    def _turned(self, job_id: str, on_revision: int, revision: Revision, detailed: Collection[str] | None) -> KeptJob:
        job = revision.job
        whole = worked(job, detailed, self._worked.known((job_id, on_revision)))
        plan = self.plan(whole)
        self._keeper.append(job_id, on_revision, job.name, revision, told_of(whole, plan))
        self._worked.keep((job_id, revision.number), whole)
        return KeptJob(job_id, revision, job, plan)


def told_of(whole: WorkedJob, plan: Plan) -> Told:
    """Say of a job what lists of many tell: where it stands, what waits, and the lines that it is found by."""
    said = summary_of(whole, plan.findings)
    lines = ((one.where, " ".join(one.words.split())) for one in said.found)
    words = "\n".join(f"{where}\t{line}\t{line.casefold()}" for where, line in lines)
    return Told(said.stage.value, said.model_dump_json(exclude={"found"}), words)
