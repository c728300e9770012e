"""Conductors that are reduced, and those behind a transformer."""

from __future__ import annotations

from northspan.core.document.job import (
    Metal,
)
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.taps import SecondaryFacts, TapFacts
from northspan.core.rulebooks.uk import cables, devices
from northspan.core.rulebooks.uk.code_tables import code_table
from northspan.core.working.errors import NoSolution
from northspan.core.working.worked import Worked, at_most, given, ruled, whole

TAP_M = 3.0

transformer_devices = devices.transformer_devices


def tap(facts: TapFacts, metal: Metal, insulation: str, terminals_c: float) -> Worked[tuple[str, str]]:
    """Size conductors that are reduced without a device at the joint; gives the size and the rule."""
    named = tap_share(facts.length_m, facts.feeder_device_a, facts.feeder_ampacity_a)
    wanted = max(facts.load_a, facts.end_device_a)
    for size in cables.size_ladder(insulation):
        if facts.segments:
            carried = cables.run_ampacity(Wire(size, metal, insulation), facts.segments, terminals_c)
            held, shown = carried.value.final_a, carried.steps
        else:
            rated = code_table(cables.cable(insulation)["table"])
            held = rated.number(size, "C" if "C" in rated.columns else "B")
            shown = (given("I_t", f"{size} mm² {insulation}, before factors", held, "A", rated.citation),)
        if held >= wanted:
            margins = (at_most("end", "Device where it ends", wanted, held, "A", "433.2"),)
            return Worked((size, "3 m rule"), (*named.steps, *shown), margins)
    largest = cables.size_ladder(insulation)[-1]
    raise NoSolution("tap", f"every {insulation} size up to {largest} mm² for {whole(wanted)} A")


def secondary_share(facts: SecondaryFacts) -> Worked[float]:
    """Say what conductors behind a transformer must carry, as far as a device stands behind them. [A]"""
    del facts
    why = "the device behind them guards against overload; keep them short, and away from what burns"
    return Worked(0.0, (ruled("r", "rule", "433.2", why, "433.2.1, 434.2.1"),))


def tap_lengths() -> tuple[float, ...]:
    """List the lengths at which the rules for a reduced conductor end. [m]"""
    return (TAP_M,)


def tap_share(length_m: float, feeder_device_a: float, feeder_ampacity_a: float = 0.0) -> Worked[float]:
    """Give what a reduced conductor must carry of the larger one: nothing within 3 m, and no rule beyond. [A]"""
    del feeder_device_a, feeder_ampacity_a
    if length_m > TAP_M + 1e-9:
        raise NoSolution("tap", f"the 3 m rule on {length_m:.1f} m; put a device at the joint, or run the full size")
    why = f"{length_m:.1f} m long, laid so that a fault is most unlikely; its own device stands at its end"
    return Worked(0.0, (ruled("r", "rule", "3 m rule", why, "434.2.1", 0.0),))
