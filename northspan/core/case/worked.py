"""A job worked out once: what every view of it is asked of."""

from __future__ import annotations

from dataclasses import dataclass, replace

from northspan.core.case.case import Case
from northspan.core.case.topic import Done
from northspan.core.document.job import Days, Job
from northspan.core.document.plan import Plan


@dataclass(frozen=True, slots=True, eq=False)
class WorkedJob:
    """A job, made ready, with what its topics worked out and its plan: made in one pass, and never worked again for a view."""

    job: Job
    case: Case
    done: Done
    plan: Plan

    def on_days(self, days: Days) -> WorkedJob:
        """Give the same on other days: nothing of the trade hangs on them, so nothing is worked anew.

        Parameters
        ----------
        days : Days
            The days. [h]
        """
        tree = self.case.tree
        case = replace(self.case, tree=replace(tree, job=tree.job.model_copy(update={"days": days})))
        return replace(self, job=self.job.model_copy(update={"days": days}), case=case)
