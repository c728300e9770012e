"""Every step, in its order: each may ask the topics and the steps before it."""

from __future__ import annotations

from northspan.core.case.step import Step
from northspan.core.steps.days.step import STEP as DAYS
from northspan.core.steps.estimate.step import STEP as ESTIMATE
from northspan.core.steps.inspection.step import STEP as INSPECTION
from northspan.core.steps.materials.step import STEP as MATERIALS
from northspan.core.steps.record.step import STEP as RECORD

STEPS: tuple[Step, ...] = (MATERIALS, DAYS, ESTIMATE, INSPECTION, RECORD)
