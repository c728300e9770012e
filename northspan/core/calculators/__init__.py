"""Calculators: one question of the trade each, by name."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from pydantic import BaseModel

from northspan.core.calculators import (
    along,
    bench,
    bond,
    dwelling,
    earth,
    earthing,
    grounding,
    protection,
    pulling,
    route,
    rules,
    site,
    supply,
    wire,
)
from northspan.core.calculators.answer import Answer, Question
from northspan.core.calculators.feeder import FeederAnswer, FeederQuestion, feeder

__all__ = ["CALCULATORS", "Answer", "Calculator", "FeederAnswer", "FeederQuestion", "Question"]


@dataclass(frozen=True, slots=True)
class Calculator:
    """A question, its answer, and the function between them."""

    name: str
    question: type[BaseModel]
    answer: type[BaseModel]
    work: Callable[[Any], BaseModel]

    @property
    def words(self) -> str:
        """What it does, in one line."""
        return (self.work.__doc__ or "").splitlines()[0]


CALCULATORS: dict[str, Calculator] = {
    calculator.name: calculator
    for calculator in (
        Calculator("ampacity", wire.AmpacityQuestion, Answer, wire.ampacity),
        Calculator("bench", bench.BenchQuestion, bench.BenchAnswer, bench.bench),
        Calculator("bench-changes", bench.BenchQuestion, bench.ChangesAnswer, bench.bench_changes),
        Calculator("bond", bond.BondQuestion, bond.BondAnswer, bond.bond),
        Calculator("bonding", earthing.BondingQuestion, Answer, earthing.bonding),
        Calculator("box-fill", along.BoxQuestion, Answer, along.box_fill),
        Calculator("building-load", supply.BuildingLoadQuestion, Answer, supply.building_load),
        Calculator("carry", wire.CarryQuestion, Answer, wire.carry),
        Calculator("clearance", along.ClearanceQuestion, Answer, along.clearance),
        Calculator("cover", route.CoverQuestion, Answer, route.cover),
        Calculator("drop", wire.DropCalcQuestion, Answer, wire.drop),
        Calculator("dwelling-load", dwelling.DwellingQuestion, Answer, dwelling.dwelling_load),
        Calculator("electrode", earth.ElectrodeQuestion, Answer, earth.electrode),
        Calculator("electrode-conductor", protection.ElectrodeConductorQuestion, Answer, protection.electrode_conductor),
        Calculator("equipment-ground", protection.EquipmentGroundQuestion, Answer, protection.equipment_ground),
        Calculator("fall-of-potential", earth.FallQuestion, Answer, earth.fall),
        Calculator("fault-current", supply.FaultQuestion, Answer, supply.fault_current),
        Calculator("fill", pulling.FillQuestion, Answer, pulling.fill),
        Calculator("feeder", FeederQuestion, FeederAnswer, feeder),
        Calculator("grounded-conductor", protection.GroundedQuestion, Answer, protection.grounded_conductor),
        Calculator("ground", grounding.GroundQuestion, grounding.GroundAnswer, grounding.ground),
        Calculator("lengths", pulling.LengthsQuestion, Answer, pulling.lengths),
        Calculator("loop", earthing.LoopQuestion, Answer, earthing.loop),
        Calculator("outbuilding-earth", earthing.OutbuildingQuestion, earthing.OutbuildingAnswer, earthing.outbuilding_earth),
        Calculator("overcurrent", protection.OvercurrentQuestion, Answer, protection.overcurrent),
        Calculator("pull", pulling.PullQuestion, Answer, pulling.pull),
        Calculator("raceway", route.RacewayQuestion, Answer, route.raceway),
        Calculator("rulebook-change", rules.RulebookChangeQuestion, rules.RulebookChangeAnswer, rules.change_rules),
        Calculator("site", site.SiteQuestion, site.SiteAnswer, site.site),
        Calculator("soil", earth.SoilQuestion, Answer, earth.soil),
        Calculator("source-limit", supply.SourceQuestion, Answer, supply.source_limit),
        Calculator("supports", along.SupportsQuestion, Answer, along.supports),
        Calculator("tap", protection.TapQuestion, Answer, protection.tap),
        Calculator("transformer", protection.TransformerQuestion, Answer, protection.transformer),
        Calculator("trench", along.TrenchQuestion, Answer, along.trench),
    )
}
