"""What is too much for a pull, and what is enough against it: every cure offered here has been tried."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from functools import lru_cache
from typing import Any

from pydantic import TypeAdapter

from northspan.core.document.findings import Cure, Edit, Finding, Severity, pin
from northspan.core.document.job import Pull, Stretches, row_document
from northspan.core.document.patching import patched
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.pull.bundle import bundle_of
from northspan.core.topics.pull.pulling import bore_m, parting_places
from northspan.core.topics.pull.routed import Routed
from northspan.core.topics.pull.rules import PullRules
from northspan.core.topics.pull.run_pull import PipePull, PullQuestion, points_at, pulls, question_of_pull
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import whole

MOST_POINTS = 12  # nobody sets more on one way; the route is wrong then


def pull_findings(routed: Routed, rulebook: PullRules) -> Iterator[Finding]:
    """Say what is too much for the wires, the rope, the hands or the bends of a run.

    Parameters
    ----------
    routed : Routed
        The run, sized, with its route. [-]
    rulebook : PullRules
        The rules that are asked. [-]
    """
    question = question_of_pull(routed)
    for i, one in enumerate(pulls(question, rulebook)):
        yield from _broken(i, one, question, routed, rulebook)


def _broken(i: int, one: PipePull, question: PullQuestion, routed: Routed, rulebook: PullRules) -> Iterator[Finding]:
    name, at = routed.run.name, f"/runs/{routed.id}/segments/{one.pipe.segments[0].key}"
    for margin in one.margins:
        if margin.holds:
            continue
        if margin.key == "bends":
            words = (
                f"{name}: {whole(margin.used)}° of bends between {rulebook.words.terms.pull_points}, {whole(margin.limit)}° is the most."
            )
            yield Finding(
                "bends-too-many",
                Severity.fix,
                at,
                words,
                rulebook.words.fill("Set a {pull_point} part-way. A pull like this jams."),
                margin.citation,
                _parting_cures(i, margin.key, question, rulebook),
            )
        elif margin.key == "jam":
            words = f"{name}: three wires may wedge side by side in this pipe."
            why = "Take another size of pipe, or pull a fourth wire along."
            yield Finding("wires-may-wedge", Severity.check, at, words, why, margin.citation, tuple(_other_pipe(one, routed, rulebook)))
        else:
            used, limit = rulebook.words.amount_text(margin.used, margin.unit), rulebook.words.amount_text(margin.limit, margin.unit)
            words = f"{name}: {margin.words[:1].lower()}{margin.words[1:]} {used}, {limit} is the most."
            ours = margin.key == "hands" and routed.run.pull == Pull()  # nobody said who pulls: it is what it takes
            severity = Severity.check if ours else Severity.fix
            yield Finding(
                f"pull-{margin.key.replace('_', '-')}",
                severity,
                at,
                words,
                "Part the pull, lubricate it, or pull with more.",
                margin.citation,
                _cures(i, margin.key, question, rulebook),
            )


def _other_pipe(one: PipePull, routed: Routed, rulebook: PullRules) -> Iterator[Cure]:
    """The next pipe up in which three wires do not wedge; the run has one pinned size, so only where it has one kind of pipe."""
    method = one.pipe.segments[0].method
    if {segment.method for segment, pipe in zip(routed.run.segments, routed.sized.pipes, strict=True) if pipe.value} != {method}:
        return
    sizes = [shelf.size for shelf in rulebook.pipes.trade_sizes(method, 3)]
    for size in sizes[sizes.index(one.pipe.pipe_size) + 1 :]:
        if not bundle_of(question_of_pull(routed).groups, bore_m(method, size, rulebook), rulebook).value.jams:
            yield pin(f"/runs/{routed.id}/pipe_size", size, f"Take {rulebook.words.pipe_name(method, size)}")
            return


@lru_cache(maxsize=1024)
def _cures(i: int, key: str, question: PullQuestion, rulebook: PullRules) -> tuple[Cure, ...]:
    """Of what is offered, what ends it alone; pull points as many as it takes, with a lubricant where these alone are not enough."""
    offered = (cure for cure in pulls(question, rulebook)[i].cures if not _is_parting(cure))
    enough = tuple(cure for cure in offered if _holds(i, key, _with(question, cure.edits), rulebook))
    return (*enough, *_parting_cures(i, key, question, rulebook))


@lru_cache(maxsize=1024)
def _parting_cures(i: int, key: str, question: PullQuestion, rulebook: PullRules) -> tuple[Cure, ...]:
    return tuple(_parted(i, key, question, rulebook))


def _parted(i: int, key: str, question: PullQuestion, rulebook: PullRules) -> Iterator[Cure]:
    """The fewest pull points that are enough, oiled as it is, or else with a lubricant."""
    oil = Edit("add", f"/runs/{question.run_id}/pull/lubricated", value=True)
    for first in ((), (oil,)) if not question.pull.lubricated else ((),):
        oiled = _with(question, first)
        for edits, said in _partings(pulls(oiled, rulebook)[i], question.run_id, rulebook.words):
            if _holds(i, key, _with(oiled, edits), rulebook):
                yield Cure(f"Lubricate; {said[:1].lower()}{said[1:]}" if first else said, (*first, *edits))
                return


def _partings(one: PipePull, run_id: str, say: Words) -> Iterator[tuple[tuple[Edit, ...], str]]:
    """One pull point where it helps most; then more and more of them, as evenly as the straight pieces allow."""
    cure = next((cure for cure in one.cures if _is_parting(cure)), None)
    if cure is None:
        return
    yield cure.edits, cure.words
    places = parting_places(one.pipe)
    for count in range(2, MOST_POINTS + 1):
        wanted = (sum_of(piece.length_m for piece in one.pipe.pieces if not piece.bend) * n / (count + 1) for n in range(1, count + 1))
        at = sorted({_nearest(places, at_m) for at_m in wanted})
        if len(at) == count:
            yield points_at(run_id, one.pipe, tuple(at)), say.fill(f"Put {count} {{pull_points}}")


def _is_parting(cure: Cure) -> bool:
    return "/fittings/" in cure.edits[0].path


def _holds(i: int, key: str, question: PullQuestion, rulebook: PullRules) -> bool:
    return all(margin.holds for margin in pulls(question, rulebook)[i].margins if margin.key == key)


_STRETCHES = TypeAdapter(Stretches)


def _with(question: PullQuestion, edits: tuple[Edit, ...]) -> PullQuestion:
    """The question after edits of the pull, or of the fittings of a stretch."""
    document: dict[str, Any] = {"pull": question.pull.model_dump(mode="json"),
                                "segments": row_document(question.segments)}  # fmt: skip
    inside = [{"op": one.op, "path": "/" + one.path.split("/", 3)[3], "value": one.value} for one in edits]  # behind /runs/<id>
    changed: Any = patched(document, inside)
    return replace(question, pull=Pull.model_validate(changed["pull"]), segments=_STRETCHES.validate_python(changed["segments"]))


def _nearest(places_m: tuple[float, ...], at_m: float) -> float:
    return min(places_m, key=lambda place_m: abs(place_m - at_m))
