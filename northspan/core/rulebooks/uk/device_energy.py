"""What a device takes to open, and the energy it lets through until then."""

from __future__ import annotations

from math import exp, log

from northspan.core.physics.device_curves import opens_within_s, residual_opens_s
from northspan.core.rulebooks.uk.code_tables import code_table
from northspan.core.rulebooks.uk.devices import AT_ONCE_S, FAST_S, MULTIPLE, NAMES, SLOW_S, device_curve, fuse_points
from northspan.core.working.errors import OutsideTable
from northspan.core.working.worked import Step, Worked, ending, given, looked_up, ruled, step, whole

SLOW_D = 10.0  # within 5 s a type D is past its bimetal at ten times
RESIDUAL_TIMES = 5.0


def opens_at_a(device_type: str, rating_a: float, within_s: float) -> Step:
    """Give the current that opens a device within a time. [A]

    Parameters
    ----------
    device_type : str
        Its kind. [-]
    rating_a : float
        Its rating. [A]
    within_s : float
        The time, from 0.4 to 5 s; a breaker opens at once at its multiple. [s]

    Raises
    ------
    OutsideTable
        If a fuse of this rating is not meant for so short a time.

    References
    ----------
    BS 7671:2018, Appendix 3; multiples of BS EN 60898: 5, 10, 20.

    Examples
    --------
    >>> opens_at_a("B", 32, 0.4).value, opens_at_a("3036", 30, 5.0).value
    (160.0, 87.0)
    """
    words = f"opens a {rating_a:g} A {NAMES[device_type]} within {within_s:g} s"
    if device_type in MULTIPLE:
        times = SLOW_D if device_type == "D" and within_s >= SLOW_S else MULTIPLE[device_type]
        return step("I_a", f"{words}: {times:g} times its rating", "m * I_n", "A", "Appendix 3", m=times, I_n=rating_a)
    rows, key = code_table("devices"), f"{device_type} {rating_a:g}"
    fast = rows.number(key, "opens_0_4_a") if rows.has(key, "opens_0_4_a") else None
    slow = rows.number(key, "opens_5_a")
    if within_s >= SLOW_S:
        return looked_up("I_a", words, slow, "A", "Appendix 3", row=key, column="5 s")
    if fast is None or within_s < FAST_S:
        raise OutsideTable("Appendix 3", words, "a residual-current device does it, or a breaker")
    if within_s == FAST_S:
        return looked_up("I_a", words, fast, "A", "Appendix 3", row=key, column="0.4 s")
    between = exp(log(fast) + (log(slow) - log(fast)) * log(within_s / FAST_S) / log(SLOW_S / FAST_S))
    return ruled("I_a", words, f"{whole(between)} A", "between the points at 0.4 and 5 s, on logarithmic scales", "Appendix 3", between)


def energy(device_type: str, rating_a: float, fault_a: float, within_s: float) -> Worked[float]:
    """Give the energy a device lets through in a fault, per ohm. [A²s]

    Parameters
    ----------
    device_type : str
        Its kind. [-]
    rating_a : float
        Its rating. [A]
    fault_a : float
        Current of the fault. [A]
    within_s : float
        Time in which the circuit must open, where the device does not do it at once. [s]

    Notes
    -----
    A breaker that is past its multiple opens within 0.1 s; below that time the energy of its class
    counts where that is less. A fuse opens in a time between its points at 5 s and 0.4 s, read on logarithmic
    scales; where the second is not printed it is taken as far away as that of any smaller rating, so that the
    time comes out long. It never lets more through than at the current that opens it in 0.4 s.

    References
    ----------
    BS 7671:2018, 434.5.2 and 543.1.3; BS EN 60898-1, energy limits of class 3.

    Examples
    --------
    >>> energy("B", 32, 200, 0.4).value, energy("B", 32, 2000, 0.4).value
    (4000.0, 18000.0)
    >>> round(energy("88-2", 80, 600, 5.0).value / 600**2, 2)
    1.14
    """
    words, squared = "energy let through", "I_f**2 * t"
    if device_type in MULTIPLE:
        if fault_a < MULTIPLE[device_type] * rating_a:
            return ending(step("W", f"{words}: the current for as long as it may last", squared, "A²s", "543.1.3", I_f=fault_a, t=within_s))
        plain = step("W", f"{words} in 0.1 s", squared, "A²s", "543.1.3", I_f=fault_a, t=AT_ONCE_S)
        work_lines = _class_limit(device_type, rating_a, fault_a)
        return ending(work_lines if work_lines is not None and work_lines.value < plain.value else plain)
    fast, slow, known = fuse_points(device_type, rating_a)
    if fault_a >= fast:
        return ending(step("W", f"{words}: no more than at the current that opens it in 0.4 s", "I_a**2 * 0.4", "A²s", "543.1.3", I_a=fast))
    if fault_a < slow:
        return ending(step("W", f"{words}: the current for as long as it may last", squared, "A²s", "543.1.3", I_f=fault_a, t=within_s))
    far = given("I_q", f"opens it in 0.4 s{'' if known else ', taken as far off as for any smaller one'}", fast, "A", "Appendix 3")
    near = looked_up("I_s", "opens it in 5 s", slow, "A", "Appendix 3", row=f"{device_type} {rating_a:g}", column="5 s")
    seconds = opens_within_s(fault_a / rating_a, device_curve(device_type, rating_a))[1]
    time = ruled(
        "t", "it opens within", f"{seconds:.2g} s", "between those two, on logarithmic scales", "Appendix 3", min(seconds, within_s)
    )
    return ending(near, far, time, step("W", words, squared, "A²s", "543.1.3", I_f=fault_a, t=time.value))


def residual_energy(residual_ma: float | None, fault_a: float) -> Worked[float] | None:
    """Give the energy that passes until a residual-current device opens; nothing where there is none. [A²s]

    Parameters
    ----------
    residual_ma : float or None
        Its rated residual current. [mA]
    fault_a : float
        Current of the fault. [A]

    References
    ----------
    BS EN 61008-1: 0.04 s at five times its rating; one above 30 mA may be a delayed one, 0.15 s.

    Examples
    --------
    >>> residual_energy(30, 200).value, residual_energy(30, 0.149)
    (1600.0, None)
    """
    if residual_ma is None or fault_a < RESIDUAL_TIMES * residual_ma / 1000 - 1e-9:  # mA to A
        return None
    seconds = residual_opens_s(fault_a, residual_ma)[1]
    words = f"energy until the {residual_ma:g} mA device opens"
    return ending(step("W", words, "I_f**2 * t", "A²s", "BS EN 61008-1", I_f=fault_a, t=seconds))


def _class_limit(device_type: str, rating_a: float, fault_a: float) -> Step | None:
    rows = code_table("let_through")
    column = next((c for c, most in (("to_3000_a", 3000), ("to_6000_a", 6000), ("to_10000_a", 10_000)) if fault_a <= most), None)
    key = next((k for k, row in rows.rows.items() if row["type"] == device_type and rating_a <= float(row["up_to_a"])), None)
    if column is None or key is None:
        return None
    words = "energy let through by a breaker of class 3"
    return looked_up(
        "W", words, rows.number(key, column), "A²s", "BS EN 60898-1", row=f"up to {key.split()[1]} A", column=column[3:-2] + " A"
    )
