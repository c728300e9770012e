"""What a crew does to pull wires in: who stands where, in which order, for how long."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.document.job import Place, Pull, Rope, Run, Status, status_of
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.pull.bundle import Bundle
from northspan.core.topics.pull.pulling import MOST_HANDS, Pulled, counted, hands_for, most_n
from northspan.core.topics.pull.routed import Routed
from northspan.core.topics.pull.trench import LOCATE
from northspan.core.topics.routes.route import IN_PIPE
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import whole

HEAD_MIN, FEED_M_MIN, BEND_DEG_MIN = 30.0, 5.0, 90.0  # minutes for a head; metres and degrees a minute
IN_STAGE = {
    Status.existing: "Already in: what follows is for pulling it anew.",
    Status.temporary: "For now only: slack at both ends, every wire marked, out again when the final one is in.",
}


def crew_for(pull: Pull, tension_n: float) -> int:
    """Count the people who do a pull: those who can help, or the few more that it takes; 0 if hands cannot do it. [-]

    Parameters
    ----------
    pull : Pull
        Rope and hands. [-]
    tension_n : float
        The pull. [N]

    Examples
    --------
    >>> [crew_for(Pull(hands=2), tension_n) for tension_n in (350, 700, 1050, 1051)]
    [2, 3, 4, 0]
    """
    needed = 0 if pull.rope is Rope.rope else hands_for(tension_n)
    return max(pull.hands, needed) if needed <= max(pull.hands, MOST_HANDS) else 0


def minutes(run: Run, bends: tuple[float, ...], people: int) -> float:
    """Guess how long a pull takes: a head for every stage, then by hand at half a walk's speed, slower in bends. [min]

    Parameters
    ----------
    run : Run
        The run. [m]
    bends : tuple of float
        Sum of bends between pull points, one for each stage. [degrees]
    people : int
        How many there are, of whom one feeds. [-]
    """
    length_m = sum_of(segment.length_m for segment in run.segments if segment.method in IN_PIPE)
    return len(bends) * HEAD_MIN / max(1, people - 1) + length_m / FEED_M_MIN + sum_of(bends) / BEND_DEG_MIN


def order_of_work(routed: Routed, bundle: Bundle, pulled: Pulled, bends: tuple[float, ...], say: Words) -> Iterator[str]:
    """Say what a crew does, in order.

    Parameters
    ----------
    routed : Routed
        The run, sized, with its route. [-]
    bundle : Bundle
        What is pulled. [-]
    pulled : Pulled
        Both ways. [N]
    bends : tuple of float
        Sum of bends between pull points, one for each stage. [degrees]
    say : Words
        How the trade says it. [-]
    """
    pull = routed.run.pull
    feed, haul = ("the far end", "the head") if pulled.from_far else ("the head", "the far end")
    run = routed.run
    if run.status in IN_STAGE:
        yield IN_STAGE[run.status]
    dug = [s for s in run.segments if s.place is Place.buried and status_of(run, s) in {Status.new, Status.temporary}]
    if dug:
        yield f"Before the first spade: {LOCATE}."
    yield "Both ends dead, locked and tested. No pull while there is lightning about: come down, walk away, wait half an hour."
    if run.status is not Status.existing and any(s.method in IN_PIPE and status_of(run, s) is Status.existing for s in run.segments):
        yield "An old pipe on the way: a mandrel through it before the wire is bought."
    yield f"Pipe swabbed and proved; {'a rope' if pull.rope.value == 'rope' else 'the ' + pull.rope.value} in from {haul} to {feed}."
    yield f"Reels at {feed}, each wire marked with its tape at both ends before it goes in."
    yield f"{bundle.count} heads staggered by a hand's width, taped to a smooth cone, the largest first."
    if len(bends) > 1:
        yield f"{len(bends)} stages: at each {say.terms.pull_point} take all of it out, figure of eight on a clean sheet, feed it in again."
    crew = crew_for(pull, most_n(counted(pulled, pull)))
    does = "lubricates" if pull.lubricated else "guides"
    if crew != pull.hands:
        yield f"Too hard for {_people(pull.hands)}: " + (f"it takes {crew}." if crew else "part it, or pull with a rope on a machine.")
    if crew:
        yield f"{_people(crew)}: one feeds and {does}, {max(1, crew - 1)} at {haul}; one voice calls."
    hard = max(counted(pulled, pull), key=lambda point: point.side_wall_n_m)
    if hard.side_wall_n_m:
        yield f"It will stick in {hard.words}: slow there, and never jerk."
    if crew:
        yield f"About {whole(minutes(run, bends, crew))} minutes with {_people(crew)}, once everything lies ready."
    if pull.coil_m:
        yield f"{say.length_text(pull.coil_m)} more through at the end, coiled for later, out of the way of lids."


def _people(number: int) -> str:
    return f"{number} people" if number > 1 else "1 person"
