"""What an edit left as it was: whether nothing but routes moved."""

from __future__ import annotations

from collections.abc import Mapping

from northspan.core.document.job import Job, Run, Segment

# of a stretch: how far it goes and how it turns, which sizes, pulls and faults read and no other topic does (held by a test)
GEOMETRY = frozenset({"length_m", "legs", "slack_m", "fittings", "bends_deg", "bent_by_hand"})
# of a job: what its steps keep, and no topic reads (held by the same test)
KEPT_BY_STEPS = frozenset({"days", "materials", "inspection", "record", "notes", "particulars"})


def moved_since(before: Job, after: Job) -> frozenset[str] | None:
    """Tell which runs were moved between two states of a job; None if anything else changed that a topic reads.

    Parameters
    ----------
    before : Job
        The job as it was. [-]
    after : Job
        As it is. [-]
    """
    for name in Job.model_fields:
        if name == "runs" or name in KEPT_BY_STEPS:
            continue
        was, is_ = getattr(before, name), getattr(after, name)
        if was is not is_ and was != is_:
            return None
    return _moved_runs(before.runs, after.runs)


def _moved_runs(before: Mapping[str, Run], after: Mapping[str, Run]) -> frozenset[str] | None:
    if before is after:
        return frozenset()
    if before.keys() != after.keys() or list(before) != list(after):  # their order is that of the answers
        return None
    other = [key for key, run in after.items() if run is not before[key]]
    changed = [key for key in other if before[key] != after[key]]
    return frozenset(changed) if all(_only_moved(before[key], after[key]) for key in changed) else None


def _only_moved(before: Run, after: Run) -> bool:
    """Whether a run differs in nothing but how far its stretches go and turn."""
    if any(was != after.__dict__[name] for name, was in before.__dict__.items() if name != "segments"):
        return False
    if len(before.segments) != len(after.segments):
        return False
    return all(_same_but_geometry(one, other) for one, other in zip(before.segments, after.segments, strict=True))


def _same_but_geometry(one: Segment, other: Segment) -> bool:
    if one.key != other.key:
        return False
    return all(was == other.__dict__[name] for name, was in one.__dict__.items() if name not in GEOMETRY)
