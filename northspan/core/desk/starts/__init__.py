"""Guided starts: complete jobs, or additions to one, from the few things that matter."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from northspan.core.desk.draft import Draft, Tail, edits_between, no_tail
from northspan.core.desk.rulebook_change import in_own_rulebook
from northspan.core.desk.starts import cases
from northspan.core.desk.starts.asked import (
    ALTITUDE,
    BENDS,
    CONTINUOUS,
    DIVERSION,
    EARTHING,
    FOOTING,
    FUEL,
    GENERATOR_KVA,
    HOUSE,
    HOUSE_LOAD,
    INVERTER_KVA,
    LENGTH,
    LOAD,
    METAL,
    MOVED,
    NAME,
    NEW_RATING,
    PLANT_KVA,
    SERVICE,
    SERVICE_RUN,
    SHED_LOAD,
    SPACES,
    TO_SWITCH,
    WHOLE_LOAD,
    Answers,
    Asked,
)  # fmt: skip
from northspan.core.desk.starts.pulls import with_help
from northspan.core.desk.starts.rods import with_rods
from northspan.core.desk.starts.services import with_ratings
from northspan.core.document.job import Job, Metal, Place, Segment
from northspan.core.rulebooks.questions.supplies import SupplyRules
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.working.errors import InvalidJob

__all__ = ["STARTS", "Answers", "Asked", "Start", "detached_feeder", "empty_job", "laid_out", "ready", "start_edits", "started"]


USUAL_BENDS = 2


@dataclass(frozen=True, slots=True)
class Start:
    """A usual case: its title, what it is, what it asks, and whether it can be added to a job that has work in it."""

    key: str
    title: str
    words: str
    asks: tuple[Asked, ...]
    lay_out: Callable[[Draft, Answers], None]
    adds: bool = True


def _building(hint: str) -> Asked:
    return Asked("building", "Name of the building", "text", hint=hint)


_ALL = (
    Start(
        "new_service",
        "New {service}",
        "A house that gets its first {service}.",
        (NAME, *HOUSE, FOOTING, NEW_RATING, EARTHING, *SERVICE_RUN, METAL),
        cases.new_service,
        adds=False,
    ),
    Start(
        "larger_service",
        "Larger {service}",
        "The {service} grows; the old {panel} becomes a {subpanel}.",
        (NAME, SERVICE, *HOUSE, NEW_RATING, EARTHING, *SERVICE_RUN),
        cases.larger_service,
        adds=False,
    ),
    Start(
        "detached_panel",
        "{Panel} in a detached building",
        "A {feeder}, a {panel}, a disconnect and electrodes there.",
        (NAME, _building("Workshop"), LOAD, CONTINUOUS, LENGTH, BENDS, METAL),
        cases.detached_panel,
    ),
    Start("subpanel", "{Subpanel} in the house", "A second {panel} in the same building.", (NAME, LOAD, LENGTH, METAL), cases.subpanel),
    Start(
        "shed_circuit",
        "One circuit to a shed",
        "A single circuit; no electrode is needed there.",
        (NAME, _building("Shed"), SHED_LOAD, LENGTH, BENDS),
        cases.shed_circuit,
    ),
    Start(
        "move_panel",
        "Move a {panel}",
        "The {panel} goes to another place in the house.",
        (NAME, SERVICE, SPACES, HOUSE_LOAD, LENGTH, MOVED),
        cases.move_panel,
        adds=False,
    ),
    Start(
        "remote_source",
        "Long run to a remote plant",
        "A plant far away that overspeeds when its load is lost, and the house.",
        (NAME, PLANT_KVA, DIVERSION, LOAD, LENGTH, BENDS, METAL),
        cases.remote_source,
        adds=False,
    ),
    Start(
        "generator",
        "Standby generator",
        "A generator with a {transfer_switch} ahead of the {panel}.",
        (NAME, GENERATOR_KVA, FUEL, ALTITUDE, SERVICE, WHOLE_LOAD, TO_SWITCH),
        cases.generator,
    ),
    Start(
        "paired_inverters",
        "Paired inverters",
        "Two inverters, one leg each, with a {transfer_switch}.",
        (NAME, INVERTER_KVA, SERVICE, WHOLE_LOAD, TO_SWITCH),
        cases.paired_inverters,
    ),
)
STARTS: dict[str, Start] = {start.key: start for start in _ALL}


def empty_job(name: str) -> Job:
    """Start a job with nothing in it.

    Parameters
    ----------
    name : str
        Name of the property. [-]
    """
    return Job(name=name)


def started(key: str, answers: Answers) -> Job:
    """Lay out a job of its own from a start.

    Parameters
    ----------
    key : str
        Key of the start. [-]
    answers : Answers
        What was answered. [-]

    Raises
    ------
    InvalidJob
        If there is no such start, or a required answer is missing.
    """
    before = empty_job(answers.name)
    return ready(laid_out(before, key, answers), before, answers)


def start_edits(job: Job, key: str, answers: Answers, tail: Tail = no_tail) -> list[dict[str, Any]]:
    """Give the edit that adds a start to a job, as JSON Patch operations.

    Parameters
    ----------
    job : Job
        The job as it stands. [-]
    key : str
        Key of the start. [-]
    answers : Answers
        What was answered; the name is left aside. [-]
    tail : callable
        Makes the tails of new ids. [-]

    Raises
    ------
    InvalidJob
        If there is no such start, a required answer is missing, or the start lays out a whole house and one is there.
    """
    if key in STARTS and not STARTS[key].adds and job.runs:
        raise InvalidJob(
            "/runs",
            f"“{rulebook_of(job).words.fill(STARTS[key].title)}” lays out a whole property, and this job has runs already.",
            "Start a new job.",
        )
    return edits_between(job, ready(laid_out(job, key, answers, tail), job, answers))


def detached_feeder(name: str, load_a: float, length_m: float, metal: Metal | None = None, continuous_a: float = 0) -> Job:
    """Start a job with one feeder from a house panel to a panel in a detached building.

    Parameters
    ----------
    name : str
        Name of the property. [-]
    load_a : float
        Load of the building. [A]
    length_m : float
        Length of the route. [m]
    metal : Metal, optional
        Conductor metal; left out, the rules and calls choose. [-]
    continuous_a : float
        Continuous part of the load. [A]
    """
    answers = Answers(name=name, load_a=load_a, length_m=length_m, metal=metal, continuous_a=continuous_a)
    return started("detached_panel", answers)


def ready(job: Job, before: Job, answers: Answers) -> Job:
    """Make what was laid out native to its rulebook, with services at a rating of the trade and pulls that can be done.

    Parameters
    ----------
    job : Job
        The job as laid out. [-]
    before : Job
        The job that it was laid into. [-]
    answers : Answers
        What was answered. [-]
    """
    return with_help(with_ratings(_usually_buried(in_own_rulebook(job), before, answers.bends), before, answers.new_service_a), before)


def _usually_buried(job: Job, before: Job, bends: int | None) -> Job:
    """What a start buries lies in ground as warm as the code takes it, and its pipe bends: down at one end and up at the other."""
    book = rulebook_of(job)
    ground_c, bent_deg = book.ampacities.usual_ground_c(), 90.0 * (USUAL_BENDS if bends is None else bends)

    def laid(one: Segment) -> Segment:
        if one.place is not Place.buried:
            return one
        piped = book.pipes.trade_sizes(one.method, 3)
        return one.model_copy(update={"ambient_c": ground_c} | ({"bends_deg": bent_deg} if piped else {}))

    runs = {
        key: run if key in before.runs else run.model_copy(update={"segments": tuple(laid(one) for one in run.segments)})
        for key, run in job.runs.items()
    }
    return job.model_copy(update={"runs": runs})


def _in_amperes(answers: Answers, start: Start, supply_rules: SupplyRules) -> Answers:
    """A load that was given as a power, at the voltage of what it hangs on: line to line, or to neutral where one wire is hot."""
    if answers.load_a is not None or answers.load_va is None:
        return answers
    supplies = supply_rules
    volts = supplies.to_neutral_v(supplies.usual_v, supplies.usual_system) if start.key == "shed_circuit" else supplies.usual_v
    return answers.model_copy(update={"load_a": round(answers.load_va / volts, 2)})


def laid_out(job: Job, key: str, answers: Answers, tail: Tail = no_tail) -> Job:
    """Lay a start into a job, with the habits its cases are written in.

    Parameters
    ----------
    job : Job
        The job. [-]
    key : str
        Key of the start. [-]
    answers : Answers
        What was answered. [-]
    tail : callable
        Makes the tails of new ids. [-]

    Raises
    ------
    InvalidJob
        If there is no such start, or a required answer is missing.
    """
    start = STARTS.get(key)
    if start is None:
        raise InvalidJob("/start", f"there is no start {key}.", f"Starts: {', '.join(STARTS)}.")
    for question in start.asks:
        if question.required and getattr(answers, question.field) is None and getattr(answers, question.power or question.field) is None:
            raise InvalidJob(
                f"/answers/{question.field}",
                f"{rulebook_of(job).words.fill(question.words).lower()} is missing.",
                f"For example {question.hint}.",
            )
    draft = Draft(job, tail)
    start.lay_out(draft, _in_amperes(answers, start, rulebook_of(job).supplies))
    return with_rods(draft)
