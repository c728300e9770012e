"""What a run carries, leg by leg."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.document.job import Across, Load, LoadKind
from northspan.core.rulebooks.questions.common import DesignLoad
from northspan.core.working.worked import Worked


@dataclass(frozen=True, slots=True)
class LegLoads:
    """Currents at the head of a run. [A]

    `design` is by the heavier leg; `neutral_1_a` and `neutral_2_a` are the parts of both legs that
    come back by the neutral; `starting_extra_a` is what the worst start of a motor adds; `motor_a`
    is the table current when the run is the circuit of one motor, which has rules of its own, and `motor_kind` what it
    drives; `plate_a` and `plate_device_a` are the least circuit ampacity and the largest device on the plate of a unit that
    is alone on its circuit. `starting_across` is what the motor of the worst start is connected to.
    """

    design: DesignLoad
    line_1_a: float
    line_2_a: float
    starting_extra_a: float
    neutral_1_a: float = 0.0
    neutral_2_a: float = 0.0
    motor_a: float = 0.0
    motor_kind: LoadKind = LoadKind.motor
    plate_a: float = 0.0
    plate_device_a: float = 0.0
    starting_across: Across = Across.line_line


NO_LOAD: Worked[LegLoads | None] = Worked(None)


def legs_of(load: Load) -> tuple[int, ...]:
    """List the legs a load is on.

    Parameters
    ----------
    load : Load
        The load. [-]
    """
    return legs_across(load.across)


def legs_across(across: Across) -> tuple[int, ...]:
    """List the legs of what is connected so.

    Parameters
    ----------
    across : Across
        What it is connected to. [-]
    """
    return {Across.line_line: (1, 2), Across.l1_neutral: (1,), Across.l2_neutral: (2,)}[across]


def across_words(load: Load) -> str:
    """Say which legs a load is on.

    Parameters
    ----------
    load : Load
        The load. [-]
    """
    return {Across.line_line: "both legs", Across.l1_neutral: "leg 1", Across.l2_neutral: "leg 2"}[load.across]
