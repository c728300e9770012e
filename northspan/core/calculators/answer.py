"""What every calculator answers: one line to say aloud, the figures, the limits and the working."""

from __future__ import annotations

from typing import Annotated

from pydantic import AfterValidator, Field, StringConstraints

from northspan.core.cautions import STANDING
from northspan.core.job import Part
from northspan.core.plan import MarginShown, WorkGroup, printed, shown
from northspan.core.rulebooks.protocol import Rulebook
from northspan.core.rulebooks.registry import edition_of
from northspan.core.worked import Margin, Step

RulebookName = Annotated[str, StringConstraints(max_length=20), AfterValidator(edition_of)]


class Question(Part):
    """Base of every question: by which rulebook it is to be answered."""

    rulebook: RulebookName = "us-2023"


class Answer(Part):
    """An answer. The names of `figures` carry their units."""

    rulebook: str
    standing: str
    headline: str
    figures: dict[str, float | str] = Field(default_factory=dict)
    margins: tuple[MarginShown, ...] = ()
    working: tuple[WorkGroup, ...] = ()


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
    groups = tuple(WorkGroup(title.lower().replace(" ", "_"), title, "", printed(steps)) for title, steps in working.items())
    return Answer(rulebook=rulebook.title, standing=STANDING, headline=headline, figures=figures, margins=shown(margins), working=groups)
