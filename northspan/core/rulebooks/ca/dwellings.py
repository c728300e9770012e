"""Calculated load of a single dwelling by its floor area."""

from __future__ import annotations

from functools import lru_cache
from math import ceil

from northspan.core.document.job import (
    LoadKind,
)
from northspan.core.rulebooks.ca import devices
from northspan.core.rulebooks.questions.dwellings import DwellingFacts, MethodLoad
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Step, Worked, given, ruled, step, whole

METHODS = (("basic", "By floor area, Rule 8-200"), ("measured", "By its measured demand, Rule 8-106"))
BLOCK_M2, FIRST_W, BLOCK_W = 90.0, 5000.0, 1000.0
RANGE_W, RANGE_TO_W = 6000.0, 12_000.0
LARGE_W = 1500.0
WHOLE = frozenset({LoadKind.hot_tub, LoadKind.tankless, LoadKind.pool_heater})  # 8-200(1)(a)(v)
HEAT_WHOLE_W = 10_000.0
MIN_AREA_M2, LARGE_SERVICE_W, SMALL_SERVICE_W = 80.0, 24_000.0, 14_400.0


@lru_cache(maxsize=256)
def dwelling_loads(facts: DwellingFacts) -> tuple[MethodLoad, ...]:
    """Work the load of a single dwelling. [W]

    Parameters
    ----------
    facts : DwellingFacts
        Floor area and loads. [m², VA]

    Returns
    -------
    tuple of MethodLoad
        By floor area; and by the measured demand, if there is one.

    References
    ----------
    CE Code 2021, Rules 8-110, 8-200, 62-118(3); 8-106(3) for heating against cooling; 8-106(8) for a measured demand.

    Examples
    --------
    >>> round(dwelling_loads(DwellingFacts(floor_m2=180, ranges_va=(12_000,)))[0].total.value)
    24000
    """
    basic, climate, cooking, entire = _basic(facts), _climate(facts), _cooking(facts), _whole(facts)
    others, others_neutral = _others(facts)
    steps = (*basic.steps, *climate.steps, *cooking.steps, *entire.steps, *others.steps)
    total = step(
        "S",
        "all of it",
        "S_b + S_c + S_r + S_w + S_o",
        "W",
        "Rule 8-200(1)(a)",
        S_b=basic.value,
        S_c=climate.value,
        S_r=cooking.value,
        S_w=entire.value,
        S_o=others.value,
    )
    area = facts.floor_m2 - facts.basement_m2
    large = area >= MIN_AREA_M2
    least_w = LARGE_SERVICE_W if large else SMALL_SERVICE_W
    why = f"{whole(area)} m² without the basement, {'80 m² or more' if large else 'less than 80 m²'}"
    least = ruled("S_m", "the least", f"{whole(least_w)} W", why, "Rule 8-200(1)(b)", least_w)
    load = step("S_d", "the larger of both", "max(S, S_m)", "W", "Rule 8-200(1)", S=total.value, S_m=least.value)
    neutral = step(
        "S_n", "neutral: what uses it", "S_b + S_r + S_o", "W", "Rule 4-018", S_b=basic.value, S_r=cooking.value, S_o=others_neutral
    )
    basic_method = MethodLoad("basic", METHODS[0][1], Worked(load.value, (*steps, total, least, load)), Worked(neutral.value, (neutral,)))
    return (basic_method, *_measured(facts))


def _measured(facts: DwellingFacts) -> tuple[MethodLoad, ...]:
    if not facts.measured_va:
        return ()
    peak = given("S_m", "highest demand measured over twelve months", facts.measured_va, "W")
    new = given("S_a", "what is new beside it, by its nameplates", facts.added_va, "W")
    total = step("S_d", "what was measured, and what is new", "S_m + S_a", "W", "Rule 8-106(8)", S_m=peak.value, S_a=new.value)
    return (MethodLoad("measured", METHODS[1][1], Worked(total.value, (peak, new, total)), None),)


def _basic(facts: DwellingFacts) -> Worked[float]:
    """Floors count whole, a basement three quarters; 5000 W for the first 90 m², 1000 W for each further 90 or part of it."""
    area = step(
        "A", "area that counts: the basement three quarters", "A_f - A_b / 4", "m²", "Rule 8-110", A_f=facts.floor_m2, A_b=facts.basement_m2
    )
    blocks = max(0, ceil((area.value - BLOCK_M2) / BLOCK_M2 - 1e-9))
    basic = step("S_b", "basic load", "S_1 + n * S_2", "W", "Rule 8-200(1)(a)(i)", S_1=FIRST_W, n=float(blocks), S_2=BLOCK_W)
    further = given("n", f"further blocks of {whole(BLOCK_M2)} m², or part", float(blocks), "", "Rule 8-200(1)(a)(ii)")
    return Worked(basic.value, (area, further, basic))


def _climate(facts: DwellingFacts) -> Worked[float]:
    """Heat after its factor against cooling: the larger counts."""
    shown: tuple[Step, ...] = ()
    heat = facts.heating_va + facts.heat_pump_va
    if facts.heating_va > HEAT_WHOLE_W and facts.heating_zones > 1:
        less = step("S_h", "heat: 10 kW whole, 75 % of the rest; rooms have their own controls", "10000 + 0.75 * (S_e - 10000) + S_p",
                    "W", "Rule 62-118(3)", S_e=facts.heating_va, S_p=facts.heat_pump_va)  # fmt: skip
        heat, shown = less.value, (less,)
    elif heat:
        shown = (given("S_h", "heat, whole", heat, "W", "Rule 62-118"),)
    larger = step("S_c", "heat or cooling, which never run together; cooling that runs with the heat counts beside it",
                  "max(S_h, S_k) + S_t", "W", "Rule 8-106(3)", S_h=heat, S_k=facts.cooling_va, S_t=facts.cooling_with_heat_va)  # fmt: skip
    return Worked(larger.value, (*shown, larger))


def _cooking(facts: DwellingFacts) -> Worked[float]:
    if not facts.ranges_va:
        return Worked(0.0)
    largest = max(facts.ranges_va)
    found = step(
        "S_r",
        "one range: 6000 W, and 40 % of what is above 12 kW",
        "6000 + 0.4 * max(0, S_e - 12000)",
        "W",
        "Rule 8-200(1)(a)(iv)",
        S_e=largest,
    )
    return Worked(found.value, (found,))


def _whole(facts: DwellingFacts) -> Worked[float]:
    """Heaters without a tank or of pools and tubs, and vehicle charging, count whole, and not as continuous, in the total."""
    tubs = sum_of(one.power_va for one in facts.appliances if one.kind in WHOLE)
    cars = sum_of(facts.vehicles_va)
    if tubs or cars:
        found = step(
            "S_w",
            "heaters without a tank or of pools and tubs, and vehicle charging, whole",
            "S_t + S_v",
            "W",
            "Rule 8-200(1)(a)(v), (vi)",
            S_t=tubs,
            S_v=cars,
        )
        return Worked(found.value, (found,))
    return Worked(0.0)


def _others(facts: DwellingFacts) -> tuple[Worked[float], float]:
    """Loads over 1500 W: a quarter of each beside a range; without one 6000 W whole, and a quarter of the rest."""
    ranges = sorted(facts.ranges_va)[:-1]
    large = [one for one in facts.appliances if one.kind not in WHOLE and one.power_va > LARGE_W]
    total = sum_of(one.power_va for one in large) + sum_of(facts.dryers_va) + sum_of(ranges)
    if not total:
        return Worked(0.0), 0.0
    if facts.ranges_va:
        found = step("S_o", "other loads over 1500 W: a quarter, beside a range", "0.25 * S_a", "W", "Rule 8-200(1)(a)(vii)", S_a=total)
    else:
        words = "other loads over 1500 W: 6000 W whole, a quarter of the rest; there is no range"
        found = step("S_o", words, "min(S_a, 6000) + 0.25 * max(0, S_a - 6000)", "W", "Rule 8-200(1)(a)(vii)", S_a=total)
    to_neutral = sum_of(one.power_va for one in large if one.to_neutral) + sum_of(facts.dryers_va)
    return Worked(found.value, (found,)), found.value * to_neutral / total


dwelling_allowance = devices.dwelling_allowance


def needs_floor_area() -> bool:
    """Say whether the load of a dwelling is worked from its floor area."""
    return True


def dwelling_methods() -> tuple[tuple[str, str], ...]:
    """List the methods for a dwelling's load with their names."""
    return METHODS


def pooled_methods() -> frozenset[str]:
    """List the methods that pool loads, with vehicle charging inside or outside the pool as a call."""
    return frozenset()


def new_dwelling_methods() -> tuple[str, ...]:
    """List the methods for a dwelling that is new."""
    return ("basic",)


def dwellings_together(facts: tuple[DwellingFacts, ...], own_va: tuple[float, ...]) -> Worked[float]:
    """Work the load of several dwellings behind one supply: the largest whole, 65 % of the next two, heat and cooling whole. [W]

    Parameters
    ----------
    facts : tuple of DwellingFacts
        The dwellings. [m², VA]
    own_va : tuple of float
        The load of each by its own method, shape (n,). [W]

    References
    ----------
    CE Code 2021, Rules 8-200(2) and 8-202(3)(a): 100 % of the heaviest, 65 % of the next two, 40 % of the two after them,
    30 % of fifteen more; space heating and cooling beside them.

    Examples
    --------
    >>> round(dwellings_together((DwellingFacts(floor_m2=90), DwellingFacts(floor_m2=90)), (24000, 24000)).value)
    39600
    """
    climate_w = sum_of(_climate(one).value for one in facts)
    rest = sorted((own - _climate(one).value for one, own in zip(facts, own_va, strict=True)), reverse=True)
    shares = (1.0, 0.65, 0.65, 0.4, 0.4, *(0.3,) * 15)
    counted = sum_of(share * own for share, own in zip(shares, rest, strict=False))
    climate = given("S_c", "heating or cooling of each, whole", climate_w, "W", "Rule 8-202(3)")
    others = given("S_u", f"{len(rest)} dwellings without it: the heaviest whole, 65 % of the next two", counted, "W", "Rule 8-202(3)(a)")
    total = step("S_d", "all of them", "S_u + S_c", "W", "Rule 8-200(2)", S_u=others.value, S_c=climate.value)
    return Worked(total.value, (climate, others, total))


def dwelling_least_a() -> Step:
    """Give the least rating of a single dwelling's service. [A]"""
    return ruled("I_s", "least service of a single dwelling", "60 A", "100 A from 80 m² without the basement", "Rule 8-200(1)(b)", 60.0)
