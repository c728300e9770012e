"""What the steps say of a job: what they find in it, as one list with the plan's own, and what they refuse."""

from __future__ import annotations

from collections.abc import Iterable

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


def check_steps(whole: WorkedJob, paths: Iterable[str]) -> None:
    """Let each step refuse an edit of what is its own: nothing is kept then.

    Parameters
    ----------
    whole : WorkedJob
        The job as it would be, worked out. [-]
    paths : iterable of str
        Where it was edited, as JSON Pointers. [-]

    Raises
    ------
    InvalidJob
        If a step cannot be asked of what is its own.
    """
    touched = list(paths)
    for step in STEPS:
        if step.owns and any(one == step.owns or one.startswith(f"{step.owns}/") or not one for one in touched):
            step.refuse(whole)
