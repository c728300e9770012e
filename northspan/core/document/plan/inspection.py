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


@dataclass(frozen=True, slots=True)
class ReadingLine:
    """A reading, or one that is wanted: what is measured where, what it should be, its band and limit, what it says, and why.

    Values stand in `unit`. `key` is empty while nobody has read it, and `grade` then.
    """

    key: str
    kind: str
    where: str
    place: str
    words: str
    unit: str
    value: float | None
    expected: float | None
    low: float | None
    high: float | None
    least: float | None
    most: float | None
    grade: str
    why: str
    citation: str
    between: str
    wire: str
    on: tuple[str, ...]
    who: str
    at: str
    note: str
    wanted: bool


@dataclass(frozen=True, slots=True)
class LikelyPlace:
    """Where a bad joint may be: its name, the ohms that are too many, and what heats it. [ohm, W]"""

    words: str
    where: str
    ohm: float
    power_w: float
    joins: bool


@dataclass(frozen=True, slots=True)
class BadPlacePlan:
    """What all readings together say: the verdict, places from the likeliest down, and which reading tells them apart."""

    verdict: str
    places: tuple[LikelyPlace, ...]
    read_next: str
    readings: int


@dataclass(frozen=True, slots=True)
class LeakPlan:
    """What a circuit leaks [mA]; several stand together where they were never switched apart."""

    words: str
    where: str
    leak_ma: float


@dataclass(frozen=True, slots=True)
class KindOffer:
    """Something that can be measured under these rules: its words, its unit, where it is read, and what must be said with it."""

    kind: str
    words: str
    unit: str
    parts: tuple[str, ...]
    needs: tuple[str, ...]
