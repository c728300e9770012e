"""The one way to ask: a name, a job worked out, what lies beside it and what is said, in; bytes out. Pure, so any door can hold it."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from pydantic import BaseModel, ValidationError

from northspan.core.calculators import CALCULATORS
from northspan.core.case.beside import Beside
from northspan.core.case.step import Step, StepAnswer
from northspan.core.case.worked import WorkedJob
from northspan.core.document.plan import Plan
from northspan.core.steps.found import with_steps_found
from northspan.core.steps.order import STEPS
from northspan.problem import KNOWN, Problem, problem_of, wrong_shape

OK = 200
STEP_NAMED = {step.name: step for step in STEPS}


@dataclass(frozen=True, slots=True)
class Said:
    """An answer as it goes out: whether it is one, or a problem, and its JSON."""

    status: int
    body: bytes

    @property
    def holds(self) -> bool:
        """Whether it answers what was asked."""
        return self.status == OK


@dataclass(frozen=True, slots=True)
class Question:
    """Something that can be asked: what is said with it, what it answers, whether it is asked of a job, and whether it takes long."""

    name: str
    words: str
    asked: type[BaseModel] | None
    answer: type[BaseModel]
    of_job: bool
    work: Callable[[WorkedJob | None, Beside, object], BaseModel]
    heavy: bool = False


def ask(name: str, whole: WorkedJob | None, beside: Beside, said: object = None, *, revision: int = 0) -> Said:
    """Ask a question by its name.

    Parameters
    ----------
    name : str
        One of `QUESTIONS`. [-]
    whole : WorkedJob or None
        The job, worked out, where the question is about one. [-]
    beside : Beside
        What lies beside it. [-]
    said : object
        What is said with the question, as JSON has it. [-]
    revision : int
        The revision of the job, named in the answer. [-]

    Examples
    --------
    >>> ask("calc/carry", None, Beside(), {}).status
    422
    """
    question = QUESTIONS[name]
    try:
        answer = question.work(whole, beside, said)
    except ValidationError as error:
        return told(wrong_shape(error, said))
    except KNOWN as error:
        return told(problem_of(error))
    if isinstance(answer, StepAnswer):
        answer = answer.model_copy(update={"revision": revision})
    return Said(OK, answer.model_dump_json().encode())


def told(problem: Problem) -> Said:
    """Give a problem as it goes out.

    Parameters
    ----------
    problem : Problem
        The problem. [-]
    """
    return Said(problem.status, problem.model_dump_json(exclude_none=True).encode())


def _needed(whole: WorkedJob | None) -> WorkedJob:
    if whole is None:
        message = "this is asked of a job, and there is none"
        raise TypeError(message)
    return whole


def _of_step(step: Step) -> Iterator[Question]:
    def own(view: str) -> Callable[[WorkedJob | None, Beside, object], BaseModel]:
        return lambda whole, beside, _: step.ask(_needed(whole), beside, view)

    yield Question(f"steps/{step.name}", step.view.words, None, step.view.answer, of_job=True, work=own(""))
    for name, view in step.more.items():
        yield Question(f"steps/{step.name}/{name}", view.words, None, view.answer, of_job=True, work=own(name), heavy=view.heavy)
    tried = step.tries
    if tried is not None:
        asked = tried.asked

        def attempt(whole: WorkedJob | None, beside: Beside, said: object) -> BaseModel:
            return step.attempt(_needed(whole), beside, asked.model_validate(said))

        words = (tried.ask.__doc__ or "").splitlines()[0]
        yield Question(f"steps/{step.name}/try", words, asked, tried.answer, of_job=True, work=attempt)


def _all() -> Iterator[Question]:
    for step in STEPS:
        yield from _of_step(step)
    for one in CALCULATORS.values():
        work = _calculated(one.question, one.work)
        yield Question(f"calc/{one.name}", one.words, one.question, one.answer, of_job=False, work=work, heavy=one.heavy)
    yield Question("plan", "Plan a job.", None, Plan, of_job=True, work=lambda whole, _, __: with_steps_found(_needed(whole)))


def _calculated(asked: type[BaseModel], work: Callable[[BaseModel], BaseModel]) -> Callable[[WorkedJob | None, Beside, object], BaseModel]:
    return lambda _, __, said: work(asked.model_validate(said))


QUESTIONS = {one.name: one for one in _all()}
