"""Materials as a step: the list at the prices that are kept; where a choice flips; prices of chosen books taken into the job."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.case.beside import Beside
from northspan.core.case.calculator import Answer, Calculator
from northspan.core.case.step import Edits, Step, StepAnswer, StepEvent, View
from northspan.core.case.worked import WorkedJob
from northspan.core.document.findings import Finding
from northspan.core.document.job import Part
from northspan.core.document.plan.materials import Flip, Goods, PricedList, TakeOff, Totals
from northspan.core.document.price_book import NoSuchBook
from northspan.core.steps.materials import calculators
from northspan.core.steps.materials.books_of import books_of, currency_of, left_aside
from northspan.core.steps.materials.facts import anything_taken, facts_left
from northspan.core.steps.materials.flips import flips, site_flips
from northspan.core.steps.materials.flips_of_run import run_flips
from northspan.core.steps.materials.lines import taken_off
from northspan.core.steps.materials.priced import goods_of, priced
from northspan.core.steps.materials.quotes import quotes
from northspan.core.steps.materials.totals import totals
from northspan.core.working.errors import NoSolution


class MaterialsAnswer(StepAnswer):
    """The take-off of a job at the prices that are kept."""

    totals: Totals
    take_off: TakeOff
    prices: PricedList
    shops: list[str]
    goods: tuple[Goods, ...] = Field(description="What the list has, each once, as a price book names it.")
    currency: str
    left_aside: tuple[str, ...]


class FlipList(StepAnswer):
    """Where the cheapest choice changes, with what; `site_says` is why there is none for the whole site."""

    flips: tuple[Flip, ...]
    site_says: str


class BooksChosen(Part):
    """The price books whose prices a job takes; none gives the job its own back."""

    names: tuple[Annotated[str, StringConstraints(max_length=80)], ...] = Field(max_length=12)


def listed(whole: WorkedJob, beside: Beside) -> MaterialsAnswer:
    """List everything that a job needs at the prices that are kept.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    beside : Beside
        With the books. [money]
    """
    found = taken_off(whole)
    prices = priced(found, books_of(whole, beside.books), whole.case.rulebook.words.length_text)
    return MaterialsAnswer(
        totals=totals(whole.job, found, prices), take_off=found, prices=prices, shops=list(beside.shops), currency=currency_of(whole.job),
        goods=goods_of(found),
        left_aside=tuple(left_aside(whole, beside.books)),
    )  # fmt: skip


def flip_list(whole: WorkedJob, beside: Beside) -> FlipList:
    """Find where another choice becomes the cheapest: by the price of a metal, by load, by drop limit; run by run and for the site.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    beside : Beside
        Not asked: the job's own prices count. [-]
    """
    del beside
    try:
        site, why_not = site_flips(whole.job), ""
    except NoSolution as nothing:  # the runs one by one can be answered all the same
        site, why_not = (), str(nothing)
    return FlipList(flips=(*site, *flips(whole), *run_flips(whole)), site_says=why_not)


def take_prices(whole: WorkedJob, beside: Beside, asked: BooksChosen) -> Edits:
    """Take the prices of chosen books into a job.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    beside : Beside
        With the books. [money]
    asked : BooksChosen
        Which books. [-]

    Raises
    ------
    NoSuchBook
        If one of them is not kept.
    InvalidJob
        If none of them has a price that the job could use.
    """
    kept = {book.name: book for book in books_of(whole, beside.books)}
    for name in asked.names:
        if name not in kept:
            raise NoSuchBook(name)
    found = quotes(whole.case.rulebook, [kept[name] for name in asked.names]) if asked.names else {}
    return [{"op": "add", "path": "/prices/quoted", "value": {key: one.model_dump() for key, one in found.items()}}]


def left_behind(whole: WorkedJob) -> Iterator[Finding]:
    """Say where the plan has left what was taken at the counter.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    """
    if anything_taken(whole.job):
        yield from facts_left(taken_off(whole).lines)


STEP = Step(
    "materials",
    View(MaterialsAnswer, listed),
    more={"flips": View(FlipList, flip_list, heavy=True)},
    findings=left_behind,
    events=(StepEvent("prices", BooksChosen, take_prices),),
    calculators=(
        Calculator("basket", calculators.BasketQuestion, Answer, calculators.basket, heavy=True),
        Calculator("cut", calculators.CutQuestion, calculators.CutAnswer, calculators.cut, heavy=True),
        Calculator("take-off", calculators.TakeOffQuestion, calculators.TakeOffAnswer, calculators.take_off),
    ),
    uses=("books",),
)
