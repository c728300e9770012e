"""The whole job done another way, beside the plan as it is: the other metal, the cheapest set of runs, another way to lie."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from northspan.core.case.case import Case, case_of
from northspan.core.case.worked import WorkedJob
from northspan.core.document.findings import Cure, Edit
from northspan.core.document.job import Job, Metal, Method, Place, Status
from northspan.core.document.patching import with_edits
from northspan.core.document.plan.materials import Alternative, TakeOffLine
from northspan.core.document.price_book import PriceBook
from northspan.core.physics.optimum import cheapest_sets
from northspan.core.solve import solve, worked
from northspan.core.steps.estimate.estimate import estimated
from northspan.core.steps.materials.lines import taken_off
from northspan.core.steps.materials.priced import price_key, priced
from northspan.core.steps.materials.quotes import choices, kinds_used
from northspan.core.topics.routes.route import IN_PIPE
from northspan.core.topics.site.choices import site_choices
from northspan.core.working.errors import InvalidJob, NoSolution, OutsideTable

FREE = ("conductor_size", "grounded_size", "equipment_ground_size", "pipe_size", "sets", "insulation")


def alternatives(job: Job, books: Sequence[PriceBook], days_h: float = 0.0) -> tuple[Alternative, ...]:
    """Price the plan as it is, and what a person could do instead, at the same prices and with the same hours.

    Parameters
    ----------
    job : Job
        The job. [-]
    books : sequence of PriceBook
        The prices that are kept. [money]
    days_h : float
        Hours of the days of the job, taken where none are typed. [h]

    Notes
    -----
    What cannot be planned, or comes out the same as a way before it, is not listed.
    """
    found = [_weighed("as planned", job, None, books, days_h)]
    for words, edits, other in other_jobs(job):
        try:
            way = _weighed(words, other, Cure(f"Take it: {words}", edits), books, days_h)
        except (InvalidJob, NoSolution, OutsideTable):  # it cannot be done: it is no way
            continue
        if all(round(way.materials - one.materials, 2) or way.missing != one.missing for one in found):
            found.append(way)
    return tuple(found)


def other_jobs(job: Job) -> Iterator[tuple[str, tuple[Edit, ...], Job]]:
    """List the job done another way: in words, by which edits, and the job itself. It may be that it cannot be planned.

    Parameters
    ----------
    job : Job
        The job. [-]
    """
    for words, edits in _ways(job):
        yield words, edits, with_edits(job, edits)


def asked_of_a_shop(whole: WorkedJob) -> Iterator[tuple[str, str, str]]:
    """List what a shop is asked the prices of: all that the plan needs, what it would need done another way, what a run could choose.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    """
    rulebook = whole.case.rulebook
    yield from ((*price_key(line), line.unit) for line in _wanted(whole))
    yield from ((item, what.lower(), "m") for _, item, what in choices(rulebook, kinds_used(whole.job, rulebook.wires)))


def _wanted(whole: WorkedJob) -> Iterator[TakeOffLine]:
    yield from (line for line in taken_off(whole).lines if line.item != "own")
    for _, _, other in other_jobs(whole.job):
        try:
            yield from (line for line in taken_off(worked(other)).lines if line.item != "own")
        except (InvalidJob, NoSolution, OutsideTable):  # that way cannot be done, so nobody buys for it
            continue


def _ways(job: Job) -> Iterator[tuple[str, tuple[Edit, ...]]]:
    case = case_of(job)
    new = [key for key, run in job.runs.items() if run.status is Status.new and not run.utility_owned]
    metals = case.rulebook.wires.metals()
    for metal in metals if len(metals) > 1 else ():
        yield f"every new run in {case.rulebook.words.metal_name(metal)}", tuple(_in_metal(new, metal))
    cheapest = _cheapest(job)
    if cheapest:
        yield "the cheapest set for the whole site, its losses with it", cheapest
    plan = solve(job, new)
    laid: dict[str, list[Edit]] = {}
    for key in new:
        for way in plan.runs[key].neighbours if key in plan.runs else ():
            if way.holds and way.words.startswith(("straight in the ground", "in pipe")):
                laid.setdefault(way.words.split(",", maxsplit=1)[0], []).extend(way.cure.edits)
    for words, edits in laid.items():
        yield f"{words} where it is dug", tuple(edits)
    joined = tuple(_in_pipe(case, new))
    if joined:
        yield "in pipe the whole way, with no box where a cable begins", joined


def _in_pipe(case: Case, runs: Sequence[str]) -> Iterator[Edit]:
    """Stretches that lie open as cable because loose wires may not, in pipe instead."""
    for key in runs:
        run = case.job.runs[key]
        piped = [one.method for one in run.segments if one.method in IN_PIPE]
        for one in run.segments:
            if piped and one.method is Method.cable and one.place is not Place.buried:
                yield Edit("add", f"/runs/{key}/segments/{one.key}/method", piped[0].value)
                yield Edit("add", f"/runs/{key}/segments/{one.key}/insulation", None)


def _in_metal(runs: Sequence[str], metal: Metal) -> Iterator[Edit]:
    for key in runs:
        yield Edit("add", f"/runs/{key}/metal", metal.value)
        yield from (Edit("add", f"/runs/{key}/{field}", None) for field in FREE)


def _cheapest(job: Job) -> tuple[Edit, ...]:
    """The edits that take the cheapest set of choices; none where the limits cannot be kept, or it is planned so already."""
    try:
        found = site_choices(job)
    except NoSolution:  # the site dialog says why
        return ()
    points = cheapest_sets(found.fed_by, {run: [way.choice for way in ways] for run, ways in found.ways.items()}, found.limit_percent)
    if not points:
        return ()
    chosen = [found.ways[run][at] for run, at in points[-1].chosen().items()]
    return tuple(edit for way in chosen if not way.planned for edit in way.edits)


def _weighed(words: str, job: Job, cure: Cure | None, books: Sequence[PriceBook], days_h: float) -> Alternative:
    whole = worked(job)
    prices = priced(taken_off(whole), books, whole.case.rulebook.words.length_text)
    materials = prices.splits[0].cost if prices.splits else 0.0
    worst = max((run.way_percent for run in whole.plan.runs.values()), default=0.0)
    return Alternative(words, materials, estimated(job.materials.estimate, materials, days_h).value, worst, len(prices.unpriced), cure)
