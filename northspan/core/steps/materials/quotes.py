"""Prices of books taken into a job, so that other ways, the whole site and a panel's cables are weighed with real money."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Sequence

from northspan.core.document.job import Job, Metal, Quoted
from northspan.core.document.price_book import BookLine, PriceBook
from northspan.core.rulebooks.amounts import FOOT_M
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.steps.materials.goods_words import circuit_cable_words, wire_words
from northspan.core.topics.sizing.prices import cable_key, pipe_key, wire_key
from northspan.core.working.errors import InvalidJob

CIRCUIT_CORES = (2, 3)


def quotes(rulebook: Rulebook, books: Sequence[PriceBook]) -> dict[str, Quoted]:
    """Find the cheapest price of a metre of every wire, cable and pipe that a job could choose, among books.

    Parameters
    ----------
    rulebook : Rulebook
        The code of the job. [-]
    books : sequence of PriceBook
        The books that are chosen. [money]

    Notes
    -----
    What is out of stock is left aside; the least quantity too, for nobody knows yet how much is bought. A stick and a reel
    count by what a metre of them costs.

    Raises
    ------
    InvalidJob
        If none of them has any of it.
    """
    shelf: dict[tuple[str, str], tuple[float, BookLine, str]] = {}
    for book in books:
        for line in book.lines:
            per_m = _per_m(line)
            at = (line.item, line.what.lower())
            if per_m is not None and (at not in shelf or per_m < shelf[at][0]):
                shelf[at] = per_m, line, book.name
    found: dict[str, Quoted] = {}
    for key, item, what in choices(rulebook):
        there = shelf.get((item, what.lower()))
        if there is not None:
            found[key] = Quoted(each=round(there[0], 4), book=there[2], day=there[1].day)
    if not found:
        named = ", ".join(book.name for book in books) or "no book"
        raise InvalidJob("/books", f"{named}: none has a price for a metre of wire, cable or pipe under {rulebook.title}.",
                         "Read a price list that has some, or ask a shop.")  # fmt: skip
    return found


def choices(rulebook: Rulebook, only: Collection[str] = ()) -> Iterator[tuple[str, str, str]]:
    """List what a job could choose: under which key its price is kept, its item, and its words in a book.

    Parameters
    ----------
    rulebook : Rulebook
        The code of the job. [-]
    only : collection of str
        Kinds of wire and cable; all of them if empty. [-]
    """
    wires, say = rulebook.wires, rulebook.words
    for metal in wires.metals():
        for kind in (one for one in wires.insulations() if not only or one in only):
            for size in wires.sizes(metal, kind):
                wire = Wire(size, metal, kind)
                loose = wires.single_wires(kind)
                yield wire_key(wire) if loose else cable_key(wire), "wire" if loose else "cable", wire_words(wire, wires, say)
        yield from _circuit_cables(rulebook.words, rulebook.wires, metal)
    for method, _ in rulebook.choices.methods():
        for pipe in rulebook.pipes.trade_sizes(method, 3):
            name = say.pipe_name(method, pipe.size)
            yield pipe_key(name), "pipe", name


def kinds_used(job: Job, wire_rules: WireRules) -> frozenset[str]:
    """List the kinds of wire that a shop is asked for: what is usual in each metal, and what the runs have.

    Parameters
    ----------
    job : Job
        The job. [-]
    wire_rules : WireRules
        Which wires there are. [-]
    """
    wires = wire_rules
    found = {wires.default_insulation(metal, ()) for metal in wires.metals()}
    for run in job.runs.values():
        stretches = {one.insulation for one in run.segments if one.insulation}
        usual = {wires.default_insulation(metal, run.segments) for metal in wires.metals()}
        found |= stretches | usual | ({run.insulation} if run.insulation else set())
    return frozenset(found)


def _circuit_cables(say: Words, wire_rules: WireRules, metal: Metal) -> Iterator[tuple[str, str, str]]:
    kind = wire_rules.default_insulation(metal, ())
    for size in wire_rules.sizes(metal, kind):
        for insulated in CIRCUIT_CORES:
            yield cable_key(Wire(size, metal, kind), insulated), "cable", circuit_cable_words(size, metal, insulated, say)


def _per_m(line: BookLine) -> float | None:
    """What a metre costs of what is sold by length; None for what is out of stock or is no length. [money per m]"""
    if not line.in_stock:
        return None
    holds_m = {"m": 1.0, "ft": FOOT_M}.get(line.unit, line.size if line.unit in {"stick", "reel"} else 0.0)
    return line.price / holds_m if holds_m > 0 else None
