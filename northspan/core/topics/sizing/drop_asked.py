"""What the drop of a run is asked with: its current, its way, how warm its wires get."""

from __future__ import annotations

from northspan.core.document.job import Across, Circuit, Segment
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.drops import DropRules, WarmFacts
from northspan.core.topics.loads.legs import LegLoads
from northspan.core.topics.sizing.drop import DropQuestion, LegCurrents
from northspan.core.topics.sizing.question import RunQuestion
from northspan.core.working.worked import Step, Worked, given, step


def warmth(question: RunQuestion, legs: LegLoads, terminals: Step, wire: Wire, drop_rules: DropRules) -> Worked[float]:
    """Give the share of a wire's resistance that counts for its drop, by the school of the job. [-]

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    legs : LegLoads
        Its load. [A]
    terminals : Step
        What the terminals stand. [°C]
    wire : Wire
        The conductor. [-]
    drop_rules : DropRules
        Resistances and drop. [-]
    """
    if question.schools["drop_temperature"] != "load" or question.guard.ring:
        return Worked(1.0)
    each = legs.design.total_a / question.sets
    found = [drop_rules.drop_correction(WarmFacts(wire, segment, each, terminals.value)) for segment in question.run.segments]
    return max(found, key=lambda one: one.value)  # the warmest stretch stands for all: the safe side


def drop_question(question: RunQuestion, legs: LegLoads, device_a: float, insulation: str = "", warm_share: float = 1.0) -> DropQuestion:
    """Gather what the voltage drop of a run depends on beside its conductor.

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    legs : LegLoads
        Its load. [A]
    device_a : float
        Its overcurrent device. [A]
    insulation : str
        Kind of wire, where its impedance depends on it. [-]
    warm_share : float
        Share of its resistance that counts. [-]
    """
    run, n = question.run, question.sets
    current_a = drop_current(question, legs, device_a).value
    if question.guard.ring:  # at the middle two ways lead back, each half as long and with half the current
        half = tuple(segment.model_copy(update={"legs": (), "length_m": segment.length_m / 2}) for segment in run.segments)
        return DropQuestion(
            current_a / 2, 0.0, question.power_factor, question.nominal_v, half, question.schools["drop_method"], insulation=insulation
        )
    whole = question.schools["drop_current"] == "calculated" or current_a == legs.design.total_a
    as_loaded = (legs.line_1_a, legs.line_2_a, legs.neutral_1_a, legs.neutral_2_a)
    by_device = question.schools["drop_current"].startswith("device") and legs.design.total_a > 0
    # a device loaded to the full is as unbalanced as its load is, so it never drops less
    grown = tuple(one * current_a / legs.design.total_a for one in as_loaded) if by_device else (current_a, current_a, 0.0, 0.0)
    each = as_loaded if whole else grown
    if run.circuit is not Circuit.three_wire:
        each = (current_a, current_a, 0.0, 0.0)
    return DropQuestion(
        current_a / n,
        legs.starting_extra_a / n,
        question.power_factor,
        question.nominal_v,
        with_drop_cable(question),
        question.schools["drop_method"],
        LegCurrents(each[0] / n, each[1] / n, each[2] / n, each[3] / n),
        question.neutral_v if run.circuit is Circuit.three_wire else 0.0,
        question.system,
        run.grounded_size or question.neutral_in_set or None,
        insulation,
        legs.starting_across if run.circuit is Circuit.three_wire else Across.line_line,
        warm_share,
    )


def with_drop_cable(question: RunQuestion) -> tuple[Segment, ...]:
    """Give the stretches of a run as they count in its drop: the last one with the cable down the well, of the same wire.

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [m]
    """
    *others, last = question.run.segments
    if not question.hangs_m:
        return question.run.segments
    return (*others, last.model_copy(update={"legs": (), "length_m": last.length_m + question.hangs_m}))


def drop_current(question: RunQuestion, legs: LegLoads, device_a: float) -> Step:
    """Choose the current that sets the voltage drop, by the school of the job. [A]

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    legs : LegLoads
        Its load. [A]
    device_a : float
        Its overcurrent device. [A]
    """
    school = question.schools["drop_current"]
    if question.guard.ring:
        words = "current for the drop: 20 A at the middle of the ring, the rest spread along it"
        return step("I", words, "max(min(I_L, 20), (20 + I_L) / 2)", "A", "guide", I_L=legs.design.total_a)
    if school == "device_80":
        return step("I", "current for the drop: 80 % of the device", "0.8 * I_n", "A", "your call", I_n=device_a)
    if school == "device_full":
        return given("I", "current for the drop: the whole device rating", device_a, "A", "your call")
    if school == "given" and question.run.given_drop_a is not None:
        return given("I", "current for the drop: as given", question.run.given_drop_a, "A", "your call")
    words = "current for the drop: the calculated load"
    if school == "given":
        words += ", no other was given"
    return given("I", words, legs.design.total_a, "A", "your call")
