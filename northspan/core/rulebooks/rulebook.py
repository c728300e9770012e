"""A national code: the answers to the trade's questions, topic by topic. Physics lives outside it and is shared."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from northspan.core.document.job import Stock
from northspan.core.rulebooks.goods import Good
from northspan.core.rulebooks.questions.ampacities import AmpacityRules
from northspan.core.rulebooks.questions.boxes import BoxRules
from northspan.core.rulebooks.questions.cans import CanRules
from northspan.core.rulebooks.questions.choices import Choices
from northspan.core.rulebooks.questions.devices import DeviceRules
from northspan.core.rulebooks.questions.drops import DropRules
from northspan.core.rulebooks.questions.dwellings import DwellingRules
from northspan.core.rulebooks.questions.electrodes import ElectrodeRules
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
from northspan.core.rulebooks.tested import TestRow
from northspan.core.working.worked import Step

EVERYTHING = Stock()


@dataclass(frozen=True, slots=True, eq=False)
class Rulebook:
    """A code. `not_covered` names what it leaves to others; `loop` is there where it protects by the earth fault loop.

    `goods` are the generic items of the trade there, `looked_at` what inspectors look at and plans forget, `tested` what is
    measured. `stock` is what supply houses have where it is followed; empty: all that is made. `library` names the loads that are
    usually met there.
    """

    id: str
    title: str
    not_covered: tuple[str, ...]
    wires: WireRules
    ampacities: AmpacityRules
    devices: DeviceRules
    taps: TapRules
    drops: DropRules
    pipes: PipeRules
    boxes: BoxRules
    routes: RouteRules
    grounds: GroundRules
    electrodes: ElectrodeRules
    loads: LoadRules
    dwellings: DwellingRules
    supplies: SupplyRules
    panels: PanelRules
    cans: CanRules
    words: Words
    choices: Choices
    loop: LoopRules | None = None
    stock: Stock = EVERYTHING
    library: str = "north_american"
    goods: Mapping[str, Good] = field(default_factory=dict)
    looked_at: Mapping[str, Step] = field(default_factory=dict)
    tested: Mapping[str, TestRow] = field(default_factory=dict)
