"""What may be chosen, with the names of it."""

from __future__ import annotations

from collections.abc import Hashable, Mapping
from typing import Protocol

from northspan.core.document.job import (
    Earthing,
    Grounding,
    Method,
    Place,
    Surface,
    Terminals,
)


class Choices(Hashable, Protocol):
    """What may be chosen, with the names of it."""

    @property
    def asked_method(self) -> Method:
        """How a wire lies that somebody asks about without saying it."""

    @property
    def rings(self) -> bool:
        """Whether a circuit may be fed from both ends."""

    def methods(self) -> tuple[tuple[Method, str], ...]:
        """List the wiring methods with their names."""

    def places(self) -> tuple[tuple[Place, str], ...]:
        """List the places with their names."""

    def surfaces(self) -> tuple[tuple[Surface, str], ...]:
        """List what may be above a trench, with names."""

    def laid_ways(self) -> tuple[tuple[str, str], ...]:
        """List ways in which a cable may lie, beyond method and place: none here."""

    def groupings(self) -> tuple[tuple[str, str], ...]:
        """List how circuits may lie together, beyond in one bundle or pipe."""

    def terminal_markings(self) -> tuple[tuple[Terminals, str], ...]:
        """List what terminals may be marked for."""

    def earthings(self) -> tuple[tuple[Earthing, str], ...]:
        """List how a supply's neutral meets earth."""

    def groundings(self) -> tuple[tuple[Grounding, str], ...]:
        """List how the far end of a run is grounded."""

    def usual_method(self, place: Place) -> Method:
        """Name how a new stretch is usually laid in a place."""

    def calls_left_out(self) -> frozenset[str]:
        """Name the calls that this code does not leave open."""

    def trade_words(self) -> tuple[tuple[str, str, str], ...]:
        """List what the trade calls things: the step that holds them, what is shown, and the words that find it."""

    def usual_schools(self) -> Mapping[str, str]:
        """Name the schools taken here when nobody decided, where they are not the usual ones."""
