"""Working and limits as they are shown."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from northspan.core.working.symbols import where
from northspan.core.working.worked import Margin, Step


@dataclass(frozen=True, slots=True)
class WorkLine:
    """A line of working, printed; `where` says what its letters stand for that no line before has brought in."""

    symbol: str
    words: str
    formula: str
    figures: str
    result: str
    unit: str
    citation: str
    kind: str
    where: str = ""


@dataclass(frozen=True, slots=True)
class WorkGroup:
    """The working of one answer, and the answer in words."""

    key: str
    title: str
    answer: str
    lines: tuple[WorkLine, ...]


@dataclass(frozen=True, slots=True)
class MarginShown:
    """A limit: how much is used of how much, and whether it holds."""

    key: str
    words: str
    used: float
    limit: float
    unit: str
    share: float
    citation: str
    advice: bool
    holds: bool
    governs: bool


@lru_cache(maxsize=8192)
def work_lines(steps: tuple[Step, ...]) -> tuple[WorkLine, ...]:
    """Print steps as lines of working.

    Parameters
    ----------
    steps : tuple of Step
        Steps in order. [-]
    """
    lines: list[WorkLine] = []
    known: set[str] = set()
    for s in steps:
        brought = where(s.put_in, s.text, known) if s.put_in else ""
        lines.append(WorkLine(s.symbol, s.words, s.formula, s.figures, s.result, s.unit, s.citation, s.kind, brought))
        known |= {s.symbol, *(symbol for symbol, _ in s.put_in)}
    return tuple(lines)


def margins_shown(margins: tuple[Margin, ...]) -> tuple[MarginShown, ...]:
    """Show limits with the governing one marked: the one with the least room.

    Parameters
    ----------
    margins : tuple of Margin
        Limits that were checked. [-]
    """
    tightest = max(margins, key=lambda margin: margin.share, default=None)
    return tuple(
        MarginShown(m.key, m.words, m.used, m.limit, m.unit, m.share, m.citation, m.advice, m.holds, m is tightest) for m in margins
    )
