"""Kestrel Hollow, the made-up property that shows the work, with honest mistakes to find."""

from __future__ import annotations

from northspan.core.desk.demo_circuits import HOUSE_LAYOUT, house_circuits
from northspan.core.document.job import (
    Across,
    Bond,
    Building,
    BuildingUse,
    Circuit,
    Companion,
    Crossing,
    Days,
    Electrode,
    ElectrodeKind,
    Enclosure,
    EnclosureKind,
    Grounding,
    GroundSoil,
    Job,
    Load,
    LoadKind,
    Matters,
    MattersAs,
    Metal,
    Method,
    OtherLine,
    Place,
    Pull,
    Run,
    RunKind,
    Segment,
    Sky,
    Source,
    SourceKind,
    Status,
    TemporarySupply,
    Terminals,
    Visit,
    VisitKind,
    WaterPipe,
    Weather,
)

FT_M = 0.3048


def kestrel_hollow() -> Job:
    """Build the demo property: a farmhouse, a kiln studio, an observatory and a spring pump house."""
    return Job(
        name="Kestrel Hollow",
        notes="Farmhouse on a hill track. Kiln studio first; the observatory feed is old and waits its turn.",
        sources={
            "T1": Source(name="Pole transformer", rating_kva=25, impedance_percent=1.6),
            "G1": Source(
                name="Standby generator", kind=SourceKind.generator, building="house", rating_kva=14, altitude_m=820, status=Status.new
            ),
        },
        buildings={
            "house": Building(name="House", use=BuildingUse.dwelling, floor_m2=165, load_method="optional", water_pipe=WaterPipe.none),
            "studio": Building(name="Kiln studio", status=Status.new),
            "hill": Building(name="Observatory"),
            "spring": Building(name="Pump house"),
        },
        enclosures=_enclosures(),
        electrodes={
            "E1": Electrode(name="North rod", building="house", spacing_m=6 * FT_M, status=Status.existing),
            "E2": Electrode(name="South rod", building="house", clamp_for_burial=False, status=Status.existing),
            "E3": Electrode(name="Studio rod", building="studio", measured_ohm=58),
            "E4": Electrode(name="Hill rod", building="hill", status=Status.existing),
            "E5": Electrode(name="Hill rod, lower", building="hill", spacing_m=8 * FT_M, status=Status.existing),
            "E6": Electrode(
                name="Footing steel", building="house", kind=ElectrodeKind.concrete_encased, length_m=6.1, status=Status.existing
            ),
        },
        soil=GroundSoil(upper_ohm_m=140, lower_ohm_m=60, depth_m=1.7),
        loads=_loads(),
        days=Days(
            weather=(Weather(day=1, from_h=8, to_h=12.5, sky=Sky.thunder),),
            visits=(Visit(kind=VisitKind.final, day=2, from_h=13, to_h=15),),
            matters={"W17": Matters(kind=MattersAs.freezer), "W4": Matters(kind=MattersAs.fridge, stands_h=2)},
            supplies={"S1": TemporarySupply(name="Cord from the camper", power_va=1800, circuits=("W17",), guards_people=True)},
        ),
        runs=_runs(),
        circuits=house_circuits(),
    )


def _enclosures() -> dict[str, Enclosure]:
    return {
        "M1": Enclosure(
            name="Meter-main",
            building="house",
            kind=EnclosureKind.meter_main,
            main_a=200,
            bus_a=200,
            bond_found=Bond.bonded,
            status=Status.existing,
        ),
        "P1": Enclosure(
            name="House panel",
            building="house",
            kind=EnclosureKind.panel_lugs,
            bus_a=200,
            bond_found=Bond.bonded,
            status=Status.existing,
            layout=HOUSE_LAYOUT,
        ),
        "P2": Enclosure(name="Studio panel", building="studio", main_a=100, bus_a=125),
        "P3": Enclosure(name="Observatory panel", building="hill", main_a=60, bus_a=100, bond_found=Bond.bonded, status=Status.existing),
        "D1": Enclosure(
            name="Pump disconnect",
            building="spring",
            kind=EnclosureKind.disconnect,
            main_a=30,
            bond_found=Bond.separate,
            status=Status.existing,
        ),
    }


def _loads() -> dict[str, Load]:
    return {
        "range": Load(name="Range", enclosure="P1", kind=LoadKind.range, power_va=9600, uses_neutral=True, status=Status.existing),
        "dryer": Load(name="Dryer", enclosure="P1", kind=LoadKind.dryer, power_va=4800, uses_neutral=True, status=Status.existing),
        "tank": Load(name="Water heater", enclosure="P1", kind=LoadKind.water_heating, power_va=4500, status=Status.existing),
        "dish": Load(
            name="Dishwasher", enclosure="P1", kind=LoadKind.appliance, power_va=1200, across=Across.l1_neutral, status=Status.existing
        ),
        "store": Load(name="Cold store", enclosure="P1", kind=LoadKind.cooling, power_va=2400, status=Status.existing),
        "kiln": Load(name="Kiln", enclosure="P2", kind=LoadKind.kiln, power_va=9600, continuous=True),
        "heat": Load(name="Drying heater", enclosure="P2", kind=LoadKind.heating, power_va=4800),
        "wheel": Load(name="Pottery wheel", enclosure="P2", power_va=900, across=Across.l1_neutral, starting_a=34),
        "fan": Load(name="Extraction fan", enclosure="P2", power_va=530, across=Across.l2_neutral, continuous=True, starting_a=18),
        "lamps": Load(
            name="Studio lights", enclosure="P2", kind=LoadKind.lighting, power_va=480, across=Across.l2_neutral, continuous=True
        ),
        "dome": Load(name="Dome drive and warm room", enclosure="P3", power_va=2400, status=Status.existing, starting_a=32),
        "desk": Load(name="Instruments", enclosure="P3", power_va=600, across=Across.l1_neutral, continuous=True, status=Status.existing),
        "pump": Load(name="Spring pump", enclosure="D1", power_va=1900, starting_a=42, status=Status.existing),
    }


def _runs() -> dict[str, Run]:
    return {
        "R1": Run(
            name="Service drop",
            kind=RunKind.service,
            origin="T1",
            target="M1",
            status=Status.existing,
            terminals=Terminals.c75,
            metal=Metal.aluminum,
            insulation="XHHW-2",
            conductor_size="4/0",
            device_a=200,
            segments=(Segment(length_m=72 * FT_M, method=Method.overhead, place=Place.overhead),),
        ),
        "G": Run(
            name="Generator feeder",
            origin="G1",
            target="P1",
            alternate=True,
            interlock=True,
            terminals=Terminals.c75,
            segments=(Segment(length_m=9, place=Place.outdoors, bends_deg=180),),
        ),
        "F1": Run(
            name="House feeder",
            origin="M1",
            target="P1",
            status=Status.existing,
            terminals=Terminals.c75,
            metal=Metal.aluminum,
            insulation="XHHW-2",
            conductor_size="4/0",
            device_a=200,
            pipe_size="2-1/2",
            segments=(Segment(length_m=22 * FT_M, place=Place.indoors, bends_deg=180),),
        ),
        "F2": Run(
            name="Studio feeder",
            origin="P1",
            target="P2",
            terminals=Terminals.c75,
            segments=(
                Segment(length_m=10 * FT_M, place=Place.indoors, bends_deg=90, ambient_c=30),
                Segment(
                    length_m=175 * FT_M,
                    bends_deg=225,
                    ambient_c=20,
                    trench="studio",
                    beside=(Companion(kind=OtherLine.communication, apart_m=FT_M),),
                    crossings=(Crossing(kind=OtherLine.water, at_m=60 * FT_M, depth_m=3 * FT_M),),
                ),
            ),
        ),
        "F3": Run(
            name="Observatory feeder",
            origin="P1",
            target="P3",
            status=Status.existing,
            terminals=Terminals.c75,
            grounding=Grounding.legacy_three_wire,
            metal=Metal.aluminum,
            insulation="USE-2",
            conductor_size="1/0",
            device_a=60,
            segments=(Segment(length_m=430 * FT_M, method=Method.direct_burial, ambient_c=20, cover_m=0.61),),
        ),
        "C1": Run(
            name="Pump circuit",
            kind=RunKind.branch,
            origin="P1",
            target="D1",
            status=Status.existing,
            terminals=Terminals.c75,
            circuit=Circuit.two_wire_line,
            metal=Metal.copper,
            insulation="THWN-2",
            conductor_size="10",
            device_a=20,
            pipe_size="3/4",
            segments=(Segment(length_m=90 * FT_M, bends_deg=405, ambient_c=20, cover_m=0.46),),
            pull=Pull(lubricated=False),
        ),
    }
