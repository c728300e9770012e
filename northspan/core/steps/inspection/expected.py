"""What a meter should show: the value, the band around it, the limit of the code; and what a reading says of that."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from northspan.core.case.worked import WorkedJob
from northspan.core.document.job import Measured, TestKind
from northspan.core.rulebooks.tested import TestRow
from northspan.core.working.errors import InvalidJob
from northspan.core.working.worked import Step

EDGE = 0.25  # a reading that is out of its band by less than this share of it is looked at again before it is believed
YES_NO = frozenset({TestKind.polarity, TestKind.residual_half, TestKind.residual_button})


class Grade(StrEnum):
    """What a reading says: within its band, a little or far out of it, or against the limit of the code."""

    ok = "ok"
    high = "high"
    low = "low"
    look = "look"
    fail = "fail"


@dataclass(frozen=True, slots=True)
class Expected:
    """What a meter should show: value and band from the plan, limits of the code, unit, why, and the working. [unit of the row]"""

    row: TestRow
    value: float | None = None
    low: float | None = None
    high: float | None = None
    least: float | None = None
    most: float | None = None
    why: str = ""
    citation: str = ""
    steps: tuple[Step, ...] = ()
    look_below: float | None = None


_PARTS = {
    "/runs/": (TestKind.continuity, TestKind.insulation, TestKind.amperes, TestKind.ring_line, TestKind.ring_neutral, TestKind.ring_ground,
               TestKind.ring_cross_neutral, TestKind.ring_cross_ground),
    "/enclosures/": (TestKind.volts, TestKind.loop, TestKind.prospective),
}  # fmt: skip


def check_where(whole: WorkedJob, one: Measured) -> None:
    """Refuse a reading of what is not there, or one that does not say enough.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    one : Measured
        The reading. [-]

    Raises
    ------
    InvalidJob
        With what is missing.
    """
    _, table, key = one.where.split("/")
    if key not in getattr(whole.job, table):
        raise InvalidJob("/reading/where", f"there is no {key} in {table}.", "Name a part of the job.")
    for start, kinds in _PARTS.items():
        if one.kind in kinds and not one.where.startswith(start):
            raise InvalidJob("/reading/where", f"{one.kind.value} is read at one of the {start.strip('/')}.", "Name one of those.")
    if one.kind is TestKind.earth and not one.where.startswith(("/electrodes/", "/buildings/")):
        raise InvalidJob("/reading/where", "earth is read at an electrode, or at all of a building.", "Name one of those.")
    _check_said(whole, one)


def holds(whole: WorkedJob, one: Measured) -> bool:
    """Tell whether a reading still speaks of something that the job has, and that its trade measures.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    one : Measured
        The reading. [-]
    """
    try:
        check_where(whole, one)
    except InvalidJob:
        return False
    return one.kind.value in whole.case.rulebook.tested


def _check_said(whole: WorkedJob, one: Measured) -> None:
    """Refuse a reading that does not say enough."""
    if one.kind is TestKind.volts and not one.between:
        raise InvalidJob("/reading/between", "it must say from where to where.", "Such as L1-N.")
    same = bool(one.between) and len(set(one.between.split("-"))) == 1
    if same != (one.to is not None) or (one.to is not None and one.to not in whole.job.enclosures):
        raise InvalidJob(
            "/reading/to", "the same wire is read from one can to another.", "Name the can of the second tip, and one wire: N-N."
        )
    if one.kind is TestKind.amperes and not one.wire:
        raise InvalidJob("/reading/wire", "it must say through which wire.", "L1, L2, N or G.")
    known = {*whole.job.loads, *whole.job.circuits, *whole.job.runs}  # a load that was typed for a run goes by the run
    unknown = next((key for key in one.on if key not in known), None)
    if unknown is not None:
        raise InvalidJob("/reading/on", f"there is no load or circuit {unknown}.", "Name those that were on.")
    if one.kind in {TestKind.torque, TestKind.temperature} and one.wanted is None:
        raise InvalidJob("/reading/wanted", "it must say what it is held against.", "The label's torque; how warm its like is.")
    if one.kind in YES_NO and one.value not in {0, 1}:
        raise InvalidJob("/reading/value", "it is right or not.", "1 or 0.")


def grade_of(one: Measured, said: Expected) -> Grade:
    """Say what a reading says.

    Parameters
    ----------
    one : Measured
        The reading. [-]
    said : Expected
        What it should be. [-]
    """
    value = one.value
    if (said.least is not None and value < said.least - 1e-9) or (said.most is not None and value > said.most + 1e-9):
        return Grade.fail
    if said.look_below is not None and value < said.look_below:
        return Grade.look
    low, high = said.low, said.high
    edge = EDGE * (high - low) if low is not None and high is not None else 0.0
    if high is not None and value > high * (1 + 1e-9):
        return Grade.look if value <= high + edge else Grade.high
    if low is not None and value < low * (1 - 1e-9):
        return Grade.look if value >= low - edge else Grade.low
    return Grade.ok
