"""The drop of a run by every school: each method at each current, beside each other."""

from __future__ import annotations

from dataclasses import replace

from northspan.core.calls import CALLS
from northspan.core.plan import SchoolDrop
from northspan.core.rulebooks.protocol import Rulebook
from northspan.core.sizing.conductor import drop_current, drop_question
from northspan.core.sizing.drop import voltage_drop
from northspan.core.sizing.run import SizedRun


def drop_schools(sized: SizedRun, rulebook: Rulebook) -> tuple[SchoolDrop, ...]:
    """Work the drop of a run as chosen, by every method at every current.

    Parameters
    ----------
    sized : SizedRun
        The run. [-]
    rulebook : Rulebook
        For impedances. [-]
    """
    question, wire, legs = sized.question, sized.tried.wire, sized.question.load.value
    if legs is None:
        return ()
    rows: list[SchoolDrop] = []
    for current in CALLS["drop_current"].schools:
        if current.key == "given" and question.run.given_drop_a is None:
            continue
        asked = replace(question, schools=question.schools.but("drop_current", current.key))
        amperes = drop_current(asked, legs, sized.device.value).value
        for method in CALLS["drop_method"].schools:
            by = replace(asked, schools=asked.schools.but("drop_method", method.key))
            drop = voltage_drop(drop_question(by, legs, sized.device.value), wire.size, wire.metal, rulebook).value
            chosen = by.schools == question.schools
            rows.append(SchoolDrop(method.key, method.words, current.key, current.words, amperes, drop.drop_v, drop.percent, chosen))
    return tuple(rows)
