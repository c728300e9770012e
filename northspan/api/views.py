"""The HTTP surface: each view reads, asks one thing below, and answers."""

from __future__ import annotations

from dataclasses import asdict
from http import HTTPStatus

from apiflask import APIBlueprint
from flask import Response, abort, current_app

from northspan.api import bodies, models
from northspan.api.problems import BadRequest
from northspan.core.calculators import CALCULATORS, Calculator
from northspan.core.demo import kestrel_hollow
from northspan.core.job import Job
from northspan.core.plan import Plan
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.solve import solve
from northspan.core.starts import detached_feeder, empty_job, filled_with
from northspan.core.upgrade import read_job
from northspan.files.job_file import job_file_name, write_job
from northspan.store.jobs import Jobs, StoredJob

bp = APIBlueprint("api", __name__, url_prefix="/api", tag="North Span")


@bp.get("/jobs")
@bp.output(models.JobList)
def list_jobs() -> Response:
    """List jobs."""
    return bodies.answer(models.JobList(jobs=[models.JobListItem(**asdict(line)) for line in _jobs().lines()]))


@bp.post("/jobs")
@bp.output(models.JobState, status_code=201)
def create_job() -> Response:
    """Start a job."""
    wanted = bodies.body(models.NewJob)
    return _state(_jobs().add(_started(wanted), bodies.person()), HTTPStatus.CREATED)


@bp.get("/jobs/<job_id>")
@bp.output(models.JobState)
def get_job(job_id: str) -> Response:
    """Read a job with its plan."""
    return _state(_jobs().get(job_id))


@bp.patch("/jobs/<job_id>")
@bp.output(models.JobState)
def edit_job(job_id: str) -> Response:
    """Edit a job by JSON Patch, on the revision named in If-Match."""
    on_revision = bodies.revision_asked()
    patch = bodies.body(models.JobPatch)
    # fields that were not sent stay out: an operation without a value is not one with null
    operations = [operation.model_dump(by_alias=True, exclude_unset=True) for operation in patch.root]
    return _state(_jobs().edit(job_id, on_revision, operations, bodies.person()))


@bp.post("/jobs/<job_id>/start/detached_feeder")
@bp.output(models.JobState)
def start_feeder(job_id: str) -> Response:
    """Put a feeder to a detached building into a job that has no runs, on the revision named in If-Match."""
    on_revision, wanted = bodies.revision_asked(), bodies.body(models.FeederStart)
    kept = _jobs().get(job_id).job
    patch = filled_with(kept, detached_feeder(kept.name, wanted.load_a, wanted.length_m, wanted.metal, wanted.continuous_a))
    return _state(_jobs().edit(job_id, on_revision, patch, bodies.person()))


@bp.post("/jobs/<job_id>/undo")
@bp.output(models.JobState)
def undo_edit(job_id: str) -> Response:
    """Undo the last edit, on the revision named in If-Match."""
    return _state(_jobs().undo(job_id, bodies.revision_asked(), bodies.person()))


@bp.post("/jobs/<job_id>/redo")
@bp.output(models.JobState)
def redo_edit(job_id: str) -> Response:
    """Redo the last undone edit, on the revision named in If-Match."""
    return _state(_jobs().redo(job_id, bodies.revision_asked(), bodies.person()))


@bp.get("/jobs/<job_id>/plan")
@bp.output(Plan)
def get_plan(job_id: str) -> Response:
    """Plan a kept job."""
    stored = _jobs().get(job_id)
    return bodies.answer(solve(stored.job, bodies.detailed_runs()), revision=stored.revision)


@bp.get("/jobs/<job_id>/revisions")
@bp.output(models.RevisionList)
def list_revisions(job_id: str) -> Response:
    """List what was changed, when and by whom."""
    return bodies.answer(models.RevisionList(revisions=[models.RevisionItem(**asdict(line)) for line in _jobs().history(job_id)]))


@bp.get("/jobs/<job_id>/export/job.json")
@bp.output(Job)
def export_job(job_id: str) -> Response:
    """Save a job as a file."""
    job = _jobs().get(job_id).job
    headers = {"Content-Disposition": f'attachment; filename="{job_file_name(job)}"'}
    return Response(write_job(job), mimetype="application/json", headers=headers)


@bp.post("/import")
@bp.output(models.JobState, status_code=201)
def import_job() -> Response:
    """Open a job file of this version or an older one."""
    return _state(_jobs().add(read_job(bodies.json_body()), bodies.person(), "imported"), HTTPStatus.CREATED)


@bp.post("/solve")
@bp.output(Plan)
def solve_job() -> Response:
    """Plan a job without keeping it."""
    return bodies.answer(solve(read_job(bodies.json_body()), bodies.detailed_runs()))


@bp.get("/rulebooks")
@bp.output(models.RulebookList)
def list_rulebooks() -> Response:
    """List rulebooks."""
    books = [models.Choice(value=name, title=rulebook_named(name).title) for name in rulebook_names()]
    return bodies.answer(models.RulebookList(rulebooks=books))


@bp.get("/rulebooks/<name>")
@bp.output(models.RulebookOptions)
def get_rulebook(name: str) -> Response:
    """Read what a rulebook lets a person choose from."""
    if name not in rulebook_names():
        abort(HTTPStatus.NOT_FOUND, f"There is no rulebook {name}.")
    book = rulebook_named(name)
    dialect = asdict(book.dialect)
    return bodies.answer(
        models.RulebookOptions(
            id=book.id,
            title=book.title,
            metals=[models.Choice(value=m, title=dialect.get(m, m)) for m in book.metals()],
            methods=[models.Choice(value=v, title=t) for v, t in book.methods()],
            places=[models.Choice(value=v, title=t) for v, t in book.places()],
            surfaces=[models.Choice(value=v, title=t) for v, t in book.surfaces()],
            insulations=list(book.insulations()),
            sizes={m: [models.Choice(value=s, title=book.size_name(s)) for s in book.sizes(m)] for m in book.metals()},
            devices=list(book.devices()),
            terms=dialect,
        )
    )


def _jobs() -> Jobs:
    jobs: Jobs = current_app.extensions["northspan_jobs"]
    return jobs


def _started(wanted: models.NewJob) -> Job:
    if wanted.start == "demo":
        return kestrel_hollow()
    if wanted.start == "empty":
        return empty_job(wanted.name)
    if wanted.load_a is None or wanted.length_m is None:
        raise BadRequest(HTTPStatus.UNPROCESSABLE_ENTITY, "A feeder starts from its load and its length.", "Send load_a and length_m.")
    return detached_feeder(wanted.name, wanted.load_a, wanted.length_m, wanted.metal, wanted.continuous_a)


def _state(stored: StoredJob, status: HTTPStatus = HTTPStatus.OK) -> Response:
    plan = solve(stored.job, bodies.detailed_runs())
    state = models.JobState.model_construct(
        id=stored.id,
        revision=stored.revision,
        can_undo=stored.can_undo,
        can_redo=stored.can_redo,
        changed_at=stored.changed_at,
        job=stored.job,
        plan=plan,
    )
    return bodies.answer(state, status, stored.revision)


def _add_calculator(calculator: Calculator) -> None:
    def answer() -> Response:
        return bodies.answer(calculator.work(bodies.body(calculator.question)))

    answer.__doc__ = calculator.words
    answer.__name__ = f"calc_{calculator.name.replace('-', '_')}"
    bp.post(f"/calc/{calculator.name}")(bp.output(calculator.answer)(answer))


for _calculator in CALCULATORS.values():
    _add_calculator(_calculator)
