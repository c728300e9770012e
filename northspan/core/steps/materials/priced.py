"""A take-off at the prices of several suppliers: what each line costs where, and the cheapest whole."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from math import ceil

from northspan.core.document.plan.materials import Bought, Goods, PricedLine, PricedList, Split, TakeOff, TakeOffLine
from northspan.core.document.price_book import BookLine, PriceBook
from northspan.core.physics.basket import MOST_SHOPS, Basket, cheapest
from northspan.core.physics.cutting import cut_from, into_lengths
from northspan.core.rulebooks.amounts import FOOT_M
from northspan.core.working.errors import InvalidJob
from northspan.core.working.sums import count_of

LengthText = Callable[[float], str]
MOST_PIECES = 40  # more pieces than this are cut as they fit first, not searched


def _metres(length_m: float) -> str:
    return f"{length_m:g} m"


def priced(found: TakeOff, books: Sequence[PriceBook], length_text: LengthText = _metres) -> PricedList:
    """Price a take-off.

    Parameters
    ----------
    found : TakeOff
        What is needed. [-]
    books : sequence of PriceBook
        Prices of each supplier. [money]
    length_text : callable
        How the job writes a length. [m]

    Raises
    ------
    InvalidJob
        If there are more than twelve books.
    """
    if len(books) > MOST_SHOPS:
        raise InvalidJob("/books", f"{len(books)} price books, and {MOST_SHOPS} are the most.", "Leave some out.")
    wanted = [line for line in found.lines if not line.crossed_out and line.bought > 0]
    shelves = [_shelf(book) for book in books]
    offers = [[_offer(line, shelf, length_text) for shelf in shelves] for line in wanted]
    costs = [[offer.cost if offer else None for offer in row] for row in offers]
    trips = [book.trip for book in books]
    two = [dict(_in_two(line, shelves, length_text)) for line in wanted]
    best = cheapest(costs, trips, pairs=[{at: one.cost + other.cost for at, (one, other) in row.items()} for row in two])
    lines = tuple(_priced(line, offers[i], two[i], (best.chosen[i], best.besides[i]), books) for i, line in enumerate(wanted))
    one = [_split(f"all at {book.name}", cheapest([[row[i]] for row in costs], [trips[i]]), [book]) for i, book in enumerate(books)]
    splits = (_split("cheapest, trips and all", best, books), *sorted(one, key=lambda split: (split.missing, split.cost)))
    kinds: dict[str, float] = {}
    for line, got in zip(wanted, lines, strict=True):
        kinds[line.kind] = kinds.get(line.kind, 0.0) + (got.cost or 0.0)
    return PricedList(lines, splits if books else (), kinds, any(book.simulated for book in books),
                      tuple(line.words for line, got in zip(wanted, lines, strict=True) if got.cost is None))  # fmt: skip


def price_key(line: TakeOffLine) -> tuple[str, str]:
    """Say under which item and words a line is looked up: a wire costs the same in every color.

    Parameters
    ----------
    line : TakeOffLine
        The line. [-]
    """
    what = line.key.split("|")[1] if "|" in line.key else ""
    return line.item, (what.rsplit(", ", 1)[0] if line.item == "wire" else what).lower()


def goods_of(found: TakeOff) -> tuple[Goods, ...]:
    """List what is bought, each once, as a price book names it.

    Parameters
    ----------
    found : TakeOff
        What is needed. [-]
    """
    named = {price_key(line): line.words.rsplit(", ", 1)[0] if line.item == "wire" else line.words for line in found.lines}
    return tuple(Goods(item, what, words) for (item, what), words in sorted(named.items()))


def _shelf(book: PriceBook) -> dict[tuple[str, str], list[BookLine]]:
    by: dict[tuple[str, str], list[BookLine]] = {}
    for line in book.lines:
        by.setdefault((line.item, line.what.lower()), []).append(line)
    return by


def _offer(line: TakeOffLine, shelf: dict[tuple[str, str], list[BookLine]], length_text: LengthText) -> Bought | None:
    """The cheapest way to buy a line at a shop: by length, by stick, by reel, by pack; None if it has none in stock."""
    return min(_ways(line, _in_stock(line, shelf), length_text), key=lambda way: way.cost, default=None)


def _in_stock(line: TakeOffLine, shelf: dict[tuple[str, str], list[BookLine]]) -> list[BookLine]:
    item, what = price_key(line)
    return [one for one in (*shelf.get((item, what), ()), *shelf.get((item, ""), ())) if one.in_stock]


def _ways(line: TakeOffLine, there: Sequence[BookLine], length_text: LengthText) -> Iterator[Bought]:
    for one in there:
        holds = {"ft": FOOT_M, "m": 1.0, "L": 1.0, "each": 1.0}.get(one.unit, one.size)
        if one.unit in {"m", "ft"} and line.unit == "m":
            count = max(line.bought / holds, one.least)
            cuts = len(line.pieces_m) or 1
            fee = f", {cuts} cut{'s' if cuts > 1 else ''} at {one.cut_fee:.2f}" if one.cut_fee else ""
            yield Bought(f"{count:.4g} {one.unit} at {one.price:.2f}{fee}", one.price * count + one.cut_fee * cuts, one.day)
        elif one.unit in {"stick", "reel"} and line.unit == "m":
            yield from _whole_lengths(line, one, holds, length_text)
        elif (one.unit == "each" and line.unit == "each") or one.unit == "pack" or (one.unit == "L" and line.unit == "L"):
            number = max(ceil(line.bought / holds - 1e-9), one.least)
            yield Bought(f"{number:g} {one.unit} at {one.price:.2f}", one.price * number, one.day)
    for first, rest in _parted(line, there, there, length_text):
        yield Bought(f"{first.words}, and {rest.words}", first.cost + rest.cost, max(first.day, rest.day))


def _whole_lengths(line: TakeOffLine, one: BookLine, holds_m: float, length_text: LengthText) -> Iterator[Bought]:
    """By reels or sticks alone: pieces are never spliced, so none is longer than its reel."""
    alone = _lengths(line, holds_m)
    if alone is not None:
        number = max(float(alone), one.least)
        yield Bought(f"{number:g} {one.unit}{'s' if number > 1 else ''} of {length_text(holds_m)} at {one.price:.2f}",
                     one.price * number, one.day)  # fmt: skip


def _in_two(
    line: TakeOffLine, shelves: Sequence[dict[tuple[str, str], list[BookLine]]], length_text: LengthText
) -> Iterator[tuple[tuple[int, int], tuple[Bought, Bought]]]:
    """The cheapest way to buy a part of a line at one shop and the rest at another, for each two shops."""
    there = [_in_stock(line, shelf) for shelf in shelves]
    for i, first in enumerate(there):
        for j, rest in enumerate(there):
            if i != j:
                ways = _parted(line, first, rest, length_text)
                best = min(ways, key=lambda way: way[0].cost + way[1].cost, default=None)
                if best is not None:
                    yield (i, j), best


def _parted(
    line: TakeOffLine, first: Sequence[BookLine], rest: Sequence[BookLine], length_text: LengthText
) -> Iterator[tuple[Bought, Bought]]:
    """Some in whole reels or packs, and what is left cut by length or one by one."""
    for one in first:
        for other in rest:
            if line.unit == "m" and line.pieces_m and one.unit in {"stick", "reel"} and other.unit in {"m", "ft"}:
                yield from _reels_and_cut(line, one, other, length_text)
            elif line.unit == "each" and one.unit == "pack" and other.unit == "each":
                packs = int(line.bought // one.size)
                left = ceil(line.bought - packs * one.size - 1e-9)
                if packs >= max(1, one.least) and left >= max(1, other.least):
                    yield (Bought(f"{packs} pack{'s' if packs > 1 else ''} of {one.size:g} at {one.price:.2f}", packs * one.price, one.day),
                           Bought(f"{left} each at {other.price:.2f}", left * other.price, other.day))  # fmt: skip


def _reels_and_cut(line: TakeOffLine, reel: BookLine, cut: BookLine, length_text: LengthText) -> Iterator[tuple[Bought, Bought]]:
    """Some reels, and the pieces that do not fit on them cut by length; what is spare comes off the roll as well."""
    holds_m = reel.size
    alone = _lengths(line, holds_m)
    most = int(alone) if alone is not None else ceil(line.bought / holds_m)
    for reels in range(max(1, ceil(reel.least)), most):
        used, left_m = into_lengths(line.pieces_m, holds_m, reels)
        rest_m = max(left_m, line.bought - reels * holds_m)
        if used < reels or rest_m <= 0:
            continue
        count = max(rest_m / {"ft": FOOT_M, "m": 1.0}[cut.unit], cut.least)
        cuts = count_of(1 for piece in sorted(line.pieces_m) if piece <= left_m) or 1
        words = f"{reels} {reel.unit}{'s' if reels > 1 else ''} of {length_text(holds_m)} at {reel.price:.2f}"
        yield (Bought(words, reels * reel.price, reel.day),
               Bought(f"{count:.4g} {cut.unit} at {cut.price:.2f}", count * cut.price + cut.cut_fee * cuts, cut.day))  # fmt: skip


def _lengths(line: TakeOffLine, holds_m: float) -> int | None:
    """How many reels or sticks; None where a piece is longer than one. What has no pieces is joined."""
    by_sum = ceil(line.bought / holds_m - 1e-9)
    if not line.pieces_m:
        return by_sum
    if max(line.pieces_m) > holds_m + 1e-9:
        return None
    few = len(line.pieces_m) <= MOST_PIECES
    cut = len(cut_from(line.pieces_m, [holds_m])) if few else into_lengths(line.pieces_m, holds_m, len(line.pieces_m))[0]
    return max(cut, by_sum)


def _priced(
    line: TakeOffLine, row: Sequence[Bought | None], two: dict[tuple[int, int], tuple[Bought, Bought]], at: tuple[int | None, int | None],
    books: Sequence[PriceBook],
) -> PricedLine:  # fmt: skip
    others = tuple((book.name, got.cost) for book, got in zip(books, row, strict=True) if got is not None)
    one, other = at
    if one is None:
        return PricedLine(line.key, "", "no book has it", None, "", others, ())
    if other is not None:
        first, rest = two[one, other]
        words = f"{first.words} at {books[one].name}; {rest.words} at {books[other].name}"
        shares = ((books[one].name, first.cost), (books[other].name, rest.cost))
        return PricedLine(line.key, f"{books[one].name} and {books[other].name}", words, first.cost + rest.cost, max(first.day, rest.day),
                          others, shares)  # fmt: skip
    offer = row[one]
    if offer is None:
        raise LookupError(line.key)  # a shop is chosen by what it offers
    return PricedLine(line.key, books[one].name, offer.words, offer.cost, offer.day, others, ((books[one].name, offer.cost),))


def _split(words: str, basket: Basket, books: Sequence[PriceBook]) -> Split:
    return Split(words, tuple(books[shop].name for shop in basket.shops), basket.lines_cost, basket.trips_cost, basket.cost, basket.missing)
