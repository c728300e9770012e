"""What panels, their circuits and boxes ask for: cans, devices, bars, blanks, cards, boxes and what joins in them."""

from __future__ import annotations

from collections.abc import Iterator
from math import ceil

from northspan.core.case.case import Case
from northspan.core.case.slots import free_slots
from northspan.core.document.job import Bond, Enclosure, EnclosureKind, MainKind, PanelLayout, SourceKind, Status
from northspan.core.document.plan import EnclosurePlan
from northspan.core.steps.materials.goods_words import circuit_cable_words
from northspan.core.steps.materials.wanted import Wanted
from northspan.core.topics.circuits.joints import cable_of
from northspan.core.topics.circuits.moving import MAKE_UP_M, missing_of, takes_new
from northspan.core.topics.circuits.standing import Standing
from northspan.core.working.sums import count_of

_ALSO = {"ground_fault": ", ground-fault", "arc_fault": ", arc-fault", "both": ", ground- and arc-fault", "standard": ""}


def enclosure_wants(case: Case, key: str, enclosure: Enclosure, bond: EnclosurePlan | None) -> Iterator[Wanted]:
    """List what a can asks for by itself.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    key : str
        Its id. [-]
    enclosure : Enclosure
        The can. [-]
    bond : EnclosurePlan or None
        Whether neutral and ground are bonded in it, as planned and as found; None where it has no device. [-]
    """
    if enclosure.status is Status.existing and bond is not None and bond.bond_found == Bond.bonded.value != bond.bond:
        yield from _bars(case, key, enclosure, bond)  # it was the first can, and is not any more: its grounds get a bar of their own
    if enclosure.status in {Status.existing, Status.remove}:
        return
    at, layout, say = f"/enclosures/{key}", enclosure.layout, case.rulebook.words
    amperes = f", {enclosure.bus_a or enclosure.main_a:g} A" if enclosure.bus_a or enclosure.main_a else ""
    spaces = f", {layout.spaces} {say.terms.spaces}" if layout else ""
    weather = ", for the weather" if enclosure.weatherproof else ""
    panel = enclosure.kind in {EnclosureKind.panel_main_breaker, EnclosureKind.panel_lugs}
    kind = say.fill(_KINDS[enclosure.kind])
    main = "" if enclosure.kind is not EnclosureKind.panel_main_breaker or not enclosure.main_a else f", main {enclosure.main_a:g} A"
    what = f"{kind}{amperes}{spaces}{main}{weather}".removeprefix(", ")
    yield Wanted("panel" if panel else "can", what, 1, at, enclosure.name, "a new one", "job", enclosure.status)
    if bond is not None:
        yield from _bars(case, key, enclosure, bond)
    if panel or enclosure.kind in HANDLED:
        written = [one for one in case.rulebook.cans.notices()[1:] if _asked_here(case, one.symbol)]
        for one in written:
            yield Wanted("label", "", 1, at, enclosure.name, f"{one.words}: {one.result}", one.citation, enclosure.status)
    if layout is None:
        return
    blanks = len(free_slots(case.job, key))
    if blanks:
        yield Wanted("filler", f"for {say.terms.spaces} that stay open", blanks, f"{at}/layout/spaces", enclosure.name,
                     "every opening that nothing fills is closed", say.cite("panel_label"), enclosure.status)  # fmt: skip
    yield Wanted("directory", "for its door", 1, f"{at}/layout", enclosure.name, "every circuit by room and use", say.cite("directory"),
                 enclosure.status)  # fmt: skip
    if layout.main is MainKind.back_fed and layout.hold_down is not False:
        yield Wanted("hold_down", "for its main", 1, f"{at}/layout/hold_down", enclosure.name, "a back-fed main is held down",
                     say.cite("hold_down"), enclosure.status)  # fmt: skip
    if layout.surge_lead_m is not None:
        yield Wanted("surge", "beside its main", 1, f"{at}/layout/surge_lead_m", enclosure.name, "near the main, leads short",
                     case.rulebook.cans.surge_leads().citation, enclosure.status)  # fmt: skip


HANDLED = frozenset({EnclosureKind.meter_main, EnclosureKind.disconnect, EnclosureKind.transfer_switch})
STANDBY = frozenset({SourceKind.generator, SourceKind.inverter_pair, SourceKind.governed_plant})


def _bars(case: Case, key: str, enclosure: Enclosure, bond: EnclosurePlan) -> Iterator[Wanted]:
    bonded = bond.bond == Bond.bonded.value
    why = "neutral and ground meet in it" if bonded else "its grounds are kept apart from the neutral"
    status = Status.new if enclosure.status is Status.existing else enclosure.status
    for item in case.rulebook.cans.bonding_goods(bonded=bonded):
        cite = bond.working[0].citation if bond.working else "job"
        yield Wanted(item, "", 1, f"/enclosures/{key}", enclosure.name, case.rulebook.words.fill(why), cite, status)


def _asked_here(case: Case, symbol: str) -> bool:
    """Whether a notice is asked for in this job: the plaque of other sources only where there are some."""
    plaque = symbol == case.rulebook.cans.notice_of_sources()
    return not plaque or any(one.kind in STANDBY for one in case.job.sources.values())


_KINDS = {
    EnclosureKind.meter: "meter base", EnclosureKind.meter_main: "{meter_main}", EnclosureKind.panel_main_breaker: "",
    EnclosureKind.panel_lugs: "{lugs_only}", EnclosureKind.disconnect: "{disconnect}",
    EnclosureKind.transfer_switch: "{transfer_switch}", EnclosureKind.junction_box: "junction box", EnclosureKind.splitter: "{splitter}",
}  # fmt: skip


def circuit_wants(case: Case, panel: str, standing: dict[str, Standing]) -> Iterator[Wanted]:
    """List what the circuits of a panel ask for: devices and cable of new ones, and what helps those that are too short.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panel : str
        Id of the panel. [-]
    standing : dict
        Its circuits. [A]
    """
    layout, new_can = case.job.enclosures[panel].layout, case.job.enclosures[panel].status is Status.new
    for key, one in standing.items():
        if one.one.run is not None or not one.one.slots:
            continue
        at, name = f"/circuits/{key}", one.name or "no name"
        fresh = one.one.status in {Status.new, Status.temporary}
        if one.rating_a and (fresh or new_can):
            half = ", half size" if one.one.half else ""
            poles = {1: "one pole", 2: "two poles"}.get(one.poles, f"{one.poles} poles")
            residual = f", {one.one.residual_ma:g} mA" if one.one.residual_ma else ""
            what = f"{one.rating_a:g} A, {poles}{_ALSO[one.one.protects.value]}{residual}{half}"
            why = "a new circuit" if fresh else "the old device does not fit a new panel as a rule; look, and cross it out if it does"
            yield Wanted("breaker", what, 1, f"{at}/rating_a", name, why, "job", one.one.status if fresh else Status.new)
        if one.one.partner is not None and one.one.tied and (fresh or new_can):
            yield Wanted("handle_tie", "for two handles", 1, f"{at}/tied", name, "both halves of a shared neutral open together",
                         case.rulebook.words.cite("multiwire"))  # fmt: skip
        say = case.rulebook.words
        if one.one.lug_kit:
            yield Wanted("lug_kit", say.size_name(one.size), 1, f"{at}/lug_kit", name, "its wire is more than the bar takes",
                         say.cite("panel_label"))  # fmt: skip
        cable = cable_of(case, one)
        if cable is None:
            continue
        what = circuit_cable_words(cable.size, one.metal, cable.insulated, case.rulebook.words)
        if one.one.status is Status.new and not one.one.old_slots:
            length_m = case.job.materials.circuit_cable_m
            yield Wanted("cable", what, length_m, at, name, "a new circuit; nobody measured it, so a usual length is taken", "your figure",
                         pieces_m=(length_m,))  # fmt: skip
        elif one.one.extended_in is not None and layout is not None and layout.replaces is not None:
            length_m = max(0.0, missing_of(layout, one.one).value) + 2 * MAKE_UP_M
            yield Wanted("cable", what, length_m, f"{at}/extended_in", name, "goes on in a box: what is missing, and make-up at both ends",
                         "reach", pieces_m=(length_m,))  # fmt: skip
        elif one.one.new_cable_m is not None and _laid_anew(case, layout, one):
            yield Wanted("cable", what, one.one.new_cable_m, f"{at}/new_cable_m", name, "a new cable to its first outlet", "as measured",
                         pieces_m=(one.one.new_cable_m,))  # fmt: skip


def _laid_anew(case: Case, layout: PanelLayout | None, one: Standing) -> bool:
    return layout is not None and bool(one.one.old_slots) and takes_new(case, one, missing_of(layout, one.one).value)


def box_wants(case: Case, standing: dict[str, dict[str, Standing]]) -> Iterator[Wanted]:
    """List the new boxes, their rings, and what joins and holds the cables in them.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    standing : dict
        Circuits by panel. [A]
    """
    made = case.rulebook.boxes.boxes_made()
    for key, box in case.job.boxes.items():
        if box.status is not Status.new:
            continue
        inside = [one for ones in standing.values() for one in ones.values() if one.one.extended_in == key]
        cables = [cable for one in inside if (cable := cable_of(case, one)) is not None]
        fits = next((one.name for one in made if box.volume_l and one.volume_l >= box.volume_l - 1e-6), "")
        at, reach = f"/boxes/{key}", case.rulebook.boxes.box_reach()
        yield Wanted("box", fits or "for the joints in it", 1, at, box.name, "circuits go on in it", reach.citation)
        if box.ring_l:
            yield Wanted("ring", fits or "for the box", 1, f"{at}/ring_l", box.name, "its volume with a ring", reach.citation)
        if cables:
            joints = count_of(cable.insulated + 1 for cable in cables)
            yield Wanted("wire_connector", "for the wires in it", joints, at, box.name, f"{ceil(joints)} joints", "its joints")
            yield Wanted("cable_connector", "for the cables in it", 2 * len(cables), at, box.name, "each cable in and out", "its cables")
