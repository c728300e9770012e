"""A job made ready to be planned: read once, asked by every topic, changed by none."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass, replace
from functools import cached_property

from northspan.core.case.facts import building_facts
from northspan.core.case.resistances import electrodes_ohm
from northspan.core.case.schools import Schools, check_calls, schools_of
from northspan.core.case.tree import Tree, tree_of
from northspan.core.document.job import CallChoice, Job
from northspan.core.rulebooks.questions.common import BuildingFacts
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.rulebooks.rulebook import Rulebook

_OF_NO_ROUTE = frozenset({"electrodes"})  # what is gathered once and reads nothing of routes


@dataclass(frozen=True)
class Case:
    """A job as a tree of runs, the code it follows, and the school of every call."""

    tree: Tree
    rulebook: Rulebook
    schools: Schools

    @property
    def job(self) -> Job:
        """The job, with what its supplies say of runs and loads."""
        return self.tree.job

    @cached_property
    def facts(self) -> dict[str, BuildingFacts]:
        """What rules ask of each building."""
        return {key: building_facts(self.tree, key, self.rulebook.supplies.usual_v) for key in self.job.buildings}

    @cached_property
    def electrodes(self) -> dict[str, float]:
        """Resistance of the electrodes of each building together, where it is known. [ohm]"""
        return electrodes_ohm(self.tree, self.rulebook.electrodes)

    def moved(self, job: Job, moved: Collection[str]) -> Case:
        """Give the same case where nothing but routes moved, and what no topic reads: nothing is checked or gathered again.

        Parameters
        ----------
        job : Job
            The job as it is now. [-]
        moved : collection of str
            Ids of the runs that moved. [-]
        """
        here = replace(self, tree=self.tree.moved(job, moved))
        for name in _OF_NO_ROUTE & self.__dict__.keys():
            here.__dict__[name] = self.__dict__[name]
        return here

    def without_load(self, key: str) -> Case:
        """Give the same case without a load: nothing else of it changes.

        Parameters
        ----------
        key : str
            Id of the load. [-]
        """
        return replace(self, tree=self.tree.without_load(key))

    def taking(self, call: str, school: str) -> Case:
        """Give the same case with one call taken the other way.

        Parameters
        ----------
        call : str
            Name of the call. [-]
        school : str
            The school that is followed. [-]
        """
        job = self.job.model_copy(update={"calls": self.job.calls | {call: CallChoice(school=school)}})
        return replace(self, tree=replace(self.tree, job=job), schools=self.schools.with_school(call, school))


def case_of(job: Job) -> Case:
    """Make a job ready.

    Parameters
    ----------
    job : Job
        The job. [-]

    Raises
    ------
    InvalidJob
        If the job names what does not exist: a rulebook, a call, a part.
    """
    rulebook = rulebook_of(job)
    check_calls(job)
    tree = tree_of(job)
    return Case(tree, rulebook, schools_of(tree.job))
