"""The directory of a panel: lines that name room and use, and nothing that changes with who lives there."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping

from northspan.core.document.job import CircuitUse, Feeds, PanelLayout, Serves
from northspan.core.document.plan.panel import DirectoryRow
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.circuits.standing import Standing
from northspan.core.topics.sizing.run import SizedRun

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
    if one.one.feeds is not Feeds.unknown and one.one.use is not CircuitUse.outlets and (vague(one.name) or personal(one.name)):
        thing = one.one.feeds.value.replace("_", " ")
        return f"{room}: {thing}" if room else thing.capitalize()
    name = "" if personal(one.name) or vague(one.name) else one.name
    if name and room and one.one.use is CircuitUse.fixed:
        return f"{room}: {name}"
    if not made:
        return name or "unknown"
    return f"{made}, {name}" if name and name.lower() not in made.lower() else made


def directory_rows(
    layout: PanelLayout,
    standing: dict[str, Standing],
    sized: Mapping[str, SizedRun],
    free: tuple[int, ...],
    open_: tuple[tuple[int, str], ...],
    say: Words,
) -> Iterator[DirectoryRow]:
    """Write the directory of a panel: circuits by their places, open halves, and what is spare.

    Parameters
    ----------
    layout : PanelLayout
        Its spaces. [-]
    standing : dict
        Its circuits. [A]
    sized : mapping
        Runs by id: what is the circuit of one says its device itself. [-]
    free : tuple of int
        Its free spaces. [-]
    open_ : tuple
        Places for a half-size device that are open beside another: the space, and which half. [-]
    say : Words
        How the trade says it. [-]
    """
    rows: list[tuple[tuple[float, str], DirectoryRow]] = []
    for one in standing.values():
        slots = ", ".join(str(slot) for slot in one.one.slots) or "none"
        at = (float(min(one.one.slots, default=999)), one.one.half)
        wire = f"{say.size_name(one.size)} {say.metal_name(one.metal)}" if one.size else ""
        line = one.name if one.one.run else say.fill(line_of(one))
        device = f"{one.rating_a:g} A" if one.rating_a else ""
        run = sized.get(one.one.run or "")
        residual_ma = one.one.residual_ma or (run.question.run.residual_ma if run else None)
        residual = f"{residual_ma:g} mA" if residual_ma else ""
        curve = one.one.curve or (run.question.guard.device_type if run else "")
        if not residual and one.one.group and one.one.group <= len(layout.groups):
            group = layout.groups[one.one.group - 1]
            residual = f"{group.residual_ma:g} mA, {group.name}"
        points = "" if one.one.points is None else f"{one.one.points}"
        rows.append((at, DirectoryRow("circuit", f"{slots}{one.one.half}", line, device, wire, curve, residual, points,
                                      _marks(one, standing))))  # fmt: skip
    rows += [((float(slot), half), DirectoryRow("open", f"{slot}{half}", "open, for a half-size device", "", "", "", "", "", ""))
             for slot, half in open_]  # fmt: skip
    yield from (row for _, row in sorted(rows, key=lambda one: one[0]))
    if free:
        yield DirectoryRow("spare", ", ".join(str(slot) for slot in free), "spare", "", "", "", "", "", "")


def _marks(one: Standing, standing: dict[str, Standing]) -> str:
    """What one must know before a hand goes in: a neutral that is shared, power that comes in, what is never off."""
    partner = one.one.partner or next((key for key, other in standing.items() if other.one.partner == one.key), "")
    other = standing.get(partner)
    said = []
    if other is not None:
        there = ", ".join(str(slot) for slot in other.one.slots) or other.name
        said.append(f"neutral shared with {there}{other.one.half}: both off")
    said += ["power comes in here"] if one.one.source else []
    said += ["never off without asking"] if one.one.stays_on else []
    return "; ".join(said)


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
