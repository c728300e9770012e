"""Feeder taps, and the devices of small transformers."""

from __future__ import annotations

from northspan.core.document.job import (
    Metal,
)
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.taps import SecondaryFacts, TapFacts, TransformerFacts, TransformerSide
from northspan.core.rulebooks.us.ampacities import held_to, run_ampacity, size_ladder, size_name
from northspan.core.rulebooks.us.devices import next_device, standard_devices
from northspan.core.working.errors import NoSolution
from northspan.core.working.worked import Margin, Step, Worked, at_most, given, ruled, step, whole

FOOT_M = 0.3048
SHORT_FT, LONG_FT = 10.0, 25.0
SMALL_A, TINY_A = 9.0, 2.0  # bands of Table 450.3(B)
SECONDARY_WORDS = "From the transformer to a device, indoors"


def tap_share(length_m: float, feeder_device_a: float, feeder_ampacity_a: float = 0.0) -> Worked[float]:
    """Choose the tap rule by length: the share of the device ahead that the tap must carry. [A]

    Parameters
    ----------
    length_m : float
        Length of the tap. [m]
    feeder_device_a : float
        Device ahead of the feeder it comes from. [A]

    Raises
    ------
    NoSolution
        If it is longer than 25 ft.

    References
    ----------
    NEC 2023, 240.21(B)(1) to 10 ft, 240.21(B)(2) to 25 ft.
    """
    del feeder_ampacity_a  # asked of every rulebook; here the device decides
    length_ft = length_m / FOOT_M
    if length_ft <= SHORT_FT + 1e-9:
        rule, citation = "10 ft rule", "240.21(B)(1)"
        share = step("I_s", "a tenth of the feeder's device", "I_f / 10", "A", "240.21(B)(1)(4)", I_f=feeder_device_a)
    elif length_ft <= LONG_FT + 1e-9:
        rule, citation = "25 ft rule", "240.21(B)(2)"
        share = step("I_s", "a third of the feeder's device", "I_f / 3", "A", "240.21(B)(2)(1)", I_f=feeder_device_a)
    else:
        raise NoSolution("tap", f"the rules for 10 and 25 ft on {whole(length_ft)} ft; protect it at the joint, or run the feeder's size")
    return Worked(share.value, (ruled("r", "rule", rule, f"{length_ft:.1f} ft long", citation), share))


def tap(facts: TapFacts, metal: Metal, insulation: str, terminals_c: float) -> Worked[tuple[str, str]]:
    """Size a feeder tap by the rule for its length; a tap gets no next size up.

    Parameters
    ----------
    facts : TapFacts
        Length, feeder device, load, device where it ends. [m, A]
    metal : Metal
        Conductor metal. [-]
    insulation : str
        Type letters. [-]
    terminals_c : float
        What its terminals stand. [°C]

    Returns
    -------
    Worked
        Size and name of the rule, with the limits held.

    Raises
    ------
    NoSolution
        If the tap is longer than 25 ft, or no size is large enough.

    References
    ----------
    NEC 2023, 240.21(B)(1) to 10 ft, 240.21(B)(2) to 25 ft; 240.21(B) excludes 240.4(B).
    """
    named = tap_share(facts.length_m, facts.feeder_device_a)
    rule_step, share = named.steps
    rule, citation = rule_step.result, rule_step.citation
    if not facts.end_device_a:
        tried = "the rules for 10 and 25 ft; both want one device or bus where the tap ends, rated for no more than its wire"
        raise NoSolution("tap", tried)
    opening = (
        rule_step,
        share,
        given("I_e", "device where it ends", facts.end_device_a, "A"),
    )
    for size in size_ladder(metal):
        held = tap_carries(facts, Wire(size, metal, insulation), terminals_c)
        margins = _tap_margins(facts, share, held, citation)
        if all(margin.holds for margin in margins):
            return Worked((size, rule), (*opening, held), margins)
    largest = size_name(size_ladder(metal)[-1])
    raise NoSolution("tap", f"every {metal} {insulation} size up to {largest} for {whole(max(facts.end_device_a, share.value))} A")


def secondary_share(facts: SecondaryFacts) -> Worked[float]:
    """Choose the rule for a transformer's secondary conductors by their length: what they must carry at least. [A]

    Parameters
    ----------
    facts : SecondaryFacts
        Length, device on the primary, voltages, where they run. [m, A, V]

    Returns
    -------
    Worked of float
        What they must carry, with the limit of their length where there is one.

    References
    ----------
    NEC 2023, 240.21(C)(2) to 10 ft, 240.21(C)(6) to 25 ft, 240.21(C)(4) outdoors.

    Examples
    --------
    >>> [secondary_share(SecondaryFacts(m, 70, 480, 240)).value for m in (3.0, 7.6)]
    [14.0, 46.666666666666664]
    """
    length_ft = facts.length_m / FOOT_M
    ratio = {"I_p": facts.primary_device_a, "U_p": facts.primary_v, "U_s": facts.secondary_v}
    if length_ft <= SHORT_FT + 1e-9:
        rule, citation = "10 ft rule", "240.21(C)(2)"
        share = step("I_s", "a tenth of the primary's device, through the windings", "I_p * U_p / U_s / 10", "A", citation, **ratio)
    elif facts.outdoors:
        rule, citation = "outdoors, any length", "240.21(C)(4)"
        share = given("I_s", "no share is set outdoors; one device where they end", 0.0, "A", citation)
    else:
        rule, citation = "25 ft rule", "240.21(C)(6)"
        share = step("I_s", "a third of the primary's device, through the windings", "I_p * U_p / U_s / 3", "A", citation, **ratio)
    longest = () if facts.outdoors else (at_most("secondary", SECONDARY_WORDS, facts.length_m, LONG_FT * FOOT_M, "m", "240.21(C)(6)"),)
    return Worked(share.value, (ruled("r", "rule", rule, f"{length_ft:.1f} ft long", citation), share), longest)


def tap_carries(facts: TapFacts, wire: Wire, terminals_c: float) -> Step:
    """Give what a tap's wire carries where it lies, or at its terminals alone. [A]

    Parameters
    ----------
    facts : TapFacts
        Where it lies. [-]
    wire : Wire
        The wire. [-]
    terminals_c : float
        What its terminals stand. [°C]
    """
    if not facts.segments:
        return held_to(wire, terminals_c)
    worked = run_ampacity(wire, facts.segments, facts.carrying, terminals_c, facts.start)
    return next(one for one in reversed(worked.steps) if one.symbol == "I_a")


def _tap_margins(facts: TapFacts, share: Step, held: Step, citation: str) -> tuple[Margin, ...]:
    return (
        at_most("load", "Load", facts.load_a, held.value, "A", citation),
        at_most("end", "Device where it ends", facts.end_device_a, held.value, "A", citation),
        at_most("share", share.words.capitalize(), share.value, held.value, "A", share.citation),
    )


def transformer_devices(facts: TransformerFacts) -> tuple[Worked[TransformerSide], Worked[TransformerSide]]:
    """Give the largest devices on both sides of a single-phase transformer of 1000 V or less.

    Parameters
    ----------
    facts : TransformerFacts
        Rating, voltages, and whether the secondary has a device. [kVA, V]

    Returns
    -------
    tuple of Worked
        Primary and secondary; the secondary is 0 where it has none. [A]

    References
    ----------
    NEC 2023, Table 450.3(B): with a device on the secondary 250 % on the primary; without one
    125 %, 167 % below 9 A, 300 % below 2 A. Only the 125 % may go to the next size up (note 1).

    Examples
    --------
    >>> [side.value.most_a for side in transformer_devices(TransformerFacts(15, 480, 240, True))]
    [70.0, 80.0]
    >>> transformer_devices(TransformerFacts(15, 480, 240, False))[0].value.most_a
    40.0
    """
    primary = _side(facts.rating_kva, facts.primary_v, percent=250.0 if facts.secondary_device else None)
    if not facts.secondary_device:
        current = _full_load(facts.rating_kva, facts.secondary_v)
        return primary, Worked(
            TransformerSide(current, 0.0),
            (current, ruled("I_p", "device", "none", "the primary's device protects both windings", "450.3(B)")),
        )
    return primary, _side(facts.rating_kva, facts.secondary_v, percent=None, tiny=False)


def _full_load(rating_kva: float, volts: float) -> Step:
    return step("I", "full-load current", "1000 * S / U", "A", "kVA over voltage", S=rating_kva, U=volts)


def _side(rating_kva: float, volts: float, *, percent: float | None, tiny: bool = True) -> Worked[TransformerSide]:
    current = _full_load(rating_kva, volts)
    up = percent is None and current.value >= SMALL_A
    if percent is None:
        percent = 125.0 if up else 300.0 if tiny and current.value < TINY_A else 167.0
    limit = step("I_p", f"{whole(percent)} % of it", "p * I / 100", "A", "Table 450.3(B)", p=percent, I=current.value)
    if up:
        device = next_device(limit.value)
        return Worked(TransformerSide(current, device.value), (current, limit, device))
    fits = [rating for rating in standard_devices() if rating <= limit.value + 1e-9]
    if not fits:
        tried = f"standard ratings from {whole(standard_devices()[0])} A up for {limit.value:.2g} A; protect it by a fuse of its own kind"
        raise NoSolution("device for so small a transformer", tried)
    why = "the largest standard rating that is not above it"
    return Worked(
        TransformerSide(current, fits[-1]), (current, limit, ruled("I_n", "device", f"{fits[-1]:g} A", why, "Table 450.3(B)", fits[-1]))
    )


def tap_lengths() -> tuple[float, ...]:
    """List the lengths at which the tap rules end. [m]"""
    return SHORT_FT * FOOT_M, LONG_FT * FOOT_M
