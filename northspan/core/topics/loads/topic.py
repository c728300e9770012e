"""Loads: what each draws, what a dwelling draws as a whole."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.case.topic import Done, Planned, Result, Topic, always_stands
from northspan.core.document.findings import Finding
from northspan.core.document.job import Status
from northspan.core.topics.loads.balance import uneven_legs
from northspan.core.topics.loads.calculators import CALCULATORS
from northspan.core.topics.loads.plan import plan_loads, plan_methods, several_dwellings, typed_beside_listed
from northspan.core.topics.loads.pool import pool_calls

_FOUND: Result[list[Finding]] = Result("what was found about loads")


def plan(case: Case, done: Done) -> Planned:
    """Plan every load, and every dwelling by every method.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What earlier topics worked out. [-]
    """
    del done
    loads, about_loads = plan_loads(case)
    staying = [key for key, building in case.job.buildings.items() if building.status is not Status.remove]
    methods = {key: plan_methods(case, key) for key in staying}
    return Planned(
        {"loads": loads},
        onto={"buildings": {key: {"methods": found} for key, (found, _) in methods.items()}},
        more={"buildings": {key: {"calls": pool_calls(case, key)} for key in staying}},
        results={_FOUND: [*(one for _, about in methods.values() for one in about), *about_loads]},
    )


def findings(case: Case, done: Done) -> Iterator[Finding]:
    """Say what is wrong or missing about loads.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What the topics so far worked out. [-]
    """
    yield from done[_FOUND]
    yield from several_dwellings(case.tree, case.rulebook.words)
    yield from typed_beside_listed(case)
    yield from uneven_legs(case)


TOPIC = Topic("loads", "loads", plan, findings, CALCULATORS, stands=always_stands)
