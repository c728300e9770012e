"""Rows of things that people put in between others: a map by key in the document, each with its place in the order.

Two people who put in a row at the same time never move each other's: an edit names the row, not how many stand before it.
In the core a row of things is a plain tuple in order, and each knows its key.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from itertools import pairwise
from typing import Any, Self, TypeVar, get_args

from pydantic import Field, GetCoreSchemaHandler, PrivateAttr
from pydantic_core import CoreSchema, core_schema

from northspan.core.document.job.part import Part

KEY = r"^[A-Za-z0-9][A-Za-z0-9_-]{0,15}$"
FARTHEST = 1e6  # either way; a place is a number between those of its neighbours


class InOrder(Part):
    """One of a row: its place in the order, and the key that the row knows it by."""

    order: float = Field(0, ge=-FARTHEST, le=FARTHEST, description="Its place in the row, smallest first; any number. [-]")
    _key: str = PrivateAttr("")

    @property
    def key(self) -> str:
        """What the row knows it by; empty where it stands in none yet."""
        return self._key

    def keyed(self, key: str) -> Self:
        """Give it as the row knows it by another key.

        Parameters
        ----------
        key : str
            The key. [-]
        """
        if self._key == key:
            return self
        named = self.model_copy()
        named._key = key  # noqa: SLF001 - of its own class, and of a copy
        return named


T = TypeVar("T", bound=InOrder)


def in_a_row(things: Iterable[T]) -> dict[str, T]:
    """Key the things of a row, and number those that stand in no order.

    Each keeps the key it has, unless one before it has the same; the rest take their place, counted from 1.

    Parameters
    ----------
    things : Iterable of InOrder
        In order, shape (n,). [-]

    Examples
    --------
    >>> class Stop(InOrder):
    ...     name: str
    >>> {key: (one.order, one.name) for key, one in in_a_row([Stop(name="a"), Stop(name="b")]).items()}
    {'1': (1.0, 'a'), '2': (2.0, 'b')}
    """
    row = tuple(things)
    known = {one.key for one in row}
    placed = all("order" in one.model_fields_set for one in row) and all(one.order < after.order for one, after in pairwise(row))
    keyed: dict[str, T] = {}
    for at, one in enumerate(row, 1):
        free = (name for i in (at, *range(1, at + len(row) + 1)) if (name := str(i)) not in keyed and name not in known)
        key = one.key if one.key and one.key not in keyed else next(free)
        keyed[key] = (one if placed else one.model_copy(update={"order": float(at)})).keyed(key)
    return keyed


def place_between(row: Sequence[InOrder], at: int) -> float:
    """Give the place of one that is put into a row.

    Parameters
    ----------
    row : sequence of InOrder
        The row in order, shape (n,). [-]
    at : int
        How many stand before it. [-]
    """
    if not row:
        return 1.0
    if at <= 0:
        return row[0].order - 1
    return row[-1].order + 1 if at >= len(row) else (row[at - 1].order + row[at].order) / 2


class Row:
    """Annotates a tuple of `InOrder`: in the document a map from key to thing, sorted by `order` and then by key.

    A plain list is read as well, in the order it comes in, so that whoever writes a job by hand need not make up keys.
    """

    def __init__(self, max_length: int, min_length: int = 0) -> None:
        self.max_length, self.min_length = max_length, min_length

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:  # noqa: ANN401 - pydantic's
        """Read a map or a list into a tuple, and write a tuple as a map."""
        thing = handler.generate_schema(get_args(source)[0])
        row = core_schema.dict_schema(
            core_schema.str_schema(pattern=KEY), thing, min_length=self.min_length or None, max_length=self.max_length
        )
        read = core_schema.no_info_after_validator_function(_sorted, row)
        write = core_schema.plain_serializer_function_ser_schema(in_a_row, return_schema=row)
        return core_schema.no_info_before_validator_function(_as_map, read, serialization=write)


def _as_map(data: object) -> object:
    """Key what came as a list; what is no list is left for the map to judge."""
    if not isinstance(data, (list, tuple)):
        return data
    return in_a_row(data) if all(isinstance(one, InOrder) for one in data) else listed_as_row(data)


def listed_as_row(data: Sequence[Any]) -> dict[str, Any]:
    """Key things of a document that came as a list, counted from 1; an order that they carry and that rises is kept.

    Parameters
    ----------
    data : sequence
        Parsed JSON, shape (n,). [-]

    Examples
    --------
    >>> listed_as_row([{"level_m": 3.0}, {"level_m": 4.0}])
    {'1': {'level_m': 3.0, 'order': 1.0}, '2': {'level_m': 4.0, 'order': 2.0}}
    """
    orders = [one.get("order") if isinstance(one, dict) else None for one in data]
    known = [float(one) for one in orders if isinstance(one, (int, float))]
    rising = len(known) == len(data) and all(before < after for before, after in pairwise(known))
    return {str(at): one if rising or not isinstance(one, dict) else one | {"order": float(at)} for at, one in enumerate(data, 1)}


def _sorted(row: Mapping[str, InOrder]) -> tuple[InOrder, ...]:
    return tuple(one.keyed(key) for key, one in sorted(row.items(), key=lambda item: (item[1].order, item[0])))


def row_document(things: Iterable[InOrder]) -> dict[str, Any]:
    """Write a row as the document has it: a map from key to thing.

    Parameters
    ----------
    things : Iterable of InOrder
        In order, shape (n,). [-]
    """
    return {key: one.model_dump(mode="json") for key, one in in_a_row(things).items()}
