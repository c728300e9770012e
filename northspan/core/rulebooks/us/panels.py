"""Where a can with devices may hang."""

from __future__ import annotations

from northspan.core.document.job import (
    CircuitUse,
    Room,
    Serves,
)
from northspan.core.rulebooks import north_american
from northspan.core.rulebooks.lugs import largest_lug
from northspan.core.rulebooks.questions.panels import CircuitFacts
from northspan.core.rulebooks.us.code_tables import code_table
from northspan.core.working.worked import Step, Worked, ruled

main_protects = True


def panel_room(room: Room) -> Step:
    """Say whether a can with devices may hang in a room."""
    citation = {Room.bathroom: "240.24(E)", Room.clothes_closet: "240.24(D)", Room.over_steps: "240.24(F)"}.get(room, "240.24")
    return north_american.panel_room(room, citation)


def handle_height() -> Step:
    """Give how high the highest handle may be. [m]"""
    why = "the middle of the grip of its highest handle, over the floor or the platform one stands on"
    return ruled("h", "highest handle", "6 ft 7 in", why, "240.24(A)", 2.0066)


def usual_lug(device_a: float) -> Worked[str]:
    """Give the largest wire that the terminals of a device usually take; empty above the table."""
    return largest_lug(code_table("usual_lugs"), device_a)


_GROUND_FAULT = {
    Serves.kitchen: "a kitchen", Serves.bathroom: "a bathroom", Serves.laundry: "a laundry", Serves.garage: "a garage",
    Serves.basement: "a basement", Serves.crawl_space: "a crawl space", Serves.outdoors: "outdoors",
    Serves.outbuilding: "an accessory building",
}  # fmt: skip
_ARC_FAULT = {
    Serves.kitchen: "a kitchen", Serves.laundry: "a laundry", Serves.bedroom: "a bedroom", Serves.living: "a room one lives in",
    Serves.hallway: "a hallway or closet",
}  # fmt: skip
_OUTLETS = frozenset({CircuitUse.outlets, CircuitUse.single_outlet})
_TO_50_A, _TO_20_A = 50.0, 20.0
_SINGLE = frozenset({Serves.basement, Serves.garage, Serves.laundry, Serves.crawl_space, Serves.outbuilding})
_EXTENDED_M = 1.8288  # 6 ft


def protection(circuit_facts: CircuitFacts) -> tuple[Step, ...]:
    """Say what the device of a circuit must do beside overcurrent.

    Parameters
    ----------
    circuit_facts : CircuitFacts
        Where it goes and what it is for. [A]

    Notes
    -----
    NEC 2023, 210.8(A): receptacles up to 50 A at 150 V or less to ground in those places; 210.12(B): outlets and devices on
    circuits of 10, 15 and 20 A at 120 V in those rooms. The protection may also stand at the outlet. 210.12(E): an old
    circuit that is made longer by up to 6 ft, with no outlet more, as where a panel moves, is left as it is. 406.4(D)(3) and
    (4): receptacles that are replaced get what would be asked of new ones there.
    """
    facts, found = circuit_facts, []
    longer = facts.extended_m > _EXTENDED_M + 1e-9
    today = facts.new or facts.replaced
    if not (facts.dwelling and (today or longer)):
        return ()
    single = facts.left and facts.use is CircuitUse.single_outlet and facts.serves in _SINGLE
    if today and not single and facts.use in _OUTLETS and facts.serves in _GROUND_FAULT and facts.rating_a <= _TO_50_A:
        why = f"receptacles in {_GROUND_FAULT[facts.serves]}"
        found.append(ruled("G", "protection for people", "ground_fault", why, "210.8(A)" if facts.new else "406.4(D)(3)"))
    if facts.to_neutral and facts.use in _OUTLETS | {CircuitUse.lighting} and facts.serves in _ARC_FAULT and facts.rating_a <= _TO_20_A:
        why = f"outlets in {_ARC_FAULT[facts.serves]}"
        found.append(
            ruled(
                "A",
                "protection against arcs",
                "arc_fault",
                why,
                "210.12(B)" if facts.new else "406.4(D)(4)" if facts.replaced else "210.12(E)",
            )
        )
    return tuple(found)


def spare_spaces() -> Step | None:
    """Say how many spaces must stay free in a new panel of a dwelling: the code asks for none."""
    return None


def ring_limits(size: str) -> tuple[Step, Step, Step] | None:
    """Say that there are no rings here."""
    del size
    return None


poles_on_two_legs = True
