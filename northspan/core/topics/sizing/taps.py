"""A tap by every rule beside each other: how far each reaches, and what it makes of the conductor."""

from __future__ import annotations

from dataclasses import replace

from northspan.core.document.job import Metal, RunKind
from northspan.core.document.plan import TapChoice, work_lines
from northspan.core.rulebooks.questions.taps import TapFacts, TapRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.sizing.device import choose_device
from northspan.core.topics.sizing.products import products_of
from northspan.core.topics.sizing.question import RunQuestion
from northspan.core.topics.sizing.rules import SizingRules
from northspan.core.working.errors import NoSolution, OutsideTable
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import whole


def tap_choices(
    facts: TapFacts, metal: Metal, insulation: str, terminals_c: float, feeder_size: str, tap_rules: TapRules, say: Words
) -> tuple[TapChoice, ...]:
    """Lay out a tap by the rule of every length, and what is left beyond the longest.

    Parameters
    ----------
    facts : TapFacts
        The tap. [m, A]
    metal : Metal
        Conductor metal. [-]
    insulation : str
        Type. [-]
    terminals_c : float
        What its terminals stand. [°C]
    feeder_size : str
        Size of the conductor it comes from; empty if it is not known. [-]
    tap_rules : TapRules
        Rules of taps. [-]
    say : Words
        How the trade says it. [-]
    """
    found: list[TapChoice] = []
    begins = 0.0
    for most_m in tap_rules.tap_lengths():
        here = begins < facts.length_m <= most_m + 1e-9
        words = f"up to {say.length_text(most_m)}"
        try:
            worked = tap_rules.tap(replace(facts, length_m=facts.length_m if here else most_m), metal, insulation, terminals_c)
        except (NoSolution, OutsideTable) as none:
            found.append(TapChoice(words, begins, most_m, "", "", str(none), here, ()))
        else:
            size = worked.value[0]
            governs = max(worked.margins, key=lambda one: one.used)
            why = f"{governs.words.lower()}, {whole(governs.used)} A"
            found.append(TapChoice(words, begins, most_m, size, say.size_name(size), why, here, work_lines(worked.steps)))
        begins = most_m
    why = "the size of what it comes from, or a device where it leaves it"
    name = say.size_name(feeder_size) if feeder_size else ""
    found.append(TapChoice(f"beyond {say.length_text(begins)}", begins, None, feeder_size, name, why, facts.length_m > begins + 1e-9, ()))
    return tuple(found)


def taps_of(question: RunQuestion, rulebook: SizingRules) -> tuple[TapChoice, ...]:
    """Lay out a run that is a tap by every rule; nothing for another run, or while its load is not known.

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    rulebook : SizingRules
        The rules that are asked. [-]
    """
    run, legs = question.run, question.load.value
    if run.kind is not RunKind.tap or not question.tapped_a or legs is None:
        return ()
    device_a = choose_device(question, legs, rulebook).value
    metal = run.metal or Metal.copper
    insulation = products_of(run, metal, rulebook.wires, rulebook.pipes)[0]
    length_m = sum_of(segment.length_m for segment in run.segments)
    facts = TapFacts(length_m, question.tapped_a, legs.design.total_a, device_a, question.tapped_ampacity_a)
    terminals = rulebook.ampacities.terminals_c(run.terminals, device_a)
    return tap_choices(facts, metal, insulation, terminals.value, question.tapped_size, rulebook.taps, rulebook.words)
