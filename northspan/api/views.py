"""The HTTP surface: each view reads, asks one thing below, and answers."""

from __future__ import annotations

import json
import re
from dataclasses import asdict
from http import HTTPStatus

from apiflask import APIBlueprint
from flask import Response, abort, current_app, request

from northspan import shapes
from northspan.api import bodies
from northspan.api.job_state import edited, job_state, jobs_kept, service
from northspan.api.problems import BadRequest
from northspan.asking import QUESTIONS, Question
from northspan.core.case.beside import Beside
from northspan.core.desk.demo_move import MOVES
from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.desk.demos import DEMOS
from northspan.core.desk.options import Choice, RulebookOptions, rulebook_options
from northspan.core.desk.starts import Answers, start_edits
from northspan.core.desk.starts.under import empty_job_under, start_job_under, starts_under
from northspan.core.desk.survey import doubling, removal
from northspan.core.document.changes import Changes
from northspan.core.document.job import Job, LibraryLoad, route_length_m
from northspan.core.document.plan import Plan, RunPlan
from northspan.core.document.upgrade import read_job
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.solve import worked
from northspan.core.steps.record.compared import compared
from northspan.core.steps.record.summary import JobStage
from northspan.files.gpx import read_gpx
from northspan.files.job_file import FileAbout, about_file, job_file_name, read_file, write_job
from northspan.files.load_table import read_loads, write_loads
from northspan.files.readings import read_fall, read_four_pin
from northspan.standins.tester_at_job import TesterQuestion, measured
from northspan.store.jobs import MOST_JOBS, JobLine
from northspan.store.library import Library

NOTHING = Beside()
MOST_ROWS, MOST_HITS = 300, 6

bp = APIBlueprint("api", __name__, url_prefix="/api", tag="North Span")


@bp.get("/jobs")
@bp.output(shapes.JobList)
def list_jobs() -> Response:
    """List jobs, the last changed first: those in which every word of `search` is found, those of a `stage`, from the `skip`th on."""
    service().tell_untold()
    words = tuple(request.args.get("search", "")[:200].casefold().split())
    stage, skip = request.args.get("stage", "")[:12], _whole(request.args.get("skip", ""))
    lines = jobs_kept().lines(words, stage, skip)
    return bodies.answer(shapes.JobList(jobs=[_job_line(one, words) for one in lines], more=len(lines) == MOST_JOBS))


@bp.get("/desk")
@bp.output(shapes.MorningDesk)
def morning_desk() -> Response:
    """Say what waits for whom in all jobs that are not done, what has a day first."""
    service().tell_untold()
    rows = [
        shapes.DeskRow(job_id=line.id, job=line.name, stage=line.told.stage, **one)
        for line in jobs_kept().lines()
        if line.told.stage != JobStage.done.value
        for one in json.loads(line.told.summary)["waits"]
    ]
    today = service().beside().now.date().isoformat()
    return bodies.answer(shapes.MorningDesk(today=today, rows=sorted(rows, key=lambda one: (one.day or "9", one.job))[:MOST_ROWS]))


@bp.post("/jobs")
@bp.output(shapes.JobState, status_code=201)
def create_job() -> Response:
    """Start a job."""
    wanted = bodies.body(shapes.NewJob)
    return job_state(service().add(_started(wanted), bodies.person(), detailed=bodies.detailed_runs()), HTTPStatus.CREATED)


@bp.get("/jobs/<job_id>")
@bp.output(shapes.JobState)
def get_job(job_id: str) -> Response:
    """Read a job with its plan."""
    return job_state(service().get(job_id))


@bp.patch("/jobs/<job_id>")
@bp.output(shapes.JobState)
def edit_job(job_id: str) -> Response:
    """Edit a job by JSON Patch, on the revision named in If-Match."""
    bodies.revision_asked()  # what says no revision is refused before it is read
    return edited(job_id, bodies.body(shapes.JobPatch).operations)


@bp.post("/jobs/<job_id>/try")
@bp.output(Changes)
def try_edit(job_id: str) -> Response:
    """Say what an edit would change in the plan of the revision named in If-Match, without keeping it; `focus` as for the plan."""
    on_revision = bodies.revision_asked()
    operations = bodies.body(shapes.JobPatch).operations
    return bodies.answer(service().tried(job_id, on_revision, operations, bodies.detailed_runs() or ()))


@bp.post("/jobs/<job_id>/start")
@bp.output(shapes.JobState)
def start_in_job(job_id: str) -> Response:
    """Add a guided start to a job, on the revision named in If-Match."""
    bodies.revision_asked()
    wanted = bodies.body(shapes.StartInJob)
    return edited(job_id, start_edits(service().get(job_id).job, wanted.start, wanted.answers, service().tail))


@bp.post("/jobs/<job_id>/parts")
@bp.output(shapes.JobState)
def change_part(job_id: str) -> Response:
    """Remove or copy a part with everything that hangs on it, on the revision named in If-Match."""
    bodies.revision_asked()
    wanted = bodies.body(shapes.PartAction)
    job = service().get(job_id).job
    if wanted.action == "remove":
        return edited(job_id, removal(job, wanted.kind, wanted.part))
    return edited(job_id, doubling(job, wanted.kind, wanted.part, service().tail))


@bp.post("/jobs/<job_id>/undo")
@bp.output(shapes.JobState)
def undo_edit(job_id: str) -> Response:
    """Undo the last edit, on the revision named in If-Match."""
    return job_state(service().undo(job_id, bodies.revision_asked(), bodies.person(), bodies.detailed_runs()))


@bp.post("/jobs/<job_id>/redo")
@bp.output(shapes.JobState)
def redo_edit(job_id: str) -> Response:
    """Redo the last undone edit, on the revision named in If-Match."""
    return job_state(service().redo(job_id, bodies.revision_asked(), bodies.person(), bodies.detailed_runs()))


@bp.get("/jobs/<job_id>/plan")
@bp.output(Plan)
def get_plan(job_id: str) -> Response:
    """Plan a kept job."""
    stored = service().get(job_id)
    return bodies.answer(service().plan(worked(stored.job, bodies.detailed_runs())), revision=stored.revision)


@bp.get("/jobs/<job_id>/revisions")
@bp.output(shapes.RevisionList)
def list_revisions(job_id: str) -> Response:
    """List what was changed, when and by whom."""
    came_with = jobs_kept().came_with(job_id)
    before = FileAbout.model_validate_json(came_with).history if came_with else ()
    return bodies.answer(
        shapes.RevisionList(
            revisions=[shapes.RevisionItem(**asdict(line)) for line in jobs_kept().history(job_id)],
            before=[shapes.EarlierItem(**line.model_dump()) for line in before],
        )
    )


@bp.get("/jobs/<job_id>/revisions/<int:number>")
@bp.output(Job)
def get_revision(job_id: str, number: int) -> Response:
    """Read a job as it stood at a revision."""
    return bodies.answer(service().at_revision(job_id, number))


@bp.get("/jobs/<job_id>/revisions/<int:number>/runs/<run_id>")
@bp.output(RunPlan)
def get_run(job_id: str, number: int, run_id: str) -> Response:
    """Plan a run as the job stood at a revision, with its working and its other ways."""
    found = service().run_in_detail(job_id, number, run_id)
    if found is None:
        abort(HTTPStatus.NOT_FOUND, f"Revision {number} has no run {run_id}.")
    return bodies.answer(found)


@bp.get("/jobs/<job_id>/revisions/<int:number>/since/<int:earlier>")
@bp.output(shapes.AnswerChanges)
def compare_revisions(job_id: str, number: int, earlier: int) -> Response:
    """Say what is different in the answers of two revisions."""
    before, after = (service().at_revision(job_id, one) for one in (earlier, number))
    return bodies.answer(shapes.AnswerChanges(changes=list(compared(before, after))))


@bp.get("/jobs/<job_id>/export/job.json")
@bp.output(Job)
def export_job(job_id: str) -> Response:
    """Save a job as a file, with who changed it last; with its history too where `history` is asked."""
    job, whole = service().get(job_id).job, bool(request.args.get("history"))
    headers = {"Content-Disposition": f'attachment; filename="{job_file_name(job)}"'}
    return Response(
        write_job(job, about_file(job_id, jobs_kept().history(job_id), whole=whole)), mimetype="application/json", headers=headers
    )


@bp.post("/import")
@bp.output(shapes.JobState, status_code=201)
def import_job() -> Response:
    """Open a job file of this version or an older one."""
    job, about = read_file(bodies.json_body())
    if about is None:
        return job_state(service().add(job, bodies.person(), "imported", bodies.detailed_runs()), HTTPStatus.CREATED)
    what = f"opened from a file of revision {about.revision}{f', last changed by {about.who}' if about.who else ''}"
    if jobs_kept().is_kept(about.job):
        job = job.model_copy(update={"name": f"{job.name[:66]}, second copy"})
        what += "; the job it comes from is kept here too, this is a second copy"
    stored = service().add(
        job, bodies.person(), "imported", bodies.detailed_runs(), what=what[:1].upper() + what[1:], came_with=about.model_dump_json()
    )
    return job_state(stored, HTTPStatus.CREATED)


@bp.post("/solve")
@bp.output(Plan)
def solve_job() -> Response:
    """Plan a job without keeping it."""
    whole = worked(read_job(bodies.json_body()), bodies.detailed_runs())
    return bodies.passed_on(service().ask("plan", whole, NOTHING))


@bp.get("/starts")
@bp.output(shapes.StartList)
def list_starts() -> Response:
    """List the guided starts with what they ask, in the words of a rulebook."""
    named = bodies.rulebook_asked(rulebook_names()[0])
    items = [shapes.StartItem(key=s.key, title=s.title, words=s.words, adds=s.adds, asks=list(s.asks)) for s in starts_under(named)]
    return bodies.answer(shapes.StartList(starts=items))


@bp.post("/route/gpx")
@bp.output(shapes.RouteLegs)
def read_route() -> Response:
    """Read a GPX track into the legs of a route."""
    legs = read_gpx(bodies.body(shapes.GpxText).text)
    return bodies.answer(shapes.RouteLegs(legs=list(legs), length_m=route_length_m(legs, 0.0)))


@bp.post("/earth/readings")
@bp.output(shapes.ReadingsList)
def read_readings() -> Response:
    """Read an earth tester's CSV."""
    wanted = bodies.body(shapes.ReadingsText)
    if wanted.kind == "four_pin":
        return bodies.answer(shapes.ReadingsList(four_pin=list(read_four_pin(wanted.text))))
    return bodies.answer(shapes.ReadingsList(fall=list(read_fall(wanted.text))))


@bp.post("/jobs/<job_id>/standins/earth-tester")
@bp.output(shapes.TesterCsv)
def ask_tester(job_id: str) -> Response:
    """Let the simulated earth tester measure at a building; it answers as CSV, as an instrument does."""
    wanted = bodies.body(TesterQuestion)
    return bodies.answer(shapes.TesterCsv(simulated=True, text=measured(service().get(job_id).job, wanted)))


@bp.get("/library")
@bp.output(shapes.LoadLibrary)
def list_library() -> Response:
    """List the loads to choose from."""
    return _library_state()


@bp.post("/library")
@bp.output(shapes.LoadLibrary)
def keep_load() -> Response:
    """Keep a load in the library; one of the same name is replaced."""
    _library().keep([bodies.body(LibraryLoad)])
    return _library_state()


@bp.post("/library/drop")
@bp.output(shapes.LoadLibrary)
def drop_load() -> Response:
    """Drop a kept load from the library."""
    _library().drop(bodies.body(shapes.LoadName).name)
    return _library_state()


@bp.get("/library.csv")
def export_library() -> Response:
    """Save the whole library as CSV."""
    loads = (*_library().own(), *_library().standard(_which_library()))
    headers = {"Content-Disposition": 'attachment; filename="loads.csv"'}
    return Response(write_loads(loads), mimetype="text/csv", headers=headers)


@bp.post("/library/csv")
@bp.output(shapes.LoadLibrary)
def import_library() -> Response:
    """Keep all loads of a CSV file."""
    _library().keep(read_loads(bodies.body(shapes.CsvText).text))
    return _library_state()


@bp.post("/stop")
@bp.output(shapes.Stopped)
def stop_question() -> Response:
    """End a question that takes long, by the ticket that it was asked with."""
    return bodies.answer(shapes.Stopped(stopped=service().stop(bodies.body(shapes.Ticket).ticket)))


@bp.get("/rulebooks")
@bp.output(shapes.RulebookList)
def list_rulebooks() -> Response:
    """List rulebooks."""
    books = [Choice(value=name, title=rulebook_named(name).title) for name in rulebook_names()]
    return bodies.answer(shapes.RulebookList(rulebooks=books))


@bp.get("/rulebooks/<name>")
@bp.output(RulebookOptions)
def get_rulebook(name: str) -> Response:
    """Read what a rulebook lets a person choose from."""
    if name not in rulebook_names():
        abort(HTTPStatus.NOT_FOUND, f"There is no rulebook {name}.")
    return bodies.answer(rulebook_options(rulebook_named(name)))


def _whole(text: str) -> int:
    """A whole number out of an address; nothing stands for none."""
    if not re.fullmatch(r"\d{0,6}", text, re.ASCII):
        raise BadRequest(HTTPStatus.BAD_REQUEST, f"skip is {text[:20]}, which is no whole number.", "For example skip=200.")
    return int(text or 0)


def _job_line(line: JobLine, words: tuple[str, ...]) -> shapes.JobListItem:
    said = json.loads(line.told.summary)
    rows = (row.split("\t") for row in line.told.words.splitlines()) if words else ()
    hits = [shapes.Hit(where=where, words=shown) for where, shown, folded in rows if any(word in folded for word in words)]
    return shapes.JobListItem(
        id=line.id, name=line.name, revision=line.revision, changed_at=line.changed_at, stage=line.told.stage,
        next_day=said["next_day"], next_words=said["next_words"], stops=said["stops"], fixes=said["fixes"], hits=hits[:MOST_HITS],
    )  # fmt: skip


def _library() -> Library:
    library: Library = current_app.extensions["northspan_library"]
    return library


def _which_library() -> str:
    """The loads that are usual under the rulebook that is asked, or under the first."""
    return rulebook_named(bodies.rulebook_asked(rulebook_names()[0])).library


def _library_state() -> Response:
    library = _library()
    return bodies.answer(shapes.LoadLibrary(own=list(library.own()), standard=list(library.standard(_which_library()))))


def _started(wanted: shapes.NewJob) -> Job:
    if wanted.start == "demo":
        return DEMOS.get(wanted.rulebook, kestrel_hollow)()
    if wanted.start == "demo-move":
        return MOVES.get(wanted.rulebook, MOVES["us-2023"])()
    if wanted.start == "empty":
        return empty_job_under(wanted.name, wanted.rulebook)
    return start_job_under(wanted.start, wanted.answers or Answers(name=wanted.name), wanted.rulebook)


def _add_question(question: Question) -> None:
    def answer() -> Response:
        return bodies.passed_on(service().ask(question.name, None, NOTHING, bodies.json_body(), bodies.ticket()))

    answer.__doc__ = question.words
    answer.__name__ = question.name.replace("/", "_").replace("-", "_")
    bp.post(f"/{question.name}")(bp.output(question.answer)(answer))


for _question in QUESTIONS.values():
    if _question.name.startswith("calc/"):
        _add_question(_question)
