"""Exactly one bond for each source: counted from what is joined to what, in each state, without solving anything."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from enum import StrEnum

from northspan.core.case.facts import earthing_at
from northspan.core.document.job import Earthing, Status, System
from northspan.core.physics.role import Role
from northspan.core.topics.bonds.edges import Bench, Edge, edges_of

_METAL = frozenset({Role.ground, Role.path, Role.strap})


class Trouble(StrEnum):
    """What may be wrong with the bonds of a source; `uncalled` is one where the soil is the way back on purpose."""

    none_made = "none_made"
    second = "second"
    uncalled = "uncalled"
    floating = "floating"


@dataclass(frozen=True, slots=True)
class BondTrouble:
    """Something wrong: which source, at which enclosures, and over which bonds, paths or straps."""

    kind: Trouble
    source: str
    enclosures: tuple[str, ...]
    bonds: tuple[str, ...]
    over_path: bool = False


@dataclass(frozen=True, slots=True)
class BondCount:
    """Bonds found for one source in a state, and what is wrong."""

    source: str
    bonds: tuple[str, ...]
    troubles: tuple[BondTrouble, ...]
    by_earth: bool = False


def count_bonds(bench: Bench) -> tuple[BondCount, ...]:
    """Count the bonds of every source that runs.

    Parameters
    ----------
    bench : Bench
        The installation on the bench. [-]

    Notes
    -----
    The neutral of a source is everything joined to it by neutral wires. Metal that is joined together
    by grounds, straps and paths is one piece; each piece with a can of the source wants exactly one
    bond to that neutral: none leaves a fault without a way back, two put the neutral's current on
    the metal between them. A can that no ground reaches floats.
    """
    edges = edges_of(bench)
    neutrals = Pieces((edge.a, edge.b) for edge in edges if edge.role is Role.neutral)
    metal = Pieces((edge.a, edge.b) for edge in edges if edge.role in _METAL)
    bonds = [edge for edge in edges if edge.role is Role.bond]
    return tuple(_count(bench, source, neutrals, metal, bonds, edges) for source in _running(bench))


def _count(bench: Bench, source: str, neutrals: Pieces, metal: Pieces, bonds: list[Edge], edges: tuple[Edge, ...]) -> BondCount:
    neutral = neutrals.of(f"{source}.N")
    own = [edge for edge in bonds if neutrals.of(edge.a) == neutral]
    pieces: dict[str, list[str]] = {}
    for enclosure in _enclosures(bench, source):
        pieces.setdefault(metal.of(f"{enclosure}.C"), []).append(enclosure)
    troubles: list[BondTrouble] = []
    for piece, enclosures in pieces.items():
        here = [edge for edge in own if metal.of(edge.b) == piece]
        by_earth = all(_by_earth(bench, enclosure) for enclosure in enclosures)
        if by_earth and here:
            troubles.append(BondTrouble(Trouble.uncalled, source, tuple(enclosures), tuple(edge.part for edge in here)))
        elif by_earth:
            continue
        elif not here:
            loose = len(enclosures) == 1 and bench.loose(enclosures[0])
            troubles.append(BondTrouble(Trouble.floating if loose else Trouble.none_made, source, tuple(enclosures), ()))
        elif len(here) > 1:
            closed = tuple(edge.part for edge in here)
            without = Pieces((edge.a, edge.b) for edge in edges if edge.role in _METAL - {Role.path})
            apart = len({without.of(edge.b) for edge in here}) == len(here)
            troubles.append(BondTrouble(Trouble.second, source, tuple(enclosures), closed, over_path=apart))
    soil = any(_by_earth(bench, enclosure) for enclosures in pieces.values() for enclosure in enclosures)
    return BondCount(source, tuple(edge.part for edge in own), tuple(troubles), soil)


def _by_earth(bench: Bench, enclosure: str) -> bool:
    """Tell whether the soil is the way back of a can on purpose: no bond of its own then."""
    return earthing_at(bench.tree, bench.tree.feeding.get(enclosure, ""), far_end=True) is Earthing.tt


def _running(bench: Bench) -> Iterator[str]:
    """Sources that run and have a neutral; where none is drawn, the can that stands for the service."""
    for key in sorted(bench.state.running):
        if bench.tree.job.sources[key].system is not System.two_wire:
            yield key
    if not bench.state.key:
        yield from (
            enclosure
            for enclosure in bench.tree.job.enclosures
            if enclosure not in bench.tree.feeding and bench.tree.leaving.get(enclosure)
        )


def _enclosures(bench: Bench, source: str) -> list[str]:
    """Cans that a source feeds in this state, not through another source."""
    tree, job = bench.tree, bench.tree.job
    found = [source]
    for node in found:
        for run_id in (*tree.leaving.get(node, ()), *(key for key in tree.standby if job.runs[key].origin == node)):
            target = job.runs[run_id].target
            if run_id not in bench.state.open_lines and target in job.enclosures and target not in found:
                found.append(target)
    return [node for node in found if node in job.enclosures and job.enclosures[node].status is not Status.remove]


class Pieces:
    """Nodes that hang together, by joining pairs of them."""

    def __init__(self, pairs: Iterable[tuple[str, str]]) -> None:
        self._parent: dict[str, str] = {}
        for a, b in pairs:
            one, other = self.of(a), self.of(b)
            if one != other:
                self._parent[one] = other

    def of(self, node: str) -> str:
        """Name the piece a node is in; a node that nothing joins is a piece by itself.

        Parameters
        ----------
        node : str
            The node. [-]
        """
        parent = self._parent.get(node)
        while parent is not None:
            node, parent = parent, self._parent.get(parent)
        return node
