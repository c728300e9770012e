"""Calculators that plan a whole job."""

from __future__ import annotations

from northspan.core.case.calculator import Answer, Calculator
from northspan.core.desk.calculators import rules
from northspan.core.desk.calculators.days import ScheduleAnswer, ScheduleQuestion, TurnOnAnswer, schedule, turn_on
from northspan.core.desk.calculators.feeder import FeederAnswer, FeederQuestion, feeder
from northspan.core.desk.calculators.panel import PanelAnswer, PanelQuestion, panel
from northspan.core.desk.calculators.take_off import (
    BasketQuestion,
    CutAnswer,
    CutQuestion,
    EstimateQuestion,
    TakeOffAnswer,
    TakeOffQuestion,
    basket,
    cut,
    estimate,
    take_off,
)

CALCULATORS = (
    Calculator("basket", BasketQuestion, Answer, basket),
    Calculator("cut", CutQuestion, CutAnswer, cut),
    Calculator("take-off", TakeOffQuestion, TakeOffAnswer, take_off),
    Calculator("estimate", EstimateQuestion, Answer, estimate),
    Calculator("schedule", ScheduleQuestion, ScheduleAnswer, schedule),
    Calculator("turn-on", ScheduleQuestion, TurnOnAnswer, turn_on),
    Calculator("feeder", FeederQuestion, FeederAnswer, feeder),
    Calculator("panel", PanelQuestion, PanelAnswer, panel),
    Calculator("rulebook-change", rules.RulebookChangeQuestion, rules.RulebookChangeAnswer, rules.change_rules),
)
