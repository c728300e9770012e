"""Lac Sureau, the made-up Canadian property, with honest mistakes to find."""

from __future__ import annotations

from northspan.core.desk.demo_circuits import CAMP_LAYOUT, camp_circuits
from northspan.core.document.job import (
    Across,
    Bond,
    Building,
    BuildingUse,
    Electrode,
    Enclosure,
    EnclosureKind,
    Grounding,
    GroundSoil,
    Job,
    Load,
    LoadKind,
    Metal,
    Method,
    Place,
    Run,
    RunKind,
    Segment,
    Source,
    Status,
    Surface,
    Terminals,
    Units,
    WaterPipe,
)


def lac_sureau() -> Job:
    """Build the Canadian demo property: a camp on a lake, a sauna house, a sugar shack."""
    return Job(
        name="Lac Sureau",
        rulebook="ca-2021",
        units=Units.metres,
        notes="A camp on the north shore. The sauna house is new; the sugar shack was fed long ago.",
        sources={"T1": Source(name="Pole transformer", rating_kva=25, impedance_percent=1.8)},
        buildings={
            "camp": Building(
                name="Camp", use=BuildingUse.dwelling, floor_m2=156, basement_m2=52, load_method="basic", water_pipe=WaterPipe.plastic
            ),
            "sauna": Building(name="Sauna house", status=Status.new),
            "shack": Building(name="Sugar shack"),
        },
        enclosures={
            "P1": Enclosure(
                name="Camp panel",
                building="camp",
                main_a=200,
                bus_a=200,
                bond_found=Bond.bonded,
                status=Status.existing,
                layout=CAMP_LAYOUT,
            ),
            "P2": Enclosure(name="Sauna panel", building="sauna", main_a=60, bus_a=100, bond_found=Bond.bonded),
            "P3": Enclosure(
                name="Shack panel",
                building="shack",
                kind=EnclosureKind.panel_lugs,
                bus_a=60,
                bond_found=Bond.bonded,
                status=Status.existing,
            ),
        },
        electrodes={
            "E1": Electrode(name="Lake rod", building="camp", status=Status.existing),
            "E2": Electrode(name="Shack rod", building="shack", length_m=3.0, measured_ohm=21, status=Status.existing),
        },
        soil=GroundSoil(upper_ohm_m=320, lower_ohm_m=900, depth_m=1.2),
        loads={
            "range": Load(name="Range", enclosure="P1", kind=LoadKind.range, power_va=11_500, uses_neutral=True, status=Status.existing),
            "tank": Load(name="Water heater", enclosure="P1", kind=LoadKind.water_heating, power_va=4500, status=Status.existing),
            "dryer": Load(name="Dryer", enclosure="P1", kind=LoadKind.dryer, power_va=5000, uses_neutral=True, status=Status.existing),
            "heat1": Load(name="Baseboards, ground floor", enclosure="P1", kind=LoadKind.heating, power_va=8000, status=Status.existing),
            "heat2": Load(name="Baseboards, basement", enclosure="P1", kind=LoadKind.heating, power_va=4000, status=Status.existing),
            "stove": Load(name="Sauna heater", enclosure="P2", kind=LoadKind.heating, power_va=8000),
            "lamps": Load(name="Sauna lights", enclosure="P2", kind=LoadKind.lighting, power_va=300, across=Across.l1_neutral),
            "pump": Load(name="Sap pump", enclosure="P3", power_va=1500, across=Across.l1_neutral, starting_a=38, status=Status.existing),
            "fan": Load(name="Evaporator fan", enclosure="P3", power_va=900, across=Across.l2_neutral, status=Status.existing),
        },
        circuits=camp_circuits(),
        runs={
            "R1": Run(
                name="Service drop",
                kind=RunKind.service,
                origin="T1",
                target="P1",
                status=Status.existing,
                terminals=Terminals.c75,
                metal=Metal.aluminum,
                insulation="NS90",
                conductor_size="4/0",
                device_a=200,
                segments=(Segment(length_m=28, method=Method.overhead, place=Place.overhead),),
            ),
            "F1": Run(
                name="Sauna feeder",
                origin="P1",
                target="P2",
                terminals=Terminals.c75,
                segments=(
                    Segment(length_m=6, place=Place.indoors, bends_deg=90),
                    Segment(length_m=34, bends_deg=180, ambient_c=10, cover_m=0.4, surface=Surface.open_ground),
                ),
            ),
            "F2": Run(
                name="Shack feeder",
                origin="P1",
                target="P3",
                status=Status.existing,
                grounding=Grounding.legacy_three_wire,
                metal=Metal.aluminum,
                insulation="USEI90",
                conductor_size="6",
                device_a=40,
                segments=(Segment(length_m=118, method=Method.direct_burial, ambient_c=10, cover_m=0.6),),
            ),
        },
    )
