"""What is kept in memory: tables, which stay, and answers that are remembered, which can all be forgotten at once."""

from __future__ import annotations

import pkgutil
import sys
from collections.abc import Callable, Iterator
from importlib import import_module
from typing import Any

from northspan.core import rulebooks
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.steps.days.kinds import kinds
from northspan.core.steps.days.owner_asks import answers
from northspan.core.steps.days.rates import customary
from northspan.core.topics.loads.library import standard_loads

TABLES = frozenset({"tables", "registry", "library", "kinds", "rates", "owner_asks"})  # modules whose memory is the tables themselves


def load() -> None:
    """Read and check every table.

    Raises
    ------
    BrokenTable
        If a table is wrong.
    """
    for info in pkgutil.walk_packages(rulebooks.__path__, f"{rulebooks.__name__}."):
        if info.name.endswith(".code_tables"):
            family: Any = import_module(info.name)
            for name in family.FILES:
                family.code_table(name)
    for name in rulebook_names():
        standard_loads(rulebook_named(name).library)
    customary()
    kinds()
    answers()


def remembered() -> Iterator[tuple[str, Callable[..., Any]]]:
    """List the functions that remember answers, by name; tables are not among them."""
    for name, module in sorted(sys.modules.items()):
        if name.startswith("northspan.core.") and name.rsplit(".", 1)[1] not in TABLES:
            for key, one in vars(module).items():
                if hasattr(one, "cache_clear") and one.__module__ == name:
                    yield f"{name}.{key}", one


def clear() -> None:
    """Forget every remembered answer."""
    for _, one in remembered():
        one.cache_clear()  # type: ignore[attr-defined]  # what is remembered has it
