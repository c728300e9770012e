"""Taps: a smaller conductor from a larger one without a device at the joint."""

from __future__ import annotations

from northspan.core.document.job import (
    Metal,
)
from northspan.core.rulebooks.ca import devices
from northspan.core.rulebooks.ca.ampacities import held_to, run_ampacity, size_ladder, size_name
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.taps import SecondaryFacts, TapFacts
from northspan.core.working.errors import NoSolution
from northspan.core.working.worked import Margin, Step, Worked, at_most, given, ruled, step, whole

SHORT_M, LONG_M = 3.0, 7.5


def tap_share(length_m: float, feeder_device_a: float, feeder_ampacity_a: float = 0.0) -> Worked[float]:
    """Choose the tap rule by length: what the tap must carry of the larger conductor. [A]

    Parameters
    ----------
    length_m : float
        Length of the tap. [m]
    feeder_device_a : float
        Device ahead of the larger conductor; it stands for its ampacity while that is not known. [A]
    feeder_ampacity_a : float
        Ampacity of the larger conductor; 0 if it is not known. [A]

    Raises
    ------
    NoSolution
        If it is longer than 7.5 m.

    References
    ----------
    CE Code 2021, Rule 14-100(b) to 3 m, 14-100(c) to 7.5 m.

    Examples
    --------
    >>> tap_share(3.0, 200, 225).value, tap_share(3.1, 200, 225).value
    (0.0, 75.0)
    """
    if length_m <= SHORT_M + 1e-9:
        why = f"{length_m:.1f} m long: sized by its load and by the device where it ends, not by a third"
        return Worked(0.0, (ruled("r", "rule", "3 m rule", why, "Rule 14-100(b)"),))
    if length_m > LONG_M + 1e-9:
        raise NoSolution("tap", f"the rules for 3 and 7.5 m on {length_m:.1f} m; protect it at the joint, or run the full size")
    named = ruled("r", "rule", "7.5 m rule", f"{length_m:.1f} m long", "Rule 14-100(c)")
    ampacity = feeder_ampacity_a or feeder_device_a
    words = "a third of the larger conductor's ampacity" if feeder_ampacity_a else "a third of its device, for want of its ampacity"
    share = step("I_s", words, "I_c / 3", "A", "Rule 14-100(c)", I_c=ampacity)
    return Worked(share.value, (named, share))


def secondary_share(facts: SecondaryFacts) -> Worked[float]:
    """Say what a transformer's secondary conductors must carry of the primary's device. [A]

    Parameters
    ----------
    facts : SecondaryFacts
        Length, device on the primary, voltages. [m, A, V]

    Returns
    -------
    Worked of float
        What they must carry, with the limit of their length.

    References
    ----------
    CE Code 2021, Rule 14-100(b) and (c), read through the windings; their device stands where they end.

    Examples
    --------
    >>> round(secondary_share(SecondaryFacts(7.0, 70, 480, 240)).value, 1), secondary_share(SecondaryFacts(3.0, 70, 480, 240)).value
    (46.7, 0.0)
    """
    through = facts.primary_device_a * facts.primary_v / facts.secondary_v
    share = tap_share(min(facts.length_m, LONG_M), through, 0.0)
    words = "From the transformer to a device"
    return Worked(share.value, share.steps, (at_most("secondary", words, facts.length_m, LONG_M, "m", "Rule 14-100(c)"),))


def tap(facts: TapFacts, metal: Metal, insulation: str, terminals_c: float) -> Worked[tuple[str, str]]:
    """Size a tap by the rule for its length.

    Parameters
    ----------
    facts : TapFacts
        Length, device and ampacity of the larger conductor, load, device where it ends. [m, A]
    metal : Metal
        Conductor metal. [-]
    insulation : str
        Type. [-]
    terminals_c : float
        What its terminals stand. [°C]

    Raises
    ------
    NoSolution
        If it is longer than 7.5 m, or no size is large enough.

    References
    ----------
    CE Code 2021, Rule 14-100(b) and (c).
    """
    named = tap_share(facts.length_m, facts.feeder_device_a, facts.feeder_ampacity_a)
    rule = named.asks
    end = given("I_e", "device where it ends", facts.end_device_a, "A")
    if not facts.end_device_a:
        if facts.length_m > SHORT_M + 1e-9:
            raise NoSolution("tap", "the rule for 7.5 m, which wants one device where it ends; keep it to 3 m, or end it in one device")
        why = "several devices where it ends: its load decides, and it stays within 3 m and enclosed"
        end = ruled("I_e", "device where it ends", "no single one", why, "Rule 14-100(b)")
    opening = (*named.steps, end)
    for size in size_ladder(metal):
        held = _carries(facts, Wire(size, metal, insulation), terminals_c)
        margins = _margins(facts, named.value, held, rule.citation)
        if all(margin.holds for margin in margins):
            return Worked((size, rule.result), (*opening, held), margins)
    largest = size_name(size_ladder(metal)[-1])
    raise NoSolution("tap", f"every {metal} {insulation} size up to {largest} for {whole(max(facts.end_device_a, named.value))} A")


def _carries(facts: TapFacts, wire: Wire, terminals_c: float) -> Step:
    if not facts.segments:
        return held_to(wire, terminals_c)
    worked = run_ampacity(wire, facts.segments, facts.carrying, terminals_c, facts.start)
    return next(one for one in reversed(worked.steps) if one.symbol == "I_a")


def _margins(facts: TapFacts, share_a: float, held: Step, citation: str) -> tuple[Margin, ...]:
    found = [at_most("load", "Load", facts.load_a, held.value, "A", citation)]
    if facts.end_device_a:
        found.append(at_most("end", "Device where it ends", facts.end_device_a, held.value, "A", citation))
    if share_a:
        found.append(at_most("share", "A third of the larger conductor", share_a, held.value, "A", citation))
    return tuple(found)


transformer_devices = devices.transformer_devices


def tap_lengths() -> tuple[float, ...]:
    """List the lengths at which the tap rules end. [m]"""
    return SHORT_M, LONG_M
