"""Demand of household ranges and dryers, which only the standard method takes."""

from __future__ import annotations

from northspan.core.rulebooks.us.code_tables import code_table
from northspan.core.working.errors import OutsideTable
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Step, Worked, ending, given, looked_up, ruled, step, whole

ABOVE_VA, COLUMN_A_TO_VA, COLUMN_B_TO_VA, COLUMN_C_TO_VA, TO_VA = 1750.0, 3500.0, 8750.0, 12000.0, 27000.0


_RANGE_WAY_OUT = {
    False: "it is for more than 1750 VA; enter so small a one as an appliance",
    True: "it ends at 27000 VA; enter it as several appliances of its parts, or as another load",
}


def cooking_demand(ranges_va: tuple[float, ...]) -> Worked[float]:
    """Take the demand of a dwelling's cooking appliances. [VA]

    Parameters
    ----------
    ranges_va : tuple of float
        Nameplates, shape (n,); empty for none. [VA]

    Raises
    ------
    OutsideTable
        At 1.75 kW or less, where it is an appliance like any other, above 27 kW, and for more than ten.

    Notes
    -----
    Two ways are open while there are appliances of 8.75 kW or less, and the smaller is taken:
    all of them counted in column C, or the small ones by their nameplates in columns A and B,
    each column counted by itself, and only the others in column C.

    References
    ----------
    NEC 2023, Table 220.55 with notes 1 to 3.

    Examples
    --------
    >>> [cooking_demand((va,)).value for va in (6000, 12000, 12499, 12500, 14000, 27000)]
    [4800.0, 8000.0, 8000.0, 8400.0, 8800.0, 14000.0]
    >>> cooking_demand((8000, 8000)).value, round(cooking_demand((12000, 16000)).value)
    (10400.0, 12100)
    """
    rows = code_table("ranges")
    if not ranges_va:
        return ending(given("P_r", "no range", 0.0, "VA"))
    for power in ranges_va:
        if not ABOVE_VA < power <= TO_VA:  # the table is for what is over 1.75 kW; at it, an appliance like any other
            raise OutsideTable(rows.citation, f"a range of {whole(power)} VA", _RANGE_WAY_OUT[power > TO_VA])
    if len(ranges_va) > len(rows.rows):
        raise OutsideTable(rows.citation, f"{len(ranges_va)} ranges", f"it is kept to {len(rows.rows)} of one dwelling")
    small = [power for power in ranges_va if power <= COLUMN_B_TO_VA]
    entire = _column_c(ranges_va, "P_r")
    if not small:
        return entire
    apart = _apart(ranges_va)
    if apart.value <= entire.value:
        return apart
    why = f"less than {whole(apart.value)} VA with the small ones apart"
    all_in_c = ruled("P_r", "all of them in column C", f"{whole(entire.value)} VA", why, rows.citation, entire.value)
    return Worked(entire.value, (*entire.steps, all_in_c))


def dryer_demand(dryers_va: tuple[float, ...]) -> Worked[float]:
    """Take the demand of a dwelling's dryers: nameplate or 5000 VA, whichever is larger. [VA]

    Parameters
    ----------
    dryers_va : tuple of float
        Nameplates, shape (n,); empty for none. [VA]

    References
    ----------
    NEC 2023, 220.54 and its table.

    Examples
    --------
    >>> dryer_demand((4800,)).value, dryer_demand((4800, 6000)).value
    (5000.0, 11000.0)
    """
    if not dryers_va:
        return ending(given("P_d", "no dryer", 0.0, "VA"))
    rows = code_table("dryers")
    factor = looked_up(
        "f_d", f"{len(dryers_va)} dryers", rows.number(str(len(dryers_va)), "percent"), "%", rows.citation, row=str(len(dryers_va))
    )
    formula = " + ".join(f"max(D_{i}, 5000)" for i in range(1, len(dryers_va) + 1))
    figures = {f"D_{i}": power for i, power in enumerate(dryers_va, 1)}
    demand = step("P_d", "dryer: its nameplate, 5000 VA at least", f"({formula}) * f_d / 100", "VA", "220.54", f_d=factor.value, **figures)
    return Worked(demand.value, (demand,) if len(dryers_va) == 1 else (factor, demand))


def _apart(ranges_va: tuple[float, ...]) -> Worked[float]:
    """Small appliances by their nameplates in columns A and B, the others in column C. [VA]"""
    rows = code_table("ranges")
    groups = {
        "a": [power for power in ranges_va if power < COLUMN_A_TO_VA],
        "b": [power for power in ranges_va if COLUMN_A_TO_VA <= power <= COLUMN_B_TO_VA],
    }
    steps: list[Step] = []
    parts: dict[str, float] = {}
    for column, powers in groups.items():
        if powers:
            share = rows.number(str(len(powers)), f"column_{column}")
            words = f"{len(powers)} in column {column.upper()}, at {whole(share)} % of the nameplates"
            cite = f"{rows.citation}, note 3"
            one = step(f"P_{column}", words, "R * f / 100", "VA", cite, R=sum_of(powers), f=share)
            steps.append(one)
            parts[f"P_{column}"] = one.value
    large = tuple(power for power in ranges_va if power > COLUMN_B_TO_VA)
    if large:
        in_c = _column_c(large, "P_c")
        steps += in_c.steps
        parts["P_c"] = in_c.value
    if len(parts) > 1:
        steps.append(step("P_r", "cooking appliances, the columns added", " + ".join(parts), "VA", f"{rows.citation}, note 3", **parts))
    return ending(*steps)


def _column_c(powers: tuple[float, ...], symbol: str) -> Worked[float]:
    """Column C, raised when the average is above 12 kW; those under 12 kW count 12 in the average. [VA]"""
    rows = code_table("ranges")
    count = len(powers)
    kilowatts = rows.number(str(count), "column_c")
    column = looked_up("P_k", f"{count} not over 12 kW", 1000 * kilowatts, "VA", rows.citation, row=str(count), column="C")
    if max(powers) <= COLUMN_C_TO_VA:
        return ending(looked_up(symbol, f"{count} of 12 kW or less", 1000 * kilowatts, "VA", rows.citation, row=str(count), column="C"))
    note = f"{rows.citation}, note {1 if len(set(powers)) == 1 else 2}"
    figures = {f"R_{i}": max(power, COLUMN_C_TO_VA) for i, power in enumerate(powers, 1)}
    average = step("R", "average, those under 12 kW counted as 12", f"({' + '.join(figures)}) / n", "VA", note, n=float(count), **figures)
    above = step("k", "kilowatts above 12, a major fraction counts as one", "floor((R - 12000) / 1000 + 0.5)", "kW", note, R=average.value)
    raised = step(symbol, "5 % more for each of them", "P_k * (1 + 0.05 * k)", "VA", note, P_k=column.value, k=above.value)
    return ending(column, average, above, raised)
