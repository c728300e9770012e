"""For whoever comes in twenty years: what is where, of which size, what it measured, who signed it, and what to be careful of."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.beside import Beside
from northspan.core.case.worked import WorkedJob
from northspan.core.document.job import Bond, Job, Part, Status
from northspan.core.document.plan import RunPlan
from northspan.core.steps.days.owner_asks import asked_and_answered
from northspan.core.steps.inspection.checklist import check_lines, visits_looked
from northspan.core.steps.inspection.readings import readings_view
from northspan.core.working.sums import sum_of

BONDS = {Bond.bonded.value: "{neutral_and_ground} bonded here", Bond.separate.value: "{neutral_and_ground} kept apart here"}


class HandPart(Part):
    """A part of the file: its title, and its lines."""

    title: str
    lines: tuple[str, ...]


def hand_over(whole: WorkedJob) -> tuple[HandPart, ...]:
    """Put together what whoever comes later must know, part by part.

    Parameters
    ----------
    whole : WorkedJob
        The job as it was built, worked out. [-]
    """
    parts = (
        ("The property", tuple(_about(whole))), ("Where the power comes from", tuple(_sources(whole))),
        ("What runs where", tuple(_runs(whole))), ("Panels and disconnects", tuple(_cans(whole))),
        ("What is in the soil", tuple(_ground(whole))), ("What it measured", tuple(_readings(whole))),
        ("Who looked at it", tuple(_looked(whole))), ("Notes", tuple(_notes(whole.job))), ("Photos and papers", tuple(_papers(whole.job))),
        ("What is still open", tuple(one.text for one in whole.plan.findings if one.severity.value in {"stop", "fix"})),
        ("What people ask", tuple(f"{question} {answer}" for question, answer, _ in asked_and_answered(whole.case))),
        ("Decided by people", tuple(_calls(whole))),
    )  # fmt: skip
    return tuple(HandPart(title=title, lines=lines) for title, lines in parts if lines)


def _about(whole: WorkedJob) -> Iterator[str]:
    said = whole.job.particulars
    yield f"{whole.job.name}. Planned by {whole.plan.rulebook_title}."
    for name, words in (("Address", said.address), ("For", said.customer), ("By", said.contractor), ("Permit", said.permit),
                        ("Authority", said.authority)):  # fmt: skip
        if words:
            yield f"{name}: {words}."
    yield "Turn off, lock, prove dead, and prove the tester, before anything here is opened. Whatever is written may have changed since."


def _there(status: Status) -> bool:
    return status not in {Status.remove, Status.temporary}


def _sources(whole: WorkedJob) -> Iterator[str]:
    for one in whole.job.sources.values():
        if _there(one.status):
            rating = f", {one.rating_kva:g} kVA" if one.rating_kva else ""
            yield f"{one.name}: {one.kind.value.replace('_', ' ')}, {one.line_v:g} V{rating}."


def _runs(whole: WorkedJob) -> Iterator[str]:
    say, job = whole.case.rulebook.words, whole.job
    for key in whole.case.tree.order:
        run, plan = job.runs[key], whole.plan.runs.get(key)
        if not _there(run.status):
            continue
        length = say.length_text(sum_of(one.length_m for one in run.segments))
        ends = f"from {whole.case.tree.name_of(run.origin)} to {whole.case.tree.name_of(run.target)}"
        yield f"{run.name}: {ends}, {length}. {_wires(plan)}".strip()
        for one in plan.segments if plan else ():
            cover = f", cover at least {say.depth_text(one.cover_m)}" if one.cover_m else ""
            yield f"  {say.length_text(one.from_m)} to {say.length_text(one.to_m)}: {one.pipe_name or one.method_name}, {one.place}{cover}."


def _wires(plan: RunPlan | None) -> str:
    return f"{plan.headline}." if plan is not None and plan.sized else "Nobody noted its wires."


def _cans(whole: WorkedJob) -> Iterator[str]:
    for key, can in whole.job.enclosures.items():
        if not _there(can.status):
            continue
        plan = whole.plan.enclosures.get(key)
        bond = plan.bond if plan else can.bond_found.value
        word = {Bond.bonded.value: "neutral and ground bonded here", Bond.separate.value: "neutral and ground kept apart here"}.get(
            bond, ""
        )
        main = f", main {can.main_a:g} A" if can.main_a else ""
        place = whole.job.buildings[can.building].name if can.building in whole.job.buildings else ""
        yield whole.case.rulebook.words.fill(", ".join(words for words in (f"{can.name}{main}", place, word) if words) + ".")
    for circuit in whole.job.circuits.values():
        at = whole.job.enclosures.get(circuit.enclosure)
        if circuit.slots and circuit.name and at:
            yield f"  {at.name} {'+'.join(map(str, circuit.slots))}{circuit.half}: {circuit.name}, {circuit.rating_a or 0:g} A."


def _ground(whole: WorkedJob) -> Iterator[str]:
    say = whole.case.rulebook.words
    for one in whole.job.electrodes.values():
        if _there(one.status):
            home = whole.job.buildings[one.building].name if one.building in whole.job.buildings else ""
            read = f", {one.measured_ohm:g} Ω measured" if one.measured_ohm is not None else ""
            length = f", {say.depth_text(one.length_m)}" if one.length_m else ""
            yield f"{one.name}, {home}: {one.kind.value.replace('_', ' ')}{length}{read}."


def _readings(whole: WorkedJob) -> Iterator[str]:
    for line in readings_view(whole, Beside()).readings:
        if not line.wanted:
            value = f"{line.value:g} {line.unit}" if line.unit else ("right" if line.value else "not right")
            who = ", ".join(words for words in (line.who, line.at[:10]) if words)
            yield f"{line.place}: {line.words}: {value}, {line.grade}{f' ({who})' if who else ''}."


def _looked(whole: WorkedJob) -> Iterator[str]:
    for one in visits_looked(whole, check_lines(whole)):
        if one.over:
            yield f"{one.words}: {one.over}."
    for asked in whole.job.inspection.asked.values():
        signed = (
            f"signed off by {asked.signed_by} {asked.signed_on}" if asked.signed_by else "noted and let go" if asked.only_noted else "open"
        )
        yield f"{asked.whose or 'The inspector'} asked: {asked.words}; {signed.strip()}."


def _notes(job: Job) -> Iterator[str]:
    for one in job.record.notes.values():
        yield f"{one.words} ({', '.join(words for words in (one.who, one.at[:10]) if words)})".replace(" ()", "")


def _papers(job: Job) -> Iterator[str]:
    for one in job.record.attachments.values():
        yield f"{one.name}{f': {one.note}' if one.note else ''}{f', {one.at[:10]}' if one.at else ''}."


def _calls(whole: WorkedJob) -> Iterator[str]:
    for name, one in whole.job.calls.items():
        who = ", ".join(words for words in (one.decided_by, one.ruled_by.value, one.when) if words)
        yield f"{name.replace('_', ' ')}: {one.school.replace('_', ' ')}{f' ({who})' if who else ''}{f': {one.why}' if one.why else ''}."
