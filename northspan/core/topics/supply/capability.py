"""What a source can carry, whether it carries its load, and what to let go first when it does not."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import lru_cache
from itertools import combinations, pairwise

from northspan.core.case.case import Case
from northspan.core.document.job import Fuel, Load, LoadKind, Source, SourceKind, Status, System
from northspan.core.topics.loads.legs import LegLoads
from northspan.core.topics.loads.run_load import load_behind, load_of_run, voltages_at
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Step, Worked, given, looked_up, ruled, step, whole

# what makers usually allow; the maker's own sheet has the last word, and a rating typed for the fuel in hand needs none of it
FUEL_FACTORS = {Fuel.propane: 1.0, Fuel.natural_gas: 0.9, Fuel.gasoline: 1.0, Fuel.diesel: 1.0}
ALTITUDE_FREE_M, ALTITUDE_LOSS_PER_M = 150.0, 0.035 / 305.0
NO_GAIN_A = 0.05
AMBIENT_FREE_C, AMBIENT_LOSS_PER_C = 25.0, 0.01 / 5.5
# most dispensable first; a person's own order comes before this one
_DISPENSABLE = (
    LoadKind.hot_tub, LoadKind.kiln, LoadKind.vehicle, LoadKind.welder, LoadKind.dryer, LoadKind.cooling, LoadKind.range,
    LoadKind.water_heating, LoadKind.heating, LoadKind.heat_pump, LoadKind.other, LoadKind.appliance, LoadKind.motor,
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Shed:
    """A load let go, and what is left on the heavier leg without it. [A]"""

    load: str
    name: str
    left_a: float


@dataclass(frozen=True, slots=True)
class Carries:
    """Whether a source carries its load, leg by leg. [A]"""

    limit_a: float
    line_1_a: float
    line_2_a: float
    starting_extra_a: float
    shed: tuple[Shed, ...]
    enough: bool

    @property
    def share(self) -> float:
        """How much of the source is used on the heavier leg."""
        return max(self.line_1_a, self.line_2_a) / self.limit_a if self.limit_a else 0.0


def _fuel_step(source: Source) -> Step:
    """What is left of the plate on the fuel that it burns; a plate that nobody read is taken as one for propane."""
    plate, burns = source.plate_fuel or Fuel.propane, source.fuel.replace("_", " ")
    if source.plate_fuel is source.fuel:
        return given("f_f", f"fuel: its plate is written for {burns}", 1.0, "", "nameplate")
    words = f"fuel: {burns}, its plate for {plate.replace('_', ' ')}" if source.plate_fuel else f"fuel: {burns}"
    factor = FUEL_FACTORS[source.fuel] / FUEL_FACTORS[plate]
    return looked_up("f_f", words, factor, "", "usual for engines", row=source.fuel)


def capability(source: Source, neutral_v: float) -> Worked[float]:
    """Work what a source can give on each leg. [A]

    Parameters
    ----------
    source : Source
        The source; its rating must be known. [-]
    neutral_v : float
        Line to neutral voltage. [V]

    Notes
    -----
    Engines lose about 3.5 % for each 305 m (1000 ft) above 150 m, and 1 % for each 5.5 °C above
    25 °C; natural gas gives about nine tenths of propane. Of two legs of a wye each carries half of
    the power at the voltage to neutral. Of an inverter pair each feeds one leg with half the rating.

    References
    ----------
    Power over voltage. Derating as engine makers commonly publish it (ISO 3046-1 gives the method).

    Examples
    --------
    >>> round(capability(Source(name="G", kind="generator", rating_kva=12, fuel="natural_gas", altitude_m=1067), 120).value, 1)
    40.3
    >>> capability(Source(name="T", rating_kva=25), 120).value > 104
    True
    """
    rating = given("S", f"rating of {source.name}", source.rating_kva or 0.0, "kVA", "nameplate")
    steps: list[Step] = [rating]
    power = rating.value
    if source.kind is SourceKind.generator:
        fuel = _fuel_step(source)
        height = step(
            "f_h",
            "height",
            "max(0, 1 - c * max(0, h - h_0))",
            "",
            "usual for engines",
            c=ALTITUDE_LOSS_PER_M,
            h=source.altitude_m,
            h_0=ALTITUDE_FREE_M,
        )
        heat = step(
            "f_t",
            "hot air",
            "max(0, 1 - c * max(0, T - T_0))",
            "",
            "usual for engines",
            c=AMBIENT_LOSS_PER_C,
            T=source.ambient_c,
            T_0=AMBIENT_FREE_C,
        )
        derated = step(
            "S_d", "left of it here", "S * f_f * f_h * f_t", "kVA", "product", S=power, f_f=fuel.value, f_h=height.value, f_t=heat.value
        )
        steps += [fuel, height, heat, derated]
        power = derated.value
    if source.kind is SourceKind.inverter_pair and source.system is not System.single_phase:
        limit = step("I", "each inverter feeds one leg", "1000 * S / (2 * U_n)", "A", "power over voltage", S=power, U_n=neutral_v)
    elif source.system is System.wye_legs:
        limit = step(
            "I",
            "on each leg, half of it at the voltage to neutral",
            "1000 * S / (2 * U_n)",
            "A",
            "power over voltage",
            S=power,
            U_n=neutral_v,
        )
    else:
        limit = step("I", "on each line", "1000 * S / U", "A", "power over voltage", S=power, U=source.line_v)
    if not source.breaker_a:
        return Worked(limit.value, (*steps, limit))
    least = step("I_n", "and no more than its breaker", "min(I, b)", "A", "as marked", I=limit.value, b=source.breaker_a)
    return Worked(least.value, (*steps, limit, least))


def diversion(source: Source) -> tuple[Step, Step, Step]:
    """Check the diversion load of a governed plant: whether it can swallow everything, and how finely. [W]

    Parameters
    ----------
    source : Source
        The plant with the steps of its diversion load. [W]

    Notes
    -----
    The house may use nothing, so all of the rating must find a place. The steps are switched in and
    out; the widest gap between two sums they can make is what the governor cannot match.

    Examples
    --------
    >>> plant = Source(name="P", kind="governed_plant", rating_kva=7, diversion_w=(1000, 2000, 4000))
    >>> [(s.symbol, s.value) for s in diversion(plant)]
    [('P_d', 7000.0), ('P_r', 7000.0), ('g', 1000.0)]
    """
    figures = {f"D_{i}": watt for i, watt in enumerate(source.diversion_w, 1)}
    total = (
        step("P_d", "all steps of the diversion load", " + ".join(figures), "W", "sum", **figures)
        if figures
        else given("P_d", "no diversion load", 0.0, "W")
    )
    rating = step(
        "P_r", "what it must be able to swallow, with nothing on in the house", "1000 * S", "W", "rating", S=source.rating_kva or 0.0
    )
    widest_w = widest_gap_w(source.diversion_w)
    gap = ruled("g", "widest gap between what the steps can make", f"{whole(widest_w)} W", "all sums of steps, in order", "sums", widest_w)
    return total, rating, gap


def widest_gap_w(steps_w: tuple[float, ...]) -> float:
    """Find the widest gap between neighbouring sums that steps can make, from nothing to all of them. [W]

    Parameters
    ----------
    steps_w : tuple of float
        The steps, shape (n,). [W]

    Examples
    --------
    >>> widest_gap_w((1000, 2000, 4000)), widest_gap_w((1000, 4000))
    (1000.0, 3000.0)
    """
    if len(set(steps_w)) == 1:
        return float(steps_w[0])
    if len(steps_w) > 12:  # noqa: PLR2004 - more sums than anybody waits for; the largest step is the safe side
        return float(max(steps_w))
    sums = sorted({float(sum_of(group)) for n in range(len(steps_w) + 1) for group in combinations(steps_w, n)})
    return max((b - a for a, b in pairwise(sums)), default=0.0)


@dataclass(frozen=True, slots=True)
class Loaded:
    """A property as far as loads go: two trees that differ only in how their runs are made are the same here."""

    key: tuple[object, ...]
    case: Case = field(compare=False)


def loaded(case: Case) -> Loaded:
    """Gather what decides the load of every source; lengths, sizes and routes do not.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    """
    job = case.job
    runs = tuple((k, r.origin, r.target, r.status, r.alternate, r.kind, r.load_a, r.continuous_a) for k, r in job.runs.items())
    parts = (job.sources, job.buildings, job.enclosures, job.loads)
    return Loaded((case.rulebook, runs, *(tuple(part.items()) for part in parts)), case)


@lru_cache(maxsize=128)
def carries(of: Loaded, source_id: str) -> tuple[Worked[float], Carries] | None:
    """Say whether a source carries what hangs on it, and what to let go until it does.

    Parameters
    ----------
    of : Loaded
        The property. [-]
    source_id : str
        The source. [-]

    Returns
    -------
    tuple or None
        What it can give with the working, and the verdict; None where its rating or its load is not known.
    """
    case = of.case
    source = case.job.sources[source_id]
    if source.rating_kva is None:
        return None
    legs = _on_source(case, source_id)
    if legs is None:
        return None
    limit = capability(source, voltages_at(case.tree, source_id, case.rulebook.supplies)[1])
    heavier = max(legs[0], legs[1])
    shed = _shedding(case, source_id, limit.value) if heavier > limit.value else ()
    enough = heavier <= limit.value or bool(shed and shed[-1].left_a <= limit.value)
    return limit, Carries(limit.value, *legs, shed, enough)


def _on_source(case: Case, source_id: str) -> tuple[float, float, float] | None:
    """Current on both legs, and the worst start, of all runs that leave a source. [A]"""
    own = case.tree.job.sources[source_id].kind is SourceKind.utility_transformer  # a load typed on a service stands for all behind it
    runs = [*case.tree.leaving.get(source_id, ()), *(key for key in case.tree.standby if case.tree.job.runs[key].origin == source_id)]
    asked = [(load_of_run if own else load_behind)(case, key).value for key in runs]
    found: list[LegLoads] = [load for load in asked if load]
    if not found:
        return None
    return sum_of(f.line_1_a for f in found), sum_of(f.line_2_a for f in found), max(f.starting_extra_a for f in found)


def _shedding(case: Case, source_id: str, limit_a: float) -> tuple[Shed, ...]:
    job, shed, served = case.tree.job, [], case
    before = max((_on_source(case, source_id) or (0.0, 0.0))[:2])
    nodes: set[str] = set()
    for key in (*case.tree.leaving.get(source_id, ()), *case.tree.standby):
        if job.runs[key].origin == source_id:
            nodes |= set(case.tree.below(job.runs[key].target))
    behind = {key: load for key, load in job.loads.items() if load.enclosure in nodes and load.status is not Status.remove}
    for key, load in sorted(behind.items(), key=lambda entry: _order(entry[1])):
        if load.kind in {LoadKind.counted, LoadKind.lighting} and load.shed_order is None:
            continue
        without = served.without_load(key)
        legs = _on_source(without, source_id)
        left = max(legs[0], legs[1]) if legs else 0.0
        if left >= before - NO_GAIN_A:  # on the lighter leg, or never together with a larger one: letting it go helps nobody
            continue
        served, before = without, left
        shed.append(Shed(key, load.name, left))
        if left <= limit_a:
            break
    return tuple(shed)


def _order(load: Load) -> tuple[int, int, float]:
    by_kind = _DISPENSABLE.index(load.kind) if load.kind in _DISPENSABLE else len(_DISPENSABLE)
    return load.shed_order or 100, by_kind, -load.power_va
