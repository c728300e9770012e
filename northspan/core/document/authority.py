"""What an authority, or a person there, is known to want: remembered from job to job, each with whose word it was and when."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.document.job import Amendment, AmendmentKind, CallChoice, Job, Part
from northspan.core.document.job.document import Ruler

AuthorityName = Annotated[str, StringConstraints(min_length=1, max_length=160, strip_whitespace=True)]


class Authority(Part):
    """An authority by its name: its calls, by the name of the call, and what it asks beyond the code."""

    name: AuthorityName
    rulebook: Annotated[str, StringConstraints(max_length=20)] = ""
    calls: dict[str, CallChoice] = Field(default_factory=dict, max_length=60)
    amendments: dict[AmendmentKind, Amendment] = Field(default_factory=dict, max_length=10)
    notes: Annotated[str, StringConstraints(max_length=2000)] = ""


def learned(job: Job, known: Authority | None) -> Authority:
    """Put what a job was told by its authority to what is known of it: calls on an inspector's word, and amendments.

    Parameters
    ----------
    job : Job
        The job. [-]
    known : Authority or None
        What is known already. [-]

    Examples
    --------
    >>> from northspan.core.document.job import Particulars
    >>> call = CallChoice(school="inspector_one", ruled_by="inspector", when="2026-12-01")
    >>> job = Job(name="A", particulars=Particulars(authority="Thornbury"), calls={"rods": call, "metal": CallChoice(school="copper")})
    >>> list(learned(job, None).calls)
    ['rods']
    """
    before = known or Authority(name=job.particulars.authority or "unnamed", rulebook=job.rulebook)
    told = {name: one for name, one in job.calls.items() if one.ruled_by is Ruler.inspector}
    return before.model_copy(update={"calls": before.calls | told, "amendments": before.amendments | dict(job.amendments)})


def not_taken(job: Job, known: Authority) -> Authority:
    """Say which of its wants a job does not follow yet.

    Parameters
    ----------
    job : Job
        The job. [-]
    known : Authority
        What is known. [-]
    """
    calls = {name: one for name, one in known.calls.items() if name not in job.calls or job.calls[name].school != one.school}
    amendments = {kind: one for kind, one in known.amendments.items() if job.amendments.get(kind) != one}
    return known.model_copy(update={"calls": calls, "amendments": amendments})
