"""Room in a pipe: how full it is, what the next one up would be, how many more wires go in."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from math import floor

from northspan.core.document.job import Method
from northspan.core.document.plan import WorkGroup, work_lines
from northspan.core.rulebooks.questions.pipes import PipeRules, PipeSize
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.pull.routed import Routed
from northspan.core.topics.sizing.pipe import whole_pipe_m
from northspan.core.working.sums import count_of
from northspan.core.working.worked import Step, Worked, ruled, step, whole


@dataclass(frozen=True, slots=True)
class Room:
    """A pipe, its fill [%], the next one up with its fill [%], and how many more of the largest wire it may take."""

    pipe: PipeSize
    fill_percent: float
    up: PipeSize | None
    up_percent: float
    more: int


def room(method: Method, shelf: tuple[PipeSize, ...], area: Step, largest: float, say: Words) -> Worked[Room]:
    """Say how full a pipe is, and the next one up beside it.

    Parameters
    ----------
    method : Method
        Kind of pipe. [-]
    shelf : tuple of PipeSize
        The pipe, and larger ones in order. [area unit of the rulebook]
    area : Step
        Area of all wires. [area unit of the rulebook]
    largest : float
        Area of the largest wire. [area unit of the rulebook]
    say : Words
        How the trade says it. [-]
    """
    first, *up = shelf[:2]
    used = [step("F", f"fill of {say.pipe_name(method, one.size)}", "100 * A_w / A_p", "%", one.fill_citation, A_w=area.value,
                 A_p=one.bore_area) for one in (first, *up)]  # fmt: skip
    left = first.bore_area * first.allowed_percent / 100 - area.value
    more = max(0, floor(left / largest + 1e-9))
    spare = ruled("r", "room for more of the largest", f"{more}", "by area alone", first.fill_citation, more)
    found = Room(first, used[0].value, up[0] if up else None, used[1].value if up else 0.0, more)
    return Worked(found, (*used, spare))


def room_words(method: Method, found: Room, say: Words) -> str:
    """Say it in a line.

    Parameters
    ----------
    method : Method
        Kind of pipe. [-]
    found : Room
        The pipe. [%]
    say : Words
        How the trade says it. [-]
    """
    words = f"{say.pipe_name(method, found.pipe.size)}, {whole(found.fill_percent)} % full of {whole(found.pipe.allowed_percent)} %"
    return f"{words}; one up {say.pipe_name(method, found.up.size)}, {whole(found.up_percent)} %" if found.up else words


def room_groups(i: int, routed: Routed, pipe_rules: PipeRules, say: Words) -> Iterator[WorkGroup]:
    """Say how full the pipe of a stretch is, with what goes in beside this run.

    Parameters
    ----------
    i : int
        Number of the stretch. [-]
    routed : Routed
        The run, sized, with its route. [-]
    pipe_rules : PipeRules
        Which pipes there are. [-]
    say : Words
        How the trade says it. [-]
    """
    pipe, segment, wire = routed.sized.pipes[i].value, routed.sized.question.run.segments[i], routed.sized.tried.wire
    if pipe is None:
        return
    others = max(segment.other_carrying, segment.other_wires or 0)
    count = count_of(group.count for group in routed.sized.groups)
    shelf = pipe_rules.trade_sizes(segment.method, count + others, whole_pipe_m(routed.sized.question.run.segments, pipe_rules))
    at = next(n for n, one in enumerate(shelf) if one.size == pipe.size)
    area = next(one for one in routed.sized.pipes[i].steps if one.symbol == "A_w")
    worked = room(segment.method, shelf[at:], area, pipe_rules.wire_area(wire.size, wire.insulation).value, say)
    more = f"; room for {worked.value.more} more" if worked.value.more else "; no room for more"
    yield WorkGroup(f"room{i + 1}", f"Stretch {i + 1}, pipe", room_words(segment.method, worked.value, say) + more,
                    work_lines((area, *worked.steps)))  # fmt: skip
