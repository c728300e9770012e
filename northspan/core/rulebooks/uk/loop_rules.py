"""Where the questions on loop, protective conductor, residual current and bonding are answered."""

from __future__ import annotations

from northspan.core.rulebooks.uk import bonding, device_energy, devices, loop, residual

device_type = devices.usual_type
trips_at = device_energy.opens_at_a
supply_loop = loop.supply_loop
protect = loop.protect
residual_wanted = residual.residual_wanted
electrode_limit = residual.electrode_limit
earthing_conductor = bonding.earthing_conductor
main_bonding = bonding.main_bonding
entry = bonding.entry
supplementary = bonding.supplementary
vehicle_on = bonding.vehicle_on
armour_as_bond = bonding.armour_as_bond


def usual_neutral() -> str:
    """Give the size of a supply's neutral where nobody knows it. [mm²]"""
    return bonding.USUAL_NEUTRAL


def unstable_ohm() -> float:
    """Give the resistance above which an electrode may not be stable. [ohm]"""
    return residual.UNSTABLE_OHM
