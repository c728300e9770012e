"""The directory of a panel: lines that name room and use, and nothing that changes with who lives there."""

from __future__ import annotations

import re

from northspan.core.document.job import CircuitUse, Serves
from northspan.core.topics.circuits.standing import Standing

_ROOMS: dict[Serves, str] = {
    **{one: one.value.replace("_", " ").capitalize() for one in Serves if one not in {Serves.unknown, Serves.several}},
    Serves.several: "Several rooms",
}
_USES: dict[CircuitUse, str] = {CircuitUse.outlets: "{receptacles}", CircuitUse.lighting: "lighting", CircuitUse.fixed: "fixed appliance",
         CircuitUse.single_outlet: "one outlet", CircuitUse.panel: "{panel}"}  # fmt: skip
_PERSON = re.compile(r"\b(?!(?:today|men|women|children)\b)[A-Za-z]+['’]s\b|\b(?:mom|dad|mum|baby|nursery|guest)\b", re.IGNORECASE)
_VAGUE = frozenset({"", "?", "misc", "plugs", "lights", "outlets", "sockets", "general", "spare", "unknown", "other", "stuff", "house"})


def line_of(one: Standing) -> str:
    """Write the line of a circuit: room and use, and its own name where that says more.

    Parameters
    ----------
    one : Standing
        The circuit. [-]
    """
    room, use = _ROOMS.get(one.one.serves, ""), _USES.get(one.one.use, "")
    made = ": ".join(part for part in (room, use) if part)
    if room and not personal(one.name) and one.name.lower().startswith(room.lower()):
        return one.name
    name = "" if personal(one.name) or vague(one.name) else one.name
    if name and room and one.one.use is CircuitUse.fixed:
        return f"{room}: {name}"
    if not made:
        return name or "unknown"
    return f"{made}, {name}" if name and name.lower() not in made.lower() else made


def line_with(serves: Serves, name: str) -> str:
    """Write a line from a room and what is in it.

    Parameters
    ----------
    serves : Serves
        The room. [-]
    name : str
        What is in it. [-]

    Examples
    --------
    >>> line_with(Serves.kitchen, "counter by the window"), line_with(Serves.unknown, "door bell")
    ('Kitchen: counter by the window', 'door bell')
    """
    room = _ROOMS.get(serves, "")
    return f"{room}: {name}" if room else name


def personal(name: str) -> bool:
    """Tell whether a line names a person, or what a room is only for now.

    Parameters
    ----------
    name : str
        As it is written. [-]

    Examples
    --------
    >>> personal("Bob's room"), personal("Bedroom over the garage")
    (True, False)
    """
    return bool(_PERSON.search(name))


def vague(name: str) -> bool:
    """Tell whether a line says nothing that finds the circuit.

    Parameters
    ----------
    name : str
        As it is written. [-]

    Examples
    --------
    >>> vague("Plugs"), vague("Kitchen counter, window side")
    (True, False)
    """
    return name.strip().lower().rstrip(".") in _VAGUE
