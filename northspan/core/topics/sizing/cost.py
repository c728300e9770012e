"""What a run costs to make: its wires and its pipes, by the prices of the job."""

from __future__ import annotations

from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.pipes import PipeRules
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.sizing.prices import pipe_price, wire_price
from northspan.core.topics.sizing.run import SizedRun
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
    Wire by the metal in it and a price for making it, pipe by its bore; fittings, trench and work are
    left aside, they are nearly the same for every size.
    """
    question, wire = sized.question, sized.tried.wire
    prices, n = question.prices, float(question.sets)
    length_m = sum(segment.length_m for segment in question.run.segments)
    steps: list[Step] = []
    for group in sized.groups:
        each = wire_price(Wire(group.size, group.metal or wire.metal, wire.insulation), prices, wire_rules)
        name = f"{group.count} {group.words}, {say.size_name(group.size)}"
        steps.append(step("c", name, "n * k * L * p", "", "your prices", n=n, k=float(group.count), L=length_m, p=each))
    for segment, pipe in zip(question.run.segments, sized.pipes, strict=True):
        if pipe.value:
            bore = next(p.bore_area for p in pipe_rules.trade_sizes(segment.method, 3) if p.size == pipe.value.size)
            each = pipe_price(bore, prices, pipe_rules)
            steps.append(step("c", pipe.value.name, "n * L * p", "", "your prices", n=n, L=segment.length_m, p=each))
    figures = {f"c_{i}": part.value for i, part in enumerate(steps, 1)}
    total = step("C", "wires and pipes", " + ".join(figures), "", "sum", **figures)
    return Worked(total.value, (*steps, total))
