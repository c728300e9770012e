"""The fall-of-potential test: its curve, the 62 % point, the plateau, and a plain verdict."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from itertools import pairwise

from northspan.core.working.worked import Step, Worked, given, ruled, step, three, whole

PLATEAU_FROM, PLATEAU_TO = 0.5, 0.72  # shares of the way in which readings must agree
AGREE_PERCENT = 5.0
FURTHER = 1.5  # a probe whose shell still overlaps goes out by half again, and the test is repeated
REACH = 5.0  # the current probe stands at least so many times the largest dimension away
REACH_LAYERED = 10.0  # for rings and grids, and where the soil is layered
ENOUGH = 3


@dataclass(frozen=True, slots=True)
class Drop:
    """A reading of the test: distance of the potential probe [m], and what the instrument shows [ohm]."""

    distance_m: float
    resistance_ohm: float


@dataclass(frozen=True, slots=True)
class Verdict:
    """What the test proves: the resistance at the 62 % point [ohm], whether it counts, and why in plain words."""

    resistance_ohm: float | None
    proved: bool
    words: str
    plateau: tuple[float, float] | None
    scatter_percent: float | None


def _metres(length_m: float) -> str:
    return f"{three(length_m)} m"


def fall_of_potential(
    readings: Sequence[Drop], current_probe_m: float, largest_m: float, *, layered: bool, say: Callable[[float], str] = _metres
) -> Worked[Verdict]:
    """Read a fall-of-potential log.

    Parameters
    ----------
    readings : sequence of Drop
        The log, in any order, shape (n,). [m, ohm]
    current_probe_m : float
        Distance of the current probe from the middle of the electrodes. [m]
    largest_m : float
        Largest dimension of the electrodes: a rod's depth, the diagonal of a ring. [m]
    layered : bool
        Whether the soil is layered, or the electrode a ring or a grid. [-]
    say : callable
        Writes a length; in metres if left out. [-]

    Notes
    -----
    One reading proves nothing. The figure counts only when several readings around the 62 % point agree
    within a few percent: there the shells of both probes do not overlap. A curve that rises all the way
    says that the current probe is too near.

    References
    ----------
    IEEE Std 81, fall-of-potential method; Tagg, Earth Resistances, chapter 9; Curdts, Some of the
    fundamental aspects of ground resistance measurements, AIEE Transactions, 1958 (62 % rule).
    """
    log = sorted(readings, key=lambda reading: reading.distance_m)
    reach = REACH_LAYERED if layered else REACH
    least = step(
        "C_0", f"least distance of the current probe, {reach:g} times the largest dimension", "k * d", "m", "IEEE 81", k=reach, d=largest_m
    )
    place = step("P", "where the 62 % point lies", "0.618 * C", "m", "Curdts 1958", C=current_probe_m)
    steps: list[Step] = [given("C", "current probe", current_probe_m, "m"), least, place]
    inside = [one for one in log if PLATEAU_FROM * current_probe_m <= one.distance_m <= PLATEAU_TO * current_probe_m]
    value = _between(log, place.value)
    if value is None or value <= 0:
        words = "No verdict: the log has no readings on both sides of the 62 % point, or they show nothing."
        return Worked(Verdict(None, proved=False, words=words, plateau=None, scatter_percent=None), tuple(steps))
    steps.append(ruled("R", "resistance at the 62 % point", f"{three(value)} Ω", "between the readings beside it", "IEEE 81", value))
    if len(inside) < ENOUGH:
        words = f"Not proved: {len(inside)} of at least {ENOUGH} readings lie around the 62 % point. One reading alone proves nothing."
        return Worked(Verdict(value, proved=False, words=words, plateau=None, scatter_percent=None), tuple(steps))
    figures = [one.resistance_ohm for one in inside]
    scatter = step(
        "s", "spread of the readings around it", "100 * (R_2 - R_1) / R", "%", "IEEE 81", R_1=min(figures), R_2=max(figures), R=value
    )
    steps.append(scatter)
    rising = all(b.resistance_ohm >= a.resistance_ohm for a, b in pairwise(inside))
    if current_probe_m < least.value:
        stands = f"the current probe stands at {say(current_probe_m)} and must stand at {say(least.value)} or more"
        words = f"Not proved: {stands}. Move it out and repeat."
        return Worked(Verdict(value, proved=False, words=words, plateau=None, scatter_percent=scatter.value), tuple(steps))
    if scatter.value > AGREE_PERCENT:
        why = (
            f"the curve rises all the way, the probes are too near: the current probe at {say(FURTHER * current_probe_m)} or more"
            if rising
            else "the readings jump, look at the probes and for pipes along the line"
        )
        words = f"Not proved: readings around the 62 % point differ by {whole(scatter.value)} %; {why}."
        return Worked(Verdict(value, proved=False, words=words, plateau=None, scatter_percent=scatter.value), tuple(steps))
    words = f"Proved: {three(value)} Ω, {len(inside)} readings agree within {scatter.value:.1f} %."
    flat = (inside[0].distance_m, inside[-1].distance_m)
    return Worked(Verdict(value, proved=True, words=words, plateau=flat, scatter_percent=scatter.value), tuple(steps))


def clamp_reading(ohm: float, *, other_ways: bool, loop_ohm: float = 1.0) -> Worked[str]:
    """Judge a reading of a clamp-on tester. [ohm]

    Parameters
    ----------
    ohm : float
        What it shows. [ohm]
    other_ways : bool
        Whether the electrode is joined to a low way back to earth, such as the utility's neutral. [-]
    loop_ohm : float
        Below this it is a loop of metal, not soil. [ohm]

    Notes
    -----
    The clamp measures a loop: the electrode and everything that leads back. Without a way back it shows
    nothing; around a metal loop it shows the metal.

    Examples
    --------
    >>> clamp_reading(0.3, other_ways=True).value[:30]
    'This is a loop of metal, not t'
    """
    read = given("R_c", "clamp shows", ohm, "Ω")
    if ohm < loop_ohm:
        words = "This is a loop of metal, not the soil. The electrode is joined twice; clamp below the last joint."
    elif not other_ways:
        words = "The clamp needs a way back to earth besides this electrode. On an electrode that stands alone it means nothing."
    else:
        words = f"{three(ohm)} Ω with the way back in it: the electrode itself is at most this."
    return Worked(words, (read, ruled("v", "verdict", words.split(":")[0], "a clamp measures a loop", "IEEE 81")))


def _between(log: list[Drop], distance_m: float) -> float | None:
    for a, b in pairwise(log):
        if a.distance_m <= distance_m <= b.distance_m:
            share = (distance_m - a.distance_m) / (b.distance_m - a.distance_m) if b.distance_m > a.distance_m else 0.0
            return a.resistance_ohm + share * (b.resistance_ohm - a.resistance_ohm)
    return None
