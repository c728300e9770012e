"""What may be chosen, with the names of it."""

from __future__ import annotations

from collections.abc import Mapping

from northspan.core.document.job import (
    Earthing,
    Grounding,
    Method,
    Place,
    Surface,
    Terminals,
)
from northspan.core.rulebooks.uk import cables
from northspan.core.rulebooks.uk.code_tables import code_table

_METHODS = (
    (Method.cable, "Cable on a surface or in the fabric"),
    (Method.direct_burial, "Cable in the ground"),
    (Method.pvc40, "Plastic conduit or duct"),
    (Method.rmc, "Steel conduit"),
    (Method.overhead, "Overhead, on a catenary"),
)
_PLACES = (
    (Place.indoors, "Indoors"),
    (Place.attic, "Loft, or in insulation"),
    (Place.outdoors, "Outdoors"),
    (Place.buried, "Buried"),
    (Place.overhead, "Overhead"),
)
_SURFACES = (
    (Surface.open_ground, "Garden or field"),
    (Surface.dwelling_driveway, "Drive"),
    (Surface.under_4in_slab, "Slab"),
    (Surface.under_2in_concrete, "Concrete"),
    (Surface.street, "Road"),
)
TERMINALS = ((Terminals.unmarked, "not marked, 70 °C"), (Terminals.c70, "marked 70 °C"), (Terminals.c90, "marked 90 °C"))
EARTHINGS = (
    (Earthing.tn_c_s, "TN-C-S: neutral and earth one conductor outside"),
    (Earthing.tn_s, "TN-S: a conductor of its own, or the cable's sheath"),
    (Earthing.tt, "TT: your own electrode"),
)
GROUNDINGS = (
    (Grounding.equipment_ground, "comes along"),
    (Grounding.island, "stays at the near end; an electrode at the far end"),
)
_LEFT_OUT = frozenset(
    {
        "metal",
        "bonding_raised",
        "vehicle_pool",
        "dwelling_allowance",
        "rounding",
        "derating_start",
        "equipment_ground",
        "rods",
        "legacy_feed",
        "water_conductor",
    }
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
    """List the reference methods of the tables."""
    return cables.WAYS


def groupings() -> tuple[tuple[str, str], ...]:
    """List how circuits may lie together, beyond in one bundle or pipe."""
    return cables.GROUPINGS


def terminal_markings() -> tuple[tuple[Terminals, str], ...]:
    """List what terminals may be marked for."""
    return TERMINALS


def earthings() -> tuple[tuple[Earthing, str], ...]:
    """List the earthing systems."""
    return EARTHINGS


def groundings() -> tuple[tuple[Grounding, str], ...]:
    """List how the far end of a run is earthed."""
    return GROUNDINGS


def usual_method(place: Place) -> Method:
    """Name how a new stretch is usually laid in a place: armoured cable straight in the ground, in plastic elsewhere.

    Parameters
    ----------
    place : Place
        Where it lies. [-]
    """
    return {Place.overhead: Method.overhead, Place.buried: Method.direct_burial}.get(place, Method.pvc40)


def calls_left_out() -> frozenset[str]:
    """Name the calls that this code does not leave open."""
    return _LEFT_OUT


def usual_schools() -> Mapping[str, str]:
    """Name the schools taken here when nobody decided, where they are not the usual ones."""
    return {"generator_neutral": "switched"}


def trade_words() -> tuple[tuple[str, str, str], ...]:
    """List what the trade calls things: the step that holds them, what is shown, and the words that find it."""
    return tuple((row["step"], row["words"], row["also"]) for row in code_table("trade_words").rows.values())
