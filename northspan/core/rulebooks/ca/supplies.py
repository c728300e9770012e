"""Supplies and sources."""

from __future__ import annotations

from northspan.core.document.job import (
    SourceKind,
    System,
)
from northspan.core.rulebooks import north_american

usual_v = 240.0
usual_power_factor = 0.95
usual_system = System.split_phase
frequency_hz = 60.0
bonds_own_source = False  # its bond is in the first disconnect

_WHOLE = {SourceKind.generator: 1.15, SourceKind.governed_plant: 1.15, SourceKind.inverter_pair: 1.25}


to_neutral_v = north_american.to_neutral_v


def voltage_band() -> tuple[float, float, str]:
    """Give by what share of itself the voltage of a supply may be low and high and still be right, and who says so."""
    return 0.083, 0.042, "CSA C235, normal"


def source_share(kind: SourceKind) -> tuple[float, str]:
    """Give how much of its nameplate current the conductors from a source carry; 0 where they follow the load."""
    share = _WHOLE.get(kind, 0.0)
    return share, "Rule 14-104" if share else ""


def service_ratings() -> tuple[float, ...]:
    """List the ratings in which the trade puts in the service of a house, the usual one first. [A]"""
    return (200.0, 400.0, 600.0)


def raised_voltages() -> tuple[float, ...]:
    """List the voltages to which a long run is raised here. [V]"""
    return (480.0, 600.0)


customer_bonds = True
