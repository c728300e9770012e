"""What both North American codes answer alike."""

from __future__ import annotations

from math import sqrt
from typing import Any

from northspan.core.document.job import Earthing, Grounding, Method, Place, Room, RunKind, Surface, System, Terminals
from northspan.core.physics.device_curves import Curve, inverse_time
from northspan.core.rulebooks.listed_choices import ListedChoices
from northspan.core.rulebooks.questions.common import Guard
from northspan.core.rulebooks.tables import Table
from northspan.core.working.worked import Step, ruled, whole

_PLACES = (
    (Place.buried, "Buried"),
    (Place.indoors, "Indoors"),
    (Place.attic, "Attic"),
    (Place.outdoors, "Outdoors"),
    (Place.overhead, "Overhead"),
)
_TERMINALS = ((Terminals.unmarked, "not marked"), (Terminals.c60, "marked 60 °C"), (Terminals.c75, "marked 75 °C"))
_EARTHINGS = ((Earthing.at_service, "bonded at the service"),)
_GROUNDINGS = (
    (Grounding.equipment_ground, "comes along"),
    (Grounding.legacy_three_wire, "none, old three-wire feed"),
)
WET = frozenset({Place.buried, Place.outdoors, Place.overhead})
ANY_MARK = frozenset(Terminals) - {Terminals.unmarked}
SMALL_A = 100.0  # terminals without a mark stand more above it
CALLS_LEFT_OUT = frozenset({"protective_conductor", "supplementary_bonding", "bonding_raised", "drop_temperature"})


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


def choices(
    methods: tuple[tuple[Method, str], ...],
    surfaces: tuple[tuple[Surface, str], ...],
    words: Table,
    **other: Any,  # noqa: ANN401 - fields of many kinds
) -> ListedChoices:
    """List what may be chosen in North America: methods and surfaces have names of their own in each code, the rest is alike.

    Parameters
    ----------
    methods : tuple of Method and its name
        Wiring methods. [-]
    surfaces : tuple of Surface and its name
        What may be above a trench. [-]
    words : Table
        What the trade there calls things. [-]
    **other : fields of ListedChoices
        What else is of that code alone. [-]
    """
    usual: dict[str, Any] = {"left_out": CALLS_LEFT_OUT, "asked_method": Method.pvc40, "method_in": {Place.overhead: Method.overhead}}
    return ListedChoices(methods, _PLACES, surfaces, _TERMINALS, _EARTHINGS, _GROUNDINGS, words, **(usual | other))


def device_type_of(kind: RunKind, chosen: str) -> str:
    """Give the kind of device of a run: there is only one.

    Parameters
    ----------
    kind : RunKind
        What the run is for. [-]
    chosen : str
        Not asked. [-]
    """
    del kind, chosen
    return ""


def guard_for(kind: RunKind, chosen: str, *, buried: bool, cannot_overload: bool, ring: bool = False, outlets: bool = False) -> Guard:
    """Say what of a run decides how its device and its wire go together: only whether it has outlets for whatever is plugged in.

    Parameters
    ----------
    kind : RunKind
        Not asked. [-]
    chosen : str
        Not asked. [-]
    buried : bool
        Not asked. [-]
    cannot_overload : bool
        Not asked. [-]
    ring : bool
        Not asked: there are none. [-]
    outlets : bool
        Several outlets for whatever is plugged in. [-]
    """
    del kind, chosen, buried, cannot_overload, ring
    return Guard(outlets=outlets)


def cable_end(insulation: str) -> tuple[str, ...]:
    """List what an end of a cable takes where it comes into a can: a connector, whatever the cable.

    Parameters
    ----------
    insulation : str
        Not asked. [-]
    """
    del insulation
    return ("cable_connector",)


def pipe_end(method: Method, wire_area_m2: float, bushed_from_m2: float) -> tuple[str, ...]:
    """List what an end of a pipe takes where it comes into a can.

    Parameters
    ----------
    method : Method
        The pipe: thin-wall connectors bring their locknut, adapters of plastic do not, threaded pipe takes two. [-]
    wire_area_m2 : float
        Of its largest wire. [m²]
    bushed_from_m2 : float
        Wires as large as that, and larger, ask for an insulating bushing. [m²]
    """
    held = {Method.emt: ("connector",), Method.rmc: ("locknut", "locknut")}.get(method, ("connector", "locknut"))
    return (*held, *(("bushing",) if method is Method.rmc or wire_area_m2 >= bushed_from_m2 else ()))


def bonding_goods(*, bonded: bool) -> tuple[str, ...]:
    """List what the bars of a new can take that do not come with it: its bonding screw or strap, or a bar for the grounds.

    Parameters
    ----------
    bonded : bool
        Whether neutral and ground are bonded in it. [-]
    """
    return ("bonding_screw",) if bonded else ("ground_bar",)


def terminal_temperature(
    marking: Terminals, device_a: float, place: str, unmarked: tuple[str, str], honored: frozenset[Terminals] = ANY_MARK
) -> Step:
    """Give the temperature that terminals stand: as they are marked, else 60 °C to 100 A and 75 °C above. [°C]

    Parameters
    ----------
    marking : Terminals
        What they are marked for. [-]
    device_a : float
        The device. [A]
    place : str
        The rule. [-]
    unmarked : tuple of str
        What is said of terminals without a mark, to 100 A and above. [-]
    honored : frozenset of Terminals
        Marks that count; any other is as good as none. [-]

    References
    ----------
    NEC 2023, 110.14(C)(1); CE Code 2021, Rule 4-006(2).

    Examples
    --------
    >>> [terminal_temperature(Terminals.unmarked, amperes, "", ("", "")).value for amperes in (100, 110)]
    [60.0, 75.0]
    """
    words = "terminals at both ends"
    if marking in honored:
        value = float(marking.value)
        return ruled("T_t", words, f"{whole(value)} °C", f"marked {whole(value)} °C", place, value)
    if device_a <= SMALL_A:
        return ruled("T_t", words, "60 °C", unmarked[0], place, 60.0)
    return ruled("T_t", words, "75 °C", unmarked[1], place, 75.0)


def governing(at: int, stretches: int, rule: str) -> tuple[Step, ...]:
    """Say which stretch governs, where there are several.

    Parameters
    ----------
    at : int
        Which. [-]
    stretches : int
        How many. [-]
    rule : str
        The rule. [-]
    """
    if stretches < 2:  # noqa: PLR2004 - one stretch governs itself
        return ()
    return (ruled("s", "stretch that governs", f"{at + 1} of {stretches}", "the least ampacity of all", rule, at + 1),)


def usual_ground_c() -> float:
    """Give how warm the ground is taken, where nobody measured it: the reference of the ampacity tables. [°C]"""
    return 30.0


def device_types() -> tuple[tuple[str, str], ...]:
    """List kinds of devices: there is only one."""
    return ()


def device_curve(device_type: str, rating_a: float) -> Curve:
    """Give the time-current bounds of a device.

    Parameters
    ----------
    device_type : str
        Not asked. [-]
    rating_a : float
        Its rating. [A]
    """
    del device_type
    return inverse_time(rating_a)


def interrupting_ratings() -> tuple[float, ...]:
    """List the interrupting ratings on the shelf. [A]"""
    return (10_000.0, 22_000.0, 42_000.0, 65_000.0, 100_000.0, 200_000.0)
