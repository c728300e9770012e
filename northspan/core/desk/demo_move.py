"""Marten Steps, a made-up house whose panel hangs over the steps of a cellar and moves around the corner, in each rulebook."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from typing import Any

from northspan.core.desk.relocation import moved
from northspan.core.document.job import (
    Building,
    BuildingUse,
    CircuitUse,
    ComesFrom,
    Earthing,
    Enclosure,
    EnclosureKind,
    Job,
    Known,
    LegsLand,
    Load,
    LoadKind,
    MainKind,
    Metal,
    Method,
    PanelCircuit,
    PanelLayout,
    Place,
    Room,
    Run,
    RunKind,
    Segment,
    Serves,
    Source,
    Status,
    System,
    Units,
    WaterPipe,
)
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names

RIGHT_M, UP_M = 1.2, 0.3
_TWO_LEGS = ((50, "6"), (30, "10"), (30, "10"), (20, "12"), (15, "14"))
_ONE_LINE = ((40, "10"), (20, "4"), (16, "2.5"), (20, "2.5"), (6, "1.5"))
_KINDS = ("range", "dryer", "tank", "outlets", "lights")
# name, room, use, which device and wire, the side its cable comes from, how far it is free, what is spare in the old can
_CIRCUITS = (
    ("Range", Serves.kitchen, CircuitUse.fixed, "range", ComesFrom.right, 3.0, 0.5),
    ("Dryer", Serves.laundry, CircuitUse.fixed, "dryer", ComesFrom.right, 2.6, 0.5),
    ("Water heater", Serves.basement, CircuitUse.fixed, "tank", ComesFrom.below, 0.4, 2.4),
    ("Kitchen: counter, left of the sink", Serves.kitchen, CircuitUse.outlets, "outlets", ComesFrom.right, 3.0, 0.4),
    ("Kitchen: counter, right of the sink", Serves.kitchen, CircuitUse.outlets, "outlets", ComesFrom.right, 3.0, 0.4),
    ("Bedroom: street side", Serves.bedroom, CircuitUse.outlets, "outlets", ComesFrom.above, 2.4, 0.4),
    ("Bedroom: yard side", Serves.bedroom, CircuitUse.outlets, "outlets", ComesFrom.above, 2.4, 0.4),
    ("Hallway: lights", Serves.hallway, CircuitUse.lighting, "lights", ComesFrom.above, 2.4, 0.3),
    ("Living: hearth wall", Serves.living, CircuitUse.outlets, "outlets", ComesFrom.right, 2.8, 0.4),
    ("Basement: work bench", Serves.basement, CircuitUse.outlets, "outlets", ComesFrom.right, 2.8, 0.4),
)
_NAMES_ONE_LINE = {"Range": "Cooker", "Dryer": "Tumble dryer", "Basement: work bench": "Cellar: work bench"}
_TWO_POLES = frozenset({"range", "dryer", "tank"})


def _circuits(*, one_line: bool) -> dict[str, PanelCircuit]:
    sizes = dict(zip(_KINDS, _ONE_LINE if one_line else _TWO_LEGS, strict=True))
    made: dict[str, PanelCircuit] = {}
    free = iter(range(1, 30))
    pairs = iter(((1, 3), (2, 4), (5, 7)))
    singles = iter((6, 8, 9, 10, 11, 12, 13))
    names = _NAMES_ONE_LINE if one_line else {}
    for title, serves, use, kind, side, fixed_m, spare_m in _CIRCUITS:
        name = names.get(title, title)
        rating_a, size = sizes[kind]
        slots = (next(free),) if one_line else next(pairs) if kind in _TWO_POLES else (next(singles),)
        more: dict[str, Any] = {"loads": (kind,)} if kind in _TWO_POLES else {}
        made[f"W{len(made) + 1}"] = PanelCircuit(
            enclosure="P1", slots=slots, name=name, rating_a=rating_a, size=size, serves=serves, use=use, known=Known.labelled,
            comes_from=side, fixed_m=fixed_m, spare_m=spare_m, residual_ma=30 if one_line else None, **more,
        )  # fmt: skip
    return made


def _standing(rulebook: str) -> Job:
    """The house as it is, with its panel over the steps."""
    one_line = rulebook_named(rulebook).supplies.usual_system is System.single_phase
    say = rulebook_named(rulebook).words
    source = Source(name="Supply", line_v=230 if one_line else 240, system=System.single_phase if one_line else System.split_phase,
                    earthing=Earthing.tn_c_s if one_line else Earthing.at_service, rating_kva=None if one_line else 25)  # fmt: skip
    layout = (
        PanelLayout(spaces=12, columns=1, legs_land=LegsLand.one_line, main=MainKind.lugs)
        if one_line
        else PanelLayout(spaces=16, main=MainKind.lugs)
    )
    to_panel: dict[str, Any] = {"conductor_size": "25"} if one_line else {"conductor_size": "1", "metal": Metal.aluminum}
    return Job(
        name="Marten Steps",
        rulebook=rulebook,
        units=Units.metres if say.dialect.length_unit == "metres" else Units.feet,
        notes=say.fill("The {panel} hangs over the cellar steps. It moves around the corner, where one can stand before it."),
        sources={"T1": source},
        buildings={"house": Building(name="House", use=BuildingUse.dwelling, water_pipe=WaterPipe.none)},
        enclosures={
            "M1": Enclosure(name="Meter and main", building="house", kind=EnclosureKind.meter_main, main_a=100, bus_a=125,
                            status=Status.existing),
            "P1": Enclosure(name=say.fill("Old {panel}"), building="house", kind=EnclosureKind.panel_lugs, bus_a=100, room=Room.over_steps,
                            status=Status.existing, layout=layout),
        },
        loads={
            "range": Load(name="Cooker" if one_line else "Range", enclosure="P1", kind=LoadKind.range, power_va=8000, uses_neutral=True,
                          status=Status.existing),
            "dryer": Load(name="Tumble dryer" if one_line else "Dryer", enclosure="P1", kind=LoadKind.dryer,
                          power_va=3600 if one_line else 4800, uses_neutral=True, status=Status.existing),
            "tank": Load(name="Water heater", enclosure="P1", kind=LoadKind.water_heating, power_va=3000, status=Status.existing),
        },
        runs={
            "R1": Run(name="Service", kind=RunKind.service, origin="T1", target="M1", status=Status.existing, device_a=100,
                      segments=(Segment(length_m=14, method=Method.cable, place=Place.outdoors),), **to_panel),
            "F1": Run(name="House feeder", origin="M1", target="P1", status=Status.existing, device_a=80 if one_line else 100,
                      segments=(Segment(length_m=6, method=Method.cable, place=Place.indoors),), **to_panel),
        },
        circuits=_circuits(one_line=one_line),
    )  # fmt: skip


def marten_steps(rulebook: str) -> Job:
    """Build the second demo property: the panel is being moved, three of its ten cables do not reach.

    Parameters
    ----------
    rulebook : str
        Id of the rulebook. [-]
    """
    job = _standing(rulebook)
    hung = moved(job, "P1", RIGHT_M, UP_M, 16 if job.sources["T1"].system is System.single_phase else 24)
    new = next(key for key, one in hung.enclosures.items() if one.layout is not None and one.layout.replaces)
    named = hung.enclosures[new].model_copy(update={"name": rulebook_named(rulebook).words.fill("New {panel}"), "room": Room.elsewhere})
    return Job.model_validate(hung.model_copy(update={"enclosures": hung.enclosures | {new: named}}).model_dump())


MOVES: dict[str, Callable[[], Job]] = {rulebook: partial(marten_steps, rulebook) for rulebook in rulebook_names()}
