"""Overcurrent devices: the least for a load, the largest for a wire."""

from __future__ import annotations

from functools import cache, lru_cache
from math import isclose

from northspan.core.document.job import (
    RunKind,
    System,
)
from northspan.core.rulebooks import north_american
from northspan.core.rulebooks.questions.common import USUAL_GUARD, Ampacity, DesignLoad, Guard, Wire
from northspan.core.rulebooks.questions.dwellings import AllowanceFacts
from northspan.core.rulebooks.us.code_tables import code_table
from northspan.core.working.errors import OutsideTable
from northspan.core.working.worked import Margin, Step, Worked, at_most, looked_up, ruled, step, whole

ALLOWANCE_FROM_A, ALLOWANCE_TO_A = 100.0, 400.0  # ratings that 310.12 speaks of
_NO_STEP_UP = {
    "never_above": ("your call: never above the wire", "your call"),
    "tap": ("a tap gets no step up", "240.21(B)"),
    "secondary": ("conductors from a transformer's secondary get no step up", "240.21(C)"),
    "outlets": ("several outlets for whatever is plugged in: a circuit of them gets no step up", "240.4(B)(1)"),
}
LARGE_A = 800.0  # above this the device may not exceed the wire, 240.4(C)


@cache
def standard_devices() -> tuple[float, ...]:
    """List the standard ratings. [A]

    References
    ----------
    NEC 2023, Table 240.6(A).
    """
    return tuple(float(key) for key in code_table("devices").rows)


@lru_cache(maxsize=8192)
def next_device(amperes: float) -> Step:
    """Find the smallest standard rating that is not below a current.

    Parameters
    ----------
    amperes : float
        Current to be covered. [A]

    Raises
    ------
    OutsideTable
        Above the largest standard rating.

    References
    ----------
    NEC 2023, 240.6(A).

    Examples
    --------
    >>> next_device(80).value, next_device(80.1).value
    (80.0, 90.0)
    """
    ratings = standard_devices()
    for i, rating in enumerate(ratings):
        if rating >= amperes - 1e-9:
            return looked_up(
                "I_n",
                "next standard device",
                rating,
                "A",
                "240.6(A)",
                row=f"{whole(rating)}",
                short=f"{whole(ratings[i - 1])} A" if i else "",
            )
    raise OutsideTable("240.6(A)", f"{whole(amperes)} A", f"it ends at {whole(ratings[-1])} A")


def load_on_device(load: DesignLoad, kind: RunKind) -> Step:
    """Give what a device must be for a load: continuous load counts 125 %. [A]"""
    words = "least device: the rest plus 1.25 of the continuous load"
    return step("I_b", words, "I_r + 1.25 * I_k", "A", device_article(kind), I_r=load.noncontinuous_a, I_k=load.continuous_a)


RANGE_ABOVE_A, RANGE_A = 30.0, 40.0


@lru_cache(maxsize=8192)
def device_for_load(load: DesignLoad, kind: RunKind, guard: Guard = USUAL_GUARD) -> Worked[float]:
    """Choose the least device for a load: continuous load counts 125 %.

    Parameters
    ----------
    load : DesignLoad
        Load of the heavier leg. [A]
    kind : RunKind
        Branch circuit, feeder or service. [-]

    References
    ----------
    NEC 2023, 215.3 (feeders), 210.20(A) (branch circuits), 230.42 (services); 240.6(A); 210.19(A)(3) for a range.
    """
    least = load_on_device(load, kind)
    device = next_device(max(least.value, smallest_device(kind)))
    if guard.cooking and kind is RunKind.branch and RANGE_ABOVE_A < device.value < RANGE_A:
        floor = ruled("I_n", "circuit of a range", f"{whole(RANGE_A)} A", "the least for one of 8.75 kW or more", "210.19(A)(3)", RANGE_A)
        return Worked(RANGE_A, (least, device, floor))
    return Worked(device.value, (least, device))


def device_article(kind: RunKind) -> str:
    """Name the article that sets the least device.

    Parameters
    ----------
    kind : RunKind
        Branch circuit, feeder or service. [-]
    """
    return {RunKind.feeder: "215.3", RunKind.branch: "210.20(A)", RunKind.service: "230.42", RunKind.tap: "240.21(B)"}[kind]


def smallest_device(kind: RunKind) -> float:
    """Give the smallest device in use for a kind of run. [A]

    Parameters
    ----------
    kind : RunKind
        Branch circuit, feeder or service. [-]
    """
    return 15.0 if kind is RunKind.branch else 20.0


@lru_cache(maxsize=8192)
def device_for_wire(ampacity: Ampacity, wire: Wire, school: str, allowance: float = 1.0, guard: Guard = USUAL_GUARD) -> Worked[float]:
    """Find the largest device that protects a conductor.

    Parameters
    ----------
    ampacity : Ampacity
        What the conductor carries here. [A]
    wire : Wire
        Size and metal. [-]
    school : str
        "next_up" allows the next standard size up; "never_above", "tap", "secondary" and "outlets" do not. [-]
    allowance : float
        Share of the device that the conductor must carry: 0.83 for a dwelling's own supply, else 1. [-]

    References
    ----------
    NEC 2023, 240.4(B) to 800 A, 240.4(C) above, 240.4(D) for small conductors; 310.12 for the allowance.

    Examples
    --------
    >>> from northspan.core.document.job import Metal
    >>> wire = Wire("4/0", Metal.aluminum, "XHHW-2")
    >>> device_for_wire(Ampacity(180.0, 180.0, 0), wire, "next_up").value
    200.0
    >>> device_for_wire(Ampacity(175.0, 175.0, 0), wire, "next_up").value
    175.0
    >>> device_for_wire(Ampacity(180.0, 180.0, 0), wire, "never_above", 0.83).value
    200.0
    """
    if guard.outlets and school == "next_up":
        school = "outlets"
    small = code_table("small")
    steps: tuple[Step, ...] = ()
    amperes = ampacity.final_a
    fits = fits_below(amperes)
    if fits and isclose(fits[-1], amperes):
        largest = fits[-1]
        steps = (
            ruled(
                "I_p",
                "largest device for the wire",
                f"{whole(largest)} A",
                "the ampacity is a standard rating; there is no step up",
                "240.4",
                largest,
            ),
        )
    elif amperes <= LARGE_A and school == "next_up":
        step_up = next_device(amperes)
        largest = step_up.value
        steps = (
            ruled(
                "I_p",
                "largest device for the wire",
                f"{whole(largest)} A",
                f"next standard rating above {whole(amperes)} A is allowed to 800 A",
                "240.4(B)",
                largest,
            ),
        )
    else:
        largest = fits[-1] if fits else 0.0
        why, citation = _NO_STEP_UP.get(school, _NO_STEP_UP["never_above"])
        if amperes > LARGE_A:
            why, citation = "above 800 A the device may not exceed the wire", "240.4(C)"
        steps = (ruled("I_p", "largest device for the wire", f"{whole(largest)} A", why, citation, largest),)
    if allowance < 1:
        allowed = [rating for rating in fits_below(amperes / allowance) if ALLOWANCE_FROM_A <= rating <= ALLOWANCE_TO_A]
        if allowed and allowed[-1] > largest:
            raised = step("I_q", "the dwelling's allowance: ampacity over 0.83", "I_a / f", "A", "310.12", I_a=amperes, f=allowance)
            words = f"{whole(allowed[-1])} A"
            steps += (raised, ruled("I_p", "largest device with the allowance", words, "83 % of it is carried", "310.12", allowed[-1]))
            largest = allowed[-1]
        else:
            why = "it is good for this device without the allowance, so none is credited"
            steps += (ruled("I_p", "allowance of a dwelling's own supply", "not needed", why, "310.12", largest),)
    if small.has(wire.size, wire.metal):
        limit = small.number(wire.size, wire.metal)
        largest = min(largest, limit)
        steps += (looked_up("I_s", "small conductor limit", limit, "A", small.citation, row=wire.size, column=wire.metal),)
    return Worked(largest, steps)


def fits_below(amperes: float) -> list[float]:
    """List the standard ratings that are not above a current. [A]

    Parameters
    ----------
    amperes : float
        The current. [A]
    """
    return [rating for rating in standard_devices() if rating <= amperes + 1e-9]


def dwelling_allowance(facts: AllowanceFacts) -> Step:
    """Decide whether the allowance for a dwelling's own supply applies: the share of the device the conductor must carry.

    Parameters
    ----------
    facts : AllowanceFacts
        Whether the run carries the whole dwelling, and its device. [A]

    References
    ----------
    NEC 2023, 310.12: services and feeders that supply all of a one-family dwelling, rated 100 to 400 A. From two legs
    of a 208 V wye it is for feeders only.

    Examples
    --------
    >>> dwelling_allowance(AllowanceFacts(True, RunKind.service, 200.0)).value
    0.83
    >>> dwelling_allowance(AllowanceFacts(True, RunKind.service, 90.0)).value
    1.0
    """
    words = "allowance of a dwelling's own supply"
    if facts.kind not in {RunKind.service, RunKind.feeder}:
        return ruled("f", words, "none", "it is for services and feeders", "310.12", 1.0)
    if not facts.whole_dwelling:
        return ruled("f", words, "none", facts.why_not or "it does not carry the whole dwelling", "310.12", 1.0)
    if facts.kind is RunKind.service and facts.system is System.wye_legs:
        return ruled("f", words, "none", "from two legs of a wye it is for feeders, not for a service", "310.12", 1.0)
    if not ALLOWANCE_FROM_A <= facts.device_a <= ALLOWANCE_TO_A:
        return ruled("f", words, "none", f"the device of {whole(facts.device_a)} A is outside 100 to 400 A", "310.12", 1.0)
    return ruled("f", words, "83 %", "it carries the whole load of a one-family dwelling", "310.12", 0.83)


def conductor_article(kind: RunKind) -> str:
    """Name the article that sets the least conductor.

    Parameters
    ----------
    kind : RunKind
        Branch circuit, feeder or service. [-]
    """
    return {RunKind.feeder: "215.2(A)(1)", RunKind.branch: "210.19(A)(1)", RunKind.service: "230.42(A)(1)", RunKind.tap: "240.21(B)"}[kind]


def derated_article(kind: RunKind) -> str:
    """Name the article that asks the whole load of the conductor after derating.

    Parameters
    ----------
    kind : RunKind
        Branch circuit, feeder or service. [-]
    """
    return {RunKind.feeder: "215.2(A)(2)", RunKind.branch: "210.19(A)(2)", RunKind.service: "230.42(A)(2)", RunKind.tap: "240.21(B)"}[kind]


def largest_loads(ampacity: Ampacity, device_a: float, kind: RunKind) -> tuple[Step, Step]:
    """Turn the tests of a conductor round: the largest load it may carry, and the largest continuous one. [A]

    Parameters
    ----------
    ampacity : Ampacity
        What the conductor carries here. [A]
    device_a : float
        Its device. [A]
    kind : RunKind
        Branch circuit, feeder or service. [-]

    Notes
    -----
    125 % of a continuous load at the device and at the terminals is 80 % of either; after derating
    it counts once.

    References
    ----------
    NEC 2023, 210.19(A)(1) and 210.20(A), 215.2(A)(1) and 215.3, 230.42(A).

    Examples
    --------
    >>> [load.value for load in largest_loads(Ampacity(55.0, 55.0, 0), 60, RunKind.branch)]
    [55.0, 44.0]
    """
    conductor = conductor_article(kind)
    both = conductor if conductor.startswith(device_article(kind)) else f"{conductor}, {device_article(kind)}"
    load = step("I_m", "largest load", "min(I_a, I_n)", "A", conductor, I_a=ampacity.final_a, I_n=device_a)
    words = "largest continuous load: 80 % of device and terminals, and never above the ampacity"
    steady = step("I_k", words, "min(0.8 * I_n, 0.8 * I_c, I_a)", "A", both, I_n=device_a, I_c=ampacity.terminal_a, I_a=ampacity.final_a)
    return load, steady


@lru_cache(maxsize=8192)
def load_margins(
    load: DesignLoad, ampacity: Ampacity, kind: RunKind, allowance: float = 1.0, rating_a: float = 0.0
) -> tuple[tuple[Step, ...], tuple[Margin, ...]]:
    """Hold a conductor against its load in the two separate tests, never multiplied together.

    Parameters
    ----------
    load : DesignLoad
        Load of the heavier leg. [A]
    ampacity : Ampacity
        What the conductor carries here. [A]
    kind : RunKind
        Branch circuit, feeder or service. [-]
    allowance : float
        Share of the rating that the conductor must carry: 0.83 for a dwelling's own supply, else 1. [-]
    rating_a : float
        That rating: of the service, or of the device of the main feeder. It is no less than the load. [A]

    References
    ----------
    NEC 2023, 215.2(A)(1), 210.19(A)(1), 230.42(A)(1): 125 % of continuous load at the terminals before derating; (A)(2) of
    each: the whole load at 100 % after derating; 310.12 for the allowance.
    """
    article, derated = conductor_article(kind), derated_article(kind)
    raised = step(
        "I_1",
        "test 1: continuous at 125 %, at the terminals, before derating",
        "I_r + 1.25 * I_k",
        "A",
        article,
        I_r=load.noncontinuous_a,
        I_k=load.continuous_a,
    )
    whole = step(
        "I_2", "test 2: the load itself, after derating", "I_r + I_k", "A", derated, I_r=load.noncontinuous_a, I_k=load.continuous_a
    )
    needed = (raised, whole)
    if allowance < 1:
        words = "83 % of the rating that it supplies, whatever the load below it is"
        rating = max(rating_a, raised.value)
        share = step("I_s", words, "f * I_n", "A", "310.12", f=allowance, I_n=rating)
        margins = (
            at_most("terminals", "Terminals, 83 % of the rating", share.value, ampacity.terminal_a, "A", "310.12"),
            at_most("ampacity", "Ampacity, 83 % of the rating", share.value, ampacity.final_a, "A", "310.12"),
        )
        return (raised, whole, share), margins
    margins = (
        at_most("terminals", "Terminals at 125 %", needed[0].value, ampacity.terminal_a, "A", article),
        at_most("ampacity", "Ampacity, whole load", needed[1].value, ampacity.final_a, "A", derated),
    )
    return needed, margins


def ratings(device_type: str = "") -> tuple[float, ...]:
    """List standard devices. [A]"""
    del device_type
    return standard_devices()


def unmarked_interrupting_a() -> Step:
    """Give what an unmarked breaker may interrupt. [A]"""
    return ruled("I_r", "interrupting rating", "5000 A", "not marked, and a breaker without a marking has this", "240.83(C)", 5000.0)


load_words = "Device at 125 %"
device_types, device_type_of, guard_for = north_american.device_types, north_american.device_type_of, north_american.guard_for
device_curve, interrupting_ratings = north_american.device_curve, north_american.interrupting_ratings
