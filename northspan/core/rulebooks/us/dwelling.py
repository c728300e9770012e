"""Calculated load of a dwelling: the standard, the optional and the existing-dwelling method."""

from __future__ import annotations

from northspan.core.errors import OutsideTable
from northspan.core.rulebooks.protocol import Appliance, DwellingFacts, MethodLoad
from northspan.core.rulebooks.us.sources import source
from northspan.core.worked import Step, Worked, given, ruled, step

FOOT2_M2 = 0.09290304
CIRCUIT_VA = 1500.0  # each small-appliance and laundry circuit, 220.52
DRYER_LEAST_VA = 5000.0  # 220.54
VEHICLE_LEAST_VA = 7200.0  # 220.57
RANGE_C_VA, RANGE_C_TO_VA, RANGE_TO_VA = 8000.0, 12000.0, 27000.0  # Table 220.55, column C for one range, and note 1
RANGE_B_TO_VA, RANGE_B_FROM_VA = 8750.0, 1750.0  # columns A and B for one appliance, 80 %
MANY = 4  # four appliances, or four heaters, change the factor


def dwelling_loads(facts: DwellingFacts) -> tuple[MethodLoad, ...]:
    """Work the load of a one-family dwelling by every method, side by side. [VA]

    Parameters
    ----------
    facts : DwellingFacts
        Floor area and loads. [m², VA]

    Returns
    -------
    tuple of MethodLoad
        Standard, optional, existing dwelling without and with added heating or cooling.

    Raises
    ------
    OutsideTable
        If the range is outside the range table.

    References
    ----------
    NEC 2023, Article 220 parts III and IV: 220.41 to 220.61, 220.82, 220.83.
    """
    return (
        standard(facts),
        MethodLoad("optional", "Optional method", _optional(facts), None),
        MethodLoad("existing", "Existing dwelling, nothing added to heating or cooling", _existing(facts, added=False), None),
        MethodLoad("existing_added", "Existing dwelling, heating or cooling added", _existing(facts, added=True), None),
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
    lighting = lighting_demand(general[-1].value)
    fixed = _fixed(facts.appliances)
    cooking = range_demand(facts.range_va)
    dryer = _dryer(facts.dryer_va)
    vehicle = _vehicle(facts.vehicle_va)
    climate = step(
        "P_h",
        "heating or cooling, the larger; they do not run together",
        "max(H, C)",
        "VA",
        "220.60",
        H=facts.heating_va,
        C=facts.cooling_va,
    )
    motor = step("P_m", "a quarter of the largest motor", "0.25 * M", "VA", "220.50, 430.24", M=facts.largest_motor_va)
    parts = (lighting[-1], fixed[-1], cooking[-1], dryer, vehicle, climate, motor)
    total = _sum("P", "calculated load", parts, "Article 220 part III")
    neutral_fixed = _fixed(tuple(a for a in facts.appliances if a.to_neutral), counted_as=len(facts.appliances))
    words = "neutral: range and dryer at 70 % of their demand; what is line to line counts nothing"
    figures = {"L": lighting[-1].value, "F": neutral_fixed[-1].value, "R": cooking[-1].value, "D": dryer.value}
    neutral = step("P_n", words, "L + F + 0.7 * R + 0.7 * D", "VA", "220.61(B)", **figures)
    steps = (*general, *lighting, *fixed, *cooking, dryer, vehicle, climate, motor, total)
    return MethodLoad("standard", "Standard method", Worked(total.value, steps), Worked(neutral.value, (neutral,)))


def lighting_demand(general_va: float) -> tuple[Step, ...]:
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
    >>> lighting_demand(3000)[-1].value, lighting_demand(13000)[-1].value
    (3000.0, 6500.0)
    """
    tiers = source("lighting_demand")
    begin = 0.0
    parts: list[Step] = []
    for row in tiers.rows.values():
        end = float(row["up_to_va"] or "inf")
        inside = max(0.0, min(general_va, end) - begin)
        if inside:
            words = f"part of it above {begin:.0f} VA, at {row['percent']} %"
            share = float(row["percent"])
            parts.append(step(f"P_{len(parts) + 1}", words, "P_g * f / 100", "VA", tiers.citation, P_g=inside, f=share))
        begin = end
    return (*parts, _sum("P_l", "lighting and receptacles after demand", tuple(parts), tiers.citation))


def range_demand(range_va: float) -> tuple[Step, ...]:
    """Take the demand of one household range. [VA]

    Parameters
    ----------
    range_va : float
        Nameplate; 0 for none. [VA]

    Raises
    ------
    OutsideTable
        Above 27 kW, where the table ends; below 1.75 kW it is an appliance like any other.

    References
    ----------
    NEC 2023, Table 220.55, columns A to C for one appliance, and notes 1 and 3.

    Examples
    --------
    >>> [range_demand(va)[-1].value for va in (0, 6000, 12000, 12499, 12500, 14000, 27000)]
    [0.0, 4800.0, 8000.0, 8000.0, 8400.0, 8800.0, 14000.0]
    """
    if range_va == 0:
        return (given("P_r", "no range", 0.0, "VA"),)
    if range_va > RANGE_TO_VA or range_va < RANGE_B_FROM_VA:
        raise OutsideTable("Table 220.55", f"a range of {range_va:.0f} VA", "it runs from 1750 VA to 27000 VA")
    if range_va <= RANGE_B_TO_VA:
        return (step("P_r", "one range of 8.75 kW or less: 80 %", "0.8 * R", "VA", "Table 220.55, note 3", R=range_va),)
    if range_va <= RANGE_C_TO_VA:
        return (ruled("P_r", "one range of 12 kW or less", "8000 VA", "column C", "Table 220.55", RANGE_C_VA),)
    above = step(
        "k",
        "kilowatts above 12, a major fraction counts as one",
        "floor((R - 12000) / 1000 + 0.5)",
        "kW",
        "Table 220.55, note 1",
        R=range_va,
    )
    return (
        above,
        step("P_r", "one range: 5 % more for each of them", "8000 * (1 + 0.05 * k)", "VA", "Table 220.55, note 1", k=above.value),
    )


def _general(facts: DwellingFacts) -> tuple[Step, ...]:
    area = step("A", "floor area", "S / 0.09290304", "ft²", "1 ft² is 0.0929 m²", S=facts.floor_m2)
    circuits = facts.small_appliance_circuits + facts.laundry_circuits
    general = step("P_g", "3 VA for each ft², and 1500 VA for each small-appliance and laundry circuit", "3 * A + 1500 * n", "VA",
                   "220.41, 220.52", A=area.value, n=float(circuits))  # fmt: skip
    return area, general


def _fixed(appliances: tuple[Appliance, ...], counted_as: int | None = None) -> tuple[Step, ...]:
    count = len(appliances) if counted_as is None else counted_as
    total = sum(appliance.power_va for appliance in appliances)
    if count >= MANY:
        return (step("P_f", f"{count} appliances fastened in place: four or more, 75 %", "0.75 * F", "VA", "220.53", F=total),)
    return (given("P_f", f"{count} appliances fastened in place: fewer than four, all of it", total, "VA", "220.53"),)


def _dryer(dryer_va: float) -> Step:
    if dryer_va == 0:
        return given("P_d", "no dryer", 0.0, "VA")
    return step("P_d", "dryer: its nameplate, 5000 VA at least", "max(D, 5000)", "VA", "220.54", D=dryer_va)


def _vehicle(vehicle_va: float) -> Step:
    if vehicle_va == 0:
        return given("P_v", "no vehicle charging", 0.0, "VA")
    return step("P_v", "vehicle charging: its nameplate, 7200 VA at least", "max(V, 7200)", "VA", "220.57", V=vehicle_va)


def _everything(facts: DwellingFacts) -> tuple[Step, ...]:
    """General load and all nameplates: no floor for the dryer, no range table, those belong to the standard method."""
    general = _general(facts)
    plates = sum(appliance.power_va for appliance in facts.appliances) + facts.range_va + facts.dryer_va
    named = given("P_a", "appliances, range and dryer by their nameplates", plates, "VA")
    return (*general, named, step("P_o", "all of it", "P_g + P_a", "VA", "220.82(B)", P_g=general[-1].value, P_a=plates))


def _after(first_va: float, load_va: float, citation: str) -> Step:
    return step(
        "P_1",
        f"the first {first_va:.0f} VA, and 40 % of the rest",
        "min(P_o, f) + 0.4 * max(P_o - f, 0)",
        "VA",
        citation,
        P_o=load_va,
        f=first_va,
    )


def _optional(facts: DwellingFacts) -> Worked[float]:
    everything = _everything(facts)
    demand = _after(10000.0, everything[-1].value, "220.82(B)")
    few = facts.heating_zones < MANY
    heat = step("P_e", f"electric heat, {facts.heating_zones} separately controlled: {65 if few else 40} %", "f * H", "VA",
                "220.82(C)(4)" if few else "220.82(C)(5)", f=0.65 if few else 0.4, H=facts.heating_va)  # fmt: skip
    climate = step(
        "P_h", "heating or cooling, the larger after its factor", "max(P_e, C)", "VA", "220.82(C)", P_e=heat.value, C=facts.cooling_va
    )
    vehicle = _vehicle(facts.vehicle_va)
    total = _sum("P", "calculated load", (demand, climate, vehicle), "220.82")
    return Worked(total.value, (*everything, demand, heat, climate, vehicle, total))


def _existing(facts: DwellingFacts, *, added: bool) -> Worked[float]:
    everything, vehicle = _everything(facts), _vehicle(facts.vehicle_va)
    heating = {"H": facts.heating_va, "C": facts.cooling_va}
    if added and facts.heating_zones < MANY:
        article, other = "220.83(B)", everything[-1]
        whole = step("P_h", "heating or cooling, the larger, all of it", "max(H, C)", "VA", article, **heating)
    elif added:
        article = "220.83(B)"
        other = step("P_o", "four heaters or more are other load", "P_o + H", "VA", article, P_o=everything[-1].value, H=facts.heating_va)
        whole = given("P_c", "cooling, all of it", facts.cooling_va, "VA", article)
    else:
        article, whole = "220.83(A)", given("P_c", "nothing added, so nothing counts whole", 0.0, "VA", "220.83(A)")
        words = "with heating or cooling, the larger"
        other = step("P_o", words, "P_o + max(H, C)", "VA", article, P_o=everything[-1].value, **heating)
    demand = _after(8000.0, other.value, article)
    total = _sum("P", "calculated load", (demand, whole, vehicle), article)
    added_up = () if other is everything[-1] else (other,)
    return Worked(total.value, (*everything, *added_up, demand, whole, vehicle, total))


def _sum(symbol: str, words: str, parts: tuple[Step, ...], citation: str) -> Step:
    if not parts:
        return given(symbol, words, 0.0, "VA", citation)
    figures = {f"S_{i}": part.value for i, part in enumerate(parts, 1)}
    return step(symbol, words, " + ".join(figures), "VA", citation, **figures)
