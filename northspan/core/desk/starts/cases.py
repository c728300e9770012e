"""The usual cases: each lays out a complete job, or adds to one, from the few things that matter."""

from __future__ import annotations

from northspan.core.case.tree import tree_of
from northspan.core.desk.draft import Draft
from northspan.core.desk.relocation import moved
from northspan.core.desk.starts.asked import Answers
from northspan.core.document.job import (
    Across,
    Bond,
    Building,
    BuildingUse,
    Circuit,
    Electrode,
    ElectrodeKind,
    Enclosure,
    EnclosureKind,
    LegsLand,
    Load,
    LoadKind,
    MainKind,
    Method,
    PanelLayout,
    Place,
    Run,
    RunKind,
    Segment,
    Source,
    SourceKind,
    Status,
    System,
    Terminals,
)  # fmt: skip
from northspan.core.rulebooks.questions.supplies import SupplyRules
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.working.errors import InvalidJob

_FOOTING_M = 6.1  # 20 ft of it lie in the concrete
_BETWEEN_M = 5.0  # from a main outdoors to a panel, as it usually is
_FAR_M = 60.0  # no house is longer
_INSIDE_M = 2.0  # from one can to the next on the same wall
_LOAD_NAMES = {"vehicle": "Vehicle charging", "heating": "Electric heat", "range": "{Range}", "dryer": "{Dryer}"}
_BASE_VOLT_AMPERES = ("range", "dryer", "water_heater", "heating", "cooling", "vehicle")


def new_service(draft: Draft, a: Answers) -> None:
    """Lay out a house with a new service: source, meter-main, panel, and its loads by the optional method.

    Parameters
    ----------
    draft : Draft
        The job that is laid out. [-]
    a : Answers
        What was answered. [m, A, VA, kVA]
    """
    house = draft.add(_house(a, Status.new))
    main = draft.add(Enclosure(name=draft.say.fill("{Meter_main}"), building=house, kind=EnclosureKind.meter_main))
    panel = draft.add(Enclosure(name=draft.say.fill("House {panel}"), building=house, kind=EnclosureKind.panel_lugs))
    if a.footing == "yes":
        draft.add(Electrode(name="Footing steel", building=house, kind=ElectrodeKind.concrete_encased, length_m=_FOOTING_M))
    _service(draft, a, main, Status.new)
    draft.add(_feeder(draft.say.fill("House {feeder}"), main, panel, _INSIDE_M, place=Place.indoors, terminals=Terminals.c75))
    _house_loads(draft, a, panel)


def larger_service(draft: Draft, a: Answers) -> None:
    """Lay out a house whose service grows: the old panel becomes a subpanel behind a new main outdoors.

    Parameters
    ----------
    draft : Draft
        The job that is laid out. [-]
    a : Answers
        What was answered. [m, A, VA, kVA]
    """
    house = draft.add(_house(a, Status.existing))
    # the main of a house is bonded where the customer makes that bond; where the supplier earths his supply, nobody knows
    bonded = Bond.bonded if rulebook_of(draft.before).supplies.customer_bonds else Bond.unknown
    main = draft.add(Enclosure(name=draft.say.fill("New {meter_main}"), building=house, kind=EnclosureKind.meter_main))
    panel = draft.add(Enclosure(name=draft.say.fill("Old {panel}, now a {subpanel}"), building=house, main_a=a.service_a, bus_a=a.service_a,
                                bond_found=bonded, status=Status.existing))  # fmt: skip
    old = draft.add(Enclosure(name="Old meter", building=house, kind=EnclosureKind.meter, status=Status.remove))
    source = _service(draft, a, main, Status.new)
    gone, inside = _segment(a.service_length_m or 20.0, a.service_method), _segment(_INSIDE_M, place=Place.indoors)
    draft.add(
        Run(name=draft.say.fill("Old {service}"), kind=RunKind.service, origin=source, target=old, status=Status.remove, segments=(gone,))
    )
    draft.add(Run(name=draft.say.fill("From the old meter"), origin=old, target=panel, status=Status.remove, segments=(inside,)))
    draft.add(_feeder(draft.say.fill("{Feeder} to the old {panel}"), main, panel, 6.0, place=Place.indoors, terminals=Terminals.c75))
    _house_loads(draft, a, panel, charging=main)  # what is new hangs on the new main, for the old panel has no room for it


def subpanel(draft: Draft, a: Answers) -> None:
    """Add a panel in the house.

    Parameters
    ----------
    draft : Draft
        The job that is laid out. [-]
    a : Answers
        What was answered. [m, A, VA, kVA]
    """
    panel, house = _existing_panel(draft)
    new = draft.add(
        Enclosure(
            name=a.building if a.building != "Building" else draft.say.fill("{Subpanel}"), building=house, kind=EnclosureKind.panel_lugs
        )
    )
    draft.add(_typed(_feeder(draft.say.fill("{Subpanel} {feeder}"), panel, new, a.length_m or 10.0, place=Place.indoors), a))


def detached_panel(draft: Draft, a: Answers) -> None:
    """Add a panel in a detached building.

    Parameters
    ----------
    draft : Draft
        The job that is laid out. [-]
    a : Answers
        What was answered. [m, A, VA, kVA]
    """
    panel, _ = _existing_panel(draft)
    building = draft.add(Building(name=a.building, status=Status.new))
    new = draft.add(Enclosure(name=f"{a.building} {draft.say.terms.panel}"[:80], building=building, kind=EnclosureKind.panel_main_breaker))
    draft.add(
        _typed(
            _feeder(
                draft.say.fill("{Feeder}") if not draft.before.runs else f"{a.building} {draft.say.terms.feeder}"[:80],
                panel,
                new,
                a.length_m or 30.0,
            ),
            a,
        )
    )


def shed_circuit(draft: Draft, a: Answers) -> None:
    """Add a single circuit of one hot wire to a shed-like building: no electrode, a disconnect there.

    Parameters
    ----------
    draft : Draft
        The job that is laid out. [-]
    a : Answers
        What was answered. [m, A, VA, kVA]
    """
    panel, _ = _existing_panel(draft)
    building = draft.add(Building(name=a.building if a.building != "Building" else "Shed", status=Status.new))
    switch = draft.add(Enclosure(name="Shed switch", building=building, kind=EnclosureKind.disconnect))
    supplies = rulebook_of(draft.before).supplies
    volts = supplies.to_neutral_v(supplies.usual_v, supplies.usual_system)
    power = (a.load_a or 12.0) * volts
    draft.add(Load(name=draft.say.fill("Lights and {receptacles}"), enclosure=switch, power_va=power, across=Across.l1_neutral))
    draft.add(Run(name="Shed circuit", kind=RunKind.branch, origin=panel, target=switch, circuit=Circuit.two_wire_neutral, gfci=True,
                  segments=(_segment(a.length_m or 20.0),)))  # fmt: skip


def move_panel(draft: Draft, a: Answers) -> None:
    """Move a panel: a new one hangs in its new place, fed anew; what the old one feeds goes over, and it comes out.

    Parameters
    ----------
    draft : Draft
        The job that is laid out. [-]
    a : Answers
        What was answered. [m, A, VA, kVA]
    """
    house = draft.add(_house(a, Status.existing))
    main_name = draft.say.fill("{Meter_main}")
    main = draft.add(Enclosure(name=main_name, building=house, kind=EnclosureKind.meter_main, main_a=a.service_a, bus_a=a.service_a,
                               status=Status.existing))  # fmt: skip
    book, length_m = rulebook_of(draft.before), a.length_m or 10.0
    panel = Enclosure(name=draft.say.fill("House {panel}"), building=house, kind=EnclosureKind.panel_lugs, status=Status.existing,
                      layout=_spaces(book.supplies, a.spaces))  # fmt: skip
    old = draft.add(panel)
    before = _feeder(draft.say.fill("Old {feeder}"), main, old, _BETWEEN_M, place=Place.indoors)
    draft.add(before.model_copy(update={"status": Status.existing}))
    draft.take(moved(draft.job(), old, min(length_m, _FAR_M) if a.moved_m is None else a.moved_m, 0.0, tail=draft.tail))
    shelf = book.devices.ratings(book.devices.device_type_of(RunKind.feeder, ""))
    bus_a = next((rating for rating in shelf if rating >= (a.service_a or 0)), a.service_a)
    new, run = next((run.target, key) for key, run in draft.parts["runs"].items() if run.status is Status.new)
    (stretch,) = draft.parts["runs"][run].segments
    draft.change("enclosures", new, bus_a=bus_a)
    draft.change(
        "runs", run, name=draft.say.fill("{Feeder} to the new place"), load_a=a.load_a, terminals=Terminals.c75,
        segments=(stretch.model_copy(update={"length_m": length_m}),),
    )  # fmt: skip


def _spaces(supply_rules: SupplyRules, spaces: int | None) -> PanelLayout:
    """The spaces of a panel that is there, as its rulebook's supplies feed it."""
    if supply_rules.usual_system is System.single_phase:
        return PanelLayout(spaces=spaces or 12, columns=1, legs_land=LegsLand.one_line, main=MainKind.lugs)
    return PanelLayout(spaces=spaces or 20, main=MainKind.lugs)


def remote_source(draft: Draft, a: Answers) -> None:
    """Lay out a plant far away that needs a diversion load, and the long run to the house.

    Parameters
    ----------
    draft : Draft
        The job that is laid out. [-]
    a : Answers
        What was answered. [m, A, VA, kVA]
    """
    house = draft.add(_house(a, Status.existing))
    plant = draft.add(Building(name="Power house", status=Status.new))
    steps = _steps(a.diversion_w)
    source = draft.add(Source(name="Plant", kind=SourceKind.governed_plant, building=plant, rating_kva=a.rating_kva, diversion_w=steps,
                              altitude_m=a.altitude_m, status=Status.new))  # fmt: skip
    main = draft.add(Enclosure(name="Plant disconnect", building=plant, kind=EnclosureKind.disconnect))
    panel = draft.add(Enclosure(name=draft.say.fill("House {panel}"), building=house, kind=EnclosureKind.panel_main_breaker))
    load = _typed(_feeder("Long run to the house", main, panel, a.length_m or 200.0), a)
    draft.add(Run(name="Plant leads", origin=source, target=main, segments=(_segment(_INSIDE_M, place=Place.indoors),)))
    draft.add(load)


def generator(draft: Draft, a: Answers) -> None:
    """Add a standby generator with a transfer switch ahead of the panel.

    Parameters
    ----------
    draft : Draft
        The job that is laid out. [-]
    a : Answers
        What was answered. [m, A, VA, kVA]
    """
    source = Source(name="Generator", kind=SourceKind.generator, rating_kva=a.rating_kva, fuel=a.fuel, altitude_m=a.altitude_m,
                    status=Status.new)  # fmt: skip
    _standby(draft, a, source, draft.say.fill("Generator {feeder}"))


def paired_inverters(draft: Draft, a: Answers) -> None:
    """Add two inverters, one for each leg, with a transfer switch ahead of the panel.

    Parameters
    ----------
    draft : Draft
        The job that is laid out. [-]
    a : Answers
        What was answered. [m, A, VA, kVA]
    """
    source = Source(name="Inverter pair", kind=SourceKind.inverter_pair, rating_kva=a.rating_kva, status=Status.new)
    _standby(draft, a, source, draft.say.fill("Inverter {feeder}"))


def _standby(draft: Draft, a: Answers, source: Source, words: str) -> None:
    """Put a transfer switch ahead of the panel, and the standby source on its other side."""
    panel, house = _existing_panel(draft)
    switch = draft.add(Enclosure(name=draft.say.fill("{Transfer_switch}"), building=house, kind=EnclosureKind.transfer_switch))
    feeding = next(
        (key for key, run in draft.parts["runs"].items() if run.target == panel and run.status is not Status.remove and not run.alternate),
        None,
    )
    if feeding is None:  # nothing is drawn ahead of the panel: the main stands outdoors, the switch between
        main = draft.add(Enclosure(name=draft.say.fill("{Meter_main}"), building=house, kind=EnclosureKind.meter_main, main_a=a.service_a,
                                   status=Status.existing))  # fmt: skip
        old = _feeder(draft.say.fill("Old {feeder}"), main, panel, _INSIDE_M, place=Place.indoors)
        draft.add(old.model_copy(update={"status": Status.remove}))
        draft.add(_feeder(draft.say.fill("{Feeder} to the switch"), main, switch, _INSIDE_M, place=Place.indoors, terminals=Terminals.c75))
    else:
        draft.change("runs", feeding, target=switch)
    onward = _feeder(draft.say.fill("Switch to {panel}"), switch, panel, _INSIDE_M, place=Place.indoors, terminals=Terminals.c75)
    typed = feeding is None and not any(load.enclosure == panel for load in draft.parts["loads"].values())
    draft.add(onward.model_copy(update={"load_a": a.load_a} if typed else {}))
    key = draft.add(source.model_copy(update={"building": house}))
    run = _feeder(words, key, switch, a.length_m or 10.0, terminals=Terminals.c75)
    draft.add(run.model_copy(update={"alternate": True}))


def _existing_panel(draft: Draft) -> tuple[str, str]:
    """Find the panel new work starts from: of a job that has one, the first that is a panel; else a house is added."""
    job = draft.before
    panels = [key for key, enclosure in job.enclosures.items() if enclosure.status is not Status.remove
              and enclosure.kind in {EnclosureKind.panel_lugs, EnclosureKind.panel_main_breaker, EnclosureKind.meter_main}]  # fmt: skip
    homes = [key for key in panels if job.buildings[job.enclosures[key].building].use is BuildingUse.dwelling] or panels
    inner = [key for key in homes if job.enclosures[key].kind is not EnclosureKind.meter_main] or homes
    if inner:
        tree_of(job)
        return inner[0], job.enclosures[inner[0]].building
    if job.buildings:
        raise InvalidJob("/enclosures", draft.say.fill("there is no {panel} to start from."), draft.say.fill("Add the {panel} first."))
    house = draft.add(Building(name="House", use=BuildingUse.dwelling))
    return draft.add(Enclosure(name=draft.say.fill("House {panel}"), building=house, status=Status.existing)), house


def _house(a: Answers, status: Status) -> Building:
    method = "optional" if a.floor_m2 else "connected"
    # a service gets its bonding point for telephone and cable with it
    served = True if a.service_length_m else None
    return Building(name="House", use=BuildingUse.dwelling, floor_m2=a.floor_m2, load_method=method, status=status, intersystem=served)


def _service(draft: Draft, a: Answers, main: str, status: Status) -> str:
    earthed = {"earthing": a.earthing} if a.earthing else {}
    source = draft.add(Source(name=draft.say.fill("{Utility} transformer"), rating_kva=a.transformer_kva, **earthed))
    words = draft.say.fill("{Service_drop}") if a.service_method is Method.overhead else draft.say.fill("{Service} lateral")
    draft.add(Run(name=words, kind=RunKind.service, origin=source, target=main, status=status, terminals=Terminals.c75, metal=a.metal,
                  utility_owned=a.drop_owner == "utility",
                  segments=(_segment(a.service_length_m or 20.0, a.service_method),)))  # fmt: skip
    return source


def _house_loads(draft: Draft, a: Answers, panel: str, *, charging: str = "") -> None:
    kinds = {"range": LoadKind.range, "dryer": LoadKind.dryer, "water_heater": LoadKind.water_heating, "heating": LoadKind.heating,
             "cooling": LoadKind.cooling, "vehicle": LoadKind.vehicle}  # fmt: skip
    for kind, power in ((LoadKind.lighting, a.lighting_va), (LoadKind.sockets, a.sockets_va)):
        if power:
            draft.add(Load(name=kind.value.capitalize(), enclosure=panel, kind=kind, power_va=power, across=Across.l1_neutral))
    watches = rulebook_of(draft.before).loads.charging_watches_neutral  # what is sold there lets go when the supply's neutral is lost
    for name in _BASE_VOLT_AMPERES:
        power = getattr(a, f"{name}_va")
        if power:
            words = _LOAD_NAMES.get(name, name.replace("_", " ").capitalize())
            uses_neutral = name in {"range", "dryer"}
            there = charging if charging and name == "vehicle" else panel
            draft.add(Load(name=draft.say.fill(words), enclosure=there, kind=kinds[name], power_va=power, uses_neutral=uses_neutral,
                           watches_neutral=watches and name == "vehicle"))  # fmt: skip


def _feeder(
    name: str, origin: str, target: str, length_m: float, *, place: Place = Place.buried, terminals: Terminals = Terminals.unmarked
) -> Run:
    return Run(name=name, origin=origin, target=target, terminals=terminals, segments=(_segment(length_m, place=place),))


def _segment(length_m: float, method: Method | None = None, *, place: Place | None = None) -> Segment:
    """A stretch; without a method it gets the usual one of its place, when it is put into the job."""
    where = place or (Place.overhead if method is Method.overhead else Place.buried)
    return Segment(length_m=length_m, place=where) if method is None else Segment(length_m=length_m, method=method, place=where)


def _typed(run: Run, a: Answers) -> Run:
    return run.model_copy(update={"load_a": a.load_a, "continuous_a": a.continuous_a, "metal": a.metal})


def _steps(total_w: float | None) -> tuple[float, ...]:
    """Split a diversion load into steps of one, two, four and eight parts: fifteen settings from four switches."""
    return tuple(round(total_w * part / 15, 1) for part in (1, 2, 4, 8)) if total_w else ()
