"""The rules of a code that sizing asks; it can ask no others."""

from __future__ import annotations

from collections.abc import Hashable
from typing import Protocol

from northspan.core.rulebooks.questions.ampacities import AmpacityRules
from northspan.core.rulebooks.questions.choices import Choices
from northspan.core.rulebooks.questions.devices import DeviceRules
from northspan.core.rulebooks.questions.drops import DropRules
from northspan.core.rulebooks.questions.dwellings import DwellingRules
from northspan.core.rulebooks.questions.grounds import GroundRules
from northspan.core.rulebooks.questions.loads import LoadRules
from northspan.core.rulebooks.questions.loop import LoopRules
from northspan.core.rulebooks.questions.panels import PanelRules
from northspan.core.rulebooks.questions.pipes import PipeRules
from northspan.core.rulebooks.questions.routes import RouteRules
from northspan.core.rulebooks.questions.supplies import SupplyRules
from northspan.core.rulebooks.questions.taps import TapRules
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.rulebooks.questions.words import Words


class SizingRules(Hashable, Protocol):
    """The rules of a code that sizing asks; it can ask no others."""

    @property
    def ampacities(self) -> AmpacityRules:
        """Ampacities."""

    @property
    def choices(self) -> Choices:
        """What may be chosen."""

    @property
    def devices(self) -> DeviceRules:
        """Overcurrent devices."""

    @property
    def drops(self) -> DropRules:
        """Resistances and drop."""

    @property
    def dwellings(self) -> DwellingRules:
        """Loads of dwellings."""

    @property
    def grounds(self) -> GroundRules:
        """Grounds, neutrals, and where they are bonded."""

    @property
    def loads(self) -> LoadRules:
        """How loads count."""

    @property
    def panels(self) -> PanelRules:
        """Panels."""

    @property
    def pipes(self) -> PipeRules:
        """Pipes and their room."""

    @property
    def routes(self) -> RouteRules:
        """Ways and trenches."""

    @property
    def supplies(self) -> SupplyRules:
        """What supplies are like."""

    @property
    def taps(self) -> TapRules:
        """Taps."""

    @property
    def wires(self) -> WireRules:
        """Which wires there are."""

    @property
    def words(self) -> Words:
        """How things are called."""

    @property
    def loop(self) -> LoopRules | None:
        """The earth fault loop, where the code protects by it."""
