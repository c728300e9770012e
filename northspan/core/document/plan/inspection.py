"""The checklist of a job as it is shown: its lines in the order in which one walks the property, visit by visit."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class CheckLine:
    """A line: the very thing, the figure it must meet, why and by which rule, where it is, and what was said of it.

    `unit`, `least` and `most` are there where something is read. `state` is open, right, not_right, not_seen or changed: the
    plan has changed what the line says since somebody answered.
    """

    key: str
    number: int
    visit: str
    place: str
    where: str
    words: str
    figure: str
    why: str
    citation: str
    unit: str
    least: float | None
    most: float | None
    state: str
    note: str
    reading: float | None
    grade: str
    who: str
    at: str
    stood: str


@dataclass(frozen=True, slots=True)
class VisitLooked:
    """A visit: its name, how many lines it has, how many are answered, what is not right, and whether it is over."""

    kind: str
    words: str
    lines: int
    open: int
    wrong: int
    over: str
