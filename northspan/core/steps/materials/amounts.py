"""How much is bought of what is needed, and how an amount is said in the units of a job."""

from __future__ import annotations

from math import ceil

from northspan.core.rulebooks.amounts import FOOT_M
from northspan.core.rulebooks.goods import Good
from northspan.core.rulebooks.questions.words import Words
from northspan.core.working.worked import Worked, given, ruled, step

QUART_L = 0.946353


def buying(good: Good, needed: float, spare_percent: float, say: Words) -> Worked[float]:
    """Work what is bought: what is needed and what is spare, in whole packs or pieces; shown in the units of the job. [its unit]

    Parameters
    ----------
    good : Good
        The item. [-]
    needed : float
        By the plan. [its unit]
    spare_percent : float
        Bought to spare. [%]
    say : Words
        How the trade says it. [-]

    Examples
    --------
    >>> from northspan.core.rulebooks.registry import rulebook_named
    >>> pipe = Good("pipe", "pipe", "pipe", "m", 3.048, 5)
    >>> round(buying(pipe, 12, 5, rulebook_named("us-2023").words).value / 3.048, 6)
    5.0
    """
    scale, unit = (
        {"m": (FOOT_M, "ft"), "L": (QUART_L, "qt")}.get(good.unit, (1.0, "")) if say.feet else (1.0, good.unit.replace("each", ""))
    )
    asked = given("n", "by the plan", needed / scale, unit, "the plan")
    with_spare = step("n_s", "with what is spare", "n * (1 + s / 100)", unit, "your factor", n=needed / scale, s=spare_percent)
    exact = with_spare.value * scale
    if good.unit == "each":
        whole = float(ceil(exact - 1e-9))
        return Worked(whole, (asked, with_spare, ruled("n_b", "bought", f"{whole:g}", "whole pieces", "catalogue", whole)))
    if not good.pack:
        return Worked(exact, (asked, with_spare))
    packs = ceil(exact / good.pack - 1e-9)
    words = f"{packs} of {amount(say, good.pack, good.unit)}"
    return Worked(packs * good.pack, (asked, with_spare, ruled("n_b", "bought", words, "whole lengths or packs", "catalogue", packs)))


def amount(say: Words, quantity: float, unit: str) -> str:
    """Say an amount of an item in the units of the job.

    Parameters
    ----------
    say : Words
        How the trade says it. [-]
    quantity : float
        How much. [unit]
    unit : str
        each, m or L. [-]
    """
    if unit == "m":
        return say.length_text(quantity)
    if unit == "L":
        return f"{quantity / QUART_L:.2g} qt" if say.feet else f"{quantity:.2g} L"
    return f"{quantity:g}"
