"""What was measured: a fact with who and when. The plan never rewrites it; it is held beside what the plan expects."""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from northspan.core.document.job.part import Id, Note, Part

Where = Annotated[str, StringConstraints(pattern=r"^/(runs|enclosures|electrodes|buildings|circuits)/[^/]{1,40}$")]
Between = Literal["", "L1-L2", "L1-N", "L2-N", "L1-G", "L2-G", "N-G", "L1-L1", "L2-L2", "N-N", "G-G"]
OfWire = Literal["", "L1", "L2", "N", "G"]


class TestKind(StrEnum):
    """What is measured."""

    continuity = "continuity"
    ring_line = "ring_line"
    ring_neutral = "ring_neutral"
    ring_ground = "ring_ground"
    ring_cross_neutral = "ring_cross_neutral"
    ring_cross_ground = "ring_cross_ground"
    insulation = "insulation"
    polarity = "polarity"
    volts = "volts"
    amperes = "amperes"
    earth = "earth"
    loop = "loop"
    prospective = "prospective"
    residual_half = "residual_half"
    residual_one = "residual_one"
    residual_five = "residual_five"
    residual_button = "residual_button"
    torque = "torque"
    temperature = "temperature"
    leakage = "leakage"


class Measured(Part):
    """A reading.

    `between` says of volts from where to where, `to` in which other can the second tip is; `wire` of amperes through which wire.

    `on` are the loads, or the circuits, that were on. `wanted` is what it is held against where no plan says it: the torque on
    the label, how warm its like is. What is right or not right, and not a figure, is 1 or 0.
    """

    kind: TestKind
    where: Where
    value: float = Field(ge=0, le=1e9, description="In the unit of its kind: V, A, mA, ohm, Mohm, ms, degrees C. [-]")
    between: Between = ""
    to: Id | None = Field(None, description="The can in which the second tip is, if another.")
    wire: OfWire = ""
    on: tuple[Id, ...] = Field((), max_length=200)
    wanted: float | None = Field(None, ge=0, le=1e6, description="What it is held against, in the same unit. [-]")
    who: Annotated[str, StringConstraints(max_length=80, strip_whitespace=True)] = ""
    at: Annotated[str, StringConstraints(max_length=40)] = ""
    instrument: Annotated[str, StringConstraints(max_length=80, strip_whitespace=True)] = ""
    note: Note = ""
