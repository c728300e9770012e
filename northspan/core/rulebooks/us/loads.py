"""Motors and welders: currents, and devices of their own kind."""

from __future__ import annotations

from northspan.core.document.job import (
    LoadKind,
    RunKind,
)
from northspan.core.rulebooks.us.code_tables import code_table
from northspan.core.rulebooks.us.cooking import COLUMN_B_TO_VA, TO_VA, cooking_demand
from northspan.core.rulebooks.us.devices import next_device, standard_devices
from northspan.core.working.articles import unverified
from northspan.core.working.errors import OutsideTable
from northspan.core.working.worked import Step, Worked, looked_up, ruled, step, whole

_COLUMNS = (("v115", 110.0, 120.0), ("v200", 195.0, 204.0), ("v208", 205.0, 210.0), ("v230", 220.0, 240.0))
LEAST_DEVICE_A = 15.0
_BRANCH_CONTINUOUS = frozenset({LoadKind.heating, LoadKind.water_heating, LoadKind.pool_heater})  # 424.4(B), 422.13, 680.10
MOTOR_SHARE = (0.25, "220.50, 430.24, 440.33")
HERMETIC = frozenset({LoadKind.cooling, LoadKind.heat_pump})
MOTORS = HERMETIC | {LoadKind.motor}
LEAST_VEHICLE_VA = 7200.0


def motor_current(horsepower: float, volts: float) -> Step:
    """Look up the full-load current of a single-phase motor. [A]

    Parameters
    ----------
    horsepower : float
        Of its nameplate; between two rows the larger is read. [hp]
    volts : float
        Of its circuit. [V]

    Raises
    ------
    OutsideTable
        Above 10 hp, or at a voltage for which the table has no column.

    References
    ----------
    NEC 2023, Table 430.248, for systems of 110 to 120, 208, and 220 to 240 V.

    Examples
    --------
    >>> motor_current(1, 240).value, motor_current(1, 120).value, motor_current(1, 208).value
    (8.0, 16.0, 8.8)
    """
    rows = code_table("motors")
    column = next((name for name, low, high in _COLUMNS if low <= volts <= high), None)
    if column is None:
        raise OutsideTable(rows.citation, f"a motor on {volts:g} V", "it has 115, 200, 208 and 230 V; type the motor's amperes as a load")
    for key in rows.rows:
        if float(key) >= horsepower - 1e-3:
            return looked_up(
                "I_m",
                f"motor of {horsepower:g} hp",
                rows.number(key, column),
                "A",
                rows.citation,
                row=f"{key} hp",
                column=column[1:] + " V",
            )
    raise OutsideTable(rows.citation, f"a motor of {horsepower:g} hp", "it ends at 10 hp")


def motor_device(current_a: float, kind: LoadKind = LoadKind.motor) -> Worked[float]:
    """Find the largest breaker for the circuit of one motor, or of one cooling unit or heat pump. [A]

    Parameters
    ----------
    current_a : float
        Full-load current from the table, or the rated current of a compressor. [A]
    kind : LoadKind
        A motor, or what has a hermetic compressor. [-]

    References
    ----------
    NEC 2023, 430.52(C)(1), Table 430.52(C)(1): 250 % for an inverse-time breaker, then the next
    standard size; 240.4(G) sends small conductors here. 440.22(A): 175 % for a compressor, no size up.

    Examples
    --------
    >>> motor_device(8.0).value, motor_device(10.0).value
    (20.0, 25.0)
    >>> motor_device(20.0, LoadKind.cooling).value, motor_device(19.9, LoadKind.cooling).value
    (35.0, 30.0)
    """
    if kind in HERMETIC:
        most = step("I_b", "largest breaker of a compressor: 175 %", "1.75 * I_m", "A", "440.22(A)", I_m=current_a)
        fits = [rating for rating in standard_devices() if LEAST_DEVICE_A <= rating <= most.value + 1e-9] or [LEAST_DEVICE_A]
        why = "the largest standard rating that is not above it; a unit's plate goes before it"
        return Worked(fits[-1], (most, ruled("I_n", "device", f"{whole(fits[-1])} A", why, "440.22(A)", fits[-1])))
    most = step("I_b", "largest breaker that lets it start: 250 %", "2.5 * I_m", "A", "430.52(C)(1)", I_m=current_a)
    device = next_device(max(most.value, 15.0))
    return Worked(device.value, (most, device))


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
    NEC 2023, 220.57(A): vehicle charging on feeders and services, 7200 VA at least. Table 220.55 note 4: the branch circuit
    of one range, or of a cooktop and its ovens together, by the table; one below 8.75 kW by its nameplate.

    Examples
    --------
    >>> counted_power(LoadKind.vehicle, RunKind.feeder, 5000).value, counted_power(LoadKind.vehicle, RunKind.branch, 5000)
    (7200.0, None)
    >>> [counted_power(LoadKind.range, RunKind.branch, va).value for va in (12_000, 18_000)]
    [8000.0, 10400.0]
    """
    if kind is LoadKind.range and run is RunKind.branch and COLUMN_B_TO_VA < power_va <= TO_VA:
        demand = cooking_demand((power_va,)).value
        words = f"branch circuit of a range of {whole(power_va)} VA, by the table"
        return looked_up("P", words, demand, "VA", f"{code_table('ranges').citation}, note 4", row="1", column="C")
    if kind is not LoadKind.vehicle or run is RunKind.branch or power_va >= LEAST_VEHICLE_VA:
        return None
    return step("P", "vehicle charging: 7200 VA at least", "max(V, 7200)", "VA", "220.57(A)", V=power_va)


def welder_factor(duty_percent: float) -> Step:
    """Look up what a welder's rated current counts for by its duty.

    Parameters
    ----------
    duty_percent : float
        Minutes in ten, as percent. [%]

    References
    ----------
    NEC 2023, 630.11(A), welders without a motor.

    Examples
    --------
    >>> welder_factor(20).value, welder_factor(21).value, welder_factor(100).value
    (0.45, 0.55, 1.0)
    """
    rows = code_table("welders")
    key = next(key for key in rows.rows if duty_percent <= float(key) + 1e-9)
    return looked_up("f_w", f"welder at {duty_percent:g} % duty", rows.number(key, "nonmotor"), "", rows.citation, row=f"up to {key} %")


def counts_continuous(kind: LoadKind, run: RunKind, *, said: bool) -> bool:
    """Tell whether a load counts as continuous on a run.

    Parameters
    ----------
    kind : LoadKind
        What it is. [-]
    run : RunKind
        What it is counted on. [-]
    said : bool
        Whether a person marked it continuous. [-]

    Notes
    -----
    Fixed heat and storage water heaters count 125 % on their own branch circuit and 100 % on the
    feeder; vehicle charging is continuous everywhere; motors, cooling and heat pumps have their own quarter instead.

    References
    ----------
    NEC 2023, 424.4(B), 220.51, 422.13, 625.42, 430.22, 430.24, 440.32.
    """
    if kind is LoadKind.vehicle:
        return True
    if kind in MOTORS:
        return False
    if kind in _BRANCH_CONTINUOUS:
        return run is RunKind.branch or (said and kind is not LoadKind.heating)
    return said


def motor_share() -> tuple[float, str]:
    """Give what the largest motor adds, as a share of its current, and the article."""
    return MOTOR_SHARE


def motor_kinds() -> frozenset[LoadKind]:
    """List the kinds of loads that are driven by motors."""
    return MOTORS


FROM_WATER_M = 1.524  # 5 ft
_IN_SIGHT = {
    LoadKind.motor: ("in sight of the motor and what it drives, or locked open", "430.102(B)"),
    LoadKind.cooling: ("in sight of the unit, within reach, not on the panel that opens for service", "440.14"),
    LoadKind.heat_pump: ("in sight of the unit, within reach, not on the panel that opens for service", "440.14"),
    LoadKind.water_heating: ("in sight of the heater, or locked open at its breaker", "422.31(B)"),
    LoadKind.tankless: ("in sight of the heater, or locked open at its breaker", "422.31(B)"),
    LoadKind.hot_tub: ("in sight of the water and {away} from it or more", "680.13"),
    LoadKind.pool_heater: ("in sight of the water and {away} from it or more", "680.13"),
    LoadKind.welder: ("at the welder, where it has no switch of its own", "630.13"),
}


def ground_fault_asked(kind: LoadKind) -> Step | None:
    """Say which protection of people the circuit of a load must have; None where no rule asks for it.

    Parameters
    ----------
    kind : LoadKind
        What it is. [-]

    References
    ----------
    NEC 2023, 680.42 and 680.44: a self-contained hot tub.

    Examples
    --------
    >>> ground_fault_asked(LoadKind.hot_tub).result, ground_fault_asked(LoadKind.range)
    ('ground-fault protection', None)
    """
    if kind is not LoadKind.hot_tub:
        return None
    return ruled("p", "protection of people", "ground-fault protection", "people sit in its water", "680.44")


def asked_there(kind: LoadKind) -> tuple[Step, ...]:
    """List what a rule asks at the place of a load, beyond its wire.

    Parameters
    ----------
    kind : LoadKind
        What it is. [-]

    References
    ----------
    NEC 2023, 422.31, 430.102, 440.14, 630.13, 680.13; 680.42(C) for the ground of a hot tub; 625.43 for a large charger.
    """
    found = []
    if kind in _IN_SIGHT:
        where, citation = _IN_SIGHT[kind]
        found.append(ruled("d", "disconnect", "its own", where, citation, FROM_WATER_M))
    if kind is LoadKind.hot_tub:
        why = "12 AWG or more; bare only inside a cable within the house"
        found.append(ruled("g", "equipment ground", "insulated copper", why, "680.42(C)"))
        around = (
            "metal within 5 ft of the water joined by 8 AWG solid copper; the surface around it too, unless it stands indoors or is exempt"
        )
        found.append(ruled("b", "bonding around the tub", "wanted", around, "680.42(B), 680.26(B)"))
    if kind is LoadKind.vehicle:
        found.append(ruled("d", "disconnect", "its own", "in sight or locked open, if it takes more than 60 A", "625.43"))
    return tuple(found)


def asked_of_service(*, dwelling: bool) -> tuple[Step, ...]:
    """List what a rule asks of a new service beyond its conductors and its main.

    References
    ----------
    NEC 2023, 230.85 for the emergency disconnect, 230.67 for the surge protection, both of dwellings.
    """
    if not dwelling:
        return ()
    why = "outdoors, within reach, marked EMERGENCY DISCONNECT and what it is; the main in it may be that one"
    surge = "of type 1 or 2, at the service or at the first panel beside it"
    return (
        ruled("e", "emergency disconnect", "wanted", why, "230.85"),
        ruled("s", "surge protection", "wanted", surge, "230.67"),
    )


def asked_of_animals() -> tuple[Step, ...]:
    """List what a rule asks of a building in which animals live.

    References
    ----------
    NEC 2023, Article 547: 547.44 for the plane, 547.27 for the ground.
    """
    plane = "steel in a concrete floor that animals stand on, bonded to the ground bar: they feel a few volts"
    return (
        ruled("b", "equipotential plane", "where the floor is concrete and metal can be touched", plane, "547.44"),
        ruled("g", "equipment ground", "copper, insulated where it is in the ground", "what is bare corrodes there", unverified("547.27")),
    )


people_ma: float | None = None
charging_watches_neutral = False
