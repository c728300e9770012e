"""Questions about the ground: what electrodes come to, what the soil is, what a test proves."""

from __future__ import annotations

from math import hypot
from typing import Literal

from pydantic import Field

from northspan.core.case.calculator import Answer, Question, answered
from northspan.core.document.job import Part
from northspan.core.physics.closed_forms import FIELD_RULE, rod_ohm
from northspan.core.physics.fall_of_potential import Drop, fall_of_potential
from northspan.core.physics.four_pin import Reading, fit, pins_too_deep
from northspan.core.physics.grid import Shape, earthed, encased, plate, ring, rod, wire
from northspan.core.physics.soil import Soil
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.working.errors import InvalidJob
from northspan.core.working.worked import Step, given, ruled, step, three, whole

LEAST_M = 0.05


class SoilLayers(Part):
    """Soil in one layer, or in two."""

    upper_ohm_m: float = Field(ge=0.1, le=1_000_000, description="Resistivity of the upper layer. [ohm metre]")
    lower_ohm_m: float | None = Field(None, ge=0.1, le=1_000_000, description="Of the lower layer; empty for one layer. [ohm metre]")
    depth_m: float | None = Field(None, ge=0.1, le=200, description="Thickness of the upper layer. [m]")


class InGround(Part):
    """An electrode or a bare wire, where it lies. Plates are given by width and height."""

    kind: Literal["rod", "wire", "ring", "plate", "encased"] = "rod"
    x_m: float = Field(0, ge=-500, le=500)
    y_m: float = Field(0, ge=-500, le=500)
    to_x_m: float | None = Field(None, ge=-500, le=500, description="Other end of a wire or an encased one. [m]")
    to_y_m: float | None = Field(None, ge=-500, le=500)
    top_m: float = Field(0, ge=0, le=30, description="Depth of the upper end of a rod; of the middle of anything else. [m]")
    length_m: float | None = Field(None, ge=0.05, le=300, description="Of a rod; around, of a ring; empty: the least rod of the rules. [m]")
    width_m: float = Field(0.6, ge=0.05, le=10)
    height_m: float = Field(0.9, ge=0.05, le=10)
    diameter_m: float = Field(0.0159, gt=0.0005, le=0.3)


class ElectrodeQuestion(Question):
    """Soil, and what lies in it, joined."""

    soil: SoilLayers
    electrodes: tuple[InGround, ...] = Field(min_length=1, max_length=8)
    current_a: float = Field(1, gt=0, le=100_000, description="Current into the ground, for the voltage it is lifted to. [A]")


class FourPin(Part):
    """A four-pin reading."""

    spacing_m: float = Field(gt=0.05, le=200)
    resistance_ohm: float = Field(ge=0.0001, le=1_000_000)
    pin_m: float = Field(0, ge=0, le=3, description="Depth of the pins. [m]")


class SoilQuestion(Question):
    """Four-pin readings at several spacings."""

    readings: tuple[FourPin, ...] = Field(min_length=1, max_length=60)


class FallReading(Part):
    """A reading of a fall-of-potential test."""

    distance_m: float = Field(gt=0, le=2000)
    resistance_ohm: float = Field(ge=0, le=1_000_000)


class FallQuestion(Question):
    """A fall-of-potential log."""

    current_probe_m: float = Field(ge=0.1, le=2000)
    largest_m: float = Field(ge=0.01, le=500, description="Largest dimension of the electrodes: a rod's depth, a ring's diagonal. [m]")
    layered: bool = Field(False, description="Layered soil, or a ring or a grid: the probes must stand further.")
    readings: tuple[FallReading, ...] = Field(min_length=1, max_length=200)


def electrode(question: ElectrodeQuestion) -> Answer:
    """Predict the resistance to earth of electrodes that are joined, with every mutual term at their real places.

    Parameters
    ----------
    question : ElectrodeQuestion
        Soil and electrodes. [ohm metre, m]

    Raises
    ------
    InvalidJob
        If one of them ends where it begins, or two lie in the same place.

    Examples
    --------
    >>> rods = (InGround(), InGround(x_m=3))
    >>> electrode(ElectrodeQuestion(soil=SoilLayers(upper_ohm_m=100), electrodes=rods)).headline
    '22 Ω together; 2 rods come to 56 % of one, the field rule says 60 %'
    """
    book = rulebook_named(question.rulebook)
    soil = Soil(question.soil.upper_ohm_m, question.soil.lower_ohm_m, question.soil.depth_m)
    least_m = book.electrodes.rod_limits().length_m
    for i, one in enumerate(question.electrodes):
        to_x, to_y = one.x_m if one.to_x_m is None else one.to_x_m, one.y_m if one.to_y_m is None else one.to_y_m
        stays = hypot(to_x - one.x_m, to_y - one.y_m) < LEAST_M and not (one.to_x_m is None and one.to_y_m is None)
        if one.kind in {"wire", "encased"} and stays:
            raise InvalidJob(f"/electrodes/{i}/to_x_m", "it ends where it begins.", "Say where its other end lies.")
    shapes = tuple(_shape(f"E{i}", one, one.length_m or least_m) for i, one in enumerate(question.electrodes, 1))
    together = earthed(shapes, soil)
    steps: list[Step] = [given("p_1", "resistivity of the upper layer", soil.upper_ohm_m, "Ωm")]
    if soil.layers > 1 and soil.lower_ohm_m and soil.depth_m:
        steps += [given("p_2", "of the lower layer", soil.lower_ohm_m, "Ωm"), given("h", "which begins at", soil.depth_m, "m")]
    alone: list[float] = []
    for shape, one in zip(shapes, question.electrodes, strict=True):
        value = earthed((shape,), soil).resistance_ohm
        alone.append(value)
        share = dict(together.shares)[shape.key]
        why = f"carries {whole(100 * share)} % of the current when joined"
        steps.append(ruled(f"R_{shape.key}", f"{one.kind} {shape.key[1:]} alone", f"{three(value)} Ω", why, "potential matrix", value))
    why = "one voltage on all, each leaks what its place lets it"
    resistance = together.resistance_ohm
    steps.append(ruled("R", "all of them joined", f"{three(resistance)} Ω", why, "Heppe 1979", resistance))
    lifted = step("U", "voltage to remote earth at the current", "R * I", "V", "Ohm's law", R=together.resistance_ohm, I=question.current_a)
    headline = f"{together.resistance_ohm:.2g} Ω together"
    rods = [one for one in question.electrodes if one.kind == "rod"]
    if len(rods) == len(question.electrodes):
        closed = rod_ohm(soil.upper_ohm_m, rods[0].length_m or least_m, rods[0].diameter_m) if soil.layers == 1 else None
        steps += [closed] if closed else []
        if len(rods) in FIELD_RULE and len(rods) > 1:
            share = together.resistance_ohm / alone[0]
            headline += (
                f"; {len(rods)} rods come to {whole(100 * share)} % of one, the field rule says {whole(100 * FIELD_RULE[len(rods)])} %"
            )
    figures: dict[str, float | str] = {"resistance_ohm": together.resistance_ohm, "lifted_v": lifted.value}
    figures |= {f"share_{key}": share for key, share in together.shares}
    return answered(book, headline, figures, {"Resistance to earth": (*steps, lifted)})


def soil(question: SoilQuestion) -> Answer:
    """Fit one or two layers of soil to four-pin readings, with the misfit that is left.

    Parameters
    ----------
    question : SoilQuestion
        The readings. [m, ohm]

    Examples
    --------
    >>> soil(SoilQuestion(readings=(FourPin(spacing_m=2, resistance_ohm=8), FourPin(spacing_m=4, resistance_ohm=4)))).headline
    'one layer of 101 Ωm, misfit 0.0 %'
    """
    readings = tuple(Reading(one.spacing_m, one.resistance_ohm, one.pin_m) for one in question.readings)
    worked = fit(readings)
    found = worked.value
    ground = found.soil
    if ground.layers > 1 and ground.lower_ohm_m and ground.depth_m:
        layers = f"{three(ground.upper_ohm_m)} Ωm down to {ground.depth_m:.2g} m, {three(ground.lower_ohm_m)} Ωm below"
        headline = f"{layers}, misfit {found.misfit_percent:.1f} %"
    else:
        headline = f"one layer of {three(ground.upper_ohm_m)} Ωm, misfit {found.misfit_percent:.1f} %"
    if any(pins_too_deep(reading) for reading in readings):
        headline += "; pins deeper than a tenth of their spacing"
    figures: dict[str, float | str] = {
        "upper_ohm_m": ground.upper_ohm_m, "lower_ohm_m": ground.lower_ohm_m or ground.upper_ohm_m, "depth_m": ground.depth_m or 0.0,
        "misfit_percent": found.misfit_percent, "one_layer_misfit_percent": found.one_layer_misfit_percent,
    }  # fmt: skip
    return answered(rulebook_named(question.rulebook), headline, figures, {"Soil": worked.steps})


def fall(question: FallQuestion) -> Answer:
    """Read a fall-of-potential log: the 62 % point, the plateau, and whether the test proves anything.

    Parameters
    ----------
    question : FallQuestion
        The log. [m, ohm]

    Examples
    --------
    >>> log = [FallReading(distance_m=d, resistance_ohm=r) for d, r in ((10, 17), (16, 21.8), (18, 22), (20, 22.2), (27, 30))]
    >>> fall(FallQuestion(current_probe_m=30, largest_m=2.4, readings=log)).headline
    'Proved: 22.1 Ω, 3 readings agree within 1.8 %.'
    """
    log = [Drop(one.distance_m, one.resistance_ohm) for one in question.readings]
    worked = fall_of_potential(
        log, question.current_probe_m, question.largest_m, layered=question.layered, say=rulebook_named(question.rulebook).words.length_text
    )
    verdict = worked.value
    figures: dict[str, float | str] = {"proved": "yes" if verdict.proved else "no"}
    if verdict.resistance_ohm is not None:
        figures["resistance_ohm"] = verdict.resistance_ohm
    if verdict.scatter_percent is not None:
        figures["scatter_percent"] = verdict.scatter_percent
    return answered(rulebook_named(question.rulebook), verdict.words, figures, {"Test": worked.steps})


def _shape(key: str, one: InGround, length_m: float) -> Shape:
    here = (one.x_m, one.y_m, max(one.top_m, one.diameter_m))
    there = (one.to_x_m if one.to_x_m is not None else one.x_m + length_m, one.to_y_m if one.to_y_m is not None else one.y_m, here[2])
    if one.kind == "rod":
        return rod(key, one.x_m, one.y_m, one.top_m, length_m, one.diameter_m)
    if one.kind == "ring":
        return ring(key, one.x_m, one.y_m, here[2], length_m, one.diameter_m)
    if one.kind == "plate":
        return plate(key, one.x_m, one.y_m, max(one.top_m, one.height_m / 2 + 0.01), one.width_m, one.height_m)
    return (encased if one.kind == "encased" else wire)(key, here, there, one.diameter_m)
