"""Every lawful way to make each run of a property, with its cost and its drop."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from northspan.core.case.case import case_of
from northspan.core.case.tree import Tree
from northspan.core.document.findings import Edit
from northspan.core.document.job import Job, Metal, Prices, Status
from northspan.core.physics.optimum import Choice
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.sizing.alternatives import largest_pipe, sets_words
from northspan.core.topics.sizing.conductor import ladder_of
from northspan.core.topics.sizing.cost import run_cost
from northspan.core.topics.sizing.from_job import run_question
from northspan.core.topics.sizing.question import RunQuestion
from northspan.core.topics.sizing.raise_voltage import voltage_ways, wire_losses
from northspan.core.topics.sizing.rules import SizingRules
from northspan.core.topics.sizing.run import SizedRun, size_run
from northspan.core.working.errors import InvalidJob, NoSolution, OutsideTable
from northspan.core.working.worked import whole


@dataclass(frozen=True, slots=True)
class Way:
    """A way to make a run: in words, its cost and drop, the edit that takes it, and whether it is the one planned now.

    `sized` is the run as it would be; None where it stays as it is, or at another voltage.
    """

    words: str
    choice: Choice
    edits: tuple[Edit, ...]
    planned: bool
    sized: SizedRun | None = None

    def cost_at(self, prices: Prices, rulebook: SizingRules) -> float:
        """Work what it would cost at other prices; what is at another voltage costs what it costs. [money]

        Parameters
        ----------
        prices : Prices
            The prices. [money]
        rulebook : SizingRules
            The rules that are asked. [-]
        """
        if self.sized is None:
            return self.choice.cost
        return _cost(replace(self.sized, question=replace(self.sized.question, prices=prices)), rulebook)


@dataclass(frozen=True, slots=True)
class SiteChoices:
    """The ways of every run that can be sized, runs in the order of the tree, and the limit of the whole way. [%]"""

    fed_by: dict[str, str | None]
    ways: dict[str, tuple[Way, ...]]
    limit_percent: float
    left_out: tuple[str, ...]


def site_choices(job: Job) -> SiteChoices:
    """List the lawful ways of every run of a job.

    Parameters
    ----------
    job : Job
        The job; its prices, calls and limits hold. [-]

    Raises
    ------
    InvalidJob
        If the job refers to what does not exist.
    NoSolution
        If a run has no way that keeps its own drop limit.

    Notes
    -----
    An existing run stays as it is and costs nothing. A pinned metal or size stays. A run's cost is its
    wires and pipes and its losses over the years typed; its pipes follow from its wires, by the call on
    pipe size. Standby supplies and runs without a load are left out, and named.
    """
    case = case_of(job)
    tree, rulebook = case.tree, case.rulebook
    sized: dict[str, SizedRun] = {}
    fed_by: dict[str, str | None] = {}
    ways: dict[str, tuple[Way, ...]] = {}
    left_out: list[str] = []
    limit = job.drop_limits.way_percent
    for key in tree.order:
        try:
            found = size_run(run_question(case, key, sized), rulebook) if key not in tree.standby else None
        except (NoSolution, OutsideTable):  # the plan says why; here it only stays out
            found = None
        if found is None:
            left_out.append(job.runs[key].name)
            continue
        limit = min(limit, found.question.limits_percent[1]) if sized else found.question.limits_percent[1]
        sized[key] = found
        ways[key] = tuple(_ways(job, found, rulebook))
        if not ways[key]:
            tried = f"every size and metal for {job.runs[key].name} within {found.question.limits_percent[0]:g} %"
            raise NoSolution("conductor", f"{tried}; raise its voltage, or its limit")
        fed_by[key] = _feeder(tree, key, fed_by)
    return SiteChoices(fed_by, ways, limit, tuple(left_out))


def _feeder(tree: Tree, key: str, fed_by: dict[str, str | None]) -> str | None:
    """The nearest run ahead that takes part."""
    return next((run for run in reversed(tree.way_to(key)[:-1]) if run in fed_by), None)


def _ways(job: Job, planned: SizedRun, rulebook: SizingRules) -> Iterator[Way]:
    question, run = planned.question, planned.question.run
    own = question.ahead_percent
    if run.status is Status.existing:
        yield Way(_words(planned, rulebook.words), Choice(0.0, planned.tried.drop.value.percent + own), (), planned=True)
        return
    run_limit = question.limits_percent[0]
    for metal in (run.metal,) if run.metal else rulebook.wires.metals():
        for sized in _of_metal(question, metal, rulebook):
            drop = sized.tried.drop.value.percent
            if drop > run_limit + 1e-9 or not sized.tried.lawful:
                continue
            wire = sized.tried.wire
            edits = (Edit("add", f"{question.pointer}/metal", wire.metal), Edit("add", f"{question.pointer}/conductor_size", wire.size),
                     Edit("add", f"{question.pointer}/sets", question.sets))  # fmt: skip
            same = wire == planned.tried.wire
            yield Way(_words(sized, rulebook.words), Choice(_cost(sized, rulebook), drop + own), edits, same, sized)
    if job.voltage_may_rise:
        for other in voltage_ways(planned, rulebook):
            if not other.current and other.holds and other.cure:
                words = f"{whole(other.volts)} V: {other.words}"
                yield Way(words, Choice(other.total_cost, other.drop_percent), other.cure.edits, planned=False)


def _of_metal(question: RunQuestion, metal: Metal, rulebook: SizingRules) -> Iterator[SizedRun]:
    run = question.run
    ladder = (run.conductor_size,) if run.conductor_size and run.metal else ladder_of(question, metal, rulebook.wires)
    smallest = rulebook.wires.area(rulebook.wires.smallest_customary(metal))
    for size in ladder:
        if rulebook.wires.area(size) < smallest and not run.conductor_size:
            continue
        fixed = run.model_copy(update={"metal": metal, "conductor_size": size, "sets": question.sets})
        try:
            sized = size_run(replace(question, run=fixed), rulebook)
        except (InvalidJob, NoSolution, OutsideTable):  # no such wire here, or no pipe for it: it is no way
            continue
        if sized:
            yield sized


def _cost(sized: SizedRun, rulebook: SizingRules) -> float:
    prices = sized.question.prices
    return (
        run_cost(sized, rulebook.wires, rulebook.pipes, rulebook.words).value
        + wire_losses(sized, rulebook.drops).value * prices.years * prices.energy_per_kwh
    )


def _words(sized: SizedRun, say: Words) -> str:
    wire, pipe = sized.tried.wire, largest_pipe(sized)
    return f"{sets_words(sized.question.sets)}{say.size_name(wire.size)} {wire.metal}" + (f", {pipe}" if pipe else "")
