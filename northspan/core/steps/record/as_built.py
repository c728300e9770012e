"""The job as it was really put in and as it measured: what differs from the plan, and the plan solved for that."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from northspan.core.case.worked import WorkedJob
from northspan.core.document.job import NEW, BuiltRun, Job, Measured, Run, TestKind
from northspan.core.steps.inspection.by_kind import expected_of
from northspan.core.steps.inspection.circuit import circuit_of, heads, loop_ohm
from northspan.core.steps.inspection.expected import holds
from northspan.core.topics.sizing.topic import SIZED
from northspan.core.working.sums import sum_of

FAR = 3.0  # a loop of wires read at more than so many times its length by the plan is a bad joint, no longer wire


def built_job(whole: WorkedJob) -> Job:
    """Give a job with what was really put in: as planned, all of it fixed, but where somebody noted otherwise.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    """
    noted = whole.job.record.built
    if not noted:
        return whole.job
    runs = {key: _built(run, noted[key]) if key in noted else run for key, run in _fixed(whole).items()}
    return whole.job.model_copy(update={"runs": runs})


def _fixed(whole: WorkedJob) -> dict[str, Run]:
    """The runs with what the plan chose for them: what is in the ground does not grow because a tape was longer."""
    return {key: _with(run, _planned(whole, key)) if run.status in NEW else run for key, run in whole.job.runs.items()}


def _planned(whole: WorkedJob, key: str) -> BuiltRun:
    plan = whole.plan.runs.get(key)
    if plan is None or not plan.sized:
        return BuiltRun()
    sized = whole.done[SIZED][key]
    return BuiltRun(
        size=sized.tried.wire.size, metal=sized.tried.wire.metal, grounded_size=sized.grounded_size,
        equipment_ground_size=_bought(sized.equipment_ground_size), device_a=sized.device.value,
    )  # fmt: skip


def _bought(size: str | None) -> str | None:
    """A ground that is a wire of its own: armour and pipe are no size that anybody chooses."""
    return size if size and size[0].isdigit() else None


def _built(run: Run, one: BuiltRun) -> Run:
    made = _with(run, one)
    if one.length_m is None:
        return made
    return made.model_copy(update={"segments": _stretched(run, one.length_m / sum_of(segment.length_m for segment in run.segments))})


def _with(run: Run, one: BuiltRun) -> Run:
    fixed: dict[str, Any] = {
        "conductor_size": one.size, "metal": one.metal, "grounded_size": one.grounded_size,
        "equipment_ground_size": one.equipment_ground_size, "device_a": one.device_a,
    }  # fmt: skip
    return run.model_copy(update={name: value for name, value in fixed.items() if value is not None})


def _stretched(run: Run, factor: float) -> tuple[Any, ...]:
    """Its stretches, each longer or shorter by the same factor; legs that were measured before are given up for that."""
    return tuple(one.model_copy(update={"length_m": one.length_m * factor, "legs": (), "slack_m": 0.0}) for one in run.segments)


def measured_job(whole: WorkedJob) -> tuple[Job, tuple[str, ...]]:
    """Give a job in which readings stand in the place of what the plan assumes, and say which.

    Parameters
    ----------
    whole : WorkedJob
        The job as built, worked out. [-]

    Notes
    -----
    A wire read from end to end gives its length; an electrode its ohms; the loop or the fault current where the supply comes in
    those of the supply. Where several readings say the same, the last counts.
    """
    new: dict[str, dict[str, Any]] = {"runs": _fixed(whole), "electrodes": whole.job.electrodes, "sources": whole.job.sources}
    words = []
    for one in whole.job.inspection.readings.values():
        for table, key, changed, said in _said(whole, one):
            new[table] = {**new[table], key: new[table][key].model_copy(update=changed)}
            words.append(said)
    return (whole.job.model_copy(update=new), tuple(words)) if words else (whole.job, ())


Corrected = tuple[str, str, dict[str, Any], str]


def _said(whole: WorkedJob, one: Measured) -> Iterator[Corrected]:
    """What a reading corrects: of which table, which part, its fields, and in words."""
    if not holds(whole, one):  # of a part that is gone: the reading says nothing of this job
        return
    key, job = one.where.split("/")[2], whole.job
    if one.kind is TestKind.continuity:
        yield from _length(whole, one)
    elif one.kind is TestKind.loop and key not in set(heads(circuit_of(whole))):
        yield from _length_by_loop(whole, one)
    elif one.kind is TestKind.earth and key in job.electrodes and one.value > 0:
        yield "electrodes", key, {"measured_ohm": one.value}, f"{job.electrodes[key].name}: {one.value:g} Ω, as it was read"
    elif one.kind in {TestKind.loop, TestKind.prospective} and key in set(heads(circuit_of(whole))) and one.value > 0:
        above = whole.case.tree.above(key)
        if above is not None and above.origin in job.sources:
            loop = one.kind is TestKind.loop
            what = f"{one.value:g} {'Ω, the loop' if loop else 'A, the fault current'}, as it was read at {whole.case.tree.name_of(key)}"
            field = "loop_ohm" if loop else "available_fault_a"
            yield "sources", above.origin, {field: one.value}, f"{job.sources[above.origin].name}: {what}"


def _length(whole: WorkedJob, one: Measured) -> Iterator[Corrected]:
    key = one.where.split("/")[2]
    expected, run = expected_of(whole, one).value, whole.job.runs[key]
    if not expected or not one.value or one.value > FAR * expected:
        return
    length_m = sum_of(segment.length_m for segment in run.segments)
    say = whole.case.rulebook.words.length_text
    words = f"{run.name}: {say(length_m * one.value / expected)} by its ohms, {say(length_m)} in the plan"
    yield "runs", key, {"segments": _stretched(run, one.value / expected)}, words


def _length_by_loop(whole: WorkedJob, one: Measured) -> Iterator[Corrected]:
    """A loop that was read at both ends of a run: what it grows by is the run's own, if its fault comes back by its own wire."""
    can, found = one.where.split("/")[2], circuit_of(whole)
    run_id = whole.case.tree.feeding.get(can, "")
    run = whole.job.runs.get(run_id)
    if run is None or found.edge(f"{run_id}.G") is None:
        return
    head = [each.value for each in whole.job.inspection.readings.values() if each.kind is TestKind.loop
            and each.where == f"/enclosures/{run.origin}"]  # fmt: skip
    ends = [loop_ohm(found, node, cold=True) for node in (run.origin, can)]
    if not head or ends[0] is None or ends[1] is None or ends[1] <= ends[0]:
        return
    *_, at_head = head
    factor = (one.value - at_head) / (ends[1] - ends[0])
    if not 1 / FAR <= factor <= FAR or any(each.kind is TestKind.continuity and each.where == f"/runs/{run_id}"
                                           for each in whole.job.inspection.readings.values()):  # fmt: skip
        return
    length_m = sum_of(segment.length_m for segment in run.segments)
    say = whole.case.rulebook.words.length_text
    words = f"{run.name}: {say(length_m * factor)} by its loop, {say(length_m)} in the plan"
    yield "runs", run_id, {"segments": _stretched(run, factor)}, words
