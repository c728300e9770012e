"""What a locality asks beyond the code: data of the job, with whose word it is."""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.document.job.part import Note, Part


class AmendmentKind(StrEnum):
    """What is asked beyond the code: a least cover over everything buried, for frost or by habit."""

    cover_least = "cover_least"


class Amendment(Part):
    """An amendment: its figure, whose word it is, when it was said, and why."""

    value_m: float = Field(gt=0, le=5, description="Cover at least. [m]")
    whose: Annotated[str, StringConstraints(max_length=80, strip_whitespace=True)] = ""
    when: Annotated[str, StringConstraints(max_length=20)] = ""
    why: Note = ""
