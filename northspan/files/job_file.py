"""The job file: the job document as JSON, readable by a person."""

from __future__ import annotations

import json
import re
from collections.abc import Sequence
from datetime import datetime
from typing import Annotated, Any

from pydantic import Field, StringConstraints, ValidationError

from northspan.core.document.job import Job
from northspan.core.document.job.part import Part
from northspan.core.document.upgrade import first_wrong, read_job
from northspan.core.working.errors import InvalidJob

_Words = Annotated[str, StringConstraints(max_length=200)]


class FileLine(Part):
    """A line of the history that came along: its revision, who, when, what."""

    number: int = Field(ge=1)
    who: _Words = ""
    at: datetime
    what: _Words = ""


class FileAbout(Part):
    """Where a file comes from: which job, at which revision, who changed it last and when; its history, if it was wanted."""

    job: Annotated[str, StringConstraints(max_length=24)]
    revision: int = Field(ge=1)
    who: _Words = ""
    at: datetime
    history: tuple[FileLine, ...] = Field((), max_length=500)


def write_job(job: Job, about: FileAbout | None = None) -> str:
    """Write a job as a file's text.

    Parameters
    ----------
    job : Job
        The job. [-]
    about : FileAbout, optional
        Where the file comes from. [-]
    """
    document = json.loads(job.model_dump_json())
    if about is not None:
        document["file"] = json.loads(about.model_dump_json())
    return json.dumps(document, indent=1, ensure_ascii=False) + "\n"


def read_file(document: Any) -> tuple[Job, FileAbout | None]:  # noqa: ANN401 - any JSON
    """Read a job file: the job, and where it comes from, if it says so.

    Parameters
    ----------
    document : Any
        Parsed JSON. [-]

    Raises
    ------
    InvalidJob
        If it is not a job, or a field is wrong; the first wrong field is named.
    """
    about = None
    if isinstance(document, dict) and "file" in document:
        document = dict(document)
        try:
            about = FileAbout.model_validate_json(json.dumps(document.pop("file")))
        except ValidationError as error:
            wrong = first_wrong(error, feet=False)
            raise InvalidJob(f"/file{wrong.where}", wrong.wrong, wrong.right) from error
    return read_job(document), about


def about_file(job_id: str, lines: Sequence[Any], *, whole: bool) -> FileAbout:
    """Say where a file comes from.

    Parameters
    ----------
    job_id : str
        The kept job. [-]
    lines : sequence
        Its history, the newest first: number, who, at, what. [-]
    whole : bool
        Whether the history comes along. [-]
    """
    newest = lines[0]
    history = tuple(FileLine(number=one.number, who=one.who, at=one.at, what=one.what) for one in lines) if whole else ()
    return FileAbout(job=job_id, revision=newest.number, who=newest.who, at=newest.at, history=history)


def job_file_name(job: Job) -> str:
    """Name the file after the property, in letters every system takes.

    Parameters
    ----------
    job : Job
        The job. [-]

    Examples
    --------
    >>> from northspan.core.desk.starts import empty_job
    >>> job_file_name(empty_job("Kestrel Hollow"))
    'kestrel-hollow.northspan.json'
    """
    plain = re.sub(r"[^a-z0-9]+", "-", job.name.lower()).strip("-") or "job"
    return f"{plain}.northspan.json"
