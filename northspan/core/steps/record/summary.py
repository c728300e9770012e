"""A job in a few lines, for lists of many: where it stands, what is open and with whom, and the words that it is found by."""

from __future__ import annotations

from collections.abc import Iterator
from enum import StrEnum

from pydantic import Field

from northspan.core.case.worked import WorkedJob
from northspan.core.document.findings import Finding, Severity
from northspan.core.document.job import Job, Part, TaskState, VisitKind
from northspan.core.rulebooks.questions.words import Terms
from northspan.core.steps.days.dates import day_date
from northspan.core.working.sums import count_of

LONGEST, MOST_WORDS = 300, 4000
_OPEN = frozenset({Severity.stop, Severity.fix})


class JobStage(StrEnum):
    """Where a job stands."""

    survey = "survey"
    planned = "planned"
    at_work = "at_work"
    waiting = "waiting"
    done = "done"


class Waits(Part):
    """Something that waits: for whom, what, in which step, by which day where one is known."""

    whom: str
    words: str
    step: str
    day: str = ""


class Found(Part):
    """Words by which a job is found, and the part they belong to."""

    words: str
    where: str = ""


class JobSummary(Part):
    """A job in a few lines."""

    stage: JobStage
    next_day: str = ""
    next_words: str = ""
    stops: int = 0
    fixes: int = 0
    waits: tuple[Waits, ...] = ()
    found: tuple[Found, ...] = Field((), description="What it is found by.")


def summary_of(whole: WorkedJob, findings: tuple[Finding, ...]) -> JobSummary:
    """Sum up a job.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    findings : tuple of Finding
        All that was found in it, by its steps too. [-]
    """
    job = whole.job
    waits = tuple(sorted(_waits(whole, findings), key=lambda one: (one.day or "9", one.whom)))
    dated = next((one for one in waits if one.day), None)
    return JobSummary(
        stage=stage_of(whole), next_day=dated.day if dated else "", next_words=dated.words if dated else "",
        stops=count_of(one.severity is Severity.stop for one in findings), fixes=count_of(one.severity is Severity.fix for one in findings),
        waits=waits[:60], found=tuple(_found(job, findings))[:MOST_WORDS],
    )  # fmt: skip


def stage_of(whole: WorkedJob) -> JobStage:
    """Say where a job stands: derived from what was done, looked at and signed.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    """
    job = whole.job
    over = job.inspection.visits
    if (final := over.get(VisitKind.final)) is not None and final.passed:
        return JobStage.done
    states = [one.state for one in job.days.changed.values()]
    if any(not one.passed for one in over.values()) or any(
        not one.signed_by and not one.only_noted for one in job.inspection.asked.values()
    ):
        return JobStage.waiting
    if TaskState.done in states or TaskState.begun in states or over:
        return JobStage.at_work
    return JobStage.planned if any(run.sized for run in whole.plan.runs.values()) else JobStage.survey


def _waits(whole: WorkedJob, findings: tuple[Finding, ...]) -> Iterator[Waits]:
    job = whole.job
    for one in job.inspection.asked.values():
        if not one.signed_by and not one.only_noted:
            yield Waits(whom=one.whose or "The inspector", words=one.words, step="inspection", day=one.due)
    for visit in job.days.visits:
        if visit.kind not in job.inspection.visits:
            at, (whom, words) = day_date(job, visit.day), _comes(visit.kind, whole.case.rulebook.words.terms)
            when = f"{_clock(visit.from_h)} to {_clock(visit.to_h)}"
            yield Waits(whom=whom, words=f"{words}, {when}", step="days", day=at.isoformat() if at else "")
    stops = [one for one in findings if one.severity is Severity.stop]
    if stops:
        more = f" And {len(stops) - 1} more to stop for." if len(stops) > 1 else ""
        yield Waits(whom="You", words=f"{stops[0].text}{more}", step=stops[0].step)


def _comes(kind: VisitKind, say: Terms) -> tuple[str, str]:
    """Who comes, and what for, as the trade there says it."""
    looks = {VisitKind.rough: (say.rough_comes, say.rough_look), VisitKind.service: (say.service_comes, say.service_look),
             VisitKind.final: (say.final_comes, say.final_look), VisitKind.trench: (say.rough_comes, "Trench looked at")}  # fmt: skip
    if kind not in looks:
        return f"The {say.utility}", "turns off" if kind is VisitKind.utility_off else "turns on"
    whom = looks[kind][0].split(",")[0]
    return f"{whom[:1].upper()}{whom[1:]}", looks[kind][1]


def _clock(hour: float) -> str:
    return f"{int(hour)}:{round(60 * (hour % 1)):02d}"


def _found(job: Job, findings: tuple[Finding, ...]) -> Iterator[Found]:
    said = job.particulars
    for words in (job.name, said.address, said.customer, said.contractor, said.permit, said.authority, job.notes):
        if words:
            yield Found(words=words[:LONGEST])
    yield from _parts(job)
    yield from (Found(words=one.text[:LONGEST], where=one.where) for one in findings if one.severity in _OPEN)


def _parts(job: Job) -> Iterator[Found]:
    for table in ("buildings", "sources", "enclosures", "runs", "electrodes", "loads", "circuits", "boxes"):
        named = ((key, getattr(one, "name", "")) for key, one in getattr(job, table).items())
        yield from (Found(words=name, where=f"/{table}/{key}") for key, name in named if name)
    for key, note in job.record.notes.items():
        yield Found(words=note.words[:LONGEST], where=note.part or f"/record/notes/{key}")
    for key, paper in job.record.attachments.items():
        yield Found(words=" ".join(filter(None, (paper.name, paper.note)))[:LONGEST], where=paper.part or f"/record/attachments/{key}")
    for key, asked in job.inspection.asked.items():
        yield Found(words=asked.words, where=f"/inspection/asked/{key}")
