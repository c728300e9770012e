"""Overcurrent devices, and conductors held against their load: continuous load, the rating of the circuit, five percent."""

from __future__ import annotations

from functools import cache, lru_cache
from math import isclose

from northspan.core.document.job import (
    LoadKind,
    RunKind,
)
from northspan.core.rulebooks import north_american
from northspan.core.rulebooks.ca.code_tables import code_table
from northspan.core.rulebooks.questions.common import USUAL_GUARD, Ampacity, DesignLoad, Guard, Wire
from northspan.core.rulebooks.questions.dwellings import AllowanceFacts
from northspan.core.rulebooks.questions.taps import TransformerFacts, TransformerSide
from northspan.core.working.errors import OutsideTable
from northspan.core.working.worked import Margin, Step, Worked, at_most, looked_up, ruled, step, whole

NEXT_UP_TO_A = 600.0  # Table 13 steps up to here
SERVICE_FROM_A, SERVICE_TO_A = 100.0, 400.0
RANGE_A = 40.0
SERVICE_SHARE, SHORT_BY = 0.83, 0.95
_NO_STEP_UP = {"never_above": "your call: never above the wire", "tap": "a tap gets no step up", "secondary": "a secondary gets no step up"}


@cache
def standard_devices() -> tuple[float, ...]:
    """List the standard ratings. [A]

    References
    ----------
    CE Code 2021, Table 13.
    """
    return tuple(float(key) for key in code_table("devices").rows)


def next_device(amperes: float) -> Step:
    """Find the smallest standard rating that is not below a current. [A]

    Parameters
    ----------
    amperes : float
        Current to be covered. [A]

    Raises
    ------
    OutsideTable
        Above the largest standard rating.

    Examples
    --------
    >>> next_device(80).value, next_device(80.1).value
    (80.0, 90.0)
    """
    ratings = standard_devices()
    for i, rating in enumerate(ratings):
        if rating >= amperes - 1e-9:
            short = f"{whole(ratings[i - 1])} A" if i else ""
            return looked_up("I_n", "next standard device", rating, "A", "Table 13", row=f"{whole(rating)}", short=short)
    raise OutsideTable("Table 13", f"{whole(amperes)} A", f"it ends at {whole(ratings[-1])} A")


def counts_continuous(kind: LoadKind, run: RunKind, *, said: bool) -> bool:  # noqa: ARG001 - a question every rulebook is asked
    """Tell whether a load counts as continuous: it does, unless it is a motor or the circuit of a range, which have rules of their own.

    Parameters
    ----------
    kind : LoadKind
        What it is. [-]
    run : RunKind
        What it is counted on. [-]
    said : bool
        Whether a person marked it continuous. [-]

    References
    ----------
    CE Code 2021, Rule 8-104(3): a calculated load is continuous unless it is shown not to persist.
    """
    if kind is LoadKind.range and run is RunKind.branch:
        return False
    return kind is not LoadKind.motor


def counted_power(kind: LoadKind, run: RunKind, power_va: float) -> Step | None:
    """Give what a load counts for on a run where that is not its nameplate. [VA]

    Parameters
    ----------
    kind : LoadKind
        What it is. [-]
    run : RunKind
        What it is counted on. [-]
    power_va : float
        Its nameplate. [VA]

    References
    ----------
    CE Code 2021, Rule 8-300: the branch circuit of a range counts 8 kW, and 40 % of what its rating has above 12 kW.

    Examples
    --------
    >>> [counted_power(LoadKind.range, RunKind.branch, va).value for va in (12_000, 14_000, 6000)]
    [8000.0, 8800.0, 6000.0]
    """
    if kind is not LoadKind.range or run is not RunKind.branch:
        return None
    words = "branch circuit of a range: 8 kW, and 40 % of what is above 12 kW; never more than its rating"
    return step("P", words, "min(S, 8000 + 0.4 * max(0, S - 12000))", "W", "Rule 8-300", S=power_va)


def load_on_device(load: DesignLoad, kind: RunKind) -> Step:
    """Give what a device must be for a load: a continuous one may take 80 % of it. [A]"""
    del kind
    words = "least device: the rest, and the continuous load over 0.8"
    return step("I_b", words, "I_r + I_k / 0.8", "A", "Rule 8-104(6)", I_r=load.noncontinuous_a, I_k=load.continuous_a)


def device_for_load(load: DesignLoad, kind: RunKind, guard: Guard = USUAL_GUARD) -> Worked[float]:
    """Choose the least device for a load: a continuous one may take 80 % of it. [A]

    Parameters
    ----------
    load : DesignLoad
        Load of the heavier leg. [A]
    kind : RunKind
        Branch circuit, feeder or service. [-]
    guard : Guard
        Whether it is the circuit of a range, which has 40 A at least. [-]

    References
    ----------
    CE Code 2021, Rule 8-104(6) for equipment that is not marked for 100 %; Rule 26-744 for ranges.

    Examples
    --------
    >>> device_for_load(DesignLoad(0, 80, 0), RunKind.feeder).value, device_for_load(DesignLoad(0, 80.1, 0), RunKind.feeder).value
    (100.0, 110.0)
    """
    cooking = guard.cooking
    least = load_on_device(load, kind)
    smallest = RANGE_A if cooking else 15.0 if kind is RunKind.branch else 20.0
    device = next_device(max(least.value, smallest))
    return Worked(device.value, (least, device))


@lru_cache(maxsize=4096)
def device_for_wire(ampacity: Ampacity, wire: Wire, school: str, allowance: float = 1.0, guard: Guard = USUAL_GUARD) -> Worked[float]:
    """Find the largest device that protects a conductor. [A]

    Parameters
    ----------
    ampacity : Ampacity
        What the conductor carries here. [A]
    wire : Wire
        Size and metal. [-]
    school : str
        "next_up" allows the next standard size up; others do not. [-]
    allowance : float
        Share of the device that the conductor must carry: 0.83 for a dwelling's service, else 1. [-]

    References
    ----------
    CE Code 2021, Rule 14-104(1)(a) and Table 13; 14-104(2) for small conductors; Table 39 for dwelling services.

    Examples
    --------
    >>> from northspan.core.document.job import Metal
    >>> device_for_wire(Ampacity(65.0, 65.0, 0), Wire("6", Metal.copper, "RW90"), "next_up").value
    70.0
    >>> device_for_wire(Ampacity(20.0, 20.0, 0), Wire("12", Metal.aluminum, "RW90"), "next_up").value
    15.0
    """
    del guard
    amperes = ampacity.final_a
    fits = [rating for rating in standard_devices() if rating <= amperes + 1e-9]
    largest, why, rule = (fits[-1] if fits else 0.0), "the ampacity is a standard rating", "Rule 14-104(1)"
    if not (fits and isclose(largest, amperes)):
        if amperes <= NEXT_UP_TO_A and school == "next_up":
            largest, why = next_device(amperes).value, f"next standard rating above {whole(amperes)} A, to 600 A"
        else:
            why = _NO_STEP_UP.get(school, "above 600 A the device may not exceed the wire")
    steps: tuple[Step, ...] = (ruled("I_p", "largest device for the wire", f"{whole(largest)} A", why, rule, largest),)
    if allowance < 1:
        allowed = [r for r in standard_devices() if SERVICE_FROM_A <= r <= min(SERVICE_TO_A, amperes / allowance + 1e-9)]
        if allowed and allowed[-1] > largest:
            largest = allowed[-1]
            steps += (
                ruled("I_p", "largest device of a dwelling's service", f"{whole(largest)} A", "83 % of it is carried", "Table 39", largest),
            )
    small = code_table("small")
    if small.has(wire.size, wire.metal):
        limit = small.number(wire.size, wire.metal)
        largest = min(largest, limit)
        steps += (looked_up("I_s", "small conductor limit", limit, "A", "Rule 14-104(2)", row=wire.size, column=wire.metal),)
    return Worked(largest, steps)


def dwelling_allowance(facts: AllowanceFacts) -> Step:
    """Decide whether the table of dwelling services applies: the share of the device the conductor must carry.

    Parameters
    ----------
    facts : AllowanceFacts
        Whether the run carries the whole dwelling, and its device. [A]

    References
    ----------
    CE Code 2021, Rule 4-004(22) and Table 39: the service of a single dwelling; never a subpanel, nor another building.

    Examples
    --------
    >>> [dwelling_allowance(AllowanceFacts(True, kind, 200.0)).value for kind in (RunKind.service, RunKind.feeder)]
    [0.83, 1.0]
    """
    words, cite = "table of dwelling services", "Table 39"
    if facts.kind is not RunKind.service:
        return ruled("f", words, "none", "it is for services, not for feeders to a subpanel or another building", cite, 1.0)
    if not facts.whole_dwelling:
        return ruled("f", words, "none", facts.why_not or "it does not carry the whole dwelling", cite, 1.0)
    if not SERVICE_FROM_A <= facts.device_a <= SERVICE_TO_A:
        return ruled("f", words, "none", f"{whole(facts.device_a)} A is outside 100 to 400 A", cite, 1.0)
    return ruled("f", words, "83 %", "the service of a single dwelling", cite, SERVICE_SHARE)


@lru_cache(maxsize=4096)
def load_margins(
    load: DesignLoad, ampacity: Ampacity, kind: RunKind, allowance: float = 1.0, rating_a: float = 0.0
) -> tuple[tuple[Step, ...], tuple[Margin, ...]]:
    """Hold a conductor against its load: a circuit is rated by its device or its conductor, whichever is less.

    Parameters
    ----------
    load : DesignLoad
        Load of the heavier leg. [A]
    ampacity : Ampacity
        What the conductor carries here. [A]
    kind : RunKind
        Branch circuit, feeder or service. [-]
    allowance : float
        0.83 where the table of dwelling services is read, else 1. [-]
    rating_a : float
        Rating of that service, which is no less than the load. [A]

    Notes
    -----
    A conductor may be short by five percent, Rule 8-106(1); not where the table of dwelling services is read.

    References
    ----------
    CE Code 2021, Rules 8-104(1), 8-104(6), 8-106(1), Table 39.
    """
    words = "the conductor rates the circuit too: continuous load over 0.8"
    needed = step("I_1", words, "I_r + I_k / 0.8", "A", "Rule 8-104(1)", I_r=load.noncontinuous_a, I_k=load.continuous_a)
    if allowance < 1:
        words = "83 % of the rating of the service, whatever the load below it is"
        least = step("I_2", words, "f * I_n", "A", "Table 39", f=allowance, I_n=max(rating_a, needed.value))
    else:
        least = step("I_2", "less the five percent a conductor may be short", "0.95 * I_1", "A", "Rule 8-106(1)", I_1=needed.value)
    margins = (at_most("ampacity", "Ampacity, whole load", least.value, ampacity.final_a, "A", least.citation),)
    del kind  # every kind of run is held to the same
    return (needed, least), margins


def largest_loads(ampacity: Ampacity, device_a: float, kind: RunKind) -> tuple[Step, Step]:
    """Give the largest load of a conductor, and the largest continuous one. [A]

    Parameters
    ----------
    ampacity : Ampacity
        What the conductor carries here. [A]
    device_a : float
        Its device. [A]
    kind : RunKind
        Branch circuit, feeder or service. [-]

    References
    ----------
    CE Code 2021, Rule 8-104.
    """
    del kind  # every kind of run is held to the same
    load = step("I_m", "largest load", "min(I_a, I_n)", "A", "Rule 8-104(1)", I_a=ampacity.final_a, I_n=device_a)
    return load, step("I_k", "largest continuous load: 80 % of it", "0.8 * I_m", "A", "Rule 8-104(6)", I_m=load.value)


def motor_current(horsepower: float, volts: float) -> Step:
    """Look up the full-load current of a single-phase motor. [A]

    Parameters
    ----------
    horsepower : float
        Of its nameplate. [hp]
    volts : float
        Of its circuit. [V]

    Raises
    ------
    OutsideTable
        Above the table, or at a voltage for which it has no column.

    References
    ----------
    CE Code 2021, Table 45.

    Examples
    --------
    >>> motor_current(1, 240).value
    8.0
    """
    rows = code_table("motors")
    column = "v115" if 110 <= volts <= 120 else "v230" if 220 <= volts <= 240 else ""  # noqa: PLR2004 - as the table's head says
    key = next((key for key in rows.rows if float(key) >= horsepower - 1e-3), None)
    if not column or key is None:
        raise OutsideTable("Table 45", f"a motor of {horsepower:g} hp on {volts:g} V", "it has 115 and 230 V, to 10 hp")
    return looked_up(
        "I_m", f"motor of {horsepower:g} hp", rows.number(key, column), "A", "Table 45", row=f"{key} hp", column=column[1:] + " V"
    )


def motor_device(current_a: float) -> Worked[float]:
    """Find the largest breaker for the circuit of one motor. [A]

    Parameters
    ----------
    current_a : float
        Full-load current from the table. [A]

    References
    ----------
    CE Code 2021, Rule 28-200 and Table 29: 250 % for an inverse-time breaker.
    """
    most = step("I_b", "largest breaker that lets it start: 250 %", "2.5 * I_m", "A", "Table 29", I_m=current_a)
    fits = [rating for rating in standard_devices() if rating <= max(most.value, 15.0) + 1e-9]
    device = ruled("I_n", "device", f"{whole(fits[-1])} A", "the largest standard rating that is not above it", "Rule 28-200", fits[-1])
    return Worked(fits[-1], (most, device))


def transformer_devices(facts: TransformerFacts) -> tuple[Worked[TransformerSide], Worked[TransformerSide]]:
    """Give the largest devices on both sides of a dry-type transformer of 750 V or less. [A]

    Parameters
    ----------
    facts : TransformerFacts
        Rating, voltages, and whether the secondary has a device. [kVA, V]

    References
    ----------
    CE Code 2021, Rule 26-256: 125 % on the primary, or 300 % with 125 % on the secondary; next standard rating for 125 %.

    Examples
    --------
    >>> [side.value.most_a for side in transformer_devices(TransformerFacts(15, 480, 240, True))]
    [90.0, 80.0]
    """
    primary = step("I", "full-load current", "1000 * S / U", "A", "kVA over voltage", S=facts.rating_kva, U=facts.primary_v)
    secondary = step("I", "full-load current", "1000 * S / U", "A", "kVA over voltage", S=facts.rating_kva, U=facts.secondary_v)
    if not facts.secondary_device:
        up = next_device(1.25 * primary.value)
        return Worked(TransformerSide(primary, up.value), (primary, up)), Worked(
            TransformerSide(secondary, 0.0),
            (secondary, ruled("I_p", "device", "none", "the primary's device protects both", "Rule 26-256")),
        )
    fits = [rating for rating in standard_devices() if rating <= 3 * primary.value + 1e-9]
    largest = fits[-1] if fits else 0.0
    words = "the largest standard rating that is not above 300 %"
    up = next_device(1.25 * secondary.value)
    return (
        Worked(TransformerSide(primary, largest), (primary, ruled("I_n", "device", f"{largest:g} A", words, "Rule 26-256(2)", largest))),
        Worked(TransformerSide(secondary, up.value), (secondary, up)),
    )


def ratings(device_type: str = "") -> tuple[float, ...]:
    """List standard devices. [A]"""
    del device_type
    return standard_devices()


def unmarked_interrupting_a() -> Step:
    """Give what an unmarked breaker may interrupt. [A]"""
    return ruled("I_r", "interrupting rating", "5000 A", "not marked; taken as the least there is", "Rule 14-012", 5000.0)


load_words = "Device at 125 %"
device_types, device_type_of, guard_for = north_american.device_types, north_american.device_type_of, north_american.guard_for
device_curve, interrupting_ratings = north_american.device_curve, north_american.interrupting_ratings
