"""What is different between two states of a job, or of its plan: the parts and rows that changed, as JSON has them."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Mapping, Sequence
from dataclasses import fields
from typing import Any, TypeVar

from pydantic import BaseModel, Field, JsonValue
from pydantic_core import to_jsonable_python

from northspan.core.document.job.in_order import InOrder
from northspan.core.document.job.part import Part

Model = TypeVar("Model", bound=BaseModel)


class RowsChange(Part):
    """A list that is other than before: from which place on, how many are gone there, and what stands there now."""

    kind: str
    at: int
    gone: int
    put: list[JsonValue]


class PartChange(Part):
    """A part that is other than before: fields that differ, all of them where it is new; lists of it that differ in a stretch."""

    kind: str
    key: str
    gone: bool = False
    fields: dict[str, JsonValue] = Field(default_factory=dict)
    rows: list[RowsChange] = Field(default_factory=list)


class Changes(Part):
    """What is different between two states of a document.

    `order` are the keys of maps in which parts came, went or changed places; `coming` are parts whose fields that take longer
    to work out are not among these: what was known of those fields no longer holds.
    """

    whole: dict[str, JsonValue] = Field(default_factory=dict, description="Other fields that differ, whole.")
    parts: list[PartChange] = Field(default_factory=list)
    rows: list[RowsChange] = Field(default_factory=list)
    order: dict[str, list[str]] = Field(default_factory=dict)
    coming: list[str] = Field(default_factory=list)


def changes(before: Model, after: Model, slow: Collection[str] = (), worked: Collection[str] = ()) -> Changes:
    """Say what is different between two states of a document.

    Parameters
    ----------
    before : BaseModel
        As it was. [-]
    after : BaseModel
        As it is. [-]
    slow : collection of str
        Fields of runs that are worked out only where somebody asks: given whole for those that are asked, else said to come. [-]
    worked : collection of str
        Runs of which they are worked out. [-]

    Examples
    --------
    >>> from northspan.core.document.job import Job
    >>> changes(Job(name="A"), Job(name="B")).whole
    {'name': 'B'}
    """
    whole: dict[str, JsonValue] = {}
    parts: list[PartChange] = []
    rows: list[RowsChange] = []
    order: dict[str, list[str]] = {}
    for kind in type(after).model_fields:
        was, now = getattr(before, kind), getattr(after, kind)
        if was is now:
            continue
        if _is_map(was) and _is_map(now):
            parts += _parts(kind, was, now, slow if kind == "runs" else (), worked)
            if list(was) != list(now):
                order[kind] = list(now)
        elif isinstance(now, tuple) and isinstance(was, tuple):
            rows += _rows(kind, was, now)
        elif was != now:
            whole |= after.model_dump(mode="json", include={kind})
    coming = [one.key for one in parts if slow and one.kind == "runs" and not one.gone and one.key not in worked]
    return Changes(whole=whole, parts=parts, rows=rows, order=order, coming=coming)


def _is_map(value: object) -> bool:
    """Whether a field is a map of parts, or an empty one."""
    return isinstance(value, dict) and all(not isinstance(one, (str, int, float)) for one in value.values())


def _parts(
    kind: str, was: Mapping[str, Any], now: Mapping[str, Any], slow: Collection[str], worked: Collection[str]
) -> Iterator[PartChange]:
    for key, one in now.items():
        old = was.get(key)
        if old is None:
            yield PartChange(kind=kind, key=key, fields=_dumped(one, _names(one)))
            continue
        asked = slow if key in worked else ()
        if old is one and not asked:
            continue
        differ = [name for name in _names(one) if name not in slow and _differ(getattr(old, name), getattr(one, name))]
        lists = [name for name in differ if _is_listed(getattr(old, name)) and _is_listed(getattr(one, name))]
        rows = [row for name in lists for row in _rows(name, getattr(old, name), getattr(one, name))]
        fields = _dumped(one, [*(name for name in differ if name not in lists), *asked])
        if fields or rows:
            yield PartChange(kind=kind, key=key, fields=fields, rows=rows)
    for key in was:
        if key not in now:
            yield PartChange(kind=kind, key=key, gone=True)


def _is_listed(value: object) -> bool:
    """Whether a field is a list in the document too: a row of things that know their keys is a map there."""
    return isinstance(value, tuple) and not any(isinstance(one, InOrder) for one in value)


def _differ(one: object, other: object) -> bool:
    return one is not other and one != other


def _names(part: object) -> Sequence[str]:
    if isinstance(part, BaseModel):
        return tuple(type(part).model_fields)
    return tuple(one.name for one in fields(part))  # type: ignore[arg-type]  # every other part is a dataclass


def _dumped(part: object, names: Sequence[str]) -> dict[str, JsonValue]:
    if not names:
        return {}
    if isinstance(part, BaseModel):
        return part.model_dump(mode="json", include=set(names))
    return {name: to_jsonable_python(getattr(part, name)) for name in names}


def _rows(kind: str, was: tuple[Any, ...], now: tuple[Any, ...]) -> Iterator[RowsChange]:
    """The stretch of a list in which it differs: what it has in common at both ends is left out."""
    most = min(len(was), len(now))
    first = next((i for i in range(most) if _differ(was[i], now[i])), most)
    last = next((i for i in range(most - first) if _differ(was[-1 - i], now[-1 - i])), most - first)
    if first + last < max(len(was), len(now)):
        put = [to_jsonable_python(one) for one in now[first : len(now) - last]]
        yield RowsChange(kind=kind, at=first, gone=len(was) - last - first, put=put)
