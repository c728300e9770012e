"""Where a can with devices may hang."""

from __future__ import annotations

from northspan.core.document.job import (
    CircuitUse,
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
    701.411.3.3 for every circuit of a room with a bath or shower.
    """
    facts = circuit_facts
    if not (facts.new or facts.extended_m):
        return ()
    if facts.serves is Serves.bathroom:
        return (ruled("R", "residual-current device", "residual", "circuits of a room with a bath or shower", "701.411.3.3", 30.0),)
    if facts.use in {CircuitUse.outlets, CircuitUse.single_outlet} and facts.rating_a <= _TO_32_A:
        return (ruled("R", "residual-current device", "residual", "socket outlets up to 32 A", "411.3.3", 30.0),)
    if facts.use is CircuitUse.lighting and facts.dwelling:
        return (ruled("R", "residual-current device", "residual", "lighting in a dwelling", "411.3.4", 30.0),)
    return ()


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
