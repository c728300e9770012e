"""What stays when the crew is gone: notes, photos and papers, what was really put in where it differs from the plan."""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.document.job.inspection import Who
from northspan.core.document.job.part import Id, Note, Part, Size
from northspan.core.document.job.run import Metal

Pointer = Annotated[str, StringConstraints(pattern=r"^(/[a-z_]{1,30}(/[^/]{1,120}){0,4})?$")]
Digest = Annotated[str, StringConstraints(pattern=r"^[0-9a-f]{64}$")]
Told = Annotated[str, StringConstraints(max_length=40)]


class Content(StrEnum):
    """What a kept file is, by its content."""

    jpeg = "image/jpeg"
    png = "image/png"
    pdf = "application/pdf"
    text = "text/plain"


class Attachment(Part):
    """A photo or a paper: its content by hash, kept beside the database; of which part or line it tells, who took it and when."""

    content: Digest
    name: Annotated[str, StringConstraints(min_length=1, max_length=120, strip_whitespace=True)]
    kind: Content
    size_bytes: int = Field(gt=0, le=1_000_000_000)
    part: Pointer = Field("", description="The part it shows.")
    line: Annotated[str, StringConstraints(max_length=160)] = Field("", description="The line of the checklist it belongs to.")
    note: Note = ""
    who: Who = ""
    at: Told = ""
    place_kept: bool = Field(False, description="Where it was taken is still in it, on purpose.")


class NoteKept(Part):
    """A note with who and when; of which part, if of one."""

    words: Annotated[str, StringConstraints(min_length=1, max_length=2000, strip_whitespace=True)]
    part: Pointer = ""
    who: Who = ""
    at: Told = ""


class BuiltRun(Part):
    """A run as it was really put in, where that differs from the plan; what is empty is as planned."""

    size: Size | None = None
    metal: Metal | None = None
    grounded_size: Size | None = None
    equipment_ground_size: Size | None = None
    device_a: float | None = Field(None, gt=0, le=6000)
    length_m: float | None = Field(None, gt=0, le=3000, description="Its whole length; its stretches keep their shares. [m]")
    why: Note = ""
    who: Who = ""
    at: Told = ""


class Record(Part):
    """Notes, attachments, and what was built."""

    notes: dict[Id, NoteKept] = Field(default_factory=dict, max_length=1000)
    attachments: dict[Id, Attachment] = Field(default_factory=dict, max_length=500)
    built: dict[Id, BuiltRun] = Field(default_factory=dict, max_length=500)
