"""How suppliers head their columns, and how they write what a price is for."""

from __future__ import annotations

import re

from northspan.core.document.supplier_list import Basis, Meaning

HEADINGS: dict[Meaning, frozenset[str]] = {
    "part": frozenset({
        "part", "part no", "part number", "item no", "item number", "sku", "code", "cat no", "catalogue no", "catalog no", "article",
        "product code", "stock code", "order no", "item code",
    }),
    "words": frozenset({"description", "words", "product", "name", "item description", "text", "what", "title"}),
    "unit": frozenset({"unit", "uom", "per", "price per", "unit of measure", "pack unit", "sold by", "u m", "price unit", "basis"}),
    "price": frozenset({"price", "net", "net price", "your price", "cost", "unit price", "trade price", "list price", "price net", "nett"}),
    "size": frozenset({"size", "length", "contents", "pack", "pack size", "pack qty", "reel length", "qty per pack", "holds", "coil"}),
    "least": frozenset({"least", "min", "minimum", "min qty", "moq", "minimum order"}),
    "day": frozenset({"day", "date", "valid from", "price date", "as of"}),
    "stock": frozenset({"stock", "in stock", "available", "availability", "qty on hand"}),
    "cut_fee": frozenset({"cut fee", "cutting", "cutting charge"}),
}  # fmt: skip
BASES: dict[Basis, str] = {
    "each": r"ea(ch)?|pcs?|pieces?|st|unit|1|no|nr",
    "per 100": r"c|100|/100|per 100|hundred|ce|100 ?(ea|pcs?)",
    "per 1000": r"1000|1,000|/1000|per 1,?000|thousand|1000 ?(ea|pcs?)",
    "ft": r"ft|foot|feet|lf",
    "per 100 ft": r"cft|c ?ft|100 ?(ft|feet|')|/100 ?ft|per 100 ft",
    "per 1000 ft": r"mft|m ?ft|1,?000 ?(ft|feet|')|/1,?000 ?ft|per 1,?000 ft",
    "m": r"met(re|er)s?|mtr|lm",
    "per 100 m": r"100 ?m(trs?|etres?)?|/100 ?m|per 100 m",
    "per 1000 m": r"km|1,?000 ?m(trs?|etres?)?|per 1,?000 m",
    "stick": r"sticks?|length|lgth|lth",
    "reel": r"reels?|rolls?|rl|coils?|cl|drums?|spools?",
    "pack": r"packs?|pk|pkt|bags?|box(es)?|bx|carton|ctn",
    "L": r"l|lit(re|er)s?",
}
HOLDS: dict[Basis, tuple[str, float]] = {
    "each": ("each", 1), "per 100": ("each", 100), "per 1000": ("each", 1000), "m": ("m", 1), "per 100 m": ("m", 100),
    "per 1000 m": ("m", 1000), "ft": ("ft", 1), "per 100 ft": ("ft", 100), "per 1000 ft": ("ft", 1000), "stick": ("stick", 1),
    "reel": ("reel", 1), "pack": ("pack", 1), "L": ("L", 1),
}  # fmt: skip


def basis_of(said: str, *, feet: bool) -> Basis | None:
    """Say what a unit means as it is usually written; None where nobody knows.

    Parameters
    ----------
    said : str
        The unit. [-]
    feet : bool
        Whether lengths are in feet there: then a capital M is a thousand, else a metre. [-]

    Examples
    --------
    >>> [basis_of(one, feet=True) for one in ("EA", "C", "M", "CFT", "Rl", "?")]
    ['each', 'per 100', 'per 1000', 'per 100 ft', 'reel', None]
    """
    plain = re.sub(r"[.\s]+", " ", said).strip()
    if plain in {"M", "m"}:
        return "per 1000" if feet and plain == "M" else "m"
    return next((basis for basis, pattern in BASES.items() if re.fullmatch(pattern, plain, re.IGNORECASE)), None)


def meaning_of(heading: str) -> Meaning | None:
    """Say what a column is by its heading; None where nobody knows.

    Parameters
    ----------
    heading : str
        The heading. [-]

    Examples
    --------
    >>> meaning_of("Part No."), meaning_of("Net price"), meaning_of("Colour")
    ('part', 'price', None)
    """
    plain = re.sub(r"[^a-z]+", " ", heading.lower()).strip()
    return next((meaning for meaning, words in HEADINGS.items() if plain in words), None)
