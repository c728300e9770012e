"""A job as every view answers with it, and the store it comes from."""

from __future__ import annotations

from http import HTTPStatus

from flask import Response, current_app

from northspan.api import bodies, models
from northspan.core.solve import solve
from northspan.store.jobs import Jobs, StoredJob


def jobs_kept() -> Jobs:
    """Give the store of jobs."""
    jobs: Jobs = current_app.extensions["northspan_jobs"]
    return jobs


def job_state(stored: StoredJob, status: HTTPStatus = HTTPStatus.OK) -> Response:
    """Answer with a job as it stands, its plan and what can be done with it.

    Parameters
    ----------
    stored : StoredJob
        The job. [-]
    status : HTTPStatus
        Status of the answer. [-]
    """
    plan = stored.plan or solve(stored.job, bodies.detailed_runs())
    state = models.JobState.model_construct(
        id=stored.id,
        revision=stored.revision,
        can_undo=stored.can_undo,
        can_redo=stored.can_redo,
        changed_at=stored.changed_at,
        last=stored.last,
        job=stored.job,
        plan=plan,
    )
    return bodies.answer(state, status, stored.revision)
