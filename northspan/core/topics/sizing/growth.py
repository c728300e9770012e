"""Room for more: what a run can take on later, and what more room costs today."""

from __future__ import annotations

from dataclasses import replace

from northspan.core.document.findings import Cure, Edit
from northspan.core.document.plan import Growth
from northspan.core.rulebooks.questions.devices import DeviceRules
from northspan.core.rulebooks.questions.pipes import PipeRules
from northspan.core.topics.sizing.conductor import ladder_of
from northspan.core.topics.sizing.cost import run_cost
from northspan.core.topics.sizing.pipe import whole_pipe_m
from northspan.core.topics.sizing.rules import SizingRules
from northspan.core.topics.sizing.run import SizedRun, size_run
from northspan.core.working.errors import InvalidJob, NoSolution, OutsideTable
from northspan.core.working.sums import count_of
from northspan.core.working.worked import Margin

_BY_LOAD = frozenset({"terminals", "ampacity", "device", "drop", "way"})


def growth(sized: SizedRun, rulebook: SizingRules) -> tuple[Growth, ...]:
    """Offer a run as it is, with a size up, with a pipe up, and with both: room, and what it costs more.

    Parameters
    ----------
    sized : SizedRun
        The run as chosen. [-]
    rulebook : SizingRules
        The rules that are asked. [-]

    Notes
    -----
    Room is the steady load that may come on top, on the heavier leg, until the first limit that goes
    with the load is reached. A larger pipe gives none, but takes more wires later.
    """
    wire = sized.tried.wire
    ladder = ladder_of(sized.question, wire.metal, rulebook.wires, wire.insulation)
    at = ladder.index(wire.size)
    larger = ladder[at + 1] if at + 1 < len(ladder) else None
    pipe = _pipe_up(sized, rulebook.pipes)
    base = run_cost(sized, rulebook.wires, rulebook.pipes, rulebook.words).value
    offers: list[tuple[str, str | None, str | None]] = [("as it is", None, None), ("conductor a size up", larger, None)]
    offers += [("pipe a size up", None, pipe), ("both a size up", larger, pipe)]
    rows: list[Growth] = []
    for words, size, pipe_size in offers:
        if (words != "as it is" and size is None and pipe_size is None) or (words.startswith("both") and None in {size, pipe_size}):
            continue
        other = sized if words == "as it is" else _again(sized, size, pipe_size, rulebook)
        if other is None:
            continue
        room, limit = room_a(other, rulebook.devices)
        edits = []
        if size:
            edits += [
                Edit("add", f"{sized.question.pointer}/metal", wire.metal),
                Edit("add", f"{sized.question.pointer}/conductor_size", size),
            ]
        if pipe_size:
            edits.append(Edit("add", f"{sized.question.pointer}/pipe_size", pipe_size))
        more = run_cost(other, rulebook.wires, rulebook.pipes, rulebook.words).value - base
        rows.append(
            Growth(words, room, limit, spare_wires(other, rulebook.pipes), more, words == "as it is", Cure(f"Take {words}", tuple(edits)))
        )
    return tuple(rows)


def room_a(sized: SizedRun, device_rules: DeviceRules) -> tuple[float, str]:
    """Find how much steady load may come on top, and what limits it. [A]

    Parameters
    ----------
    sized : SizedRun
        The run. [-]
    device_rules : DeviceRules
        Which devices there are. [-]
    """
    legs = sized.question.load.value
    load_a = legs.design.total_a if legs else 0.0
    limits = [*sized.tried.margins, *sized.device.margins]
    on_device = (sized.device_room_a(device_rules), "the device")
    found = [on_device, *((_left(m, load_a), m.words.lower()) for m in limits if m.key in _BY_LOAD)]
    room, limit = min(found)
    return max(room, 0.0), limit


def spare_wires(sized: SizedRun, pipe_rules: PipeRules) -> int:
    """Count how many more wires of the same size the fullest pipe of a run may take.

    Parameters
    ----------
    sized : SizedRun
        The run. [-]
    pipe_rules : PipeRules
        Which pipes there are. [-]
    """
    wire = sized.tried.wire
    groups = sized.groups
    spare: list[int] = []
    whole_m = whole_pipe_m(sized.question.run.segments, pipe_rules)
    for segment, pipe in zip(sized.question.run.segments, sized.pipes, strict=True):
        if not pipe.value:
            continue
        each = pipe_rules.wire_area(wire.size, wire.insulation).value
        count = count_of(group.count for group in groups) + max(segment.other_carrying, segment.other_wires or 0)
        shelf = next(p for p in pipe_rules.trade_sizes(segment.method, count + 1, whole_m) if p.size == pipe.value.size)
        left = shelf.bore_area * (shelf.allowed_percent - pipe.value.fill_percent) / 100
        spare.append(max(0, int(left / each + 1e-9)))
    return min(spare, default=0)


def _left(margin: Margin, load_a: float) -> float:
    """Amperes left to a limit: by difference where it is in amperes, by proportion where it is a drop."""
    if margin.unit == "A":
        return margin.limit - margin.used
    return load_a * (margin.limit / margin.used - 1) if margin.used else load_a


def _pipe_up(sized: SizedRun, pipe_rules: PipeRules) -> str | None:
    for segment, pipe in zip(sized.question.run.segments, sized.pipes, strict=True):
        if pipe.value:
            sizes = [p.size for p in pipe_rules.trade_sizes(segment.method, 3)]
            at = max(sizes.index(other.value.size) for other in sized.pipes if other.value and other.value.size in sizes)
            return sizes[at + 1] if at + 1 < len(sizes) else None
    return None


def _again(sized: SizedRun, size: str | None, pipe_size: str | None, rulebook: SizingRules) -> SizedRun | None:
    question = sized.question
    update = {"metal": sized.tried.wire.metal, "conductor_size": size or sized.tried.wire.size, "sets": question.sets}
    update |= {"grounded_size": None, "equipment_ground_size": None} if size else {}
    run = question.run.model_copy(update=update | ({"pipe_size": pipe_size} if pipe_size else {}))
    try:
        return size_run(replace(question, run=run), rulebook)
    except (InvalidJob, NoSolution, OutsideTable):  # the larger size has no pipe, or the pipe no larger size: it is not offered
        return None
