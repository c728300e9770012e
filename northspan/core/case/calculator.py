"""What a calculator is, and what every one answers: one line to say aloud, the figures, the limits and the working."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Annotated, Any

from pydantic import AfterValidator, BaseModel, Field, StringConstraints

from northspan.core.document.cautions import DEFERENCE
from northspan.core.document.job import Part, System
from northspan.core.document.plan import MarginShown, WorkGroup, margins_shown, work_lines
from northspan.core.rulebooks.questions.supplies import SupplyRules
from northspan.core.rulebooks.registry import edition_of
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.working.worked import Margin, Step

RulebookName = Annotated[str, StringConstraints(max_length=20), AfterValidator(edition_of)]


@dataclass(frozen=True, slots=True)
class Calculator:
    """A question, its answer, the function between them, and whether that may take long."""

    name: str
    question: type[BaseModel]
    answer: type[BaseModel]
    work: Callable[[Any], BaseModel]
    heavy: bool = False

    @property
    def words(self) -> str:
        """What it does, in one line."""
        return (self.work.__doc__ or "").splitlines()[0]


class Question(Part):
    """Base of every question: by which rulebook it is to be answered."""

    rulebook: RulebookName = "us-2023"


class Answer(Part):
    """An answer. The names of `figures` carry their units."""

    rulebook: str
    deference: str
    headline: str
    figures: dict[str, float | str] = Field(default_factory=dict)
    margins: tuple[MarginShown, ...] = ()
    working: tuple[WorkGroup, ...] = ()


def supplied(supply_rules: SupplyRules, line_v: float | None, system: System | None) -> tuple[float, System]:
    """Give the voltage and the system of a supply: as asked, or what is usual under the code. [V]

    Parameters
    ----------
    supply_rules : SupplyRules
        What supplies are like. [-]
    line_v : float or None
        Line to line voltage, of a single line to its neutral. [V]
    system : System or None
        How the windings are tapped. [-]

    Examples
    --------
    >>> from northspan.core.rulebooks.registry import rulebook_named
    >>> [supplied(rulebook_named(name).supplies, None, None)[0] for name in ("us-2023", "uk-2022")]
    [240.0, 230.0]
    """
    return (line_v if line_v is not None else supply_rules.usual_v), (system or supply_rules.usual_system)


def answered(
    rulebook: Rulebook,
    headline: str,
    figures: dict[str, float | str],
    working: dict[str, tuple[Step, ...]],
    margins: tuple[Margin, ...] = (),
) -> Answer:
    """Lay out an answer.

    Parameters
    ----------
    rulebook : Rulebook
        The code that was followed. [-]
    headline : str
        The answer in one line. [-]
    figures : dict
        Figures by name. [units in the names]
    working : dict
        Steps by what they answer. [-]
    margins : tuple of Margin
        Limits that were checked. [-]
    """
    groups = tuple(WorkGroup(title.lower().replace(" ", "_"), title, "", work_lines(steps)) for title, steps in working.items())
    return Answer(
        rulebook=rulebook.title,
        deference=rulebook.words.fill(DEFERENCE),
        headline=headline,
        figures=figures,
        margins=margins_shown(margins),
        working=groups,
    )
