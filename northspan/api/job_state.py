"""A job as every view answers with it, and the service it comes from."""

from __future__ import annotations

from http import HTTPStatus
from typing import Any

from flask import Response, current_app

from northspan import shapes
from northspan.api import bodies
from northspan.core.solve import worked
from northspan.service import KeptJob, Service
from northspan.store.jobs import Jobs


def service() -> Service:
    """Give the service that this door opens to."""
    found: Service = current_app.extensions["northspan_service"]
    return found


def jobs_kept() -> Jobs:
    """Give the store of jobs, for its lists."""
    jobs: Jobs = current_app.extensions["northspan_jobs"]
    return jobs


def edited(job_id: str, patch: list[dict[str, Any]]) -> Response:
    """Edit a job on the revision named in If-Match, and answer with it.

    Parameters
    ----------
    job_id : str
        The job. [-]
    patch : list of dict
        RFC 6902 operations. [-]
    """
    return job_state(service().edit(job_id, bodies.revision_asked(), patch, bodies.person(), bodies.detailed_runs()))


def job_state(kept: KeptJob, status: HTTPStatus = HTTPStatus.OK) -> Response:
    """Answer with a job as it stands, its plan and what can be done with it; with what is different, where the reader knows the rest.

    Parameters
    ----------
    kept : KeptJob
        The job. [-]
    status : HTTPStatus
        Status of the answer. [-]
    """
    since, head = bodies.since_asked(), kept.head
    told: dict[str, Any] = {
        "id": kept.id,
        "revision": head.number,
        "can_undo": kept.can_undo,
        "can_redo": kept.can_redo,
        "changed_at": head.at,
        "last": head.last,
    }
    between = service().between(kept, since) if since is not None else None
    if between is not None:
        in_job, in_plan = between
        return bodies.answer(shapes.JobChanged(since=since, in_job=in_job, in_plan=in_plan, **told), status, head.number)
    plan = kept.plan or service().plan(worked(kept.job, bodies.detailed_runs()))
    return bodies.answer(shapes.JobState.model_construct(job=kept.job, plan=plan, **told), status, head.number)
