"""The work in stages: what stays, what is for now only, what is final, what goes out again."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from northspan.core.document.job import Run, Status, status_of
from northspan.core.document.plan import StageLine, StagePlan
from northspan.core.topics.pull.crew import crew_for, minutes
from northspan.core.topics.pull.pulling import counted, most_n
from northspan.core.topics.pull.routed import Routed
from northspan.core.topics.pull.rules import PullRules
from northspan.core.topics.pull.run_pull import hardest, question_of_pull
from northspan.core.working.worked import whole

TITLES = {
    Status.existing: "There: in use until what follows stands",
    Status.temporary: "For now only",
    Status.new: "Final",
    Status.remove: "Out again, dead and tested first",
}


def stage_lines(run_id: str, run: Run, routed: Routed | None, rulebook: PullRules) -> dict[Status, StageLine]:
    """Say what is done to a run at each stage; one with stretches of several stages stands in each of them.

    Parameters
    ----------
    run_id : str
        Id of the run. [-]
    run : Run
        The run. [-]
    routed : Routed or None
        As it was sized; None where it could not be. [-]
    rulebook : PullRules
        The rules that are asked. [-]
    """
    there = {status_of(run, segment) for segment in run.segments}
    return {status: StageLine(run_id, run.name, _words(run, status, routed, rulebook)) for status in TITLES if status in there}


def stages(lines: Iterable[Mapping[Status, StageLine]]) -> tuple[StagePlan, ...]:
    """Sort what is done to runs by stage.

    Parameters
    ----------
    lines : iterable of mapping
        What is done to each run, in the order of the tree. [-]
    """
    found: dict[Status, list[StageLine]] = {status: [] for status in TITLES}
    for one in lines:
        for status, line in one.items():
            found[status].append(line)
    return tuple(StagePlan(status.value, TITLES[status], tuple(there)) for status, there in found.items() if there)


def _words(run: Run, status: Status, routed: Routed | None, rulebook: PullRules) -> str:
    here = [i for i, segment in enumerate(run.segments, 1) if status_of(run, segment) is status]
    part = "" if len(here) == len(run.segments) else f"stretch {', '.join(map(str, here))}: "
    if status is Status.existing:
        return f"{part}stays"
    if status is Status.remove:
        return f"{part}comes out"
    if routed is None:
        return f"{part}not sized yet"
    then = "; out again when the final one is in" if status is Status.temporary else ""
    found = hardest(question_of_pull(routed), rulebook)
    if found is None:
        return f"{part}laid, clipped or hung{then}"
    tension, stages_n = most_n(counted(found.pulled.value, run.pull)), len(found.bends_deg)
    goes = f"{stages_n} stages" if stages_n > 1 else "one pull"
    crew = crew_for(run.pull, tension)
    lasts = f"about {whole(minutes(run, found.bends_deg, crew))} minutes" if crew else "too hard for hands"
    return f"{part}{goes}, {rulebook.words.amount_text(tension, 'N')}, {lasts}{then}"
