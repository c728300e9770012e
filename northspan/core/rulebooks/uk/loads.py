"""What single loads count for."""

from __future__ import annotations

from northspan.core.document.job import (
    LoadKind,
    RunKind,
)
from northspan.core.rulebooks.uk import devices
from northspan.core.working.worked import Step, Worked, given, ruled, step


def counts_continuous(kind: LoadKind, run: RunKind, *, said: bool) -> bool:
    """Tell whether a load counts as continuous: the code makes no difference."""
    del kind, run, said
    return False


def motor_current(horsepower: float, volts: float) -> Step:
    """Work a motor's full-load current from its power, efficiency and power factor assumed. [A]"""
    return step("I_m", f"motor of {horsepower:g} hp, efficiency and power factor assumed", "746 * P / (U * e * f)", "A", "assumed",
                P=horsepower, U=volts, e=0.75, f=0.75)  # fmt: skip


def motor_share() -> tuple[float, str]:
    """Give what the largest motor adds, as a share of its current: nothing here."""
    return 0.0, "552.1"


def motor_kinds() -> frozenset[LoadKind]:
    """List the kinds of loads that are driven by motors."""
    return frozenset({LoadKind.motor})


def counted_power(kind: LoadKind, run: RunKind, power_va: float) -> Step | None:
    """Give what a load counts for on a run where that is not its rating: it always is. [VA]"""
    del kind, run, power_va
    return None


def motor_device(current_a: float, kind: LoadKind = LoadKind.motor) -> Worked[float]:
    """Find the device of a motor's circuit: a type C breaker that lets it start. [A]"""
    del kind
    shown = given("I_b", "design current of the motor", current_a, "A", "552.1")
    device = devices.next_device(current_a, "C")
    return Worked(device.value, (shown, device))


def welder_factor(duty_percent: float) -> Step:
    """Work what a welder's current counts for: the heat of its duty."""
    return step("f_w", f"welder at {duty_percent:g} % duty", "sqrt(d / 100)", "", "heat of the duty", d=duty_percent)


def ground_fault_asked(kind: LoadKind) -> Step | None:
    """Say which protection of people the circuit of a load must have; None where no rule asks for it."""
    if kind is LoadKind.hot_tub:
        return ruled("p", "protection of people", "30 mA residual-current device", "people sit in its water", "Section 702")
    if kind is LoadKind.sockets:
        return ruled("p", "protection of people", "30 mA residual-current device", "anybody plugs anything into a socket", "411.3.3")
    if kind is LoadKind.vehicle:
        return ruled(
            "p", "protection of people", "30 mA residual-current device", "a car is touched outdoors while it charges", "722.531.3.1"
        )
    return None


def asked_there(kind: LoadKind) -> tuple[Step, ...]:
    """List what a rule asks at the place of a load, beyond its wire: a switch for repairs near a motor, Section 464."""
    if kind is LoadKind.vehicle:
        why = "type B; or type A or F where the point itself opens on 6 mA of direct current"
        return (ruled("r", "kind of its residual-current device", "for direct current too", why, "722.531.3.101"),)
    if kind not in {LoadKind.motor, LoadKind.cooling, LoadKind.heat_pump, LoadKind.hot_tub}:
        return ()
    around = "metal within reach of the water tied together and to its protective conductor"
    tub = (ruled("b", "bonding around the tub", "wanted", around, "702.415.2"),) if kind is LoadKind.hot_tub else ()
    return (
        *tub,
        ruled("d", "isolator", "its own", "near it and under the eyes of whoever works on it, or locked off", "537.3.2"),
    )


def asked_of_service(*, dwelling: bool) -> tuple[Step, ...]:
    """List what a rule asks of a new supply beyond its tails and its main switch: surge protection, 443.4.1."""
    why = (
        "unless whoever owns it has said, in writing, that what it guards is not worth it"
        if dwelling
        else "where a surge endangers people or trade"
    )
    return (ruled("s", "surge protection", "wanted", why, "443.4.1"),)


def asked_of_animals() -> tuple[Step, ...]:
    """List what a rule asks of a building in which animals live, beyond its electrodes: Section 705."""
    why = "all metal that animals can touch, and steel in the floor, tied together: they feel a few volts"
    return (ruled("b", "supplementary bonding", "where animals stand", why, "705.415.2.1"),)


people_ma: float | None = 30.0
charging_watches_neutral = True
