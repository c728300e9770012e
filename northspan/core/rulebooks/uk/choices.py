"""What may be chosen, with the names of it."""

from __future__ import annotations

from northspan.core.document.job import (
    Earthing,
    Grounding,
    Method,
    Place,
    Surface,
    Terminals,
)
from northspan.core.rulebooks.listed_choices import ListedChoices
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


CHOICES = ListedChoices(
    named_methods=_METHODS,
    named_places=_PLACES,
    named_surfaces=_SURFACES,
    marked_terminals=TERMINALS,
    named_earthings=EARTHINGS,
    named_groundings=GROUNDINGS,
    words_table=code_table("trade_words"),
    left_out=_LEFT_OUT,
    asked_method=Method.cable,
    method_in={Place.overhead: Method.overhead, Place.buried: Method.direct_burial},  # armoured cable straight in the ground
    rings=True,
    laid=cables.WAYS,
    grouped=cables.GROUPINGS,
    schools={"generator_neutral": "switched"},
)
