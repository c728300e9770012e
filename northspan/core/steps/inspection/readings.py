"""Readings as a view: what was measured and what the trade wants measured, each beside what the plan expects; where the bad joint is."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated, Any

from pydantic import Field, StringConstraints

from northspan.core.case.beside import Beside
from northspan.core.case.step import Edits, StepAnswer
from northspan.core.case.worked import WorkedJob
from northspan.core.document.findings import Finding, Severity
from northspan.core.document.job import NEW, Circuit, Grounding, Id, Measured, Part, Run, RunKind, TestKind
from northspan.core.document.job.readings import Between
from northspan.core.document.plan.inspection import BadPlacePlan, KindOffer, LeakPlan, ReadingLine
from northspan.core.physics.bad_joint import Verdict
from northspan.core.physics.leaks import who_leaks
from northspan.core.steps.inspection.bad_place import bad_place
from northspan.core.steps.inspection.by_kind import expected_of
from northspan.core.steps.inspection.circuit import Found, circuit_of
from northspan.core.steps.inspection.expected import Expected, Grade, check_where, grade_of, holds
from northspan.core.working.errors import InvalidJob

RINGS = frozenset(kind for kind in TestKind if kind.value.startswith("ring_"))
RESIDUAL = frozenset(kind for kind in TestKind if kind.value.startswith("residual_"))
_AT: dict[TestKind, tuple[str, ...]] = {
    **dict.fromkeys((TestKind.continuity, TestKind.insulation, TestKind.amperes, *RINGS), ("runs",)),
    **dict.fromkeys((TestKind.volts, TestKind.loop, TestKind.prospective), ("enclosures",)),
    **dict.fromkeys((TestKind.polarity, *RESIDUAL), ("runs", "circuits")),
    TestKind.earth: ("electrodes", "buildings"), TestKind.torque: ("enclosures", "runs"), TestKind.temperature: ("enclosures", "runs"),
    TestKind.leakage: ("enclosures", "runs"),
}  # fmt: skip
_NEEDS: dict[TestKind, tuple[str, ...]] = {
    TestKind.volts: ("between", "on"), TestKind.amperes: ("wire", "on"), TestKind.torque: ("wanted",), TestKind.temperature: ("wanted",),
    TestKind.leakage: ("on",),
}  # fmt: skip


class ReadingsAnswer(StepAnswer):
    """What was measured and what is wanted, where the bad joint is, which circuit leaks, and what can be measured."""

    readings: tuple[ReadingLine, ...]
    bad: BadPlacePlan | None
    leaks: tuple[LeakPlan, ...]
    leaks_rest_ma: float
    kinds: tuple[KindOffer, ...]


class Reads(Part):
    """Readings that are taken down, by their ids; one that is there already is replaced."""

    readings: dict[Id, Measured] = Field(min_length=1, max_length=400)
    who: Annotated[str, StringConstraints(max_length=80)] = ""


def readings_view(whole: WorkedJob, beside: Beside) -> ReadingsAnswer:
    """Give what was measured and what is wanted, each beside what the plan expects, and where the bad joint is.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    beside : Beside
        Not asked. [-]
    """
    del beside
    found = circuit_of(whole)
    taken = whole.job.inspection.readings
    lines = [_line(whole, key, one, found) for key, one in taken.items() if holds(whole, one)]
    wanted = [_line(whole, "", one, found) for one in _wanted(whole) if not _read(whole, one)]
    leaks, rest = _leaks(whole)
    kinds = tuple(KindOffer(kind.value, whole.case.rulebook.tested[kind.value].words, whole.case.rulebook.tested[kind.value].unit,
                            _AT[kind], _NEEDS.get(kind, ())) for kind in offered(whole))  # fmt: skip
    return ReadingsAnswer(
        readings=(*lines, *wanted), bad=bad_place(whole, found) if _odd(lines) else None, leaks=leaks, leaks_rest_ma=rest, kinds=kinds
    )


def offered(whole: WorkedJob) -> Iterator[TestKind]:
    """List what the trade measures under the rules of a job, in its order.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    """
    known = {kind.value: kind for kind in TestKind}
    yield from (known[key] for key in whole.case.rulebook.tested if key in known)


def take_readings(whole: WorkedJob, beside: Beside, asked: Reads) -> Edits:
    """Take readings into the job, with who and when.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    beside : Beside
        With the time. [-]
    asked : Reads
        The readings. [-]

    Raises
    ------
    InvalidJob
        If one names what is not there, or is not measured under these rules.
    """
    kinds, edits = set(offered(whole)), []
    for key, one in asked.readings.items():
        if one.kind not in kinds:
            raise InvalidJob(f"/readings/{key}/kind", f"{one.kind.value} is not measured under these rules.",
                             f"Kinds: {', '.join(kind.value for kind in offered(whole))}.")  # fmt: skip
        check_where(whole, one)
        made = one.model_copy(update={"who": one.who or asked.who, "at": one.at or beside.now.isoformat(timespec="seconds")})
        edits.append({"op": "add", "path": f"/inspection/readings/{key}", "value": made.model_dump(mode="json")})
    return edits


def readings_found(whole: WorkedJob) -> Iterator[Finding]:
    """Say which reading fails, and where a bad joint is sure.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    """
    taken = {key: one for key, one in whole.job.inspection.readings.items() if holds(whole, one)}
    if not taken:
        return
    found = circuit_of(whole)
    lines = [_line(whole, key, one, found) for key, one in taken.items()]
    for line in lines:
        if line.grade == Grade.fail.value:
            yield Finding("reading-fails", Severity.fix, line.where, f"{line.words}: {_value(line)}. {_limit(line)}", f"{line.why}.",
                          line.citation, step="inspection")  # fmt: skip
    bad = bad_place(whole, found) if _odd(lines) else None
    if bad is not None and bad.verdict == Verdict.sure.value:
        first = bad.places[0]
        name = f"{first.words[:1].upper()}{first.words[1:]}"
        heat = f" {first.power_w:.0f} W heat it under those loads." if first.power_w >= 1 else ""
        added = f" has {first.ohm:.2g} Ω more than it should.{heat}"  # what is joined, or in the other's place, says so by its name
        words = f"{name}: the readings say so." if first.joins or not first.ohm else f"{name}{added}"
        yield Finding("bad-joint", Severity.stop, first.where, words, "No other single place explains what was read. "
                      "Turn it off before anybody opens it.", "least squares over the readings", step="inspection")  # fmt: skip


def _odd(lines: list[ReadingLine]) -> bool:
    """Whether anything that was read under power lies out of its band: only then is there a place to look for."""
    power = {TestKind.volts.value, TestKind.amperes.value, TestKind.loop.value}
    return any(line.kind in power and line.grade not in {"", Grade.ok.value} for line in lines)


def _value(line: ReadingLine) -> str:
    return ("right" if line.value else "not right") if not line.unit else f"{line.value:g} {line.unit}"


def _limit(line: ReadingLine) -> str:
    if not line.unit:
        return "It must be right."
    if line.least is not None and line.value is not None and line.value < line.least:
        return f"At least {line.least:g} {line.unit}."
    return f"At most {line.most:g} {line.unit}."


def _expected(whole: WorkedJob, one: Measured, found: Found) -> Expected:
    try:
        return expected_of(whole, one, found)
    except InvalidJob as gone:  # the plan changed and has no such wire any more: the reading stays, with nothing beside it
        row = whole.case.rulebook.tested[one.kind.value]
        return Expected(row, why=str(gone), citation=row.citation, least=row.least, most=row.most)


def _line(whole: WorkedJob, key: str, one: Measured, found: Found) -> ReadingLine:
    said = _expected(whole, one, found)
    _, table, part = one.where.split("/")
    more = ", ".join(words for words in (one.between, one.wire and f"wire {one.wire}") if words)
    words = f"{said.row.words[:1].upper()}{said.row.words[1:]}{f', {more}' if more else ''}"
    grade = grade_of(one, said).value if key else ""
    value = one.value if key else None
    place = _circuit_name(whole, part) if table == "circuits" else getattr(whole.job, table)[part].name
    return ReadingLine(
        key, one.kind.value, one.where, place, words, said.row.unit, value, said.value, said.low, said.high, said.least,
        said.most, grade, said.why, said.citation, one.between, one.wire, one.on, one.who, one.at, one.note, not key,
    )  # fmt: skip


def _circuit_name(whole: WorkedJob, key: str) -> str:
    one = whole.job.circuits[key]
    run = whole.job.runs.get(one.run or "")
    return one.name or (run.name if run else f"circuit {'+'.join(map(str, one.slots)) or key}")


def _read(whole: WorkedJob, one: Measured) -> bool:
    return any((two.kind, two.where, two.between) == (one.kind, one.where, one.between) for two in whole.job.inspection.readings.values())


def _wanted(whole: WorkedJob) -> Iterator[Measured]:
    """What the trade wants measured of what is new."""
    kinds = list(offered(whole))
    for key, run in whole.job.runs.items():
        if run.status in NEW and not run.utility_owned:
            yield from (Measured(kind=kind, where=f"/runs/{key}", value=0) for kind in kinds if _apt(kind, run))
            if run.target in whole.job.enclosures:
                at = f"/enclosures/{run.target}"
                yield from (Measured(kind=kind, where=at, value=0) for kind in (TestKind.loop, TestKind.prospective))
                between: Between = "L1-N" if run.circuit is Circuit.two_wire_neutral else "L1-L2"
                yield Measured(kind=TestKind.volts, where=at, value=0, between=between)
    for key, rod in whole.job.electrodes.items():
        if rod.status in NEW:
            yield Measured(kind=TestKind.earth, where=f"/electrodes/{key}", value=0)


def _apt(kind: TestKind, run: Run) -> bool:
    """Whether a kind is measured along a run."""
    if kind in RINGS:
        return run.ring
    if kind in RESIDUAL:
        return bool(run.residual_ma or run.gfci)
    if kind is TestKind.continuity:
        return run.grounding is Grounding.equipment_ground and run.kind is not RunKind.service
    return kind is TestKind.insulation or (kind is TestKind.polarity and run.circuit is not Circuit.two_wire_line)


def _leaks(whole: WorkedJob) -> tuple[tuple[LeakPlan, ...], float]:
    """Which circuit brings the leakage, from the place where most was read with circuits switched."""
    by: dict[str, list[tuple[frozenset[str], float]]] = {}
    for one in whole.job.inspection.readings.values():
        if one.kind is TestKind.leakage:
            by.setdefault(one.where, []).append((frozenset(one.on), one.value))
    log: list[tuple[frozenset[str], float]] = max(by.values(), key=len, default=[])
    if len({on for on, _ in log}) < 2:  # noqa: PLR2004 - one state tells nothing apart
        return (), 0.0
    shares, rest = who_leaks(log)
    names: dict[str, Any] = {key: _circuit_name(whole, key) for key in whole.job.circuits}
    names |= {key: one.name for key, one in whole.job.loads.items()}
    return tuple(
        LeakPlan(" and ".join(str(names.get(key, key)) for key in (one.key, *one.with_others)),
                 f"/circuits/{one.key}" if one.key in whole.job.circuits else f"/loads/{one.key}", one.leak_ma) for one in shares
    ), rest  # fmt: skip
