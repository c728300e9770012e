"""Voltage drop along a run, and while the largest motor starts."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import accumulate
from math import sqrt

from northspan.core.document.job import Across, Metal, Segment, System
from northspan.core.rulebooks.questions.drops import DropRules
from northspan.core.topics.sizing.impedance import drop_at_ends, drop_by_method, effective_impedance, lengths_by_method
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Step, Worked, ending, step

SOLVED = "solved"
STARTING_POWER_FACTOR = 0.35  # usual for a small induction motor at standstill


@dataclass(frozen=True, slots=True)
class Drop:
    """Drop over a run: at design current, while starting, and up to the end of each stretch. [V]

    `legs` holds the drop from each leg to the neutral, and from line to line, where it was solved. [%]
    """

    drop_v: float
    starting_v: float
    percent: float
    along_v: tuple[float, ...]
    along_starting_v: tuple[float, ...]
    legs: tuple[tuple[str, float], ...] = ()


@dataclass(frozen=True, slots=True)
class LegCurrents:
    """Current of both legs, and the part of each that comes back by the neutral. [A]"""

    line_1_a: float
    line_2_a: float
    neutral_1_a: float
    neutral_2_a: float


@dataclass(frozen=True, slots=True)
class DropQuestion:
    """What the drop depends on beside the conductor."""

    current_a: float
    starting_extra_a: float
    power_factor: float
    nominal_v: float
    segments: tuple[Segment, ...]
    method: str = "impedance"  # a school of the call drop_method
    legs: LegCurrents | None = None
    neutral_v: float = 0.0  # 0 where the run has no neutral beside two lines
    system: System = System.split_phase
    grounded_size: str | None = None  # None: as large as the ungrounded conductors
    insulation: str = ""  # kind of wire, where its impedance depends on it
    starting_across: Across = Across.line_line  # what the motor that starts is connected to
    warm_share: float = 1.0  # of the resistance, where the wires are cooler than the table takes them


@lru_cache(maxsize=512)
def voltage_drop(question: DropQuestion, size: str, metal: Metal, drop_rules: DropRules) -> Worked[Drop]:
    """Work the drop of a single-phase run by the method of the question: solved, or one of the shorter sums.

    Parameters
    ----------
    question : DropQuestion
        Current, power factor, voltage and stretches. [A, -, V, m]
    size : str
        Conductor size. [-]
    metal : Metal
        Conductor metal. [-]
    drop_rules : DropRules
        Resistances and drop. [-]

    Notes
    -----
    V = 2 I L (R cos phi + X sin phi): out and back, balanced legs. Good while the drop is a few
    percent and the load current is known; a loaded neutral adds to the drop of its leg.

    References
    ----------
    IEEE Std 141, 3.11 (approximate formula); impedances from the rulebook's tables.
    """
    if question.method == SOLVED:
        return solved_drop(question, size, metal, drop_rules)
    lengths = lengths_by_method(question.segments, drop_rules)
    running = {
        method: effective_impedance(
            size, metal, method, question.power_factor, drop_rules, question.method, question.insulation, question.warm_share
        )
        for method in lengths
    }
    design = drop_by_method("V_d", "drop, out and back", question.current_a, running, lengths)
    percent = step("d", "drop of nominal", "100 * V_d / U", "%", "ratio", V_d=design.value, U=question.nominal_v)
    steps = (*design.steps, percent)
    along = drop_at_ends(question.current_a, running, question.segments, drop_rules)
    if not question.starting_extra_a:
        return Worked(Drop(design.value, design.value, percent.value, along, along), steps)
    at_start = {
        method: effective_impedance(
            size, metal, method, STARTING_POWER_FACTOR, drop_rules, question.method, question.insulation, question.warm_share
        )
        for method in lengths
    }
    words = f"more while the largest motor starts, power factor {STARTING_POWER_FACTOR:g} assumed"
    extra = drop_by_method("V_m", words, question.starting_extra_a, at_start, lengths)
    share = _of_nominal(question)
    starting = step("V_s", "drop while the largest motor starts", "V_d + q * V_m", "V", "sum", V_d=design.value, q=share, V_m=extra.value)
    more = drop_at_ends(question.starting_extra_a, at_start, question.segments, drop_rules)
    along_starting = tuple(a + share * b for a, b in zip(along, more, strict=True))
    return Worked(Drop(design.value, starting.value, percent.value, along, along_starting), (*steps, *extra.steps, starting))


def solved_drop(question: DropQuestion, size: str, metal: Metal, drop_rules: DropRules) -> Worked[Drop]:
    """Solve the circuit of a run: both legs, the neutral with its own drop, magnitudes exactly.

    Parameters
    ----------
    question : DropQuestion
        Currents, power factor, voltage and stretches. [A, -, V, m]
    size : str
        Conductor size. [-]
    metal : Metal
        Conductor metal. [-]
    drop_rules : DropRules
        Resistances and drop. [-]

    Notes
    -----
    With the current of a leg as reference behind its own voltage by the power factor, leg 1 loses
    D = Z I1 + Zn N, where N is what comes back by the neutral as leg 1 sees it: N1 - N2 at a center
    tap, N1 + N2 at 120 degrees between two legs of a wye. The voltage at the end is the magnitude of
    U - D. Currents are those of the design load, held while the voltage falls. Stretches are equal
    in both conductors; their mutual reactance is in the table's.

    References
    ----------
    IEEE Std 141, 3.11 (exact formula); Stevenson and Grainger, Power System Analysis, chapter 1.
    """
    one = _total_impedance("", question, size, metal, drop_rules)
    neutral_size = question.grounded_size or size
    other = one
    if neutral_size != size and question.neutral_v:
        other = _total_impedance("n", question, neutral_size, metal, drop_rules)
    lines, neutral = one.value, other.value
    steps = [*one.steps, *(other.steps if other is not one else ())]
    found: list[tuple[str, float]] = []
    for name, figures, volts in _loops(question, lines, neutral):
        lost = _loop_steps(name, figures, volts)
        found.append((name, lost.value))
        steps += lost.steps
    percent = max(share for _, share in found)
    worst = max(found, key=lambda entry: entry[1])[0]
    counts = step("V_d", f"drop that counts, the worst: {worst}", "d * U / 100", "V", "largest", d=percent, U=question.nominal_v)
    worst_v = counts.value
    if len(found) > 1:
        steps.append(counts)
    along = _spread(worst_v, question, size, metal, drop_rules)
    starting_v, along_starting = worst_v, along
    if question.starting_extra_a:
        starting = _start_steps(question, lines, neutral)
        starting_v = starting.value
        along_starting = _spread(starting_v, question, size, metal, drop_rules)
        steps += starting.steps
    return Worked(Drop(worst_v, starting_v, percent, along, along_starting, tuple(found)), tuple(steps))


def drop_percent(question: DropQuestion, size: str, metal: Metal, drop_rules: DropRules) -> float:
    """Work the drop alone, without its lines, to search a ladder of sizes quickly. [%]

    Parameters
    ----------
    question : DropQuestion
        Current, power factor, voltage and stretches. [A, -, V, m]
    size : str
        Conductor size. [-]
    metal : Metal
        Conductor metal. [-]
    drop_rules : DropRules
        Resistances and drop. [-]
    """
    if question.method == SOLVED:
        return max(percent for _, percent in _solved_legs(question, size, metal, drop_rules))
    methods = {s.method for s in question.segments}
    running = {
        method: effective_impedance(
            size, metal, method, question.power_factor, drop_rules, question.method, question.insulation, question.warm_share
        )
        for method in methods
    }
    return 100 * drop_at_ends(question.current_a, running, question.segments, drop_rules)[-1] / question.nominal_v


def _kind(question: DropQuestion) -> tuple[str, float]:
    """The kind of wire, and the share of its resistance that counts."""
    return question.insulation, question.warm_share


_WYE_COS, _WYE_SIN = 0.5, 0.75**0.5  # of 60 degrees: two legs of a wye stand 120 degrees apart


def _of_nominal(question: DropQuestion) -> float:
    """A motor between a leg and the neutral takes its share of that loop; the run's volts are those of the whole."""
    if question.starting_across is Across.line_line or not question.neutral_v:
        return 1.0
    return question.nominal_v / question.neutral_v


def _starting_legs(question: DropQuestion) -> LegCurrents:
    """What a start adds to both legs and to what comes back by the neutral. [A]"""
    extra = question.starting_extra_a
    one, two = (question.starting_across in {Across.line_line, leg} for leg in (Across.l1_neutral, Across.l2_neutral))
    back = 0.0 if question.starting_across is Across.line_line else extra
    return LegCurrents(extra * one, extra * two, back * one, back * two)


def _start_steps(question: DropQuestion, line: tuple[float, float], neutral: tuple[float, float]) -> Worked[float]:
    """The circuit once more while the largest motor starts, with its own power factor: the loop that loses most."""
    started = replace(question, current_a=question.starting_extra_a, legs=_starting_legs(question) if question.legs else None)
    f, g = question.power_factor, STARTING_POWER_FACTOR
    h, k = sqrt(1 - f * f), sqrt(1 - g * g)

    def lost(figures: dict[str, float], cosine: float) -> complex:
        turned = complex(cosine, -sqrt(1 - cosine * cosine))
        z, z_n = complex(figures["R"], figures["X"]), complex(figures["R_n"], figures["X_n"])
        return (z * figures["I"] + z_n * complex(figures["N"], figures["M"])) * turned

    pairs = list(zip(_loops(question, line, neutral, whole=True), _loops(started, line, neutral, whole=True), strict=True))
    (name, own, volts), (_, more, _) = max(
        pairs, key=lambda pair: 1 - abs(pair[0][2] - lost(pair[0][1], f) - lost(pair[1][1], g)) / pair[0][2]
    )
    words = f"{name}, while the largest motor starts at a power factor of {g:g} assumed"
    parts = {"f": f, "h": h, "g": g, "k": k}
    i_r = step("I_r", f"current in step with the voltage, {words}", "I * f + E * g", "A", "sum", I=own["I"], E=more["I"], f=f, g=g)
    i_q = step("I_q", "current a quarter turn behind it", "I * h + E * k", "A", "sum", I=own["I"], E=more["I"], h=h, k=k)
    back = {"N": own["N"], "M": own["M"], "F": more["N"], "G": more["M"]}
    n_r = step("N_r", "of it by the neutral, in step", "N * f + M * h + F * g + G * k", "A", "sum", **back, **parts)
    n_q = step("N_q", "of it by the neutral, a quarter turn behind", "N * h - M * f + F * k - G * g", "A", "sum", **back, **parts)
    ohms = {"R": own["R"], "X": own["X"], "R_n": own["R_n"], "X_n": own["X_n"]}
    flow = {"I_r": i_r.value, "I_q": i_q.value, "N_r": n_r.value, "N_q": n_q.value}
    p = step("P", "lost in step with the voltage", "R * I_r + X * I_q + R_n * N_r + X_n * N_q", "V", "Ohm's law", **ohms, **flow)
    q = step("Q", "lost a quarter turn ahead of it", "X * I_r - R * I_q + X_n * N_r - R_n * N_q", "V", "Ohm's law", **ohms, **flow)
    dropped = step("V", "drop of that loop", "U - sqrt((U - P)**2 + Q**2)", "V", "IEEE 141, 3.11, exact", U=volts, P=p.value, Q=q.value)
    whole = step("V_s", "drop while the largest motor starts, of the nominal voltage", "V * U_n / U", "V", "ratio", V=dropped.value,
                 U_n=question.nominal_v, U=volts)  # fmt: skip
    return ending(i_r, i_q, n_r, n_q, p, q, dropped, whole)


def _loops(
    question: DropQuestion, line: tuple[float, float], neutral: tuple[float, float], *, whole: bool = False
) -> Iterator[tuple[str, dict[str, float], float]]:
    """The loops of a run, each with the figures of its exact formula, and its nominal voltage; `whole` leaves no equal ones out."""
    legs, f = question.legs, question.power_factor
    r, x = line
    out = {"R": r, "X": x, "f": f, "R_n": neutral[0], "X_n": neutral[1]}
    if legs is None or not question.neutral_v:
        yield (
            "out and back",
            {"R": r, "X": x, "f": f, "I": question.current_a, "R_n": r, "X_n": x, "N": question.current_a, "M": 0.0},
            question.nominal_v,
        )
        return
    wye = question.system is System.wye_legs
    both = {"R": r, "X": x, "f": f, "I": legs.line_1_a, "R_n": r, "X_n": x, "N": legs.line_2_a, "M": 0.0}
    if not whole and not wye and legs.line_1_a == legs.line_2_a and legs.neutral_1_a == legs.neutral_2_a:
        yield "line to line, balanced", both, question.nominal_v  # nothing comes back by the neutral: each leg loses the same share
        return
    for name, own, back, other, sign in (
        ("leg 1", legs.line_1_a, legs.neutral_1_a, legs.neutral_2_a, -1.0),
        ("leg 2", legs.line_2_a, legs.neutral_2_a, legs.neutral_1_a, 1.0),
    ):
        n = back - _WYE_COS * other if wye else back - other
        m = sign * _WYE_SIN * other if wye else 0.0
        yield name, out | {"I": own, "N": n, "M": m}, question.neutral_v
    if not wye:
        yield "line to line", both, question.nominal_v


def _loop_steps(name: str, figures: dict[str, float], volts: float) -> Worked[float]:
    """One loop, line by line: what is lost in step with the current, what a quarter turn ahead of it, what is left of the voltage."""
    f, turned = {"f": figures["f"]}, bool(figures["M"])
    if figures["R_n"] == figures["R"] and figures["X_n"] == figures["X"] and not turned:
        return _without_neutral(name, figures, volts)
    skew, twist = (" - X_n * M", " + R_n * M") if turned else ("", "")
    names = ("R", "I", "R_n", "N", "X", "X_n", *(("M",) if turned else ()))
    g = {key: figures[key] for key in names}
    p = step("P", f"{name}: lost in step with the current", f"R * I + R_n * N{skew}", "V", "Ohm's law",
             **{k: g[k] for k in ("R", "I", "R_n", "N", *(("X_n", "M") if turned else ()))})  # fmt: skip
    q = step("Q", f"{name}: lost a quarter turn ahead of it", f"X * I + X_n * N{twist}", "V", "Ohm's law",
             **{k: g[k] for k in ("X", "I", "X_n", "N", *(("R_n", "M") if turned else ()))})  # fmt: skip
    return _left(name, p, q, volts, f["f"])


def _without_neutral(name: str, figures: dict[str, float], volts: float) -> Worked[float]:
    """A loop of two equal wires, whatever they are called: the same current in both, or that of each leg in its own."""
    r, x, out, back = (figures[key] for key in ("R", "X", "I", "N"))
    if out == back:
        p = step("P", f"{name}: lost in step with the current", "2 * R * I", "V", "Ohm's law", R=r, I=out)
        q = step("Q", f"{name}: lost a quarter turn ahead of it", "2 * X * I", "V", "Ohm's law", X=x, I=out)
    else:
        p = step("P", f"{name}: lost in step with the current", "R * (I_L1 + I_L2)", "V", "Ohm's law", R=r, I_L1=out, I_L2=back)
        q = step("Q", f"{name}: lost a quarter turn ahead of it", "X * (I_L1 + I_L2)", "V", "Ohm's law", X=x, I_L1=out, I_L2=back)
    return _left(name, p, q, volts, figures["f"])


def _left(name: str, p: Step, q: Step, volts: float, f: float) -> Worked[float]:
    """What is left of the voltage of a loop, exactly, and the drop as a share of nominal. [%]"""
    exact = "U - sqrt((U - P * f - Q * sqrt(1 - f**2))**2 + (Q * f - P * sqrt(1 - f**2))**2)"
    dropped = step("V", f"drop, {name}", exact, "V", "IEEE 141, 3.11, exact", U=volts, P=p.value, Q=q.value, f=f)
    share = step("d", f"drop, {name}, of nominal", "100 * V / U", "%", "ratio", V=dropped.value, U=volts)
    return Worked(share.value, (p, q, dropped, share))


def _solved_legs(question: DropQuestion, size: str, metal: Metal, drop_rules: DropRules) -> list[tuple[str, float]]:
    """The same as `solved_drop`, by complex numbers and without its lines, to search a ladder quickly. [%]"""
    line = _plain_impedance(question, size, metal, drop_rules)
    neutral = _plain_impedance(question, question.grounded_size, metal, drop_rules) if question.grounded_size else line
    found = []
    f = question.power_factor
    turned = complex(f, -sqrt(1 - f * f))
    for name, g, volts in _loops(question, line, neutral):
        lost = (complex(g["R"], g["X"]) * g["I"] + complex(g["R_n"], g["X_n"]) * complex(g["N"], g["M"])) * turned
        found.append((name, 100 * (volts - abs(volts - lost)) / volts))
    return found


def _plain_impedance(question: DropQuestion, size: str, metal: Metal, drop_rules: DropRules) -> tuple[float, float]:
    r = x = 0.0
    for method, length in lengths_by_method(question.segments, drop_rules).items():
        z = drop_rules.impedance(size, metal, method, question.insulation).value
        r += z.resistance_ohm * question.warm_share * length / 1000
        x += z.reactance_ohm * length / 1000
    return r, x


def _total_impedance(mark: str, question: DropQuestion, size: str, metal: Metal, drop_rules: DropRules) -> Worked[tuple[float, float]]:
    """Resistance and reactance of one conductor over the whole run, with their lines. [ohm]"""
    steps: list[Step] = []
    whose = "the neutral" if mark else "one conductor"
    totals = {"R": 0.0, "X": 0.0}
    lengths = lengths_by_method(question.segments, drop_rules)
    for method, length in lengths.items():
        z = drop_rules.impedance(size, metal, method, question.insulation)
        where = f" in {method}" if len(lengths) > 1 else ""
        steps += z.steps
        for letter, figure in (("R", z.value.resistance_ohm * question.warm_share), ("X", z.value.reactance_ohm)):
            symbol = f"{letter}_{mark}" if mark else letter
            noun = "resistance" if letter == "R" else "reactance"
            part = step(
                symbol,
                f"{noun} of {whose}{where}",
                f"{letter}_k * L / 1000",
                "Ω",
                "length times table",
                **{f"{letter}_k": figure, "L": length},
            )
            steps.append(part)
            totals[letter] += part.value
    return Worked((totals["R"], totals["X"]), tuple(steps))


def _spread(total_v: float, question: DropQuestion, size: str, metal: Metal, drop_rules: DropRules) -> tuple[float, ...]:
    """Spread a drop over the stretches by their share of the impedance. [V]"""
    pf, kind = question.power_factor, _kind(question)
    shares = [effective_impedance(size, metal, s.method, pf, drop_rules, "impedance", *kind).value * s.length_m for s in question.segments]
    whole = sum_of(shares) or 1.0
    return tuple(total_v * part / whole for part in accumulate(shares))
