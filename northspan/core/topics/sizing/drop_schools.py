"""The drop of a run by every school: each method at each current, beside each other."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from northspan.core.document.calls import CALLS, School
from northspan.core.document.plan import SchoolDrop
from northspan.core.rulebooks.questions.drops import DropRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.sizing.drop import voltage_drop
from northspan.core.topics.sizing.drop_asked import drop_current, drop_question, warmth
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.working.sums import sum_of

TABLE_V = 120.0  # what tables of distances are printed for


def drop_schools(sized: SizedRun, say: Words, drop_rules: DropRules) -> tuple[SchoolDrop, ...]:
    """Work the drop of a run as chosen, by every method at every current.

    Parameters
    ----------
    sized : SizedRun
        The run. [-]
    say : Words
        How things are called. [-]
    drop_rules : DropRules
        Resistances and drop. [-]
    """
    question, wire, legs = sized.question, sized.tried.wire, sized.question.load.value
    if legs is None:
        return ()
    rows: list[SchoolDrop] = []
    fill = say.fill
    for current in CALLS["drop_current"].schools:
        if current.key == "given" and question.run.given_drop_a is None:
            continue
        asked = replace(question, schools=question.schools.with_school("drop_current", current.key))
        amperes = drop_current(asked, legs, sized.device.value).value
        for method in CALLS["drop_method"].schools:
            by = replace(asked, schools=asked.schools.with_school("drop_method", method.key))
            share = warmth(question, legs, sized.terminals, wire, drop_rules).value
            drop = voltage_drop(
                drop_question(by, legs, sized.device.value, wire.insulation, share), wire.size, wire.metal, drop_rules
            ).value
            chosen = by.schools == question.schools
            rows.append(
                SchoolDrop(method.key, fill(method.words), current.key, fill(current.words), amperes, drop.drop_v, drop.percent, chosen)
            )
        rows += _by_distance(sized, current, amperes, drop_rules)
    return tuple(rows)


def _by_distance(sized: SizedRun, current: School, amperes: float, drop_rules: DropRules) -> Iterator[SchoolDrop]:
    """Where the code prints distances for a drop: what they make of this run."""
    question, sets = sized.question, sized.question.sets
    reach = drop_rules.drop_distance(sized.tried.wire, amperes / sets, sized.tried.ampacity.value.final_a / sets)
    if reach is None:
        return
    length_m = sum_of(segment.length_m for segment in question.run.segments)
    percent = length_m / (reach.value * question.nominal_v / TABLE_V)
    words = "The code's table of distances"
    yield SchoolDrop("distance", words, current.key, current.words, amperes, percent / 100 * question.nominal_v, percent, chosen=False)
