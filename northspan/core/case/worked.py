"""A job worked out once: what every view of it is asked of."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from typing import Any, TypeVar, cast

from northspan.core.case.case import Case
from northspan.core.case.topic import Done, Planned
from northspan.core.document.findings import Finding
from northspan.core.document.job import Days, Job
from northspan.core.document.plan import Plan

T = TypeVar("T")
OF_NO_DAYS = frozenset({"taken off"})  # what steps work out once and reads nothing of the days
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
    _once: dict[str, Any] = field(default_factory=dict)

    def once(self, name: str, work: Callable[[WorkedJob], T]) -> T:
        """Give what a step works out of this job, worked out once for all who ask.

        Parameters
        ----------
        name : str
            What it is. [-]
        work : Callable
            Works it out. [-]
        """
        if name not in self._once:
            self._once[name] = work(self)  # two who ask at the same time work it twice, and find the same
        return cast("T", self._once[name])

    def on_days(self, days: Days) -> WorkedJob:
        """Give the same on other days: nothing of the trade hangs on them, so nothing is worked anew.

        Parameters
        ----------
        days : Days
            The days. [h]
        """
        tree = self.case.tree
        case = replace(self.case, tree=replace(tree, job=tree.job.model_copy(update={"days": days})))
        kept = {name: found for name, found in self._once.items() if name in OF_NO_DAYS}
        return replace(self, job=self.job.model_copy(update={"days": days}), case=case, _once=kept)
