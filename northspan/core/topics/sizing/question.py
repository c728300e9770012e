"""What decides a run, gathered before anything of it is worked."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.case.schools import Schools
from northspan.core.document.job import Place, Prices, Run, Stock, System
from northspan.core.rulebooks.questions.common import USUAL_GUARD, Guard, Wire
from northspan.core.rulebooks.questions.devices import DeviceRules
from northspan.core.rulebooks.questions.drops import DropRules
from northspan.core.rulebooks.questions.loop import LoopAhead, LoopFacts
from northspan.core.rulebooks.questions.taps import TransformerFacts
from northspan.core.topics.loads.legs import LegLoads
from northspan.core.working.worked import Worked

CUT_OUT_A = 100.0  # what a supplier's cut-out is taken for until somebody reads it: the largest that houses have
UNREAD = "the supplier's cut-out, taken as 100 A until somebody reads it"
MADE_UP = Prices()
NO_LIMIT = 100.0  # percent; more than there is to lose
STRICT_RUN, STRICT_WAY = 2.0, 3.0  # percent, as the stricter school asks


@dataclass(frozen=True, slots=True)
class RunQuestion:
    """Everything that decides a run: the run, its load, what stands above it, and the calls.

    `sets` is how many sets of conductors run in parallel. `whole_dwelling` tells whether it carries
    all of a dwelling, `why_not_whole` why not. `tapped_a` is the device ahead of a tap, `tapped_type` its kind; `primary`
    the transformer it feeds, `secondary` the one it comes from, `primary_device_a` the device ahead of that one;
    `stated_a` is a device that stands for the run though it is noted elsewhere: the main of a can, or the device ahead of
    one that has none; `stated_where` is where, `stated_words` what it is,
    `stated_bus_a` what the bus behind it stands. `assumed` marks wires that nobody looked at.
    `ahead_percent` what it loses. `pipe_device_a` is the largest device of circuits that share its pipe and its ground.
    `stock` is what supply houses have, `bus_a` what the bus of the panel it feeds stands,
    `neutral_in_set` the neutral of the set of wires that was taken for it, `hangs_m` how deep
    the pump at its end hangs, `maker_percent` the drop that the maker of what it feeds allows, from the service to it.
    `guard` is what else decides how device and wire go together, `loop` the earth fault loop up to its
    head, where the code protects by it.
    """

    run: Run
    pointer: str
    load: Worked[LegLoads | None]
    line_v: float
    nominal_v: float
    drop_above_percent: float
    run_limit_percent: float
    way_limit_percent: float
    schools: Schools
    neutral_v: float = 120.0
    system: System = System.split_phase
    prices: Prices = MADE_UP
    sets: int = 1
    whole_dwelling: bool = False
    why_not_whole: str = ""
    tapped_a: float = 0.0
    tapped_ampacity_a: float = 0.0
    tapped_size: str = ""
    tapped_type: str = ""
    primary_device_a: float = 0.0
    pipe_device_a: float = 0.0
    stated_a: float = 0.0
    stated_where: str = ""
    stated_words: str = ""
    stated_bus_a: float = 0.0
    assumed: bool = False
    primary: TransformerFacts | None = None
    secondary: TransformerFacts | None = None
    ahead_percent: float = 0.0
    guard: Guard = USUAL_GUARD
    loop: LoopAhead | None = None

    power_factor: float = 1.0
    stock: Stock | None = None
    bus_a: float = 0.0
    neutral_in_set: str = ""
    hangs_m: float = 0.0
    maker_percent: float | None = None

    @property
    def shelf(self) -> Stock | None:
        """What is on the shelf, where the call prefers it; else None, and everything made is as good."""
        return self.stock if self.schools["shelf"] == "stocked" else None

    @property
    def limits_percent(self) -> tuple[float, float]:
        """Drop wanted at most in this run and over the whole way, by the school of the job. [%]"""
        school = self.schools["drop_limit"]
        if school == "none":
            return NO_LIMIT, NO_LIMIT
        run, way = self.run_limit_percent, self.way_limit_percent
        if self.maker_percent is not None:
            run, way = self.maker_percent, max(self.maker_percent, way)
        return (min(run, STRICT_RUN), min(way, STRICT_WAY)) if school == "stricter" else (run, way)


def drop_is_ours(run: Run, drop_rules: DropRules) -> bool:
    """Tell whether what a run loses counts in the drop of the installation: not ahead of its origin, and not in the utility's wires.

    Parameters
    ----------
    run : Run
        The run. [-]
    drop_rules : DropRules
        Resistances and drop. [-]
    """
    return drop_rules.drop_counts(run.kind) and not run.utility_owned


def guard_of(run: Run, device_rules: DeviceRules) -> Guard:
    """Gather what of a run decides how its device and its wire go together.

    Parameters
    ----------
    run : Run
        The run. [-]
    device_rules : DeviceRules
        Kinds of devices. [-]
    """
    buried = any(segment.place is Place.buried for segment in run.segments)
    return device_rules.guard_for(run.kind, run.device_type, buried=buried, cannot_overload=run.cannot_overload, ring=run.ring)


def device_shelf(run: Run, device_rules: DeviceRules, device_type: str | None = None) -> tuple[float, ...]:
    """List the ratings of the kind of device that a run has. [A]

    Parameters
    ----------
    run : Run
        The run. [-]
    device_rules : DeviceRules
        Kinds of devices. [-]
    device_type : str, optional
        Another kind than the run's own; empty is the usual one. [-]
    """
    kind = run.device_type if device_type is None else device_type
    return device_rules.ratings(device_rules.device_type_of(run.kind, kind))


def loop_facts(question: RunQuestion, wire: Wire, device_a: float, ahead: LoopAhead) -> LoopFacts:
    """Gather what decides the fault protection of a run with a wire.

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    wire : Wire
        Its line conductor. [-]
    device_a : float
        Its device. [A]
    ahead : LoopAhead
        The loop up to its head. [ohm]
    """
    run = question.run
    clears_a, kind = (question.tapped_a, question.tapped_type) if question.tapped_a else (device_a, question.guard.device_type)
    return LoopFacts(
        run.kind, wire.size, wire.insulation, run.segments, clears_a, kind, question.nominal_v, ahead,
        run.ring, run.equipment_ground_size, run.measured_loop_ohm, question.schools["protective_conductor"],
        run.ground_separate,
    )  # fmt: skip
