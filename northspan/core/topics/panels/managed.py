"""Vehicle charging held by a load manager, as a way to keep a service or a feeder that would be too small."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from northspan.core.case.case import Case, case_of
from northspan.core.document.findings import Cure, Edit, Finding, Severity
from northspan.core.document.job import Job, LoadKind, RunKind
from northspan.core.topics.loads.held import most_held_va
from northspan.core.topics.loads.run_load import load_of_run
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.working.worked import whole


def managed_findings(case: Case, sized: dict[str, SizedRun]) -> Iterator[Finding]:
    """Offer load management where charging is what a service or feeder cannot carry.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    sized : dict
        Runs, sized. [-]
    """
    for key, one in sized.items():
        run = one.question.run
        if run.kind not in {RunKind.service, RunKind.feeder} or all(m.holds for m in one.device.margins if m.key == "device"):
            continue
        behind = case.tree.loads_behind(run.target)
        chargers = [name for name, load in behind.items() if load.kind is LoadKind.vehicle]
        each = 0.0
        if chargers:
            whole_va = min(behind[name].power_va for name in chargers)
            each = most_held_va(partial(_device_asked_a, case, key, chargers), whole_va, one.device.value)
        if each:
            edits = tuple(Edit("add", f"/loads/{name}/managed_va", round(each)) for name in chargers)
            yield Finding(
                "charging-could-be-managed",
                Severity.note,
                f"/loads/{chargers[0]}/managed_va",
                f"{run.name}: {whole(one.device.value)} A is enough with charging held to {each / 1000:.1f} kW.",
                "A load manager watches the rest of the house and lets the charger take what is left.",
                case.rulebook.words.cite("load_manager"),
                (Cure(f"Hold charging to {each / 1000:.1f} kW", edits),),
                step="loads",
            )


def _device_asked_a(case: Case, key: str, chargers: list[str], each_va: float) -> float | None:
    """The device that a run asks for with every charger held. [A]"""
    held = {name: case.job.loads[name].model_copy(update={"managed_va": each_va}) for name in chargers}
    job: Job = case.job.model_copy(update={"loads": case.job.loads | held})
    load = load_of_run(case_of(job), key).value
    return case.rulebook.devices.load_on_device(load.design, case.job.runs[key].kind).value if load else None
