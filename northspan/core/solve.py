"""The one function: a job in, a plan out. No clock, no database, no network."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection, Iterable, Mapping
from dataclasses import replace
from typing import Any

from pydantic import BaseModel

from northspan.core.case.case import Case, case_of
from northspan.core.case.topic import Done, Planned
from northspan.core.case.worked import WorkedJob
from northspan.core.document.cautions import DEFERENCE
from northspan.core.document.findings import Finding, by_severity
from northspan.core.document.job import Job
from northspan.core.document.plan import Plan
from northspan.core.topics.order import TOPICS


def solve(job: Job, detailed: Collection[str] | None = ()) -> Plan:
    """Plan a job.

    Parameters
    ----------
    job : Job
        What exists and what is wanted. [-]
    detailed : collection of str, optional
        Runs whose working and other ways are worked too; None for all of them. [-]

    Returns
    -------
    Plan
        Every answer with its working.

    Raises
    ------
    InvalidJob
        If the job refers to what does not exist.

    Examples
    --------
    >>> from northspan.core.desk.starts import detached_feeder
    >>> plan = solve(detached_feeder("Shed", load_a=40, length_m=30))
    >>> plan.runs["F1"].headline
    '8 AWG copper, 40 A'
    """
    return worked(job, detailed).plan


def worked(job: Job, detailed: Collection[str] | None = ()) -> WorkedJob:
    """Work a job out, once for every view of it.

    Parameters
    ----------
    job : Job
        What exists and what is wanted. [-]
    detailed : collection of str, optional
        Runs whose working and other ways are worked too; None for all of them. [-]

    Raises
    ------
    InvalidJob
        If the job refers to what does not exist.
    """
    case, done = case_of(job), Done(detailed)
    planned: list[Planned] = []
    found: list[Finding] = []
    for topic in TOPICS:
        planned.append(topic.plan(case, done))
        done = done.with_results(planned[-1].results)
        found += [one if one.step else replace(one, step=topic.step) for one in topic.findings(case, done)]
    return WorkedJob(job, case, done, _plan(case, planned, found))


def _plan(case: Case, planned: Iterable[Planned], found: Iterable[Finding]) -> Plan:
    """Put together what the topics planned: whole fields first, then what they add to each other's parts."""
    fields: dict[str, Any] = {}
    onto: dict[tuple[str, str], dict[str, Any]] = defaultdict(dict)
    for one in planned:
        fields |= one.fields
        for kind, parts in one.onto.items():
            for key, more in parts.items():
                onto[kind, key] |= more
        for kind, parts in one.more.items():
            for key, more in parts.items():
                into = onto[kind, key]
                for name, behind in more.items():
                    into[f"+{name}"] = (*into.get(f"+{name}", ()), *behind)
    for (kind, key), more in onto.items():
        if key in fields[kind]:
            fields[kind] = {**fields[kind], key: _with(fields[kind][key], more)}
    return Plan(
        rulebook=case.job.rulebook,
        rulebook_title=case.rulebook.title,
        deference=case.rulebook.words.fill(DEFERENCE),
        findings=by_severity(found),
        **fields,
    )


def _with(part: Any, more: Mapping[str, Any]) -> Any:  # noqa: ANN401 - a part of any kind
    """Give a part with more fields; those with a plus go behind what is there."""
    whole = {name.lstrip("+"): (*getattr(part, name[1:]), *value) if name[0] == "+" else value for name, value in more.items()}
    return part.model_copy(update=whole) if isinstance(part, BaseModel) else replace(part, **whole)
