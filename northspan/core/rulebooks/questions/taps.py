"""Taps, secondary conductors, transformers."""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass
from typing import Protocol

from northspan.core.document.job import (
    Metal,
    Segment,
)
from northspan.core.working.worked import Step, Worked


@dataclass(frozen=True, slots=True)
class TapFacts:
    """What the tap rules ask: length [m], the feeder's device and ampacity, the load, the device or bus where it ends [A].

    `end_device_a` is 0 where it ends in no single device. `segments`, `carrying` and `start` say where it lies.
    """

    length_m: float
    feeder_device_a: float
    load_a: float
    end_device_a: float
    feeder_ampacity_a: float = 0.0
    segments: tuple[Segment, ...] = ()
    carrying: int = 2
    start: str = "insulation"


@dataclass(frozen=True, slots=True)
class SecondaryFacts:
    """What the rules for a transformer's secondary conductors ask.

    Their length [m], the device on the primary [A], both voltages [V], and whether they run outdoors but for where they end.
    """

    length_m: float
    primary_device_a: float
    primary_v: float
    secondary_v: float
    outdoors: bool = False


@dataclass(frozen=True, slots=True)
class TransformerFacts:
    """A single-phase transformer: rating [kVA], voltages [V], and whether its secondary has a device."""

    rating_kva: float
    primary_v: float
    secondary_v: float
    secondary_device: bool


@dataclass(frozen=True, slots=True)
class TransformerSide:
    """One side of a transformer: its full-load current, and the largest device there; 0 where it has none. [A]"""

    full_load: Step
    most_a: float


class TapRules(Hashable, Protocol):
    """Taps, secondary conductors, transformers."""

    def tap(self, facts: TapFacts, metal: Metal, insulation: str, terminals_c: float) -> Worked[tuple[str, str]]:
        """Size a feeder tap; gives the size and the name of the rule."""

    def tap_lengths(self) -> tuple[float, ...]:
        """List the lengths at which the tap rules end. [m]"""

    def tap_share(self, length_m: float, feeder_device_a: float, feeder_ampacity_a: float = 0.0) -> Worked[float]:
        """Give what a tap must carry of the device ahead. [A]"""

    def secondary_share(self, facts: SecondaryFacts) -> Worked[float]:
        """Choose the rule for a transformer's secondary conductors. [A]"""

    def transformer_devices(self, facts: TransformerFacts) -> tuple[Worked[TransformerSide], Worked[TransformerSide]]:
        """Give the largest devices on both sides of a transformer. [A]"""
