"""Vehicle charging inside or outside the pool of a method that pools loads."""

from __future__ import annotations

from northspan.core.case.case import Case
from northspan.core.case.schools import call_plan
from northspan.core.document.calls import CALLS
from northspan.core.document.job import LoadKind, Status
from northspan.core.document.plan import CallPlan
from northspan.core.topics.loads.plan import plan_methods
from northspan.core.working.worked import whole


def pool_calls(case: Case, key: str) -> tuple[CallPlan, ...]:
    """Lay out the call of a building, where it has vehicle charging and such a method is chosen.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    key : str
        Id of the building. [-]
    """
    kind, job, rules = CALLS["vehicle_pool"], case.job, case.rulebook
    if kind.name in rules.choices.calls_left_out() or job.buildings[key].load_method not in rules.dwellings.pooled_methods():
        return ()
    enclosures = {k for k, enclosure in job.enclosures.items() if enclosure.building == key}
    charging = any(
        one.kind is LoadKind.vehicle and one.enclosure in enclosures and one.status is not Status.remove for one in job.loads.values()
    )
    if not charging:
        return ()
    outcomes = {}
    for school in kind.schools:
        methods, _ = plan_methods(case.taking(kind.name, school.key), key)
        outcomes[school.key] = next((f"{whole(m.total_a)} A" for m in methods if m.chosen), "no answer yet")
    return (call_plan(kind, job.calls.get(kind.name), outcomes, rules.choices, rules.words),)
