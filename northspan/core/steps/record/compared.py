"""What an edit did to the answers: each run that came out otherwise, before and after, and what was found or went away."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from northspan.core.document.job import Job
from northspan.core.document.plan import Plan, RunPlan
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.solve import solve


@dataclass(frozen=True, slots=True)
class AnswerChange:
    """Something that came out otherwise: whose answer, what it was, what it is; empty where there was or is none."""

    name: str
    before: str
    after: str


def compared(before: Job, after: Job) -> tuple[AnswerChange, ...]:
    """Say what is different in the answers of two states of a job.

    Parameters
    ----------
    before : Job
        The earlier state. [-]
    after : Job
        The later one. [-]

    Examples
    --------
    >>> from northspan.core.document.job import Job as Empty
    >>> compared(Empty(name="A"), Empty(name="B"))
    ()
    """
    old, new = solve(before), solve(after)
    return (*_runs(old, new, before, after), *_findings(old, new))


def _runs(old: Plan, new: Plan, before: Job, after: Job) -> Iterator[AnswerChange]:
    for key in dict.fromkeys((*old.runs, *new.runs)):
        was, now = (_words(plan.runs.get(key), job) for plan, job in ((old, before), (new, after)))
        if was != now:
            yield AnswerChange((new.runs.get(key) or old.runs[key]).name, was, now)


def _words(run: RunPlan | None, job: Job) -> str:
    if run is None:
        return ""
    say = rulebook_of(job).words
    ground = f", ground {say.size_name(run.equipment_ground_size)}" if run.equipment_ground_size else ""
    return f"{run.headline}{ground}" + (f", drop {run.drop_percent:.1f} %" if run.sized else "")


def _findings(old: Plan, new: Plan) -> Iterator[AnswerChange]:
    was, now = ({one.text for one in plan.findings if one.severity in {"stop", "fix"}} for plan in (old, new))
    for text in sorted(was - now):
        yield AnswerChange("Cured", text, "")
    for text in sorted(now - was):
        yield AnswerChange("Found", "", text)
