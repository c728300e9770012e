"""The earth of an outbuilding, under codes that leave the choice: both ways solved."""

from __future__ import annotations

from dataclasses import dataclass
from math import isinf

from northspan.core.case.calculator import Answer
from northspan.core.document.cautions import DEFERENCE
from northspan.core.document.findings import Cure, Edit
from northspan.core.document.job import (
    Earthing,
    Grounding,
    Id,
    Job,
    Part,
    SourceKind,
)
from northspan.core.document.plan import WorkGroup, work_lines
from northspan.core.document.upgrade import AnyJob
from northspan.core.topics.bonds.reading import solve_bench
from northspan.core.topics.bonds.setup import on_bench
from northspan.core.topics.bonds.trial import Trial
from northspan.core.topics.bonds.words import DANGER_V
from northspan.core.topics.loops.calculators import loop_book
from northspan.core.working.errors import InvalidJob
from northspan.core.working.worked import ruled, whole


class OutbuildingQuestion(Part):
    """A job, and the building whose earth is to be chosen."""

    job: AnyJob
    building: Id


@dataclass(frozen=True, slots=True)
class EarthChoice:
    """One way to earth a building, and what a person feels there. [V]"""

    key: str
    title: str
    taken: bool
    fault_v: float
    fault_words: str
    lost_neutral_v: float | None
    lost_neutral_words: str
    dangerous: bool
    assumed: str
    words: str
    cure: Cure


class OutbuildingAnswer(Answer):
    """Both ways beside each other."""

    choices: tuple[EarthChoice, ...]


def outbuilding_earth(question: OutbuildingQuestion) -> OutbuildingAnswer:
    """Hold both ways to earth an outbuilding beside each other: the supply's earth brought along, or an electrode of its own.

    Parameters
    ----------
    question : OutbuildingQuestion
        The job and the building. [-]

    Raises
    ------
    InvalidJob
        If there is no such building, nothing feeds it from another, or the rulebook does not leave the choice.

    Examples
    --------
    >>> from northspan.core.desk.demo_uk import tern_cottage
    >>> [one.key for one in outbuilding_earth(OutbuildingQuestion(job=tern_cottage(), building="music")).choices]
    ['equipment_ground', 'island']
    """
    job, key = question.job, question.building
    book, _ = loop_book(job.rulebook)
    if key not in job.buildings:
        raise InvalidJob("/building", f"there is no building {key}.", f"Buildings: {', '.join(job.buildings)}.")
    entering = next((run_id for run_id, run in job.runs.items() if _feeds(job, run_id, key)), None)
    if entering is None:
        raise InvalidJob("/building", f"{job.buildings[key].name} is not fed from another building.", "Name one that is.")
    choices = tuple(_choice(job, key, entering, way, words) for way, words in book.choices.groundings())
    taken = next((one for one in choices if one.taken), choices[0])
    headline = f"{taken.title}: {taken.words}"
    lines = tuple(ruled("v", one.title, f"{whole(one.fault_v)} V", one.words, "solved circuit", one.fault_v) for one in choices)
    groups = (WorkGroup("choices", "Both ways, solved", headline, work_lines(lines)),)
    return OutbuildingAnswer(rulebook=book.title, deference=book.words.fill(DEFERENCE), headline=headline, working=groups, choices=choices)


def _feeds(job: Job, run_id: str, building: str) -> bool:
    run = job.runs[run_id]
    target, origin = job.enclosures.get(run.target), job.enclosures.get(run.origin)
    return target is not None and origin is not None and target.building == building and origin.building != building


def _choice(job: Job, building: str, run_id: str, way: Grounding, title: str) -> EarthChoice:
    """Solve a fault in the building's can, and the supply's neutral lost, with its feed earthed one way."""
    run = job.runs[run_id]
    electrode = any(one.building == building and one.status.value != "remove" for one in job.electrodes.values())
    trial_job = job.model_copy(update={"runs": job.runs | {run_id: run.model_copy(update={"grounding": way})}})
    rods = (building,) if way is Grounding.island and not electrode else ()
    fault_v, fault_words = _touch(trial_job, Trial(case_fault=run.target, rods_added=rods), run.target)
    combined = next((k for k, s in job.sources.items() if s.kind is SourceKind.utility_transformer and s.earthing is Earthing.tn_c_s), None)
    lost_v, lost_words = None, "the supply's neutral is not its earth"
    if combined is not None:
        supplies = tuple(k for k, one in job.runs.items() if one.origin == combined)
        lost_v, _ = _touch(trial_job, Trial(neutrals_lost=supplies, rods_added=rods), run.target)
        lost_words = f"{whole(lost_v)} V on its cases if the supply's neutral is lost"
    dangerous = (lost_v or 0.0) > DANGER_V or fault_words.startswith("never")
    words, assumed = f"{fault_words}; {lost_words}", "One rod of its own is assumed" if rods else ""
    cure = Cure(f"Take it: {title}", (Edit("add", f"/runs/{run_id}/grounding", way.value),))
    return EarthChoice(way.value, title, run.grounding is way, fault_v, fault_words, lost_v, lost_words, dangerous, assumed, words, cure)


def _touch(job: Job, trial: Trial, enclosure: str) -> tuple[float, str]:
    on, sized = on_bench(job, trial)
    solved = solve_bench(on, sized)
    volts = solved.enclosures[enclosure].touch_v if enclosure in solved.enclosures else 0.0
    opener = solved.opener
    if opener is None or isinf(opener.latest_s):
        return volts, f"never clears, {whole(volts)} V to touch"
    return volts, f"a fault clears within {opener.latest_s:.2g} s, {whole(volts)} V to touch until then"
