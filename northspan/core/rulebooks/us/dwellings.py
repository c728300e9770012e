"""Calculated load of a dwelling: the standard, the optional and the existing-dwelling method."""

from __future__ import annotations

from functools import lru_cache

from northspan.core.document.job import System
from northspan.core.rulebooks.questions.dwellings import Appliance, DwellingFacts, MethodLoad, joined
from northspan.core.rulebooks.us import devices
from northspan.core.rulebooks.us.code_tables import code_table
from northspan.core.rulebooks.us.cooking import cooking_demand, dryer_demand
from northspan.core.working.sums import count_of, sum_of
from northspan.core.working.worked import Step, Worked, ending, given, ruled, step, whole

METHODS = (
    ("standard", "Standard method"),
    ("optional", "Optional method"),
    ("existing", "Existing dwelling, nothing added to heating or cooling"),
    ("existing_added", "Existing dwelling, heating or cooling added"),
    ("measured", "Existing dwelling, by its measured demand"),
)
COUNTS_FROM_VA = 500.0  # smaller ones do not count towards the four, since 2020
MANY = 4  # four appliances, or four heaters, change the factor


@lru_cache(maxsize=256)
def dwelling_loads(facts: DwellingFacts) -> tuple[MethodLoad, ...]:
    """Work the load of a one-family dwelling by every method, side by side. [VA]

    Parameters
    ----------
    facts : DwellingFacts
        Floor area and loads. [m², VA]

    Returns
    -------
    tuple of MethodLoad
        Standard, optional, existing dwelling without and with added heating or cooling; by its measured demand, if there is one.

    Raises
    ------
    OutsideTable
        If the range is outside the range table.

    References
    ----------
    NEC 2023, Article 220 parts III and IV: 220.41 to 220.61, 220.82, 220.83, 220.87.
    """
    titles = dict(METHODS)
    return (
        standard(facts),
        MethodLoad("optional", titles["optional"], _optional(facts), None),
        MethodLoad("existing", titles["existing"], _existing(facts, added=False), None),
        MethodLoad("existing_added", titles["existing_added"], _existing(facts, added=True), None),
        *((MethodLoad("measured", titles["measured"], _measured(facts), None),) if facts.measured_va else ()),
    )


def standard(facts: DwellingFacts) -> MethodLoad:
    """Work the load by the standard method, and the neutral's load with it. [VA]

    Parameters
    ----------
    facts : DwellingFacts
        Floor area and loads. [m², VA]

    References
    ----------
    NEC 2023, 220.41, 220.45, 220.50 to 220.55, 220.57, 220.60, 220.61(B).
    """
    general = _general(facts)
    lighting = lighting_demand(general.value)
    fixed = _fixed(facts.appliances)
    cooking = cooking_demand(facts.ranges_va)
    dryers = dryer_demand(facts.dryers_va)
    vehicle = _vehicles(facts.vehicles_va)
    climate = step(
        "P_h",
        "heating or cooling, the larger; they do not run together",
        "max(H + B, C) + T",
        "VA",
        "220.51, 220.60",
        H=facts.heating_va,
        B=facts.heat_pump_va,
        C=facts.cooling_va,
        T=facts.cooling_with_heat_va,
    )
    motor = step("P_m", "a quarter of the largest motor that counts", "0.25 * M", "VA", "220.50, 430.24, 440.33", M=_largest_motor(facts))
    parts = (lighting.rule, fixed, cooking.rule, dryers.rule, vehicle, climate, motor)
    total = _sum("P", "calculated load", parts, "Article 220 part III")
    neutral_fixed = _fixed(tuple(a for a in facts.appliances if a.to_neutral), counted_as=_counting(facts.appliances))
    wye = facts.system is System.wye_legs
    counted = "whole, from two legs of a wye" if wye else "at 70 % of their demand"
    words = f"neutral: range and dryer {counted}; what is line to line counts nothing"
    figures = {"L": lighting.value, "F": neutral_fixed.value, "R": cooking.value, "D": dryers.value}
    figures["M"] = facts.largest_neutral_motor_va
    words += "; a quarter of the largest motor that uses it"
    formula, cite = ("L + F + R + D + 0.25 * M", "220.61(C)") if wye else ("L + F + 0.7 * R + 0.7 * D + 0.25 * M", "220.61(B)")
    neutral = step("P_n", words, formula, "VA", f"{cite}, 220.50", **figures)
    steps = (*general.steps, *lighting.steps, fixed, *cooking.steps, *dryers.steps, vehicle, climate, motor, total)
    return MethodLoad("standard", dict(METHODS)["standard"], Worked(total.value, steps), Worked(neutral.value, (neutral,)))


def lighting_demand(general_va: float) -> Worked[float]:
    """Take the demand of the general lighting load, part by part. [VA]

    Parameters
    ----------
    general_va : float
        Lighting, small-appliance and laundry load. [VA]

    References
    ----------
    NEC 2023, Table 220.45.

    Examples
    --------
    >>> lighting_demand(3000).value, lighting_demand(13000).value
    (3000.0, 6500.0)
    """
    tiers = code_table("lighting_demand")
    begin = 0.0
    parts: list[Step] = []
    for row in tiers.rows.values():
        end = float(row["up_to_va"] or "inf")
        inside = max(0.0, min(general_va, end) - begin)
        if inside:
            words = f"part of it above {whole(begin)} VA, at {row['percent']} %"
            share = float(row["percent"])
            parts.append(step(f"P_{len(parts) + 1}", words, "P_g * f / 100", "VA", tiers.citation, P_g=inside, f=share))
        begin = end
    return ending(*parts, _sum("P_l", "lighting and receptacles after demand", tuple(parts), tiers.citation))


def _largest_motor(facts: DwellingFacts) -> float:
    """The largest motor of what counts: of heating and cooling, which never run together, the one that is larger. [VA]"""
    cooling = facts.largest_cooling_va or facts.cooling_va + facts.cooling_with_heat_va
    pump = facts.largest_heat_pump_va or facts.heat_pump_va
    heats = facts.heating_va + facts.heat_pump_va >= facts.cooling_va
    climate = max(pump, cooling if facts.cooling_with_heat_va else 0.0) if heats else cooling
    return max(facts.largest_motor_va, climate)


def _general(facts: DwellingFacts) -> Worked[float]:
    area = step("A", "floor area", "S / 0.09290304", "ft²", "1 ft² is 0.0929 m²", S=facts.floor_m2)
    circuits = facts.small_appliance_circuits + facts.laundry_circuits
    general = step("P_g", "3 VA for each ft², and 1500 VA for each small-appliance and laundry circuit", "3 * A + 1500 * n", "VA",
                   "220.41, 220.52", A=area.value, n=float(circuits))  # fmt: skip
    return ending(area, general)


def _fixed(appliances: tuple[Appliance, ...], counted_as: int | None = None) -> Step:
    counting = [appliance.power_va for appliance in appliances if appliance.power_va >= COUNTS_FROM_VA]
    count, large = len(counting) if counted_as is None else counted_as, sum_of(counting)
    small = sum_of(appliance.power_va for appliance in appliances) - large
    if count >= MANY:
        words = f"{count} appliances fastened in place: four or more, 75 %; those under 500 VA whole"
        return step("P_f", words, "0.75 * F + f", "VA", "220.53", F=large, f=small)
    return given("P_f", f"{count} appliances fastened in place: fewer than four, all of it", large + small, "VA", "220.53")


def _counting(appliances: tuple[Appliance, ...]) -> int:
    return count_of(appliance.power_va >= COUNTS_FROM_VA for appliance in appliances)


def _vehicles(vehicles_va: tuple[float, ...]) -> Step:
    if not vehicles_va:
        return given("P_v", "no vehicle charging", 0.0, "VA")
    formula = " + ".join(f"max(V_{i}, 7200)" for i in range(1, len(vehicles_va) + 1))
    figures = {f"V_{i}": power for i, power in enumerate(vehicles_va, 1)}
    return step("P_v", "vehicle charging: its nameplate, 7200 VA at least", formula, "VA", "220.57", **figures)


def _everything(facts: DwellingFacts) -> Worked[float]:
    """General load and all nameplates: no floor for the dryer, no range table, those belong to the standard method."""
    general = _general(facts)
    plates = sum_of(appliance.power_va for appliance in facts.appliances) + sum_of(facts.ranges_va) + sum_of(facts.dryers_va)
    words = "appliances, range and dryer by their nameplates"
    if facts.vehicles_in_pool and facts.vehicles_va:
        words, plates = f"{words}; vehicle charging with them, your call", plates + sum_of(max(va, 7200.0) for va in facts.vehicles_va)
    named = given("P_a", words, plates, "VA")
    together = step("P_o", "all of it", "P_g + P_a", "VA", "220.82(B)", P_g=general.value, P_a=plates)
    return ending(*general.steps, named, together)


def _after(first_va: float, load_va: float, citation: str) -> Step:
    return step(
        "P_1",
        f"the first {whole(first_va)} VA, and 40 % of the rest",
        "min(P_o, f) + 0.4 * max(P_o - f, 0)",
        "VA",
        citation,
        P_o=load_va,
        f=first_va,
    )


def _optional(facts: DwellingFacts) -> Worked[float]:
    everything = _everything(facts)
    demand = _after(10000.0, everything.value, "220.82(B)")
    few = facts.heating_zones < MANY
    heat = step("P_e", f"electric heat, {facts.heating_zones} separately controlled: {65 if few else 40} %", "f * H", "VA",
                "220.82(C)(4)" if few else "220.82(C)(5)", f=0.65 if few else 0.4, H=facts.heating_va)  # fmt: skip
    words = "heating or cooling, the larger after its factor"
    if facts.heat_pump_va:
        words += "; a heat pump's compressor counts whole"
    figures = {"P_e": heat.value, "B": facts.heat_pump_va, "C": facts.cooling_va, "T": facts.cooling_with_heat_va}
    climate = step("P_h", words, "max(P_e + B, C) + T", "VA", "220.82(C)", **figures)
    vehicle = _vehicles(() if facts.vehicles_in_pool else facts.vehicles_va)
    total = _sum("P", "calculated load", (demand, climate, vehicle), "220.82")
    return Worked(total.value, (*everything.steps, demand, heat, climate, vehicle, total))


def _existing(facts: DwellingFacts, *, added: bool) -> Worked[float]:
    everything, vehicle = _everything(facts), _vehicles(() if facts.vehicles_in_pool else facts.vehicles_va)
    heating = {"H": facts.heating_va + facts.heat_pump_va, "C": facts.cooling_va, "T": facts.cooling_with_heat_va}
    if added and facts.heating_zones < MANY:
        article, other = "220.83(B)", everything.rule
        whole = step("P_h", "heating or cooling, the larger, all of it", "max(H, C) + T", "VA", article, **heating)
    elif added:
        article = "220.83(B)"
        other = step("P_o", "four heaters or more are other load", "P_o + H", "VA", article, P_o=everything.value, H=facts.heating_va)
        whole = step("P_c", "compressor of a heat pump or cooling, the larger, all of it", "max(B, C) + T", "VA", article,
                     B=facts.heat_pump_va, C=facts.cooling_va, T=facts.cooling_with_heat_va)  # fmt: skip
    else:
        article, whole = "220.83(A)", given("P_c", "nothing added, so nothing counts whole", 0.0, "VA", "220.83(A)")
        words = "with heating or cooling, the larger"
        other = step("P_o", words, "P_o + max(H, C) + T", "VA", article, P_o=everything.value, **heating)
    demand = _after(8000.0, other.value, article)
    total = _sum("P", "calculated load", (demand, whole, vehicle), article)
    added_up = () if other is everything.rule else (other,)
    return Worked(total.value, (*everything.steps, *added_up, demand, whole, vehicle, total))


def _measured(facts: DwellingFacts) -> Worked[float]:
    over = "a logged month" if facts.measured_month else "a year"
    peak = given("P_m", f"highest demand measured over {over}", facts.measured_va, "VA")
    new = given("P_a", "what is new beside it, by its nameplates", facts.added_va, "VA")
    article = "220.87 exception" if facts.measured_month else "220.87(1)"
    total = step("P", "1.25 of what was measured, and what is new", "1.25 * P_m + P_a", "VA", article, P_m=peak.value, P_a=new.value)
    return Worked(total.value, (peak, new, total))


def _sum(symbol: str, words: str, parts: tuple[Step, ...], citation: str) -> Step:
    if not parts:
        return given(symbol, words, 0.0, "VA", citation)
    figures = {f"S_{i}": part.value for i, part in enumerate(parts, 1)}
    return step(symbol, words, " + ".join(figures), "VA", citation, **figures)


dwelling_allowance = devices.dwelling_allowance


def needs_floor_area() -> bool:
    """Say whether the load of a dwelling is worked from its floor area."""
    return True


def dwelling_methods() -> tuple[tuple[str, str], ...]:
    """List the methods for a dwelling's load with their names."""
    return METHODS


def pooled_methods() -> frozenset[str]:
    """List the methods that pool loads, with vehicle charging inside or outside the pool as a call."""
    return frozenset({"optional", "existing", "existing_added"})


def new_dwelling_methods() -> tuple[str, ...]:
    """List the methods for a dwelling that is new, the usual one last."""
    return "standard", "optional"


def dwellings_together(facts: tuple[DwellingFacts, ...], own_va: tuple[float, ...]) -> Worked[float]:
    """Work the load of several dwellings behind one supply. [VA]

    Parameters
    ----------
    facts : tuple of DwellingFacts
        The dwellings. [m², VA]
    own_va : tuple of float
        The load of each by its own method, shape (n,). [VA]

    References
    ----------
    NEC 2023, Article 220 part III over all of them: lighting, appliances, ranges and dryers take their demand together; of each
    its heating or its cooling. Never more than what they come to one by one.
    """
    one_by_one = given("P_i", f"{len(own_va)} dwellings, each by its own method, added up", sum_of(own_va), "VA")
    together = standard(joined(facts)).total
    all_of_it = step("P_t", "all of them by the standard method, their demands taken together", "P", "VA", "Article 220 part III",
                     P=together.value)  # fmt: skip
    least = step("P_2", "the smaller of both", "min(P_i, P_t)", "VA", "Article 220 part III", P_i=one_by_one.value, P_t=all_of_it.value)
    return Worked(least.value, (one_by_one, *together.steps, all_of_it, least))


def dwelling_least_a() -> Step:
    """Give the least rating of a one-family dwelling's service. [A]"""
    return ruled("I_s", "least service of a one-family dwelling", "100 A", "three-wire", "230.79(C)", 100.0)
