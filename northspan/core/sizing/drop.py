"""Voltage drop along a run, and while the largest motor starts."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from itertools import accumulate

from northspan.core.job import Metal, Method, Segment
from northspan.core.rulebooks.protocol import Rulebook
from northspan.core.worked import Step, Worked, step

STARTING_POWER_FACTOR = 0.35  # usual for a small induction motor at standstill


@dataclass(frozen=True, slots=True)
class Drop:
    """Drop over a run: at design current, while starting, and up to the end of each stretch. [V]"""

    drop_v: float
    starting_v: float
    percent: float
    along_v: tuple[float, ...]
    along_starting_v: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class DropQuestion:
    """What the drop depends on beside the conductor."""

    current_a: float
    starting_extra_a: float
    power_factor: float
    nominal_v: float
    segments: tuple[Segment, ...]
    method: str = "impedance"  # a school of the call drop_method


@lru_cache(maxsize=512)
def voltage_drop(question: DropQuestion, size: str, metal: Metal, rulebook: Rulebook) -> Worked[Drop]:
    """Work the drop of a single-phase run by impedance at a power factor.

    Parameters
    ----------
    question : DropQuestion
        Current, power factor, voltage and stretches. [A, -, V, m]
    size : str
        Conductor size. [-]
    metal : Metal
        Conductor metal. [-]
    rulebook : Rulebook
        For the impedance. [-]

    Notes
    -----
    V = 2 I L (R cos phi + X sin phi): out and back, balanced legs. Good while the drop is a few
    percent and the load current is known; a loaded neutral adds to the drop of its leg.

    References
    ----------
    IEEE Std 141, 3.11 (approximate formula); impedances from the rulebook's tables.
    """
    lengths = _lengths(question.segments, rulebook)
    running = {method: effective_impedance(size, metal, method, question.power_factor, rulebook, question.method) for method in lengths}
    design = _over_methods("V_d", "drop, out and back", question.current_a, running, lengths)
    percent = step("d", "drop of nominal", "100 * V_d / U", "%", "ratio", V_d=design.value, U=question.nominal_v)
    steps = (*design.steps, percent)
    along = _along(question.current_a, running, question.segments, rulebook)
    if not question.starting_extra_a:
        return Worked(Drop(design.value, design.value, percent.value, along, along), steps)
    standing = {method: effective_impedance(size, metal, method, STARTING_POWER_FACTOR, rulebook, question.method) for method in lengths}
    words = f"more while the largest motor starts, power factor {STARTING_POWER_FACTOR:g} assumed"
    extra = _over_methods("V_m", words, question.starting_extra_a, standing, lengths)
    starting = step("V_s", "drop while the largest motor starts", "V_d + V_m", "V", "sum", V_d=design.value, V_m=extra.value)
    more = _along(question.starting_extra_a, standing, question.segments, rulebook)
    along_starting = tuple(a + b for a, b in zip(along, more, strict=True))
    return Worked(Drop(design.value, starting.value, percent.value, along, along_starting), (*steps, *extra.steps, starting))


def drop_percent(question: DropQuestion, size: str, metal: Metal, rulebook: Rulebook) -> float:
    """Work the drop alone, without its lines, to search a ladder of sizes quickly. [%]

    Parameters
    ----------
    question : DropQuestion
        Current, power factor, voltage and stretches. [A, -, V, m]
    size : str
        Conductor size. [-]
    metal : Metal
        Conductor metal. [-]
    rulebook : Rulebook
        For the impedance. [-]
    """
    methods = {s.method for s in question.segments}
    running = {method: effective_impedance(size, metal, method, question.power_factor, rulebook, question.method) for method in methods}
    return 100 * _along(question.current_a, running, question.segments, rulebook)[-1] / question.nominal_v


@lru_cache(maxsize=8192)
def effective_impedance(size: str, metal: Metal, method: Method, power_factor: float, rulebook: Rulebook, school: str) -> Worked[float]:
    """Work the part of a conductor's impedance that makes voltage drop at a power factor. [ohm per thousand of the code's length unit]

    Parameters
    ----------
    size : str
        Conductor size. [-]
    metal : Metal
        Conductor metal. [-]
    method : Method
        Wiring method. [-]
    power_factor : float
        Of the load. [-]
    rulebook : Rulebook
        For the impedance. [-]
    school : str
        "impedance", "dc" for direct-current resistance alone, or "constant" for the quick constant. [-]

    References
    ----------
    IEEE Std 141, 3.11.
    """
    if school != "impedance":  # resistance alone: no reactance, and the power factor left aside
        resistance = rulebook.dc_resistance(size, metal) if school == "dc" else rulebook.quick_resistance(size, metal)
        return Worked(resistance.value, (resistance,))
    z = rulebook.impedance(size, metal, method)
    effective = step(
        "Z",
        f"effective impedance at power factor {power_factor:g}",
        "R * f + X * sqrt(1 - f**2)",
        f"Ω/{rulebook.length.per_thousand}",
        "IEEE 141, 3.11",
        R=z.value.resistance_ohm,
        X=z.value.reactance_ohm,
        f=power_factor,
    )
    return Worked(effective.value, (*z.steps, effective))


def _lengths(segments: tuple[Segment, ...], rulebook: Rulebook) -> dict[Method, float]:
    """Length in each method, in the unit of the tables."""
    lengths: dict[Method, float] = {}
    for segment in segments:
        lengths[segment.method] = lengths.get(segment.method, 0.0) + segment.length_m / rulebook.length.metres
    return lengths


def _over_methods(
    symbol: str, words: str, current_a: float, impedances: dict[Method, Worked[float]], lengths: dict[Method, float]
) -> Worked[float]:
    several = len(lengths) > 1
    steps: list[Step] = []
    parts: dict[str, float] = {}
    for method, length in lengths.items():
        name, z = f"{words}, in {method}" if several else words, impedances[method]
        drop = step(symbol, name, "2 * I * Z * L / 1000", "V", "IEEE 141, 3.11", I=current_a, Z=z.value, L=length)
        parts[f"V_{len(parts) + 1}"] = drop.value
        steps += [*z.steps, drop]
    if several:
        steps.append(step(symbol, f"{words}, all stretches", " + ".join(parts), "V", "sum", **parts))
    return Worked(steps[-1].value, tuple(steps))


def _along(
    current_a: float, impedances: dict[Method, Worked[float]], segments: tuple[Segment, ...], rulebook: Rulebook
) -> tuple[float, ...]:
    """Drop up to the end of each stretch, and so of the whole run. [V]"""
    unit_m = rulebook.length.metres
    return tuple(accumulate(2 * current_a * impedances[s.method].value * s.length_m / unit_m / 1000 for s in segments))
