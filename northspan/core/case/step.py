"""What a step is: a part of the work that stands on a job worked out, as a topic stands on a job made ready."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import dataclass, field
from typing import Any

from pydantic import BaseModel, Field

from northspan.core.case.beside import Beside
from northspan.core.case.calculator import Calculator
from northspan.core.case.worked import WorkedJob
from northspan.core.document.findings import Finding
from northspan.core.document.job import Part

Edits = list[dict[str, Any]]


class StepAnswer(Part):
    """Base of what every step answers: the revision it was worked from, the versions of what lies beside, what was found wrong."""

    revision: int = 0
    versions: dict[str, str] = Field(default_factory=dict)
    findings: tuple[Finding, ...] = ()


@dataclass(frozen=True, slots=True)
class View:
    """A question of a step: the shape of its answer, the function that answers, and whether that takes long."""

    answer: type[StepAnswer]
    ask: Callable[[WorkedJob, Beside], StepAnswer]
    heavy: bool = False

    @property
    def words(self) -> str:
        """What it answers, in one line."""
        return first_line(self.ask)


@dataclass(frozen=True, slots=True)
class Try:
    """Something tried and not kept: what a person sees while a hand is still moving."""

    asked: type[BaseModel]
    answer: type[StepAnswer]
    ask: Callable[[WorkedJob, Beside, Any], StepAnswer]


@dataclass(frozen=True, slots=True)
class StepEvent:
    """Something that happened, taken into the job in one press: what is said of it, and the edits that it means."""

    name: str
    asked: type[BaseModel]
    edits: Callable[[WorkedJob, Beside, Any], Edits]


def nothing_found(whole: WorkedJob) -> Iterator[Finding]:
    """Find nothing.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    """
    del whole
    yield from ()


def nothing_refused(whole: WorkedJob) -> None:
    """Refuse nothing.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    """
    del whole


@dataclass(frozen=True, slots=True)
class Step:
    """A step of the work.

    `view` is what it answers, `more` what it can be asked besides, by name; `uses` are the parts of what lies beside that its
    answers hang on. `refuse` raises what is wrong with the part of the job at `owns`, when that part is edited.
    """

    name: str
    view: View
    more: Mapping[str, View] = field(default_factory=dict)
    tries: Try | None = None
    events: tuple[StepEvent, ...] = ()
    findings: Callable[[WorkedJob], Iterable[Finding]] = nothing_found
    calculators: tuple[Calculator, ...] = ()
    uses: tuple[str, ...] = ()
    owns: str = ""
    refuse: Callable[[WorkedJob], None] = nothing_refused

    def ask(self, whole: WorkedJob, beside: Beside, question: str = "") -> StepAnswer:
        """Ask the step; its findings come along with its own view.

        Parameters
        ----------
        whole : WorkedJob
            The job, worked out. [-]
        beside : Beside
            What lies beside it. [-]
        question : str
            Which of its views; its own if left out. [-]
        """
        if question:
            return self._dated(self.more[question].ask(whole, beside), beside)
        found = tuple(self.findings(whole))
        return self._dated(self.view.ask(whole, beside).model_copy(update={"findings": found}), beside)

    def attempt(self, whole: WorkedJob, beside: Beside, asked: BaseModel) -> StepAnswer:
        """Try something that the step knows how to try.

        Parameters
        ----------
        whole : WorkedJob
            The job, worked out. [-]
        beside : Beside
            What lies beside it. [-]
        asked : BaseModel
            What is tried. [-]
        """
        if self.tries is None:
            message = f"nothing is tried in {self.name}"
            raise LookupError(message)
        return self._dated(self.tries.ask(whole, beside, asked), beside)

    def event(self, name: str) -> StepEvent:
        """Give one of its events by its name.

        Parameters
        ----------
        name : str
            The name. [-]
        """
        return next(one for one in self.events if one.name == name)

    def _dated(self, answer: StepAnswer, beside: Beside) -> StepAnswer:
        return answer.model_copy(update={"versions": beside.used(self.uses)})


def first_line(function: Callable[..., Any]) -> str:
    """Give the first line of what is written about a function. [-]

    Parameters
    ----------
    function : callable
        The function. [-]
    """
    return (function.__doc__ or "").splitlines()[0]
