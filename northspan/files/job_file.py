"""The job file: the job document as JSON, readable by a person."""

from __future__ import annotations

import re

from northspan.core.document.job import Job


def write_job(job: Job) -> str:
    """Write a job as a file's text.

    Parameters
    ----------
    job : Job
        The job. [-]
    """
    return job.model_dump_json(indent=1) + "\n"


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
