"""Names of rulebooks to their modules, imported on first use."""

from __future__ import annotations

from functools import cache
from importlib import import_module
from typing import cast

from northspan.core.errors import InvalidJob
from northspan.core.rulebooks.protocol import Rulebook

_MODULES = {
    "us-2023": "northspan.core.rulebooks.us.rulebook:UsRulebook",
    "ca-2021": "northspan.core.rulebooks.ca.rulebook:CaRulebook",
    "uk-2022": "northspan.core.rulebooks.uk.rulebook:UkRulebook",
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
    module, _, attribute = _MODULES[name].partition(":")
    return cast("Rulebook", getattr(import_module(module), attribute)())
