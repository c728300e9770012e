"""Which school a job follows for every call."""

from __future__ import annotations

from dataclasses import dataclass, field

from northspan.core.document.calls import CALLS, CallKind
from northspan.core.document.job import CallChoice, Job
from northspan.core.document.plan import CallOption, CallPlan
from northspan.core.rulebooks.questions.choices import Choices
from northspan.core.rulebooks.questions.words import Words
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.working.errors import InvalidJob


@dataclass(frozen=True, slots=True)
class Schools:
    """The school followed for every call: hashable, so that a sized run can be remembered by it."""

    pairs: tuple[tuple[str, str], ...]
    _by_name: dict[str, str] = field(init=False, repr=False, compare=False)

    def __post_init__(self) -> None:
        """Keep the pairs by name as well: they are asked thousands of times in a plan."""
        object.__setattr__(self, "_by_name", dict(self.pairs))

    def __getitem__(self, name: str) -> str:
        """Give the school of a call."""
        return self._by_name[name]

    def with_school(self, name: str, school: str) -> Schools:
        """Give the same schools with one call taken the other way."""
        return Schools(tuple((n, school if n == name else s) for n, s in self.pairs))


def default_school(kind: CallKind, choice_rules: Choices) -> str:
    """Give the school of a call that is taken under a code when nobody decided.

    Parameters
    ----------
    kind : CallKind
        The call. [-]
    choice_rules : Choices
        What may be chosen. [-]

    Examples
    --------
    >>> from northspan.core.rulebooks.registry import rulebook_named
    >>> [default_school(CALLS["derating_start"], rulebook_named(name).choices) for name in ("us-2023", "ca-2021")]
    ['insulation', 'terminals']
    """
    return choice_rules.usual_schools().get(kind.name, kind.default)


def schools_of(job: Job) -> Schools:
    """Give the school a job follows for every call.

    Parameters
    ----------
    job : Job
        The job. [-]
    """
    usual = rulebook_of(job).choices.usual_schools()
    return Schools(
        tuple((name, job.calls[name].school if name in job.calls else usual.get(name, kind.default)) for name, kind in CALLS.items())
    )


def school_of(job: Job, name: str) -> str:
    """Give the school a job follows for a call.

    Parameters
    ----------
    job : Job
        The job. [-]
    name : str
        Name of the call. [-]
    """
    choice = job.calls.get(name)
    return choice.school if choice else default_school(CALLS[name], rulebook_of(job).choices)


def check_calls(job: Job) -> None:
    """Refuse calls and schools that do not exist.

    Parameters
    ----------
    job : Job
        The job. [-]

    Raises
    ------
    InvalidJob
        If a call or a school is unknown.
    """
    for name, choice in job.calls.items():
        if name not in CALLS:
            raise InvalidJob(f"/calls/{name}", f"there is no call {name}.", f"Calls: {', '.join(CALLS)}.")
        keys = [school.key for school in CALLS[name].schools]
        if choice.school not in keys:
            raise InvalidJob(f"/calls/{name}/school", f"there is no school {choice.school}.", f"Schools: {', '.join(keys)}.")


def call_plan(kind: CallKind, choice: CallChoice | None, outcomes: dict[str, str], choices: Choices, say: Words) -> CallPlan:
    """Lay out a call with the outcome of each school.

    Parameters
    ----------
    kind : CallKind
        The judgement. [-]
    choice : CallChoice or None
        What the job chose, if anybody decided. [-]
    outcomes : dict
        School to outcome in words. [-]
    choices : Choices
        What may be chosen. [-]
    say : Words
        How things are called. [-]
    """
    default, fill = default_school(kind, choices), say.fill
    chosen = choice.school if choice else default
    options = tuple(CallOption(s.key, fill(s.words), outcomes[s.key], s.key == chosen) for s in kind.schools)
    matters = choice is not None or len({option.outcome for option in options}) > 1
    decided = CallChoice(school=chosen) if choice is None else choice
    return CallPlan(
        kind.name,
        fill(kind.question),
        chosen,
        default,
        decided.decided_by,
        decided.why,
        options,
        decided.ruled_by.value,
        decided.when,
        matters,
    )
