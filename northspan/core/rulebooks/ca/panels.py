"""Where a can with devices may hang."""

from __future__ import annotations

from northspan.core.document.job import (
    CircuitUse,
    Feeds,
    Room,
    Serves,
)
from northspan.core.rulebooks import north_american
from northspan.core.rulebooks.ca.code_tables import code_table
from northspan.core.rulebooks.lugs import largest_lug
from northspan.core.rulebooks.questions.panels import CircuitFacts
from northspan.core.working.articles import unverified
from northspan.core.working.worked import Step, Worked, ruled

main_protects = True


def panel_room(room: Room) -> Step:
    """Say whether a can with devices may hang in a room."""
    return north_american.panel_room(room, "Rule 26-402")


def handle_height() -> Step:
    """Give how high the highest handle may be. [m]"""
    return ruled("h", "highest handle", "1.7 m", "in a dwelling, over the finished floor", "Rule 26-402", 1.7)


def usual_lug(device_a: float) -> Worked[str]:
    """Give the largest wire that the terminals of a device usually take; empty above the table."""
    return largest_lug(code_table("usual_lugs"), device_a)


_GROUND_FAULT = {
    Serves.bathroom: "a bathroom, within 1.5 m of water", Serves.outdoors: "outdoors, within 2.5 m of grade",
    Serves.laundry: "a laundry, within 1.5 m of the sink", Serves.sink: "reach of a sink, a tub or a shower, 1.5 m",
}  # fmt: skip
_NO_ARC_FAULT = frozenset({Serves.bathroom, Serves.outdoors, Serves.outbuilding, Serves.counter})
_TO_20_A = 20.0


def protection(circuit_facts: CircuitFacts) -> tuple[Step, ...]:
    """Say what the device of a circuit must do beside overcurrent.

    Parameters
    ----------
    circuit_facts : CircuitFacts
        Where it goes and what it is for. [A]

    Notes
    -----
    CE Code 2021, Rule 26-704: receptacles near water and outdoors; Rule 26-658: receptacles of 20 A or less in a dwelling,
    except in bathrooms, along kitchen counters and where a single receptacle serves a sump pump. Kitchen counters near a sink by
    their own outlets. Rule 68-068: hot tubs and tubs with jets.
    """
    facts, found = circuit_facts, []
    if facts.new and facts.feeds in {Feeds.hot_tub, Feeds.tub}:
        return (ruled("G", "protection for people", "ground_fault", "a hot tub or a tub with jets", unverified("Rule 68-068")),)
    if not (facts.dwelling and facts.new) or facts.use not in {CircuitUse.outlets, CircuitUse.single_outlet}:
        return ()
    if facts.serves in _GROUND_FAULT and facts.rating_a <= _TO_20_A:
        found.append(ruled("G", "protection for people", "ground_fault", f"receptacles in {_GROUND_FAULT[facts.serves]}", "Rule 26-704"))
    arcs = facts.use is CircuitUse.outlets and facts.serves not in _NO_ARC_FAULT and facts.serves is not Serves.unknown
    if arcs and facts.to_neutral and facts.rating_a <= _TO_20_A:
        found.append(ruled("A", "protection against arcs", "arc_fault", "receptacles in a dwelling", unverified("Rule 26-658")))
    return tuple(found)


def spare_spaces() -> Step | None:
    """Say how many spaces must stay free in a new panel of a dwelling. [-]"""
    return ruled("s", "spaces that stay free", "two", "a panel of a dwelling leaves room for two more circuits", "Rule 8-108", 2)


def ring_limits(size: str) -> tuple[Step, Step, Step] | None:
    """Say that there are no rings here."""
    del size
    return None


poles_on_two_legs = True
