"""What a run asks of the ground: where it comes out, its trench, other lines near it."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.document.findings import Cure, Edit, Finding, Severity, in_a_row, pin, sentence
from northspan.core.document.job import Crossing, Place, Segment, Status, status_of
from northspan.core.document.plan import TrenchPlan, WorkGroup, work_lines
from northspan.core.rulebooks.questions.routes import RouteRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.pull.pulling import bore_m
from northspan.core.topics.pull.routed import Routed
from northspan.core.topics.pull.rules import PullRules
from northspan.core.topics.pull.trench import LINE_M, Trench, TrenchFacts, dig
from northspan.core.topics.routes.cover import covers
from northspan.core.working.worked import Step, ruled, step

WALL, CABLE_M = 1.15, 0.03  # outside over bore of a pipe; a cable that is laid by itself [m]
TO_DIG = frozenset({Status.new, Status.temporary})


def ground_groups(i: int, routed: Routed, rulebook: PullRules) -> Iterator[WorkGroup]:
    """Work what a buried stretch asks: how it comes out of the ground, and its own trench.

    Parameters
    ----------
    i : int
        Number of the stretch. [-]
    routed : Routed
        The run, sized, with its route. [-]
    rulebook : PullRules
        The rules that are asked. [-]
    """
    run, pipe = routed.run, routed.sized.pipes[i].value
    segment, title = run.segments[i], f"Stretch {i + 1}"
    if segment.place is not Place.buried:
        return
    if status_of(run, segment) not in TO_DIG:
        there = ruled("0", "trench", "none", "it lies in the ground already", "job")
        yield WorkGroup(f"trench{i + 1}", f"{title}, trench", "none: it is there", work_lines((there,)))
    elif segment.trench:
        shared = ruled("0", "trench", segment.trench, "dug once for all that lies in it", "job")
        yield WorkGroup(f"trench{i + 1}", f"{title}, trench", f"in the trench “{segment.trench}”", work_lines((shared,)))
    else:
        worked = dig(_facts([(segment, _cover_m(i, routed, rulebook.routes), _outside_m(i, routed, rulebook))], rulebook.routes))
        yield WorkGroup(f"trench{i + 1}", f"{title}, trench", _dug(worked.value, rulebook.words), work_lines(worked.steps))
    for n, line in enumerate(segment.crossings):
        between, least = _between(i, line, routed, rulebook), rulebook.routes.line_distance(line.kind)
        name = f"{title}, {line.kind.value} line at {rulebook.words.length_text(line.at_m)}"
        answer = f"{rulebook.words.depth_text(max(0.0, between.value))} clear of {rulebook.words.depth_text(least.value)}"
        yield WorkGroup(f"crossing{i + 1}.{n}", name, answer, work_lines((between, least)))
    out = (rulebook.routes.riser(), *((rulebook.routes.bushing(routed.sized.tried.wire.size),) if pipe else ()))
    words = (rulebook.words.length_text(out[0].value), *(one.result for one in out[1:]))
    yield WorkGroup(f"riser{i + 1}", f"{title}, where it comes out", ", ".join(words), work_lines(out))


def shared_trenches(routed: dict[str, Routed], rulebook: PullRules) -> tuple[TrenchPlan, ...]:
    """Work the trenches in which several stretches lie, each dug once: as long and as deep as the most of them, as wide as all.

    Parameters
    ----------
    routed : dict of Routed
        The runs by id, sized, with their routes. [-]
    rulebook : PullRules
        The rules that are asked. [-]
    """
    named: dict[str, list[tuple[str, int]]] = {}
    for run_id, one in routed.items():
        for i, segment in enumerate(one.run.segments):
            if segment.trench and segment.place is Place.buried and status_of(one.run, segment) is not Status.remove:
                named.setdefault(segment.trench, []).append((run_id, i))
    return tuple(_shared(name, members, routed, rulebook) for name, members in named.items())


def ground_findings(routed: Routed, rulebook: PullRules) -> Iterator[Finding]:
    """Say which other lines a buried run comes too close to.

    Parameters
    ----------
    routed : Routed
        The run, sized, with its route. [-]
    rulebook : PullRules
        The rules that are asked. [-]
    """
    run = routed.run
    buried = [i for i, segment in enumerate(run.segments) if segment.place is Place.buried]
    for i in buried:
        yield from _crossed(i, routed, rulebook)
        yield from _beside(i, routed, rulebook.routes, rulebook.words)


def locate_findings(routed: dict[str, Routed]) -> Iterator[Finding]:
    """Say once for a job what is to be dug where nothing has been located yet.

    Parameters
    ----------
    routed : dict
        Runs with their routes. [-]
    """
    open_runs = {
        key: one.run
        for key, one in routed.items()
        if not one.run.located and any(s.place is Place.buried and status_of(one.run, s) in TO_DIG for s in one.run.segments)
    }
    if open_runs:
        yield Finding(
            "lines-not-located",
            Severity.check,
            f"/runs/{next(iter(open_runs))}/located",
            f"Other lines in the ground are not located yet, for {in_a_row([run.name for run in open_runs.values()])}.",
            "Before the first spade: gas, water, cables and communication lines marked. Dig by hand beside a mark.",
            "local law",
            (Cure("Located and marked", tuple(Edit("add", f"/runs/{key}/located", value=True) for key in open_runs)),),
        )


def _crossed(i: int, routed: Routed, rulebook: PullRules) -> Iterator[Finding]:
    run, at = routed.run, f"/runs/{routed.id}/segments/{routed.run.segments[i].key}"
    for n, line in enumerate(run.segments[i].crossings):
        least, between = rulebook.routes.line_distance(line.kind), _between(i, line, routed, rulebook)
        if between.value >= least.value - 1e-6:
            continue
        where, apart = rulebook.words.length_text(line.at_m), rulebook.words.depth_text(max(0.0, between.value))
        words = f"{run.name}: {apart} from a {line.kind.value} line at {where}, {least.result} is the least."
        deeper = round(line.depth_m + LINE_M / 2 + least.value + 5e-4, 3)
        cures = (pin(f"{at}/cover_m", deeper, f"Go under it, cover {rulebook.words.depth_text(deeper)}"),)
        yield Finding("crossing-too-near", Severity.fix, f"{at}/crossings/{n}", words, sentence(least.text), least.citation, cures)


def _between(i: int, line: Crossing, routed: Routed, rulebook: PullRules) -> Step:
    """Clear distance to a line that crosses: its own half thickness, and ours where we go over it, are not air. [m]"""
    cover_m = _cover_m(i, routed, rulebook.routes)
    words, half = f"clear of the {line.kind.value} line", LINE_M / 2
    if line.depth_m >= cover_m:
        return step("y", words, "z - r - (c + d)", "m", "sum", z=line.depth_m, r=half, c=cover_m, d=_outside_m(i, routed, rulebook))
    return step("y", words, "c - (z + r)", "m", "sum", c=cover_m, z=line.depth_m, r=half)


def _beside(i: int, routed: Routed, route_rules: RouteRules, say: Words) -> Iterator[Finding]:
    run, at = routed.run, f"/runs/{routed.id}/segments/{routed.run.segments[i].key}/beside"
    for n, line in enumerate(run.segments[i].beside):
        least = route_rules.line_distance(line.kind)
        if line.apart_m is None or line.apart_m >= least.value - 1e-6:
            continue
        apart = say.depth_text(line.apart_m)
        words = f"{run.name}: {apart} beside a {line.kind.value} line in its trench, {least.result} is the least."
        cure = pin(f"{at}/{n}/apart_m", round(least.value, 4), f"Keep them {least.result} apart")
        yield Finding("beside-too-near", Severity.fix, f"{at}/{n}", words, sentence(least.text), least.citation, (cure,))


def _shared(name: str, members: list[tuple[str, int]], routed: dict[str, Routed], rulebook: PullRules) -> TrenchPlan:
    lines, there = [], 0
    for run_id, i in members:
        one = routed[run_id]
        segment = one.run.segments[i]
        lines.append((segment, _cover_m(i, one, rulebook.routes), _outside_m(i, one, rulebook)))
        there += status_of(one.run, segment) not in TO_DIG
    worked = dig(_facts(lines, rulebook.routes))
    runs = tuple(dict.fromkeys(run_id for run_id, _ in members))
    who = ", ".join(routed[run_id].run.name for run_id in runs)
    heat = rulebook.routes.trench_heat()
    old = (ruled("o", "already in it", f"{there}", "dig by hand beside what is there", "customary", there),) if there else ()
    group = WorkGroup(
        f"trench {name}", f"Trench “{name}”: {who}", _dug(worked.value, rulebook.words), work_lines((*worked.steps, heat, *old))
    )
    return TrenchPlan(name, runs, group)


def _facts(lines: list[tuple[Segment, float, float]], route_rules: RouteRules) -> TrenchFacts:
    """A trench for stretches, each with its cover and its outside: as long and deep as the most of them."""
    length_m, cover_m = max(one.length_m for one, _, _ in lines), max(cover for _, cover, _ in lines)
    beside = [line for one, _, _ in lines for line in one.beside]
    others = tuple(route_rules.line_distance(line.kind).value if line.apart_m is None else line.apart_m for line in beside)
    return TrenchFacts(length_m, cover_m, tuple(outside for _, _, outside in lines), others_apart_m=others)


def _dug(trench: Trench, say: Words) -> str:
    wide, dug, sand = (
        say.depth_text(trench.width_m),
        say.amount_text(trench.dug_m3, "m³"),
        say.amount_text(trench.sand_m3, "m³"),
    )
    return f"locate first; {wide} wide, {dug} dug, {sand} of sand"


def _cover_m(i: int, routed: Routed, route_rules: RouteRules) -> float:
    """Cover as found or as wanted, the least otherwise. [m]"""
    segment = routed.run.segments[i]
    if segment.cover_m is not None:
        return segment.cover_m
    sized = routed.sized
    return covers(routed.run, sized.device.value, sized.question.line_v, sized.tried.wire.insulation, route_rules)[i].value or 0.0


def _outside_m(i: int, routed: Routed, rulebook: PullRules) -> float:
    pipe, method = routed.sized.pipes[i].value, routed.run.segments[i].method
    return WALL * bore_m(method, pipe.size, rulebook) if pipe else CABLE_M
