"""Where a can with devices may hang."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.document.job import (
    CircuitUse,
    Feeds,
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
    Serves.basement: "a basement", Serves.finished_basement: "a basement", Serves.crawl_space: "a crawl space", Serves.outdoors: "outdoors",
    Serves.outbuilding: "an accessory building", Serves.sink: "reach of a sink, a tub or a shower, 6 ft",
    Serves.counter: "a place for food and drink that has a sink",
}  # fmt: skip
_ARC_FAULT = {
    Serves.kitchen: "a kitchen", Serves.laundry: "a laundry", Serves.bedroom: "a bedroom", Serves.living: "a room one lives in",
    Serves.hallway: "a hallway or closet", Serves.finished_basement: "a finished basement", Serves.counter: "a room one lives in",
}  # fmt: skip
_APPLIANCES = {
    Feeds.dishwasher: "a dishwasher", Feeds.range: "an electric range", Feeds.oven: "an oven or a cooking unit",
    Feeds.microwave: "a microwave oven", Feeds.dryer: "a clothes dryer", Feeds.sump_pump: "a sump pump",
}  # fmt: skip
_WATER = {Feeds.hot_tub: ("a spa or hot tub", "680.44"), Feeds.tub: ("a tub with jets", "680.71")}
_OUTLETS = frozenset({CircuitUse.outlets, CircuitUse.single_outlet})
_OF_ARCS = _OUTLETS | {CircuitUse.lighting, CircuitUse.fixed}
_TO_60_A, _TO_50_A, _TO_20_A = 60.0, 50.0, 20.0
_SINGLE = frozenset({Serves.basement, Serves.finished_basement, Serves.garage, Serves.laundry, Serves.crawl_space, Serves.outbuilding})
_EXTENDED_M = 1.8288  # 6 ft


def protection(circuit_facts: CircuitFacts) -> tuple[Step, ...]:
    """Say what the device of a circuit must do beside overcurrent.

    Parameters
    ----------
    circuit_facts : CircuitFacts
        Where it goes and what it is for. [A]

    Notes
    -----
    NEC 2023, 210.8(A): receptacles up to 50 A at 150 V or less to ground in those places; 210.8(C): lighting in a crawl space;
    210.8(D): named appliances, however they are connected, up to 60 A; 210.8(F): what else is fed outdoors, but lighting, up to
    50 A; 680.44 and 680.71: spas, hot tubs, tubs with jets. 210.12(B): outlets and devices on circuits of 10, 15 and 20 A at
    120 V in those rooms, an alarm or a dishwasher as well. The protection may also stand at the outlet. 210.12(E): an old
    circuit that is made longer by up to 6 ft, with no outlet more, as where a panel moves, is left as it is. 406.4(D)(3) and
    (4): receptacles that are replaced get what would be asked of new ones there.
    """
    facts = circuit_facts
    longer = facts.extended_m > _EXTENDED_M + 1e-9
    if not (facts.dwelling and (facts.new or facts.replaced or longer)):
        return ()
    found = _ground_fault(facts)
    why = tuple(ruled("G", "protection for people", "ground_fault", words, citation) for words, citation in ([found] if found else []))
    if facts.to_neutral and facts.use in _OF_ARCS and facts.serves in _ARC_FAULT and facts.rating_a <= _TO_20_A:
        cite = "210.12(B)" if facts.new else "406.4(D)(4)" if facts.replaced else "210.12(E)"
        return (*why, ruled("A", "protection against arcs", "arc_fault", f"outlets in {_ARC_FAULT[facts.serves]}", cite))
    return why


def _ground_fault(facts: CircuitFacts) -> tuple[str, str] | None:
    """Why a circuit needs ground-fault protection, and the article; None where it does not."""
    single = facts.left and facts.use is CircuitUse.single_outlet and facts.serves in _SINGLE
    outlets = facts.use in _OUTLETS and facts.rating_a <= _TO_50_A
    if (facts.new or facts.replaced) and not single and outlets and facts.serves in _GROUND_FAULT:
        return f"receptacles in {_GROUND_FAULT[facts.serves]}", "210.8(A)" if facts.new else "406.4(D)(3)"
    return next(_by_thing(facts), None) if facts.new else None


def _by_thing(facts: CircuitFacts) -> Iterator[tuple[str, str]]:
    """What is asked for the one thing that a circuit feeds, or for its use in a place."""
    if facts.feeds in _WATER:
        yield _WATER[facts.feeds]
    if facts.feeds in _APPLIANCES and facts.rating_a <= _TO_60_A:
        yield _APPLIANCES[facts.feeds], "210.8(D)"
    if facts.feeds is Feeds.charger and facts.use in _OUTLETS:
        yield "a receptacle for vehicle charging", "625.54"
    if facts.serves is Serves.crawl_space and facts.use is CircuitUse.lighting and facts.to_neutral:
        yield "lighting in a crawl space", "210.8(C)"
    if facts.serves is Serves.outdoors and facts.use is CircuitUse.fixed and facts.rating_a <= _TO_50_A:
        yield "what is fed outdoors", "210.8(F)"


def spare_spaces() -> Step | None:
    """Say how many spaces must stay free in a new panel of a dwelling: the code asks for none."""
    return None


def ring_limits(size: str) -> tuple[Step, Step, Step] | None:
    """Say that there are no rings here."""
    del size
    return None


poles_on_two_legs = True
