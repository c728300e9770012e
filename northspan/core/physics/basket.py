"""Which shop for which line, so that the whole is cheapest, trips and all. Exact."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import combinations

from northspan.core.working.sums import sum_of

MOST_SHOPS = 12


@dataclass(frozen=True, slots=True)
class Basket:
    """A choice of shops: for each line the shop it is bought at, None where no open shop has it; its cost, trips and lines. [money]

    `besides` names for each line a second shop, where a part of it is bought there.
    """

    shops: tuple[int, ...]
    chosen: tuple[int | None, ...]
    lines_cost: float
    trips_cost: float
    missing: int
    besides: tuple[int | None, ...] = ()

    @property
    def cost(self) -> float:
        """All of it. [money]"""
        return self.lines_cost + self.trips_cost


Pairs = Sequence[Mapping[tuple[int, int], float]]


def cheapest(
    prices: Sequence[Sequence[float | None]], trips: Sequence[float], *, most_shops: int | None = None, pairs: Pairs = ()
) -> Basket:
    """Choose the shops to go to, and at which of them each line is bought.

    Parameters
    ----------
    prices : sequence of sequence of float or None
        What each line costs at each shop, None where it has none of it, shape (lines, shops). [money]
    trips : sequence of float
        What a trip to each shop costs, shape (shops,). [money]
    most_shops : int, optional
        How many shops at most; any number if left out. [-]
    pairs : sequence of mapping
        What each line costs where it is bought in two shops, shape (lines,); none if left out. [money]

    Notes
    -----
    Once it is known which shops are gone to, each line is bought where it is cheapest among them, so every set of shops is
    tried: 4096 sets for twelve. Fewest lines missing first, then least money, then fewest shops. More than twelve shops
    are refused by whoever asks.

    References
    ----------
    Uncapacitated facility location; Cornuejols, Nemhauser and Wolsey, 1990.

    Examples
    --------
    >>> found = cheapest([[10, 8], [5, None], [7, 9]], [2, 4])
    >>> found.shops, found.chosen, found.cost
    ((0,), (0, 0, 0), 24.0)
    """
    shops = range(len(trips))
    best: tuple[tuple[int, float, int], Basket] | None = None
    for count in range(min(len(trips), most_shops or len(trips)) + 1):
        for open_ in combinations(shops, count):
            basket = _at(prices, trips, open_, pairs)
            rank = (basket.missing, basket.cost, count)
            if best is None or rank < best[0]:
                best = rank, basket
    return best[1] if best else Basket((), (), 0.0, 0.0, 0)


def _at(prices: Sequence[Sequence[float | None]], trips: Sequence[float], open_: tuple[int, ...], pairs: Pairs) -> Basket:
    chosen: list[int | None] = []
    besides: list[int | None] = []
    total, missing = 0.0, 0
    for i, row in enumerate(prices):
        offers = [(cost, shop, shop) for shop in open_ if (cost := row[shop]) is not None]
        offers += [(cost, one, other) for (one, other), cost in (pairs[i].items() if pairs else ()) if one in open_ and other in open_]
        if not offers:
            chosen.append(None)
            besides.append(None)
            missing += 1
            continue
        cost, shop, other = min(offers)
        chosen.append(shop)
        besides.append(None if other == shop else other)
        total += cost
    used = {shop for shop in (*chosen, *besides) if shop is not None}
    kept = tuple(shop for shop in open_ if shop in used)  # nobody drives to a shop for nothing
    return Basket(kept, tuple(chosen), total, float(sum_of(trips[shop] for shop in kept)), missing, tuple(besides))
