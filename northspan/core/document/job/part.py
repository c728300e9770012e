"""What every part of a job is made of."""

from __future__ import annotations

from collections.abc import Collection
from enum import StrEnum
from typing import Annotated

from pydantic import BaseModel, ConfigDict, StringConstraints

Id = Annotated[str, StringConstraints(pattern=r"^[A-Za-z][A-Za-z0-9_-]{0,15}$")]
Name = Annotated[str, StringConstraints(min_length=1, max_length=80, strip_whitespace=True)]
Note = Annotated[str, StringConstraints(max_length=2000)]
Size = Annotated[str, StringConstraints(pattern=r"^[0-9][0-9/.\- ]{0,9}$")]


def fresh_key(letter: str, taken: Collection[str], tail: str = "") -> str:
    """Name a new part: by the next short name that is free, and a tail that nobody else makes up at the same time.

    Parameters
    ----------
    letter : str
        What names of its kind begin with. [-]
    taken : collection of str
        Names that there are. [-]
    tail : str
        The tail; empty where nobody else writes. [-]

    Examples
    --------
    >>> fresh_key("P", {"P1", "P2-k3x9qz"}), fresh_key("P", {"P1"}, "7ab2cd")
    ('P3', 'P2-7ab2cd')
    """
    short = {short_name(one) for one in taken}
    key = next(name for i in range(1, 2000) if (name := f"{letter}{i}") not in short)
    return f"{key}-{tail}" if tail else key


def short_name(key: str) -> str:
    """Give the short name of a part, as people see it.

    Parameters
    ----------
    key : str
        Its id. [-]
    """
    return key.partition("-")[0]


class Part(BaseModel):
    """Base of everything in a job: frozen, no unknown fields, no NaN."""

    # built when first used: a program that asks one question does not wait for the shapes of all others
    model_config = ConfigDict(
        frozen=True, extra="forbid", allow_inf_nan=False, json_schema_serialization_defaults_required=True, defer_build=True
    )


class Bond(StrEnum):
    """Neutral and ground, or two bars, in one place."""

    unknown = "unknown"
    bonded = "bonded"
    separate = "separate"


class Status(StrEnum):
    """Whether a thing is there, wanted, for now only, or to go."""

    existing = "existing"
    new = "new"
    temporary = "temporary"
    remove = "remove"


NEW = frozenset({Status.new, Status.temporary})  # what the work puts in, for good or for now
