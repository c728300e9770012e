"""Calculators: one question of the trade each, by name."""

from __future__ import annotations

from northspan.core.case.calculator import Calculator
from northspan.core.desk.calculators import CALCULATORS as OF_WHOLE_JOBS
from northspan.core.topics.bonds.calculators import CALCULATORS as OF_BONDS
from northspan.core.topics.electrodes.calculators import CALCULATORS as OF_ELECTRODES
from northspan.core.topics.loads.calculators import CALCULATORS as OF_LOADS
from northspan.core.topics.loops.calculators import CALCULATORS as OF_LOOPS
from northspan.core.topics.pull.calculators import CALCULATORS as OF_PULLS
from northspan.core.topics.site.calculators import CALCULATORS as OF_SITES
from northspan.core.topics.sizing.calculators import CALCULATORS as OF_SIZES

CALCULATORS: dict[str, Calculator] = {
    one.name: one
    for one in sorted(
        (*OF_LOADS, *OF_SIZES, *OF_PULLS, *OF_ELECTRODES, *OF_LOOPS, *OF_BONDS, *OF_SITES, *OF_WHOLE_JOBS), key=lambda one: one.name
    )
}
