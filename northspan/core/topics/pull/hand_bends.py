"""Bends by hand as they are marked on the stick: in the route of a run, and by themselves."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.document.findings import Cure, Edit, Finding, Severity
from northspan.core.document.job import BendShape, BentByHand, Segment
from northspan.core.document.plan.pull import BentPlan, StickMark
from northspan.core.physics.bends import HandBend, back_to_back, box_saddle, kick, offset, saddle, shifted, stub
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.pull.routed import Routed
from northspan.core.working.errors import InvalidJob
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Step, given, whole


def laid_out(bent: BentByHand, at: str = "") -> HandBend:
    """Lay out a bend from what was measured for it.

    Parameters
    ----------
    bent : BentByHand
        Shape and measurements. [m, degrees]
    at : str
        Where it stands in the job, for what is refused. [-]

    Raises
    ------
    InvalidJob
        If it begins before the end of the pipe, or is lower than the shoe takes up.
    """
    if bent.shape in {BendShape.stub, BendShape.back_to_back} and bent.over_m <= bent.take_up_m:
        raise InvalidJob(f"{at}/over_m", "it stands up less than the shoe takes up.", f"More than {bent.take_up_m:g} m.")
    found = shifted(_shape(bent), bent.beside_m)
    if found.marks[0].at_m < 0:
        raise InvalidJob(f"{at}/away_m", "the first mark comes before the end of the pipe.", "More room ahead of it, or a sharper bend.")
    return found


def _shape(bent: BentByHand) -> HandBend:
    match bent.shape:
        case BendShape.saddle:
            return saddle(bent.over_m, bent.away_m, bent.angle_deg)
        case BendShape.box_saddle:
            return box_saddle(bent.over_m, bent.away_m, bent.wide_m, bent.angle_deg)
        case BendShape.offset:
            return offset(bent.over_m, bent.away_m, bent.angle_deg, roll_m=bent.roll_m)
        case BendShape.kick:
            return kick(bent.over_m, bent.away_m, bent.angle_deg)
        case BendShape.stub:
            return stub(bent.over_m, bent.take_up_m, bent.radius_m)
        case BendShape.back_to_back:
            return back_to_back(bent.over_m, bent.away_m, bent.take_up_m, bent.radius_m)


def bend_steps(bent: BentByHand, found: HandBend) -> tuple[Step, ...]:
    """Show the working of a bend: each mark, what the level reads then, what is lost, and the pipe it takes.

    Parameters
    ----------
    bent : BentByHand
        What was measured. [m, degrees]
    found : HandBend
        As laid out. [m]
    """
    lines, reads = [], bent.slope_deg
    for i, mark in enumerate(found.marks, 1):
        lines.append(given(f"x_{i}", f"mark {i}: {mark.angle_deg:g}° {'up' if mark.way > 0 else 'back'}", mark.at_m, "m", "trigonometry"))
        reads += mark.way * mark.angle_deg
        if bent.slope_deg:
            lines.append(given(f"r_{i}", f"bend {i} until the level reads", reads, "°", "the pipe does not lie level"))
    lines.append(given("S", "what it loses along the wall; below 0 it gains", found.shrink_m, "m", "trigonometry"))
    lines.append(given("D", "pipe between the first mark and the last, or around the bend", found.developed_m, "m", "trigonometry"))
    return tuple(lines)


def bend_words(found: HandBend, say: Words) -> str:
    """Say where the marks are, and what the pipe loses.

    Parameters
    ----------
    found : HandBend
        As laid out. [m]
    say : Words
        How the trade says it. [-]
    """
    names = " and ".join(say.depth_text(mark.at_m) for mark in found.marks)
    loses = f"it loses {say.depth_text(found.shrink_m)}" if found.shrink_m >= 0 else f"it gains {say.depth_text(-found.shrink_m)}"
    return f"{'Marks' if len(found.marks) > 1 else 'Mark'} at {names}; {loses}"


def bent_in(segment: Segment, at: str) -> tuple[HandBend, ...]:
    """Lay out every bend that is made by hand in a stretch.

    Parameters
    ----------
    segment : Segment
        The stretch. [-]
    at : str
        Where it stands in the job. [-]
    """
    return tuple(laid_out(bent, f"{at}/bent_by_hand/{i}") for i, bent in enumerate(segment.bent_by_hand))


def bent_deg(segment: Segment) -> float:
    """Add up the bends that are made by hand in a stretch. [degrees]

    Parameters
    ----------
    segment : Segment
        The stretch. [-]
    """
    return sum_of(mark.angle_deg for found in bent_in(segment, "") for mark in found.marks)


def bent_plans(routed: Routed, say: Words) -> Iterator[BentPlan]:
    """Lay out the bends of every stretch of a run as a person marks them.

    Parameters
    ----------
    routed : Routed
        The run with its route. [-]
    say : Words
        How the trade says it. [-]
    """
    for i, segment in enumerate(routed.run.segments):
        for n, found in enumerate(bent_in(segment, f"/runs/{routed.id}/segments/{segment.key}")):
            marks = tuple(StickMark(mark.at_m, say.depth_text(mark.at_m), mark.angle_deg, mark.way) for mark in found.marks)
            yield BentPlan(i, n, bend_words(found, say), marks, found.shrink_m, found.developed_m)


def bent_findings(routed: Routed) -> Iterator[Finding]:
    """Say where more is bent by hand than the stretch is said to bend.

    Parameters
    ----------
    routed : Routed
        The run with its route. [-]
    """
    for i, segment in enumerate(routed.run.segments):
        made = bent_deg(segment)
        if made <= segment.bends_deg + 1e-9:
            continue
        at = f"/runs/{routed.id}/segments/{segment.key}"
        words = f"{routed.run.name}: {whole(made)}° are bent by hand in stretch {i + 1}, and it counts {whole(segment.bends_deg)}°."
        why = "What is bent counts in the pull and against the most that the code lets between pull points."
        cure = Cure(f"Count {whole(made)}°", (Edit("add", f"{at}/bends_deg", made),))
        yield Finding("bent-not-counted", Severity.fix, at, words, why, "trade habit", (cure,))
