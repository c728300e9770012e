"""The Canadian Electrical Code, Part I, 2021 edition, as answers to the trade's questions."""

from __future__ import annotations

from northspan.core.rulebooks.ca import (
    ampacities,
    boxes,
    cans,
    devices,
    drops,
    dwellings,
    electrodes,
    grounds,
    loads,
    panels,
    pipes,
    routes,
    supplies,
    taps,
    wires,
)
from northspan.core.rulebooks.ca.choices import CHOICES
from northspan.core.rulebooks.ca.code_tables import code_table, load_all
from northspan.core.rulebooks.ca.limits import CA_LIMITS
from northspan.core.rulebooks.ca.words import CaWords
from northspan.core.rulebooks.goods import goods_of
from northspan.core.rulebooks.looked_at import looked_at_of
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.rulebooks.shelf import stock_of
from northspan.core.rulebooks.tested import tested_of


def rulebook() -> Rulebook:
    """Put the answers together, with every table loaded and checked."""
    load_all()
    return Rulebook(
        id="ca-2021",
        title="Canadian rules, CE Code 2021",
        not_covered=CA_LIMITS,
        wires=wires,
        ampacities=ampacities,
        devices=devices,
        taps=taps,
        drops=drops,
        pipes=pipes,
        boxes=boxes,
        routes=routes,
        grounds=grounds,
        electrodes=electrodes,
        loads=loads,
        dwellings=dwellings,
        supplies=supplies,
        panels=panels,
        cans=cans,
        words=CaWords(),
        choices=CHOICES,
        goods=goods_of(code_table("catalogue")),
        looked_at=looked_at_of(code_table("looked_at")),
        tested=tested_of(code_table("tested")),
        stock=stock_of(code_table("shelf_devices"), code_table("shelf_sizes"), code_table("shelf_sets")),
    )
