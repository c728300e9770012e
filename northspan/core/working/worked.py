"""An answer and how it was worked: the working is the return value, never a second path."""

from __future__ import annotations

from enum import StrEnum
from math import floor
from typing import Generic, NamedTuple, TypeVar

from northspan.core.working.formula import compiled, figure

T = TypeVar("T")
MOST_PLACES = 4  # nobody reads more


class StepKind(StrEnum):
    """How a step came to its value."""

    given = "given"
    formula = "formula"
    table = "table"
    rule = "rule"


class Step(NamedTuple):
    """One line of working: symbol, words, what was done, figures put in, value, unit, citation.

    The lines are printed only when somebody reads them: a search holds hundreds of conductors
    against their limits, and one of them is shown.
    """

    symbol: str
    words: str
    text: str
    value: float
    unit: str
    citation: str
    kind: StepKind
    put_in: tuple[tuple[str, float], ...] = ()
    label: str = ""
    short: str = ""

    @property
    def formula(self) -> str:
        """The formula in symbols, the row and column read, or the reason."""
        return compiled(self.text).shown() if self.kind is StepKind.formula else self.text

    @property
    def figures(self) -> str:
        """The formula with its figures, or the row that was not enough."""
        if self.kind is StepKind.formula:
            return compiled(self.text).filled(dict(self.put_in))
        return f"not enough: {self.short}" if self.short else ""

    @property
    def result(self) -> str:
        """The value as shown."""
        return self.label or figure(self.value)


class Margin(NamedTuple):
    """How much of one limit is used.

    `share` is used over limit, 1 when the limit is just reached; for limits that ask for
    at least so much, it is limit over used. `advice` marks a limit that is not a rule.
    """

    key: str
    words: str
    used: float
    limit: float
    unit: str
    share: float
    citation: str
    at_least: bool = False
    advice: bool = False

    @property
    def holds(self) -> bool:
        """Whether the limit is kept, to within rounding of the arithmetic."""
        return self.share <= 1 + 1e-9


class Worked(NamedTuple, Generic[T]):
    """A value with its steps, and the limits it was held against."""

    value: T
    steps: tuple[Step, ...] = ()
    margins: tuple[Margin, ...] = ()

    @property
    def asks(self) -> Step:
        """The line that says what was asked: working begins with it."""
        return self.steps[0]

    @property
    def rule(self) -> Step:
        """The line that decides: working ends with it."""
        return self.steps[-1]

    @property
    def governs(self) -> Margin | None:
        """The limit with the least room left."""
        return max(self.margins, key=lambda margin: margin.share, default=None)


def ending(*steps: Step) -> Worked[float]:
    """Give working that ends with its answer.

    Parameters
    ----------
    *steps : Step
        Lines in order, the answer last. [-]

    Examples
    --------
    >>> ending(given("U", "voltage", 240.0, "V"), given("I", "current", 40.0, "A")).value
    40.0
    """
    return Worked(steps[-1].value, steps)


def step(symbol: str, words: str, formula: str, unit: str, citation: str, **figures: float) -> Step:
    """Do a sum and write it down, both from the one formula.

    Parameters
    ----------
    symbol : str
        What the result is called in later steps. [-]
    words : str
        What it is, in plain words. [-]
    formula : str
        Arithmetic over the names of the figures. [-]
    unit : str
        Unit of the result. [-]
    citation : str
        Article or textbook. [-]
    **figures : float
        Figures to put in. [units as the formula needs]

    Examples
    --------
    >>> s = step("P", "heat in the conductor", "I**2 * R", "W", "Ohm's law", I=12.0, R=0.1)
    >>> s.formula, s.figures, s.result
    ('I^2 × R', '12^2 × 0.1', '14.4')
    """
    value = compiled(formula).value(figures)
    return Step(symbol, words, formula, value, unit, citation, StepKind.formula, tuple(figures.items()))


def given(symbol: str, words: str, value: float, unit: str, citation: str = "job") -> Step:
    """Write down a figure taken from the job.

    Parameters
    ----------
    symbol : str
        What it is called in later steps. [-]
    words : str
        What it is. [-]
    value : float
        The figure. [unit]
    unit : str
        Its unit. [-]
    citation : str
        Where it was given. [-]
    """
    return Step(symbol, words, "", value, unit, citation, StepKind.given)


def looked_up(
    symbol: str, words: str, value: float | str, unit: str, citation: str, *, row: str, column: str = "", short: str = ""
) -> Step:
    """Write down a look-up: row, column, and the row that was not enough.

    Parameters
    ----------
    symbol : str
        What the figure is called in later steps. [-]
    words : str
        What it is. [-]
    value : float or str
        The table's figure. [unit]
    unit : str
        Its unit. [-]
    citation : str
        The table. [-]
    row : str
        The row read. [-]
    column : str
        The column read, if there are several. [-]
    short : str
        The row before, which was not enough. [-]
    """
    where = f"row {row}" + (f", column {column}" if column else "")
    number, label = (0.0, value) if isinstance(value, str) else (float(value), "")
    return Step(symbol, words, where, number, unit, citation, StepKind.table, label=label, short=short)


def ruled(symbol: str, words: str, result: str, why: str, citation: str, value: float = 0.0) -> Step:
    """Write down a decision a rule makes, with the reason.

    Parameters
    ----------
    symbol : str
        Short name of the decision. [-]
    words : str
        What is decided. [-]
    result : str
        The decision. [-]
    why : str
        The reason, in our own words. [-]
    citation : str
        The rule. [-]
    value : float
        A figure that goes with it, if any. [unit of the rule]
    """
    return Step(symbol, words, why, value, "", citation, StepKind.rule, label=result)


def whole(value: float) -> str:
    """Write a figure without places; one half goes up, never to even.

    Parameters
    ----------
    value : float
        The figure. [unit]

    References
    ----------
    NEC 2023, 220.5(B): what is below one half is dropped.

    Examples
    --------
    >>> whole(78.5), whole(77.5), whole(78.49), whole(-0.2)
    ('79', '78', '78', '0')
    """
    return f"{floor(value + 0.5 + 1e-12)}"


def three(value: float) -> str:
    """Write a figure with three digits, as a person does: never as a power of ten.

    Parameters
    ----------
    value : float
        The figure. [-]

    Examples
    --------
    >>> three(0.12345), three(28.54), three(999.6), three(1234.5), three(1e6), three(1e-7)
    ('0.123', '28.5', '1000', '1235', '1000000', '0')
    """
    if abs(value) >= 999.5:  # noqa: PLR2004 - from here on three digits would be rounded to tens
        return whole(value)
    shown = f"{value:.3g}"
    return f"{value:.4f}".rstrip("0").rstrip(".") if "e" in shown else shown


def told_apart(used: float, limit: float, places: int = 0) -> str:
    """Write a figure with as many places as it takes to tell it from a limit that it is above.

    Parameters
    ----------
    used : float
        What is used. [unit]
    limit : float
        How much is allowed. [unit]
    places : int
        Places that are enough elsewhere. [-]

    Examples
    --------
    >>> told_apart(40.04, 40.0), told_apart(39.9, 40.0), told_apart(63.2, 40.0)
    ('40.04', '40', '63')
    """
    while places < MOST_PLACES and used > limit and f"{used:.{places}f}" == f"{limit:.{places}f}":
        places += 1
    return f"{used:.{places}f}" if places else whole(used)


READ_TO_M = 0.00635  # a quarter of an inch: as a tape is read


def falls_short(read_m: float, least_m: float) -> bool:
    """Tell whether a length that was read is below a least one by more than its reading is good for.

    Parameters
    ----------
    read_m : float
        As read. [m]
    least_m : float
        The least. [m]

    Examples
    --------
    >>> falls_short(11.8 * 0.0254, 12 * 0.0254), falls_short(11.7 * 0.0254, 12 * 0.0254)
    (False, True)
    """
    return read_m < least_m - READ_TO_M


def goes_beyond(read_m: float, most_m: float) -> bool:
    """Tell whether a length that was read is above the most by more than its reading is good for.

    Parameters
    ----------
    read_m : float
        As read. [m]
    most_m : float
        The most. [m]

    Examples
    --------
    >>> goes_beyond(36.2 * 0.0254, 36 * 0.0254), goes_beyond(36.3 * 0.0254, 36 * 0.0254)
    (False, True)
    """
    return read_m > most_m + READ_TO_M


def over_words(margin: Margin) -> str:
    """Say what is used of a limit, so that one which is broken never reads like one that is kept.

    Parameters
    ----------
    margin : Margin
        The limit. [-]

    Examples
    --------
    >>> over_words(at_most("fill", "Pipe fill", 40.3, 40.0, "%", "Chapter 9"))
    '40.3 of 40 %'
    """
    return f"{told_apart(margin.used, margin.limit)} of {whole(margin.limit)} {margin.unit}"


def at_most(key: str, words: str, used: float, limit: float, unit: str, citation: str) -> Margin:
    """Hold a figure against an upper limit.

    Parameters
    ----------
    key : str
        Stable name of the limit. [-]
    words : str
        What is limited. [-]
    used : float
        What is used. [unit]
    limit : float
        How much is allowed. [unit]
    unit : str
        Unit of both. [-]
    citation : str
        Where the limit comes from. [-]

    Examples
    --------
    >>> at_most("fill", "Pipe fill", 30.0, 40.0, "%", "Chapter 9").share
    0.75
    """
    share = used / limit if limit > 0 else (0.0 if used <= 0 else 10.0)
    return Margin(key, words, used, limit, unit, share, citation)
