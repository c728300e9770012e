"""What electrodes ask to be done: driven, laid, joined and measured. A pipe and the steel of a footing are there: they are joined."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.at_walls import first_can_of
from northspan.core.case.case import Case
from northspan.core.document.job import NEW, Electrode, ElectrodeKind, Sky
from northspan.core.steps.days.kinds import key_of
from northspan.core.steps.days.makes import task
from northspan.core.steps.days.task import Task

THERE = {ElectrodeKind.water_pipe, ElectrodeKind.concrete_encased}  # nobody digs for them
DEEP_M = 3.0  # beyond what a hammer drives from a ladder


def ground_tasks(case: Case) -> Iterator[Task]:
    """List what the new electrodes of every building ask to be done.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    """
    for home, building in case.job.buildings.items():
        new = {key: one for key, one in case.job.electrodes.items() if one.building == home and one.status in NEW}
        if not new:
            continue
        for key, one in new.items():
            rate, tools = _how(one)
            there = one.kind in THERE
            kind = "clamp" if there else "electrode"
            words, why = ("joined", "it is there; its clamp is what is new") if there else ("in", "a new electrode")
            cannot_stand = frozenset({Sky.thunder}) if there else frozenset({Sky.thunder, Sky.frost})
            yield task(case, kind, key, f"{one.name} {words}", why, f"/electrodes/{key}", rate=rate, tools=tools, cannot_stand=cannot_stand)
        after = tuple(key_of("electrode", key) for key in new)
        if any(one.kind not in THERE for one in new.values()):
            yield task(
                case,
                "measure",
                home,
                f"{building.name}: electrodes measured",
                "before they are joined to anything",
                f"/buildings/{home}",
                after=after,
                cannot_stand=frozenset({Sky.thunder}),
                tools=("earth tester",),
            )
            after = (key_of("measure", home),)
        up = tuple(key_of("hang", can) for can in first_can_of(case.job, home))
        yield task(
            case,
            "ground",
            home,
            f"{building.name}: electrode conductor landed",
            "it joins them to the first can",
            f"/buildings/{home}",
            after=(*after, *up),
        )


def _how(one: Electrode) -> tuple[str, tuple[str, ...]]:
    if one.kind in THERE:
        return "clamp", ("clamp listed for a pipe" if one.kind is ElectrodeKind.water_pipe else "clamp listed for steel in concrete",)
    if one.kind is not ElectrodeKind.rod:
        return "electrode", ("digger",)
    return ("deep_rod", ("jackhammer with a driver",)) if one.length_m > DEEP_M else ("rod", ("driver", "clamps listed for burial"))
