"""Calculators that plan a whole job."""

from __future__ import annotations

from northspan.core.case.calculator import Calculator
from northspan.core.desk.calculators import rules
from northspan.core.desk.calculators.feeder import FeederAnswer, FeederQuestion, feeder
from northspan.core.desk.calculators.panel import PanelAnswer, PanelQuestion, panel

CALCULATORS = (
    Calculator("feeder", FeederQuestion, FeederAnswer, feeder),
    Calculator("panel", PanelQuestion, PanelAnswer, panel),
    Calculator("rulebook-change", rules.RulebookChangeQuestion, rules.RulebookChangeAnswer, rules.change_rules),
)
