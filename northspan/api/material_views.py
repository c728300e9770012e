"""Materials over HTTP: the list as CSV, the price books, and a simulated shop."""

from __future__ import annotations

from apiflask import APIBlueprint
from flask import Response, current_app, request

from northspan import shapes
from northspan.api import bodies
from northspan.api.job_state import service
from northspan.core.document.job import Units
from northspan.core.document.price_book import NoSuchBook, PriceBook, days_of
from northspan.core.steps.estimate.alternatives import asked_of_a_shop
from northspan.core.steps.materials.lines import taken_off
from northspan.core.working.errors import InvalidJob
from northspan.files.price_table import read_book, write_book
from northspan.files.take_off_table import write_take_off
from northspan.standins.behaves import Behaves, lateness
from northspan.standins.price_service import SHOPS, PriceService, SimulatedService
from northspan.store.books import Books, KeptBook

LARGEST_BOOK = 10_000_000  # bytes; 50 000 prices take about 3 000 000

bp = APIBlueprint("materials", __name__, url_prefix="/api", tag="North Span")


@bp.get("/jobs/<job_id>/materials.csv")
def export_materials(job_id: str) -> Response:
    """Save the take-off as CSV."""
    headers = {"Content-Disposition": 'attachment; filename="take-off.csv"'}
    return Response(write_take_off(taken_off(service().worked(service().get(job_id)))), mimetype="text/csv", headers=headers)


@bp.post("/jobs/<job_id>/standins/price-service")
@bp.output(shapes.BookList)
def ask_service(job_id: str) -> Response:
    """Ask a simulated shop for the prices of what a job needs, and keep them as its book."""
    wanted = bodies.body(shapes.ServiceQuestion)
    if wanted.shop not in SHOPS:
        raise InvalidJob("/shop", f"there is no simulated shop {wanted.shop}.", f"Shops: {', '.join(SHOPS)}.")
    whole, day = service().worked(service().get(job_id)), service().beside().now.date().isoformat()
    how = Behaves.silent if wanted.silent else Behaves.late if wanted.late else Behaves.well
    lateness(how)
    shop: PriceService = SimulatedService(wanted.shop, day, feet=whole.job.units is Units.feet, how=how)
    _keep(shop.prices(tuple(asked_of_a_shop(whole))))
    return _book_list()


@bp.get("/books")
@bp.output(shapes.BookList)
def list_books() -> Response:
    """List the price books."""
    return _book_list()


@bp.post("/books")
@bp.output(shapes.BookList)
def keep_book() -> Response:
    """Keep a price book from CSV; one of the same supplier is replaced as a whole, or nothing is."""
    request.max_content_length = LARGEST_BOOK
    wanted = bodies.body(shapes.BookText)
    _keep(read_book(wanted.name, wanted.trip, wanted.text))
    return _book_list()


@bp.post("/books/drop")
@bp.output(shapes.BookList)
def drop_book() -> Response:
    """Drop a price book."""
    _books().drop(bodies.body(shapes.BookName).name)
    return _book_list()


@bp.get("/books/<name>.csv")
def export_book(name: str) -> Response:
    """Save a price book as CSV."""
    book = next((one for one in _books().kept() if one.name == name), None)
    if book is None:
        raise NoSuchBook(name)
    return Response(book.text, mimetype="text/csv", headers={"Content-Disposition": 'attachment; filename="prices.csv"'})


def _books() -> Books:
    books: Books = current_app.extensions["northspan_books"]
    return books


def _keep(book: PriceBook) -> None:
    _books().keep(KeptBook(book.name, book.trip, book.simulated, len(book.lines), write_book(book)))


def _book_list() -> Response:
    return bodies.answer(shapes.BookList(books=[_item(book) for book in service().beside().books]))


def _item(book: PriceBook) -> shapes.BookItem:
    oldest, newest = days_of(book)
    return shapes.BookItem(name=book.name, trip=book.trip, lines=len(book.lines), oldest=oldest, newest=newest, simulated=book.simulated)
