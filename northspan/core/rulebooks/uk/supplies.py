"""Supplies and sources."""

from __future__ import annotations

from math import sqrt

from northspan.core.document.job import (
    SourceKind,
    System,
)

usual_v = 230.0
usual_power_factor = 1.0
usual_system = System.single_phase
frequency_hz = 50.0
bonds_own_source = True  # neutral and earth are linked at a source of one's own that runs alone


def to_neutral_v(line_v: float, system: System) -> float:
    """Give the voltage from a line to the neutral. [V]"""
    if system is System.single_phase:
        return line_v
    return line_v / sqrt(3) if system is System.wye_legs else line_v / 2


def voltage_band() -> tuple[float, float, str]:
    """Give by what share of itself the voltage of a supply may be low and high and still be right, and who says so."""
    return 0.06, 0.10, "ESQC Regulations 2002, 27"


def source_share(kind: SourceKind) -> tuple[float, str]:
    """Give how much of its nameplate current the conductors from a source carry; 0 where they follow the load."""
    own = {SourceKind.generator, SourceKind.governed_plant, SourceKind.inverter_pair}
    return (1.0, "551.4") if kind in own else (0.0, "")


def service_ratings() -> tuple[float, ...]:
    """List the ratings in which the trade puts in the service of a house, the usual one first. [A]"""
    return (100.0,)


def raised_voltages() -> tuple[float, ...]:
    """List the voltages to which a long run is raised here. [V]"""
    return (400.0,)


customer_bonds = False
