"""The cheapest set of choices over a tree of runs, exactly, for every drop budget at once."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from heapq import merge

Picks = tuple["Pick", ...]


@dataclass(frozen=True, slots=True)
class Choice:
    """One lawful way to make a run: what it costs [money], and what it drops [%]."""

    cost: float
    drop_percent: float


@dataclass(frozen=True, slots=True)
class Pick:
    """A choice taken for a run, by its place in the list, and what was picked below it."""

    run: str
    at: int
    below: Picks


@dataclass(frozen=True, slots=True)
class Point:
    """A point of the trade: the worst way drops `drop_percent` [%], all runs together cost `cost` [money]."""

    drop_percent: float
    cost: float
    picks: Picks

    def chosen(self) -> dict[str, int]:
        """List the choice of every run, by its place in its list."""
        found: dict[str, int] = {}
        todo = list(self.picks)
        while todo:
            pick = todo.pop()
            found[pick.run] = pick.at
            todo += pick.below
        return found


def cheapest_sets(fed_by: Mapping[str, str | None], choices: Mapping[str, Sequence[Choice]], limit_percent: float) -> tuple[Point, ...]:
    """Find every set of choices that no other set beats in both cost and worst drop, within a limit.

    Parameters
    ----------
    fed_by : mapping
        Run to the run that feeds it, None at a source; runs stand after those that feed them. [-]
    choices : mapping
        Run to its lawful choices. [-]
    limit_percent : float
        Drop allowed from the source to the end of every way. [%]

    Returns
    -------
    tuple of Point
        From the least drop to the least cost; empty if no set keeps the limit.

    Notes
    -----
    Dynamic programming over the tree. What lies below a run matters to it only by two figures, the worst
    drop from there on and the cost; of all sets below only those are kept that no other beats in both.
    Branches side by side share one budget, so their costs add up budget by budget; a run puts its own
    drop in front. Nothing is rounded, so the result is exact.

    References
    ----------
    Bellman, Dynamic Programming, chapter 3; the pruning is Pareto dominance.

    Examples
    --------
    >>> wide, thin = Choice(30, 1.0), Choice(10, 3.0)
    >>> points = cheapest_sets({"A": None, "B": "A"}, {"A": (wide, thin), "B": (wide, thin)}, 5.0)
    >>> [(point.cost, point.drop_percent) for point in points]
    [(60.0, 2.0), (40.0, 4.0)]
    """
    below: dict[str | None, list[str]] = {}
    for run, feeder in fed_by.items():
        below.setdefault(feeder, []).append(run)
    fronts: dict[str, list[Point]] = {}
    for run in reversed(list(fed_by)):
        beneath = _together([fronts.pop(other) for other in below.get(run, ())])
        fronts[run] = _with_run(run, choices[run], beneath, limit_percent)
    return tuple(_together([fronts[run] for run in below.get(None, ())]))


def _with_run(run: str, choices: Sequence[Choice], beneath: list[Point], limit_percent: float) -> list[Point]:
    """Put a run in front of what is below it; choices that another of its own beats are not looked at."""
    shifted = (
        [
            Point(point.drop_percent + choice.drop_percent, point.cost + choice.cost, (Pick(run, at, point.picks),))
            for point in beneath
            if point.drop_percent + choice.drop_percent <= limit_percent + 1e-9
        ]
        for at, choice in _worth_trying(choices)
    )
    return _unbeaten(merge(*shifted, key=_order))


def _worth_trying(choices: Sequence[Choice]) -> list[tuple[int, Choice]]:
    """The choices that no other beats in both drop and cost, by rising drop; of equals the first."""
    kept: list[tuple[int, Choice]] = []
    for at, choice in sorted(enumerate(choices), key=lambda one: (one[1].drop_percent, one[1].cost, one[0])):
        if not kept or choice.cost < kept[-1][1].cost:
            kept.append((at, choice))
    return kept


def _together(fronts: list[list[Point]]) -> list[Point]:
    """Put branches side by side: for every budget the cheapest of each, costs added."""
    if not fronts:
        return [Point(0.0, 0.0, ())]
    whole = fronts[0]
    for front in fronts[1:]:
        whole = _merged(whole, front)
    return whole


def _merged(one: list[Point], two: list[Point]) -> list[Point]:
    if not one or not two:
        return []
    joined: list[Point] = []
    i = j = 0
    while True:
        joined.append(Point(max(one[i].drop_percent, two[j].drop_percent), one[i].cost + two[j].cost, one[i].picks + two[j].picks))
        next_i = one[i + 1].drop_percent if i + 1 < len(one) else float("inf")
        next_j = two[j + 1].drop_percent if j + 1 < len(two) else float("inf")
        if next_i == next_j == float("inf"):
            return _unbeaten(joined)
        if next_i <= next_j:
            i += 1
        if next_j <= next_i:
            j += 1


def _unbeaten(points: Iterable[Point]) -> list[Point]:
    """Keep what no other point beats in both drop and cost; points come by rising drop."""
    kept: list[Point] = []
    for point in points:
        if kept and kept[-1].cost <= point.cost:
            continue
        if kept and kept[-1].drop_percent == point.drop_percent:
            kept[-1] = point
        else:
            kept.append(point)
    return kept


def _order(point: Point) -> tuple[float, float]:
    return point.drop_percent, point.cost
