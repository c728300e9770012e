"""A step of a JSON Pointer, RFC 6901."""

from __future__ import annotations


def escaped(step: str) -> str:
    """Write a key as a step of a pointer.

    Parameters
    ----------
    step : str
        The key. [-]

    Examples
    --------
    >>> escaped("a/b~c")
    'a~1b~0c'
    """
    return step.replace("~", "~0").replace("/", "~1")
