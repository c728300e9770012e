"""The record as it is shown: what was built otherwise, what a note may tell of, what the owner asks."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class BuiltLine:
    """A run that was put in otherwise: as planned, as built; `gone` where the plan has no such run any more."""

    run: str
    name: str
    planned: str
    built: str
    gone: bool


@dataclass(frozen=True, slots=True)
class PartOffer:
    """A part that a note or a photo may tell of, by its place and its name."""

    where: str
    words: str


@dataclass(frozen=True, slots=True)
class OwnerAnswer:
    """What the owner asks of a piece that he sees, a plain answer, and the parts it is about."""

    question: str
    answer: str
    parts: tuple[str, ...]
