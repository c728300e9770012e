"""What single loads count for."""

from __future__ import annotations

from northspan.core.document.job import (
    LoadKind,
)
from northspan.core.rulebooks.ca import devices
from northspan.core.rulebooks.ca.code_tables import code_table
from northspan.core.working.worked import Step, Worked, looked_up

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
