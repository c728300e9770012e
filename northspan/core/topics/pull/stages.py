"""The work in stages: what stays, what is for now only, what is final, what goes out again."""

from __future__ import annotations

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


def stages(runs: dict[str, Run], routed: dict[str, Routed], rulebook: PullRules) -> tuple[StagePlan, ...]:
    """Sort the runs of a job by stage; a run with stretches of several stages stands in each of them.

    Parameters
    ----------
    runs : dict of Run
        The runs by id, in the order of the tree. [-]
    routed : dict of Routed
        Those that could be sized. [-]
    rulebook : PullRules
        The rules that are asked. [-]
    """
    found = []
    for status, title in TITLES.items():
        lines = [
            StageLine(run_id, run.name, _words(run, status, routed.get(run_id), rulebook))
            for run_id, run in runs.items()
            if any(status_of(run, segment) is status for segment in run.segments)
        ]
        if lines:
            found.append(StagePlan(status.value, title, tuple(lines)))
    return tuple(found)


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
