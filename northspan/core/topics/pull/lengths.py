"""Lengths of wire: what each conductor is cut to, and what is bought for it, by the reel or by length."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import groupby
from math import ceil, floor

from northspan.core.document.plan import Bought, CutLength
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.pull.routed import Routed
from northspan.core.working.sums import count_of, sum_of
from northspan.core.working.worked import Step, ruled, step, whole


def cut(route_m: float, make_up_m: float, coil_m: float) -> Step:
    """Work how long a conductor is cut: the route, make-up at both ends, what is coiled for later. [m]

    Parameters
    ----------
    route_m : float
        Along the route. [m]
    make_up_m : float
        At each end. [m]
    coil_m : float
        Kept for later. [m]

    Examples
    --------
    >>> cut(56, 1.5, 0).value
    59.0
    """
    return step("L_c", "each conductor", "L + 2 * M + K", "m", "sum", L=route_m, M=make_up_m, K=coil_m)


def reels(count: int, cut_m: float, reel_m: float) -> tuple[Step, float] | None:
    """Count the reels that conductors take without a splice, and what is left over. [m]

    Parameters
    ----------
    count : int
        How many conductors. [-]
    cut_m : float
        Length of each. [m]
    reel_m : float
        Wire on a reel. [m]

    Returns
    -------
    tuple of Step and float, or None
        The reels, and what is left on them [m]; None where a reel is shorter than one conductor.

    Examples
    --------
    >>> reels(4, 59, 150)[0].value, reels(4, 59, 150)[1], reels(4, 59, 58)
    (2, 64, None)
    """
    each = floor(reel_m / cut_m + 1e-9)
    if not each:
        return None
    wanted = ceil(count / each)
    left = wanted * reel_m - count * cut_m
    return ruled("n_r", "reels, none spliced", f"{wanted}", f"{each} from each; {whole(left)} m are left over", "count", wanted), left


def cut_lengths(routed: Routed, wire_rules: WireRules, say: Words) -> Iterator[CutLength]:
    """List every conductor of a run as it is cut, with the tape that names it.

    Parameters
    ----------
    routed : Routed
        The run, sized, with its route. [-]
    wire_rules : WireRules
        Which wires there are. [-]
    say : Words
        How the trade says it. [-]
    """
    parts = stretches_by_product(routed)
    for i, (product, length_m) in enumerate(parts):
        pull, last = routed.run.pull, i == len(parts) - 1
        cut_m = cut(length_m, pull.make_up_m, pull.coil_m if last else 0.0).value
        yield from _cut_of(routed, product, cut_m, wire_rules, say)


def stretches_by_product(routed: Routed) -> tuple[tuple[str, float], ...]:
    """Part a run where one product ends and the next begins: the products in their order, each with how far it goes. [m]

    Parameters
    ----------
    routed : Routed
        The run, sized, with its route. [-]
    """
    base = routed.sized.tried.wire.insulation
    laid = groupby(routed.sized.question.run.segments, key=lambda segment: segment.insulation or base)
    return tuple((product, sum_of(segment.length_m for segment in segments)) for product, segments in laid)


def _cut_of(routed: Routed, product: str, cut_m: float, wire_rules: WireRules, say: Words) -> Iterator[CutLength]:
    """Each conductor of a part of the way, or the cable that holds them all."""
    run, sets, wire = routed.run, routed.sized.question.sets, routed.sized.tried.wire
    if not wire_rules.single_wires(product):
        yield CutLength(product, sets, say.size_name(wire.size), "as marked", cut_m, sets * cut_m, wire.size, wire.metal.value, product)
        return
    sizes = {"neutral": routed.sized.grounded_size, "ground": routed.sized.equipment_ground_size}
    for role, color in say.colors(run.circuit, old=run.old_colors):
        size = sizes.get(role, wire.size)
        metal = routed.sized.ground_metal if role == "ground" else wire.metal
        if size and size in wire_rules.sizes(metal):
            name = say.dialect.equipment_ground if role == "ground" else role
            named = say.size_name(size) if metal is wire.metal else f"{say.size_name(size)} {say.metal_name(metal)}"
            yield CutLength(name, sets, named, color, cut_m, sets * cut_m, size, metal.value, product)


def bought(lengths: tuple[CutLength, ...], reel_m: float | None, say: Words) -> Iterator[Bought]:
    """Say what is bought for the conductors of each size: reels, where one length of wire on a reel is known, or so much by length.

    Parameters
    ----------
    lengths : tuple of CutLength
        The conductors. [m]
    reel_m : float or None
        Wire on a reel. [m]
    say : Words
        How the trade says it. [-]
    """
    several = len({one.product for one in lengths}) > 1
    for product, size, cut_m in dict.fromkeys((one.product, one.size_name, one.cut_m) for one in lengths):
        count = count_of(one.count for one in lengths if (one.product, one.size_name, one.cut_m) == (product, size, cut_m))
        total = say.length_text(count * cut_m)
        on_reels = reels(count, cut_m, reel_m) if reel_m else None
        if on_reels:
            number, left = on_reels
            words = f"{whole(number.value)} reel{'s' if number.value > 1 else ''}, {say.length_text(left)} left over"
        elif reel_m:
            words = f"{total} by length: a reel is shorter than one piece"
        else:
            words = f"{total} by length"
        yield Bought(f"{size} {product}" if several else size, count, words)
