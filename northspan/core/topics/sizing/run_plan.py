"""The plan of one run: answers, limits and working, ready to draw."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

from northspan.core.case.facts import run_facts
from northspan.core.document.cautions import cautions_for
from northspan.core.document.findings import Finding, Severity
from northspan.core.document.job import CallChoice, Circuit, Job, Place, Run, RunKind, Segment
from northspan.core.document.plan import RunPlan, SegmentPlan, WirePlan, WorkGroup, margins_shown, work_lines
from northspan.core.rulebooks.questions.ampacities import AmpacityRules
from northspan.core.rulebooks.questions.choices import Choices
from northspan.core.rulebooks.questions.common import BuildingFacts
from northspan.core.rulebooks.questions.devices import DeviceRules
from northspan.core.rulebooks.questions.dwellings import DwellingRules
from northspan.core.rulebooks.questions.routes import RouteRules
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.routes.cover import covers, ribbon_m
from northspan.core.topics.sizing.alternatives import because, calls_of_run, largest_pipe, neighbours, sets_words
from northspan.core.topics.sizing.conductor import ladder_of
from northspan.core.topics.sizing.cost import run_cost
from northspan.core.topics.sizing.drop_schools import drop_schools
from northspan.core.topics.sizing.growth import growth
from northspan.core.topics.sizing.limits import allowance_of
from northspan.core.topics.sizing.products import names_of, products_step
from northspan.core.topics.sizing.question import RunQuestion
from northspan.core.topics.sizing.raise_voltage import voltage_ways
from northspan.core.topics.sizing.refused import refusal
from northspan.core.topics.sizing.rules import SizingRules
from northspan.core.topics.sizing.run import SizedRun, size_run
from northspan.core.topics.sizing.run_findings import findings_of_run
from northspan.core.topics.sizing.taps import taps_of
from northspan.core.working.errors import NoSolution, OutsideTable
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Step, Worked, whole


@dataclass(frozen=True, slots=True)
class PlannedRun:
    """A run sized and laid out, with what was found about it; `sized` is None where there is no answer."""

    plan: RunPlan
    sized: SizedRun | None
    findings: tuple[Finding, ...]


@lru_cache(maxsize=512)
def plan_run(run_id: str, question: RunQuestion, rulebook: SizingRules) -> PlannedRun:
    """Size a run, lay it out without its working, and say what is wrong with it.

    Parameters
    ----------
    run_id : str
        Id of the run. [-]
    question : RunQuestion
        What decides it. [-]
    rulebook : SizingRules
        The rules that are asked. [-]

    Raises
    ------
    InvalidJob
        If a pinned choice does not exist.
    """
    at, run = question.pointer, question.run
    try:
        sized = size_run(question, rulebook)
    except (NoSolution, OutsideTable) as refused:
        reason, about = refusal(question, refused, rulebook)
        return PlannedRun(unsized(run_id, run, question.nominal_v, reason, rulebook.words), None, about)
    if sized is None:
        finding = Finding(
            "run-without-load", Severity.check, at, f"{run.name}: no load yet.", "Type its load, or add what it feeds.", "job"
        )
        return PlannedRun(unsized(run_id, run, question.nominal_v, "No load yet. Type its load.", rulebook.words), None, (finding,))
    return PlannedRun(_plan_without_calls(run_id, sized, rulebook), sized, tuple(findings_of_run(sized, rulebook)))


def with_working(job: Job, run_id: str, question: RunQuestion, building: BuildingFacts, rulebook: SizingRules) -> RunPlan:
    """Plan a run with the lines of its working, its other ways and its calls.

    Parameters
    ----------
    job : Job
        The job, for who decided its calls. [-]
    run_id : str
        Id of the run. [-]
    question : RunQuestion
        What decides it. [-]
    building : BuildingFacts
        The building it feeds. [-]
    rulebook : SizingRules
        The code that was followed. [-]
    """
    return _with_working(run_id, question, tuple(job.calls.items()), building, rulebook)


@lru_cache(maxsize=256)
def _with_working(
    run_id: str, question: RunQuestion, calls: tuple[tuple[str, CallChoice], ...], building: BuildingFacts, rulebook: SizingRules
) -> RunPlan:
    planned = plan_run(run_id, question, rulebook)
    sized = planned.sized
    taps = taps_of(question, rulebook)
    if sized is None:
        return planned.plan.model_copy(update={"taps": taps})
    wires = rulebook.grounds.four_wires(run_facts(sized.question.run, sized.question.line_v), building)
    ways = neighbours(sized, rulebook)
    more = {
        "working": _working(sized, wires, rulebook.routes, rulebook.words),
        "neighbours": ways,
        "because": because(sized, ways),
        "drops": drop_schools(sized, rulebook.words, rulebook.drops),
        "growth": growth(sized, rulebook),
        "taps": taps,
        "voltages": voltage_ways(sized, rulebook),
        "cost": run_cost(sized, rulebook.wires, rulebook.pipes, rulebook.words).value,
        "calls": calls_of_run(dict(calls), sized, rulebook),
    }
    if not mine_to_size(question.run):
        more |= {"neighbours": (), "because": "", "growth": (), "calls": (), "drops": (), "voltages": (), "cost": 0.0}
    return planned.plan.model_copy(update=more)


def _plan_without_calls(run_id: str, sized: SizedRun, rulebook: SizingRules) -> RunPlan:
    run, tried = sized.question.run, sized.tried
    ladder = ladder_of(replace(sized.question, sets=1), tried.wire.metal, rulebook.wires, tried.wire.insulation)
    at = ladder.index(tried.wire.size)
    legs = sized.question.load.value
    design = legs.design if legs else None
    cover = covers(run, sized.device.value, sized.question.line_v, tried.wire.insulation, rulebook.routes)
    margins = margins_shown(sized.device.margins + sized.margins if mine_to_size(run) else ())
    wires = _wires(sized, rulebook.wires, rulebook.words)
    headline, subline = _headline(sized, len(wires), rulebook.words)
    mine = mine_to_size(run)
    return RunPlan(
        id=run_id,
        name=run.name,
        kind=run.kind,
        origin=run.origin,
        target=run.target,
        status=run.status,
        sized=True,
        headline=headline,
        subline=subline,
        length_m=sum_of(s.length_m for s in run.segments),
        nominal_v=sized.question.nominal_v,
        load_a=design.total_a if design else 0,
        continuous_a=design.continuous_a if design else 0,
        neutral_a=design.neutral_a if design else 0,
        device_a=sized.device.value,
        device_type=sized.question.guard.device_type,
        metal=tried.wire.metal,
        insulation=tried.wire.insulation,
        size=tried.wire.size,
        size_name=rulebook.words.size_name(tried.wire.size),
        least_size=sized.least_size,
        least_name=rulebook.words.size_name(sized.least_size),
        ampacity_a=tried.ampacity.value.final_a,
        grounded_size=sized.grounded_size or "",
        grounded_least=sized.grounded.value if sized.grounded_size else "",
        equipment_ground_size=sized.equipment_ground_size or "",
        wires=wires,
        segments=_segments(run, sized, cover, rulebook.choices),
        drop_v=tried.drop.value.drop_v,
        drop_percent=tried.drop.value.percent,
        drop_current_a=tried.drop_current_a,
        way_percent=sized.question.drop_above_percent + tried.drop.value.percent,
        margins=margins,
        governs=next((m.key for m in margins if m.governs), ""),
        working=(),
        neighbours=(),
        smaller=ladder[at - 1] if at and mine else "",
        larger=ladder[at + 1] if at + 1 < len(ladder) and mine else "",
        calls=(),
        cautions=tuple(rulebook.words.fill(one) for one in cautions_for(run, tried.wire.metal)),
        sets=sized.question.sets,
        line_1_a=legs.line_1_a if legs else 0,
        line_2_a=legs.line_2_a if legs else 0,
        starting_extra_a=legs.starting_extra_a if legs else 0,
        allowance=_allowance_words(sized, rulebook.devices, rulebook.dwellings, rulebook.ampacities, rulebook.words),
    )


def mine_to_size(run: Run) -> bool:
    """Tell whether a run is the customer's to size, or the utility's.

    Parameters
    ----------
    run : Run
        The run. [-]
    """
    return not run.utility_owned


def _headline(sized: SizedRun, wires: int, say: Words) -> tuple[str, str]:
    """The answer in one line, and the line under it; of conductors that are the utility's only what is taken for them."""
    wire = f"{sets_words(sized.question.sets)}{say.size_name(sized.tried.wire.size)} {sized.tried.wire.metal}"
    if mine_to_size(sized.question.run):
        return f"{wire}, {whole(sized.device.value)} A", _subline(sized, wires, say)
    taken = "as noted" if sized.question.run.conductor_size and not sized.question.assumed else "taken for what comes after it"
    return say.fill("The {utility} sizes it"), f"{wire}, {taken}; main {whole(sized.device.value)} A; {_whose_drop(sized, say)}"


def _whose_drop(sized: SizedRun, say: Words) -> str:
    return say.fill(f"it loses {sized.tried.drop.value.percent:.1f} %, which is the {{utility}}'s and not in your drop")


def _allowance_words(
    sized: SizedRun, device_rules: DeviceRules, dwelling_rules: DwellingRules, ampacity_rules: AmpacityRules, say: Words
) -> str:
    """Say whether the allowance for a dwelling's own supply is taken, needed, or not open, and why."""
    if sized.question.run.kind not in {RunKind.service, RunKind.feeder} or not mine_to_size(sized.question.run):
        return ""
    allowance = allowance_of(sized.question, sized.device.value, dwelling_rules)
    if allowance.value >= 1:
        return f"not taken: {allowance.text}"
    legs = sized.question.load.value
    plain = ampacity_rules.load_margins(legs.design, sized.tried.ampacity.value, sized.question.run.kind)[1] if legs else ()
    needed = any(not line.holds for line in plain)
    protected = device_rules.device_for_wire(
        sized.tried.ampacity.value, sized.tried.wire, sized.question.schools["rounding"], 1.0, sized.question.guard
    ).value
    if not needed and protected >= sized.device.value - 1e-9:
        return f"open, but not needed: {say.size_name(sized.tried.wire.size)} is good for {whole(sized.device.value)} A without it"
    return f"{allowance.label} taken: {allowance.text}"


def unsized(run_id: str, run: Run, nominal_v: float, reason: str, say: Words) -> RunPlan:
    """Lay out a run that has no answer, with the reason.

    Parameters
    ----------
    run_id : str
        Id of the run. [-]
    run : Run
        The run. [-]
    nominal_v : float
        Its voltage. [V]
    reason : str
        Why there is no answer. [-]
    say : Words
        How the trade says it. [-]
    """
    return RunPlan(
        id=run_id,
        name=run.name,
        kind=run.kind,
        origin=run.origin,
        target=run.target,
        status=run.status,
        sized=False,
        headline=f"{say.size_name(run.conductor_size)}, as noted" if run.conductor_size else "Not sized yet",
        subline=reason,
        length_m=sum_of(s.length_m for s in run.segments),
        nominal_v=nominal_v,
        segments=_bare_segments(run.segments),
        cautions=tuple(say.fill(one) for one in cautions_for(run, None)),
    )


def _subline(sized: SizedRun, wires: int, say: Words) -> str:
    names = names_of(sized.tried.wire.insulation, sized.question.run.segments)
    in_set = bool(sized.question.neutral_in_set and sized.grounded_size)
    laid_up = "quadruplex" if sized.equipment_ground_size else "triplex"
    small = f", {laid_up} with neutral {say.size_name(sized.grounded_size or '')}" if in_set else ""
    parts = [" and ".join(names) + (", joined in a box" if len(names) > 1 else ""), f"{wires} wires{small}"]
    if sized.question.run.tail_size:
        parts.append(f"joined down to {say.size_name(sized.question.run.tail_size)} at its ends")
    pipe = largest_pipe(sized)
    if pipe:
        parts.append(pipe)
    ground = sized.equipment_ground
    if ground and sized.equipment_ground_size:
        first = ground.asks.result
        raised = f", raised from {first}" if sized.tried.loop is None and first != sized.equipment_ground_size else ""
        parts.append(f"{say.dialect.ground_short} {say.size_name(sized.equipment_ground_size)}{raised}")
    return ", ".join(parts)


def _wires(sized: SizedRun, wire_rules: WireRules, say: Words) -> tuple[WirePlan, ...]:
    sizes = {"neutral": sized.grounded_size, "ground": sized.equipment_ground_size}
    plans = []
    for role, color in say.colors(sized.question.run.circuit, old=sized.question.run.old_colors):
        size = sizes.get(role, sized.tried.wire.size)
        name = say.dialect.equipment_ground if role == "ground" else role
        if role == "line 1" and sized.question.run.circuit is Circuit.two_wire_neutral:
            name = "line"
        if size:
            metal = sized.ground_metal if role == "ground" else sized.tried.wire.metal
            shown = color if size in wire_rules.sizes(metal) else "bare steel"  # a cable's armour
            plans.append(WirePlan(role, name, shown, size, say.size_name(size), metal))
    return tuple(plans)


def _segments(run: Run, sized: SizedRun, cover: tuple[Worked[float | None], ...], choice_rules: Choices) -> tuple[SegmentPlan, ...]:
    names = dict(choice_rules.methods())
    plans, start = [], 0.0
    for segment, pipe, least in zip(run.segments, sized.pipes, cover, strict=True):
        end = start + segment.length_m
        p = pipe.value
        plans.append(
            SegmentPlan(
                start,
                end,
                names[segment.method],
                segment.place,
                p.size if p else "",
                p.name if p else "",
                p.fill_percent if p else 0,
                least.value,
                segment.bends_deg,
                _ribbon(segment, least.value),
            )
        )
        start = end
    return tuple(plans)


def _ribbon(segment: Segment, least_m: float | None) -> float | None:
    cover_m = segment.cover_m if segment.cover_m is not None else least_m
    return ribbon_m(cover_m) if cover_m is not None and segment.place is Place.buried else None


def _bare_segments(segments: tuple[Segment, ...]) -> tuple[SegmentPlan, ...]:
    plans, start = [], 0.0
    for segment in segments:
        plans.append(
            SegmentPlan(start, start + segment.length_m, segment.method, segment.place, "", "", 0, segment.cover_m, segment.bends_deg)
        )
        start += segment.length_m
    return tuple(plans)


def _working(sized: SizedRun, wires: Step, route_rules: RouteRules, say: Words) -> tuple[WorkGroup, ...]:
    tried = sized.tried
    cover = covers(sized.question.run, sized.device.value, sized.question.line_v, tried.wire.insulation, route_rules)
    ampacity, drop = tried.ampacity.value, tried.drop.value
    joined = products_step(tried.wire.insulation, sized.question.run.segments)
    size = say.size_name(tried.wire.size)
    groups = [
        WorkGroup(
            "load",
            "Load",
            f"{whole(sized.question.load.value.design.total_a)} A" if sized.question.load.value else "",
            work_lines(sized.question.load.steps),
        ),
        WorkGroup("device", "Overcurrent device", f"{whole(sized.device.value)} A", work_lines(sized.device.steps)),
        WorkGroup(
            "conductor",
            say.fill("{Ungrounded_conductors}"),
            f"{size} {tried.wire.metal}, {whole(ampacity.final_a)} A",
            work_lines(
                (
                    sized.terminals,
                    *tried.ampacity.steps,
                    *tried.load_steps,
                    *tried.protects.steps,
                    *tried.shelf,
                    *sized.insulation.steps,
                    *((joined,) if joined else ()),
                )
            ),
        ),
        WorkGroup("drop", "Voltage drop", f"{drop.drop_v:.1f} V, {drop.percent:.1f} %", work_lines(tried.drop.steps)),
    ]
    if sized.grounded_size:
        groups.append(
            WorkGroup("grounded", say.fill("{Grounded_conductor}"), say.size_name(sized.grounded_size), work_lines(sized.grounded.steps))
        )
    if sized.equipment_ground and sized.equipment_ground_size and tried.loop is None:
        groups.append(
            WorkGroup(
                "equipment_ground",
                say.fill("{Equipment_grounding_conductor}"),
                say.size_name(sized.equipment_ground_size),
                work_lines(sized.equipment_ground.steps),
            )
        )
    if tried.loop is not None:
        loop_ohm = tried.loop.value.loop_ohm
        answer = f"{loop_ohm:.2f} Ω of {tried.loop.value.limit_ohm:.2f} Ω" if loop_ohm is not None else "electrode not known"
        groups.append(WorkGroup("loop", "Earth fault loop and protective conductor", answer, work_lines(tried.loop.steps)))
    if sized.supply_side:
        jumper = say.size_name(sized.supply_side.value)
        groups.append(WorkGroup("supply_side", "Supply-side and main bonding jumper", jumper, work_lines(sized.supply_side.steps)))
    groups.append(WorkGroup("wires", "Wires", wires.result, work_lines((wires,))))
    for i, (pipe, turn, least) in enumerate(zip(sized.pipes, sized.bends, cover, strict=True), 1):
        of = f", stretch {i}" if len(sized.pipes) > 1 else ""
        if pipe.value:
            groups.append(WorkGroup(f"pipe{i}", f"Pipe{of}", pipe.value.name, work_lines((*pipe.steps, *turn.steps))))
        if least.steps:
            answer = least.rule.result if least.value is None else say.depth_text(least.value)
            groups.append(WorkGroup(f"cover{i}", f"Cover{of}", answer, work_lines(least.steps)))
    return tuple(groups)
