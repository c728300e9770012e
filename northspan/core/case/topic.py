"""What a topic is: what it adds to a plan, what it leaves for the topics after it, what it finds wrong, what it can be asked."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterable, Iterator, Mapping
from dataclasses import dataclass, field, replace
from typing import Any, Generic, TypeVar, cast

from northspan.core.case.calculator import Calculator
from northspan.core.case.case import Case
from northspan.core.document.findings import Finding

T = TypeVar("T")
Fields = Mapping[str, Any]


@dataclass(frozen=True, slots=True, eq=False)
class Result(Generic[T]):
    """Something a topic works out that later topics ask for, by name; the type says what it is."""

    name: str


@dataclass(frozen=True, slots=True)
class Planned:
    """What a topic adds to a plan.

    `fields` are fields of the plan. `onto` are fields of parts that another topic plans, by kind and id, put in their place;
    `more` the same, put behind what is there. `results` are for later topics.
    """

    fields: Fields = field(default_factory=dict)
    onto: Mapping[str, Mapping[str, Fields]] = field(default_factory=dict)
    more: Mapping[str, Mapping[str, Fields]] = field(default_factory=dict)
    results: Mapping[Result[Any], Any] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Before:
    """What was worked out before an edit.

    `results` are what the topics left. `moved` are the runs whose routes moved where nothing else of the job did that a
    topic reads; None where more was edited, and what was worked out before then only tells what need not be sized again.
    """

    results: Mapping[Result[Any], Any] = field(default_factory=dict)
    moved: frozenset[str] | None = None

    def __getitem__(self, result: Result[T]) -> T:
        """Give what a topic worked out before; only of a topic that ran then."""
        return cast("T", self.results[result])

    @property
    def only_moved(self) -> bool:
        """Whether nothing but routes moved."""
        return self.moved is not None


NOTHING_BEFORE = Before()


@dataclass(frozen=True, slots=True)
class Done:
    """What the topics before have worked out. `detailed` are the runs whose working is wanted, None for all.

    `before` is what was worked out of the job as it stood before the last edit.
    """

    detailed: Collection[str] | None = None
    results: Mapping[Result[Any], Any] = field(default_factory=dict)
    before: Before = NOTHING_BEFORE

    def __getitem__(self, result: Result[T]) -> T:
        """Give what an earlier topic worked out."""
        return cast("T", self.results[result])

    def wanted(self, run_ids: Collection[str]) -> Collection[str]:
        """Give those runs whose working is wanted.

        Parameters
        ----------
        run_ids : collection of str
            Ids of runs. [-]
        """
        return run_ids if self.detailed is None else frozenset(self.detailed).intersection(run_ids)

    def with_results(self, results: Mapping[Result[Any], Any]) -> Done:
        """Give the same with more results.

        Parameters
        ----------
        results : mapping of Result to what it is
            Of one topic. [-]
        """
        return Done(self.detailed, {**self.results, **results}, self.before)


def of_step(step: str, found: Iterable[Finding]) -> tuple[Finding, ...]:
    """Say of findings which step of the work they belong to, where they do not say it themselves.

    Parameters
    ----------
    step : str
        The step. [-]
    found : iterable of Finding
        What was found. [-]
    """
    return tuple([one if one.step else replace(one, step=step) for one in found])


def nothing_planned(case: Case, done: Done) -> Planned:
    """Add nothing: for topics that are asked and plan nothing by themselves.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What earlier topics worked out. [-]
    """
    del case, done
    return Planned()


def nothing_found(case: Case, done: Done) -> Iterator[Finding]:
    """Find nothing.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What the topics so far worked out, this one too. [-]
    """
    del case, done
    yield from ()


def never_stands(done: Done) -> bool:
    """Tell that everything is worked again, whatever moved.

    Parameters
    ----------
    done : Done
        What earlier topics worked out, now and before. [-]
    """
    del done
    return False


def always_stands(done: Done) -> bool:
    """Tell that a topic reads nothing of routes: its answer stands where nothing else was edited.

    Parameters
    ----------
    done : Done
        What earlier topics worked out, now and before. [-]
    """
    del done
    return True


@dataclass(frozen=True, slots=True)
class Topic:
    """A topic of the trade: the step of the work it belongs to, what it plans, finds and answers.

    `stands` tells, where nothing but routes moved, whether what it planned and found before is what it would plan and find now.
    """

    name: str
    step: str
    plan: Callable[[Case, Done], Planned] = nothing_planned
    findings: Callable[[Case, Done], Iterable[Finding]] = nothing_found
    calculators: tuple[Calculator, ...] = ()
    stands: Callable[[Done], bool] = never_stands
