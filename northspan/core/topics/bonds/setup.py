"""Put a job on the bench: its tree, its sized runs, its state."""

from __future__ import annotations

from northspan.core.case.case import case_of
from northspan.core.document.job import Job
from northspan.core.topics.bonds.edges import Bench
from northspan.core.topics.bonds.trial import Trial, check_trial
from northspan.core.topics.panels.bonding import plan_enclosures
from northspan.core.topics.sizing.from_job import run_question
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.topics.sizing.run_plan import plan_run
from northspan.core.topics.supply.states import state_named
from northspan.core.working.errors import OutsideTable


def on_bench(job: Job, trial: Trial) -> tuple[Bench, dict[str, SizedRun]]:
    """Put a job on the bench, with what is tried.

    Parameters
    ----------
    job : Job
        The job. [-]
    trial : Trial
        What is tried. [-]

    Raises
    ------
    InvalidJob
        If the job or the trial refers to what does not exist.
    """
    case = case_of(job)
    check_trial(job, trial)
    sized: dict[str, SizedRun] = {}
    for run_id in case.tree.order:
        try:
            planned = plan_run(run_id, run_question(case, run_id, sized), case.rulebook)
        except OutsideTable:  # a load behind it is in no table: the bench takes the run as not sized, and says so
            continue
        if planned.sized:
            sized[run_id] = planned.sized
    return Bench(case, plan_enclosures(case), state_named(case.tree, case.schools, trial.state), trial), sized
