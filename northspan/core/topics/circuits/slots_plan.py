"""The slots of a panel as they are drawn."""

from __future__ import annotations

from northspan.core.case.slots import below, leg_of, row_of
from northspan.core.document.job import PanelLayout
from northspan.core.document.plan.panel import SlotPlan


def slot_plans(layout: PanelLayout) -> tuple[SlotPlan, ...]:
    """Lay out the slots of a panel.

    Parameters
    ----------
    layout : PanelLayout
        Its spaces. [-]
    """
    return tuple(_slot(layout, slot) for slot in range(1, layout.spaces + 1))


def _slot(layout: PanelLayout, slot: int) -> SlotPlan:
    under = below(layout, slot)
    left = layout.columns == 1 or slot % layout.columns == 1
    return SlotPlan(
        slot, row_of(layout, slot), left, leg_of(layout, slot), slot in layout.half_slots, under if under <= layout.spaces else None
    )
