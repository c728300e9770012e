"""Calculators of routes and pulls."""

from __future__ import annotations

from northspan.core.case.calculator import Answer, Calculator
from northspan.core.topics.pull.calculators import bends, pulling, route, supports

CALCULATORS = (
    Calculator("bend", bends.BendQuestion, bends.BendAnswer, bends.bend),
    Calculator("box-fill", supports.BoxQuestion, Answer, supports.box_fill),
    Calculator("clearance", supports.ClearanceQuestion, Answer, supports.clearance),
    Calculator("cover", route.CoverQuestion, Answer, route.cover),
    Calculator("fill", pulling.FillQuestion, Answer, pulling.fill),
    Calculator("lengths", pulling.LengthsQuestion, Answer, pulling.lengths),
    Calculator("pull", pulling.PullQuestion, Answer, pulling.pull),
    Calculator("raceway", route.RacewayQuestion, Answer, route.raceway),
    Calculator("supports", supports.SupportsQuestion, Answer, supports.supports),
    Calculator("trench", supports.TrenchQuestion, Answer, supports.trench),
)
