"""Current of one load, and whether it counts as continuous."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from northspan.core.document.job import Across, Load, LoadKind, RunKind
from northspan.core.rulebooks.questions.loads import LoadRules
from northspan.core.topics.loads.legs import across_words
from northspan.core.working.worked import Step, Worked, ruled, step, whole


@dataclass(frozen=True, slots=True)
class Demand:
    """What one load takes: its power [VA], its current where it is counted [A], and how it counts."""

    power_va: float
    current_a: float
    continuous: bool
    motor_a: float


def load_power(load: Load, line_v: float, neutral_v: float, load_rules: LoadRules) -> Worked[float]:
    """Work what a load takes: its nameplate, a motor by the table, a welder by its duty. [VA]

    Parameters
    ----------
    load : Load
        The load. [-]
    line_v : float
        Line to line voltage where it is. [V]
    neutral_v : float
        Line to neutral voltage where it is. [V]
    load_rules : LoadRules
        Rules of loads. [-]

    Raises
    ------
    OutsideTable
        If a motor is not in the table.
    """
    volts = line_v if load.across is Across.line_line else neutral_v
    if load.horsepower is not None:
        current = load_rules.motor_current(load.horsepower, volts)
        power = step("P", f"{load.name}: table current times voltage", "I_m * U", "VA", current.citation, I_m=current.value, U=volts)
        return Worked(power.value, (current, power))
    if load.kind is LoadKind.welder and load.duty_percent is not None:
        factor = load_rules.welder_factor(load.duty_percent)
        power = step("P", f"{load.name}: nameplate by its duty", "f_w * S", "VA", factor.citation, f_w=factor.value, S=load.power_va)
        return Worked(power.value, (factor, power))
    return Worked(load.power_va)


def managed(load: Load, power: Worked[float]) -> Worked[float]:
    """Hold a load to what a load manager lets it take, ahead of its own circuit. [VA]

    Parameters
    ----------
    load : Load
        The load. [-]
    power : Worked of float
        What it takes when nobody holds it. [VA]
    """
    if load.managed_va is None or load.managed_va >= power.value:
        return power
    held = ruled(
        "P", f"{load.name}: held by a load manager", f"{whole(load.managed_va)} VA", "it lets no more through", "job", load.managed_va
    )
    return Worked(load.managed_va, (*power.steps, held))


@lru_cache(maxsize=4096)
def demand_of(
    key: str, load: Load, local_v: tuple[float, float], run_v: float, kind: RunKind, load_rules: LoadRules, seen_v: float | None = None
) -> Worked[Demand]:
    """Work the current of a load on a run that feeds it.

    Parameters
    ----------
    key : str
        Id of the load. [-]
    load : Load
        The load. [-]
    local_v : tuple of float
        Line to line and line to neutral voltage where it is. [V]
    run_v : float
        Line to line voltage of the run; it differs from the load's across a transformer. [V]
    kind : RunKind
        What the run is for. [-]
    load_rules : LoadRules
        Rules of loads. [-]
    seen_v : float, optional
        Voltage at which the run sees it through a transformer; None where none stands between them. [V]
    """
    line_v, neutral_v = local_v
    power = load_power(load, line_v, neutral_v, load_rules)
    if kind is not RunKind.branch:
        power = managed(load, power)
    counted = load_rules.counted_power(load.kind, kind, power.value)
    if counted is not None:
        power = Worked(counted.value, (*power.steps, counted))
    same_side = seen_v is None
    volts = seen_v if seen_v is not None else neutral_v if load.across is not Across.line_line else run_v
    continuous = load_rules.counts_continuous(load.kind, kind, said=load.continuous)
    where = across_words(load) if same_side else "through the transformer"
    one_line = same_side and line_v == neutral_v  # of one line nobody says which
    words = ", ".join([load.name, *([] if one_line else [where]), *(["continuous"] if continuous else [])])
    current = step(f"I_{key}", words, "P / U", "A", "connected load", P=power.value, U=volts)
    motor = load.kind in load_rules.motor_kinds() or load.horsepower is not None
    steps: tuple[Step, ...] = (*power.steps, current)
    return Worked(Demand(power.value, current.value, continuous, current.value if motor else 0.0), steps)
