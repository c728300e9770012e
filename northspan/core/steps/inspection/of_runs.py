"""What is looked at along a run: its trench before it is filled, what is closed in after the rough visit, its ends at last."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.at_walls import walls_passed
from northspan.core.case.case import Case
from northspan.core.document.job import NEW, Metal, Method, Place, Segment, VisitKind
from northspan.core.document.job.run import status_of
from northspan.core.steps.inspection.line import Looked, habit
from northspan.core.topics.loads.run_load import voltages_at
from northspan.core.topics.pull.routed import Routed
from northspan.core.topics.routes.cover import covers
from northspan.core.topics.routes.route import IN_PIPE
from northspan.core.working.worked import whole

TRENCH, ROUGH, FINAL = VisitKind.trench, VisitKind.rough, VisitKind.final
INSULATION_MOHM = 1.0  # what hardly any wire in order falls below


def run_lines(case: Case, routed: Routed) -> Iterator[Looked]:
    """List what is looked at along a run that is new, or of which a stretch is.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    routed : Routed
        The run as sized, with its route. [-]
    """
    run = routed.run
    if run.utility_owned or run.status not in NEW:
        return
    least = covers(run, routed.sized.device.value, routed.sized.question.line_v, routed.sized.tried.wire.insulation, case.rulebook.routes)
    for i, segment in enumerate(run.segments):
        if status_of(run, segment) not in NEW:
            continue
        where = f"/runs/{routed.id}/segments/{segment.key}"
        if segment.place is Place.buried:
            yield from _trench(case, routed, segment, where, least[i].value, least[i].rule.citation if least[i].steps else "")
        else:
            yield from _open(case, routed, i, segment, where)
    at = f"/runs/{routed.id}"
    for home in walls_passed(case, routed.id):
        yield from habit(case, ROUGH, "sealed", at, f"{run.name}, into {case.job.buildings[home].name}")
    yield from _ends(case, routed)


def _trench(case: Case, routed: Routed, segment: Segment, where: str, least_m: float | None, citation: str) -> Iterator[Looked]:
    run, say = routed.run, case.rulebook.words
    if least_m is not None:
        what = f"{run.name}: cover over it, at the riser as well"
        yield Looked(TRENCH, "cover", where, what, f"at least {say.depth_text(least_m)}", "a spade or a plough must not reach it", citation)
    for kind in ("bed", "ribbon", "apart"):
        yield from habit(case, TRENCH, kind, where, run.name)
    if segment.method in IN_PIPE:
        yield from habit(case, TRENCH, "locknut", where, run.name)


def _open(case: Case, routed: Routed, i: int, segment: Segment, where: str) -> Iterator[Looked]:
    """Straps or staples by the figures of the route, plates, and what runs across a way out."""
    run, say = routed.run, case.rulebook.words
    pipe = routed.sized.pipes[i].value if segment.method in IN_PIPE else None
    if segment.method in IN_PIPE or segment.method is Method.cable:
        apart, first = case.rulebook.routes.supports(segment.method, pipe.size if pipe else "")
        nearest = case.tree.name_of(run.target)
        near, far = say.depth_text(min(first.value, apart.value)), say.depth_text(apart.value)
        figure = f"the first within {near} of {nearest} and each box, then at most {far} apart"
        held = say.terms.straps if pipe else "what holds its cable"
        yield Looked(ROUGH, "straps", where, f"{run.name}: {held}", figure, "what hangs pulls its joints apart", first.citation)
    if segment.method is Method.cable:
        yield from habit(case, ROUGH, "staples", where, run.name)
    if segment.place is Place.indoors:
        yield from habit(case, ROUGH, "plates", where, run.name)
    if segment.place is Place.outdoors:
        yield from habit(case, ROUGH, "escape", where, run.name)
    yield from habit(case, ROUGH, "locknut", where, run.name)


def _ends(case: Case, routed: Routed) -> Iterator[Looked]:
    """At both ends when it is finished: the device it has, its marks, its compound, and what a meter must show."""
    run, made, say, at = routed.run, routed.sized, case.rulebook.words, f"/runs/{routed.id}"
    wire = f"{say.size_name(made.tried.wire.size)} {say.metal_name(made.tried.wire.metal)}"
    if run.origin in case.job.enclosures:
        what = f"{run.name}: its device in {case.tree.name_of(run.origin)}"
        why = "a larger one does not guard its wire"
        yield Looked(FINAL, "device", at, what, f"{made.device.value:g} A on {wire}", why, made.device.rule.citation)
    yield from habit(case, FINAL, "colors", at, run.name)
    if made.tried.wire.metal is Metal.aluminum:
        yield from habit(case, FINAL, "compound", at, run.name)
    what, figure = f"{run.name}: insulation, each wire to the others and to the {say.terms.can}", f"{INSULATION_MOHM:g} MΩ or more"
    yield Looked(FINAL, "insulation", at, what, figure, "a nick shows here before it burns", "customary", "MΩ", INSULATION_MOHM)
    if run.target in case.job.enclosures:
        line_v, neutral_v = voltages_at(case.tree, run.target, case.rulebook.supplies)
        low, high, source = case.rulebook.supplies.voltage_band()
        one_line = line_v <= neutral_v
        volts = neutral_v if one_line else line_v
        words = f"{run.name}: {'line to neutral' if one_line else 'line to line'} at {case.tree.name_of(run.target)}, unloaded"
        yield Looked(FINAL, "volts", at, words, f"about {whole(volts)} V", "a leg that is missing shows here", source, "V",
                     volts * (1 - low), volts * (1 + high))  # fmt: skip
