"""One text for the sum that is done and the sum that is shown."""

from __future__ import annotations

import ast
import math
from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache

_FUNCTIONS: dict[str, Callable[..., float]] = {
    "max": max,
    "min": min,
    "sqrt": math.sqrt,
    "log": math.log,
    "cos": math.cos,
    "sin": math.sin,
    "acos": math.acos,
    "cosh": math.cosh,
    "sinh": math.sinh,
    "floor": math.floor,
}
_SIGNS: dict[type[ast.operator], tuple[str, int]] = {
    ast.Add: (" + ", 1),
    ast.Sub: (" − ", 1),
    ast.Mult: (" × ", 2),
    ast.Div: (" / ", 2),
    ast.Pow: ("^", 4),
}


@dataclass(frozen=True, slots=True)
class Formula:
    """A compiled formula: a function to call, and pieces to print it from."""

    function: Callable[..., float]
    pieces: tuple[tuple[str, bool], ...]  # text, and whether it is a symbol to fill in

    def value(self, figures: dict[str, float]) -> float:
        """Work the formula with these figures. [-]"""
        return float(self.function(**figures))

    def shown(self) -> str:
        """Print the formula in symbols. [-]"""
        return "".join(text for text, _ in self.pieces)

    def filled(self, figures: dict[str, float]) -> str:
        """Print the formula with the figures put in. [-]"""
        return "".join(figure(figures[text]) if symbol else text for text, symbol in self.pieces)


@lru_cache(maxsize=512)
def compiled(text: str) -> Formula:
    """Compile a formula of plain arithmetic.

    Parameters
    ----------
    text : str
        Arithmetic over names: + - * / **, max, min, sqrt, log, cos, sin, acos, cosh, sinh, floor. [-]

    Returns
    -------
    Formula
        Ready to run and to print.

    Raises
    ------
    ValueError
        If the text holds anything but arithmetic.

    Examples
    --------
    >>> compiled("2 * I * L / 1000").shown()
    '2 × I × L / 1000'
    >>> compiled("2 * (I + J)").filled({"I": 70.0, "J": 0.5})
    '2 × (70 + 0.5)'
    """
    tree = ast.parse(text, mode="eval")
    pieces = tuple(_print(tree.body, 0))  # refuses whatever is not arithmetic, so the text is safe to compile
    names = ", ".join(dict.fromkeys(text for text, symbol in pieces if symbol))
    function = eval(f"lambda {names}: {text}", {"__builtins__": {}, **_FUNCTIONS})  # noqa: S307 - see above
    return Formula(function, pieces)


def figure(number: float) -> str:
    """Write a figure as a tradesman would: four figures at most, no trailing zeros.

    Parameters
    ----------
    number : float
        What to write. [-]

    Examples
    --------
    >>> figure(0.2010), figure(83690.0), figure(7.19983), figure(-1.0)
    ('0.201', '83690', '7.2', '−1')
    """
    if number == 0:
        return "0"
    decimals = max(0, 3 - math.floor(math.log10(abs(number))))
    text = f"{number:.{decimals}f}"
    if "." in text:
        text = text.rstrip("0").rstrip(".")
    return text.replace("-", "−")


def _print(node: ast.expr, above: int) -> list[tuple[str, bool]]:
    if isinstance(node, ast.Constant) and isinstance(node.value, (int, float)):
        return [(figure(float(node.value)), False)]
    if isinstance(node, ast.Name):
        return [(node.id, True)]
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.USub):
        return [("−", False), *_print(node.operand, 3)]
    if isinstance(node, ast.BinOp) and type(node.op) in _SIGNS:
        sign, rank = _SIGNS[type(node.op)]
        # a - (b - c) and a / (b / c) keep their brackets
        inside = [*_print(node.left, rank), (sign, False), *_print(node.right, rank + 1)]
        return [("(", False), *inside, (")", False)] if rank < above else inside
    if isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id in _FUNCTIONS:
        pieces: list[tuple[str, bool]] = [(f"{node.func.id}(", False)]
        for i, argument in enumerate(node.args):
            pieces += ([("; ", False)] if i else []) + _print(argument, 0)
        return [*pieces, (")", False)]
    message = f"not arithmetic: {ast.dump(node)}"
    raise ValueError(message)
