"""Twenty ordinary jobs, laid out as a person would: what a master would be handed to sign."""

from __future__ import annotations

from typing import Any

from northspan.core.desk.starts import Answers
from northspan.core.desk.starts.under import start_job_under
from northspan.core.document.job import (
    Across,
    Circuit,
    Enclosure,
    EnclosureKind,
    Fuel,
    Job,
    Load,
    LoadKind,
    Method,
    Place,
    Run,
    RunKind,
    Segment,
    Source,
    System,
)
from tests.support import checked

HOUSE: dict[str, Any] = {"floor_m2": 170, "range_va": 12000, "dryer_va": 5000, "water_heater_va": 4500, "cooling_va": 6000, "service_length_m": 23, "transformer_kva": 25}  # fmt: skip


def start(key: str, rules: str = "us-2023", **answers: Any) -> Job:
    return start_job_under(key, Answers(name="Any", **answers), rules)


def the(job: Job, name: str) -> str:
    return next(key for key, enclosure in job.enclosures.items() if enclosure.name.startswith(name))


def with_load(job: Job, enclosure: str, **load: Any) -> Job:
    return checked(job, loads=job.loads | {f"X{len(job.loads)}": Load(enclosure=enclosure, **load)})


def with_branch(job: Job, name: str, load: dict[str, Any], *segments: Segment, circuit: Circuit = Circuit.three_wire) -> Job:
    """A circuit from the house panel to a disconnect of its own, and what it feeds."""
    panel = the(job, "House panel")
    end = Enclosure(name=f"{name} disconnect", building=job.enclosures[panel].building, kind=EnclosureKind.disconnect)
    run = Run(name=name, kind=RunKind.branch, origin=panel, target="D9", circuit=circuit, segments=segments)
    return checked(job, enclosures=job.enclosures | {"D9": end}, runs=job.runs | {"R9": run},
                   loads=job.loads | {"L9": Load(name=name, enclosure="D9", **load)})  # fmt: skip


def in_pipe(length_m: float) -> Segment:
    return Segment(length_m=length_m, method=Method.pvc40, place=Place.buried)


def shop() -> Job:
    job = start("detached_panel", building="Shop", load_a=80, length_m=55)
    job = checked(job, runs={key: run.model_copy(update={"load_a": None}) for key, run in job.runs.items()})
    panel = the(job, "Shop")
    job = with_load(job, panel, name="Welder", kind=LoadKind.welder, power_va=11500, duty_percent=30)
    job = with_load(job, panel, name="Compressor", kind=LoadKind.motor, power_va=3700, horsepower=3)
    return with_load(job, panel, name="Lights", kind=LoadKind.lighting, power_va=1200, across=Across.l1_neutral, continuous=True)


def hot_tub() -> Job:
    tub = {"kind": LoadKind.hot_tub, "power_va": 11500, "uses_neutral": True}
    return with_branch(
        start("new_service", **HOUSE), "Hot tub", tub, Segment(length_m=8, method=Method.cable, place=Place.indoors), in_pipe(7)
    )


def charger() -> Job:
    asks = {"kind": LoadKind.vehicle, "power_va": 11520, "continuous": True}
    return with_branch(start("new_service", **HOUSE), "Charger", asks, in_pipe(60), circuit=Circuit.two_wire_line)


def pump() -> Job:
    asks = {"kind": LoadKind.motor, "power_va": 2900, "horsepower": 2}
    return with_branch(start("new_service", **HOUSE), "Well pump", asks, in_pipe(150), circuit=Circuit.two_wire_line)


def barn() -> Job:
    job = start("detached_panel", building="Barn", load_a=60, length_m=60)
    return checked(job, buildings={k: b.model_copy(update={"animals": b.name == "Barn"}) for k, b in job.buildings.items()})


def condo() -> Job:
    """A subpanel in a flat on two legs of a wye, with a range and a water heater on it."""
    job = start("subpanel", load_a=60, length_m=12)
    panel, sub = the(job, "House panel"), the(job, "Subpanel")
    source = Source(name="Building supply", line_v=208, system=System.wye_legs, rating_kva=75)
    feed = Run(
        name="Riser", origin="S9", target=panel, device_a=100, segments=(Segment(length_m=20, place=Place.indoors, method=Method.emt),)
    )
    job = checked(job, sources={"S9": source}, runs=job.runs | {"R9": feed})
    return with_load(with_load(job, sub, name="Range", kind=LoadKind.range, power_va=8000), sub, name="Water heater", kind=LoadKind.water_heating, power_va=4500)  # fmt: skip


def ordinary_jobs() -> dict[str, Job]:
    large: dict[str, Any] = {"floor_m2": 420, "range_va": 14000, "dryer_va": 6000, "water_heater_va": 9000, "heating_va": 20000, "cooling_va": 12000,
             "vehicle_va": 11520, "service_length_m": 30, "transformer_kva": 50, "service_method": Method.pvc40}  # fmt: skip
    return {
        "shed": start("shed_circuit", load_a=12, length_m=25),
        "garage": start("detached_panel", building="Garage", load_a=48, length_m=24),
        "shop": shop(),
        "hot tub": hot_tub(),
        "far charger": charger(),
        "deep pump": pump(),
        "guest house": start("detached_panel", building="Guest house", load_a=72, length_m=75),
        "large house": start("new_service", **large),
        "owned service": start("new_service", **HOUSE, drop_owner="customer"),
        "generator": start("generator", rating_kva=14, service_a=200, length_m=9, fuel=Fuel.natural_gas),
        "cabin": start("paired_inverters", rating_kva=12, service_a=100, length_m=6),
        "hydro": start("remote_source", rating_kva=8, diversion_w=8000, load_a=33, length_m=400),
        "barn": barn(),
        "service change": start("larger_service", service_a=100, floor_m2=150, range_va=12000, dryer_va=5000, vehicle_va=7680, service_length_m=20),
        "condo": condo(),
        "moved panel": start("move_panel", service_a=200, load_a=130, length_m=14),
        "Canadian garage": start("detached_panel", "ca-2021", building="Garage", load_a=40, length_m=30),
        "Canadian house": start("new_service", "ca-2021", floor_m2=140, range_va=12000, dryer_va=5000, heating_va=15000, service_length_m=20),
        "British garage": start("detached_panel", "uk-2022", building="Garage", load_a=32, length_m=25),
        "British house": start("new_service", "uk-2022", floor_m2=110, range_va=7000, vehicle_va=7400, service_length_m=12),
    }  # fmt: skip
