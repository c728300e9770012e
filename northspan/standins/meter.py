"""A simulated meter: it goes round a job, reads what an electrician reads, and finds a fault that nobody is told."""

from __future__ import annotations

import random
from collections.abc import Iterator

from pydantic import Field

from northspan.core.case.worked import WorkedJob
from northspan.core.document.job import NEW, Measured, Part, TestKind
from northspan.core.physics.bad_joint import Suspect, with_suspect
from northspan.core.physics.network import Branch, State, solve_network
from northspan.core.physics.role import Role
from northspan.core.steps.inspection.circuit import Found, circuit_of, tips
from northspan.core.steps.inspection.readings import offered

PAIRS = ("L1-L2", "L1-N", "L2-N", "L1-G", "N-G")
NOISE, BAD_OHM = 0.003, 0.4
DEEP_MOHM = (40.0, 400.0)


class MeterQuestion(Part):
    """What the simulated meter is to do: whether something is wrong in the wires, and where chance begins."""

    faulty: bool = False
    seed: int = Field(1, ge=0, le=1_000_000)


def round_of(whole: WorkedJob, wanted: MeterQuestion) -> list[Measured]:
    """Go round a job with the simulated meter: volts at every can with nothing on and with everything on, insulation of what is new.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    wanted : MeterQuestion
        What it is to do. [-]
    """
    chance = random.Random(f"{whole.job.name}|{wanted.seed}")  # noqa: S311 - noise, not a secret
    found = circuit_of(whole)
    branches = list(found.cold)
    if wanted.faulty:
        wires = [one.key for one in found.circuit.edges if one.role in {Role.line, Role.neutral} and one.part in whole.job.runs]
        branches = with_suspect(branches, Suspect("hidden", branch=chance.choice(wires)), BAD_OHM * chance.uniform(0.6, 2))
    readings = [one for on in ((), tuple(found.loads)) for one in _volts(whole, found, branches, on, chance)]
    if TestKind.insulation in set(offered(whole)):
        new = [key for key, run in whole.job.runs.items() if run.status in NEW and not run.utility_owned]
        readings += [Measured(kind=TestKind.insulation, where=f"/runs/{key}", value=round(chance.uniform(*DEEP_MOHM)),
                              instrument="Simulated meter") for key in new]  # fmt: skip
    return readings


def _volts(whole: WorkedJob, found: Found, branches: list[Branch], on: tuple[str, ...], chance: random.Random) -> Iterator[Measured]:
    off = {branch for load, keys in found.loads.items() if load not in on for branch in keys}
    state: State = solve_network([one for one in branches if one.key not in off])
    for key in whole.job.enclosures:
        for between in PAIRS:
            a, b = tips(key, between)
            if a in state.volts and b in state.volts:
                value = round(max(state.between(a, b) * chance.gauss(1, NOISE), 0.0), 1)
                yield Measured(kind=TestKind.volts, where=f"/enclosures/{key}", between=between, on=on, value=value,
                               instrument="Simulated meter")  # fmt: skip
