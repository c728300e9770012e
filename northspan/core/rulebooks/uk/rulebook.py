"""The British wiring rules, BS 7671:2018 with Amendment 2:2022, as answers to the trade's questions."""

from __future__ import annotations

from northspan.core.rulebooks.goods import goods_of
from northspan.core.rulebooks.looked_at import looked_at_of
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.rulebooks.tested import tested_of
from northspan.core.rulebooks.uk import (
    ampacities,
    boxes,
    cans,
    devices,
    drops,
    dwellings,
    electrodes,
    grounds,
    loads,
    loop_rules,
    panels,
    pipes,
    routes,
    supplies,
    taps,
    wires,
)
from northspan.core.rulebooks.uk.choices import CHOICES
from northspan.core.rulebooks.uk.code_tables import code_table, load_all
from northspan.core.rulebooks.uk.limits import UK_LIMITS
from northspan.core.rulebooks.uk.words import UkWords


def rulebook() -> Rulebook:
    """Put the answers together, with every table loaded and checked."""
    load_all()
    return Rulebook(
        id="uk-2022",
        title="British rules, BS 7671:2018 with Amendment 2:2022",
        not_covered=UK_LIMITS,
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
        words=UkWords(),
        choices=CHOICES,
        goods=goods_of(code_table("catalogue")),
        looked_at=looked_at_of(code_table("looked_at")),
        tested=tested_of(code_table("tested")),
        library="british",
        loop=loop_rules,
    )
