"""Which circuits to move so that the legs carry alike: the fewest moves for the best balance, as edits to press."""

from __future__ import annotations

from northspan.core.case.slots import below, free_slots, leg_of
from northspan.core.document.findings import Cure, Edit
from northspan.core.document.job import Job
from northspan.core.document.plan.panel import BalanceMove
from northspan.core.physics.balance import Item, balanced
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.circuits.standing import Standing
from northspan.core.working.sums import count_of, sum_of
from northspan.core.working.worked import whole

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
    Single-pole circuits of full size move to free slots of the other leg, or change places; two halves of a multiwire
    circuit change places with each other. Pinned circuits, half-size devices and two-pole devices stay.
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
    for move in balanced(items, fixed, (room[0], room[1])):
        moved = [groups[i] for i in move.moved]
        count = count_of(len(group) for group in moved)
        if count > MOST_SHOWN:
            break
        edits, words = _edits(job, panel, moved, free)
        cure = Cure(f"Move {words}", tuple(edits)) if edits else None
        text = f"Move {words}: {whole(abs(move.left_a))} A is left" if words else "as it stands"
        found.append(BalanceMove(count, say.fill(text), move.left_a, cure))
    return tuple(found)


def _groups(standing: dict[str, Standing]) -> list[tuple[Standing, ...]]:
    """What moves by itself, and partners that move together."""
    groups: list[tuple[Standing, ...]] = []
    paired: set[str] = set()
    for key, one in standing.items():
        if key in paired or not one.single or not one.one.slots or one.one.half or one.one.pinned:
            continue
        partner = one.one.partner or next((k for k, other in standing.items() if other.one.partner == key), None)
        if partner is None:
            groups.append((one,))
            continue
        other = standing.get(partner)
        paired |= {key, partner}
        whole_pair = other is not None and other.single and other.one.slots and not other.one.half and not other.one.pinned
        if other is not None and whole_pair and one.legs != other.legs:
            groups.append((one, other))
    return groups


def _item(group: tuple[Standing, ...]) -> Item:
    weight = sum_of(one.line_1_a - one.line_2_a for one in group)
    if len(group) > 1:  # they change places: as many go over as come back
        return Item(weight, 0, len(group))
    return Item(weight, 1 if group[0].legs == (1,) else -1, 1)


def _edits(job: Job, panel: str, moved: list[tuple[Standing, ...]], free: tuple[int, ...]) -> tuple[list[Edit], str]:
    """Find a slot for each: pairs change places, the others take free slots or those that the others leave."""
    layout = job.enclosures[panel].layout
    if layout is None:
        return [], ""
    edits: list[Edit] = []
    words: list[str] = []
    singles = [group[0] for group in moved if len(group) == 1]
    left = {leg: [slot for slot in free if leg_of(layout, slot) == leg] for leg in (1, 2)}
    for one in singles:
        left[one.legs[0]].append(one.one.slots[0])
    for one in singles:
        to = left[3 - one.legs[0]].pop(0)
        edits.append(Edit("add", f"/circuits/{one.key}/slots", [to]))
        words.append(f"{one.name or 'the unnamed one'} to {to}")
    for pair in (group for group in moved if len(group) > 1):
        first, second = pair
        edits.append(Edit("add", f"/circuits/{first.key}/slots", list(second.one.slots)))
        edits.append(Edit("add", f"/circuits/{second.key}/slots", list(first.one.slots)))
        words.append(f"{first.name} and {second.name} into each other's places")
    return edits, ", ".join(words)


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
