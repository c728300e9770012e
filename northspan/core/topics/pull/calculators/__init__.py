"""Calculators of routes and pulls."""

from __future__ import annotations

from northspan.core.case.calculator import Answer, Calculator
from northspan.core.topics.pull.calculators import along, pulling, route

CALCULATORS = (
    Calculator("box-fill", along.BoxQuestion, Answer, along.box_fill),
    Calculator("clearance", along.ClearanceQuestion, Answer, along.clearance),
    Calculator("cover", route.CoverQuestion, Answer, route.cover),
    Calculator("fill", pulling.FillQuestion, Answer, pulling.fill),
    Calculator("lengths", pulling.LengthsQuestion, Answer, pulling.lengths),
    Calculator("pull", pulling.PullQuestion, Answer, pulling.pull),
    Calculator("raceway", route.RacewayQuestion, Answer, route.raceway),
    Calculator("supports", along.SupportsQuestion, Answer, along.supports),
    Calculator("trench", along.TrenchQuestion, Answer, along.trench),
)
