"""Available fault current: from the source's impedance through every conductor ahead."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

from northspan.core.document.job import Metal, Method, Source, SourceKind, System
from northspan.core.rulebooks.questions.drops import DropRules
from northspan.core.working.worked import Step, Worked, given, ruled, step

# assumptions where no nameplate was noted; the low side, because it gives the larger fault
UTILITY_PERCENT, OWN_PERCENT, GENERATOR_PERCENT, GOVERNED_PERCENT = 1.5, 2.5, 12.0, 12.0
INVERTER_TIMES = 2.0  # an inverter's electronics hold its current down
REACTANCE_OVER_RESISTANCE = 1.5
HALF_R, HALF_X = 1.5, 1.2  # half a winding against the whole: in per unit of half the voltage
COLD_C, TABLE_C = 25.0, 75.0
ZERO_RESISTANCE_C = {Metal.copper: 234.5, Metal.aluminum: 228.1}  # where resistance would vanish, by extrapolation


@dataclass(frozen=True, slots=True)
class Loop:
    """Impedance of the two fault loops at a place, and their voltages. [ohm, V]"""

    line_v: float
    neutral_v: float
    line_r: float
    line_x: float
    neutral_r: float
    neutral_x: float


@dataclass(frozen=True, slots=True)
class Fault:
    """Fault current at a place, line to line and line to neutral, and the loops it comes from. [A]"""

    line_line_a: float
    line_neutral_a: float
    loop: Loop

    @property
    def largest_a(self) -> float:
        """The larger of both, which devices must interrupt. [A]"""
        return max(self.line_line_a, self.line_neutral_a)


@dataclass(frozen=True, slots=True)
class FaultWires:
    """Conductors of a run, as far as a fault asks: sizes, metal, sets, length in each method [m]; metal of a way back of another one."""

    size: str
    neutral_size: str
    metal: Metal
    sets: int
    lengths: tuple[tuple[Method, float], ...]
    neutral_metal: Metal | None = None


@lru_cache(maxsize=512)
def fault_at_source(source: Source, neutral_v: float, ahead: Loop | None = None) -> Worked[Fault]:
    """Work the fault current at the terminals of a source. [A]

    Parameters
    ----------
    source : Source
        The source. [-]
    neutral_v : float
        Line to neutral voltage. [V]
    ahead : Loop, optional
        Loops ahead of a customer's transformer; None for an infinite supply, the larger fault. [ohm]

    Notes
    -----
    Half of a center-tapped winding has 1.5 times the resistance and 1.2 times the reactance of the
    whole, in per unit of half the voltage: its line-to-neutral fault is the larger one there.

    References
    ----------
    IEEE Std 242, short-circuit calculations, single-phase center-tapped transformers; Beeman,
    Industrial Power Systems Handbook, chapter 2.

    Examples
    --------
    >>> fault = fault_at_source(Source(name="T", rating_kva=25, impedance_percent=1.5), 120.0).value
    >>> round(fault.line_line_a), round(fault.line_neutral_a)
    (6944, 10686)
    """
    steps: list[Step] = []
    u = source.line_v
    between = "line to neutral" if source.system is System.single_phase else "line to line"
    if source.available_fault_a is not None:
        stated = given("I_f", f"{source.name}: fault current as it is stated", source.available_fault_a, "A", "utility")
        z = step("Z", f"impedance of the supply, {between}", "U / I_f", "Ω", "Ohm's law", U=u, I_f=stated.value)
        steps += [stated, z]
    elif source.kind is SourceKind.inverter_pair:
        words = f"{source.name}: {INVERTER_TIMES:g} times its current, as electronics allow"
        most = step("I_f", words, "k * 1000 * S / U", "A", "assumed", k=INVERTER_TIMES, S=source.rating_kva or 0.0, U=u)
        z = step("Z", "impedance that gives it", "U / I_f", "Ω", "Ohm's law", U=u, I_f=most.value)
        steps += [most, z]
    else:
        percent = source.impedance_percent or _assumed(source.kind)
        origin = "nameplate" if source.impedance_percent else "assumed, the low side"
        z = step(
            "Z",
            f"{source.name}: its impedance, {between}",
            "z / 100 * U**2 / (1000 * S)",
            "Ω",
            origin,
            z=percent,
            U=u,
            S=source.rating_kva or 0.0,
        )
        steps.append(z)
    k = REACTANCE_OVER_RESISTANCE
    r = step("R", f"resistive part, reactance {k:g} times as large", "Z / sqrt(1 + k**2)", "Ω", "assumed ratio", Z=z.value, k=k)
    x = step("X", "reactive part", "k * R", "Ω", "assumed ratio", k=k, R=r.value)
    steps += [r, x]
    line_r, line_x = own_r, own_x = r.value, x.value
    if ahead is not None:  # seen through the windings, what lies ahead changes with the square of the voltage
        line_r += ahead.line_r * (u / ahead.line_v) ** 2
        line_x += ahead.line_x * (u / ahead.line_v) ** 2
        steps.append(
            ruled(
                "Z_a",
                "with what lies ahead of it",
                f"{line_r:.4f} + j {line_x:.4f} Ω",
                "by the square of the voltages",
                "transformer theory",
            )
        )
    if source.system is System.single_phase:
        neutral_r, neutral_x = line_r, line_x
    elif source.system is System.wye_legs or source.kind is SourceKind.inverter_pair:  # two of one kind in series
        neutral_r, neutral_x = line_r / 2, line_x / 2
    else:  # the factors belong to this winding; what lies ahead is seen by a half like by the whole, at half the voltage
        neutral_r = own_r / 4 * HALF_R + (line_r - own_r) / 4
        neutral_x = own_x / 4 * HALF_X + (line_x - own_x) / 4
    return _fault(Loop(u, neutral_v, line_r, line_x, neutral_r, neutral_x), tuple(steps), source.system is not System.two_wire)


@lru_cache(maxsize=4096)
def fault_after(before: Loop, wires: FaultWires, drop_rules: DropRules) -> Worked[Fault]:
    """Work the fault current at the far end of a run. [A]

    Parameters
    ----------
    before : Loop
        Loops at its head. [ohm]
    wires : FaultWires
        Its conductors. [m]
    drop_rules : DropRules
        Resistances and drop. [-]

    Notes
    -----
    Conductors are taken cold, at 25 °C: it gives the larger current, which devices must interrupt.

    References
    ----------
    IEEE Std 242; resistance over temperature as in any handbook.
    """
    one = other = _conductor("k", "a line", wires.size, wires, drop_rules)
    own_metal = wires.neutral_metal or wires.metal
    if before.neutral_v and (wires.neutral_size not in {"", wires.size} or own_metal is not wires.metal):
        back = replace(wires, metal=own_metal)
        other = _conductor("n", "the neutral", wires.neutral_size, back, drop_rules)
    line, neutral = one.value, other.value
    steps = (*one.steps, *(other.steps if other is not one else ()))
    if before.neutral_v == before.line_v:  # one line and a neutral: one loop
        there = (before.line_r + line[0] + neutral[0], before.line_x + line[1] + neutral[1])
        return _fault(Loop(before.line_v, before.neutral_v, *there, *there), steps, neutral=True)
    loop = Loop(
        before.line_v,
        before.neutral_v if wires.neutral_size else 0.0,
        before.line_r + 2 * line[0],
        before.line_x + 2 * line[1],
        before.neutral_r + line[0] + neutral[0],
        before.neutral_x + line[1] + neutral[1],
    )
    return _fault(loop, steps, neutral=bool(loop.neutral_v))


def _assumed(kind: SourceKind) -> float:
    return {
        SourceKind.utility_transformer: UTILITY_PERCENT,
        SourceKind.transformer: OWN_PERCENT,
        SourceKind.generator: GENERATOR_PERCENT,
        SourceKind.governed_plant: GOVERNED_PERCENT,
    }[kind]


def _conductor(mark: str, whose: str, size: str, wires: FaultWires, drop_rules: DropRules) -> Worked[tuple[float, float]]:
    steps: list[Step] = []
    r = x = 0.0
    zero_c = ZERO_RESISTANCE_C[wires.metal]
    for method, length_m in wires.lengths:
        z = drop_rules.impedance(size, wires.metal, method).value
        length = length_m / drop_rules.length.metres
        cold = step(f"R_{mark}", f"resistance of {whose}, cold", "R * L / (1000 * n) * (T + 25) / (T + 75)", "Ω", "table, at 25 °C",
                    R=z.resistance_ohm, L=length, n=float(wires.sets), T=zero_c)  # fmt: skip
        reactive = step(
            f"X_{mark}", f"reactance of {whose}", "X * L / (1000 * n)", "Ω", "table", X=z.reactance_ohm, L=length, n=float(wires.sets)
        )
        steps += [cold, reactive]
        r, x = r + cold.value, x + reactive.value
    return Worked((r, x), tuple(steps))


def _fault(loop: Loop, ahead: tuple[Step, ...], neutral: bool) -> Worked[Fault]:  # noqa: FBT001 - private
    steps = list(ahead)
    line = step("I_LL", "fault line to line", "U / sqrt(R**2 + X**2)", "A", "Ohm's law", U=loop.line_v, R=loop.line_r, X=loop.line_x)
    if loop.neutral_v != loop.line_v:
        steps.append(line)
    to_neutral = 0.0
    if neutral and loop.neutral_v:
        words = "fault line to neutral"
        found = step(
            "I_LN", words, "U_n / sqrt(R_n**2 + X_n**2)", "A", "Ohm's law", U_n=loop.neutral_v, R_n=loop.neutral_r, X_n=loop.neutral_x
        )
        steps.append(found)
        to_neutral = found.value
    return Worked(Fault(line.value, to_neutral, loop), tuple(steps))
