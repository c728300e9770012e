"""What may be chosen, with the names of it."""

from __future__ import annotations

from collections.abc import Mapping

from northspan.core.document.job import (
    Method,
    Place,
    Surface,
)
from northspan.core.rulebooks import north_american
from northspan.core.rulebooks.us.code_tables import code_table

_METHODS = (
    (Method.pvc40, "PVC schedule 40"),
    (Method.pvc80, "PVC schedule 80"),
    (Method.emt, "EMT"),
    (Method.rmc, "Rigid metal conduit"),
    (Method.cable, "Cable, not in pipe"),
    (Method.direct_burial, "Direct burial"),
    (Method.overhead, "Overhead"),
)
_PLACES = (
    (Place.buried, "Buried"),
    (Place.indoors, "Indoors"),
    (Place.attic, "Attic"),
    (Place.outdoors, "Outdoors"),
    (Place.overhead, "Overhead"),
)
_SURFACES = (
    (Surface.open_ground, "Open ground"),
    (Surface.under_2in_concrete, "2 in concrete over the trench"),
    (Surface.under_4in_slab, "4 in slab, no vehicles"),
    (Surface.under_building, "Under a building"),
    (Surface.street, "Street or lot"),
    (Surface.dwelling_driveway, "Driveway of a house"),
)


def methods() -> tuple[tuple[Method, str], ...]:
    """List the wiring methods with their names."""
    return _METHODS


def places() -> tuple[tuple[Place, str], ...]:
    """List the places with their names."""
    return _PLACES


def surfaces() -> tuple[tuple[Surface, str], ...]:
    """List what may be above a trench, with names."""
    return _SURFACES


def laid_ways() -> tuple[tuple[str, str], ...]:
    """List ways in which a cable may lie, beyond method and place: none here."""
    return ()


def groupings() -> tuple[tuple[str, str], ...]:
    """List how circuits may lie together, beyond in one bundle or pipe."""
    return ()


terminal_markings = north_american.terminal_markings


earthings = north_american.earthings


groundings = north_american.groundings


usual_method = north_american.usual_method


def calls_left_out() -> frozenset[str]:
    """Name the calls that this code does not leave open."""
    return north_american.CALLS_LEFT_OUT


def usual_schools() -> Mapping[str, str]:
    """Name the schools taken here when nobody decided, where they are not the usual ones."""
    return {}


def trade_words() -> tuple[tuple[str, str, str], ...]:
    """List what the trade calls things: the step that holds them, what is shown, and the words that find it."""
    return tuple((row["step"], row["words"], row["also"]) for row in code_table("trade_words").rows.values())
