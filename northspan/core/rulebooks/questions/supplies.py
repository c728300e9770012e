"""Supplies and sources."""

from __future__ import annotations

from collections.abc import Hashable
from typing import Protocol

from northspan.core.document.job import (
    SourceKind,
    System,
)


class SupplyRules(Hashable, Protocol):
    """Supplies and sources.

    `usual_v` and `usual_system` are what a house has; `bonds_own_source` tells whether neutral and ground are linked at a
    source of one's own.
    """

    customer_bonds: bool
    """Whether the bond at a service is made by the customer, and so is there."""

    usual_v: float
    usual_power_factor: float
    usual_system: System
    frequency_hz: float
    bonds_own_source: bool

    def to_neutral_v(self, line_v: float, system: System) -> float:
        """Give the voltage from a line to the neutral: half of a center-tapped winding, less than that over two legs of a wye. [V]"""

    def voltage_band(self) -> tuple[float, float, str]:
        """Give by what share of itself the voltage of a supply may be low and high and still be right, and who says so."""

    def source_share(self, kind: SourceKind) -> tuple[float, str]:
        """Give how much of its nameplate current the conductors from a source carry; 0 where they follow the load."""

    def service_ratings(self) -> tuple[float, ...]:
        """List the ratings in which the trade puts in the service of a house, the usual one first. [A]"""

    def raised_voltages(self) -> tuple[float, ...]:
        """List the voltages to which a long run is raised here. [V]"""
