"""Bends that a person makes on the floor: their shape, and the measurements that were taken for them."""

from __future__ import annotations

from enum import StrEnum

from pydantic import Field

from northspan.core.document.job.part import Part


class BendShape(StrEnum):
    """What is bent."""

    offset = "offset"
    kick = "kick"
    saddle = "saddle"
    box_saddle = "box_saddle"
    stub = "stub"
    back_to_back = "back_to_back"


class BentByHand(Part):
    """How far over and how far to the obstacle; for a bend up its height and the shoe. [m]"""

    shape: BendShape = BendShape.offset
    over_m: float = Field(0.1, gt=0, le=20, description="How far over, or how high the end stands up. [m]")
    away_m: float = Field(0, ge=0, le=100, description="From the end of the pipe to the obstacle, or from back to back. [m]")
    wide_m: float = Field(0, ge=0, le=20, description="Width of a square obstacle. [m]")
    roll_m: float = Field(0, ge=0, le=20, description="How far aside too, where it goes over and aside at once. [m]")
    beside_m: float = Field(0, ge=0, le=5, description="Center to center from the pipe inside it that it lines up with. [m]")
    slope_deg: float = Field(0, ge=-45, le=45, description="What a level on it reads before the bend; 0 where it lies level. [degrees]")
    angle_deg: float = Field(30, ge=5, le=90, description="Of each bend, of a saddle the one in the middle. [degrees]")
    take_up_m: float = Field(0, ge=0, le=3, description="Take-up of the shoe, as it is marked; 0 for a heat box. [m]")
    radius_m: float = Field(0.1, gt=0, le=3, description="Radius to the middle of the pipe. [m]")
