"""Charging held by a load manager so that a dwelling's whole load stays within what its supply can be."""

from __future__ import annotations

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
    low, high = amperes(LEAST_CHARGING_VA), amperes(whole_va)
    if low > most_a or high <= low:
        return ()
    each = _KEPT * (LEAST_CHARGING_VA + (most_a - low) / (high - low) * (whole_va - LEAST_CHARGING_VA))
    if each < LEAST_CHARGING_VA or amperes(each) > most_a:
        return ()
    edits = tuple(Edit("add", f"/loads/{key}/managed_va", round(each)) for key in chargers)
    return (Cure(f"Hold charging to {each / 1000:.1f} kW", edits),)
