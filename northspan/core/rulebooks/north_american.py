"""What both North American codes answer alike."""

from __future__ import annotations

from math import sqrt

from northspan.core.document.job import Earthing, Grounding, Method, Place, Room, System, Terminals
from northspan.core.working.worked import Step, ruled

_TERMINALS = ((Terminals.unmarked, "not marked"), (Terminals.c60, "marked 60 °C"), (Terminals.c75, "marked 75 °C"))
_EARTHINGS = ((Earthing.at_service, "bonded at the service"),)
_GROUNDINGS = (
    (Grounding.equipment_ground, "comes along"),
    (Grounding.legacy_three_wire, "none, old three-wire feed"),
)
CALLS_LEFT_OUT = frozenset({"protective_conductor", "supplementary_bonding", "bonding_raised", "drop_temperature"})


def terminal_markings() -> tuple[tuple[Terminals, str], ...]:
    """List what terminals may be marked for."""
    return _TERMINALS


def earthings() -> tuple[tuple[Earthing, str], ...]:
    """List how a supply's neutral meets earth."""
    return _EARTHINGS


def groundings() -> tuple[tuple[Grounding, str], ...]:
    """List how the far end of a run is grounded."""
    return _GROUNDINGS


def to_neutral_v(line_v: float, system: System) -> float:
    """Give the voltage from a line to the neutral. [V]

    Parameters
    ----------
    line_v : float
        Line to line voltage; of a single line, that to its neutral. [V]
    system : System
        How the windings are tapped. [-]

    Examples
    --------
    >>> to_neutral_v(240, System.split_phase), round(to_neutral_v(208, System.wye_legs)), to_neutral_v(120, System.single_phase)
    (120.0, 120, 120)
    """
    if system is System.single_phase:
        return line_v
    return line_v / sqrt(3) if system is System.wye_legs else line_v / 2


def fault_limits_c(insulation: str) -> tuple[float, float]:
    """Give the temperatures of a wire when a fault begins, and what its insulation stands while it lasts. [°C]

    Parameters
    ----------
    insulation : str
        Insulation. [-]

    References
    ----------
    ICEA P-32-382: 150 °C for thermoplastic, 250 °C for cross-linked insulation, from 75 and 90 °C.

    Examples
    --------
    >>> fault_limits_c("THHN"), fault_limits_c("XHHW-2")
    ((75.0, 150.0), (90.0, 250.0))
    """
    linked = insulation.startswith(("X", "RHH", "RHW", "RW", "USE", "RA", "SE"))
    return (90.0, 250.0) if linked else (75.0, 150.0)


def panel_room(room: Room, citation: str) -> Step:
    """Say whether overcurrent devices of a dwelling may hang in a room.

    Parameters
    ----------
    room : Room
        The room. [-]
    citation : str
        The rule. [-]

    Examples
    --------
    >>> panel_room(Room.bathroom, "240.24(E)").result, panel_room(Room.elsewhere, "240.24").result
    ('no', 'yes')
    """
    why = {
        Room.bathroom: "wet hands, and steam in its devices",
        Room.clothes_closet: "what burns easily hangs around it",
        Room.over_steps: "nobody stands safely in front of it",
    }.get(room, "no rule keeps it away")
    allowed = room in {Room.unknown, Room.elsewhere, Room.outdoors}
    return ruled("p", "place of a panel", "yes" if allowed else "no", why, citation)


def usual_method(place: Place) -> Method:
    """Name how a new stretch is usually laid in a place: in plastic pipe, unless it hangs.

    Parameters
    ----------
    place : Place
        Where it lies. [-]
    """
    return Method.overhead if place is Place.overhead else Method.pvc40
