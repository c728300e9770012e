"""Calculators of conductors and devices."""

from __future__ import annotations

from northspan.core.case.calculator import Answer, Calculator
from northspan.core.topics.sizing.calculators import protection, supply, wire

CALCULATORS = (
    Calculator("ampacity", wire.AmpacityQuestion, Answer, wire.ampacity),
    Calculator("building-load", supply.BuildingLoadQuestion, Answer, supply.building_load),
    Calculator("carry", wire.CarryQuestion, Answer, wire.carry),
    Calculator("drop", wire.DropCalcQuestion, Answer, wire.drop),
    Calculator("electrode-conductor", protection.ElectrodeConductorQuestion, Answer, protection.electrode_conductor),
    Calculator("equipment-ground", protection.EquipmentGroundQuestion, Answer, protection.equipment_ground),
    Calculator("fault-current", supply.FaultQuestion, Answer, supply.fault_current),
    Calculator("grounded-conductor", protection.GroundedQuestion, Answer, protection.grounded_conductor),
    Calculator("overcurrent", protection.OvercurrentQuestion, Answer, protection.overcurrent),
    Calculator("source-limit", supply.SourceQuestion, Answer, supply.source_limit),
    Calculator("tap", protection.TapQuestion, Answer, protection.tap),
    Calculator("transformer", protection.TransformerQuestion, Answer, protection.transformer),
)
