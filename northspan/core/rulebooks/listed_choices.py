"""What may be chosen under a code, as lists that stand ready."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from northspan.core.document.job import Earthing, Grounding, Method, Place, Surface, Terminals
from northspan.core.rulebooks.tables import Table

Named = tuple[tuple[str, str], ...]


@dataclass(frozen=True, slots=True, eq=False)
class ListedChoices:
    """Everything that may be chosen under one code, with the names of it. The code fills it in once.

    `method_in` is how a new stretch is usually laid in a place that is named there, `method_else` in every other;
    `words_table` is the table of what the trade calls things.
    """

    named_methods: tuple[tuple[Method, str], ...]
    named_places: tuple[tuple[Place, str], ...]
    named_surfaces: tuple[tuple[Surface, str], ...]
    marked_terminals: tuple[tuple[Terminals, str], ...]
    named_earthings: tuple[tuple[Earthing, str], ...]
    named_groundings: tuple[tuple[Grounding, str], ...]
    words_table: Table
    left_out: frozenset[str]
    asked_method: Method
    method_in: Mapping[Place, Method]
    method_else: Method = Method.pvc40
    rings: bool = False
    laid: Named = ()
    grouped: Named = ()
    schools: Mapping[str, str] = field(default_factory=dict)

    def methods(self) -> tuple[tuple[Method, str], ...]:
        """List the wiring methods with their names."""
        return self.named_methods

    def places(self) -> tuple[tuple[Place, str], ...]:
        """List the places with their names."""
        return self.named_places

    def surfaces(self) -> tuple[tuple[Surface, str], ...]:
        """List what may be above a trench, with names."""
        return self.named_surfaces

    def laid_ways(self) -> Named:
        """List ways in which a wire may lie, beyond method and place."""
        return self.laid

    def groupings(self) -> Named:
        """List how circuits may lie together, beyond in one bundle or pipe."""
        return self.grouped

    def terminal_markings(self) -> tuple[tuple[Terminals, str], ...]:
        """List what terminals may be marked for."""
        return self.marked_terminals

    def earthings(self) -> tuple[tuple[Earthing, str], ...]:
        """List how a supply's neutral meets earth."""
        return self.named_earthings

    def groundings(self) -> tuple[tuple[Grounding, str], ...]:
        """List how the far end of a run is grounded."""
        return self.named_groundings

    def usual_method(self, place: Place) -> Method:
        """Name how a new stretch is usually laid in a place."""
        return self.method_in.get(place, self.method_else)

    def calls_left_out(self) -> frozenset[str]:
        """Name the calls that this code does not leave open."""
        return self.left_out

    def usual_schools(self) -> Mapping[str, str]:
        """Name the schools taken here when nobody decided, where they are not the usual ones."""
        return self.schools

    def trade_words(self) -> tuple[tuple[str, str, str], ...]:
        """List what the trade calls things: the step that holds them, what is shown, and the words that find it."""
        return tuple((row["step"], row["words"], row["also"]) for row in self.words_table.rows.values())
