"""What is wrong or open about a run, with the edit that cures it."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace

from northspan.core.document.findings import Cure, Edit, Finding, Severity, pin
from northspan.core.document.job import Grounding, Method, Place, Run, Status, Terminals
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.routes.cover import covers
from northspan.core.topics.sizing.alternatives import sets_words
from northspan.core.topics.sizing.conductor import SizeAsked, ladder_of, try_wire
from northspan.core.topics.sizing.cures import (
    both_cures,
    broken_limits,
    device_cures,
    insulation_cures,
    larger_size_cures,
    size_cures,
    wire_cures,
)
from northspan.core.topics.sizing.lugs import lug_findings
from northspan.core.topics.sizing.question import UNREAD, device_shelf, guard_of
from northspan.core.topics.sizing.refused import FOR_PEOPLE_MA, unfit
from northspan.core.topics.sizing.rules import SizingRules
from northspan.core.topics.sizing.run import SizedRun, size_run
from northspan.core.working.errors import InvalidJob, NoSolution, OutsideTable
from northspan.core.working.worked import Margin, falls_short, over_words, told_apart, whole

UNMARKED_C = 60.0  # what terminals are taken for when nobody read them


def findings_of_run(sized: SizedRun, rulebook: SizingRules) -> Iterator[Finding]:
    """Go through a sized run and say what is wrong or open.

    Parameters
    ----------
    sized : SizedRun
        The run. [-]
    rulebook : SizingRules
        The rules that are asked. [-]
    """
    yield from _limits(sized, rulebook)
    yield from _pinned_ground(sized, rulebook)
    yield from _as_found(sized, rulebook.words)
    yield from _made(sized, rulebook.words, rulebook.wires)
    yield from lug_findings(sized, rulebook)
    yield from _drop(sized, rulebook)
    yield from _segments(sized, rulebook)
    if sized.insulation.value:
        yield unfit(sized.question, sized.insulation, insulation_cures(sized, rulebook))
    if _marking_matters(sized, rulebook):
        yield Finding(
            "terminals-unmarked",
            Severity.note,
            f"{sized.question.pointer}/terminals",
            f"{sized.question.run.name}: terminals are taken as 60 °C, because no marking was noted.",
            rulebook.words.fill("Most {panels} and breakers are marked 75 °C. Read the label before counting on it."),
            sized.terminals.citation,
            (pin(f"{sized.question.pointer}/terminals", Terminals.c75, "The label says 75 °C"),),
        )


def _made(sized: SizedRun, say: Words, wire_rules: WireRules) -> Iterator[Finding]:
    """A size in which the noted product is not made: one of the two was misread."""
    run, wire = sized.question.run, sized.tried.wire
    made = wire_rules.sizes(wire.metal, wire.insulation)
    if run.conductor_size is None or wire.size in made:
        return
    kind = f"{wire.insulation} in {say.metal_name(wire.metal)}"
    span = f"from {say.size_name(made[0])} to {say.size_name(made[-1])}" if made else "in no size"
    yield Finding(
        "size-not-made", Severity.check, f"{sized.question.pointer}/insulation",
        f"{run.name}: {say.size_name(wire.size)} is noted, and {kind} is made {span}.",
        "One of the two was misread. It is worked as noted.", "customary",
    )  # fmt: skip


def _marking_matters(sized: SizedRun, rulebook: SizingRules) -> bool:
    """Tell whether terminals that nobody read are all that stands against the next smaller wire."""
    question, tried = sized.question, sized.tried
    legs, pinned = question.load.value, question.run.conductor_size is not None
    if question.run.terminals is not Terminals.unmarked or sized.terminals.value > UNMARKED_C or legs is None:
        return False
    if pinned:
        return any(not margin.holds for margin in tried.margins if margin.key == "terminals")
    ladder = ladder_of(question, tried.wire.metal, rulebook.wires, tried.wire.insulation)
    at = ladder.index(sized.least_size) if sized.least_size in ladder else 0
    if not at or sized.least_size != tried.wire.size:
        return False
    read = rulebook.ampacities.terminals_c(Terminals.c75, sized.device.value)
    asked = SizeAsked(question, legs, sized.device.value, read, rulebook)
    return try_wire(asked, replace(tried.wire, size=ladder[at - 1])).good


_TEXTS = {
    "terminals": "{wire} is too small at its terminals: {used_n} A on {limit_n} A.",
    "ampacity": "{wire} carries {limit_n} A here; the load is {used_n} A.",
    "protection": "a {used_n} A device does not protect {wire}; the most for it is {limit_n} A.",
    "parallel": "{wire} is too small: {words}.",
    "share": "{wire} carries {limit_n} A; without a device where it begins it must carry {used_n} A.",
    "secondary": "its conductors go {used_text} from the transformer without a device, {limit_text} is the most.",
    "transformer": "the {used_n} A device is above the {limit_n} A that its transformer allows.",
    "loop": "its earth fault loop of {used:.2f} Ω is above {limit:.2f} Ω: the device opens too late, or not at all.",
    "measured_loop": "its loop measured {used:.2f} Ω, {limit:.2f} Ω is the most for a cold reading.",
    "protective": "its protective conductor of {limit:g} mm² is too thin for a fault, {used:.2f} mm² is the least.",
    "least_size": "{limit:g} mm² is below the smallest lawful {used:g} mm².",
    "device": "the {limit_n} A device is below the {used_n} A that the load asks.",
}
_BY_LOOP = frozenset({"loop", "measured_loop", "protective"})
_NOTED = ("/main_a", "/breaker_a")
_SAID_ELSEWHERE = frozenset({"drop", "way"})


def _limits(sized: SizedRun, rulebook: SizingRules) -> Iterator[Finding]:
    """Every rule that a run breaks has its finding: a red bar without a word would be passed over."""
    run, at = sized.question.run, sized.question.pointer
    wire = f"{rulebook.words.size_name(sized.tried.wire.size)} {rulebook.words.metal_name(sized.tried.wire.metal)}"
    for margin in (*sized.device.margins, *sized.tried.margins):
        if margin.holds or margin.advice or margin.key in _SAID_ELSEWHERE:
            continue
        template = _TEXTS.get(margin.key, "{words}: {against}.")
        length = rulebook.words.length_text
        words = f"{margin.words[:1].lower()}{margin.words[1:]}"
        text = template.format(wire=wire, used=margin.used, limit=margin.limit, words=words,
                               against=rulebook.words.against_text(margin.used, margin.limit, margin.unit),
                               used_n=whole(margin.used), limit_n=whole(margin.limit),
                               used_text=length(margin.used), limit_text=length(margin.limit))  # fmt: skip
        why = (
            "Until it opens, every case on it stands at a dangerous voltage."
            if margin.key in _BY_LOOP
            else "A conductor that is overloaded or not protected can start a fire."
        )
        owners = margin in sized.device.margins and not sized.question.stated_where.startswith("/sources")  # the main is his
        if run.utility_owned and not owners:
            why = rulebook.words.fill("These conductors are the {utility}'s: ask it to look at them; they are not yours to change.")
            yield Finding("limit-of-utility", Severity.check, at, f"{run.name}: {text}", why, margin.citation)
            continue
        yield Finding(
            f"limit-{margin.key.replace('_', '-')}",
            Severity.stop,
            at,
            f"{run.name}: {text}",
            why,
            margin.citation,
            _cures(sized, margin, rulebook),
        )


def _cures(sized: SizedRun, margin: Margin, rulebook: SizingRules) -> tuple[Cure, ...]:
    """What would keep a broken limit: another device, or the size that the rules choose."""
    question = sized.question
    if margin.key in _BY_LOOP:
        return _loop_cures(sized, rulebook)
    if margin.key in {"device", "transformer"}:
        if question.run.device_a is not None:
            return device_cures(sized, margin.key, rulebook) or both_cures(sized, margin.key, rulebook)
        if question.stated_where.endswith(_NOTED):
            what = "main" if question.stated_where.endswith("/main_a") else "breaker"
            most = question.stated_bus_a or math.inf
            larger = next((a for a in device_shelf(question.run, rulebook.devices) if margin.used - 1e-9 <= a <= most), None)
            return (pin(question.stated_where, larger, f"A {what} of {larger:g} A"),) if larger and margin.key == "device" else ()
        return ()
    cures = size_cures(sized, margin.key, rulebook)
    if margin.key == "protection" and question.run.device_a is not None:
        cures = (*cures, *device_cures(sized, margin.key, rulebook))
    return cures or both_cures(sized, margin.key, rulebook)


def _as_found(sized: SizedRun, say: Words) -> Iterator[Finding]:
    """What is there and was not looked at, and what is noted twice and differently."""
    question, run, at = sized.question, sized.question.run, sized.question.pointer
    wire = f"{sets_words(question.sets)}{say.size_name(sized.tried.wire.size)} {say.metal_name(sized.tried.wire.metal)}"
    if question.assumed:
        taken = {"metal": sized.tried.wire.metal.value, "conductor_size": sized.tried.wire.size, "sets": question.sets}
        yield Finding(
            "wires-assumed",
            Severity.check,
            f"{at}/conductor_size",
            f"{run.name}: it is there, and its wires are not noted. {wire} is assumed, the least for {whole(sized.device.value)} A.",
            "Open it up and read the wire. Everything said of this run rests on the assumption.",
            "job",
            (Cure("It is that", tuple(Edit("add", f"{at}/{name}", value) for name, value in taken.items())),),
        )
    if question.stated_words == UNREAD and run.device_a is None:
        ratings = sorted({60.0, 80.0, question.stated_a})
        yield Finding(
            "cut-out-not-read", Severity.check, question.stated_where,
            f"{run.name}: the supplier's cut-out is taken as {whole(question.stated_a)} A; nobody noted its fuse.",
            "Read the label on the cut-out; the supplier alone may open it. Wires and boards behind it go by it.", "customary",
            tuple(pin(question.stated_where, rating, f"It says {rating:g} A") for rating in ratings),
        )  # fmt: skip
    noted_twice = question.stated_where.endswith(_NOTED) and run.device_a is not None
    if noted_twice and run.device_a != question.stated_a:
        yield Finding(
            "device-noted-twice",
            Severity.check,
            f"{at}/device_a",
            f"{run.name}: a device of {run.device_a:g} A is noted, and {question.stated_words} is {question.stated_a:g} A.",
            "They are one and the same device. The one at the run is planned with.",
            "job",
            (
                pin(f"{at}/device_a", None, f"It is {question.stated_a:g} A"),
                pin(question.stated_where, run.device_a, f"It is {run.device_a:g} A"),
            ),
        )


def _loop_cures(sized: SizedRun, rulebook: SizingRules) -> tuple[Cure, ...]:
    """A residual-current device opens on far less; or the size that keeps the limit, if the run was pinned below it."""
    at, run = sized.question.pointer, sized.question.run
    cures: tuple[Cure, ...] = ()
    if run.residual_ma is None and _opens_in_time(sized, {"residual_ma": FOR_PEOPLE_MA}, rulebook):
        cures = (pin(f"{at}/residual_ma", FOR_PEOPLE_MA, f"A residual-current device of {FOR_PEOPLE_MA:g} mA"),)
    if sized.question.guard.device_type not in {"", "B"} and run.device_type and _opens_in_time(sized, {"device_type": ""}, rulebook):
        cures = (*cures, pin(f"{at}/device_type", "", "The usual kind of device"))
    return (*cures, *larger_size_cures(sized, rulebook))


def _opens_in_time(sized: SizedRun, update: dict[str, object], rulebook: SizingRules) -> bool:
    """Tell whether another device ends what the loop breaks, and breaks nothing else."""
    run, loop = sized.question.run.model_copy(update=update), sized.question.loop
    if loop is not None and run.residual_ma is not None:
        loop = replace(loop, residual_ma=min(run.residual_ma, loop.residual_ma or run.residual_ma))
    try:
        other = size_run(replace(sized.question, run=run, loop=loop, guard=guard_of(run, rulebook.devices)), rulebook)
    except (InvalidJob, NoSolution, OutsideTable):  # there is none of that rating
        return False
    return other is not None and broken_limits(other, rulebook.wires) <= broken_limits(sized, rulebook.wires) - _BY_LOOP


def _pinned_ground(sized: SizedRun, rulebook: SizingRules) -> Iterator[Finding]:
    wire_rules, ground_rules, say = rulebook.wires, rulebook.grounds, rulebook.words
    run, at = sized.question.run, sized.question.pointer
    if sized.equipment_ground and sized.equipment_ground_size:
        least = sized.equipment_ground.value
        if wire_rules.area(sized.equipment_ground_size) < wire_rules.area(least):
            yield Finding(
                "ground-too-small",
                Severity.fix,
                f"{at}/equipment_ground_size",
                f"{run.name}: {say.dialect.ground_short} {say.size_name(sized.equipment_ground_size)} is below {say.size_name(least)}.",
                "It is the way back for a fault; too thin, and the breaker opens late.",
                sized.equipment_ground.rule.citation,
                wire_cures(sized, "equipment_ground_size", least, f"A {say.dialect.ground_short}", rulebook),
            )
    if sized.grounded_size and wire_rules.area(sized.grounded_size) < wire_rules.area(sized.grounded.value):
        name = say.size_name
        yield Finding(
            "neutral-too-small",
            Severity.fix,
            f"{at}/grounded_size",
            f"{run.name}: neutral {name(sized.grounded_size)} is below {name(sized.grounded.value)}.",
            "It must carry the unbalance of the legs and a fault.",
            sized.grounded.rule.citation,
            wire_cures(sized, "grounded_size", sized.grounded.value, "A neutral", rulebook),
        )
    if run.grounding is Grounding.legacy_three_wire and run.status is not Status.existing and not ground_rules.may_feed_three_wires():
        yield Finding(
            "new-three-wire",
            Severity.fix,
            f"{at}/grounding",
            f"{run.name}: new work cannot be fed with three wires.",
            say.fill("{Neutral_and_ground} must be two wires."),
            say.cite("new_three_wire"),
            (pin(f"{at}/grounding", Grounding.equipment_ground, "Run four wires"),),
        )


def _drop(sized: SizedRun, rulebook: SizingRules) -> Iterator[Finding]:
    run, at = sized.question.run, sized.question.pointer
    broken = [m for m in sized.tried.margins if m.key in {"drop", "way"} and not m.holds]
    if not broken:
        return
    severity = Severity.fix if rulebook.drops.drop_is_rule() else Severity.check
    worst = max(broken, key=lambda margin: margin.share)
    what = "voltage drop in this run" if worst.key == "drop" else "total voltage drop"
    yield Finding(
        "voltage-drop",
        severity,
        at,
        f"{run.name}: {what} {told_apart(worst.used, worst.limit, 1)} %, wanted {worst.limit:g} %.",
        "Lights dim and motors start hard; the breaker still holds." + _lost_ahead(sized) + _way_out(sized) + _advice(worst),
        worst.citation,
        larger_size_cures(sized, rulebook),
    )


def _lost_ahead(sized: SizedRun) -> str:
    above = sized.question.drop_above_percent
    if above <= sized.question.limits_percent[1] / 2:
        return ""
    return f" The runs ahead of it lose {above:.1f} % already: a larger wire there helps every circuit behind it."


def _way_out(sized: SizedRun) -> str:
    if sized.question.run.conductor_size is not None:
        return ""
    metal = sized.tried.wire.metal
    ways_out = "Shorten the way, raise the voltage or run conductors in parallel."
    return f" No {metal} size keeps it here, so the least lawful one is shown. {ways_out}"


def _advice(margin: Margin) -> str:
    return " The limit is advice here, not a rule." if margin.advice else ""


def _into_pipe(run: Run, i: int, at: str, wire_rules: WireRules) -> tuple[Edit, ...]:
    """A stretch in pipe, with wires that may be pulled in where those that were chosen may not."""
    segment = run.segments[i].model_copy(update={"method": Method.pvc40})
    edits = [Edit("add", f"{at}/segments/{segment.key}/method", Method.pvc40)]
    if run.insulation and wire_rules.insulation_fits(run.insulation, (segment,)).value:
        edits += [Edit("add", f"{at}/insulation", None), Edit("add", f"{at}/segments/{segment.key}/insulation", None)]
    return tuple(edits)


def _segments(sized: SizedRun, rulebook: SizingRules) -> Iterator[Finding]:
    route_rules, say, choice_rules = rulebook.routes, rulebook.words, rulebook.choices
    run, at = sized.question.run, sized.question.pointer
    least = covers(run, sized.device.value, sized.question.line_v, sized.tried.wire.insulation, route_rules)
    for i, (segment, pipe, cover) in enumerate(zip(run.segments, sized.pipes, least, strict=True)):
        where = f"{at}/segments/{segment.key}"
        for margin in pipe.margins:
            if not margin.holds:
                yield Finding(
                    "pipe-too-full",
                    Severity.fix,
                    where,
                    f"{run.name}: the pipe is {over_words(margin)} full.",
                    "Wire is damaged in the pull and cannot shed its heat.",
                    margin.citation,
                    (pin(f"{at}/pipe_size", None, "Let the rules choose the pipe"),),
                    step="route",
                )
        if pipe.value is None and not sized.insulation.value and rulebook.pipes.trade_sizes(segment.method, 3):
            yield Finding(
                "no-such-pipe", Severity.check, where,
                f"{run.name}: no {dict(choice_rules.methods())[segment.method]} that is made takes these wires.",
                "The wires or the pipe were misread. The wires are worked as noted; the fill of the pipe is not.", "tables", step="route",
            )  # fmt: skip
        if segment.place is not Place.buried:
            continue
        if cover.value is None:
            yield Finding(
                "no-cover-figure",
                Severity.fix,
                where,
                f"{run.name}: {dict(choice_rules.methods())[segment.method]} has no cover figure here.",
                "Use a pipe or cable that is meant for the ground.",
                cover.rule.citation,
                ()
                if segment.method is Method.pvc40
                else (Cure(f"Use {dict(choice_rules.methods())[Method.pvc40]}", _into_pipe(run, i, at, rulebook.wires)),),
                step="route",
            )
        elif segment.cover_m is not None and falls_short(segment.cover_m, cover.value):
            yield Finding(
                "cover-too-shallow",
                Severity.fix,
                f"{where}/cover_m",
                f"{run.name}: cover {say.depth_text(segment.cover_m)} is below {say.depth_text(cover.value)}.",
                "A spade or a fence post finds it.",
                cover.rule.citation,
                (pin(f"{where}/cover_m", None, "Dig to the least cover"),),
                step="route",
            )
