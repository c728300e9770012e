"""Calculators of electrodes and soil."""

from __future__ import annotations

from northspan.core.case.calculator import Answer, Calculator
from northspan.core.topics.electrodes.calculators import soil
from northspan.core.topics.electrodes.calculators.ground import GroundAnswer, GroundQuestion, ground

CALCULATORS = (
    Calculator("electrode", soil.ElectrodeQuestion, Answer, soil.electrode),
    Calculator("fall-of-potential", soil.FallQuestion, Answer, soil.fall),
    Calculator("ground", GroundQuestion, GroundAnswer, ground),
    Calculator("soil", soil.SoilQuestion, Answer, soil.soil),
)
