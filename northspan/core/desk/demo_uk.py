"""Tern Cottage, the made-up British property, with honest mistakes to find."""

from __future__ import annotations

from northspan.core.desk.demo_circuits import COTTAGE_LAYOUT, cottage_circuits
from northspan.core.document.job import (
    Across,
    Bond,
    Building,
    BuildingUse,
    Circuit,
    DropLimits,
    Earthing,
    Electrode,
    Enclosure,
    EnclosureKind,
    Entry,
    EntryKind,
    Grounding,
    GroundSoil,
    Job,
    Load,
    LoadKind,
    Method,
    Place,
    Run,
    RunKind,
    Segment,
    Source,
    Status,
    System,
    Units,
    WaterPipe,
    WetRoom,
)

_THERE = Status.existing


def _final(name: str, target: str, length_m: float, device_a: float, size: str, **more: object) -> Run:
    """A final circuit of the cottage that is there, in flat twin."""
    place = Place(str(more.pop("place", "indoors")))
    fields = {
        "kind": RunKind.branch, "origin": "CU", "circuit": Circuit.two_wire_neutral, "status": _THERE, "insulation": "flat twin",
        "device_a": device_a, "conductor_size": size, "segments": (Segment(length_m=length_m, method=Method.cable, place=place),),
    }  # fmt: skip
    return Run.model_validate({"name": name, "target": target} | fields | more)


def _point(name: str, building: str = "cottage", status: Status = _THERE) -> Enclosure:
    return Enclosure(name=name, building=building, kind=EnclosureKind.junction_box, status=status)


def _load(name: str, at: str, kind: LoadKind, power_va: float, **more: object) -> Load:
    return Load.model_validate(
        {"name": name, "enclosure": at, "kind": kind, "power_va": power_va, "across": Across.l1_neutral, "status": _THERE} | more
    )


def tern_cottage() -> Job:
    """Build the British demo property: a cottage on its own electrode, and a music room at the end of the garden."""
    return Job(
        name="Tern Cottage",
        rulebook="uk-2022",
        units=Units.metres,
        notes="The overhead supply brings no earth. The music room is new; the cottage was wired in stages.",
        drop_limits=DropLimits(run_percent=5, way_percent=5),
        sources={
            "T1": Source(name="Pole transformer", system=System.single_phase, line_v=230, rating_kva=25, impedance_percent=4.5,
                         earthing=Earthing.tt, earth_ohm=9),
        },
        buildings={
            "cottage": Building(
                name="Cottage", use=BuildingUse.dwelling, floor_m2=92, load_method="diversity", water_pipe=WaterPipe.plastic,
                entries=(
                    Entry(kind=EntryKind.water, metal=False),
                    Entry(kind=EntryKind.oil, metal=True, bonded=False),
                ),
                wet_room=WetRoom(circuits=("C3", "C4"), parts_ohm=0.4),
            ),
            "music": Building(name="Music room", status=Status.new),
        },
        enclosures={
            "CU": Enclosure(name="Consumer unit", building="cottage", main_a=100, bus_a=100, interrupting_a=6000, bond_found=Bond.separate,
                            status=_THERE, layout=COTTAGE_LAYOUT),
            "MR": Enclosure(name="Music room board", building="music", main_a=63, bus_a=100, interrupting_a=6000),
            "S1": _point("Downstairs sockets"),
            "K1": _point("Cooker point"),
            "L1": _point("Upstairs lights"),
            "B1": _point("Shower"),
            "M1": _point("Music room sockets", "music", Status.new),
            "M2": _point("Music room lights", "music", Status.new),
        },
        electrodes={
            "E1": Electrode(name="Old rod", building="cottage", length_m=1.2, measured_ohm=230, status=_THERE),
        },
        soil=GroundSoil(upper_ohm_m=140, lower_ohm_m=60, depth_m=1.8),
        loads={
            "ring": _load("Downstairs sockets", "S1", LoadKind.sockets, 4600),
            "cooker": _load("Cooker", "K1", LoadKind.range, 7000),
            "lights": _load("Upstairs lights", "L1", LoadKind.lighting, 600),
            "shower": _load("Shower", "B1", LoadKind.shower, 7200),
            "amps": _load("Amplifiers and sockets", "M1", LoadKind.sockets, 2300, status="new"),
            "lamps": _load("Lights", "M2", LoadKind.lighting, 400, status="new"),
            "warm": _load("Panel heaters", "MR", LoadKind.heating, 2000, status="new"),
        },
        circuits=cottage_circuits(),
        runs={
            "R1": Run(name="Overhead supply", kind=RunKind.service, origin="T1", target="CU", circuit=Circuit.two_wire_neutral,
                      status=_THERE, device_a=100, insulation="armoured 70", conductor_size="25", residual_ma=100,
                      segments=(Segment(length_m=34, method=Method.overhead, place=Place.overhead, ambient_c=25),)),
            "C1": _final("Socket ring", "S1", 58, 32, "2.5", ring=True, residual_ma=30),
            "C2": _final("Cooker circuit", "K1", 14, 40, "6", residual_ma=30),
            "C3": _final("Upstairs lighting", "L1", 22, 6, "1", place="attic"),
            "C4": _final("Shower circuit", "B1", 17, 40, "10", residual_ma=30, device_type="C"),
            "F1": Run(name="Music room submain", origin="CU", target="MR", circuit=Circuit.two_wire_neutral, device_a=40, device_type="C",
                      grounding=Grounding.island, residual_ma=100,
                      segments=(Segment(length_m=6, method=Method.cable, place=Place.indoors, ambient_c=25),
                                Segment(length_m=47, method=Method.direct_burial, place=Place.buried, ambient_c=15, cover_m=0.45))),
            "C5": _final("Music room sockets", "M1", 16, 20, "2.5", origin="MR", status="new"),
            "C6": _final("Music room lighting", "M2", 18, 6, "1.5", origin="MR", status="new", residual_ma=30),
        },
    )  # fmt: skip
