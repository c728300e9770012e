"""The one function: a job in, a plan out. No clock, no database, no network."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import replace
from itertools import chain
from operator import is_
from typing import Any

from pydantic import BaseModel

from northspan.core.case.case import Case, case_of
from northspan.core.case.moved import moved_since
from northspan.core.case.topic import NOTHING_BEFORE, Before, Done, of_step
from northspan.core.case.worked import Said, WorkedJob
from northspan.core.document.cautions import DEFERENCE
from northspan.core.document.findings import by_severity
from northspan.core.document.job import Job
from northspan.core.document.plan import Plan
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.topics.order import TOPICS

BEHIND = object()  # marks, among the pieces of a part, that what follows goes behind what is there
Pieces = Mapping[tuple[str, str], tuple[object, ...]]


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


def worked(job: Job, detailed: Collection[str] | None = (), before: WorkedJob | None = None) -> WorkedJob:
    """Work a job out, once for every view of it.

    Parameters
    ----------
    job : Job
        What exists and what is wanted. [-]
    detailed : collection of str, optional
        Runs whose working and other ways are worked too; None for all of them. [-]
    before : WorkedJob, optional
        The same job as it was worked out before an edit: what the edit does not touch is taken from there. The answers are
        those that nothing known before would give. [-]

    Raises
    ------
    InvalidJob
        If the job refers to what does not exist.
    """
    known = _known_before(before, job)
    case = before.case.moved(job, known.moved) if before is not None and known.moved is not None else case_of(job)
    done = Done(detailed, before=known)
    said: dict[str, Said] = {}
    for topic in TOPICS:
        if before is not None and known.only_moved and topic.stands(done):
            said[topic.name] = before.said[topic.name]
            done = done.with_results(said[topic.name][0].results)
            continue
        planned = topic.plan(case, done)
        done = done.with_results(planned.results)
        found = of_step(topic.step, topic.findings(case, done))
        said[topic.name] = planned, found
    plan, pieces = _plan(case, said, before)
    return WorkedJob(job, case, replace(done, before=NOTHING_BEFORE), plan, said, pieces)


def _known_before(before: WorkedJob | None, job: Job) -> Before:
    """What of a job as it was can be taken for it as it is: nothing where its rules, or the units of their words, are other ones."""
    if before is None or before.case.rulebook is not rulebook_of(job):
        return NOTHING_BEFORE
    return Before(before.done.results, moved_since(before.job, job))


def _plan(case: Case, said: Mapping[str, Said], before: WorkedJob | None) -> tuple[Plan, Pieces]:
    """Put together what the topics planned: whole fields first, then what they add to each other's parts."""
    fields: dict[str, Any] = {}
    for planned, _ in said.values():
        fields |= planned.fields
    pieces = _pieces(said, fields)
    old: Pieces = before.pieces if before is not None else {}
    for kind in {kind for kind, _ in pieces}:
        fields[kind] = dict(fields[kind])
    for (kind, key), own in pieces.items():
        was = old.get((kind, key), ())
        same = before is not None and len(was) == len(own) and all(map(is_, was, own))
        fields[kind][key] = getattr(before.plan, kind)[key] if before is not None and same else _put_together(own)
    plan = Plan(
        rulebook=case.job.rulebook,
        rulebook_title=case.rulebook.title,
        deference=case.rulebook.words.fill(DEFERENCE),
        findings=by_severity(chain.from_iterable(found for _, found in said.values())),
        **fields,
    )
    return plan, pieces


def _pieces(said: Mapping[str, Said], fields: Mapping[str, Any]) -> Pieces:
    """What each part of the plan is put together from: the part, what is put in its place, and after a mark what goes behind."""
    found: dict[tuple[str, str], list[Any]] = {}
    for planned, _ in said.values():
        for kind, parts in planned.onto.items():
            for key in parts.keys() & fields[kind].keys():
                found.setdefault((kind, key), [fields[kind][key]]).append(parts[key])
    for planned, _ in said.values():
        for kind, parts in planned.more.items():
            for key in parts.keys() & fields[kind].keys():
                found.setdefault((kind, key), [fields[kind][key]]).extend((BEHIND, parts[key]))
    return {one: tuple(own) for one, own in found.items()}


def _put_together(pieces: Sequence[Any]) -> Any:  # noqa: ANN401 - a part of any kind
    """Give a part with more fields: in place of its own, and behind them."""
    part, *rest = pieces
    whole: dict[str, Any] = {}
    behind: dict[str, tuple[Any, ...]] = {}
    put_behind = False
    for piece in rest:
        if piece is BEHIND:
            put_behind = True
        elif put_behind:
            behind |= {name: (*behind.get(name, ()), *value) for name, value in piece.items()}
        else:
            whole |= piece
    whole |= {name: (*getattr(part, name), *value) for name, value in behind.items()}
    return part.model_copy(update=whole) if isinstance(part, BaseModel) else replace(part, **whole)
