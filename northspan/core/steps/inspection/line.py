"""A line of the checklist before anybody answered it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from northspan.core.case.case import Case
from northspan.core.document.job import VisitKind
from northspan.core.working.worked import Step


@dataclass(frozen=True, slots=True)
class Looked:
    """Something that is looked at: in which visit, of which part, the very thing, its figure, why and by which rule.

    `unit`, `least` and `most` are there where something is read: between those it is right.
    """

    visit: VisitKind
    kind: str
    where: str
    words: str
    figure: str
    why: str
    citation: str
    unit: str = ""
    least: float | None = None
    most: float | None = None

    @property
    def key(self) -> str:
        """What the line is known by: visit, kind and part, so that an answer stays with it."""
        return f"{self.visit.value}:{self.kind}:{self.where}"


def habit(case: Case, visit: VisitKind, kind: str, where: str, name: str) -> Iterator[Looked]:
    """Give the line of what is looked at by habit; nothing where the trade does not know it.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    visit : VisitKind
        The visit. [-]
    kind : str
        What is looked at, a row of the table. [-]
    where : str
        The part, as JSON Pointer. [-]
    name : str
        The part, by name. [-]
    """
    step = case.rulebook.looked_at.get(kind)
    if step is not None:
        yield by_step(visit, kind, where, f"{name}: {step.words}", step)


def by_step(visit: VisitKind, kind: str, where: str, words: str, step: Step) -> Looked:
    """Make a line of a step of working: its result is the figure.

    Parameters
    ----------
    visit : VisitKind
        The visit. [-]
    kind : str
        A short name. [-]
    where : str
        The part, as JSON Pointer. [-]
    words : str
        The very thing. [-]
    step : Step
        What it must meet. [-]
    """
    return Looked(visit, kind, where, words, step.result, step.text, step.citation)
