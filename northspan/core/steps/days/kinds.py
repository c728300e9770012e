"""Every kind of task that there is: what it is called, into what it reaches, what it does, for whom it waits, who may do it."""

from __future__ import annotations

import csv
from dataclasses import dataclass
from enum import StrEnum
from functools import lru_cache
from importlib.resources import files

from northspan.core.document.job import Role


class Reaches(StrEnum):
    """Where hands go: nowhere near what may be live, into a can, to its switch, or to the side that the utility opens."""

    nothing = "nothing"
    can = "can"
    switch = "switch"
    line_side = "line_side"


class Does(StrEnum):
    """What a task does to the installation."""

    digs = "digs"
    hides = "hides"
    lays = "lays"
    lands = "lands"
    puts_in = "puts_in"
    lifts = "lifts"
    takes_out = "takes_out"
    bonds = "bonds"
    joins = "joins"
    feeds = "feeds"
    unfeeds = "unfeeds"
    isolates = "isolates"
    energises = "energises"
    prepares = "prepares"
    shows = "shows"
    finishes = "finishes"
    finishes_job = "finishes_job"
    other = "other"


@dataclass(frozen=True, slots=True)
class Kind:
    """A kind of task.

    `key` is what the names of its tasks begin with, `rates` are those it may be counted by, `waits` whose visit it waits for
    and `comes` how that is said to the owner; `goods` is whether it uses what is bought for its place.
    """

    name: str
    key: str
    words: str
    rates: tuple[str, ...]
    who: Role
    reaches: Reaches
    does: Does
    waits: str
    goods: bool
    comes: str

    @property
    def hidden(self) -> bool:
        """Whether it is seen no more once walls are closed."""
        return self.does is Does.hides and self.name != "backfill"

    @property
    def keeps_safe(self) -> bool:
        """Whether others work on what is live without it."""
        return self.does in {Does.isolates, Does.energises}


@lru_cache(maxsize=1)
def kinds() -> dict[str, Kind]:
    """List the kinds of tasks by name."""
    text = (files("northspan.core.steps.days") / "kinds.csv").read_text(encoding="utf-8")
    return {row["kind"]: _kind(row) for row in csv.DictReader(text.splitlines())}


def _kind(row: dict[str, str]) -> Kind:
    return Kind(
        row["kind"], row["key"], row["words"], tuple(row["rates"].split()), Role(row["who"]), Reaches(row["reaches"]),
        Does(row["does"]), row["waits"], row["goods"] == "yes", row["comes"],
    )  # fmt: skip


def key_of(kind: str, part: str = "") -> str:
    """Name a task: what its kind begins with, and the part that it is about; what is done once in a job has no part.

    Parameters
    ----------
    kind : str
        Its kind. [-]
    part : str
        The part. [-]

    Examples
    --------
    >>> key_of("hang", "P2"), key_of("clean")
    ('up:P2', 'clean')
    """
    begins = kinds()[kind].key
    return f"{begins}:{part}" if part else begins
