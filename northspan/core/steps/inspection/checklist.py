"""The checklist of a job: its lines in the order in which one walks the property, with what was said of each."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from northspan.core.case.case import Case
from northspan.core.case.worked import WorkedJob
from northspan.core.document.job import LineAnswer, LineSaid, Units, VisitKind
from northspan.core.document.plan.inspection import CheckLine, VisitLooked
from northspan.core.steps.inspection.line import Looked
from northspan.core.steps.inspection.of_cans import box_lines, can_lines, circuit_lines
from northspan.core.steps.inspection.of_findings import finding_lines
from northspan.core.steps.inspection.of_ground import ground_lines
from northspan.core.steps.inspection.of_runs import run_lines
from northspan.core.topics.electrodes.topic import BUILDINGS
from northspan.core.topics.pull.topic import ROUTED
from northspan.core.working.sums import count_of

VISITS = (VisitKind.trench, VisitKind.rough, VisitKind.service, VisitKind.final)


def looked_at(whole: WorkedJob) -> tuple[Looked, ...]:
    """List everything that is looked at in a job, visit by visit, as one walks from the supply to the farthest can.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    """
    return _looked_at(whole, whole.case)


def _looked_at(whole: WorkedJob, case: Case) -> tuple[Looked, ...]:
    done, plan = whole.done, whole.plan
    found = [one for routed in done[ROUTED].values() for one in run_lines(case, routed)]
    found += [*can_lines(case, plan), *circuit_lines(case, plan.panels), *box_lines(case), *ground_lines(case, done[BUILDINGS])]
    others = frozenset((one.kind, "/".join(one.where.split("/")[:3])) for one in found)
    found += finding_lines(case, plan.findings, others)
    order = _walk(case)
    unique = {one.key: one for one in found}
    return tuple(sorted(unique.values(), key=lambda one: (VISITS.index(one.visit), order.get(_part(one.where), 10**6), _part(one.where))))


def check_lines(whole: WorkedJob) -> tuple[CheckLine, ...]:
    """Give the checklist with what was said of each line.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    """
    answers, numbers, made = whole.job.inspection.answers, dict.fromkeys(VISITS, 0), []
    feet = whole.job.units is Units.feet
    turned = _in_other_units(whole) if any(one.in_feet is not feet for one in answers.values()) else {}
    for one in looked_at(whole):
        numbers[one.visit] += 1
        answer = answers.get(one.key)
        stands = turned.get(one.key, "") if answer is not None and answer.in_feet is not feet else stood_of(one)
        made.append(_line(whole.case, one, numbers[one.visit], answer, stands))
    return tuple(made)


def _in_other_units(whole: WorkedJob) -> dict[str, str]:
    """What the lines say in the other units: a job that is read in metres changes no line that was answered in feet."""
    words = whole.case.rulebook.words.said_in(feet=whole.job.units is not Units.feet)
    case = replace(whole.case, rulebook=replace(whole.case.rulebook, words=words))
    return {one.key: stood_of(one) for one in _looked_at(whole, case)}


def visits_looked(whole: WorkedJob, lines: tuple[CheckLine, ...]) -> Iterator[VisitLooked]:
    """Sum up each visit that a job has lines for.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    lines : tuple of CheckLine
        Its checklist. [-]
    """
    say = whole.case.rulebook.words.terms
    names = {VisitKind.trench: "Trench looked at", VisitKind.rough: say.rough_look, VisitKind.service: say.service_look,
             VisitKind.final: say.final_look}  # fmt: skip
    for kind in VISITS:
        mine = [one for one in lines if one.visit == kind.value]
        if mine:
            over = whole.job.inspection.visits.get(kind)
            said = "" if over is None else f"{'passed' if over.passed else 'not passed'}, {over.by}{f', {over.on}' if over.on else ''}"
            yield VisitLooked(kind.value, names[kind], len(mine), count_of(one.state in {"open", "changed", "not_seen"} for one in mine),
                              count_of(one.state == "not_right" for one in mine), said)  # fmt: skip


def stood_of(one: Looked) -> str:
    """Give the figure of a line, so that a change of it shows; a part that is only named anew stands as it stood.

    Parameters
    ----------
    one : Looked
        The line. [-]
    """
    return one.figure[:600]


def _line(case: Case, one: Looked, number: int, answer: LineAnswer | None, stands: str) -> CheckLine:
    state, grade = "open", ""
    if answer is not None:
        state = "changed" if answer.stood and answer.stood != stands else answer.said.value
        grade = graded(one, answer.reading)
    return CheckLine(
        one.key, number, one.visit.value, _place(case, one.where), one.where, one.words, one.figure, one.why,
        one.citation, one.unit, one.least, one.most, state, answer.note if answer else "", answer.reading if answer else None, grade,
        answer.who if answer else "", answer.at if answer else "", answer.stood if answer and state == "changed" else "",
    )  # fmt: skip


def graded(one: Looked, reading: float | None) -> str:
    """Say what a reading says: within its band, too low or too high; nothing where none is wanted or taken.

    Parameters
    ----------
    one : Looked
        The line. [-]
    reading : float or None
        What was read. [unit of the line]
    """
    if reading is None or not one.unit:
        return ""
    if one.least is not None and reading < one.least - 1e-9:
        return "too low"
    return "too high" if one.most is not None and reading > one.most + 1e-9 else "right"


def said_by(one: Looked, said: LineSaid, reading: float | None) -> LineSaid:
    """What is said of a line with a reading: one that is out of its band is never right.

    Parameters
    ----------
    one : Looked
        The line. [-]
    said : LineSaid
        What was pressed. [-]
    reading : float or None
        What was read. [unit of the line]
    """
    return LineSaid.not_right if said is LineSaid.right and graded(one, reading).startswith("too") else said


def _part(where: str) -> str:
    return "/".join(where.split("/")[1:3])


def _walk(case: Case) -> dict[str, int]:
    """The order of a walk: from each source down its runs, each can after the run that feeds it, with what belongs to its building."""
    parts: list[str] = []
    left = list(reversed([*case.job.sources, *(can for can in case.job.enclosures if can not in case.tree.feeding)]))
    seen: set[str] = set()
    while left:
        node = left.pop()
        if node in seen:
            continue
        seen.add(node)
        leaving = case.tree.leaving.get(node, ())
        parts += _at_can(case, node) if node in case.job.enclosures else []
        parts += [f"runs/{run}" for run in leaving]
        left += [case.job.runs[run].target for run in reversed(leaving)]
    return {part: i for i, part in enumerate(dict.fromkeys(parts))}


def _at_can(case: Case, can: str) -> list[str]:
    home = case.job.enclosures[can].building
    electrodes = [f"electrodes/{key}" for key, one in case.job.electrodes.items() if one.building == home]
    circuits = [f"circuits/{key}" for key, one in case.job.circuits.items() if one.enclosure == can]
    return [f"enclosures/{can}", f"buildings/{home}", *electrodes, *circuits]


def _place(case: Case, where: str) -> str:
    """The building, or the run, in which a line is looked at."""
    kind, _, key = _part(where).partition("/")
    job = case.job
    home = {"enclosures": lambda: job.enclosures[key].building, "electrodes": lambda: job.electrodes[key].building,
            "circuits": lambda: job.enclosures[job.circuits[key].enclosure].building, "buildings": lambda: key}.get(kind)  # fmt: skip
    if home is not None and home() in job.buildings:
        return job.buildings[home()].name
    return job.runs[key].name if kind == "runs" else ""
