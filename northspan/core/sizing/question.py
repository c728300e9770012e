"""What decides a run, gathered before anything of it is worked."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.calls import Schools
from northspan.core.job import Run
from northspan.core.loads.connected import LegLoads
from northspan.core.worked import Worked


@dataclass(frozen=True, slots=True)
class RunQuestion:
    """Everything that decides a run: the run, its load, what stands above it, and the calls."""

    run: Run
    pointer: str
    load: Worked[LegLoads | None]
    line_v: float
    nominal_v: float
    drop_above_percent: float
    run_limit_percent: float
    way_limit_percent: float
    schools: Schools
