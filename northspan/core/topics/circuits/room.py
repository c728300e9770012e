"""Room in a panel: what still fits, whether what is to come does, and what gives more."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.case.slots import below, free_slots, leg_of
from northspan.core.document.findings import Cure, Edit, Finding, Severity
from northspan.core.document.job import PanelLayout
from northspan.core.document.plan.panel import RoomWay
from northspan.core.topics.circuits.standing import Standing
from northspan.core.working.sums import count_of

SIZES = (4, 6, 8, 12, 16, 20, 24, 30, 32, 40, 42, 54, 60, 66, 84)


def pairs_free(layout: PanelLayout, free: tuple[int, ...]) -> int:
    """Count how many devices of two poles fit into free slots at once, each across both legs. [-]

    Parameters
    ----------
    layout : PanelLayout
        The panel's spaces. [-]
    free : tuple of int
        Free slots. [-]

    Notes
    -----
    Down a column, the first free slot with a free one under it takes the pair: no other choice leaves more.
    """
    left, count = set(free), 0
    for slot in free:
        under = below(layout, slot)
        if slot in left and under in left and leg_of(layout, slot) != leg_of(layout, under):
            left -= {slot, under}
            count += 1
    return count


def halves_free(layout: PanelLayout, standing: dict[str, Standing], free: tuple[int, ...]) -> int:
    """Count the half-size places beyond one for each free slot: the second in a free slot, and the open one beside a half. [-]

    Parameters
    ----------
    layout : PanelLayout
        The panel's spaces. [-]
    standing : dict
        Its circuits. [A]
    free : tuple of int
        Free slots. [-]
    """
    halves = [slot for one in standing.values() if one.one.half for slot in one.one.slots]
    return count_of(1 for slot in layout.half_slots if slot in free or halves.count(slot) == 1)


def fits(layout: PanelLayout, standing: dict[str, Standing], free: tuple[int, ...], single: int, two_pole: int) -> bool:
    """Tell whether so many circuits find room together.

    Parameters
    ----------
    layout : PanelLayout
        The panel's spaces. [-]
    standing : dict
        Its circuits. [A]
    free : tuple of int
        Free slots. [-]
    single : int
        Circuits of one pole that are to come. [-]
    two_pole : int
        Circuits of two poles that are to come. [-]
    """
    poles = single + 2 * two_pole + count_of(one.poles for one in standing.values() if one.one.slots) + len(layout.main_slots)
    if layout.most_poles is not None and poles > layout.most_poles:
        return False
    one_line = all(leg_of(layout, slot) == 1 for slot in range(1, layout.spaces + 1))
    if one_line:
        return single + two_pole <= len(free)
    return two_pole <= pairs_free(layout, free) and single + 2 * two_pole <= len(free) + halves_free(layout, standing, free)


def more_room(case: Case, panel: str, layout: PanelLayout, standing: dict[str, Standing]) -> Iterator[RoomWay]:
    """List ways to more room, with what they give and cost.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panel : str
        Id of the panel. [-]
    layout : PanelLayout
        Its spaces. [-]
    standing : dict
        Its circuits. [A]
    """
    prices, free, say = case.job.prices, free_slots(case.job, panel), case.rulebook.words
    halves = halves_free(layout, standing, free)
    if halves:
        yield RoomWay("Half-size devices where its label allows them", f"{halves} more", None, None)
    larger = next((size for size in SIZES if size > layout.spaces and size % layout.columns == 0), None)
    if larger is not None:
        cost = prices.panel_each + larger * prices.panel_per_space
        cure = Cure(f"Draw it with {larger} {say.terms.spaces}", (Edit("add", f"/enclosures/{panel}/layout/spaces", larger),))
        yield RoomWay(say.fill(f"A {{panel}} of {larger} {{spaces}} in its place"), f"{larger - layout.spaces} more", cost, cure)
    two = 2 if layout.columns > 1 else 1
    second = 12
    if len(free) >= two and (two == 1 or pairs_free(layout, free)):
        cost = prices.panel_each + second * prices.panel_per_space
        words = f"A second {{panel}} of {second} beside it, fed from {two} of its {{spaces}}"
        yield RoomWay(say.fill(words), f"{second - two} more", cost, None)


def room_checks(case: Case, panel: str, layout: PanelLayout, standing: dict[str, Standing]) -> Iterator[Finding]:
    """Say when what is to come finds no room.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panel : str
        Id of the panel. [-]
    layout : PanelLayout
        Its spaces. [-]
    standing : dict
        Its circuits. [A]
    """
    single, two_pole = layout.to_come_single, layout.to_come_two_pole
    free = free_slots(case.job, panel)
    if not (single or two_pole) or fits(layout, standing, free, single, two_pole):
        return
    wanted = " and ".join(f"{count} of {words}" for count, words in ((single, "one pole"), (two_pole, "two poles")) if count)
    ways = list(more_room(case, panel, layout, standing))
    cures = tuple(way.cure for way in ways if way.cure is not None)
    text = f"{case.job.enclosures[panel].name}: no room for the circuits to come, {wanted}."
    why = "; ".join(f"{way.words}: {way.gives}" for way in ways) + "."
    yield Finding("no-room-to-come", Severity.check, f"/enclosures/{panel}/layout/to_come_single", text, why, "job", cures)
