"""A job worked out once: what every view of it is asked of."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from northspan.core.case.case import Case
from northspan.core.case.topic import Done, Planned
from northspan.core.document.findings import Finding
from northspan.core.document.job import Days, Job
from northspan.core.document.plan import Plan

Said = tuple[Planned, tuple[Finding, ...]]


@dataclass(frozen=True, slots=True, eq=False)
class WorkedJob:
    """A job, made ready, with what its topics worked out and its plan: made in one pass, and never worked again for a view.

    `said` is what each topic planned and found, `pieces` what each part of the plan was put together from: what an edit
    leaves as it was is taken from there.
    """

    job: Job
    case: Case
    done: Done
    plan: Plan
    said: Mapping[str, Said] = field(default_factory=dict)
    pieces: Mapping[tuple[str, str], tuple[object, ...]] = field(default_factory=dict)

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
