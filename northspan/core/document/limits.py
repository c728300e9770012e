"""What a field may hold, said as the trade says it: in the person's unit, without the words of a validator."""

from __future__ import annotations

import re
from typing import Any

FOOT_M, INCH_M, POUND_N, SQUARE_FOOT_M2 = 0.3048, 0.0254, 4.4482, 0.09290304
_TINY = 0.01
_SHORT_M = 1.0  # below it a length is in inches or millimetres
_PLAIN = {
    "a": "A",
    "v": "V",
    "va": "VA",
    "kva": "kVA",
    "w": "W",
    "percent": "%",
    "deg": "°",
    "ohm": "Ω",
    "hp": "hp",
    "ohm_m": "Ω·m",
    "k": "K",
}
_SUFFIX = re.compile(r"_(ohm_m|ohm|percent|kva|va|deg|m2|mm2|[macvwnk])$")

_LIMITS = {
    "greater_than": ("gt", "this must be more than {}."),
    "greater_than_equal": ("ge", "this goes from {} up."),
    "less_than": ("lt", "this must be less than {}."),
    "less_than_equal": ("le", "this goes up to {}."),
}
_NUMBER = "this must be a number."
_OTHER = {
    "string_too_long": "this is too long; {max_length} letters are the most.",
    "string_too_short": "this needs at least a letter.",
    "too_long": "these are too many; {max_length} are the most.",
    "float_parsing": _NUMBER,
    "int_parsing": _NUMBER,
    "float_type": _NUMBER,
    "int_type": _NUMBER,
    "finite_number": _NUMBER,
    "int_from_float": "this must be a whole number.",
    "missing": "this is missing.",
    "extra_forbidden": "there is no such field.",
}


def bare(field: str) -> str:
    """Give a field's name without the unit that ends it.

    Parameters
    ----------
    field : str
        Its name. [-]

    Examples
    --------
    >>> bare("length_m"), bare("load_a"), bare("name")
    ('length', 'load', 'name')
    """
    return _SUFFIX.sub("", field)


def said(kind: str, context: dict[str, Any], field: str, *, feet: bool) -> str:
    """Say what is wrong with a value; empty where this has no words for it.

    Parameters
    ----------
    kind : str
        What the validator calls it. [-]
    context : dict
        Its limits. [unit of the field]
    field : str
        Name of the field, whose ending is its unit. [-]
    feet : bool
        Whether the person reads feet and Fahrenheit. [-]

    Examples
    --------
    >>> said("greater_than_equal", {"ge": 0.01}, "length_m", feet=True), said("less_than_equal", {"le": 50}, "ambient_c", feet=True)
    ('this goes from 0.4 in up.', 'this goes up to 122 °F.')
    >>> said("greater_than", {"gt": 0}, "load_a", feet=False)
    'this must be more than 0 A.'
    """
    if kind in _LIMITS:
        key, words = _LIMITS[kind]
        return words.format(amount(context[key], field, feet=feet))
    return _OTHER.get(kind, "").format(**context)


def amount(value: float, field: str, *, feet: bool) -> str:
    """Write a limit in the unit of its field, as the person reads it.

    Parameters
    ----------
    value : float
        The limit. [unit of the field]
    field : str
        Name of the field. [-]
    feet : bool
        Whether the person reads feet, pounds and Fahrenheit. [-]
    """
    found = _SUFFIX.search(field)
    unit = found.group(1) if found else ""
    if unit == "m":
        return _length(value, feet=feet)
    if unit == "c":
        return f"{value * 9 / 5 + 32:.0f} °F" if feet else f"{plainly(value)} °C"
    if unit == "n":
        return f"{value / POUND_N:.0f} lbf" if feet else f"{plainly(value)} N"
    if unit == "m2":
        return f"{value / SQUARE_FOOT_M2:.0f} sq ft" if feet else f"{plainly(value)} m²"
    return f"{plainly(value)} {_PLAIN[unit]}" if unit in _PLAIN else plainly(value)


def _length(value_m: float, *, feet: bool) -> str:
    if feet:
        return f"{value_m / INCH_M:.1f} in" if abs(value_m) < _SHORT_M else f"{value_m / FOOT_M:.0f} ft"
    return f"{plainly(1000 * value_m)} mm" if 0 < abs(value_m) < _SHORT_M else f"{plainly(value_m)} m"


def plainly(value: float) -> str:
    """Write a figure out, with at most three places and never as a power of ten.

    Parameters
    ----------
    value : float
        The figure. [-]

    Examples
    --------
    >>> plainly(1e6), plainly(537.7777), plainly(0.01), plainly(4)
    ('1000000', '537.778', '0.01', '4')
    """
    return f"{value:.6f}".rstrip("0").rstrip(".") if 0 < abs(value) < _TINY else f"{value:.3f}".rstrip("0").rstrip(".")
