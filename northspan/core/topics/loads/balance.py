"""Legs that carry unevenly: which loads to move to the other leg, where that takes much off the heavier one."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.document.findings import Cure, Edit, Finding, Severity
from northspan.core.document.job import Across, Status
from northspan.core.physics.balance import fewest_moves
from northspan.core.topics.loads.run_load import load_behind, voltages_at
from northspan.core.working.errors import OutsideTable
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import whole

WORTH_A, WORTH_SHARE = 5.0, 0.1  # below either nobody moves a circuit for it
NEAR_A = 1.0  # a move more for less than this is not worth it
_LEGS = {Across.l1_neutral: Across.l2_neutral, Across.l2_neutral: Across.l1_neutral}


def uneven_legs(case: Case) -> Iterator[Finding]:
    """Say of each panel whose legs carry unevenly what the heavier leg costs, and which loads to move.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    """
    placed = {load for one in case.job.circuits.values() if len(one.slots) == 1 for load in one.loads}  # their slot is moved, not they
    for key, enclosure in case.job.enclosures.items():
        feeding = case.tree.feeding.get(key)
        here = {k: load for k, load in case.job.loads.items()
                if load.enclosure == key and k not in placed and load.across in _LEGS and load.status is not Status.remove}  # fmt: skip
        line_v, neutral_v = voltages_at(case.tree, key, case.rulebook.supplies)
        if not here or feeding is None or enclosure.status is Status.remove or neutral_v >= line_v:
            continue
        try:
            legs = load_behind(case, feeding).value
        except OutsideTable:  # the load's own finding says so
            continue
        if legs is None:
            continue
        weights = [load.power_va / neutral_v for load in here.values()]
        on_first = [load.across is Across.l1_neutral for load in here.values()]
        uneven = legs.line_1_a - legs.line_2_a
        fixed = uneven - sum_of(weight if first else -weight for weight, first in zip(weights, on_first, strict=True))
        moves = fewest_moves(weights, on_first, fixed)
        move = next(move for move in moves if move.left_a <= moves[-1].left_a + NEAR_A)
        heavier, off = max(legs.line_1_a, legs.line_2_a), (abs(uneven) - move.left_a) / 2
        if off < max(WORTH_A, WORTH_SHARE * heavier):
            continue
        keys = list(here)
        names = " and ".join(here[keys[i]].name for i in move.moved)
        cure = Cure(f"Move {names} to the other leg",
                    tuple(Edit("add", f"/loads/{keys[i]}/across", _LEGS[here[keys[i]].across].value) for i in move.moved))  # fmt: skip
        yield Finding(
            "legs-uneven",
            Severity.note,
            f"/enclosures/{key}",
            f"{enclosure.name}: {whole(legs.line_1_a)} A on leg 1, {whole(legs.line_2_a)} A on leg 2.",
            f"The heavier leg decides wire, device and drop. Moved, it carries {whole(heavier - off)} A.",
            "connected load",
            (cure,),
            step="loads",
        )
