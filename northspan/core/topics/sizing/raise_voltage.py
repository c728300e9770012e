"""A long run: raise the wire, or raise the voltage with a transformer at each end."""

from __future__ import annotations

from dataclasses import replace
from math import sqrt

from pydantic import JsonValue

from northspan.core.document.findings import Cure, Edit
from northspan.core.document.job import Circuit, Prices, RunKind, Source, SourceKind, Status, System
from northspan.core.document.plan import VoltageWay, WorkGroup, work_lines
from northspan.core.rulebooks.questions.common import DesignLoad
from northspan.core.rulebooks.questions.drops import DropRules
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.loads.legs import LegLoads
from northspan.core.topics.sizing.alternatives import Otherwise, made_otherwise, sets_words
from northspan.core.topics.sizing.cost import run_cost
from northspan.core.topics.sizing.question import NO_LIMIT, RunQuestion
from northspan.core.topics.sizing.rules import SizingRules
from northspan.core.topics.sizing.run import SizedRun, size_run
from northspan.core.topics.supply.windings import facts_of, losses, regulation_percent
from northspan.core.working.errors import InvalidJob, NoSolution, OutsideTable
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Step, Worked, given, step, whole

TRIED = 4  # ratings above the load that are looked at: a larger transformer loses less voltage
MOST_OF_LOAD = 1.75  # but nobody buys more iron than this over the load; the next rating above it, where none is nearer
TAP_PERCENT, MOST_TAPS = 2.5, 2  # as dry transformers have them
LONG_M = 60.0  # below this nobody thinks of two transformers
KVA_SHELF = (3.0, 5.0, 7.5, 10.0, 15.0, 25.0, 37.5, 50.0, 75.0, 100.0)  # single-phase dry transformers as made
_NEEDS = (
    "A device on each side of both transformers, and a disconnect within sight.",
    "The second transformer begins a new neutral: its own bond and its own electrode there, none back at the first.",
    "The wires between carry no neutral; their {equipment_ground} comes along.",
)


def voltage_ways(sized: SizedRun, rulebook: SizingRules) -> tuple[VoltageWay, ...]:
    """Compare a long run as it is with every other way to make it, and with the raised voltages of the code.

    Parameters
    ----------
    sized : SizedRun
        The run as chosen. [-]
    rulebook : SizingRules
        The rules that are asked. [-]

    Returns
    -------
    tuple of VoltageWay
        Empty for a short run, for one behind a transformer, and for one that is no feeder.

    Notes
    -----
    Two equal transformers of the least rating on the shelf that carries the load, idle losses all the
    year, load losses by the square of the current over the hours at design load; both counted over
    the years and at the price of energy that were typed.
    """
    question, run = sized.question, sized.question.run
    length_m = sum_of(segment.length_m for segment in run.segments)
    legs = question.load.value
    plain = question.secondary is None and question.primary is None and run.circuit is not Circuit.two_wire_neutral
    if legs is None or run.kind is not RunKind.feeder or not plain or length_m < LONG_M:
        return ()
    higher = (_raised(sized, legs, volts, rulebook) for volts in rulebook.supplies.raised_voltages() if volts > question.line_v * 1.5)
    raised = [row for row in higher if row]
    if not raised:
        return ()
    others = (_at_this_voltage(one.sized, rulebook, one) for one in made_otherwise(sized, rulebook))
    rows = [_at_this_voltage(sized, rulebook), *(row for row in others if row.holds), *raised]
    cheapest = min((row for row in rows if row.holds), key=lambda row: row.total_cost, default=None)
    return tuple(replace(row, cheapest=row is cheapest) for row in rows)


def _at_this_voltage(sized: SizedRun, rulebook: SizingRules, other: Otherwise | None = None) -> VoltageWay:
    """The run without transformers: as chosen, or made otherwise."""
    if sized.question.run.status is Status.existing:
        cost = Worked(0.0, (given("C", "it is there", 0.0, "", "found"),))
    else:
        cost = run_cost(sized, rulebook.wires, rulebook.pipes, rulebook.words)
    energy = wire_losses(sized, rulebook.drops)
    broken = "; ".join(m.words.lower() for m in sized.tried.margins if not m.holds)
    words = f"{sets_words(sized.question.sets)}{rulebook.words.size_name(sized.tried.wire.size)} {sized.tried.wire.metal}"
    words += f", {other.laid}" if other and other.laid else ""
    return _row(
        sized, sized.question.line_v, words, sized.tried.drop.value.percent, cost, energy, broken, rulebook.words,
        current=other is None, cure=other.cure if other else None,
    )  # fmt: skip


def _raised(sized: SizedRun, legs: LegLoads, volts: float, rulebook: SizingRules) -> VoltageWay | None:
    question = sized.question
    needed = step("S", "what the transformers must carry", "U * I / 1000", "kVA", "product", U=question.line_v, I=legs.design.total_a)
    carrying = [kva for kva in KVA_SHELF if kva >= needed.value - 1e-9][:TRIED]
    ratings = [kva for i, kva in enumerate(carrying) if not i or kva <= needed.value * MOST_OF_LOAD]
    best: VoltageWay | None = None
    for kva in ratings:
        if best and best.holds and _pair_alone(kva, question.prices) >= best.total_cost:
            break  # the transformers alone cost more than the best so far, and larger ones cost more still
        row = _with_rating(sized, legs, volts, kva, needed, rulebook)
        if row and (best is None or _rank(row) < _rank(best)):
            best = row
    return best


def _rank(row: VoltageWay) -> tuple[bool, float]:
    return not row.holds, row.total_cost if row.holds else row.drop_percent


def _pair_alone(rating: float, prices: Prices) -> float:
    """Two transformers and their idle losses over the years: what a rating costs at the least."""
    source = Source(name="T", kind=SourceKind.transformer, rating_kva=rating)
    idle, _ = losses(source)
    idle_kwh = 2 * idle.value * 8760 / 1000
    return 2 * (prices.transformer_each + prices.transformer_per_kva * rating) + idle_kwh * prices.years * prices.energy_per_kwh


def _with_rating(sized: SizedRun, legs: LegLoads, volts: float, rating: float, needed: Step, rulebook: SizingRules) -> VoltageWay | None:
    question = sized.question
    chosen = given("S_n", "rating from the shelf", rating, "kVA", "shelf")
    between = Source(name="Step-up transformer", kind=SourceKind.transformer, rating_kva=rating, line_v=volts, system=System.two_wire)
    last = Source(
        name="Step-down transformer", kind=SourceKind.transformer, rating_kva=rating, line_v=question.line_v, system=question.system
    )
    ratio = question.line_v / volts
    design = DesignLoad(legs.design.noncontinuous_a * ratio, legs.design.continuous_a * ratio, 0.0)
    at_high = LegLoads(design, design.total_a, design.total_a, legs.starting_extra_a * ratio)
    ends = ((between, design.total_a), (last, legs.design.total_a))
    lost = sum_of(regulation_percent(source, amperes, question.power_factor).value for source, amperes in ends)
    tap = TAP_PERCENT * min(int(lost / TAP_PERCENT), MOST_TAPS)
    last, lost = last.model_copy(update={"tap_percent": tap}), lost - tap
    run_limit, way_limit = question.limits_percent
    asked = replace(
        question,
        run=question.run.model_copy(update=_FREE | {"circuit": Circuit.two_wire_line}),
        load=Worked(at_high),
        line_v=volts,
        nominal_v=volts,
        neutral_v=0.0,
        system=System.two_wire,
        run_limit_percent=max(run_limit - lost, 0.1) if run_limit < NO_LIMIT else run_limit,
        way_limit_percent=max(way_limit - lost, 0.1) if way_limit < NO_LIMIT else way_limit,
        primary=facts_of(last, volts),
        secondary=facts_of(between, question.line_v),
    )
    try:
        wire = size_run(asked, rulebook)
    except (InvalidJob, NoSolution, OutsideTable):  # no lawful wire at this voltage: the way is not offered
        return None
    if wire is None or _more_wire(wire, sized, rulebook.wires):
        return None
    prices, made = question.prices, run_cost(wire, rulebook.wires, rulebook.pipes, rulebook.words)
    each = {"c_0": prices.transformer_each, "c_k": prices.transformer_per_kva}
    pair = step("C_t", "two transformers", "2 * (c_0 + c_k * S_n)", "", "your prices", S_n=rating, **each)
    cost = Worked(made.value + pair.value, (needed, chosen, *made.steps, pair))
    energy = _sum(wire_losses(wire, rulebook.drops), _transformer_losses((between, last), needed.value, prices))
    drop = wire.tried.drop.value.percent + lost
    checks = ((drop, run_limit, "drop, this run"), (question.drop_above_percent + drop, way_limit, "total drop"))
    over = [words for used, limit, words in checks if used > limit + 1e-9]
    broken = "; ".join([*over, *(m.words.lower() for m in wire.tried.margins if not m.holds and not m.advice)])
    words = f"{rulebook.words.size_name(wire.tried.wire.size)} {wire.tried.wire.metal} and two {rating:g} kVA transformers"
    if tap:
        words += f", the far one tapped {tap:g} % up"
    return _row(wire, volts, words, drop, cost, energy, broken, rulebook.words, cure=_taking(question, between, last, wire))


def _more_wire(wire: SizedRun, sized: SizedRun, wire_rules: WireRules) -> bool:
    """Tell whether a raised voltage asks for more wire than the run takes as it is: then it helps nobody."""
    one, other = (wire_rules.area_m2(each.tried.wire.size) * each.question.sets for each in (wire, sized))
    return one > other * (1 + 1e-9)


_FREE = dict.fromkeys(("metal", "conductor_size", "grounded_size", "equipment_ground_size", "device_a", "pipe_size", "sets"))


def _row(
    sized: SizedRun, volts: float, words: str, drop: float, cost: Worked[float], energy: Worked[float], broken: str,
    say: Words, *, current: bool = False, cure: Cure | None = None,
) -> VoltageWay:  # fmt: skip
    prices = sized.question.prices
    paid = step("C_e", "losses over the years", "W * y * p", "", "your prices", W=energy.value, y=prices.years, p=prices.energy_per_kwh)
    total = step("C", "to make and to run", "C_m + C_e", "", "sum", C_m=cost.value, C_e=paid.value)
    working = (
        WorkGroup("cost", "To make", f"{whole(cost.value)}", work_lines(cost.steps)),
        WorkGroup("losses", "To run", f"{whole(paid.value)}", work_lines((*energy.steps, paid, total))),
    )
    return VoltageWay(
        volts, words, drop, cost.value, energy.value, paid.value, total.value, not broken, broken, cheapest=False, current=current,
        working=working, needs=() if sized.question.primary is None else tuple(say.fill(one) for one in _NEEDS), cure=cure,
    )  # fmt: skip


def wire_losses(sized: SizedRun, drop_rules: DropRules) -> Worked[float]:
    """Work the heat in the wires of a run over a year, at design load for the hours typed. [kWh]

    Parameters
    ----------
    sized : SizedRun
        The run. [-]
    drop_rules : DropRules
        Resistances and drop. [-]
    """
    legs, run = sized.question.load.value, sized.question.run
    wire, hours = sized.tried.wire, sized.question.prices.loaded_hours_per_year
    resistance = sum_of(
        drop_rules.impedance(wire.size, wire.metal, s.method).value.resistance_ohm * s.length_m / drop_rules.length.metres / 1000
        for s in run.segments
    )
    amperes = sqrt((legs.line_1_a**2 + legs.line_2_a**2) / 2) if legs else 0.0
    heat = step(
        "P_w",
        "heat in two wires at design load",
        "2 * I**2 * R / n",
        "W",
        "Ohm's law",
        I=amperes,
        R=resistance,
        n=float(sized.question.sets),
    )
    energy = step("W_w", "over the loaded hours of a year", "P_w * h / 1000", "kWh", "product", P_w=heat.value, h=hours)
    return Worked(energy.value, (heat, energy))


def _transformer_losses(pair: tuple[Source, Source], load_kva: float, prices: Prices) -> Worked[float]:
    steps: list[Step] = []
    idle = loaded = 0.0
    for source in pair:
        no_load, full = losses(source)
        steps += [no_load, full]
        idle, loaded = idle + no_load.value, loaded + full.value
    share = load_kva / (pair[0].rating_kva or 1.0)
    figures = {"P_0": idle, "h": prices.loaded_hours_per_year, "s": share, "P_k": loaded}
    year = step("W_t", "both transformers over a year", "(8760 * P_0 + h * s**2 * P_k) / 1000", "kWh", "losses", **figures)
    return Worked(year.value, (*steps, year))


def _sum(one: Worked[float], two: Worked[float]) -> Worked[float]:
    total = step("W", "losses of a year", "W_w + W_t", "kWh", "sum", W_w=one.value, W_t=two.value)
    return Worked(total.value, (*one.steps, *two.steps, total))


def _taking(question: RunQuestion, between: Source, last: Source, wire: SizedRun) -> Cure:
    """The edit that puts both transformers into the job: the run keeps its id and its route, and gets a short piece at each end."""
    run, at = question.run, question.pointer
    key = at.rsplit("/", maxsplit=1)[-1]
    key = key[:10]  # ids have sixteen letters at most
    up, down = f"{key}-up", f"{key}-down"
    piece: dict[str, JsonValue] = {"length_m": 2.0, "place": "indoors", "method": run.segments[0].method.value}
    short: dict[str, JsonValue] = {"kind": "feeder", "status": "new", "segments": [piece], "terminals": run.terminals.value}
    first: dict[str, JsonValue] = {
        "name": f"{run.name}, to the step-up transformer"[:80],
        "origin": run.origin,
        "target": up,
        "circuit": "two_wire_line",
    }
    end: dict[str, JsonValue] = {"name": f"{run.name}, from the step-down transformer"[:80], "origin": down, "target": run.target,
                                 "load_a": run.load_a, "continuous_a": run.continuous_a}  # fmt: skip
    moved: dict[str, JsonValue] = {"origin": up, "target": down, "circuit": "two_wire_line", "continuous_a": 0}
    chosen: dict[str, JsonValue] = {"metal": wire.tried.wire.metal.value, "conductor_size": wire.tried.wire.size}
    handed_back: dict[str, JsonValue] = dict.fromkeys((*_FREE, "load_a", "given_drop_a"))
    fields = [Edit("add", f"{at}/{name}", value) for name, value in (moved | handed_back | chosen).items()]
    edits = [
        Edit("add", f"/sources/{up}", between.model_dump(mode="json") | {"status": "new"}),
        Edit("add", f"/sources/{down}", last.model_dump(mode="json") | {"status": "new"}),
        Edit("add", f"/runs/{key}-in", short | first),
        Edit("add", f"/runs/{key}-out", short | end),
        *fields,
    ]
    return Cure(f"Take {whole(between.line_v)} V", tuple(edits))
