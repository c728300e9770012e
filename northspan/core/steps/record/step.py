"""The record as a step: what was really put in beside the plan, notes, photos and papers, and what to hand over."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.beside import Beside
from northspan.core.case.step import Step, StepAnswer, View
from northspan.core.case.worked import WorkedJob
from northspan.core.document.findings import Cure, Edit, Finding, Severity
from northspan.core.document.plan.record import BuiltLine, OwnerAnswer, PartOffer
from northspan.core.solve import worked
from northspan.core.steps.days.owner_asks import asked_and_answered
from northspan.core.steps.record.as_built import built_job, measured_job
from northspan.core.steps.record.compared import AnswerChange, compared
from northspan.core.steps.record.hand_over import HandPart, hand_over
from northspan.core.steps.record.summary import JobStage, stage_of
from northspan.core.working.errors import NorthSpanError

TABLES = ("buildings", "sources", "enclosures", "runs", "electrodes", "loads", "circuits", "boxes")


class RecordAnswer(StepAnswer):
    """Where the job stands, what was built otherwise, parts that a note or a photo may tell of, and what the owner may ask."""

    stage: JobStage
    built: tuple[BuiltLine, ...]
    parts: tuple[PartOffer, ...]
    owner: tuple[OwnerAnswer, ...]


class AsBuiltAnswer(StepAnswer):
    """What the plan gives for what was really put in, and for what was measured; what came out otherwise, and from which readings."""

    built: tuple[AnswerChange, ...]
    measured: tuple[AnswerChange, ...]
    by_readings: tuple[str, ...]
    refused: str = ""


class HandOverAnswer(StepAnswer):
    """What to hand over, part by part."""

    parts: tuple[HandPart, ...]


def record_view(whole: WorkedJob, beside: Beside) -> RecordAnswer:
    """Give where the job stands, what was built otherwise, and what a note or a photo may tell of.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    beside : Beside
        Not asked. [-]
    """
    del beside
    parts = tuple(PartOffer(f"/{table}/{key}", one.name or key) for table in TABLES for key, one in getattr(whole.job, table).items()
                  if getattr(one, "name", ""))  # fmt: skip
    owner = tuple(OwnerAnswer(question, answer, where) for question, answer, where in asked_and_answered(whole.case))
    return RecordAnswer(stage=stage_of(whole), built=tuple(_built_lines(whole)), parts=parts, owner=owner)


def _built_lines(whole: WorkedJob) -> Iterator[BuiltLine]:
    say = whole.case.rulebook.words
    for key, one in whole.job.record.built.items():
        run, plan = whole.job.runs.get(key), whole.plan.runs.get(key)
        said = [say.size_name(one.size) if one.size else "", say.metal_name(one.metal) if one.metal else "",
                f"neutral {say.size_name(one.grounded_size)}" if one.grounded_size else "",
                f"{say.terms.ground} {say.size_name(one.equipment_ground_size)}" if one.equipment_ground_size else "",
                f"{one.device_a:g} A" if one.device_a else "", say.length_text(one.length_m) if one.length_m else ""]  # fmt: skip
        yield BuiltLine(key, run.name if run else key, plan.headline if plan else "", ", ".join(filter(None, said)), run is None)


def as_built_view(whole: WorkedJob, beside: Beside) -> AsBuiltAnswer:
    """Solve the plan for what was really put in, and again for what was measured.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    beside : Beside
        Not asked. [-]
    """
    del beside
    built = built_job(whole)
    try:
        there = whole if built == whole.job else worked(built)
        measured, words = measured_job(there)
        changes = compared(whole.job, built) if built != whole.job else ()
        return AsBuiltAnswer(built=changes, measured=compared(built, measured) if words else (), by_readings=words)
    except NorthSpanError as error:
        return AsBuiltAnswer(built=(), measured=(), by_readings=(), refused=str(error))


def hand_over_view(whole: WorkedJob, beside: Beside) -> HandOverAnswer:
    """Give what to hand over to whoever comes later, for the job as it was built.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    beside : Beside
        Not asked. [-]
    """
    del beside
    built = built_job(whole)
    return HandOverAnswer(parts=hand_over(whole if built == whole.job else worked(built, None)))


def built_found(whole: WorkedJob) -> Iterator[Finding]:
    """Say where what was put in is not what the plan asks, and fails by it.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    """
    if not whole.job.record.built:
        return
    built = built_job(whole)
    try:
        after = worked(built).plan
    except NorthSpanError as error:
        yield Finding("built-cannot-be", Severity.fix, "/record/built", f"What was noted as built cannot be planned: {error}",
                      "Correct what was noted.", "record", step="record")  # fmt: skip
        return
    before = {one.text for one in whole.plan.findings}
    for key in whole.job.record.built:
        new = [one for one in after.findings if one.text not in before and one.severity in {Severity.stop, Severity.fix}
               and one.where.startswith(f"/runs/{key}")]  # fmt: skip
        for one in new:
            cure = Cure("It was put right: forget what was noted", (Edit("remove", f"/record/built/{key}"),))
            yield Finding("built-otherwise", one.severity, f"/runs/{key}", f"As it was built: {one.text}", one.why, one.citation, (cure,),
                          step="record")  # fmt: skip


STEP = Step(
    "record",
    View(RecordAnswer, record_view),
    more={"as-built": View(AsBuiltAnswer, as_built_view), "hand-over": View(HandOverAnswer, hand_over_view)},
    findings=built_found,
)
