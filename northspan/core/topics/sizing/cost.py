"""What a run costs to make: its wires and its pipes, by the prices of the job."""

from __future__ import annotations

from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.pipes import PipeRules
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.sizing.prices import BY_BORE, BY_WEIGHT, price_of_cable, price_of_pipe, price_of_wire
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Step, Worked, step


def run_cost(sized: SizedRun, wire_rules: WireRules, pipe_rules: PipeRules, say: Words) -> Worked[float]:
    """Work what the wires and pipes of a run cost. [money]

    Parameters
    ----------
    sized : SizedRun
        The run. [-]
    wire_rules : WireRules
        Which wires there are. [-]
    pipe_rules : PipeRules
        Which pipes there are. [-]
    say : Words
        How the trade says it. [-]

    Notes
    -----
    Each as the price book says that was taken into the job; where none has it, wire by the metal in it and a price for making
    it, pipe by its bore. Fittings, trench and work are left aside, they are nearly the same for every size.
    """
    question, wire = sized.question, sized.tried.wire
    prices, n = question.prices, float(question.sets)
    length_m = sum_of(segment.length_m for segment in question.run.segments)
    steps: list[Step] = []
    cable = None if wire_rules.single_wires(wire.insulation) else price_of_cable(wire, prices)
    if cable is not None:
        name = f"{wire.insulation}, {say.size_name(wire.size)}"
        steps.append(step("c", name, "n * L * p", "", cable.source, n=n, L=length_m, p=cable.each))
    for group in () if cable is not None else sized.groups:
        of_wire = price_of_wire(Wire(group.size, group.metal or wire.metal, wire.insulation), prices, wire_rules)
        name = f"{group.count} {group.words}, {say.size_name(group.size)}"
        steps.append(step("c", name, "n * k * L * p", "", of_wire.source, n=n, k=float(group.count), L=length_m, p=of_wire.each))
    for segment, pipe in zip(question.run.segments, sized.pipes, strict=True):
        if pipe.value:
            bore = next(p.bore_area for p in pipe_rules.trade_sizes(segment.method, 3) if p.size == pipe.value.size)
            of_pipe = price_of_pipe(pipe.value.name, bore, prices, pipe_rules)
            steps.append(step("c", pipe.value.name, "n * L * p", "", of_pipe.source, n=n, L=segment.length_m, p=of_pipe.each))
    figures = {f"c_{i}": part.value for i, part in enumerate(steps, 1)}
    total = step("C", "wires and pipes", " + ".join(figures), "", "sum", **figures)
    return Worked(total.value, (*steps, total))


def priced_by(made: Worked[float]) -> str:
    """Say who says what a run costs: books, the job's own prices, or some of each.

    Parameters
    ----------
    made : Worked
        What it costs, as worked. [money]
    """
    sources = dict.fromkeys(one.citation for one in made.steps[:-1])
    books = [one for one in sources if one not in {BY_WEIGHT, BY_BORE}]
    guessed = [one for one in (BY_WEIGHT, BY_BORE) if one in sources]
    if not books:
        return "by weight and bore"
    return ", ".join(books) + (", the rest by weight and bore" if guessed else "")
