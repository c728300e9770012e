"""Materials over HTTP: the list as CSV, the price books, and a simulated shop."""

from __future__ import annotations

import json
from dataclasses import replace

from apiflask import APIBlueprint
from flask import Response, current_app, request

from northspan import shapes
from northspan.api import bodies
from northspan.api.job_state import service
from northspan.core.document.job import Units
from northspan.core.document.price_book import NoSuchBook, PriceBook, days_of
from northspan.core.document.supplier_list import ListColumns, Match
from northspan.core.steps.estimate.alternatives import asked_of_a_shop
from northspan.core.steps.materials.lines import taken_off
from northspan.core.working.errors import InvalidJob
from northspan.files.price_table import read_book
from northspan.files.supplier_list import (
    ListRead,
    Offered,
    heading_of,
    key_of_line,
    matched,
    read_list,
    shown_units,
)
from northspan.files.take_off_table import write_take_off
from northspan.outside import keep_book as kept_beside
from northspan.outside import kept_book
from northspan.standins.behaves import Behaves, lateness
from northspan.standins.demo_books import of_family
from northspan.standins.price_service import SHOPS, PriceService, SimulatedService
from northspan.store.books import Books, KeptSupplier

SHOWN = 100
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
    _keep(of_family(shop.prices(tuple(asked_of_a_shop(whole))), whole.job))
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
    _keep(replace(read_book(wanted.name, wanted.trip, wanted.text), currency=wanted.currency, rulebook=wanted.rulebook))
    return _book_list()


@bp.post("/suppliers/read")
@bp.output(shapes.ListAnswer)
def read_supplier() -> Response:
    """Read a supplier's own list: which column is what, what is known in it, and what is not yet."""
    request.max_content_length = LARGEST_BOOK
    wanted = bodies.body(shapes.ListQuestion)
    kept = _books().supplier(wanted.name)
    text, matches = wanted.text or (kept.text if kept else ""), dict(wanted.matches)
    if kept is not None:
        matches = {key: Match.model_validate(one) for key, one in json.loads(kept.matches).items()} | matches
    columns = wanted.columns or (ListColumns.model_validate_json(kept.columns) if kept else None)
    names = heading_of(text)
    if wanted.columns is None and columns is not None and not set(columns.headings.values()) <= set(names):
        columns = None  # he changed his list since
    read = read_list(text, columns, feet=wanted.feet)
    book, unknown = matched(read, matches, PriceBook(wanted.name, wanted.trip, (), currency=wanted.currency, rulebook=wanted.rulebook))
    if wanted.keep:
        if not read.offered:
            raise InvalidJob("/columns", "no line of it can be read so.", "Choose the column of the price, and of his numbers or words.")
        said = json.dumps({key: one.model_dump() for key, one in matches.items()})
        _books().keep_list(KeptSupplier(wanted.name, read.columns.model_dump_json(), said, text), kept_book(book))
    return bodies.answer(_list_answer(wanted, read, unknown, remembered=kept is not None and columns is not None))


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


def _list_answer(wanted: shapes.ListQuestion, read: ListRead, unknown: tuple[Offered, ...], *, remembered: bool) -> shapes.ListAnswer:
    find = wanted.find.casefold()
    there = [one for one in unknown if find in f"{one.part} {one.words}".casefold()]
    return shapes.ListAnswer(
        own=set(read.names) >= {"item", "unit", "price"}, remembered=remembered, kept=wanted.keep, columns=read.columns,
        names=list(read.names), sample=[list(row) for row in read.sample],
        units=[shapes.UnitRead(said=said, basis=basis) for said, basis in shown_units(read)],
        prices=len(read.offered), known=len(read.offered) - len(unknown), unknown_count=len(unknown),
        unknown=[shapes.UnknownLine(key=key_of_line(one), part=one.part, words=one.words, price=one.line.price, unit=one.line.unit,
                                    size=one.line.size) for one in there[:SHOWN]],
        refused=[shapes.RefusedLine(number=number, words=words) for number, words in read.refused[:SHOWN]],
        refused_count=len(read.refused),
    )  # fmt: skip


def _books() -> Books:
    books: Books = current_app.extensions["northspan_books"]
    return books


def _keep(book: PriceBook) -> None:
    kept_beside(_books(), book)


def _book_list() -> Response:
    lists = _books().suppliers()
    return bodies.answer(shapes.BookList(books=[_item(book, has_list=book.name in lists) for book in service().beside().books]))


def _item(book: PriceBook, *, has_list: bool) -> shapes.BookItem:
    oldest, newest = days_of(book)
    return shapes.BookItem(
        name=book.name, trip=book.trip, lines=len(book.lines), oldest=oldest, newest=newest, simulated=book.simulated,
        currency=book.currency, has_list=has_list,
    )  # fmt: skip
