"""Materials over HTTP: the take-off of a job at the prices that are kept, as CSV, and the price books themselves."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import UTC, datetime
from functools import lru_cache

from apiflask import APIBlueprint
from flask import Response, current_app, request

from northspan.api import bodies, models
from northspan.api.job_state import job_state, jobs_kept
from northspan.api.worked_jobs import worked_kept
from northspan.core.case.worked import WorkedJob
from northspan.core.desk.days.plan import days_plan, first_needed, labor_h
from northspan.core.desk.take_off import taken_off
from northspan.core.desk.take_off.alternatives import alternatives, other_jobs
from northspan.core.desk.take_off.estimate import estimated
from northspan.core.desk.take_off.flips import flips, site_flips
from northspan.core.desk.take_off.flips_of_run import run_flips
from northspan.core.desk.take_off.priced import price_key, priced
from northspan.core.desk.take_off.quotes import choices, kinds_used, quotes
from northspan.core.desk.take_off.totals import totals
from northspan.core.document.job import Units
from northspan.core.document.plan import work_lines
from northspan.core.document.plan.days import DaysPlan
from northspan.core.document.plan.materials import TakeOffLine
from northspan.core.document.price_book import PriceBook
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.solve import worked
from northspan.core.working.errors import InvalidJob, NoSolution, OutsideTable
from northspan.files.price_table import read_book, write_book
from northspan.files.take_off_table import write_take_off
from northspan.standins.behaves import Behaves
from northspan.standins.price_service import SHOPS, PriceService, SimulatedService
from northspan.store.books import Books, KeptBook, NoSuchBook

LARGEST_BOOK = 10_000_000  # bytes; 50 000 prices take about 3 000 000

bp = APIBlueprint("materials", __name__, url_prefix="/api", tag="North Span")


@bp.get("/jobs/<job_id>/materials")
@bp.output(models.JobMaterials)
def job_materials(job_id: str) -> Response:
    """List everything that a job needs at the prices that are kept, with the revision it was counted from."""
    stored = jobs_kept().get(job_id)
    whole = worked_kept(stored)
    found = taken_off(whole)
    prices = priced(found, [_opened(book) for book in _books().kept()], whole.case.rulebook.words.length_text)
    days = _days(whole)
    worked = estimated(stored.job.materials.estimate, prices.splits[0].cost if prices.splits else 0.0, labor_h(days) if days else 0.0)
    answer = models.JobMaterials(revision=stored.revision, take_off=found, prices=prices,
                                 estimate=worked.value, estimate_working=work_lines(worked.steps), shops=list(SHOPS),
                                 totals=totals(stored.job, found, prices), first_needed=first_needed(days) if days else {})  # fmt: skip
    return bodies.answer(answer)


@bp.get("/jobs/<job_id>/materials/flips")
@bp.output(models.FlipList)
def job_flips(job_id: str) -> Response:
    """Find where another choice becomes the cheapest: by the price of a metal, by load, by drop limit; run by run and for the site."""
    stored = jobs_kept().get(job_id)
    job = stored.job
    try:
        site, why_not = site_flips(job), ""
    except NoSolution as nothing:  # the runs one by one can be answered all the same
        site, why_not = (), str(nothing)
    return bodies.answer(models.FlipList(flips=(*site, *flips(job), *run_flips(worked_kept(stored))), site_says=why_not))


@bp.get("/jobs/<job_id>/materials/alternatives")
@bp.output(models.AlternativeList)
def job_alternatives(job_id: str) -> Response:
    """Price the whole job done another way: the other metal, the cheapest set of runs, another way to lie."""
    stored = jobs_kept().get(job_id)
    days = _days(worked_kept(stored))
    ways = alternatives(stored.job, [_opened(book) for book in _books().kept()], labor_h(days) if days else 0.0)
    return bodies.answer(models.AlternativeList(ways=ways))


@bp.get("/jobs/<job_id>/materials.csv")
def export_materials(job_id: str) -> Response:
    """Save the take-off as CSV."""
    headers = {"Content-Disposition": 'attachment; filename="take-off.csv"'}
    return Response(write_take_off(taken_off(worked_kept(jobs_kept().get(job_id)))), mimetype="text/csv", headers=headers)


@bp.post("/jobs/<job_id>/standins/price-service")
@bp.output(models.BookList)
def ask_service(job_id: str) -> Response:
    """Ask a simulated shop for the prices of what a job needs, and keep them as its book."""
    wanted = bodies.body(models.ServiceQuestion)
    if wanted.shop not in SHOPS:
        raise InvalidJob("/shop", f"there is no simulated shop {wanted.shop}.", f"Shops: {', '.join(SHOPS)}.")
    stored, day = jobs_kept().get(job_id), datetime.now(UTC).date().isoformat()
    how = Behaves.silent if wanted.silent else Behaves.late if wanted.late else Behaves.well
    service: PriceService = SimulatedService(wanted.shop, day, feet=stored.job.units is Units.feet, how=how)
    job, rulebook = stored.job, rulebook_of(stored.job)
    needed = [(*price_key(line), line.unit) for line in _wanted(worked_kept(stored))]
    others = [(item, what.lower(), "m") for _, item, what in choices(rulebook, kinds_used(job, rulebook))]
    _keep(service.prices([*needed, *others]))
    return _book_list()


@bp.post("/jobs/<job_id>/prices/books")
@bp.output(models.JobState)
def take_prices(job_id: str) -> Response:
    """Take the prices of chosen books into a job, on the revision named in If-Match; none chosen gives the job its own back."""
    on_revision, wanted = bodies.revision_asked(), bodies.body(models.BooksChosen)
    kept = {book.name: book for book in _books().kept()}
    for name in wanted.names:
        if name not in kept:
            message = f"There is no price book called {name}."
            raise NoSuchBook(message)
    found = quotes(rulebook_of(jobs_kept().get(job_id).job), [_opened(kept[name]) for name in wanted.names]) if wanted.names else {}
    patch = [{"op": "add", "path": "/prices/quoted", "value": {key: one.model_dump() for key, one in found.items()}}]
    return job_state(jobs_kept().edit(job_id, on_revision, patch, bodies.person(), bodies.detailed_runs()))


@bp.get("/books")
@bp.output(models.BookList)
def list_books() -> Response:
    """List the price books."""
    return _book_list()


@bp.post("/books")
@bp.output(models.BookList)
def keep_book() -> Response:
    """Keep a price book from CSV; one of the same supplier is replaced as a whole, or nothing is."""
    request.max_content_length = LARGEST_BOOK
    wanted = bodies.body(models.BookText)
    _keep(read_book(wanted.name, wanted.trip, wanted.text))
    return _book_list()


@bp.post("/books/drop")
@bp.output(models.BookList)
def drop_book() -> Response:
    """Drop a price book."""
    _books().drop(bodies.body(models.BookName).name)
    return _book_list()


@bp.get("/books/<name>.csv")
def export_book(name: str) -> Response:
    """Save a price book as CSV."""
    book = next((one for one in _books().kept() if one.name == name), None)
    if book is None:
        message = f"There is no price book called {name}."
        raise NoSuchBook(message)
    return Response(book.text, mimetype="text/csv", headers={"Content-Disposition": 'attachment; filename="prices.csv"'})


def _days(whole: WorkedJob) -> DaysPlan | None:
    """The days of a job; None where what it says of them cannot be planned, which the days step says itself."""
    try:
        return days_plan(whole)
    except InvalidJob:
        return None


def _wanted(whole: WorkedJob) -> Iterator[TakeOffLine]:
    """What a shop is asked for: everything that the plan needs, and what it would need done another way."""
    yield from (line for line in taken_off(whole).lines if line.item != "own")
    for _, _, other in other_jobs(whole.job):
        try:
            yield from (line for line in taken_off(worked(other)).lines if line.item != "own")
        except (InvalidJob, NoSolution, OutsideTable):  # that way cannot be done, so nobody buys for it
            continue


def _books() -> Books:
    books: Books = current_app.extensions["northspan_books"]
    return books


def _keep(book: PriceBook) -> None:
    _books().keep(KeptBook(book.name, book.trip, book.simulated, len(book.lines), write_book(book)))


@lru_cache(maxsize=16)
def _opened(kept: KeptBook) -> PriceBook:
    return read_book(kept.name, kept.trip, kept.text, simulated=kept.simulated)


def _book_list() -> Response:
    return bodies.answer(models.BookList(books=[_item(_opened(book)) for book in _books().kept()]))


def _item(book: PriceBook) -> models.BookItem:
    days = sorted(line.day for line in book.lines if line.day)
    return models.BookItem(name=book.name, trip=book.trip, lines=len(book.lines), oldest=days[0] if days else "",
                           newest=days[-1] if days else "", simulated=book.simulated)  # fmt: skip
