"""What a circuit's loads ask of its device, by the same count as for a run."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.document.findings import Finding, Severity, pin
from northspan.core.document.job import LoadKind, RunKind, Status
from northspan.core.topics.circuits.standing import Standing
from northspan.core.topics.loads.connected import Fed, added_up
from northspan.core.topics.loads.run_load import voltages_at
from northspan.core.working.errors import NorthSpanError
from northspan.core.working.worked import Worked, whole


def device_asked(case: Case, panel: str, one: Standing) -> Worked[float] | None:
    """Work what the device of a circuit must be for its loads; None where that is not this simple. [A]

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panel : str
        Id of its panel. [-]
    one : Standing
        The circuit. [A]

    Notes
    -----
    Not for a circuit that is a run, which is sized as one; nor of a motor or a unit with a plate, whose device has rules of
    its own; nor for a range where the code lets a branch circuit count less than its nameplate.
    """
    loads = {key: case.job.loads[key] for key in one.one.loads if case.job.loads[key].status is not Status.remove}
    if one.one.run is not None or not loads:
        return None
    counted = case.rulebook.loads.counted_power
    if any(load.kind is LoadKind.range and counted(load.kind, RunKind.branch, load.power_va) is None for load in loads.values()):
        return None
    volts = voltages_at(case.tree, panel, case.rulebook.supplies)
    try:
        legs = added_up(
            [Fed(key, load, volts) for key, load in loads.items()],
            [],
            volts[0],
            RunKind.branch,
            case.rulebook.loads,
            case.rulebook.supplies,
        )
    except NorthSpanError:  # a load that no table has: its own finding says so
        return None
    if legs.value.motor_a or legs.value.plate_a:
        return None
    needed = case.rulebook.devices.load_on_device(legs.value.design, RunKind.branch)
    return Worked(needed.value, (*legs.steps, needed))


def loaded_checks(case: Case, key: str, one: Standing, asked: Worked[float] | None, most_a: float | None) -> Iterator[Finding]:
    """Say when a circuit carries more than its device is for.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    key : str
        Id of the circuit. [-]
    one : Standing
        The circuit. [A]
    asked : Worked or None
        What its loads ask of its device. [A]
    most_a : float or None
        The most a device may be on its wire, where that is known. [A]
    """
    if asked is None or not one.rating_a or asked.value <= one.rating_a + 1e-9:
        return
    fits = next((a for a in case.rulebook.devices.ratings("") if a >= asked.value - 1e-9 and (most_a is None or a <= most_a + 1e-9)), None)
    words = f"{one.name or 'A circuit'}: its loads ask for {whole(asked.value)} A, its device is {whole(one.rating_a)} A."
    why = "It trips, or runs hot for hours just below that." + ("" if fits else " Its wire takes no larger one: part the loads.")
    cures = (pin(f"/circuits/{key}/rating_a", fits, f"A device of {fits:g} A"),) if fits and most_a is not None else ()
    yield Finding("load-above-device", Severity.fix, f"/circuits/{key}/rating_a", words, why, asked.rule.citation, cures)
