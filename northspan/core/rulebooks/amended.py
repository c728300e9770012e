"""A code with what a locality asks beyond it: where that governs, the working says whose word it is."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any

from northspan.core.document.job import Amendment, Segment
from northspan.core.rulebooks.questions.common import RunFacts
from northspan.core.rulebooks.questions.routes import RouteRules
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.working.worked import Worked, ruled


@dataclass(frozen=True)
class AmendedRoutes:
    """Rules of routes with a cover that is never less than a locality asks; all else is the code's."""

    code: RouteRules
    cover_least: Amendment
    asked: str

    def cover(self, segment: Segment, run: RunFacts, device_a: float | None) -> Worked[float | None]:
        """Give the least cover: the code's, or that of the locality where it is more. [m]"""
        found = self.code.cover(segment, run, device_a)
        if found.value is None or found.value >= self.cover_least.value_m:
            return found
        whose = ", ".join(words for words in (self.cover_least.whose or "the locality", self.cover_least.when) if words)
        why = self.cover_least.why or "the locality asks more than the code"
        local = ruled("d_local", "cover here", f"{self.asked} at least", why, f"local: {whose}", self.cover_least.value_m)
        return Worked(self.cover_least.value_m, (*found.steps, local))

    def __getattr__(self, name: str) -> Any:  # noqa: ANN401 - whatever the code answers
        return getattr(self.code, name)


def amended(book: Rulebook, cover_least: Amendment) -> Rulebook:
    """Give a code with what a locality asks.

    Parameters
    ----------
    book : Rulebook
        The code. [-]
    cover_least : Amendment
        Its least cover. [m]
    """
    routes: Any = AmendedRoutes(book.routes, cover_least, book.words.depth_text(cover_least.value_m))
    return replace(book, routes=routes)
