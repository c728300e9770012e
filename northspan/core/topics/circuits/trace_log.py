"""A tracing log in a job: ways to begin, its rounds with the slots to switch, what the readings say, and the edit that keeps it."""

from __future__ import annotations

from collections.abc import Iterator

from pydantic import JsonValue

from northspan.core.case.case import Case
from northspan.core.document.findings import Cure, Edit, in_a_row
from northspan.core.document.job import Known, PanelLayout, Serves, TraceLog
from northspan.core.document.plan.panel import OutletPlan, RoundPlan, TracePlan
from northspan.core.topics.circuits.directory import line_with, personal, vague
from northspan.core.topics.circuits.standing import Standing
from northspan.core.topics.circuits.tracing import Traced, rounds_for, traced
from northspan.core.working.sums import count_of

CAUTION = (
    "Ask before you switch: medical gear, a freezer, a pump, somebody at work. Mark those to stay on. "
    "An outlet that is off is not dead until it is tested; a second circuit may be in the same box."
)


def trace_plan(case: Case, panel: str, layout: PanelLayout, standing: dict[str, Standing]) -> TracePlan:
    """Lay out the tracing of a panel.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panel : str
        Id of the panel. [-]
    layout : PanelLayout
        Its spaces, and what was seen so far. [-]
    standing : dict
        Its circuits. [A]
    """
    log = layout.trace
    if log is None or not log.rounds:
        return TracePlan(tuple(_ways(panel, standing)), (), (), (), None, CAUTION)
    slot_word = case.rulebook.words.terms.slot
    groups, seen = _groups(log), {str(i): list(one.off) for i, one in enumerate(log.outlets)}
    found = traced(groups, log.rounds, seen)
    alike = {key: group for group in groups for key in group}
    outlets = tuple(_outlet(log, i, found[str(i)], alike, standing, slot_word) for i in range(len(log.outlets)))
    rounds = tuple(RoundPlan(number, off, _switch(off, standing)) for number, off in enumerate(log.rounds, 1))
    return TracePlan((), rounds, outlets, tuple(_unsure(log, outlets, standing, slot_word)), _take(log, outlets, standing), CAUTION)


def _ways(panel: str, standing: dict[str, Standing]) -> Iterator[Cure]:
    groups = switched_together(standing)
    if not groups:
        return
    alone = tuple(tuple(group) for group in groups)
    ways = [("and a wrong reading is found", rounds_for(groups, forgiving=True)),
            ("the fewest; every reading must be right", rounds_for(groups, forgiving=False)), ("one at a time", alone)]  # fmt: skip
    for words, rounds in ways:
        log: dict[str, JsonValue] = {"rounds": [list(off) for off in rounds], "outlets": []}
        count = f"{len(rounds)} {'round' if len(rounds) == 1 else 'rounds'}"
        yield Cure(f"{count}: {words}", (Edit("add", f"/enclosures/{panel}/layout/trace", log),))


def switched_together(standing: dict[str, Standing]) -> list[tuple[str, ...]]:
    """Group the circuits that may be switched: halves of a shared neutral together, those that stay on left out.

    Parameters
    ----------
    standing : dict
        Circuits of a panel. [A]
    """
    partner = {key: one.one.partner for key, one in standing.items() if one.one.partner in standing}
    partner |= {other: key for key, other in list(partner.items()) if other is not None}
    groups: list[tuple[str, ...]] = []
    for key, one in standing.items():
        group = tuple(sorted({key, partner.get(key) or key}))
        may = all(not standing[each].one.stays_on for each in group)
        if one.one.slots and may and group not in groups:
            groups.append(group)
    return groups


def _groups(log: TraceLog) -> list[tuple[str, ...]]:
    """Circuits that are off in the same rounds: the readings cannot tell them apart."""
    words: dict[str, tuple[bool, ...]] = {}
    for key in dict.fromkeys(key for off in log.rounds for key in off):
        words[key] = tuple(key in off for off in log.rounds)
    by_word: dict[tuple[bool, ...], list[str]] = {}
    for key, word in words.items():
        by_word.setdefault(word, []).append(key)
    return [tuple(keys) for keys in by_word.values()]


def _switch(off: tuple[str, ...], standing: dict[str, Standing]) -> str:
    slots = sorted(slot for key in off if key in standing for slot in standing[key].one.slots)
    return f"Off: {in_a_row([str(slot) for slot in slots])}. All others on." if slots else "Nothing is off."


def _outlet(
    log: TraceLog, i: int, found: Traced, alike: dict[str, tuple[str, ...]], standing: dict[str, Standing], slot_word: str
) -> OutletPlan:
    """What the readings of an outlet say. Circuits that are off in the same rounds, as halves of a shared neutral, stay both named."""
    outlet = log.outlets[i]
    seen = outlet.off + (None,) * (len(log.rounds) - len(outlet.off))
    still = count_of(one is None for one in seen)
    if still:
        said = f"{still} {'round' if still == 1 else 'rounds'} to look at yet"
        return OutletPlan(outlet.name, outlet.serves.value, "", said, doubtful=False, open=still)
    if found.circuit is None:
        names = [_name(key, standing, slot_word) if key else "one that stays on" for key in found.maybe]
        return OutletPlan(outlet.name, outlet.serves.value, "", f"{' or '.join(names)}: look again", doubtful=True, open=0)
    if not found.circuit:
        words = "never off: a circuit that stays on, or another panel"
        return OutletPlan(outlet.name, outlet.serves.value, "", words, found.doubtful, 0)
    both = alike[found.circuit]
    if len(both) > 1:
        halves = " or ".join(_name(key, standing, slot_word) for key in both)
        return OutletPlan(outlet.name, outlet.serves.value, "", f"{halves}: they go off together; a tester at the device tells which",
                          found.doubtful, 0, both)  # fmt: skip
    again = [str(n) for n, (off, was) in enumerate(zip(log.rounds, seen, strict=True), 1) if (found.circuit in off) is not was]
    words = _name(found.circuit, standing, slot_word) + (f"; round {in_a_row(again)} was misread" if again else "")
    return OutletPlan(outlet.name, outlet.serves.value, found.circuit, words, found.doubtful, 0)


def _name(key: str, standing: dict[str, Standing], slot_word: str) -> str:
    one = standing.get(key)
    if one is None:
        return "a circuit that is gone"
    slots = " and ".join(str(slot) for slot in one.one.slots)
    return f"{slot_word} {slots}" + (f", {one.name}" if one.name else "") if slots else one.name or "no name"


def _unsure(log: TraceLog, outlets: tuple[OutletPlan, ...], standing: dict[str, Standing], slot_word: str) -> Iterator[str]:
    if not outlets:
        yield "No outlet is written down yet."
        return
    doubtful = count_of(one.doubtful for one in outlets)
    if doubtful:
        yield f"{doubtful} {'outlet has' if doubtful == 1 else 'outlets have'} a reading that cannot be right."
    if not any(one.open for one in outlets):
        named = {one.circuit for one in outlets} | {key for one in outlets for key in one.maybe}
        switched = dict.fromkeys(key for off in log.rounds for key in off)
        silent = [_name(key, standing, slot_word) for key in switched if key in standing and key not in named]
        if silent:
            yield f"No outlet seen for {in_a_row(silent)}."
    for key, one in standing.items():
        rooms = _rooms(log, outlets, key)
        if rooms and one.one.serves not in {Serves.unknown, _room_of(rooms, one.one.serves)}:
            said, written = (words.replace("_", " ") for words in (in_a_row(sorted(room.value for room in rooms)), one.one.serves.value))
            name = _name(key, standing, slot_word)
            yield f"{name}: the outlets are in {said}, and {written} is written down. It stays until you change it."
    later = [_name(key, standing, slot_word) for key, one in standing.items()
             if one.one.slots and not one.one.stays_on and not any(key in off for off in log.rounds)]  # fmt: skip
    if later:
        yield f"Not in the rounds: {in_a_row(later)}. Begin again to have them in."


def _take(log: TraceLog, outlets: tuple[OutletPlan, ...], standing: dict[str, Standing]) -> Cure | None:
    """Write down what the rounds say: circuits are traced, with the room of their outlets where none was noted, and a line that says it."""
    edits: list[Edit] = []
    for key, one in standing.items():
        mine = [log.outlets[i] for i, outlet in enumerate(outlets) if outlet.circuit == key]
        if not mine or one.one.known in {Known.traced, Known.tested}:
            continue
        edits.append(Edit("add", f"/circuits/{key}/known", Known.traced.value))
        serves = _room_of(_rooms(log, outlets, key), one.one.serves)
        if one.one.serves is Serves.unknown and serves is not Serves.unknown:
            edits.append(Edit("add", f"/circuits/{key}/serves", serves.value))
        if one.one.run is None and (vague(one.name) or personal(one.name)):
            names = in_a_row([outlet.name for outlet in mine if outlet.name][:3] or ["outlets"])
            edits.append(Edit("add", f"/circuits/{key}/name", line_with(serves, names)[:80]))
    return Cure("Write it into the circuits", tuple(edits)) if edits else None


def _rooms(log: TraceLog, outlets: tuple[OutletPlan, ...], key: str) -> frozenset[Serves]:
    """Where the outlets of a circuit are, as far as somebody said."""
    return frozenset(log.outlets[i].serves for i, one in enumerate(outlets) if one.circuit == key) - {Serves.unknown}


def _room_of(rooms: frozenset[Serves], noted: Serves) -> Serves:
    """One room, several, or what was noted where nobody said."""
    return next(iter(rooms)) if len(rooms) == 1 else Serves.several if rooms else noted
