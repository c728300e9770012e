"""Limits of a run that are asked of its wire beside load and drop: an allowance, a transformer behind it, wires side by side."""

from __future__ import annotations

from northspan.core.document.job import Place
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.dwellings import AllowanceFacts, DwellingRules
from northspan.core.rulebooks.questions.taps import SecondaryFacts, TapRules
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.sizing.question import RunQuestion
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Margin, Step, Worked, at_most, ruled


def allowance_of(question: RunQuestion, device_a: float, dwelling_rules: DwellingRules) -> Step:
    """Decide whether the allowance for a dwelling's own supply is taken: the share that must be carried.

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    device_a : float
        Its overcurrent device. [A]
    dwelling_rules : DwellingRules
        Rules of dwellings. [-]
    """
    if question.schools["dwelling_allowance"] == "never":
        return ruled("f", "allowance of a dwelling's own supply", "none", "your call: never taken", "your call", 1.0)
    facts = AllowanceFacts(question.whole_dwelling, question.run.kind, device_a, question.why_not_whole, question.system)
    return dwelling_rules.dwelling_allowance(facts)


def secondary_of(question: RunQuestion, tap_rules: TapRules) -> Worked[float] | None:
    """Ask the rule for conductors that come from a transformer: their share and their length; None for all others. [A]

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    tap_rules : TapRules
        Rules of taps. [-]
    """
    if not question.secondary or not question.primary_device_a:
        return None
    outdoors = all(s.place in {Place.buried, Place.outdoors, Place.overhead} for s in question.run.segments)
    length_m = sum_of(s.length_m for s in question.run.segments)
    facts = question.secondary
    return tap_rules.secondary_share(SecondaryFacts(length_m, question.primary_device_a, facts.primary_v, facts.secondary_v, outdoors))


def beside_each_other(question: RunQuestion, wire: Wire, wire_rules: WireRules, say: Words) -> tuple[Margin, ...]:
    """Give the limit that a size which is too small to run in parallel breaks; none for all others.

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    wire : Wire
        Its ungrounded conductors. [-]
    wire_rules : WireRules
        Which wires there are. [-]
    say : Words
        How the trade says it. [-]
    """
    least, cite = wire_rules.parallel_least()
    if question.sets == 1 or wire_rules.area(wire.size) >= wire_rules.area(least):
        return ()
    least_mm2, has_mm2 = (wire_rules.area_m2(one) * 1e6 for one in (least, wire.size))  # m² to mm²
    limit = at_most("parallel", f"In parallel at least {say.size_name(least)}", least_mm2, has_mm2, "mm²", cite)
    return (advised(limit, not wire_rules.parallel_is_rule()),)


def advised(margin: Margin, advice: bool) -> Margin:  # noqa: FBT001 - a mark, not a choice of way
    """Mark a limit as advice, or as a rule.

    Parameters
    ----------
    margin : Margin
        The limit. [-]
    advice : bool
        Whether it is advice. [-]
    """
    return margin._replace(advice=advice)
