"""What every part of a job is made of."""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated

from pydantic import BaseModel, ConfigDict, StringConstraints

Id = Annotated[str, StringConstraints(pattern=r"^[A-Za-z][A-Za-z0-9_-]{0,15}$")]
Name = Annotated[str, StringConstraints(min_length=1, max_length=80, strip_whitespace=True)]
Note = Annotated[str, StringConstraints(max_length=2000)]
Size = Annotated[str, StringConstraints(pattern=r"^[0-9][0-9/.\- ]{0,9}$")]


class Part(BaseModel):
    """Base of everything in a job: frozen, no unknown fields, no NaN."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False, json_schema_serialization_defaults_required=True)


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
