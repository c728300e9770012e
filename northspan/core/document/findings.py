"""Findings: what is wrong, open or proved about an installation, and what would cure it."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum
from itertools import chain

from pydantic import JsonValue


class Severity(StrEnum):
    """How much a finding matters, worst first."""

    stop = "stop"
    fix = "fix"
    check = "check"
    note = "note"
    holds = "holds"


@dataclass(frozen=True, slots=True)
class Edit:
    """One JSON Patch operation."""

    op: str
    path: str
    value: JsonValue = None


@dataclass(frozen=True, slots=True)
class Cure:
    """What would cure a finding, as an edit to press."""

    words: str
    edits: tuple[Edit, ...]


@dataclass(frozen=True, slots=True)
class Finding:
    """Something to say about a part of the job.

    `code` stands for what is said, in docs/findings.md, and stays the same. `where` is a JSON pointer to the part. `step` is
    the step of the work it belongs to, empty for that of its topic; `also` are pointers to other parts that it is about as much.
    """

    code: str
    severity: Severity
    where: str
    text: str
    why: str
    citation: str
    cures: tuple[Cure, ...] = ()
    step: str = ""
    also: tuple[str, ...] = ()


def in_a_row(names: Iterable[str]) -> str:
    """Write names in a row: with commas, and the last with an and.

    Parameters
    ----------
    names : iterable of str
        The names, one or more. [-]

    Examples
    --------
    >>> in_a_row(["A"]), in_a_row(["A", "B", "C"])
    ('A', 'A, B and C')
    """
    *first, last = names
    return f"{', '.join(first)} and {last}" if first else last


def sentence(reason: str) -> str:
    """Write a reason from the working as a sentence.

    Parameters
    ----------
    reason : str
        A reason as a step gives it. [-]

    Examples
    --------
    >>> sentence("any other building")
    'Any other building.'
    """
    return f"{reason[:1].upper()}{reason[1:].rstrip('.')}."


_ORDER = tuple(Severity)


def by_severity(findings: Iterable[Finding]) -> tuple[Finding, ...]:
    """Put findings in order, worst first, keeping the order of the job within.

    Parameters
    ----------
    findings : iterable of Finding
        In the order they were found. [-]
    """
    found: dict[Severity, list[Finding]] = {severity: [] for severity in _ORDER}
    for one in findings:
        found[one.severity].append(one)
    return tuple(chain.from_iterable(found.values()))


def pin(pointer: str, value: JsonValue, words: str) -> Cure:
    """Offer to set one field of the job.

    Parameters
    ----------
    pointer : str
        JSON pointer to the field. [-]
    value : JsonValue
        What to set; None hands the choice back to the rules. [-]
    words : str
        What the button says. [-]
    """
    return Cure(words, (Edit("add", pointer, value),))
