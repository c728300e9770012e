"""What may be chosen, with the names of it."""

from __future__ import annotations

from northspan.core.document.job import Method, Surface
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
_SURFACES = (
    (Surface.open_ground, "Open ground"),
    (Surface.under_2in_concrete, "2 in concrete over the trench"),
    (Surface.under_4in_slab, "4 in slab, no vehicles"),
    (Surface.under_building, "Under a building"),
    (Surface.street, "Street or lot"),
    (Surface.dwelling_driveway, "Driveway of a house"),
)
CHOICES = north_american.choices(_METHODS, _SURFACES, code_table("trade_words"))
