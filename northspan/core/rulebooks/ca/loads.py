"""What single loads count for."""

from __future__ import annotations

from northspan.core.document.job import (
    LoadKind,
)
from northspan.core.rulebooks.ca import devices
from northspan.core.rulebooks.ca.code_tables import code_table
from northspan.core.working.articles import unverified
from northspan.core.working.worked import Step, Worked, looked_up, ruled

counts_continuous = devices.counts_continuous
motor_current = devices.motor_current
counted_power = devices.counted_power


def motor_share() -> tuple[float, str]:
    """Give what the largest motor adds, as a share of its current, and the rule."""
    return 0.25, "Rule 28-108"


def motor_kinds() -> frozenset[LoadKind]:
    """List the kinds of loads that are driven by motors and counted so; the others count as continuous, which is as much."""
    return frozenset({LoadKind.motor})


def motor_device(current_a: float, kind: LoadKind = LoadKind.motor) -> Worked[float]:
    """Find the largest breaker of a motor's circuit. [A]"""
    del kind
    return devices.motor_device(current_a)


def welder_factor(duty_percent: float) -> Step:
    """Look up what a welder's current counts for."""
    rows = code_table("welders")
    key = next(key for key in rows.rows if duty_percent <= float(key) + 1e-9)
    return looked_up("f_w", f"welder at {duty_percent:g} % duty", rows.number(key, "nonmotor"), "", "Rule 42-006", row=f"up to {key} %")


def ground_fault_asked(kind: LoadKind) -> Step | None:
    """Say which protection of people the circuit of a load must have; None where no rule asks for it."""
    if kind is not LoadKind.hot_tub:
        return None
    return ruled("p", "protection of people", "ground-fault protection, Class A", "people sit in its water", "Rule 68-068")


def asked_there(kind: LoadKind) -> tuple[Step, ...]:
    """List what a rule asks at the place of a load, beyond its wire: a motor's disconnect in sight, Rule 28-604."""
    if kind is LoadKind.hot_tub:
        around = "metal of the tub and within 1.5 m of the water joined by No. 6 copper; steel in a floor around it too"
        return (ruled("b", "bonding around the tub", "wanted", around, unverified("Rule 68-058")),)
    if kind not in {LoadKind.motor, LoadKind.cooling, LoadKind.heat_pump}:
        return ()
    return (ruled("d", "disconnecting means", "its own", "in sight of it and within {away}, or locked open", "Rule 28-604", 9.0),)


def asked_of_service(*, dwelling: bool) -> tuple[Step, ...]:
    """List what a rule asks of a new service beyond its conductors and its main: nothing more here."""
    del dwelling
    return ()


def asked_of_animals() -> tuple[Step, ...]:
    """List what a rule asks of a building in which animals live, beyond its electrodes: tingle voltage, Rule 10-700."""
    why = "metal that animals touch is bonded, so that no few volts stand between a bowl and the floor"
    return (ruled("b", "bonding of metal that animals touch", "all of it", why, unverified("Rule 10-700")),)


people_ma: float | None = None
charging_watches_neutral = False
