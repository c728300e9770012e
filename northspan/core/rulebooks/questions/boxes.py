"""Boxes at pull points and joints."""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass
from typing import Protocol

from northspan.core.document.job import (
    Method,
)
from northspan.core.working.worked import Step, Worked


@dataclass(frozen=True, slots=True)
class BoxFacts:
    """What is in a box: how many of what size.

    `through` run through or end in it; `joined` count on both sides of their joint; `looped` go through with enough slack to
    be cut and ended twice; `devices` are yokes, by the largest wire on each; `grounds` are all equipment grounds, whatever
    they come from. `clamps` tells whether clamps of cables are inside, `supports` counts fittings that hold a luminaire,
    `connectors` wire connectors, where a code counts them.
    """

    through: tuple[tuple[int, str], ...] = ()
    joined: tuple[tuple[int, str], ...] = ()
    looped: tuple[tuple[int, str], ...] = ()
    devices: tuple[tuple[int, str], ...] = ()
    grounds: tuple[tuple[int, str], ...] = ()
    clamps: bool = False
    supports: int = 0
    connectors: int = 0


@dataclass(frozen=True, slots=True)
class BoxMade:
    """A box that is customary: its name, the volume it is marked with, and that of an extension ring for it. [L]"""

    name: str
    volume_l: float
    ring_l: float


class BoxRules(Hashable, Protocol):
    """Boxes at pull points and joints."""

    def pull_box(self, method: Method, size: str, wire: str, *, angle: bool) -> Step:
        """Give the least length of a box at a pull point. [m]"""

    def box_volume(self, wires: tuple[tuple[int, str], ...], ground: str | None, *, spliced: bool) -> Step:
        """Give the least volume of a box by the wires in it; 0 where no figure is set. [L]"""

    def box_fill(self, facts: BoxFacts) -> Worked[float]:
        """Give the least volume of a box by what is in it. [L]"""

    def boxes_made(self) -> tuple[BoxMade, ...]:
        """List customary boxes in which cables are joined, smallest first; empty where volume does not decide. [L]"""

    def splice_in_body(self) -> Step:
        """Say when wires may be joined in a conduit body."""

    def box_reach(self) -> Step:
        """Say that a box stays within reach."""
