"""Protective devices: ratings by kind, overload, and how much current opens them how soon."""

from __future__ import annotations

from functools import lru_cache

from northspan.core.document.job import (
    RunKind,
)
from northspan.core.physics.device_curves import Curve, stepped
from northspan.core.rulebooks.questions.common import USUAL_GUARD, Ampacity, DesignLoad, Guard, Wire
from northspan.core.rulebooks.questions.taps import TransformerFacts, TransformerSide
from northspan.core.rulebooks.uk.code_tables import code_table
from northspan.core.working.errors import OutsideTable
from northspan.core.working.worked import Margin, Step, Worked, at_most, looked_up, ruled, step, whole

TYPES = (
    ("B", "breaker, type B"),
    ("C", "breaker, type C"),
    ("D", "breaker, type D"),
    ("88-3", "fuse to BS 88-3"),
    ("88-2", "fuse to BS 88-2"),
    ("3036", "rewirable fuse to BS 3036"),
)
NAMES = dict(TYPES)
MULTIPLE = {"B": 5.0, "C": 10.0, "D": 20.0}
REWIRABLE, BURIED, BOTH = 0.725, 0.9, 0.653
AT_ONCE_S, FAST_S, SLOW_S = 0.1, 0.4, 5.0
RING_DEVICE_A, RING_LEG_A = 32.0, 20.0
STEEPEST = {"88-2": 2.0, "88-3": 2.0, "3036": 3.0}  # most that the current for 0.4 s is above that for 5 s, of all smaller ratings
BAND_A, LEAST_B = 32.0, 3.0  # the bands are wider above the one; the magnet of a type B begins at the other
BY_HEAT_S = {"B": (45.0, 90.0), "C": (15.0, 30.0), "D": (4.0, 5.0)}  # most at the least multiple, small and large ones
HOLDS, GATE = 1.2, 0.6
MELTS = {"88-2": 1.6, "88-3": 1.6, "3036": 2.0}


def usual_type(kind: RunKind, chosen: str) -> str:
    """Give the kind of device of a run: the chosen one, else a fuse at the intake and a type B breaker behind it.

    Parameters
    ----------
    kind : RunKind
        What the run is for. [-]
    chosen : str
        As chosen; empty for the usual one. [-]
    """
    return chosen or ("88-3" if kind is RunKind.service else "B")


@lru_cache(maxsize=256)
def device_curve(device_type: str, rating_a: float) -> Curve:
    """Give the time-current bounds of a kind of device. [-]

    Parameters
    ----------
    device_type : str
        Kind; empty for type B. [-]
    rating_a : float
        Its rating. [A]

    Notes
    -----
    A fuse's slow edge goes through the currents that open it in 5 s and in 0.4 s; where the second is not
    printed it is taken as far off as that of any smaller rating. From there it lets the same energy through.
    Its fast edge lies at 0.6 of the current, as the gates of the standard leave it.

    References
    ----------
    BS 7671:2018, Appendix 3; BS EN 60898-1; BS HD 60269, gates of gG fuses.

    Examples
    --------
    >>> from northspan.core.physics.device_curves import opens_within_s
    >>> opens_within_s(10, device_curve("D", 20))[1] <= 5, opens_within_s(10, device_curve("C", 20))[1]
    (True, 0.1)
    """
    kind = device_type or "B"
    if kind in MULTIPLE:
        large = rating_a > BAND_A
        return stepped(MULTIPLE[kind] / 2 if kind != "B" else LEAST_B, MULTIPLE[kind], BY_HEAT_S[kind][large], large=large)
    fast, slow, _ = fuse_points(kind, rating_a)
    near, far = slow / rating_a, fast / rating_a
    late = ((MELTS[kind], 3600.0), (near, SLOW_S), (far, FAST_S), (10 * far, FAST_S / 100))
    early = ((HOLDS, 600.0), (GATE * near, SLOW_S), (GATE * far, FAST_S), (10 * GATE * far, FAST_S / 100))
    return Curve(HOLDS, early, late, "Appendix 3")


def fuse_points(device_type: str, rating_a: float) -> tuple[float, float, bool]:
    """Give the currents that open a fuse in 0.4 s and in 5 s, and tell whether the first one is printed. [A]

    Parameters
    ----------
    device_type : str
        Kind of fuse. [-]
    rating_a : float
        Its rating. [A]
    """
    rows, key = code_table("devices"), f"{device_type} {rating_a:g}"
    slow, known = rows.number(key, "opens_5_a"), rows.has(key, "opens_0_4_a")
    return (rows.number(key, "opens_0_4_a") if known else STEEPEST[device_type] * slow), slow, known


@lru_cache(maxsize=16)
def ratings(device_type: str = "") -> tuple[float, ...]:
    """List the ratings of a kind of device; of all kinds without one. [A]

    Parameters
    ----------
    device_type : str
        Kind, or empty. [-]

    Examples
    --------
    >>> ratings("3036")
    (5.0, 15.0, 20.0, 30.0, 45.0, 60.0, 100.0)
    """
    found = {float(row["rating_a"]) for row in code_table("devices").rows.values() if device_type in {"", row["type"]}}
    return tuple(sorted(found))


def next_device(amperes: float, device_type: str) -> Step:
    """Find the smallest rating of a kind that is not below a current. [A]

    Parameters
    ----------
    amperes : float
        Current to be covered. [A]
    device_type : str
        Kind of device. [-]

    Raises
    ------
    OutsideTable
        Above the largest rating.

    Examples
    --------
    >>> next_device(32.0, "B").value, next_device(32.1, "B").value
    (32.0, 40.0)
    """
    shelf = ratings(device_type)
    for i, rating in enumerate(shelf):
        if rating >= amperes - 1e-9:
            short = f"{shelf[i - 1]:g} A" if i else ""
            words = f"next rating of a {NAMES[device_type]}"
            return looked_up("I_n", words, rating, "A", "Appendix 3", row=f"{rating:g} A", short=short)
    raise OutsideTable(
        "Appendix 3", f"{whole(amperes)} A", f"a {NAMES[device_type]} ends at {shelf[-1]:g} A; take a fuse, or share the load out"
    )


def load_on_device(load: DesignLoad, kind: RunKind) -> Step:
    """Give what a device must be for a load: its design current, continuous or not. [A]"""
    del kind
    return step("I_b", "design current", "I_r + I_k", "A", "433.1.1", I_r=load.noncontinuous_a, I_k=load.continuous_a)


def device_for_load(load: DesignLoad, kind: RunKind, guard: Guard = USUAL_GUARD) -> Worked[float]:
    """Choose the least device for a design current; continuous load counts once. [A]

    Parameters
    ----------
    load : DesignLoad
        The load. [A]
    kind : RunKind
        What the run is for. [-]
    guard : Guard
        Kind of device, ring or not. [-]

    References
    ----------
    BS 7671:2018, 433.1.1(i); 433.1.204 for a ring.

    Examples
    --------
    >>> device_for_load(DesignLoad(0, 40, 0), RunKind.branch, Guard()).value
    40.0
    """
    design = load_on_device(load, kind)
    device_type = usual_type(kind, guard.device_type)
    if guard.ring:
        rating = 30.0 if device_type == "3036" else RING_DEVICE_A
        held = ruled("I_n", "device of a ring", f"{rating:g} A", "a ring of socket outlets has this one", "433.1.204", rating)
        return Worked(rating, (design, held), (at_most("device", "Load of the ring", design.value, rating, "A", "433.1.204"),))
    device = next_device(design.value, device_type)
    return Worked(device.value, (design, device))


@lru_cache(maxsize=4096)
def device_for_wire(ampacity: Ampacity, wire: Wire, school: str, allowance: float = 1.0, guard: Guard = USUAL_GUARD) -> Worked[float]:
    """Find the largest device that protects a cable against overload. [A]

    Parameters
    ----------
    ampacity : Ampacity
        What the cable carries here. [A]
    wire : Wire
        Size and kind. [-]
    school : str
        No school rounds it up here. [-]
    allowance : float
        There is none here. [-]
    guard : Guard
        Kind of device; whether the run is buried, cannot overload, or is a ring. [-]

    References
    ----------
    BS 7671:2018, 433.1.1(ii), 433.1.202 (0.725 with a rewirable fuse), 433.1.203 (0.9 where it lies in
    ground of 20 °C), 433.1.204 (ring), 433.3.1 (a load that cannot overload it).

    Examples
    --------
    >>> from northspan.core.document.job import Metal
    >>> cable = Wire("10", Metal.copper, "armoured 70")
    >>> [device_for_wire(Ampacity(60.0, 60.0, 0), cable, "", guard=Guard(buried=b)).value for b in (False, True)]
    [50.0, 50.0]
    >>> device_for_wire(Ampacity(71.0, 71.0, 0), cable, "", guard=Guard(buried=True)).value
    63.0
    """
    del school, allowance
    device_type = usual_type(RunKind.feeder, guard.device_type)
    if guard.cannot_overload:
        why = "its fixed load cannot draw more, so the device guards against faults only"
        largest = ratings(device_type)[-1]
        return Worked(largest, (ruled("I_p", "largest device for the cable", f"{largest:g} A", why, "433.3.1", largest),))
    if guard.ring:
        enough = ampacity.final_a >= RING_LEG_A - 1e-9 and float(wire.size) >= 2.5  # noqa: PLR2004 - as the rule says
        largest = RING_DEVICE_A if enough else 0.0
        why = f"each leg carries {ampacity.final_a:.1f} A after factors, {RING_LEG_A:g} A and 2.5 mm² are the least"
        return Worked(largest, (ruled("I_p", "largest device for the ring", f"{largest:g} A", why, "433.1.204", largest),))
    share, why, cite = _share(device_type, guard)
    steps: tuple[Step, ...] = ()
    most = ampacity.final_a
    if share < 1:
        held = step("I_p", f"most a device may be: {why}", "C_c * I_z", "A", cite, C_c=share, I_z=ampacity.final_a)
        steps, most = (held,), held.value
    fits = [rating for rating in ratings(device_type) if rating <= most + 1e-9]
    largest = fits[-1] if fits else 0.0
    rule = ruled("I_p", "largest device for the cable", f"{largest:g} A", "never above what the cable carries", "433.1.1(ii)", largest)
    return Worked(largest, (*steps, rule))


def load_margins(load: DesignLoad, ampacity: Ampacity, guard: Guard) -> tuple[tuple[Step, ...], tuple[Margin, ...]]:
    """Hold a cable against its design current; each leg of a ring against 20 A.

    Parameters
    ----------
    load : DesignLoad
        The load. [A]
    ampacity : Ampacity
        What the cable carries here. [A]
    guard : Guard
        Ring or not. [-]

    References
    ----------
    BS 7671:2018, 433.1.1, 433.1.204.
    """
    design = load_on_device(load, RunKind.feeder)
    if guard.ring:
        return (design,), (at_most("ampacity", "Least for each leg of a ring", RING_LEG_A, ampacity.final_a, "A", "433.1.204"),)
    return (design,), (at_most("ampacity", "Cable, design current", design.value, ampacity.final_a, "A", "433.1.1(ii)"),)


def transformer_devices(facts: TransformerFacts) -> tuple[Worked[TransformerSide], Worked[TransformerSide]]:
    """Give the usual devices on both sides of a transformer: its current, with room for its inrush. [A]

    Parameters
    ----------
    facts : TransformerFacts
        Rating and voltages. [kVA, V]

    References
    ----------
    BS 7671:2018, 433.1.1; the room for the inrush is customary.
    """
    sides = []
    for volts, device_type, words in ((facts.primary_v, "D", "with room for the inrush"), (facts.secondary_v, "B", "its own current")):
        current = step("I", "full-load current", "1000 * S / U", "A", "kVA over voltage", S=facts.rating_kva, U=volts)
        up = next_device(1.25 * current.value, device_type)
        sides.append(
            Worked(TransformerSide(current, up.value), (current, ruled("I_n", "device", f"{up.value:g} A", words, "433.1.1", up.value)))
        )
    return sides[0], sides[1]


def _share(device_type: str, guard: Guard) -> tuple[float, str, str]:
    if device_type == "3036":
        if guard.buried:
            return BOTH, "a rewirable fuse, and a cable in the ground", "433.1.202, 433.1.203"
        return REWIRABLE, "a rewirable fuse opens late on overload", "433.1.202"
    if guard.buried:
        return BURIED, "a cable in the ground is rated from 20 °C", "433.1.203"
    return 1.0, "", "433.1.1"


def device_types() -> tuple[tuple[str, str], ...]:
    """List kinds of devices."""
    return TYPES


def interrupting_ratings() -> tuple[float, ...]:
    """List the breaking capacities on the shelf. [A]"""
    return (6000.0, 10_000.0, 16_000.0, 25_000.0, 33_000.0, 80_000.0)


def unmarked_interrupting_a() -> Step:
    """Give what an unmarked device may break. [A]"""
    why = "not marked; taken as the least there is"
    return ruled("I_r", "breaking capacity", "1000 A", why, "434.5.1", 1000.0)


load_words = "Device, design current"
device_type_of = usual_type


def guard_for(kind: RunKind, chosen: str, *, buried: bool, cannot_overload: bool, ring: bool = False, outlets: bool = False) -> Guard:
    """Say what of a run decides how its device and its wire go together.

    Parameters
    ----------
    kind : RunKind
        What the run is for. [-]
    chosen : str
        Kind of device, empty for the usual one. [-]
    buried : bool
        Whether a stretch of it lies in the ground. [-]
    cannot_overload : bool
        Fixed loads that cannot draw more. [-]
    ring : bool
        Fed from both ends. [-]
    outlets : bool
        Several outlets for whatever is plugged in. [-]
    """
    return Guard(usual_type(kind, chosen), buried, cannot_overload, ring, outlets=outlets)
