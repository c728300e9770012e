"""One run from its load to its conductors: the order of work an electrician follows."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

from northspan.core.document.job import Circuit, Grounding, Metal, RunKind, Segment, Status
from northspan.core.rulebooks.questions.common import DesignLoad, Wire
from northspan.core.rulebooks.questions.devices import DeviceRules
from northspan.core.rulebooks.questions.grounds import GroundFacts, NeutralFacts
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.loads.legs import LegLoads
from northspan.core.topics.sizing.conductor import SizeAsked, TriedWire, choose_wire, try_wire
from northspan.core.topics.sizing.device import choose_device
from northspan.core.topics.sizing.pins import check_pins
from northspan.core.topics.sizing.pipe import Pipe, PipeAsked, WireGroup, bends, pipe_for, whole_pipe_m
from northspan.core.topics.sizing.products import products_of
from northspan.core.topics.sizing.question import NO_LIMIT, RunQuestion
from northspan.core.topics.sizing.rules import SizingRules
from northspan.core.topics.sizing.shelf import device_step, next_on_shelf, set_step, size_step, sizes_in_stock, stocked_size, trade_set
from northspan.core.working.errors import NoSolution, OutsideTable
from northspan.core.working.worked import Margin, Step, Worked

MOST_SETS = 6


@dataclass(frozen=True, slots=True)
class SizedRun:
    """A run with everything chosen, and how each was worked."""

    question: RunQuestion
    device: Worked[float]
    terminals: Step
    tried: TriedWire
    least_size: str
    grounded: Worked[str]
    grounded_size: str | None
    equipment_ground: Worked[str] | None
    equipment_ground_size: str | None
    pipes: tuple[Worked[Pipe | None], ...]
    bends: tuple[Worked[float], ...]
    insulation: Worked[str]
    supply_side: Worked[str] | None = None

    def device_room_a(self, device_rules: DeviceRules) -> float:
        """Give how much more load its device takes; none where it is that of one motor or plate alone. [A]

        Parameters
        ----------
        device_rules : DeviceRules
            Which devices there are. [-]
        """
        legs, kind = self.question.load.value, self.question.run.kind
        if legs is None or legs.motor_a or legs.plate_a:
            return 0.0
        return self.device.value - device_rules.load_on_device(legs.design, RunKind.feeder if kind is RunKind.tap else kind).value

    def chosen_as(self, other: SizedRun) -> bool:
        """Tell whether the same was chosen, of runs that differ in nothing but their routes: all that is not along the way.

        Parameters
        ----------
        other : SizedRun
            The same run on another route. [-]
        """
        mine = (self.device, self.tried.wire, self.grounded_size, self.equipment_ground_size)
        if mine != (other.device, other.tried.wire, other.grounded_size, other.equipment_ground_size):
            return False
        asked, along = other.question, self.question
        loop = along.loop and asked.loop and replace(asked.loop, wires_ohm=along.loop.wires_ohm)
        return along == replace(asked, run=along.run, drop_above_percent=along.drop_above_percent, loop=loop)

    @property
    def ground_metal(self) -> Metal:
        """Metal of the equipment ground: its own, or that of the others."""
        return self.question.run.ground_metal or self.tried.wire.metal

    @property
    def groups(self) -> tuple[WireGroup, ...]:
        """The wires of one set, as they lie in its pipe."""
        run = self.question.run
        return wires_in_pipe(run.circuit, self.tried.wire.size, self.grounded_size, self.equipment_ground_size, run.ground_metal)

    @property
    def margins(self) -> tuple[Margin, ...]:
        """Every limit of the run; of pipes and bends the tightest."""
        fills = [margin for pipe in self.pipes for margin in pipe.margins]
        turns = [margin for bend in self.bends for margin in bend.margins]
        tightest = [max(group, key=lambda margin: margin.share) for group in (fills, turns) if group]
        return (*self.tried.margins, *tightest)


@lru_cache(maxsize=512)
def size_run(question: RunQuestion, rulebook: SizingRules) -> SizedRun | None:
    """Size a run: device, conductors, grounded conductor, equipment ground, pipes.

    Parameters
    ----------
    question : RunQuestion
        What decides it. [-]
    rulebook : SizingRules
        The rules that are asked. [-]

    Returns
    -------
    SizedRun or None
        None when there is no load to size for.

    Raises
    ------
    InvalidJob
        If a pinned choice does not exist.
    NoSolution
        If no conductor in the tables satisfies the rules.
    OutsideTable
        If a place is too hot, or a load too large, for the tables.
    """
    legs = question.load.value or as_its_device_is(question)
    if legs is None:
        return None
    if question.neutral_in_set:
        question = replace(question, neutral_in_set="")
    check_pins(question.run, question.pointer, rulebook)
    if question.run.status is Status.existing and question.run.conductor_size is None:
        question = as_it_may_be(question, legs, rulebook)
    run = question.run
    device = choose_device(question, legs, rulebook)
    terminals = rulebook.ampacities.terminals_c(run.terminals, device.value)
    asked, tried, least = _least_of_any_kind(question, legs, device.value, terminals, rulebook)
    other = _with_stocked_device(question, legs, device, tried, asked.sets, rulebook)
    if other is not None:
        device, terminals, tried, least = other
    question = asked
    try:
        return _with_neutral_ground_and_pipes(question, legs, device, terminals, tried, least, rulebook)
    except (NoSolution, OutsideTable):
        if tried.wire == least or run.conductor_size is not None:
            raise
        # the size that would keep the drop fits no pipe: the drop is advice or to be cured otherwise, an answer is not
        again = try_wire(SizeAsked(question, legs, device.value, terminals, rulebook), least)
        return _with_neutral_ground_and_pipes(question, legs, device, terminals, again, least, rulebook)


def _with_stocked_device(
    question: RunQuestion, legs: LegLoads, least: Worked[float], wire: TriedWire, sets: int, rulebook: SizingRules
) -> tuple[Worked[float], Step, TriedWire, Wire] | None:
    """Take the next device on the shelf in place of one that is not, where it asks for no other wire; else None."""
    rating = next_on_shelf(question, legs, least.value)
    if rating is None:
        return None
    terminals = rulebook.ampacities.terminals_c(question.run.terminals, rating)
    try:
        asked, tried, smallest = _in_sets(question, legs, rating, terminals, rulebook)
    except (NoSolution, OutsideTable):
        return None
    if (tried.wire, asked.sets) != (wire.wire, sets) or (wire.good and not tried.good):
        return None
    return Worked(rating, (*least.steps, device_step(least.value, rating)), least.margins), terminals, tried, smallest


def as_its_device_is(question: RunQuestion) -> LegLoads | None:
    """Take the whole rating of the device that stands ahead, where no load is entered yet; None where none stands. [A]

    Parameters
    ----------
    question : RunQuestion
        What is known of the run. [-]
    """
    device_a = question.run.device_a or question.stated_a
    if not device_a or question.tapped_a or question.secondary:
        return None
    return LegLoads(DesignLoad(device_a, 0.0, device_a), device_a, device_a, 0.0)


def as_it_may_be(question: RunQuestion, legs: LegLoads, rulebook: SizingRules) -> RunQuestion:
    """Take wires for a run that is there and whose wires nobody noted: the least that its device asks, whatever its load is.

    Parameters
    ----------
    question : RunQuestion
        What is known of the run. [-]
    legs : LegLoads
        Its load, which does not decide it. [A]
    rulebook : SizingRules
        The rules that are asked. [-]

    Raises
    ------
    NoSolution
        If neither its wires nor its device are noted, so that nothing can be said of it.
    """
    device_a = question.run.device_a or question.stated_a
    if not device_a:
        raise NoSolution("answer", "what is noted; it is there already, so enter its wires or at least its device")
    by_device = LegLoads(DesignLoad(device_a, 0.0, min(device_a, legs.design.neutral_a)), device_a, device_a, 0.0)
    schools = question.schools.with_school("drop_limit", "none")
    free = replace(question, stock=None, schools=schools, drop_above_percent=0.0, run_limit_percent=NO_LIMIT, way_limit_percent=NO_LIMIT)
    terminals = rulebook.ampacities.terminals_c(question.run.terminals, device_a)
    found, _, least = _least_of_any_kind(free, by_device, device_a, terminals, rulebook)
    taken = {"conductor_size": least.size, "metal": least.metal, "insulation": least.insulation, "sets": found.sets}
    return replace(question, run=question.run.model_copy(update=taken), assumed=True)


def _least_of_any_kind(
    question: RunQuestion, legs: LegLoads, device_a: float, terminals: Step, rulebook: SizingRules
) -> tuple[RunQuestion, TriedWire, Wire]:
    """The least wire of the usual kind; where that is not made so large, of the next kind that may lie there."""
    run = question.run
    try:
        return _in_sets(question, legs, device_a, terminals, rulebook)
    except (NoSolution, OutsideTable) as refused:
        first = refused
    others = () if run.insulation or run.conductor_size else rulebook.wires.insulations()
    for kind in (kind for kind in others if not rulebook.wires.insulation_fits(kind, run.segments).value):
        try:
            return _in_sets(replace(question, run=run.model_copy(update={"insulation": kind})), legs, device_a, terminals, rulebook)
        except (NoSolution, OutsideTable):  # not this one either
            continue
    raise first


def _in_sets(
    question: RunQuestion, legs: LegLoads, device_a: float, terminals: Step, rulebook: SizingRules
) -> tuple[RunQuestion, TriedWire, Wire]:
    """Choose the conductors in as few parallel sets as customary sizes allow, or in as many as a person fixed."""
    wanted = question.run.sets
    if wanted or question.run.conductor_size:
        asked = replace(question, sets=wanted or 1)
        return asked, *choose_wire(SizeAsked(asked, legs, device_a, terminals, rulebook))
    first: tuple[RunQuestion, TriedWire, Wire] | None = None
    refused: NoSolution | None = None
    for sets in range(1, MOST_SETS + 1):
        asked = question if sets == question.sets else replace(question, sets=sets)
        try:
            tried, least = choose_wire(SizeAsked(asked, legs, device_a, terminals, rulebook))
        except NoSolution as error:
            refused = refused or error
            continue
        if rulebook.wires.area(least.size) <= rulebook.wires.area(rulebook.wires.largest_customary()):
            return asked, tried, least
        first = first or (asked, tried, least)
    if first:
        return first
    raise refused or NoSolution("conductor", f"up to {MOST_SETS} sets in parallel")


def _with_neutral_ground_and_pipes(
    question: RunQuestion, legs: LegLoads, device: Worked[float], terminals: Step, tried: TriedWire, least: Wire, rulebook: SizingRules
) -> SizedRun:
    """Add grounded conductor, equipment ground and pipes to the ungrounded conductors."""
    wire = tried.wire
    segments = products_of(question.run, wire.metal, rulebook.wires, rulebook.pipes)[1]
    question = replace(question, run=question.run.model_copy(update={"segments": segments}))
    run = question.run
    ahead = run.kind is RunKind.service or question.secondary is not None
    clears_a = max(question.tapped_a or device.value, question.pipe_device_a)
    grounded = rulebook.grounds.grounded_minimum(
        NeutralFacts(
            legs.design, question.tapped_a or device.value, wire, terminals.value, question.sets, ahead, run.segments,
            int(rulebook.ampacities.carrying_conductors(run.circuit, question.system).value), question.schools["derating_start"],
            run.kind, question.system,
        )
    )  # fmt: skip
    has_neutral = run.circuit is not Circuit.two_wire_line
    grounded_size = (run.grounded_size or wire.size) if has_neutral else None
    ground = ground_size = None
    jumper = rulebook.grounds.supply_side_jumper(wire, question.sets, wire.metal) if ahead else None
    if question.secondary is not None and jumper:  # no device stands ahead of it: the jumper comes along in place of a ground
        ground_size = run.equipment_ground_size or jumper.value
    elif tried.loop is not None:
        loop = tried.loop
        ground = Worked(loop.value.ground_size, loop.steps)
        ground_size = loop.value.ground_size
    elif run.grounding is Grounding.equipment_ground and run.kind is not RunKind.service and run.ground_with is None:
        schools = question.schools
        facts = GroundFacts(
            clears_a,
            run.ground_metal or wire.metal,
            least.size,
            wire.size,
            schools["equipment_ground"],
            wire.metal,
            schools["bonding_raised"],
            question.pipe_device_a > (question.tapped_a or device.value),
        )
        ground = _on_shelf(rulebook.grounds.equipment_ground(facts), question, facts.metal, rulebook.wires, rulebook.words)
        ground_size = run.equipment_ground_size or ground.value
    sold_together = question.secondary is None and tried.loop is None
    taken = trade_set(question, wire, grounded.value, ground_size or "", rulebook.wires) if sold_together else ()
    if taken:
        asked = replace(question, neutral_in_set=taken[1])
        again = try_wire(SizeAsked(asked, legs, device.value, terminals, rulebook), wire)
        if again.lawful and (again.good or not tried.good):
            question, tried, grounded_size = asked, replace(again, shelf=tried.shelf), taken[1]
            grounded = Worked(grounded.value, (*grounded.steps, set_step(taken)))
            ground_size = taken[2] if ground_size else None
    groups = wires_in_pipe(run.circuit, wire.size, grounded_size, ground_size, run.ground_metal)
    pipes = _pipes(question, groups, wire.insulation, rulebook)
    return SizedRun(
        question,
        device,
        terminals,
        tried,
        least.size,
        grounded,
        grounded_size,
        ground,
        ground_size,
        pipes,
        tuple(bends(s, rulebook.pipes) for s in run.segments),
        rulebook.wires.insulation_fits(wire.insulation, run.segments),
        jumper,
    )


def _pipes(question: RunQuestion, groups: tuple[WireGroup, ...], insulation: str, rulebook: SizingRules) -> tuple[Worked[Pipe | None], ...]:
    """The pipe of each stretch; of one kind in one size, for nobody reduces a pipe along its way."""
    run, schools = question.run, question.schools
    whole_m, single = whole_pipe_m(run.segments, rulebook.pipes), rulebook.wires.single_wires(insulation)
    asked = PipeAsked(run.pipe_size, schools["pipe_size"], whole_m, single)

    def chosen(segment: Segment, least_size: str) -> Worked[Pipe | None]:
        named, of_it = segment.insulation or insulation, replace(asked, least_size=least_size)
        try:
            return pipe_for(segment, groups, named, of_it, rulebook.pipes, rulebook.words)
        except (NoSolution, OutsideTable):
            if run.status is not Status.existing or run.conductor_size is None:
                raise
            return Worked(None)  # wires that lie there are judged all the same; what is wrong with their pipe is a finding

    alone = tuple(chosen(segment, "") for segment in run.segments)
    if schools["shelf"] != "stocked" or len({pipe.value.size for pipe in alone if pipe.value}) <= 1:
        return alone
    bores = {pipe.size: pipe.bore_area for segment in run.segments for pipe in rulebook.pipes.trade_sizes(segment.method, 3)}
    largest = max((pipe.value.size for pipe in alone if pipe.value), key=lambda size: bores[size])
    return tuple(chosen(segment, largest) for segment in run.segments)


def _on_shelf(ground: Worked[str], question: RunQuestion, metal: Metal, wire_rules: WireRules, say: Words) -> Worked[str]:
    """An equipment ground that a supply house has: the next size up, where the least is seldom in stock."""
    size = stocked_size(ground.value, wire_rules.sizes(metal), sizes_in_stock(question.shelf, metal))
    return ground if size == ground.value else Worked(size, (*ground.steps, size_step(ground.value, size, say)))


def wires_in_pipe(
    circuit: Circuit, size: str, grounded: str | None, ground: str | None, ground_metal: Metal | None = None
) -> tuple[WireGroup, ...]:
    """Group the wires of a run for the fill of its pipe.

    Parameters
    ----------
    circuit : Circuit
        Which conductors the run has. [-]
    size : str
        Size of the ungrounded conductors. [-]
    grounded : str or None
        Size of the grounded conductor. [-]
    ground : str or None
        Size of the equipment ground. [-]
    ground_metal : Metal or None
        Its metal, where it is another. [-]
    """
    lines = 1 if circuit is Circuit.two_wire_neutral else 2
    groups = [WireGroup("ungrounded", lines, size)]
    if grounded:
        groups.append(WireGroup("grounded", 1, grounded))
    if ground:
        groups.append(WireGroup("equipment ground", 1, ground, metal=ground_metal))
    return tuple(groups)
