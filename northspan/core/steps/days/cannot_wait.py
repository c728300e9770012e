"""Who depends on power for health: a stop until it is fed or the household has agreed; what is never off, and why."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.worked import WorkedJob
from northspan.core.document.findings import Cure, Edit, Finding, Severity
from northspan.core.document.job import Job, Matters, MattersAs
from northspan.core.document.job.part import short_name
from northspan.core.steps.days.tasks import tasks_of
from northspan.core.working.errors import InvalidJob


def unfed(job: Job, circuit: str) -> bool:
    """Tell whether somebody's health hangs on a circuit, nothing feeds it meanwhile, and the household has not agreed.

    Parameters
    ----------
    job : Job
        The job. [-]
    circuit : str
        The circuit. [-]
    """
    said = job.days.matters.get(circuit)
    return said is not None and said.kind is MattersAs.medical and not said.agreed and circuit not in _fed(job)


def cannot_wait(whole: WorkedJob) -> Iterator[Finding]:
    """Say which circuits the work turns off that somebody's health hangs on, and which were marked as never off.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    """
    job = whole.job
    asked = [key for key, one in job.circuits.items() if unfed(job, key) or (one.stays_on and key not in job.days.matters)]
    if not asked:
        return
    try:
        outages = tasks_of(whole).outages
    except InvalidJob as wrong:  # the days themselves refuse; until then nobody knows what goes off
        why = "Until that is mended nobody knows what goes off, and somebody's health may hang on it."
        yield Finding("days-not-known", Severity.fix, "/days", f"The days cannot be laid out: {wrong}", why, "job", step="days")
        return
    off = {circuit for one in outages for circuit in one.circuits}
    yield from (_stop(job, key) if unfed(job, key) else _why(job, key) for key in asked if key in off)


def _stop(job: Job, key: str) -> Finding:
    name = job.circuits[key].name or short_name(key)
    text = f"{name}: somebody's health hangs on it, and the work turns it off."
    agreed = Edit("add", f"/days/matters/{key}/agreed", value=True)
    cures = (Cure("The household has agreed", (agreed,)),)
    return Finding(
        "health-without-power", Severity.stop, f"/circuits/{key}", text,
        "Ask first. Feed it by a cord or a battery before anything is opened, or agree on an hour in which they do without.",
        "job", cures, step="days",
    )  # fmt: skip


def _why(job: Job, key: str) -> Finding:
    name = job.circuits[key].name or short_name(key)
    kinds = ((MattersAs.medical, "Somebody's health hangs on it"), (MattersAs.freezer, "A freezer"), (MattersAs.sump, "A pump"))
    cures = tuple(Cure(words, (Edit("add", f"/days/matters/{key}", Matters(kind=kind).model_dump(mode="json")),)) for kind, words in kinds)
    return Finding(
        "never-off-is-turned-off", Severity.check, f"/circuits/{key}/stays_on", f"{name}: marked as never off, and the work turns it off.",
        "Say what hangs on it: then the days say how long it stands that, and what must be fed meanwhile.", "job", cures, step="days",
    )  # fmt: skip


def _fed(job: Job) -> set[str]:
    return {circuit for one in job.days.supplies.values() for circuit in one.circuits}
