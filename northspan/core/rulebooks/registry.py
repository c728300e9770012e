"""Names of rulebooks to their modules, imported on first use."""

from __future__ import annotations

from dataclasses import replace
from functools import cache, lru_cache
from importlib import import_module
from typing import cast

from northspan.core.document.job import Amendment, AmendmentKind, Job, Units
from northspan.core.rulebooks.amended import amended
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.working.errors import InvalidJob

_MODULES = {
    "us-2023": "northspan.core.rulebooks.us.rulebook",
    "ca-2021": "northspan.core.rulebooks.ca.rulebook",
    "uk-2022": "northspan.core.rulebooks.uk.rulebook",
}
_FAMILIES = {name.split("-")[0]: name for name in _MODULES}  # the edition that is current; the last one of a family wins


def edition_of(name: str) -> str:
    """Give the current edition of a rule family: "us", "ca" or "uk"; any other name as it stands.

    Parameters
    ----------
    name : str
        Family, or a rulebook's own name. [-]

    Examples
    --------
    >>> edition_of("uk"), edition_of("us-2023")
    ('uk-2022', 'us-2023')
    """
    return _FAMILIES.get(name, name)


def rulebook_names() -> tuple[str, ...]:
    """List the rulebooks there are."""
    return tuple(_MODULES)


@cache
def rulebook_named(name: str) -> Rulebook:
    """Find a rulebook by the name a job carries.

    Parameters
    ----------
    name : str
        For example "us-2023". [-]

    Raises
    ------
    InvalidJob
        If there is no such rulebook.
    """
    if name not in _MODULES:
        raise InvalidJob("/rulebook", f"there is no rulebook {name}.", f"There is: {', '.join(_MODULES)}.")
    return cast("Rulebook", import_module(_MODULES[name]).rulebook())


def rulebook_of(job: Job) -> Rulebook:
    """Find the rulebook of a job, which says lengths and amounts in the units of the job.

    Parameters
    ----------
    job : Job
        The job. [-]

    Raises
    ------
    InvalidJob
        If there is no such rulebook.

    Examples
    --------
    >>> job = Job(name="A", units="metres")
    >>> rulebook_of(job).words.length_text(3.048), rulebook_named(job.rulebook).words.length_text(3.048)
    ('3.05 m', '10 ft')
    """
    said = _said_in(job.rulebook, job.units is Units.feet)
    cover = job.amendments.get(AmendmentKind.cover_least)
    return said if cover is None else _amended(job.rulebook, job.units is Units.feet, cover)


@lru_cache(maxsize=64)
def _amended(name: str, feet: bool, cover: Amendment) -> Rulebook:  # noqa: FBT001 - private
    return amended(_said_in(name, feet), cover)


@cache
def _said_in(name: str, feet: bool) -> Rulebook:  # noqa: FBT001 - private
    book = rulebook_named(name)
    return book if book.words.feet == feet else replace(book, words=book.words.said_in(feet=feet))
