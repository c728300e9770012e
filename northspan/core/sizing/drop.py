"""Voltage drop along a run, and while the largest motor starts."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from northspan.core.job import Metal, Segment
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


@lru_cache(maxsize=8192)
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
    steps: list[Step] = []
    effective: dict[str, tuple[Step, float]] = {}
    totals: dict[str, float] = {}
    along: list[float] = []
    along_starting: list[float] = []
    design_v = starting_v = 0.0
    unit = rulebook.length
    for segment in question.segments:
        if segment.method not in effective:
            z = rulebook.impedance(size, metal, segment.method)
            z_e = step(
                "Z",
                "effective impedance at the power factor",
                "R * f + X * sqrt(1 - f**2)",
                f"Ω/{unit.per_thousand}",
                "IEEE 141, 3.11",
                R=z.value.resistance_ohm,
                X=z.value.reactance_ohm,
                f=question.power_factor,
            )
            z_s = z.value.resistance_ohm * STARTING_POWER_FACTOR + z.value.reactance_ohm * (1 - STARTING_POWER_FACTOR**2) ** 0.5
            effective[segment.method] = (z_e, z_s)
            steps += [*z.steps, z_e]
        z_e, z_s = effective[segment.method]
        length = segment.length_m / unit.metres  # metres to the unit of the tables
        totals[segment.method] = totals.get(segment.method, 0.0) + length
        design_v += 2 * question.current_a * z_e.value * length / 1000
        starting_v += 2 * question.starting_extra_a * z_s * length / 1000
        along.append(design_v)
        along_starting.append(design_v + starting_v)
    drops = []
    for method, length in totals.items():
        words = "drop, out and back" + (f", in {method}" if len(totals) > 1 else "")
        drops.append(
            step("V_d", words, "2 * I * Z * L / 1000", "V", "IEEE 141, 3.11", I=question.current_a, Z=effective[method][0].value, L=length)
        )
    total = (
        drops[0]
        if len(drops) == 1
        else step(
            "V_d",
            "drop, all stretches",
            " + ".join(f"V_{i}" for i in range(len(drops))),
            "V",
            "sum",
            **{f"V_{i}": drop.value for i, drop in enumerate(drops)},
        )
    )
    percent = step("d", "drop of nominal", "100 * V_d / U", "%", "ratio", V_d=total.value, U=question.nominal_v)
    steps += drops if len(drops) == 1 else [*drops, total]
    steps.append(percent)
    if question.starting_extra_a:
        steps.append(
            step(
                "V_s",
                f"while the largest motor starts, power factor {STARTING_POWER_FACTOR:g} assumed",
                "V_d + V_m",
                "V",
                "IEEE 141, 3.11",
                V_d=total.value,
                V_m=starting_v,
            )
        )
    return Worked(Drop(total.value, total.value + starting_v, percent.value, tuple(along), tuple(along_starting)), tuple(steps))
