"""Where a can with devices may hang."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.document.job import (
    CircuitUse,
    Feeds,
    Room,
    Serves,
)
from northspan.core.rulebooks.lugs import largest_lug
from northspan.core.rulebooks.questions.panels import CircuitFacts
from northspan.core.rulebooks.uk.code_tables import code_table
from northspan.core.working.worked import Step, Worked, given, ruled

main_protects = False  # the main switch of a consumer unit is no device


def panel_room(room: Room) -> Step:
    """Say whether a can with devices may hang in a room."""
    why = "out of the zones of a bath or shower" if room is Room.bathroom else "no rule keeps it away; its case does not burn"
    cite = "701.512.3" if room is Room.bathroom else "421.1.201"
    return ruled("p", "place of a consumer unit", "no" if room is Room.bathroom else "yes", why, cite)


def handle_height() -> Step:
    """Give how high the highest handle may be. [m]"""
    return ruled("h", "highest handle", "1450 mm", "customary for what a person must reach in a dwelling", "guide", 1.45)


def usual_lug(device_a: float) -> Worked[str]:
    """Give the largest wire that the terminals of a device usually take; empty above the table."""
    return largest_lug(code_table("usual_lugs"), device_a)


_TO_32_A = 32.0


def protection(circuit_facts: CircuitFacts) -> tuple[Step, ...]:
    """Say what the device of a circuit must do beside overcurrent.

    Parameters
    ----------
    circuit_facts : CircuitFacts
        Where it goes and what it is for. [A]

    Notes
    -----
    BS 7671: 411.3.3 for socket outlets up to 32 A and what is carried outdoors, 411.3.4 for lighting in a dwelling,
    701.411.3.3 for every circuit of a room with a bath or shower, 722.531.3 for the charging of vehicles.
    """
    facts = circuit_facts
    if not (facts.new or facts.extended_m):
        return ()
    return tuple(ruled("R", "residual-current device", "residual", why, cite, 30.0) for why, cite in _reasons(facts))[:1]


def _reasons(facts: CircuitFacts) -> Iterator[tuple[str, str]]:
    """Why a circuit needs one of 30 mA, and the regulation."""
    if facts.serves is Serves.bathroom:
        yield "circuits of a room with a bath or shower", "701.411.3.3"
    if facts.feeds is Feeds.charger:
        yield "the charging of a vehicle, by a device of its own", "722.531.3"
    if facts.feeds is Feeds.hot_tub:
        yield "a hot tub", "Section 702"
    if facts.use in {CircuitUse.outlets, CircuitUse.single_outlet} and facts.rating_a <= _TO_32_A:
        yield "socket outlets up to 32 A", "411.3.3"
    if facts.use is CircuitUse.lighting and facts.dwelling:
        yield "lighting in a dwelling", "411.3.4"


def spare_spaces() -> Step | None:
    """Say how many ways must stay free in a new consumer unit: the code asks for none."""
    return None


def ring_limits(size: str) -> tuple[Step, Step, Step] | None:
    """Give what a ring is held against: its floor [m²], its spurs [-], and its wire cold [ohm per km].

    Parameters
    ----------
    size : str
        Its wire. [mm²]

    References
    ----------
    BS 7671:2018, Appendix 15, for information: a ring of 30 or 32 A in 2.5 mm²; resistance at 20 °C by BS EN 60228.
    """
    floor = ruled("A", "floor of a ring", "100 m²", "by the ring of the appendix", "Appendix 15", 100.0)
    why = "no more spurs without a fuse than outlets on the ring itself, each with one outlet"
    spurs = ruled("n", "spurs for each outlet on the ring", "one", why, "Appendix 15", 1.0)
    return floor, spurs, given("R_20", f"{size} mm² at 20 °C", code_table("conductors").number(size, "ohm_km"), "Ω/km", "BS EN 60228")


poles_on_two_legs = False
