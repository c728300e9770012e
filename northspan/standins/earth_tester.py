"""A simulated earth tester: four pins and fall of potential, over a soil that nobody is told."""

from __future__ import annotations

import random
from dataclasses import dataclass
from math import pi
from typing import Protocol

from northspan.core.physics.four_pin import two_layer_apparent
from northspan.core.physics.grid import Shape, earthed, surface_potential
from northspan.core.physics.soil import Piece, Soil, potential

PROBE_M = 0.3  # how deep a probe is pushed in


class EarthTester(Protocol):
    """What a tester does, real or simulated: it shows ohms for pins or probes at given places."""

    def four_pin(self, spacing_m: float) -> float:
        """Show what four pins in a row show. [ohm]"""

    def fall(self, distance_m: float, current_probe_m: float) -> float:
        """Show what a fall-of-potential test shows. [ohm]"""


@dataclass(frozen=True, slots=True)
class SimulatedTester:
    """A tester over a hidden soil, with noise from a seed; probes may be set badly.

    Parameters
    ----------
    soil : Soil
        The hidden soil. [ohm metre]
    shapes : tuple of Shape
        The electrodes it is connected to. [m]
    noise : float
        Spread of each reading. [-]
    seed : int
        Where the noise begins. [-]
    spacing_error : float
        How far each spacing is off what was said. [-]
    """

    soil: Soil
    shapes: tuple[Shape, ...] = ()
    noise: float = 0.02
    seed: int = 1
    spacing_error: float = 0.0

    def four_pin(self, spacing_m: float) -> float:
        """Show what four pins in a row show. [ohm]"""
        chance = self._chance("four_pin", spacing_m)
        real_m = spacing_m * (1 + self.spacing_error * chance.uniform(-1, 1))
        return self._noisy(chance, two_layer_apparent(self.soil, real_m) / (2 * pi * real_m))

    def fall(self, distance_m: float, current_probe_m: float) -> float:
        """Show what a fall-of-potential test shows, both probes on one line away from the building. [ohm]"""
        chance = self._chance("fall", distance_m, current_probe_m)
        real_m = distance_m * (1 + self.spacing_error * chance.uniform(-1, 1))
        whole = earthed(self.shapes, self.soil).resistance_ohm
        at_probe, at_current = (
            share * whole for share in surface_potential(self.shapes, self.soil, [(0.0, real_m), (0.0, current_probe_m)])
        )
        probe = Piece((0.0, current_probe_m, 0.01), (0.0, current_probe_m, PROBE_M), 0.006)
        between = potential(probe, (0.0, real_m, 0.0), self.soil)
        return self._noisy(chance, max(0.0, (whole - at_current) - (at_probe - between)))

    def _chance(self, *asked: str | float) -> random.Random:
        """The noise of a reading: the same for the same question, whatever was measured before."""
        return random.Random("|".join(str(one) for one in (self.seed, *asked)))  # noqa: S311 - noise, not a secret

    def _noisy(self, chance: random.Random, ohm: float) -> float:
        return round(ohm * (1 + self.noise * chance.gauss(0, 1)), 4)
