"""What is on the shelf: of lawful sizes and devices, those that a supply house has."""

from __future__ import annotations

from northspan.core.document.job import Circuit, Metal, Method, RunKind, Stock
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.loads.legs import LegLoads
from northspan.core.topics.sizing.question import RunQuestion
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Step, ruled, whole

CUSTOM = "customary"
COPPER_BELOW_A = 60.0  # aluminum of the small sizes is not stocked, and its fittings cost what it saves
SHORT_M = 3.0  # over a few feet the metal saves nothing, and copper needs no compound
MOST_COPPER_M2 = 22e-6  # 4 AWG; above it the same way in aluminum costs half
_FROM = 1e-9


def customary_metals(question: RunQuestion, device_a: float, metals: tuple[Metal, ...]) -> list[Metal]:
    """List the metals to try, as the trade takes them: copper for small devices and short runs, aluminum first for the rest.

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [m]
    device_a : float
        Its overcurrent device. [A]
    metals : tuple of Metal
        Metals of the code. [-]
    """
    small = device_a < COPPER_BELOW_A - _FROM and question.run.kind is not RunKind.service
    order = [Metal.copper, Metal.aluminum] if small or _short(question) else [Metal.aluminum, Metal.copper]
    return [metal for metal in order if metal in metals]


def too_much_copper(question: RunQuestion, wire: Wire, metals: list[Metal], wire_rules: WireRules) -> bool:
    """Tell whether a long way has made the copper of a small device so large that aluminum is the trade's choice after all.

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    wire : Wire
        The wire that was found. [-]
    metals : list of Metal
        Metals in the order they are tried. [-]
    wire_rules : WireRules
        Which wires there are. [-]
    """
    asked = question.schools["metal"] == "customary" and question.run.metal is None and question.run.conductor_size is None
    in_turn = len(metals) > 1 and metals[0] is Metal.copper and wire.metal is Metal.copper
    return asked and in_turn and not _short(question) and wire_rules.area_m2(wire.size) > MOST_COPPER_M2


def _short(question: RunQuestion) -> bool:
    return sum_of(segment.length_m for segment in question.run.segments) <= SHORT_M + _FROM


def sizes_in_stock(stock: Stock | None, metal: Metal) -> frozenset[str]:
    """Give the sizes of a metal on the shelf; empty where everything made is.

    Parameters
    ----------
    stock : Stock or None
        The shelf. [-]
    metal : Metal
        The metal. [-]
    """
    return frozenset() if stock is None else frozenset(stock.copper if metal is Metal.copper else stock.aluminum)


def stocked_size(size: str, ladder: tuple[str, ...], stocked: frozenset[str]) -> str:
    """Give the first size on the shelf from a size up; the size itself where there is none.

    Parameters
    ----------
    size : str
        The size that is needed. [-]
    ladder : tuple of str
        Sizes that are made, smallest first. [-]
    stocked : frozenset of str
        Sizes on the shelf; empty: all. [-]

    Examples
    --------
    >>> stocked_size("3", ("4", "3", "2"), frozenset({"4", "2"})), stocked_size("2", ("4", "3", "2"), frozenset({"4"}))
    ('2', '2')
    """
    if not stocked or size not in ladder:
        return size
    return next((one for one in ladder[ladder.index(size) :] if one in stocked), size)


def trade_set(question: RunQuestion, wire: Wire, neutral: str, ground: str, wire_rules: WireRules) -> tuple[str, ...]:
    """Find the set of wires laid up together that a supply house has for a run; empty where none fits.

    Parameters
    ----------
    question : RunQuestion
        What decides the run; a size that a person chose is kept. [-]
    wire : Wire
        Its ungrounded conductors. [-]
    neutral : str
        The least neutral. [-]
    ground : str
        The least equipment ground; empty for none in the set. [-]
    wire_rules : WireRules
        Which wires there are. [-]
    """
    run, stock = question.run, question.shelf
    chosen = run.grounded_size or run.equipment_ground_size or run.ground_metal or run.circuit is not Circuit.three_wire
    cabled = any(segment.method is Method.cable for segment in run.segments)
    if stock is None or wire.metal is not Metal.aluminum or question.sets > 1 or chosen or cabled:
        return ()
    ladder = wire_rules.sizes(wire.metal)
    for name in stock.aluminum_sets:
        line, _, middle, *last = name.split("-")
        if line != wire.size or len(last) != bool(ground) or not {middle, *last} <= set(ladder):
            continue
        if all(ladder.index(least) <= ladder.index(has) for least, has in zip((neutral, ground), (middle, *last), strict=False)):
            return line, middle, *last
    return ()


def bought_as(taken: tuple[str, ...]) -> str:
    """Name a set of wires laid up together as it is asked for at the counter.

    Parameters
    ----------
    taken : tuple of str
        Lines, neutral and, if it is there, ground. [-]

    Examples
    --------
    >>> bought_as(("4/0", "2/0")), bought_as(("4/0", "2/0", "4"))
    ('triplex', 'quadruplex')
    """
    return "quadruplex" if len(taken) > 2 else "triplex"  # noqa: PLR2004 - with a ground there are four wires


def set_step(taken: tuple[str, ...]) -> Step:
    """Write down that the wires come laid up together, and why the neutral is the smaller one.

    Parameters
    ----------
    taken : tuple of str
        Lines, neutral and, if it is there, ground. [-]
    """
    name = "-".join([taken[0], *taken])
    return ruled(
        "S_s", "set on the shelf", f"{bought_as(taken)} {name}", "laid up together; its neutral carries what comes back by it", CUSTOM
    )


def size_step(least: str, taken: str, say: Words) -> Step:
    """Write down why a size off the shelf is passed over.

    Parameters
    ----------
    least : str
        The size that would do. [-]
    taken : str
        The size that is on the shelf. [-]
    say : Words
        How the trade says it. [-]
    """
    why = f"{say.size_name(least)} would do and is seldom in stock"
    return ruled("S", "size on the shelf", say.size_name(taken), why, CUSTOM)


def next_on_shelf(question: RunQuestion, legs: LegLoads, least_a: float) -> float | None:
    """Give the next rating on the shelf for a device that is not there; None where the least is, or where nothing is open. [A]

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [A]
    legs : LegLoads
        Its load; a motor's device and that of a plate are not rounded. [A]
    least_a : float
        The least lawful device. [A]
    """
    stock = question.shelf
    stands = question.run.device_a or question.stated_a or question.primary or question.secondary or question.tapped_a
    if stock is None or not stock.devices_a or stands or legs.motor_a or legs.plate_a:
        return None
    if any(abs(rating - least_a) < _FROM for rating in stock.devices_a):
        return None
    fitting = [rating for rating in sorted(stock.devices_a) if rating > least_a and rating <= (question.bus_a or rating)]
    return fitting[0] if fitting else None


def device_step(least_a: float, taken_a: float) -> Step:
    """Write down why a device off the shelf is passed over.

    Parameters
    ----------
    least_a : float
        The least lawful rating. [A]
    taken_a : float
        The rating on the shelf. [A]
    """
    why = f"{whole(least_a)} A would do and is seldom in stock; the same wire is good for this one"
    return ruled("I_n", "device on the shelf", f"{whole(taken_a)} A", why, CUSTOM, taken_a)
