"""Small whole properties for the bench: what the issue of bonds is about, in as few cans as show it."""

from northspan.core.document.job import (
    Across,
    Bond,
    Building,
    Circuit,
    Electrode,
    Enclosure,
    EnclosureKind,
    Grounding,
    GroundSoil,
    Job,
    Load,
    Metal,
    Method,
    Run,
    RunKind,
    Segment,
    Source,
    SourceKind,
    Status,
)

LOADS = {"one": Load(name="Lamps", enclosure="P", power_va=1800, across=Across.l1_neutral),
         "two": Load(name="Heater", enclosure="P", power_va=600, across=Across.l2_neutral)}  # fmt: skip


def a_run(origin, target, length_m=20.0, **changes):
    made = {"name": f"{origin} to {target}", "origin": origin, "target": target, "metal": Metal.copper, "status": Status.existing,
            "segments": (Segment(length_m=length_m, method=Method.pvc40, place="indoors"),)}  # fmt: skip
    return Run(**made | changes)


def a_enclosure(name, building="house", **changes):
    return Enclosure(**{"name": name, "building": building, "status": Status.existing} | changes)


def a_house(**changes):
    """Utility, a meter-main outside, a transfer switch, a lug-only panel inside with loads on both legs."""
    job = Job(
        name="House",
        soil=GroundSoil(upper_ohm_m=100),
        sources={"T": Source(name="Transformer", rating_kva=25, impedance_percent=1.6)},
        buildings={"house": Building(name="House", use="dwelling")},
        enclosures={
            "M": a_enclosure("Meter-main", kind=EnclosureKind.meter_main, main_a=100),
            "X": a_enclosure("Transfer switch", kind=EnclosureKind.transfer_switch),
            "P": a_enclosure("Panel", kind=EnclosureKind.panel_lugs),
        },
        electrodes={"E": Electrode(name="Rod", building="house")},
        loads=LOADS,
        runs={
            "S": a_run("T", "M", kind=RunKind.service),
            "A": a_run("M", "X", 5.0, device_a=100),
            "B": a_run("X", "P", 5.0, device_a=100),
        },
    )
    return job.model_copy(update=changes)


def with_source(kind, **changes):
    """The house, and a source that stands by and feeds the transfer switch."""
    job = a_house()
    own = Source(name="Standby", kind=kind, rating_kva=12, status=Status.new, **changes)
    return job.model_copy(update={"sources": job.sources | {"G": own}, "runs": job.runs | {"H": a_run("G", "X", 8.0, alternate=True)}})


def a_studio(**far):
    """The house, and a studio 56 m away with electrodes of its own; its lamps are on one leg."""
    job = a_house()
    feeder = a_run("P", "Q", 56.0, device_a=60, conductor_size="4", metal=Metal.copper, **far)
    return job.model_copy(
        update={
            "buildings": job.buildings | {"studio": Building(name="Studio")},
            "enclosures": job.enclosures | {"Q": a_enclosure("Studio panel", "studio", main_a=60)},
            "electrodes": job.electrodes | {"F": Electrode(name="Studio rod", building="studio")},
            "loads": job.loads
            | {
                "lamp": Load(name="Lamp", enclosure="Q", power_va=2400, across=Across.l1_neutral),
                "fan": Load(name="Fan", enclosure="Q", power_va=600, across=Across.l2_neutral),
            },
            "runs": job.runs | {"F": feeder},
        }
    )


def a_cabin():
    """Off the grid for good: paired inverters and a panel."""
    job = a_house()
    return job.model_copy(
        update={
            "sources": {"I": Source(name="Inverters", kind=SourceKind.inverter_pair, rating_kva=8)},
            "enclosures": {"P": a_enclosure("Panel", main_a=60)},
            "runs": {"S": a_run("I", "P", 4.0)},
        }
    )


def a_remote():
    """A remote building behind step-up at the house and step-down at its end: a new neutral there."""
    job = a_house()
    return job.model_copy(
        update={
            "sources": job.sources | {"D": Source(name="Step-down", kind=SourceKind.transformer, rating_kva=10, building="far")},
            "buildings": job.buildings | {"far": Building(name="Far")},
            "enclosures": job.enclosures | {"R": a_enclosure("Far panel", "far", main_a=60)},
            "electrodes": job.electrodes | {"F": Electrode(name="Far rod", building="far")},
            "loads": job.loads | {"pump": Load(name="Pump", enclosure="R", power_va=1200, across=Across.l1_neutral)},
            "runs": job.runs | {"U": a_run("P", "D", 200.0, circuit=Circuit.two_wire_line, device_a=50), "V": a_run("D", "R", 3.0)},
        }
    )


def bonded(job, **found):
    """The job with bonds as found: of enclosures and of sources."""
    enclosures, sources = dict(job.enclosures), dict(job.sources)
    for key, there in found.items():
        part = enclosures if key in enclosures else sources
        part[key] = part[key].model_copy(update={"bond_found": Bond.bonded if there else Bond.separate})
    return job.model_copy(update={"enclosures": enclosures, "sources": sources})


LEGACY = {"grounding": Grounding.legacy_three_wire}
