"""Resistance and reactance of a conductor over its way."""

from __future__ import annotations

from functools import lru_cache
from itertools import accumulate

from northspan.core.document.job import Metal, Method, Segment
from northspan.core.rulebooks.questions.drops import DropRules
from northspan.core.working.worked import Step, Worked, step


@lru_cache(maxsize=8192)
def effective_impedance(
    size: str,
    metal: Metal,
    method: Method,
    power_factor: float,
    drop_rules: DropRules,
    school: str,
    insulation: str = "",
    warm_share: float = 1.0,
) -> Worked[float]:
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
    drop_rules : DropRules
        Resistances and drop. [-]
    school : str
        "impedance", "dc" for direct-current resistance alone, or "constant" for the quick constant. [-]
    insulation : str
        Kind of wire, where its impedance depends on it. [-]
    warm_share : float
        Share of the resistance that counts. [-]

    References
    ----------
    IEEE Std 141, 3.11.
    """
    if school != "impedance":  # resistance alone: no reactance, and the power factor left aside
        resistance = drop_rules.dc_resistance(size, metal) if school == "dc" else drop_rules.quick_resistance(size, metal)
        return Worked(resistance.value, (resistance,))
    z = drop_rules.impedance(size, metal, method, insulation)
    effective = step(
        "Z",
        f"effective impedance at power factor {power_factor:g}",
        "R * f + X * sqrt(1 - f**2)",
        f"Ω/{drop_rules.length.per_thousand}",
        "IEEE 141, 3.11",
        R=z.value.resistance_ohm * warm_share,
        X=z.value.reactance_ohm,
        f=power_factor,
    )
    return Worked(effective.value, (*z.steps, effective))


def lengths_by_method(segments: tuple[Segment, ...], drop_rules: DropRules) -> dict[Method, float]:
    """Add up the length in each method, in the unit of the tables.

    Parameters
    ----------
    segments : tuple of Segment
        The stretches. [m]
    drop_rules : DropRules
        What the tables count in. [-]
    """
    lengths: dict[Method, float] = {}
    for segment in segments:
        lengths[segment.method] = lengths.get(segment.method, 0.0) + segment.length_m / drop_rules.length.metres
    return lengths


def drop_by_method(
    symbol: str, words: str, current_a: float, impedances: dict[Method, Worked[float]], lengths: dict[Method, float]
) -> Worked[float]:
    """Work the drop out and back over a length in each method, each with its own impedance. [V]

    Parameters
    ----------
    symbol : str
        Symbol of the drop. [-]
    words : str
        What it is called. [-]
    current_a : float
        Current. [A]
    impedances : dict of Method to Worked float
        Effective impedance in each method. [ohm per thousand of the code's length unit]
    lengths : dict of Method to float
        Length in each method. [the code's length unit]
    """
    several = len(lengths) > 1
    steps: list[Step] = []
    parts: dict[str, float] = {}
    lost_v = 0.0
    for method, length in lengths.items():
        name, z = f"{words}, in {method}" if several else words, impedances[method]
        drop = step(symbol, name, "2 * I * Z * L / 1000", "V", "IEEE 141, 3.11", I=current_a, Z=z.value, L=length)
        parts[f"V_{len(parts) + 1}"] = lost_v = drop.value
        steps += [*z.steps, drop]
    if several:
        together = step(symbol, f"{words}, all stretches", " + ".join(parts), "V", "sum", **parts)
        steps.append(together)
        lost_v = together.value
    return Worked(lost_v, tuple(steps))


def drop_at_ends(
    current_a: float, impedances: dict[Method, Worked[float]], segments: tuple[Segment, ...], drop_rules: DropRules
) -> tuple[float, ...]:
    """List the drop up to the end of each stretch, and so of the whole run. [V]

    Parameters
    ----------
    current_a : float
        Current. [A]
    impedances : dict of Method to Worked float
        Effective impedance in each method. [ohm per thousand of the code's length unit]
    segments : tuple of Segment
        The stretches. [m]
    drop_rules : DropRules
        What the tables count in. [-]
    """
    unit_m = drop_rules.length.metres
    return tuple(accumulate(2 * current_a * impedances[s.method].value * s.length_m / unit_m / 1000 for s in segments))
