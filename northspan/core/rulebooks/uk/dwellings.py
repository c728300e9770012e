"""Demand of a dwelling after diversity."""

from __future__ import annotations

from functools import lru_cache

from northspan.core.document.job import (
    LoadKind,
)
from northspan.core.rulebooks.questions.dwellings import AllowanceFacts, DwellingFacts, MethodLoad, joined
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Step, Worked, given, ruled, step, whole

METHODS = (("diversity", "After diversity, circuit by circuit"), ("measured", "By its measured demand"))
COOKING_FIRST_VA = 2300.0  # 10 A
HEAT_FIRST_VA = 2300.0  # 10 A
COOKER_SOCKET_VA = 1150.0  # 5 A
_GUIDE = "guide, household"
_WHOLE = frozenset({LoadKind.hot_tub, LoadKind.water_heating, LoadKind.tankless, LoadKind.pool_heater, LoadKind.kiln, LoadKind.counted})


@lru_cache(maxsize=256)
def dwelling_loads(facts: DwellingFacts) -> tuple[MethodLoad, ...]:
    """Work what a dwelling takes after diversity. [VA]

    Parameters
    ----------
    facts : DwellingFacts
        Loads by kind. [VA]

    Returns
    -------
    tuple of MethodLoad
        After diversity, and by the measured demand if there is one; the code asks for diversity and leaves the figures to guides (311.1).

    References
    ----------
    BS 7671:2018, 311.1; allowances for a single household as the trade's guides give them: lighting 66 %;
    heating 10 A and half of the rest; cooking 10 A and 30 % of the rest, 5 A more for a socket on its switch; showers the two
    largest whole, a quarter
    of the rest; water heating, storage heating and vehicles whole; sockets the largest circuit and 40 % of the others.

    Examples
    --------
    >>> round(dwelling_loads(DwellingFacts(floor_m2=0, sockets_va=(7360, 7360), ranges_va=(9200,)))[0].total.value)
    14674
    """
    parts = [part(facts) for part in (_lighting, _sockets, _cooking, _showers, _heating, _whole, _others)]
    steps = [line for part in parts for line in part.steps]
    names = {f"S_{i}": part.value for i, part in enumerate(parts, 1)}
    total = step("S", "all of it, after diversity", " + ".join(names), "VA", "311.1", **names)
    by_circuits = MethodLoad("diversity", METHODS[0][1], Worked(total.value, (*steps, total)), Worked(total.value, (total,)))
    return (by_circuits, *_measured(facts))


def _measured(facts: DwellingFacts) -> tuple[MethodLoad, ...]:
    if not facts.measured_va:
        return ()
    peak = given("S_m", "highest demand as measured", facts.measured_va, "VA")
    new = given("S_a", "what is new beside it, by its rating", facts.added_va, "VA")
    total = step("S", "what was measured, and what is new", "S_m + S_a", "VA", "311.1", S_m=peak.value, S_a=new.value)
    return (MethodLoad("measured", METHODS[1][1], Worked(total.value, (peak, new, total)), None),)


NOTHING = Worked(0.0)


def _one(line: Step) -> Worked[float]:
    return Worked(line.value, (line,))


def _lighting(facts: DwellingFacts) -> Worked[float]:
    if not facts.lighting_va:
        return NOTHING
    return _one(step("S_1", "lighting, 66 %", "0.66 * S_l", "VA", _GUIDE, S_l=facts.lighting_va))


def _sockets(facts: DwellingFacts) -> Worked[float]:
    if not facts.sockets_va:
        return NOTHING
    largest = max(facts.sockets_va)
    rest = sum_of(facts.sockets_va) - largest
    return _one(step("S_2", "socket circuits: the largest, 40 % of the others", "S_a + 0.4 * S_b", "VA", _GUIDE, S_a=largest, S_b=rest))


def _cooking(facts: DwellingFacts) -> Worked[float]:
    formula = "min(S_e, S_10) + 0.3 * max(0, S_e - S_10)"
    found = [
        step("S_3", f"cooker {i}: 10 A and 30 % of the rest", formula, "VA", _GUIDE, S_e=power, S_10=COOKING_FIRST_VA)
        for i, power in enumerate(facts.ranges_va, 1)
    ]
    if facts.cooker_sockets:
        words = "5 A for each socket outlet on a cooker switch"
        found.append(step("S_s", words, "n * S_5", "VA", _GUIDE, n=float(facts.cooker_sockets), S_5=COOKER_SOCKET_VA))
    return Worked(sum_of(line.value for line in found), tuple(found))


def _showers(facts: DwellingFacts) -> Worked[float]:
    order = sorted((one.power_va for one in facts.appliances if one.kind is LoadKind.shower), reverse=True)
    if not order:
        return NOTHING
    words = "showers: the two largest, a quarter of the others"
    return _one(step("S_4", words, "S_a + 0.25 * S_b", "VA", _GUIDE, S_a=sum_of(order[:2]), S_b=sum_of(order[2:])))


def _heating(facts: DwellingFacts) -> Worked[float]:
    heat = max(facts.heating_va + facts.heat_pump_va, facts.cooling_va) + facts.cooling_with_heat_va
    if not heat:
        return NOTHING
    words = "heating or cooling: 10 A and half of the rest"
    return _one(step("S_5", words, "min(S_h, S_10) + 0.5 * max(0, S_h - S_10)", "VA", _GUIDE, S_h=heat, S_10=HEAT_FIRST_VA))


def _whole(facts: DwellingFacts) -> Worked[float]:
    whole = sum_of(facts.vehicles_va) + sum_of(one.power_va for one in facts.appliances if one.kind in _WHOLE)
    return _one(given("S_6", "water heating, vehicles, tubs: whole", whole, "VA", _GUIDE)) if whole else NOTHING


def _others(facts: DwellingFacts) -> Worked[float]:
    apart = _WHOLE | {LoadKind.shower}
    found = [*(one.power_va for one in facts.appliances if one.kind not in apart), *facts.dryers_va]
    if not found:
        return NOTHING
    largest = max(found)
    words = "other appliances: the largest, 40 % of the others"
    return _one(step("S_7", words, "S_a + 0.4 * S_b", "VA", _GUIDE, S_a=largest, S_b=sum_of(found) - largest))


LEAST_CUTOUT_A = 60.0


def needs_floor_area() -> bool:
    """Say whether the load of a dwelling is worked from its floor area: it is not."""
    return False


def dwelling_methods() -> tuple[tuple[str, str], ...]:
    """List the methods for a dwelling's load with their names."""
    return METHODS


def pooled_methods() -> frozenset[str]:
    """List the methods that pool loads, with vehicle charging inside or outside the pool as a call."""
    return frozenset()


def new_dwelling_methods() -> tuple[str, ...]:
    """List the methods for a dwelling that is new."""
    return ("diversity",)


def dwelling_allowance(facts: AllowanceFacts) -> Step:
    """Decide on an allowance for a dwelling's own supply: there is none here."""
    del facts
    return ruled("f", "allowance of a dwelling's own supply", "none", "diversity is all there is", "311.1", 1.0)


def dwellings_together(facts: tuple[DwellingFacts, ...], own_va: tuple[float, ...]) -> Worked[float]:
    """Work what several dwellings behind one supply take after diversity, taken over all of their circuits. [VA]

    Parameters
    ----------
    facts : tuple of DwellingFacts
        The dwellings. [VA]
    own_va : tuple of float
        What each takes by itself, shape (n,). [VA]

    References
    ----------
    BS 7671:2018, 311.1. Guides leave several households to judgement: the allowances of one are taken over all circuits.
    """
    one_by_one = given("S_i", f"{len(own_va)} households, each after its own diversity, added up", sum_of(own_va), "VA")
    together = dwelling_loads(joined(facts))[0].total
    least = step("S_2", "their circuits together, never more than one by one", "min(S_i, S)", "VA", "311.1", S_i=one_by_one.value,
                 S=together.value)  # fmt: skip
    return Worked(least.value, (one_by_one, *together.steps, least))


def dwelling_least_a() -> Step:
    """Give the least rating of a dwelling's supply: no rule sets one, suppliers' cut-outs begin there. [A]"""
    words = "no rule sets one; the supplier's cut-outs begin there, and he says which it is"
    return ruled("I_s", "least supply of a dwelling", f"{whole(LEAST_CUTOUT_A)} A", words, "customary", LEAST_CUTOUT_A)
