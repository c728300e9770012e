"""What a part of a job asks for: an item of the catalogue, how much, and why."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.document.job import Status


@dataclass(frozen=True, slots=True)
class Wanted:
    """So much of an item: what exactly, in the unit of the catalogue, for which part, by which rule; `pieces_m` where it is cut. [m]"""

    item: str
    what: str
    quantity: float
    where: str
    name: str
    why: str
    citation: str
    status: Status = Status.new
    pieces_m: tuple[float, ...] = ()
