"""What was done on the site stays done: where the plan has left it behind, it says so."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.worked import WorkedJob
from northspan.core.document.findings import Cure, Edit, Finding, Severity
from northspan.core.document.job import TaskState
from northspan.core.document.pointer import escaped
from northspan.core.steps.days.power import hours_text
from northspan.core.steps.days.tasks import tasks_of
from northspan.core.working.errors import InvalidJob


def done_and_left(whole: WorkedJob) -> Iterator[Finding]:
    """Say where more is planned than was done, and what was done that the plan does not ask for any more.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    """
    changed = whole.job.days.changed  # of a task in parts the last one bears the name of the whole
    done = {key: one for key, one in changed.items() if one.state is TaskState.done and one.done_h is not None and "#" not in key}
    if not done:
        return
    try:
        found = tasks_of(whole)
    except InvalidJob:  # the days say so where they are asked, and nothing can be said of them here
        return
    tasks = {one.key: one for one in found.tasks}
    for key, change in done.items():
        at = f"/days/changed/{escaped(key)}"
        rest = tasks.get(f"{key}#rest")
        if rest is not None:
            text = f"{change.done_as}: done, and the plan has grown since. {hours_text(rest.hours)} are left to do."
            yield Finding("done-is-not-enough", Severity.check, at, text, "What was done stays done; the rest has its place in the days.",
                          "your days", step="days")  # fmt: skip
        elif key not in tasks:
            text = f"{change.done_as or key}: done, and the plan does not ask for it any more."
            why = "Look whether it stays, is used another way, or comes out again."
            yield Finding(
                "done-for-nothing", Severity.check, at, text, why, "your days", (Cure("Forget it", (Edit("remove", at),)),), step="days"
            )
