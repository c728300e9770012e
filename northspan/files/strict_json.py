"""JSON as it comes in: nothing that JSON does not have, no number that no figure of the trade is, no text that is no text."""

from __future__ import annotations

import json
import re
from typing import Any, NoReturn

MOST, LEAST = 1e15, 1e-9  # no figure of a job is larger; what is nearer to nothing is noise of somebody's arithmetic
MOST_DIGITS = 40
DEEPEST = 200  # levels; a job has fewer than twenty
_TEXTS, _BETWEEN = re.compile(rb'"(?:[^"\\\\]|\\\\.)*"', re.DOTALL), re.compile(rb"[^][{}]+")


class TooDeep(ValueError):
    """A document nested deeper than any here is."""


def read_json(text: str | bytes) -> Any:  # noqa: ANN401 - any JSON
    """Parse JSON strictly.

    Parameters
    ----------
    text : str or bytes
        The document. [-]

    Raises
    ------
    TooDeep
        If it is nested deeper than 200 levels; nothing of it is parsed then.
    ValueError
        If it holds NaN, Infinity, a number beyond any figure, or half of a surrogate pair; `JSONDecodeError` if it is not JSON.

    Examples
    --------
    >>> read_json('{"a": [1, 2.5, 1e-300]}')
    {'a': [1, 2.5, 0.0]}
    """
    _refuse_depth(text.encode(errors="surrogatepass") if isinstance(text, str) else text)
    found = json.loads(text, parse_constant=_no_constant, parse_float=_float, parse_int=_int)
    if ("\\u" if isinstance(text, str) else b"\\u") in text:  # type: ignore[operator]  # only an escape can write half a pair
        _refuse_halves(found)
    return found


def _refuse_depth(text: bytes) -> None:
    """Count levels by brackets alone, before a parser goes down into them."""
    level = 0
    for one in _BETWEEN.sub(b"", _TEXTS.sub(b"", text)):
        level += 1 if one in b"[{" else -1
        if level > DEEPEST:
            message = f"it is nested deeper than {DEEPEST} levels"
            raise TooDeep(message)


def _refuse_halves(document: object) -> None:
    try:
        json.dumps(document, ensure_ascii=False).encode()
    except UnicodeEncodeError as error:
        message = "a text holds half of a surrogate pair, which is no character"
        raise ValueError(message) from error


def _float(literal: str) -> float:
    value = float(literal)
    if abs(value) > MOST:
        _too_large(literal)
    return value if abs(value) >= LEAST else 0.0


def _int(literal: str) -> int:
    if len(literal) > MOST_DIGITS or abs(int(literal)) > MOST:
        _too_large(literal)
    return int(literal)


def _too_large(literal: str) -> NoReturn:
    message = f"{literal[:12]}{'...' if len(literal) > 12 else ''} is larger than any figure here"  # noqa: PLR2004 - enough to know it by
    raise ValueError(message)


def _no_constant(name: str) -> NoReturn:
    message = f"{name} is no number"
    raise ValueError(message)
