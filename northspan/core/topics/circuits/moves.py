"""Which circuits to move so that the legs carry alike: the fewest moves for the best balance, as edits to press."""

from __future__ import annotations

from northspan.core.case.slots import below, free_slots, leg_of
from northspan.core.document.findings import Cure, Edit
from northspan.core.document.job import Across, Job, PanelLayout
from northspan.core.document.plan.panel import BalanceMove
from northspan.core.physics.balance import Item, balanced
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.circuits.standing import Standing
from northspan.core.working.sums import count_of, sum_of
from northspan.core.working.worked import whole

LEAST_TURNED_A = 0.5
MOST_SHOWN = 6  # more moves than this nobody makes for a few amperes


def balance_moves(job: Job, panel: str, standing: dict[str, Standing], say: Words) -> tuple[BalanceMove, ...]:
    """Work the curve of moves against unbalance of a panel, each as an edit.

    Parameters
    ----------
    job : Job
        The job. [-]
    panel : str
        Id of the panel. [-]
    standing : dict
        Its circuits. [A]
    say : Words
        How the trade says it. [-]

    Notes
    -----
    Single-pole circuits of full size move to free slots of the other leg, or change places; half-size ones to open places beside
    another, or change places among themselves; two halves of a multiwire circuit change places with each other; a device of two
    poles that carries more on one leg gets its two wires changed over. Pinned circuits stay.
    """
    layout = job.enclosures[panel].layout
    if layout is None:
        return ()
    groups = _groups(standing)
    items = [_item(group) for group in groups]
    fixed = sum_of(one.line_1_a - one.line_2_a for one in standing.values()) - sum_of(item.weight_a for item in items)
    free = free_slots(job, panel)
    room = tuple(count_of(leg_of(layout, slot) == leg for slot in free) for leg in (1, 2))
    found = []
    open_ = open_halves(layout, standing)
    half_room = tuple(count_of(leg_of(layout, slot) == leg for slot, _ in open_) for leg in (1, 2))
    for move in balanced(items, fixed, (room[0], room[1]), half_room=(half_room[0], half_room[1]), most_moves=MOST_SHOWN):
        moved = [groups[i] for i in move.moved]
        count = count_of(len(group) for group in moved)
        if count > MOST_SHOWN:
            break
        edits, words = _edits(job, panel, moved, free, open_)
        cure = Cure(f"Move {words}", tuple(edits)) if edits else None
        near = f", within {whole(move.within_a)} A of the least" if move.rounded else ""
        text = f"Move {words}: {whole(abs(move.left_a))} A is left{near}" if words else "as it stands"
        found.append(BalanceMove(count, say.fill(text), move.left_a, cure))
    return tuple(found)


def open_halves(layout: PanelLayout, standing: dict[str, Standing]) -> tuple[tuple[int, str], ...]:
    """List the places for a half-size device that are open beside another, each by its slot and half.

    Parameters
    ----------
    layout : PanelLayout
        The spaces of the panel. [-]
    standing : dict
        Its circuits. [A]
    """
    taken = {(slot, one.one.half) for one in standing.values() if one.one.half for slot in one.one.slots}
    beside = {"a": "b", "b": "a"}
    return tuple(sorted((slot, beside[half]) for slot, half in taken
                        if slot in layout.half_slots and (slot, beside[half]) not in taken))  # fmt: skip


def _groups(standing: dict[str, Standing]) -> list[tuple[Standing, ...]]:
    """What moves by itself, and partners that move together."""
    groups: list[tuple[Standing, ...]] = []
    paired: set[str] = set()
    for key, one in standing.items():
        if key in paired or not one.one.slots or one.one.pinned:
            continue
        if not one.single:
            groups += [(one,)] if _turns(one) else []
            continue
        partner = one.one.partner or next((k for k, other in standing.items() if other.one.partner == key), None)
        if partner is None:
            groups.append((one,))
            continue
        other = standing.get(partner)
        paired |= {key, partner}
        whole_pair = other is not None and other.single and other.one.slots and not other.one.pinned
        if other is not None and whole_pair and one.legs != other.legs and one.one.half == other.one.half == "":
            groups.append((one, other))
    return groups


def _turns(one: Standing) -> bool:
    """Whether the two wires of a device of two poles can be changed over so that the legs gain by it."""
    return one.one.run is None and bool(one.one.loads) and len(one.legs) > 1 and abs(one.line_1_a - one.line_2_a) > LEAST_TURNED_A


def _item(group: tuple[Standing, ...]) -> Item:
    weight = sum_of(one.line_1_a - one.line_2_a for one in group)
    if len(group) > 1:  # they change places: as many go over as come back
        return Item(weight, 0, len(group))
    if not group[0].single:
        return Item(weight, 0, 1)
    place = 1 if group[0].legs == (1,) else -1
    return Item(weight, 0, 1, place) if group[0].one.half else Item(weight, place, 1)


def _edits(
    job: Job, panel: str, moved: list[tuple[Standing, ...]], free: tuple[int, ...], open_: tuple[tuple[int, str], ...]
) -> tuple[list[Edit], str]:
    """Find a place for each: pairs change places, the others take what is free or what the others leave."""
    layout = job.enclosures[panel].layout
    if layout is None:
        return [], ""
    edits: list[Edit] = []
    words: list[str] = []
    for half in (False, True):
        singles = [group[0] for group in moved if len(group) == 1 and group[0].single and bool(group[0].one.half) is half]
        places = list(open_) if half else [(slot, "") for slot in free]
        left = {leg: [place for place in places if leg_of(layout, place[0]) == leg] for leg in (1, 2)}
        for one in singles:
            left[one.legs[0]].append((one.one.slots[0], one.one.half))
        for one in singles:
            slot, at = left[3 - one.legs[0]].pop(0)
            edits.append(Edit("add", f"/circuits/{one.key}/slots", [slot]))
            edits += [Edit("add", f"/circuits/{one.key}/half", at)] if half else []
            words.append(f"{one.name or 'the unnamed one'} to {slot}{at}")
    for pair in (group for group in moved if len(group) > 1):
        first, second = pair
        edits.append(Edit("add", f"/circuits/{first.key}/slots", list(second.one.slots)))
        edits.append(Edit("add", f"/circuits/{second.key}/slots", list(first.one.slots)))
        words.append(f"{first.name} and {second.name} into each other's places")
    for one in (group[0] for group in moved if not group[0].single):
        edits += _turned(job, one)
        words.append(f"the two wires of {one.name or 'the unnamed one'} to each other's terminal")
    return edits, ", ".join(words)


def _turned(job: Job, one: Standing) -> list[Edit]:
    """What was on one leg of a device of two poles is on the other."""
    other = {Across.l1_neutral: Across.l2_neutral, Across.l2_neutral: Across.l1_neutral}
    return [Edit("add", f"/loads/{key}/across", other[job.loads[key].across].value)
            for key in one.one.loads if key in job.loads and job.loads[key].across in other]  # fmt: skip


def best_slot(job: Job, panel: str, standing: dict[str, Standing], poles: int, load_a: float) -> tuple[int, ...]:
    """Find the free slots that keep the legs closest for what has no place yet; empty where there is no room.

    Parameters
    ----------
    job : Job
        The job. [-]
    panel : str
        Id of the panel. [-]
    standing : dict
        Its circuits. [A]
    poles : int
        Poles of its device. [-]
    load_a : float
        Its load. [A]
    """
    layout = job.enclosures[panel].layout
    if layout is None:
        return ()
    free = free_slots(job, panel)
    if poles > 1:
        return next(((slot, below(layout, slot)) for slot in free
                     if below(layout, slot) in free and leg_of(layout, slot) != leg_of(layout, below(layout, slot))), ())  # fmt: skip
    uneven = sum_of(one.line_1_a - one.line_2_a for one in standing.values())
    best = min(free, key=lambda slot: (abs(uneven + (load_a if leg_of(layout, slot) == 1 else -load_a)), slot), default=None)
    return (best,) if best is not None else ()
