"""What is looked at of electrodes: their clamps, their tops, the conductor that joins them, what they measure."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.document.job import NEW, ElectrodeKind, VisitKind
from northspan.core.document.plan import BuildingPlan
from northspan.core.steps.inspection.line import Looked, habit

SERVICE = VisitKind.service
DRIVEN = frozenset({ElectrodeKind.rod})


def ground_lines(case: Case, buildings: dict[str, BuildingPlan]) -> Iterator[Looked]:
    """List what is looked at of the electrodes of every building in which one is new.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    buildings : dict
        Buildings as planned. [-]
    """
    say = case.rulebook.words
    for home, plan in buildings.items():
        new = {key: one for key, one in case.job.electrodes.items() if one.building == home and one.status in NEW}
        for key, one in new.items():
            at = f"/electrodes/{key}"
            kind = "water_clamp" if one.kind is ElectrodeKind.water_pipe else "clamp"
            yield from habit(case, SERVICE, kind, at, f"{plan.name}, {one.name}")
            if one.kind in DRIVEN:
                yield from habit(case, SERVICE, "rod_top", at, f"{plan.name}, {one.name}")
        if not new:
            continue
        at = f"/buildings/{home}"
        yield from habit(case, SERVICE, "electrode_wire", at, plan.name)
        yield from habit(case, SERVICE, "confused", at, plan.name)
        if plan.electrode_conductor:
            words = f"{plan.name}: size of the {say.dialect.electrode_conductor}"
            why = "it carries what a fault of the supply sends to the soil"
            yield Looked(SERVICE, "electrode_size", at, words, f"{say.size_name(plan.electrode_conductor)} at least", why, "its conductor")
