"""Calculators: one question of the trade each, by name."""

from __future__ import annotations

from northspan.core.case.calculator import Calculator
from northspan.core.desk.calculators import CALCULATORS as OF_WHOLE_JOBS
from northspan.core.steps.order import STEPS
from northspan.core.topics.order import TOPICS

_ALL = (*(one for topic in TOPICS for one in topic.calculators), *(one for step in STEPS for one in step.calculators), *OF_WHOLE_JOBS)
CALCULATORS: dict[str, Calculator] = {one.name: one for one in sorted(_ALL, key=lambda one: one.name)}
