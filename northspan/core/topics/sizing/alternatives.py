"""Other ways to make a run, and what each school of each call would give: all by sizing it again."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace

from northspan.core.case.schools import call_plan
from northspan.core.document.calls import CALLS, CallKind
from northspan.core.document.findings import Cure, Edit
from northspan.core.document.job import CallChoice, Metal, Method, Place, RunKind, Status
from northspan.core.document.plan import CallPlan, Neighbour
from northspan.core.rulebooks.questions.choices import Choices
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.routes.cover import covers
from northspan.core.topics.sizing.conductor import ladder_of
from northspan.core.topics.sizing.cost import priced_by, run_cost
from northspan.core.topics.sizing.question import device_shelf
from northspan.core.topics.sizing.rules import SizingRules
from northspan.core.topics.sizing.run import SizedRun, size_run
from northspan.core.working.errors import InvalidJob, NoSolution, OutsideTable
from northspan.core.working.worked import whole

CHOSEN = "as chosen"


def neighbours(sized: SizedRun, rulebook: SizingRules) -> tuple[Neighbour, ...]:
    """Work the neighbouring choices: a size down, this one, a size up, and the other metals.

    Parameters
    ----------
    sized : SizedRun
        The run as chosen. [-]
    rulebook : SizingRules
        The rules that are asked. [-]
    """
    return tuple(_row(one.sized, rulebook, one.laid, one.cure, current=one.laid == CHOSEN) for one in near(sized, rulebook))


def near(sized: SizedRun, rulebook: SizingRules) -> Iterator[Otherwise]:
    """Size the neighbouring choices, this one among them.

    Parameters
    ----------
    sized : SizedRun
        The run as chosen. [-]
    rulebook : SizingRules
        The rules that are asked. [-]
    """
    wire = sized.tried.wire
    ladder = ladder_of(sized.question, wire.metal, rulebook.wires, wire.insulation)
    at = ladder.index(wire.size)
    wanted: list[tuple[str, Metal, str | None]] = [
        (words, wire.metal, ladder[i])
        for words, i in (("a size down", at - 1), (CHOSEN, at), ("a size up", at + 1))
        if 0 <= i < len(ladder)
    ]
    wanted += [(f"in {metal}", metal, None) for metal in rulebook.wires.metals() if metal is not wire.metal]
    yield from (way for entry in wanted if (way := _neighbour(sized, rulebook, *entry)))
    laid = _laid_otherwise(sized, rulebook)
    if laid:
        yield laid


@dataclass(frozen=True, slots=True)
class Otherwise:
    """The same run made in another way: how it is laid where that differs, sized, and the edits that take it."""

    laid: str
    sized: SizedRun
    cure: Cure


def made_otherwise(sized: SizedRun, rulebook: SizingRules) -> tuple[Otherwise, ...]:
    """Make a run in every other metal, and each metal laid otherwise where it is buried; none for a run that stands.

    Parameters
    ----------
    sized : SizedRun
        The run as chosen. [-]
    rulebook : SizingRules
        The rules that are asked. [-]
    """
    if sized.question.run.status is Status.existing:
        return ()
    found: list[Otherwise] = []
    for metal in rulebook.wires.metals():
        same = metal is sized.tried.wire.metal
        in_metal = sized if same else _sized_as(sized, {"metal": metal, **dict.fromkeys(_FREE)}, rulebook)
        if in_metal is None:
            continue
        at = sized.question.pointer
        edits = () if same else (Edit("add", f"{at}/metal", metal), *(Edit("add", f"{at}/{name}", None) for name in _FREE))
        if not same:
            found.append(Otherwise("", in_metal, Cure(f"Take {metal}", edits)))
        laid = _laid_otherwise(in_metal, rulebook)
        if laid:
            words = laid.cure.words if same else f"{laid.cure.words}, in {metal}"
            found.append(Otherwise(laid.laid, laid.sized, Cure(words, (*edits, *laid.cure.edits))))
    return tuple(found)


def because(sized: SizedRun, ways: tuple[Neighbour, ...]) -> str:
    """Say why this size and not the next smaller: what the smaller one breaks, and what it would save where that is advice.

    Parameters
    ----------
    sized : SizedRun
        The run as chosen. [-]
    ways : tuple of Neighbour
        Its other ways, the smaller one among them. [-]
    """
    if sized.question.run.conductor_size is not None:
        return ""
    shelf = [f"{one.text[:1].upper()}{one.text[1:]}." for one in sized.tried.shelf]
    chosen = next((way for way in ways if way.current), None)
    below = next((way for way in ways if way.words == "a size down"), None)
    if chosen is None or below is None or below.holds:
        return " ".join(shelf)
    saved = chosen.cost - below.cost
    advice = below.only_advice and saved > 0
    money = f" It would cost {whole(saved)} {sized.question.prices.currency}".rstrip() + " less." if advice else ""
    return " ".join([*shelf, f"Not {below.size_name}: {below.why_not}.{money}"])


def calls_of_run(choices: Mapping[str, CallChoice], sized: SizedRun, rulebook: SizingRules) -> tuple[CallPlan, ...]:
    """Work every call that is open on a run, by each of its schools; a pinned choice closes its call.

    Parameters
    ----------
    choices : mapping
        Calls that somebody decided, by name. [-]
    sized : SizedRun
        The run as chosen. [-]
    rulebook : SizingRules
        The rules that are asked. [-]
    """
    return tuple(
        call_plan(
            kind,
            choices.get(kind.name),
            {s.key: _outcome(sized, kind, s.key, rulebook) for s in kind.schools},
            rulebook.choices,
            rulebook.words,
        )
        for name in calls_open(sized, rulebook.wires, rulebook.choices)
        for kind in (CALLS[name],)
    )


def calls_open(sized: SizedRun, wire_rules: WireRules, choice_rules: Choices) -> tuple[str, ...]:
    """Say which calls can still change a run.

    Parameters
    ----------
    sized : SizedRun
        The run as chosen. [-]
    wire_rules : WireRules
        Which wires there are. [-]
    choice_rules : Choices
        What may be chosen. [-]
    """
    run = sized.question.run
    free = {
        "drop_current": True,
        "drop_method": True,
        "drop_limit": True,
        "drop_temperature": True,
        "metal": run.metal is None and run.kind in {RunKind.feeder, RunKind.service},
        "shelf": run.conductor_size is None and run.device_a is None,
        "dwelling_allowance": run.conductor_size is None and sized.question.whole_dwelling,
        "rounding": run.conductor_size is None,
        "derating_start": run.conductor_size is None,
        "equipment_ground": sized.equipment_ground is not None and run.equipment_ground_size is None,
        "bonding_raised": sized.equipment_ground is not None
        and run.equipment_ground_size is None
        and wire_rules.area(sized.tried.wire.size) > wire_rules.area(sized.least_size),
        "protective_conductor": sized.tried.loop is not None,
        "pipe_size": run.pipe_size is None and any(pipe.value for pipe in sized.pipes),
    }
    left_out = choice_rules.calls_left_out()
    return tuple(name for name, is_free in free.items() if is_free and name not in left_out)


def in_words(sized: SizedRun, say: Words) -> str:
    """Say a sized run in one line, as in the supply house.

    Parameters
    ----------
    sized : SizedRun
        The run. [-]
    say : Words
        How the trade says it. [-]
    """
    wire = sized.tried.wire
    parts = [f"{sets_words(sized.question.sets)}{say.size_name(wire.size)} {wire.metal}", f"{whole(sized.device.value)} A"]
    pipe = largest_pipe(sized)
    if pipe:
        parts.append(pipe)
    if sized.equipment_ground_size:
        parts.append(f"{say.dialect.ground_short} {say.size_name(sized.equipment_ground_size)}")
    return ", ".join(parts)


def sets_words(sets: int) -> str:
    """Say how many sets run in parallel, in front of a size; nothing for one.

    Parameters
    ----------
    sets : int
        Sets of conductors. [-]
    """
    return f"{sets} sets of " if sets > 1 else ""


def largest_pipe(sized: SizedRun) -> str:
    """Name the pipe of the longest stretch that has one.

    Parameters
    ----------
    sized : SizedRun
        The run. [-]
    """
    piped = [(s.length_m, pipe.value.name) for s, pipe in zip(sized.question.run.segments, sized.pipes, strict=True) if pipe.value]
    return max(piped)[1] if piped else ""


def _neighbour(sized: SizedRun, rulebook: SizingRules, words: str, metal: Metal, size: str | None) -> Otherwise | None:
    question = sized.question
    same_metal = metal is sized.tried.wire.metal
    update: dict[str, object] = {"metal": metal, "conductor_size": size, "grounded_size": None, "equipment_ground_size": None}
    update |= {"insulation": question.run.insulation if same_metal else None, "sets": question.sets if size else question.run.sets}
    if size and not question.stated_a and sized.device.value in device_shelf(question.run, rulebook.devices):
        update["device_a"] = sized.device.value  # behind the device that was chosen
    other = sized if words == CHOSEN else _sized_as(sized, update, rulebook)
    if other is None:
        return None
    at = question.pointer
    edits = (Edit("add", f"{at}/metal", metal), Edit("add", f"{at}/conductor_size", size))
    name = f"{rulebook.words.size_name(other.tried.wire.size)} {metal}"
    return Otherwise(words, other, Cure(f"Take {name}", edits))


_FREE = ("insulation", "conductor_size", "grounded_size", "equipment_ground_size", "pipe_size", "sets")


def _laid_otherwise(sized: SizedRun, rulebook: SizingRules) -> Otherwise | None:
    """The same run straight in the ground where it lies in pipe, or in pipe where it lies straight; None where nothing is buried."""
    run, names = sized.question.run, dict(rulebook.choices.methods())
    buried = [i for i, one in enumerate(run.segments) if one.place is Place.buried]
    into = Method.pvc40 if any(run.segments[i].method is Method.direct_burial for i in buried) else Method.direct_burial
    shared = any(run.segments[i].shares_with or run.segments[i].other_wires for i in buried)
    if not buried or run.status is Status.existing or into not in names or shared:
        return None
    segments = tuple(
        one.model_copy(update={"method": into, "insulation": None, "laid": "", "cover_m": None, "fittings": ()}) if i in buried else one
        for i, one in enumerate(run.segments)
    )
    other = _sized_as(sized, dict.fromkeys(_FREE) | {"segments": segments}, rulebook)
    if other is None:
        return None
    at = sized.question.pointer
    edits = [Edit("add", f"{at}/{name}", None) for name in _FREE]
    edits += [
        Edit("add", f"{at}/segments/{run.segments[i].key}/{name}", value)
        for i in buried
        for name, value in (("method", into), ("insulation", None), ("laid", ""), ("cover_m", None), ("fittings", {}))
    ]
    way = words = "straight in the ground" if into is Method.direct_burial else "in pipe"
    cover = covers(other.question.run, other.device.value, other.question.line_v, other.tried.wire.insulation, rulebook.routes)
    depths = [cover[i].value for i in buried]
    deep = max((depth for depth in depths if depth is not None), default=None)
    if deep is not None:
        words += f", {rulebook.words.depth_text(deep)} of cover"
    return Otherwise(words, other, Cure(f"Take it {way}", tuple(edits)))


def _sized_as(sized: SizedRun, update: dict[str, object], rulebook: SizingRules) -> SizedRun | None:
    """The run again with other fields; None where there is no answer."""
    question = sized.question
    try:
        return size_run(replace(question, run=question.run.model_copy(update=update)), rulebook)
    except (NoSolution, OutsideTable, InvalidJob):
        return None


def _row(other: SizedRun, rulebook: SizingRules, words: str, cure: Cure, *, current: bool = False) -> Neighbour:
    question, tried = other.question, other.tried
    cost = run_cost(other, rulebook.wires, rulebook.pipes, rulebook.words)
    broken = [m for m in other.margins if not m.holds]
    return Neighbour(
        words,
        rulebook.words.size_name(tried.wire.size),
        tried.wire.metal,
        tried.drop.value.percent,
        question.drop_above_percent + tried.drop.value.percent,
        largest_pipe(other),
        cost.value,
        tightest.words if (tightest := max(other.margins, key=lambda m: m.share, default=None)) else "",
        not broken,
        current,
        "; ".join(f"{m.words[:1].lower()}{m.words[1:]} {rulebook.words.against_text(m.used, m.limit, m.unit)}" for m in broken),
        cure,
        bool(broken) and all(margin.advice for margin in broken),
        priced_by(cost),
    )


def _outcome(sized: SizedRun, kind: CallKind, school: str, rulebook: SizingRules) -> str:
    question = sized.question
    if school == "given" and question.run.given_drop_a is None:
        return "no current given yet"
    try:
        taken = question.schools[kind.name] == school
        other = sized if taken else size_run(replace(question, sets=1, schools=question.schools.with_school(kind.name, school)), rulebook)
    except (NoSolution, OutsideTable) as refused:
        return str(refused)
    if other is None:
        return "no load yet"
    if kind.name == "drop_limit" and other.question.sets > sized.question.sets:
        return f"only in {other.question.sets} sets: the runs ahead have used it up, or the way is too long"
    words = in_words(other, rulebook.words)
    return f"{words}, drop {other.tried.drop.value.percent:.1f} %" if kind.name.startswith("drop") else words
