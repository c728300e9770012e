"""What new runs of a start lack as they lie: a pull point, hands or a rope; a residual-current device where earth is the way back."""

from __future__ import annotations

from northspan.core.case.facts import earthing_at
from northspan.core.case.tree import tree_of
from northspan.core.document.job import Earthing, Job, RunKind
from northspan.core.document.patching import with_edits
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.solve import solve
from northspan.core.topics.sizing.refused import FOR_FEEDERS_MA, FOR_PEOPLE_MA

_PULLS = frozenset({"pull-rope", "pull-hands", "pull-conductors", "pull-grip", "pull-side-wall", "bends-too-many"})
_DEVICES = frozenset({"run-without-residual", "residual-in-series"})
_MOST_CURES = 40  # each parts a pull of its own; a route that is not cured by then is left to its findings


def with_help(job: Job, before: Job) -> Job:
    """Choose the pull point, the hands or the rope of each new run that is too hard as it lies, and its residual-current device.

    Parameters
    ----------
    job : Job
        The job as laid out. [-]
    before : Job
        The job that it was laid into: its runs stay as they were. [-]
    """
    job = _guarded(job, before)
    for _ in range(_MOST_CURES):
        hard = (
            one for one in solve(job).findings if one.code in _PULLS | _DEVICES and one.cures and one.where.split("/")[2] not in before.runs
        )
        first = next(hard, None)
        if first is None:
            break
        job = with_edits(job, first.cures[0].edits)
    return job


def _guarded(job: Job, before: Job) -> Job:
    """A residual-current device at the head of each new run whose fault goes back through the soil with none on its way."""
    if not rulebook_of(job).electrodes.protect_by_resistance:
        return job
    tree, runs = tree_of(job), dict(job.runs)
    for key in tree.order:
        run = runs[key]
        unguarded = all(runs[one].residual_ma is None for one in tree.way_to(key))
        if key not in before.runs and unguarded and earthing_at(tree, key, far_end=True) is Earthing.tt and run.kind is not RunKind.service:
            runs[key] = run.model_copy(update={"residual_ma": FOR_PEOPLE_MA if run.kind is RunKind.branch else FOR_FEEDERS_MA})
    return job.model_copy(update={"runs": runs})
