"""Put a job on the bench: its tree, its sized runs, its state."""

from __future__ import annotations

from northspan.core.case.facts import building_facts
from northspan.core.case.schools import check_calls, schools_of
from northspan.core.case.tree import tree_of
from northspan.core.document.job import Job
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.topics.bonds.edges import Bench
from northspan.core.topics.bonds.trial import Trial, check_trial
from northspan.core.topics.electrodes.resistances import electrodes_ohm
from northspan.core.topics.panels.bonding import plan_enclosures
from northspan.core.topics.sizing.from_job import question_of
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
    rulebook = rulebook_of(job)
    check_calls(job)
    check_trial(job, trial)
    tree, schools = tree_of(job), schools_of(job)
    job, electrodes = tree.job, electrodes_ohm(tree, rulebook)
    sized: dict[str, SizedRun] = {}
    for run_id in tree.order:
        try:
            planned = plan_run(run_id, question_of(tree, run_id, sized, schools, rulebook, electrodes), rulebook)
        except OutsideTable:  # a load behind it is in no table: the bench takes the run as not sized, and says so
            continue
        if planned.sized:
            sized[run_id] = planned.sized
    facts = {key: building_facts(tree, key, rulebook.supplies.usual_v) for key in job.buildings}
    plans = plan_enclosures(tree, facts, schools, rulebook.grounds)
    return Bench(tree, plans, schools, state_named(tree, schools, trial.state), trial, rulebook), sized
