"""What the authority of this job is known to want, what of it the job does not follow yet, and what it taught."""

from __future__ import annotations

from pydantic import Field

from northspan.core.case.beside import Beside
from northspan.core.case.step import Edits, StepAnswer
from northspan.core.case.worked import WorkedJob
from northspan.core.document.authority import Authority, learned, not_taken
from northspan.core.document.calls import CALLS
from northspan.core.document.job import Part
from northspan.core.document.pointer import escaped
from northspan.core.working.errors import InvalidJob


class Want(Part):
    """Something that an authority wants: in words, whose word it was and when, and why."""

    key: str
    words: str
    whose: str
    when: str
    why: str


class AuthorityAnswer(StepAnswer):
    """The authority of a job: what is known of it, what the job does not follow yet, what this job could teach, all that are known."""

    name: str
    wants: tuple[Want, ...]
    open: tuple[Want, ...]
    teaches: tuple[Want, ...]
    names: tuple[str, ...]


class TakeHabits(Part):
    """Which authority's wants are taken into the job."""

    name: str = Field(min_length=1, max_length=160)


def authority_view(whole: WorkedJob, beside: Beside) -> AuthorityAnswer:
    """Give what the authority of the job is known to want, what of it is not followed yet, and what this job could teach.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    beside : Beside
        With what authorities are known to want. [-]
    """
    name = whole.job.particulars.authority
    known = _known(whole, beside, name)
    taught = learned(whole.job, None)
    new = (
        taught if known is None else not_taken(whole.job.model_copy(update={"calls": known.calls, "amendments": known.amendments}), taught)
    )
    empty: tuple[Want, ...] = ()
    return AuthorityAnswer(
        name=name, wants=empty if known is None else _wants(whole, known),
        open=empty if known is None else _wants(whole, not_taken(whole.job, known)), teaches=_wants(whole, new) if name else empty,
        names=tuple(one.name for one in beside.authorities if _same_family(whole, one)),
    )  # fmt: skip


def take_habits(whole: WorkedJob, beside: Beside, asked: TakeHabits) -> Edits:
    """Take what an authority is known to want into the job, as calls on its word and as amendments.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    beside : Beside
        With what authorities are known to want. [-]
    asked : TakeHabits
        Which one. [-]

    Raises
    ------
    InvalidJob
        If nothing is known of it.
    """
    known = _known(whole, beside, asked.name)
    if known is None:
        raise InvalidJob("/name", f"nothing is known of {asked.name}.", "Remember what a job was told first.")
    new = not_taken(whole.job, known)
    edits: Edits = [{"op": "add", "path": "/particulars/authority", "value": known.name}]
    edits += [{"op": "add", "path": f"/calls/{escaped(name)}", "value": one.model_dump(mode="json")} for name, one in new.calls.items()]
    edits += [
        {"op": "add", "path": f"/amendments/{kind.value}", "value": one.model_dump(mode="json")} for kind, one in new.amendments.items()
    ]
    return edits


def _known(whole: WorkedJob, beside: Beside, name: str) -> Authority | None:
    return next((one for one in beside.authorities if one.name == name and _same_family(whole, one)), None)


def _same_family(whole: WorkedJob, one: Authority) -> bool:
    """Wants under other rules say nothing here: their calls and figures are others."""
    return not one.rulebook or one.rulebook == whole.job.rulebook


def _wants(whole: WorkedJob, one: Authority) -> tuple[Want, ...]:
    say = whole.case.rulebook.words
    calls = []
    for name, choice in one.calls.items():
        kind = CALLS.get(name)
        school = next((each.words for each in kind.schools if each.key == choice.school), choice.school) if kind else choice.school
        words = f"{say.fill(kind.question) if kind else name} {say.fill(school)}"
        calls.append(Want(key=name, words=words, whose=choice.decided_by or choice.ruled_by.value, when=choice.when, why=choice.why))
    amended = (Want(key=kind.value, words=f"Cover at least {say.depth_text(each.value_m)} over everything buried", whose=each.whose,
                    when=each.when, why=each.why) for kind, each in one.amendments.items())  # fmt: skip
    return (*calls, *amended)
