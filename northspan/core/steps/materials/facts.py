"""What was taken at the counter stays taken, and what a person changed stays said, whatever the plan becomes."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace

from northspan.core.case.case import Case
from northspan.core.document.findings import Cure, Edit, Finding, Severity
from northspan.core.document.job import Job, LineChange
from northspan.core.document.job.materials import Got
from northspan.core.document.plan.materials import Stranded, TakeOffLine
from northspan.core.document.pointer import escaped
from northspan.core.rulebooks.goods import Good
from northspan.core.steps.materials.amounts import amount

NEXT_TO_NOTHING = 1e-6


def with_facts(case: Case, lines: Iterable[TakeOffLine]) -> Iterator[TakeOffLine]:
    """Hold each line against what was taken of it; what was taken and is asked for no more follows as a line of its own.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    lines : iterable of TakeOffLine
        The lines of the plan. [-]
    """
    changed, seen = case.job.materials.changed, set[str]()
    for line in lines:
        seen.add(line.key)
        change = changed.get(line.key)
        yield line if change is None or change.got is not Got.got or change.had is None else _held(case, line, change.had)
    for key, change in changed.items():
        if key not in seen and change.got is Got.got and change.had:
            gone = _gone(case, key, change)
            if gone is not None:
                yield gone


def _held(case: Case, line: TakeOffLine, had: float) -> TakeOffLine:
    wanted = 0.0 if line.crossed_out else line.bought
    missing, say = wanted - had, case.rulebook.words
    if abs(missing) < NEXT_TO_NOTHING:
        return replace(line, had=had)
    words = f"{amount(say, abs(missing), line.unit)} {'to get' if missing > 0 else 'over: it can go back'}"
    return replace(line, had=had, to_get=missing, fact=f"{amount(say, had, line.unit)} taken, {words}")


def _gone(case: Case, key: str, change: LineChange) -> TakeOffLine | None:
    item, what, *_ = (*key.split("|"), "")
    good: Good | None = case.rulebook.goods.get(item)
    if good is None or change.had is None:
        return None
    say, had = case.rulebook.words, change.had
    return TakeOffLine(
        key, item, good.kind, f"{good.words}, {what}" if what else good.words, good.unit, "kept", 0.0, 0.0, amount(say, 0.0, good.unit),
        change.note, crossed_out=False, got=change.got.value, asks=(), pieces_m=(), working=(), had=had, to_get=-had,
        fact=f"{amount(say, had, good.unit)} taken, and the plan asks for none of it any more: it can go back",
    )  # fmt: skip


def stranded(case: Case, lines: Sequence[TakeOffLine]) -> Iterator[Stranded]:
    """List what a person changed of lines that are not there any more, each with the lines of the same item that it could go to.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    lines : sequence of TakeOffLine
        The lines as they are. [-]
    """
    changed, there = case.job.materials.changed, {line.key for line in lines}
    for key, change in changed.items():
        if key in there or not (change.quantity is not None or change.crossed_out or change.note):
            continue
        item, what, *_ = (*key.split("|"), "")
        good = case.rulebook.goods.get(item)
        name = f"{good.words}, {what}" if good and what else good.words if good else what or key
        said = "crossed out" if change.crossed_out else ""
        if change.quantity is not None and good:
            said = f"{amount(case.rulebook.words, change.quantity, good.unit)} instead"
        drop = Edit("remove", f"/materials/changed/{escaped(key)}")
        cures = [
            Cure(f"Put it on {line.words}", (Edit("add", f"/materials/changed/{escaped(line.key)}", change.model_dump(mode="json")), drop))
            for line in lines
            if line.item == item and line.key not in changed
        ]
        words = f"{name}: {'; '.join(one for one in (said, change.note) if one)}. The plan has no such line any more."
        yield Stranded(key, words, (*cures[:3], Cure("Drop it", (drop,))))


def facts_left(lines: Iterable[TakeOffLine]) -> Iterator[Finding]:
    """Say where the plan has left what was taken.

    Parameters
    ----------
    lines : iterable of TakeOffLine
        The lines with what was taken. [-]
    """
    for line in lines:
        if line.had is not None and abs(line.to_get) > NEXT_TO_NOTHING:
            at = f"/materials/changed/{escaped(line.key)}"
            if line.to_get > 0:
                why = "The plan changed after it was taken."
                yield Finding("taken-is-not-enough", Severity.check, at, f"{line.words}: {line.fact}.", why, "your list", step="materials")
                continue
            why = "The plan changed after it was taken. Take it back before it is cut."
            back = () if line.asks else (Cure("It went back", (Edit("remove", at),)),)
            yield Finding("taken-is-over", Severity.note, at, f"{line.words}: {line.fact}.", why, "your list", back, step="materials")


def anything_taken(job: Job) -> bool:
    """Tell whether anything was taken at a counter, so that there is something to hold against the plan.

    Parameters
    ----------
    job : Job
        The job. [-]
    """
    return any(one.had is not None for one in job.materials.changed.values())
