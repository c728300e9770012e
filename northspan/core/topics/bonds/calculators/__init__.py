"""Calculators of bonds."""

from __future__ import annotations

from northspan.core.case.calculator import Calculator
from northspan.core.topics.bonds.calculators import bench, bond
from northspan.core.topics.bonds.calculators.outbuilding import OutbuildingAnswer, OutbuildingQuestion, outbuilding_earth

CALCULATORS = (
    Calculator("bench", bench.BenchQuestion, bench.BenchAnswer, bench.bench),
    Calculator("bench-changes", bench.BenchQuestion, bench.ChangesAnswer, bench.bench_changes),
    Calculator("bond", bond.BondQuestion, bond.BondAnswer, bond.bond),
    Calculator("outbuilding-earth", OutbuildingQuestion, OutbuildingAnswer, outbuilding_earth),
)
