"""What a cable carries, and what its load asks of it."""

from __future__ import annotations

from northspan.core.document.job import (
    Circuit,
    RunKind,
    Segment,
    System,
    Terminals,
)
from northspan.core.rulebooks.questions.common import USUAL_GUARD, Ampacity, DesignLoad, Guard, Wire
from northspan.core.rulebooks.uk import cables, devices
from northspan.core.working.worked import Margin, Step, Worked, ruled, step


def fault_limits_c(insulation: str) -> tuple[float, float]:
    """Give the temperatures of a wire when a fault begins, and what its insulation stands while it lasts. [°C]"""
    return (90.0, 250.0) if "90" in insulation else (70.0, 160.0)


def carrying_conductors(circuit: Circuit, system: System) -> Step:
    """Count carrying conductors of a run."""
    del circuit, system
    return ruled("n", "carrying conductors of this run", "2", "line and neutral carry the same", "Appendix 4", 2.0)


def terminals_c(marking: Terminals, device_a: float) -> Step:
    """Give the temperature terminals stand. [°C]"""
    del device_a
    return cables.terminals_c(marking)


def run_ampacity(
    wire: Wire, segments: tuple[Segment, ...], carrying: int, terminal_c: float, start: str = "insulation"
) -> Worked[Ampacity]:
    """Give what a run carries. [A]"""
    del carrying, start
    return cables.run_ampacity(wire, segments, terminal_c)


def load_margins(
    load: DesignLoad, ampacity: Ampacity, kind: RunKind, allowance: float = 1.0, guard: Guard = USUAL_GUARD, rating_a: float = 0.0
) -> tuple[tuple[Step, ...], tuple[Margin, ...]]:
    """Hold a cable against its load."""
    del kind, allowance, rating_a
    return devices.load_margins(load, ampacity, guard)


def largest_loads(ampacity: Ampacity, device_a: float, kind: RunKind) -> tuple[Step, Step]:
    """Give the largest load of a cable; a continuous one may be as large. [A]"""
    del kind
    load = step("I_m", "largest load", "min(I_z, I_n)", "A", "433.1.1", I_z=ampacity.final_a, I_n=device_a)
    return load, ruled("I_k", "largest continuous load", load.result, "the same", "433.1.1", load.value)


def usual_ground_c() -> float:
    """Give how warm the ground is taken, where nobody measured it: Table 4B2 begins there. [°C]"""
    return 20.0
