"""Inspection as a step: the checklist of this plan, what was said of it, what an inspector asks, visits that are over."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.case.beside import Beside
from northspan.core.case.calculator import Answer, Calculator
from northspan.core.case.step import Edits, Step, StepAnswer, StepEvent, View
from northspan.core.case.worked import WorkedJob
from northspan.core.document.findings import Cure, Edit, Finding, Severity
from northspan.core.document.job import LineAnswer, LineSaid, Note, Part, Units
from northspan.core.document.plan.inspection import CheckLine, VisitLooked
from northspan.core.document.pointer import escaped
from northspan.core.steps.inspection import calculators, reading_calculator
from northspan.core.steps.inspection.checklist import check_lines, looked_at, said_by, stood_of, visits_looked
from northspan.core.steps.inspection.habits import AuthorityAnswer, TakeHabits, authority_view, take_habits
from northspan.core.steps.inspection.readings import ReadingsAnswer, Reads, readings_found, readings_view, take_readings
from northspan.core.working.errors import InvalidJob


class InspectionAnswer(StepAnswer):
    """The checklist of a job, and how far each visit is."""

    lines: tuple[CheckLine, ...]
    visits: tuple[VisitLooked, ...]


class Answered(Part):
    """What is said of a line of the checklist, with a note and what was read."""

    line: Annotated[str, StringConstraints(min_length=1, max_length=160)]
    said: LineSaid | None = Field(None, description="Nothing takes back what was said.")
    note: Note = ""
    reading: float | None = Field(None, ge=-1e9, le=1e9, description="In the unit of the line. [-]")
    who: Annotated[str, StringConstraints(max_length=80)] = ""


def checked(whole: WorkedJob, beside: Beside) -> InspectionAnswer:
    """Give the checklist made from this plan, with what was said of each line.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    beside : Beside
        Not asked. [-]
    """
    del beside
    lines = check_lines(whole)
    return InspectionAnswer(lines=lines, visits=tuple(visits_looked(whole, lines)))


def answer_line(whole: WorkedJob, beside: Beside, asked: Answered) -> Edits:
    """Take into the job what was said of a line, with what the line said then.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    beside : Beside
        With the time. [-]
    asked : Answered
        The line and the answer. [-]

    Raises
    ------
    InvalidJob
        If the checklist has no such line.
    """
    line = next((one for one in looked_at(whole) if one.key == asked.line), None)
    at = f"/inspection/answers/{escaped(asked.line)}"
    if asked.said is None and asked.line in whole.job.inspection.answers:
        return [{"op": "remove", "path": at}]
    if line is None or asked.said is None:
        raise InvalidJob("/line", f"the checklist has no line {asked.line[:60]}.", "The plan has changed: read it again.")
    if line.unit and asked.said is LineSaid.right and asked.reading is None:
        raise InvalidJob("/reading", f"{line.words}: what was read is wanted, in {line.unit}.", "Type it, or say that it was not seen.")
    said = said_by(line, asked.said, asked.reading)
    answer = LineAnswer(said=said, note=asked.note, reading=asked.reading, who=asked.who, at=beside.now.isoformat(timespec="seconds"),
                        stood=stood_of(line), in_feet=whole.job.units is Units.feet)  # fmt: skip
    return [{"op": "add", "path": at, "value": answer.model_dump(mode="json")}]


def what_is_open(whole: WorkedJob) -> Iterator[Finding]:
    """Say what was not right when it was looked at, and what an inspector asks and nobody signed off.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    """
    said = whole.job.inspection
    wrong = {key for key, one in said.answers.items() if one.said is LineSaid.not_right}
    for line in check_lines(whole) if wrong else ():
        if line.key in wrong and line.state == "not_right":
            read = f" It read {line.reading:g} {line.unit}, {line.grade}." if line.grade.startswith("too") else ""
            yield Finding("line-not-right", Severity.fix, line.where, f"{line.words}: not right.{read} {line.note}".strip(),
                          f"It must be: {line.figure}.", line.citation, step="inspection")  # fmt: skip
    yield from readings_found(whole)
    for key, one in said.asked.items():
        if not one.signed_by and not one.only_noted:
            due = f", until {one.due}" if one.due else ""
            cure = Cure("Only noted, and let go", (Edit("add", f"/inspection/asked/{key}/only_noted", value=True),))
            yield Finding("inspector-asks", Severity.fix, f"/inspection/asked/{key}", f"{one.words}{due}.",
                          f"{one.whose or 'The inspector'} asked for it; it is open until it is signed off.", "inspection", (cure,),
                          step="inspection")  # fmt: skip


STEP = Step(
    "inspection",
    View(InspectionAnswer, checked),
    more={"readings": View(ReadingsAnswer, readings_view), "authority": View(AuthorityAnswer, authority_view)},
    uses=("authorities",),
    events=(
        StepEvent("answer", Answered, answer_line),
        StepEvent("read", Reads, take_readings),
        StepEvent("habits", TakeHabits, take_habits),
    ),
    findings=what_is_open,
    calculators=(
        Calculator("joint", calculators.JointQuestion, Answer, calculators.joint, heavy=True),
        Calculator("reading", reading_calculator.ReadingQuestion, Answer, reading_calculator.reading),
    ),
)
