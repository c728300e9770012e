"""What may be chosen, with the names of it."""

from __future__ import annotations

from northspan.core.document.job import Method, Surface
from northspan.core.rulebooks import north_american
from northspan.core.rulebooks.ca import ampacities
from northspan.core.rulebooks.ca.code_tables import code_table

_METHODS = (
    (Method.pvc40, "Rigid PVC conduit"),
    (Method.emt, "EMT"),
    (Method.rmc, "Rigid metal conduit"),
    (Method.cable, "Cable, not in pipe"),
    (Method.direct_burial, "Direct burial"),
    (Method.overhead, "Overhead"),
)
_SURFACES = (
    (Surface.open_ground, "No vehicles"),
    (Surface.under_2in_concrete, "50 mm concrete over the trench"),
    (Surface.under_4in_slab, "Slab, no vehicles"),
    (Surface.street, "Street or lot"),
    (Surface.dwelling_driveway, "Driveway"),
)
CHOICES = north_american.choices(
    _METHODS,
    _SURFACES,
    code_table("trade_words"),
    laid=ampacities.LAID,
    schools={"derating_start": "terminals"},
    left_out=north_american.CALLS_LEFT_OUT - {"bonding_raised"} | {"vehicle_pool"},
)
