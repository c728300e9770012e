"""The plan with what the steps found: the list that a person sees is one."""

from __future__ import annotations

from northspan.core.case.worked import WorkedJob
from northspan.core.document.findings import by_severity
from northspan.core.document.plan import Plan
from northspan.core.steps.order import STEPS


def with_steps_found(whole: WorkedJob) -> Plan:
    """Give the plan of a job with the findings of the steps among its own.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    """
    found = [one for step in STEPS for one in step.findings(whole)]
    return whole.plan.model_copy(update={"findings": by_severity([*whole.plan.findings, *found])}) if found else whole.plan
