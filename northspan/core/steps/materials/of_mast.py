"""The mast of an overhead service: its pipe, and the wires in it from the weatherhead down to the meter. The drop is the utility's."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from northspan.core.case.case import Case
from northspan.core.document.job import Method, Place, RunKind, Segment
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.steps.materials.goods_words import wire_words
from northspan.core.steps.materials.wanted import Wanted
from northspan.core.topics.pull.routed import Routed
from northspan.core.topics.sizing.run import size_run
from northspan.core.working.errors import InvalidJob, NoSolution, OutsideTable

MAST_M, FREE_M, METER_M = 2.8, 0.9, 0.6  # customary: what one stick gives, what hangs out for the loops, what goes into the meter
CUT_M = MAST_M + FREE_M + METER_M


def mast_wants(case: Case, routed: Routed) -> Iterator[Wanted]:
    """List the wires in the mast of an overhead service, sized as service conductors in pipe; nothing where a trade has no masts.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    routed : Routed
        The service as sized, with its route. [-]
    """
    run, rulebook = routed.run, case.rulebook
    overhead = any(segment.place is Place.overhead for segment in run.segments)
    if run.kind is not RunKind.service or not overhead or "mast_kit" not in rulebook.goods:
        return
    piped = Segment(length_m=MAST_M, method=Method.rmc, place=Place.outdoors)
    choices = {"segments": (piped,), "insulation": None, "utility_owned": False, "pipe_size": None, "metal": routed.sized.tried.wire.metal}
    question = routed.sized.question
    try:
        sized = size_run(replace(question, run=question.run.model_copy(update=choices)), rulebook)
    except (InvalidJob, NoSolution, OutsideTable):  # pinned to what is made for the air alone: then a person says
        sized = None
    if sized is None:
        wires, why = len(rulebook.words.colors(run.circuit)), "nothing fits in pipe as the run is pinned; size it by hand"
        yield Wanted(
            "wire", "for the mast, to be sized by hand", wires * CUT_M, f"/runs/{routed.id}", run.name, why, "customary", run.status
        )
        return
    wire, say, at = sized.tried.wire, rulebook.words, f"/runs/{routed.id}"
    why = f"from the weatherhead to the meter: {say.length_text(MAST_M)} of mast, and what hangs out and goes in"
    for role, color in say.colors(run.circuit, old=run.old_colors):
        size = {"neutral": sized.grounded_size, "ground": None}.get(role, wire.size)
        if size:
            what = f"{wire_words(Wire(size, wire.metal, wire.insulation), rulebook.wires, say)}, {color}"
            count = sized.question.sets
            yield Wanted("wire", what, count * CUT_M, at, run.name, why, "customary", run.status, (CUT_M,) * count)
    pipe = next(iter(sized.pipes), None)
    if pipe is not None and pipe.value is not None:
        why = say.fill("the mast; the {utility} may want it larger")
        yield Wanted("pipe", pipe.value.name, sized.question.sets * MAST_M, at, run.name, why, "customary", run.status)
