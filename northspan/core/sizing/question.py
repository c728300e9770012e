"""What decides a run, gathered before anything of it is worked."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.calls import Schools
from northspan.core.job import Prices, Run, System
from northspan.core.loads.legs import LegLoads
from northspan.core.rulebooks.protocol import TransformerFacts
from northspan.core.worked import Worked

MADE_UP = Prices()
NO_LIMIT = 100.0  # percent; more than there is to lose
STRICT_RUN, STRICT_WAY = 2.0, 3.0  # percent, as the stricter school asks


@dataclass(frozen=True, slots=True)
class RunQuestion:
    """Everything that decides a run: the run, its load, what stands above it, and the calls.

    `sets` is how many sets of conductors run in parallel. `whole_dwelling` tells whether it carries
    all of a dwelling, `why_not_whole` why not. `tapped_a` is the device ahead of a tap; `primary`
    the transformer it feeds, `secondary` the one it comes from; `ahead_percent` what that one loses.
    """

    run: Run
    pointer: str
    load: Worked[LegLoads | None]
    line_v: float
    nominal_v: float
    drop_above_percent: float
    run_limit_percent: float
    way_limit_percent: float
    schools: Schools
    neutral_v: float = 120.0
    system: System = System.split_phase
    prices: Prices = MADE_UP
    sets: int = 1
    whole_dwelling: bool = False
    why_not_whole: str = ""
    tapped_a: float = 0.0
    tapped_ampacity_a: float = 0.0
    primary: TransformerFacts | None = None
    secondary: TransformerFacts | None = None
    ahead_percent: float = 0.0

    @property
    def limits_percent(self) -> tuple[float, float]:
        """Drop wanted at most in this run and over the whole way, by the school of the job. [%]"""
        school = self.schools["drop_limit"]
        if school == "none":
            return NO_LIMIT, NO_LIMIT
        if school == "stricter":
            return min(self.run_limit_percent, STRICT_RUN), min(self.way_limit_percent, STRICT_WAY)
        return self.run_limit_percent, self.way_limit_percent
