"""Charging held by a load manager so that a dwelling's whole load stays within what its supply can be."""

from __future__ import annotations

from collections.abc import Callable

from northspan.core.case.case import Case, case_of
from northspan.core.document.findings import Cure, Edit
from northspan.core.document.job import LoadKind, Status
from northspan.core.topics.loads.dwelling import method_loads
from northspan.core.topics.loads.run_load import voltages_at

LEAST_CHARGING_VA = 1380.0  # below 6 A a vehicle does not charge at all
_KEPT = 0.999  # of the room that is left, so that rounding never takes it back


def charging_held(case: Case, building_id: str, entry: str, method: str, most_a: float) -> tuple[Cure, ...]:
    """Find what each charger of a dwelling may take so that a method's load stays within a limit; empty where none helps.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    building_id : str
        The dwelling. [-]
    entry : str
        Where its supply comes in. [-]
    method : str
        Which method counts. [-]
    most_a : float
        The limit. [A]
    """
    here = {key for key, one in case.job.enclosures.items() if one.building == building_id}
    chargers = [key for key, load in case.job.loads.items()
                if load.enclosure in here and load.kind is LoadKind.vehicle and load.status is not Status.remove]  # fmt: skip
    if not chargers:
        return ()
    volts = voltages_at(case.tree, entry, case.rulebook.supplies)

    def amperes(each_va: float) -> float:
        held = {key: case.job.loads[key].model_copy(update={"managed_va": each_va}) for key in chargers}
        trial = case_of(case.job.model_copy(update={"loads": case.job.loads | held}))
        return next(one.total.value for one in method_loads(trial, building_id, volts) if one.key == method) / volts[0]

    whole_va = min(case.job.loads[key].power_va for key in chargers)
    each = most_held_va(amperes, whole_va, most_a)
    if not each:
        return ()
    edits = tuple(Edit("add", f"/loads/{key}/managed_va", round(each)) for key in chargers)
    return (Cure(f"Hold charging to {each / 1000:.1f} kW", edits),)


def most_held_va(amperes: Callable[[float], float | None], whole_va: float, most_a: float) -> float:
    """Find the most that each charger may take within a limit: from two loads and the line between them, then tried. [VA]

    Parameters
    ----------
    amperes : callable
        What is asked with every charger held to so much; None where that is not known. [A]
    whole_va : float
        What the smallest charger takes when it is not held. [VA]
    most_a : float
        The limit. [A]
    """
    low, high = amperes(LEAST_CHARGING_VA), amperes(whole_va)
    if low is None or high is None or low > most_a or high <= low:
        return 0.0
    each = _KEPT * (LEAST_CHARGING_VA + (most_a - low) / (high - low) * (whole_va - LEAST_CHARGING_VA))
    tried = amperes(each)
    return each if each >= LEAST_CHARGING_VA and tried is not None and tried <= most_a + 1e-9 else 0.0
