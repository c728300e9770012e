"""The rules of a code that routes and pulls ask; they can ask no others."""

from __future__ import annotations

from collections.abc import Hashable
from typing import Protocol

from northspan.core.rulebooks.questions.boxes import BoxRules
from northspan.core.rulebooks.questions.pipes import PipeRules
from northspan.core.rulebooks.questions.routes import RouteRules
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.rulebooks.questions.words import Words


class PullRules(Hashable, Protocol):
    """The rules of a code that routes and pulls ask; they can ask no others."""

    @property
    def boxes(self) -> BoxRules:
        """Boxes and bodies."""

    @property
    def pipes(self) -> PipeRules:
        """Pipes and their room."""

    @property
    def routes(self) -> RouteRules:
        """Ways and trenches."""

    @property
    def wires(self) -> WireRules:
        """Which wires there are."""

    @property
    def words(self) -> Words:
        """How things are called."""
